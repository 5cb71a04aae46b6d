import { idSchema } from '../../ground/ids.js';
import { openShape, type Of } from '../../ground/shape/shape.js';
import { nameSchema, noteSchema } from '../../ground/text.js';
import { sheetChoiceSchema } from '../sheet/sheet.js';

const publicationSchema = openShape({
  coatId: idSchema,
  name: nameSchema,
  about: noteSchema,
  /** What is new in this version. */
  notes: noteSchema,
  choice: sheetChoiceSchema,
});
/** What is said when a coat is put on the rack, or a newer version of it. */
export type Publication = Of<typeof publicationSchema>;

/** Reads a publication as it comes from outside; what is not known is left out. @throws ValidationError */
export function readPublication(value: unknown): Publication {
  return publicationSchema.validateSync(value, { abortEarly: false, strict: true, stripUnknown: true });
}
