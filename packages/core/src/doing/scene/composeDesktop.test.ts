import { describe, expect, it } from 'vitest';
import { KINDS } from '../../model/kinds/registry.js';
import type { TraitValue } from '../../model/traits/value.js';
import { drawDesktop } from './drawDesktop.js';
import type { Lettering } from '../../model/scene/state.js';
import { composeDesktop } from './composeDesktop.js';
import { VIEWS, type View } from '../../model/kinds/drawn.js';
import type { SeenElement } from '../../model/kinds/look.js';

/** Letters that tell which they are, so that another text is another picture. */
const letters: Lettering = {
  outline: (_face, text, size) => ({ d: `M0 0L${[...text].join(' ')}Z`, width: text.length * size * 0.5 }),
  metrics: () => ({ cap: 0.7, x: 0.5, descent: 0.2 }),
};
const SIZE = { width: 1920, height: 1080, unit: 1, language: 'en' };
const NO_ITEMS = { start: [], centre: [], end: [] };

const element = (
  kind: string,
  values: Record<string, TraitValue>,
  more: Partial<SeenElement> = {},
): SeenElement => ({
  id: `my ${kind}`,
  kind,
  name: kind,
  values: new Map(Object.entries(values)),
  carrier: null,
  ...more,
});
const compose = (seen: readonly SeenElement[], view: View = 'desktop') =>
  composeDesktop(seen, { ...SIZE, view }, letters);
const draw = (seen: readonly SeenElement[], view: View = 'desktop') =>
  drawDesktop(compose(seen, view), letters);

const bar = (id: string, more: Record<string, TraitValue> = {}) =>
  element('bar', { edge: 'top', thickness: 40, items: NO_ITEMS, ...more }, { id, name: id });

/** What only shows while something moves, is pressed or sounds. */
const UNSEEN = [
  'minimise-effect',
  'opening-effect',
  'launcher-key',
  'launcher-clicks',
  'running-click',
  'edge-actions',
  'sound-theme',
];
/** What an element of a kind is told to be, so that it is there and not as nothing. */
const TOLD: Readonly<Record<string, Record<string, TraitValue>>> = {
  'bar-menus': { present: true },
  'expected-app': { name: 'Reckoner', shown: 'dock' },
  'first-view': { view: 'overview of windows' },
  translucency: { menus: 70 },
  'app-icon': {
    application: 'Archive',
    picture: { sample: { colours: [{ hex: '#8c3d2f', share: 1 }] } } as never,
  },
  wallpaper: { palette: { first: '#2f5d8c' } },
  controls: { accent: '#8c3d2f' },
  frame: { titleHeight: 44 },
  'window-buttons': { size: 9 },
  'interface-type': { size: 22 },
  'title-type': { size: 22 },
  'sign-in': { palette: { first: '#2f5d8c' } },
  'start-up': { background: '#2f5d8c' },
  launcher: { width: 300 },
  spacer: { line: true },
  'desktop-items': { size: 70 },
  'fixed-type': { size: 22 },
};

