import { ChangeDetectionStrategy, Component, computed, effect, inject, untracked } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterOutlet } from '@angular/router';
import { Api } from '../shared/api';
import { Notices } from '../shared/notices';
import { RoomLight } from '../shared/room';
import { LeftBehind } from '../shared/session/leftBehind';
import { KeyAsked } from './keyAsked';
import { NoticeBar } from './noticeBar';
import { QuestionDialog } from './questionDialog';

@Component({
  selector: 'coat-root',
  imports: [KeyAsked, RouterOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <router-outlet />
    @defer (when api.keyNeeded()) {
      @if (api.keyNeeded()) {
        <coat-key-asked />
      }
    }
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
  `,
})
export class App {
  private readonly notices = inject(Notices);
  private readonly bar = inject(MatSnackBar);
  private readonly dialog = inject(MatDialog);
  protected readonly api = inject(Api);
  // Made at once: what an earlier window has left behind is sent whichever page is opened.
  protected readonly leftBehind = inject(LeftBehind);
  // Made at once, so that the room has its light before the first stage shows.
  protected readonly room = inject(RoomLight);

  constructor() {
    const hasNotices = computed(() => this.notices.list().length > 0);
    effect(() => {
      const has = hasNotices();
      // The list says its own sentences to readers: the bar around it is silent.
      untracked(() =>
        has ? this.bar.openFromComponent(NoticeBar, { politeness: 'off' }) : this.bar.dismiss(),
      );
    });
    effect(() => {
      const asked = this.notices.question();
      if (!asked) return;
      untracked(() =>
        this.dialog
          .open(QuestionDialog, { role: 'alertdialog', ariaLabel: asked.title, data: asked, width: '460px' })
          .afterClosed()
          .subscribe((yes) => asked.answer(yes === true)),
      );
    });
  }
}
