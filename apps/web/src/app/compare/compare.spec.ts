import { wereDone } from '../testing/ticks';
import { stepsOf } from '@spare-coat/core/model/deeds/step';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { getByRole, queryByRole } from '@testing-library/dom';
import { Intake } from '../shared/intake';
import { Notices } from '../shared/notices';
import { onDemo, rowsIn, type DemoBench } from '../testing/demoBench';
import { testId } from '../testing/bench';
import { instrumentsOn, laidOut, painted, pointerOn } from '../testing/pixelsBench';
import { CompareStage } from './compare';
import { OverTime } from './overTime';

// The reference has a rail of 112 px at the right of 2560; carried over that is 84 of 1920, and the own one is 8 more.
const RAIL = { x: 2448, y: 0, width: 112, height: 1440, colour: '#e3c2b4' };
const things = (x: number, side: number, step: number) =>
  [1, 2, 3].map((i) => ({ x, y: i * step, width: side, height: side, colour: '#2a3a8c' }));
const REFERENCE = painted(2560, 1440, '#7a7f86', [RAIL, ...things(2474, 60, 160)]);
const OWN = painted(1920, 1080, '#7a7f86', [
  { x: 1828, y: 0, width: 92, height: 1080, colour: '#e3c2b4' },
  ...things(1851, 45, 120),
]);

/** The demo with its rail alone, where the reference has it, and as many pictures of one's own desktop. */
function railAlone(bench: DemoBench, captures: readonly string[]): string[] {
  for (const [name, id] of Object.entries(bench.element))
    if (name !== 'Rail') bench.lay({ type: 'element.remove', id });
  const { colour: _, ...rect } = RAIL;
  bench.lay({
    type: 'region.set',
    elementId: bench.element['Rail']!,
    region: { id: testId(), pictureId: bench.pictureId, ...rect, state: null, ground: null },
  });
  return captures.map((at, i) => {
    const id = testId();
    bench.lay({
      type: 'capture.add',
      id,
      variantId: bench.light,
      name: `Evening ${i + 1}`,
      subject: 'Whole desktop',
      how: 'brought in',
      at,
      blob: String(i + 1).repeat(64),
      original: String(i + 1).repeat(64),
      width: 1920,
      height: 1080,
    });
    return id;
  });
}

async function comparing(captures: readonly string[] = ['2026-11-22T20:00:00.000Z'], inputs = {}, own = OWN) {
  laidOut(960, 540);
  let ids: string[] = [];
  const mounted = await onDemo(CompareStage, {
    select: 'Rail',
    inputs,
    providers: [instrumentsOn(own, REFERENCE)],
    before: (bench) => {
      ids = railAlone(bench, captures);
    },
  });
  const wait = async () => {
    for (let i = 0; i < 3; i++) await mounted.settle();
  };
  await wait();
  const went: Record<string, unknown>[] = [];
  TestBed.inject(Router).navigate = (_to, extras) => {
    went.push(extras?.queryParams ?? {});
    return Promise.resolve(true);
  };
  const key = async (name: string) => {
    window.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true }));
    await wait();
  };
  const verdict = () => mounted.page.querySelector('.verdict')!.textContent.replace(/\s+/g, ' ');
  return { ...mounted, ids, wait, went, key, verdict };
}

