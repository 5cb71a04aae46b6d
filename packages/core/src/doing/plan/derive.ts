import { findKind } from '../../model/kinds/registry.js';
import { keyed, mapped, nth } from '../../ground/checked.js';
import { PartGetter } from './getPart/getPart.js';
import type { Ready } from './getPart/getting.js';
import { handmadeOf, layersOf, matchOf } from '../../model/coat/rows.js';
import { coatOf } from '../../model/coat/rows.js';
import { fitOf } from '../../model/parts/fit.js';
import { addedSurfaces } from '../../model/host/surfaces.js';
import { hostNow, type HostNow } from '../../model/host/now.js';
import type { HostProfile } from '../../model/host/profile.js';
import type { CoatState, ElementState } from '../../deciding/matching/evaluate.js';
import { isWholeLook, looksInForce } from '../../deciding/matching/looks.js';
import { resolveLayer } from '../../deciding/matching/layers.js';
import type { ResolvedLayer } from '../../deciding/matching/score.js';
import { scoredVariants, type MatchContext } from '../../deciding/matching/targets.js';
import type { Offer } from '../../model/offers/offer.js';
import { writeName } from '../../model/offers/writes.js';
import { FOUND_BY_FILE } from '../../model/parts/foundBy.js';
import type { Part } from '../../model/parts/part.js';
import { nameOfPath, resource } from '../../model/deeds/deed.js';
import { PlanDraft } from './draft.js';
import { addAnswered } from './answered.js';
import { addShowing, withoutNeedless } from './drawAnew.js';
import {
  addBeginning,
  addEnd,
  addNotes,
  isBeginning,
  letReadingsComeFirst,
  NOTE,
  SAFE_POINT,
} from './frame.js';
import { orderSteps } from './order.js';
import { addFiles, placeOfOwn } from './ownMaking.js';
import { addOtherDesktop } from './otherDesktop.js';
import { addOwnSettings } from './ownSettings.js';
import { addPairs } from './pairs.js';
import { addSetting, type ToSet } from './setValues.js';
import { emptyPlan, type Plan, type Step, type StepSort } from '../../model/deeds/step.js';
import { chooseDeed, pathIn, writeValue } from '../../model/deeds/written.js';

/** What a plan is derived from, beside the matches. */
export interface PlanSources {
  /** How the host is before anything is done; without it its profile's defaults are taken. */
  readonly now?: HostNow;
}

/** What comes first where nothing else decides. */
const RANK: Readonly<Partial<Record<StepSort, number>>> = {
  'safe point': 0,
  reading: 1,
  'note values': 2,
  'add source': 3,
  fetch: 4,
  'draw anew': 6,
  lock: 7,
  check: 8,
  'clean up': 9,
};
const USUAL_RANK = 5;

/** Steps in the order wished where neither edges nor breaks decide. */
export function ranked(steps: Iterable<Step>): Step[] {
  return [...steps]
    .map((step, i) => ({ step, rank: RANK[step.sort] ?? USUAL_RANK, i }))
    .sort((a, b) => a.rank - b.rank || a.i - b.i)
    .map(({ step }) => step);
}

/**
 * Derives the plan: a safe point and readings, the values noted, parts got with what they need first, chosen and set, what
 * goes wrong beside set right, a last check, and what was only needed for installing cleaned up; in the order with the
 * fewest session breaks.
 */
export function derivePlan(ctx: MatchContext, coat: CoatState, sources: PlanSources = {}): Plan {
  const { host, rows } = ctx;
  if (!host) return emptyPlan(['Choose a host first: steps depend on it.']);
  const draft = new PlanDraft(host);
  const now = sources.now ?? hostNow(host, []);
  addBeginning(draft, rows);
  const before = draft.steps.size;
  const planned = new Planner(ctx, host, now, draft);
  for (const state of coat.elements) planned.add(state);
  planned.letLooksComeFirst();
  addAnswered(draft, rows, host, now);
  if (draft.steps.size === before) return emptyPlan([...new Set(draft.warnings)]);
  const others = [...draft.steps.keys()];
  const entered = addOtherDesktop(draft, rows, host, now);
  if (entered !== null)
    for (const key of others)
      if (mapped(draft.steps, key).sort !== 'fetch' && !isBeginning(key)) draft.follow(entered, key);
  draft.warnings.push(...planned.settingsWantedTwice());
  addPairs(draft, host);
  addShowing(draft, host);
  addNotes(draft);
  letReadingsComeFirst(draft);
  addEnd(draft, rows);
  const plan = orderSteps(ranked(draft.steps.values()), draft.edges, [...new Set(draft.warnings)]);
  return withoutNeedless(plan.ok ? { ...plan, readyOf: draft.readyOf } : plan);
}

