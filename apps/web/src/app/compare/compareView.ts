import { nth } from '@spare-coat/core/ground/checked';
import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import type { CaptureRow, PictureRow, SightingRow } from '@spare-coat/core/model/coat/rows';
import { adviceFor, type Advice } from '@spare-coat/core/proving/compare/advice';
import { expectedRect, type Size } from '@spare-coat/core/proving/compare/expectedRect';
import {
  meanProven,
  onDisplay,
  provingCaptures,
  type TraitProof,
} from '@spare-coat/core/deciding/matching/proof';
import { settingThen } from '@spare-coat/core/proving/compare/settingThen';
import { carryFactor, displayOf } from '@spare-coat/core/deciding/matching/carry';
import type { ElementState } from '@spare-coat/core/deciding/matching/evaluate';
import { creditsFor, type TraitScore } from '@spare-coat/core/deciding/matching/score';
import { CoatView } from '../shared/coatView';
import { MeasuringStopped, PixelsWorker } from '../shared/pixels';
import { Comparer, type Compared } from './comparer';

/** A picture on the bench, whatever it is of. */
export interface Shown extends Size {
  readonly id: string;
  readonly name: string;
  readonly blob: string;
}

/** Where the one picture lies on the other: pixels of the own one for one of it, and its corner there. */
export interface Laid {
  readonly factor: number;
  readonly x: number;
  readonly y: number;
}

/** One trait in the table of an element: wanted, promised, and seen on the picture at hand. */
export interface TraitLine {
  readonly score: TraitScore;
  readonly proof: TraitProof | null;
  readonly advice: Advice | null;
}

/** An element in the list of the worst. */
export interface Ranked {
  readonly state: ElementState;
  /** Of what was read off the picture, at least and at most, 0 to 1; null: nothing was. */
  readonly closeness: number | null;
  readonly most: number | null;
  /** It was looked for, and either not found or seen to be not there; null where it was found, or nobody looked. */
  readonly missing: 'not found' | 'not there' | null;
}

/** What the Compare stage looks at: which pictures lie on each other, what was seen, and what there is to do about it. */
@Injectable()
export class CompareView {
  private readonly view = inject(CoatView);
  private readonly pixels = inject(PixelsWorker);
  private readonly comparer = inject(Comparer);

  /** The picture of the own desktop, and what it lies against (null: the reference); from the address. */
  readonly captureId = signal<string | null>(null);
  readonly againstId = signal<string | null>(null);

