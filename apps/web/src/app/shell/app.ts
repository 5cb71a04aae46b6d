import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { Api } from '../shared/api';
import { Notices } from '../shared/notices';
import { CoatSessions } from '../shared/session/coatSessions';
import { KeyAsked } from './keyAsked';
import { RoomLight } from '../shared/room';

@Component({
  selector: 'coat-root',
  imports: [KeyAsked, MatButton, RouterOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <router-outlet />
    <div class="notices" role="status" aria-live="polite">
      @for (notice of notices.list(); track notice.id) {
        <div class="notice">
          <span>{{ notice.text }}</span>
          @if (notice.action; as action) {
            <button type="button" (click)="action.run(); notices.dismiss(notice.id)">
              {{ action.label }}
            </button>
          }
          <button type="button" aria-label="Dismiss" (click)="notices.dismiss(notice.id)">×</button>
        </div>
      }
    </div>
    @if (api.keyNeeded()) {
      <coat-key-asked />
    }
    @if (notices.question(); as q) {
      <div class="veil">
        <div class="question" role="alertdialog" aria-modal="true" [attr.aria-label]="q.title">
          <h2>{{ q.title }}</h2>
          <p>{{ q.text }}</p>
          <div class="answers">
            <button type="button" matButton="outlined" (click)="q.answer(false)">{{ q.no }}</button>
            <button type="button" matButton="filled" autofocus (click)="q.answer(true)">{{ q.yes }}</button>
          </div>
        </div>
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .notices {
      position: fixed;
      left: 50%;
      bottom: 18px;
      transform: translateX(-50%);
      display: grid;
      gap: 6px;
      z-index: 1100;
      max-width: min(640px, 92vw);
    }
    .notice {
      display: flex;
      align-items: center;
      gap: 12px;
      padding: 8px 8px 8px 14px;
      background: var(--mat-sys-on-surface);
      color: var(--mat-sys-surface);
      border-radius: var(--mat-sys-corner-small);
    }
    .notice span {
      overflow-wrap: anywhere;
    }
    .notice button {
      background: none;
      border: 1px solid transparent;
      border-radius: var(--mat-sys-corner-small);
      color: inherit;
      font-weight: 650;
      padding: 2px 8px;
      cursor: pointer;
    }
    .notice button:hover {
      border-color: currentColor;
    }
    .veil {
      position: fixed;
      inset: 0;
      display: grid;
      place-items: center;
      background: var(--coat-veil);
      z-index: 1200;
    }
    .question {
      background: var(--mat-sys-surface);
      padding: 20px;
      border-radius: var(--mat-sys-corner-small);
      max-width: 460px;
      display: grid;
      gap: 12px;
    }
    .answers {
      display: flex;
      justify-content: flex-end;
      gap: 8px;
    }
  `,
})
export class App {
  protected readonly notices = inject(Notices);
  protected readonly api = inject(Api);
  // Made at once: what an earlier window has left behind is sent whichever page is opened.
  protected readonly sessions = inject(CoatSessions);
  // Made at once, so that the room has its light before the first stage shows.
  protected readonly room = inject(RoomLight);
}
