import { nth } from '../../ground/checked.js';
import { roundTo } from '../traits/say.js';
import type { Beside } from '../../measuring/apart/readBeside.js';
import type { BarReading } from '../../measuring/picture/readBar.js';
import { isSpoilt } from '../../measuring/picture/byGrade.js';
import type { GradeReading } from '../../measuring/picture/pictureGrade.js';
import type { RegionReading } from '../../measuring/picture/readRegion.js';
import type { TextReading } from '../../measuring/picture/readText.js';
import type { Result } from '../../ground/result.js';
import type { Palette, TraitValue } from '../traits/value.js';
import type { Kind, ReadFrom } from './kind.js';

/** The roles that dominant colours take in a palette, fullest first. */
export const PALETTE_ROLES = ['first', 'second', 'third'] as const;

/** An element that covers this share of its edge has no alignment: it is the edge. */
const WHOLE_EDGE = 96;

/** All that the instruments told of one region. What was not asked, or not told, is null. */
export interface Readings {
  readonly region: RegionReading;
  readonly bar: BarReading | null;
  readonly text: TextReading | null;
  /** What its place on the whole desktop says of it; null where that is not known. */
  readonly beside?: Beside | null;
  /** What happened to the picture; where it is not told, nothing is held back for it. */
  readonly graded?: Pick<GradeReading, 'grade' | 'isAskew'> | null;
  /** Its sides were set by a hand, one by one: they need not be clear. */
  readonly byHand?: boolean;
}

/**
 * The traits of a kind that readings tell by themselves, in the kind's order. What they cannot tell (no edge, no
 * ink, corners that do not show) is left out rather than guessed.
 *
 * @returns trait id → value; lengths in pixels of the picture
 */
export function measuredTraits(kind: Kind | null, readings: Readings): Map<string, TraitValue> {
  const found = new Map<string, TraitValue>();
  const mayLetThrough = kind?.traits.some((t) => t.reads === 'bar:opacity') === true;
  for (const spec of kind?.traits ?? []) {
    const value =
      !spec.reads || !isTold(spec.reads, readings)
        ? null
        : spec.reads === 'colour:0' && mayLetThrough && readings.bar
          ? ownColour(readings.bar, readings.region)
          : readOne(spec.reads, readings);
    if (value !== null) found.set(spec.id, value);
  }
  return found;
}

/** Colours, and ink among them; all else is a length, a place or a share. */
const isColour = (from: ReadFrom) =>
  from === 'ink' || from === 'main' || from === 'palette' || from.startsWith('colour:');

/** Whether what happened to the picture leaves it to be told: no colour that a camera saw, no length that rests on a side that is not clear. */
function isTold(from: ReadFrom, { region, graded, byHand }: Readings): boolean {
  if (!graded?.grade || graded.grade === 'exact') return true;
  // What was worn is taken apart too badly to say by it where something stands.
  if (from.startsWith('beside:')) return false;
  if (isColour(from)) return !isSpoilt(graded, 'colours') && (from !== 'ink' || !isSpoilt(graded, 'ink'));
  if (isSpoilt(graded, 'lengths')) return from === 'edge' || from === 'alignment';
  if (byHand || (graded.grade !== 'softened' && graded.grade !== 'photographed')) return true;
  const { found, edge, width, height } = region;
  const isUpright = edge === 'left' || edge === 'right' || (edge === null && height > width);
  const across = isUpright ? found.left && found.right : found.top && found.bottom;
  if (from === 'thickness') return across;
  if (from === 'width') return found.left && found.right;
  if (from === 'height') return found.top && found.bottom;
  if (from === 'margin') return edge !== null && found[edge];
  return true;
}

/** From this opacity on, in points, what is seen is the element's own colour. */
const SOLID = 97;

/**
 * A bar's own colour: what is seen of a solid one; of one that lets something through, the colour of its own that explains what is
 * seen; null where it lets something through and that one cannot be told, since what is seen would be a mixture with its ground.
 * Over a ground of one colour nobody can tell whether it is solid, and what is seen counts.
 */
function ownColour({ opacity }: BarReading, region: RegionReading): string | null {
  const seen = region.colours[0]?.hex ?? null;
  if (!opacity.ok) return ['shadowed', 'blurred', 'unsure'].includes(opacity.code) ? null : seen;
  return opacity.value.opacity >= SOLID ? seen : opacity.value.colour;
}

/** Readings are told to a tenth: finer is not in the pixels. */
const tenth = (value: number) => roundTo(value, 1);
const half = (told: Result<number>) => (told.ok ? Math.round(told.value * 2) / 2 : null);

/** The sides of a window by what the traits of a frame call them. */
const TITLE_PLACES = { top: 'head', bottom: 'foot', left: 'left side', right: 'right side' } as const;

function readOne(from: ReadFrom, { region: r, bar, text, beside }: Readings): TraitValue | null {
  switch (from) {
    case 'edge':
      return r.edge;
    case 'alignment':
      return r.edge !== null && r.edgeShare < WHOLE_EDGE ? r.alignment : null;
    case 'edgeShare':
      return r.edge === null ? null : tenth(r.edgeShare);
    case 'margin':
      return r.edge === null ? null : r.margin;
    case 'thickness':
    case 'width':
    case 'height':
      return r[from];
    case 'ink':
      return text?.ink.ink ?? r.ink;
    case 'main':
      return r.main;
    case 'beside:place':
      return beside?.place ?? null;
    case 'beside:titlePlace':
      return beside?.titleSide ? TITLE_PLACES[beside.titleSide] : null;
    case 'beside:side':
      return beside?.side ?? null;
    case 'beside:cornerRadius':
      return beside?.cornerRadius ?? null;
    case 'beside:beneath':
      return beside?.beneath ?? null;
    case 'picture':
      // Cut out by its own instrument.
      return null;
    case 'palette': {
      const colours = r.colours.slice(0, PALETTE_ROLES.length);
      return colours.length === 0
        ? null
        : (Object.fromEntries(colours.map((c, i) => [nth(PALETTE_ROLES, i), c.hex])) satisfies Palette);
    }
    case 'bar:cornerRadius':
      return bar ? half(bar.cornerRadius) : null;
    case 'bar:opacity':
      return bar?.opacity.ok ? Math.round(bar.opacity.value.opacity) : null;
    case 'bar:itemSize':
      return bar ? half(bar.itemSize) : null;
    case 'bar:spacing':
      return bar ? half(bar.spacing) : null;
    case 'bar:padding':
      return bar ? half(bar.padding) : null;
    case 'text:xHeight':
      return text?.xHeight.ok ? tenth(text.xHeight.value.value) : null;
    // Figures are about as high as capitals are; how much they may differ `lengthOff` says.
    case 'text:figures':
    case 'text:capHeight':
      return text?.capHeight.ok ? tenth(text.capHeight.value.value) : null;
    default:
      return r.colours[Number(from.slice('colour:'.length))]?.hex ?? null;
  }
}
