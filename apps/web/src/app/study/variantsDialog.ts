import { TextField } from '../shared/forms/textField';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { MatDialogActions, MatDialogContent, MatDialogRef, MatDialogTitle } from '@angular/material/dialog';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';

/** The variants of the reference: light, dark and whatever else it comes in. */
@Component({
  selector: 'coat-variants-dialog',
  imports: [MatButton, MatDialogActions, MatDialogContent, MatDialogTitle, MatIcon, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1 mat-dialog-title>Variants</h1>
    <mat-dialog-content>
      <ul>
        @for (v of list(); track v.id) {
          <li>
            <coat-text-field [name]="'Name of ' + v.name" [value]="v.name" (given)="rename(v.id, $event)" />
            <span class="faint">{{ v.pictures === 1 ? '1 picture' : v.pictures + ' pictures' }}</span>
            <button
              type="button"
              matButton
              [disabled]="list().length === 1"
              [attr.aria-label]="'Remove ' + v.name"
              (click)="remove(v.id, v.name)"
            >
              <mat-icon svgIcon="trash-2" /> Remove
            </button>
          </li>
        }
      </ul>
      <label class="field"
        ><span>Another variant</span>
        <coat-text-field clears name="Another variant" placeholder="High contrast" (given)="add($event)"
      /></label>
      <p class="faint">
        Removing one takes its pictures and what was measured for it alone. Undo brings them back.
      </p> </mat-dialog-content
    ><mat-dialog-actions>
      <button type="button" matButton="filled" (click)="ref.close()"><mat-icon svgIcon="check" />Done</button>
    </mat-dialog-actions>
  `,
  styleUrl: './dialog.scss',
})
export class VariantsDialog {
  protected readonly ref = inject<MatDialogRef<unknown, void>>(MatDialogRef);
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  protected readonly list = computed(() =>
    this.view.variants().map(({ id, name }) => ({
      id,
      name,
      pictures: this.view.pictures().filter((p) => p.variantId === id).length,
    })),
  );

  protected add(name: string): void {
    this.store.send({ type: 'variant.add', id: newId(), name });
  }
  protected rename(id: string, name: string): void {
    const isShown = this.view.variant()?.id === id;
    if (this.store.send({ type: 'variant.rename', id, name }) && isShown) this.view.chooseVariant(name);
  }
  protected remove(id: string, name: string): void {
    if (this.store.send({ type: 'variant.remove', id }))
      this.notices.say(`The variant ${name} was removed.`, {
        label: 'Undo',
        run: () => this.store.answer('undo'),
      });
  }
}
