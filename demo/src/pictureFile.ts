import { fileURLToPath } from 'node:url';

/** Where the demo's pictures lie, and the file of one of them. */
export const PICTURES = fileURLToPath(new URL('../pictures/', import.meta.url));

export function pictureFile(variant: string, width: number, height: number): string {
  return `${PICTURES}saltmarsh-3-${variant}-${width}x${height}.png`;
}
