import type { Ready } from './getPart/getting.js';
import type { ElementRow, LayerRow } from '../../model/coat/rows.js';
import type { Offer } from '../../model/offers/offer.js';
import { freeSettings, ownValueProblem, ownValueText, placeOfUse } from '../../model/parts/ownValue.js';
import type { Part } from '../../model/parts/part.js';
import { resource } from '../../model/deeds/deed.js';
import { type Deed } from '../../model/deeds/deedSchema.js';
import type { PlanDraft } from './draft.js';
import { SAFE_POINT } from './frame.js';

/**
 * Adds a step for every value of a part's own settings that was said for a layer: an edit of its file, or something for a hand in
 * its window.
 *
 * @param n which use of the part this is, from 1
 * @returns where values go, with the value, so that two that want one place are noticed
 */
export function addOwnSettings(
  draft: PlanDraft,
  element: ElementRow,
  layer: LayerRow,
  part: Part,
  offer: Offer,
  ready: Ready | null,
  n: number,
): { readonly at: string; readonly value: string }[] {
  const wanted: { at: string; value: string }[] = [];
  for (const setting of freeSettings(part, offer)) {
    const typed = layer.own?.[setting.id];
    if (typed === undefined) continue;
    const problem = ownValueProblem(setting, typed);
    if (problem !== null) {
      draft.warnings.push(`${element.name}: ${problem} ${part.name} is left as it is there.`);
      continue;
    }
    const value = ownValueText(setting, typed);
    const { where, reread } = setting;
    const file = 'file' in where && where.file ? placeOfUse(where.file, n) : null;
    const window = 'window' in where ? where.window : '';
    const deed: Deed = file
      ? { do: 'edit', file, value }
      : {
          do: 'by hand',
          what: `Set ${setting.label} of ${element.name} to ${value}.`,
          changes: { resource: resource.hand(`${element.id} ${part.id} ${setting.id}`), value },
        };
    const again: Deed[] =
      file && (reread.after === 'reload' || reread.after === 'reopen')
        ? [
            {
              do: 'show',
              after: reread.after,
              command: reread.command,
              what: `Make ${part.name} read its file again`,
            },
          ]
        : [];
    if (file) wanted.push({ at: `${file.path}, ${file.at}`, value });
    const key = draft.add(
      {
        key: `own:${part.id}:${setting.id}:${element.id}:${value}`.slice(0, 480),
        sort: file ? 'edit a file' : 'set a value',
        title: `Set ${setting.label} of ${element.name} to ${value}`,
        why: setting.help,
        where: file ? `${file.path}, ${file.at}` : window,
        deeds: [deed, ...again],
        value: file ? `${file.at} ${value}` : value,
        expected: 'The value is shown as typed.',
        check: setting.initial === '' ? '' : `After installing it is ${setting.initial}.`,
        undo: file
          ? `Set it back to what stands in ${file.path} now; the rest of the file stays as it is.`
          : 'Set it back to what it was.',
        effect: again.length > 0 ? 'none' : reread.after,
        risk: file ? 'little' : 'none',
      },
      element.id,
    );
    draft.follow(SAFE_POINT, key, false);
    draft.followAll(ready?.keys ?? [], key);
  }
  return wanted;
}
