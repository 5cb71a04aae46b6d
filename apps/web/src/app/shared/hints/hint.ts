import { Overlay, type ConnectedPosition, type OverlayRef } from '@angular/cdk/overlay';
import { ComponentPortal } from '@angular/cdk/portal';
import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  Directive,
  ElementRef,
  computed,
  effect,
  inject,
  input,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { FIRST_STEPS, FirstSteps, type FirstStep } from './firstSteps';

const WORDS: Readonly<Record<FirstStep, string>> = {
  draw: 'Drag a rough box over a bar, a clock or a window’s title. It settles on the edges that are really there.',
  add: 'These numbers were read off your picture. Say what it is, and add it as the first element.',
  host: 'Now say on which desktop it shall look like this.',
  match: 'Choose what comes nearest to each element, or have a whole set proposed.',
  plan: 'What you chose is a plan by now: what to install and set, in which order, and how to go back.',
};

/** One hint, beside the thing that it is about. */
@Component({
  selector: 'coat-hint-bubble',
  imports: [MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="note" aria-label="Hint">
      <p>{{ words() }}</p>
      <div class="doings">
        <button type="button" matButton (click)="steps.learn(step())">
          <mat-icon svgIcon="check" />Got it
        </button>
        <button type="button" matButton (click)="steps.learn(...all)">No more hints</button>
      </div>
    </div>
  `,
  styles: `
    div[role='note'] {
      max-width: 290px;
      padding: 10px 12px 6px;
      color: var(--mat-sys-inverse-on-surface);
      background: var(--mat-sys-inverse-surface);
      border-radius: var(--mat-sys-corner-small);
      box-shadow: var(--mat-sys-level3);
    }
    .doings {
      display: flex;
      gap: 4px;
      margin: 4px -8px 0;
      --mat-button-text-label-text-color: var(--mat-sys-inverse-primary);
    }
  `,
})
export class HintBubble {
  readonly step = input.required<FirstStep>();
  protected readonly steps = inject(FirstSteps);
  protected readonly all = FIRST_STEPS;
  protected readonly words = computed(() => WORDS[this.step()]);
}

const BELOW: ConnectedPosition = {
  originX: 'center',
  originY: 'bottom',
  overlayX: 'center',
  overlayY: 'top',
  offsetY: 8,
};
const ABOVE: ConnectedPosition = {
  originX: 'center',
  originY: 'top',
  overlayX: 'center',
  overlayY: 'bottom',
  offsetY: -8,
};
/** Over the details, which are empty as long as there is something to learn; at the foot where they are a drawer. */
const BESIDE: readonly ConnectedPosition[] = [
  { originX: 'end', originY: 'top', overlayX: 'start', overlayY: 'top', offsetX: 10, offsetY: 10 },
  { originX: 'center', originY: 'bottom', overlayX: 'center', overlayY: 'bottom', offsetY: -8 },
];

/** Tells of a first step beside the thing by which it is done, when that step is the next one. It takes no focus and blocks nothing. */
@Directive({ selector: '[coatHint]' })
export class Hint {
  /** The step; what is none is never told of. */
  readonly coatHint = input.required<string>();
  /** At its side, for what must not be covered. */
  readonly coatHintBeside = input(false);

  constructor() {
    const steps = inject(FirstSteps);
    const overlay = inject(Overlay);
    const origin = inject<ElementRef<HTMLElement>>(ElementRef);
    let shown: OverlayRef | null = null;
    const hide = () => {
      shown?.dispose();
      shown = null;
    };
    effect(() => {
      const step = steps.now();
      if (step === null || step !== this.coatHint()) return hide();
      if (shown) return;
      shown = overlay.create({
        positionStrategy: overlay
          .position()
          .flexibleConnectedTo(origin)
          .withPositions(this.coatHintBeside() ? [...BESIDE] : [BELOW, ABOVE])
          .withViewportMargin(8)
          .withPush(!this.coatHintBeside()),
        scrollStrategy: overlay.scrollStrategies.reposition(),
      });
      shown.attach(new ComponentPortal(HintBubble)).setInput('step', step);
    });
    inject(DestroyRef).onDestroy(hide);
  }
}
