import type { ElementRow, VariantRow } from '../../model/coat/rows.js';
import type { HostProfile } from '../../model/host/profile.js';
import type { CoatState } from '../../deciding/matching/evaluate.js';
import { chosenLayers } from '../../deciding/matching/layers.js';
import { layerIn, type TraitScore } from '../../deciding/matching/score.js';
import { writeName } from '../../model/offers/writes.js';
import { partOf, scoredVariants, type MatchContext } from '../../deciding/matching/targets.js';
import type { Part } from '../../model/parts/part.js';
import { PlanDraft } from './draft.js';
import { addShowing, withoutNeedless } from './drawAnew.js';
import { orderSteps } from './order.js';
import { placeOfOwn } from './ownMaking.js';
import { addPairs } from './pairs.js';
import { spellSetting } from './setValues.js';
import { emptyPlan, type Plan } from '../../model/deeds/step.js';
import {
  chooseDeed,
  deedOf,
  pathIn,
  placesFor,
  resourceOf,
  writeValue,
  type Placed,
} from '../../model/deeds/written.js';

/** A setting that differs between variants, as a resource of the plan, and its value in each, by the variant's id. */
export interface VariantSetting {
  readonly resource: string;
  readonly values: Readonly<Record<string, string>>;
}

/** The part that gives a trait, or null. */
function partOfScore(ctx: MatchContext, { layerId }: TraitScore): Part | null {
  const layer = layerId === null ? undefined : ctx.rows.layer[layerId];
  return (layer && partOf(ctx, layer)) ?? null;
}

/** What a trait writes where, as resources of the plan; nothing where a hand has to find the place. */
function written(
  ctx: MatchContext,
  host: HostProfile,
  element: ElementRow,
  score: TraitScore,
  variantId: string,
): (Placed & { readonly name: string; readonly text: string })[] {
  const { place, setting } = placeOfOwn(ctx.rows, host, element, score, variantId) ?? score;
  if (!place || setting === null) return [];
  return placesFor(place, score.target.spec.type, setting).flatMap((one) => {
    const name = resourceOf(one.place);
    if (!name) return [];
    return [{ ...one, name, text: writeValue(partOfScore(ctx, score), one.place, one.type, one.value).text }];
  });
}

/** What is chosen in lists in one variant, by the flavours that are taken of parts: of which element, where, and what. */
function chosenIn(ctx: MatchContext, coat: CoatState, variantId: string) {
  return coat.elements.flatMap(({ element, standing }) => {
    if (standing === 'gap' || standing === 'left alone') return [];
    return chosenLayers(ctx, element.id).flatMap((layer) => {
      const choose = layer.byVariant && layerIn(layer, variantId).offer.choose;
      if (!choose || pathIn(choose)) return [];
      return [{ element, choose, text: writeName(choose.writes, choose.value) }];
    });
  });
}

/** Settings that are not the same in all variants, by key. */
export function variantSettings(ctx: MatchContext, coat: CoatState, host: HostProfile): VariantSetting[] {
  const found = new Map<string, Record<string, string>>();
  if (host.variants) {
    const values = scoredVariants(ctx.rows).flatMap((v): [string, string][] => {
      const value = host.variants!.values[v.name.toLowerCase()];
      return value === undefined ? [] : [[v.id, value]];
    });
    if (values.length > 1) found.set(resourceOf(host.variants) ?? '', Object.fromEntries(values));
  }
  for (const { id } of scoredVariants(ctx.rows))
    for (const { choose, text } of chosenIn(ctx, coat, id)) {
      const name = resourceOf(choose);
      if (name !== null) found.set(name, { [id]: text, ...found.get(name) });
    }
  for (const state of coat.elements) {
    if (state.standing === 'gap' || state.standing === 'left alone') continue;
    for (const [variantId, { traits }] of Object.entries(state.perVariant))
      for (const score of traits) {
        if (!score.layerId) continue;
        for (const { name, text } of written(ctx, host, state.element, score, variantId)) {
          const values = found.get(name) ?? {};
          values[variantId] ??= text;
          found.set(name, values);
        }
      }
  }
  return [...found]
    .filter(([, values]) => new Set(Object.values(values)).size > 1)
    .map(([name, values]) => ({ resource: name, values }));
}

/** The short plan that switches a finished coat to one of its variants. */
export function switchPlan(ctx: MatchContext, coat: CoatState, variant: VariantRow): Plan {
  const { host } = ctx;
  if (!host) return emptyPlan();
  const draft = new PlanDraft(host);
  const differing = new Set(variantSettings(ctx, coat, host).map((v) => v.resource));
  const own = host.variants;
  const value = own?.values[variant.name.toLowerCase()];
  if (own && value !== undefined)
    draft.add(
      {
        key: `switch:${own.key}:${value}`,
        sort: 'choose',
        title: `Switch ${host.name} to ${value}`,
        where: own.place,
        deeds: [chooseDeed(own, value, { of: [], listed: null, path: null })],
        value,
        expected: 'The host shows its own things so.',
        undo: 'Switch back.',
        effect: own.effect ?? 'none',
      },
      null,
    );
  const done = new Set<string>(own ? [resourceOf(own) ?? ''] : []);
  for (const { element, choose, text } of chosenIn(ctx, coat, variant.id)) {
    const name = resourceOf(choose);
    if (name === null || !differing.has(name) || done.has(name)) continue;
    done.add(name);
    draft.add(
      {
        key: `switch:${choose.key}:${text}`.slice(0, 480),
        sort: 'choose',
        title: `Choose ${choose.value} for ${element.name}`,
        where: choose.place,
        deeds: [chooseDeed(choose, text, { of: [], listed: null, path: null })],
        value: choose.value,
        expected: `${choose.value} is listed and chosen.`,
        undo: 'Switch back.',
        effect: choose.effect ?? 'none',
      },
      element.id,
    );
  }
  for (const state of coat.elements) {
    if (state.standing === 'gap' || state.standing === 'left alone') continue;
    for (const score of state.perVariant[variant.id]?.traits ?? []) {
      if (!score.layerId) continue;
      const { spec } = score.target;
      for (const { name, text, place, type, value } of written(ctx, host, state.element, score, variant.id)) {
        if (!differing.has(name) || done.has(name)) continue;
        done.add(name);
        const deed = deedOf(place, text, [], partOfScore(ctx, score));
        if (!deed) continue;
        draft.add(
          {
            key: `switch:${place.key}:${text}`.slice(0, 480),
            sort: place.file ? 'edit a file' : 'set a value',
            title: `Set ${state.element.name}: ${spec.label.toLowerCase()} to ${spellSetting(type, value)}`,
            where: place.file ? place.file.path : place.place,
            deeds: [deed],
            value: spellSetting(type, value),
            expected: 'The value is shown as typed.',
            undo: 'Switch back.',
            effect: place.effect ?? 'none',
          },
          state.element.id,
        );
      }
    }
  }
  if (draft.steps.size === 0) return emptyPlan();
  addPairs(draft, host);
  addShowing(draft, host);
  return withoutNeedless(orderSteps([...draft.steps.values()], draft.edges));
}
