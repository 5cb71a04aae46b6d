import { PLAIN_PART } from '@spare-coat/core/model/parts/plainPart';
import type { Channel, Part } from '@spare-coat/core/model/parts/part';
import type { Break } from '@spare-coat/core/model/offers/break';
import type { Offer } from '@spare-coat/core/model/offers/offer';
import { idOf } from './ids.js';

export const partId = (name: string) => idOf(`part ${name}`);

type Facts = Partial<Omit<Part, 'id' | 'revision' | 'offers'>> &
  Pick<Part, 'name' | 'author' | 'sort' | 'summary' | 'version' | 'released'> & {
    readonly offers: readonly Offer[];
    /** What its id is made from, where another part has the same name. */
    readonly key?: string;
  };

/** A part from what is worth saying of it; the rest is what most parts are: free, unfussy, made for Fernbank 3. */
export function makePart({ key: said, ...facts }: Facts): Part {
  const key = said ?? facts.name;
  const slug = facts.name.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  return {
    ...PLAIN_PART,
    home: `https://parts.example/${slug}`,
    licence: 'GPL-3.0-or-later',
    fits: [{ host: 'fernbank', versions: '>=3.2 <3.6', how: 'declared' }],
    channels: [{ way: 'package', names: { pipit: slug, dunnock: slug, sandgrouse: slug, wheatear: slug } }],
    ...facts,
    id: partId(key),
    revision: 1,
  };
}

/** An archive whose folder has to be copied. */
export function archive(name: string, version: string, sort: string, root = name): Channel {
  const slug = name.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  return {
    way: 'archive',
    from: `https://parts.example/${slug}/${slug}-${version}.tar.xz`,
    file: `${slug}-${version}.tar.xz`,
    root,
    sort,
  };
}

/** An offer that a list lets one choose. */
export function chosen(
  kind: string,
  id: string,
  name: string,
  listed: string,
  key: string,
  place: string,
  supplies: Offer['supplies'],
  effect: Break = 'none',
): Offer {
  return { id, kind, name, replaces: false, supplies, choose: { key, place, effect, value: listed } };
}

/** An offer that stands in place of the host's own. */
export function instead(kind: string, id: string, name: string, supplies: Offer['supplies']): Offer {
  return { id, kind, name, replaces: true, supplies };
}
