import { readMachine } from '@spare-coat/core/deciding/learning/machine';
import { suggest } from '@spare-coat/core/deciding/learning/suggest';
import type { LearnAnswer, LearnAsk } from './learn.messages';

/** Reads a survey with settings, and tells of each what it most likely is. */
export function learnt({ raw, seen, scale }: LearnAsk): LearnAnswer {
  const answer = readMachine(raw);
  if (!answer.ok) return answer;
  const { settings } = answer.machine;
  const suggestions = suggest(settings, seen, scale).flatMap((told, i) => {
    const setting = settings[i];
    return setting ? [{ ...told, setting }] : [];
  });
  return { ok: true, machine: answer.machine, suggestions };
}
