import { keyed, nth } from '../../ground/checked.js';
import { byZone, ZONES } from '../../measuring/picture/zone.js';
import { colourDifference } from '../../measuring/colour/ciede2000.js';
import { parseHex } from '../../measuring/colour/srgb.js';
import { handmadeOf, layersOf, matchOf, ordered } from '../../model/coat/rows.js';
import { execProblems, strayBlanks } from '../../measuring/standards/desktopEntry.js';
import { defaultOf } from '../../model/host/profile.js';
import { displayOf, mainLength } from '../matching/carry.js';
import type { ElementState } from '../matching/evaluate.js';
import { chosenLayers } from '../matching/layers.js';
import type { TraitScore } from '../matching/score.js';
import { sayNumber, spellValue } from '../../model/traits/say.js';
import { type IconNames, type Order, type Palette, type TraitValue } from '../../model/traits/value.js';
import { actualOf, scoreOf, seenElements, type FindingContext } from './context.js';
import { LARGE_PX, NEEDED_CONTRAST, POOR_SHARE, readContrast, seenThrough } from './contrast.js';
import type { Finding, FindingAction, SetByHand } from './finding.js';
import { carrierOf } from './place.js';
import { fitWays } from './wallpaper.js';

const match = (element: ElementState, label = 'Go to it'): FindingAction => ({
  label,
  stage: 'match',
  id: element.element.id,
});
const itemsOf = (order: Order) => ZONES.flatMap((z) => order[z]);

/** A command that types a value into the layer which gives a trait; null where there is nothing to type. */
function setCommand(score: TraitScore | null, value: TraitValue): SetByHand | null {
  if (!score?.layerId || !score.place) return null;
  return {
    type: 'match.setting',
    layerId: score.layerId,
    trait: score.target.spec.id,
    variantId: null,
    value,
  };
}

/** What stands on bars twice, and what stood on them before and stands nowhere now. */
export function dutyFindings(context: FindingContext): Finding[] {
  const { ctx } = context;
  const carriers = seenElements(context).flatMap((e) => {
    const score = scoreOf(e, 'items');
    const order = score?.actual;
    return typeof order === 'object' && order !== null && 'start' in order
      ? [{ e, score: score!, order: order as Order }]
      : [];
  });
  const findings: Finding[] = [];
  const holders = new Map<string, typeof carriers>();
  for (const c of carriers)
    for (const item of itemsOf(c.order)) holders.set(item, [...(holders.get(item) ?? []), c]);
  for (const [item, list] of holders) {
    if (list.length < 2) continue;
    const names = list.map((c) => c.e.element.name);
    findings.push({
      key: `doubled duty:${item}`,
      sort: 'doubled duty',
      title: `${item} stands on ${names.join(' and ')}`,
      cost: 'The same duty twice takes room and confuses.',
      weight: 4,
      elements: list.map((c) => c.e.element.id),
      parts: [],
      actions: list.flatMap((c): FindingAction[] => {
        const order = byZone((z) => c.order[z].filter((i) => i !== item));
        const command = setCommand(c.score, order);
        return command
          ? [{ label: `Take it off ${c.e.element.name}`, commands: [command] }]
          : [match(c.e, `Look at ${c.e.element.name}`)];
      }),
      facts: JSON.stringify(names),
    });
  }
  const before = defaultOf(ctx.host, 'bar', 'items', '') as Order | null;
  if (before && carriers.length > 0) {
    const now = new Set(holders.keys());
    for (const item of itemsOf(before)) {
      if (now.has(item)) continue;
      // An element of its own does the duty as well.
      const own = seenElements(context).some(
        (e) => e.element.kind === item.replace(/ /g, '-') && chosenLayers(ctx, e.element.id).length > 0,
      );
      if (own) continue;
      findings.push({
        key: `missing duty:${item}`,
        sort: 'missing duty',
        title: `Nothing does the duty of the ${item} any more`,
        cost: `${ctx.host.name} had it on its bar; none of the bars that are chosen has it.`,
        weight: 6,
        elements: carriers.map((c) => c.e.element.id),
        parts: [],
        actions: carriers
          .flatMap((c): FindingAction[] => {
            const { supply } = c.score;
            const takes =
              supply && (('itemsFrom' in supply && supply.itemsFrom.includes(item)) || 'any' in supply);
            const command = takes ? setCommand(c.score, { ...c.order, end: [...c.order.end, item] }) : null;
            return command ? [{ label: `Put it on ${c.e.element.name}`, commands: [command] }] : [];
          })
          .concat(
            ['a key', 'another program'].map((to) => ({
              label: `${to.charAt(0).toUpperCase()}${to.slice(1)} does it`,
              answer: { do: 'moved', duty: item, to },
            })),
          ),
        facts: JSON.stringify(carriers.map((c) => c.e.element.id)),
      });
    }
  }
  return findings;
}

