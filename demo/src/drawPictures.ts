import { writeFile, mkdir } from 'node:fs/promises';
import sharp from 'sharp';
import { drawDesktop } from '@spare-coat/core/doing/scene/drawDesktop';
import { loadLettering } from '@spare-coat/server/drawing/lettering';
import { PICTURES, pictureFile } from './pictureFile.js';
import { saltmarshDesktop, type VariantName } from './saltmarsh.js';

/** Draws the demo pictures from the model: `npm run draw -w demo`. They are shipped, so this is run when the model changes. */
const SIZES = [
  [1920, 1080],
  [2560, 1440],
] as const;
await mkdir(PICTURES, { recursive: true });
const letters = loadLettering();
for (const variant of ['light', 'dark'] satisfies VariantName[])
  for (const [width, height] of SIZES) {
    const { svg } = drawDesktop(saltmarshDesktop(variant, width, height), letters);
    const png = await sharp(Buffer.from(svg)).flatten().removeAlpha().png({ compressionLevel: 9 }).toBuffer();
    const file = pictureFile(variant, width, height);
    await writeFile(file, png);
    process.stdout.write(`${file}: ${(png.length / 1024).toFixed(0)} kB\n`);
  }
