import { TestBed } from '@angular/core/testing';
import { startingSets } from '@spare-coat/core/model/kinds/startingSets';
import { of, throwError } from 'rxjs';
import { onDemo, type DemoBench } from '../testing/demoBench';
import { testId } from '../testing/bench';
import { instrumentsOn, painted } from '../testing/pixelsBench';
import { OtherVariant } from '../study/otherVariant';
import { Crop } from './crop';
import { Elements } from './elements';
import { Fonts } from './fonts';
import { Intake } from './intake';
import { Notices } from './notices';
import { PixelsWorker } from './pixels';

/** A coat with the demo on it; what is mounted is of no matter. */
async function coat(before: (bench: DemoBench) => void = () => undefined, providers: unknown[] = []) {
  const rect = { x: 0, y: 0, width: 1, height: 1 };
  const inputs = { blob: 'a', full: { width: 1, height: 1 }, rect, width: 1, height: 1 };
  const mounted = await onDemo(Crop, { inputs, before, providers });
  const select = vi.spyOn(mounted.view, 'select').mockImplementation(() => undefined);
  return { ...mounted, selected: select };
}
const said = () => TestBed.inject(Notices).list().at(-1);

describe('elements as wholes', () => {
  const elements = () => TestBed.inject(Elements);
  it('are removed, one or several in one go that is taken back in one', async () => {
    const { bench } = await coat();
    elements().remove([bench.element['Clock']!]);
    expect(bench.sent.at(-1)).toEqual({ type: 'element.remove', id: bench.element['Clock'] });
    expect(said()!.text).toBe('“Clock” was removed.');
    elements().remove([bench.element['Rail']!, bench.element['Pointer']!]);
    expect(bench.sent.at(-1)).toMatchObject({ type: 'many', label: 'Remove 2 elements' });
    said()!.action!.run();
    expect(bench.answered).toEqual(['undo']);
  });
  it('are weighed, and not where they weigh so already', async () => {
    const { bench } = await coat();
    elements().weigh([bench.element['Rail']!, bench.element['Clock']!], 5);
    // The rail weighs five already.
    expect(bench.sent).toEqual([
      expect.objectContaining({ type: 'element.set', id: bench.element['Clock'], weight: 5 }),
    ]);
  });
  it('are copied with their targets and regions, and the copy is selected', async () => {
    const { bench, selected } = await coat();
    elements().duplicate([bench.element['Clock']!]);
    const { element, trait, region } = bench.rows();
    const copy = Object.values(element).find((e) => e.name === 'Clock, copy')!;
    const of = (id: string) => Object.values(trait).filter((t) => t.elementId === id).length;
    expect(of(copy.id)).toBe(of(bench.element['Clock']!));
    expect(Object.values(region).filter((r) => r.elementId === copy.id)).toHaveLength(1);
    expect(selected).toHaveBeenCalledWith(copy.id);
  });
  it('are merged into the first of them, and only with their kind', async () => {
    const { bench, selected } = await coat((b) => {
      b.lay({
        type: 'element.add',
        id: testId(),
        kind: 'bar',
        name: 'Another bar',
        weight: 3,
        region: null,
        traits: [],
      });
    });
    const other = Object.values(bench.rows().element).find((e) => e.name === 'Another bar')!;
    elements().merge([bench.element['Rail']!, bench.element['Clock']!]);
    expect(said()!.text).toBe('Only elements of one kind can be merged.');
    expect(bench.sent).toEqual([]);
    elements().merge([other.id, bench.element['Rail']!]);
    expect(bench.sent.at(-1)).toEqual({ type: 'element.merge', into: bench.element['Rail'], from: other.id });
    expect(selected).toHaveBeenCalledWith(bench.element['Rail']);
  });
  it('are moved among their neighbours, and not past them', async () => {
    const { bench, view } = await coat();
    const all = view.spine().map((s) => s.element);
    const [first, second, third] = all;
    elements().move(first!.id, all, 1);
    const moved = bench.sent.at(-1) as unknown as { position: number };
    expect(moved.position).toBeGreaterThan(second!.position);
    expect(moved.position).toBeLessThan(third!.position);
    const before = bench.sent.length;
    elements().move(all.at(-1)!.id, all, 1);
    expect(bench.sent).toHaveLength(before);
  });
  it('begin with a set, of which nothing comes that is there already', async () => {
    const { bench } = await coat();
    const set = startingSets()[0]!;
    const kinds = () => Object.values(bench.rows().element).map((e) => e.kind);
    elements().start(set);
    for (const { kind } of set.elements) expect(kinds()).toContain(kind);
    const before = kinds().length;
    elements().start(set);
    expect(kinds()).toHaveLength(before);
  });
  it('are added by kind, as part of the look or as an extra that is never scored', async () => {
    const { bench, view } = await coat();
    elements().addKind('dock');
    elements().addExtra('dock');
    const docks = Object.values(bench.rows().element).filter((e) => e.kind === 'dock');
    expect(docks.map((d) => [d.name, d.addition])).toEqual(
      expect.arrayContaining([
        ['Dock', false],
        ['Dock, extra', true],
      ]),
    );
    elements().wave(['cursor-theme']);
    expect(view.coat()!.dismissed).toContain('cursor-theme');
  });
});

