import { partName } from '../../../model/parts/partName.js';
import { DOWNLOADS } from '../../../measuring/standards/places.js';
import { nameOfPath } from '../../../model/deeds/deed.js';
import { type Deed } from '../../../model/deeds/deedSchema.js';
import { isFetchable } from '../../../model/offers/placeSchemas.js';
import { SAFE_POINT } from '../frame.js';
import { cacheOf, commonOf, type ChannelOf, type Getting } from './getting.js';

/**
 * The step that brings the file of a part to where downloads lie: fetched where it has an address, else saved by a hand.
 */
export function fetchFile(g: Getting, channel: ChannelOf<'archive' | 'installer'>, to: string): string {
  const { draft, part, element } = g;
  const name = nameOfPath(channel.file);
  const saved = `~/Downloads/${name}`;
  const [sha256, kept] =
    channel.way === 'archive' ? [channel.sha256 ?? null, channel.kept === true] : [null, false];
  const told = isFetchable(channel.from)
    ? {
        sort: 'fetch' as const,
        title: `Fetch ${channel.way === 'installer' ? 'the installer of ' : ''}${partName(part)}`,
        deeds: [{ do: 'fetch', from: channel.from, to, sha256 }] satisfies Deed[],
        troubles: ['If the download breaks off, start it again; it begins anew.'],
      }
    : {
        sort: 'place a file' as const,
        title: `Put ${name} where downloads lie`,
        why: `${part.name} was made of a file and has no address that it could be fetched from.`,
        deeds: [
          {
            do: 'by hand',
            what: kept
              ? `Save ${name} from the page of ${part.name} under Parts, into ~/Downloads.`
              : `Put ${name}, of which ${part.name} was made, into ~/Downloads.`,
            changes: null,
          },
          { do: 'place', from: saved, to },
        ] satisfies Deed[],
        troubles: [`If it has another name by now, call it ${name} again.`],
      };
  const key = draft.add(
    {
      ...commonOf(g),
      key: `fetch:${part.id}@${part.version}`,
      where: DOWNLOADS,
      expected: `${name} lies in ${cacheOf(part)}.`,
      check: sha256 === null ? 'It can be opened.' : `Its SHA-256 is ${sha256}.`,
      undo: `Remove ${cacheOf(part)}.`,
      effect: 'none',
      minutes: 2,
      ...told,
    },
    element,
  );
  return draft.follow(SAFE_POINT, key, false);
}
