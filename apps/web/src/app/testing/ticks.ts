import { keptStep } from '@spare-coat/core/doing/plan/journal';
import type { Step } from '@spare-coat/core/model/deeds/step';
import { testId, type Bench } from './bench';

/** Lays into the journal that these steps were done. */
export function wereDone(bench: Bench, steps: readonly Step[], at = '2026-11-22T10:00:00.000Z'): void {
  for (const step of steps)
    bench.lay({
      type: 'plan.tick',
      id: testId(),
      stepKey: step.key,
      title: step.title,
      what: 'done',
      note: '',
      pictures: [],
      step: keptStep(step),
      at,
    });
}