/** Bars and docks that come to lie at one edge where the reference has them at two: one covers the other, or pushes it inwards. */
export function edgeFindings(context: FindingContext): Finding[] {
  const all = seenElements(context).flatMap((e) => {
    const score = ['bar', 'dock'].includes(e.element.kind) && !e.element.addition ? scoreOf(e, 'edge') : null;
    return score && typeof score.actual === 'string' ? [{ e, score, edge: score.actual }] : [];
  });
  return all.flatMap((a, i) =>
    all.slice(i + 1).flatMap((b): Finding[] => {
      const isWanted = a.score.target.value === b.score.target.value;
      if (a.edge !== b.edge || isWanted) return [];
      const names = [a.e.element.name, b.e.element.name];
      return [
        {
          key: `two things at one edge:${[a.e.element.id, b.e.element.id].join()}`,
          sort: 'two things at one edge',
          title: `${names.join(' and ')} come to lie at one edge`,
          cost: `Both are at the ${a.edge} here; the reference has them at the ${String(a.score.target.value)} and the ${String(b.score.target.value)}.`,
          weight: 6,
          elements: [a.e.element.id, b.e.element.id],
          parts: [],
          actions: [a, b].map(({ e, score }): FindingAction => {
            const command = setCommand(score, score.target.value);
            const label = `Put ${e.element.name} at the ${String(score.target.value)}`;
            return command && canTake(score)
              ? { label, commands: [command] }
              : match(e, `Look at ${e.element.name}`);
          }),
          facts: JSON.stringify([a.edge, a.score.target.value, b.score.target.value]),
        },
      ];
    }),
  );
}

/** Whether an offer can be set to what the reference has. */
function canTake({ supply, target }: TraitScore): boolean {
  return (
    supply !== null &&
    supply !== undefined &&
    (('oneOf' in supply && supply.oneOf.includes(target.value)) || 'any' in supply)
  );
}

/** One setting that two elements want at different values: the later one wins. */
export function settingFindings(context: FindingContext): Finding[] {
  const uses = new Map<string, { value: string; said: string; e: ElementState }[]>();
  for (const e of seenElements(context)) {
    if (e.standing === 'gap') continue;
    for (const [variant, { traits }] of Object.entries(e.perVariant))
      for (const s of traits) {
        if (!s.layerId || !s.place || s.setting === null) continue;
        const key = `${variant} ${s.place.key}`;
        const said = `${s.target.spec.label.toLowerCase()} ${spellValue(s.target.spec.type, s.setting)}`;
        uses.set(key, [...(uses.get(key) ?? []), { value: JSON.stringify(s.setting), said, e }]);
      }
    const [first] = chosenLayers(context.ctx, e.element.id);
    if (first?.offer.choose) {
      const { key, value } = first.offer.choose;
      uses.set(` ${key}`, [
        ...(uses.get(` ${key}`) ?? []),
        { value, said: `${value} for ${e.element.name}`, e },
      ]);
    }
  }
  const told = new Map<string, Finding>();
  for (const [key, list] of uses) {
    const values = new Map(list.map((u) => [u.value, u]));
    if (values.size < 2) continue;
    const setting = key.slice(key.indexOf(' ') + 1);
    const apart = [...values.values()];
    told.set(setting, {
      key: `setting wanted twice:${setting}`,
      sort: 'setting wanted twice',
      title: `${apart.map((u) => u.e.element.name).join(' and ')} want one setting for themselves`,
      cost: `${setting} has one value: ${apart.map((u) => u.said).join(', or ')}.`,
      weight: 7,
      elements: [...new Set(list.map((u) => u.e.element.id))],
      parts: [],
      actions: apart.map((u) => match(u.e, `Choose another for ${u.e.element.name}`)),
      facts: JSON.stringify(apart.map((u) => u.value)),
    });
  }
  return [...told.values()];
}

/** Ratios that differ by more than this are seen: a seventh. */
const SEEN_RATIO = Math.log(1.15);

