import { idSchema } from '../../../ground/ids.js';
import { alter, applyChanges, takeOut, type Change } from '../../../model/coat/changes.js';
import { keep } from '../../../model/coat/choices.js';
import { CommandRefused, need } from '../../../model/coat/refused.js';
import { coatOf, type CoatRow, type CoatRows, type LayerSettings } from '../../../model/coat/rows.js';
import { command } from '../command.js';
import { captureGoes, pictureGoes } from '../shared/going.js';

/** Takes a variant out. What is shown in it alone goes with it: its pictures, its own targets, its settings by hand. */
export const removeVariant = command({
  type: 'variant.remove',
  fields: { id: idSchema },
  needs: () => ({
    picture: 'all',
    trait: 'all',
    region: 'all',
    capture: 'all',
    sighting: 'all',
    layer: 'all',
  }),
  does: (rows, { id }) => {
    const variant = need(rows.variant, id, 'variant');
    if (Object.keys(rows.variant).length === 1)
      throw new CommandRefused('in-use', 'A coat has at least one variant.');
    const own = Object.values(rows.trait).filter((t) => t.variantId === id);
    const pictures = Object.values(rows.picture).filter((p) => p.variantId === id);
    const without = {
      ...rows,
      trait: Object.fromEntries(Object.entries(rows.trait).filter(([, t]) => t.variantId !== id)),
    };
    return [
      ...own.map((t) => takeOut('trait', t)),
      ...oneByOne(
        without,
        pictures.map((p) => p.id),
      ),
      ...Object.values(rows.capture)
        .filter((c) => c.variantId === id)
        .flatMap((c) => captureGoes(rows, c.id)),
      ...Object.values(rows.layer).flatMap((layer) => {
        if (!(id in layer.settings)) return [];
        const settings: LayerSettings = Object.fromEntries(
          Object.entries(layer.settings).filter(([k]) => k !== id),
        );
        return keep(alter('layer', layer, { settings }));
      }),
      ...keep(alter('coat', coatOf(rows), { flavours: withoutVariant(coatOf(rows).flavours, id) })),
      takeOut('variant', variant),
    ];
  },
  says: (rows, c) => `Remove the variant ${rows.variant[c.id]?.name ?? ''}`,
});

/** Flavours that were chosen in other variants. */
function withoutVariant(flavours: CoatRow['flavours'], id: string): CoatRow['flavours'] {
  return Object.fromEntries(
    Object.entries(flavours).flatMap(([part, told]) => {
      const rest = Object.entries(told).filter(([variant]) => variant !== id);
      return rest.length === 0 ? [] : [[part, Object.fromEntries(rest)]];
    }),
  );
}

/** What goes with several pictures: each on what the ones before it left, since one row may name two of them. */
function oneByOne(rows: CoatRows, pictures: readonly string[]): Change[] {
  let now = rows;
  return pictures.flatMap((id) => {
    const changes = pictureGoes(now, id);
    const applied = applyChanges(now, changes);
    if (applied.ok) now = applied.rows;
    return changes;
  });
}
