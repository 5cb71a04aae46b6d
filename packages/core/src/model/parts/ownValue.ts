import { parseHex } from '../../measuring/colour/srgb.js';
import { readCoordinates, writeCoordinates } from '../offers/coordinates.js';
import type { Offer } from '../offers/offer.js';
import type { FilePlace, OwnSetting } from '../offers/ownSetting.js';
import type { Part } from './part.js';

/** What is wrong with a value for a part's own setting, in a sentence, or null. @param text as the part takes it */
export function ownValueProblem({ label, value }: OwnSetting, text: string): string | null {
  const no = (why: string) => `${label}: ${why}`;
  if (/[\n\r]/.test(text)) return no('it has one line.');
  switch (value.type) {
    case 'number': {
      const n = Number(text.trim() === '' ? NaN : text);
      if (!Number.isFinite(n) || n < value.least || n > value.most)
        return no(`a number from ${value.least} to ${value.most}${value.unit ? ` ${value.unit}` : ''}.`);
      const steps = (n - value.least) / value.step;
      return Math.abs(steps - Math.round(steps)) > 1e-6
        ? no(`it goes by ${value.step} from ${value.least} on.`)
        : null;
    }
    case 'choice':
      return value.values.includes(text) ? null : no(`one of ${value.values.join(', ')}.`);
    case 'flag':
      return /^(true|false|yes|no|on|off|0|1)$/i.test(text) ? null : no('yes or no.');
    case 'colour':
      return parseHex(text) ? null : no('a colour such as #c98f7a.');
    case 'coordinates':
      return readCoordinates(text) ? null : no('a place on earth, such as 51.5, -0.12.');
    case 'program':
    case 'format':
      return text.trim() === '' ? no('it is empty.') : null;
    case 'link':
      return /^[a-z][a-z0-9+.-]*:\S+$/i.test(text) || text.startsWith('/')
        ? null
        : no('an address, such as https://example.org.');
    case 'text':
      return null;
  }
}

/** A value as the part takes it, of what a person typed for it: places on earth in its own way of writing them. */
export function ownValueText({ value }: OwnSetting, text: string): string {
  if (value.type === 'number') return text.trim();
  if (value.type !== 'coordinates') return text;
  // What stands in its own way already is left as it was typed.
  const isDecimal = /^\s*-?\d+(\.\d+)?\s*,\s*-?\d+(\.\d+)?\s*$/.test(text);
  const place = isDecimal === (value.as === 'decimal') ? null : readCoordinates(text);
  return place ? writeCoordinates(place, value.as) : text;
}

/** The settings of a part's own that no trait of an offer sets already. */
export function freeSettings(part: Part, offer: Offer | null): OwnSetting[] {
  const taken = Object.values(offer?.supplies ?? {}).flatMap((s) => ('setting' in s ? [s.setting] : []));
  return (part.settings ?? []).filter(
    ({ where }) =>
      !taken.some((place) =>
        'file' in where
          ? place.file?.path === where.file.path && place.file.at === where.file.at
          : !place.file && place.place === where.window,
      ),
  );
}

/**
 * Where a setting stands for the n-th use of its part: `{n}` in the path or in the place stands for that number, from 1, so that
 * each widget of a part has its own.
 */
export function placeOfUse(file: FilePlace, n: number): FilePlace {
  const fill = (text: string) => text.replaceAll('{n}', String(n));
  return { ...file, path: fill(file.path), at: fill(file.at) };
}
