import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NextTurn } from './nextTurn';

@Component({
  imports: [NextTurn],
  template: `
    @if (shown()) {
      <p>at once, {{ word() }}</p>
      <p *coatNextTurn>a turn later, {{ word() }}</p>
    }
  `,
})
class Page {
  readonly shown = signal(true);
  readonly word = signal('one');
}
const told = (fixture: { nativeElement: HTMLElement }) =>
  [...fixture.nativeElement.querySelectorAll('p')].map((p) => p.textContent);

describe('what is drawn a turn later', () => {
  it('comes after what is beside it, is waited for, and follows what changes', async () => {
    const fixture = TestBed.createComponent(Page);
    fixture.detectChanges();
    expect(told(fixture)).toEqual(['at once, one']);
    await fixture.whenStable();
    expect(told(fixture)).toEqual(['at once, one', 'a turn later, one']);
    fixture.componentInstance.word.set('two');
    await fixture.whenStable();
    expect(told(fixture)).toEqual(['at once, two', 'a turn later, two']);
  });
  it('never comes where the page was left before', async () => {
    const fixture = TestBed.createComponent(Page);
    fixture.detectChanges();
    fixture.componentInstance.shown.set(false);
    fixture.detectChanges();
    await fixture.whenStable();
    await new Promise((r) => setTimeout(r, 20));
    expect(told(fixture)).toEqual([]);
  });
});
