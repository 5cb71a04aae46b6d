import { ChangeDetectionStrategy, Component, input, output, viewChild, type ElementRef } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { offerAs } from './doings';

/** A button that lets one choose files. The same file can be chosen twice in a row. */
@Component({
  selector: 'coat-file-button',
  imports: [MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button
      type="button"
      [matButton]="look()"
      [disabled]="disabled()"
      [attr.aria-label]="says()"
      (click)="field.click()"
    >
      <mat-icon [svgIcon]="icon()" />{{ label() }}
    </button>
    <input
      #field
      type="file"
      hidden
      [accept]="accept()"
      [multiple]="multiple()"
      [attr.webkitdirectory]="folder() ? '' : null"
      (change)="take(field)"
    />
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
})
export class FileButton {
  readonly label = input.required<string>();
  readonly accept = input('');
  readonly multiple = input(false);
  /** Whether a whole folder is chosen, with all that lies in it. */
  readonly folder = input(false);
  readonly disabled = input(false);
  readonly look = input<'text' | 'outlined' | 'filled'>('outlined');
  readonly icon = input('folder-open');
  /** What it is called where its label alone would not tell. */
  readonly says = input<string | null>(null);
  /** What choosing files here does, by the name by which it is found. */
  readonly doing = input<string | null>(null);
  readonly chosen = output<File[]>();
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');

  constructor() {
    offerAs(this.doing, () => this.field().nativeElement.click());
  }

  protected take(field: HTMLInputElement): void {
    const files = [...(field.files ?? [])];
    field.value = '';
    if (files.length > 0) this.chosen.emit(files);
  }
}
