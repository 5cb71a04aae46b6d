import { randomUUID } from 'node:crypto';
import { expect } from 'vitest';
import type { CommandOf } from '@spare-coat/core/doing/commands/commands';
import type { Part } from '@spare-coat/core/model/parts/part';
import type { TestServer } from './server.js';

/** What several tests of the server say to it. */

/** Keeps a part as its first revision, and holds that it was taken. */
export async function putPart(server: TestServer, part: Part): Promise<void> {
  const kept = await server.get(`/api/parts/${part.id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ commandId: randomUUID(), revision: 0, part }),
  });
  expect(kept.status, JSON.stringify(kept.body)).toBeLessThan(300);
}

/** Adds a rail 40 px thick; drawn on a picture where one is named. */
export function addRail(elementId: string, pictureId: string | null = null): CommandOf<'element.add'> {
  const state = null;
  return {
    type: 'element.add',
    id: elementId,
    kind: 'bar',
    name: 'Rail',
    weight: 4,
    region:
      pictureId === null
        ? null
        : {
            id: randomUUID(),
            pictureId,
            x: 280,
            y: 0,
            width: 40,
            height: 200,
            state,
            ground: null,
          },
    traits: [
      {
        id: randomUUID(),
        trait: 'thickness',
        variantId: null,
        state,
        target: 40,
        pictureId,
        source: { how: 'typed' },
      },
    ],
  };
}

/** Notes that a part was tried on Fernbank 3.4 and dropped. */
export function dropTrial(partId: string): CommandOf<'trial.set'> {
  return {
    type: 'trial.set',
    id: randomUUID(),
    partId,
    partRevision: 1,
    family: 'fernbank',
    hostVersion: '3.4',
    outcome: 'dropped',
    why: 'It flickers.',
    tried: '2026-11-20',
  };
}
