import { FirstSteps } from '../shared/hints/firstSteps';
import { MatProgressBar } from '@angular/material/progress-bar';
import { Hint } from '../shared/hints/hint';
import { Doing, offerDoings } from '../shared/doings';
import { MatDialog } from '@angular/material/dialog';
import { KindEditor } from './kindEditor';
import { VariantsDialog } from './variantsDialog';
import { NextTurn } from '../shared/nextTurn';
import { StageLayout } from '../shared/stageLayout';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { FileButton } from '../shared/fileButton';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton, MatIconButton } from '@angular/material/button';
import { DropAnywhere } from '../shared/dropFiles';
import { keyed } from '@spare-coat/core/ground/checked';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
  DestroyRef,
} from '@angular/core';
import type { PictureRow, RegionRow } from '@spare-coat/core/model/coat/rows';
import type { Guide } from '@spare-coat/core/model/coat/fields';
import { from } from 'rxjs';
import type { Point } from '@spare-coat/core/measuring/picture/measureLine';
import type { BarItem } from '@spare-coat/core/measuring/picture/readBar';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import type { SampleSide } from '@spare-coat/core/measuring/picture/sampleColour';
import { sideOff } from '@spare-coat/core/model/coat/lengthOff';
import type { Source } from '@spare-coat/core/model/coat/fields';
import { roundTo } from '@spare-coat/core/model/traits/say';
import type { NearFace } from '@spare-coat/core/measuring/type/nearestFaces';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { Keys } from '../shared/keys';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { Apart, type Proposal } from './apart';
import { ApartPanel } from './apartPanel';
import { ColourPanel, type Pick } from './colourPanel';
import { ElementDetails } from './elementDetails';
import { Fonts } from '../shared/fonts';
import { Intake } from '../shared/intake';
import { Measuring } from './measuring';
import { ShownGrade } from './pictureGrade';
import { StraightDialog } from './straightDialog';
import { OtherVariant } from './otherVariant';
import { PictureBar } from './pictureBar';
import { PictureView, type Line, type ShownRegion, type Tool } from './pictureView';
import { MeasuringStopped, PixelsWorker } from '../shared/pixels';
import { RegionDetails } from './regionDetails';
import { ZoomButtons } from '../shared/zoomButtons';

const TOOLS: readonly {
  readonly id: Tool;
  readonly label: string;
  readonly key: string;
  readonly title: string;
}[] = [
  { id: 'draw', label: 'Region', key: 'r', title: 'Draw a region (R)' },
  { id: 'move', label: 'Move', key: 'h', title: 'Move the picture (H)' },
  { id: 'colour', label: 'Colour', key: 'c', title: 'Pick colours (C)' },
  { id: 'ruler', label: 'Ruler', key: 'm', title: 'Measure a distance (M)' },
  { id: 'guide', label: 'Guide', key: 'g', title: 'Lay guides (G)' },
];
/** Picks kept: four places for an opacity, and as many before. */
const PICKS = 8;
/** So much of a photo's name goes into that of what was made of it. */
const NAME_ROOM = 160;

/** The stage where a reference look is taken apart: pictures on the bench, regions on them, traits beside. */
@Component({
  hostDirectives: [DropAnywhere],
  selector: 'coat-study',
  imports: [
    ApartPanel,
    ColourPanel,
    Doing,
    ElementDetails,
    FileButton,
    Hint,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatCheckbox,
    MatIcon,
    MatIconButton,
    MatProgressBar,
    MatTooltip,
    NextTurn,
    PictureBar,
    PictureView,
    RegionDetails,
    StageLayout,
    ZoomButtons,
  ],
  providers: [Apart, Measuring, ShownGrade],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './study.html',
  styleUrl: './study.scss',
  host: {
    '(window:keydown)': 'key($event)',
  },
})
export class Study {
  protected readonly view = inject(CoatView);
  protected readonly measuring = inject(Measuring);
  protected readonly grade = inject(ShownGrade);
  protected readonly apart = inject(Apart);
  private readonly dialog = inject(MatDialog);
  /** Pictures whose loss was read and put aside. */
  private readonly known = signal<ReadonlySet<string>>(new Set());
  protected readonly loss = computed(() => {
    const blob = this.shownBlob();
    return blob === null || this.known().has(blob) ? null : this.grade.loss();
  });
  protected readonly intake = inject(Intake);
  protected readonly other = inject(OtherVariant);
  protected readonly pixels = inject(PixelsWorker);
  private readonly fonts = inject(Fonts);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  private readonly keys = inject(Keys);
  private readonly canvas = viewChild(PictureView);

