import { computed, effect, inject, signal, untracked } from '@angular/core';
import type { Observable } from 'rxjs';
import { isRecord } from '@spare-coat/core/ground/shape/shape';
import { Task, type Loaded } from '../asking';
import { Notices } from '../notices';
import { saveFile } from '../saveFile';
import { DocumentDraft } from './editing';
import type { Placed } from '../forms/tree/place';
import type { Entry } from './documentEditor';

/** What every document has that is edited on a page of its own. */
interface Edited {
  readonly id: string;
  readonly revision: number;
  readonly name: string;
}

/** A page on which a document of one's own is made or changed: what is the same whatever the document is. */
export abstract class DocumentPage<T extends Edited> {
  protected readonly notices = inject(Notices);
  protected readonly draft: DocumentDraft<T>;
  /** Saved so far; 0 for what is new. */
  protected readonly revision = signal(0);
  protected readonly problem = signal<string | null>(null);
  private readonly work = new Task();
  protected readonly saving = this.work.busy;
  /** What is wrong with the form that the document does not show. */
  protected readonly formProblems = signal<readonly Placed[]>([]);
  protected readonly isNew = computed(() => this.revision() === 0);

  /**
   * @param kind by which drafts are kept apart
   * @param what the document, as a sentence goes on with it: "no part"
   */
  protected constructor(
    kind: string,
    private readonly what: string,
  ) {
    this.draft = new DocumentDraft<T>(kind);
  }

  /** What is wrong with it: it is saved when nothing is. */
  protected abstract readonly problems: () => readonly unknown[];
  /** Saves it and says so. @returns where to go then, as `back` takes it */
  protected abstract put(document: T): Observable<string | null>;
  /** Leaves the page. @param id of what is to be shown there, or null */
  protected abstract back(id: string | null): Promise<boolean>;
  /** What is shown when one leaves without saving. */
  protected abstract leftFor(): string | null;
  protected abstract fileName(document: T): string;

  protected change(document: Entry): void {
    this.draft.change(document as unknown as T);
  }

  /** Begins with a copy of another one, which is not saved yet. */
  protected beginCopy(source: T, id: string): void {
    this.draft.begin({ ...source, id, revision: 1, name: `${source.name}, copy`.slice(0, 200) });
    this.draft.changed.set(true);
  }

  /** Begins as soon as what the page was opened for has been read; says why where it could not be. */
  protected beginWith<A>(read: Loaded<A>, begin: (answer: A) => void): void {
    effect(() => {
      const answer = read.value();
      const problem = read.problem();
      untracked(() => {
        if (problem !== null) this.problem.set(problem);
        else if (answer !== null) begin(answer);
      });
    });
  }

  protected save(): void {
    const document = this.draft.document();
    if (!document || this.problems().length > 0) return;
    this.problem.set(null);
    this.work.run(
      this.put(document),
      (then) => void this.back(then),
      ({ message }) => this.problem.set(message),
    );
  }

  protected async leave(): Promise<void> {
    const stays =
      this.draft.changed() &&
      !(await this.notices.ask({
        title: 'Leave without saving?',
        text: 'What you changed is not saved yet.',
        yes: 'Leave it',
        no: 'Go on editing',
      }));
    if (stays) return;
    this.draft.settle();
    await this.back(this.leftFor());
  }

  protected exportJson(): void {
    const document = this.draft.document();
    if (document)
      saveFile(`${JSON.stringify(document, null, 2)}\n`, this.fileName(document), 'application/json');
  }

  protected async importJson([file]: readonly File[]): Promise<void> {
    const now = this.draft.document();
    if (!file || !now) return;
    try {
      const raw: unknown = JSON.parse(await file.text());
      if (!isRecord(raw)) throw new Error('no object');
      this.change({ ...raw, id: now.id, revision: now.revision });
    } catch {
      this.notices.say(`${file.name} is no ${this.what} in JSON.`);
    }
  }
}