describe('pictures that are taken in', () => {
  const PNG = () => {
    const bytes = new Uint8Array(64);
    bytes.set([
      0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, 0, 0, 10, 0, 0, 0,
      5, 0xa0, 8, 2,
    ]);
    return bytes;
  };
  const file = (bytes: Uint8Array, name = 'desk.png') => {
    const made = new File([bytes as BlobPart], name, { type: 'image/png' });
    // The page of a test has blobs that cannot tell their bytes.
    made.slice = () => ({ arrayBuffer: () => Promise.resolve(bytes.buffer) }) as Blob;
    return made;
  };
  const READ = { blob: 'f'.repeat(64), original: 'e'.repeat(64), width: 2560, height: 1440, remarks: [] };
  const intake = () => TestBed.inject(Intake);
  it('are looked at before they are sent: what is none is refused with its reason', async () => {
    const sent: unknown[] = [];
    const { bench } = await coat((b) => {
      b.api['sendPicture'] = ((f: File) => {
        sent.push(f.name);
        return of({ picture: READ });
      }) as never;
    });
    await intake().take([file(new Uint8Array(40), 'notes.txt')], bench.light);
    expect(intake().refusal()!.file).toBe('notes.txt');
    expect(intake().refusal()!.sentence).not.toBe('');
    expect(sent).toEqual([]);
    await intake().take([file(PNG())], bench.light);
    expect(sent).toEqual(['desk.png']);
    expect(bench.sent.at(-1)).toMatchObject({
      type: 'picture.add',
      name: 'desk',
      blob: READ.blob,
      variantId: bench.light,
    });
    expect(intake().refusal()).toBeNull();
    expect(intake().arriving()).toBeNull();
  });
  it('are refused where they are too large, before anything is read', async () => {
    const { bench } = await coat();
    const large = file(PNG());
    Object.defineProperty(large, 'size', { value: 65 * 1024 * 1024 });
    await intake().take([large], bench.light);
    expect(intake().refusal()!.sentence).toBe('The file has 65 MB; at most 64 MB can be measured.');
  });
  it('keep what was there where the server refuses one, and go on with the next', async () => {
    let n = 0;
    const { bench } = await coat((b) => {
      b.api['sendPicture'] = () =>
        n++ === 0 ? throwError(() => new Error('It is cut off.')) : of({ picture: READ });
    });
    await intake().take([file(PNG(), 'one.png'), file(PNG(), 'two.png')], bench.light);
    expect(intake().refusal()!).toEqual({ file: 'one.png', sentence: 'It is cut off.' });
    expect(bench.sent.filter((c) => c.type === 'picture.add')).toHaveLength(1);
  });
  it('replace the pixels of one, and say how many regions show something else', async () => {
    const { bench } = await coat(
      (b) => {
        b.api['sendPicture'] = () => of({ picture: READ });
      },
      [
        {
          provide: PixelsWorker,
          useValue: {
            ask: (_: string, { rects }: { rects: unknown[] }) => Promise.resolve(rects.map((_r, i) => i < 2)),
          },
        },
      ],
    );
    const picture = bench.rows().picture[bench.pictureId]!;
    await intake().replace(file(PNG()), picture);
    const replaced = bench.sent.at(-1) as unknown as { changed: string[] };
    expect(replaced.changed).toHaveLength(2);
    expect(said()!.text).toMatch(/2 of \d+ regions show something else/);
  });
});

