import { writeFile, mkdir } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { drawDesktop } from '@spare-coat/core/scene/drawDesktop';
import { loadLettering } from '@spare-coat/server/drawing/lettering';
import { saltmarshDesktop, type VariantName } from './saltmarsh.js';

/** Draws the demo pictures from the model: `npm run draw -w demo`. They are shipped, so this is run when the model changes. */
const SIZES = [
  [1920, 1080],
  [2560, 1440],
] as const;
const out = fileURLToPath(new URL('../pictures/', import.meta.url));

await mkdir(out, { recursive: true });
const letters = loadLettering();
for (const variant of ['light', 'dark'] satisfies VariantName[])
  for (const [width, height] of SIZES) {
    const { svg } = drawDesktop(saltmarshDesktop(variant, width, height), letters);
    const png = await sharp(Buffer.from(svg)).flatten().removeAlpha().png({ compressionLevel: 9 }).toBuffer();
    const file = `saltmarsh-3-${variant}-${width}x${height}.png`;
    await writeFile(`${out}${file}`, png);
    process.stdout.write(`${file}: ${(png.length / 1024).toFixed(0)} kB\n`);
  }
