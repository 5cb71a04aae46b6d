import { mapped, nth } from '../../ground/checked.js';
import {
  coatOf,
  matchOf,
  ordered,
  type ElementRow,
  type TraitRow,
  type TrialRow,
} from '../../model/coat/rows.js';
import { sameJson } from '../../model/coat/changes.js';
import { defaultOf, type HostProfile } from '../../model/host/profile.js';
import type { Break } from '../../model/offers/break.js';
import { canOverlay, type Offer } from '../../model/offers/offer.js';
import type { Part } from '../../model/parts/part.js';
import { fitOf } from '../../model/parts/fit.js';
import { lookLayer } from '../matching/looks.js';
import { freshLayer, indexOffers, newestParts, offersFor } from '../matching/rank.js';
import { chosenLayers, scoreLayers, type ResolvedLayer, type TraitScore } from '../matching/score.js';
import { scoredVariants, targetsFrom, type MatchContext, type Target } from '../matching/targets.js';
import { barsOf } from '../matching/barred.js';
import { costOf } from './costs.js';
import type { Base, Instance, InstanceElement, InstancePart, LookState, Overlay, Use } from './instance.js';

/** What a proposal looks at beside the coat, its host and the catalogue. */
export interface Around {
  /** ISO date. */
  readonly today: string;
  /** Trials of every coat: what was dropped on this host and version is not proposed again. */
  readonly trials: readonly TrialRow[];
}

const isBreak = (effect: Break | undefined) => effect === 'session' || effect === 'restart';
const sourceKey = (part: Part | null, offer: Offer) => `${part?.id ?? 'host'}@${offer.id}`;

