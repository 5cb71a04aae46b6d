import { flag, shape, type Of } from '../../ground/shape/shape.js';
import { ordered, coatOf, matchOf, type CaptureRow, type PictureRow } from '../../model/coat/rows.js';
import { provingCaptures } from '../../deciding/matching/proof.js';
import type { Survey } from '../../model/host/survey.js';
import { displayOf } from '../../deciding/matching/carry.js';
import type { CoatState, ElementState, Mosts } from '../../deciding/matching/evaluate.js';
import { shortfallsOf } from '../../deciding/matching/ledger.js';
import { begunAt } from '../../model/coat/surveys.js';
import { chosenLayers } from '../../deciding/matching/layers.js';
import { tapeOf, type TapeSegment } from '../../deciding/matching/tape.js';
import { partKey, scoredVariants, type MatchContext } from '../../deciding/matching/targets.js';
import type { Channel, Part } from '../../model/parts/part.js';
import { notesOf, stepEntries } from '../../doing/plan/journal.js';
import { commandLine } from '../../model/deeds/quote.js';
import { spellSetting } from '../../doing/plan/setValues.js';
import type { Plan } from '../../model/deeds/step.js';
import { sayVerdict, verdictOf } from '../readings/verdict.js';
import { withoutAccountDeep } from './privacy.js';

/** What of a coat goes on its sheet. What could be private is left out unless it is chosen. */
export const sheetChoiceSchema = shape({
  /** Pictures of the own desktop, before and after. */
  ownPictures: flag(),
  /** Folders with the account's name as they are; else `~` stands for them. */
  account: flag(),
  /** What the host was and had before, by its survey. */
  survey: flag(),
  /** What was noted on steps and elements. */
  notes: flag(),
});
export type SheetChoice = Of<typeof sheetChoiceSchema>;
export const PLAIN_CHOICE: SheetChoice = { ownPictures: false, account: false, survey: false, notes: false };

export interface SheetPicture {
  readonly caption: string;
  readonly blob: string;
  readonly width: number;
  readonly height: number;
}

/** How near an element has come, in the words of a sheet. */
export const NEARNESS = ['exact', 'near', 'different', 'missing', 'left alone'] as const;
export type Nearness = (typeof NEARNESS)[number];

export interface SheetElement {
  readonly name: string;
  readonly nearness: Nearness;
  /** At least, 0 to 1; null: not scored. */
  readonly closeness: number | null;
  readonly proven: number | null;
  /** The same at most. */
  readonly most: Mosts;
  /** What supplies it. */
  readonly by: readonly string[];
  /** Why it is not exact, what is lost, or why it is missing. */
  readonly why: string;
  readonly note: string;
}

export interface SheetPart {
  readonly name: string;
  readonly version: string;
  readonly author: string;
  readonly licence: string;
  readonly price: string;
  readonly home: string;
  readonly sources: readonly string[];
  readonly elements: readonly string[];
}

export interface SheetSetting {
  readonly element: string;
  readonly trait: string;
  readonly variant: string;
  readonly value: string;
  readonly where: string;
}

export interface SheetStep {
  readonly n: number;
  readonly title: string;
  readonly where: string;
  readonly value: string;
  readonly commands: readonly string[];
  readonly expected: string;
  readonly isDone: boolean;
  readonly note: string;
}

/** A coat as a page to read and repeat. */
export interface Sheet {
  readonly title: string;
  readonly host: string;
  readonly reference: string;
  /** ISO date. */
  readonly date: string;
  readonly chosen: number | null;
  readonly ceiling: number | null;
  readonly proven: number | null;
  /** The same three at most. */
  readonly most: Mosts;
  readonly tape: readonly TapeSegment[];
  readonly pictures: readonly { readonly variant: string; readonly pictures: readonly SheetPicture[] }[];
  readonly elements: readonly SheetElement[];
  readonly parts: readonly SheetPart[];
  readonly settings: readonly SheetSetting[];
  readonly sittings: readonly { readonly steps: readonly SheetStep[]; readonly breakAfter: string | null }[];
  readonly warnings: readonly string[];
  readonly readings: readonly string[];
  /** What the host was before; empty unless it was chosen. */
  readonly survey: readonly (readonly [string, string])[];
}

export interface SheetInput {
  readonly ctx: MatchContext;
  readonly coat: CoatState;
  readonly plan: Plan;
  readonly survey: Survey | null;
  /** ISO date. */
  readonly today: string;
}

