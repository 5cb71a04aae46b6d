import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  model,
  output,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { AbstractControl } from '@angular/forms';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatListOption, MatSelectionList } from '@angular/material/list';
import { nth } from '@spare-coat/core/ground/checked';
import { isRecord } from '@spare-coat/core/ground/shape/shape';
import { Subject, switchMap } from 'rxjs';
import { NodeForm } from '../forms/tree/nodeForm';
import type { Group } from '../forms/tree/nodes';
import { placeProblems, twiceNamed, type Placed } from '../forms/tree/place';
import { Ticks } from '../forms/tree/ticks';
import { controlOf, valueOf } from '../forms/tree/tree';
import { JsonView } from './jsonView';
import { problemsIn, type Section } from './section';

/** A document, as it is edited: any object. */
export type Entry = Readonly<Record<string, unknown>>;

/**
 * Edits a part or a host profile: as a form, section by section, or as JSON. What is wrong with it is said at its field as one goes.
 * Both views are of one document, and follow each other.
 */
@Component({
  selector: 'coat-document-editor',
  imports: [JsonView, MatButtonToggle, MatButtonToggleGroup, MatListOption, MatSelectionList, NodeForm],
  providers: [Ticks],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './documentEditor.html',
  styleUrl: './documentEditor.scss',
})
export class DocumentEditor {
  readonly document = model.required<Entry>();
  readonly sections = input.required<readonly Section[]>();
  readonly problems = input.required<readonly Placed[]>();
  /** What is wrong with the form that its document cannot show: nothing is saved with it. */
  readonly formProblems = output<readonly Placed[]>();
  private readonly ticks = inject(Ticks);

  protected readonly at = signal('');
  protected readonly view = signal<'form' | 'json'>('form');
  protected readonly section = computed(
    () => this.sections().find((s) => s.id === this.at()) ?? nth(this.sections(), 0),
  );
  protected readonly tabs = computed(() =>
    this.sections().map((s) => ({ id: s.id, label: s.label, wrong: problemsIn(s, this.problems()) })),
  );
  private readonly whole = computed<Group>(() => ({
    is: 'group',
    label: '',
    fields: Object.assign({}, ...this.sections().map((s) => s.fields)) as Group['fields'],
  }));
  /** What the form came to last: a document that is another one comes from elsewhere. */
  private last = '';
  protected readonly form = signal<AbstractControl | null>(null);
  private readonly forms = new Subject<AbstractControl>();

  constructor() {
    this.forms
      .pipe(
        switchMap((form) => form.valueChanges),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.tell());
    effect(() => {
      const [whole, document] = [this.whole(), this.document()];
      untracked(() => this.takeUp(whole, document));
    });
    effect(() => {
      const [form, problems] = [this.form(), this.problems()];
      if (!form) return;
      untracked(() => {
        placeProblems(this.whole(), form, problems);
        this.ticks.tick();
      });
    });
  }

  /** A document that did not come out of this form is put into a new one. */
  private takeUp(whole: Group, document: Entry): void {
    const text = JSON.stringify(document);
    if (text === this.last && this.form()) return;
    this.last = text;
    const form = controlOf(whole, document);
    this.formProblems.emit([]);
    this.form.set(form);
    this.forms.next(form);
  }

  private tell(): void {
    const form = this.form();
    if (!form) return;
    const value = valueOf(this.whole(), form);
    this.formProblems.emit(twiceNamed(this.whole(), form));
    this.ticks.tick();
    if (!isRecord(value)) return;
    this.last = JSON.stringify(value);
    this.document.set(value);
  }

  /** What was typed as JSON and is none: the form would throw it away, and saving would leave it out. */
  protected readonly isBroken = signal(false);
  protected broken(why: string | null): void {
    this.isBroken.set(why !== null);
    this.formProblems.emit(why === null ? [] : [{ path: '', sentence: why }]);
  }

  protected go(id: string): void {
    this.at.set(id);
  }
  protected readonly sectionGroup = computed<Group>(() => ({
    is: 'group',
    label: '',
    fields: this.section().fields,
  }));
}
