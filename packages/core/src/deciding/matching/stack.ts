import type { HostProfile } from '../../model/host/profile.js';
import { defaultOf } from '../../model/host/profile.js';
import type { LayerRole, ResolvedLayer } from './score.js';
import type { Target } from './targets.js';

/** One layer of an element as it lies, with the traits that it gives and those that it would give if nothing lay over it. */
export interface StackLayer {
  readonly role: LayerRole | 'host' | 'hand';
  readonly name: string;
  /** Of a layer row; null for what lies there without being chosen. */
  readonly layerId: string | null;
  readonly gives: readonly string[];
  /** Trait and the name of the layer that covers it. */
  readonly covered: readonly { readonly trait: string; readonly by: string }[];
}

/**
 * The layers of an element from the bottom up: the host as it is, whole looks, the base, overlays, and what was typed by
 * hand. For each trait the last that sets it gives it; the others are covered.
 */
export function stackOf(
  host: HostProfile | null,
  kind: string,
  targets: readonly Target[],
  layers: readonly ResolvedLayer[],
  variant: { readonly id: string; readonly name: string },
): StackLayer[] {
  const hidden = layers.some((l) => l.blank === true || (l.role === 'base' && l.offer.replaces));
  const traits = targets.map((t) => t.spec);
  const sets: { role: StackLayer['role']; name: string; layerId: string | null; ids: Set<string> }[] = [];
  if (host) {
    const told = traits.filter((t) => defaultOf(host, kind, t.id, variant.name.toLowerCase()) !== null);
    sets.push({
      role: 'host',
      name: `${host.name}, as it is`,
      layerId: null,
      ids: new Set(hidden ? [] : told.map((t) => t.id)),
    });
  }
  for (const { role, from, layerId, offer, traits: only } of layers)
    sets.push({
      role,
      name:
        role === 'look'
          ? `${from}, a whole look`
          : from === host?.name || from === 'Hand-made'
            ? offer.name
            : from,
      layerId,
      ids: new Set(
        traits.map((t) => t.id).filter((id) => offer.supplies[id] && (!only || only.includes(id))),
      ),
    });
  const typed = new Set<string>();
  for (const l of layers)
    for (const scope of ['all', variant.id])
      for (const id of Object.keys(l.settings[scope] ?? {})) if (l.offer.supplies[id]) typed.add(id);
  if (typed.size > 0) sets.push({ role: 'hand', name: 'Typed by hand', layerId: null, ids: typed });

  return sets.map(({ role, name, layerId, ids }, n) => {
    const gives: string[] = [];
    const covered: { trait: string; by: string }[] = [];
    for (const { id, label } of traits) {
      if (!ids.has(id)) continue;
      const above = sets
        .slice(n + 1)
        .filter((s) => s.ids.has(id))
        .at(-1);
      if (above) covered.push({ trait: label, by: above.name });
      else gives.push(label);
    }
    return { role, name, layerId, gives, covered };
  });
}
