import { isLearnt, learnFrom, readChanges } from '@spare-coat/core/deciding/learning/byDoing';
import { learnFromExports, valuesOfExport } from '@spare-coat/core/deciding/learning/exports';
import { readMachine, type Machine } from '@spare-coat/core/deciding/learning/machine';
import { suggest } from '@spare-coat/core/deciding/learning/suggest';
import type { LearnAnswer, LearnAsk } from './learn.messages';

/** Reads a survey with settings, or what was learnt by doing, and tells of each setting what it most likely is. */
export function learnt(ask: LearnAsk): LearnAnswer {
  if (ask.exports) {
    const read = learnFromExports(ask.before, ...ask.exports);
    return read.ok
      ? told(read.learnt.machine, ask, [...read.learnt.changed.keys()], read.learnt.unplaced)
      : read;
  }
  if (isLearnt(ask.raw)) {
    const read = readChanges(ask.raw);
    if (!read.ok) return read;
    const { machine, changed, unplaced } = learnFrom(ask.before, read.desktop, read.changes, read.restarted);
    if (changed.size === 0)
      return {
        ok: false,
        sentence:
          'What changed is in no place that can be set: neither settings nor lines of a key with its value.',
      };
    return told(machine, ask, [...changed.keys()], unplaced);
  }
  const answer = readMachine(ask.raw);
  if (answer.ok) return told(answer.machine, ask, [], 0);
  // What is no survey may be an export from now, of settings that exports told before.
  const values = ask.export ? valuesOfExport(ask.export.places, ask.export.file) : null;
  return values?.ok ? values : answer;
}

function told(
  machine: Machine,
  { seen, scale }: LearnAsk,
  changed: readonly string[],
  unplaced: number,
): LearnAnswer {
  const suggestions = suggest(machine.settings, [...machine.seen, ...seen], scale).flatMap((one, i) => {
    const setting = machine.settings[i];
    return setting ? [{ ...one, setting }] : [];
  });
  return { ok: true, machine, suggestions, changed, unplaced };
}
