import type { Answer } from '../../model/coat/answers.js';
import { coatOf, type CoatRows } from '../../model/coat/rows.js';
import { resource } from '../../model/deeds/deed.js';
import type { HostNow } from '../../model/host/now.js';
import type { HostProfile } from '../../model/host/profile.js';
import type { PlanDraft } from './draft.js';
import { SAFE_POINT } from './frame.js';

/** The steps that answers to findings ask for: programs that go or are replaced, faults that are cured. */
export function addAnswered(draft: PlanDraft, rows: CoatRows, host: HostProfile, now: HostNow): void {
  const answers = Object.values(rows.accepted).flatMap((a) => (a.answer ? [a.answer] : []));
  const channel = host.channels.find((c) => c.id === coatOf(rows).channel)?.name ?? 'your distribution';
  for (const answer of answers) addAnswer(draft, answer, channel, now);
}

/** Whether the newest survey still tells of a program; true where there is none. */
const isThere = ({ survey }: HostNow, id: string) =>
  survey.applications.length === 0 || survey.applications.some((a) => a.id === id);

function addAnswer(draft: PlanDraft, answer: Answer, channel: string, now: HostNow): void {
  switch (answer.do) {
    case 'remove':
      if (isThere(now, answer.id)) addRemoval(draft, answer, channel, SAFE_POINT);
      return;
    case 'replace': {
      if (!isThere(now, answer.id)) return;
      const { id, name } = answer;
      const install = draft.add(
        {
          key: `package:${id}`,
          sort: 'install',
          title: `Install ${name} as a package of ${channel}`,
          why: 'In the format that it has now the look does not reach it.',
          where: channel,
          deeds: [byHand(`Install ${name} with ${channel}.`, `application ${id} of ${channel}`, 'installed')],
          expected: `There are two ${name} for now.`,
          check: `Search ${channel} for ${name}: what its package is called, it says.`,
          undo: `Remove the package of ${name}.`,
          rights: 'administrator',
          risk: 'little',
          minutes: 5,
        },
        null,
      );
      draft.follow(SAFE_POINT, install, false);
      addRemoval(draft, answer, channel, install);
      return;
    }
    case 'cure': {
      const { application, by } = answer;
      const key = draft.add(
        {
          key: `cure:${application}:${by}`.slice(0, 480),
          sort: 'set right',
          title: `In ${application}: ${by.replace(/\.$/, '')}`,
          why: `What is chosen has a fault in ${application}.`,
          where: application,
          deeds: [byHand(by, `cure ${application} ${by}`.slice(0, 400), 'done')],
          expected: `${application} looks right.`,
          undo: `Take it back in ${application}.`,
          effect: 'reopen',
          minutes: 3,
        },
        null,
      );
      draft.follow(SAFE_POINT, key, false);
      return;
    }
    // What is paid for and what is tried goes with its part.
    case 'pay':
    case 'try':
    case 'moved':
  }
}

const byHand = (what: string, name: string, value: string) =>
  ({ do: 'by hand', what, changes: { resource: resource.hand(name), value } }) as const;

function addRemoval(
  draft: PlanDraft,
  { id, name, packaging }: Extract<Answer, { do: 'remove' | 'replace' }>,
  channel: string,
  after: string,
): void {
  const isSandboxed = packaging === 'sandboxed';
  const by = isSandboxed ? 'the tool of its sandbox' : packaging === 'own' ? 'your files' : channel;
  const key = draft.add(
    {
      key: `remove:${id}`,
      sort: 'remove a program',
      title: `Remove ${name}${isSandboxed ? ', the sandboxed one' : ''}`,
      why: 'Another does its duty.',
      where: by,
      deeds: [byHand(`Remove ${name} with ${by}.`, `application ${id}`, 'removed')],
      expected: `${name} is in no launcher any more.`,
      check: 'A new survey lists it no more.',
      undo: `Install ${name} again. Its own settings stay where they are, in your home.`,
      rights: isSandboxed || packaging === 'own' ? 'user' : 'administrator',
      risk: 'little',
      troubles: ['If removing it wants to take other programs along, leave it, and hide it in the launcher.'],
      minutes: 3,
    },
    null,
  );
  draft.follow(after, key, after !== SAFE_POINT);
}
