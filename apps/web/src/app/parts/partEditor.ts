import { firstValueFrom } from 'rxjs';
import { StageLayout } from '../shared/stageLayout';
import { MatIcon } from '@angular/material/icon';
import { FileButton } from '../shared/fileButton';
import { MatButton } from '@angular/material/button';
import { DocumentPage } from '../shared/document/documentPage';
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
import { check } from '../shared/document/editing';
import { Api } from '../shared/api';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
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
  imports: [DocumentEditor, FileButton, MatButton, MatIcon, StageLayout],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './partEditor.html',
  styleUrl: '../shared/document/editorPage.scss',
})
export class PartEditor extends DocumentPage<Part> {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly view = inject(CoatView);
  /** From the address: the part's id, and of which part it is a copy. */
  readonly part = input.required<string>();
  readonly from = input<string>();
  /** Nothing of it was saved yet. */
  readonly fresh = input<string>();

  protected readonly sections = PART_SECTIONS;
  protected readonly problems = computed(() => {
    const part = this.draft.document();
    const licence = this.licence();
    const wrong = part ? check(readPart, part) : [];
    return [
      ...wrong,
      ...(licence === null ? [] : [{ path: 'licence', sentence: licence }]),
      ...this.formProblems(),
    ];
  });
  private readonly licenceText = computed(() => this.draft.document()?.licence ?? null);
  /** The server knows the list of licences. */
  private readonly licence = signal<string | null>(null);

  constructor() {
    super('part', 'part');
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
        const { part } = await firstValueFrom(this.api.part(from));
        const { source: _, ...rest } = part;
        this.beginCopy(rest, id);
        return;
      }
      const known = this.fresh() ? null : await firstValueFrom(this.api.part(id));
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
    const { problem } = await firstValueFrom(this.api.licenceProblem(text)).catch(() => ({ problem: null }));
    if (text === this.licenceText()) this.licence.set(problem);
  }

  protected override async put(part: Part): Promise<string> {
    const saved = await firstValueFrom(this.api.putPart(part, this.revision(), newId()));
    this.draft.settle();
    this.view.refreshParts();
    this.notices.say(`${saved.part.name} is saved as revision ${saved.part.revision}.`);
    return saved.part.id;
  }
  protected override back(part: string | null): Promise<boolean> {
    const [coat] = this.router.url.split('/parts');
    return this.router.navigate([`${coat}/parts`], { queryParams: part ? { part } : {} });
  }
  protected override leftFor(): string | null {
    return this.isNew() ? (this.from() ?? null) : this.part();
  }
  protected override fileName({ name }: Part): string {
    return `${name}.part.json`;
  }
}
