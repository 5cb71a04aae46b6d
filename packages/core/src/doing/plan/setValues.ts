import { mapped, nth } from '../../ground/checked.js';
import type { Ready } from './getPart/getting.js';
import { ZONES } from '../../measuring/picture/zone.js';
import { sameJson } from '../../model/coat/changes.js';
import type { ElementRow } from '../../model/coat/rows.js';
import type { HostNow } from '../../model/host/now.js';
import { defaultOf, type HostProfile } from '../../model/host/profile.js';
import type { TraitScore } from '../../deciding/matching/score.js';
import type { SettingPlace } from '../../model/offers/offer.js';
import type { Part } from '../../model/parts/part.js';
import { spellValue } from '../../model/traits/say.js';
import { keepingUnknown } from '../../model/traits/keepingUnknown.js';
import { type Order, type TraitType, type TraitValue } from '../../model/traits/value.js';
import { resource } from '../../model/deeds/deed.js';
import { type Deed } from '../../model/deeds/deedSchema.js';
import type { PlanDraft, StepDraft } from './draft.js';
import { NOTE, SAFE_POINT } from './frame.js';
import { commandLine, fillTemplate, keyPieces } from '../../model/deeds/quote.js';
import { deedOf, placesFor, valueAt, writeValue } from '../../model/deeds/written.js';

/** A setting is in the host's units, so a length is told without `px`. */
export function spellSetting(type: TraitType, value: TraitValue): string {
  return type === 'length' ? String(value) : spellValue(type, value);
}

/** One value to set for a trait, in one variant. */
export interface ToSet {
  /** The variant's name in lower case. */
  readonly variant: string;
  readonly score: TraitScore & { readonly place: SettingPlace; readonly setting: TraitValue };
}

const isOrder = (value: unknown): value is Order =>
  typeof value === 'object' && value !== null && 'start' in value && 'centre' in value && 'end' in value;

/** Indices of a longest run of rising numbers. */
function longestRising(numbers: readonly number[]): number[] {
  const best: number[][] = [];
  let longest: number[] = [];
  numbers.forEach((value, i) => {
    const before = best.filter((run) => nth(numbers, run.at(-1)!) < value);
    const run = [...before.reduce<number[]>((a, b) => (b.length > a.length ? b : a), []), i];
    best.push(run);
    if (run.length > longest.length) longest = run;
  });
  return longest;
}

/** What changes between two orders of items, in words: what is taken off, put on, and moved. */
export function orderChanges(was_: Order | null, is_: Order): string[] {
  const [before, after] = [was_ && numbered(was_), numbered(is_)];
  return changesOf(before, after).map((words) => words.replace(NUMBER, ''));
}

/** Behind the second, third … of what may stand several times, so that each is one item of its own. */
const NUMBER = /\uffff\d+/g;
function numbered(order: Order): Order {
  const seen = new Map<string, number>();
  const one = (item: string) => {
    const n = seen.get(item) ?? 0;
    seen.set(item, n + 1);
    return n === 0 ? item : `${item}\uffff${n}`;
  };
  return { start: order.start.map(one), centre: order.centre.map(one), end: order.end.map(one) };
}

function changesOf(before: Order | null, after: Order): string[] {
  const places = (order: Order) =>
    new Map(ZONES.flatMap((zone) => order[zone].map((item, i) => [item, { zone, i }] as const)));
  const [was, is] = [before ? places(before) : new Map<string, never>(), places(after)];
  const nextTo = (item: string, { zone, i }: { zone: keyof Order; i: number }) =>
    i === 0 ? `first in the ${zone}` : `in the ${zone}, after ${nth(after[zone], i - 1)}`;
  const off = [...was.keys()].filter((item) => !is.has(item)).map((item) => `take off ${item}`);
  const on = [...is]
    .filter(([item]) => !was.has(item))
    .map(([item, at]) => `add ${item} ${nextTo(item, at)}`);
  // What stays in its zone in the order it had need not be touched: as many as possible stay.
  const stays = new Set(
    ZONES.flatMap((zone) => {
      const old = (before?.[zone] ?? []).filter((item) => is.get(item)?.zone === zone);
      return longestRising(old.map((item) => mapped(is, item).i)).map((n) => nth(old, n));
    }),
  );
  const moved = [...is]
    .filter(([item]) => was.has(item) && !stays.has(item))
    .map(([item, at]) => `move ${item} ${nextTo(item, at)}`);
  return [...off, ...on, ...moved];
}

