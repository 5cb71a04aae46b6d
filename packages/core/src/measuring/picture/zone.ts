/** Where along a bar or a dock something stands, from its start on. */
export const ZONES = ['start', 'centre', 'end'] as const;
export type Zone = (typeof ZONES)[number];

/** Something for each of the three zones, made by one function. */
export function byZone<T>(of: (zone: Zone) => T): Readonly<Record<Zone, T>> {
  return { start: of('start'), centre: of('centre'), end: of('end') };
}
