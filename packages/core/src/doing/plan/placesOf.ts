import type { Deed } from '../../model/deeds/deedSchema.js';

/** Every place that a deed writes to. */
export function placesOf(deed: Deed): string[] {
  switch (deed.do) {
    case 'fetch':
    case 'clone':
    case 'place':
    case 'write':
      return [deed.to];
    case 'unpack':
      return [deed.makes.path];
    case 'run':
    case 'open':
      return deed.makes.map((m) => m.path);
    case 'install':
      return deed.makes.map((m) => m.path).filter((path) => path.startsWith('~/'));
    case 'edit':
      return [deed.file.path];
    case 'delete':
      return [deed.path];
    case 'move':
      return [deed.from, deed.to];
    default:
      return [];
  }
}
