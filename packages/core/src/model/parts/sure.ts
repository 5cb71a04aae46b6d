import type { Part } from './part.js';

/** What package mirrors have, by the channel's id. */
export type Mirrors = Readonly<Record<string, ReadonlySet<string>>>;

/** What mirrors have, and what somebody knows to be there beside: a mirror's list can be old, or be of another place. */
export function withSure(mirrors: Mirrors, parts: readonly Part[]): Mirrors {
  const all = new Map(Object.entries(mirrors).map(([id, names]) => [id, new Set(names)]));
  for (const { channels } of parts)
    for (const channel of channels)
      if (channel.way === 'package')
        for (const id of channel.sure ?? []) {
          const name = channel.names[id];
          if (name !== undefined) all.get(id)?.add(name);
        }
  return Object.fromEntries(all);
}

/** The part with the note that its package is there, or null where it has no package in that channel. */
export function madeSure(part: Part, channelId: string): Part | null {
  let found = false;
  const channels = part.channels.map((channel) => {
    if (channel.way !== 'package' || channel.names[channelId] === undefined) return channel;
    found = true;
    return { ...channel, sure: [...new Set([...(channel.sure ?? []), channelId])] };
  });
  return found ? { ...part, channels } : null;
}

/** The part whose package this is, among those that are at hand. */
export function partOfPackage(parts: readonly Part[], channelId: string, name: string): Part | null {
  return (
    parts.find((p) => p.channels.some((c) => c.way === 'package' && c.names[channelId] === name)) ?? null
  );
}
