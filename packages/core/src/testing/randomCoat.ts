import { randomFrom } from '../ground/random.js';
import type { CoatRows, ElementRow, LayerRow, MatchRow, TraitRow } from '../model/coat/rows.js';
import { hostNow, type HostNow } from '../model/host/now.js';
import type { HostProfile, Pair } from '../model/host/profile.js';
import { EMPTY_SURVEY } from '../model/host/survey.js';
import { partKey, type MatchContext } from '../deciding/matching/targets.js';
import { BREAKS, type Break } from '../model/offers/break.js';
import type { Offer, SettingPlace, Supply } from '../model/offers/offer.js';
import type { Flavour } from '../model/parts/flavour.js';
import type { Channel, Part } from '../model/parts/part.js';
import type { TraitValue } from '../model/traits/value.js';
import { testCoat, testElement, testMatch, testTrait, uuid } from './coat.js';
import { testHost, testPart } from './parts.js';

/** What elements of random coats are made of: a kind, and a trait of it that is set by a number and one by a choice. */
const KINDS: readonly (readonly [string, string, readonly [string, readonly string[]] | null])[] = [
  ['bar', 'thickness', ['edge', ['top', 'left', 'right', 'bottom']]],
  ['clock', 'size', null],
  ['frame', 'titleHeight', ['titlePlace', ['head', 'foot']]],
  ['pointer', 'size', ['shape', ['kite', 'drop', 'blade']]],
  ['icon-set', 'size', ['outline', ['mixed', 'all discs']]],
  ['window-list', 'size', ['show', ['picture only', 'title only']]],
];
/** Lists that things are chosen from, by the sort of theme. */
const LISTS: readonly (readonly [string, string])[] = [
  ['window theme', 'frame'],
  ['pointer set', 'pointer'],
  ['icon set', 'icon-set'],
  ['whole look', 'bar'],
];

/** A coat with its host and parts, made at random from a seed: every sort of step can come of it. */
export interface RandomCoat {
  readonly ctx: MatchContext & { readonly host: HostProfile };
  readonly now: HostNow;
}

