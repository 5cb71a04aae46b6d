/** Packages that every invented distribution has. */
const COMMON = [
  'bunting',
  'cue-tabs',
  'footing',
  'gull',
  'hearth',
  'latch',
  'lintel',
  'longcase',
  'mistlayer',
  'old-flood',
  'quay',
  'rushlight',
  'sallow-dock',
  'slate-desk',
  'spindrift',
  'sundial',
  'tellclock',
  'three-desks',
  'tidebar',
  'trayfold',
  'two-line-clock',
  'weathercote',
];

/**
 * What the mirror has, by channel. Wicket was taken out of all of them and stands in the catalogue all the same, as
 * happens.
 */
export const MIRROR: Readonly<Record<string, readonly string[]>> = {
  pipit: [...COMMON, 'fonts-weir', 'harbour-gate', 'pinna', 'fernbank', 'ochre-row'],
  dunnock: [...COMMON, 'lowtide-strip', 'fernbank', 'lanternfish'],
  sandgrouse: [...COMMON, 'weir-fonts', 'oxbow'],
  wheatear: [...COMMON, 'pinna-bar', 'ochre-row'],
};
