import type { Deed } from '../../../model/deeds/deedSchema.js';
import { partName } from '../../../model/parts/partName.js';
import { trialEnd } from '../../../model/parts/trialDays.js';
import type { Getting } from './getting.js';

/** What stands between a person and a part: an account, a price, the end of a trial. Each is a step; a price is a choice before it is a download. */
export function addMoney(g: Getting, gotKey: string, firstKey: string): void {
  const { draft, part, element } = g;
  const { accepted, trial } = g.rows;
  const byHand = (what: string): Deed => ({ do: 'by hand', what, changes: null });
  if (part.account) {
    const account = draft.add(
      {
        key: `account:${part.id}`,
        sort: 'pay',
        title: `Make an account for ${part.name}, or sign in`,
        where: part.home,
        deeds: [byHand(`Make an account at ${part.home}.`)],
        expected: 'You are signed in.',
        undo: 'Close the account where nothing else needs it.',
        minutes: 5,
      },
      element,
    );
    draft.follow(account, firstKey);
  }
  const { price, trialDays } = part;
  if (!price) return;
  const sum = `${price.amount} ${price.currency}`;
  const answer = Object.values(accepted).flatMap(({ answer: a }) =>
    a && (a.do === 'pay' || a.do === 'try') && a.partId === part.id ? [a.do] : [],
  )[0];
  const canTry = trialDays !== null && trialDays > 0;
  const title =
    answer === 'pay'
      ? `Pay ${sum} for ${part.name}`
      : answer === 'try' && canTry
        ? `Begin the trial of ${part.name}: ${trialDays} days`
        : canTry
          ? `Decide: pay ${sum} for ${part.name}, or try it for ${trialDays} days`
          : `Decide whether ${part.name} is worth ${sum}, and pay`;
  const decided = draft.add(
    {
      key: `price:${part.id}`,
      sort: 'pay',
      title,
      why: 'Before it is got, so that nothing is installed that will not stay.',
      where: part.home,
      deeds: [byHand(`${title}.`)],
      value: sum,
      expected: answer === 'try' ? 'The trial runs.' : 'It may be got.',
      undo: answer === 'pay' ? 'Ask for the money back, where that is still possible.' : 'Nothing to undo.',
      minutes: 5,
    },
    element,
  );
  draft.follow(decided, firstKey);
  if (!canTry || answer === 'pay') return;
  const begun = Object.values(trial).filter((t) => t.partId === part.id);
  const ends = trialEnd(part, begun);
  draft.follow(
    gotKey,
    draft.add(
      {
        key: `trial-end:${part.id}`,
        sort: 'pay',
        title:
          ends === null
            ? `Within ${trialDays} days of installing it, pay ${sum} for ${partName(part)} or give it up`
            : `By ${ends}, pay ${sum} for ${partName(part)} or give it up`,
        why: 'After that it stops, or asks each time. Giving it up is the way back of what it carries.',
        where: part.home,
        deeds: [byHand(`Pay for ${part.name}, or give it up.`)],
        value: ends ?? '',
        expected: 'It is paid for, or gone.',
        undo: 'Nothing to undo.',
        minutes: 5,
      },
      element,
    ),
    false,
  );
}
