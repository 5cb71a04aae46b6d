import { matchOf } from '../coat/rows.js';
import type { HostProfile } from '../host/profile.js';
import { defaultOf } from '../host/profile.js';
import { fitOf } from '../parts/fit.js';
import type { Part } from '../parts/part.js';
import { spellValue } from '../traits/say.js';
import { sameJson } from '../coat/changes.js';
import type { Order, TraitType, TraitValue } from '../traits/value.js';
import { ZONES } from '../traits/value.js';
import { coatOf, handmadeOf, layersOf, type ElementRow } from '../coat/rows.js';
import type { CoatState } from '../matching/evaluate.js';
import type { TraitScore } from '../matching/score.js';
import { resolveLayer } from '../matching/score.js';
import { partKey, scoredVariants, type MatchContext } from '../matching/targets.js';
import { Draft } from './draft.js';
import { addFiles, placeOfOwn } from './ownMaking.js';
import { orderSteps } from './order.js';
import { fillTemplate } from './quote.js';
import type { Plan } from './step.js';

const SAFE_POINT = 'safe-point';
const NOTE = 'note-values';
const CHECK = 'check';

/** A value as the host's commands take it. */
export function encodeSetting(type: TraitType, value: TraitValue): string {
  if (type === 'order') {
    const order = value as Order;
    return ZONES.map((zone) => `${zone}=${order[zone].join(',')}`).join(';');
  }
  if (typeof value === 'object') return JSON.stringify(value);
  return String(value);
}

/** The key of the last step that makes a part ready to be chosen; adds all steps before it, once. */
function addPart(
  draft: Draft,
  ctx: MatchContext,
  host: HostProfile,
  part: Part,
  element: string,
  path: readonly string[] = [],
): string {
  const channelId = coatOf(ctx.rows).channel;
  const { channel, channelSentence, word, sentence } = fitOf(part, host, channelId);
  if (word === 'known not to') draft.warnings.push(`${part.name}: ${sentence}`);
  const id = `part:${part.id}`;
  const base = { elements: [], value: '', effect: part.effect, rights: 'user' as const, minutes: 3 };
  let ready: string;
  if (channel?.way === 'package') {
    const packages = host.channels.find((c) => c.id === channelId)!;
    const name = channel.names[packages.id]!;
    const commands = [fillTemplate(packages.install, { package: name })];
    ready = draft.add(
      {
        ...base,
        key: `install:${packages.id}:${name}`,
        sort: 'install',
        title: `Install ${part.name} ${part.version}`,
        where: packages.name,
        commands,
        expected: `The package ${name} is installed.`,
        undo: `Remove the package ${name}.`,
        rights: 'administrator',
      },
      element,
    );
  } else if (channel?.way === 'archive') {
    const folder = host.folders[channel.sort]!;
    const name = channel.root.split('/').filter(Boolean).at(-1) ?? channel.root;
    const temporary = `~/.cache/spare-coat/${part.id}`;
    ready = draft.add(
      {
        ...base,
        key: `fetch:${part.id}@${part.version}:${folder}`,
        sort: 'fetch and unpack',
        title: `Fetch ${part.name} ${part.version} and put it in place`,
        where: folder,
        commands: [
          ['mkdir', '-p', temporary, folder],
          ['curl', '-fL', '-o', `${temporary}/${channel.file}`, channel.from],
          ['tar', '-xf', `${temporary}/${channel.file}`, '-C', temporary],
          ['cp', '-R', `${temporary}/${channel.root}`, `${folder}/`],
        ],
        expected: `The folder ${name} lies in ${folder}.`,
        undo: `Remove ${folder}/${name}.`,
        minutes: 5,
      },
      element,
    );
  } else if (channel?.way === 'repository') {
    const folder = `~/.cache/spare-coat/${part.id}`;
    ready = draft.add(
      {
        ...base,
        key: `script:${part.id}@${part.version}`,
        sort: 'run a script',
        title: `Run the install script of ${part.name} ${part.version}`,
        where: folder,
        commands: [
          ['git', 'clone', '--depth', '1', '--branch', part.version, '--', channel.from, folder],
          [`${folder}/${channel.script}`, ...channel.flags],
        ],
        expected: 'The script ends without an error.',
        undo: 'Run the script again with what its readme gives for removal.',
        rights: channel.admin ? 'administrator' : 'user',
        minutes: 8,
      },
      element,
    );
  } else if (channel?.way === 'installer') {
    const folder = `~/.cache/spare-coat/${part.id}`;
    const choices = channel.choices.map((c) => `${c.at}: ${c.choose}`).join('; ');
    ready = draft.add(
      {
        ...base,
        key: `installer:${part.id}@${part.version}`,
        sort: 'install',
        title: `Run the installer of ${part.name} ${part.version}`,
        where: folder,
        commands: [
          ['mkdir', '-p', folder],
          ['curl', '-fL', '-o', `${folder}/${channel.file}`, channel.from],
          ['sh', `${folder}/${channel.file}`],
        ],
        expected:
          choices === '' ? 'The installer ends without an error.' : `In the installer, choose ${choices}.`,
        undo: `Remove ${part.name} with what its installer left for that.`,
        rights: channel.admin ? 'administrator' : 'user',
        minutes: 8,
      },
      element,
    );
  } else {
    draft.warnings.push(`${part.name}: ${channelSentence}`);
    ready = draft.add(
      {
        ...base,
        key: `hand:${id}`,
        sort: 'install',
        title: `Get ${part.name} ${part.version} by hand`,
        where: part.home,
        commands: [],
        expected: `${part.name} is installed. ${channelSentence}`,
        undo: `Remove ${part.name} the way it came.`,
        minutes: 15,
      },
      element,
    );
  }
  draft.got.set(part.id, ready);
  draft.follow(SAFE_POINT, ready, false);
  for (const need of part.requires) {
    const known = need.anyOf
      .map((other) => [...ctx.parts.values()].find((p) => p.id === other))
      .filter((p): p is Part => p !== undefined);
    const pick = known.find((p) => fitOf(p, host, channelId).usable) ?? known[0];
    if (!pick) {
      draft.warnings.push(`${part.name} needs a part that the catalogue does not have: ${need.why}`);
      continue;
    }
    if (path.includes(pick.id)) {
      // The cycle must reach the ordering, which names its members.
      draft.follow(draft.got.get(pick.id) ?? null, ready);
      continue;
    }
    draft.follow(addPart(draft, ctx, host, pick, element, [...path, part.id]), ready);
  }
  if (part.openOnce) {
    const open = draft.add(
      {
        ...base,
        key: `open:${part.id}`,
        sort: 'open once',
        title: `Open ${part.name} once and close it again`,
        where: 'the launcher',
        commands: [fillTemplate(host.commands.open, { name: part.enable ?? part.name })],
        expected: 'It has made its own files and can now be chosen.',
        undo: 'Nothing to undo.',
        effect: 'none',
        minutes: 1,
      },
      element,
    );
    ready = draft.follow(ready, open);
  }
  if (part.enable !== null) {
    const enable = draft.add(
      {
        ...base,
        key: `enable:${part.enable}`,
        sort: 'enable',
        title: `Enable ${part.name}`,
        where: 'the settings',
        commands: [fillTemplate(host.commands.enable, { id: part.enable })],
        expected: `${part.name} is listed as enabled.`,
        undo: `Disable ${part.name}.`,
        effect: host.effects.enable,
        minutes: 1,
      },
      element,
    );
    ready = draft.follow(ready, enable);
  }
  return ready;
}

