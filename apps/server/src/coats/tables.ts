import type { Entity } from '@spare-coat/core/coat/rows';

/** How a row of the core lies in the database: its columns by field, and which of them hold JSON. */
interface Table {
  /** field → column */
  readonly columns: Readonly<Record<string, string>>;
  readonly json?: readonly string[];
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
      waved: 'waved',
      limits: 'limits',
      uses: 'uses',
      moves: 'moves',
      extras: 'extras',
      origin: 'origin',
      deletedAt: 'deleted_at',
    },
    json: ['limits', 'uses', 'moves', 'extras', 'origin'],
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
    json: ['guides'],
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
    json: ['traits'],
  },
  font: {
    columns: { id: 'id', name: 'name', blob: 'blob', metrics: 'metrics' },
    json: ['metrics'],
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
    json: ['links', 'rules', 'carry'],
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
    json: ['target', 'source'],
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
    json: ['links'],
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
    json: ['settings', 'own'],
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
    json: ['supplies', 'files', 'recipe'],
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
    json: ['likeness', 'values'],
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
    json: ['step'],
    times: ['at'],
  },
};

/** A field's value as node-postgres takes it. */
export function toColumn(entity: Entity, field: string, value: unknown): unknown {
  return value !== null && TABLES[entity].json?.includes(field) ? JSON.stringify(value) : value;
}

/** A row as the database gave it, in the core's fields. */
export function fromRow(entity: Entity, row: Readonly<Record<string, unknown>>): Record<string, unknown> {
  const { columns, times } = TABLES[entity];
  return Object.fromEntries(
    Object.entries(columns).map(([field, column]) => {
      const value = row[column];
      return [field, times?.includes(field) && value instanceof Date ? value.toISOString() : value];
    }),
  );
}
