import { MatTableModule } from '@angular/material/table';
import { CellOf, byId } from '../shared/tableOf';
import { MatInput } from '@angular/material/input';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
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
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { checkCommand, type CommandOf } from '@spare-coat/core/doing/commands/commands';
import type { OwnTrait } from '@spare-coat/core/model/coat/ownKind';
import { IMPORTANCES, KIND_GROUPS, type Importance } from '@spare-coat/core/model/kinds/kind';
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

interface Line {
  readonly id: string;
  readonly label: string;
  readonly type: TraitType;
  readonly importance: Importance;
  readonly choices: string;
  /** It stands already: its type stays. */
  readonly old: boolean;
}

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
    MatFormField,
    MatIcon,
    MatIconButton,
    MatInput,
    MatOption,
    MatSelect,
    MatTableModule,
    MatTooltip,
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
    <mat-dialog-content>
      @if (!shipped) {
        <div class="two">
          <label class="field"
            ><span>Name</span>
            <mat-form-field
              ><input
                #labelBox
                matInput
                maxlength="200"
                [value]="label()"
                (input)="label.set(labelBox.value)"
            /></mat-form-field>
          </label>
          <div class="field">
            <span>Group</span>
            <mat-form-field
              ><mat-select (selectionChange)="group.set($event.value)" aria-label="Group" [value]="group()">
                @for (g of groups; track g) {
                  <mat-option [value]="g">{{ g }}</mat-option>
                }
              </mat-select></mat-form-field
            >
          </div>
        </div>
        <label class="field"
          ><span>What to look for</span>
          <mat-form-field
            ><input #helpBox matInput maxlength="500" [value]="help()" (input)="help.set(helpBox.value)"
          /></mat-form-field>
        </label>
      }
      <table mat-table [dataSource]="lines()" [trackBy]="byId">
        <ng-container matColumnDef="trait">
          <th mat-header-cell *matHeaderCellDef>Trait</th>
          <td mat-cell *matCellDef="let line of lines(); let i = index">
            <mat-form-field
              ><input
                #labelBox2
                matInput
                maxlength="200"
                [attr.aria-label]="'Name of trait ' + (i + 1)"
                [value]="line.label"
                (input)="change(i, { label: labelBox2.value })"
            /></mat-form-field>
            @if (line.type === 'choice') {
              <mat-form-field
                ><input
                  #choicesBox
                  matInput
                  [attr.aria-label]="'Values of trait ' + (i + 1)"
                  placeholder="values, with commas"
                  [value]="line.choices"
                  (input)="change(i, { choices: choicesBox.value })"
              /></mat-form-field>
            }
          </td>
        </ng-container>
        <ng-container matColumnDef="type">
          <th mat-header-cell *matHeaderCellDef>Type</th>
          <td mat-cell *matCellDef="let line of lines(); let i = index">
            <mat-form-field
              ><mat-select
                [disabled]="line.old"
                [aria-label]="'Type of trait ' + (i + 1)"
                (selectionChange)="change(i, { type: $event.value })"
                [value]="line.type"
              >
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
                (selectionChange)="change(i, { importance: $event.value })"
                [value]="line.importance"
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
  protected readonly byId = byId;
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
  protected readonly label = signal(this.row?.label ?? '');
  protected readonly group = signal(this.row?.group ?? 'Layout');
  protected readonly help = signal(this.row?.help ?? '');
  protected readonly problems = signal<readonly string[]>([]);
  protected readonly lines = signal<readonly Line[]>(
    (this.row?.traits ?? []).map((t) => ({
      id: t.id,
      label: t.label,
      type: t.type,
      importance: t.importance,
      choices: t.choices?.join(', ') ?? '',
      old: true,
    })),
  );
  private counter = 0;
  private readonly specs = computed(() =>
    this.lines().map(({ id, label, type, importance, choices, old }): OwnTrait => {
      const list = choices
        .split(',')
        .map((c) => c.trim())
        .filter((c) => c !== '');
      return {
        id: old ? id : slug(label, id),
        label: label.trim(),
        type,
        importance,
        help: '',
        ...(type === 'choice' ? { choices: [...new Set(list)] } : {}),
        ...(type === 'colour' || type === 'picture' ? { perVariant: true } : {}),
      };
    }),
  );

  constructor() {
    if (this.lines().length === 0) this.more();
  }

  protected more(): void {
    const id = `own-${++this.counter}`;
    this.lines.update((l) => [
      ...l,
      { id, label: '', type: 'length', importance: 'should', choices: '', old: false },
    ]);
  }
  protected change(index: number, fields: Partial<Line>): void {
    this.lines.update((l) => l.map((line, i) => (i === index ? { ...line, ...fields } : line)));
  }
  protected take(index: number): void {
    this.lines.update((l) => l.filter((_, i) => i !== index));
  }

  protected save(): void {
    const label = this.shipped ? this.shipped.label : this.label().trim();
    const command: CommandOf<'kind.set'> = {
      type: 'kind.set',
      id: this.row?.id ?? newId(),
      key: this.data.key ?? `own-${slug(label, 'kind')}`,
      label,
      group: this.shipped?.group ?? this.group(),
      help: this.shipped ? '' : this.help().trim(),
      weight: this.shipped?.weight ?? this.row?.weight ?? 3,
      traits: this.specs(),
    };
    const checked = checkCommand(command);
    if (!checked.ok) this.problems.set(checked.problems);
    else if (this.store.send(command)) this.ref.close(command.key);
  }

  protected remove(): void {
    if (this.row && this.store.send({ type: 'kind.remove', id: this.row.id })) this.ref.close();
  }
}