/** Proportions between an element and the bar it stands on, in the reference and here. */
export function proportionFindings(context: FindingContext): Finding[] {
  const { ctx, state } = context;
  return seenElements(context).flatMap((e): Finding[] => {
    const carrier = carrierOf(ctx.rows, e.element.id);
    const other = state.elements.find((s) => s.element.id === carrier);
    const variant = Object.keys(e.perVariant)[0];
    if (!other || variant === undefined || e.standing === 'gap') return [];
    const mine = mainLength(ctx.rows, e.element, variant);
    const theirs = mainLength(ctx.rows, other.element, variant);
    const score = mine && scoreOf(e, mine.trait);
    const seen = theirs && actualOf(other, theirs.trait);
    if (
      !mine ||
      !theirs ||
      !score ||
      typeof score.actual !== 'number' ||
      typeof seen !== 'number' ||
      seen <= 0
    )
      return [];
    const there = (mine.target as number) / (theirs.target as number);
    const here = score.actual / seen;
    if (here <= 0 || Math.abs(Math.log(here / there)) <= SEEN_RATIO) return [];
    const fitting = Math.round((there * seen) / displayOf(ctx.rows, e.element).scale);
    const command = setCommand(score, fitting);
    return [
      {
        key: `proportion broken:${e.element.id}`,
        sort: 'proportion broken',
        title: `${e.element.name} is too ${here > there ? 'large' : 'small'} for ${other.element.name}`,
        cost: `In the reference it takes ${Math.round(there * 100)} % of it, here ${Math.round(here * 100)} %.`,
        weight: 3,
        elements: [e.element.id, other.element.id],
        parts: [],
        actions: [
          ...(command
            ? [{ label: `Set ${score.target.spec.label.toLowerCase()} to ${fitting}`, commands: [command] }]
            : []),
          match(e),
        ],
        facts: JSON.stringify([sayNumber(there * 100), sayNumber(here * 100)]),
      },
    ];
  });
}

/** Traits that are text on something, and the trait of the same element that tells its size, where one does. */
const INKS: Readonly<
  Record<
    string,
    { readonly ink: string; readonly size: string | null; readonly ground?: string; readonly isBare?: true }
  >
> = {
  'desktop-widget': { ink: 'colour', size: null, isBare: true },
  'desktop-items': { ink: 'inkColour', size: null, isBare: true },
  clock: { ink: 'colour', size: 'size' },
  'keyboard-layout': { ink: 'colour', size: 'size' },
  frame: { ink: 'ink', size: null, ground: 'colourActive' },
};

/** Pixels nearer than this to the ink that the reference has are its own letters. In CIEDE2000. */
const LETTERS = 4;

/**
 * What lies under something on the bare desktop: the pixels of the chosen wallpaper there, without its own letters; else the colours
 * by which the wallpaper is told.
 */
function underBare(
  { state, beneath }: FindingContext,
  { element }: ElementState,
  variantId: string,
  { target }: TraitScore,
): readonly string[] {
  const letters = typeof target.value === 'string' ? parseHex(target.value) : null;
  const seen = (beneath?.[element.id]?.[variantId] ?? []).filter((hex) => {
    const colour = parseHex(hex);
    return colour !== null && (!letters || colourDifference(colour, letters) > LETTERS);
  });
  if (seen.length > 0) return seen;
  const paper = state.elements.find((e) => e.element.kind === 'wallpaper');
  const palette = paper?.perVariant[variantId]?.traits.find((t) => t.target.spec.id === 'palette')?.actual;
  return typeof palette === 'object' && palette !== null ? Object.values(palette as Palette) : [];
}

