import { parentPort, workerData } from 'node:worker_threads';
import { differenceOfPixels } from '@spare-coat/core/proving/compare/differenceMap';
import { WINDOW } from '@spare-coat/core/measuring/picture/ssim';
import { ssimOfPixels } from '@spare-coat/core/proving/compare/ssimOfPixels';

/** What one worker is told once: the pictures in shared memory. */
export interface Pictures {
  readonly own: SharedArrayBuffer;
  readonly reference: SharedArrayBuffer;
  readonly map: SharedArrayBuffer;
  readonly width: number;
  readonly height: number;
}
/** What it is asked: which of the two, in which rows. */
export interface Band {
  readonly what: 'difference' | 'ssim';
  readonly from: number;
  readonly to: number;
}

const { own, reference, map, width, height } = workerData as Pictures;
const [a, b, out] = [new Uint32Array(own), new Uint32Array(reference), new Float32Array(map)];
parentPort!.on('message', ({ what, from, to }: Band) => {
  if (what === 'difference') {
    differenceOfPixels(a, b, from * width, to * width, out);
    parentPort!.postMessage({ sum: 0, windows: 0 });
  } else parentPort!.postMessage(ssimOfPixels(a, b, width, height, from, Math.min(to, height - WINDOW + 1)));
});
