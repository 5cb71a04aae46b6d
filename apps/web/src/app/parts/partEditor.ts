import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { Router } from '@angular/router';
import { PLAIN_PART } from '@spare-coat/core/model/parts/plainPart';
import { readPart, type Part } from '@spare-coat/core/model/parts/part';
import { DocumentEditor } from '../shared/document/documentEditor';
import { DocumentDraft, check } from '../shared/document/editing';
import type { Entry } from '../shared/document/rowsBox';
import { Api } from '../shared/api';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { saveFile } from '../shared/saveFile';
import { PART_SECTIONS } from './partSections';

/** A part that nobody said anything of yet. */
function emptyPart(id: string, today: string): Part {
  return {
    ...PLAIN_PART,
    id,
    revision: 1,
    name: 'New part',
    author: 'Me',
    home: '',
    sort: 'theme',
    summary: 'Not said yet.',
    version: '1.0',
    released: today,
    licence: 'LicenseRef-not-said',
    channels: [{ way: 'archive', from: 'https://', file: 'part.tar.xz', root: 'part', sort: 'icon set' }],
    offers: [],
  };
}

/** Makes or changes a part of one's own; a copy of a shipped one is made by duplicating it. */
@Component({
  selector: 'coat-part-editor',
  imports: [DocumentEditor],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './partEditor.html',
  styleUrl: '../shared/document/editorPage.scss',
})
export class PartEditor {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  private readonly view = inject(CoatView);
  /** From the address: the part's id, and of which part it is a copy. */
  readonly part = input.required<string>();
  readonly from = input<string>();
  /** Nothing of it was saved yet. */
  readonly fresh = input<string>();

  protected readonly sections = PART_SECTIONS;
  protected readonly draft = new DocumentDraft<Part>('part');
  /** Saved so far; 0 for what is new. */
  private readonly revision = signal(0);
  protected readonly problem = signal<string | null>(null);
  protected readonly saving = signal(false);
  protected readonly isNew = computed(() => this.revision() === 0);
  protected readonly problems = computed(() => {
    const part = this.draft.document();
    const licence = this.licence();
    const wrong = part ? check(readPart, part) : [];
    return licence === null ? wrong : [...wrong, { path: 'licence', sentence: licence }];
  });
  private readonly licenceText = computed(() => this.draft.document()?.licence ?? null);
  /** The server knows the list of licences. */
  private readonly licence = signal<string | null>(null);

  constructor() {
    effect(() => {
      const id = this.part();
      const from = this.from();
      void untracked(() => this.load(id, from));
    });
    effect(() => {
      const text = this.licenceText();
      if (text !== null) void untracked(() => this.checkLicence(text));
    });
  }

  private async load(id: string, from: string | undefined): Promise<void> {
    try {
      if (from) {
        const { part } = await this.api.part(from);
        const { source: _, ...rest } = part;
        this.draft.begin({ ...rest, id, revision: 1, name: `${part.name}, copy`.slice(0, 200) });
        this.draft.changed.set(true);
        return;
      }
      const known = this.fresh() ? null : await this.api.part(id);
      if (known?.shipped) {
        this.problem.set('A part that ships cannot be changed. Duplicate it and change the copy.');
        return;
      }
      this.revision.set(known?.part.revision ?? 0);
      this.draft.begin(known?.part ?? emptyPart(id, new Date().toISOString().slice(0, 10)));
    } catch (error) {
      this.problem.set((error as Error).message);
    }
  }

  private async checkLicence(text: string): Promise<void> {
    // Away from the server nothing is said: saving asks it again.
    const { problem } = await this.api.licenceProblem(text).catch(() => ({ problem: null }));
    if (text === this.licenceText()) this.licence.set(problem);
  }

  protected change(document: Entry): void {
    this.draft.change(document as Part);
  }

  protected async save(): Promise<void> {
    const part = this.draft.document();
    if (!part || this.problems().length > 0) return;
    this.saving.set(true);
    try {
      const saved = await this.api.putPart(part, this.revision(), newId());
      this.draft.settle();
      this.view.refreshParts();
      this.notices.say(`${saved.part.name} is saved as revision ${saved.part.revision}.`);
      await this.back(saved.part.id);
    } catch (error) {
      this.problem.set((error as Error).message);
    } finally {
      this.saving.set(false);
    }
  }

  protected async leave(): Promise<void> {
    if (
      this.draft.changed() &&
      !(await this.notices.ask({
        title: 'Leave without saving?',
        text: 'What you changed is not saved yet.',
        yes: 'Leave it',
        no: 'Go on editing',
      }))
    )
      return;
    this.draft.settle();
    await this.back(this.isNew() ? (this.from() ?? null) : this.part());
  }

  private back(part: string | null): Promise<boolean> {
    const [coat] = this.router.url.split('/parts');
    return this.router.navigate([`${coat}/parts`], { queryParams: part ? { part } : {} });
  }

  protected exportJson(): void {
    const part = this.draft.document();
    if (part) saveFile(`${JSON.stringify(part, null, 2)}\n`, `${part.name}.part.json`, 'application/json');
  }

  protected async importJson(files: FileList | null): Promise<void> {
    const file = files?.[0];
    const now = this.draft.document();
    if (!file || !now) return;
    try {
      const raw = JSON.parse(await file.text()) as Part;
      if (typeof raw !== 'object' || raw === null) throw new Error('no object');
      this.change({ ...raw, id: now.id, revision: now.revision } as Entry);
    } catch {
      this.notices.say(`${file.name} is no part in JSON.`);
    }
  }
}
