import type { BarThing, OnBar } from '../drawn.js';
import { readable, UNTOLD, type Look } from '../look.js';
import { programsOf, titlesOf } from '../ownNames.js';
import { iconFor } from '../pictures/icons.js';
import { emOf } from '../type/letters.js';
import { writeDate } from '../../traits/writeDate.js';
import type { BarItem, IconLook, IconShape, RowEntry, Sign } from '../../scene/state.js';

/** How the elements that stand on bars are drawn there. */

/** Programs that are open, for window lists and marks of what is running. */
const OPEN: readonly (readonly [program: string, title: string])[] = [
  ['desk', 'Running order'],
  ['editor', 'Reel 41, side A'],
  ['notes', 'Desk notes'],
];
/** Programs that are open: one's own with the titles of the reference, as far as there are some. */
function openOn(look: Look): readonly (readonly [program: string, title: string])[] {
  const [programs, titles] = [programsOf(look), titlesOf(look)];
  return OPEN.map(([program, title], n) => {
    const own = programs[n % Math.max(1, programs.length)];
    return [own ?? program, titles[n % Math.max(1, titles.length)] ?? own ?? title];
  });
}

export const SIGN_OF: Readonly<Record<string, Sign>> = {
  network: 'level',
  sound: 'wave',
  battery: 'cell',
  'keyboard layout': 'letters',
  notifications: 'bell',
  clipboard: 'sheet',
  updates: 'turn',
};

/** The height of words on a bar, in units where the interface's type does not tell, and the most of the bar that they take. */
const WORDS = 14;
const MOST_OF_BAR = 0.6;

const whole = (value: number) => Math.max(1, Math.round(value));

const inkOf = ({ v, bar, look }: OnBar, id = 'colour') =>
  v.text(id, readable(bar.colour, look.told('interface-type').text('colour', UNTOLD.ink)));
const sizeOf = ({ v, side }: OnBar, id = 'size') => whole(v.number(id, side));
/** Pixels per em of words on the bar. */
const wordsEm = ({ look, letters, screen, bar }: OnBar) =>
  Math.min(
    emOf(look.told('interface-type'), 'interface', letters, WORDS * screen.unit),
    bar.thickness * MOST_OF_BAR,
  );

function row(on: OnBar, entries: readonly RowEntry[], high: number, spacing: number): BarItem[] {
  if (entries.length === 0) return [];
  const [size, gap] = [whole(high), Math.round(spacing)];
  return [{ what: 'row', duty: on.name, size, spacing: gap, ink: inkOf(on), face: 'bold', entries }];
}

function words(on: OnBar, list: readonly string[]): BarItem[] {
  const em = wordsEm(on);
  const entries = list.map((text) => ({ text }));
  return row(on, entries, em * on.letters.metrics('bold').cap, em);
}

function icon(on: OnBar, look: IconLook, high: number, mark: string | null = null): BarItem {
  return { what: 'icon', duty: on.name, size: whole(high), look, ...(mark ? { mark } : {}) };
}

/** A field with a word in it, along the bar. */
function tab(on: OnBar, length: number, label: string, ground: string | null): BarItem {
  const [ink, size] = [inkOf(on), wordsEm(on)];
  const plain = { face: 'interface', accent: null, look: null } as const;
  return { what: 'tab', duty: on.name, length: whole(length), label, size, ink, ground, ...plain };
}

const BUTTON_SHAPES: readonly string[] = ['house', 'disc', 'square', 'lozenge', 'ring', 'notched square'];

function launcherButton(on: OnBar): BarItem[] {
  const shape = on.v.text('shape', 'ring');
  const label = on.v.text('label', 'none');
  const look: IconLook = {
    shape: (BUTTON_SHAPES.includes(shape) ? shape : 'square') as IconShape,
    colour: inkOf(on),
    sign: on.bar.colour,
    drawing: 'flat with folds',
  };
  const button = icon(on, look, sizeOf(on));
  return label === 'none' || on.bar.upright
    ? [button]
    : [button, ...words(on, [label]).map((i) => ({ ...i, duty: 'launcher label' }))];
}

