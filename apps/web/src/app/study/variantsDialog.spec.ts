import { TestBed } from '@angular/core/testing';
import { MatDialogRef } from '@angular/material/dialog';
import { benchWith, testId } from '../testing/bench';
import { handOn } from '../testing/hand';
import { Notices } from '../shared/notices';
import { VariantsDialog } from './variantsDialog';

async function shown(...names: string[]) {
  const bench = benchWith(...names.map((name) => ({ type: 'variant.add' as const, id: testId(), name })));
  let closed = 0;
  TestBed.configureTestingModule({
    providers: [...bench.providers, { provide: MatDialogRef, useValue: { close: () => closed++ } }],
  });
  const fixture = TestBed.createComponent(VariantsDialog);
  await fixture.whenStable();
  const names_ = () => Object.values(bench.rows().variant).map((v) => v.name);
  return { bench, hand: handOn(fixture), names: names_, closed: () => closed };
}

describe('the variants of a reference', () => {
  it('are added, and the field is ready for the next', async () => {
    const { hand, names } = await shown('Light');
    await hand.type('Another variant', ' High contrast ');
    await hand.type('Another variant', 'Dim');
    expect(names()).toEqual(['Light', 'High contrast', 'Dim']);
  });
  it('are renamed, never to nothing', async () => {
    const { hand, names } = await shown('Light', 'Dark');
    await hand.type('Name of Light', 'Day');
    await hand.type('Name of Dark', '  ');
    expect(names()).toEqual(['Day', 'Dark']);
  });
  it('are removed with a way back; the last one stays', async () => {
    const { bench, hand, names } = await shown('Light', 'Dark');
    await hand.press('Remove Dark');
    expect(names()).toEqual(['Light']);
    const [notice] = TestBed.inject(Notices).list();
    expect(notice?.text).toContain('Dark was removed');
    notice?.action?.run();
    expect(bench.answered).toEqual(['undo']);
    expect(await hand.canPress('Remove Light')).toBe(false);
  });
  it('are left by a button', async () => {
    const { hand, closed } = await shown('Light');
    await hand.press('Done');
    expect(closed()).toBe(1);
  });
});
