import { TestBed } from '@angular/core/testing';
import { computed } from '@angular/core';
import { CoatView } from '../shared/coatView';
import { Elements } from '../shared/elements';
import { benchWith, testId } from '../testing/bench';
import { handOn } from '../testing/hand';
import { SpineStart } from './spineStart';

async function shown(kinds: string[]) {
  const bench = benchWith(
    ...kinds.map((kind) => ({
      type: 'element.add' as const,
      id: testId(),
      kind,
      name: kind,
      weight: 3,
      region: null,
      traits: [],
    })),
  );
  TestBed.configureTestingModule({ providers: bench.providers });
  const done: unknown[] = [];
  const tell = (what: string) => (with_: unknown) => done.push([what, with_]);
  TestBed.overrideProvider(Elements, {
    useValue: {
      addKind: tell('kind'),
      addExtra: tell('extra'),
      addSet: tell('set'),
      addKinds: tell('set'),
      wave: tell('wave'),
    },
  });
  const view = TestBed.inject(CoatView);
  const fixture = TestBed.createComponent(SpineStart);
  await fixture.whenStable();
  void computed(() => view.spine());
  return { page: fixture.nativeElement as HTMLElement, hand: handOn(fixture), done };
}

describe('where a coat’s elements begin', () => {
  it('offers an extra of any kind, and what is often forgotten, once there is an element', async () => {
    const { hand, done, page } = await shown(['bar']);
    await hand.pick('Add an extra', 'Minimise effect');
    expect(done).toEqual([['extra', 'minimise-effect']]);
    // What the reference has is an element of it, also where no picture shows it.
    await hand.pick('Add an element', 'Pointer');
    expect(done.pop()).toEqual(['kind', 'pointer']);
    const forgotten = [...page.querySelectorAll('.kind .add')].map((b) => b.textContent.trim());
    expect(forgotten.length).toBeGreaterThan(0);
    await hand.press(forgotten[0]!);
    expect(done[1]).toMatchObject(['kind', expect.any(String) as string]);
    const away = page.querySelector('[aria-label^="Not in this look"]')!.getAttribute('aria-label')!;
    await hand.press(away);
    expect(done[2]).toMatchObject(['wave', [expect.any(String) as string]]);
  });
  it('shows the rest of what is often forgotten when asked', async () => {
    const { hand, page } = await shown(['bar']);
    const count = () => page.querySelectorAll('.kind').length;
    const few = count();
    const more = [...page.querySelectorAll('button')].find((b) => / more$/.test(b.textContent.trim()))!;
    await hand.press(more.textContent.trim());
    expect(count()).toBeGreaterThan(few);
  });
});