describe('a picture of one’s own desktop', () => {
  it('is looked at when it is first shown, and the element is found with its figures', async () => {
    const { bench, verdict } = await comparing();
    const looked = bench.sent.filter((c) => c.type === 'sighting.set');
    expect(looked).toHaveLength(1);
    expect(looked[0]!.sightings[0]).toMatchObject({
      elementId: bench.element['Rail'],
      values: { thickness: 92, edge: 'right' },
    });
    expect(verdict()).toMatch(/Rail\s?\d+ % seen/);
  });
  it('says what would bring it nearer, which is set with one press', async () => {
    const { bench, hand, verdict, view, wait } = await comparing();
    expect(verdict()).toContain('Thickness is 92 px, and 84 was chosen: its step is not done yet');
    const ofRail = stepsOf(view.plan()!).filter((s) => s.elements.includes(bench.element['Rail']!));
    wereDone(bench, ofRail);
    await wait();
    await hand.press('Set it');
    await wait();
    const set = bench.sent.at(-1)!;
    expect(set).toMatchObject({ type: 'match.setting', trait: 'thickness' });
    const told = TestBed.inject(Notices).list().at(-1)!;
    expect(told.text).toContain('Rail: Thickness is set');
    told.action!.run();
    expect(bench.answered).toEqual(['undo']);
  });
  it('needs nothing only as far as it was read, which is said', async () => {
    const right = painted(1920, 1080, '#7a7f86', [
      { x: 1836, y: 0, width: 84, height: 1080, colour: '#e3c2b4' },
      ...things(1856, 45, 120),
    ]);
    const { verdict } = await comparing(undefined, {}, right);
    const told = verdict();
    expect(told).toMatch(/Nothing to set of what could be read; \d+ of \d+ traits could not\./);
  });
  it('tells its numbers trait by trait: wanted, promised and seen', async () => {
    const { page, key } = await comparing();
    expect(page.querySelector('coat-proof-details')).toBeNull();
    await key('d');
    const row = rowsIn(page, 'Traits of Rail').find((r) => r[0] === 'Thickness')!;
    expect(row[1]).toContain('84');
    expect(row[3]).toMatch(/^92 px/);
  });
  it('is accepted as it is with what is lost, and no longer', async () => {
    const { bench, hand, key, wait, view } = await comparing();
    await key('d');
    await hand.press('Accept the difference …');
    expect(await hand.canPress('Accept')).toBe(false);
    await hand.type('What is lost, and why it may stay', 'Eight pixels; nobody sees them.');
    await hand.press('Accept');
    await wait();
    expect(bench.sent.at(-1)).toMatchObject({
      type: 'match.say',
      said: 'stand-in',
      lost: 'Eight pixels; nobody sees them.',
    });
    expect(view.selected()?.standing).toBe('stand-in');
    await hand.press('Accept it no longer');
    await wait();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'match.say', said: null });
  });
  it('is renamed, and not to nothing', async () => {
    const { page, bench, hand, key, wait, ids } = await comparing();
    await key('d');
    await hand.type('Name', 'After the second evening');
    expect(bench.sent.at(-1)).toMatchObject({
      type: 'capture.set',
      id: ids[0],
      name: 'After the second evening',
    });
    const before = bench.sent.length;
    await hand.type('Name', '   ');
    await wait();
    expect(bench.sent).toHaveLength(before);
    expect(page.querySelector('mat-error')!.textContent).toContain('A name needs at least one character');
  });
  it('keeps its day where what was typed is none, and says how a day is written', async () => {
    const { page, bench, hand, key, wait } = await comparing();
    await key('d');
    const day = () => getByRole<HTMLInputElement>(page, 'textbox', { name: /Taken on/ });
    const before = bench.sent.length;
    await hand.type('Taken on', '31.02.2026');
    day().dispatchEvent(new Event('change'));
    await wait();
    expect(day().value).toBe('2026-11-22');
    expect(bench.sent).toHaveLength(before);
    expect(TestBed.inject(Notices).list().at(-1)!.text).toContain('such as 2026-11-30');
    await hand.type('Taken on', '2026-11-21');
    day().dispatchEvent(new Event('change'));
    await wait();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'capture.set', at: '2026-11-21T20:00:00.000Z' });
  });
  it('is placed by hand where it was not found, and what a hand began ends with Escape', async () => {
    const { bench, page, hand, key, wait } = await comparing();
    await key('r');
    expect(page.textContent).toContain('Drag over Rail on your picture');
    const frame = page.querySelector('coat-pair-view .frame')!;
    pointerOn(frame).drag([910, 10], [950, 500]);
    await wait();
    await hand.press('Keep this place');
    await wait();
    const looked = bench.sent.at(-1)!;
    expect(looked.type).toBe('sighting.set');
    expect(JSON.stringify(looked)).toContain('"by hand"');
    await key('r');
    await key('Escape');
    expect(page.textContent).not.toContain('Drag over Rail');
  });
  it('is held against the reference in every way, by keys as by presses', async () => {
    const { page, fixture, key, wait, went } = await comparing();
    await key('2');
    await key('3');
    expect(new Set(went.map((w) => w['way'])).size).toBe(2);
    fixture.componentRef.setInput('way', 'wipe');
    await wait();
    const line = getByRole(page, 'slider', { name: 'Line between the pictures' });
    const before = Number(line.getAttribute('aria-valuenow'));
    line.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
    await wait();
    expect(Number(line.getAttribute('aria-valuenow'))).toBe(before + 2);
    fixture.componentRef.setInput('way', 'turns');
    await wait();
    const gone = () => page.querySelectorAll('coat-pair-view .pane.gone').length;
    expect(gone()).toBe(1);
    await key('t');
    expect(gone()).toBe(1);
  });
  it('is removed, and comes back', async () => {
    const { bench, page, hand, key, wait, ids } = await comparing();
    await key('d');
    const button = [...page.querySelectorAll('button')].find((b) => /Remove/.test(b.textContent))!;
    await hand.press(button.textContent.trim());
    await wait();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'capture.remove', id: ids[0] });
    expect(TestBed.inject(Notices).list().at(-1)!.text).toContain('was removed, with what was seen on it');
  });
  it('is asked for where there is none', async () => {
    const { page, fixture, went, wait } = await comparing([]);
    expect(page.querySelector('h1')!.textContent).not.toBe('');
    expect(queryByRole(page, 'region', { name: 'The selected element' })).toBeNull();
    TestBed.inject(Intake).read = () =>
      Promise.resolve({ blob: 'f'.repeat(64), original: 'f'.repeat(64), width: 1920, height: 1080 } as never);
    const button = fixture.debugElement.query((d) => d.name === 'coat-file-button');
    button.triggerEventHandler('chosen', [
      new File(['x'], 'now.png', { type: 'image/png', lastModified: 1e12 }),
    ]);
    await wait();
    expect(went.at(-1)!['own']).toBeDefined();
  });
  it('says why one cannot be read, and keeps what was there', async () => {
    const { page, fixture, bench, wait } = await comparing();
    TestBed.inject(Intake).read = () => Promise.reject(new Error('It is no picture.'));
    const before = bench.sent.length;
    const button = fixture.debugElement.query((d) => d.name === 'coat-file-button');
    button.triggerEventHandler('chosen', [new File(['x'], 'notes.txt')]);
    await wait();
    expect(page.textContent).toContain('notes.txt: It is no picture.');
    expect(bench.sent).toHaveLength(before);
  });
});

describe('closeness over time', () => {
  async function overTime() {
    const first = await comparing(['2026-11-20T20:00:00.000Z', '2026-11-22T20:00:00.000Z']);
    const rows = first.bench.rows();
    TestBed.resetTestingModule();
    laidOut(600, 240);
    return onDemo(OverTime, { before: (bench) => bench.rows.set(rows) });
  }
  it('tells each picture by its day, and the elements on any two of them', async () => {
    const { page, hand, settle } = await overTime();
    expect(page.querySelector('coat-chart canvas')!.getAttribute('aria-label')).toMatch(
      /2026-11-20 (–|\d+) %?.*2026-11-22 \d+ %/,
    );
    await hand.choose('to', '2026-11-20 Evening 1');
    await settle();
    expect(page.textContent).not.toContain('Lay the two on each other');
  });
  it('has its numbers as a table', async () => {
    const { page, hand, settle } = await overTime();
    const label = page.querySelector('coat-chart canvas')!.getAttribute('aria-label')!;
    await hand.press(`As numbers: ${label}`);
    await settle();
    expect(rowsIn(page.querySelector('coat-chart')!).map((r) => r[1])).toEqual([
      'Picture',
      'Evening 1',
      'Evening 2',
    ]);
  });
});
