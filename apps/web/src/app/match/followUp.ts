import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton, MatIconButton } from '@angular/material/button';
import {
  MatDatepicker,
  MatDatepickerInput,
  MatDatepickerToggle,
  MatDatepickerToggleIcon,
} from '@angular/material/datepicker';
import { MatError, MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatTooltip } from '@angular/material/tooltip';
import { dateSchema, noteSchema } from '@spare-coat/core/ground/text';
import { addressSchema } from '@spare-coat/core/model/coat/fields';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { bySchemaOrEmpty, field, sayProblems } from '../shared/forms/bySchema';
import { ISO_DATES } from '../shared/forms/isoDates';
import { newId } from '../shared/newId';

/** What a person keeps about an element that is not matched: a note, links, a day on which to look again. */
@Component({
  selector: 'coat-follow-up',
  imports: [
    MatButton,
    MatDatepicker,
    MatDatepickerInput,
    MatDatepickerToggle,
    MatDatepickerToggleIcon,
    MatError,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatInput,
    MatSuffix,
    MatTooltip,
    ReactiveFormsModule,
  ],
  providers: ISO_DATES,
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './followUp.html',
  styleUrl: './followUp.scss',
})
export class FollowUp {
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  readonly elementId = input.required<string>();
  readonly name = input.required<string>();

  protected readonly match = computed(() => this.view.matchOf(this.elementId()));
  protected readonly links = computed(() => this.match()?.links ?? []);
  protected readonly isEmpty = computed(() => {
    const match = this.match();
    return !match?.note && !match?.lookAgain && this.links().length === 0;
  });
  /** Whether it is being changed; another element's begins as it is. */
  protected readonly open = linkedSignal({ source: this.elementId, computation: () => false });
  protected readonly form = new FormGroup({
    note: field(noteSchema, ''),
    url: new FormControl('', { nonNullable: true, validators: bySchemaOrEmpty(addressSchema) }),
    lookAgain: field<string | null>(dateSchema.nullable(), null),
  });
  protected readonly problems = sayProblems;

  protected change(): void {
    const match = this.match();
    this.form.reset({ note: match?.note ?? '', url: '', lookAgain: match?.lookAgain ?? null });
    this.open.set(true);
  }

  /** Sends what differs, each as one change, and closes where all was taken. */
  protected keep(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { note, url, lookAgain } = this.form.getRawValue();
    const match = this.match();
    const of = { elementId: this.elementId(), matchId: match?.id ?? newId() };
    const links = url.trim() === '' ? this.links() : [...this.links(), { label: '', url: url.trim() }];
    const hasFollow = links !== this.links() || lookAgain !== (match?.lookAgain ?? null);
    const isKept =
      (note === (match?.note ?? '') || this.store.send({ type: 'match.note', ...of, note })) &&
      (!hasFollow || this.store.send({ type: 'match.follow', ...of, links: [...links], lookAgain }));
    if (isKept) this.open.set(false);
  }

  protected dropLink(url: string): void {
    const match = this.match();
    if (!match) return;
    this.store.send({
      type: 'match.follow',
      elementId: this.elementId(),
      matchId: match.id,
      links: this.links().filter((l) => l.url !== url),
      lookAgain: match.lookAgain,
    });
  }
}
