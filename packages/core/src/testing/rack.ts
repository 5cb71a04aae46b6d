import type { CoatFacts } from '../proving/rack/facts.js';
import type { RackThing } from '../proving/rack/search.js';

/** A thing of the library, for tests: its name is its id. */
export function testThing(
  name: string,
  facts: Partial<CoatFacts>,
  votes: Partial<RackThing['votes']> = {},
  at = '2026-11-01',
): RackThing {
  return {
    id: name,
    from: 'rack',
    coatId: name,
    owner: 'local',
    name,
    about: '',
    version: 1,
    at,
    facts: {
      references: [],
      host: null,
      channel: null,
      crop: null,
      closeness: null,
      ceiling: null,
      proven: null,
      answered: 0,
      elements: 0,
      tape: [],
      colours: [],
      layout: [],
      parts: [],
      ...facts,
    },
    votes: { for: 0, votes: 0, hosts: [], ...votes },
  };
}
