import { Injectable, computed, effect, inject, untracked } from '@angular/core';
import { Router } from '@angular/router';
import type { Finding } from '@spare-coat/core/deciding/findings/finding';
import { dutyFindings } from '@spare-coat/core/deciding/findings/ofElements';
import { CoatView } from '../shared/coatView';
import { Notices } from '../shared/notices';

/** Asks at once where a duty goes, when what is done in Match leaves nothing that does it. */
@Injectable({ providedIn: 'root' })
export class LostDuty {
  private readonly view = inject(CoatView);
  private readonly notices = inject(Notices);
  private readonly router = inject(Router);

  private readonly missing = computed((): readonly Finding[] | null => {
    const [host, state] = [this.view.host(), this.view.state()];
    if (!host || !state) return null;
    const ctx = { ...this.view.context(), host };
    const all = dutyFindings({ ctx, state, survey: null, trials: [], today: '', wallpaper: {} });
    return all.filter((f) => f.sort === 'missing duty');
  });
  /** What was missing before, of one coat on one host. */
  private before: { readonly of: string; readonly keys: ReadonlySet<string> } | null = null;

  constructor() {
    effect(() => {
      const [coat, missing] = [this.view.coat(), this.missing()];
      if (coat && missing) untracked(() => this.look(coat.id, `${coat.id} ${coat.profileId}`, missing));
    });
  }

  private look(coatId: string, of: string, missing: readonly Finding[]): void {
    const { before } = this;
    this.before = { of, keys: new Set(missing.map((f) => f.key)) };
    // Whoever opens a coat, or chooses another host, is not asked: the findings tell of it.
    if (before?.of !== of) return;
    for (const { key, title } of missing)
      if (!before.keys.has(key))
        this.notices.say(`${title}. What does it now?`, {
          label: 'Say it',
          run: () => {
            void this.router.navigate(['/coats', coatId, 'findings'], { queryParamsHandling: 'preserve' });
          },
        });
  }
}
