import { nth } from '../../ground/checked.js';
import type { HostProfile } from '../../model/host/profile.js';
import type { FilePlace } from '../../model/offers/ownSetting.js';
import type { Touch } from '../simulation/hostState.js';
import { resource } from '../../model/deeds/deed.js';
import { type Deed } from '../../model/deeds/deedSchema.js';
import { PlanDraft } from './draft.js';
import { addShowing, withoutNeedless } from './drawAnew.js';
import { DOWNLOADS } from '../../measuring/standards/places.js';
import { orderSteps } from './order.js';
import { addPairs } from './pairs.js';
import { emptyPlan, type Plan, type Step } from '../../model/deeds/step.js';

/** A step that was done, or begun, and what it really changed. */
export interface DoneStep {
  readonly step: Step;
  readonly touches: readonly Touch[];
}

/** What became of one thing over everything that was done: what it was first, and what it is now. */
export interface Net {
  readonly resource: string;
  readonly first: string | null;
  readonly now: string | null;
  /** The steps that changed it, the first one first. */
  readonly steps: readonly Step[];
}

/** Everything that is not as it was before, in the order in which it was first changed. */
export function netChanges(done: readonly DoneStep[]): Net[] {
  const found = new Map<string, { first: string | null; now: string | null; steps: Step[] }>();
  for (const { step, touches } of done)
    for (const { resource: name, before, after } of touches) {
      const known = found.get(name);
      if (!known) found.set(name, { first: before, now: after, steps: [step] });
      else {
        known.now = after;
        if (!known.steps.includes(step)) known.steps.push(step);
      }
    }
  return [...found].flatMap(([name, net]) => (net.first === net.now ? [] : [{ resource: name, ...net }]));
}

/** Whether a safe point leaves it as it is: what lies in the home folder is no part of the system. */
export function survivesRestore(name: string): boolean {
  return name.startsWith('file ~/') || name.startsWith('line ~/');
}

/** What comes behind the first word of a resource's name, and that split at its first space. */
const rest = (name: string) => name.slice(name.indexOf(' ') + 1);
function halves(text: string): readonly [string, string] {
  const at = text.indexOf(' ');
  return [text.slice(0, at), text.slice(at + 1)];
}
const isFile = (name: string) => name.startsWith('file ');

interface Restoring {
  readonly title: string;
  readonly deed: Deed;
}

/** Where an edit of one of these steps wrote. */
function placeOf(steps: readonly Step[], name: string): FilePlace | null {
  for (const { deeds } of steps)
    for (const d of deeds) if (d.do === 'edit' && resource.line(d.file) === name) return d.file;
  return null;
}

/** The deed that makes a thing what it was, and what to call that. */
function restoring(host: HostProfile, net: Net): Restoring {
  const { resource: name, first, steps } = net;
  const what = rest(name);
  const byHand = (title: string): Restoring => ({
    title,
    deed: { do: 'by hand', what: title, changes: { resource: name, value: first } },
  });
  const [sort] = halves(name);
  const set = (value: string | null, title: string): Restoring => ({
    title,
    deed: { do: 'set', key: what, value, of: [], listed: null },
  });
  switch (sort) {
    case 'setting': {
      const said = /^Set (.+) to .+$/s.exec(nth(steps, 0).title)?.[1] ?? what;
      if (first !== null)
        return set(
          first,
          nth(steps, 0).sort === 'arrange items'
            ? `${nth(steps, 0).title} as they were`
            : nth(steps, 0).sort === 'choose'
              ? `Choose ${first} again`
              : `Set ${said} back to ${first}`,
        );
      const title = `Take ${said} back to as if it had never been set`;
      return host.commands.reset ? set(null, title) : byHand(title);
    }
    case 'package': {
      const [channel, item] = halves(what);
      return first === null
        ? { title: `Remove the package ${item}`, deed: { do: 'remove', channel, package: item } }
        : {
            title: `Install the package ${item} again`,
            deed: { do: 'install', channel, package: item, makes: [] },
          };
    }
    case 'source': {
      const [channel, source] = halves(what);
      const title = `Take the source ${source} out again`;
      return first === null && host.channels.find((c) => c.id === channel)?.removeSource
        ? { title, deed: { do: 'remove source', channel, source } }
        : byHand(title);
    }
    case 'addon':
      return first === null
        ? { title: `Disable ${what}`, deed: { do: 'disable', id: what, of: [] } }
        : { title: `Enable ${what} again`, deed: { do: 'enable', id: what, of: [] } };
    case 'file':
      return first === null
        ? { title: `Remove ${what}`, deed: { do: 'delete', path: what } }
        : byHand(`Put ${what} back from where it was kept`);
    case 'line': {
      const file = placeOf(steps, name);
      const title = file
        ? first === null
          ? `Take “${file.at}” out of ${file.path}`
          : `Set “${file.at}” in ${file.path} back to ${first}`
        : `Put ${what} back as it was`;
      return file ? { title, deed: { do: 'edit', file, value: first } } : byHand(title);
    }
    case 'session':
      return byHand(`Choose ${first ?? 'the other desktop'} at the sign-in screen`);
    case 'hand':
      return byHand(
        what.startsWith('surface ') && first === null
          ? `Take off again: ${nth(steps, 0).title.replace(/^Add /, '')}`
          : `Take back by hand: ${nth(steps, 0).title}`,
      );
    default:
      return byHand(`Take back by hand: ${nth(steps, 0).title}`);
  }
}

