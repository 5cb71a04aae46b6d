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
} from '@angular/core';
import type { ElementRow } from '@spare-coat/core/model/coat/rows';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { Intake } from '../shared/intake';
import { MeasuringStopped, PixelsWorker } from '../shared/pixels';
import type { CutAnswer } from '../../workers/pixels.messages';

/** The region cut out as a picture, without its ground where that is flat. */
@Component({
  selector: 'coat-cut-panel',
  imports: [MatButton, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (cut(); as c) {
      <div class="shown"><img alt="The cut-out" [src]="url()" /></div>
      <p class="faint">
        {{ c.width }} × {{ c.height }} px at {{ c.rect.x }}, {{ c.rect.y }}.
        {{ c.removed ? 'Its flat ground was taken away.' : 'Its ground is not flat, so it stays.' }}
      </p>
      <div class="doings">
        <a matButton="outlined" [href]="url()" [download]="fileName()"
          ><mat-icon svgIcon="download" />Save as PNG</a
        >
        @for (trait of pictureTraits(); track trait.id) {
          <button type="button" matButton="outlined" (click)="put(trait.id)">
            <mat-icon svgIcon="arrow-right" />Put into {{ selected()!.name }}: {{ trait.label.toLowerCase() }}
          </button>
        }
      </div>
    } @else {
      <p class="faint" role="status">Cutting it out …</p>
    }
  `,
  styles: `
    .shown {
      display: grid;
      place-items: center;
      min-height: 110px;
      margin: 6px 0;
      padding: 10px;
      background: repeating-conic-gradient(var(--coat-track) 0 25%, var(--mat-sys-surface) 0 50%) 0 0 / 14px
        14px;
      border: 1px solid var(--mat-sys-outline-variant);
    }
    img {
      max-width: 100%;
      max-height: 200px;
      image-rendering: pixelated;
    }
    .doings {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin-top: 8px;
    }
  `,
})
export class CutPanel {
  readonly rect = input.required<Rect>();
  readonly selected = input<ElementRow | null>(null);
  private readonly pixels = inject(PixelsWorker);
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly intake = inject(Intake);
  private readonly notices = inject(Notices);
  protected readonly cut = signal<CutAnswer | null>(null);
  protected readonly url = signal('');
  protected readonly pictureTraits = computed(() => {
    const kind = this.view.book().find(this.selected()?.kind ?? '');
    return (kind?.traits ?? []).filter((t) => t.type === 'picture');
  });
  protected readonly fileName = computed(() => {
    const name = (this.selected()?.name ?? 'cut-out').replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase();
    return `${name || 'cut-out'}.png`;
  });

  constructor() {
    effect(() => {
      const sha = this.view.picture()?.blob;
      const rect = this.rect();
      if (sha) void this.make(sha, rect);
    });
    inject(DestroyRef).onDestroy(() => URL.revokeObjectURL(this.url()));
  }

  private async make(sha: string, rect: Rect): Promise<void> {
    try {
      const cut = await this.pixels.ask('cut', { sha, rect });
      if (rect !== this.rect()) return;
      URL.revokeObjectURL(this.url());
      this.url.set(URL.createObjectURL(new Blob([cut.png as BlobPart], { type: 'image/png' })));
      this.cut.set(cut);
    } catch (error) {
      if (!(error instanceof MeasuringStopped)) this.notices.say((error as Error).message);
    }
  }

  protected async put(trait: string): Promise<void> {
    const cut = this.cut();
    const element = this.selected();
    const picture = this.view.picture();
    if (!cut || !element || !picture) return;
    try {
      const read = await this.intake.read(
        new File([cut.png as BlobPart], this.fileName(), { type: 'image/png' }),
      );
      const { x, y, width, height } = cut.rect;
      const done = this.store.send({
        type: 'trait.set',
        elementId: element.id,
        id: newId(),
        trait,
        variantId: this.view.variant()?.id ?? null,
        state: null,
        target: { blob: read.blob, width: cut.width, height: cut.height, sample: cut.sample },
        pictureId: picture.id,
        source: { how: 'measured', pictureId: picture.id, x, y, width, height },
      });
      if (done) this.notices.say(`The picture was put into ${element.name}.`);
    } catch (error) {
      this.notices.say((error as Error).message);
    } finally {
      this.intake.arriving.set(null);
    }
  }
}
