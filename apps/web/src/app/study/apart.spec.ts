import { getByRole, queryByRole } from '@testing-library/dom';
import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { Notices } from '../shared/notices';
import { onDemo, type DemoBench } from '../testing/demoBench';
import { instrumentsOn, laidOut, painted } from '../testing/pixelsBench';
import { photo } from '../testing/photo';
import { Study } from './study';
import { LETTER_READER, type LetterReader } from './wordReader';

// As large as the demo’s picture: a bar along the foot with a launcher unlike the rest, and a window with a strip and two buttons.
const BAR = { x: 0, y: 1360, width: 2560, height: 80, colour: '#2c3238' };
const WINDOW = { x: 600, y: 300, width: 1200, height: 700 };
const LAUNCHER = { x: 20, y: 1380, width: 40, height: 40, colour: '#c98f3a' };
const THINGS = [
  BAR,
  LAUNCHER,
  ...[1, 2, 3].map((i) => ({ x: 20 + 70 * i, y: 1380, width: 40, height: 40, colour: '#9fb8d8' })),
  { ...WINDOW, colour: '#f1ece2' },
  { ...WINDOW, height: 60, colour: '#7a2f5b' },
  ...[0, 1].map((i) => ({ x: 620 + 44 * i, y: 318, width: 24, height: 24, colour: '#e6cf63' })),
];
const DESKTOP = painted(2560, 1440, '#7a7f86', THINGS);

/** The demo’s pictures without anything measured on them. */
function bare(bench: DemoBench): void {
  bench.api['faces'] = () => of({ faces: [] });
  for (const id of Object.values(bench.element)) bench.lay({ type: 'element.remove', id });
}

async function study(
  before: (bench: DemoBench) => void = bare,
  pixels = DESKTOP,
  reader: () => Promise<LetterReader> = () => Promise.reject(new Error('away')),
) {
  laidOut(664, 384);
  const mounted = await onDemo(Study, {
    providers: [instrumentsOn(pixels), { provide: LETTER_READER, useValue: reader }],
    before,
  });
  const wait = async () => {
    for (let i = 0; i < 4; i++) await mounted.settle();
  };
  await wait();
  const list = () =>
    [...mounted.page.querySelectorAll('coat-apart-panel li')].map((li) =>
      li.textContent.replace(/\s+/g, ' ').trim(),
    );
  return { ...mounted, wait, list };
}

describe('a picture taken apart', () => {
  it('is the first one of a coat, by itself: each finding with its numbers, and how sure it is', async () => {
    const { page, list } = await study();
    expect(list()).toEqual([
      '1 Bar at the foot 80 px thick · sure',
      '2 Window frame 60 px thick · sure',
      '3 Window buttons 2 of them · sure',
      '4 Launcher button 40 × 40 px · sure',
    ]);
    // They lie on the picture by name, small ones by number.
    const marks = [...page.querySelectorAll('coat-picture-view .item text')].map((t) => t.textContent.trim());
    expect(marks).toEqual(['Bar at the foot', 'Window frame', '3', '4']);
  });
  it('becomes elements in one change, measured where they were found', async () => {
    const { page, hand, bench, wait, list } = await study();
    getByRole(page, 'checkbox', { name: /Window buttons/ }).click();
    await wait();
    await hand.press('Add 3');
    await wait();
    const sent = bench.sent.at(-1) as { type: string; commands: Record<string, unknown>[] };
    expect(sent.type).toBe('many');
    expect(sent.commands.map((c) => [c['type'], c['kind'], c['name']])).toEqual([
      ['element.add', 'bar', 'Bar at the foot'],
      ['element.add', 'frame', 'Window frame'],
      ['element.add', 'launcher-button', 'Launcher button'],
    ]);
    const { x, y, width, height } = BAR;
    expect(sent.commands[0]!['region']).toMatchObject({ pictureId: bench.pictureId, x, y, width, height });
    const traits = sent.commands[0]!['traits'] as { trait: string; target: unknown; source: unknown }[];
    expect(traits.find((t) => t.trait === 'thickness')).toMatchObject({
      target: 80,
      source: { how: 'measured', x, y, width, height },
    });
    expect(traits.find((t) => t.trait === 'edge')).toMatchObject({ target: 'bottom' });
    // What was not taken is still there to be taken.
    expect(list()).toEqual(['1 Window buttons 2 of them · sure']);
    TestBed.inject(Notices).list().at(-1)!.action!.run();
    expect(bench.answered).toEqual(['undo']);
  });
  it('is corrected by hand, dismissed, and put aside', async () => {
    const { page, hand, wait, list } = await study();
    await hand.press('Dismiss Window frame');
    await wait();
    expect(list().map((line) => line.split(' ')[1])).toEqual(['Bar', 'Window', 'Launcher']);
    await hand.press('Correct Bar at the foot');
    await wait();
    expect(page.querySelector('coat-region-details')).not.toBeNull();
    expect(page.querySelector('coat-facts')!.textContent).toContain('2560 × 80 px');
    await hand.press('Forget it');
    await wait();
    expect(list()).toHaveLength(2);
    await hand.press('Put aside');
    await wait();
    expect(page.querySelector('coat-apart-panel')).toBeNull();
  });
  it('finds again only what is no element yet, and only when it is asked', async () => {
    const { page, hand, list, wait } = await study((bench) => {
      bare(bench);
      const { colour: _, ...rect } = BAR;
      const region = { id: '00000000-0000-4000-8000-0000000000aa', pictureId: bench.pictureId, ...rect };
      bench.lay({
        type: 'element.add',
        id: '00000000-0000-4000-8000-0000000000ab',
        kind: 'bar',
        name: 'My bar',
        weight: 3,
        region: { ...region, state: null, ground: null },
        traits: [],
      });
      // The frame of another window stands for those of all.
      bench.lay({
        type: 'element.add',
        id: '00000000-0000-4000-8000-0000000000ac',
        kind: 'frame',
        name: 'My frame',
        weight: 3,
        region: {
          ...{ id: '00000000-0000-4000-8000-0000000000ad', pictureId: bench.pictureId },
          ...{ x: 20, y: 20, width: 300, height: 40, state: null, ground: null },
        },
        traits: [],
      });
    });
    expect(page.querySelector('coat-apart-panel')).toBeNull();
    await hand.press('Take apart');
    await wait();
    expect(list().map((line) => line.replace(/^\d /, '').split(' ')[0])).toEqual(['Window', 'Launcher']);
  });
  it('is no photo, which is set straight first', async () => {
    const { page, hand, wait } = await study(bare, photo());
    expect(queryByRole(page, 'heading', { name: 'Found on the picture' })).toBeNull();
    await hand.press('Take apart');
    await wait();
    expect(TestBed.inject(Notices).list().at(-1)!.text).toContain('set straight by its corners first');
    expect(page.querySelector('coat-apart-panel')).toBeNull();
  });
  it('says where nothing was found, and what to do', async () => {
    const { page, hand, wait } = await study(bare, painted(2560, 1440, '#7a7f86', []));
    await hand.press('Take apart');
    await wait();
    expect(page.querySelector('coat-apart-panel')!.textContent).toContain('Draw a region over what you see');
    await hand.press('Put aside');
    expect(page.querySelector('coat-apart-panel')).toBeNull();
  });
});

