import { yearsBetween } from '../../ground/calendar.js';
import { nth } from '../../ground/checked.js';
import { limitsSet } from '../../model/coat/limits.js';
import { barredBy, barsOf, sayLimit } from '../matching/barred.js';
import { unobtainable } from '../matching/obtainable.js';
import { coatOf } from '../../model/coat/rows.js';
import { fitOf } from '../../model/parts/fit.js';
import type { Part } from '../../model/parts/part.js';
import { flavoursTaken } from '../matching/flavours.js';
import { trialDaysLeft } from '../../model/parts/trialDays.js';
import { chosenParts, type ChosenPart, type FindingContext } from './context.js';
import { chooseAnother, type Finding, type FindingAction, type FindingSort } from './finding.js';

/** How much sorts matter where points of the coat cannot tell it. */
const WEIGHT: Partial<Record<FindingSort, number>> = {
  'not for this host': 9,
  'failed here before': 8,
  'parts that exclude each other': 9,
  'conflict on a surface': 8,
  'trial running out': 5,
  'account or money': 3,
  'side effect': 3,
  'older than its host': 2,
  'brought unasked': 2,
  'helper must stay running': 1,
  'not maintained': 2,
  'not for daily use': 4,
};

/** A helper that had no release for so many months may not be looked after any more. */
const QUIET_MONTHS = 12;

/** A trial that ends within so many days wants to be thought of. */
const TRIAL_SOON = 7;

