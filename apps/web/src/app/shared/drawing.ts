import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { displayOf } from '@spare-coat/core/deciding/matching/carry';
import type { ElementState } from '@spare-coat/core/deciding/matching/evaluate';
import { composeDesktop } from '@spare-coat/core/doing/scene/composeDesktop';
import { VIEWS, type View } from '@spare-coat/core/model/kinds/drawn';
import { seenIn } from '@spare-coat/core/doing/scene/seen';
import { drawDesktop } from '@spare-coat/core/doing/scene/drawDesktop';
import { CoatView } from './coatView';
import { Letters } from './letters';

const VIEW_WORDS: Readonly<Record<View, string>> = {
  desktop: 'the desktop',
  launcher: 'the launcher, open',
  pointed: 'under the pointer, a menu open',
  'first-view': 'what is seen first',
  'sign-in': 'the sign-in screen',
  'start-up': 'the start-up screen',
};
/** What a drawing can show, in words. */
export const DRAWN_VIEWS = VIEWS.map((view) => ({ view, label: VIEW_WORDS[view] }));

/**
 * A picture of the desktop with these elements, drawn from their values at the size of the host's display. What nobody
 * tells is drawn in greys.
 */
@Component({
  selector: 'coat-drawing',
  imports: [MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (address(); as url) {
      <img [src]="url" [alt]="alt()" [attr.width]="size().width" [attr.height]="size().height" />
    } @else if (letters.problem()) {
      <p role="alert">
        The letters for the drawing did not come: {{ letters.problem() }}
        <button type="button" matButton="outlined" (click)="letters.load()">
          <mat-icon svgIcon="refresh-cw" />Try again
        </button>
      </p>
    } @else {
      <p class="faint">Drawing …</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template: minmax(0, 1fr) / minmax(0, 1fr);
      place-items: center;
      overflow: hidden;
      background: var(--coat-mid);
      min-height: 0;
      min-width: 0;
    }
    img {
      display: block;
      max-width: 100%;
      max-height: 100%;
      width: auto;
      height: auto;
    }
    p {
      padding: 12px;
      color: var(--coat-on-mid);
    }
  `,
})
export class Drawing {
  private readonly view = inject(CoatView);
  protected readonly letters = inject(Letters);
  readonly elements = input.required<readonly ElementState[]>();
  readonly show = input<View>('desktop');
  readonly alt = input.required<string>();

  protected readonly size = computed(() => displayOf(this.view.rows()));
  private readonly svg = computed(() => {
    const [lettering, variant] = [this.letters.lettering(), this.view.variant()];
    if (!lettering || !variant) return null;
    const { width, height, scale } = this.size();
    const seen = seenIn(this.view.rows(), this.view.host(), this.elements(), variant);
    const of = { width, height, unit: scale, language: navigator.language, view: this.show() };
    return drawDesktop(composeDesktop(seen, of, lettering), lettering).svg;
  });
  /** Each picture has an address of its own, which is given up with the next one. */
  protected readonly address = signal<string | null>(null);

  constructor() {
    this.letters.load();
    const giveUp = () => {
      const old = untracked(this.address);
      if (old) URL.revokeObjectURL(old);
    };
    effect(() => {
      const svg = this.svg();
      giveUp();
      this.address.set(svg === null ? null : URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' })));
    });
    inject(DestroyRef).onDestroy(giveUp);
  }
}