/** The same seed gives the same coat. */
export function randomCoat(seed: number): RandomCoat {
  const random = randomFrom(seed);
  const chance = (p: number) => random() < p;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const some = (most: number) => Math.floor(random() * (most + 1));
  const anyBreak = (): Break => pick(BREAKS);

  const place = (key: string): SettingPlace => ({
    key,
    place: `Settings › ${key}`,
    ...(chance(0.5) ? { effect: anyBreak() } : {}),
  });
  const inFile = (key: string, file?: string): SettingPlace => ({
    ...place(key),
    ...(file ? { file: { path: file, format: 'lines' as const, at: `${key} =` } } : {}),
  });
  const number = (key: string, file?: string): Supply => ({
    range: { least: 8, most: 120, step: 1 },
    setting: inFile(key, file),
  });
  const offerOf = (kind: (typeof KINDS)[number], id: string, prefix: string, file?: string): Offer => {
    const [name, length, choice] = kind;
    return {
      id,
      kind: name,
      name: `${prefix} ${name}`,
      replaces: prefix !== 'host' && chance(0.5),
      supplies: {
        [length]: chance(0.8) ? number(`${prefix}.${name}.${length}`, file) : { fixed: 24 },
        ...(choice
          ? {
              [choice[0]]: chance(0.6)
                ? { oneOf: choice[1], setting: inFile(`${prefix}.${name}.${choice[0]}`, file) }
                : { fixed: pick(choice[1]) as TraitValue },
            }
          : {}),
      },
    };
  };

  const pairs: Pair[] = chance(0.5)
    ? [
        {
          around: ['host.bar', 'host.clock'],
          first: {
            what: 'Unlock the bars',
            place: 'Settings › Bars',
            command: ['fern', 'set', 'bars.locked', 'false'],
          },
          last: {
            what: 'Lock the bars',
            place: 'Settings › Bars',
            command: ['fern', 'set', 'bars.locked', 'true'],
          },
        },
      ]
    : [];
  const plain = testHost();
  const host = testHost({
    offers: KINDS.map((kind) => offerOf(kind, `host-${kind[0]}`, 'host')),
    defaults: Object.fromEntries(
      KINDS.map(([kind, length, choice]) => [
        kind,
        { ...(chance(0.8) ? { [length]: 24 } : {}), ...(choice ? { [choice[0]]: choice[1][0]! } : {}) },
      ]),
    ),
    folders: Object.fromEntries(
      [...LISTS.map(([sort]) => sort), 'addon'].map((s) => [s, `~/.local/share/${s}s`]),
    ),
    systemFolders: Object.fromEntries(LISTS.map(([sort]) => [sort, [`/usr/share/${sort}s`]])),
    lists: Object.fromEntries(LISTS.map(([sort]) => [sort, place(`list.${sort}`)])),
    first: chance(0.4)
      ? [
          {
            sort: pick(['enabling', 'icon set']),
            what: 'Allow it once',
            place: 'Settings › Allow',
            command: chance(0.7) ? ['fern', 'set', 'addons.allowed', 'true'] : null,
          },
        ]
      : [],
    channels: [
      {
        ...plain.channels[0]!,
        ...(chance(0.5)
          ? {
              addSource: ['larder', 'source', 'add', '{source}'],
              removeSource: ['larder', 'source', 'drop', '{source}'],
            }
          : {}),
      },
    ],
    commands: {
      ...plain.commands,
      ...(chance(0.6) ? { reset: ['fern', 'reset', '{key}'] } : {}),
      ...(chance(0.5) ? { reload: ['fern', 'reload'] } : {}),
    },
    effects: { enable: anyBreak(), package: anyBreak() },
    pairs,
    ...(chance(0.2)
      ? { installing: { packages: { pipit: 'fernbank' }, session: 'Fernbank', doubles: ['file manager'] } }
      : {}),
  });

  const parts: Part[] = [];
  const count = 2 + some(5);
  for (let n = 0; n < count; n++) {
    const name = `Part${n}`;
    const slug = name.toLowerCase();
    const [sort, kindName] = pick(LISTS);
    const kind = KINDS.find(([k]) => k === kindName)!;
    const known = chance(0.5);
    const leavings = {
      ...(chance(0.5) ? { leaves: [`~/.local/share/${slug}/data`, `~/.local/bin/${slug}`] } : {}),
      ...(known ? { undo: ['--remove'] } : {}),
    };
    const channel = pick<() => Channel>([
      () => ({
        way: 'package',
        names: { pipit: slug },
        ...(chance(0.3) ? { sources: { pipit: `https://packages.example/${slug}` } } : {}),
      }),
      () => ({
        way: 'archive',
        from: `https://parts.example/${slug}.tar.xz`,
        file: `${slug}.tar.xz`,
        root: chance(0.5) ? `deep/${name}` : name,
        sort,
      }),
      () => ({
        way: 'repository',
        from: `https://code.example/${slug}`,
        script: 'put.sh',
        flags: ['--user'],
        admin: chance(0.3),
        stays: chance(0.3),
        ...leavings,
      }),
      () => ({
        way: 'installer',
        from: `https://parts.example/${slug}.run`,
        file: `${slug}.run`,
        choices: [],
        admin: chance(0.5),
        ...leavings,
      }),
    ])();
    const listed = (channel.way === 'archive' || channel.way === 'package') && chance(0.6);
    const file = chance(0.2) ? `~/.config/${slug}/${slug}.conf` : undefined;
    const offer = offerOf(kind, 'offer', slug, file);
    const isLook = chance(0.2);
    const flavours = chance(0.35)
      ? ['Plum', 'Plum dark', 'Clay'].map((flavour): Flavour => {
          const folder = `${name}-${flavour.replace(' ', '-')}`;
          const supplies = 'fixed' in offer.supplies[kind[1]]! ? { [kind[1]]: { fixed: 10 + some(80) } } : {};
          return {
            name: flavour,
            ...(channel.way === 'archive' ? { root: `deep/${folder}` } : {}),
            ...(channel.way === 'archive' && chance(0.3) ? { with: [`deep/${name}-Base`] } : {}),
            ...(channel.way === 'repository' ? { flags: ['--flavour', flavour] } : {}),
            offers: { offer: { supplies, ...(listed ? { choose: folder } : {}) } },
          };
        })
      : null;
    parts.push(
      testPart(name, {
        channels: [channel],
        effect: anyBreak(),
        openOnce: chance(0.3),
        enable: chance(0.4) ? slug : null,
        requires:
          n > 0 && chance(0.4) ? [{ anyOf: [parts[some(n - 1)]!.id], why: 'It draws through it.' }] : [],
        sideEffects: chance(0.3) ? [{ what: 'It does more.', counter: 'Set it right.' }] : [],
        brings: chance(0.3)
          ? [{ what: 'A watcher.', remove: 'Remove it.', file: `~/.config/autostart/${slug}-watch.desktop` }]
          : [],
        ...(chance(0.3) ? { autostart: `${slug} --hidden` } : {}),
        ...(isLook
          ? {
              overwrites: KINDS.map(([k]) => k)
                .filter(() => chance(0.5))
                .concat(kindName),
            }
          : {}),
        ...(file
          ? {
              settings: [
                {
                  id: 'one',
                  label: 'One',
                  where: { file: { path: file, format: 'lines', at: 'x =' } },
                  value: { type: 'text' },
                  initial: '',
                  reread: {
                    after: pick(['none', 'reload', 'reopen'] as const),
                    command: chance(0.5) ? [slug, 'again'] : null,
                  },
                  help: '',
                },
              ],
            }
          : {}),
        ...(flavours ? { flavours } : {}),
        offers: [listed ? { ...offer, choose: { ...host.lists![sort]!, value: name } } : offer],
      }),
    );
  }

  const elements: ElementRow[] = [];
  const traits: TraitRow[] = [];
  const matches: MatchRow[] = [];
  const layers: LayerRow[] = [];
  const wanted = 2 + some(5);
  const kinds = KINDS.map((k) => ({ k, r: random() })).sort((a, b) => a.r - b.r);
  for (let n = 0; n < wanted; n++) {
    // Mostly one element of a kind: two of them want one setting for themselves.
    const [kind, length, choice] = chance(0.9) ? kinds[n % kinds.length]!.k : pick(KINDS);
    const name = `element ${n}`;
    elements.push(testElement(name, kind, { position: n, weight: 1 + some(4) }));
    traits.push(testTrait(name, length, 10 + some(90)));
    if (choice) traits.push(testTrait(name, choice[0], pick(choice[1])));
    const fitting = parts.filter((p) => p.offers.some((o) => o.kind === kind));
    const part = fitting.length > 0 && chance(0.75) ? pick(fitting) : null;
    const match = testMatch(uuid(`match ${n}`), uuid(name));
    matches.push(match);
    const layer = (position: number, of: Part | null): LayerRow => ({
      id: uuid(`layer ${n} ${position}`),
      matchId: match.id,
      position,
      partId: of?.id ?? null,
      partRevision: of ? 1 : null,
      offer: of ? 'offer' : `host-${kind}`,
      traits: position === 0 ? null : [length],
      settings: {},
    });
    layers.push(layer(0, part));
    if (fitting.length > 1 && chance(0.3)) layers.push(layer(1, pick(fitting)));
  }
  const byId = <T extends { readonly id: string }>(list: readonly T[]) =>
    Object.fromEntries(list.map((r) => [r.id, r]));
  const base = testCoat();
  const rows: CoatRows = {
    ...base,
    picture: chance(0.5)
      ? base.picture
      : {
          ...base.picture,
          ...byId(
            Object.values(base.picture).map((p) => ({
              ...p,
              id: uuid('dark picture'),
              variantId: uuid('dark'),
              position: 1,
            })),
          ),
        },
    element: byId(elements),
    region: {},
    trait: byId(traits),
    match: byId(matches),
    layer: byId(layers),
  };
  const settings = Object.fromEntries(
    KINDS.filter(() => chance(0.3)).map(([kind, length]) => [
      `host.${kind}.${length}`,
      String(20 + some(40)),
    ]),
  );
  const now = hostNow(host, [
    { ...EMPTY_SURVEY, settings: { ...settings, ...(chance(0.5) ? { 'bars.locked': 'true' } : {}) } },
    ...(chance(0.2)
      ? [{ ...EMPTY_SURVEY, takenAt: '2026-11-20T10:00:00Z', system: { desktop: 'Oxbow' } }]
      : []),
  ]);
  return { ctx: { rows, host, parts: new Map(parts.map((p) => [partKey(p.id, 1), p])) }, now };
}
