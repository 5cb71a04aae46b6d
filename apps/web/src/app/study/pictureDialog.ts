import { TextField } from '../shared/forms/textField';
import { NumberField } from '../shared/forms/numberField';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import {
  MAT_DIALOG_DATA,
  MatDialogActions,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { type PictureRow } from '@spare-coat/core/model/coat/rows';
import { SUBJECTS } from '@spare-coat/core/model/coat/fields';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';

/** What a picture shows: its name, variant, subject, and what is known of the screen it was taken on. */
@Component({
  selector: 'coat-picture-dialog',
  imports: [
    MatButton,
    MatDialogActions,
    MatDialogContent,
    MatDialogTitle,
    MatFormField,
    MatIcon,
    MatOption,
    MatSelect,
    NumberField,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (picture(); as p) {
      <h1 mat-dialog-title>Picture</h1>
      <mat-dialog-content>
        <label class="field"
          ><span>Name</span>
          <coat-text-field name="Name" [value]="p.name" (given)="set({ name: $event })" />
        </label>
        <div class="two">
          <div class="field">
            <span>Variant</span>
            <mat-form-field
              ><mat-select
                (selectionChange)="set({ variantId: $event.value })"
                aria-label="Variant"
                [value]="p.variantId"
              >
                @for (v of view.variants(); track v.id) {
                  <mat-option [value]="v.id">{{ v.name }}</mat-option>
                }
              </mat-select></mat-form-field
            >
          </div>
          <div class="field">
            <span>Shows</span>
            <mat-form-field
              ><mat-select
                (selectionChange)="set({ subject: $event.value })"
                aria-label="Shows"
                [value]="p.subject"
              >
                @for (s of subjects; track s) {
                  <mat-option [value]="s">{{ s }}</mat-option>
                }
              </mat-select></mat-form-field
            >
          </div>
          <label class="field"
            ><span>Interface scale, where known</span>
            <coat-number-field
              optional
              name="Interface scale, where known"
              placeholder="not known"
              [least]="0.5"
              [most]="4"
              [step]="0.25"
              [value]="p.scale"
              (given)="set({ scale: $event })"
              (cleared)="set({ scale: null })"
            />
          </label>
          <label class="field"
            ><span>Display diagonal in inches, where known</span>
            <coat-number-field
              optional
              name="Display diagonal in inches, where known"
              placeholder="not known"
              [least]="3"
              [most]="200"
              [step]="0.1"
              [value]="p.inches"
              (given)="set({ inches: $event })"
              (cleared)="set({ inches: null })"
            />
          </label>
        </div>
        <p class="faint">{{ p.width }} × {{ p.height }} px{{ density() }}</p> </mat-dialog-content
      ><mat-dialog-actions>
        <button type="button" matButton="filled" (click)="ref.close()">
          <mat-icon svgIcon="check" />Done
        </button>
      </mat-dialog-actions>
    }
  `,
  styleUrl: './dialog.scss',
})
export class PictureDialog {
  protected readonly ref = inject<MatDialogRef<unknown, void>>(MatDialogRef);
  protected readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly id = inject<string>(MAT_DIALOG_DATA);
  protected readonly subjects = SUBJECTS;
  protected readonly picture = computed<PictureRow | null>(() => this.view.rows().picture[this.id] ?? null);
  protected readonly density = computed(() => {
    const p = this.picture();
    if (!p?.inches) return '';
    return `, ${(Math.hypot(p.width, p.height) / p.inches).toFixed(0)} pixels an inch`;
  });

  protected set(
    fields: Partial<Pick<PictureRow, 'name' | 'variantId' | 'subject' | 'scale' | 'inches'>>,
  ): void {
    const p = this.picture();
    if (!p) return;
    const { id, name, variantId, subject, scale, inches } = p;
    this.store.send({ type: 'picture.set', id, name, variantId, subject, scale, inches, ...fields });
  }
}
