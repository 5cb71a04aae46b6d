import { catchError, map, of, switchMap, tap, timer, type Observable } from 'rxjs';
import { StageLayout } from '../shared/stageLayout';
import { MatIcon } from '@angular/material/icon';
import { FileButton } from '../shared/fileButton';
import { MatButton } from '@angular/material/button';
import { DocumentPage } from '../shared/document/documentPage';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { PLAIN_PART } from '@spare-coat/core/model/parts/plainPart';
import { readPart, type Part } from '@spare-coat/core/model/parts/part';
import { DocumentEditor } from '../shared/document/documentEditor';
import { check } from '../shared/document/editing';
import type { CataloguePart } from '@spare-coat/core/proving/wire/parts';
import { Api } from '../shared/api';
import { loaded } from '../shared/asking';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { partNames, readPartNames } from './partNames';
import { PART_SECTIONS } from './partSections';

/** A licence is looked up when nothing was typed for so long. */
const TYPING_MS = 200;

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
  /** The server knows the list of licences. Away from it nothing is said: saving asks it again. */
  private readonly licence = loaded(
    () => this.licenceText() ?? undefined,
    (text) =>
      timer(TYPING_MS).pipe(
        switchMap(() => this.api.licenceProblem(text)),
        map(({ problem }) => problem),
        catchError(() => of(null)),
      ),
  ).value;
  private readonly opened = loaded(
    () => ({ id: this.part(), from: this.from(), isFresh: Boolean(this.fresh()) }),
    ({ id, from, isFresh }) => {
      const known: Observable<CataloguePart | null> = isFresh && !from ? of(null) : this.api.part(from ?? id);
      return known.pipe(map((part) => ({ known: part, id, isCopy: Boolean(from) })));
    },
  );

  constructor() {
    super('part', 'part');
    // Away from the server needs are told by their ids, and kept.
    readPartNames(this.api)
      .pipe(
        catchError(() => of([])),
        takeUntilDestroyed(),
      )
      .subscribe((names) => partNames.set(names));
    this.beginWith(this.opened, ({ known, id, isCopy }) => {
      if (known && isCopy) {
        const { source: _, ...rest } = known.part;
        this.beginCopy(rest, id);
      } else if (known?.shipped) {
        this.problem.set('A part that ships cannot be changed. Duplicate it and change the copy.');
      } else {
        this.revision.set(known?.part.revision ?? 0);
        this.draft.begin(known?.part ?? emptyPart(id, new Date().toISOString().slice(0, 10)));
      }
    });
  }

  protected override put(part: Part): Observable<string> {
    return this.api.putPart(part, this.revision(), newId()).pipe(
      tap((saved) => {
        this.draft.settle();
        this.view.refreshParts();
        this.notices.say(`${saved.part.name} is saved as revision ${saved.part.revision}.`);
      }),
      map((saved) => saved.part.id),
    );
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
