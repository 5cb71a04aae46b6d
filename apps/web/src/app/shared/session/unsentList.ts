import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { Clipboard } from '@angular/cdk/clipboard';
import {
  MAT_DIALOG_DATA,
  MatDialogActions,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Notices } from '../notices';
import { CoatSessions } from './coatSessions';
import type { Stuck } from './coatSession';

const WHEN = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** What of one coat is on its way, and what can no longer be carried out: it can be tried again, copied, and let go. */
@Component({
  selector: 'coat-unsent-list',
  imports: [MatButton, MatDialogActions, MatDialogContent, MatDialogTitle, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1 mat-dialog-title>What is not with the server yet</h1>
    <mat-dialog-content>
      @if (session.waiting(); as n) {
        <p>
          {{ n === 1 ? 'One change is' : n + ' changes are' }} still to be sent.
          @if (session.isAtRisk()) {
            This browser could not keep {{ n === 1 ? 'it' : 'all of them' }}: leave this window open until the
            server answers.
          } @else {
            {{
              n === 1
                ? 'It is kept in this browser, and sent by itself'
                : 'They are kept in this browser, and sent by themselves'
            }}
            as soon as the server answers, also when this window was closed meanwhile.
          }
        </p>
      }
      @if (session.stuck(); as stuck) {
        @if (stuck.length > 0) {
          <p>This can no longer be carried out. It is kept until you let it go.</p>
          <ul>
            @for (s of stuck; track s.commandId) {
              <li>
                <strong>{{ s.label }}</strong> <span class="faint">{{ when(s) }}</span>
                <p>{{ s.refused }}</p>
                <div class="acts">
                  <button type="button" matButton (click)="session.tryAgain(s)">
                    <mat-icon svgIcon="refresh-cw" />Try again
                  </button>
                  <button type="button" matButton (click)="copy(s)">
                    <mat-icon svgIcon="clipboard-copy" />Copy it
                  </button>
                  <button type="button" matButton (click)="session.forget(s)">
                    <mat-icon svgIcon="x" />Let it go
                  </button>
                </div>
              </li>
            }
          </ul>
        } @else if (session.waiting() === 0) {
          <p>Nothing: everything you did is saved.</p>
        }
      }</mat-dialog-content
    ><mat-dialog-actions
      ><button type="button" matButton="filled" (click)="ref.close()">
        <mat-icon svgIcon="x" />Close
      </button></mat-dialog-actions
    >
  `,
  styles: `
    mat-dialog-content {
      display: grid;
      gap: 12px;
    }
    p {
      margin: 0;
    }
    ul {
      display: grid;
      gap: 10px;
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: grid;
      gap: 4px;
      padding: 8px 10px;
      border: 1px solid var(--mat-sys-outline-variant);
    }
    .acts {
      display: flex;
      gap: 6px;
    }
  `,
})
export class UnsentList {
  private readonly clipboard = inject(Clipboard);
  private readonly notices = inject(Notices);
  protected readonly ref = inject<MatDialogRef<unknown, void>>(MatDialogRef);
  protected readonly session = inject(CoatSessions).of(inject<string>(MAT_DIALOG_DATA));

  protected when(stuck: Stuck): string {
    return WHEN.format(new Date(stuck.at));
  }
  protected copy(stuck: Stuck): void {
    const { coatName, label, at, refused, command } = stuck;
    const text = JSON.stringify({ coat: coatName, what: label, at, refused, command }, null, 2);
    this.notices.say(
      this.clipboard.copy(text) ? 'Copied, as text.' : 'The browser does not let this page copy anything.',
    );
  }
}
