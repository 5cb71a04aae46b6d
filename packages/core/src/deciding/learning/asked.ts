import { isRecord } from '../../ground/shape/shape.js';
import { readGVariant } from '../../measuring/standards/gvariant/read.js';
import type { GVariant } from '../../measuring/standards/gvariant/value.js';
import { readXSettings } from '../../measuring/standards/xSettings.js';
import type { Seen } from './suggest.js';

/** What desktops answer where an open standard lets one ask: a settings manager of the screen, and the desktop portal. */

/** By the last word of its name in the registry of XSETTINGS, what a setting tells. */
const TOLD: Readonly<Record<string, readonly [kind: string, trait: string]>> = {
  ThemeName: ['list:control theme', ''],
  IconThemeName: ['list:icon set', ''],
  CursorThemeName: ['list:pointer set', ''],
  CursorThemeSize: ['pointer', 'size'],
  SoundThemeName: ['list:sound theme', ''],
  FontName: ['interface-type', 'family'],
};

const bytesOf = (told: string): Uint8Array | null => {
  const words = told.trim().split(/\s+/);
  return words.every((word) => /^[0-9a-f]{1,2}$/i.test(word))
    ? Uint8Array.from(words, (word) => Number.parseInt(word, 16))
    : null;
};

function byManager(raw: unknown): Seen[] {
  const bytes = typeof raw === 'string' ? bytesOf(raw) : null;
  const read = bytes && readXSettings(bytes);
  return [...(read ?? [])].flatMap(([name, value]): Seen[] => {
    const [kind, trait] = TOLD[name.split('/').at(-1) ?? ''] ?? [];
    // Nothing, and no size, are what a manager tells that knows none.
    if (kind === undefined || trait === undefined || value === '' || value === 0) return [];
    return [{ kind, trait, value, maybe: true }];
  });
}

const APPEARANCE = 'org.freedesktop.appearance';

/** What a list of entries says of a key, out of the variant that it is in. */
function entry(of: GVariant | undefined, key: string): GVariant | undefined {
  const items = of?.is === 'list' ? of.items : [];
  for (const pair of items) {
    const [name, value] = pair.is === 'list' ? pair.items : [];
    if (name?.is === 'text' && name.value === key) return value?.is === 'variant' ? value.value : value;
  }
  return undefined;
}

/** What the portal tells of the appearance; null where it answers nothing. */
function appearance(raw: unknown): GVariant | null {
  const read = typeof raw === 'string' && raw.trim() !== '' ? readGVariant(raw.trim(), '(a{sa{sv}})') : null;
  const all = read?.ok && read.value.is === 'list' ? read.value.items[0] : undefined;
  return entry(all, APPEARANCE) ?? null;
}

/** Three shares of red, green and blue; ones beyond 0 to 1 say that there is no accent. */
function accentOf(of: GVariant | null): string | null {
  const accent = entry(of ?? undefined, 'accent-color');
  const shares =
    accent?.is === 'list' ? accent.items.flatMap((i) => (i.is === 'double' ? [i.value] : [])) : [];
  if (shares.length !== 3 || shares.some((s) => s < 0 || s > 1)) return null;
  const hex = shares
    .map((s) =>
      Math.round(s * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('');
  return `#${hex}`;
}

const wholeOf = (of: GVariant | null, key: string): number | null => {
  const value = entry(of ?? undefined, key);
  return value?.is === 'whole' ? Number(value.value) : null;
};
const SCHEMES: Readonly<Record<number, 'dark' | 'light'>> = { 1: 'dark', 2: 'light' };

function byPortal(raw: unknown): Seen[] {
  const told = appearance(raw);
  const accent = accentOf(told);
  const scheme = SCHEMES[wholeOf(told, 'color-scheme') ?? 0];
  return [
    ...(accent === null ? [] : [{ kind: 'controls', trait: 'accent', value: accent, maybe: true }]),
    ...(scheme === undefined ? [] : [{ kind: 'variants', trait: '', value: scheme, maybe: true }]),
  ];
}

/** What the portal tells, in words: colour scheme, accent, contrast. */
export function appearanceOf(raw: unknown): string[] {
  const told = appearance(raw);
  const scheme = SCHEMES[wholeOf(told, 'color-scheme') ?? 0];
  const accent = accentOf(told);
  return [
    ...(scheme === undefined ? [] : [`${scheme === 'dark' ? 'a dark' : 'a light'} look is preferred`]),
    ...(accent === null ? [] : [`the accent is ${accent}`]),
    ...(wholeOf(told, 'contrast') === 1 ? ['more contrast is asked for'] : []),
  ];
}

/**
 * What the machine's answers tell of its looks.
 *
 * @param machine `machine` of a survey: `xsettings`, the property's bytes in sixteens; `portal`, what ReadAll answers as GVariant text
 * Sources: XSETTINGS registry; XDG Desktop Portal, org.freedesktop.portal.Settings
 */
export const askedByStandards = (machine: unknown): Seen[] =>
  isRecord(machine) ? [...byManager(machine['xsettings']), ...byPortal(machine['portal'])] : [];
