/// <reference lib="webworker" />
import { differenceOfPixels } from '@spare-coat/core/proving/compare/differenceMap';
import { paintDifferences } from '@spare-coat/core/proving/compare/paintDifferences';
import { WINDOW } from '@spare-coat/core/measuring/picture/ssim';
import { ssimOfPixels } from '@spare-coat/core/proving/compare/ssimOfPixels';
import type { CompareAnswer, CompareAsk } from './compare.messages';

/** One of several that compare two pictures, band by band. */
addEventListener('message', ({ data }: MessageEvent<CompareAsk>) => {
  const { id, width, height, from, to } = data;
  const own = new Uint32Array(data.own);
  const reference = new Uint32Array(data.reference);
  const map = new Float32Array(data.map);
  const began = performance.now();
  differenceOfPixels(own, reference, from * width, to * width, map);
  const lastWindow = Math.min(to, height - WINDOW + 1);
  const { sum, windows } = ssimOfPixels(own, reference, width, height, from, lastWindow);
  const ms = performance.now() - began;
  const picture = new Uint8ClampedArray((to - from) * width * 4);
  paintDifferences(map.subarray(from * width, to * width), own.subarray(from * width, to * width), picture);
  postMessage({ id, sum, windows, picture, ms } satisfies CompareAnswer, [picture.buffer]);
});
