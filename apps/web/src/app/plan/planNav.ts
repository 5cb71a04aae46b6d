import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** The views of the Plan stage, in the order of the job. */
@Component({
  selector: 'coat-plan-nav',
  imports: [RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nav aria-label="Views of the plan">
      @for (v of views; track v.path) {
        <a
          [routerLink]="'../' + v.path"
          queryParamsHandling="preserve"
          routerLinkActive="here"
          [routerLinkActiveOptions]="{
            exact: true,
            paths: 'exact',
            queryParams: 'ignored',
            fragment: 'ignored',
            matrixParams: 'ignored',
          }"
          ariaCurrentWhenActive="page"
          >{{ v.label }}</a
        >
      }
    </nav>
  `,
  styles: `
    nav {
      display: flex;
      gap: 2px;
      flex-wrap: wrap;
    }
    a {
      padding: 3px 9px;
      color: var(--ink-2);
      text-decoration: none;
      border-bottom: 2px solid transparent;
    }
    a:hover {
      color: var(--ink);
    }
    a.here {
      color: var(--ink);
      font-weight: 650;
      border-color: var(--accent);
    }
  `,
})
export class PlanNav {
  protected readonly views = [
    { path: 'plan', label: 'Steps' },
    { path: 'rehearsal', label: 'Rehearsal' },
    { path: 'way-back', label: 'Way back' },
    { path: 'readings', label: 'Readings' },
  ];
}
