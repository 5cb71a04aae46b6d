import { ok } from '@spare-coat/core/ground/result';
import { lettersOn } from '@spare-coat/core/measuring/type/lettersOn';
import { signal, type Provider } from '@angular/core';
import { readBeside } from '@spare-coat/core/measuring/apart/readBeside';
import { takeApart, titleStripOf } from '@spare-coat/core/measuring/apart/takeApart';
import { samplePicture } from '@spare-coat/core/measuring/picture/samplePicture';
import { findScreen } from '@spare-coat/core/measuring/picture/findScreen';
import {
  ofUnitSquare,
  project,
  straighten,
  type Corners,
} from '@spare-coat/core/measuring/picture/perspective';
import { gradePicture } from '@spare-coat/core/measuring/picture/pictureGrade';
import { readBar } from '@spare-coat/core/measuring/picture/readBar';
import { readInk } from '@spare-coat/core/measuring/picture/readInk';
import { readRegion } from '@spare-coat/core/measuring/picture/readRegion';
import { readText } from '@spare-coat/core/measuring/picture/readText';
import { sampleColour } from '@spare-coat/core/measuring/picture/sampleColour';
import type { Pixels } from '@spare-coat/core/measuring/picture/pixels';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import { sightAll } from '@spare-coat/core/proving/compare/sightAll';
import { PixelsWorker } from '../shared/pixels';
import type { CallName, PixelsCalls } from '../../workers/pixels.messages';

export interface Painted extends Rect {
  /** #rrggbb */
  readonly colour: string;
}

/** A picture of plain boxes on a plain ground, the later ones over the earlier. */
export function painted(width: number, height: number, ground: string, boxes: readonly Painted[]): Pixels {
  const data = new Uint8Array(width * height * 4);
  const whole = new Uint32Array(data.buffer);
  const fill = ({ x, y, width: w, height: h, colour }: Painted) => {
    const [r, g, b] = [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16)) as [number, number, number];
    const [pixel] = new Uint32Array(Uint8Array.of(r, g, b, 255).buffer);
    for (let j = y; j < y + h; j++) whole.fill(pixel!, j * width + x, j * width + x + w);
  };
  fill({ x: 0, y: 0, width, height, colour: ground });
  boxes.forEach(fill);
  return { width, height, data };
}

/** A photo of a picture in the dark, with its corners where they are told. */
export function photographed(pixels: Pixels, corners: Corners, width: number, height: number): Pixels {
  const photo = painted(width, height, '#14120f', []);
  const map = ofUnitSquare(corners);
  const steps = 2 * Math.max(width, height);
  for (let j = 0; j < steps; j++)
    for (let i = 0; i < steps; i++) {
      const [u, v] = [(i + 0.5) / steps, (j + 0.5) / steps];
      const at = project(map, { x: u, y: v });
      const from = (Math.floor(v * pixels.height) * pixels.width + Math.floor(u * pixels.width)) * 4;
      const to = (Math.floor(at.y) * width + Math.floor(at.x)) * 4;
      photo.data.set(pixels.data.subarray(from, from + 4), to);
    }
  return photo;
}

/**
 * The instruments over one picture, whatever blob is asked for, and over another where two are held together: they really read
 * them, without a worker.
 */
