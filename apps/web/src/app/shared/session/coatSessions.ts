import { Injectable, inject } from '@angular/core';
import { exhaustMap, timer } from 'rxjs';
import { Api } from '../api';
import { Notices } from '../notices';
import { CoatSession } from './coatSession';
import { LOOK_MS, Outbox, byCoat } from './outbox';
import { WindowMark } from './windowMark';

/**
 * The sessions of this window, each for one coat: they live until nothing is left to send, whatever page is open. What windows
 * have left behind that are closed by now is taken up here, by one window alone.
 */
@Injectable({ providedIn: 'root' })
export class CoatSessions {
  private readonly outbox = inject(Outbox);
  private readonly mark = inject(WindowMark);
  private readonly needs = {
    api: inject(Api),
    notices: inject(Notices),
    outbox: this.outbox,
    mark: this.mark,
  };
  private readonly sessions = new Map<string, CoatSession>();
  private shown: CoatSession | null = null;

  constructor() {
    timer(0, LOOK_MS)
      .pipe(exhaustMap(() => this.look()))
      .subscribe();
    window.addEventListener('beforeunload', (event) => {
      // What is kept in the browser is sent when the page is next opened: only what is kept nowhere is worth a question.
      if ([...this.sessions.values()].some((s) => s.isAtRisk())) event.preventDefault();
    });
  }

  /** Opens a coat in this window. The one that was open goes on sending what it has. */
  show(id: string): CoatSession {
    if (this.shown?.id === id) return this.shown;
    this.leave();
    const session = this.of(id);
    this.shown = session;
    void session.open();
    return session;
  }

  /** No coat is looked at any more. */
  leave(): void {
    this.shown?.leave();
    this.shown = null;
    this.sweep();
  }

  /** The session of a coat, whether it is looked at or not. */
  of(id: string): CoatSession {
    const known = this.sessions.get(id);
    if (known) return known;
    const session = new CoatSession(id, this.needs);
    this.sessions.set(id, session);
    return session;
  }

  /** Forgets sessions that have nothing left to do. */
  private sweep(): void {
    for (const [id, session] of this.sessions)
      if (session !== this.shown && session.isIdle()) {
        session.end();
        this.sessions.delete(id);
      }
  }

  /** Takes up what is left behind, and shows what can no longer be carried out. */
  async look(): Promise<void> {
    try {
      await this.mark.ready;
      await this.mark.alone('takes up what is left behind', async () => {
        const left = await this.outbox.adopt(this.mark.id, await this.mark.open());
        for (const [coat, unsent] of byCoat(left)) this.of(coat).resume(unsent);
      });
      const all = await this.outbox.all();
      for (const session of this.sessions.values()) session.showStuck(all);
    } catch {
      // The browser keeps nothing here: the marks of the sessions say so where it matters.
    }
    this.sweep();
  }
}
