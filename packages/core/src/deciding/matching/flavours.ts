import { coatOf, ordered, type ElementRow, type VariantRow } from '../../model/coat/rows.js';
import type { Offer } from '../../model/offers/offer.js';
import { offerIn, type Flavour } from '../../model/parts/flavour.js';
import type { Part } from '../../model/parts/part.js';
import { scoreLayers, type ResolvedLayer } from './score.js';
import { scoredVariants, wantedFrom, type MatchContext } from './targets.js';

/** A flavour of a part in one variant of the coat. */
export interface RankedFlavour {
  readonly flavour: Flavour;
  /** Of the elements that the part has an offer for: weighted mean, 0 to 1, at least; null where nothing is told of them. */
  readonly closeness: number | null;
}

/** What is taken of a part in one variant. */
export interface TakenFlavour {
  readonly flavour: Flavour;
  /** A person chose it; else it comes nearest. */
  readonly isChosen: boolean;
  /** Others come as near, by what is known of them: which of them it should be nobody can tell. */
  readonly tied: readonly string[];
}

/** Words by which a name tells for which variant of a coat it is. */
const DARK = /(^|[^a-z])(dark|darker|night|black)([^a-z]|$)/i;
const LIGHT = /(^|[^a-z])(light|lighter|day|white)([^a-z]|$)/i;

/** How well a flavour's name suits a variant's: 1 it says the same of light and dark, −1 the opposite, 0 nothing. */
function suits(flavour: string, variant: string): number {
  const shade = (name: string) => (DARK.test(name) ? 'dark' : LIGHT.test(name) ? 'light' : null);
  const [has, wants] = [shade(flavour), shade(variant)];
  if (wants === null) return 0;
  // Of a theme that comes in dark as well, what says nothing is the light one.
  if (has === null) return wants === 'light' ? 0.5 : 0;
  return has === wants ? 1 : -1;
}

const known = new WeakMap<MatchContext, Map<string, readonly RankedFlavour[]>>();

/**
 * The flavours of a part in one variant, nearest first. A part is in one flavour at a time, so that all elements count
 * for which it has an offer; of those that come as near, the one that is for light or dark by its name goes first.
 */
export function rankFlavours(ctx: MatchContext, part: Part, variant: VariantRow): readonly RankedFlavour[] {
  const { flavours = [] } = part;
  if (flavours.length === 0) return [];
  const of = known.get(ctx) ?? new Map<string, readonly RankedFlavour[]>();
  known.set(ctx, of);
  const key = `${part.id}@${part.revision} ${variant.id}`;
  const before = of.get(key);
  if (before) return before;
  const elements = ordered(ctx.rows.element).filter(
    (e) => !e.addition && part.offers.some((o) => o.kind === e.kind),
  );
  const failed = droppedFlavours(ctx, part);
  const ranked = flavours
    .map((flavour, at) => ({ flavour, at, closeness: closenessOf(ctx, part, flavour, variant, elements) }))
    .sort(
      (a, b) =>
        Number(failed.has(a.flavour.name)) - Number(failed.has(b.flavour.name)) ||
        (b.closeness ?? 0) - (a.closeness ?? 0) ||
        suits(b.flavour.name, variant.name) - suits(a.flavour.name, variant.name) ||
        a.at - b.at,
    )
    .map(({ flavour, closeness }) => ({ flavour, closeness }));
  of.set(key, ranked);
  return ranked;
}

/** Flavours of a part that were tried on this host for this coat and dropped. */
function droppedFlavours({ rows, host }: MatchContext, part: Part): ReadonlySet<string> {
  const here = Object.values(rows.trial).filter(
    (t) => t.partId === part.id && t.family === host?.family && t.hostVersion === host.version,
  );
  return new Set(here.flatMap((t) => (t.outcome === 'dropped' && t.flavour ? [t.flavour] : [])));
}

function closenessOf(
  ctx: MatchContext,
  part: Part,
  flavour: Flavour,
  variant: VariantRow,
  elements: readonly ElementRow[],
): number | null {
  let [sum, weights] = [0, 0];
  for (const element of elements) {
    const traits = Object.values(ctx.rows.trait).filter((t) => t.elementId === element.id);
    const wanted = wantedFrom(ctx.rows, element, traits, variant.id);
    let best: number | null = null;
    for (const offer of part.offers) {
      if (offer.kind !== element.kind) continue;
      const layer: ResolvedLayer = {
        role: 'base',
        offer: offerIn(offer, flavour),
        part,
        from: part.name,
        layerId: null,
        traits: null,
        settings: {},
      };
      const { closeness } = scoreLayers(ctx.rows, ctx.host, wanted, [layer], variant, element);
      if (closeness !== null) best = Math.max(best ?? 0, closeness);
    }
    if (best === null) continue;
    sum += element.weight * best;
    weights += element.weight;
  }
  return weights === 0 ? null : sum / weights;
}

/** What is taken of a part in a variant: what a person chose, else what comes nearest. Null where it has no flavours. */
export function takenFlavour(ctx: MatchContext, part: Part, variant: VariantRow): TakenFlavour | null {
  const [first, ...rest] = rankFlavours(ctx, part, variant);
  if (!first) return null;
  const chosen =
    Object.keys(ctx.rows.coat).length > 0 ? coatOf(ctx.rows).flavours[part.id]?.[variant.id] : undefined;
  const named = part.flavours?.find((f) => f.name === chosen);
  if (named) return { flavour: named, isChosen: true, tied: [] };
  const suiting = suits(first.flavour.name, variant.name);
  const tied = rest.filter(
    (r) => r.closeness === first.closeness && suits(r.flavour.name, variant.name) === suiting,
  );
  return { flavour: first.flavour, isChosen: false, tied: tied.map((r) => r.flavour.name) };
}

/** The flavours of a part that are taken in some variant, each once, in the order of the variants. */
export function flavoursTaken(ctx: MatchContext, part: Part): Flavour[] {
  if (!part.flavours?.length) return [];
  return [...new Set(scoredVariants(ctx.rows).flatMap((v) => takenFlavour(ctx, part, v)?.flavour ?? []))];
}

/** An offer of a part by variant, in the flavour that is taken there; undefined where the part has none. */
export function offersByVariant(
  ctx: MatchContext,
  part: Part | null | undefined,
  offer: Offer,
): Readonly<Record<string, Offer>> | undefined {
  if (!part?.flavours?.length) return undefined;
  const scored = scoredVariants(ctx.rows);
  const others = Object.values(ctx.rows.variant).filter((v) => !scored.includes(v));
  return Object.fromEntries(
    [...scored, ...others].flatMap((variant): [string, Offer][] => {
      const taken = takenFlavour(ctx, part, variant);
      return taken ? [[variant.id, offerIn(offer, taken.flavour)]] : [];
    }),
  );
}
