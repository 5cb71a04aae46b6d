import type { HostProfile } from '../../model/host/profile.js';
import { commandsOf } from '../../model/deeds/deed.js';
import { type Deed } from '../../model/deeds/deedSchema.js';
import { placeClass, sayPlace } from '../../measuring/standards/places.js';
import { placesOf } from './placesOf.js';
import type { Edge, Step } from '../../model/deeds/step.js';

/** What has to be said of a step; the rest is what most steps are. */
export type StepDraft = Pick<Step, 'key' | 'sort' | 'title' | 'where' | 'expected' | 'undo'> & {
  readonly deeds: readonly Deed[];
} & Partial<Omit<Step, 'elements' | 'commands'>>;

/** Where deeds leave what is a person's own, in sentences with the whole path: the script asks there, or leaves it to a hand. */
function beyondOwn(deeds: readonly Deed[]): string[] {
  // What a program of others leaves in the system is that program's deed.
  const own = (d: Deed) => d.do !== 'run' && d.do !== 'open';
  const places = deeds.flatMap((d) =>
    placesOf(d).map((path) => ({ path, is: placeClass(path), own: own(d) })),
  );
  return places.flatMap(({ path, is, own: ours }) =>
    is === 'confirm'
      ? [`It writes to ${path}: ${sayPlace(path)}. The script asks before.`]
      : is === 'system' && ours
        ? [
            `${path} belongs to the system: a package channel or a hand writes there, and no script of this plan.`,
          ]
        : [],
  );
}

/** A step from what is worth saying of it. Commands come of its deeds. */
export function makeStep(host: HostProfile, told: StepDraft, elements: readonly string[]): Step {
  return {
    why: '',
    elsewhere: [],
    value: '',
    check: '',
    effect: 'none',
    rights: 'user',
    risk: 'none',
    voids: [],
    minutes: 1,
    ...told,
    troubles: [...new Set([...(told.troubles ?? []), ...beyondOwn(told.deeds)])],
    elements,
    commands: told.deeds.flatMap((deed) => commandsOf(host, deed)),
  };
}

/** Steps and what follows what, while a plan is being derived. */
export class PlanDraft {
  readonly steps = new Map<string, Step>();
  private readonly edgeMap = new Map<string, Edge>();
  readonly warnings: string[] = [];
  /** The step that gets a part, by the part's id. */
  readonly got = new Map<string, string>();
  /** What has to be in effect for a part or something hand-made to be seen, by its id. */
  readonly readyOf: Record<string, readonly string[]> = {};
  /** Steps that set right what a part does beside, by the part's id. */
  readonly rights = new Map<string, string[]>();
  /** Files and folders that are only needed while something is installed, and what must stay, with the reason. */
  readonly onlyForInstalling = new Set<string>();
  readonly stays = new Map<string, string>();

  constructor(readonly host: HostProfile) {}

  get edges(): Edge[] {
    return [...this.edgeMap.values()];
  }

  add(told: StepDraft, element: string | null): string {
    const known = this.steps.get(told.key);
    const elements = new Set([...(known?.elements ?? []), ...(element ? [element] : [])]);
    this.steps.set(told.key, makeStep(this.host, told, [...elements]));
    return told.key;
  }

  follow(from: string | null, to: string, afterEffect = true): string {
    if (!from || from === to) return to;
    const key = JSON.stringify([from, to]);
    const known = this.edgeMap.get(key);
    if (!known || (afterEffect && !known.afterEffect)) this.edgeMap.set(key, { from, to, afterEffect });
    return to;
  }

  followAll(from: readonly string[], to: string, afterEffect = true): string {
    for (const key of from) this.follow(key, to, afterEffect);
    return to;
  }

  /** Whether a step comes before another one, by whatever chain. */
  leadsTo(from: string, to: string): boolean {
    const next = new Map<string, string[]>();
    for (const edge of this.edgeMap.values()) next.set(edge.from, [...(next.get(edge.from) ?? []), edge.to]);
    const seen = new Set([from]);
    for (const key of seen) {
      if (key === to) return true;
      for (const other of next.get(key) ?? []) seen.add(other);
    }
    return false;
  }
}
