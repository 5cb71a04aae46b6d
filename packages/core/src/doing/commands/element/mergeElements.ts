import { idSchema } from '../../../ground/ids.js';
import { NOTE_MAX } from '../../../ground/text.js';
import { alter, takeOut } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { kindBook } from '../../../model/coat/kindBook.js';
import { CommandRefused, need } from '../../../model/coat/refused.js';
import type { RegionRow, TraitRow } from '../../../model/coat/rows.js';
import { command } from '../command.js';
import { elementName } from '../names.js';
import { by, CHOICES, under } from '../needs.js';
import { choicesGo } from '../shared/going.js';

/** Puts one element into another: what the other does not have yet comes over, targets and regions, note and links. The match of the
 * one that goes is released. */
export const mergeElements = command({
  type: 'element.merge',
  fields: { into: idSchema, from: idSchema },
  needs: (c) => ({
    ...CHOICES,
    ...under(c.into, c.from),
    handmade: by('elementId', c.from),
    sighting: by('elementId', c.from),
  }),
  does: (rows, c) => {
    const into = need(rows.element, c.into, 'element');
    const from = need(rows.element, c.from, 'element');
    if (into.id === from.id)
      throw new CommandRefused('bad-value', 'An element cannot be merged into itself.');
    const book = kindBook(rows);
    const traits = Object.values(rows.trait);
    const has = (t: TraitRow) =>
      traits.some(
        (o) =>
          o.elementId === into.id &&
          o.trait === t.trait &&
          o.variantId === t.variantId &&
          o.state === t.state,
      );
    const regions = Object.values(rows.region);
    const covers = (r: RegionRow) =>
      regions.some((o) => o.elementId === into.id && o.pictureId === r.pictureId && o.state === r.state);
    const note = [into.note, from.note].filter((n) => n !== '').join('\n');
    return keep(
      ...choicesGo(rows, from.id),
      ...traits
        .filter((t) => t.elementId === from.id)
        .map((t) =>
          has(t) || !book.trait(into.kind, t.trait) || from.kind !== into.kind
            ? takeOut('trait', t)
            : alter('trait', t, { elementId: into.id }),
        ),
      ...regions
        .filter((r) => r.elementId === from.id)
        .map((r) => (covers(r) ? takeOut('region', r) : alter('region', r, { elementId: into.id }))),
      ...Object.values(rows.sighting)
        .filter((s) => s.elementId === from.id)
        .map((s) => takeOut('sighting', s)),
      alter('element', into, {
        note: note.slice(0, NOTE_MAX),
        links: [...into.links, ...from.links].slice(0, 20),
      }),
      takeOut('element', from),
    );
  },
  says: (rows, c) => `Merge ${elementName(rows, c.from)} into ${elementName(rows, c.into)}`,
});
