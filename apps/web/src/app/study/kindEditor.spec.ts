import { TestBed } from '@angular/core/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import type { Command } from '@spare-coat/core/doing/commands/commands';
import { benchWith } from '../testing/bench';
import { handOn } from '../testing/hand';
import { KindEditor } from './kindEditor';

async function shown(key: string | null, ...there: Command[]) {
  const bench = benchWith(...there);
  const closed: unknown[] = [];
  TestBed.configureTestingModule({
    providers: [
      ...bench.providers,
      { provide: MAT_DIALOG_DATA, useValue: { key } },
      { provide: MatDialogRef, useValue: { close: (what: unknown) => closed.push(what) } },
    ],
  });
  const fixture = TestBed.createComponent(KindEditor);
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  return { bench, hand: handOn(fixture), page, closed, kinds: () => Object.values(bench.rows().kind) };
}

describe('a kind of one’s own', () => {
  it('is made of a name, a group and traits of the types that there are', async () => {
    const { hand, kinds, closed } = await shown(null);
    await hand.type('Name', 'Tide gauge');
    await hand.choose('Group', 'Windows');
    await hand.type('Name of trait 1', 'Needle length');
    await hand.press('Add a trait');
    await hand.type('Name of trait 2', 'Face');
    await hand.choose('Type of trait 2', 'one of several');
    await hand.type('Values of trait 2', 'round, square, round');
    await hand.choose('Importance of trait 2', 'must');
    await hand.press('Keep it');
    expect(kinds()).toMatchObject([
      {
        key: 'own-tide-gauge',
        label: 'Tide gauge',
        group: 'Windows',
        traits: [
          { id: 'needle-length', label: 'Needle length', type: 'length' },
          { id: 'face', label: 'Face', type: 'choice', choices: ['round', 'square'], importance: 'must' },
        ],
      },
    ]);
    expect(closed).toEqual(['own-tide-gauge']);
  });
  it('is refused in words while something is missing, and nothing is sent', async () => {
    const { hand, bench, page, closed } = await shown(null);
    await hand.press('Keep it');
    expect(bench.sent).toEqual([]);
    expect(closed).toEqual([]);
    expect(page.querySelector('[role="alert"]')?.textContent?.trim()).not.toBe('');
  });
  it('loses the traits that are taken out before it is kept', async () => {
    const { hand, kinds } = await shown(null);
    await hand.type('Name', 'Gauge');
    await hand.type('Name of trait 1', 'One');
    await hand.press('Add a trait');
    await hand.type('Name of trait 2', 'Two');
    await hand.press('Remove trait 1');
    await hand.press('Keep it');
    expect(kinds()[0]?.traits.map((t) => t.label)).toEqual(['Two']);
  });
  it('adds traits to one that ships, whose name and group stay', async () => {
    const { hand, kinds, page } = await shown('clock');
    expect(page.textContent).toContain('Traits of your own for: Clock');
    await hand.type('Name of trait 1', 'Chime');
    await hand.choose('Type of trait 1', 'yes or no');
    await hand.press('Keep it');
    expect(kinds()).toMatchObject([
      { key: 'clock', label: 'Clock', traits: [{ id: 'chime', type: 'flag' }] },
    ]);
  });
});