export interface WayBack {
  readonly plan: Plan;
  /** What a system restore would leave as it is, by resource. */
  readonly survives: readonly string[];
  /** What stays because other elements need it, in sentences. */
  readonly stays: readonly string[];
}

/**
 * The way back from what was really done, as a plan with breaks of its own: every thing becomes what it was before, not a
 * default; what was needed first goes last. With `only`, what other elements need as well stays.
 *
 * @param only ids of elements, or null for everything
 * @param nameOf the name of an element
 */
export function wayBack(
  host: HostProfile,
  done: readonly DoneStep[],
  only: ReadonlySet<string> | null = null,
  nameOf: (elementId: string) => string = (id) => id,
): WayBack {
  const stays: string[] = [];
  const wanted = netChanges(done).filter((net) => {
    if (only === null) return true;
    const serves = new Set(net.steps.flatMap((s) => s.elements));
    const others = [...serves].filter((id) => !only.has(id));
    if (serves.size > 0 && others.length < serves.size && others.length > 0)
      stays.push(`${restoring(host, net).title}: not yet, ${others.map(nameOf).join(' and ')} needs it.`);
    return serves.size > 0 && others.length === 0;
  });
  const survives = wanted.map((n) => n.resource).filter(survivesRestore);
  if (wanted.length === 0) return { plan: emptyPlan(), survives, stays };

  const draft = new PlanDraft(host);
  const byStep = new Map<Step, Net[]>();
  for (const net of wanted) byStep.set(nth(net.steps, 0), [...(byStep.get(nth(net.steps, 0)) ?? []), net]);
  const undoOf = new Map<string, string>();
  // What was done last is taken back first, where nothing else decides.
  for (const [step, nets] of [...byStep].reverse()) {
    const key = `undo:${step.key}`.slice(0, 490);
    for (const net of nets) undoOf.set(net.resource, key);
    addUndo(draft, host, step, nets, key, wanted);
  }
  for (const { step } of done) follow(draft, step, undoOf);
  addPairs(draft, host);
  addShowing(draft, host);
  const work = [...draft.steps.keys()];
  draft.add(
    {
      key: 'undo:check',
      sort: 'check',
      title: 'Look whether anything is left over',
      why: 'A new survey shows what is still there, and what changed that the plan never named.',
      where: 'Host, survey.sh',
      deeds: [{ do: 'by hand', what: 'Run survey.sh and drop what it prints into Plan.', changes: null }],
      expected: 'The leftover check finds nothing.',
      undo: 'Nothing to undo.',
      minutes: 3,
    },
    null,
  );
  for (const key of work) draft.follow(key, 'undo:check');
  return { plan: withoutNeedless(orderSteps([...draft.steps.values()], draft.edges)), survives, stays };
}

/** What one setting is set to; empty where it is more than that. */
function valueOf(deeds: readonly Deed[]): string {
  const [only] = deeds;
  return deeds.length === 1 && only?.do === 'set' ? (only.value ?? '') : '';
}

