import { Injectable, computed, inject, signal } from '@angular/core';
import { from, Subject, switchMap, type Observable, type Subscription } from 'rxjs';
import { coverageOf } from '@spare-coat/core/deciding/learning/coverage';
import type { Target } from '@spare-coat/core/deciding/learning/described';
import type { SaidBeside } from '@spare-coat/core/deciding/learning/makeProfile';
import type { ThemeFolder } from '@spare-coat/core/deciding/learning/themeFolders';
import { MOST_MACHINE, type Machine } from '@spare-coat/core/deciding/learning/machine';
import { entriesOf } from '@spare-coat/core/doing/plan/importFile';
import { BREAKS } from '@spare-coat/core/model/offers/break';
import { isRecord } from '@spare-coat/core/ground/shape/shape';
import { utf8 } from '@spare-coat/core/ground/utf8';
import { seenOnPictures } from '@spare-coat/core/deciding/learning/seen';
import { Task } from '../../shared/asking';
import { CoatView } from '../../shared/coatView';
import type { LearntSetting } from '../../../workers/learn.messages';
import { LearnWorker } from './learnWorker';

const STORE = 'spare-coat.learnt.';
/** What was said of a setting: what it is; null: nothing of looks. */
export type Said = Target | null;

/** A desktop that is being learnt: its settings, what they most likely are, and what was said of them. */
@Injectable({ providedIn: 'root' })
export class Learner {
  private readonly worker = inject(LearnWorker);
  private readonly view = inject(CoatView);
  private readonly reading = new Task();
  private current: Subscription | null = null;

  readonly file = signal<string | null>(null);
  readonly machine = signal<Machine | null>(null);
  readonly suggestions = signal<readonly LearntSetting[]>([]);
  /** Keys of the settings that changed while somebody changed them in his desktop's own settings. */
  readonly changed = signal<ReadonlySet<string>>(new Set());
  /** Changes in no place that can be set. */
  readonly unplaced = signal(0);
  readonly said = signal<ReadonlyMap<string, Said>>(new Map());
  /** What was said of settings that this desktop does not tell of: another version of it, or another machine. It is kept for then. */
  private readonly gone = signal<ReadonlyMap<string, Said>>(new Map());
  readonly missed = computed(() =>
    [...this.gone()].flatMap(([key, is]) => (is === null ? [] : [{ key, is }])),
  );
  /** What was said of settings beside: what the items of their orders mean, and when they show. */
  readonly beside = signal<ReadonlyMap<string, SaidBeside>>(new Map());
  /** The profile that was made of this desktop before. */
  readonly profileId = signal<string | null>(null);
  readonly busy = this.reading.busy;
  /** Why the last file was refused. */
  readonly refusal = signal<{ readonly file: string; readonly sentence: string } | null>(null);

  /** What was said, where it is something of looks. */
  readonly decisions = computed(
    () =>
      new Map([...this.said()].flatMap(([key, is]): [string, Target][] => (is === null ? [] : [[key, is]]))),
  );
  readonly coverage = computed(() => coverageOf(this.view.rows(), new Set(this.decisions().values())));
  /** Sure, and nobody has said anything of them yet. */
  readonly sure = computed(() =>
    this.suggestions().filter(({ isSure, setting }) => isSure && !this.said().has(setting.key)),
  );

  /**
   * Reads what survey.sh or learn.sh wrote. What was said before of a desktop of that name is said again.
   *
   * @param then a second file: then both are exports of settings, before and after one change
   * @returns what is to be brought into the coat, once it is read: the survey, or values that exports told; nothing where it is refused
   */
  take(file: File, then: File | null = null): Observable<'survey' | Readonly<Record<string, string>>> {
    this.refusal.set(null);
    const read = new Subject<'survey' | Readonly<Record<string, string>>>();
    if (file.size > MOST_MACHINE || (then?.size ?? 0) > MOST_MACHINE) {
      this.refusal.set({ file: file.name, sentence: 'It is longer than 64 MB, so it is no survey.' });
      return read;
    }
    const scale = Object.values(this.view.rows().display)[0]?.scale ?? 1;
    const told = { before: this.machine(), seen: seenOnPictures(this.view.rows()), scale };
    const host = this.view.host();
    const places = [
      ...(host ? [...entriesOf(host)].map(([key, place]) => ({ key, place })) : []),
      ...(told.before?.settings ?? []).flatMap(({ key, entry }) =>
        entry ? [{ key, place: entry.place }] : [],
      ),
    ];
    const bytesOf = async (of: File) => ({ name: of.name, bytes: new Uint8Array(await of.arrayBuffer()) });
    const files = from(Promise.all([bytesOf(file), then ? bytesOf(then) : null]));
    // Of two files that are dropped one after the other the later one counts.
    this.current?.unsubscribe();
    this.current = this.reading.run(
      files.pipe(
        switchMap(([first, after]) =>
          this.worker.learn({
            ...told,
            raw: after ? '' : utf8(first.bytes),
            ...(after ? { exports: [first, after] } : { export: { file: first, places } }),
          }),
        ),
      ),
      (answer) => {
        if (!answer.ok) {
          this.refusal.set({ file: file.name, sentence: answer.sentence });
          return;
        }
        if ('values' in answer) {
          this.sayNow(answer.values);
          read.next(answer.values);
          return;
        }
        const { machine } = answer;
        this.file.set(file.name);
        this.machine.set(machine);
        this.suggestions.set(answer.suggestions);
        this.changed.set(new Set(answer.changed));
        this.unplaced.set(answer.unplaced);
        const remembered = kept(machine.desktop);
        const known = new Set(machine.settings.map(({ key }) => key));
        this.said.set(new Map(remembered.said.filter(([key]) => known.has(key))));
        this.gone.set(new Map(remembered.said.filter(([key]) => !known.has(key))));
        this.profileId.set(remembered.profileId);
        this.beside.set(new Map(remembered.beside));
        if (then) read.next(valuesOf(machine));
        else if (answer.changed.length === 0) read.next('survey');
      },
      ({ message }) => this.refusal.set({ file: file.name, sentence: message }),
    );
    return read;
  }

