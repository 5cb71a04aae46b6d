import { Injectable, signal } from '@angular/core';
import type { CallName, PixelsAnswer, PixelsAsk, PixelsCalls } from '../../workers/pixels.messages';

/** After so long a person is told what goes on, and may stop it. */
const TELL_MS = 500;

const WORDS: Readonly<Record<CallName, string>> = {
  load: 'Opening the picture',
  grade: 'Looking at what happened to the picture',
  screen: 'Looking for the screen',
  straight: 'Setting the photo straight',
  apart: 'Taking the picture apart',
  beside: 'Looking where it stands',
  strip: 'Looking for the title strip',
  region: 'Reading the region',
  bar: 'Finding what is on it',
  text: 'Reading the type',
  ink: 'Telling ink and ground apart',
  letters: 'Telling letters from their ground',
  colour: 'Reading a colour',
  cut: 'Cutting it out',
  make: 'Making the picture',
  pick: 'Looking at its pixels',
  changed: 'Comparing the pictures',
  sights: 'Looking for the elements',
  pair: 'Bringing the pictures together',
};

export interface Working {
  readonly label: string;
  /** 0 to 1, or null where nobody can tell. */
  readonly share: number | null;
}

/** The person stopped it. */
export class MeasuringStopped extends Error {
  constructor() {
    super('Measuring was stopped. Nothing was changed.');
  }
}

interface Waiting {
  readonly what: CallName;
  readonly take: (answer: Exclude<PixelsAnswer, { progress: number }>) => void;
}

/** The one worker that owns decoded pixels, asked by promise. */
@Injectable({ providedIn: 'root' })
export class PixelsWorker {
  /** What takes longer than half a second, while it does. */
  readonly working = signal<Working | null>(null);
  /** SHA-256 of pictures that were made of photos. */
  photos: ReadonlySet<string> = new Set();
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, Waiting>();
  private counter = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** Asks an instrument. @throws Error with a sentence when it cannot answer, MeasuringStopped when it was stopped */
  async ask<K extends CallName>(what: K, ask: PixelsCalls[K]['ask']): Promise<PixelsCalls[K]['answer']> {
    return (await this.timed(what, ask)).answer;
  }

  /** The same with the milliseconds that the instrument took. */
  timed<K extends CallName>(
    what: K,
    ask: PixelsCalls[K]['ask'],
  ): Promise<{ answer: PixelsCalls[K]['answer']; ms: number }> {
    const worker = this.started();
    const id = ++this.counter;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, {
        what,
        take: (answer) => {
          if (answer.ok) resolve({ answer: answer.answer as PixelsCalls[K]['answer'], ms: answer.ms });
          else reject(answer.sentence === '' ? new MeasuringStopped() : new Error(answer.sentence));
        },
      });
      this.timer ??= setTimeout(() => this.tell(null), TELL_MS);
      worker.postMessage({ id, what, ask, isPhoto: this.photos.has(ask.sha) } satisfies PixelsAsk<K>);
    });
  }

  /** Ends the worker and with it all that it was at; the next question starts a fresh one. */
  stop(): void {
    this.worker?.terminate();
    this.worker = null;
    this.settleAll('');
  }

  private tell(share: number | null): void {
    const first = this.waiting.values().next().value;
    this.working.set(first ? { label: WORDS[first.what], share } : null);
  }

  private settleAll(sentence: string): void {
    const waiting = [...this.waiting];
    this.waiting.clear();
    this.quiet();
    for (const [id, { take }] of waiting) take({ id, ok: false, sentence });
  }

  private quiet(): void {
    if (this.waiting.size > 0) return;
    clearTimeout(this.timer);
    this.timer = undefined;
    this.working.set(null);
  }

  private started(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL('../../workers/pixels.worker', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<PixelsAnswer>) => {
      if ('progress' in data) {
        if (this.working()) this.tell(data.progress);
        return;
      }
      const waiting = this.waiting.get(data.id);
      this.waiting.delete(data.id);
      this.quiet();
      waiting?.take(data);
    };
    worker.onerror = () => {
      // A crashed worker answers nobody: tell those who wait, and start afresh next time.
      this.worker = null;
      this.settleAll('Measuring broke off. Try again.');
    };
    this.worker = worker;
    return worker;
  }
}
