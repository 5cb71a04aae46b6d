import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatTooltip } from '@angular/material/tooltip';
import { MatIcon } from '@angular/material/icon';
import { MatButton, MatIconButton } from '@angular/material/button';
import { nth } from '@spare-coat/core/ground/checked';
import { ChangeDetectionStrategy, Component, computed, model } from '@angular/core';
import type { Channel } from '@spare-coat/core/model/parts/part';
import { withValue, type Column } from './columns';
import { FieldBox } from './fieldBox';
import type { Entry } from './rowsBox';

/** The ways to get a part, with the fields of each. */
const WAYS: readonly {
  readonly way: Channel['way'];
  readonly label: string;
  readonly columns: readonly Column[];
  readonly fresh: Channel;
}[] = [
  {
    way: 'package',
    label: 'a package',
    columns: [
      {
        key: 'names',
        label: 'Names by distribution',
        type: 'pairs',
        wide: 4,
        help: 'As pipit = tidebar, one a line.',
      },
    ],
    fresh: { way: 'package', names: { distribution: 'package' } },
  },
  {
    way: 'archive',
    label: 'an archive',
    columns: [
      { key: 'from', label: 'Address', type: 'text', wide: 4 },
      { key: 'file', label: 'File', type: 'text', wide: 2 },
      { key: 'sort', label: 'Sort', type: 'text', wide: 2, help: 'As the host’s folders name it.' },
      { key: 'root', label: 'Folder in it to copy', type: 'text', wide: 2 },
      { key: 'sha256', label: 'SHA-256', type: 'text', empty: 'absent', wide: 2 },
    ],
    fresh: { way: 'archive', from: 'https://', file: 'part.tar.xz', root: 'part', sort: 'icon set' },
  },
  {
    way: 'installer',
    label: 'an installer',
    columns: [
      { key: 'from', label: 'Address', type: 'text', wide: 3 },
      { key: 'file', label: 'File', type: 'text', wide: 3 },
      { key: 'admin', label: 'As administrator', type: 'flag', wide: 2 },
    ],
    fresh: { way: 'installer', from: 'https://', file: 'part.run', admin: false, choices: [] },
  },
  {
    way: 'repository',
    label: 'a repository with a script',
    columns: [
      { key: 'from', label: 'Address', type: 'text', wide: 3 },
      { key: 'script', label: 'Script', type: 'text', wide: 2 },
      { key: 'flags', label: 'Flags', type: 'words', between: ' ', wide: 2 },
      { key: 'admin', label: 'As administrator', type: 'flag' },
    ],
    fresh: { way: 'repository', from: 'https://', script: 'install.sh', flags: [], admin: false },
  },
];

const CHOICES: readonly Column[] = [
  { key: 'at', label: 'Where it asks', type: 'text' },
  { key: 'choose', label: 'Choose', type: 'text' },
  { key: 'why', label: 'Why', type: 'text' },
];

