import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { Clipboard } from '@angular/cdk/clipboard';
import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { Notices } from '../shared/notices';

/** A value that a click copies. */
@Component({
  selector: 'coat-copied',
  imports: [MatButton, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<button
    type="button"
    matButton
    class="mono word-button"
    [attr.aria-label]="'Copy ' + text()"
    matTooltip="Copy"
    (click)="copy()"
  >
    {{ text() }}
  </button>`,
  styles: `
    button {
      cursor: copy;
      font-size: var(--mat-sys-label-medium-size);
    }
  `,
})
export class Copied {
  readonly text = input.required<string>();
  private readonly clipboard = inject(Clipboard);
  private readonly notices = inject(Notices);

  protected copy(): void {
    this.notices.say(
      this.clipboard.copy(this.text()) ? `Copied ${this.text()}` : 'The browser did not let it be copied.',
    );
  }
}