describe('the words on a picture that was taken apart', () => {
  // Strokes where the letters of a title would be, in the strip.
  const LETTERED = painted(2560, 1440, '#7a7f86', [
    ...THINGS,
    ...[0, 1, 2, 3, 4, 5].map((i) => ({
      x: 1500 + 14 * i,
      y: 322,
      width: 4 + (i % 3),
      height: 16,
      colour: '#f4ece0',
    })),
  ]);
  const reading = (text: string, sure = 95) => {
    const given: number[] = [];
    const reader = () =>
      Promise.resolve<LetterReader>({
        read: (_png, lines) => {
          given.push(lines);
          return Promise.resolve({ text, sure });
        },
      });
    return { given, reader };
  };

  it('are read when somebody asks for them, and name what they title', async () => {
    const { given, reader } = reading(' Tide tables \n');
    const { hand, bench, wait, list } = await study(bare, LETTERED, reader);
    expect(given).toEqual([]);
    await hand.press('Read the words');
    await wait();
    expect(given).toEqual([1]);
    expect(list()[1]).toMatch(/^2 Window frame Tide tables 60 px thick/);
    await hand.press('Add 4');
    await wait();
    const sent = bench.sent.at(-1) as unknown as {
      commands: { name: string; traits: { trait: string }[] }[];
    };
    const frame = sent.commands.find((c) => c.name.startsWith('Window frame'))!;
    expect(frame.name).toBe('Window frame “Tide tables”');
    expect(frame.traits.map((t) => t.trait)).not.toContain('format');
  });
  it('are not told where they were read badly', async () => {
    const { hand, wait, list } = await study(bare, LETTERED, reading('T1de', 40).reader);
    await hand.press('Read the words');
    await wait();
    expect(list()[1]).toMatch(/^2 Window frame 60 px thick/);
    expect(TestBed.inject(Notices).list().at(-1)!.text).toContain('could not be read for certain');
  });
  it('are asked for again where the reader could not be fetched, and all else works without them', async () => {
    let asked = 0;
    const { reader } = reading('Tide tables');
    const failing = () => (asked++ === 0 ? Promise.reject(new Error('away')) : reader());
    const { hand, wait, list } = await study(bare, LETTERED, failing);
    await hand.press('Read the words');
    await wait();
    expect(TestBed.inject(Notices).list().at(-1)!.text).toContain('Everything else works without it');
    await hand.press('Read the words');
    await wait();
    expect(list()[1]).toContain('Tide tables');
  });
});
