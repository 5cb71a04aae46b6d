import { ownSettingAt, syntaxAt } from '../offers/ownSetting.js';
import { fromSyntax, toSyntax, type Translated } from '../offers/formatSyntax.js';
import type { SettingPlace } from '../offers/offer.js';
import { readAs, writeAs } from '../offers/writes.js';
import type { Part } from '../parts/part.js';
import type { Palette, TraitType, TraitValue } from '../traits/value.js';
import { resource } from './deed.js';
import { type Deed, type DeedPath, type Listed } from './deedSchema.js';

/** A value as the place where it is set takes it: of a part with a syntax of its own in that, with what is lost so. */
export function writeValue(
  part: Part | null,
  place: SettingPlace,
  type: TraitType,
  value: TraitValue,
): Translated {
  const syntax = type === 'format' && part ? syntaxAt(part, place) : null;
  return syntax ? toSyntax(String(value), syntax) : writeAs(place.writes, type, value);
}

/** The value that a text in a place was written from, or null where it is none of this type. */
export function readValue(
  part: Part | null,
  place: SettingPlace,
  type: TraitType,
  text: string,
): TraitValue | null {
  const syntax = type === 'format' && part ? syntaxAt(part, place) : null;
  return readAs(place.writes, type, syntax ? fromSyntax(text, syntax).text : text);
}

/** One value at one place. */
export interface Placed {
  readonly place: SettingPlace;
  readonly type: TraitType;
  readonly value: TraitValue;
}

const ROLE = '{role}';
/** The place of one colour of a palette whose colours are set one by one. */
function placeOfRole({ key, file, writes, ...place }: SettingPlace, role: string): SettingPlace {
  const { roles: _roles, ...rest } = writes!;
  return {
    ...place,
    key: key.replace(ROLE, role),
    ...(file ? { file: { ...file, at: file.at.replace(ROLE, role) } } : {}),
    ...(Object.keys(rest).length > 0 ? { writes: rest } : {}),
  };
}

/** What has to be set where for a value: at one place, or one by one of a palette, those colours that have a place. */
export function placesFor(place: SettingPlace, type: TraitType, value: TraitValue): readonly Placed[] {
  const roles = place.writes?.roles;
  if (!roles || type !== 'palette') return [{ place, type, value }];
  const palette = value as Palette;
  return Object.entries(roles).flatMap(([role, text]): Placed[] =>
    palette[role] === undefined
      ? []
      : [{ place: placeOfRole(place, text), type: 'colour', value: palette[role] }],
  );
}

/** The value that stands at a place, or in the places of a palette's colours; null where it stands in none. */
export function valueAt(
  part: Part | null,
  place: SettingPlace,
  type: TraitType,
  read: (place: SettingPlace) => string | undefined,
): TraitValue | null {
  const roles = place.writes?.roles;
  if (!roles || type !== 'palette') {
    const raw = read(place);
    return raw === undefined ? null : readValue(part, place, type, raw);
  }
  const colours = Object.entries(roles).flatMap(([role, text]): [string, string][] => {
    const one = placeOfRole(place, text);
    const raw = read(one);
    const colour = raw === undefined ? null : readValue(part, one, 'colour', raw);
    return typeof colour === 'string' ? [[role, colour]] : [];
  });
  return colours.length === 0 ? null : Object.fromEntries(colours);
}

/** What a place is to a plan: a setting, a line of a file, or null where a hand has to find it. */
export function resourceOf({ file, key }: SettingPlace): string | null {
  return file ? resource.line(file) : key === '' ? null : resource.setting(key);
}

/** How a place takes the path of a file; null where it takes none. */
export function pathIn({ writes }: Pick<SettingPlace, 'writes'>): DeedPath | null {
  const as = writes?.file;
  return as === undefined ? null : { as, quoted: ['s', 'o'].includes(writes?.type ?? '') };
}

/** The deed that chooses something by its name where that is a setting, or a line of a file. */
export function chooseDeed(
  { key, file }: SettingPlace,
  value: string,
  {
    of,
    listed,
    path,
  }: { readonly of: readonly string[]; readonly listed: Listed | null; readonly path: DeedPath | null },
): Deed {
  const more = path ? { path } : {};
  return file ? { do: 'edit', file, value, ...more } : { do: 'set', key, value, of, listed, ...more };
}

/** The deed that sets a value where there is a command or a file for it; null where a hand has to find the place. */
export function deedOf(
  place: SettingPlace,
  text: string,
  of: readonly string[],
  part: Part | null = null,
): Deed | null {
  const { file, key } = place;
  // What is set in a part's own window no command of the host reaches, whatever key an offer names.
  const own = part && ownSettingAt(part, place);
  if (own && 'window' in own.where && own.where.window !== undefined) return null;
  if (!file) return key === '' ? null : { do: 'set', key, value: text, of, listed: null };
  // A line of a file has no room for a second one.
  return file.format !== 'json' && text.includes('\n')
    ? {
        do: 'by hand',
        what: `Put a text of several lines into ${file.path}, at ${file.at}.`,
        changes: { resource: resource.line(file), value: text },
      }
    : { do: 'edit', file, value: text };
}