/** Sums up a coat, a host and a catalogue as an instance. The host must be known. */
export function buildInstance(ctx: MatchContext & { readonly host: HostProfile }, around: Around): Instance {
  const { host, rows } = ctx;
  const parts = newestParts(ctx.parts);
  const numberOf = new Map(parts.map((p, i) => [p.id, i]));
  const channel = coatOf(rows).channel;
  const instanceParts = parts.map((part): InstancePart => {
    const fit = fitOf(part, host, channel);
    const needs = part.requires.map((r) => r.anyOf.flatMap((id) => numberOf.get(id) ?? []));
    const missing = part.requires.find((_, n) => nth(needs, n).length === 0);
    const failed = around.trials.find(
      (t) =>
        t.partId === part.id &&
        t.outcome === 'dropped' &&
        t.family === host.family &&
        t.hostVersion === host.version,
    );
    return {
      part,
      fit,
      bars: barsOf(part, fit, host, around.today),
      barred: failed
        ? `It was tried on ${host.name} ${host.version} on ${failed.tried} and dropped: ${failed.why}`
        : !fit.usable
          ? `${fit.sentence} ${fit.channel === null ? fit.channelSentence : ''}`.trim()
          : missing
            ? `It needs a part that the catalogue does not have: ${missing.why}`
            : null,
      cost: costOf(part, fit),
      memory: part.memory,
      breaks: Number(isBreak(part.effect)) + Number(part.enable !== null && isBreak(host.effects.enable)),
      needs: needs.filter((n) => n.length > 0),
      excludes: part.excludes.flatMap((id) => numberOf.get(id) ?? []),
      holds: part.holds ?? [],
      isLook: (part.overwrites?.length ?? 0) > 0,
    };
  });

  const index = indexOffers(ctx);
  const variants = scoredVariants(rows);
  const byElement = new Map<string, TraitRow[]>();
  for (const trait of Object.values(rows.trait))
    byElement.set(trait.elementId, [...(byElement.get(trait.elementId) ?? []), trait]);

  const counted: { element: ElementRow; targets: Target[][] }[] = [];
  for (const element of ordered(rows.element)) {
    if (element.addition || matchOf(rows, element.id)?.said === 'left alone') continue;
    const targets = variants.map((v) => targetsFrom(rows, element, byElement.get(element.id) ?? [], v.id));
    if (targets.some((list) => list.length > 0)) counted.push({ element, targets });
  }
  const weights = counted.reduce((sum, c) => sum + c.element.weight, 0);

  const elements = counted.map(({ element, targets }): InstanceElement => {
    const traits = [...new Set(targets.flat().map((t) => t.spec.id))];
    const numberOfTrait = new Map(traits.map((t, i) => [t, i]));
    const told = targets.filter((list) => list.length > 0).length;
    const looks = instanceParts.flatMap((p, i) => (p.part.overwrites?.includes(element.kind) ? [i] : []));
    const states: LookState[] = [-1, ...looks];

    /** Gains and uses of layers in a state, by trait; `mine` tells whether a score comes of the layer that is asked for. */
    const gather = (layers: readonly ResolvedLayer[], state: LookState, mine: (s: TraitScore) => boolean) => {
      const look = state >= 0 ? lookLayer(nth(parts, state), element.kind) : null;
      const covered = layers.some((l) => l.role === 'base' && l.offer.replaces);
      const all = look && !covered ? [look, ...layers] : layers;
      const gains: (number | null)[] = traits.map(() => null);
      const settings: (Record<string, unknown> & { key?: string })[] = traits.map(() => ({}));
      let breaks = 0;
      variants.forEach((variant, v) => {
        const list = nth(targets, v);
        if (list.length === 0) return;
        const { traits: scores } = scoreLayers(rows, host, list, all, variant, element);
        const sum = list.reduce((a, t) => a + t.weight, 0);
        for (const score of scores) {
          if (!mine(score)) continue;
          const t = mapped(numberOfTrait, score.target.spec.id);
          gains[t] = (gains[t] ?? 0) + (score.target.weight * score.credit) / (sum * told);
          if (!score.place || score.setting === null) continue;
          nth(settings, t).key = score.place.key;
          nth(settings, t)[variant.id] = score.setting;
          const shown = defaultOf(host, element.kind, score.target.spec.id, variant.name.toLowerCase());
          if (isBreak(score.place.effect) && !sameJson(shown, score.setting)) breaks = 1;
        }
      });
      const uses = settings.map(({ key, ...values }): Use | null =>
        key === undefined ? null : { key, value: JSON.stringify(values) },
      );
      return { gains, uses, breaks };
    };

    /** The same base in the states in which it gives the same, as one. */
    const inStates = (make: (state: LookState) => Omit<Base, 'states'> | null): Base[] => {
      const bases: Base[] = [];
      for (const state of states) {
        const made = make(state);
        if (!made) continue;
        const same = bases.findIndex((b) => sameJson(b.gains, made.gains) && b.breaks === made.breaks);
        if (same >= 0) bases[same] = { ...nth(bases, same), states: [...nth(bases, same).states, state] };
        else bases.push({ ...made, states: [state] });
      }
      return bases;
    };

    const plain = inStates((state) => ({
      key: '',
      part: -1,
      offer: null,
      chosen: null,
      open: true,
      ...gather([], state, () => true),
    }));
    const offered = offersFor(rows, index, element);
    const bases = offered.flatMap(({ part, offer }) => {
      const number = part ? mapped(numberOf, part.id) : -1;
      const layer = freshLayer(part, offer, host.name);
      return inStates((state) => {
        // A look that is taken is there; its own offer cannot be had without it.
        if (
          number >= 0 &&
          nth(instanceParts, number).isLook &&
          state !== number &&
          part!.overwrites!.includes(element.kind)
        )
          return null;
        const told = gather([layer], state, () => true);
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
      const layer: ResolvedLayer = { ...freshLayer(part, offer, host.name), role: 'overlay' };
      const told = gather([layer], -1, (s) => s.supply !== null);
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
          bases: inStates((state) => ({
            key: 'locked',
            part: -1,
            offer: null,
            chosen: layers[0]?.offer.choose
              ? { key: layers[0].offer.choose.key, value: layers[0].offer.choose.value }
              : null,
            open: false,
            ...gather(layers, state, () => true),
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
  });
  const wanted = new Set(
    Object.values(rows.element)
      .filter((e) => e.addition)
      .flatMap((e) => {
        const match = matchOf(rows, e.id);
        return match && match.said === null ? partsOfLayers(ctx, match.id) : [];
      })
      .flatMap((id) => numberOf.get(id) ?? []),
  );
  return { parts: instanceParts, elements, surfaces: host.surfaces, wanted: [...wanted] };
}

function partsOfLayers(ctx: MatchContext, matchId: string): string[] {
  return Object.values(ctx.rows.layer).flatMap((l) => (l.matchId === matchId && l.partId ? [l.partId] : []));
}
