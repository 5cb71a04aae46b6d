import { mapped } from '../../ground/checked.js';
import { matchOf, type CoatRows, type ElementRow, type VariantRow } from '../../model/coat/rows.js';
import { sameJson } from '../../model/coat/changes.js';
import { defaultOf, type HostProfile } from '../../model/host/profile.js';
import type { Break } from '../../model/offers/break.js';
import { canOverlay, type Offer } from '../../model/offers/offer.js';
import type { Part } from '../../model/parts/part.js';
import { lookLayer } from '../matching/looks.js';
import { chosenLayers, freshLayer } from '../matching/layers.js';
import { offersFor, type OfferIndex } from '../matching/rank.js';
import { scoreLayers, type ResolvedLayer, type TraitScore } from '../matching/score.js';
import { type MatchContext, type Wanted } from '../matching/targets.js';
import type { Base, InstanceElement, InstancePart, LookState, Overlay, Use } from './instance.js';

const isBreak = (effect: Break | undefined) => effect === 'session' || effect === 'restart';
const sourceKey = (part: Part | null, offer: Offer) => `${part?.id ?? 'host'}@${offer.id}`;

/** What all elements of an instance are summed up from. */
export interface InstanceGround {
  readonly ctx: MatchContext & { readonly host: HostProfile };
  readonly host: HostProfile;
  readonly rows: CoatRows;
  readonly parts: readonly Part[];
  readonly instanceParts: readonly InstancePart[];
  /** The number of a part in the instance, by its id. */
  readonly numberOf: ReadonlyMap<string, number>;
  readonly index: OfferIndex;
  readonly variants: readonly VariantRow[];
}

/** An element that counts, with what is wanted of it by variant. */
export interface CountedElement {
  readonly element: ElementRow;
  readonly wanted: readonly Wanted[];
}

interface ElementAt extends CountedElement {
  readonly ground: InstanceGround;
  readonly traits: readonly string[];
  readonly numberOfTrait: ReadonlyMap<string, number>;
  /** How many variants say anything of it. */
  readonly told: number;
}

/** Gains and uses of layers in a state, by trait; `mine` tells whether a score comes of the layer that is asked for. */
function gather(
  at: ElementAt,
  layers: readonly ResolvedLayer[],
  state: LookState,
  mine: (s: TraitScore) => boolean,
): Pick<Base, 'gains' | 'uses' | 'breaks'> {
  const { element, wanted, traits, numberOfTrait, told, ground } = at;
  const { parts, host, rows, variants } = ground;
  const look = state >= 0 ? lookLayer(ground.ctx, parts[state]!, element.kind) : null;
  const covered = layers.some((l) => l.role === 'base' && l.offer.replaces);
  const all = look && !covered ? [look, ...layers] : layers;
  const gains: (number | null)[] = traits.map(() => null);
  const settings: (Record<string, unknown> & { key?: string })[] = traits.map(() => ({}));
  let breaks = 0;
  variants.forEach((variant, v) => {
    const { targets, untold } = wanted[v]!;
    if (targets.length === 0) return;
    const { traits: scores } = scoreLayers(rows, host, wanted[v]!, all, variant, element);
    const sum = [...targets, ...untold].reduce((a, t) => a + t.weight, 0);
    for (const score of scores) {
      if (!mine(score)) continue;
      const t = mapped(numberOfTrait, score.target.spec.id);
      gains[t] = (gains[t] ?? 0) + (score.target.weight * score.credit) / (sum * told);
      if (!score.place || score.setting === null) continue;
      settings[t]!.key = score.place.key;
      settings[t]![variant.id] = score.setting;
      const shown = defaultOf(host, element.kind, score.target.spec.id, variant.name.toLowerCase());
      if (isBreak(score.place.effect) && !sameJson(shown, score.setting)) breaks = 1;
    }
  });
  const uses = settings.map(({ key, ...values }): Use | null =>
    key === undefined ? null : { key, value: JSON.stringify(values) },
  );
  return { gains, uses, breaks };
}

