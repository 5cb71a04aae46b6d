import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { nameSchema, noteSchema } from '@spare-coat/core/ground/text';
import { field, sayProblems } from '../shared/forms/bySchema';
import { MatTableModule } from '@angular/material/table';
import { CellOf } from '../shared/rows/tableOf';
import { MatInput } from '@angular/material/input';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatError, MatFormField } from '@angular/material/form-field';
import { MatTooltip } from '@angular/material/tooltip';
import { MatIcon } from '@angular/material/icon';
import { MatButton, MatIconButton } from '@angular/material/button';
import {
  MAT_DIALOG_DATA,
  MatDialogActions,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { checkCommand, type CommandOf } from '@spare-coat/core/doing/commands/commands';
import type { OwnTrait } from '@spare-coat/core/model/coat/ownKind';
import { IMPORTANCES, KIND_GROUPS, type Importance, type KindGroup } from '@spare-coat/core/model/kinds/kind';
import { findKind } from '@spare-coat/core/model/kinds/registry';
import type { TraitType } from '@spare-coat/core/model/traits/value';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';

/** Types that a person's own traits may have, in their words. */
const TYPES: readonly { readonly type: TraitType; readonly label: string }[] = [
  { type: 'length', label: 'length, px' },
  { type: 'share', label: 'share, %' },
  { type: 'count', label: 'count' },
  { type: 'duration', label: 'duration, ms' },
  { type: 'colour', label: 'colour' },
  { type: 'flag', label: 'yes or no' },
  { type: 'choice', label: 'one of several' },
  { type: 'label', label: 'words' },
  { type: 'format', label: 'format' },
  { type: 'order', label: 'order of items' },
  { type: 'key', label: 'key' },
  { type: 'picture', label: 'picture' },
];

/** The form of one trait. What stands already keeps its id and its type. */
function lineOf(trait: OwnTrait | null, id: string) {
  return new FormGroup({
    id: new FormControl(trait?.id ?? id, { nonNullable: true }),
    old: new FormControl(trait !== null, { nonNullable: true }),
    label: field(nameSchema, trait?.label ?? ''),
    type: new FormControl<TraitType>(
      { value: trait?.type ?? 'length', disabled: trait !== null },
      { nonNullable: true },
    ),
    importance: new FormControl<Importance>(trait?.importance ?? 'should', { nonNullable: true }),
    choices: new FormControl(trait?.choices?.join(', ') ?? '', { nonNullable: true }),
  });
}
type LineForm = ReturnType<typeof lineOf>;

const slug = (text: string, fallback: string) => {
  const words = text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[^a-z]+|-+$/g, '')
    .slice(0, 40);
  return words || fallback;
};

