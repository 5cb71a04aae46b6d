import { alter, put, takeOut, type Change } from '../../model/coat/changes.js';
import { coatOf, ENTITIES, rowsIn, type CoatRows, type Entity } from '../../model/coat/rows.js';

/** Where each revision of a part of a bundle is to be found here, by `id revision`. */
export type PartPins = ReadonlyMap<string, { readonly id: string; readonly revision: number }>;

/** The rows with the revisions under which their parts and their host are known here. */
export function pinned(
  rows: CoatRows,
  parts: PartPins,
  profile: { readonly id: string; readonly revision: number } | null,
): CoatRows {
  const coat = coatOf(rows);
  const idHere = new Map([...parts].map(([key, { id }]) => [key.slice(0, key.indexOf(' ')), id]));
  const flavours = Object.fromEntries(
    Object.entries(coat.flavours).map(([id, told]) => [idHere.get(id) ?? id, told]),
  );
  return {
    ...rows,
    coat: {
      [coat.id]: {
        ...coat,
        flavours,
        scopes: Object.fromEntries(
          Object.entries(coat.scopes).map(([id, scope]) => [idHere.get(id) ?? id, scope]),
        ),
        ...(profile && coat.profileId !== null
          ? { profileId: profile.id, profileRevision: profile.revision }
          : {}),
      },
    },
    layer: Object.fromEntries(
      Object.values(rows.layer).map((layer) => {
        const here = parts.get(`${layer.partId} ${layer.partRevision}`);
        return [layer.id, here ? { ...layer, partId: here.id, partRevision: here.revision } : layer];
      }),
    ),
    // Answers and findings name parts by their ids.
    accepted: Object.fromEntries(
      Object.values(rows.accepted).map((row) => [
        row.id,
        {
          ...row,
          finding: [...idHere].reduce((key, [old, id]) => key.replaceAll(old, id), row.finding),
          answer:
            row.answer && 'partId' in row.answer
              ? { ...row.answer, partId: idHere.get(row.answer.partId) ?? row.answer.partId }
              : row.answer,
        },
      ]),
    ),
    trial: Object.fromEntries(
      Object.values(rows.trial).map((trial) => {
        const here = parts.get(`${trial.partId} ${trial.partRevision}`);
        return [trial.id, here ? { ...trial, partId: here.id, partRevision: here.revision } : trial];
      }),
    ),
  };
}

/**
 * The rows without trials of parts that nobody has here: bundles up to November 2026 named parts that they did not bring. What
 * was tried is worth little where the part is not known.
 *
 * @param isKnown whether a revision of a part is here
 */
export function withoutStrangers(
  rows: CoatRows,
  isKnown: (partId: string, revision: number) => boolean,
): { readonly rows: CoatRows; readonly leftOut: number } {
  const all = Object.entries(rows.trial);
  const kept = all.filter(([, t]) => isKnown(t.partId, t.partRevision));
  return { rows: { ...rows, trial: Object.fromEntries(kept) }, leftOut: all.length - kept.length };
}

const NAMED_ONCE: readonly Entity[] = ['layer', 'trait', 'region', 'accepted', 'sighting'];

/** What comes with a bundle only where it was chosen: without it, what stands here stays. */
const OPTIONAL: readonly Entity[] = ['trial', 'survey', 'reading', 'capture', 'sighting'];

/**
 * What a bundle changes of a coat that it is brought into: rows that are not in it go, the others become as they are in it.
 * The journal stays, and so does what the bundle has nothing of.
 *
 * @param now the coat's rows here; of a new coat, none
 * @param then the bundle's rows, under the coat's id and with revisions of here
 */
export function changesOfBundle(now: CoatRows, then: CoatRows): Change[] {
  const stays = (entity: Entity) =>
    entity === 'journal' || (OPTIONAL.includes(entity) && Object.keys(then[entity]).length === 0);
  const gone: Change[] = [];
  const come: Change[] = [];
  for (const entity of ENTITIES) {
    if (stays(entity)) continue;
    for (const row of rowsIn(now, entity)) if (!then[entity][row.id]) gone.push(takeOut(entity, row));
    for (const row of rowsIn(then, entity)) {
      const known = now[entity][row.id];
      const change = known ? alter(entity, known, row) : put(entity, row);
      if (!change) continue;
      // Of these no two may name the same thing, not even for a moment: the old one goes before the new one comes.
      if (known && NAMED_ONCE.includes(entity)) {
        gone.push(takeOut(entity, known));
        come.push(put(entity, row));
      } else come.push(change);
    }
  }
  // What stays but names something that goes cannot stay.
  if (stays('sighting'))
    for (const s of Object.values(now.sighting))
      if (!then.element[s.elementId] && now.element[s.elementId]) gone.push(takeOut('sighting', s));
  if (stays('capture'))
    for (const c of Object.values(now.capture))
      if (!then.variant[c.variantId])
        gone.push(
          ...Object.values(now.sighting)
            .filter((s) => s.captureId === c.id && then.element[s.elementId])
            .map((s) => takeOut('sighting', s)),
          takeOut('capture', c),
        );
  const order = (c: Change) => ENTITIES.indexOf(c.entity);
  return [...gone.sort((a, b) => order(b) - order(a)), ...come];
}
