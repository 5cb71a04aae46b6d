import { TestBed } from '@angular/core/testing';
import { getByRole, queryByRole } from '@testing-library/dom';
import { of, throwError } from 'rxjs';
import { MatDialog } from '@angular/material/dialog';
import { FirstSteps } from '../shared/hints/firstSteps';
import { PixelsWorker } from '../shared/pixels';
import { Intake } from '../shared/intake';
import { Notices } from '../shared/notices';
import { onDemo } from '../testing/demoBench';
import { instrumentsOn, laidOut, painted, pointerOn } from '../testing/pixelsBench';
import { photo } from '../testing/photo';
import { Study } from './study';

// A picture as large as the demo’s says it is, seen at a quarter: a bar along the right edge with three things on it.
const WIDTH = 2560;
const HEIGHT = 1440;
const VIEW = { width: 664, height: 384 };
const BAR = { x: 2440, y: 0, width: 120, height: HEIGHT, colour: '#e3c2b4' };
const THINGS = [100, 240, 380].map((y) => ({ x: 2470, y, width: 60, height: 60, colour: '#2a3a8c' }));
const PICTURE = painted(WIDTH, HEIGHT, '#7a7f86', [BAR, ...THINGS]);
/** From the picture to the view: it is shown whole, 12 px from the frame. */
const seen = (x: number, y: number) => [12 + x / 4, 12 + y / 4] as const;

async function study(select?: string, pixels = PICTURE) {
  laidOut(VIEW.width, VIEW.height);
  const mounted = await onDemo(Study, {
    ...(select ? { select } : {}),
    providers: [instrumentsOn(pixels)],
    before: (bench) => {
      bench.api['faces'] = () => of({ faces: [] });
    },
  });
  const { page, settle } = mounted;
  const frame = page.querySelector('coat-picture-view .frame, coat-picture-view [tabindex]')!;
  const pointer = pointerOn(frame);
  const wait = async () => {
    await settle();
    await settle();
  };
  const drawBar = async () => {
    pointer.drag(seen(2446, 4), seen(2556, 1436));
    await wait();
  };
  const key = async (name: string, more: KeyboardEventInit = {}) => {
    frame.dispatchEvent(
      new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true, ...more }),
    );
    await wait();
  };
  const tool = async (name: string) => {
    getByRole(page, 'radio', { name }).click();
    await wait();
  };
  return { ...mounted, frame, pointer, wait, drawBar, key, tool };
}
const facts = (page: HTMLElement) =>
  new Map(
    [...page.querySelectorAll('coat-facts tr')].map((tr) => {
      const [what, how] = [...tr.querySelectorAll('td')].map((c) => c.textContent.trim());
      return [what, how];
    }),
  );
const tab = (page: HTMLElement, name: string) => getByRole(page, 'tab', { name });

describe('a side that may be at either of two lines', () => {
  it('stays as it was drawn, both are offered, and the one that is taken is found', async () => {
    const band = { ...BAR, width: 12, colour: '#43203d' };
    const { page, wait, hand, drawBar } = await study(
      undefined,
      painted(WIDTH, HEIGHT, '#7a7f86', [BAR, band, ...THINGS]),
    );
    await wait();
    await drawBar();
    expect(facts(page).get('Settled sides')).not.toContain('left');
    const question = getByRole(page, 'group', { name: 'Where is its left side?' });
    expect(question.textContent.replaceAll(/\s+/g, ' ')).toContain('Its left side may be at');
    await hand.press('2440 px');
    await wait();
    expect(facts(page).get('Place')).toBe('2440, 0');
    expect(facts(page).get('Thickness')).toBe('120 px');
    expect(facts(page).get('Settled sides')).toBe('all four');
    expect(queryByRole(page, 'group', { name: 'Where is its left side?' })).toBeNull();
  });
});