/** The same base in the states in which it gives the same, as one. */
function inStates(
  states: readonly LookState[],
  make: (state: LookState) => Omit<Base, 'states'> | null,
): Base[] {
  const bases: Base[] = [];
  for (const state of states) {
    const made = make(state);
    if (!made) continue;
    const same = bases.findIndex((b) => sameJson(b.gains, made.gains) && b.breaks === made.breaks);
    if (same >= 0) bases[same] = { ...bases[same]!, states: [...bases[same]!.states, state] };
    else bases.push({ ...made, states: [state] });
  }
  return bases;
}

/** Ids of the parts that the layers of a match come from. */
export function partsOfLayers(ctx: MatchContext, matchId: string): string[] {
  return Object.values(ctx.rows.layer).flatMap((l) => (l.matchId === matchId && l.partId ? [l.partId] : []));
}

/**
 * Sums up one element: what each offer would give it by itself, what could be laid over it, and what is held fast.
 *
 * @param weights of all elements that count together
 */
export function elementOf(ground: InstanceGround, counted: CountedElement, weights: number): InstanceElement {
  const { ctx, rows, instanceParts, numberOf, index } = ground;
  const { element, wanted } = counted;
  const traits = [...new Set(wanted.flatMap(({ targets }) => targets.map((t) => t.spec.id)))];
  const at: ElementAt = {
    ...counted,
    ground,
    traits,
    numberOfTrait: new Map(traits.map((t, i) => [t, i])),
    told: wanted.filter(({ targets }) => targets.length > 0).length,
  };
  const looks = instanceParts.flatMap((p, i) => (p.part.overwrites?.includes(element.kind) ? [i] : []));
  const states: LookState[] = [-1, ...looks];
  const plain = inStates(states, (state) => ({
    key: '',
    part: -1,
    offer: null,
    chosen: null,
    open: true,
    ...gather(at, [], state, () => true),
  }));
  const offered = offersFor(rows, index, element);
  const bases = offered.flatMap(({ part, offer }) => {
    const number = part ? mapped(numberOf, part.id) : -1;
    const layer = freshLayer(ctx, part, offer);
    return inStates(states, (state) => {
      // A look that is taken is there; its own offer cannot be had without it.
      if (
        number >= 0 &&
        instanceParts[number]!.isLook &&
        state !== number &&
        part!.overwrites!.includes(element.kind)
      )
        return null;
      const told = gather(at, [layer], state, () => true);
      return {
        key: sourceKey(part, offer),
        part: number,
        offer,
        chosen: offer.choose ? { key: offer.choose.key, value: offer.choose.value } : null,
        open: !offer.replaces,
        ...told,
        breaks: Math.max(told.breaks, isBreak(offer.choose?.effect) ? 1 : 0),
      };
    });
  });
  const overlays = offered.flatMap(({ part, offer }): Overlay[] => {
    if (!canOverlay(offer)) return [];
    const layer: ResolvedLayer = { ...freshLayer(ctx, part, offer), role: 'overlay' };
    const told = gather(at, [layer], -1, (s) => s.supply !== null);
    if (told.gains.every((g) => g === null)) return [];
    return [
      {
        key: sourceKey(part, offer),
        part: part ? mapped(numberOf, part.id) : -1,
        offer,
        ...told,
        fixed: told.gains.map((g, t) => g !== null && told.uses[t] === null),
      },
    ];
  });

  const match = matchOf(rows, element.id);
  const isLocked =
    match !== null &&
    match.by === 'hand' &&
    (match.said !== null || chosenLayers(ctx, element.id).length > 0);
  const layers = isLocked && match.said !== 'gap' ? chosenLayers(ctx, element.id) : [];
  const locked = isLocked
    ? {
        parts: [...new Set(partsOfLayers(ctx, match.id).flatMap((id) => numberOf.get(id) ?? []))],
        bases: inStates(states, (state) => ({
          key: 'locked',
          part: -1,
          offer: null,
          chosen: layers[0]?.offer.choose
            ? { key: layers[0].offer.choose.key, value: layers[0].offer.choose.value }
            : null,
          open: false,
          ...gather(at, layers, state, () => true),
        })),
      }
    : null;
  return {
    id: element.id,
    name: element.name,
    share: element.weight / weights,
    traits,
    bases: [...plain, ...bases],
    overlays,
    locked: locked && match?.said === 'gap' ? { ...locked, parts: [] } : locked,
  };
}
