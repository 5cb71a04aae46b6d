import { TestBed } from '@angular/core/testing';
import { handmadeOffer } from '@spare-coat/core/model/coat/rows';
import { CoatView } from '../../shared/coatView';
import { Intake } from '../../shared/intake';
import { PixelsWorker } from '../../shared/pixels';
import { benchWith, testId } from '../../testing/bench';
import { handOn } from '../../testing/hand';
import { HandmadePanel } from './handmadePanel';

const BLOB = 'a'.repeat(64);

/** A button that was measured on a picture, with a panel to make something for it; the worker and the server answer as they do. */
async function making({ fails = false } = {}) {
  const bench = benchWith();
  const [elementId, pictureId] = [testId(), testId()];
  bench.lay({ type: 'variant.add', id: testId(), name: 'Light' });
  const [variant] = Object.values(bench.rows().variant);
  bench.lay(
    { type: 'display.set', id: testId(), width: 2560, height: 1440, scale: 2, inches: null },
    {
      type: 'picture.add',
      id: pictureId,
      variantId: variant!.id,
      name: 'p',
      subject: 'Whole desktop',
      blob: BLOB,
      original: BLOB,
      width: 2560,
      height: 1440,
    },
    {
      type: 'element.add',
      id: elementId,
      kind: 'launcher-button',
      name: 'Launcher',
      weight: 3,
      region: { id: testId(), pictureId, x: 10, y: 20, width: 40, height: 30, state: null, ground: null },
      traits: [
        {
          id: testId(),
          trait: 'size',
          variantId: null,
          state: null,
          target: 40,
          pictureId,
          source: { how: 'typed' },
        },
        {
          id: testId(),
          trait: 'shape',
          variantId: null,
          state: null,
          target: 'house',
          pictureId,
          source: { how: 'typed' },
        },
      ],
    },
  );
  const asked: unknown[] = [];
  const kept: string[] = [];
  TestBed.configureTestingModule({
    providers: [
      ...bench.providers,
      {
        provide: PixelsWorker,
        useValue: {
          ask: (what: string, how: { recipes: { size: number }[] }) => {
            asked.push([what, how]);
            if (fails) return Promise.reject(new Error('The picture cannot be read.'));
            return Promise.resolve(
              how.recipes.map(({ size }) => ({
                width: size,
                height: size,
                png: new Uint8Array([1]),
                sample: { luma: btoa('\0'.repeat(64 * 64)), colours: [] },
              })),
            );
          },
        },
      },
      {
        provide: Intake,
        useValue: {
          read: (file: File) => {
            kept.push(file.name);
            return Promise.resolve({ blob: String(kept.length).repeat(64), width: 1, height: 1 });
          },
        },
      },
    ],
  });
  const view = TestBed.inject(CoatView);
  const state = () => view.spine().find((s) => s.element.id === elementId)!;
  const fixture = TestBed.createComponent(HandmadePanel);
  fixture.componentRef.setInput('state', state());
  let done = 0;
  fixture.componentInstance.done.subscribe(() => done++);
  await fixture.whenStable();
  const settle = async () => {
    await fixture.whenStable();
    fixture.componentRef.setInput('state', state());
    await fixture.whenStable();
  };
  const page = fixture.nativeElement as HTMLElement;
  return { bench, page, hand: handOn(fixture), asked, kept, settle, elementId, done: () => done };
}
const rowsMade = (bench: Awaited<ReturnType<typeof making>>['bench']) => Object.values(bench.rows().handmade);

