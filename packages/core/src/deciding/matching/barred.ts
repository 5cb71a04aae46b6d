import type { HostProfile } from '../../model/host/profile.js';
import type { Fit } from '../../model/parts/fit.js';
import type { Part } from '../../model/parts/part.js';
import { yearsBetween } from '../../ground/calendar.js';
import { LIMIT_LABELS, type LimitId, type Limits } from '../../model/coat/limits.js';

/** A limit that a part goes against, and how. */
export interface Bar {
  readonly limit: LimitId;
  readonly sentence: string;
}

/**
 * Whether an SPDX expression leaves people free to use, change and pass on. Told by what it names: references of one's
 * own and the terms that forbid trade or changes are not free. The server holds the expression itself against the list.
 */
export function isFreeLicence(expression: string): boolean {
  const free = (id: string) => !/^(LicenseRef|DocumentRef)|^(NONE|NOASSERTION)$|-(NC|ND)(-|$)/i.test(id);
  // Of alternatives one is enough.
  return expression
    .replace(/[()]/g, ' ')
    .split(/\s+OR\s+/i)
    .some((all) =>
      all
        .split(/\s+AND\s+/i)
        .map((term) => term.trim().split(/\s+/)[0] ?? '')
        .every((id) => id !== '' && free(id)),
    );
}

/** Whether installing by this way asks for administrator rights: packages always do. */
export function needsAdmin(fit: Fit | null): boolean {
  const channel = fit?.channel;
  if (!channel) return false;
  return channel.way === 'package' || ('admin' in channel && channel.admin);
}

/** What single parts go against, whichever limits are set. `today`: ISO date. */
export function barsOf(
  part: Part,
  fit: Fit | null,
  host: HostProfile,
  today: string,
): (Bar & { least?: number })[] {
  const bars: (Bar & { least?: number })[] = [];
  if (part.price)
    bars.push({ limit: 'free', sentence: `It costs ${part.price.amount} ${part.price.currency}.` });
  if (!isFreeLicence(part.licence))
    bars.push({ limit: 'openLicence', sentence: `Its licence, ${part.licence}, is not a free one.` });
  if (part.account) bars.push({ limit: 'noAccount', sentence: 'It needs an account.' });
  if (needsAdmin(fit)) bars.push({ limit: 'noAdmin', sentence: 'Installing it needs administrator rights.' });
  if (fit?.word === 'untested')
    bars.push({ limit: 'tested', sentence: `Nobody says that it works on ${host.name} ${host.version}.` });
  const age = yearsBetween(part.released, today);
  if (age > 0) bars.push({ limit: 'age', sentence: `Its last release is of ${part.released}.`, least: age });
  return bars;
}

/** The bars that really hold a part back under these limits. */
export function barredBy(bars: readonly (Bar & { least?: number })[], limits: Limits): Bar[] {
  return bars.filter(({ limit, least }) => {
    const value = limits[limit];
    return typeof value === 'boolean' ? value : value !== null && least !== undefined && least > value;
  });
}

/** A limit as it is set: `Extra memory at most 40 MB`. */
export function sayLimit(id: LimitId, limits: Limits): string {
  const value = limits[id];
  if (typeof value !== 'number') return LIMIT_LABELS[id];
  const unit = { memory: ' MB', age: value === 1 ? ' year' : ' years' }[id as string] ?? '';
  return `${LIMIT_LABELS[id]} ${value}${unit}`;
}
