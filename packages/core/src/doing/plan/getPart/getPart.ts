import type { MatchContext } from '../../../deciding/matching/targets.js';
import { flavoursTaken } from '../../../deciding/matching/flavours.js';
import { unobtainable } from '../../../deciding/matching/obtainable.js';
import { coatOf } from '../../../model/coat/rows.js';
import type { HostProfile } from '../../../model/host/profile.js';
import { fitOf } from '../../../model/parts/fit.js';
import type { Channel, Part } from '../../../model/parts/part.js';
import type { PlanDraft } from '../draft.js';
import { SAFE_POINT } from '../frame.js';
import { addAside } from './aside.js';
import { getArchive } from './getArchive.js';
import { getForEverybody } from './forEverybody.js';
import { getByHand } from './getByHand.js';
import { getInstaller } from './getInstaller.js';
import { getPackage } from './getPackage.js';
import { getRepository } from './getRepository.js';
import type { Getting, Ready } from './getting.js';
import { makeReady } from './makeReady.js';
import { addMoney } from './money.js';

/** Gets parts, each once, with what they need first. */
export class PartGetter {
  private readonly ready = new Map<string, Ready>();

  constructor(
    private readonly draft: PlanDraft,
    private readonly ctx: MatchContext,
    private readonly host: HostProfile,
  ) {}

  /** Adds all steps that make a part ready to be chosen. */
  get(part: Part, element: string, path: readonly string[] = []): Ready {
    const { draft, host, ctx } = this;
    const channelId = coatOf(ctx.rows).channel;
    const { channel, channelSentence, word, sentence } = fitOf(part, host, channelId);
    if (word === 'known not to') draft.warnings.push(`${part.name}: ${sentence}`);
    if (channel === null) draft.warnings.push(`${part.name}: ${channelSentence}`);
    const cannot = unobtainable(ctx, part);
    const flavours = flavoursTaken(ctx, part);
    const getting: Getting = {
      draft,
      host,
      part,
      element,
      channelSentence,
      cannot,
      flavours,
      rows: ctx.rows,
    };
    const scope = coatOf(ctx.rows).scopes[part.id];
    const got =
      cannot !== null
        ? getByHand(getting)
        : scope === 'everybody'
          ? forEverybody(getting, channel, channelId)
          : byChannel(getting, scope === 'me' ? forMe(getting, channel) : channel, channelId);
    const [gotKey] = got.keys as [string];
    draft.got.set(part.id, gotKey);
    draft.follow(SAFE_POINT, gotKey, false);
    const fetchKey = `fetch:${part.id}@${part.version}`;
    if (cannot === null) addMoney(getting, gotKey, draft.steps.has(fetchKey) ? fetchKey : gotKey);
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
        draft.follow(draft.got.get(pick.id) ?? null, gotKey);
        continue;
      }
      draft.followAll(this.get(pick, element, [...path, part.id]).keys, gotKey);
    }
    const known = this.ready.get(part.id);
    const ready = makeReady(getting, got);
    if (!known) addAside(getting, ready, new Set(Object.values(ctx.rows.accepted).map((a) => a.finding)));
    this.ready.set(part.id, ready);
    draft.readyOf[part.id] = ready.of;
    return ready;
  }
}

/** For oneself alone: what is put into one's own folders, where there is such a way; a package is there for everybody. */
function forMe({ draft, part, host }: Getting, channel: Channel | null): Channel | null {
  if (channel?.way !== 'package') return channel;
  const own = part.channels.find(
    (c) =>
      (c.way === 'archive' && host.folders[c.sort] !== undefined) ||
      ((c.way === 'repository' || c.way === 'installer') && !c.admin),
  );
  if (!own) draft.warnings.push(`${part.name} comes as a package alone, so it is there for everybody.`);
  return own ?? channel;
}

/** For everybody: by the distribution's package where there is one, else by a hand. */
function forEverybody(getting: Getting, channel: Channel | null, channelId: string | null): Ready {
  const here = getting.host.channels.find((c) => c.id === channelId);
  const packaged = getting.part.channels.find(
    (c) => c.way === 'package' && here !== undefined && c.names[here.id] !== undefined,
  );
  return packaged?.way === 'package' && here
    ? getPackage(getting, packaged, here)
    : getForEverybody(getting, channel);
}

function byChannel(getting: Getting, channel: Channel | null, channelId: string | null): Ready {
  const here = getting.host.channels.find((c) => c.id === channelId);
  switch (channel?.way) {
    case 'package':
      return here ? getPackage(getting, channel, here) : getByHand(getting);
    case 'archive':
      return getArchive(getting, channel);
    case 'repository':
      return getRepository(getting, channel);
    case 'installer':
      return getInstaller(getting, channel);
    case undefined:
      return getByHand(getting);
  }
}