describe('a whole window, drawn round for a frame', () => {
  const WINDOW = { x: 600, y: 400, width: 1200, height: 720 };
  const desktop = painted(WIDTH, HEIGHT, '#7a7f86', [
    { ...WINDOW, colour: '#f1ece2' },
    { ...WINDOW, height: 60, colour: '#7a2f5b' },
  ]);
  const question = (page: HTMLElement) =>
    queryByRole(page, 'group', { name: 'Which part is its title strip?' });
  async function drawn() {
    const mounted = await study(undefined, desktop);
    const { pointer, wait, hand } = mounted;
    pointer.drag(seen(596, 404), seen(1804, 1116));
    await wait();
    await hand.choose('What is it?', 'Window frame');
    await wait();
    return mounted;
  }
  it('is asked about before a title of its height is stored, and its strip is taken instead', async () => {
    const { page, bench, hand, wait } = await drawn();
    expect(question(page)!.textContent).toContain('the title’s height would be');
    await hand.press('Add element');
    await wait();
    expect(getByRole(page, 'alert').textContent).toContain('Say first which part is its title strip');
    expect(bench.sent).toEqual([]);
    await hand.press('Take its title strip, 60 px');
    await wait();
    expect(question(page)).toBeNull();
    await hand.press('Add element');
    await wait();
    const added = bench.sent.find((c) => c.type === 'element.add')!;
    expect(added).toMatchObject({ kind: 'frame', region: { ...WINDOW, height: 60 } });
    expect(added.traits.find((t) => t.trait === 'titleHeight')?.target).toBe(60);
  });
  it('is asked about again where another window is drawn round', async () => {
    const { page, hand, pointer, wait } = await drawn();
    await hand.press('Add element');
    await wait();
    pointer.drag(seen(600, 400), seen(1796, 1124));
    await wait();
    expect(queryByRole(page, 'alert')).toBeNull();
    expect(question(page)!.textContent).toContain('Take its title strip, 60 px');
  });
  it('is taken whole where a person says that it is all title strip', async () => {
    const { page, bench, hand, wait } = await drawn();
    await hand.press('It is all title strip');
    await wait();
    expect(question(page)).toBeNull();
    await hand.press('Add element');
    await wait();
    expect(bench.sent.find((c) => c.type === 'element.add')).toMatchObject({ kind: 'frame', region: WINDOW });
  });
});

describe('what happened to the picture', () => {
  const note = (page: HTMLElement) => queryByRole(page, 'note', { name: 'What happened to this picture' });
  it('is said in its foot alone where nothing is lost', async () => {
    const { page, wait } = await study();
    await wait();
    expect(note(page)).toBeNull();
    expect(page.querySelector('.foot')!.textContent).toContain('to the pixel');
  });
  it('is told beside a photo with what is left of it, until it is put aside', async () => {
    const { page, hand, wait, pointer } = await study(undefined, photo());
    await wait();
    expect(note(page)!.textContent).toContain('a photo of a screen');
    expect(note(page)!.textContent).toContain('lengths mean nothing on it until it is set straight');
    // No length of it is told, as sure as its sides may look.
    pointer.drag(seen(100, 100), seen(1000, 140));
    await wait();
    expect(page.textContent).toContain('none, as drawn');
    expect(page.textContent).not.toMatch(/Reads .*thickness/);
    await hand.press('Put this note aside');
    await wait();
    expect(note(page)).toBeNull();
  });
  it('becomes a picture of its own where it is set straight, and the photo stays', async () => {
    const { page, wait, hand } = await study(undefined, photo());
    await wait();
    const png = new Uint8Array([137, 80, 78, 71]);
    const take = vi.spyOn(TestBed.inject(Intake), 'take').mockResolvedValue();
    vi.spyOn(TestBed.inject(MatDialog), 'open').mockReturnValue({ afterClosed: () => of(png) } as never);
    await hand.press('Set it straight');
    expect(note(page)).not.toBeNull();
    const [files, , straightened] = take.mock.calls[0]!;
    expect(straightened).toBe(true);
    expect(files[0]!.name).toMatch(/, set straight\.png$/);
    expect(files[0]!.size).toBe(png.length);
    expect(files[0]!.type).toBe('image/png');
  });
  it('stays with what was made of a photo, which is not to be set straight again', async () => {
    const { page, bench, view, wait } = await study(undefined, photo());
    const measured = TestBed.inject(PixelsWorker);
    expect(getByRole(page, 'button', { name: 'Set it straight' })).not.toBeNull();
    const { blob, original, width, height } = view.picture()!;
    bench.lay({ type: 'picture.remove', id: bench.pictureId });
    bench.lay({
      type: 'picture.add',
      id: bench.pictureId,
      variantId: view.variant()!.id,
      name: 'Made of a photo',
      subject: 'Whole desktop',
      ...{ blob, original, width, height },
      straightened: true,
    });
    await wait();
    // Whoever measures on it is told.
    expect([...measured.photos]).toEqual([blob]);
    expect(note(page)!.textContent).toContain('a photo of a screen');
    expect(queryByRole(page, 'button', { name: 'Set it straight' })).toBeNull();
  });
});

