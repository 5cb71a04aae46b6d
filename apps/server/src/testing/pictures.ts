import { crc32, deflateSync } from 'node:zlib';
import sharp from 'sharp';

/** A PNG of one colour with rectangles on it, for tests. */
export async function drawPng(
  width: number,
  height: number,
  ground: string,
  boxes: readonly { x: number; y: number; width: number; height: number; colour: string }[] = [],
): Promise<Buffer> {
  const rects = boxes
    .map(
      (b) =>
        `<rect x="${b.x}" y="${b.y}" width="${b.width}" height="${b.height}" fill="${b.colour}" shape-rendering="crispEdges"/>`,
    )
    .join('');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="${ground}"/>${rects}</svg>`;
  return sharp(Buffer.from(svg)).flatten().removeAlpha().png().toBuffer();
}

function chunk(type: string, data: Buffer): Buffer {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
  const head = Buffer.alloc(4);
  head.writeUInt32BE(data.length);
  const sum = Buffer.alloc(4);
  sum.writeUInt32BE(crc32(body));
  return Buffer.concat([head, body, sum]);
}

/** A PNG that says it is `side` squared, padded to a size in bytes: the header alone must be enough to refuse it. */
export function hugePng(side: number, bytes: number): Buffer {
  const header = Buffer.alloc(13);
  header.writeUInt32BE(side, 0);
  header.writeUInt32BE(side, 4);
  header.set([1, 0, 0, 0, 0], 8);
  const rows = deflateSync(Buffer.alloc(1024 * 1024));
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  const idat = chunk('IDAT', Buffer.concat([rows, Buffer.alloc(Math.max(0, bytes - rows.length - 60))]));
  return Buffer.concat([signature, chunk('IHDR', header), idat, chunk('IEND', Buffer.alloc(0))]);
}

/** The chunk by which a PNG says that it has two frames (acTL), to be put behind its header. */
export function animationChunk(): Buffer {
  const data = Buffer.alloc(8);
  data.writeUInt32BE(2, 0);
  return chunk('acTL', data);
}
