import type { CoatRows } from '../../../model/coat/rows.js';
import type { PlanDraft, StepDraft } from '../draft.js';
import { DOWNLOADS } from '../../../measuring/standards/places.js';
import { slugOf } from '../../../measuring/standards/desktopEntry.js';
import type { Made } from '../../../model/deeds/deedSchema.js';
import type { HostProfile } from '../../../model/host/profile.js';
import type { Flavour } from '../../../model/parts/flavour.js';
import { offerIn } from '../../../model/parts/flavour.js';
import type { Channel, Part } from '../../../model/parts/part.js';

/** What must be in effect before something of a part can be set, by resource, from the step that gets it to enabling. */
export interface Ready {
  /** The last steps that make it ready to be chosen. */
  readonly keys: readonly string[];
  readonly of: readonly string[];
}

/** A part that is got for an element: what every way of getting it looks at and adds to. */
export interface Getting {
  readonly draft: PlanDraft;
  readonly host: HostProfile;
  readonly part: Part;
  readonly element: string;
  /** Why it comes this way, or why no way leads here. */
  readonly channelSentence: string;
  /** Why it cannot be had here; null where it can. */
  readonly cannot: string | null;
  readonly rows: CoatRows;
  /** The flavours that are taken of it in some variant of the coat; empty where it has none. */
  readonly flavours: readonly Flavour[];
}

/** A part that comes by a channel of one way. */
export type ChannelOf<W extends Channel['way']> = Extract<Channel, { readonly way: W }>;

/** The folder under which all that is downloaded of a part lies. */
export const cacheOf = (part: Part) => `${DOWNLOADS}/${slugOf(part.name)}-${slugOf(part.version)}`;

/** What steps of getting a part have in common. @param trouble what to look at where this way goes wrong */
export function commonOf({ part }: Getting, trouble: readonly string[] = []) {
  return {
    effect: part.effect,
    troubles: [...part.faults, ...trouble],
    minutes: 3,
  } satisfies Partial<StepDraft>;
}

/** Themes that a part puts into the host's lists, by the lists that its offers are chosen from. */
export function themesOf(
  part: Part,
  host: HostProfile,
  flavours: readonly Flavour[],
): { readonly sort: string; readonly name: string }[] {
  const offers =
    flavours.length === 0 ? part.offers : flavours.flatMap((f) => part.offers.map((o) => offerIn(o, f)));
  return offers.flatMap(({ choose }) => {
    const sort = Object.entries(host.lists ?? {}).find(([, list]) => list.key === choose?.key)?.[0];
    return choose && sort !== undefined ? [{ sort, name: choose.value }] : [];
  });
}

/** Files that a part brings along and nobody asked for. */
export const broughtBy = (part: Part): Made[] =>
  (part.brings ?? []).flatMap((b) => (b.file ? [{ path: b.file, is: 'brought unasked' }] : []));

/** Paths as what a host takes them for. */
export const files = (paths: readonly string[] | undefined, is: string): Made[] =>
  (paths ?? []).map((path) => ({ path, is }));
