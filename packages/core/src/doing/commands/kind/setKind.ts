import { alter, put } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { ownKindFields } from '../../../model/coat/ownKind.js';
import { CommandRefused } from '../../../model/coat/refused.js';
import { findKind } from '../../../model/kinds/registry.js';
import { command } from '../command.js';
import { elementName } from '../names.js';

/** Describes a kind of the coat’s own. Traits that elements use stay until they are cleared. */
export const setKind = command({
  type: 'kind.set',
  fields: ownKindFields,
  needs: () => ({ element: 'all', trait: 'all' }),
  does: (rows, { id, key, label, group, help, weight, traits }) => {
    const standing = rows.kind[id];
    const other = Object.values(rows.kind).find((k) => k.key === key && k.id !== id);
    if (other)
      throw new CommandRefused('in-use', `There is a kind with the id ${key} already: ${other.label}.`);
    if (new Set(traits.map((t) => t.id)).size !== traits.length)
      throw new CommandRefused('bad-value', 'Each trait of a kind has an id of its own.');
    const shipped = findKind(key);
    const double = shipped?.traits.find((t) => traits.some((o) => o.id === t.id));
    if (double) throw new CommandRefused('bad-value', `${shipped!.label} has a trait ${double.id} already.`);
    if (!standing) return [put('kind', { id, key, label, group, help, weight, traits })];
    if (standing.key !== key) throw new CommandRefused('bad-value', 'The id of a kind stays as it was made.');
    const kept = new Map(traits.map((t) => [t.id, t]));
    const used = Object.values(rows.trait).find((t) => {
      if (rows.element[t.elementId]?.kind !== key) return false;
      const before = standing.traits.find((s) => s.id === t.trait);
      return before !== undefined && kept.get(before.id)?.type !== before.type;
    });
    if (used)
      throw new CommandRefused(
        'in-use',
        `${elementName(rows, used.elementId)} has a value for ${used.trait}; clear it before the trait goes or changes its type.`,
      );
    return keep(alter('kind', standing, { label, group, help, weight, traits }));
  },
  says: (_, c) => `Describe the kind ${c.label}`,
});
