import { DestroyRef, Directive, PendingTasks, TemplateRef, ViewContainerRef, inject } from '@angular/core';

/**
 * Draws what it stands on in a turn of its own, after what is drawn beside it: `<ng-container *coatNextTurn>`. A stage that draws its
 * bench and its details at once holds the page up for as long as both take.
 */
@Directive({ selector: '[coatNextTurn]' })
export class NextTurn {
  constructor() {
    const view = inject(ViewContainerRef);
    const template = inject<TemplateRef<unknown>>(TemplateRef);
    // Whoever waits for the page waits for this as well.
    const done = inject(PendingTasks).add();
    const timer = setTimeout(() => {
      view.createEmbeddedView(template).markForCheck();
      done();
    });
    inject(DestroyRef).onDestroy(() => {
      clearTimeout(timer);
      done();
    });
  }
}
