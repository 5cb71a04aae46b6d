import { onDemo, rowsIn } from '../testing/demoBench';
import { TraitRows } from './traitRows';
import { CoatView } from '../shared/coatView';
import { TestBed } from '@angular/core/testing';

async function rowsOf(name: string, editable = true) {
  const emitted: { score: { target: { spec: { id: string } } }; value: unknown }[] = [];
  const first = await onDemo(TraitRows, {
    select: name,
    inputs: { score: { traits: [], untold: [] }, kind: '', element: name, editable },
  });
  const { element, perVariant } = TestBed.inject(CoatView).selected()!;
  first.fixture.componentRef.setInput('score', Object.values(perVariant)[0]);
  first.fixture.componentRef.setInput('kind', element.kind);
  first.fixture.componentInstance.value.subscribe((v) => emitted.push(v));
  await first.settle();
  return { ...first, emitted };
}

describe('the traits of a match', () => {
  it('tell what is wanted, what is got, and the credit for it, and how far off it is beneath', async () => {
    const { page } = await rowsOf('Clock');
    const rows = rowsIn(page);
    expect(rows[0]).toEqual(['Trait', 'Target', 'Actual', 'Credit']);
    const format = rows.findIndex((r) => r[0] === 'Format');
    expect(rows[format]![1]).not.toBe(rows[format]![2]);
    // A trait that is not as wanted says how far it is off in a row of its own.
    expect(rows.some((r) => r.length === 1 && r[0] !== '')).toBe(true);
  });
  it('say what nobody has told, where that matters', async () => {
    const { page, fixture, settle } = await rowsOf('Clock');
    const score = fixture.componentInstance.score();
    const spec = score.traits[0]!.target.spec;
    fixture.componentRef.setInput('score', { ...score, untold: [{ spec, weight: 4 }] });
    await settle();
    expect(page.querySelector('.untold')!.textContent).toContain(
      `Nobody has told yet: ${spec.label.toLowerCase()}.`,
    );
    fixture.componentRef.setInput('score', { ...score, untold: [] });
    await settle();
    expect(page.querySelector('.untold')).toBeNull();
  });
  it('open the setting of a trait, with where it is set, and give what is turned', async () => {
    const { page, hand, emitted, settle } = await rowsOf('Rail');
    const thickness = [...page.querySelectorAll<HTMLButtonElement>('button.plain')].find(
      (b) => b.textContent.trim() === 'Thickness',
    )!;
    thickness.click();
    await settle();
    expect(thickness.getAttribute('aria-expanded')).toBe('true');
    expect(page.querySelector('tr.setting')!.textContent).toContain('Where');
    await hand.press('One step more: Thickness');
    expect(emitted.at(-1)).toMatchObject({ score: { target: { spec: { id: 'thickness' } } } });
    const before = emitted.at(-1)!.value as number;
    await hand.press('One step less: Thickness');
    expect(emitted.at(-1)!.value).toBeLessThan(before);
    thickness.click();
    await settle();
    expect(page.querySelector('tr.setting')).toBeNull();
  });
  it('cannot be turned where nothing is chosen', async () => {
    const { page, settle } = await rowsOf('Rail', false);
    page.querySelector<HTMLButtonElement>('button.plain')!.click();
    await settle();
    expect(page.querySelector('tr.setting')).not.toBeNull();
    expect(page.querySelectorAll('tr.setting input, tr.setting mat-select')).toHaveLength(0);
  });
});