const filesOf = ({ deeds }: Step) =>
  deeds.flatMap((d) => (d.do === 'place' || d.do === 'write' ? [resource.file(d.to)] : []));

/** Goes through the elements of a coat and adds what their matches ask for. */
class Planner {
  private readonly getter: PartGetter;
  /** The last step of each whole look, by the part's id, and the kinds that it overwrites. */
  private readonly looks = new Map<string, { part: Part; key: string }>();
  private readonly inForce: readonly Part[];
  /** By where a setting stands: the values that are wanted of it, and by which element. */
  private readonly wanted = new Map<string, Map<string, string>>();
  /** How often each part was used so far, by its id. */
  private readonly uses = new Map<string, number>();
  /** Steps that set something of a kind, with the part that they belong to. */
  private readonly ofKind: { kind: string; key: string; partId: string | null }[] = [];

  constructor(
    private readonly ctx: MatchContext,
    private readonly host: HostProfile,
    private readonly now: HostNow,
    private readonly draft: PlanDraft,
  ) {
    this.getter = new PartGetter(draft, ctx, host);
    this.inForce = looksInForce(ctx);
  }

  add(state: ElementState): void {
    if (state.standing === 'gap' || state.standing === 'left alone') return;
    const { ctx, draft, host } = this;
    const { element } = state;
    const match = matchOf(ctx.rows, element.id);
    if (!match) return;
    const ready = new Map<string, Ready | null>();
    const partOf = new Map<string, Part>();
    for (const layer of layersOf(ctx.rows, match.id)) {
      const resolved = resolveLayer(ctx, layer);
      if (!resolved) {
        draft.warnings.push(`${element.name}: what was chosen is no longer in the catalogue.`);
        continue;
      }
      const { part } = resolved;
      if (part) partOf.set(layer.id, part);
      let after: Ready | null = part ? this.getter.get(part, element.id) : null;
      after = this.choose(resolved, part ?? null, after, element.id);
      if (after && part)
        for (const key of after.keys) this.ofKind.push({ kind: element.kind, key, partId: part.id });
      if (!part && layer.partId === null) after = this.addSurface(resolved.offer, element.id) ?? after;
      const made = layer.partId === null ? handmadeOf(ctx.rows, layer.offer) : null;
      const placed = made && addFiles(draft, made, element, SAFE_POINT);
      if (made && placed) {
        const of = filesOf(mapped(draft.steps, placed));
        draft.readyOf[made.id] = of;
        after = { keys: [placed], of };
      }
      if (part && isWholeLook(part) && after) this.looks.set(part.id, { part, key: after.keys.at(-1)! });
      if (part) {
        const uses = (this.uses.get(part.id) ?? 0) + 1;
        this.uses.set(part.id, uses);
        for (const { at, value } of addOwnSettings(draft, element, layer, part, resolved.offer, after, uses))
          this.want(at, value, element.name);
      }
      ready.set(layer.id, after);
    }
    const overwritten = this.inForce.some((p) => p.overwrites!.includes(element.kind));
    for (const toSet of this.valuesOf(state)) {
      const layerId = nth(toSet, 0).score.layerId!;
      const part = partOf.get(layerId) ?? null;
      const { place, target, setting } = nth(toSet, 0).score;
      const at = place.file ? `${place.file.path}, ${place.file.at}` : place.key;
      if (at !== '') this.want(at, writeValue(part, place, target.spec.type, setting!).text, element.name);
      const key = addSetting(draft, host, this.now, element, toSet, ready.get(layerId) ?? null, {
        part,
        overwritten,
      });
      if (key !== null) this.ofKind.push({ kind: element.kind, key, partId: part?.id ?? null });
    }
  }

