import { DestroyRef, Directive, ElementRef, Injectable, effect, inject, input } from '@angular/core';

/** How long something that was asked for waits for the page on which it can be done. */
const PATIENCE_MS = 10_000;

/** What can be done on the page that is shown, by name: so that the finder reaches it from anywhere. */
@Injectable({ providedIn: 'root' })
export class Doings {
  private readonly offered = new Map<string, () => void>();
  private wanted: { readonly name: string; readonly until: number } | null = null;

  /** Can be done from now on, and at once where it was asked for. @returns takes it back */
  offer(name: string, run: () => void): () => void {
    this.offered.set(name, run);
    if (this.wanted?.name === name) {
      const isWaitedFor = this.wanted.until >= Date.now();
      this.wanted = null;
      // The page that offers it is still being put together.
      if (isWaitedFor) setTimeout(() => this.offered.get(name)?.());
    }
    return () => {
      if (this.offered.get(name) === run) this.offered.delete(name);
    };
  }

  /** Does it, or as soon as a page that is on its way can. */
  ask(name: string): void {
    const run = this.offered.get(name);
    this.wanted = run ? null : { name, until: Date.now() + PATIENCE_MS };
    run?.();
  }
}

/** What a component can do for as long as it is there. */
export function offerDoings(doings: Readonly<Record<string, () => unknown>>): void {
  const all = inject(Doings);
  const takeBack = Object.entries(doings).map(([name, run]) => all.offer(name, () => void run()));
  inject(DestroyRef).onDestroy(() => takeBack.forEach((back) => back()));
}

/** The same of one thing whose name may change; null is nothing. */
export function offerAs(name: () => string | null, run: () => void): void {
  const all = inject(Doings);
  let takeBack: () => void = () => undefined;
  effect(() => {
    takeBack();
    const now = name();
    takeBack = now === null ? () => undefined : all.offer(now, run);
  });
  inject(DestroyRef).onDestroy(() => takeBack());
}

/** A button that the finder reaches: `coatDoing="print the plan"` is pressed when that is asked for. */
@Directive({ selector: '[coatDoing]' })
export class Doing {
  readonly coatDoing = input.required<string>();

  constructor() {
    const element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    offerAs(this.coatDoing, () => {
      element.focus();
      element.click();
    });
  }
}
