import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatInput } from '@angular/material/input';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { nth } from '@spare-coat/core/ground/checked';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { inferFormat } from '@spare-coat/core/model/traits/inferFormat';
import { TELLING_MOMENTS, writeDate } from '@spare-coat/core/model/traits/writeDate';
import { WordReader } from './wordReader';

/** A locale unlike the one in use, to show what a pattern takes from it. */
const OTHER_LOCALES = ['fr', 'de'] as const;

/** Types what the clock shows and gets the patterns that can produce it. */
@Component({
  selector: 'coat-format-finder',
  imports: [MatButton, MatFormField, MatIcon, MatInput, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="field"
      ><span>What does it show?</span>
      <mat-form-field>
        <textarea
          matInput
          rows="2"
          maxlength="120"
          placeholder="Tue 24 Nov"
          [formControl]="typed.controls.first"
        ></textarea>
      </mat-form-field>
    </label>
    @if (on(); as region) {
      <button type="button" matButton [disabled]="reading()" (click)="read(region.sha, region.rect)">
        <mat-icon svgIcon="scan-text" />{{ reading() ? 'Reading …' : 'Read it off the picture' }}
      </button>
    }
    @if (problem(); as p) {
      <p class="open" role="alert">{{ p }}</p>
    }
    @if (answer().open.length > 0 || second() !== '') {
      <label class="field"
        ><span>And at another moment</span>
        <mat-form-field>
          <textarea matInput rows="1" maxlength="120" [formControl]="typed.controls.second"></textarea>
        </mat-form-field>
      </label>
      @for (line of answer().open; track line) {
        <p class="open">{{ line }}</p>
      }
    }
    @if (guesses(); as list) {
      <ol aria-label="Patterns">
        @for (g of list; track g.pattern) {
          <li>
            <div>
              <code>{{ g.pattern }}</code>
              <span class="faint">{{ g.locale }}</span>
              <button
                type="button"
                matButton
                [attr.aria-label]="'Take ' + g.pattern"
                (click)="take.emit(g.pattern)"
              >
                <mat-icon svgIcon="check" /> Take
              </button>
            </div>
            <ul>
              @for (p of g.previews; track p.name) {
                <li>
                  <span class="faint">{{ p.name }}</span> {{ p.text }}
                </li>
              }
            </ul>
          </li>
        } @empty {
          @if (first().trim() !== '') {
            <li class="faint">No pattern can produce that. Type it exactly as it stands, letters and all.</li>
          }
        }
      </ol>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 6px;
      padding: 8px;
      border: 1px solid var(--mat-sys-outline-variant);
      background: var(--mat-sys-surface);
    }
    mat-form-field {
      width: 100%;
      resize: vertical;
    }
    .open {
      margin: 0 0 6px;
      padding-left: 8px;
      border-left: 3px dashed var(--mat-sys-outline);
      font-size: var(--mat-sys-body-small-size);
    }
    ol,
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    ol > li {
      padding: 5px 0;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    div {
      display: flex;
      align-items: center;
      gap: 8px;
    }
    code {
      white-space: pre-wrap;
      font-weight: 600;
    }
    .mat-mdc-button {
      margin-left: auto;
    }
    ul {
      display: grid;
      gap: 0 10px;
      font-size: var(--mat-sys-label-medium-size);
    }
    ul li {
      white-space: pre-wrap;
    }
  `,
})
export class FormatFinder {
  /** Where the clock is on a picture; null where there is none to read it from. */
  readonly on = input<{ readonly sha: string; readonly rect: Rect } | null>(null);
  readonly take = output<string>();
  private readonly reader = inject(WordReader);
  protected readonly reading = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly typed = new FormGroup({
    first: new FormControl('', { nonNullable: true }),
    second: new FormControl('', { nonNullable: true }),
  });
  protected readonly first = toSignal(this.typed.controls.first.valueChanges, { initialValue: '' });
  protected readonly second = toSignal(this.typed.controls.second.valueChanges, { initialValue: '' });
  private readonly locale = typeof navigator === 'undefined' ? 'en-GB' : navigator.language;
  protected readonly answer = computed(() => inferFormat([this.first(), this.second()], this.locale));
  protected readonly guesses = computed(() =>
    this.answer()
      .guesses.slice(0, 5)
      .map((g) => ({
        ...g,
        previews: [
          ...TELLING_MOMENTS.map(({ name, moment }) => ({
            name,
            text: writeDate(g.pattern, moment, g.locale),
          })),
          ...OTHER_LOCALES.filter((l) => !g.locale.startsWith(l))
            .slice(0, 1)
            .map((l) => ({ name: `in ${l}`, text: writeDate(g.pattern, nth(TELLING_MOMENTS, 3).moment, l) })),
        ],
      })),
  );

  /** Puts what is written there into the field, where it may be put right. */
  protected async read(sha: string, rect: Rect): Promise<void> {
    this.reading.set(true);
    this.problem.set(null);
    try {
      const words = await this.reader.read(sha, rect);
      if (words.ok) this.typed.controls.first.setValue(words.value);
      else this.problem.set(words.sentence);
    } catch (error) {
      this.problem.set((error as Error).message);
    } finally {
      this.reading.set(false);
    }
  }
}
