import { MOST_COMMANDS } from './book.js';
import { describe, expect, it } from 'vitest';
import { readOtherVariant } from '../../model/coat/otherVariant.js';
import { traitCsv, traitJson, traitTable } from '../../model/coat/traitTable.js';
import { testCoat, uuid } from '../../testing/coat.js';
import type { RegionReading } from '../../measuring/picture/readRegion.js';
import { applyChanges, invertChanges } from '../../model/coat/changes.js';
import { checkCommand, type Command, execute, describeCommand } from './commands.js';
import { CommandRefused } from '../../model/coat/refused.js';
import type { CoatRows } from '../../model/coat/rows.js';

/** Carries out commands one after the other, and checks that each can be taken back. */
function after(rows: CoatRows, ...commands: Command[]): CoatRows {
  return commands.reduce((now, command) => {
    const changes = execute(now, command);
    const next = applyChanges(now, changes);
    if (!next.ok) throw new Error(next.clash.sentence);
    const back = applyChanges(
      next.rows,
      invertChanges(changes, () => uuid('answer'), '2026-01-01T00:00:00Z'),
    );
    expect(back.ok && back.rows).toEqual(now);
    expect(describeCommand(now, command)).not.toBe('');
    return next.rows;
  }, rows);
}
const RAIL = uuid('rail');
const CLOCK = uuid('clock');
const PICTURE = uuid('light picture');
const sha = (letter: string) => letter.repeat(64);

describe('several things done as one', () => {
  it('are carried out in order, each on what those before left, and taken back together', () => {
    const rows = after(testCoat(), {
      type: 'many',
      label: 'Two',
      commands: [
        { type: 'variant.add', id: uuid('contrast'), name: 'High contrast' },
        { type: 'variant.rename', id: uuid('contrast'), name: 'Contrast' },
      ],
    });
    expect(rows.variant[uuid('contrast')]?.name).toBe('Contrast');
  });
  it('are refused whole when one of them is', () => {
    const many: Command = {
      type: 'many',
      label: 'Two',
      commands: [
        { type: 'element.remove', id: RAIL },
        { type: 'element.remove', id: RAIL },
      ],
    };
    expect(() => execute(testCoat(), many)).toThrow(CommandRefused);
  });
  it('are checked one by one, not nested, and not without end', () => {
    const one = { type: 'element.remove', id: RAIL };
    expect(checkCommand({ type: 'many', label: 'x', commands: [one] })).toMatchObject({ ok: true });
    expect(
      checkCommand({ type: 'many', label: 'x', commands: [{ type: 'many', label: 'y', commands: [] }] }),
    ).toMatchObject({ ok: false });
    expect(checkCommand({ type: 'many', label: '', commands: [one] })).toMatchObject({ ok: false });
    expect(
      checkCommand({ type: 'many', label: 'x', commands: new Array(MOST_COMMANDS + 1).fill(one) }),
    ).toMatchObject({ ok: false });
    expect(checkCommand({ type: 'many', label: 'x', commands: [null] })).toMatchObject({ ok: false });
  });
});

describe('variants', () => {
  it('have names of their own, since addresses tell them by name', () => {
    expect(() => execute(testCoat(), { type: 'variant.add', id: uuid('x'), name: 'LIGHT' })).toThrow(
      'already',
    );
  });
  it('take their pictures and own targets along when they go, but the last one stays', () => {
    const [light, dark] = Object.values(testCoat().variant);
    const rows = after(testCoat(), { type: 'variant.remove', id: light!.id });
    expect(Object.values(rows.picture).some((p) => p.variantId === light!.id)).toBe(false);
    expect(Object.values(rows.trait).some((t) => t.variantId === light!.id)).toBe(false);
    expect(() => execute(rows, { type: 'variant.remove', id: dark!.id })).toThrow('at least one');
  });
});

describe('a replaced picture', () => {
  const region = Object.values(testCoat().region).find((r) => r.pictureId === PICTURE)!;
  const replace = (width: number, height: number, changed: string[]): Command => ({
    type: 'picture.replace',
    id: PICTURE,
    blob: sha('d'),
    original: sha('e'),
    width,
    height,
    changed,
  });
  it('keeps its regions and marks those whose pixels changed', () => {
    const rows = after(testCoat(), replace(1920, 1080, [region.id]));
    expect(rows.region[region.id]).toEqual({ ...region, again: true });
    expect(after(rows, { type: 'region.seen', id: region.id }).region[region.id]?.again).toBe(false);
  });
  it('clips regions that no longer fit, and marks them', () => {
    const rows = after(testCoat(), replace(400, 300, []));
    const r = rows.region[region.id]!;
    expect(r.again).toBe(true);
    expect(r.x + r.width).toBeLessThanOrEqual(400);
    expect(r.y + r.height).toBeLessThanOrEqual(300);
  });
});

