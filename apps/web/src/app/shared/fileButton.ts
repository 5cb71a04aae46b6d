import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** A button that lets one choose files. The same file can be chosen twice in a row. */
@Component({
  selector: 'coat-file-button',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="button" [class.first]="first()"
      >{{ label()
      }}<input
        type="file"
        class="sr-only"
        [accept]="accept()"
        [multiple]="multiple()"
        [attr.aria-label]="says()"
        (change)="take($event)"
    /></label>
  `,
  styles: `
    label:focus-within {
      outline: 2px solid var(--mat-sys-primary);
      outline-offset: 1px;
    }
  `,
})
export class FileButton {
  readonly label = input.required<string>();
  readonly accept = input('');
  readonly multiple = input(false);
  readonly first = input(false);
  /** What it is called where its label alone would not tell. */
  readonly says = input<string | null>(null);
  readonly chosen = output<File[]>();

  protected take(event: Event): void {
    const field = event.target as HTMLInputElement;
    const files = [...(field.files ?? [])];
    field.value = '';
    if (files.length > 0) this.chosen.emit(files);
  }
}
