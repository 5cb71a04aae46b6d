import { DARK, SKETCH, write, type SketchShape, NAME_LINE, MORE_LINE, WORDS } from '../sketchShapes.js';
import type { Sketch } from '../sketched.js';
import type { ValueReader } from '../valueReader.js';

/** A sample with letters that tell faces apart, its middle at this height: above the two lines of words. */
const SAMPLE = { text: 'Rail ag 14', middle: 70, rise: 1 / 3 };

function letters(v: ValueReader, usual: string): SketchShape[] {
  const style = v.text('style', usual);
  const size = v.number('size', 24, 44);
  const face =
    style.includes('serif') && style !== 'sans'
      ? 'serif'
      : style === 'fixed width'
        ? 'monospace'
        : 'sans-serif';
  const sample: SketchShape = {
    is: 'text',
    x: SKETCH.width / 2,
    y: SAMPLE.middle + size * SAMPLE.rise,
    size,
    fill: v.text('colour', '#000000'),
    text: SAMPLE.text,
    at: 'middle',
    weight: v.number('weight', 400),
    face,
  };
  return [
    sample,
    write(SKETCH.width / 2, NAME_LINE.y, NAME_LINE.size, v.text('family', 'family not told'), WORDS),
    write(SKETCH.width / 2, MORE_LINE.y, MORE_LINE.size, 'not in the face itself', DARK),
  ];
}

/** How type would look, as far as a face that is at hand can show it. */
export const TYPE_SKETCHES: Readonly<Record<string, Sketch>> = {
  'interface-type': (v) => letters(v, 'sans'),
  'title-type': (v) => letters(v, 'sans'),
  'fixed-type': (v) => letters(v, 'fixed width'),
};
