import { keep } from '../../model/coat/choices.js';
import { alter, put, takeOut, type Change } from '../../model/coat/changes.js';
import type { CommandOf } from './commands.js';
import { CommandRefused, need } from '../../model/coat/refused.js';
import type { CoatRows } from '../../model/coat/rows.js';

/** A display that goes: what stood on it stands on the first again. */
export function removeDisplay(rows: CoatRows, id: string): Change[] {
  const display = need(rows.display, id, 'display');
  return [
    ...Object.values(rows.element)
      .filter((e) => e.displayId === id)
      .flatMap((e) => keep(alter('element', e, { displayId: null }))),
    takeOut('display', display),
  ];
}

type HostCommand = CommandOf<
  | 'trial.set'
  | 'trial.remove'
  | 'survey.add'
  | 'survey.rename'
  | 'survey.remove'
  | 'reading.add'
  | 'reading.set'
  | 'reading.remove'
>;

/** What commands change of trials, surveys and readings. */
export function carryHost(rows: CoatRows, c: HostCommand): Change[] {
  switch (c.type) {
    case 'trial.set': {
      const { id, partId, partRevision, family, hostVersion, outcome, why, tried } = c;
      if (outcome === 'dropped' && why.trim() === '')
        throw new CommandRefused(
          'bad-value',
          'Say why it was dropped: that is what one wants to know later.',
        );
      const fields = { partId, partRevision, family, hostVersion, outcome, why, tried };
      const known = rows.trial[id];
      return known ? keep(alter('trial', known, fields)) : [put('trial', { id, ...fields })];
    }
    case 'trial.remove':
      return [takeOut('trial', need(rows.trial, c.id, 'trial'))];
    case 'survey.add': {
      const { id, name, at, what, blob } = c;
      return [put('survey', { id, name, at, what, blob })];
    }
    case 'survey.rename':
      return keep(alter('survey', need(rows.survey, c.id, 'survey'), { name: c.name }));
    case 'survey.remove': {
      const survey = need(rows.survey, c.id, 'survey');
      // Readings stand by themselves: they stay, and are no longer tied to it.
      const tied = Object.values(rows.reading).filter((r) => r.surveyId === c.id);
      return [
        ...keep(...tied.map((r) => alter('reading', r, { surveyId: null }))),
        takeOut('survey', survey),
      ];
    }
    case 'reading.add': {
      const { id, surveyId, at, phase, load, memory, processor } = c;
      if (surveyId !== null) need(rows.survey, surveyId, 'survey');
      if (memory.length !== processor.length)
        throw new CommandRefused('bad-value', 'A reading has as many samples of memory as of the processor.');
      return [put('reading', { id, surveyId, at, phase, load, memory, processor })];
    }
    case 'reading.set':
      return keep(alter('reading', need(rows.reading, c.id, 'reading'), { phase: c.phase, load: c.load }));
    case 'reading.remove':
      return [takeOut('reading', need(rows.reading, c.id, 'reading'))];
  }
}