describe('fonts that are taken in', () => {
  const metrics = {
    family: 'Fern Sans',
    style: 'Bold',
    weight: 700,
    unitsPerEm: 1000,
    xHeight: 500,
    capHeight: 700,
  };
  it('are compared from then on, once each, and say why they cannot be read', async () => {
    let answer = () => of({ blob: 'a'.repeat(64), metrics }) as unknown;
    await coat((b) => {
      b.api['sendFont'] = () => answer() as never;
    });
    const fonts = TestBed.inject(Fonts);
    expect(fonts.isFont(new File([''], 'a.WOFF2'))).toBe(true);
    expect(fonts.isFont(new File([''], 'a.png'))).toBe(false);
    answer = () => throwError(() => new Error('It is no font.'));
    await fonts.take(new File([''], 'broken.otf'));
    expect(fonts.problem()).toBe('broken.otf: It is no font.');
  });
  it('that ship are asked for once, and again where they did not come', async () => {
    let n = 0;
    await coat((b) => {
      b.api['faces'] = () =>
        n++ === 0
          ? throwError(() => new Error('The server does not answer.'))
          : of({ faces: [{ id: 'f', shipped: true, metrics }] });
    });
    const fonts = TestBed.inject(Fonts);
    fonts.need();
    expect(fonts.problem()).toBe('The server does not answer.');
    fonts.need();
    fonts.need();
    expect(n).toBe(2);
    expect(fonts.faces().map((f) => f.metrics.family)).toEqual(['Fern Sans']);
  });
});

describe('the other variant, measured the same way', () => {
  const rail = (x: number, scale: number, colour: string) => ({
    ...{ x: x * scale, y: 0, width: 56 * scale, height: 720 * scale },
    colour,
  });
  const LIGHT = painted(2560, 1440, '#c9d6a8', [rail(1224, 2, '#e3c2b4')]);
  const DARK = painted(1280, 720, '#202020', [rail(1224, 1, '#4a3a34')]);
  const MOVED = painted(1280, 720, '#202020', [rail(0, 1, '#4a3a34')]);
  const WITHOUT = painted(1280, 720, '#202020', []);
  const measured = (twin: boolean, dark = DARK) =>
    coat(
      (b) => {
        for (const [name, id] of Object.entries(b.element))
          if (name !== 'Rail') b.lay({ type: 'element.remove', id });
        const rect = { x: 2448, y: 0, width: 112, height: 1440 };
        b.lay({
          type: 'element.measure',
          id: b.element['Rail']!,
          region: { id: testId(), pictureId: b.pictureId, ...rect, state: null, ground: null },
          traits: [
            {
              ...{ id: testId(), trait: 'edge', variantId: null, state: null, target: 'right' },
              pictureId: b.pictureId,
              source: { how: 'measured', pictureId: b.pictureId, ...rect },
            },
          ],
        });
        if (twin)
          b.lay({
            type: 'picture.add',
            id: testId(),
            variantId: b.dark,
            name: 'Saltmarsh 3, dark',
            subject: 'Whole desktop',
            blob: 'd'.repeat(64),
            original: 'd'.repeat(64),
            width: 1280,
            height: 720,
          });
      },
      [instrumentsOn(dark, LIGHT)],
    );
  const colourSent = (sent: readonly unknown[]) =>
    (
      sent.at(-1) as { commands: { traits: { trait: string; target: unknown }[] }[] }
    ).commands[0]!.traits.find((t) => t.trait === 'colour')?.target;
  it('is read where the first one was, at its own size', async () => {
    const { bench } = await measured(true);
    const other = TestBed.inject(OtherVariant);
    await other.measure(bench.rows().variant[bench.dark]!);
    expect(other.report()).toMatchObject({ variant: 'Dark', elements: 1, skipped: [], assumed: [] });
    expect(colourSent(bench.sent)).toBe('#4a3a34');
    expect(other.progress()).toBeNull();
  });
  it('is read where it stands now, and what moved is said', async () => {
    const { bench } = await measured(true, MOVED);
    const other = TestBed.inject(OtherVariant);
    await other.measure(bench.rows().variant[bench.dark]!);
    expect(colourSent(bench.sent)).toBe('#4a3a34');
    expect(bench.sent.at(-1)).toMatchObject({ commands: [{ region: { x: 0, y: 0, width: 56 } }] });
    expect(other.report()!.disagreements).toContain('Rail: edge is left here, right in the other variant.');
  });
  it('is not read off the wall where nothing stands on it', async () => {
    const { bench } = await measured(true, WITHOUT);
    const other = TestBed.inject(OtherVariant);
    await other.measure(bench.rows().variant[bench.dark]!);
    expect(other.report()).toMatchObject({ elements: 0, values: 0 });
    expect(other.report()!.skipped[0]).toMatch(/^Rail: Nothing of its kind/);
    expect(bench.sent).toEqual([]);
  });
  it('is not guessed where it has no picture that shows the same', async () => {
    const { bench } = await measured(false);
    await TestBed.inject(OtherVariant).measure(bench.rows().variant[bench.dark]!);
    expect(said()!.text).toBe('Dark has no picture that shows the same.');
    expect(bench.sent).toEqual([]);
  });
});
