import fc from 'fast-check';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Pixels } from '@spare-coat/core/measuring/picture/pixels';
import { readBar } from '@spare-coat/core/measuring/picture/readBar';
import { readRegion } from '@spare-coat/core/measuring/picture/readRegion';
import { readText } from '@spare-coat/core/measuring/picture/readText';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import { findKind, KINDS } from '@spare-coat/core/model/kinds/registry';
import { measuredTraits } from '@spare-coat/core/model/kinds/measure';
import { composeDesktop } from '@spare-coat/core/doing/scene/composeDesktop';
import { VIEWS, type View } from '@spare-coat/core/model/kinds/drawn';
import type { SeenElement } from '@spare-coat/core/model/kinds/look';
import { drawDesktop } from '@spare-coat/core/doing/scene/drawDesktop';
import { isDrawing } from '@spare-coat/core/doing/scene/isDrawing';
import { letteringFrom } from '@spare-coat/core/doing/scene/glyphs';
import { closeness } from '@spare-coat/core/model/traits/closeness';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { startTestServer, type TestServer } from '../testing/server.js';
import { loadGlyphs } from './glyphs.js';
import { loadLettering } from './lettering.js';
import { cases } from '@spare-coat/core/testing/properties';

const letters = letteringFrom(loadGlyphs());
const SIZE = { width: 1920, height: 1080, unit: 1, language: 'en' };

const element = (
  kind: string,
  values: Record<string, TraitValue>,
  more: Partial<SeenElement> = {},
): SeenElement => ({
  id: kind,
  kind,
  name: kind,
  values: new Map(Object.entries(values)),
  carrier: null,
  ...more,
});

async function paint(seen: readonly SeenElement[], view: View = 'desktop') {
  const { svg, boxes } = drawDesktop(composeDesktop(seen, { ...SIZE, view }, letters), letters);
  const { data, info } = await sharp(Buffer.from(svg))
    .flatten()
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const pixels: Pixels = { width: info.width, height: info.height, data };
  return { pixels, boxes, svg };
}

/** What the instruments of Study tell of an element where it was drawn. */
function measure(pixels: Pixels, kind: string, rect: Rect): Map<string, TraitValue> {
  const region = readRegion(pixels, rect, { settle: false });
  const isBar = kind === 'bar' || kind === 'dock';
  const isText = kind.endsWith('-type');
  const bar = isBar && region.edge ? readBar(pixels, rect, { settle: false }) : null;
  const text = isText ? readText(pixels, rect) : null;
  return measuredTraits(findKind(kind), {
    region,
    bar: bar?.ok ? bar.value : null,
    text: text?.ok ? text.value : null,
  });
}

const isInside = (r: Rect) =>
  r.x >= 0 && r.y >= 0 && r.x + r.width <= SIZE.width && r.y + r.height <= SIZE.height;

/** Colours far enough from each other and from white and black that instruments can tell them. */
const COLOURS = [
  '#8c3d2f',
  '#2f5d8c',
  '#4f7a2a',
  '#7a2a6b',
  '#b08a2c',
  '#1f6b66',
  '#5a4a3a',
  '#c7a08c',
] as const;

