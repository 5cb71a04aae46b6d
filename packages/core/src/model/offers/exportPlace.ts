import { list, named, oneOf, shape, text, type Of } from '../../ground/shape/shape.js';
import { ENCODINGS, ENTRY_WAYS, EXPORT_FORMS, NEWLINES } from '../../measuring/exports/export.js';

/** Where a value stands in an export of settings: in which one of the profile's, and there. */
export const exportPlaceSchema = named(
  'export-place',
  shape(
    {
      /** The name of the export, as the profile has it. */
      of: text(200),
      path: list(text(1000), { most: 45 }),
      before: text(600, 0),
      way: oneOf(ENTRY_WAYS),
    },
    'A place in an export has no field ${unknown}.',
  ),
);
export type ExportPlace = Of<typeof exportPlaceSchema>;

/** How an export of settings is written, beside its entries. */
export const exportFormSchema = shape(
  {
    form: oneOf(EXPORT_FORMS),
    encoding: oneOf(ENCODINGS),
    newline: oneOf(NEWLINES),
    head: text(2000, 0),
  },
  'An export of settings has no field ${unknown}.',
);
