import { map, of, tap, type Observable } from 'rxjs';
import { Injectable, inject, signal } from '@angular/core';
import { letteringFrom } from '@spare-coat/core/doing/scene/glyphs';
import type { Lettering } from '@spare-coat/core/model/scene/state';
import { Api, type ApiProblem } from './api';

/** The letters that drawings are written with, fetched once when the first drawing is shown. */
@Injectable({ providedIn: 'root' })
export class Letters {
  private readonly api = inject(Api);
  readonly lettering = signal<Lettering | null>(null);
  readonly problem = signal<string | null>(null);
  private asked = false;

  /** The letters, fetched where they are not there yet; an ApiProblem where they do not come. */
  needed(): Observable<Lettering> {
    const known = this.lettering();
    if (known) return of(known);
    return this.api.glyphs().pipe(
      map((table) => letteringFrom(table)),
      tap((lettering) => {
        this.lettering.set(lettering);
        this.problem.set(null);
      }),
    );
  }

  load(): void {
    if (this.asked) return;
    this.asked = true;
    this.needed().subscribe({
      error: ({ message }: ApiProblem) => {
        this.asked = false;
        this.problem.set(message);
      },
    });
  }
}
