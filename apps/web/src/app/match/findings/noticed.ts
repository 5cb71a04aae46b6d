import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import { sameJson } from '@spare-coat/core/model/coat/changes';
import { ordered } from '@spare-coat/core/model/coat/rows';
import { sortFindings } from '@spare-coat/core/deciding/findings/finding';
import { barePlaces, type BarePlace } from '@spare-coat/core/deciding/findings/bare';
import { findingsOf } from '@spare-coat/core/deciding/findings/findings';
import { SurveyIntake } from '../../shared/surveyIntake';
import { CoatView } from '../../shared/coatView';
import { Trials } from '../../shared/trials';
import { PixelsWorker } from '../../shared/pixels';

/** So many pixels of the wallpaper tell what lies under a bar. */
const PICKED = 400;

/** What was noticed about the coat as it stands, live: with the newest survey and the wallpaper's real pixels. */
@Injectable({ providedIn: 'root' })
export class Noticed {
  private readonly view = inject(CoatView);
  private readonly surveys = inject(SurveyIntake);
  private readonly trials = inject(Trials);
  private readonly pixels = inject(PixelsWorker);
  private readonly wallpaper = signal<Readonly<Record<string, readonly string[]>>>({});

  private readonly beneath = signal<Readonly<Record<string, Readonly<Record<string, readonly string[]>>>>>(
    {},
  );

  private readonly newest = computed(
    () =>
      Object.values(this.view.rows().survey)
        .filter((s) => s.what === 'survey')
        .sort((a, b) => (a.at < b.at ? 1 : -1))[0] ?? null,
  );
  readonly survey = computed(() => this.surveys.known().get(this.newest()?.blob ?? '') ?? null);

  /** Where the wallpaper shows in each variant's picture. */
  private readonly places = computed(
    () => {
      const rows = this.view.rows();
      const element = ordered(rows.element).find((e) => e.kind === 'wallpaper');
      return Object.values(rows.region).flatMap((r) => {
        const picture = rows.picture[r.pictureId];
        if (!element || r.elementId !== element.id || r.state !== null || !picture) return [];
        const { x, y, width, height } = r;
        return [{ variant: picture.variantId, sha: picture.blob, rect: { x, y, width, height } }];
      });
    },
    { equal: sameJson },
  );

  /** Where it shows under what lies on the bare desktop. */
  private readonly bare = computed(() => barePlaces(this.view.rows()), { equal: sameJson });

  readonly sorted = computed(() => {
    const host = this.view.host();
    const state = this.view.state();
    const rows = this.view.rows();
    if (!host || !state) return { open: [], accepted: [] };
    const findings = findingsOf({
      ctx: { ...this.view.context(), host },
      state,
      survey: this.survey(),
      trials: this.trials.all(),
      today: new Date().toISOString().slice(0, 10),
      wallpaper: this.wallpaper(),
      beneath: this.beneath(),
    });
    return sortFindings(rows, findings);
  });

  constructor() {
    this.trials.load();
    effect(() => {
      const survey = this.newest();
      // Without it findings about applications are missing; the Host stage says what is wrong with it.
      if (survey) untracked(() => void this.surveys.look(survey.blob).catch(() => undefined));
    });
    effect(() => {
      const places = this.places();
      untracked(() => void this.look(places));
    });
    effect(() => {
      const places = this.bare();
      untracked(() => void this.lookBeneath(places));
    });
  }

  private async look(places: ReturnType<Noticed['places']>): Promise<void> {
    const found: Record<string, string[]> = {};
    for (const { variant, sha, rect } of places)
      found[variant] = await this.pixels.ask('pick', { sha, rect, most: PICKED }).catch(() => []);
    this.wallpaper.set(found);
  }

  private async lookBeneath(places: readonly BarePlace[]): Promise<void> {
    const found: Record<string, Record<string, readonly string[]>> = {};
    for (const { elementId, variantId, sha, rect } of places) {
      const seen = await this.pixels.ask('pick', { sha, rect, most: PICKED }).catch(() => []);
      found[elementId] = { ...found[elementId], [variantId]: seen };
    }
    // Of two looks the one for what is there now counts, whichever ends last.
    if (places === this.bare()) this.beneath.set(found);
  }
}
