import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { signal, type Type } from '@angular/core';
import { DEMO_ELEMENTS } from '@spare-coat/demo/coat';
import { PARTS } from '@spare-coat/demo/catalogue';
import { partId } from '@spare-coat/demo/makePart';
import { FERNBANK } from '@spare-coat/demo/profileFernbank';
import { PROFILES } from '@spare-coat/demo/profiles';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { of } from 'rxjs';
import { CoatView } from '../shared/coatView';
import { PixelsWorker } from '../shared/pixels';
import { benchWith, testId, type Bench } from './bench';
import { handOn, type Hand } from './hand';

const BLOB = 'd'.repeat(64);
/** What the instruments read off the demo’s pictures, as far as tests want it. */
const MEASURED: Readonly<Record<string, Readonly<Record<string, TraitValue>>>> = {
  Rail: { edge: 'right', thickness: 112, colour: '#e3c2b4', edgeShare: 100, margin: 0 },
  'Cue strip': { edge: 'bottom', thickness: 40, colour: '#d9cbb8', edgeShare: 100, margin: 0 },
  'Window frame': { titleHeight: 36 },
};

export interface DemoBench extends Bench {
  /** Ids of the elements, by their names. */
  readonly element: Readonly<Record<string, string>>;
  readonly pictureId: string;
  /** Ids of the variants. */
  readonly light: string;
  readonly dark: string;
}

/**
 * The demo’s coat on a bench: its elements with what is wanted of them and what was chosen, its host, and the whole catalogue, of
 * which every figure is really worked out. Pictures are rows without pixels.
 */
export function demoBench(): DemoBench {
  const bench = benchWith({ type: 'variant.add', id: testId(), name: 'Light' });
  bench.lay({ type: 'variant.add', id: testId(), name: 'Dark' });
  const [light, dark] = Object.values(bench.rows().variant)
    .sort((a, b) => a.position - b.position)
    .map((v) => v.id) as [string, string];
  const pictureId = testId();
  bench.lay(
    { type: 'coat.host', profileId: FERNBANK.id, profileRevision: FERNBANK.revision, channel: 'pipit' },
    { type: 'display.set', id: testId(), width: 1920, height: 1080, scale: 1, inches: null },
    {
      type: 'picture.add',
      id: pictureId,
      variantId: light,
      name: 'Saltmarsh 3, light',
      subject: 'Whole desktop',
      blob: BLOB,
      original: BLOB,
      width: 2560,
      height: 1440,
    },
  );
  const element: Record<string, string> = {};
  DEMO_ELEMENTS.forEach(({ kind, name, weight, typed, assumed = {}, base, byHand = {}, said }, i) => {
    const elementId = testId();
    element[name] = elementId;
    const target = (how: 'measured' | 'typed' | 'assumed') => (entry: [string, TraitValue]) => ({
      id: testId(),
      trait: entry[0],
      variantId: null,
      state: null,
      target: entry[1],
      pictureId,
      source:
        how === 'measured' ? { how, pictureId, x: i * 10, y: 0, width: 10, height: 10 } : ({ how } as const),
    });
    bench.lay({
      type: 'element.add',
      id: elementId,
      kind,
      name,
      weight,
      region: { id: testId(), pictureId, x: i * 10, y: 0, width: 10, height: 10, state: null, ground: null },
      traits: [
        ...Object.entries(MEASURED[name] ?? {}).map(target('measured')),
        ...Object.entries(typed).map(target('typed')),
        ...Object.entries(assumed).map(target('assumed')),
      ],
    });
    const [matchId, layerId] = [testId(), testId()];
    if (base)
      bench.lay({
        type: 'match.choose',
        elementId,
        matchId,
        layerId,
        partId: base.part ? partId(base.part) : null,
        partRevision: base.part ? 1 : null,
        offer: base.offer,
      });
    for (const [trait, value] of Object.entries(byHand))
      bench.lay({ type: 'match.setting', layerId, trait, variantId: null, value });
    if (said)
      bench.lay({
        type: 'match.say',
        elementId,
        matchId,
        said: said.as,
        reason: said.reason,
        lost: said.lost,
      });
  });
  Object.assign(bench.api, {
    profile: () => of({ profile: FERNBANK, shipped: true }),
    profiles: () => of({ profiles: PROFILES, own: [] }),
    profileRevisions: () =>
      of({ revisions: [{ revision: 1, name: 'Fernbank', version: '3.4', at: '2026-11-01' }] }),
    partsServing: (kinds: readonly string[]) =>
      of({ parts: PARTS.filter((p) => p.offers.some((o) => kinds.includes(o.kind))) }),
    parts: () => of({ parts: PARTS, own: [], next: null }),
    part: (id: string) => of({ part: PARTS.find((p) => p.id === id)!, shipped: true }),
  });
  return { ...bench, element, pictureId, light, dark };
}

/** A component of a stage, mounted over the demo’s coat. */
export interface Mounted<T> {
  readonly bench: DemoBench;
  readonly fixture: ComponentFixture<T>;
  readonly view: CoatView;
  readonly page: HTMLElement;
  readonly hand: Hand;
  /** Selects an element by its name. */
  select(name: string): Promise<void>;
  /** Waits until the page has drawn what changed. */
  settle(): Promise<void>;
}

/** Pixels and the worker that reads them: on a bench there are none. */
const PIXELLESS = {
  provide: PixelsWorker,
  useValue: {
    ask: () => Promise.reject(new Error('There are no pixels here.')),
    working: signal(null),
    stop: () => undefined,
  },
};

export async function onDemo<T>(
  component: Type<T>,
  how: {
    readonly inputs?: Readonly<Record<string, unknown>>;
    readonly providers?: unknown[];
    readonly select?: string;
    readonly before?: (bench: DemoBench) => void;
  } = {},
): Promise<Mounted<T>> {
  const bench = demoBench();
  how.before?.(bench);
  TestBed.configureTestingModule({ providers: [...bench.providers, PIXELLESS, ...(how.providers ?? [])] });
  const view = TestBed.inject(CoatView);
  TestBed.tick();
  const fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(how.inputs ?? {})) fixture.componentRef.setInput(name, value);
  const settle = async () => {
    await fixture.whenStable();
    // Lists of which only what is in view is drawn are drawn with the next frame.
    await new Promise((drawn) => requestAnimationFrame(drawn));
    await fixture.whenStable();
    fixture.detectChanges();
  };
  const select = async (name: string) => {
    view.elementId.set(bench.element[name] ?? null);
    await settle();
  };
  if (how.select) view.elementId.set(bench.element[how.select] ?? null);
  await settle();
  return {
    bench,
    fixture,
    view,
    page: fixture.nativeElement as HTMLElement,
    hand: handOn(fixture),
    select,
    settle,
  };
}

/** The rows of a table by its name, or of the first, each as the texts of its cells. */
export function rowsIn(page: HTMLElement, name?: string): string[][] {
  const tables = [...page.querySelectorAll<HTMLElement>('table, mat-table')];
  const nameOf = (t: HTMLElement) =>
    t.getAttribute('aria-label') ?? t.querySelector('caption')?.textContent ?? '';
  const table = name ? tables.find((t) => nameOf(t).includes(name)) : tables[0];
  return [...(table?.querySelectorAll('tr, mat-header-row, mat-row') ?? [])].map((row) =>
    [...row.querySelectorAll('th, td, mat-header-cell, mat-cell')].map((c) =>
      c.textContent.replace(/\s+/g, ' ').trim(),
    ),
  );
}