  /** Pictures of the own desktop in this variant, newest first. */
  readonly captures = computed<readonly CaptureRow[]>(() => {
    const variant = this.view.variant()?.id;
    return Object.values(this.view.rows().capture)
      .filter((c) => c.variantId === variant)
      .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : a.id < b.id ? 1 : -1));
  });
  readonly capture = computed<CaptureRow | null>(
    () => this.captures().find((c) => c.id === this.captureId()) ?? this.captures()[0] ?? null,
  );
  /** The reference's picture that the own one is held against: of the same subject where there is one. */
  readonly picture = computed<PictureRow | null>(() => {
    const all = this.view.variantPictures();
    const subject = this.capture()?.subject;
    const chosen = this.view.picture();
    return chosen?.subject === subject ? chosen : (all.find((p) => p.subject === subject) ?? chosen);
  });
  /** Another picture of the own desktop in place of the reference; null: the reference. */
  readonly earlier = computed<CaptureRow | null>(
    () => this.captures().find((c) => c.id === this.againstId() && c.id !== this.capture()?.id) ?? null,
  );
  readonly against = computed<Shown | null>(() => this.earlier() ?? this.picture());

  /** Pixels of the own picture for one of the reference, by the coat's way of carrying lengths. */
  readonly factor = computed(() => {
    const [picture, own, coat] = [this.picture(), this.capture(), this.view.coat()];
    if (!picture || !own || !coat) return 1;
    const { inches } = displayOf(this.view.rows());
    return carryFactor(coat.policy, picture, { width: own.width, height: own.height, inches }).factor;
  });
  /** Regions at rest on the reference's picture, by element. */
  readonly regions = computed(() => {
    const id = this.picture()?.id;
    const all = Object.values(this.view.rows().region).filter((r) => r.pictureId === id && r.state === null);
    return new Map(all.map((r) => [r.elementId, r]));
  });
  /** Where the other picture lies on the own one: anchored to the edge at which the selected element stands. */
  readonly laid = computed<Laid | null>(
    () => {
      const [own, against] = [this.capture(), this.against()];
      if (!own || !against) return null;
      if (this.earlier()) {
        const factor = own.height / against.height;
        return { factor, x: (own.width - against.width * factor) / 2, y: 0 };
      }
      const factor = this.factor();
      const region = this.regions().get(this.view.selected()?.element.id ?? '');
      const at = region && expectedRect(region, against, own, factor);
      return region && at
        ? { factor, x: Math.round(at.x - region.x * factor), y: Math.round(at.y - region.y * factor) }
        : {
            factor,
            x: Math.round((own.width - against.width * factor) / 2),
            y: Math.round((own.height - against.height * factor) / 2),
          };
    },
    { equal: (a, b) => a?.factor === b?.factor && a?.x === b?.x && a?.y === b?.y },
  );

  /** What was seen on the picture at hand, by element. */
  readonly sightings = computed<ReadonlyMap<string, SightingRow>>(() => {
    const id = this.capture()?.id;
    const all = Object.values(this.view.rows().sighting).filter((s) => s.captureId === id);
    return new Map(all.map((s) => [s.elementId, s]));
  });
  readonly sighting = computed(() => this.sightings().get(this.view.selected()?.element.id ?? '') ?? null);

  private missingOf(sighting: SightingRow | undefined): Ranked['missing'] {
    return sighting?.how === 'not found' || sighting?.how === 'not there' ? sighting.how : null;
  }
  /** Whether there is nothing of it to be told on the picture. */
  isMissing(sighting: SightingRow): boolean {
    return this.missingOf(sighting) !== null;
  }

  /** How alike an element is on the picture at hand, at least and at most, by what was read off it; null where nothing was. */
  closenessOf(state: ElementState): { readonly closeness: number; readonly most: number } | null {
    const variant = this.view.variant();
    const score = variant ? state.perVariant[variant.id] : undefined;
    return score
      ? meanProven(
          score,
          this.linesOf(state).flatMap(({ proof }) => proof ?? []),
        )
      : null;
  }

  /** Elements that can be seen on the picture, by what they lose there by their weight, the worst first. */
  readonly worst = computed<readonly Ranked[]>(() => {
    const seen = this.sightings();
    return this.view
      .spine()
      .filter((s) => this.regions().has(s.element.id) && !s.element.addition)
      .map((state) => ({
        state,
        closeness: null,
        most: null,
        ...this.closenessOf(state),
        missing: this.missingOf(seen.get(state.element.id)),
      }))
      .sort((a, b) => lossOf(b) - lossOf(a));
  });
  /** The whole picture: weighted mean over its elements, at least and at most; of what was not found nobody can tell. */
  readonly whole = computed(() => {
    let [sum, best, weights] = [0, 0, 0];
    for (const { state, closeness, most, missing } of this.worst()) {
      if ((closeness === null && !missing) || state.standing === 'left alone') continue;
      sum += state.element.weight * (closeness ?? 0);
      best += state.element.weight * (most ?? (missing === 'not there' ? 0 : 1));
      weights += state.element.weight;
    }
    return weights === 0 ? null : { closeness: sum / weights, most: best / weights };
  });

  /** The traits of the selected element as they are wanted, promised and seen on the picture at hand. */
  readonly lines = computed<readonly TraitLine[]>(() => {
    const state = this.view.selected();
    return state ? this.linesOf(state) : [];
  });

  private linesOf(state: ElementState): TraitLine[] {
    const [variant, capture] = [this.view.variant(), this.capture()];
    if (!variant || !capture) return [];
    const { rows } = this.view.context();
    const sighting = this.sightings().get(state.element.id);
    const { scale } = displayOf(rows, state.element);
    return (state.perVariant[variant.id]?.traits ?? [])
      .filter((score) => score.target.state === null)
      .map((score): TraitLine => {
        const read = sighting?.values[score.target.spec.id];
        if (read === undefined) return { score, proof: null, advice: null };
        const seen = onDisplay(rows, state.element, capture, score, read);
        const proof: TraitProof = { score, seen, by: 'picture', ...creditsFor(score.target, seen) };
        const then =
          capture.how === 'drawn' ? score.setting : settingThen(this.view.context(), score, capture.at);
        return { score, proof, advice: adviceFor(proof, then, scale, variant.name.toLowerCase()) };
      });
  }

  /** The two pictures compared whole; null while they are, or where there are not two. */
  readonly compared = signal<Compared | null>(null);
  readonly problem = signal<string | null>(null);
  /** Whether the whole pictures are wanted: they are compared when the map is looked at, not before. */
  readonly wantsMap = signal(false);
  private turn = 0;

  constructor() {
    effect(() => {
      const [own, against, laid] = [this.capture(), this.against(), this.laid()];
      const wanted = this.wantsMap();
      untracked(() => {
        this.compared.set(null);
        this.problem.set(null);
        if (own && against && laid && wanted) void this.compareWhole(own, against, laid);
      });
    });
  }

  private async compareWhole(own: CaptureRow, against: Shown, laid: Laid): Promise<void> {
    const turn = ++this.turn;
    try {
      const pair = await this.pixels.ask('pair', { sha: own.blob, reference: against.blob, ...laid });
      if (turn !== this.turn) return;
      if (!pair) {
        this.problem.set('The two pictures do not overlap.');
        return;
      }
      const compared = await this.comparer.compare(pair);
      if (turn === this.turn) this.compared.set(compared);
    } catch (error) {
      if (turn === this.turn && !(error instanceof MeasuringStopped))
        this.problem.set((error as Error).message);
    }
  }

  /** The next or the one before in the list of the worst. */
  next(by: 1 | -1): void {
    const list = this.worst();
    if (list.length === 0) return;
    const at = list.findIndex((w) => w.state.element.id === this.view.selected()?.element.id);
    const to = at < 0 ? 0 : (at + by + list.length) % list.length;
    this.view.select(nth(list, to).state.element.id);
  }

  /** Pictures that prove something, oldest first, in this variant. */
  readonly proving = computed(() => provingCaptures(this.view.rows(), this.view.variant()?.id));
}

/** What an element loses: one that was not found all of it, one that nobody looked for nothing that can be told. */
function lossOf({ state, closeness, missing }: Ranked): number {
  if (closeness === null && !missing) return -1;
  return state.element.weight * (1 - (closeness ?? 0));
}
