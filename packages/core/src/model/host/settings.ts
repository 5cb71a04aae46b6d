import type { Offer, Supply } from '../offers/offer.js';
import type { Break } from '../offers/break.js';
import type { ExportPlace } from '../offers/exportPlace.js';
import type { FilePlace } from '../offers/ownSetting.js';
import { findKind, findTrait } from '../kinds/registry.js';
import { readGVariant } from '../../measuring/standards/gvariant/read.js';
import { quoteText, writeGVariant } from '../../measuring/standards/gvariant/write.js';
import { writeAs, type Writes } from '../offers/writes.js';
import type { TraitType, TraitValue } from '../traits/value.js';
import type { Default, HostProfile } from './profile.js';

/** One setting of a host as its table tells it, whether an offer carries it or it stands by itself. */
export interface SettingLine {
  readonly key: string;
  readonly label: string;
  readonly type: string;
  /** What it takes, in words. */
  readonly takes: string;
  readonly initial: Default | null;
  readonly place: string;
  readonly file: FilePlace | null;
  /** Where it stands in an export that a hand imports. */
  readonly entry?: ExportPlace | undefined;
  readonly effect: Break;
  /** How it takes its value, where that is not plainly the trait's. */
  readonly writes?: Writes | undefined;
  /** Kind and trait that it serves, where it serves one. */
  readonly serves: { readonly kind: string; readonly trait: string } | null;
}

function sayTakes(supply: Supply): string {
  if ('range' in supply) {
    const { least, most, step } = supply.range;
    return `${least} to ${most}, by ${step}`;
  }
  if ('oneOf' in supply)
    return supply.oneOf.map((v) => (typeof v === 'object' ? JSON.stringify(v) : String(v))).join(', ');
  if ('itemsFrom' in supply) return `items of ${supply.itemsFrom.join(', ')}`;
  return 'any';
}

/** What an offer supplies in the order of the kind's traits: keys of stored JSON come in any order. */
function inOrder({ kind, supplies }: Offer): [string, Supply][] {
  const order = findKind(kind)?.traits.map((t) => t.id) ?? [];
  return Object.entries(supplies).sort(([a], [b]) => order.indexOf(a) - order.indexOf(b));
}

/** Every setting of a profile, by key: those that its offers carry, those that stand by themselves, then those that choose by a name. */
export function settingsOf(profile: HostProfile): SettingLine[] {
  const lines = new Map<string, SettingLine>();
  for (const offer of profile.offers)
    for (const [trait, supply] of inOrder(offer)) {
      if ('fixed' in supply || lines.has(supply.setting.key)) continue;
      const { key, place, effect, file, entry, writes } = supply.setting;
      const spec = findTrait(offer.kind, trait);
      lines.set(key, {
        key,
        label: `${offer.name}: ${spec?.label.toLowerCase() ?? trait}`,
        type: spec?.type ?? 'label',
        takes: sayTakes(supply),
        initial: profile.defaults[offer.kind]?.[trait] ?? null,
        place,
        file: file ?? null,
        ...(entry ? { entry } : {}),
        effect: effect ?? 'none',
        ...(writes ? { writes } : {}),
        serves: { kind: offer.kind, trait },
      });
    }
  for (const { key, label, takes, initial, place, file, entry, effect, writes } of profile.settings ?? [])
    if (!lines.has(key))
      lines.set(key, {
        key,
        label,
        type: takes.type,
        takes:
          takes.type === 'number'
            ? `${takes.least} to ${takes.most}, by ${takes.step}`
            : takes.type === 'choice'
              ? takes.values.join(', ')
              : takes.type === 'flag'
                ? 'yes, no'
                : 'any',
        initial,
        place,
        file: file ?? null,
        ...(entry ? { entry } : {}),
        effect: effect ?? 'none',
        ...(writes ? { writes } : {}),
        serves: null,
      });
  const chosen = [
    ...Object.entries(profile.lists ?? {}).map(([sort, place]) => ({
      label: `Choice of the ${sort}`,
      place,
    })),
    ...(profile.variants ? [{ label: 'Switch between light and dark', place: profile.variants }] : []),
  ];
  for (const { label, place } of chosen)
    if (!lines.has(place.key))
      lines.set(place.key, {
        key: place.key,
        label,
        type: 'label',
        takes: 'any',
        initial: null,
        place: place.place,
        file: place.file ?? null,
        ...(place.entry ? { entry: place.entry } : {}),
        effect: place.effect ?? 'none',
        ...(place.writes ? { writes: place.writes } : {}),
        serves: null,
      });
  return [...lines.values()];
}

/** A setting of the profile with what the host has now. */
export interface TiedSetting extends SettingLine {
  /** As the dump writes it; null where the dump does not say. */
  readonly now: string | null;
  /** It differs from the profile's default; null where either is not known. */
  readonly changed: boolean | null;
}

export interface TiedSettings {
  readonly tied: readonly TiedSetting[];
  /** Keys of the dump that the profile does not know. */
  readonly unknown: readonly string[];
}

/** What a dump says, as the host itself would say it: of a GVariant in the one way in which it is printed. */
function asPrinted(said: string, { writes }: SettingLine): string {
  const type = writes?.type;
  if (type === undefined) return said;
  const read = readGVariant(said, type);
  // Dumps are read without the quotes of their texts.
  return read.ok ? writeGVariant(read.value) : type === 's' ? quoteText(said) : said;
}

function isSame(
  now: string,
  initial: Default,
  { writes, type }: Pick<SettingLine, 'writes' | 'type'>,
): boolean {
  if (typeof initial === 'object' && 'byVariant' in initial)
    return Object.values(initial.byVariant as Record<string, TraitValue>).some((v) =>
      isSame(now, v, { writes, type }),
    );
  if (writes) return now === writeAs(writes, type as TraitType, initial as TraitValue).text;
  if (typeof initial === 'number') return Number(now) === initial;
  if (typeof initial === 'boolean') return /^(true|yes|1|on)$/i.test(now) === initial;
  return (
    now.trim().toLowerCase() ===
    (typeof initial === 'object' ? JSON.stringify(initial) : initial).toLowerCase()
  );
}

/**
 * Ties what a dump says to the profile's settings: by the key itself, or by where it stands in its file. `/` and `.`
 * between the steps are the same, and so are capitals.
 *
 * @param dump `group/key` or a dotted path → value as written
 */
export function tieSettings(profile: HostProfile, dump: ReadonlyMap<string, string>): TiedSettings {
  const lines = settingsOf(profile);
  const plain = (key: string) => key.replaceAll('/', '.').toLowerCase();
  const written = new Map([...dump].map(([key, value]) => [plain(key), { key, value }]));
  const used = new Set<string>();
  const tied = lines.map((line) => {
    const names = [line.key, ...(line.file ? [line.file.at] : [])].map(plain);
    const hit = names.map((n) => written.get(n)).find((h) => h !== undefined);
    if (hit) used.add(hit.key);
    const now = hit ? asPrinted(hit.value, line) : null;
    return {
      ...line,
      now,
      changed: now === null || line.initial === null ? null : !isSame(now, line.initial, line),
    };
  });
  return { tied, unknown: [...dump.keys()].filter((key) => !used.has(key)) };
}
