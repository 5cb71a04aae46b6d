import { COMMA, ENTER } from '@angular/cdk/keycodes';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { type FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocomplete, MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatCheckbox } from '@angular/material/checkbox';
import {
  MatChipGrid,
  MatChipInput,
  MatChipRemove,
  MatChipRow,
  type MatChipInputEvent,
} from '@angular/material/chips';
import { ErrorStateMatcher, MatOption } from '@angular/material/core';
import {
  MatDatepicker,
  MatDatepickerInput,
  MatDatepickerToggle,
  MatDatepickerToggleIcon,
} from '@angular/material/datepicker';
import { MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatSelect } from '@angular/material/select';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { TraitEditor } from '../../traitEditor';
import { sayProblems } from '../bySchema';
import { ISO_DATES } from '../isoDates';
import { NumberField } from '../numberField';
import type { Leaf, Suggestion } from './nodes';
import { Ticks } from './ticks';

/** So many suggestions are shown at once; typing narrows them. */
const MOST_SHOWN = 60;

/** What a scalar is: its own word decides between a number and a text that looks like one. */
const SCALARS = [
  { id: 'string', label: 'a text' },
  { id: 'number', label: 'a number' },
  { id: 'boolean', label: 'yes or no' },
] as const;
type ScalarId = (typeof SCALARS)[number]['id'];

/** A document is checked whole as it is typed: what is wrong is shown at once. */
const AT_ONCE: ErrorStateMatcher = { isErrorState: (control) => control?.invalid === true };

/** One field of a form that is made of a description. */
@Component({
  selector: 'coat-leaf-form',
  imports: [
    MatAutocomplete,
    MatAutocompleteTrigger,
    MatCheckbox,
    MatChipGrid,
    MatChipInput,
    MatChipRemove,
    MatChipRow,
    MatDatepicker,
    MatDatepickerInput,
    MatDatepickerToggle,
    MatDatepickerToggleIcon,
    MatFormField,
    MatIcon,
    MatInput,
    MatOption,
    MatSelect,
    MatSuffix,
    NumberField,
    ReactiveFormsModule,
    TraitEditor,
  ],
  providers: [ISO_DATES, { provide: ErrorStateMatcher, useValue: AT_ONCE }],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './leafForm.html',
  styleUrl: './leafForm.scss',
})
export class LeafForm {
  readonly node = input.required<Leaf>();
  readonly at = input.required<FormControl>();
  /** What a person calls the field. */
  readonly name = input.required<string>();
  private readonly ticks = inject(Ticks);

  protected readonly separators = [ENTER, COMMA];
  protected readonly scalars = SCALARS;
  protected readonly problem = computed(() => {
    this.ticks.now();
    return sayProblems(this.at());
  });
  protected readonly value = computed<unknown>(() => {
    this.ticks.now();
    return this.at().value;
  });
  protected readonly words = computed(() => this.value() as readonly string[]);
  protected readonly scalar = computed<ScalarId>(() => {
    const is = typeof this.value();
    return SCALARS.find((s) => s.id === is)?.id ?? 'string';
  });
  protected readonly spec = computed(() => {
    this.ticks.now();
    const node = this.node();
    return node.is === 'trait' ? node.spec(this.at()) : null;
  });
  protected readonly traitValue = computed(() => this.value() as TraitValue | null);

  private readonly suggested = computed<readonly Suggestion[]>(() => {
    this.ticks.now();
    const node = this.node();
    if (!('suggest' in node) || !node.suggest) return [];
    return typeof node.suggest === 'function' ? node.suggest(this.at()) : node.suggest;
  });
  protected readonly suggests = computed(() => 'suggest' in this.node());
  /** What is typed into a field of words and is no word yet. */
  protected readonly typing = signal('');
  protected readonly shown = computed(() => {
    const all = this.suggested();
    const typed = (this.node().is === 'words' ? this.typing() : String(this.value() ?? ''))
      .trim()
      .toLowerCase();
    // What is chosen already is no search: then everything is there to choose from.
    if (typed === '' || all.some((s) => s.value.toLowerCase() === typed)) return all.slice(0, MOST_SHOWN);
    const fits = (s: Suggestion) => `${s.value} ${s.label ?? ''}`.toLowerCase().includes(typed);
    return all.filter(fits).slice(0, MOST_SHOWN);
  });
  protected readonly say = (value: unknown): string =>
    this.suggested().find((s) => s.value === value)?.label ?? String(value ?? '');

  /** What a person wrote in words is kept as what it stands for. */
  protected settle(text: string): void {
    const typed = text.trim().toLowerCase();
    const known = this.suggested().find((s) => s.label?.toLowerCase() === typed);
    if (known && known.value !== this.at().value) this.put(known.value);
  }
  protected put(value: unknown): void {
    this.at().setValue(value);
    this.at().markAsDirty();
  }
  protected setScalar(is: ScalarId): void {
    const now: unknown = this.at().value;
    const text = typeof now === 'string' ? now : String(now ?? '');
    if (is === 'string') this.put(text);
    else if (is === 'boolean') this.put(text === 'true' || text === 'yes');
    else this.put(Number.isFinite(Number(text)) ? Number(text) : 0);
  }

  protected addWord({ value, chipInput }: MatChipInputEvent): void {
    this.add(value);
    chipInput.clear();
  }
  protected add(word: string): void {
    const text = word.trim();
    this.typing.set('');
    if (text !== '' && !this.words().includes(text)) this.put([...this.words(), text]);
  }
  protected drop(word: string): void {
    this.put(this.words().filter((w) => w !== word));
  }
}