export function instrumentsOn(pixels: Pixels, reference = pixels): Provider {
  const answers: { [K in CallName]?: (ask: PixelsCalls[K]['ask']) => PixelsCalls[K]['answer'] } = {
    load: () => ({ width: pixels.width, height: pixels.height }),
    grade: () => gradePicture(pixels),
    screen: () => findScreen(pixels),
    straight: ({ corners, proportion }) => {
      const straight = straighten(pixels, corners, proportion);
      if (!straight.ok) return straight;
      const { width, height } = straight.value;
      return { ok: true, value: { png: new Uint8Array([137, 80, 78, 71]), width, height } };
    },
    apart: () => takeApart(pixels),
    beside: ({ rect }) => readBeside(pixels, rect, takeApart(pixels)),
    strip: ({ rect }) => titleStripOf(pixels, rect),
    region: ({ rect, settle, reach }) => readRegion(pixels, rect, { settle, reach }),
    bar: ({ rect, settle, reach }) => readBar(pixels, rect, { settle, reach }),
    text: ({ rect }) => readText(pixels, rect),
    ink: ({ rect }) => readInk(pixels, rect),
    letters: ({ rect }) => {
      const letters = lettersOn(pixels, rect);
      return letters.ok
        ? ok({ png: new Uint8Array([137, 80, 78, 71]), lines: letters.value.lines })
        : letters;
    },
    colour: ({ x, y, side }) => sampleColour(pixels, x, y, side),
    sights: ({ asks, areWhole }) => sightAll(reference, pixels, asks, areWhole),
    cut: ({ rect }) => ({
      png: new Uint8Array([137, 80, 78, 71]),
      rect,
      width: rect.width,
      height: rect.height,
      removed: true,
      sample: samplePicture(pixels),
    }),
  };
  const ask = async <K extends CallName>(what: K, question: PixelsCalls[K]['ask']) => {
    await Promise.resolve();
    const answer = answers[what];
    if (!answer) throw new Error(`The instrument for “${what}” is not on this bench.`);
    return answer(question);
  };
  return {
    provide: PixelsWorker,
    useValue: {
      working: signal(null),
      stop: () => undefined,
      ask,
      timed: async <K extends CallName>(what: K, question: PixelsCalls[K]['ask']) => ({
        answer: await ask(what, question),
        ms: 1,
      }),
    },
  };
}

/** Lets a page adopt style sheets that it writes itself. */
export function adoptsStyles(): void {
  CSSStyleSheet.prototype.replaceSync ??= () => undefined;
  (document as { adoptedStyleSheets?: CSSStyleSheet[] }).adoptedStyleSheets ??= [];
}

/** A pen that takes every stroke and draws none: what charts want of a canvas. */
function penFor(canvas: HTMLCanvasElement): CanvasRenderingContext2D {
  const known: Record<string, unknown> = { canvas, measureText: () => ({ width: 8 }) };
  return new Proxy(known, {
    get: (all, name) => (name in all ? all[name as string] : () => undefined),
    set: (all, name, value) => {
      all[name as string] = value;
      return true;
    },
  }) as unknown as CanvasRenderingContext2D;
}

/** Lets everything that is observed be so large, and lets pointers be captured: a test's page lays nothing out. */
export function laidOut(width: number, height: number): void {
  globalThis.ResizeObserver = class {
    constructor(private readonly told: ResizeObserverCallback) {}
    observe(target: Element): void {
      const entry = { target, contentRect: { width, height } } as unknown as ResizeObserverEntry;
      queueMicrotask(() => this.told([entry], this));
    }
    unobserve(): void {
      // Nothing is kept.
    }
    disconnect(): void {
      // Nothing is kept.
    }
  };
  HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement) {
    return penFor(this);
  } as unknown as typeof HTMLCanvasElement.prototype.getContext;
  adoptsStyles();
  globalThis.ImageData ??= class {
    constructor(
      readonly data: Uint8ClampedArray,
      readonly width: number,
      readonly height: number,
    ) {}
  } as unknown as typeof ImageData;
  globalThis.matchMedia ??= (media) =>
    Object.assign(new EventTarget(), {
      media,
      matches: false,
      onchange: null,
      addListener: () => undefined,
      removeListener: () => undefined,
    });
  Element.prototype.setPointerCapture = () => undefined;
  Element.prototype.releasePointerCapture = () => undefined;
}

/** A hand with a pointer on an element: places are in pixels of the view. */
export function pointerOn(element: Element) {
  // The test's page has no pointer events of its own; a mouse event tells all that is asked of one here.
  const at = (type: string, x: number, y: number, more: MouseEventInit = {}) =>
    element.dispatchEvent(
      Object.assign(
        new MouseEvent(type, { clientX: x, clientY: y, bubbles: true, cancelable: true, ...more }),
        { pointerId: 1 },
      ),
    );
  return {
    drag(from: readonly [number, number], to: readonly [number, number], more: MouseEventInit = {}) {
      at('pointerdown', ...from, more);
      at('pointermove', (from[0] + to[0]) / 2, (from[1] + to[1]) / 2, more);
      at('pointermove', ...to, more);
      at('pointerup', ...to, more);
    },
    click(x: number, y: number) {
      at('pointerdown', x, y);
      at('pointerup', x, y);
    },
    move: (x: number, y: number) => at('pointermove', x, y),
  };
}