describe('the instruments of Study on a drawing give back what was drawn', () => {
  /** A kind, values to draw, where it is drawn, and the traits that must come back: as close as full credit. */
  const cases = (n: number) => {
    const c = (k: number) => COLOURS[(n * 3 + k) % COLOURS.length]!;
    const edge = (['top', 'right', 'bottom', 'left'] as const)[n % 4]!;
    const bar = { edge, thickness: 44 + (n % 5) * 12, edgeShare: 100, margin: 0, opacity: 100, colour: c(0) };
    const items = {
      start: ['clock'],
      centre: ['launcher'],
      end: ['status area', 'search', 'bin', 'overview'],
    };
    const onBar = element('bar', { ...bar, items });
    // A clock of this size is wider than a bar that stands.
    const lying = element('bar', { ...bar, edge: n % 2 ? 'top' : 'bottom', items });
    const wall = element('wallpaper', {
      picture: 'Layers',
      palette: { first: c(4), second: c(5), third: c(6) },
    });
    return [
      [
        'bar',
        [onBar, wall],
        'bar',
        { edge, thickness: bar.thickness, edgeShare: 100, margin: 0, colour: c(0) },
      ],
      [
        'dock',
        [
          element('dock', {
            edge: 'bottom',
            thickness: 80,
            edgeShare: 50,
            alignment: 'centre',
            margin: 12,
            opacity: 100,
            colour: c(0),
            iconSize: 48 + n,
            spacing: 18,
            padding: 16,
            items: { start: [], centre: ['desk', 'letters', 'archive', 'tides'], end: [] },
            runningMark: 'none',
          }),
          element('icon-set', {
            outline: 'all squares',
            drawing: 'flat',
            palette: { first: c(1), second: c(1), third: c(1) },
          }),
          element('desktop-items', { shown: false }),
        ],
        'dock',
        { edge: 'bottom', margin: 12, edgeShare: 50, alignment: 'centre', iconSize: 48 + n, spacing: 18 },
      ],
      [
        'launcher-button',
        [onBar, element('launcher-button', { size: 24 + n, shape: 'square', colour: c(1) })],
        'bar/launcher',
        { size: 24 + n, colour: c(1) },
      ],
      [
        'clock',
        [lying, element('clock', { format: 'HH:mm', size: 30, colour: c(2) })],
        'bar/clock',
        { colour: c(2) },
      ],
      [
        'status-area',
        [
          onBar,
          element('status-area', {
            items: { start: ['network', 'clipboard'], centre: [], end: [] },
            size: 20,
            spacing: 14,
            colour: c(1),
          }),
        ],
        'bar/status area',
        { colour: c(1) },
      ],
      [
        'search-button',
        [onBar, element('search-button', { size: 22, form: 'picture', colour: c(1) })],
        'bar/search',
        { size: 22, colour: c(1) },
      ],
      ['bin', [onBar, element('bin', { size: 22, colour: c(1) })], 'bar/bin', { size: 22, colour: c(1) }],
      [
        'window-list',
        [
          element('bar', { ...bar, edge: 'bottom', items: { start: ['window list'], centre: [], end: [] } }),
          element('window-list', { show: 'picture and title', entryWidth: 180 + n, runningMark: 'none' }),
          element('frame', { titleHeight: 28, titlePlace: 'head', colourActive: c(2) }),
        ],
        'bar/window list 1',
        { entryWidth: 180 + n },
      ],
      [
        'workspace-switcher',
        [
          element('bar', { ...bar, items: { start: [], centre: ['workspace switcher'], end: [] } }),
          element('workspace-switcher', { show: 'small pictures', count: 3, size: 20 + n, colour: c(1) }),
        ],
        'bar/workspace switcher',
        bar.edge === 'top' || bar.edge === 'bottom' ? { size: 20 + n } : { colour: c(1) },
      ],
      [
        'keyboard-mark',
        [
          element('bar', { ...bar, edge: 'top', items: { start: [], centre: ['keyboard layout'], end: [] } }),
          element('keyboard-mark', { show: 'picture', size: 20 + n, colour: c(1) }),
        ],
        'bar/keyboard layout',
        { size: 20 + n },
      ],
      [
        'show-desktop',
        [
          element('bar', { ...bar, edge: 'top', items: { start: [], centre: ['show desktop'], end: [] } }),
          element('show-desktop', { form: 'thin strip', width: 10 + n }),
        ],
        'bar/show desktop',
        { width: 10 + n },
      ],
      [
        'browser-frame',
        [element('browser-frame', { frame: 'its own', tabsInTitle: false, colour: c(4) })],
        'pages/tabs',
        { colour: c(4) },
      ],
      [
        'app-icon',
        [
          element('icon-set', {
            size: 52,
            outline: 'all squares',
            drawing: 'flat',
            palette: { first: c(1) },
          }),
          element('app-icon', { application: 'Archive', size: 52 }),
          element('wallpaper', { palette: { first: '#e8e0d0' } }),
        ],
        'icon/Archive',
        { size: 52 },
      ],
      [
        'desktop-items',
        [
          element('desktop-items', { shown: true, size: 60 + n, gridHeight: 130 }),
          element('icon-set', { outline: 'all squares', drawing: 'flat', palette: { first: c(1) } }),
          element('wallpaper', { palette: { first: '#e8e0d0' } }),
        ],
        'icon/Archive',
        { size: 60 + n },
      ],
      [
        'overview-button',
        [onBar, element('overview-button', { size: 22, colour: c(1) })],
        'bar/overview',
        { size: 22, colour: c(1) },
      ],
      [
        'frame',
        [
          element('frame', {
            titleHeight: 26 + 2 * n,
            titlePlace: n % 2 ? 'foot' : 'head',
            colourActive: c(0),
            ink: c(3),
            border: 0,
            shadow: false,
          }),
        ],
        'order/title',
        { titleHeight: 26 + 2 * n, colourActive: c(0) },
      ],
      [
        'window-buttons',
        [
          element('frame', { titleHeight: 40, titlePlace: 'head', colourActive: c(0) }),
          element('window-buttons', {
            side: 'end',
            size: 16 + n,
            spacing: 10,
            shape: 'square',
            colour: c(1),
          }),
        ],
        'order/buttons',
        { size: 16 + n },
      ],
      [
        'pointer',
        [
          element('pointer', { size: 30 + 2 * n, shape: 'kite', fill: c(0), rim: c(0), shadow: false }),
          element('wallpaper', { palette: { first: '#e8e0d0' } }),
        ],
        'pointer',
        { size: 30 + 2 * n },
      ],
      [
        'wallpaper',
        [
          element('wallpaper', { picture: 'Layers', palette: { first: c(0), second: c(2), third: c(4) } }),
          element('desktop-items', { shown: false }),
        ],
        // What no window stands over.
        { x: 0, y: 0, width: 240, height: 1080 },
        { palette: { first: c(0), second: c(2), third: c(4) } },
      ],
      [
        'icon-set',
        [
          element('icon-set', {
            size: 44 + 4 * n,
            outline: 'all squares',
            drawing: 'flat',
            palette: { first: c(1), second: c(1), third: c(1) },
          }),
          element('wallpaper', { palette: { first: '#e8e0d0' } }),
        ],
        'icon/Archive',
        { size: 44 + 4 * n },
      ],
      [
        'folder-icon',
        [
          element('folder-icon', { size: 50 + n, colour: c(2), form: 'plate' }),
          element('wallpaper', { palette: { first: '#e8e0d0' } }),
        ],
        'icon/Reels',
        { size: 50 + n, colour: c(2) },
      ],
      [
        'desktop-widget',
        [
          element('desktop-widget', {
            what: 'clock',
            width: 320,
            height: 120,
            colour: c(3),
            place: { zone: 'end', offset: 92 },
          }),
          element('wallpaper', { palette: { first: '#e8e0d0' } }),
        ],
        'desktop-widget',
        { colour: c(3), width: 320 },
      ],
      [
        'controls',
        [
          element('controls', {
            accent: c(0),
            rowHeight: 28 + n,
            background: '#f4efe8',
            ink: '#222222',
            cornerRadius: 0,
          }),
        ],
        'order/chosen row',
        { rowHeight: 28 + n, accent: c(0) },
      ],
      [
        'file-manager',
        [element('file-manager', { sidebarWidth: 150, toolbar: 'none', view: 'list', colour: c(4) })],
        'notes/sidebar',
        { colour: c(4) },
      ],
      [
        'terminal',
        [element('terminal', { background: '#2b1f1c', text: '#f1dccd', size: 22 })],
        'shell/line of the terminal',
        { background: '#2b1f1c', text: '#f1dccd' },
      ],
      [
        'interface-type',
        [
          element('interface-type', { style: 'sans', weight: 400, size: 22, colour: '#43203d' }),
          element('controls', { background: '#faf3ec', ink: '#43203d' }),
        ],
        'notes/line of text',
        { colour: '#43203d', size: 22 },
      ],
    ] as [string, SeenElement[], string | Rect, Record<string, TraitValue>][];
  };

  it.each([0, 1, 2, 3])('for kinds that are read where they are drawn, round %i', async (n) => {
    const wrong: unknown[] = [];
    for (const [kind, seen, box, truth] of cases(n)) {
      const { pixels, boxes } = await paint(seen);
      const rect = typeof box === 'string' ? boxes[box] : box;
      expect([
        kind,
        rect === undefined ? `no ${JSON.stringify(box)} in ${Object.keys(boxes).join()}` : 'drawn',
      ]).toEqual([kind, 'drawn']);
      const found = measure(pixels, kind, rect!);
      // What fills its box has no ground in it: an ink is read from a region that is drawn a little around it.
      const grow = Math.ceil(Math.min(rect!.width, rect!.height) * 0.32);
      const loose = {
        x: rect!.x - grow,
        y: rect!.y - grow,
        width: rect!.width + 2 * grow,
        height: rect!.height + 2 * grow,
      };
      const inks = isInside(loose) ? measure(pixels, kind, loose) : found;
      for (const [trait, value] of Object.entries(truth)) {
        const spec = findKind(kind)!.traits.find((t) => t.id === trait)!;
        const got = (spec.reads === 'ink' ? inks : found).get(trait);
        const near =
          got === undefined
            ? 0
            : closeness(spec.type, got, value, {
                tolerance: 6,
                credit: spec.credit,
                opacity: 100,
                ground: null,
              });
        if (near < 0.98) wrong.push([kind, trait, 'drawn', value, 'read', got ?? 'nothing']);
      }
    }
    expect(wrong).toEqual([]);
  });

  it('a launcher, and the screens before there is a desktop, are drawn as they are told', async () => {
    const launcher = element('launcher', {
      style: 'list',
      width: 520,
      height: 600,
      colour: '#8c3d2f',
      place: 'middle of the screen',
    });
    const open = await paint([launcher], 'launcher');
    expect(open.boxes['launcher']).toEqual({ x: 700, y: 240, width: 520, height: 600 });
    expect(measure(open.pixels, 'launcher', open.boxes['launcher']!).get('colour')).toBe('#8c3d2f');
    const signIn = await paint(
      [
        element('sign-in', {
          palette: { first: '#2f5d8c', second: '#8c3d2f', third: '#f4efe8' },
          place: 'left',
          clock: true,
        }),
      ],
      'sign-in',
    );
    expect(signIn.boxes['sign-in/fields']!.x).toBeLessThan(200);
    expect(
      Object.values(
        measure(signIn.pixels, 'sign-in', { x: 0, y: 0, width: 1920, height: 1080 }).get('palette')!,
      ),
    ).toContain('#2f5d8c');
    const start = await paint([element('start-up', { background: '#1f6b66', progress: 'line' })], 'start-up');
    expect(
      measure(start.pixels, 'start-up', { x: 0, y: 0, width: 1920, height: 1080 }).get('background'),
    ).toBe('#1f6b66');
  });
});

