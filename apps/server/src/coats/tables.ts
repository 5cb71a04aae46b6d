import type { AnyRow, Entity } from '@spare-coat/core/model/coat/rows';

/** How a row of the core lies in the database: its columns by field, and which of them hold times. */
interface Table {
  /** field → column */
  readonly columns: Readonly<Record<string, string>>;
  readonly times?: readonly string[];
}

/** Fixed text, never anything from a request: the SQL of `store.ts` is put together from these names alone. */
export const TABLES: Readonly<Record<Entity, Table>> = {
  coat: {
    columns: {
      id: 'id',
      name: 'name',
      policy: 'policy',
      matchedAt: 'matched_at',
      nearAt: 'near_at',
      profileId: 'profile_id',
      profileRevision: 'profile_revision',
      channel: 'channel',
      dismissed: 'dismissed',
      limits: 'limits',
      uses: 'uses',
      moves: 'moves',
      extras: 'extras',
      origin: 'origin',
      deletedAt: 'deleted_at',
    },
    times: ['deletedAt'],
  },
  variant: { columns: { id: 'id', name: 'name', position: 'position' } },
  display: {
    columns: {
      id: 'id',
      position: 'position',
      width: 'width',
      height: 'height',
      scale: 'scale',
      inches: 'inches',
    },
  },
  picture: {
    columns: {
      id: 'id',
      variantId: 'variant_id',
      name: 'name',
      subject: 'subject',
      blob: 'blob',
      original: 'original',
      width: 'width',
      height: 'height',
      scale: 'scale',
      inches: 'inches',
      guides: 'guides',
      position: 'position',
    },
  },
  kind: {
    columns: {
      id: 'id',
      key: 'key',
      label: 'label',
      group: 'grouped',
      help: 'help',
      weight: 'weight',
      traits: 'traits',
    },
  },
  font: {
    columns: { id: 'id', name: 'name', blob: 'blob', metrics: 'metrics' },
  },
  element: {
    columns: {
      id: 'id',
      kind: 'kind',
      name: 'name',
      weight: 'weight',
      position: 'position',
      note: 'note',
      links: 'links',
      rules: 'rules',
      carry: 'carry',
      displayId: 'display_id',
      addition: 'addition',
    },
  },
  region: {
    columns: {
      id: 'id',
      elementId: 'element_id',
      pictureId: 'picture_id',
      x: 'x',
      y: 'y',
      width: 'width',
      height: 'height',
      state: 'state',
      ground: 'ground',
      again: 'again',
    },
  },
  trait: {
    columns: {
      id: 'id',
      elementId: 'element_id',
      variantId: 'variant_id',
      trait: 'trait',
      state: 'state',
      target: 'target',
      pictureId: 'picture_id',
      source: 'source',
    },
  },
  match: {
    columns: {
      id: 'id',
      elementId: 'element_id',
      said: 'said',
      reason: 'reason',
      lost: 'lost',
      note: 'note',
      links: 'links',
      lookAgain: 'look_again',
      by: 'chosen_by',
    },
  },
  layer: {
    columns: {
      id: 'id',
      matchId: 'match_id',
      position: 'position',
      partId: 'part_id',
      partRevision: 'part_revision',
      offer: 'offer',
      traits: 'traits',
      settings: 'settings',
      own: 'own',
    },
  },
  handmade: {
    columns: {
      id: 'id',
      elementId: 'element_id',
      kind: 'kind',
      name: 'name',
      supplies: 'supplies',
      files: 'files',
      recipe: 'recipe',
    },
  },
  accepted: {
    columns: { id: 'id', finding: 'finding', facts: 'facts', reason: 'reason', at: 'at' },
    times: ['at'],
  },
  trial: {
    columns: {
      id: 'id',
      partId: 'part_id',
      partRevision: 'part_revision',
      family: 'family',
      hostVersion: 'host_version',
      outcome: 'outcome',
      why: 'why',
      tried: 'tried',
    },
  },
  survey: {
    columns: { id: 'id', name: 'name', at: 'at', what: 'what', blob: 'blob' },
    times: ['at'],
  },
  reading: {
    columns: {
      id: 'id',
      surveyId: 'survey_id',
      at: 'at',
      phase: 'phase',
      load: 'load',
      memory: 'memory',
      processor: 'processor',
    },
    times: ['at'],
  },
  capture: {
    columns: {
      id: 'id',
      variantId: 'variant_id',
      name: 'name',
      subject: 'subject',
      how: 'how',
      at: 'at',
      blob: 'blob',
      original: 'original',
      width: 'width',
      height: 'height',
    },
    times: ['at'],
  },
  sighting: {
    columns: {
      id: 'id',
      captureId: 'capture_id',
      elementId: 'element_id',
      x: 'x',
      y: 'y',
      width: 'width',
      height: 'height',
      how: 'how',
      dx: 'dx',
      dy: 'dy',
      likeness: 'likeness',
      values: 'trait_values',
      against: 'against',
    },
  },
  journal: {
    columns: {
      id: 'id',
      stepKey: 'step_key',
      what: 'what',
      at: 'at',
      title: 'title',
      note: 'note',
      pictures: 'pictures',
      step: 'step',
    },
    times: ['at'],
  },
};

/** The column of a field; undefined of one that is not kept. */
export function columnOf(entity: Entity, field: string): string | undefined {
  return Object.hasOwn(TABLES[entity].columns, field) ? TABLES[entity].columns[field] : undefined;
}

/** The columns of an entity as a select names them. */
export const selected = (entity: Entity): string => Object.values(TABLES[entity].columns).join(', ');

/** These fields of a row as one JSON object by column, as PostgreSQL reads rows from. */
export function toColumns(entity: Entity, row: AnyRow, fields: readonly string[]): Record<string, unknown> {
  const values = row as unknown as Readonly<Record<string, unknown>>;
  return Object.fromEntries(
    fields.flatMap((field) => {
      const column = columnOf(entity, field);
      return column === undefined ? [] : [[column, values[field]]];
    }),
  );
}

/** A row as PostgreSQL puts it into JSON, in the core's fields. Times come with the offset of the session. */
export function fromColumns(entity: Entity, row: Readonly<Record<string, unknown>>): Record<string, unknown> {
  const { columns, times } = TABLES[entity];
  return Object.fromEntries(
    Object.entries(columns).map(([field, column]) => {
      const value = row[column];
      return [
        field,
        times?.includes(field) && typeof value === 'string' ? new Date(value).toISOString() : value,
      ];
    }),
  );
}