describe('a region that is drawn', () => {
  it('settles on its edges, and says what it is', async () => {
    const { page, drawBar } = await study();
    await drawBar();
    const told = facts(page);
    expect(told.get('Edge')).toBe('right');
    expect(told.get('Thickness')).toBe('120 px');
    expect(told.get('Size')).toBe('120 × 1440 px');
    expect(page.textContent).toContain('#e3c2b4');
    expect(page.textContent).toMatch(/Reads .*edge.*thickness/);
  });
  it('becomes an element with what was read of it', async () => {
    const { page, bench, hand, drawBar, view, wait } = await study();
    await drawBar();
    const selected = vi.spyOn(view, 'select');
    await hand.type('Name', 'Tide rail');
    await hand.press('Add element');
    await wait();
    const added = bench.sent.find((c) => c.type === 'element.add')!;
    expect(added).toMatchObject({
      kind: 'bar',
      name: 'Tide rail',
      region: { x: 2440, width: 120, height: 1440 },
    });
    expect(added.traits.find((t) => t.trait === 'thickness')?.target).toBe(120);
    expect(added.traits.find((t) => t.trait === 'edge')?.target).toBe('right');
    expect(selected).toHaveBeenCalledWith(added.id);
    // What was drawn is used: the details are those of the element now.
    expect(queryByRole(page, 'heading', { name: 'Region' })).toBeNull();
  });
  it('is called by its kind where nobody names it, and is forgotten on request', async () => {
    const { page, bench, hand, drawBar, wait } = await study();
    await drawBar();
    await hand.choose('What is it?', 'Dock');
    await hand.press('Add element');
    await wait();
    expect(bench.sent.find((c) => c.type === 'element.add')).toMatchObject({ kind: 'dock', name: 'Dock' });
    await drawBar();
    await hand.press('Forget it');
    await wait();
    expect(queryByRole(page, 'heading', { name: 'Region' })).toBeNull();
    expect(bench.sent.filter((c) => c.type === 'element.add')).toHaveLength(1);
  });
  it('is moved by arrow keys, and made larger with Alt', async () => {
    const { page, pointer, key, wait } = await study();
    pointer.drag(seen(400, 400), seen(600, 500));
    await wait();
    expect(facts(page).get('Place')).toBe('400, 400');
    await key('ArrowRight');
    await key('ArrowDown', { shiftKey: true });
    expect(facts(page).get('Place')).toBe('401, 410');
    await key('ArrowLeft', { altKey: true });
    expect(facts(page).get('Size')).toBe('199 × 100 px');
  });
  it('measures an element anew where it is selected', async () => {
    const { bench, hand, drawBar, wait } = await study('Rail');
    await drawBar();
    await hand.press('Measure Rail here');
    await wait();
    expect(JSON.stringify(bench.sent.at(-1))).toContain('"thickness"');
    const { trait } = bench.rows();
    const thickness = Object.values(trait).find(
      (t) => t.elementId === bench.element['Rail'] && t.trait === 'thickness',
    );
    expect(thickness).toMatchObject({ target: 120, source: { how: 'measured' } });
  });
  it('says why it cannot be read, and keeps nothing of it', async () => {
    const { page, pointer, wait } = await study();
    TestBed.inject(Notices);
    pointer.drag([700, 20], [720, 30]);
    await wait();
    expect(queryByRole(page, 'heading', { name: 'Region' })).toBeNull();
  });
});

