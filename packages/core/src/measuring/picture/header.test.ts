import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readPictureHeader } from './header.js';

const bytes = (text: string) => Uint8Array.from(text, (c) => c.charCodeAt(0));

function png(width: number, height: number): Uint8Array {
  const out = new Uint8Array(33);
  out.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13]);
  out.set(bytes('IHDR'), 12);
  new DataView(out.buffer).setUint32(16, width);
  new DataView(out.buffer).setUint32(20, height);
  return out;
}

function jpeg(width: number, height: number, preamble = 0): Uint8Array {
  const app = [
    0xff,
    0xe1,
    ((preamble + 2) >> 8) & 255,
    (preamble + 2) & 255,
    ...new Array<number>(preamble).fill(0),
  ];
  return Uint8Array.from([
    0xff,
    0xd8,
    ...(preamble ? app : []),
    0xff,
    0xc2,
    0,
    17,
    8,
    height >> 8,
    height & 255,
    width >> 8,
    width & 255,
    3,
    0,
    0,
  ]);
}

describe('reading a picture header', () => {
  it('reads the size of PNG and JPEG, whatever comes before the JPEG frame', () => {
    expect(readPictureHeader(png(1920, 1080))).toEqual({
      ok: true,
      type: 'image/png',
      width: 1920,
      height: 1080,
    });
    expect(readPictureHeader(jpeg(3840, 2160))).toMatchObject({
      ok: true,
      type: 'image/jpeg',
      width: 3840,
      height: 2160,
    });
    expect(readPictureHeader(jpeg(800, 600, 60_000))).toMatchObject({ ok: true, width: 800, height: 600 });
  });

  it.each([
    ['nothing', new Uint8Array(), 'empty-file'],
    ['text', bytes('hello, this is not a picture'), 'not-a-picture'],
    ['a GIF', bytes('GIF89a....'), 'other-picture'],
    ['a WebP', bytes('RIFF0000WEBPVP8 '), 'other-picture'],
    ['an SVG', bytes('<svg xmlns="http://www.w3.org/2000/svg"/>'), 'other-picture'],
    ['a PNG cut in its signature', png(10, 10).subarray(0, 5), 'truncated'],
    ['a PNG cut in its header', png(10, 10).subarray(0, 20), 'truncated'],
    ['a JPEG cut before its frame', jpeg(10, 10, 100).subarray(0, 50), 'truncated'],
    ['a PNG of 16,384 squared', png(16_384, 16_384), 'too-large'],
    ['a PNG one pixel too wide', png(16_385, 1), 'too-large'],
    ['a PNG without width', png(0, 5), 'no-size'],
  ])('refuses %s with a sentence', (_, file, code) => {
    const header = readPictureHeader(file);
    expect(header).toMatchObject({ ok: false, code });
    expect(header.ok ? '' : header.sentence).toMatch(/^[A-Z].*\.$/);
  });

  it('takes the largest that are allowed', () => {
    expect(readPictureHeader(png(16_384, 2441))).toMatchObject({ ok: true });
    expect(readPictureHeader(png(1, 16_384))).toMatchObject({ ok: true });
  });

  it('never throws, whatever the bytes', () => {
    fc.assert(
      fc.property(
        fc.uint8Array({ maxLength: 200 }),
        fc.constantFrom('', '\xff\xd8\xff', '\x89PNG\r\n\x1a\n'),
        (tail, head) => {
          const file = new Uint8Array([...bytes(head), ...tail]);
          expect(typeof readPictureHeader(file).ok).toBe('boolean');
        },
      ),
    );
  });
});