  /** A second bar or dock of the host has to be added before anything of it can be set; null where it is there already. */
  private addSurface(offer: Offer, element: string): Ready | null {
    const { draft, host } = this;
    if (!addedSurfaces(host).some((o) => o.id === offer.id)) return null;
    const [setting] = Object.values(offer.supplies).flatMap((s) => ('setting' in s ? [s.setting] : []));
    const name = resource.hand(`surface ${offer.id}`);
    // Something of it is set already: it was added before.
    const keys = Object.values(offer.supplies).flatMap((s) => ('setting' in s ? [s.setting.key] : []));
    if (keys.some((key) => key !== '' && this.now.settings.has(key))) return null;
    const key = draft.add(
      {
        key: `surface:${offer.id}`,
        sort: 'arrange items',
        title: `Add another ${offer.kind.replaceAll('-', ' ')}: ${offer.name}`,
        why: `${host.name} comes with one; this is one more, and nothing of it can be set before it is there.`,
        where: setting?.place.split(' › ').slice(0, -1).join(' › ') || 'the settings',
        deeds: [
          {
            do: 'by hand',
            what: `Add ${offer.name}.`,
            changes: { resource: name, value: 'there' },
          },
        ],
        expected: `${offer.name} is on the screen.`,
        undo: `Take ${offer.name} off again.`,
        minutes: 2,
      },
      element,
    );
    draft.follow(SAFE_POINT, key, false);
    return { keys: [key], of: [name] };
  }

  private want(at: string, value: string, name: string): void {
    this.wanted.set(at, (this.wanted.get(at) ?? new Map<string, string>()).set(value, name));
  }

  /** One setting that two elements want at different values: one of them will not have it. */
  settingsWantedTwice(): string[] {
    return [...this.wanted]
      .filter(([, values]) => values.size > 1)
      .map(
        ([at, values]) =>
          `${[...values.values()].join(' and ')} want ${at} for themselves; the last step wins.`,
      );
  }

  /** The values to set of an element, by trait, one for each variant. */
  private valuesOf(state: ElementState): ToSet[][] {
    const { rows } = this.ctx;
    const byTrait = new Map<string, ToSet[]>();
    for (const variant of scoredVariants(rows))
      for (const score of state.perVariant[variant.id]?.traits ?? []) {
        if (!score.layerId) continue;
        const own = placeOfOwn(rows, this.host, state.element, score, variant.id);
        const { place, setting } = own ?? score;
        if (!place || setting === null) continue;
        const list = byTrait.get(score.target.spec.id) ?? [];
        // A trait has one setting, whatever the states it is told for.
        if (list.some((t) => t.variant === variant.name.toLowerCase())) continue;
        list.push({ variant: variant.name.toLowerCase(), score: { ...score, place, setting } });
        byTrait.set(score.target.spec.id, list);
      }
    return [...byTrait.values()];
  }

  private choose(
    layer: ResolvedLayer,
    part: Part | null,
    ready: Ready | null,
    element: string,
  ): Ready | null {
    const { offer } = layer;
    if (!offer.choose) return ready;
    const { draft, host } = this;
    const choose = { ...offer.choose, value: this.chosenAs(offer.choose, part) };
    const also = otherVariants(this.ctx, layer);
    const path = pathIn(choose);
    // What is typed of a picture is where its file lies: its name alone tells no desktop anything.
    const lies = path ? pictureIn(ready?.of ?? [], choose.value) : null;
    const typed = path ? (lies ?? choose.value) : writeName(choose.writes, choose.value);
    this.want(choose.key, typed, `${keyed(this.ctx.rows.element, element).name} (${choose.value})`);
    const sort = Object.entries(host.lists ?? {}).find(([, list]) => list.key === choose.key)?.[0] ?? null;
    const key = draft.add(
      {
        key: `choose:${choose.key}:${choose.value}`,
        sort: 'choose',
        title: `Choose ${choose.value} as ${roleOf(offer, choose.value)}`,
        where: choose.place,
        deeds: [
          path && lies === null
            ? {
                do: 'by hand',
                what: `Choose the picture ${choose.value}.`,
                changes: { resource: resource.hand(`${element} picture`), value: choose.value },
              }
            : chooseDeed(choose, typed, {
                of: ready?.of ?? [],
                listed:
                  sort === null || part === null || FOUND_BY_FILE.includes(sort)
                    ? null
                    : { sort, name: choose.value },
                path,
              }),
        ],
        value: lies ?? choose.value,
        expected: [`${choose.value} is listed and chosen.`, ...also].join(' '),
        check: `Look at ${choose.place}.`,
        undo: 'Choose what was noted before.',
        effect: choose.effect ?? 'none',
        troubles: [
          'A window of settings that is open while something is put in place lists it only once it is closed and opened again.',
          'If it is not in the list, its folder lies too deep or has another name, or a new session is due before it is found.',
        ],
      },
      element,
    );
    draft.follow(NOTE, key, false);
    draft.follow(SAFE_POINT, key, false);
    draft.followAll(ready?.keys ?? [], key);
    return { keys: [key], of: [...(ready?.of ?? []), resource.setting(choose.key)] };
  }

