import { finalize } from 'rxjs';
import { Injectable, computed, inject, signal } from '@angular/core';
import type { ToldTrial } from '@spare-coat/core/proving/wire/parts';
import { Api } from './api';
import { CoatView } from './coatView';

/** Trials of parts: this coat's as they stand now, other coats' as the server tells. Newest first. */
@Injectable({ providedIn: 'root' })
export class Trials {
  private readonly api = inject(Api);
  private readonly view = inject(CoatView);
  private readonly others = signal<readonly ToldTrial[]>([]);
  private loading = false;

  /** All of them, newest first. */
  readonly all = computed(() => {
    const coat = this.view.coat();
    const here: ToldTrial[] = Object.values(this.view.rows().trial).map((t) => ({
      ...t,
      coatId: coat?.id ?? '',
      coat: coat?.name ?? '',
    }));
    return [...here, ...this.others().filter((t) => t.coatId !== coat?.id)].sort((a, b) =>
      a.tried < b.tried ? 1 : -1,
    );
  });

  private readonly byPart = computed(() => {
    const map = new Map<string, ToldTrial[]>();
    for (const t of this.all()) map.set(t.partId, [...(map.get(t.partId) ?? []), t]);
    return map;
  });

  of(partId: string): readonly ToldTrial[] {
    return this.byPart().get(partId) ?? [];
  }

  load(): void {
    if (this.loading) return;
    this.loading = true;
    this.api
      .trials()
      .pipe(finalize(() => (this.loading = false)))
      // Trials of other coats are a help, not a need: without them the page works as well.
      .subscribe({ next: ({ trials }) => this.others.set(trials), error: () => undefined });
  }
}
