import { BreakpointObserver } from '@angular/cdk/layout';
import { Injectable, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';

/** Below so many pixels details no longer stand beside the bench, the spine not beside it either, and little is left beside a thumb. */
const NARROW = 1100;
const SMALL = 760;
const HAND = 640;

/** How much room the window has. */
@Injectable({ providedIn: 'root' })
export class Widths {
  private readonly observer = inject(BreakpointObserver);
  private readonly below = (pixels: number) =>
    toSignal(this.observer.observe(`(max-width: ${pixels - 0.02}px)`).pipe(map((state) => state.matches)), {
      requireSync: true,
    });

  /** Details are a drawer. */
  readonly isNarrow = this.below(NARROW);
  /** The spine is one too. */
  readonly isSmall = this.below(SMALL);
  /** As wide as a telephone. */
  readonly isHand = this.below(HAND);
}
