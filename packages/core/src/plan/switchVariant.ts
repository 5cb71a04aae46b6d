import type { VariantRow } from '../coat/rows.js';
import type { HostProfile } from '../host/profile.js';
import type { CoatState } from '../matching/evaluate.js';
import { scoredVariants, type MatchContext } from '../matching/targets.js';
import { Draft } from './draft.js';
import { addShowing, withoutNeedless } from './drawAnew.js';
import { encodeSetting } from './encode.js';
import { orderSteps } from './order.js';
import { placeOfOwn } from './ownMaking.js';
import { addPairs } from './pairs.js';
import { spellSetting } from './setValues.js';
import { emptyPlan, type Plan } from './step.js';

/** A setting that differs between variants, and its value in each, by the variant's id. */
export interface VariantSetting {
  readonly key: string;
  readonly values: Readonly<Record<string, string>>;
}

/** Settings that are not the same in all variants, by key. */
export function variantSettings(ctx: MatchContext, coat: CoatState, host: HostProfile): VariantSetting[] {
  const found = new Map<string, Record<string, string>>();
  if (host.variants) {
    const values = scoredVariants(ctx.rows).flatMap((v): [string, string][] => {
      const value = host.variants!.values[v.name.toLowerCase()];
      return value === undefined ? [] : [[v.id, value]];
    });
    if (values.length > 1) found.set(host.variants.key, Object.fromEntries(values));
  }
  for (const state of coat.elements) {
    if (state.standing === 'gap' || state.standing === 'left alone') continue;
    for (const [variantId, { traits }] of Object.entries(state.perVariant))
      for (const score of traits) {
        if (!score.layerId) continue;
        const { place, setting } = placeOfOwn(ctx.rows, host, state.element, score) ?? score;
        if (!place || place.key === '' || setting === null) continue;
        const values = found.get(place.key) ?? {};
        values[variantId] ??= encodeSetting(score.target.spec.type, setting);
        found.set(place.key, values);
      }
  }
  return [...found]
    .filter(([, values]) => new Set(Object.values(values)).size > 1)
    .map(([key, values]) => ({ key, values }));
}

/** The short plan that switches a finished coat to one of its variants. */
export function switchPlan(ctx: MatchContext, coat: CoatState, variant: VariantRow): Plan {
  const { host } = ctx;
  if (!host) return emptyPlan();
  const draft = new Draft(host);
  const differing = new Set(variantSettings(ctx, coat, host).map((v) => v.key));
  const own = host.variants;
  const value = own?.values[variant.name.toLowerCase()];
  if (own && value !== undefined)
    draft.add(
      {
        key: `switch:${own.key}:${value}`,
        sort: 'choose',
        title: `Switch ${host.name} to ${value}`,
        where: own.place,
        deeds: [{ do: 'set', key: own.key, value, of: [], listed: null }],
        value,
        expected: 'The host shows its own things so.',
        undo: 'Switch back.',
        effect: own.effect ?? 'none',
      },
      null,
    );
  const done = new Set<string>(own ? [own.key] : []);
  for (const state of coat.elements) {
    if (state.standing === 'gap' || state.standing === 'left alone') continue;
    for (const score of state.perVariant[variant.id]?.traits ?? []) {
      const { place, setting } = placeOfOwn(ctx.rows, host, state.element, score) ?? score;
      if (!score.layerId || !place || setting === null || !differing.has(place.key) || done.has(place.key))
        continue;
      done.add(place.key);
      const { spec } = score.target;
      const text = encodeSetting(spec.type, setting);
      draft.add(
        {
          key: `switch:${place.key}:${text}`.slice(0, 480),
          sort: place.file ? 'edit a file' : 'set a value',
          title: `Set ${state.element.name}: ${spec.label.toLowerCase()} to ${spellSetting(spec.type, setting)}`,
          where: place.file ? place.file.path : place.place,
          deeds: [
            place.file
              ? { do: 'edit', file: place.file, value: text }
              : { do: 'set', key: place.key, value: text, of: [], listed: null },
          ],
          value: spellSetting(spec.type, setting),
          expected: 'The value is shown as typed.',
          undo: 'Switch back.',
          effect: place.effect ?? 'none',
        },
        state.element.id,
      );
    }
  }
  if (draft.steps.size === 0) return emptyPlan();
  addPairs(draft, host);
  addShowing(draft, host);
  return withoutNeedless(orderSteps([...draft.steps.values()], draft.edges));
}