describe('a desktop from its elements', () => {
  it.each(KINDS.filter((k) => !UNSEEN.includes(k.id)).map((k) => k.id))(
    'shows an element of the kind %s in one of its views',
    (kind) => {
      // A dock beside a bar, and icons, so that there is something for each kind to be seen on.
      const ground = [
        bar('rail'),
        element('dock', {
          edge: 'bottom',
          items: { ...NO_ITEMS, centre: ['desk'] },
          opacity: 60,
          iconSize: 48,
        }),
        element('icon-set', { palette: { first: '#4f7a2a', second: '#b08a2c' } }, { id: 'set' }),
      ].filter((e) => e.kind !== kind);
      const it = element(kind, TOLD[kind] ?? {});
      const changed = VIEWS.filter((view) => draw(ground, view).svg !== draw([...ground, it], view).svg);
      expect(changed).not.toEqual([]);
    },
  );

  it('shows nothing of what cannot be seen in a still picture', () => {
    for (const kind of UNSEEN)
      for (const view of VIEWS)
        expect(draw([bar('rail'), element(kind, {})], view).svg).toBe(draw([bar('rail')], view).svg);
  });

  describe('what no order of items names', () => {
    const clock = (more: Partial<SeenElement> = {}) => element('clock', { format: 'HH:mm' }, more);
    const items = (seen: readonly SeenElement[]) =>
      Object.keys(draw(seen).boxes).filter((name) => name.includes('/') && !name.startsWith('icon/'));
    const onBars = (seen: readonly SeenElement[]) =>
      items(seen).filter((n) => n.startsWith('rail/') || n.startsWith('shelf/'));

    it('stands on the bar that carries it in the reference', () => {
      expect(onBars([bar('rail'), bar('shelf', { edge: 'bottom' }), clock({ carrier: 'shelf' })])).toEqual([
        'shelf/clock',
      ]);
    });
    it('stands on the first bar that is seen where none carries it, or its carrier is not seen', () => {
      const hidden = bar('rail', { hiding: 'always' });
      const shelf = bar('shelf', { edge: 'bottom' });
      expect(onBars([hidden, shelf, clock({ carrier: 'rail' })])).toEqual(['shelf/clock']);
      expect(onBars([bar('rail'), shelf, clock()])).toEqual(['rail/clock']);
    });
    it('does not stand there twice where an order names it, on whichever bar', () => {
      const shelf = bar('shelf', { edge: 'bottom', items: { ...NO_ITEMS, end: ['clock'] } });
      expect(onBars([bar('rail'), shelf, clock()])).toEqual(['shelf/clock']);
    });
    it('stands on each bar that carries one of its own', () => {
      const shelf = bar('shelf', { edge: 'bottom' });
      const two = [clock({ carrier: 'rail' }), clock({ id: 'other', carrier: 'shelf' })];
      expect(onBars([bar('rail'), shelf, ...two])).toEqual(['rail/clock', 'shelf/clock']);
    });
    it('is left where the host only has it by itself', () => {
      expect(onBars([bar('rail'), clock({ id: 'clock' })])).toEqual([]);
    });
  });

  it('starts an application that belongs to the look from where it is said to be shown', () => {
    const program = (shown: string) => element('expected-app', { name: 'Reckoner', shown });
    const dock = element('dock', { edge: 'bottom', items: { ...NO_ITEMS, centre: ['desk'] } });
    const on = (shown: string) => Object.keys(draw([bar('rail'), dock, program(shown)]).boxes);
    expect(on('dock')).toContain('dock/Reckoner');
    expect(on('bar')).toContain('rail/Reckoner');
    expect(
      Object.keys(draw([element('desktop-items', { shown: true }), program('desktop')]).boxes),
    ).toContain('icon/Reckoner');
    expect(compose([program('launcher')], 'launcher').launcher!.entries.map((e) => e.label)).toContain(
      'Reckoner',
    );
    expect(on('nowhere').filter((n) => n.includes('Reckoner'))).toEqual([]);
  });

  it('lets the picture that is pointed at grow away from its edge, under the menu that it opens', () => {
    const dock = (edge: string) => [
      element('dock', {
        edge,
        items: { ...NO_ITEMS, centre: ['desk', 'editor', 'letters'] },
        iconSize: 48,
        enlargement: 50,
      }),
      element('pointer', { size: 24 }),
    ];
    const rest = draw(dock('bottom')).boxes;
    const pointed = draw(dock('bottom'), 'pointed').boxes;
    const [before, after] = [rest['dock/editor']!, pointed['dock/editor']!];
    expect(after).toMatchObject({ width: 72, height: 72, x: before.x - 12 });
    expect(after.y + after.height).toBe(before.y + before.height);
    expect(pointed['dock/desk']).toEqual(rest['dock/desk']);
    expect(pointed['menu']!.y + pointed['menu']!.height).toBeLessThanOrEqual(pointed['dock']!.y);
    const side = draw(dock('right'), 'pointed').boxes['dock/editor']!;
    const still = draw(dock('right')).boxes['dock/editor']!;
    expect(side.x + side.width).toBe(still.x + still.width);
  });

  it('blurs what shows through bars, menus and windows behind, and nothing where nothing is blurred', () => {
    const shelf = (more: Record<string, TraitValue>) => bar('rail', { opacity: 50, ...more });
    expect(draw([shelf({})]).svg).not.toContain('feGaussianBlur');
    const { svg } = draw([shelf({ blur: 24, blurBrightness: 130 })]);
    expect(svg).toContain('stdDeviation="12"');
    expect(svg).toContain('slope="1.3"');
    const thin = element('translucency', { menus: 80, windows: 90, blur: 10 });
    expect(draw([thin]).svg.match(/feGaussianBlur/g)).toHaveLength(2);
    expect(draw([thin], 'pointed').svg.match(/feGaussianBlur/g)).toHaveLength(3);
  });

  it('shows first what is told to be seen first', () => {
    const first = (view: string) => compose([element('first-view', { view })], 'first-view');
    expect(first('bare desktop').windows).toEqual([]);
    expect(first('list of programmes').launcher).not.toBeNull();
    expect(first('the windows of last time').windows).toEqual(compose([]).windows);
    const beside = first('overview of windows').windows;
    expect(beside.length).toBeGreaterThan(1);
    for (const a of beside)
      for (const b of beside)
        if (a !== b)
          expect(
            a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y,
          ).toBe(true);
  });
});

describe('what is written on a drawn desktop', () => {
  const own = [
    element('expected-app', { name: 'Herring Mail', shown: 'nowhere' }),
    element('frame', { titleHeight: 30 }, { name: 'Low water at six' }),
    element('desktop-items', { shown: true, size: 48 }),
    element('window-list', { show: 'picture and title' }, { carrier: 'b' }),
    bar('b', { items: { start: ['window list'], centre: [], end: [] } }),
  ];
  it('are the programs and the titles that the coat itself names, as far as it names some', () => {
    const state = compose(own);
    expect(new Set(state.windows.map((w) => w.title))).toEqual(new Set(['Low water at six']));
    expect(state.desktopIcons.map((i) => i.label)).toEqual(['Herring Mail']);
    const tabs = state.bars[0]!.zones.start.flatMap((i) => ('label' in i ? [i.label] : []));
    expect(new Set(tabs)).toEqual(new Set(['Low water at six']));
    const list = compose(
      [...own, element('launcher', { entries: { start: ['Tide pilot'], centre: [], end: [] } })],
      'launcher',
    );
    expect(list.launcher!.entries.map((e) => e.label)).toEqual(['Tide pilot', 'Herring Mail']);
  });
  it('are names that stand in where it names none', () => {
    const plain = compose([element('frame', { titleHeight: 30 }, { name: 'Window frame' })]);
    expect(plain.windows.every((w) => w.title !== 'Window frame' && w.title !== '')).toBe(true);
  });
});
