import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { forgottenKinds, startingSets } from '@spare-coat/core/model/kinds/startingSets';
import { CoatView } from '../shared/coatView';
import { Elements } from '../shared/elements';

/** So many at once: a reminder, not a form. */
const SHOWN = 3;

/** At the end of the spine: what to begin with, and what most looks have and this one does not mention. */
@Component({
  selector: 'coat-spine-start',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (empty()) {
      <section aria-label="Starting sets">
        <p>Draw a region on a picture in Study to make the first element, or start with</p>
        @for (set of sets; track set.id) {
          <button type="button" class="set" (click)="elements.start(set)">
            <strong>{{ set.label }}</strong>
            <span class="faint">{{ set.help }}</span>
          </button>
        }
      </section>
    } @else {
      <section aria-label="Extras">
        <label
          ><h2>Add an extra</h2>
          <select
            title="Something that the reference never had: chosen and planned like the rest, never scored"
            (change)="extra($any($event.target))"
          >
            <option value="">that the reference never had …</option>
            @for (kind of view.book().kinds; track kind.id) {
              <option [value]="kind.id">{{ kind.label }}</option>
            }
          </select></label
        >
      </section>
    }
    @if (!empty() && forgotten().length > 0) {
      <section aria-label="Often forgotten">
        <h2>Often forgotten</h2>
        @for (kind of shown(); track kind.id) {
          <div class="kind">
            <button type="button" class="quiet add" [title]="kind.help" (click)="elements.addKind(kind.id)">
              Add {{ kind.label.toLowerCase() }}
            </button>
            <button
              type="button"
              class="quiet"
              [attr.aria-label]="'Not in this look: ' + kind.label"
              title="Not in this look"
              (click)="elements.wave([kind.id])"
            >
              ×
            </button>
          </div>
        }
        @if (forgotten().length > most()) {
          <button type="button" class="quiet" (click)="most.set(99)">
            {{ forgotten().length - most() }} more
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
      border-top: 1px dashed var(--line-strong);
    }
    h2 {
      font-size: 12px;
      color: var(--ink-2);
    }
    select {
      width: 100%;
    }
    .set {
      display: grid;
      padding: 7px 10px;
      border: 1px solid var(--line-strong);
      border-radius: 3px;
      background: var(--paper);
      text-align: left;
      cursor: pointer;
    }
    .set:hover {
      border-color: var(--accent);
      background: var(--accent-soft);
    }
    .set span {
      font-size: 12.5px;
    }
    .kind {
      display: flex;
      justify-content: space-between;
    }
    .quiet {
      padding: 1px 4px;
    }
    .add {
      margin-left: -4px;
      color: var(--accent);
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

  protected extra(select: HTMLSelectElement): void {
    if (select.value !== '') this.elements.addExtra(select.value);
    select.value = '';
  }
}