  protected readonly tools = TOOLS;
  protected readonly tool = signal<Tool>('draw');
  protected readonly lens = signal(false);
  protected readonly overlay = signal(true);
  private readonly drops = inject(DropAnywhere);
  protected readonly dragging = this.drops.over;
  protected readonly ruler = signal<Line | null>(null);
  protected readonly side = signal<SampleSide>(3);
  protected readonly picks = signal<readonly Pick[]>([]);
  protected readonly item = signal<number | null>(null);
  private pickCounter = 0;

  protected readonly regions = computed<readonly ShownRegion[]>(() => {
    const picture = this.view.picture();
    if (!picture || !this.overlay()) return [];
    const { region, element } = this.view.rows();
    return Object.values(region)
      .filter((r) => r.pictureId === picture.id && element[r.elementId])
      .map((r) => ({
        id: r.id,
        elementId: r.elementId,
        name: keyed(element, r.elementId).name + (r.state ? `, ${r.state}` : ''),
        rect: r,
        again: r.again,
      }));
  });
  /** What was found by itself, while it is shown. */
  private readonly foundHere = computed(() =>
    this.measuring.region() || !this.apart.isShown() ? null : this.apart.proposals(),
  );
  /** Boxes of the items found; of one alone while it is pointed at. */
  protected readonly itemBoxes = computed<readonly Rect[]>(() => {
    const bar = this.measuring.bar();
    const all = this.foundHere()?.map((p) => p.rect) ?? (bar?.ok ? bar.value.items.map((i) => i.box) : []);
    const one = this.item();
    return one === null || !all[one] ? all : [all[one]];
  });
  protected readonly itemNames = computed<readonly string[]>(() => {
    const found = this.foundHere() ?? [];
    const one = this.item();
    if (one !== null && found[one]) return [found[one].name];
    // What is small bears its number: names would lie over each other.
    return found.map((p, i) =>
      p.what === 'bar' || p.what === 'dock' || p.what === 'title' ? p.name : String(i + 1),
    );
  });
  protected readonly pickPlace = computed(() => {
    const [last] = this.picks();
    return this.tool() === 'colour' && last ? last : null;
  });
  private readonly shownBlob = computed(() => this.view.picture()?.blob ?? null);

  constructor() {
    // What was told of a measurement has been read when another element is looked at.
    effect(() => {
      this.view.elementId();
      untracked(() => this.other.report.set(null));
    });
    const { dialog } = this;
    offerDoings({
      variants: () => dialog.open(VariantsDialog, { ariaLabel: 'Variants' }),
      'own kind': () => dialog.open(KindEditor, { ariaLabel: 'Kind', data: { key: null } }),
    });
    const steps = inject(FirstSteps);
    effect(() => steps.hasRegion.set(this.measuring.region() !== null || this.apart.proposals() !== null));
    inject(DestroyRef).onDestroy(() => steps.hasRegion.set(false));
    this.drops.dropped.subscribe((files) => this.takeIn(files));
    effect(() => {
      const blob = this.shownBlob();
      untracked(() => {
        this.measuring.forget();
        this.ruler.set(null);
        // Decoded before it is asked for, so that the first reading is as quick as the next.
        if (blob) this.pixels.ask('load', { sha: blob }).catch((error: Error) => this.failed(error));
      });
    });
  }

  private failed(error: Error): void {
    if (!(error instanceof MeasuringStopped)) this.notices.say(error.message);
  }

  protected drawRegion({ rect, reach }: { rect: Rect; reach: number }): void {
    this.item.set(null);
    this.measuring.draw(rect, reach);
  }

  protected async pickColour({ x, y }: Point): Promise<void> {
    const picture = this.view.picture();
    if (!picture) return;
    const side = this.side();
    try {
      const { mean, spread } = await this.pixels.ask('colour', { sha: picture.blob, x, y, side });
      const pick: Pick = { id: ++this.pickCounter, picture: picture.name, x, y, side, mean, spread };
      this.picks.update((list) => [pick, ...list].slice(0, PICKS));
    } catch (error) {
      this.failed(error as Error);
    }
  }
  protected forgetPick(id: number): void {
    this.picks.update((list) => list.filter((p) => p.id !== id));
  }

  protected setGuides(guides: readonly Guide[]): void {
    const picture = this.view.picture();
    if (picture) this.store.send({ type: 'picture.guides', id: picture.id, guides });
  }

  protected async add({ kind, name }: { kind: string; name: string }): Promise<void> {
    const id = await this.measuring.add(kind, name);
    if (!id) return;
    this.measuring.forget();
    this.view.select(id);
  }

  protected async again(elementId: string): Promise<void> {
    if (await this.measuring.again(elementId)) this.measuring.forget();
  }

