import { alter, put, type Change } from '../../../model/coat/changes.js';
import { kindBook, targetProblem } from '../../../model/coat/kindBook.js';
import { CommandRefused, need } from '../../../model/coat/refused.js';
import type { CoatRows, TraitRow } from '../../../model/coat/rows.js';

/** Puts a target in, or changes the one that stands for the same trait, variant and state. */
export function setTarget(
  rows: CoatRows,
  kind: string,
  elementId: string,
  fields: Omit<TraitRow, 'elementId'>,
): Change | null {
  const problem = targetProblem(kindBook(rows), kind, fields.trait, fields.target);
  if (problem) throw new CommandRefused('bad-value', problem);
  if (fields.variantId) need(rows.variant, fields.variantId, 'variant');
  if (fields.pictureId) need(rows.picture, fields.pictureId, 'picture');
  if (fields.source.how === 'measured') need(rows.picture, fields.source.pictureId, 'picture');
  const standing = Object.values(rows.trait).find(
    (t) =>
      t.elementId === elementId &&
      t.trait === fields.trait &&
      t.variantId === fields.variantId &&
      t.state === fields.state,
  );
  const { id, trait, variantId, state, target, pictureId, source } = fields;
  if (standing) return alter('trait', standing, { target, pictureId, source });
  return put('trait', { id, elementId, trait, variantId, state, target, pictureId, source });
}