/** Of the figures: how much smaller a second line is, and the space between two lines. */
const SECOND_LINE = 0.7;
const LINE_GAP = 0.45;

function clock(on: OnBar): BarItem[] {
  const { v, screen, bar, letters, name: duty } = on;
  const lines = writeDate(v.text('format', 'HH:mm'), screen.moment, screen.language).split('\n');
  // A clock's size is the height of its figures.
  const figure = v.number('size', Math.min(WORDS * screen.unit, bar.thickness * 0.4));
  const { cap } = letters.metrics('title');
  const second = (figure * SECOND_LINE) / letters.metrics('interface').cap;
  return [
    {
      what: 'text',
      duty,
      gap: Math.round(figure * LINE_GAP),
      lines: lines.map((text, i) => ({
        text,
        face: i === 0 ? 'title' : 'interface',
        size: i === 0 ? figure / cap : second,
        ink: inkOf(on),
      })),
    },
  ];
}

function statusArea(on: OnBar): BarItem[] {
  const told = on.v.items('items');
  const high = sizeOf(on);
  const names = told.length > 0 ? told : ['network', 'sound', 'battery'];
  const isTold = on.element?.values.has('size') === true;
  return row(
    on,
    names.map((n) => ({ sign: SIGN_OF[n] ?? 'sheet' })),
    isTold ? high : Math.min(high, 20 * on.screen.unit),
    on.v.number('spacing', high * 0.6),
  );
}

function windowList(on: OnBar): BarItem[] {
  const { v, bar, look, screen } = on;
  const show = v.text('show', bar.upright ? 'picture only' : 'picture and title');
  const mark = v.text('runningMark', 'line') === 'none' ? null : inkOf(on);
  if (show === 'picture only' || bar.upright)
    return openOn(look).map(([program], i) => ({
      ...icon(on, iconFor(look, program), sizeOf(on), i === 0 ? mark : null),
      duty: `window list ${i + 1}`,
    }));
  const accent = look.told('controls').text('accent', inkOf(on));
  return openOn(look).map(([program, label], i): BarItem => ({
    what: 'tab',
    duty: `window list ${i + 1}`,
    length: whole(v.number('entryWidth', 200 * screen.unit)),
    label,
    face: i === 0 ? 'bold' : 'interface',
    size: wordsEm(on),
    ink: inkOf(on),
    ground: i === 0 ? look.told('frame').text('colourActive', UNTOLD.raised) : null,
    accent: i === 0 && mark ? accent : null,
    look: show === 'title only' ? null : iconFor(look, program),
  }));
}

const WORKSPACES = ['Air', 'Desk', 'Cut', 'Post', 'Rota'];
const MOST_WORKSPACES = 12;

function workspaceSwitcher(on: OnBar): BarItem[] {
  const { v } = on;
  const count = whole(Math.min(MOST_WORKSPACES, v.number('count', 4)));
  const show = v.text('show', 'numbers');
  const dot: RowEntry = { look: { shape: 'disc', colour: inkOf(on), sign: inkOf(on), drawing: 'flat' } };
  const entryOf = (i: number): RowEntry => {
    if (show === 'numbers') return { text: String(i + 1) };
    if (show === 'names') return { text: WORKSPACES[i % WORKSPACES.length] ?? '' };
    return show === 'dots' ? dot : { field: i === 0 ? 1 : 0.4 };
  };
  const entries = Array.from({ length: show === 'one mark' ? 1 : count }, (_, i) => entryOf(i));
  const high = sizeOf(on);
  return row(on, entries, on.element?.values.has('size') ? high : high * 0.6, high * 0.4);
}

function barMenus(on: OnBar): BarItem[] {
  const order = on.v.items('order');
  if (order.length > 0) return words(on, order);
  return on.v.flag('present') ? words(on, ['File', 'Edit', 'View']) : [];
}

const KEYBOARD: Readonly<Record<string, string>> = {
  'two letters': 'en',
  'three letters': 'eng',
  name: 'English',
};

function keyboardMark(on: OnBar): BarItem[] {
  const said = KEYBOARD[on.v.text('show', 'two letters')];
  return row(on, [said ? { text: said } : { sign: 'letters' }], on.v.number('size', wordsEm(on)), 0);
}

