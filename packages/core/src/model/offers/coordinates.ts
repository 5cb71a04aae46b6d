import { nth } from '../../ground/checked.js';

/** A place on earth in decimal degrees: latitude north, longitude east. */
export interface Coordinates {
  readonly latitude: number;
  readonly longitude: number;
}

/** What to type, for whoever typed something else. */
export const COORDINATES_HELP =
  'Type latitude and longitude, such as 54.98, -1.61 or 54° 58′ 48″ N, 1° 36′ 36″ W.';

/** A hundred-thousandth of a degree is about a metre. */
const DECIMALS = 5;
const MINUTES = 60;
const SECONDS = 3600;

const NUMBER = String.raw`[+-]?\d{1,3}(?:[.,]\d+)?`;
const DECIMAL = new RegExp(`^(${NUMBER})\\s*°?\\s*([NSEWO])?$`, 'i');
const DEGREES =
  /^([+-]?\d{1,3})\s*[°d:\s]\s*(\d{1,2}(?:[.,]\d+)?)\s*(?:['′m:\s]\s*(?:(\d{1,2}(?:[.,]\d+)?)\s*(?:["″s]|'')?)?)?\s*([NSEWO])?$/i;

const value = (text: string | undefined) => Number((text ?? '0').replace(',', '.'));

function readAngle(text: string, most: number, letters: string): number | null {
  const trimmed = text.trim();
  const decimal = DECIMAL.exec(trimmed);
  const degrees = decimal ? null : DEGREES.exec(trimmed);
  if (!decimal && !degrees) return null;
  const letter = (decimal?.[2] ?? degrees?.[4] ?? '').toUpperCase();
  if (letter !== '' && !letters.includes(letter)) return null;
  let angle: number;
  if (decimal) angle = value(decimal[1]);
  else {
    const [minutes, seconds] = [value(degrees![2]), value(degrees![3])];
    if (minutes >= MINUTES || seconds >= 60) return null;
    const whole = value(degrees![1]);
    const sign = nth(degrees!, 1).startsWith('-') ? -1 : 1;
    angle = sign * (Math.abs(whole) + minutes / MINUTES + seconds / SECONDS);
  }
  if (letter === 'S' || letter === 'W') {
    if (angle < 0) return null;
    angle = -angle;
  }
  return Math.abs(angle) <= most ? angle : null;
}

/**
 * Reads a place on earth: decimal degrees (`54.98, -1.61`) or degrees, minutes and seconds (`54° 58′ 48″ N 1° 36′ W`),
 * latitude first, the two parted by a comma, a semicolon or the letter after the first. Null for anything else.
 */
export function readCoordinates(text: string): Coordinates | null {
  const halves = text.includes(';')
    ? text.split(';')
    : /[NS]/i.test(text)
      ? [text.replace(/([NS])[\s,]*.*$/is, '$1'), text.replace(/^.*?[NS][\s,]*/is, '')]
      : text.includes(', ')
        ? text.split(/,\s+/)
        : text.split(/[,\s]+/);
  if (halves.length !== 2) return null;
  const latitude = readAngle(nth(halves, 0), 90, 'NS');
  const longitude = readAngle(nth(halves, 1), 180, 'EWO');
  return latitude === null || longitude === null ? null : { latitude, longitude };
}

/** Writes a place as a setting takes it. Seconds are written to a tenth, decimals to five places: about 3 m and 1 m. */
export function writeCoordinates({ latitude, longitude }: Coordinates, as: 'decimal' | 'degrees'): string {
  if (as === 'decimal') return `${latitude.toFixed(DECIMALS)}, ${longitude.toFixed(DECIMALS)}`;
  const write = (angle: number, plus: string, minus: string) => {
    const tenths = Math.round(Math.abs(angle) * SECONDS * 10);
    const degrees = Math.floor(tenths / (SECONDS * 10));
    const minutes = Math.floor((tenths % (SECONDS * 10)) / 600);
    const seconds = (tenths % 600) / 10;
    return `${degrees}° ${minutes}′ ${seconds}″ ${angle < 0 ? minus : plus}`;
  };
  return `${write(latitude, 'N', 'S')}, ${write(longitude, 'E', 'W')}`;
}
