import type { TraitValue } from '@spare-coat/core/model/traits/value';
import type { State } from '@spare-coat/core/model/traits/state';
import { Injectable, computed, inject, signal } from '@angular/core';
import type { Beside } from '@spare-coat/core/measuring/apart/readBeside';
import type { BarReading } from '@spare-coat/core/measuring/picture/readBar';
import type { InkReading } from '@spare-coat/core/measuring/picture/readInk';
import type { RegionReading } from '@spare-coat/core/measuring/picture/readRegion';
import { withSide, type SideName } from '@spare-coat/core/measuring/picture/settleEdges';
import type { TextReading } from '@spare-coat/core/measuring/picture/readText';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import type { Result } from '@spare-coat/core/ground/result';
import { measuredSource } from '@spare-coat/core/model/coat/lengthOff';
import { measuredTraits, type Readings } from '@spare-coat/core/model/kinds/measure';
import { ShownGrade } from './pictureGrade';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { MeasuringStopped, PixelsWorker } from '../shared/pixels';

/** The region that is drawn and not yet used, and all that the instruments say of it. */
@Injectable()
export class Measuring {
  private readonly pixels = inject(PixelsWorker);
  private readonly view = inject(CoatView);
  private readonly grade = inject(ShownGrade);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);

  readonly drawn = signal<Rect | null>(null);
  readonly region = signal<RegionReading | null>(null);
  readonly bar = signal<Result<BarReading> | null>(null);
  readonly text = signal<Result<TextReading> | null>(null);
  readonly ink = signal<Result<InkReading> | null>(null);
  readonly beside = signal<Beside | null>(null);
  /** The title strip of the window that was drawn round; null where it has none that is told, undefined while nobody looked. */
  readonly strip = signal<Rect | null | undefined>(undefined);
  /** Milliseconds from region to traits. */
  readonly ms = signal<number | null>(null);
  readonly settle = signal(true);
  /** The state that the picture shows the element in; null at rest. */
  readonly state = signal<State | null>(null);
  /** The sides stand where a hand put them. */
  private readonly byHand = signal(false);
  private reach = 8;
  private turn = 0;
  /** Resolves when the slower instruments have answered for what is drawn. */
  private whole: Promise<void> = Promise.resolve();

  readonly readings = computed<Readings | null>(() => {
    const region = this.region();
    const bar = this.bar();
    const text = this.text();
    if (!region) return null;
    return {
      region,
      bar: bar?.ok ? bar.value : null,
      text: text?.ok ? text.value : null,
      beside: this.beside(),
      graded: this.grade.told(),
      byHand: this.byHand(),
    };
  });

  forget(): void {
    this.turn++;
    this.drawn.set(null);
    this.region.set(null);
    this.bar.set(null);
    this.text.set(null);
    this.ink.set(null);
    this.beside.set(null);
    this.state.set(null);
  }

  draw(rect: Rect, reach: number): void {
    this.reach = reach;
    void this.measure(rect, this.settle());
  }

  /** Exactly this region: nudged, or one that stands already. */
  exactly(rect: Rect): void {
    void this.measure(rect, false);
  }

  /** Of a side that may be at either of two lines, the one that a person takes: it is found there. */
  take(side: SideName, at: number): void {
    const read = this.region();
    if (!read) return;
    const found = { ...read.found, [side]: true };
    const rivals = read.rivals.filter((r) => r.side !== side);
    void this.measure(withSide(read.rect, side, at), false, { found, rivals });
  }

  /** Looks for the title strip of the window that was drawn round. */
  async lookForStrip(): Promise<void> {
    const [sha, rect] = [this.view.picture()?.blob, this.region()?.rect];
    if (sha === undefined || !rect) return;
    const turn = this.turn;
    try {
      const strip = await this.pixels.ask('strip', { sha, rect });
      if (turn === this.turn) this.strip.set(strip);
    } catch (error) {
      this.failed(error as Error, turn);
    }
  }

  /** A part that was found within what was drawn, in its place. */
  takePart(rect: Rect): void {
    void this.measure(rect, false, {
      found: { left: true, top: true, right: true, bottom: true },
      rivals: [],
    });
  }

  async measure(rect: Rect, settle: boolean, known?: Pick<RegionReading, 'found' | 'rivals'>): Promise<void> {
    const picture = this.view.picture();
    if (!picture) return;
    const turn = ++this.turn;
    this.drawn.set(rect);
    const sha = picture.blob;
    try {
      const { answer, ms } = await this.pixels.timed('region', { sha, rect, settle, reach: this.reach });
      if (turn !== this.turn) return;
      this.drawn.set(answer.rect);
      this.byHand.set(!settle && !known);
      this.region.set({ ...answer, ...known });
      this.strip.set(undefined);
      this.ms.set(ms);
      this.bar.set(null);
      this.text.set(null);
      this.ink.set(null);
      this.beside.set(null);
      this.whole = this.readWhole(sha, answer.rect, turn);
      await this.whole;
    } catch (error) {
      this.failed(error as Error, turn);
    }
  }

  private async readWhole(sha: string, rect: Rect, turn: number): Promise<void> {
    try {
      const [bar, text, ink, beside] = await Promise.all([
        this.pixels.ask('bar', { sha, rect, settle: false, reach: this.reach }),
        this.pixels.ask('text', { sha, rect }),
        this.pixels.ask('ink', { sha, rect }),
        this.besideOf(sha, rect),
      ]);
      if (turn !== this.turn) return;
      this.beside.set(beside);
      this.ink.set(ink);
      this.bar.set(bar);
      this.text.set(text);
    } catch (error) {
      this.failed(error as Error, turn);
    }
  }

  /** Only a whole desktop to the pixel is taken apart. */
  private async besideOf(sha: string, rect: Rect): Promise<Beside | null> {
    const isWhole = this.view.picture()?.subject === 'Whole desktop';
    return isWhole && this.grade.told()?.grade === 'exact' ? this.pixels.ask('beside', { sha, rect }) : null;
  }

  private failed(error: Error, turn: number): void {
    if (turn !== this.turn) return;
    this.forget();
    if (!(error instanceof MeasuringStopped)) this.notices.say(error.message);
  }

  /**
   * All that the instruments say of something that was found on the shown picture, whatever is drawn: its sides are where they were
   * found. @throws Error with a sentence
   */
  async read(rect: Rect): Promise<Readings> {
    const sha = this.view.picture()?.blob;
    if (sha === undefined) throw new Error('There is no picture to measure on.');
    const exactly = { sha, rect, settle: false, reach: this.reach };
    const [region, bar, text, beside] = await Promise.all([
      this.pixels.ask('region', exactly),
      this.pixels.ask('bar', exactly),
      this.pixels.ask('text', { sha, rect }),
      this.besideOf(sha, rect),
    ]);
    return {
      region: { ...region, found: { left: true, top: true, right: true, bottom: true } },
      bar: bar.ok ? bar.value : null,
      text: text.ok ? text.value : null,
      beside,
      graded: this.grade.told(),
      byHand: false,
    };
  }

  /** What makes an element of readings. */
  adding(id: string, kind: string, name: string, readings: Readings, state: State | null) {
    const weight = this.view.book().find(kind)?.weight ?? 3;
    return { type: 'element.add' as const, id, kind, name, weight, ...this.fields(kind, readings, state) };
  }

  /** A target read off a region of the shown picture, for all variants and at rest. */
  target(readings: Readings, trait: string, target: TraitValue) {
    const pictureId = this.view.picture()!.id;
    const source = measuredSource(null, trait, readings, pictureId);
    return { id: newId(), trait, variantId: null, state: null, target, pictureId, source };
  }

  /** What of the readings becomes the region and the targets of an element of a kind. */
  private fields(kindId: string, readings: Readings, state: State | null) {
    const picture = this.view.picture()!;
    const variantId = this.view.variant()!.id;
    const kind = this.view.book().find(kindId);
    const { x, y, width, height } = readings.region.rect;
    return {
      region: {
        id: newId(),
        pictureId: picture.id,
        x,
        y,
        width,
        height,
        state,
        ground: readings.region.ground,
      },
      traits: [...measuredTraits(kind, readings)].map(([trait, target]) => ({
        ...this.target(readings, trait, target),
        variantId: kind?.traits.find((t) => t.id === trait)?.perVariant ? variantId : null,
        state,
        source: measuredSource(kind, trait, readings, picture.id),
      })),
    };
  }

  /** Makes an element of the region. Answers its id, or null when it was refused. */
  async add(kind: string, name: string): Promise<string | null> {
    await this.whole;
    const readings = this.readings();
    if (!readings) return null;
    const state = this.state();
    this.state.set(null);
    const id = newId();
    return this.store.send(this.adding(id, kind, name, readings, state)) ? id : null;
  }

  /** Measures an element that stands already, on the shown picture. */
  async again(elementId: string): Promise<boolean> {
    await this.whole;
    const readings = this.readings();
    const element = this.view.rows().element[elementId];
    if (!readings || !element) return false;
    const { region, traits } = this.fields(element.kind, readings, this.state());
    // What all variants share is measured once; another variant brings only what is its own.
    const first = this.view.pictures()[0]?.variantId === this.view.variant()?.id;
    const own = first || region.state !== null ? traits : traits.filter((t) => t.variantId !== null);
    return this.store.send({ type: 'element.measure', id: elementId, region, traits: own });
  }
}
