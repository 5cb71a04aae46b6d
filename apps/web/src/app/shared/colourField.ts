import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatIconButton } from '@angular/material/button';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatTooltip } from '@angular/material/tooltip';
import { coloursInUse } from '@spare-coat/core/model/coat/colours';
import { CoatView } from './coatView';

/** So many of the coat's own colours are offered. */
const MOST = 24;

/** What browsers that have it take a colour off the screen with (EyeDropper API). */
interface EyeDropperWindow {
  readonly EyeDropper?: new () => { open(): Promise<{ readonly sRGBHex: string }> };
}

/**
 * A colour: its swatch, which opens the browser's own picker, its six digits, the coat's own colours, and, where the browser can, a
 * dropper with which it is taken off any picture on the screen.
 */
@Component({
  selector: 'coat-colour-field',
  imports: [MatFormField, MatIcon, MatIconButton, MatInput, MatMenu, MatMenuItem, MatMenuTrigger, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #picker
      type="color"
      [attr.aria-label]="name() + ', picker'"
      [value]="value() ?? '#808080'"
      (change)="changed.emit(picker.value)"
    />
    <mat-form-field
      ><input
        matInput
        #hex
        class="mono"
        size="8"
        spellcheck="false"
        autocomplete="off"
        placeholder="#rrggbb"
        [attr.aria-label]="name()"
        [attr.aria-invalid]="wrong()"
        [value]="value() ?? ''"
        (change)="changed.emit(hex.value.trim().toLowerCase())"
    /></mat-form-field>
    @if (canDrop || own().length > 0) {
      <button
        type="button"
        matIconButton
        [attr.aria-label]="name() + ', from elsewhere'"
        matTooltip="The coat’s own colours, or one off the screen"
        [matMenuTriggerFor]="colours"
      >
        <mat-icon svgIcon="palette" />
      </button>
      <mat-menu #colours="matMenu">
        @if (canDrop) {
          <button type="button" mat-menu-item (click)="drop()">
            <mat-icon svgIcon="pipette" />Off a picture on the screen
          </button>
        }
        @for (c of own(); track c) {
          <button type="button" mat-menu-item (click)="changed.emit(c)">
            <span class="swatch" [style.background]="c"></span> <span class="mono">{{ c }}</span>
          </button>
        }
      </mat-menu>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px;
      min-width: 0;
    }
    mat-form-field {
      flex: 1;
      min-width: 10ch;
    }
    button {
      flex: none;
    }
    input[type='color'] {
      flex: none;
      width: 30px;
      height: 26px;
    }
  `,
})
export class ColourField {
  /** Six-digit hex; null where none is told. */
  readonly value = input.required<string | null>();
  /** What a person calls it. */
  readonly name = input.required<string>();
  readonly wrong = input(false);
  readonly changed = output<string>();
  private readonly view = inject(CoatView);

  private readonly dropper = (window as unknown as EyeDropperWindow).EyeDropper;
  protected readonly canDrop = this.dropper !== undefined;
  protected readonly own = computed(() => coloursInUse(this.view.rows()).slice(0, MOST));

  protected drop(): void {
    if (!this.dropper) return;
    new this.dropper().open().then(
      ({ sRGBHex }) => this.changed.emit(sRGBHex.toLowerCase()),
      // Escape, as anywhere.
      () => undefined,
    );
  }
}