function addSetting(
  draft: Draft,
  ctx: MatchContext,
  host: HostProfile,
  element: ElementRow,
  scores: readonly { readonly variant: string; readonly score: TraitScore }[],
  after: string | null,
): void {
  const [first] = scores;
  if (!first?.score.place || first.score.setting === null) return;
  const { place, target, setting } = first.score;
  const { spec } = target;
  const now = defaultOf(host, element.kind, spec.id, first.variant);
  // What the host already shows need not be set; a part's own setting always is.
  if (after === null && now !== null && sameJson(now, setting)) return;
  const value = encodeSetting(spec.type, setting);
  const others = scores
    .slice(1)
    .filter((s) => s.score.setting !== null && !sameJson(s.score.setting, setting));
  const also = others.map((s) => `${s.variant}: ${spellValue(spec.type, s.score.setting!)}`);
  const key = draft.add(
    {
      key: `set:${place.key || spec.id}:${element.id}:${value}`,
      sort: 'set a value',
      title: `Set ${element.name}: ${spec.label.toLowerCase()} to ${spellSetting(spec.type, setting)}`,
      where: place.place,
      // Without a key only a hand can do it.
      commands: place.key === '' ? [] : [fillTemplate(host.commands.set, { key: place.key, value })],
      value: spellSetting(spec.type, setting),
      expected:
        also.length > 0 ? `In the other variant, ${also.join('; ')}.` : 'The value is shown as typed.',
      undo: 'Set it back to the value noted before.',
      effect: place.effect ?? 'none',
      rights: 'user',
      minutes: 1,
    },
    element.id,
  );
  draft.follow(NOTE, key, false);
  draft.follow(SAFE_POINT, key, false);
  draft.follow(after, key);
}

/** A setting is in the host's units, so a length is told without `px`. */
function spellSetting(type: TraitType, value: TraitValue): string {
  return type === 'length' ? String(value) : spellValue(type, value);
}

/**
 * Derives the plan: a safe point, the values noted, parts got with what they need first, chosen, set, and a last
 * check, in the order with the fewest session breaks.
 */
