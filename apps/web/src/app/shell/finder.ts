import { filter } from 'rxjs';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocomplete, MatAutocompleteTrigger, MatOption } from '@angular/material/autocomplete';
import { MatDialogRef } from '@angular/material/dialog';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Router } from '@angular/router';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { Doings } from '../shared/doings';
import { Elements } from '../shared/elements';
import { RoomLight } from '../shared/room';
import { DOINGS } from './doingList';
import { nearest, type Findable } from '../shared/forms/nearest';
import { STAGES } from './stages';

interface Find extends Findable {
  readonly run: () => void;
}

/** Finds elements, stages and pages, adds elements of any kind, and does what can be done, by typing. */
@Component({
  selector: 'coat-finder',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatFormField, MatInput, MatOption, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-form-field
      ><input
        matInput
        autofocus
        aria-label="Find or do"
        placeholder="An element, a page, or what to do"
        [formControl]="typed"
        [matAutocomplete]="found"
        #list="matAutocompleteTrigger"
        (keydown.enter)="confirm($event, list)"
        (keydown.escape)="ref.close()"
    /></mat-form-field>
    <mat-autocomplete
      #found="matAutocomplete"
      aria-label="Found"
      autoActiveFirstOption
      [displayWith]="blank"
      (optionSelected)="run($event.option.value)"
    >
      @for (find of shown(); track find.label + find.what) {
        <mat-option [value]="find"
          ><span class="find"
            ><span>{{ find.label }}</span
            ><span class="faint">{{ find.what }}</span></span
          ></mat-option
        >
      }
    </mat-autocomplete>
    @if (shown().length === 0) {
      <p class="faint" role="status">Nothing by that name here.</p>
    }
  `,
  styles: `
    mat-form-field {
      width: 100%;
      padding: 10px;
    }
    .find {
      display: flex;
      justify-content: space-between;
      gap: 16px;
    }
    p {
      padding: 0 14px 12px;
    }
  `,
})
export class Finder {
  protected readonly ref = inject<MatDialogRef<unknown, void>>(MatDialogRef);
  private readonly store = inject(CoatStore);
  private readonly view = inject(CoatView);
  private readonly router = inject(Router);
  private readonly room = inject(RoomLight);
  private readonly elements = inject(Elements);
  private readonly doings = inject(Doings);

  protected readonly typed = new FormControl<string | Find>('', { nonNullable: true });
  private readonly words = toSignal(
    this.typed.valueChanges.pipe(filter((value) => typeof value === 'string')),
    { initialValue: '' },
  );
  protected readonly blank = (): string => '';

  private go(path: string): void {
    void this.router.navigate(['/coats', this.store.id(), ...path.split('/')], {
      queryParamsHandling: 'preserve',
    });
  }

  private readonly all = computed<readonly Find[]>(() => {
    const selected = this.view.selected()?.element;
    return [
      ...this.view.spine().map((s) => ({
        what: 'element',
        label: s.element.name,
        words: this.view.book().find(s.element.kind)?.label ?? '',
        run: () => this.view.select(s.element.id),
      })),
      ...STAGES.map((s) => ({ what: 'stage', label: s.label, words: '', run: () => this.go(s.path) })),
      ...DOINGS.map(({ path, where, label, words, does }) => ({
        what: `in ${where}`,
        label,
        words,
        run: () => {
          if (this.router.url.split(/[?#]/)[0] !== `/coats/${this.store.id()}/${path}`) this.go(path);
          if (does) this.doings.ask(does);
        },
      })),
      { what: 'do', label: 'Undo', words: 'take back revert', run: () => this.store.answer('undo') },
      { what: 'do', label: 'Do again', words: 'redo repeat', run: () => this.store.answer('redo') },
      ...(selected
        ? [
            {
              what: 'do',
              label: `Duplicate ${selected.name}`,
              words: 'copy element',
              run: () => this.elements.duplicate([selected.id]),
            },
            {
              what: 'do',
              label: `Remove ${selected.name}`,
              words: 'delete element',
              run: () => this.elements.remove([selected.id]),
            },
          ]
        : []),
      ...this.view.variants().map((v) => ({
        what: 'variant',
        label: `Show ${v.name.toLowerCase()}`,
        words: 'mode switch theme',
        run: () => this.view.chooseVariant(v.name),
      })),
      { what: 'room', label: 'Light room', words: 'theme bright mode', run: () => this.room.set('light') },
      { what: 'room', label: 'Dark room', words: 'theme night mode', run: () => this.room.set('dark') },
      {
        what: 'room',
        label: 'Room as the system has it',
        words: 'theme automatic',
        run: () => this.room.set('system'),
      },
      { what: 'leave', label: 'All coats', words: 'home list start', run: () => this.leave('/') },
      {
        what: 'leave',
        label: 'The rack',
        words: 'library gallery search others',
        run: () => this.leave('/rack'),
      },
      {
        what: 'leave',
        label: 'Bring in a bundle',
        words: 'import restore backup open file',
        run: () => this.leave('/bring-in'),
      },
      ...this.view.book().kinds.flatMap(({ id, label, help, words = '' }) => [
        {
          what: 'element',
          label: `Add ${label.toLowerCase()}`,
          words: `new ${words} ${help}`,
          run: () => this.elements.addKind(id),
        },
        {
          what: 'extra, never scored',
          label: `Add ${label.toLowerCase()} as an extra`,
          words: `new ${words}`,
          run: () => this.elements.addExtra(id),
        },
      ]),
    ];
  });
  protected readonly shown = computed(() => nearest(this.all(), this.words()));

  private leave(address: string): void {
    void this.router.navigateByUrl(address);
  }
  /** Whoever confirms before the list is drawn means the first of what it will show. */
  protected confirm(event: Event, list: MatAutocompleteTrigger): void {
    if (event.defaultPrevented || (list.panelOpen && list.activeOption) || this.words().trim() === '') return;
    const [first] = this.shown();
    if (first) this.run(first);
  }
  protected run(find: Find): void {
    this.ref.close();
    // Who types and confirms faster than the list is drawn means the first of what would be shown.
    const now = this.shown();
    const meant = now.find((f) => f.label === find.label && f.what === find.what) ?? now[0];
    meant?.run();
  }
}