/** From where a part is to be had: each way with its own fields. */
@Component({
  selector: 'coat-channels-box',
  imports: [FieldBox, MatButton, MatFormField, MatIcon, MatIconButton, MatOption, MatSelect, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (c of shown(); track $index; let i = $index) {
        <li [attr.aria-label]="'Way ' + (i + 1)">
          <div class="field">
            <span>It comes as</span>
            <mat-form-field
              ><mat-select
                [aria-label]="'Way ' + (i + 1) + ': comes as'"
                (selectionChange)="setWay(i, $event.value)"
                [value]="c.row['way']"
              >
                @for (w of ways; track w.way) {
                  <mat-option [value]="w.way">{{ w.label }}</mat-option>
                }
              </mat-select></mat-form-field
            >
          </div>
          @for (column of c.columns; track column.key) {
            <div class="field" [style.grid-column]="'span ' + (column.wide ?? 1)">
              <span>{{ column.label }}</span>
              <coat-field-box
                [column]="column"
                [of]="'Way ' + (i + 1)"
                [value]="c.row[column.key]"
                (changed)="set(i, column.key, $event)"
              />
              @if (column.help) {
                <small class="faint">{{ column.help }}</small>
              }
            </div>
          }
          @if (c.row['way'] === 'installer') {
            <div class="choices">
              <span class="faint">What it asks, and what to choose</span>
              @for (choice of c.choices; track $index; let k = $index) {
                <div class="choice">
                  @for (column of choiceColumns; track column.key) {
                    <coat-field-box
                      [column]="column"
                      [of]="'Way ' + (i + 1) + ', choice ' + (k + 1)"
                      [value]="choice[column.key]"
                      (changed)="setChoice(i, k, column.key, $event)"
                    />
                  }
                  <button
                    type="button"
                    matIconButton
                    [attr.aria-label]="'Remove choice ' + (k + 1)"
                    (click)="removeChoice(i, k)"
                    [matTooltip]="'Remove choice ' + (k + 1)"
                  >
                    <mat-icon svgIcon="x" />
                  </button>
                </div>
              }
              <button type="button" matButton (click)="addChoice(i)">
                <mat-icon svgIcon="plus" />Add a choice
              </button>
            </div>
          }
          <div class="acts">
            <button type="button" matButton [attr.aria-label]="'Remove way ' + (i + 1)" (click)="remove(i)">
              <mat-icon svgIcon="trash-2" /> Remove
            </button>
          </div>
        </li>
      }
    </ul>
    <button type="button" matButton="outlined" (click)="add()"><mat-icon svgIcon="plus" />Add a way</button>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0 0 8px;
      padding: 0;
    }
    li {
      display: grid;
      grid-template-columns: repeat(4, minmax(0, 1fr));
      gap: 0 12px;
      padding: 8px 10px 4px;
      margin-bottom: 8px;
      background: var(--mat-sys-surface);
      border: 1px solid var(--mat-sys-outline-variant);
    }
    li > .field:first-child {
      grid-column: 1 / -1;
    }
    .choices {
      grid-column: 1 / -1;
    }
    .choice {
      display: grid;
      grid-template-columns: 1fr 1fr 1fr auto;
      gap: 8px;
      margin: 4px 0;
    }
    .acts {
      grid-column: 1 / -1;
      text-align: right;
    }
  `,
})
export class ChannelsBox {
  readonly channels = model.required<readonly Entry[]>();
  protected readonly ways = WAYS;
  protected readonly choiceColumns = CHOICES;
  protected readonly shown = computed(() =>
    this.channels().map((row) => ({
      row,
      columns: WAYS.find((w) => w.way === row['way'])?.columns ?? [],
      choices: (row['choices'] ?? []) as readonly Entry[],
    })),
  );

  private put(at: number, row: Entry): void {
    this.channels.set(this.channels().map((c, i) => (i === at ? row : c)));
  }
  protected set(at: number, key: string, value: unknown): void {
    this.put(at, withValue(nth(this.channels(), at), key, value));
  }
  /** What two ways have in common (an address, a file) is kept. */
  protected setWay(at: number, way: string): void {
    const known = WAYS.find((w) => w.way === way);
    if (!known) return;
    const now = nth(this.channels(), at);
    const fresh = known.fresh as Entry;
    const kept = Object.fromEntries(
      Object.keys(fresh).flatMap((k) => (k !== 'way' && k in now ? [[k, now[k]]] : [])),
    );
    this.put(at, { ...fresh, ...kept });
  }
  protected add(): void {
    this.channels.set([...this.channels(), nth(WAYS, 0).fresh as Entry]);
  }
  protected remove(at: number): void {
    this.channels.set(this.channels().filter((_, i) => i !== at));
  }
  private setChoices(at: number, choices: readonly Entry[]): void {
    this.set(at, 'choices', choices);
  }
  private choicesOf(at: number): readonly Entry[] {
    return nth(this.shown(), at).choices;
  }
  protected setChoice(at: number, k: number, key: string, value: unknown): void {
    this.setChoices(
      at,
      this.choicesOf(at).map((c, i) => (i === k ? withValue(c, key, value) : c)),
    );
  }
  protected addChoice(at: number): void {
    this.setChoices(at, [...this.choicesOf(at), { at: '', choose: '', why: '' }]);
  }
  protected removeChoice(at: number, k: number): void {
    this.setChoices(
      at,
      this.choicesOf(at).filter((_, i) => i !== k),
    );
  }
}
