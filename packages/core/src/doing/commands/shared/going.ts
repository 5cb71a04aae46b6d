import { alter, takeOut, type Change } from '../../../model/coat/changes.js';
import { keep, releaseMatch } from '../../../model/coat/choices.js';
import { need } from '../../../model/coat/refused.js';
import { matchOf, type CoatRows } from '../../../model/coat/rows.js';

/** What was chosen and made for an element goes with it, and nothing else keeps its proportion any more. */
export function choicesGo(rows: CoatRows, elementId: string): Change[] {
  const match = matchOf(rows, elementId);
  return [
    ...(match ? releaseMatch(rows, match) : []),
    ...freeNeighbours(rows, elementId),
    ...Object.values(rows.handmade)
      .filter((h) => h.elementId === elementId)
      .map((h) => takeOut('handmade', h)),
  ];
}

/** Elements whose proportion was kept to one that goes are carried as the coat says. */
function freeNeighbours(rows: CoatRows, id: string): Change[] {
  return Object.values(rows.element)
    .filter((e) => e.carry?.policy === 'same proportion' && e.carry.neighbour === id)
    .flatMap((e) => keep(alter('element', e, { carry: null })));
}

/** What goes with a picture. @throws CommandRefused when there is none */
export function pictureGoes(rows: CoatRows, id: string): Change[] {
  const picture = need(rows.picture, id, 'picture');
  return [
    // Targets read off it stay, as typed ones: the number is still what the person wants.
    ...Object.values(rows.trait)
      .filter((t) => t.pictureId === id || (t.source.how === 'measured' && t.source.pictureId === id))
      .flatMap((t) => keep(alter('trait', t, { pictureId: null, source: { how: 'typed' } }))),
    ...Object.values(rows.region)
      .filter((r) => r.pictureId === id)
      .map((r) => takeOut('region', r)),
    takeOut('picture', picture),
  ];
}

/** What goes with a picture of one’s own desktop: what was seen on it. @throws CommandRefused when there is none */
export function captureGoes(rows: CoatRows, id: string): Change[] {
  const capture = need(rows.capture, id, 'capture');
  return [
    ...Object.values(rows.sighting)
      .filter((s) => s.captureId === id)
      .map((s) => takeOut('sighting', s)),
    takeOut('capture', capture),
  ];
}
