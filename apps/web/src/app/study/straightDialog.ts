import { CdkDrag, type CdkDragMove } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatOption } from '@angular/material/core';
import {
  MAT_DIALOG_DATA,
  MatDialogActions,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatSelect } from '@angular/material/select';
import type { Point } from '@spare-coat/core/measuring/picture/measureLine';
import { isScreen, type Corners } from '@spare-coat/core/measuring/picture/perspective';
import type { PictureRow } from '@spare-coat/core/model/coat/rows';
import { Task } from '../shared/asking';
import { NumberField } from '../shared/forms/numberField';
import { PixelsWorker } from '../shared/pixels';
import { from } from 'rxjs';

/** What screens usually are, width over height. */
const PROPORTIONS = [
  { label: '16 : 9', value: 16 / 9 },
  { label: '16 : 10', value: 16 / 10 },
  { label: '3 : 2', value: 3 / 2 },
  { label: '4 : 3', value: 4 / 3 },
  { label: '21 : 9', value: 64 / 27 },
  { label: 'another', value: null },
] as const;
const NAMES = ['top left', 'top right', 'bottom right', 'bottom left'] as const;
/** The photo is shown within so many pixels. */
const ROOM = { width: 730, height: 430 };
/** And within the window, less what stands around it. */
const AROUND = { width: 90, height: 330 };
/** From the border of the photo, as a share of it, where corners begin that were not found. */
const INSET = 0.1;