/** Makes a kind of the coat's own, or adds traits to one that ships. */
@Component({
  selector: 'coat-kind-editor',
  imports: [
    CellOf,
    MatButton,
    MatDialogActions,
    MatDialogContent,
    MatDialogTitle,
    MatError,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatInput,
    MatOption,
    MatSelect,
    MatTableModule,
    MatTooltip,
    ReactiveFormsModule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1 mat-dialog-title>
      {{
        shipped
          ? 'Traits of your own for: ' + shipped.label
          : own
            ? 'Kind: ' + own.label
            : 'A kind of your own'
      }}
    </h1>
    <mat-dialog-content [formGroup]="form">
      @if (!shipped) {
        <div class="two">
          <label class="field"
            ><span>Name</span>
            <mat-form-field
              ><input matInput aria-label="Name" formControlName="label" />
              <mat-error>{{ say(form.controls.label) }}</mat-error></mat-form-field
            >
          </label>
          <div class="field">
            <span>Group</span>
            <mat-form-field
              ><mat-select aria-label="Group" formControlName="group">
                @for (g of groups; track g) {
                  <mat-option [value]="g">{{ g }}</mat-option>
                }
              </mat-select></mat-form-field
            >
          </div>
        </div>
        <label class="field"
          ><span>What to look for</span>
          <mat-form-field><input matInput maxlength="500" formControlName="help" /></mat-form-field>
        </label>
      }
      <table mat-table [dataSource]="lines()">
        <ng-container matColumnDef="trait">
          <th mat-header-cell *matHeaderCellDef>Trait</th>
          <td mat-cell *matCellDef="let line of lines(); let i = index">
            <mat-form-field
              ><input
                matInput
                [attr.aria-label]="'Name of trait ' + (i + 1)"
                [formControl]="line.controls.label"
              />
              <mat-error>{{ say(line.controls.label) }}</mat-error></mat-form-field
            >
            @if (line.controls.type.value === 'choice') {
              <mat-form-field
                ><input
                  matInput
                  placeholder="values, with commas"
                  [attr.aria-label]="'Values of trait ' + (i + 1)"
                  [formControl]="line.controls.choices"
              /></mat-form-field>
            }
          </td>
        </ng-container>
        <ng-container matColumnDef="type">
          <th mat-header-cell *matHeaderCellDef>Type</th>
          <td mat-cell *matCellDef="let line of lines(); let i = index">
            <mat-form-field
              ><mat-select [aria-label]="'Type of trait ' + (i + 1)" [formControl]="line.controls.type">
                @for (t of types; track t.type) {
                  <mat-option [value]="t.type">{{ t.label }}</mat-option>
                }
              </mat-select></mat-form-field
            >
          </td>
        </ng-container>
        <ng-container matColumnDef="importance">
          <th mat-header-cell *matHeaderCellDef>Importance</th>
          <td mat-cell *matCellDef="let line of lines(); let i = index">
            <mat-form-field
              ><mat-select
                [aria-label]="'Importance of trait ' + (i + 1)"
                [formControl]="line.controls.importance"
              >
                @for (w of importances; track w) {
                  <mat-option [value]="w">{{ w }}</mat-option>
                }
              </mat-select></mat-form-field
            >
          </td>
        </ng-container>
        <ng-container matColumnDef="c3">
          <th mat-header-cell *matHeaderCellDef></th>
          <td mat-cell *matCellDef="let line of lines(); let i = index">
            <button
              type="button"
              matIconButton
              [attr.aria-label]="'Remove trait ' + (i + 1)"
              (click)="take(i)"
              [matTooltip]="'Remove trait ' + (i + 1)"
            >
              <mat-icon svgIcon="x" />
            </button>
          </td>
        </ng-container>
        <tr mat-header-row *matHeaderRowDef="['trait', 'type', 'importance', 'c3']; sticky: true"></tr>
        <tr mat-row *matRowDef="let line; columns: ['trait', 'type', 'importance', 'c3']"></tr>
      </table>
      <button type="button" matButton (click)="more()"><mat-icon svgIcon="plus" />Add a trait</button>
      @if (problems().length > 0) {
        <div class="problems" role="alert">
          @for (p of problems(); track p) {
            <p>{{ p }}</p>
          }
        </div>
      }</mat-dialog-content
    ><mat-dialog-actions>
      @if (row) {
        <button type="button" matButton="outlined" (click)="remove()">
          <mat-icon svgIcon="trash-2" />Remove
        </button>
      }
      <button type="button" matButton="outlined" (click)="ref.close()">
        <mat-icon svgIcon="x" />Leave it
      </button>
      <button type="button" matButton="filled" (click)="save()"><mat-icon svgIcon="check" />Keep it</button>
    </mat-dialog-actions>
  `,
  styleUrl: './dialog.scss',
})
export class KindEditor {
  protected readonly ref = inject<MatDialogRef<unknown, string>>(MatDialogRef);
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  /** The kind to edit; null for a new one. */
  private readonly data = inject<{ readonly key: string | null }>(MAT_DIALOG_DATA);
  protected readonly groups = KIND_GROUPS;
  protected readonly types = TYPES;
  protected readonly importances = IMPORTANCES;
  protected readonly row = Object.values(this.view.rows().kind).find((k) => k.key === this.data.key) ?? null;
  protected readonly shipped = this.data.key ? findKind(this.data.key) : null;
  protected readonly own = this.shipped ? null : this.row;
  protected readonly form = new FormGroup({
    label: field(nameSchema, this.shipped?.label ?? this.row?.label ?? ''),
    group: new FormControl<KindGroup>(this.shipped?.group ?? this.row?.group ?? 'Layout', {
      nonNullable: true,
    }),
    help: field(noteSchema, this.shipped ? '' : (this.row?.help ?? '')),
  });
  protected readonly lines = signal<readonly LineForm[]>(
    (this.row?.traits ?? []).map((t) => lineOf(t, t.id)),
  );
  protected readonly say = sayProblems;
  protected readonly problems = signal<readonly string[]>([]);
  private counter = 0;

  constructor() {
    if (this.lines().length === 0) this.more();
  }

  protected more(): void {
    const id = `own-${++this.counter}`;
    this.lines.update((l) => [...l, lineOf(null, id)]);
  }
  protected take(index: number): void {
    this.lines.update((l) => l.filter((_, i) => i !== index));
  }

  protected save(): void {
    for (const form of [this.form, ...this.lines()]) {
      const { label } = form.controls;
      label.setValue(label.value.trim());
      form.markAllAsTouched();
    }
    const { label, group, help } = this.form.getRawValue();
    const command: CommandOf<'kind.set'> = {
      type: 'kind.set',
      id: this.row?.id ?? newId(),
      key: this.data.key ?? `own-${slug(label, 'kind')}`,
      label,
      group,
      help: help.trim(),
      weight: this.shipped?.weight ?? this.row?.weight ?? 3,
      traits: this.lines().map((line) => traitOf(line)),
    };
    const checked = checkCommand(command);
    if (!checked.ok) this.problems.set(checked.problems);
    else if (this.store.send(command)) this.ref.close(command.key);
  }

  protected remove(): void {
    if (this.row && this.store.send({ type: 'kind.remove', id: this.row.id })) this.ref.close();
  }
}

function traitOf(line: LineForm): OwnTrait {
  const { id, old, label, type, importance, choices } = line.getRawValue();
  const list = choices
    .split(',')
    .map((c) => c.trim())
    .filter((c) => c !== '');
  return {
    id: old ? id : slug(label, id),
    label,
    type,
    importance,
    help: '',
    ...(type === 'choice' ? { choices: [...new Set(list)] } : {}),
    ...(type === 'colour' || type === 'picture' ? { perVariant: true } : {}),
  };
}