  /** Says what settings are; undefined takes back what was said. */
  say(all: Iterable<readonly [key: string, is: Said | undefined]>): void {
    this.said.update((before) => {
      const now = new Map(before);
      for (const [key, is] of all)
        if (is === undefined) now.delete(key);
        else now.set(key, is);
      return now;
    });
    this.keep();
  }

  /** Settings have become these values. */
  private sayNow(values: Readonly<Record<string, string>>): void {
    const told = <S extends { readonly key: string; readonly now: string | null }>(setting: S): S => {
      const now = values[setting.key];
      return now === undefined ? setting : { ...setting, now };
    };
    this.machine.update((m) => m && { ...m, settings: m.settings.map(told) });
    this.suggestions.update((all) => all.map((one) => ({ ...one, setting: told(one.setting) })));
  }
  /** Says something of a setting beside what it is. */
  sayBeside(key: string, more: SaidBeside): void {
    this.beside.update((all) => new Map([...all, [key, { ...all.get(key), ...more }]]));
    this.keep();
  }

  /** The profile that is made of it from now on. */
  madeAs(id: string): void {
    this.profileId.set(id);
    this.keep();
  }
  private keep(): void {
    const machine = this.machine();
    if (machine)
      keep(machine.desktop, {
        said: [...this.gone(), ...this.said()],
        profileId: this.profileId(),
        beside: [...this.beside()],
      });
  }

  acceptSure(): number {
    const all = this.sure().flatMap(({ setting, guesses: [best] }): [string, Target][] =>
      best ? [[setting.key, best.target]] : [],
    );
    this.say(all);
    return all.length;
  }
}

/** What is set now, as far as exports told it. */
const valuesOf = ({ settings }: Machine): Readonly<Record<string, string>> =>
  Object.fromEntries(
    settings.flatMap(({ key, entry, now }): [string, string][] =>
      entry && now !== null ? [[key, now]] : [],
    ),
  );

/** What this browser keeps of a desktop: names of settings and what they were said to be, no values; and the profile that was made. */
interface Kept {
  readonly said: readonly (readonly [string, Said])[];
  readonly profileId: string | null;
  readonly beside: readonly (readonly [string, SaidBeside])[];
}
const NOTHING: Kept = { said: [], profileId: null, beside: [] };

function kept(desktop: string): Kept {
  try {
    const raw: unknown = JSON.parse(localStorage.getItem(STORE + desktop) ?? '{}');
    if (!isRecord(raw)) return NOTHING;
    const said = Array.isArray(raw['said']) ? raw['said'] : [];
    return {
      said: said.filter(
        (pair): pair is [string, Said] =>
          Array.isArray(pair) &&
          typeof pair[0] === 'string' &&
          (pair[1] === null || typeof pair[1] === 'string'),
      ),
      profileId: typeof raw['profileId'] === 'string' ? raw['profileId'] : null,
      beside: (Array.isArray(raw['beside']) ? raw['beside'] : []).flatMap(
        (pair: unknown): [string, SaidBeside][] =>
          Array.isArray(pair) && typeof pair[0] === 'string' && isRecord(pair[1])
            ? [[pair[0], besideOf(pair[1])]]
            : [],
      ),
    };
  } catch {
    return NOTHING;
  }
}
/** What was said beside, as far as it can have been said. */
function besideOf({ items, shows, first, example }: Readonly<Record<string, unknown>>): SaidBeside {
  const words = Object.entries(isRecord(items) ? items : {}).filter(
    (pair): pair is [string, string] => typeof pair[1] === 'string',
  );
  const after = BREAKS.find((b) => b === shows);
  return {
    ...(words.length > 0 ? { items: Object.fromEntries(words) } : {}),
    ...(after === undefined ? {} : { shows: after }),
    ...(typeof first === 'string' ? { first } : {}),
    ...(isRecord(example) ? { example: exampleOf(example) } : {}),
  };
}
const exampleOf = ({ parent, name, holds }: Readonly<Record<string, unknown>>): ThemeFolder => ({
  parent: typeof parent === 'string' ? parent : '',
  name: typeof name === 'string' ? name : '',
  holds: Array.isArray(holds) ? holds.filter((path): path is string => typeof path === 'string') : [],
});
function keep(desktop: string, what: Kept): void {
  try {
    localStorage.setItem(STORE + desktop, JSON.stringify(what));
  } catch {
    // What the browser does not keep is there until the page is left.
  }
}