/** Adds the step that sets a trait's value, where the host does not show it already. */
export function addSetting(
  draft: PlanDraft,
  host: HostProfile,
  now: HostNow,
  element: ElementRow,
  toSet: readonly ToSet[],
  ready: Ready | null,
  more: { readonly part: Part | null; readonly overwritten: boolean },
): string | null {
  const [first, ...rest] = toSet;
  if (!first) return null;
  const { place, target } = first.score;
  const { spec } = target;
  const arranges = spec.type === 'order' && element.kind !== 'window-buttons';
  // The bar of a part, or one that is added first, has nothing on it that could be lost; what a hand typed is meant as it stands.
  const isOfHost = more.part === null && ready === null && !first.score.byHand;
  const places = placesFor(place, spec.type, first.score.setting);
  const isShown = places.some((one) => one.place.key !== '' && now.settings.has(one.place.key));
  const hostNow = isShown
    ? valueAt(null, place, spec.type, ({ key }) => now.settings.get(key))
    : defaultOf(host, element.kind, spec.id, first.variant);
  const careful =
    arranges && isOfHost && isOrder(first.score.setting) && isOrder(target.value)
      ? keepingUnknown(isOrder(hostNow) ? hostNow : null, first.score.setting, target.value)
      : null;
  const setting: TraitValue = careful?.order ?? first.score.setting;
  const { text: value, losses } = writeValue(more.part, place, spec.type, setting);
  const before = hostNow;
  // What the host already shows need not be set, unless a whole look comes between; a part's own setting always is.
  if (ready === null && !more.overwritten && before !== null && sameJson(before, setting)) return null;
  const others = rest.filter((s) => !sameJson(s.score.setting, setting));
  const also = others.map((s) => `${s.variant}: ${spellSetting(spec.type, s.score.setting)}`);
  const what = `${element.name}: ${spec.label.toLowerCase()}`;
  const isOwnSyntax = spec.type === 'format' && value !== setting;
  const said = isOwnSyntax ? value : spellSetting(spec.type, setting);
  const own =
    place.file &&
    more.part?.settings?.find((s) => 'file' in s.where && s.where.file.path === place.file!.path);
  const each = placesFor(place, spec.type, setting);
  const deeds = each.map(
    (one): Deed =>
      deedOf(
        one.place,
        one.place === place ? value : writeValue(more.part, one.place, one.type, one.value).text,
        ready?.of ?? [],
        more.part,
      ) ?? {
        do: 'by hand',
        what: `Set ${what} to ${said}.`,
        changes: { resource: resource.hand(`${element.id} ${spec.id}`), value },
      },
  );
  if (deeds.length === 0) return null;
  const [deed] = deeds as [Deed];
  const reread: Deed[] =
    own && own.reread.after !== 'none' && (own.reread.after === 'reload' || own.reread.after === 'reopen')
      ? [
          {
            do: 'show',
            after: own.reread.after,
            command: own.reread.command,
            what: `Make ${more.part!.name} read its file again`,
          },
        ]
      : [];
  const items = spec.type === 'order' && element.kind !== 'window-buttons' && 'start' in (setting as object);
  const changes = items ? orderChanges(before as Order | null, setting as Order) : [];
  const told: StepDraft = {
    key: `set:${place.key || `${spec.id}:${element.id}`}:${value}`.slice(0, 480),
    sort: place.file ? 'edit a file' : items ? 'arrange items' : 'set a value',
    title: items ? `Arrange the items of ${element.name}` : `Set ${what} to ${said}`,
    why: [
      changes.length > 0 ? `${capital(changes.join('; '))}.` : '',
      careful && careful.kept.length > 0
        ? `${careful.kept.join(' and ')} ${careful.kept.length === 1 ? 'stays' : 'stay'}: nobody can tell what ${careful.unknown.map((u) => `“${u}”`).join(' and ')} of the reference ${careful.unknown.length === 1 ? 'is' : 'are'} here.`
        : '',
    ]
      .filter(Boolean)
      .join(' '),
    where: place.file ? `${place.file.path}, ${place.file.at}` : place.place,
    deeds: [...deeds, ...reread],
    value: place.file ? `${place.file.at} ${value}` : said,
    expected:
      also.length > 0
        ? `In the other variant, ${also.join('; ')}.`
        : isOwnSyntax
          ? `It shows ${spellSetting(spec.type, setting)}.`
          : 'The value is shown as typed.',
    check:
      deed.do === 'set'
        ? `Ask with: ${commandLine(fillTemplate(host.commands.get, keyPieces(deed.key)))}`
        : '',
    undo: place.file
      ? `Set it back to what stands in ${place.file.path} now; the rest of the file stays as it is.`
      : 'Set it back to the value noted before.',
    effect: reread.length > 0 ? 'none' : (place.effect ?? own?.reread.after ?? 'none'),
    risk: place.file ? 'little' : 'none',
    troubles: [
      ...losses,
      ...(place.file
        ? [
            'If nothing changes, look whether the file is read from elsewhere, and whether the line stands there twice.',
          ]
        : []),
    ],
  };
  const key = draft.add(told, element.id);
  draft.follow(NOTE, key, false);
  draft.follow(SAFE_POINT, key, false);
  draft.followAll(ready?.keys ?? [], key);
  return key;
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
