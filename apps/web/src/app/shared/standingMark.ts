import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Standing } from '@spare-coat/core/deciding/matching/standing';

/** The mark of a standing: a small box in its texture, with its word for those who do not see it. */
@Component({
  selector: 'coat-standing-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<span
      class="mark texture {{ texture() }}"
      [class.open]="standing() === 'open'"
      aria-hidden="true"
    ></span
    ><span [class.sr-only]="!words()">{{ standing() }}</span>`,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 6px;
    }
    .mark {
      width: 13px;
      height: 13px;
      border: 1px solid var(--coat-fill);
      border-radius: var(--mat-sys-corner-small);
    }
    .open {
      border-style: dashed;
    }
  `,
})
export class StandingMark {
  readonly standing = input.required<Standing>();
  readonly words = input(false);
  protected readonly texture = computed(() => `texture-${this.standing().replace(' ', '-')}`);
}
