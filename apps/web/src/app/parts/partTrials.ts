import {
  MatDatepicker,
  MatDatepickerInput,
  MatDatepickerToggle,
  MatDatepickerToggleIcon,
} from '@angular/material/datepicker';
import { MatInput } from '@angular/material/input';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatError, MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatTooltip } from '@angular/material/tooltip';
import { MatIcon } from '@angular/material/icon';
import { MatButton, MatIconButton } from '@angular/material/button';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { TrialOutcome } from '@spare-coat/core/model/coat/rows/host';
import type { Part } from '@spare-coat/core/model/parts/part';
import { dateSchema, noteSchema } from '@spare-coat/core/ground/text';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { field, sayProblems } from '../shared/forms/bySchema';
import { ISO_DATES } from '../shared/forms/isoDates';
import { newId } from '../shared/newId';
import { Trials } from '../shared/trials';

/** What became of a part when it was tried, and a short form to note it. */
@Component({
  selector: 'coat-part-trials',
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
    MatOption,
    MatSelect,
    MatSuffix,
    MatTooltip,
    ReactiveFormsModule,
  ],
  providers: ISO_DATES,
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Trials</h2>
    <ul>
      @for (t of trials(); track t.id) {
        <li>
          <strong [class.alarm]="t.outcome === 'dropped'">{{ t.outcome }}</strong>{{
            t.flavour ? ', ' + t.flavour + ',' : ''
          }}
          on {{ t.family }} {{ t.hostVersion }}, {{ t.tried }}{{ t.why ? ': ' + t.why : '' }}
          @if (t.coatId === here()) {
            <button
              type="button"
              matIconButton
              aria-label="Remove the trial"
              (click)="remove(t.id)"
              matTooltip="Remove the trial"
            >
              <mat-icon svgIcon="x" />
            </button>
          } @else {
            <span class="faint">({{ t.coat }})</span>
          }
        </li>
      } @empty {
        <li class="faint">Not tried yet.</li>
      }
    </ul>
    @if (open()) {
      <form [formGroup]="form" (ngSubmit)="note()">
        <div class="two">
          <mat-form-field>
            <mat-select aria-label="Outcome" formControlName="outcome">
              <mat-option value="kept">kept</mat-option>
              <mat-option value="not for daily use">not for daily use</mat-option>
              <mat-option value="dropped">dropped</mat-option>
            </mat-select>
          </mat-form-field>
          @if (part().flavours?.length) {
            <mat-form-field>
              <mat-select aria-label="Which flavour" formControlName="flavour">
                <mat-option value="">all of it</mat-option>
                @for (f of part().flavours; track f.name) {
                  <mat-option [value]="f.name">{{ f.name }}</mat-option>
                }
              </mat-select>
            </mat-form-field>
          }
          <mat-form-field>
            <input
              matInput
              aria-label="Tried on"
              formControlName="tried"
              [matDatepicker]="day"
              [max]="today"
            />
            <mat-datepicker-toggle matSuffix [for]="day"
              ><mat-icon matDatepickerToggleIcon svgIcon="calendar-days"
            /></mat-datepicker-toggle>
            <mat-datepicker #day />
            <mat-error>Say on which day it was tried, today at the latest, like {{ today }}.</mat-error>
          </mat-form-field>
        </div>
        <mat-form-field>
          <input
            matInput
            aria-label="Why"
            formControlName="why"
            [placeholder]="
              form.controls.outcome.value === 'dropped' ? 'Why it was dropped' : 'Why, if it is worth saying'
            "
          />
          <mat-error>{{ problems(form.controls.why) }}</mat-error>
        </mat-form-field>
        @if (problem(); as p) {
          <small class="alarm" role="alert">{{ p }}</small>
        }
        <button type="submit" matButton="outlined"><mat-icon svgIcon="check" />Note it</button>
        <button type="button" matButton (click)="open.set(false)"><mat-icon svgIcon="x" />Cancel</button>
      </form>
    } @else if (view.host()) {
      <button type="button" matButton (click)="open.set(true)">
        <mat-icon svgIcon="plus" />Note a trial
      </button>
    }
  `,
  styles: `
    h2 {
      margin: 14px 0 4px;
    }
    ul {
      margin: 0;
      padding-left: 18px;
    }
    form {
      display: grid;
      grid-template-columns: auto auto 1fr;
      gap: 6px;
      margin-top: 6px;
      > mat-form-field,
      > small,
      .two {
        grid-column: 1 / -1;
      }
    }
    .two {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 6px;
    }
  `,
})
export class PartTrials {
  readonly part = input.required<Part>();
  protected readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly all = inject(Trials);
  protected readonly trials = computed(() => this.all.of(this.part().id));
  protected readonly here = computed(() => this.view.coat()?.id ?? '');
  protected readonly open = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly today = new Date().toISOString().slice(0, 10);
  protected readonly form = new FormGroup({
    outcome: new FormControl<TrialOutcome>('kept', { nonNullable: true }),
    flavour: new FormControl('', { nonNullable: true }),
    why: field(noteSchema, ''),
    tried: field(dateSchema, this.today),
  });
  protected readonly problems = sayProblems;

  protected note(): void {
    const host = this.view.host();
    this.form.markAllAsTouched();
    if (!host || this.form.invalid) return;
    const { outcome, flavour, why, tried } = this.form.getRawValue();
    if (outcome === 'dropped' && why.trim() === '') {
      this.problem.set('Say why it was dropped: that is what you will want to know later.');
      return;
    }
    const sent = this.store.send({
      type: 'trial.set',
      id: newId(),
      partId: this.part().id,
      partRevision: this.part().revision,
      family: host.family,
      hostVersion: host.version,
      outcome,
      flavour: flavour === '' ? null : flavour,
      why: why.trim(),
      tried,
    });
    if (!sent) return;
    this.problem.set(null);
    this.form.reset();
    this.open.set(false);
  }

  protected remove(id: string): void {
    this.store.send({ type: 'trial.remove', id });
  }
}
