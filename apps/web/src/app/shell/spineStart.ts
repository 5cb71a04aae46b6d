import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton, MatIconButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { forgottenKinds, startingSets } from '@spare-coat/core/model/kinds/startingSets';
import { CoatView } from '../shared/coatView';
import { Elements } from '../shared/elements';

/** So many at once: a reminder, not a form. */
const SHOWN = 3;

/** At the end of the spine: what to begin with, and what most looks have and this one does not mention. */
@Component({
  selector: 'coat-spine-start',
  imports: [MatButton, MatIcon, MatIconButton, MatMenu, MatMenuItem, MatMenuTrigger, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (empty()) {
      <section aria-label="Starting sets">
        <p>Draw a region on a picture in Study to make the first element, or start with</p>
        @for (set of sets; track set.id) {
          <button type="button" matButton="outlined" class="line-button" (click)="elements.start(set)">
            <strong>{{ set.label }}</strong>
            <span class="faint">{{ set.help }}</span>
          </button>
        }
      </section>
    } @else {
      <section aria-label="More elements">
        <button
          type="button"
          matButton
          [matMenuTriggerFor]="elementsMenu"
          matTooltip="Something that the reference has, also where no picture shows it"
        >
          <mat-icon svgIcon="plus" />Add an element
        </button>
        <mat-menu #elementsMenu="matMenu">
          @for (kind of view.book().kinds; track kind.id) {
            <button type="button" mat-menu-item (click)="elements.addKind(kind.id)">{{ kind.label }}</button>
          }
        </mat-menu>
        <button
          type="button"
          matButton
          [matMenuTriggerFor]="extras"
          matTooltip="Something that the reference never had: chosen and planned like the rest, never scored"
        >
          <mat-icon svgIcon="plus" />Add an extra
        </button>
        <mat-menu #extras="matMenu">
          @for (kind of view.book().kinds; track kind.id) {
            <button type="button" mat-menu-item (click)="elements.addExtra(kind.id)">{{ kind.label }}</button>
          }
        </mat-menu>
      </section>
    }
    @if (!empty() && forgotten().length > 0) {
      <section aria-label="Often forgotten">
        <h2>Often forgotten</h2>
        @for (kind of shown(); track kind.id) {
          <div class="kind">
            <button
              type="button"
              matButton
              class="add"
              [matTooltip]="kind.help"
              (click)="elements.addKind(kind.id)"
            >
              <mat-icon svgIcon="plus" /> Add {{ kind.label.toLowerCase() }}
            </button>
            <button
              type="button"
              matIconButton
              [attr.aria-label]="'Not in this look: ' + kind.label"
              matTooltip="Not in this look"
              (click)="elements.wave([kind.id])"
            >
              <mat-icon svgIcon="x" />
            </button>
          </div>
        }
        @if (forgotten().length > most()) {
          <button type="button" matButton (click)="most.set(99)">
            <mat-icon svgIcon="chevron-down" />{{ forgotten().length - most() }} more
          </button>
        }
      </section>
    }
  `,
  styles: `
    section {
      display: grid;
      gap: 6px;
      margin-top: 14px;
      padding: 10px 12px 0 14px;
      border-top: 1px dashed var(--mat-sys-outline);
    }
    h2 {
      font-size: var(--mat-sys-label-medium-size);
      color: var(--mat-sys-on-surface-variant);
    }
    mat-form-field {
      width: 100%;
    }
    .kind {
      display: flex;
      justify-content: space-between;
    }
    .mat-mdc-button {
      padding: 1px 4px;
    }
    .add {
      margin-left: -4px;
      color: var(--mat-sys-primary);
      text-align: left;
    }
  `,
})
export class SpineStart {
  protected readonly elements = inject(Elements);
  protected readonly view = inject(CoatView);
  protected readonly sets = startingSets();
  protected readonly most = signal(SHOWN);
  protected readonly empty = computed(() => this.view.spine().length === 0);
  protected readonly forgotten = computed(() => {
    const kinds = Object.values(this.view.rows().element).map((e) => e.kind);
    return forgottenKinds(kinds, this.view.coat()?.dismissed ?? []).map((id) => this.view.book().find(id)!);
  });
  protected readonly shown = computed(() => this.forgotten().slice(0, this.most()));
}
