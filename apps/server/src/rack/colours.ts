import sharp from 'sharp';
import { dominantColours } from '@spare-coat/core/measuring/picture/dominant';
import type { LookColour } from '@spare-coat/core/proving/rack/facts';
import { wholeBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';

/** Longest side that dominant colours are counted on: every pixel of it is one of the picture's own. */
const SIDE = 320;
const COLOURS = 6;

/** Dominant colours of a picture that is kept here, worked out once. */
export async function coloursOf(db: Db, sha256: string): Promise<readonly LookColour[]> {
  const { rows } = await db.query<{ colours: LookColour[] }>(
    'select colours from picture_colours where sha256 = $1',
    [sha256],
  );
  if (rows[0]) return rows[0].colours;
  const bytes = await wholeBlob(db, sha256);
  if (!bytes) return [];
  const { data, info } = await sharp(bytes)
    .resize(SIDE, SIDE, { fit: 'inside', kernel: 'nearest', withoutEnlargement: true })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const { width, height } = info;
  const colours = dominantColours({ width, height, data }, { x: 0, y: 0, width, height }, COLOURS);
  await db.query('insert into picture_colours (sha256, colours) values ($1, $2) on conflict do nothing', [
    sha256,
    JSON.stringify(colours),
  ]);
  return colours;
}
