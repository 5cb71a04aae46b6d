import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { Readable } from 'node:stream';
import express, { Router } from 'express';
import type { KnownFace } from '@spare-coat/core/measuring/type/nearestFaces';
import { putBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';
import { Problem } from '../http/problem.js';
import { faceOf } from './faceOf.js';
import { readFont } from './readFont.js';

const require = createRequire(import.meta.url);

/** The faces that ship, files of npm packages under the SIL Open Font License. */
const SHIPPED = [
  ...[300, 400, 500, 600, 700].map((weight) => ({
    family: 'Commissioner',
    weight,
    file: `@fontsource/commissioner/files/commissioner-latin-${weight}-normal.woff2`,
  })),
  ...[300, 400, 500, 700].map((weight) => ({
    family: 'Solway',
    weight,
    file: `@fontsource/solway/files/solway-latin-${weight}-normal.woff2`,
  })),
  {
    family: 'JetBrains Mono',
    weight: 400,
    file: '@fontsource-variable/jetbrains-mono/files/jetbrains-mono-latin-wght-normal.woff2',
  },
];

const MOST_BYTES = 32 * 1024 * 1024;

let shipped: readonly KnownFace[] | null = null;

/** The faces that ship with their metrics, read once. */
export function shippedFaces(): readonly KnownFace[] {
  // The packages' own names are those of their subsets; the families' are told here.
  shipped ??= SHIPPED.map(({ family, weight, file }) => ({
    id: `${family} ${weight}`.toLowerCase().replaceAll(' ', '-'),
    shipped: true,
    metrics: { ...faceOf(readFileSync(require.resolve(file))), family, style: String(weight), weight },
  }));
  return shipped;
}

/** First bytes of what is taken: TrueType, OpenType with CFF, WOFF, WOFF2, and an older mark of TrueType. */
const SIGNATURES = ['00010000', '4f54544f', '774f4646', '774f4632', '74727565'];

/** `GET /`: the faces that ship. `POST /`: a font file as the body; it is kept and its metrics are told. */
export function fontRoutes(db: Db): Router {
  const router = Router();
  router.get('/', (_req, res) => {
    res.json({ faces: shippedFaces() });
  });
  router.post('/', express.raw({ type: () => true, limit: MOST_BYTES }), async (req, res) => {
    const bytes: unknown = req.body;
    if (!Buffer.isBuffer(bytes) || bytes.length === 0)
      throw new Problem(415, 'empty-file', 'The file is empty.');
    if (!SIGNATURES.includes(bytes.subarray(0, 4).toString('hex')))
      throw new Problem(
        415,
        'not-a-font',
        bytes.subarray(0, 4).toString('latin1') === 'ttcf'
          ? 'It is a collection of several faces. Drop in one face alone.'
          : 'The file is no OpenType, TrueType or WOFF2 font.',
      );
    const metrics = await readFont(bytes);
    const blob = await putBlob(db, Readable.from([bytes]), 'font/sfnt', MOST_BYTES);
    res.json({ blob: blob.sha256, metrics });
  });
  return router;
}
