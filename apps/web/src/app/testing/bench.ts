import { signal, type EnvironmentProviders, type Provider, type WritableSignal } from '@angular/core';
import { provideRouter } from '@angular/router';
import { execute, type Command } from '@spare-coat/core/doing/commands/commands';
import { applyChanges } from '@spare-coat/core/model/coat/changes';
import { CommandRefused } from '@spare-coat/core/model/coat/refused';
import { NO_ROWS, newCoatRow, type CoatRows } from '@spare-coat/core/model/coat/rows';
import { NEVER, of, throwError, type Observable } from 'rxjs';
import { Api } from '../shared/api';
import { CoatStore } from '../shared/coatStore';

/**
 * A coat on a test's bench: commands that a component sends are really carried out on its rows, or refused as the application refuses
 * them, and are kept in the order in which they came.
 */
export interface Bench {
  readonly rows: WritableSignal<CoatRows>;
  readonly sent: Command[];
  /** What was taken back or done again. */
  readonly answered: ('undo' | 'redo')[];
  /** Why the last one was refused, if it was. */
  refusal: string | null;
  /** Sends what a test needs to be there; none of it counts as sent. */
  lay(...commands: readonly Command[]): void;
  readonly providers: (Provider | EnvironmentProviders)[];
  /** What the server answers; a test may put further answers in. Each is an Observable, as `Api` gives them. */
  readonly api: Record<string, (...args: never[]) => Observable<unknown>>;
}

export const BENCH_COAT = 'c0a70000-0000-4000-8000-000000000001';

export function benchWith(...commands: readonly Command[]): Bench {
  const rows = signal<CoatRows>({ ...NO_ROWS, coat: { [BENCH_COAT]: newCoatRow(BENCH_COAT, 'A coat') } });
  const carryOut = (command: Command): string | null => {
    try {
      const applied = applyChanges(rows(), execute(rows(), command));
      if (!applied.ok) return applied.clash.sentence;
      rows.set(applied.rows);
      return null;
    } catch (error) {
      if (error instanceof CommandRefused) return error.message;
      throw error;
    }
  };
  const none = (what: string) => () => throwError(() => new Error(`There is no such ${what} on this bench.`));
  const api: Bench['api'] = {
    partsServing: () => of({ parts: [] }),
    profile: none('profile'),
    survey: none('survey'),
    trials: () => of({ trials: [] }),
    // Drawings wait for their letters.
    glyphs: () => NEVER,
    faces: () => of({ faces: [] }),
  };
  const bench: Bench = {
    rows,
    api,
    sent: [],
    answered: [],
    refusal: null,
    lay(...more) {
      for (const command of more) {
        const problem = carryOut(command);
        if (problem !== null) throw new Error(problem);
      }
    },
    providers: [
      provideRouter([]),
      {
        provide: Api,
        useValue: api,
      },
      {
        provide: CoatStore,
        useValue: {
          rows,
          id: signal(BENCH_COAT),
          revision: signal(1),
          settled: () => Promise.resolve(),
          isSettled: signal(true),
          answer: (what: 'undo' | 'redo') => bench.answered.push(what),
          send: (command: Command) => {
            bench.refusal = carryOut(command);
            if (bench.refusal === null) bench.sent.push(command);
            return bench.refusal === null;
          },
        },
      },
    ],
  };
  bench.lay(...commands);
  return bench;
}

let made = 0;
/** An id of its own for each thing on a bench. */
export function testId(): string {
  return `7e570000-0000-4000-8000-${String(++made).padStart(12, '0')}`;
}
