import { firstValueFrom } from 'rxjs';
import { Injectable, computed, inject, signal } from '@angular/core';
import type { KnownFace } from '@spare-coat/core/measuring/type/nearestFaces';
import { Api, type ApiProblem } from './api';
import { CoatStore } from './coatStore';
import { CoatView } from './coatView';
import { newId } from './newId';
import { Notices } from './notices';

const FONT_NAME = /\.(otf|ttf|woff2?|ttc)$/i;

/** The faces known to the coat: the ones that ship, and those dropped in. */
@Injectable({ providedIn: 'root' })
export class Fonts {
  private readonly api = inject(Api);
  private readonly store = inject(CoatStore);
  private readonly view = inject(CoatView);
  private readonly notices = inject(Notices);
  private readonly shipped = signal<readonly KnownFace[]>([]);
  readonly problem = signal<string | null>(null);
  private asked = false;

  readonly faces = computed<readonly KnownFace[]>(() => [
    ...Object.values(this.view.rows().font).map((f) => ({ id: f.id, shipped: false, metrics: f.metrics })),
    ...this.shipped(),
  ]);

  /** Fetches the faces that ship, once. */
  need(): void {
    if (this.asked) return;
    this.asked = true;
    this.api.faces().subscribe({
      next: ({ faces }) => this.shipped.set(faces),
      error: ({ message }: ApiProblem) => {
        this.asked = false;
        this.problem.set(message);
      },
    });
  }

  /** Whether a file is meant as a font, by its name. */
  isFont(file: File): boolean {
    return FONT_NAME.test(file.name);
  }

  async take(file: File): Promise<void> {
    this.problem.set(null);
    try {
      const { blob, metrics } = await firstValueFrom(this.api.sendFont(file));
      const name = `${metrics.family} ${metrics.style}`.trim().slice(0, 200);
      const known = Object.values(this.view.rows().font).find((f) => f.blob === blob);
      if (known) this.notices.say(`${known.name} is known already.`);
      else if (this.store.send({ type: 'font.add', id: newId(), name, blob, metrics }))
        this.notices.say(`${name} is compared from now on.`);
    } catch (error) {
      this.problem.set(`${file.name}: ${(error as Error).message}`);
    }
  }

  remove(id: string): void {
    this.store.send({ type: 'font.remove', id });
  }
}