export function derivePlan(ctx: MatchContext, coat: CoatState): Plan {
  const { host, rows } = ctx;
  const draft = new Draft();
  if (!host)
    return { ok: true, stages: [], breaks: 0, warnings: ['Choose a host first: steps depend on it.'] };
  const name = coatOf(rows).name;
  const general = { value: '', effect: 'none' as const, rights: 'user' as const, minutes: 2 };
  draft.add(
    {
      ...general,
      key: SAFE_POINT,
      sort: 'safe point',
      title: 'Make a safe point to return to',
      where: 'the system',
      commands: [fillTemplate(host.commands.safePoint, { name: `before ${name}` })],
      expected: 'The safe point is listed.',
      undo: 'Nothing to undo.',
      rights: 'administrator',
      minutes: 5,
    },
    null,
  );
  const variants = scoredVariants(rows);
  for (const state of coat.elements) {
    if (state.standing === 'gap' || state.standing === 'left alone') continue;
    const match = matchOf(rows, state.element.id);
    if (!match) continue;
    const ready = new Map<string, string | null>();
    for (const layer of layersOf(rows, match.id)) {
      const resolved = resolveLayer(ctx, layer);
      if (!resolved) {
        draft.warnings.push(`${state.element.name}: what was chosen is no longer in the catalogue.`);
        continue;
      }
      const part = layer.partId ? ctx.parts.get(partKey(layer.partId, layer.partRevision ?? 0)) : undefined;
      let after: string | null = part ? addPart(draft, ctx, host, part, state.element.id) : null;
      const { choose } = resolved.offer;
      if (choose) {
        const key = draft.add(
          {
            ...general,
            key: `choose:${choose.key}:${choose.value}`,
            sort: 'choose',
            title: `Choose ${choose.value} as ${resolved.offer.name.toLowerCase()}`,
            where: choose.place,
            commands: [fillTemplate(host.commands.set, { key: choose.key, value: choose.value })],
            value: choose.value,
            expected: `${choose.value} is listed and chosen.`,
            undo: 'Choose what was noted before.',
            effect: choose.effect ?? 'none',
            minutes: 1,
          },
          state.element.id,
        );
        draft.follow(NOTE, key, false);
        draft.follow(SAFE_POINT, key, false);
        after = draft.follow(after, key);
      }
      const made = layer.partId === null ? handmadeOf(rows, layer.offer) : null;
      if (made) after = addFiles(draft, made, state.element, SAFE_POINT);
      ready.set(layer.id, after);
    }
    const byTrait = new Map<string, { variant: string; score: TraitScore }[]>();
    for (const variant of variants)
      for (const score of state.perVariant[variant.id]?.traits ?? []) {
        if (!score.layerId) continue;
        const own = placeOfOwn(rows, host, state.element, score);
        const settled = own ? { ...score, ...own } : score;
        if (!settled.place) continue;
        const list = byTrait.get(score.target.spec.id) ?? [];
        list.push({ variant: variant.name.toLowerCase(), score: settled });
        byTrait.set(score.target.spec.id, list);
      }
    for (const scores of byTrait.values())
      addSetting(draft, ctx, host, state.element, scores, ready.get(scores[0]!.score.layerId!) ?? null);
  }
  addNotes(draft, host);
  const work = [...draft.steps.keys()].filter((k) => k !== SAFE_POINT);
  if (work.length === 0) return { ok: true, stages: [], breaks: 0, warnings: draft.warnings };
  draft.add(
    {
      ...general,
      key: CHECK,
      sort: 'check',
      title: 'Compare the desktop with the reference, element by element',
      where: 'the desktop',
      commands: [],
      expected: 'Every element looks as its match promises.',
      undo: 'Nothing to undo.',
      minutes: 10,
    },
    null,
  );
  for (const key of work) draft.follow(key, CHECK);
  const steps = [...draft.steps.values()].map((s) => (s.key === SAFE_POINT ? 0 : s.key === NOTE ? 1 : 2));
  const sorted = [...draft.steps.values()]
    .map((step, i) => ({ step, rank: steps[i]! }))
    .sort((a, b) => a.rank - b.rank)
    .map(({ step }) => step);
  return orderSteps(sorted, draft.edges, [...new Set(draft.warnings)]);
}

/** One step that notes every value which a later step changes. */
function addNotes(draft: Draft, host: HostProfile): void {
  const keys = new Set<string>();
  for (const step of draft.steps.values()) {
    const found = /^(?:set|choose):([^:]+):/.exec(step.key);
    if (found) keys.add(found[1]!);
  }
  if (keys.size === 0) return;
  draft.add(
    {
      key: NOTE,
      sort: 'note values',
      title:
        keys.size === 1
          ? 'Note one value before changing it'
          : `Note ${keys.size} values before changing them`,
      where: 'the settings',
      commands: [...keys].map((key) => fillTemplate(host.commands.get, { key })),
      value: '',
      expected: 'Each value stands in your notes.',
      undo: 'Nothing to undo.',
      effect: 'none',
      rights: 'user',
      minutes: 2,
    },
    null,
  );
  draft.follow(SAFE_POINT, NOTE, false);
}
