import { Injectable, InjectionToken, inject, signal } from '@angular/core';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import { refused, ok, type Result } from '@spare-coat/core/ground/result';
import { PixelsWorker } from '../shared/pixels';

/** Reads letters that were made ready for it. */
export interface LetterReader {
  /**
   * @param png black letters on white, as PNG
   * @param lines how many lines of them there are
   * @returns what stands there, and how sure that is, 0 to 100
   */
  read(png: Uint8Array, lines: number): Promise<{ readonly text: string; readonly sure: number }>;
}

/** Where the reader, its core and its language lie on our own server; see the assets of the build. */
const AT = 'reader';

/** Fetches the reader: a few megabytes, and only when somebody asks for words. */
async function fetchReader(): Promise<LetterReader> {
  const { createWorker, OEM, PSM } = (await import('tesseract.js')).default;
  const base = new URL(`${AT}/`, document.baseURI).href;
  const worker = await createWorker('eng', OEM.LSTM_ONLY, {
    workerPath: `${base}worker.min.js`,
    corePath: base,
    langPath: base,
    // Its own script and no blob: its answer alone may run WebAssembly.
    workerBlobURL: false,
    gzip: true,
    cacheMethod: 'none',
  });
  return {
    read: async (png, lines) => {
      await worker.setParameters({
        tessedit_pageseg_mode: lines === 1 ? PSM.SINGLE_LINE : PSM.SINGLE_BLOCK,
        user_defined_dpi: '300',
      });
      const { data } = await worker.recognize(
        new Blob([png as Uint8Array<ArrayBuffer>], { type: 'image/png' }),
      );
      return { text: data.text, sure: data.confidence };
    },
  };
}

export const LETTER_READER = new InjectionToken<() => Promise<LetterReader>>(
  'how the reader of letters is fetched',
  {
    providedIn: 'root',
    factory: () => fetchReader,
  },
);

/** What is read with less than this is rather not told, 0 to 100. */
const SURE_ENOUGH = 60;

/** Reads what is written on a region of a picture. Without its reader, which is fetched when it is first asked for, all else works. */
@Injectable({ providedIn: 'root' })
export class WordReader {
  private readonly pixels = inject(PixelsWorker);
  private readonly fetchReader = inject(LETTER_READER);
  private reader: Promise<LetterReader> | null = null;
  /** The reader is on its way: a few seconds, the first time. */
  readonly fetching = signal(false);

  /**
   * @param rect in pixels of the picture
   * @returns the words as they stand, line by line; or why they cannot be told
   * @throws Error with a sentence where the reader cannot be fetched
   */
  async read(sha: string, rect: Rect): Promise<Result<string>> {
    const letters = await this.pixels.ask('letters', { sha, rect });
    if (!letters.ok) return letters;
    const reader = await this.ready();
    const { text, sure } = await reader.read(letters.value.png, letters.value.lines);
    const words = text
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => line !== '')
      .join('\n');
    return words === '' || sure < SURE_ENOUGH
      ? refused('unsure', 'What is written there could not be read for certain.')
      : ok(words);
  }

  private async ready(): Promise<LetterReader> {
    this.fetching.set(true);
    try {
      this.reader ??= this.fetchReader();
      return await this.reader;
    } catch {
      // Asked for again it is fetched again.
      this.reader = null;
      throw new Error(
        'The reader of words could not be fetched from the server. Everything else works without it.',
      );
    } finally {
      this.fetching.set(false);
    }
  }
}
