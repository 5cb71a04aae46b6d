import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { handOn } from '../testing/hand';
import { StageLayout } from './stageLayout';
import { Widths } from './widths';

@Component({
  imports: [StageLayout],
  template: `
    <coat-stage label="Traits" [detailsFirst]="first()">
      <section class="bench">the bench</section>
      <aside class="details">the details</aside>
    </coat-stage>
  `,
})
class Page {
  readonly first = signal(false);
}

async function stage(room: { isNarrow?: boolean; isHand?: boolean }) {
  const widths = {
    isNarrow: signal(room.isNarrow ?? false),
    isSmall: signal(false),
    isHand: signal(room.isHand ?? false),
  };
  TestBed.configureTestingModule({ providers: [{ provide: Widths, useValue: widths }] });
  const fixture = TestBed.createComponent(Page);
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  const isOpen = () => page.querySelector('mat-sidenav')!.classList.contains('mat-drawer-opened');
  return { fixture, page, widths, hand: handOn(fixture), isOpen };
}
const escape = (on: EventTarget) =>
  on.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));

describe('a stage', () => {
  it('has its details beside the bench where there is room, and Escape leaves them there', async () => {
    const { fixture, page, isOpen } = await stage({});
    expect(isOpen()).toBe(true);
    expect(page.querySelector('.opener')).toBeNull();
    escape(page.querySelector('aside')!);
    await fixture.whenStable();
    expect(isOpen()).toBe(true);
  });
  it('has them in a drawer where there is little, opened by a button and shut by Escape', async () => {
    const { fixture, page, hand, isOpen, widths } = await stage({ isNarrow: true });
    expect(isOpen()).toBe(false);
    expect(page.textContent).toContain('the bench');
    await hand.press('Traits');
    expect(isOpen()).toBe(true);
    escape(window);
    await fixture.whenStable();
    expect(isOpen()).toBe(false);
    // A window that is made wide again has them beside the bench.
    widths.isNarrow.set(false);
    await fixture.whenStable();
    expect(isOpen()).toBe(true);
  });
  it('has them above the bench on the smallest window, where that is asked for', async () => {
    const { fixture, page, widths } = await stage({ isNarrow: true, isHand: true });
    expect(page.querySelector('.stacked')).toBeNull();
    fixture.componentInstance.first.set(true);
    await fixture.whenStable();
    const parts = [...page.querySelector('.stacked')!.children].map((c) => c.className);
    expect(parts).toEqual(['details', 'bench']);
    widths.isHand.set(false);
    await fixture.whenStable();
    expect(page.querySelector('.stacked')).toBeNull();
  });
});
