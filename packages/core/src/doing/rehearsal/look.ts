import {
  layersOf,
  matchOf,
  ordered,
  type CoatRows,
  type ElementRow,
  type TraitRow,
} from '../../model/coat/rows.js';
import type { CoatState, ElementState } from '../../deciding/matching/evaluate.js';
import { coatCloseness } from '../../deciding/matching/evaluate.js';
import { looksInForce, underLooks } from '../../deciding/matching/looks.js';
import { resolveLayer } from '../../deciding/matching/layers.js';
import {
  layerIn,
  scoreLayers,
  type ElementScore,
  type ResolvedLayer,
} from '../../deciding/matching/score.js';
import { scoredVariants, wantedFrom, type MatchContext } from '../../deciding/matching/targets.js';
import type { Offer } from '../../model/offers/offer.js';
import type { Part } from '../../model/parts/part.js';
import { resource } from '../../model/deeds/deed.js';
import { writeName } from '../../model/offers/writes.js';
import { resourceOf, valueAt } from '../../model/deeds/written.js';
import type { OrderedPlan } from '../../model/deeds/step.js';
import type { VariantSetting } from '../plan/switchVariant.js';
import { kindBook, type KindBook } from '../../model/coat/kindBook.js';
import type { TraitValue } from '../../model/traits/value.js';
import type { HostState } from '../simulation/hostState.js';

/** What is looked at through a state: the coat and its plan, and what differs between its variants. */
export interface LookContext {
  readonly ctx: MatchContext;
  readonly coat: CoatState;
  readonly readyOf: OrderedPlan['readyOf'];
  readonly variants: readonly VariantSetting[];
}

/** How a coat looks in a state of its host. Closeness 0 to 1; null where nothing is scored. */
export interface StateLook {
  readonly elements: readonly ElementState[];
  readonly closeness: number | null;
}

type Read = (name: string) => string | undefined;

/** What a state has of every setting, as one variant shows it: where the switch to it was not made, as if it had been. */
function readerOf(state: HostState, variantId: string, variants: readonly VariantSetting[]): Read {
  const other = new Map(variants.map((v) => [v.resource, v.values]));
  return (name) => {
    const raw = state.shown.get(name);
    const values = other.get(name);
    if (raw === undefined || values === undefined || !Object.values(values).includes(raw)) return raw;
    return values[variantId] ?? raw;
  };
}

/** An offer as far as it is in effect: traits whose settings nobody has made yet are not told by it. */
function asSet(
  layer: ResolvedLayer,
  element: ElementRow,
  book: KindBook,
  read: Read,
  variantId: string,
): ResolvedLayer {
  const supplies: Record<string, Offer['supplies'][string]> = {};
  const values: Record<string, TraitValue> = {};
  for (const [trait, supply] of Object.entries(layer.offer.supplies)) {
    if ('fixed' in supply) {
      supplies[trait] = supply;
      continue;
    }
    const spec = book.trait(element.kind, trait);
    const part = layer.part ?? null;
    const value = spec
      ? valueAt(part, supply.setting, spec.type, (place) =>
          read(resourceOf(place) ?? resource.hand(`${element.id} ${trait}`)),
        )
      : null;
    if (value === null) continue;
    supplies[trait] = supply;
    values[trait] = value;
  }
  const { byVariant: _taken, ...rest } = layer;
  return { ...rest, offer: { ...layer.offer, supplies }, settings: { [variantId]: values } };
}

/** Whether what was chosen is in effect: its part is ready, and it is chosen where there is a list. */
function isChosen(read: Read, ready: readonly string[] | undefined, offer: Offer): boolean {
  const listed = offer.choose
    ? read(resource.setting(offer.choose.key)) === writeName(offer.choose.writes, offer.choose.value)
    : true;
  return listed && (ready ?? []).every((name) => read(name) !== undefined);
}

