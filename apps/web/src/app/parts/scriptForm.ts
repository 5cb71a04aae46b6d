import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatSelect } from '@angular/material/select';
import type { ScriptTold } from '@spare-coat/core/deciding/archives/makePart';
import { scriptHelp, type ScriptOption } from '@spare-coat/core/deciding/archives/scriptHelp';
import { text } from '@spare-coat/core/ground/shape/shape';
import { commandLine } from '@spare-coat/core/model/deeds/quote';
import { TextField } from '../shared/forms/textField';

/** What is said of one option: nothing, that it is given, what it takes, or that each of its values is a flavour. */
type Said = { readonly on: boolean; readonly value: string; readonly each: boolean };
const NOTHING: Said = { on: false, value: '', each: false };

/** What an install script can be told, as a form: by its help text and its readme. Nothing is run to find it. */
@Component({
  selector: 'coat-script-form',
  imports: [MatCheckbox, MatFormField, MatOption, MatSelect, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (options().length > 0) {
      <fieldset>
        <legend>What it can be told, by its help and its readme</legend>
        @for (o of options(); track o.flag) {
          @let said = of(o);
          <div class="line">
            <mat-checkbox [checked]="said.on" (change)="say(o, { on: $event.checked })"
              ><span class="mono">{{ o.flag }}</span></mat-checkbox
            >
            @if (o.takes !== null && said.on && !said.each) {
              @if (o.values.length > 0) {
                <mat-form-field>
                  <mat-select
                    [aria-label]="'What ' + o.flag + ' takes'"
                    [value]="said.value"
                    placeholder="which?"
                    (selectionChange)="say(o, { value: $event.value })"
                  >
                    @for (v of o.values; track v) {
                      <mat-option [value]="v">{{ v }}</mat-option>
                    }
                  </mat-select>
                </mat-form-field>
              } @else {
                <coat-text-field
                  [name]="'What ' + o.flag + ' takes'"
                  [schema]="words"
                  [value]="said.value"
                  [placeholder]="o.takes"
                  (given)="say(o, { value: $event })"
                />
              }
            } @else {
              <span></span>
            }
            <span class="faint">{{ o.help }}</span>
            @if (o.values.length > 1 && said.on) {
              <mat-checkbox class="each" [checked]="said.each" (change)="say(o, { each: $event.checked })"
                >each of {{ o.values.length }} values of {{ o.flag }} is a flavour</mat-checkbox
              >
            }
          </div>
        }
        <p class="mono" role="status">{{ line() }}</p>
      </fieldset>
    } @else {
      <p>Neither its help nor a readme tells what it can be told.</p>
    }
    @if (unexplained().length > 0) {
      <p class="faint">Named in it without a word: {{ unexplained().join(', ') }}</p>
    }
  `,
  styles: `
    fieldset {
      margin: 0 0 8px;
      padding: 6px 8px;
      border: 1px solid var(--mat-sys-outline-variant);
    }
    .line {
      display: grid;
      grid-template-columns: minmax(150px, auto) minmax(120px, 200px) minmax(0, 1fr);
      gap: 8px;
      align-items: center;
    }
    .each {
      grid-column: 2 / -1;
    }
    p {
      margin: 6px 0 0;
      overflow-wrap: anywhere;
    }
  `,
})
export class ScriptForm {
  readonly script = input.required<string>();
  readonly readme = input('');
  /** The name of the script's file, for the line that is shown. */
  readonly name = input.required<string>();
  /** Options that are named anywhere in it. */
  readonly named = input<readonly string[]>([]);
  readonly told = output<ScriptTold>();
  protected readonly unexplained = computed(() => {
    const known = new Set(scriptHelp(this.script(), this.readme()).flatMap((o) => [o.flag, ...o.also]));
    return this.named().filter((flag) => !known.has(flag));
  });
  protected readonly words = text(200);
  protected readonly options = computed(() =>
    scriptHelp(this.script(), this.readme()).filter((o) => o.flag !== '--help'),
  );
  private readonly said = signal<ReadonlyMap<string, Said>>(new Map());
  private readonly whole = computed<ScriptTold>(() => {
    const given = this.options().filter((o) => this.of(o).on);
    const each = given.find((o) => this.of(o).each);
    return {
      flags: given.flatMap((o) => {
        if (o === each) return [];
        const { value } = this.of(o);
        return o.takes === null ? [o.flag] : value === '' ? [] : [o.flag, value];
      }),
      flavours: each ? { flag: each.flag, values: each.values.filter((v) => v !== 'all') } : null,
    };
  });
  protected readonly line = computed(() => {
    const { flags, flavours } = this.whole();
    return `${commandLine([this.name(), ...flags])}${flavours ? ` ${flavours.flag} …` : ''}`;
  });

  constructor() {
    effect(() => this.told.emit(this.whole()));
  }

  protected of(option: ScriptOption): Said {
    return this.said().get(option.flag) ?? NOTHING;
  }

  /** One option alone makes flavours: another that did so does no more. */
  protected say(option: ScriptOption, more: Partial<Said>): void {
    const next = new Map(
      [...this.said()].map(([flag, s]) => [flag, more.each ? { ...s, each: false } : s] as const),
    );
    next.set(option.flag, { ...this.of(option), ...more });
    this.said.set(next);
  }
}
