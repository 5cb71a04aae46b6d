import { FormGroup, ReactiveFormsModule } from '@angular/forms';
import { nameSchema, noteSchema } from '@spare-coat/core/ground/text';
import { field, sayProblems } from '../shared/forms/bySchema';
import { Task, loaded } from '../shared/asking';
import { MatInput } from '@angular/material/input';
import { MatError, MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { PLAIN_CHOICE, type SheetChoice } from '@spare-coat/core/proving/sheet/sheet';
import { Api, type ApiProblem } from '../shared/api';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { ShareNav } from './shareNav';
import { SheetChoices } from './sheetChoices';

/** Puts the coat on the rack of this server: a sheet and a bundle of it as it is now, under a version with notes. */
@Component({
  selector: 'coat-publish-view',
  imports: [
    MatButton,
    MatError,
    MatFormField,
    MatIcon,
    MatInput,
    ReactiveFormsModule,
    RouterLink,
    ShareNav,
    SheetChoices,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="bench scroll">
      <div class="bench-head">
        <h1>On the rack</h1>
        <coat-share-nav />
      </div>
      @if (item(); as i) {
        <p class="said">
          @if (i.withdrawnAt) {
            It was taken off the rack; its {{ i.version === 1 ? 'version is' : 'versions are' }} kept. A new
            version hangs it back.
          } @else {
            It hangs there as <a [routerLink]="['/rack', i.id]">{{ i.name }}, version {{ i.version }}</a
            >.
            {{ behind() }}
          }
          @if (i.withdrawnAt) {
            <button type="button" matButton="outlined" [disabled]="busy()" (click)="withdraw(false)">
              <mat-icon svgIcon="undo-2" /> Hang it back as it was
            </button>
          } @else {
            <button type="button" matButton [disabled]="busy()" (click)="withdraw(true)">
              <mat-icon svgIcon="trash-2" /> Take it off the rack
            </button>
          }
        </p>
      } @else {
        <p class="lead">
          The rack is the library of this server. A coat on it can be read as a sheet, taken as a bundle,
          started from, and marked by whoever tried it.
        </p>
      }
      <form [formGroup]="form" (submit)="$event.preventDefault(); publish()">
        <label class="field"
          ><span>Name on the rack</span>
          <mat-form-field
            ><input matInput aria-label="Name on the rack" formControlName="name" />
            <mat-error>{{ say(form.controls.name) }}</mat-error></mat-form-field
          ></label
        >
        <label class="field"
          ><span>About it</span>
          <mat-form-field>
            <textarea
              matInput
              rows="3"
              aria-label="About it"
              placeholder="Who it is for, what it is like to work with"
              formControlName="about"
            ></textarea>
            <mat-error>{{ say(form.controls.about) }}</mat-error>
          </mat-form-field>
        </label>
        <label class="field"
          ><span>What is new in version {{ next() }}</span>
          <mat-form-field>
            <textarea
              matInput
              rows="3"
              [attr.aria-label]="'What is new in version ' + next()"
              formControlName="notes"
            ></textarea>
            <mat-error>{{ say(form.controls.notes) }}</mat-error>
          </mat-form-field>
        </label>
        <coat-sheet-choices [(choice)]="choice" />
        @if (problem(); as p) {
          <p class="said mind" role="alert">{{ p }}</p>
        }
        @if (!store.isSettled()) {
          <p class="faint" role="status">What you did last is still on its way to the server.</p>
        }
        <button type="submit" matButton="filled" [disabled]="busy() || !loaded() || !store.isSettled()">
          <mat-icon svgIcon="upload" />{{
            busy() ? 'Putting it on the rack …' : 'Put version ' + next() + ' on the rack'
          }}
        </button>
      </form>
    </section>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .bench {
      height: 100%;
    }
    .lead,
    .said {
      max-width: 68ch;
    }
    .lead {
      margin-bottom: 14px;
    }
    form {
      display: grid;
      gap: 4px;
      justify-items: start;
      max-width: 640px;
    }
    .field {
      width: 100%;
    }
    .mat-mdc-unelevated-button {
      margin-top: 12px;
    }
  `,
})
export class PublishView {
  private readonly api = inject(Api);
  private readonly view = inject(CoatView);
  private readonly notices = inject(Notices);
  protected readonly store = inject(CoatStore);

  private readonly read = loaded(
    () => this.store.id() ?? undefined,
    (coat) => this.api.onRack(coat),
  );
  protected readonly item = computed(() => this.read.value()?.item ?? null);
  protected readonly loaded = computed(() => this.read.value() !== null);
  private readonly task = new Task();
  protected readonly busy = this.task.busy;
  protected readonly problem = computed(() => this.task.problem() ?? this.read.problem());
  protected readonly choice = signal<SheetChoice>(PLAIN_CHOICE);
  protected readonly form = new FormGroup({
    name: field(nameSchema, ''),
    about: field(noteSchema, ''),
    notes: field(noteSchema, ''),
  });
  protected readonly say = sayProblems;
  protected readonly next = computed(() => (this.item()?.version ?? 0) + 1);
  protected readonly behind = computed(() => {
    const item = this.item();
    if (!item) return '';
    return item.coatRevision === this.store.revision()
      ? 'It is the coat as it is now.'
      : 'The coat was changed since.';
  });
  /** The thing that would be made, kept over a failed try so that trying again makes no second one. */
  private fresh = newId();
  private command = newId();

  constructor() {
    // What was typed stays over what is there already.
    effect(() => {
      const { name, about } = this.form.controls;
      const [item, coat] = [this.item(), this.view.coat()];
      if (name.pristine) name.setValue(item?.name ?? coat?.name ?? '');
      if (about.pristine) about.setValue(item?.about ?? '');
    });
  }

  protected publish(): void {
    const coatId = this.store.id();
    if (!coatId || this.busy()) return;
    const { name: called } = this.form.controls;
    called.setValue(called.value.trim());
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { name, about, notes } = this.form.getRawValue();
    const work = this.api.publish(this.item()?.id ?? this.fresh, {
      commandId: this.command,
      revision: this.item()?.revision ?? 0,
      coatId,
      name,
      about,
      notes,
      choice: this.choice(),
    });
    this.task.run(
      work,
      ({ version }) => {
        this.command = newId();
        this.form.reset();
        this.read.again();
        this.notices.say(`${name}, version ${version}, hangs on the rack.`);
      },
      (problem) => this.refuse(problem),
    );
  }

  protected withdraw(withdrawn: boolean): void {
    const item = this.item();
    if (!item) return;
    this.task.run(
      this.api.withdraw(item.id, { commandId: newId(), revision: item.revision, withdrawn }),
      () => this.read.again(),
      (problem) => this.refuse(problem),
    );
  }

  private refuse(problem: ApiProblem): void {
    if (problem.status === 409) this.read.again();
    this.task.problem.set(
      problem.status === 409
        ? 'It was changed on the rack in another window. Look at how it hangs there now, and try again.'
        : problem.message,
    );
  }
}
