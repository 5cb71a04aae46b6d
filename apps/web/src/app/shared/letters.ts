import { Injectable, inject, signal } from '@angular/core';
import { letteringFrom } from '@spare-coat/core/doing/scene/glyphs';
import type { Lettering } from '@spare-coat/core/model/scene/state';
import { Api } from './api';

/** The letters that drawings are written with, fetched once when the first drawing is shown. */
@Injectable({ providedIn: 'root' })
export class Letters {
  private readonly api = inject(Api);
  readonly lettering = signal<Lettering | null>(null);
  readonly problem = signal<string | null>(null);
  private asked = false;

  async load(): Promise<void> {
    if (this.asked) return;
    this.asked = true;
    try {
      this.lettering.set(letteringFrom(await this.api.glyphs()));
      this.problem.set(null);
    } catch (error) {
      this.asked = false;
      this.problem.set((error as Error).message);
    }
  }
}
