import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { STANDINGS } from '@spare-coat/core/matching/standing';
import type { ApiProblem } from '../shared/api';
import type { CoatCard } from '@spare-coat/core/wire/coat';
import { Api } from '../shared/api';
import { CoatStore } from '../shared/coatStore';
import { Crop } from '../shared/crop';
import { HomeHead } from '../shared/homeHead';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { sayClose } from '../shared/sayClose';
import { StandingMark } from '../shared/standingMark';
import { Tape } from '../shared/tape';

const WHEN = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** The first page: all coats as cards. */
@Component({
  selector: 'coat-coats',
  imports: [Crop, HomeHead, Tape, StandingMark, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './coats.html',
  styleUrl: './coats.scss',
})
export class Coats {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);

  private readonly cards = signal<readonly CoatCard[] | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly showDeleted = signal(false);
  protected readonly renaming = signal<string | null>(null);
  protected readonly loading = computed(() => this.cards() === null && this.problem() === null);
  protected readonly live = computed(() => (this.cards() ?? []).filter((c) => c.deletedAt === null));
  protected readonly deleted = computed(() => (this.cards() ?? []).filter((c) => c.deletedAt !== null));
  protected readonly standings = STANDINGS;
  protected readonly say = sayClose;

  constructor() {
    // A coat opened before is opened anew, so that it is never older than its card.
    inject(CoatStore).close();
    void this.load();
  }

  protected when(card: CoatCard): string {
    return WHEN.format(new Date(card.changedAt));
  }

  protected async load(): Promise<void> {
    try {
      this.cards.set((await this.api.coats()).coats);
      this.problem.set(null);
    } catch (error) {
      this.problem.set((error as ApiProblem).message);
    }
  }

  protected async make(): Promise<void> {
    const id = newId();
    await this.guard(async () => {
      await this.api.createCoat(id, newId(), 'New coat', null);
      await this.router.navigate(['/coats', id, 'study']);
    });
  }

  protected async copy(card: CoatCard): Promise<void> {
    await this.guard(async () => {
      await this.api.createCoat(newId(), newId(), `${card.name}, copy`.slice(0, 200), card.id);
      await this.load();
    });
  }

  protected async rename(card: CoatCard, event: Event): Promise<void> {
    this.renaming.set(null);
    const name = (event.target as HTMLInputElement).value.trim();
    if (name === card.name) return;
    await this.guard(async () => {
      await this.api.command(card.id, newId(), card.revision, { type: 'coat.rename', name });
      await this.load();
    });
  }

  protected async bin(card: CoatCard): Promise<void> {
    await this.guard(async () => {
      const { revision } = await this.api.command(card.id, newId(), card.revision, {
        type: 'coat.bin',
        at: new Date().toISOString(),
      });
      await this.load();
      this.notices.say(`“${card.name}” was deleted.`, {
        label: 'Undo',
        run: () =>
          void this.guard(async () => {
            await this.api.answer(card.id, 'undo', newId(), revision);
            await this.load();
          }),
      });
    });
  }

  protected async bringBack(card: CoatCard): Promise<void> {
    await this.guard(async () => {
      await this.api.command(card.id, newId(), card.revision, { type: 'coat.bin', at: null });
      await this.load();
    });
  }

  private async guard(work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch (error) {
      const problem = error as ApiProblem;
      if (problem.code === 'stale') {
        await this.load();
        this.notices.say('The coat was changed in another window. The card is up to date now; try again.');
      } else this.notices.say(problem.message);
    }
  }
}
