import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { Notices } from '../shared/notices';

/**
 * The sentences at the foot of the window: the newest three, each with what can be done about it. A status is read out by itself;
 * the snack bar around it takes the first `aria-live` that it finds for its own.
 */
@Component({
  selector: 'coat-notice-bar',
  imports: [MatButton, MatIcon, MatIconButton, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="notices" role="status">
      @for (notice of notices.list(); track notice.id) {
        <div class="notice">
          <span>{{ notice.text }}</span>
          @if (notice.action; as action) {
            <button type="button" matButton (click)="action.run(); notices.dismiss(notice.id)">
              {{ action.label }}
            </button>
          }
          <button
            type="button"
            matIconButton
            aria-label="Dismiss"
            matTooltip="Dismiss"
            (click)="notices.dismiss(notice.id)"
          >
            <mat-icon svgIcon="x" />
          </button>
        </div>
      }
    </div>
  `,
  styles: `
    .notice {
      display: flex;
      align-items: center;
      gap: 8px;
      --mat-button-text-label-text-color: var(--mat-sys-inverse-primary);
      --mat-button-text-label-text-weight: 650;
      --mat-icon-button-icon-color: var(--mat-sys-inverse-on-surface);
    }
    .notice + .notice {
      margin-top: 4px;
      padding-top: 4px;
      border-top: 1px solid var(--mat-sys-outline);
    }
    span {
      flex: 1;
      overflow-wrap: anywhere;
    }
  `,
})
export class NoticeBar {
  protected readonly notices = inject(Notices);
}