/**
 * Makes the sheet of a coat: everything that its page tells, as data.
 *
 * @param choice what a person wants on it; what they left out is not in the sheet at all
 */
export function sheetOf(input: SheetInput, choice: SheetChoice): Sheet {
  const { ctx, coat, plan, survey } = input;
  const { rows, host } = ctx;
  const own = coatOf(rows);
  const pictures = ordered(rows.picture);
  const { width, height, scale } = displayOf(rows);
  const begun = begunAt(rows);
  const sheet: Sheet = {
    title: own.name,
    host: host ? `${host.name} ${host.version}, ${width} × ${height} at scale ${scale}` : 'no host chosen',
    reference: pictures.map((p) => p.name).join(', '),
    date: input.today,
    chosen: coat.chosen,
    ceiling: coat.ceiling,
    proven: coat.proven,
    most: coat.most,
    tape: tapeOf(coat),
    pictures: scoredVariants(rows).map((variant) => {
      const reference = pictures.find((p) => p.variantId === variant.id);
      const captures = choice.ownPictures ? provingCaptures(rows, variant.id) : [];
      // By their moment: what was taken before the first step was done shows how it was, and nothing else does.
      const isBefore = (c: CaptureRow) => begun === undefined || c.at <= begun;
      const first = captures.find(isBefore);
      const last = captures.filter((c) => !isBefore(c)).at(-1);
      return {
        variant: variant.name,
        pictures: [
          ...(first ? [ownPicture('Before', first)] : []),
          ...(reference ? [{ ...pictureOf(reference), caption: `Reference: ${reference.name}` }] : []),
          ...(last ? [ownPicture('After', last)] : []),
        ],
      };
    }),
    elements: coat.elements.map((e) => elementOf(ctx, e, choice)),
    parts: partsOf(ctx),
    settings: settingsOf(ctx, coat),
    sittings: plan.ok ? sittingsOf(plan, ctx, choice) : [],
    warnings: plan.ok ? plan.warnings : [plan.sentence],
    readings: readingsOf(ctx),
    survey: choice.survey && survey ? surveyOf(survey) : [],
  };
  if (choice.account) return sheet;
  return { ...withoutAccountDeep(sheet), pictures: sheet.pictures };
}

function pictureOf({ blob, width, height }: PictureRow | CaptureRow) {
  return { blob, width, height };
}
function ownPicture(word: string, capture: CaptureRow): SheetPicture {
  return { ...pictureOf(capture), caption: `${word}, ${capture.at.slice(0, 10)}` };
}

/** So many traits say why an element is not exact. */
const REASONS = 3;

/** What supplies an element, in words: parts, the host, or one's own hand. */
export function suppliedBy(ctx: MatchContext, { element, standing }: ElementState): string[] {
  if (standing === 'gap' || standing === 'left alone') return [];
  return chosenLayers(ctx, element.id).map((l) =>
    l.offer.name === l.from ? l.from : `${l.from}: ${l.offer.name}`,
  );
}

function elementOf(ctx: MatchContext, state: ElementState, choice: SheetChoice): SheetElement {
  const match = matchOf(ctx.rows, state.element.id);
  const { standing } = state;
  const nearness: Nearness =
    standing === 'matched'
      ? 'exact'
      : standing === 'near'
        ? 'near'
        : standing === 'left alone'
          ? 'left alone'
          : standing === 'stand-in'
            ? 'different'
            : 'missing';
  const [score] = Object.values(state.perVariant);
  const shortfalls = score ? shortfallsOf(score, REASONS) : [];
  const said = standing === 'stand-in' ? match?.lost : match?.reason;
  return {
    name: state.element.name,
    nearness,
    closeness: state.closeness,
    proven: state.proven,
    most: state.most,
    by: suppliedBy(ctx, state),
    why: [said, nearness === 'left alone' ? '' : shortfalls.join('; ')].filter(Boolean).join(' '),
    note: choice.notes ? [state.element.note, match?.note].filter(Boolean).join(' ') : '',
  };
}

function sourceOf(channel: Channel, distribution: string | null): string {
  switch (channel.way) {
    case 'package': {
      const name = distribution ? channel.names[distribution] : undefined;
      return name
        ? `package ${name}`
        : `packages ${Object.entries(channel.names)
            .map(([d, n]) => `${n} (${d})`)
            .join(', ')}`;
    }
    case 'archive':
      return `archive ${channel.from}`;
    case 'installer':
      return `installer ${channel.from}`;
    case 'repository':
      return `repository ${channel.from}, ${[channel.script, ...channel.flags].join(' ')}`;
  }
}

