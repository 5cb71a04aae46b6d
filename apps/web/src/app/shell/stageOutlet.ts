import type { EnvironmentInjector } from '@angular/core';
import { Directive, PendingTasks, inject } from '@angular/core';
import type { ActivatedRoute } from '@angular/router';
import { RouterOutlet } from '@angular/router';

/**
 * Where stages come and go: the one that goes is taken down in one task, the one that comes is made in the next. Both at once held the
 * page up for as long as both take.
 */
@Directive({ selector: 'coat-stage-outlet' })
export class StageOutlet extends RouterOutlet {
  private readonly tasks = inject(PendingTasks);
  private forget = () => {
    // Nothing waits.
  };

  override activateWith(route: ActivatedRoute, injector: EnvironmentInjector): void {
    this.forget();
    const done = this.tasks.add();
    const coming = setTimeout(() => {
      this.forget();
      super.activateWith(route, injector);
    });
    this.forget = () => {
      clearTimeout(coming);
      done();
    };
  }

  override deactivate(): void {
    this.forget();
    super.deactivate();
  }

  override ngOnDestroy(): void {
    this.forget();
    super.ngOnDestroy();
  }
}