function mediaControl(on: OnBar): BarItem[] {
  const told = on.v.items('items');
  const em = wordsEm(on);
  const entries = (told.length > 0 ? told : ['back', 'play', 'on']).slice(0, 5);
  return row(
    on,
    entries.map(() => ({ sign: 'turn' as const })),
    em,
    em * 0.6,
  );
}

function weather(on: OnBar): BarItem[] {
  const em = wordsEm(on);
  return row(on, [{ sign: 'sun' }, { text: '14°' }], on.v.number('size', em), em * 0.5);
}

const LOADS = [12, 34, 7, 51];

function systemIndicators(on: OnBar): BarItem[] {
  const told = on.v.items('items');
  const em = wordsEm(on);
  const isFigures = on.v.text('show', 'figures') === 'figures';
  const entries = (told.length > 0 ? told : ['processor', 'memory']).slice(0, LOADS.length);
  return row(
    on,
    entries.map((_, i): RowEntry => (isFigures ? { text: `${LOADS[i] ?? 0} %` } : { sign: 'wave' })),
    em * 0.8,
    em * 0.6,
  );
}

function searchButton(on: OnBar): BarItem[] {
  const form = on.v.text('form', 'picture');
  if (form === 'word') return words(on, ['Search']);
  if (form === 'field' && !on.bar.upright) return [tab(on, 180 * on.screen.unit, 'Search', UNTOLD.window)];
  return [icon(on, { shape: 'ring', colour: inkOf(on), sign: inkOf(on), drawing: 'flat' }, sizeOf(on))];
}

function showDesktop(on: OnBar): BarItem[] {
  const isThin = on.v.text('form', 'button') !== 'button';
  const length = whole(on.v.number('width', isThin ? 8 * on.screen.unit : on.side));
  return isThin
    ? [tab(on, length, '', inkOf(on))]
    : [icon(on, { shape: 'plate', colour: inkOf(on), sign: on.bar.colour }, length)];
}

function spacer(on: OnBar): BarItem[] {
  const { bar, screen, v, name: duty } = on;
  const along = bar.upright ? screen.height : screen.width;
  const length = whole((along * v.number('length', 2)) / 100);
  return [{ what: 'gap', duty, length, ink: v.flag('line') ? inkOf(on) : null }];
}

/** A picture of one shape in the element's ink. */
const sign =
  (shape: IconShape) =>
  (on: OnBar): BarItem[] => [icon(on, { shape, colour: inkOf(on), sign: on.bar.colour }, sizeOf(on))];

/** A program by its name: what an order of items names and no kind tells. */
export function program(on: OnBar): BarItem[] {
  const isRunning = openOn(on.look).some(([program]) => program === on.name) && on.bar.runningMark !== 'none';
  const accent = on.look.told('controls').text('accent', inkOf(on));
  return [icon(on, iconFor(on.look, on.name), on.side, isRunning ? readable(on.bar.colour, accent) : null)];
}

/** By the ids of the kinds. */
export const ON_BARS: Readonly<Record<string, BarThing>> = {
  'launcher-button': { item: 'launcher', draw: launcherButton },
  clock: { item: 'clock', draw: clock },
  'window-list': { item: 'window list', draw: windowList },
  'status-area': { item: 'status area', draw: statusArea },
  'workspace-switcher': { item: 'workspace switcher', draw: workspaceSwitcher },
  'bar-menus': { item: 'menus', draw: barMenus },
  'keyboard-mark': { item: 'keyboard layout', draw: keyboardMark },
  'media-control': { item: 'media control', draw: mediaControl },
  weather: { item: 'weather', draw: weather },
  'system-indicators': { item: 'system indicators', draw: systemIndicators },
  'search-button': { item: 'search', draw: searchButton },
  'overview-button': { item: 'overview', draw: sign('square') },
  bin: { item: 'bin', draw: sign('drawer') },
  'show-desktop': { item: 'show desktop', draw: showDesktop },
  spacer: { item: 'spacer', draw: spacer },
};