describe('what stands on a bar', () => {
  it('is found, named by hand, and put into the order of the bar', async () => {
    const { page, bench, hand, drawBar, wait } = await study('Rail');
    await drawBar();
    tab(page, 'Items').click();
    await wait();
    const names = () => [...page.querySelectorAll('coat-items-panel tbody tr')];
    expect(names()).toHaveLength(3);
    await hand.enter('Name of item 1', 'menu button');
    await hand.choose('Zone of item 3', 'end');
    await hand.press('Put order into Rail');
    await wait();
    const sent = bench.sent.at(-1)!;
    expect(sent).toMatchObject({ type: 'trait.set', elementId: bench.element['Rail'], trait: 'items' });
    const { target } = sent as unknown as { target: Record<string, string[]> };
    expect(target['start']?.[0]).toBe('menu button');
    expect(target['end']).toHaveLength(1);
    expect(Object.values(target).flat()).toHaveLength(3);
  });
  it('is counted as about so many where some may be parts of others, and that is said', async () => {
    const speck = { ...THINGS[0]!, y: 520, width: 12, height: 12 };
    const { page, drawBar, wait } = await study(
      undefined,
      painted(WIDTH, HEIGHT, '#7a7f86', [BAR, ...THINGS, speck]),
    );
    await drawBar();
    tab(page, 'Items').click();
    await wait();
    const panel = page.querySelector('coat-items-panel')!;
    expect(panel.querySelector('dd')!.textContent.trim()).toBe('about 4');
    expect(panel.textContent).toContain('some may be parts of others');
  });
  it('is added as an element of its own', async () => {
    const { page, bench, hand, drawBar, wait } = await study();
    await drawBar();
    tab(page, 'Items').click();
    await wait();
    await hand.press('Add item 2 as an element');
    await wait();
    const added = bench.sent.find((c) => c.type === 'element.add')!;
    expect(added.region).toMatchObject({ x: 2470, y: 240, width: 60, height: 60 });
  });
});

describe('the other instruments of a region', () => {
  it('tell what lets through, or why that cannot be told', async () => {
    const { page, drawBar, wait } = await study();
    await drawBar();
    tab(page, 'Opacity').click();
    await wait();
    expect(page.querySelector('coat-opacity-panel')!.textContent).toMatch(/Opacity|Pick four colours/);
  });
  it('refuse to read type where there is none', async () => {
    const { page, drawBar, wait } = await study();
    await drawBar();
    tab(page, 'Type').click();
    await wait();
    expect(page.querySelector('coat-type-panel .refused')!.textContent).toMatch(/letter|text/);
  });
  it('cut it out, and put the picture into the element that takes one', async () => {
    URL.createObjectURL = () => 'blob:cut';
    URL.revokeObjectURL = () => undefined;
    const { page, bench, hand, drawBar, wait } = await study('Launcher button');
    TestBed.inject(Intake).read = () =>
      Promise.resolve({
        blob: 'e'.repeat(64),
        original: 'e'.repeat(64),
        width: 120,
        height: 1440,
        name: 'x',
        notes: [],
      } as never);
    await drawBar();
    tab(page, 'Cut out').click();
    await wait();
    const cut = page.querySelector('coat-cut-panel')!;
    expect(cut.textContent).toContain('120 × 1440 px at 2440, 0. Its flat ground was taken away.');
    expect(getByRole(page, 'link', { name: 'Save as PNG' }).getAttribute('download')).toBe(
      'launcher-button.png',
    );
    await hand.press('Put into Launcher button: picture');
    await wait();
    expect(bench.sent.at(-1)).toMatchObject({
      type: 'trait.set',
      target: { blob: 'e'.repeat(64), width: 120 },
    });
  });
});