/** Text on bars, frames and the bare desktop against what lies beneath it, pixel by pixel where it can be seen through. */
export function contrastFindings(context: FindingContext): Finding[] {
  const { ctx, state, wallpaper } = context;
  return seenElements(context).flatMap((e): Finding[] => {
    const rule = INKS[e.element.kind];
    if (!rule) return [];
    const carrier = state.elements.find((s) => s.element.id === carrierOf(ctx.rows, e.element.id));
    return Object.entries(e.perVariant).flatMap(([variantId, { traits }]): Finding[] => {
      const score = traits.find((t) => t.target.spec.id === rule.ink);
      const ink = score?.actual;
      const of = (from: ElementState | undefined, trait: string) =>
        from?.perVariant[variantId]?.traits.find((t) => t.target.spec.id === trait)?.actual;
      if (typeof ink !== 'string' || !parseHex(ink)) return [];
      const opacity = rule.ground || rule.isBare ? 100 : (of(carrier, 'opacity') ?? 100);
      const surface = rule.isBare ? null : rule.ground ? of(e, rule.ground) : of(carrier, 'colour');
      const paper = rule.isBare ? underBare(context, e, variantId, score!) : null;
      if (rule.isBare ? paper!.length === 0 : typeof surface !== 'string' || !parseHex(surface)) return [];
      const beneath = wallpaper[variantId] ?? [];
      const grounds =
        paper ?? seenThrough(surface as string, typeof opacity === 'number' ? opacity : 100, beneath);
      const size = rule.size ? of(e, rule.size) : null;
      const needed =
        typeof size === 'number' && size >= LARGE_PX ? NEEDED_CONTRAST.large : NEEDED_CONTRAST.text;
      const reading = readContrast(ink, grounds, needed);
      if (reading.below <= POOR_SHARE) return [];
      const variant = keyed(ctx.rows.variant, variantId).name;
      const command = reading.passing ? setCommand(score ?? null, reading.passing) : null;
      return [
        {
          key: `contrast:${e.element.id}:${variantId}`,
          sort: 'contrast',
          title: `${e.element.name} is hard to read (${variant})`,
          cost: `Contrast ${reading.worstFifth.toFixed(1)} in the worst fifth; ${needed} is needed. ${
            reading.passing
              ? `The nearest colour that passes is ${reading.passing}.`
              : `No colour passes; a plate of ${reading.plate} behind it would.`
          }`,
          weight: 5,
          elements: [e.element.id, ...(carrier ? [carrier.element.id] : [])],
          parts: [],
          actions: [
            ...(command
              ? [
                  {
                    label: `Use ${reading.passing} in ${variant}`,
                    commands: [{ ...command, variantId }],
                  },
                ]
              : []),
            match(e),
          ],
          facts: JSON.stringify([ink, surface, opacity, needed, grounds.length]),
        },
      ];
    });
  });
}

/** Accents further apart than this look like a mistake. In CIEDE2000. */
const ACCENTS_APART = 20;

/** The accent of controls against the colours of icons and wallpaper. */
export function accentFindings(context: FindingContext): Finding[] {
  const elements = seenElements(context);
  const controls = elements.find((e) => e.element.kind === 'controls');
  const accent = controls && actualOf(controls, 'accent');
  if (!controls || typeof accent !== 'string') return [];
  const own = parseHex(accent)!;
  return elements.flatMap((e): Finding[] => {
    const palette = ['icon-set', 'wallpaper'].includes(e.element.kind) ? actualOf(e, 'palette') : null;
    if (typeof palette !== 'object' || palette === null) return [];
    const deltas = Object.values(palette as Palette).flatMap((hex) => {
      const colour = parseHex(hex);
      return colour ? [colourDifference(own, colour)] : [];
    });
    const nearest = Math.min(...deltas);
    if (deltas.length === 0 || nearest <= ACCENTS_APART) return [];
    return [
      {
        key: `accents disagree:${e.element.id}`,
        sort: 'accents disagree',
        title: `${e.element.name} and the accent of ${controls.element.name} disagree`,
        cost: `Its nearest colour is ΔE ${nearest.toFixed(0)} from ${accent}.`,
        weight: 1,
        elements: [e.element.id, controls.element.id],
        parts: [],
        actions: [match(controls), match(e)],
        facts: JSON.stringify([accent, palette]),
      },
    ];
  });
}