/** What speaks against the parts that are chosen. */
export function findingsOfParts(context: FindingContext): Finding[] {
  const { ctx, trials, today } = context;
  const { host, rows } = ctx;
  const chosen = chosenParts(context);
  const coat = coatOf(rows);
  const findings: Finding[] = [];
  const add = (
    sort: FindingSort,
    { part, elements }: ChosenPart,
    title: string,
    cost: string,
    more: {
      readonly what?: string;
      readonly others?: readonly string[];
      readonly actions?: readonly FindingAction[];
    } = {},
  ) =>
    findings.push({
      key: `${sort}:${part.id}${more.what ? `:${more.what}` : ''}`,
      sort,
      title,
      cost,
      weight: WEIGHT[sort] ?? 1,
      elements,
      parts: [part.id, ...(more.others ?? [])],
      actions: more.actions ?? [look(part.id)],
      facts: JSON.stringify([part.revision, host.id, host.revision, title]),
    });

  const byId = new Map(chosen.map((c) => [c.part.id, c]));
  for (const one of chosen) {
    const { part } = one;
    const fit = fitOf(part, host, coat.channel);
    const why = unobtainable(context.ctx, part);
    if (why !== null)
      add(
        'not for this host',
        one,
        `${part.name} cannot be had here`,
        `${why} Until another is chosen, the host's own counts.`,
        {
          actions: one.elements.map((id) => chooseAnother(rows, id)),
        },
      );
    else if (!fit.usable)
      add(
        'not for this host',
        one,
        `${part.name} has to be got by hand here`,
        `${fit.sentence} ${fit.channelSentence}`.trim(),
        { actions: one.elements.map((id) => chooseAnother(rows, id)) },
      );
    else if (fit.word === 'untested')
      add('older than its host', one, `${part.name} is older than its host`, fit.sentence);
    const failed = trials.find(
      (t) =>
        t.partId === part.id &&
        t.outcome === 'dropped' &&
        !t.flavour &&
        t.family === host.family &&
        t.hostVersion === host.version,
    );
    if (failed)
      add(
        'failed here before',
        one,
        `${part.name} failed here before`,
        `Tried on ${failed.tried} and dropped: ${failed.why}`,
        {
          actions: one.elements.map((id) => chooseAnother(rows, id)),
        },
      );
    for (const t of trials)
      if (
        t.partId === part.id &&
        t.family === host.family &&
        t.hostVersion === host.version &&
        (!t.flavour ? t.outcome === 'not for daily use' : isTaken(context, part, t.flavour))
      )
        if (t.outcome !== 'kept')
          add(
            t.outcome === 'dropped' ? 'failed here before' : 'not for daily use',
            one,
            `${part.name}${!t.flavour ? '' : `, ${t.flavour},`} ${t.outcome === 'dropped' ? 'failed here before' : 'is not for daily use'}`,
            `Tried on ${t.tried}${t.why === '' ? '.' : `: ${t.why}`}`,
            {
              what: t.flavour ?? 'all of it',
              actions: one.elements.map((id) => chooseAnother(rows, id)),
            },
          );
    const bars = barredBy(barsOf(part, fit, host, today), coat.limits);
    if (part.price || part.account)
      add(
        'account or money',
        one,
        `${part.name} ${part.price ? `costs ${part.price.amount} ${part.price.currency}` : 'needs an account'}`,
        [
          part.price && part.account ? 'It needs an account as well.' : '',
          part.trialDays ? `${part.trialDays} days to try.` : '',
        ]
          .join(' ')
          .trim() || 'Once it is chosen it has to be had.',
        { actions: [...priced(part), ...one.elements.map((id) => chooseAnother(rows, id)), look(part.id)] },
      );
    for (const bar of bars.filter((b) => b.limit !== 'free' && b.limit !== 'noAccount'))
      add(
        'account or money',
        one,
        `${part.name} goes against a limit`,
        `${bar.sentence} Limit: ${sayLimit(bar.limit, coat.limits).toLowerCase()}.`,
        { what: bar.limit },
      );
    const left = trialDaysLeft(
      part,
      trials.filter((t) => t.partId === part.id),
      today,
    );
    if (left !== null && left <= TRIAL_SOON)
      add(
        'trial running out',
        one,
        `The trial of ${part.name} ${left === 0 ? 'is over' : `ends in ${left} ${left === 1 ? 'day' : 'days'}`}`,
        'After that it has to be paid for, or it goes.',
      );
    for (const effect of part.sideEffects)
      add(
        'side effect',
        one,
        `${part.name}: ${effect.what}`,
        effect.counter ?? 'Nothing is known that sets it right again.',
        { what: effect.what },
      );
    for (const brought of part.brings ?? [])
      add(
        'brought unasked',
        one,
        `${part.name} brings: ${brought.what}`,
        brought.remove ?? 'Nothing is known that takes it away.',
        { what: brought.what },
      );
    if (part.sort === 'tool' && part.memory > 0)
      add(
        'helper must stay running',
        one,
        `${part.name} must stay running`,
        `It takes ${part.memory} MB for as long as what it does is wanted.`,
      );
    const months = Math.floor(12 * yearsBetween(part.released, today));
    // What runs has to go with every new version of its host; a picture or a set of icons does not.
    if (months >= QUIET_MONTHS && (part.sort === 'tool' || part.memory > 0))
      add(
        'not maintained',
        one,
        `${part.name} has had no release for ${months} months`,
        `Its last one, ${part.version}, is of ${part.released}: a later version of ${host.name} may break it.`,
      );
    for (const id of part.excludes) {
      const other = byId.get(id);
      if (other)
        add(
          'parts that exclude each other',
          one,
          `${part.name} does not go with ${other.part.name}`,
          'One of the two has to go.',
          {
            what: id,
            others: [id],
            actions: [...one.elements, ...other.elements].map((e) => chooseAnother(rows, e)),
          },
        );
    }
  }
  const holders = new Map<string, ChosenPart[]>();
  for (const one of chosen)
    for (const surface of one.part.holds ?? []) holders.set(surface, [...(holders.get(surface) ?? []), one]);
  for (const [surface, list] of holders) {
    const places = host.surfaces[surface] ?? 1;
    if (list.length > places)
      add(
        'conflict on a surface',
        nth(list, 0),
        `${list.map((c) => c.part.name).join(' and ')} want the same ${surface}`,
        `${host.name} has ${places === 0 ? 'no' : 'one'} place for it.`,
        { what: surface, others: list.slice(1).map((c) => c.part.id) },
      );
  }
  if (coat.limits.memory !== null && limitsSet(coat.limits).includes('memory')) {
    const sum = chosen.reduce((s, c) => s + c.part.memory, 0);
    const [first] = [...chosen].sort((a, b) => b.part.memory - a.part.memory);
    if (first && sum > coat.limits.memory)
      add(
        'account or money',
        first,
        `The parts take ${sum} MB`,
        `The limit is ${coat.limits.memory} MB; ${first.part.name} takes most of it.`,
        { what: 'memory' },
      );
  }
  return findings;
}

/** A price is a choice before it is a download. */
const priced = ({ id, name, price, trialDays }: Part): FindingAction[] =>
  price
    ? [
        { label: `Plan to pay for ${name}`, answer: { do: 'pay', partId: id } },
        ...(trialDays
          ? [
              {
                label: `Plan to try it for ${trialDays} days`,
                answer: { do: 'try' as const, partId: id },
              },
            ]
          : []),
      ]
    : [];

/** Whether a flavour of a part is taken in some variant. */
const isTaken = ({ ctx }: FindingContext, part: Part, flavour: string) =>
  flavoursTaken(ctx, part).some((f) => f.name === flavour);

const look = (id: string): FindingAction => ({ label: 'Look at the part', stage: 'parts', id });
