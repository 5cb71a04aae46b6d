import { Clipboard } from '@angular/cdk/clipboard';
import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { Notices } from '../shared/notices';

/** A value that a click copies. */
@Component({
  selector: 'coat-copied',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<button
    type="button"
    class="mono"
    [attr.aria-label]="'Copy ' + text()"
    title="Copy"
    (click)="copy()"
  >
    {{ text() }}
  </button>`,
  styles: `
    button {
      border: 1px solid transparent;
      border-radius: 3px;
      background: none;
      min-width: 24px;
      min-height: 24px;
      padding: 0 4px;
      margin-left: -4px;
      text-align: left;
      cursor: copy;
      font-size: 12.5px;
    }
    button:hover {
      border-color: var(--accent-line);
      background: var(--accent-soft);
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