/** The layers of an element that are in effect, with what is set in them. */
function layersIn(look: LookContext, element: ElementRow, read: Read, variantId: string): ResolvedLayer[] {
  const { ctx, readyOf } = look;
  const match = matchOf(ctx.rows, element.id);
  if (!match) return [];
  const book = kindBook(ctx.rows);
  return layersOf(ctx.rows, match.id).flatMap((row) => {
    const resolved = resolveLayer(ctx, row);
    if (!resolved) return [];
    const layer = layerIn(resolved, variantId);
    const made =
      row.partId === null && row.offer.startsWith('hand:') ? row.offer.slice('hand:'.length) : null;
    if (!isChosen(read, readyOf[row.partId ?? made ?? ''], layer.offer)) return [];
    if (made === null) return [asSet(layer, element, book, read, variantId)];
    return [ownMaking(ctx, layer, element, read, variantId)];
  });
}

/** Values of one's own making are seen where they have been set. */
function ownMaking(
  ctx: MatchContext,
  layer: ResolvedLayer,
  element: ElementRow,
  read: Read,
  variantId: string,
): ResolvedLayer {
  const host = ctx.host!.offers.filter((o) => o.kind === element.kind);
  const supplies: Record<string, Offer['supplies'][string]> = {};
  for (const [trait, supply] of Object.entries(layer.offer.supplies)) {
    const spec = kindBook(ctx.rows).trait(element.kind, trait);
    const own = host.map((o) => o.supplies[trait]).find((s) => s && 'setting' in s);
    const hand = { key: '', place: '' };
    const place = own && 'setting' in own ? own.setting : hand;
    const value = spec
      ? valueAt(null, place, spec.type, (one) =>
          read(
            one.key === '' && !one.file ? resource.hand(`${element.id} ${trait}`) : resource.setting(one.key),
          ),
        )
      : null;
    // A picture is placed as a file, which is what the offer's own readiness says.
    if (spec?.type === 'picture') supplies[trait] = supply;
    else if (value !== null) supplies[trait] = { fixed: value };
  }
  return { ...layer, offer: { ...layer.offer, supplies }, settings: { [variantId]: {} } };
}

/** Whole looks that are in effect: chosen where there is a list for them. */
function looksIn(look: LookContext, looks: readonly Part[], read: Read): Part[] {
  return looks.filter((part) => part.offers.some((offer) => isChosen(read, look.readyOf[part.id], offer)));
}

/**
 * How the coat looks on a host in this state: what is chosen counts as far as it is installed, in effect and set; the rest
 * is the host's own. After a plan that was carried out whole it is what the matches promise.
 */
export function lookOf(look: LookContext, state: HostState): StateLook {
  const { ctx, coat } = look;
  const { rows, host } = ctx;
  const byElement = traitsByElement(rows);
  const looks = looksInForce(ctx);
  const variants = scoredVariants(rows).map((variant) => {
    const read = readerOf(state, variant.id, look.variants);
    return { variant, read, looks: looksIn(look, looks, read) };
  });
  const standings = new Map(coat.elements.map((e) => [e.element.id, e]));
  const elements = ordered(rows.element).flatMap((element): ElementState[] => {
    const known = standings.get(element.id);
    if (!known) return [];
    const perVariant: Record<string, ElementScore> = {};
    for (const { variant, read, looks: inForce } of variants) {
      const chosen = known.standing === 'gap' ? [] : layersIn(look, element, read, variant.id);
      const layers = underLooks(ctx, chosen, inForce, element.kind);
      const wanted = wantedFrom(rows, element, byElement.get(element.id) ?? [], variant.id);
      perVariant[variant.id] = scoreLayers(rows, host, wanted, layers, variant, element);
    }
    const told = Object.values(perVariant).flatMap((s) => (s.closeness === null ? [] : [s.closeness]));
    const closeness =
      element.addition || told.length === 0 ? null : told.reduce((a, b) => a + b, 0) / told.length;
    return [{ ...known, perVariant, closeness }];
  });
  return { elements, closeness: coatCloseness(elements, (e) => e.closeness) };
}

function traitsByElement(rows: CoatRows): Map<string, TraitRow[]> {
  const found = new Map<string, TraitRow[]>();
  for (const trait of Object.values(rows.trait)) {
    const list = found.get(trait.elementId);
    if (list) list.push(trait);
    else found.set(trait.elementId, [trait]);
  }
  return found;
}