  /**
   * What is typed to choose something: a theme goes by the name of its folder, also where a part says the name that it is
   * listed under.
   */
  private chosenAs(
    { key, value }: { readonly key: string; readonly value: string },
    part: Part | null,
  ): string {
    const sort = Object.entries(this.host.lists ?? {}).find(([, list]) => list.key === key)?.[0];
    if (sort === undefined || part === null || FOUND_BY_FILE.includes(sort)) return value;
    const { channel } = fitOf(part, this.host, coatOf(this.ctx.rows).channel);
    if (channel?.way !== 'archive' || channel.sort !== sort || channel.root === '') return value;
    // A part with several themes of one sort says which: only what no folder of it is called is another name.
    const folder = nameOfPath(channel.root.replace(/\/$/, ''));
    // Each flavour says what it is called.
    if (part.flavours?.length) return value;
    const all = part.offers.flatMap((o) => (o.choose?.key === key ? [o.choose.value] : []));
    return all.includes(folder) ? value : folder;
  }

  /**
   * A whole look comes before what it would overwrite, so that what it spoils is set again after it; and what it does
   * beside is set right after it was chosen.
   */
  letLooksComeFirst(): void {
    const { draft } = this;
    const named = [...this.looks.values()].sort((a, b) => (a.part.name < b.part.name ? -1 : 1));
    named.forEach(({ part, key }, n) => {
      // Of several looks the last by name lies on top, as `underLooks` has it.
      const earlier = new Set(named.slice(0, n).map((l) => l.part.id));
      for (const one of this.ofKind) {
        if (one.partId === part.id || !part.overwrites!.includes(one.kind)) continue;
        if (one.partId !== null && earlier.has(one.partId)) continue;
        // What the look itself needs cannot come after it.
        if (!draft.leadsTo(one.key, key)) draft.follow(key, one.key);
      }
      for (const right of draft.rights.get(part.id) ?? []) draft.follow(key, right);
    });
  }
}

const isPicture = (path: string) => /\.(png|jpe?g|webp|svg|gif|bmp|avif|jxl)$/i.test(path);
/** Where the file of a picture lies, of what has to be there; null where nobody can tell which one it is. */
function pictureIn(of: readonly string[], value: string): string | null {
  const path = of.find((name) => name.startsWith('file '))?.slice('file '.length);
  if (path === undefined) return null;
  return isPicture(path) ? path : isPicture(value) ? `${path}/${value}` : null;
}

const nameOf = (offer: Offer) => offer.name.toLowerCase();
/** What a thing is chosen as: what it offers, or, where that is called as the thing itself is, what that is for. */
const roleOf = (offer: Offer, value: string) =>
  nameOf(offer).includes(value.toLowerCase()) || value.toLowerCase().includes(nameOf(offer))
    ? (findKind(offer.kind)?.label.toLowerCase() ?? nameOf(offer))
    : nameOf(offer);

/** What is chosen in the other variants, where that is another flavour, in sentences. */
function otherVariants({ rows }: MatchContext, { offer, byVariant = {} }: ResolvedLayer): string[] {
  return scoredVariants(rows).flatMap((v) => {
    const value = byVariant[v.id]?.choose?.value;
    return value === undefined || value === offer.choose?.value ? [] : [`In ${v.name}: ${value}.`];
  });
}