  /** An item of a bar becomes an element of its own: its box is the region. */
  protected async makeItem({
    item,
    kind,
    name,
  }: {
    item: BarItem;
    kind: string;
    name: string;
  }): Promise<void> {
    const bar = this.measuring.drawn();
    await this.measuring.measure(item.box, false);
    const label = this.view.book().find(kind)?.label ?? kind;
    const id = await this.measuring.add(kind, name || label);
    if (id) this.notices.say(`“${name || label}” was added.`);
    if (bar) await this.measuring.measure(bar, false);
  }

  /** Puts a face into the selected element of type: its name, weight, and the height of small letters. */
  protected takeFace({ face, pixels }: NearFace): void {
    const element = this.view.selected()?.element;
    const picture = this.view.picture();
    const text = this.measuring.text();
    const region = this.measuring.region();
    if (!element || !picture || !text?.ok || !region) return;
    const { x, y, width, height } = region.rect;
    const off = sideOff(this.measuring.readings()?.graded);
    const measured: Source = { how: 'measured', pictureId: picture.id, x, y, width, height, off };
    const target = (trait: string, value: TraitValue, source: Source) => ({
      type: 'trait.set' as const,
      elementId: element.id,
      id: newId(),
      trait,
      variantId: null,
      state: null,
      target: value,
      pictureId: picture.id,
      source,
    });
    const { family, weight } = face.metrics;
    const done = this.store.send({
      type: 'many',
      label: `Take ${family} for ${element.name}`.slice(0, 200),
      commands: [
        // The nearest known face is a likeness, not the face itself.
        target('family', family, { how: 'assumed' }),
        target('face', { family, metrics: face.metrics, pixels: roundTo(pixels, 1) }, { how: 'assumed' }),
        target('weight', weight, { how: 'assumed' }),
        ...(text.value.xHeight.ok
          ? [target('xHeight', roundTo(text.value.xHeight.value.value, 1), measured)]
          : []),
      ],
    });
    if (done) this.notices.say(`${family} ${weight} was put into ${element.name}.`);
  }

  /** What was found stands as a region then, whose sides are moved, and which is added as any other. */
  protected correct({ rect }: Proposal): void {
    this.tool.set('draw');
    this.measuring.exactly(rect);
  }

  /** Shows a region that stands, on its picture. */
  protected showRegion(region: RegionRow): void {
    this.view.choosePicture(region.pictureId);
    if (this.view.picture()?.id === region.pictureId) this.measuring.exactly(region);
  }
  protected lookAgain(region: RegionRow): void {
    this.showRegion(region);
  }

  protected takeIn(files: File[]): void {
    const fonts = files.filter((f) => this.fonts.isFont(f));
    for (const font of fonts) void this.takeFont(font);
    const pictures = files.filter((f) => !this.fonts.isFont(f));
    const variant = this.view.variant();
    if (variant && pictures.length > 0) void this.intake.take(pictures, variant.id);
  }

  protected putAside(): void {
    const blob = this.shownBlob();
    if (blob !== null) this.known.update((known) => new Set([...known, blob]));
  }
  /** A photo set straight becomes a picture of its own; the photo stays. */
  protected straighten(picture: PictureRow): void {
    this.dialog
      .open<StraightDialog, PictureRow, Uint8Array>(StraightDialog, {
        ariaLabel: 'Set the photo straight',
        data: picture,
        width: '780px',
        maxWidth: '96vw',
      })
      .afterClosed()
      .subscribe((png) => {
        if (!png) return;
        const name = `${picture.name.slice(0, NAME_ROOM)}, set straight.png`;
        const file = new File([png as Uint8Array<ArrayBuffer>], name, { type: 'image/png' });
        from(this.intake.take([file], picture.variantId, true)).subscribe(() => {
          const [newest] = this.view.variantPictures().slice(-1);
          if (newest) this.view.choosePicture(newest.id);
        });
      });
  }

  private async takeFont(file: File): Promise<void> {
    await this.fonts.take(file);
    const problem = this.fonts.problem();
    if (problem) this.notices.say(problem);
  }

  protected zoom(factor: number): void {
    if (factor === 0) this.canvas()?.fit();
    else this.canvas()?.zoomBy(factor);
  }

  protected key(event: KeyboardEvent): void {
    if (!this.keys.heeds(event) || event.shiftKey) return;
    const key = event.key.toLowerCase();
    const tool = TOOLS.find((t) => t.key === key);
    if (tool) this.tool.set(tool.id);
    else if (key === 'l') this.lens.set(!this.lens());
    else if (key === 'o') this.overlay.set(!this.overlay());
    else if (key === '0') this.zoom(0);
    else if (key === '+' || key === '=') this.zoom(1.25);
    else if (key === '-') this.zoom(0.8);
    else if (key === 'escape' && (this.measuring.drawn() || this.ruler())) {
      this.measuring.forget();
      this.ruler.set(null);
    } else return;
    event.preventDefault();
  }
}
