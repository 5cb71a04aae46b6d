import { idSchema } from '../../ground/ids.js';
import * as yup from 'yup';
import type { SheetChoice } from '../sheet/sheet.js';
import { nameSchema, noteSchema } from '../../ground/text.js';

/** What is said when a coat is put on the rack, or a newer version of it. */
export interface Publication {
  readonly coatId: string;
  readonly name: string;
  readonly about: string;
  /** What is new in this version. */
  readonly notes: string;
  readonly choice: SheetChoice;
}

const flag = yup.boolean().strict().required();

const publicationSchema = yup.object({
  coatId: idSchema,
  name: nameSchema,
  about: noteSchema,
  notes: noteSchema,
  choice: yup.object({ ownPictures: flag, account: flag, survey: flag, notes: flag }).noUnknown().required(),
});

/** Reads a publication as it comes from outside; what is not known is left out. @throws ValidationError */
export function readPublication(value: unknown): Publication {
  return publicationSchema.validateSync(value, { abortEarly: false, strict: true, stripUnknown: true });
}
