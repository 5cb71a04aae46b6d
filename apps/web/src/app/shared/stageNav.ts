import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** The views of a stage that has several, each with an address of its own. */
@Component({
  selector: 'coat-stage-nav',
  imports: [RouterLink, RouterLinkActive],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nav [attr.aria-label]="label()">
      @for (v of views(); track v.path) {
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
      color: var(--mat-sys-on-surface-variant);
      text-decoration: none;
      border-bottom: 2px solid transparent;
    }
    a:hover {
      color: var(--mat-sys-on-surface);
    }
    a.here {
      color: var(--mat-sys-on-surface);
      font-weight: 650;
      border-color: var(--mat-sys-primary);
    }
  `,
})
export class StageNav {
  readonly label = input.required<string>();
  readonly views = input.required<readonly { readonly path: string; readonly label: string }[]>();
}
