import { Fold } from '../shared/fold';
import { from, map, mergeMap, toArray, type Observable } from 'rxjs';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { nth } from '@spare-coat/core/ground/checked';
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
  viewChildren,
  type ElementRef,
} from '@angular/core';
import type { ArchiveFinding } from '@spare-coat/core/deciding/archives/findings';
import type { ArchiveReport } from '@spare-coat/core/deciding/archives/report';
import { readXCursor, type CursorImage } from '@spare-coat/core/measuring/standards/xCursor';
import { Api } from '../shared/api';
import { loaded } from '../shared/asking';

interface Shown {
  readonly name: string;
  readonly path: string;
  readonly images: readonly CursorImage[];
}

/** Side of the square in which a pointer is drawn. */
const BOX = 64;
/** A frame without a delay stands still; one with less is not drawn faster than screens are. */
const LEAST_MS = 16;
/** So many files are asked for at the same time. */
const MOST_AT_ONCE = 6;

/** A pointer set, drawn and animated from its own files, with what is missing. */
@Component({
  selector: 'coat-pointer-view',
  imports: [Fold, MatButton, MatFormField, MatIcon, MatOption, MatSelect, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="ask">
      <span class="choice"
        >at
        <mat-form-field
          ><mat-select
            aria-label="Size of pointers"
            (selectionChange)="size.set(+$event.value)"
            [value]="chosen()"
          >
            @for (s of sizes(); track s) {
              <mat-option [value]="s">{{ s }}</mat-option>
            }
          </mat-select></mat-form-field
        >
        px</span
      >
      <span class="faint">{{ shown().length }} drawn, {{ aliases() }} more names are links to them</span>
      @if (moving() > 0 && !still) {
        <button type="button" matButton [attr.aria-pressed]="paused()" (click)="paused.set(!paused())">
          <mat-icon [svgIcon]="paused() ? 'play' : 'pause'" />{{ paused() ? 'Move' : 'Hold still' }}
        </button>
      }
    </div>
    <div class="grid" role="list" aria-label="Pointers">
      @for (p of shown(); track p.path) {
        <figure role="listitem">
          <canvas #box [width]="side" [height]="side" role="img" [attr.aria-label]="p.name"></canvas>
          <figcaption class="mono" [matTooltip]="told(p)">{{ p.name }}</figcaption>
        </figure>
      }
    </div>
    @if (problem(); as p) {
      <p class="alarm" role="alert">{{ p }}</p>
    }
    @if (missing().length > 0) {
      <coat-fold
        ><span foldTitle>{{ missing().length }} standard names missing</span>
        <p class="mono names">{{ missing().join(' ') }}</p>
      </coat-fold>
    }
    @if (broken().length > 0) {
      <p class="alarm">These links lead nowhere: {{ broken().join(', ') }}</p>
    }
  `,
  styles: `
    .ask {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: center;
      margin: 6px 0;
      font-size: var(--mat-sys-body-small-size);
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(78px, 1fr));
      gap: 6px;
      padding: 8px;
      background: var(--coat-mid);
      max-height: 240px;
      overflow: auto;
    }
    figure {
      margin: 0;
      display: grid;
      justify-items: center;
    }
    figcaption {
      max-width: 100%;
      overflow: hidden;
      text-overflow: ellipsis;
      font-size: var(--mat-sys-label-small-size);
      color: var(--coat-on-mid);
    }
    summary {
      cursor: pointer;
      padding: 4px 0;
    }
    .names {
      overflow-wrap: anywhere;
      font-size: var(--mat-sys-label-medium-size);
    }
  `,
})
export class PointerView {
  private readonly api = inject(Api);
  readonly finding = input.required<ArchiveFinding>();
  readonly report = input.required<ArchiveReport>();
  readonly reading = input.required<string>();
  protected readonly side = BOX;
  protected readonly still = matchMedia('(prefers-reduced-motion: reduce)').matches;
  protected readonly paused = signal(false);
  protected readonly size = signal(0);
  private readonly read = loaded(
    () => ({ reading: this.reading(), root: this.finding().root, files: this.report().pictures }),
    ({ reading, root, files }) => this.pointers(reading, root, files),
  );
  protected readonly problem = this.read.problem;
  protected readonly shown = computed(() => this.read.value() ?? []);
  private readonly boxes = viewChildren<ElementRef<HTMLCanvasElement>>('box');
  private frame = 0;

  private readonly evidence = computed(() => {
    const { evidence } = this.finding();
    return evidence.what === 'pointer set' ? evidence : null;
  });
  protected readonly sizes = computed(() =>
    [...new Set((this.evidence()?.pointers ?? []).flatMap((p) => p.sizes))].sort((a, b) => a - b),
  );
  protected readonly chosen = computed(
    () => this.size() || this.sizes().find((s) => s >= 24) || this.sizes().at(-1) || 24,
  );
  protected readonly aliases = computed(() => this.evidence()?.aliases.length ?? 0);
  protected readonly missing = computed(() => this.evidence()?.missing ?? []);
  protected readonly broken = computed(() => this.evidence()?.broken ?? []);
  protected readonly moving = computed(() => this.shown().filter((s) => this.framesOf(s).length > 1).length);

  /** Sizes, frames, delay and hot spot of a pointer. */
  protected told(shown: Shown): string {
    const frames = this.framesOf(shown);
    const [first] = frames;
    const sizes = [...new Set(shown.images.map((i) => i.nominal))].sort((a, b) => a - b).join(', ');
    const motion = frames.length > 1 ? `${frames.length} frames, ${first!.delay} ms each` : 'still';
    return `${shown.name}: ${sizes} px, ${motion}, hot spot ${first!.hotX}, ${first!.hotY}`;
  }

  constructor() {
    effect(() => {
      this.shown();
      this.boxes();
      this.chosen();
      this.paused();
      untracked(() => this.play());
    });
    inject(DestroyRef).onDestroy(() => cancelAnimationFrame(this.frame));
  }

  /** Every pointer file under a set's folder, in the order of its names. */
  private pointers(reading: string, root: string, files: ArchiveReport['pictures']): Observable<Shown[]> {
    const under = `${root === '' ? '' : `${root}/`}cursors/`;
    const paths = Object.keys(files)
      .filter((path) => path.startsWith(under) && files[path]?.type === 'image/x-xcursor')
      .sort();
    const readOne = (path: string) =>
      this.api.archivePicture(reading, path).pipe(map((bytes) => readXCursor(new Uint8Array(bytes)).images));
    return from(paths).pipe(
      mergeMap(
        (path) => readOne(path).pipe(map((images) => ({ path, name: path.slice(under.length), images }))),
        MOST_AT_ONCE,
      ),
      toArray(),
      map((all) =>
        all.filter((s) => s.images.length > 0).sort((a, b) => paths.indexOf(a.path) - paths.indexOf(b.path)),
      ),
    );
  }

  /** The frames of the chosen size, or of the nearest there is. */
  private framesOf({ images }: Shown): readonly CursorImage[] {
    const nominal = images
      .map((i) => i.nominal)
      .reduce((best, n) => (Math.abs(n - this.chosen()) < Math.abs(best - this.chosen()) ? n : best));
    return images.filter((i) => i.nominal === nominal);
  }

  private play(): void {
    cancelAnimationFrame(this.frame);
    const all = this.shown().map((s, i) => ({
      frames: this.framesOf(s),
      canvas: this.boxes()[i]?.nativeElement,
      at: -1,
    }));
    const draw = (now: number) => {
      for (const one of all) {
        if (!one.canvas) continue;
        const whole = one.frames.reduce((n, f) => n + Math.max(LEAST_MS, f.delay), 0);
        let left = one.frames.length > 1 ? now % whole : 0;
        let at = 0;
        while (at < one.frames.length - 1 && left >= Math.max(LEAST_MS, nth(one.frames, at).delay))
          left -= Math.max(LEAST_MS, nth(one.frames, at++).delay);
        if (at === one.at) continue;
        one.at = at;
        paint(one.canvas, nth(one.frames, at));
      }
      if (!this.still && !this.paused() && all.some((o) => o.frames.length > 1))
        this.frame = requestAnimationFrame(draw);
    };
    draw(0);
  }
}

/** One picture in the middle of its box. */
function paint(canvas: HTMLCanvasElement, image: CursorImage): void {
  const context = canvas.getContext('2d');
  if (!context) return;
  context.clearRect(0, 0, BOX, BOX);
  const pixels = new ImageData(new Uint8ClampedArray(image.data), image.width, image.height);
  const x = Math.max(0, (BOX - image.width) >> 1);
  const y = Math.max(0, (BOX - image.height) >> 1);
  context.putImageData(pixels, x, y);
}