describe('composing a desktop', () => {
  it('draws every kind that can be seen, from any values and from none', () => {
    const numbers = fc.double({ min: 0, max: 400, noNaN: true });
    const valueOf = (type: string, choices?: readonly string[]): fc.Arbitrary<TraitValue | undefined> => {
      const one: fc.Arbitrary<TraitValue> =
        type === 'choice'
          ? fc.constantFrom(...choices!)
          : type === 'colour'
            ? fc.constantFrom(...COLOURS)
            : type === 'flag'
              ? fc.boolean()
              : type === 'order'
                ? fc.constantFrom<TraitValue>(
                    { start: [], centre: [], end: [] },
                    {
                      start: ['clock', 'spacer', 'menus'],
                      centre: ['window list', '<x>&"'],
                      end: [
                        'launcher',
                        'weather',
                        'workspace switcher',
                        'media control',
                        'system indicators',
                        'keyboard layout',
                        'show desktop',
                      ],
                    },
                  )
                : type === 'palette'
                  ? fc.constant<TraitValue>({ first: '#8c3d2f', second: '#2f5d8c' })
                  : type === 'place'
                    ? fc.constantFrom<TraitValue>({ zone: 'start', offset: 0 }, { zone: 'end', offset: 100 })
                    : type === 'label' || type === 'format' || type === 'key'
                      ? fc.constantFrom('HH:mm\nEEE d', '<svg onload="x">', 'clock')
                      : ['length', 'share', 'count', 'duration'].includes(type)
                        ? numbers
                        : fc.constant<TraitValue>(1);
      return fc.option(one, { nil: undefined });
    };
    const anything = fc.tuple(
      ...KINDS.map((kind) =>
        fc
          .record(Object.fromEntries(kind.traits.map((t) => [t.id, valueOf(t.type, t.choices)])))
          .map((values) =>
            element(
              kind.id,
              Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)) as Record<
                string,
                TraitValue
              >,
            ),
          ),
      ),
    );
    fc.assert(
      fc.property(anything, fc.constantFrom(...VIEWS), (seen, view) => {
        const { svg, boxes } = drawDesktop(composeDesktop(seen, { ...SIZE, view }, letters), letters);
        expect(svg).not.toMatch(/NaN|undefined|Infinity/);
        expect(svg).not.toContain('<svg onload');
        expect(isDrawing(svg)).toBe(true);
        for (const rect of Object.values(boxes))
          for (const side of Object.values(rect)) expect(Number.isFinite(side)).toBe(true);
      }),
      { numRuns: cases(150) },
    );
  });
});

