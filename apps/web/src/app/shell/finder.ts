import { MatInput } from '@angular/material/input';
import { MatFormField } from '@angular/material/form-field';
import { MatDialogRef } from '@angular/material/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { RoomLight } from '../shared/room';
import { STAGES } from './stages';

interface Find {
  readonly what: string;
  readonly label: string;
  readonly run: () => void;
}

const MOST = 12;

/** Finds elements and stages, and does things, by typing. */
@Component({
  selector: 'coat-finder',
  imports: [MatFormField, MatInput],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-form-field
      ><input
        matInput
        autofocus
        role="combobox"
        aria-label="Find or do"
        aria-controls="finds"
        aria-expanded="true"
        [attr.aria-activedescendant]="'find-' + at()"
        placeholder="An element, a stage, or what to do"
        (input)="type($event)"
        (keydown)="move($event)"
    /></mat-form-field>
    <ul id="finds" role="listbox" aria-label="Found">
      @for (find of shown(); track find.label; let i = $index) {
        <li
          [id]="'find-' + i"
          role="option"
          [attr.aria-selected]="i === at()"
          [class.at]="i === at()"
          (click)="run(find)"
          (mousemove)="at.set(i)"
        >
          <span>{{ find.label }}</span><span class="faint">{{ find.what }}</span>
        </li>
      } @empty {
        <li class="faint none">Nothing by that name in this coat.</li>
      }
    </ul>
  `,
  styles: `
    mat-form-field {
      width: 100%;
      padding: 10px;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 4px 0;
      max-height: 50vh;
      overflow: auto;
    }
    li {
      display: flex;
      justify-content: space-between;
      padding: 6px 14px;
      cursor: pointer;
    }
    li.at {
      background: var(--mat-sys-primary-container);
    }
    .none {
      cursor: default;
    }
  `,
})
export class Finder {
  private readonly ref = inject<MatDialogRef<unknown, void>>(MatDialogRef);
  private readonly store = inject(CoatStore);
  private readonly view = inject(CoatView);
  private readonly router = inject(Router);
  private readonly room = inject(RoomLight);
  private readonly words = signal('');
  protected readonly at = signal(0);

  private readonly all = computed<readonly Find[]>(() => {
    const id = this.store.id();
    const go = (path: string) => () =>
      void this.router.navigate(['/coats', id, path], { queryParamsHandling: 'preserve' });
    return [
      ...this.view
        .spine()
        .map((s) => ({ what: 'element', label: s.element.name, run: () => this.view.select(s.element.id) })),
      ...STAGES.map((s) => ({ what: 'stage', label: s.label, run: go(s.path) })),
      { what: 'in Study', label: 'All traits', run: go('traits') },
      { what: 'in Match', label: 'Gap ledger', run: go('gaps') },
      { what: 'in Compare', label: 'Closeness over time', run: go('over-time') },
      { what: 'in Share', label: 'Put it on the rack', run: go('on-rack') },
      { what: 'in Host', label: 'What the host is now', run: go('host/now') },
      { what: 'in Parts', label: 'Online listing', run: go('parts/listing') },
      {
        what: 'in Parts',
        label: 'Make a part',
        run: () =>
          void this.router.navigate(['/coats', id, 'parts', newId(), 'edit'], {
            queryParams: { fresh: 'yes' },
          }),
      },
      { what: 'do', label: 'Undo', run: () => this.store.answer('undo') },
      { what: 'do', label: 'Do again', run: () => this.store.answer('redo') },
      { what: 'room', label: 'Light room', run: () => this.room.set('light') },
      { what: 'room', label: 'Dark room', run: () => this.room.set('dark') },
      { what: 'room', label: 'Room as the system has it', run: () => this.room.set('system') },
      ...this.view.variants().map((v) => ({
        what: 'variant',
        label: `Show ${v.name.toLowerCase()}`,
        run: () => this.view.chooseVariant(v.name),
      })),
      { what: 'leave', label: 'All coats', run: () => void this.router.navigate(['/']) },
      { what: 'leave', label: 'The rack', run: () => void this.router.navigate(['/rack']) },
    ];
  });
  protected readonly shown = computed(() => {
    const words = this.words().toLowerCase().split(/\s+/).filter(Boolean);
    return this.all()
      .filter((f) => words.every((w) => `${f.label} ${f.what}`.toLowerCase().includes(w)))
      .slice(0, MOST);
  });

  protected type(event: Event): void {
    this.words.set((event.target as HTMLInputElement).value);
    this.at.set(0);
  }
  protected move(event: KeyboardEvent): void {
    const n = this.shown().length;
    if (event.key === 'ArrowDown') this.at.update((i) => Math.min(n - 1, i + 1));
    else if (event.key === 'ArrowUp') this.at.update((i) => Math.max(0, i - 1));
    else if (event.key === 'Enter') {
      const find = this.shown()[this.at()];
      if (find) this.run(find);
    } else return;
    event.preventDefault();
  }
  protected run(find: Find): void {
    this.ref.close();
    find.run();
  }
}
