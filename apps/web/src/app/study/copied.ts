import { MatTooltip } from '@angular/material/tooltip';
import { Clipboard } from '@angular/cdk/clipboard';
import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { Notices } from '../shared/notices';

/** A value that a click copies. */
@Component({
  selector: 'coat-copied',
  imports: [MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<button
    type="button"
    class="mono"
    [attr.aria-label]="'Copy ' + text()"
    matTooltip="Copy"
    (click)="copy()"
  >
    {{ text() }}
  </button>`,
  styles: `
    button {
      border: 1px solid transparent;
      border-radius: var(--mat-sys-corner-small);
      background: none;
      min-width: 24px;
      min-height: 24px;
      padding: 0 4px;
      margin-left: -4px;
      text-align: left;
      cursor: copy;
      font-size: var(--mat-sys-label-medium-size);
    }
    button:hover {
      border-color: var(--coat-accent-line);
      background: var(--mat-sys-primary-container);
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