/** One step that takes back what another one did first. */
function addUndo(
  draft: PlanDraft,
  host: HostProfile,
  step: Step,
  nets: readonly Net[],
  key: string,
  all: readonly Net[],
): void {
  const changed = new Map(all.map((n) => [n.resource, n]));
  const deeds: Deed[] = [];
  const titles: string[] = [];
  const taken = new Set<string>();
  for (const deed of step.deeds) {
    if (deed.do !== 'run' || deed.undo === null) continue;
    const takes = deed.makes.map((m) => m.path).filter((path) => changed.has(resource.file(path)));
    if (takes.length === 0) continue;
    const isInstaller = !deed.program.includes('/');
    deeds.push({
      ...deed,
      words: isInstaller ? [...deed.words, ...deed.undo] : deed.undo,
      makes: [],
      takes,
      undo: null,
    });
    titles.push(`Let ${isInstaller ? 'its installer' : 'its script'} take it away`);
    for (const path of takes) taken.add(resource.file(path));
  }
  const gone = nets.filter((n) => isFile(n.resource) && n.first === null).map((n) => rest(n.resource));
  for (const net of [...nets].reverse()) {
    if (taken.has(net.resource)) continue;
    const path = rest(net.resource);
    // What lies in a folder that goes as a whole goes with it.
    if (isFile(net.resource) && gone.some((g) => path.startsWith(`${g}/`))) continue;
    const { title, deed } = restoring(host, net);
    const folder = deed.do === 'delete' ? downloadFolder(deed.path) : null;
    deeds.push(folder === null ? deed : { do: 'delete', path: folder });
    titles.push(folder === null ? title : `Remove ${folder}`);
  }
  if (deeds.length === 0) return;
  const survives = nets.some((n) => survivesRestore(n.resource));
  for (const element of step.elements.length > 0 ? step.elements : [null])
    draft.add(
      {
        key,
        sort: 'undo',
        title: titles.length === 1 ? nth(titles, 0) : `Take back: ${step.title}`,
        why: survives ? 'A safe point would leave it as it is.' : '',
        where: step.where,
        deeds,
        value: valueOf(deeds),
        expected: titles.length === 1 ? 'It is as it was before.' : `${titles.join('. ')}.`,
        undo: `Do “${step.title}” again.`,
        effect: step.effect,
        rights: step.rights,
        risk: step.risk,
        troubles: [
          ...(step.sort === 'install'
            ? ['If it says that something else needs it, take that away first.']
            : []),
          ...(deeds.some((d) => d.do === 'delete')
            ? [
                'If something of that name was there before the coat, put your copy of it back instead; the script does so from what apply.sh wrote down.',
              ]
            : []),
        ],
        voids: [...new Set(nets.flatMap((n) => n.steps.map((s) => s.key)))],
        minutes: Math.max(1, Math.round(step.minutes / 2)),
      },
      element,
    );
}

/** The folder of one download, which goes as a whole; null for what lies elsewhere. */
function downloadFolder(path: string): string | null {
  if (!path.startsWith(`${DOWNLOADS}/`)) return null;
  const [first] = path.slice(DOWNLOADS.length + 1).split('/');
  return `${DOWNLOADS}/${first}`;
}

/** What a step needed must not go before what the step did has gone. */
function follow(draft: PlanDraft, step: Step, undoOf: ReadonlyMap<string, string>): void {
  const mine = `undo:${step.key}`.slice(0, 490);
  if (!draft.steps.has(mine)) return;
  const after = (name: string, afterEffect: boolean) => {
    const theirs = undoOf.get(name);
    if (theirs !== undefined && theirs !== mine && draft.steps.has(theirs))
      draft.follow(mine, theirs, afterEffect);
  };
  for (const deed of step.deeds) {
    // What runs is stopped for good only when its effect is gone.
    if ('of' in deed) for (const name of deed.of) after(name, deed.do === 'enable');
    if (deed.do === 'set' && deed.listed)
      for (const name of undoOf.keys())
        if (isFile(name) && name.endsWith(`/${deed.listed.name}`)) after(name, false);
    if (deed.do === 'run' && deed.words[0] !== undefined) after(resource.file(deed.words[0]), false);
  }
}
