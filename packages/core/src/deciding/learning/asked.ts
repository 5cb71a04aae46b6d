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

/** The accent that the portal tells: three shares of red, green and blue. Ones beyond 0 to 1 say that there is none. */
function byPortal(raw: unknown): Seen[] {
  const read = typeof raw === 'string' && raw.trim() !== '' ? readGVariant(raw.trim(), '(a{sa{sv}})') : null;
  if (!read?.ok) return [];
  const all = read.value.is === 'list' ? read.value.items[0] : undefined;
  const accent = entry(entry(all, APPEARANCE), 'accent-color');
  const shares =
    accent?.is === 'list' ? accent.items.flatMap((i) => (i.is === 'double' ? [i.value] : [])) : [];
  if (shares.length !== 3 || shares.some((s) => s < 0 || s > 1)) return [];
  const hex = shares
    .map((s) =>
      Math.round(s * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('');
  return [{ kind: 'controls', trait: 'accent', value: `#${hex}`, maybe: true }];
}

/**
 * What the machine's answers tell of its looks.
 *
 * @param machine `machine` of a survey: `xsettings`, the property's bytes in sixteens; `portal`, what ReadAll answers as GVariant text
 * Sources: XSETTINGS registry; XDG Desktop Portal, org.freedesktop.portal.Settings
 */
export const askedByStandards = (machine: unknown): Seen[] =>
  isRecord(machine) ? [...byManager(machine['xsettings']), ...byPortal(machine['portal'])] : [];
