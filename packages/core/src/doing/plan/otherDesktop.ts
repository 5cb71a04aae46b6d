import { coatOf, type CoatRows } from '../../model/coat/rows.js';
import { otherDesktopOf, type HostNow } from '../../model/host/now.js';
import type { HostProfile } from '../../model/host/profile.js';
import { resource } from '../../model/deeds/deed.js';
import type { PlanDraft } from './draft.js';
import { SAFE_POINT } from './frame.js';

/**
 * The steps that put the chosen desktop beside the one that runs now, and enter it. The key of the last one, or null
 * where the survey tells that it runs already, or tells nothing.
 */
export function addOtherDesktop(
  draft: PlanDraft,
  rows: CoatRows,
  host: HostProfile,
  now: HostNow,
): string | null {
  const runs = otherDesktopOf(host, now.survey);
  if (runs === null) return null;
  const { channel: channelId } = coatOf(rows);
  const channel = host.channels.find((c) => c.id === channelId);
  const name = channel && host.installing?.packages[channel.id];
  const install =
    channel && name !== undefined
      ? draft.add(
          {
            key: `install:${channel.id}:${name}`,
            sort: 'install',
            title: `Install ${host.name} ${host.version} beside ${runs}`,
            why: `The coat is made for ${host.name}; ${runs} stays as it is.`,
            where: channel.name,
            deeds: [{ do: 'install', channel: channel.id, package: name, makes: [] }],
            expected: `${host.name} can be chosen where one signs in.`,
            check: `Ask ${channel.name} whether it has ${name}.`,
            undo: `Remove the package ${name}.`,
            rights: 'administrator',
            risk: 'some',
            troubles: [
              'If the sign-in screen offers no choice of desktops, look for a mark beside the password field.',
            ],
            minutes: 15,
          },
          null,
        )
      : draft.add(
          {
            key: `desktop:${host.id}`,
            sort: 'install',
            title: `Install ${host.name} ${host.version} beside ${runs}`,
            where: channel?.name ?? 'the distribution',
            deeds: [
              {
                do: 'by hand',
                what: `Install ${host.name}.`,
                changes: { resource: resource.file('/usr/share/desktops/' + host.family), value: 'desktop' },
              },
            ],
            expected: `${host.name} can be chosen where one signs in.`,
            undo: `Remove ${host.name} the way it came.`,
            rights: 'administrator',
            risk: 'some',
            minutes: 20,
          },
          null,
        );
  draft.follow(SAFE_POINT, install, false);
  const session = host.installing?.session ?? host.name;
  const enter = draft.add(
    {
      key: `enter:${host.family}`,
      sort: 'enter a desktop',
      title: `Choose ${session} when you sign in next`,
      where: 'the sign-in screen',
      deeds: [
        {
          do: 'by hand',
          what: `Choose ${session} at the sign-in screen.`,
          changes: { resource: resource.session(), value: host.name },
        },
      ],
      value: session,
      expected: `${host.name} runs.`,
      undo: `Choose ${runs} at the sign-in screen.`,
      effect: 'session',
      minutes: 2,
    },
    null,
  );
  draft.follow(install, enter);
  for (const doubled of host.installing?.doubles ?? [])
    draft.follow(
      enter,
      draft.add(
        {
          key: `doubled:${doubled}`,
          sort: 'set right',
          title: `Decide which ${doubled} stays in the launcher`,
          why: `${host.name} brings one of its own, so that there are two.`,
          where: 'the launcher',
          deeds: [{ do: 'by hand', what: `Hide one ${doubled}.`, changes: null }],
          expected: `One ${doubled} is left.`,
          undo: 'Show the hidden one again.',
          minutes: 2,
        },
        null,
      ),
      true,
    );
  return enter;
}
