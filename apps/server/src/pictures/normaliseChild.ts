import sharp from 'sharp';
import { MAX_PIXELS } from '@spare-coat/core/measuring/picture/header';

/**
 * Runs in a process of its own, since it reads foreign files: takes the file on standard input, writes the PNG in
 * 8-bit sRGB to standard output, and what it did on standard error as JSON. Whoever started it may kill it.
 */
sharp.cache(false);
sharp.concurrency(1);
const pieces: Buffer[] = [];
for await (const piece of process.stdin) pieces.push(piece as Buffer);

/** Whether a PNG says that it is animated: a chunk of its own before the first pixels. Source: APNG, in PNG 3rd edition. */
function isAnimatedPng(file: Buffer): boolean {
  if (file.readUInt32BE(0) !== 0x89504e47) return false;
  for (let at = 8; at + 8 <= file.length;) {
    const type = file.toString('latin1', at + 4, at + 8);
    if (type === 'acTL') return true;
    if (type === 'IDAT') return false;
    at += 12 + file.readUInt32BE(at);
  }
  return false;
}

const bytes = Buffer.concat(pieces);
try {
  const image = sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: 'truncated', pages: 1 });
  const meta = await image.metadata();
  const remarks: string[] = [];
  if ((meta.orientation ?? 1) > 1) remarks.push('Turned upright, as the file says it was held.');
  if (meta.hasProfile && meta.icc) remarks.push('Converted from its colour profile to sRGB.');
  if (meta.space === 'cmyk') remarks.push('Converted from CMYK to sRGB.');
  if (meta.depth && meta.depth !== 'uchar') remarks.push('Reduced to 8 bits a channel.');
  if ((meta.pages ?? 1) > 1 || isAnimatedPng(bytes)) remarks.push('Only its first frame is used.');
  // Drawings fill their picture: what their edges leave transparent is rounding.
  if (meta.format === 'svg') image.flatten().removeAlpha();
  const { data, info } = await image
    .rotate()
    .toColourspace('srgb')
    .png({ compressionLevel: 6, palette: false })
    .toBuffer({ resolveWithObject: true });
  process.stderr.write(JSON.stringify({ width: info.width, height: info.height, remarks }));
  process.stdout.write(data);
} catch (error) {
  process.stderr.write(JSON.stringify({ error: (error as Error).message }));
  process.exitCode = 1;
}