/** Parts that are used, with what each is for. */
export function partsUsed(
  ctx: MatchContext,
): { readonly part: Part; readonly elements: readonly string[] }[] {
  const used = new Map<string, { part: Part; elements: string[] }>();
  for (const layer of Object.values(ctx.rows.layer)) {
    const part = layer.partId ? ctx.parts.get(partKey(layer.partId, layer.partRevision ?? 0)) : undefined;
    const element = ctx.rows.element[ctx.rows.match[layer.matchId]?.elementId ?? ''];
    if (!part || !element) continue;
    const known = used.get(part.id) ?? { part, elements: [] };
    if (!known.elements.includes(element.name)) known.elements.push(element.name);
    used.set(part.id, known);
  }
  return [...used.values()].sort((a, b) => (a.part.name < b.part.name ? -1 : 1));
}

function partsOf(ctx: MatchContext): SheetPart[] {
  const { channel } = coatOf(ctx.rows);
  return partsUsed(ctx).map(({ part, elements }) => ({
    name: part.name,
    version: part.version,
    author: part.author,
    licence: part.licence,
    price: part.price ? `${part.price.amount} ${part.price.currency}` : 'free',
    home: part.home,
    sources: part.channels.map((c) => sourceOf(c, channel)),
    elements,
  }));
}

function settingsOf(ctx: MatchContext, coat: CoatState): SheetSetting[] {
  return coat.elements.flatMap((state) =>
    Object.entries(state.perVariant).flatMap(([variantId, score], i, all) =>
      score.traits.flatMap((t): SheetSetting[] => {
        const { place, setting, target } = t;
        if (!place || setting === null || target.state !== null) return [];
        const value = spellSetting(target.spec.type, setting);
        // What is the same in all variants stands once.
        const same = all.every(([, s]) =>
          s.traits.some(
            (o) =>
              o.target.spec.id === target.spec.id &&
              o.setting !== null &&
              spellSetting(o.target.spec.type, o.setting) === value,
          ),
        );
        if (same && i > 0) return [];
        return [
          {
            element: state.element.name,
            trait: target.spec.label,
            variant: same ? '' : (ctx.rows.variant[variantId]?.name ?? ''),
            value,
            where: place.file ? `${place.file.path}, ${place.file.at}` : place.place,
          },
        ];
      }),
    ),
  );
}

function sittingsOf(
  plan: Extract<Plan, { ok: true }>,
  { rows }: MatchContext,
  choice: SheetChoice,
): Sheet['sittings'] {
  const entries = stepEntries(rows);
  let n = 0;
  return plan.sittings.map((sitting) => ({
    breakAfter:
      sitting.breakAfter === 'restart'
        ? 'Restart the computer.'
        : sitting.breakAfter === 'session'
          ? 'Log out and in again.'
          : null,
    steps: sitting.steps.map((step) => ({
      n: ++n,
      title: step.title,
      where: step.where,
      value: step.value,
      commands: step.commands.map(commandLine),
      expected: step.expected,
      isDone: entries.get(step.key)?.what === 'done',
      note: choice.notes
        ? notesOf(rows, step.key)
            .map((n) => n.note)
            .filter(Boolean)
            .join(' ')
        : '',
    })),
  }));
}

function readingsOf({ rows }: MatchContext): string[] {
  const all = Object.values(rows.reading).filter((r) => r.load === 'idle');
  if (all.length === 0) return [];
  const of = (phase: string, what: 'memory' | 'processor') =>
    all.filter((r) => r.phase === phase).map((r) => r[what]);
  return [
    `Memory: ${sayVerdict(verdictOf(of('before', 'memory'), of('after', 'memory')), 'memory', 'MB')}`,
    `Processor: ${sayVerdict(verdictOf(of('before', 'processor'), of('after', 'processor')), 'of the processor', '%')}`,
  ];
}

function surveyOf(survey: Survey): [string, string][] {
  const names = (list: readonly { readonly name: string }[]) => list.map((t) => t.name).join(', ');
  return [
    ...Object.entries(survey.system),
    ['icon themes', names(survey.iconThemes)],
    ['pointer sets', names(survey.pointerSets)],
    ['sound themes', names(survey.soundThemes)],
    ['type', survey.fonts.join(', ')],
    ['started by itself', names(survey.autostart)],
    ['applications', names(survey.applications)],
  ].filter((pair): pair is [string, string] => pair[1] !== '');
}
