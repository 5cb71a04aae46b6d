import type { CoatRows } from '../../model/coat/rows.js';
import { carrierOf } from '../../deciding/findings/place.js';
import { defaultOf, type HostProfile } from '../../model/host/profile.js';
import { displayOf } from '../../deciding/matching/carry.js';
import type { ElementState } from '../../deciding/matching/evaluate.js';
import { carriedValue } from '../../deciding/matching/targets.js';
import type { SeenElement } from '../../model/kinds/look.js';
import { KINDS } from '../../model/kinds/registry.js';
import type { TraitValue } from '../../model/traits/value.js';

function defaultsOf(
  host: HostProfile,
  kind: string,
  variant: string,
  scale: number,
): Map<string, TraitValue> {
  const values = new Map<string, TraitValue>();
  for (const spec of KINDS.find((k) => k.id === kind)?.traits ?? []) {
    const value = defaultOf(host, kind, spec.id, variant);
    if (value !== null) values.set(spec.id, carriedValue(spec.type, value, scale));
  }
  return values;
}

/**
 * What is seen of a coat in one variant: its elements as they are, and what the host shows beside them. Of several elements
 * of a kind that are all the host's own, the host has one.
 */
export function seenIn(
  rows: CoatRows,
  host: HostProfile | null,
  elements: readonly ElementState[],
  variant: { readonly id: string; readonly name: string },
): SeenElement[] {
  const name = variant.name.toLowerCase();
  const scale = displayOf(rows).scale;
  const seen: SeenElement[] = [];
  const hosts = new Set<string>();
  const own = (state: ElementState) =>
    (state.perVariant[variant.id]?.traits ?? []).every((t) => t.layerId === null);
  for (const state of elements) {
    const { element } = state;
    const traits = state.perVariant[variant.id]?.traits ?? [];
    const isHosts = own(state);
    // What the host never had is not there until something gives it.
    if (isHosts && (host?.defaults[element.kind] === undefined || hosts.has(element.kind))) continue;
    if (isHosts) hosts.add(element.kind);
    const values = host ? defaultsOf(host, element.kind, name, scale) : new Map<string, TraitValue>();
    for (const { target, actual } of traits) {
      if (target.state !== null) continue;
      if (actual === null) values.delete(target.spec.id);
      else values.set(target.spec.id, actual);
    }
    seen.push({
      id: element.id,
      kind: element.kind,
      name: element.name,
      values,
      carrier: carrierOf(rows, element.id),
    });
  }
  // A bar of a part stands in place of the host's, so that the host's own is shown only where no bar is told of.
  const kinds = new Set(elements.map((e) => e.element.kind));
  for (const kind of Object.keys(host?.defaults ?? {}))
    if (!kinds.has(kind))
      seen.push({ id: kind, kind, name: kind, values: defaultsOf(host!, kind, name, scale), carrier: null });
  return seen;
}
