import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { displayOf } from '@spare-coat/core/deciding/matching/carry';
import type { ElementScore } from '@spare-coat/core/deciding/matching/score';
import { sketchOf } from '@spare-coat/core/model/kinds/sketch';
import { SKETCH } from '@spare-coat/core/model/kinds/sketchShapes';
import type { PictureValue, TraitValue } from '@spare-coat/core/model/traits/value';
import { CoatView } from '../shared/coatView';

/**
 * What an offer would show, drawn from its values alone: a sketch for judging place, size and colour beside the crop of
 * the reference. Pictures are shown themselves.
 */
@Component({
  selector: 'coat-offer-sketch',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (picture(); as sha) {
      <img [src]="'/api/blobs/' + sha" alt="The offer’s picture" />
    } @else {
      <svg
        [attr.viewBox]="'0 0 ' + size.width + ' ' + size.height"
        role="img"
        aria-label="Sketch of what it would show"
      >
        @for (s of shapes(); track $index) {
          @switch (s.is) {
            @case ('rect') {
              <rect
                [attr.x]="s.x"
                [attr.y]="s.y"
                [attr.width]="s.w"
                [attr.height]="s.h"
                [attr.rx]="s.r"
                [attr.fill]="s.fill"
                [attr.fill-opacity]="s.opacity"
                [attr.stroke]="s.stroke ?? null"
              />
            }
            @case ('polygon') {
              <polygon
                [attr.points]="s.points.join(' ')"
                [attr.fill]="s.fill"
                [attr.stroke]="s.stroke ?? null"
              />
            }
            @default {
              <text
                [attr.x]="s.x"
                [attr.y]="s.y"
                [attr.font-size]="s.size"
                [attr.font-weight]="s.weight ?? null"
                [attr.font-family]="s.face ?? null"
                [attr.fill]="s.fill"
                [attr.text-anchor]="s.at"
              >
                {{ s.text }}
              </text>
            }
          }
        }
      </svg>
    }
  `,
  styles: `
    :host {
      display: block;
      width: 180px;
      height: 150px;
      background: var(--coat-mid);
    }
    svg,
    img {
      display: block;
      width: 100%;
      height: 100%;
      object-fit: contain;
    }
  `,
})
export class OfferSketch {
  private readonly view = inject(CoatView);
  readonly kind = input.required<string>();
  readonly score = input.required<ElementScore>();
  protected readonly size = SKETCH;

  private readonly values = computed(
    () =>
      new Map<string, TraitValue>(
        this.score().traits.flatMap((t) =>
          t.actual === null || t.target.state !== null ? [] : [[t.target.spec.id, t.actual]],
        ),
      ),
  );
  protected readonly picture = computed(() => {
    for (const value of this.values().values())
      if (typeof value === 'object' && 'blob' in value) return (value as PictureValue).blob;
    return null;
  });
  protected readonly shapes = computed(() =>
    sketchOf({
      kind: this.kind(),
      values: this.values(),
      display: displayOf(this.view.rows(), this.view.selected()?.element),
      language: navigator.language,
    }),
  );
}
