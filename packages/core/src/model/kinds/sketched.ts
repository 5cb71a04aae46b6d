import type { SketchShape } from './sketchShapes.js';
import type { ValueReader } from './valueReader.js';

/** Where something is sketched: the display it stands on, in device pixels, and the language (BCP 47) in which clocks write. */
export interface SketchedOn {
  readonly display: { readonly width: number; readonly height: number };
  readonly language: string;
}

/** Draws what the values of an element's traits would show, lengths in device pixels. */
export type Sketch = (v: ValueReader, on: SketchedOn) => SketchShape[];
