import { encode } from 'fast-png';

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly colour: string;
}

/** Draws rectangles on a ground and gives the PNG: a picture whose every number is known. */
export function drawnPng(width: number, height: number, ground: string, boxes: readonly Box[]): Buffer {
  const data = new Uint8Array(width * height * 3);
  const fill = (b: Box) => {
    const rgb = [1, 3, 5].map((i) => parseInt(b.colour.slice(i, i + 2), 16));
    for (let y = b.y; y < b.y + b.height; y++)
      for (let x = b.x; x < b.x + b.width; x++) data.set(rgb, (y * width + x) * 3);
  };
  fill({ x: 0, y: 0, width, height, colour: ground });
  boxes.forEach(fill);
  return Buffer.from(encode({ width, height, data, channels: 3, depth: 8 }));
}
