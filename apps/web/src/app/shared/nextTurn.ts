import {
  DestroyRef,
  Directive,
  ErrorHandler,
  Injectable,
  PendingTasks,
  TemplateRef,
  ViewContainerRef,
  inject,
} from '@angular/core';

/** A window that is not seen draws no frames: what waits for one goes on after so many milliseconds all the same. */
const UNSEEN = 120;
/** What is drawn in so many milliseconds goes into one frame, which has to lay it out as well. */
const A_TURN = 5;

/** What is to be drawn one after the other, over as many frames as it takes: small things share one, a large one has it for itself. */
@Injectable({ providedIn: 'root' })
export class Turns {
  private readonly waiting = new Set<() => void>();
  private readonly failures = inject(ErrorHandler);
  private isGoing = false;

  /** Draws when it is this one's turn, after what asked before; the answer takes the wish back. */
  take(draw: () => void): () => void {
    this.waiting.add(draw);
    if (!this.isGoing) this.go();
    return () => this.waiting.delete(draw);
  }

  private go(): void {
    this.isGoing = true;
    let isPast = false;
    // Behind the frame, not in it: what was drawn before is on the screen by then.
    const next = () => {
      if (isPast) return;
      isPast = true;
      clearTimeout(late);
      this.isGoing = this.waiting.size > 0;
      if (!this.isGoing) return;
      const until = performance.now() + A_TURN;
      for (const draw of this.waiting) {
        this.waiting.delete(draw);
        try {
          draw();
        } catch (failure) {
          this.failures.handleError(failure);
        }
        if (performance.now() >= until) break;
      }
      this.go();
    };
    const late = setTimeout(next, UNSEEN);
    requestAnimationFrame(() => setTimeout(next));
  }
}

/**
 * Draws what it stands on when it is its turn, after what is drawn beside it: `<ng-container *coatNextTurn>`. A stage that draws its
 * bench and its details at once holds the page up for as long as both take.
 */
@Directive({ selector: '[coatNextTurn]' })
export class NextTurn {
  constructor() {
    const view = inject(ViewContainerRef);
    const template = inject<TemplateRef<unknown>>(TemplateRef);
    // Whoever waits for the page waits for this as well.
    const done = inject(PendingTasks).add();
    const leave = inject(Turns).take(() => {
      try {
        // Whole at once: nobody sees a thing without its words.
        view.createEmbeddedView(template).detectChanges();
      } finally {
        done();
      }
    });
    inject(DestroyRef).onDestroy(() => {
      leave();
      done();
    });
  }
}