describe('something made by hand', () => {
  it('takes the values that are picked, and is chosen like any other offer', async () => {
    const { bench, hand, settle, done, elementId, page } = await making();
    const shape = [...page.querySelectorAll('mat-checkbox')].find((c) =>
      c.textContent.trim().startsWith('Shape'),
    );
    await hand.tick(shape!.textContent.trim());
    await hand.type('Command that a launcher runs (optional)', 'tidebar - m');
    await settle();
    expect(page.textContent).toContain('A blank parts a dash from its word: - m.');
    await hand.type('Command that a launcher runs (optional)', ' tidebar --menu ');
    await settle();
    expect(page.textContent).not.toContain('A blank');
    await hand.press('Make it');
    await settle();
    const [made] = rowsMade(bench);
    expect(made).toMatchObject({
      name: 'Launcher, hand-made',
      elementId,
      supplies: { shape: 'house' },
      files: [],
    });
    expect(made!.recipe['command']).toBe('tidebar --menu');
    expect(page.textContent).toContain('Save the launcher');
    await hand.press('Choose Launcher, hand-made');
    expect(Object.values(bench.rows().layer)).toMatchObject([
      { offer: handmadeOffer(made!.id), partId: null },
    ]);
    expect(done()).toBe(1);
    await hand.press('Remove Launcher, hand-made');
    await settle();
    expect(rowsMade(bench)).toEqual([]);
  });
  it('cuts a picture in the sizes that are asked for, the largest first, and keeps each', async () => {
    const { bench, hand, asked, kept, settle, page } = await making();
    await hand.tick('a picture cut from the reference');
    await hand.type('Sizes, px', '24, 48 32');
    await hand.type('Padding, %', '10');
    await hand.tick('in one colour');
    await hand.press('Make it');
    await settle();
    expect(asked).toEqual([
      [
        'make',
        {
          sha: BLOB,
          rect: { x: 10, y: 20, width: 40, height: 30 },
          recipes: [48, 32, 24].map((size) => ({ size, padding: 0.1, isSquare: true, recolour: '#404040' })),
        },
      ],
    ]);
    expect(kept).toEqual([
      'launcher-hand-made-48.png',
      'launcher-hand-made-32.png',
      'launcher-hand-made-24.png',
    ]);
    const [made] = rowsMade(bench);
    expect(made!.files.map((f) => f.width)).toEqual([48, 32, 24]);
    expect(Object.values(made!.supplies)).toMatchObject([{ blob: '1'.repeat(64), width: 48 }]);
    expect(page.querySelector('a.file')?.getAttribute('download')).toBe('launcher-hand-made-48.png');
  });
  it('begins with the size that keeps the proportion, in the host’s pixels', async () => {
    const { hand, page } = await making();
    await hand.tick('a picture cut from the reference');
    const sizes = page.querySelector<HTMLInputElement>('[formcontrolname=sizes]')!.value;
    expect(Number(sizes)).toBe(40);
    expect(page.textContent).toContain('40 px is its size, carried to this display.');
  });
  it('says what is wrong at each field, and makes nothing', async () => {
    const { bench, hand, asked, page } = await making();
    await hand.tick('a picture cut from the reference');
    await hand.type('Name', '');
    await hand.type('Sizes, px', '24, nonsense');
    await hand.type('Padding, %', '70');
    await hand.press('Make it');
    expect(page.textContent).toContain('A name needs at least one character.');
    expect(page.textContent).toContain('Sizes are 1 to 8 numbers from 4 to 1024');
    expect(page.textContent).toContain('Padding is 0 to 40 %.');
    expect(asked).toEqual([]);
    expect(bench.sent).toEqual([]);
  });
  it('wants at least one value, and says what fails on the way', async () => {
    const nothing = await making();
    await nothing.hand.press('Make it');
    expect(nothing.page.querySelector('[role=alert]')?.textContent).toContain('Pick at least one value');
    TestBed.resetTestingModule();
    const failing = await making({ fails: true });
    await failing.hand.tick('a picture cut from the reference');
    await failing.hand.press('Make it');
    expect(failing.page.querySelector('[role=alert]')?.textContent).toContain('The picture cannot be read.');
    expect(failing.bench.sent).toEqual([]);
    expect(await failing.hand.canPress('Make it')).toBe(true);
  });
});
