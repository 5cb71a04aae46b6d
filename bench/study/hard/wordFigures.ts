import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { takeApart } from '@spare-coat/core/measuring/apart/takeApart';
import { wordsOf } from '@spare-coat/core/measuring/apart/wordsOf';
import { lettersOn } from '@spare-coat/core/measuring/type/lettersOn';
import { isInside, overlap, type Rect } from '@spare-coat/core/measuring/picture/rect';
import type { Pixels } from '@spare-coat/core/measuring/picture/pixels';
import sharp from 'sharp';
import { createWorker, OEM, PSM, type Worker } from 'tesseract.js';
import type { Figure } from '../../figure.js';
import { pixelsOf } from '../accuracy.js';
import { drawnLayouts } from './drawn.js';

const LAYOUTS = 60;
const FIRST = Number(process.env['HARD_SEED'] ?? 1);
/** Around the words as the browser tells them, in pixels. */
const AROUND = 2;
/** One dash is as good as another: a reader of letters knows no other than that of its keyboard. */
const plain = (words: string) => words.replaceAll(/[–—]/g, '-').replaceAll(/\s+/g, ' ').trim();

/** The words of a region as the page reads them; null where none are told. */
async function read(reader: Worker, pixels: Pixels, rect: Rect): Promise<string | null> {
  if (!isInside(rect, pixels.width, pixels.height)) return null;
  const letters = lettersOn(pixels, rect);
  if (!letters.ok) return null;
  const { width, height, data } = letters.value.pixels;
  const png = await sharp(Buffer.from(data), { raw: { width, height, channels: 4 } })
    .png()
    .toBuffer();
  await reader.setParameters({
    tessedit_pageseg_mode: letters.value.lines === 1 ? PSM.SINGLE_LINE : PSM.SINGLE_BLOCK,
    user_defined_dpi: '300',
  });
  return (await reader.recognize(png)).data.text;
}

/**
 * Clocks and titles on desktops that a browser laid out at scale 1, read where the browser says they are and where they were found;
 * what windows cover is left out.
 */
async function words(say: (line: string) => void, each: (line: string) => void): Promise<Figure> {
  const known = createRequire(import.meta.url).resolve('@tesseract.js-data/eng/package.json');
  const reader = await createWorker('eng', OEM.LSTM_ONLY, {
    langPath: join(dirname(known), '4.0.0_best_int'),
    gzip: true,
    cacheMethod: 'none',
  });
  const counts = { told: { clock: [0, 0], title: [0, 0] }, found: { clock: [0, 0], title: [0, 0] } };
  try {
    for (const { png, layout, boxes } of await drawnLayouts(
      Array.from({ length: LAYOUTS }, (_, i) => FIRST + i),
    )) {
      if (layout.scale !== 1) continue;
      const pixels = await pixelsOf(png);
      const findings = takeApart(pixels);
      for (const [i, { told, rect }] of boxes.entries()) {
        if (told.what !== 'clock' && told.what !== 'text') continue;
        const isHidden = boxes
          .slice(told.what === 'clock' ? 0 : i + 1)
          .some((b) => b.told.what === 'window' && overlap(b.rect, rect) > 0);
        if (isHidden || rect.width < 4) continue;
        const [x, y] = [Math.max(0, Math.round(rect.x) - AROUND), Math.max(0, Math.round(rect.y) - AROUND)];
        const right = Math.min(pixels.width, Math.round(rect.x + rect.width) + AROUND);
        const bottom = Math.min(pixels.height, Math.round(rect.y + rect.height) + AROUND);
        const what = told.what === 'clock' ? 'clock' : 'title';
        const found = findings
          .filter((f) => f.what === what)
          .map((f) => wordsOf(f, findings, pixels))
          .find((r) => r !== null && overlap(r, rect) > 0.8 * rect.width * rect.height);
        const tries = { told: { x, y, width: right - x, height: bottom - y }, found };
        for (const [where, at] of Object.entries(tries) as ['told' | 'found', Rect | undefined][]) {
          if (!at) continue;
          const got = await read(reader, pixels, at);
          const count = counts[where][what];
          count[1]!++;
          if (got !== null && plain(got) === plain(told.words)) count[0]!++;
          else
            each(`desktop ${layout.seed}: ${what} ${where}: “${told.words}” read as “${got?.trim() ?? ''}”`);
        }
      }
    }
  } finally {
    await reader.terminate();
  }
  for (const [where, of] of Object.entries(counts))
    for (const [what, [right, all]] of Object.entries(of))
      say(`${what} where ${where}: ${right} of ${all} read right`);
  const { clock, title } = counts.told;
  const all = clock[1]! + title[1]!;
  return {
    id: 'words',
    value: Math.round((1000 * (clock[0]! + title[0]!)) / all) / 10,
    unit: `% of ${all} clocks and titles read right, clean, scale 1`,
    against: null,
    ratio: null,
  };
}

export const WORD_FIGURES = { words };
