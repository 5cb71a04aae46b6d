import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ElementScore } from '@spare-coat/core/matching/score';
import {
  ZONES,
  type Order,
  type Palette,
  type PictureValue,
  type TraitValue,
} from '@spare-coat/core/traits/value';
import { CoatView } from '../shared/coatView';
import { displayOf } from '@spare-coat/core/matching/carry';
import { writeDate } from '@spare-coat/core/traits/writeDate';

/** One shape of a sketch. */
type Shape =
  | {
      readonly is: 'rect';
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly r: number;
      readonly fill: string;
      readonly opacity: number;
    }
  | {
      readonly is: 'text';
      readonly x: number;
      readonly y: number;
      readonly size: number;
      readonly fill: string;
      readonly text: string;
    };

const WIDTH = 180;
const HEIGHT = 150;
const GREY = '#9a9a9a';
const DARK = '#3d3d3d';

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
        [attr.viewBox]="'0 0 ' + width + ' ' + height"
        role="img"
        aria-label="Sketch of what it would show"
      >
        @for (s of shapes(); track $index) {
          @if (s.is === 'rect') {
            <rect
              [attr.x]="s.x"
              [attr.y]="s.y"
              [attr.width]="s.w"
              [attr.height]="s.h"
              [attr.rx]="s.r"
              [attr.fill]="s.fill"
              [attr.fill-opacity]="s.opacity"
            />
          } @else {
            <text
              [attr.x]="s.x"
              [attr.y]="s.y"
              [attr.font-size]="s.size"
              [attr.fill]="s.fill"
              text-anchor="middle"
            >
              {{ s.text }}
            </text>
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
      background: var(--mid);
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
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;

  private readonly values = computed(
    () =>
      new Map<string, TraitValue>(
        this.score().traits.flatMap((t) => (t.actual === null ? [] : [[t.target.spec.id, t.actual]])),
      ),
  );
  protected readonly picture = computed(() => {
    for (const value of this.values().values())
      if (typeof value === 'object' && 'blob' in value) return (value as PictureValue).blob;
    return null;
  });
  protected readonly shapes = computed<readonly Shape[]>(() => {
    const v = this.values();
    switch (this.kind()) {
      case 'bar':
      case 'dock':
        return this.bar(v);
      case 'frame':
        return this.frame(v);
      case 'window-buttons':
        return buttons(v);
      case 'clock':
        return clock(v);
      default:
        return plain(v);
    }
  });

  /** The screen small, with the bar on its edge. */
  private bar(v: ReadonlyMap<string, TraitValue>): Shape[] {
    const display = displayOf(this.view.rows());
    const k = Math.min((WIDTH - 16) / display.width, (HEIGHT - 16) / display.height);
    const [w, h] = [display.width * k, display.height * k];
    const [x, y] = [(WIDTH - w) / 2, (HEIGHT - h) / 2];
    const num = (id: string, other: number) =>
      typeof v.get(id) === 'number' ? (v.get(id) as number) : other;
    const thick = Math.max(2, num('thickness', 40) * k);
    const share = num('edgeShare', 100) / 100;
    const margin = num('margin', 0) * k;
    const edge = text(v, 'edge', 'bottom');
    const along = text(v, 'alignment', 'centre');
    const upright = edge === 'left' || edge === 'right';
    const length = (upright ? h : w) * share;
    const rest = (upright ? h : w) - length;
    const at = along === 'start' ? 0 : along === 'end' ? rest : rest / 2;
    const place = {
      left: { x: x + margin, y: y + at, w: thick, h: length },
      right: { x: x + w - thick - margin, y: y + at, w: thick, h: length },
      top: { x: x + at, y: y + margin, w: length, h: thick },
      bottom: { x: x + at, y: y + h - thick - margin, w: length, h: thick },
    }[edge] ?? { x, y, w, h: thick };
    const bar: Shape = {
      is: 'rect',
      ...place,
      r: num('cornerRadius', 0) * k,
      fill: text(v, 'colour', GREY),
      opacity: num('opacity', 100) / 100,
    };
    const order = v.get('items') as Order | undefined;
    const dots: Shape[] = [];
    const side = Math.min(6, thick * 0.5);
    for (const zone of order ? ZONES : []) {
      const n = order![zone].length;
      const all = n * side * 2;
      const from = zone === 'start' ? side : zone === 'end' ? length - all : (length - all) / 2;
      for (let i = 0; i < n; i++) {
        const along2 = from + i * side * 2;
        const across = (thick - side) / 2;
        dots.push({
          is: 'rect',
          x: upright ? place.x + across : place.x + along2,
          y: upright ? place.y + along2 : place.y + across,
          w: side,
          h: side,
          r: 1,
          fill: DARK,
          opacity: 0.8,
        });
      }
    }
    return [{ is: 'rect', x, y, w, h, r: 0, fill: '#c9c9c9', opacity: 1 }, bar, ...dots];
  }

  private frame(v: ReadonlyMap<string, TraitValue>): Shape[] {
    const num = (id: string, other: number) =>
      typeof v.get(id) === 'number' ? (v.get(id) as number) : other;
    const title = Math.min(48, num('titleHeight', 28));
    const box = { x: 20, y: 18, w: 140, h: 112 };
    const foot = text(v, 'titlePlace', 'head') === 'foot';
    const side = text(v, 'titleAlignment', 'centre');
    return [
      { is: 'rect', ...box, r: num('cornerRadius', 0), fill: '#f4f4f4', opacity: 1 },
      {
        is: 'rect',
        x: box.x,
        y: foot ? box.y + box.h - title : box.y,
        w: box.w,
        h: title,
        r: num('cornerRadius', 0),
        fill: text(v, 'colourActive', GREY),
        opacity: 1,
      },
      {
        is: 'text',
        x: side === 'start' ? box.x + 26 : side === 'end' ? box.x + box.w - 26 : box.x + box.w / 2,
        y: (foot ? box.y + box.h - title : box.y) + title / 2 + 4,
        size: 12,
        fill: text(v, 'ink', DARK),
        text: 'Title',
      },
    ];
  }
}

function text(v: ReadonlyMap<string, TraitValue>, id: string, other: string): string {
  const value = v.get(id);
  return typeof value === 'string' ? value : other;
}

function buttons(v: ReadonlyMap<string, TraitValue>): Shape[] {
  const order = v.get('order') as Order | undefined;
  const all = order ? ZONES.flatMap((z) => order[z]) : [];
  const side = typeof v.get('size') === 'number' ? Math.min(40, v.get('size') as number) : 20;
  const gap = typeof v.get('spacing') === 'number' ? Math.min(20, v.get('spacing') as number) : 8;
  const length = all.length * side + Math.max(0, all.length - 1) * gap;
  const at =
    { start: 10, centre: (WIDTH - length) / 2, end: WIDTH - length - 10 }[text(v, 'side', 'centre')] ?? 10;
  return all.flatMap((name, i): Shape[] => [
    {
      is: 'rect',
      x: at + i * (side + gap),
      y: HEIGHT / 2 - side / 2,
      w: side,
      h: side,
      r: 2,
      fill: text(v, 'colour', DARK),
      opacity: 1,
    },
    {
      is: 'text',
      x: at + i * (side + gap) + side / 2,
      y: HEIGHT / 2 + side / 2 + 13,
      size: 9,
      fill: '#000000',
      text: name,
    },
  ]);
}

/** The moment that clocks show in sketches. */
const MOMENT = { year: 2026, month: 11, day: 24, hour: 14, minute: 5, second: 0 };

function clock(v: ReadonlyMap<string, TraitValue>): Shape[] {
  const size = typeof v.get('size') === 'number' ? Math.min(44, v.get('size') as number) : 16;
  const lines = writeDate(text(v, 'format', 'HH:mm'), MOMENT, navigator.language).split('\n');
  return lines.map((line, i) => ({
    is: 'text',
    x: WIDTH / 2,
    y: HEIGHT / 2 + (i - (lines.length - 1) / 2) * size * 1.25 + size / 3,
    size,
    fill: text(v, 'colour', '#000000'),
    text: line,
  }));
}

/** Whatever has no picture of its own: its colours as fields, its words beneath. */
function plain(v: ReadonlyMap<string, TraitValue>): Shape[] {
  const colours: string[] = [];
  const words: string[] = [];
  for (const value of v.values()) {
    if (typeof value === 'string' && /^#[0-9a-f]{6}$/.test(value)) colours.push(value);
    else if (typeof value === 'string') words.push(value);
    else if (
      typeof value === 'object' &&
      Object.values(value).every((c) => typeof c === 'string' && c.startsWith('#'))
    )
      colours.push(...Object.values(value as Palette));
  }
  const shown = colours.slice(0, 6);
  const side = shown.length > 0 ? Math.min(56, (WIDTH - 24) / shown.length - 4) : 0;
  const left = (WIDTH - shown.length * (side + 4)) / 2;
  return [
    ...shown.map((fill, i): Shape => ({
      is: 'rect',
      x: left + i * (side + 4),
      y: 24,
      w: side,
      h: side,
      r: 2,
      fill,
      opacity: 1,
    })),
    ...words.slice(0, 4).map((word, i): Shape => ({
      is: 'text',
      x: WIDTH / 2,
      y: (shown.length > 0 ? 24 + side + 22 : 46) + i * 18,
      size: 13,
      fill: '#000000',
      text: word.length > 26 ? `${word.slice(0, 25)}…` : word,
    })),
  ];
}