describe('elements', () => {
  it('are merged: what one lacks comes over from the other', () => {
    const start = after(testCoat(), {
      type: 'element.add',
      id: uuid('second rail'),
      kind: 'bar',
      name: 'Second rail',
      weight: 2,
      region: null,
      traits: [
        {
          id: uuid('t1'),
          trait: 'blur',
          variantId: null,
          state: null,
          target: 9,
          pictureId: null,
          source: { how: 'typed' },
        },
        {
          id: uuid('t2'),
          trait: 'edge',
          variantId: null,
          state: null,
          target: 'top',
          pictureId: null,
          source: { how: 'typed' },
        },
      ],
    });
    const edge = Object.values(start.trait).find((t) => t.elementId === RAIL && t.trait === 'edge')!;
    const rows = after(start, { type: 'element.merge', into: RAIL, from: uuid('second rail') });
    const mine = Object.values(rows.trait).filter((t) => t.elementId === RAIL);
    expect(mine.find((t) => t.trait === 'blur')?.target).toBe(9);
    expect(mine.filter((t) => t.trait === 'edge')).toEqual([edge]);
    expect(rows.element[uuid('second rail')]).toBeUndefined();
    expect(() => execute(rows, { type: 'element.merge', into: RAIL, from: RAIL })).toThrow('itself');
  });
  it('take links that are addresses, and no others', () => {
    const set = (url: string) =>
      checkCommand({
        type: 'element.set',
        id: RAIL,
        name: 'Rail',
        weight: 5,
        note: '',
        links: [{ label: '', url }],
      }).ok;
    expect(set('https://parts.example/tidebar')).toBe(true);
    for (const bad of ['javascript:alert(1)', 'ftp://x', 'https://a b', 'https://a"onload="', ''])
      expect(set(bad)).toBe(false);
  });
});

describe('own kinds', () => {
  const kind = (more: object): Command =>
    ({
      type: 'kind.set',
      id: uuid('own'),
      key: 'tide-gauge',
      label: 'Tide gauge',
      group: 'Layout',
      help: '',
      weight: 2,
      traits: [{ id: 'needle', label: 'Needle', type: 'length', importance: 'must', help: '' }],
      ...more,
    }) as Command;
  it('can be used like shipped ones, and not taken away while they are', () => {
    const rows = after(testCoat(), kind({}), {
      type: 'element.add',
      id: uuid('gauge'),
      kind: 'tide-gauge',
      name: 'Gauge',
      weight: 2,
      region: null,
      traits: [
        {
          id: uuid('n'),
          trait: 'needle',
          variantId: null,
          state: null,
          target: 12,
          pictureId: null,
          source: { how: 'typed' },
        },
      ],
    });
    expect(() => execute(rows, { type: 'kind.remove', id: uuid('own') })).toThrow('Gauge');
    expect(() =>
      execute(
        rows,
        kind({ traits: [{ id: 'needle', label: 'N', type: 'colour', importance: 'must', help: '' }] }),
      ),
    ).toThrow('clear it');
    const stranger: Command = {
      type: 'element.add',
      id: uuid('gauge'),
      kind: 'tide-gauge',
      name: 'Gauge',
      weight: 2,
      region: null,
      traits: [],
    };
    expect(() => execute(testCoat(), stranger)).toThrow('not known');
  });
  it('add no trait that the kind has already', () => {
    expect(() =>
      execute(
        testCoat(),
        kind({
          key: 'bar',
          traits: [{ id: 'edge', label: 'E', type: 'label', importance: 'must', help: '' }],
        }),
      ),
    ).toThrow('already');
  });
});

describe('the other variant', () => {
  const coat = testCoat();
  const dark = Object.values(coat.variant).find((v) => v.id !== coat.picture[PICTURE]!.variantId)!;
  const twin = { ...coat.picture[PICTURE]!, id: uuid('dark picture'), variantId: dark.id };
  const reading = (thickness: number, hex: string): RegionReading => ({
    rect: { x: 1836, y: 0, width: thickness, height: 1080 },
    found: { left: true, top: true, right: true, bottom: true },
    rivals: [],
    edge: 'right',
    thickness,
    edgeShare: 100,
    margin: 0,
    alignment: 'centre',
    width: thickness,
    height: 1080,
    heightShare: 100,
    colours: [{ hex, share: 1 }],
    ink: null,
    ground: null,
  });
  const target = Object.values(coat.trait).find((t) => t.elementId === RAIL && t.trait === 'thickness')!
    .target as number;
  it('gets colours of its own; lengths should agree, and are reported where they do not', () => {
    const read = (r: RegionReading) =>
      readOtherVariant(coat, coat.element[RAIL]!, twin, { region: r, bar: null, text: null });
    const same = read(reading(target, '#4c352c'));
    expect(same.own.get('colour')).toBe('#4c352c');
    expect(same.own.has('thickness')).toBe(false);
    expect(same.disagreements).toEqual([]);
    expect(read(reading(target + 6, '#4c352c')).disagreements.join()).toContain('thickness');
  });
});

describe('the table of traits', () => {
  it('tells every target once, with unit and source', () => {
    const rows = testCoat();
    const table = traitTable(rows);
    expect(table.length).toBe(Object.keys(rows.trait).length);
    expect(
      table.find((r) => r.element === rows.element[RAIL]!.name && r.trait === 'Thickness'),
    ).toMatchObject({ unit: 'px', source: 'measured' });
  });
  it('writes CSV that no spreadsheet takes for formulas, and JSON that reads back', () => {
    const rows = after(testCoat(), {
      type: 'element.set',
      id: CLOCK,
      name: '=1+1, "x"',
      weight: 3,
      note: '',
      links: [],
    });
    const table = traitTable(rows);
    expect(traitCsv(table)).toContain(`"'=1+1, ""x"""`);
    const back = JSON.parse(traitJson('Coat', table)) as { traits: { value: unknown }[] };
    expect(back.traits.map((t) => t.value)).toEqual(table.map((r) => r.value));
  });
});
