import { jsonSchemaOf } from '../../ground/shape/jsonSchema.js';
import { list, openShape, type JsonSchema } from '../../ground/shape/shape.js';
import { TRAVELLING } from '../../model/coat/rowSchemas.js';
import { profileSchema } from '../../model/host/profile.js';
import { partSchema } from '../../model/parts/part.js';
import { BUNDLE_VERSION, manifestSchema, ROW_FILES } from '../bundle/format.js';

/** The files of rows as a bundle holds them: lists of rows by their sort. Fields that are not known here are kept. */
const rowFiles = Object.fromEntries(
  Object.entries(ROW_FILES).map(([file, entities]) => [
    file,
    openShape(
      Object.fromEntries(entities.map((entity) => [entity, list(TRAVELLING[entity].schema).optional()])),
    ).optional(),
  ]),
);

const bundleSchema = openShape({
  'manifest.json': manifestSchema,
  ...rowFiles,
  'parts.json': list(partSchema).optional(),
  'profile.json': profileSchema.nullable().optional(),
});

/** The JSON Schemas that are published, by the name of their file: made of what the application itself checks by. */
export const PUBLISHED: Readonly<Record<string, JsonSchema>> = {
  part: jsonSchemaOf(partSchema, {
    $id: 'urn:spare-coat:part:1',
    title: 'Part',
    description: 'Something obtainable that can supply elements of a look.',
  }),
  'host-profile': jsonSchemaOf(profileSchema, {
    $id: 'urn:spare-coat:host-profile:1',
    title: 'Host profile',
    description: 'What a desktop can do. See host-profiles.md for a guide.',
  }),
  bundle: jsonSchemaOf(bundleSchema, {
    $id: `urn:spare-coat:bundle:${BUNDLE_VERSION}`,
    title: 'Bundle',
    description:
      'The documents of a bundle, by their name in the zip. Fields that are not named here are kept by readers.',
  }),
};
