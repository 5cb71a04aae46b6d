import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router } from '@angular/router';
import { filter, map } from 'rxjs';
import { CoatView } from '../coatView';

/** The first steps of a newcomer, in their order: from a picture to the first measured element, and on to a plan. */
export const FIRST_STEPS = ['draw', 'add', 'host', 'match', 'plan'] as const;
export type FirstStep = (typeof FIRST_STEPS)[number];

const KEY = 'spare-coat.first-steps';
const isStep = (word: unknown): word is FirstStep => FIRST_STEPS.includes(word as FirstStep);

/** What was done once or waved away, as it is kept in this browser; nothing where that keeps nothing. */
function known(): ReadonlySet<FirstStep> {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return new Set(Array.isArray(kept) ? kept.filter(isStep) : []);
  } catch {
    return new Set();
  }
}

/**
 * Which first step is to be told of now: one at a time, and each only until it was done once or dismissed. That is kept in the
 * browser for good.
 */
@Injectable({ providedIn: 'root' })
export class FirstSteps {
  private readonly view = inject(CoatView);
  private readonly router = inject(Router);
  private readonly learned = signal(known());
  /** A region is drawn and not used yet; the page that measures tells it. */
  readonly hasRegion = signal(false);

  private readonly address = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(() => this.router.url),
    ),
    { initialValue: this.router.url },
  );
  /** How far the coat has come: every step but the one at hand is done or not reached yet. */
  private readonly next = computed<FirstStep | null>(() => {
    if (!this.view.coat()) return null;
    if (this.view.spine().length === 0) {
      if (!this.view.picture()) return null;
      return this.hasRegion() ? 'add' : 'draw';
    }
    if (!this.view.coat()?.profileId) return 'host';
    if (Object.keys(this.view.rows().layer).length === 0) return 'match';
    return /\/plan\b/.test(this.address()) ? null : 'plan';
  });
  /** The step that is told of; null where none is. Whoever has measured nothing here looks at somebody else’s coat. */
  readonly now = computed(() => {
    const next = this.next();
    if (!next || this.learned().has(next)) return null;
    return next === 'draw' || next === 'add' || this.learned().has('add') ? next : null;
  });

  constructor() {
    let before: FirstStep | null = null;
    // Whoever goes on to a later step knows the earlier one.
    effect(() => {
      const next = this.next();
      const was = before;
      before = next;
      if (was && next !== was && this.isLater(next, was)) untracked(() => this.learn(was));
    });
  }

  private isLater(next: FirstStep | null, was: FirstStep): boolean {
    if (next === null) return was === 'plan' && this.view.coat() !== null;
    return FIRST_STEPS.indexOf(next) > FIRST_STEPS.indexOf(was);
  }

  /** It is told of no more. */
  learn(...steps: readonly FirstStep[]): void {
    const learned = new Set([...this.learned(), ...steps]);
    this.learned.set(learned);
    try {
      localStorage.setItem(KEY, JSON.stringify([...learned]));
    } catch {
      // It is told again the next time.
    }
  }
}