/** The chosen wallpaper on every display: enlarged, cropped, stretched, and the way of fitting that does least. */
export function wallpaperFindings(context: FindingContext): Finding[] {
  const { ctx } = context;
  return seenElements(context).flatMap((e): Finding[] => {
    if (e.element.kind !== 'wallpaper') return [];
    const pictures = chosenLayers(ctx, e.element.id).flatMap((l) => l.offer.pictures ?? []);
    if (pictures.length === 0) return [];
    const chosen = actualOf(e, 'fit');
    return ordered(ctx.rows.display).flatMap((display, n): Finding[] => {
      // Of several sizes the host takes the one that suits best.
      const best = nth(
        pictures.map((p) => fitWays(p, display)).sort((a, b) => nth(a, 0).harm - nth(b, 0).harm),
        0,
      );
      const now = best.find((w) => w.way === chosen) ?? nth(best, 0);
      if (now.sentence === '') return [];
      const better = nth(best, 0);
      const command = setCommand(scoreOf(e, 'fit'), better.way);
      return [
        {
          key: `wallpaper fit:${e.element.id}:${display.id}`,
          sort: 'wallpaper fit',
          title: `${e.element.name} does not suit display ${n + 1}`,
          cost: `${now.sentence} ${better.way === now.way ? '' : `Least harm does “${better.way}”.`}`.trim(),
          weight: 2,
          elements: [e.element.id],
          parts: [],
          actions: [
            ...(command && better.way !== now.way
              ? [{ label: `Use “${better.way}”`, commands: [command] }]
              : []),
            match(e),
          ],
          facts: JSON.stringify([pictures, display.width, display.height, now.way]),
        },
      ];
    });
  });
}

/** Icons that a set does not have. */
export function iconFindings(context: FindingContext): Finding[] {
  return seenElements(context).flatMap((e): Finding[] => {
    const score = scoreOf(e, 'names');
    if (!score || score.credit >= 0.995) return [];
    const wanted = Object.keys((score.target.value as IconNames).names);
    // Of a set that nobody looked into nobody can tell what it lacks.
    if (score.actual === null)
      return layersOf(context.ctx.rows, matchOf(context.ctx.rows, e.element.id)?.id ?? '').length === 0
        ? []
        : [
            {
              key: `icon coverage:${e.element.id}`,
              sort: 'icon coverage',
              title: `Which of ${wanted.length} icons ${e.element.name} has is not known`,
              cost: 'Nobody looked into the set: its archive tells it, brought in under Parts.',
              weight: 1,
              elements: [e.element.id],
              parts: [],
              actions: [{ label: 'Go to Parts', stage: 'parts', id: null }],
              facts: 'not known',
            },
          ];
    const has = (score.actual as IconNames | null)?.names ?? {};
    const lost = wanted.filter((n) => !has[n]);
    return [
      {
        key: `icon coverage:${e.element.id}`,
        sort: 'icon coverage',
        title: `${e.element.name} lacks ${lost.length} of ${wanted.length} icons`,
        cost:
          lost.length > 0
            ? `Odd ones out: ${lost.slice(0, 8).join(', ')}${lost.length > 8 ? ' …' : ''}.`
            : 'Some come from a parent set.',
        weight: 3,
        elements: [e.element.id],
        parts: [],
        actions: [match(e)],
        facts: JSON.stringify(lost),
      },
    ];
  });
}

/** Launchers of one's own whose command breaks the rules of desktop entries, or has a blank that looks like none was meant. */
export function commandFindings({ ctx, state }: FindingContext): Finding[] {
  const { rows } = ctx;
  return state.elements.flatMap(({ element, standing }): Finding[] => {
    const match = standing === 'left alone' ? null : matchOf(rows, element.id);
    return (match ? layersOf(rows, match.id) : []).flatMap((layer): Finding[] => {
      const made = layer.partId === null ? handmadeOf(rows, layer.offer) : null;
      const command = made?.recipe['command'];
      if (!made || typeof command !== 'string') return [];
      const wrong = [...execProblems(command), ...strayBlanks(command)];
      if (wrong.length === 0) return [];
      return [
        {
          key: `faulty command:${made.id}`,
          sort: 'faulty command',
          title: `The command of ${made.name} may fail`,
          cost: wrong.join(' '),
          weight: 2,
          elements: [element.id],
          parts: [],
          actions: [{ label: 'Make it anew in Match', stage: 'match', id: element.id }],
          facts: command,
        },
      ];
    });
  });
}

/** Every element that nothing was said of. */
export function unansweredFindings({ state }: FindingContext): Finding[] {
  return state.elements
    .filter((e) => e.standing === 'open')
    .map((e) => ({
      key: `unanswered:${e.element.id}`,
      sort: 'unanswered',
      title: `${e.element.name} is unanswered`,
      cost:
        e.closeness === null
          ? 'Nothing is measured yet.'
          : `It is seen at ${Math.round(e.closeness * 100)} %.`,
      weight: e.element.weight,
      elements: [e.element.id],
      parts: [],
      actions: [match(e), { label: 'See what is proposed', stage: 'propose', id: null }],
      facts: '',
    }));
}