describe('letters as data', () => {
  it('have the outlines of the fonts that ship, but for kerning', () => {
    const kerned = loadLettering();
    for (const face of ['interface', 'bold', 'title', 'fixed'] as const) {
      for (const char of ['n', 'R', '8', 'ö', '…']) {
        const [a, b] = [letters.outline(face, char, 20), kerned.outline(face, char, 20)];
        expect(a.width).toBeCloseTo(b.width, 1);
        const numbers = (d: string) => [...d.matchAll(/-?\d+(\.\d+)?/g)].map((m) => Number(m[0]));
        const [one, other] = [numbers(a.d), numbers(b.d)];
        expect(one).toHaveLength(other.length);
        one.forEach((v, i) => expect(Math.abs(v - other[i]!)).toBeLessThan(0.03));
      }
      expect(letters.metrics(face).foot).toBeGreaterThan(0.1);
    }
  });

  let server: TestServer;
  beforeAll(async () => {
    server = await startTestServer({ mirror: 'http://127.0.0.1:9' });
  });
  afterAll(() => server.stop());

  it('come to the page in one answer, and a mirror that is away says so', async () => {
    const { status, body } = await server.get('/api/drawings/glyphs');
    expect(status).toBe(200);
    expect(Object.keys(body as object).sort()).toEqual(['bold', 'fixed', 'interface', 'title']);
    expect(await server.get('/api/mirror/pipit')).toMatchObject({ status: 502 });
    expect(await server.get('/api/mirror/..%2fx')).toMatchObject({ status: 404 });
  });

  it('make pictures of what is sent, once, and of nothing that is no drawing', async () => {
    const { svg } = await paint([element('bar', { edge: 'right', thickness: 84, colour: '#e3c2b4' })]);
    const send = (text: string) =>
      server.get('/api/drawings/pictures', {
        method: 'POST',
        headers: { 'Content-Type': 'image/svg+xml' },
        body: text,
      });
    const sent = await send(svg);
    expect(sent.status).toBe(202);
    const { job } = sent.body as { job: string };
    type Done = { state: string; result: { blob: string; width: number; height: number } };
    let done: Done;
    do {
      await new Promise((r) => setTimeout(r, 50));
      done = (await server.get(`/api/jobs/${job}`)).body as Done;
    } while (done.state === 'waiting' || done.state === 'running');
    expect(done).toMatchObject({ state: 'done', result: { width: 1920, height: 1080 } });
    const { blob } = done.result;
    const png = Buffer.from(await (await fetch(`${server.url}/api/blobs/${blob}`)).arrayBuffer());
    const { data, info } = await sharp(png).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    const read = readBar(
      { width: info.width, height: info.height, data },
      { x: 1836, y: 0, width: 84, height: 1080 },
    );
    expect(read).toMatchObject({ ok: true, value: { edge: 'right', thickness: 84, colour: '#e3c2b4' } });
    const again = await send(svg);
    expect(again).toMatchObject({ status: 200, body: { picture: { blob } } });
    for (const bad of [
      '',
      'no drawing',
      svg.replace('<svg ', '<svg onload="x()" '),
      '<svg xmlns="http://www.w3.org/2000/svg" width="100000" height="100000"></svg>',
      '<svg xmlns="http://www.w3.org/2000/svg"></svg>',
    ])
      expect(await send(bad)).toMatchObject({ status: 415 });
  });
});
