import { firstValueFrom } from 'rxjs';
import { Injectable, inject, signal } from '@angular/core';
import { begunAt } from '@spare-coat/core/model/coat/surveys';
import type { Survey } from '@spare-coat/core/model/host/survey';
import { Api } from './api';
import { CoatStore } from './coatStore';
import { CoatView } from './coatView';
import { newId } from './newId';

/** Takes surveys and settings dumps in: has them read, and puts them into the coat with their readings. */
@Injectable({ providedIn: 'root' })
export class SurveyIntake {
  private readonly api = inject(Api);
  private readonly store = inject(CoatStore);
  private readonly view = inject(CoatView);
  readonly busy = signal(false);
  /** Why the last file was refused; it stays until the next one. */
  readonly refusal = signal<{ readonly file: string; readonly sentence: string } | null>(null);
  /** Surveys by their file's SHA-256, as far as they were looked at. */
  readonly known = signal<ReadonlyMap<string, Survey>>(new Map());

  /** @returns the ids of the surveys that were put in */
  async take(files: Iterable<File>): Promise<string[]> {
    this.refusal.set(null);
    this.busy.set(true);
    const ids: string[] = [];
    for (const file of files) {
      try {
        const id = await this.takeOne(file);
        if (id) ids.push(id);
      } catch (error) {
        this.refusal.set({ file: file.name, sentence: (error as Error).message });
      }
    }
    this.busy.set(false);
    return ids;
  }

  /** Takes the first of these files in. @returns the survey with its name, or null where there was none to take */
  async takeFirst(
    files: Iterable<File> | null,
  ): Promise<{ readonly name: string; readonly survey: Survey } | null> {
    const [file] = files ?? [];
    const [id] = file ? await this.take([file]) : [];
    const row = id ? this.view.rows().survey[id] : undefined;
    const survey = row && this.known().get(row.blob);
    return row && survey ? { name: row.name, survey } : null;
  }

  /** @throws ApiProblem with a sentence */
  async look(blob: string): Promise<void> {
    if (!this.known().has(blob)) this.keep(blob, await firstValueFrom(this.api.survey(blob)));
  }

  private keep(blob: string, survey: Survey): void {
    this.known.update((all) => new Map([...all, [blob, survey]]));
  }

  private async takeOne(file: File): Promise<string | null> {
    const { blob, what, survey } = await firstValueFrom(this.api.sendSurvey(file));
    this.keep(blob, survey);
    const id = newId();
    // To the millisecond where it can be told: cut to seconds, a dump would lie before a step that was ticked just before it.
    const at = new Date(survey.takenAt ?? (file.lastModified || Date.now())).toISOString();
    const name =
      what === 'survey' ? `Survey of ${at.slice(0, 10)}` : `Settings from ${plain(file.name)}`.slice(0, 200);
    const add = { type: 'survey.add' as const, id, name, at, what, blob };
    const { reading } = survey;
    const sent = reading
      ? this.store.send({
          type: 'many',
          label: `Bring in ${name}`,
          commands: [
            add,
            {
              type: 'reading.add',
              id: newId(),
              surveyId: id,
              at,
              // By when it was taken, whenever it was brought in: what was taken before the first step was done is how it was.
              phase: at > (begunAt(this.view.rows()) ?? at) ? 'after' : 'before',
              load: 'idle',
              memory: [...reading.memory],
              processor: [...reading.processor],
            },
          ],
        })
      : this.store.send(add);
    return sent ? id : null;
  }
}

/** A file's name without what no name may have. */
function plain(name: string): string {
  return (
    [...name]
      .filter((c) => c >= ' ' && c !== '\u007f')
      .join('')
      .trim() || 'a file'
  );
}