describe('tools beside drawing', () => {
  it('pick colours, tell them in every notation, and hold the last two against each other', async () => {
    const { page, hand, pointer, tool, wait } = await study();
    await tool('Colour');
    pointer.click(...seen(2500, 700));
    await wait();
    pointer.click(...seen(2500, 130));
    await wait();
    const panel = page.querySelector('coat-colour-panel')!;
    expect(panel.textContent).toContain('#e3c2b4');
    expect(panel.textContent).toContain('rgb(42 58 140)');
    expect(panel.textContent).toMatch(/Contrast\s*6\.\d\d : 1/);
    await hand.press('Forget pick 1');
    expect(panel.textContent).not.toContain('#e3c2b4');
  });
  it('solve the opacity of what was picked at two places, or refuse', async () => {
    const { page, pointer, tool, wait } = await study();
    await tool('Colour');
    for (const [x, y] of [
      [2500, 700],
      [1000, 700],
      [2500, 130],
      [1000, 200],
    ] as const) {
      pointer.click(...seen(x, y));
      await wait();
    }
    // Two places on one flat ground tell nothing.
    expect(page.querySelector('[aria-label="Opacity from two places"] .refused')!.textContent).not.toBe('');
  });
  it('lay a ruler that says what it spans, and move its end by keys', async () => {
    const { page, pointer, tool, key, wait } = await study();
    await tool('Ruler');
    pointer.drag(seen(100, 100), seen(500, 100));
    await wait();
    expect(page.querySelector('coat-picture-view')!.textContent).toContain('400 px');
    await key('ArrowRight', { shiftKey: true });
    expect(page.querySelector('coat-picture-view')!.textContent).toContain('410 px');
  });
  it('lay a guide along the nearer side, and take it away by dragging it out', async () => {
    const { bench, pointer, tool, wait } = await study();
    await tool('Guide');
    pointer.click(...seen(1200, 40));
    await wait();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'picture.guides', guides: [{ axis: 'x', at: 1200 }] });
    pointer.drag(seen(1200, 700), [2, 100]);
    await wait();
    expect(bench.sent.at(-1)).toMatchObject({ type: 'picture.guides', guides: [] });
  });
  it('select the smallest region under a click, and the next one by another', async () => {
    const { view, pointer, wait } = await study();
    pointer.click(...seen(5, 5));
    await wait();
    expect(view.selected()?.element.id).toBeDefined();
  });
  it('show the pixels around the pointer, large', async () => {
    const { page, pointer, key, wait } = await study();
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'l', bubbles: true }));
    await wait();
    pointer.move(...seen(1000, 800));
    await wait();
    const lens = page.querySelector('coat-lens')!;
    expect(lens.textContent).toContain('1000, 800');
    expect(lens.querySelector('img')!.style.transform).toBe('translate(-9930px, -7930px)');
    await key('+');
    expect(page.textContent).toContain('31.3 %');
  });
});

describe('pictures of the coat', () => {
  it('are taken out and brought back', async () => {
    const { bench, hand } = await study();
    await hand.pick('Picture and coat', 'Take it out');
    expect(bench.sent.at(-1)).toMatchObject({ type: 'picture.remove', id: bench.pictureId });
    const told = TestBed.inject(Notices).list().at(-1)!;
    expect(told.text).toContain('was taken out. Its numbers stay as typed ones.');
    told.action!.run();
    expect(bench.answered).toEqual(['undo']);
  });
  it('are given to be read, fonts apart from pictures', async () => {
    const { fixture } = await study();
    const taken: string[][] = [];
    TestBed.inject(Intake).take = (files) => {
      taken.push(files.map((f) => f.name));
      return Promise.resolve();
    };
    const bar = fixture.debugElement.query((d) => d.name === 'coat-picture-bar');
    bar.triggerEventHandler('added', [new File(['x'], 'a.png', { type: 'image/png' })]);
    expect(taken).toEqual([['a.png']]);
  });
  it('are asked for where there is none yet, with one way to bring one in', async () => {
    laidOut(VIEW.width, VIEW.height);
    const { page } = await onDemo(Study, {
      providers: [instrumentsOn(PICTURE)],
      before: (bench) => {
        bench.api['faces'] = () => throwError(() => new Error('No faces.'));
        bench.lay({ type: 'picture.remove', id: bench.pictureId });
      },
    });
    expect(page.querySelector('h1')!.textContent).toContain('Start with a picture');
    expect(TestBed.inject(FirstSteps).hasRegion()).toBe(false);
  });
});