/** The four corners of the screen on a photo, found or dragged, and the photo set straight by them. Gives back the PNG. */
@Component({
  selector: 'coat-straight-dialog',
  imports: [
    CdkDrag,
    MatButton,
    MatDialogActions,
    MatDialogContent,
    MatDialogTitle,
    MatFormField,
    MatIcon,
    MatOption,
    MatProgressBar,
    MatSelect,
    NumberField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1 mat-dialog-title>Set the photo straight</h1>
    <mat-dialog-content>
      <p role="status">{{ told() }}</p>
      <div class="photo" [style.width.px]="shown.width" [style.height.px]="shown.height">
        <img alt="" draggable="false" [src]="'/api/blobs/' + picture.blob" />
        <svg aria-hidden="true" [attr.viewBox]="'0 0 ' + picture.width + ' ' + picture.height">
          <polygon [attr.points]="outline()" [class.wrong]="!isRight()" />
        </svg>
        @for (corner of corners(); track $index) {
          <button
            type="button"
            class="corner"
            cdkDrag
            cdkDragBoundary=".photo"
            [cdkDragFreeDragPosition]="inView(corner)"
            [attr.aria-label]="names[$index] + ' corner, ' + place(corner)"
            (cdkDragMoved)="dragged($index, $event)"
            (keydown)="key($index, $event)"
          ></button>
        }
      </div>
      @if (task.busy()) {
        <mat-progress-bar mode="indeterminate" aria-label="Progress" />
      }
      <div class="choice">
        <span>The screen is</span>
        <mat-form-field
          ><mat-select
            aria-label="Proportion of the screen"
            [value]="proportion()"
            (selectionChange)="proportion.set($event.value)"
          >
            @for (p of proportions; track p.label) {
              <mat-option [value]="p.value">{{ p.label }}</mat-option>
            }
          </mat-select></mat-form-field
        >
        @if (proportion() === null) {
          <coat-number-field
            name="Width of the screen"
            [least]="16"
            [most]="32768"
            [value]="own().width"
            (given)="own.set({ width: $event, height: own().height })"
          />
          <span>by</span>
          <coat-number-field
            name="Height of the screen"
            [least]="16"
            [most]="32768"
            [value]="own().height"
            (given)="own.set({ width: own().width, height: $event })"
          />
        }
      </div>
      @if (task.problem(); as p) {
        <p class="alarm" role="alert">{{ p }}</p>
      }
    </mat-dialog-content>
    <mat-dialog-actions>
      <button type="button" matButton (click)="ref.close()"><mat-icon svgIcon="x" />Leave it as it is</button>
      <button type="button" matButton="filled" [disabled]="!isRight() || task.busy()" (click)="set()">
        <mat-icon svgIcon="check" />Set it straight
      </button>
    </mat-dialog-actions>
  `,
  styles: `
    .photo {
      position: relative;
      margin: 8px 0 12px;
      background: var(--coat-mid);
      touch-action: none;
      img,
      svg {
        position: absolute;
        inset: 0;
        width: 100%;
        height: 100%;
      }
    }
    polygon {
      fill: none;
      stroke: var(--coat-mark);
      stroke-width: 2;
      vector-effect: non-scaling-stroke;
      filter: drop-shadow(0 0 1px var(--coat-rim));
      &.wrong {
        stroke-dasharray: 5 4;
      }
    }
    .corner {
      position: absolute;
      left: -12px;
      top: -12px;
      width: 24px;
      height: 24px;
      padding: 0;
      border: 2px solid var(--coat-mark);
      outline: 1px solid var(--coat-rim);
      background: color-mix(in srgb, var(--coat-mark) 25%, transparent);
      cursor: move;
      &:focus-visible {
        outline: 3px solid var(--mat-sys-primary);
      }
    }
    coat-number-field {
      width: 92px;
    }
  `,
})
export class StraightDialog {
  protected readonly ref = inject<MatDialogRef<unknown, Uint8Array>>(MatDialogRef);
  protected readonly picture = inject<PictureRow>(MAT_DIALOG_DATA);
  private readonly pixels = inject(PixelsWorker);
  protected readonly task = new Task();
  protected readonly names = NAMES;
  protected readonly proportions = PROPORTIONS;
  private readonly zoom = Math.max(
    0.02,
    Math.min(
      1,
      Math.min(ROOM.width, window.innerWidth - AROUND.width) / this.picture.width,
      Math.min(ROOM.height, window.innerHeight - AROUND.height) / this.picture.height,
    ),
  );
  protected readonly shown = {
    width: Math.round(this.picture.width * this.zoom),
    height: Math.round(this.picture.height * this.zoom),
  };
  protected readonly proportion = signal<number | null>(PROPORTIONS[0].value);
  protected readonly own = signal({ width: 1920, height: 1200 });
  protected readonly told = signal('Looking for the screen …');
  protected readonly corners = signal<Corners>(this.inset());
  protected readonly isRight = computed(() => isScreen(this.corners()));
  protected readonly outline = computed(() =>
    this.corners()
      .map(({ x, y }) => `${x},${y}`)
      .join(' '),
  );

  constructor() {
    this.task.run(from(this.pixels.ask('screen', { sha: this.picture.blob })), (found) => {
      if (found.ok) this.corners.set(found.value);
      this.told.set(
        found.ok
          ? 'These are the corners of the screen, as they were found. Drag what is not right; arrow keys move a corner by a pixel, with Shift by 10.'
          : `${found.sentence} Drag each to its corner; arrow keys move it by a pixel, with Shift by 10.`,
      );
    });
  }

  private inset(): Corners {
    const { width, height } = this.picture;
    const [x0, y0] = [Math.round(width * INSET), Math.round(height * INSET)];
    const [x1, y1] = [width - x0, height - y0];
    return [
      { x: x0, y: y0 },
      { x: x1, y: y0 },
      { x: x1, y: y1 },
      { x: x0, y: y1 },
    ];
  }

  protected inView({ x, y }: Point): Point {
    return { x: x * this.zoom, y: y * this.zoom };
  }
  protected place({ x, y }: Point): string {
    return `${Math.round(x)} by ${Math.round(y)}`;
  }
  private move(index: number, to: (from: Point) => Point): void {
    const { width, height } = this.picture;
    const inside = (n: number, most: number) => Math.min(most, Math.max(0, n));
    this.corners.update((four) => {
      const moved = four.map((c, i) => {
        if (i !== index) return c;
        const { x, y } = to(c);
        return { x: inside(x, width), y: inside(y, height) };
      });
      return moved as unknown as Corners;
    });
  }
  protected dragged(index: number, event: CdkDragMove): void {
    const { x, y } = event.source.getFreeDragPosition();
    this.move(index, () => ({ x: x / this.zoom, y: y / this.zoom }));
  }
  protected key(index: number, event: KeyboardEvent): void {
    const by = event.shiftKey ? 10 : 1;
    const steps: Readonly<Record<string, Point>> = {
      ArrowLeft: { x: -by, y: 0 },
      ArrowRight: { x: by, y: 0 },
      ArrowUp: { x: 0, y: -by },
      ArrowDown: { x: 0, y: by },
    };
    const step = steps[event.key];
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    this.move(index, ({ x, y }) => ({ x: x + step.x, y: y + step.y }));
  }

  protected set(): void {
    const { width, height } = this.own();
    const proportion = this.proportion() ?? width / height;
    const asked = this.pixels.ask('straight', {
      sha: this.picture.blob,
      corners: this.corners(),
      proportion,
    });
    this.task.run(from(asked), (straight) => {
      if (straight.ok) this.ref.close(straight.value.png);
      else this.task.problem.set(straight.sentence);
    });
  }
}
