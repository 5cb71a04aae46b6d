import type { CoatRows } from '@spare-coat/core/model/coat/rows';
import { readBundle, readManifest } from '@spare-coat/core/proving/bundle/readBundle';
import { loneBundle } from '@spare-coat/core/proving/bundle/writeBundle';
import { readProfile, type HostProfile } from '@spare-coat/core/model/host/profile';
import { evaluateCoat } from '@spare-coat/core/deciding/matching/evaluate';
import { indexOffers } from '@spare-coat/core/deciding/matching/rank';
import { partKey, type MatchContext } from '@spare-coat/core/deciding/matching/targets';
import type { Supply } from '@spare-coat/core/model/offers/offer';
import { withListing } from '@spare-coat/core/model/parts/fromListing';
import { readPart, type Channel, type Part } from '@spare-coat/core/model/parts/part';
import { derivePlan } from '@spare-coat/core/doing/plan/derive';
import { applyScript } from '@spare-coat/core/doing/plan/script/apply';
import { placesOf } from '@spare-coat/core/doing/plan/placesOf';
import { undoScript } from '@spare-coat/core/doing/plan/script/undo';
import { stepsOf } from '@spare-coat/core/model/deeds/step';
import { placeClass } from '@spare-coat/core/measuring/standards/places';
import { testCoat, testMatch, uuid } from '@spare-coat/core/testing/coat';
import { testPart } from '@spare-coat/core/testing/parts';
import { readListedDetails } from '@spare-coat/core/model/parts/listing';
import { Machine, MACHINE_COMMANDS } from './machine.js';
import { RANDOM_HOST, type Sources } from './randomPlan.js';

/** Something made to harm: a part with the host that it is planned on, and whether what reads such things takes it. */
export interface Aimed {
  readonly from: 'part' | 'profile' | 'bundle' | 'listing';
  readonly what: string;
  readonly part: Part;
  readonly host: HostProfile;
  /** Null where it is taken; else the sentence of the refusal. */
  readonly refused: string | null;
}

const HOST: HostProfile = {
  ...RANDOM_HOST,
  family: 'fernbank',
  version: '3.4.0',
  folders: { 'icon set': '~/.local/share/icons', 'window theme': '~/.local/share/looks' },
};
const number = (file?: string, at = 'a ='): Supply => ({
  range: { least: 20, most: 200, step: 1 },
  setting: {
    key: file ? 'x' : 'tide.thickness',
    place: 'Tide',
    ...(file ? { file: { path: file, format: 'lines', at } } : {}),
  },
});

/** Where a home has what nobody should touch. */
const TARGETS = [
  '.ssh/config',
  '.ssh/id',
  '.bashrc',
  '.profile',
  'Documents/letter.txt',
  '.config/autostart/mine.desktop',
  '.gnupg/keys',
];
const UP = '../../../../..';

function why(read: () => unknown): string | null {
  try {
    read();
    return null;
  } catch (error) {
    return (error as Error).message;
  }
}

/** Ten ways in which a part can be aimed, each with what is aimed at. */
function channels(s: Sources): readonly (readonly [string, Partial<Part>, Record<string, Supply>?])[] {
  const archive = (more: object): Partial<Part> => ({
    channels: [
      {
        way: 'archive',
        from: s.archives[0]!.from,
        file: 'x.tar.gz',
        root: 'Samphire-Icons',
        sort: 'icon set',
        ...more,
      },
    ],
  });
  const repository = (more: object): Partial<Part> => ({
    channels: [
      {
        way: 'repository',
        from: s.repository,
        script: 'put.sh',
        flags: ['tide'],
        admin: false,
        leaves: ['~/.local/share/tide'],
        ...more,
      } as Channel,
    ],
    version: '1.0',
  });
  return [
    ['an archive’s folder', archive({ root: `${UP}/.ssh` })],
    ['an archive’s file', archive({ file: `${UP}/.bashrc` })],
    ['an archive’s name that is an option', archive({ file: '-rf' })],
    ['what a repository leaves', repository({ leaves: ['~/.ssh'] })],
    ['a repository’s script', repository({ script: `${UP}/.profile` })],
    [
      'an installer’s file',
      {
        channels: [
          {
            way: 'installer',
            from: s.archives[0]!.from,
            file: `${UP}/.profile`,
            choices: [],
            admin: false,
            leaves: ['~/Documents'],
          },
        ],
      },
    ],
    ['a setting’s file', {}, { thickness: number('~/.bashrc', 'alias ls =') }],
    ['a setting’s file by way of its own', {}, { thickness: number('~/.config/../.ssh/config', 'Host') }],
    ['what comes unasked', { brings: [{ what: 'It.', remove: 'Remove it.', file: '~/Documents' }] }],
    [
      'a package',
      {
        channels: [{ way: 'package', names: { pipit: '-y' } }],
        brings: [{ what: 'It.', remove: 'Remove it.', file: '/../../etc' }],
      },
    ],
  ];
}

const aimedPart = (
  name: string,
  more: Partial<Part>,
  supplies: Record<string, Supply> = { thickness: number() },
): Part => testPart(name, { version: '1.0', openOnce: false, ...more }, supplies);

/** Forty aimed things, a quarter each parts, profiles, bundles and listings. */
export function aimedThings(s: Sources): Aimed[] {
  const parts = channels(s).map(([what, more, supplies]): Aimed => {
    const part = aimedPart('Tide', more, supplies);
    return {
      from: 'part',
      what,
      part,
      host: HOST,
      refused: why(() => readPart(JSON.parse(JSON.stringify(part)))),
    };
  });
  const bundles = channels(s).map(([what, more, supplies]): Aimed => {
    const part = aimedPart('Tide', more, supplies);
    const documents = JSON.parse(JSON.stringify(loneBundle([part], null))) as Record<string, unknown>;
    const manifest = readManifest({
      format: 'spare-coat-bundle',
      version: 2,
      what: 'parts',
      title: 'T',
      made: '2026-11-28',
      files: [],
    });
    return { from: 'bundle', what, part, host: HOST, refused: why(() => readBundle(manifest, documents)) };
  });
  const plain: Partial<Part> = {
    channels: [
      {
        way: 'archive',
        from: s.archives[0]!.from,
        file: 'x.tar.gz',
        root: 'Samphire-Icons',
        sort: 'icon set',
      },
    ],
  };
  const profiles = (
    [
      ['its folder of icons', { folders: { 'icon set': '~/.ssh' } }],
      ['its folder of icons, up', { folders: { 'icon set': '~/.local/share/../../.ssh' } }],
      ['its folder of icons, the home', { folders: { 'icon set': '~' } }],
      ['its folder of icons, all', { folders: { 'icon set': '/' } }],
      ['its folder of icons, the system', { folders: { 'icon set': '/usr/share/icons' } }],
      ['its folder of icons, started', { folders: { 'icon set': '~/.config/autostart' } }],
      ['its folder of icons, documents', { folders: { 'icon set': '~/Documents' } }],
      ['its own setting’s file', { offers: [] }],
      [
        'a name that is an option',
        {
          channels: [{ ...HOST.channels[0]!, id: 'pipit' }],
          installing: { packages: { pipit: '--now' }, session: 'x', doubles: [] },
        },
      ],
      ['a folder with a line break', { folders: { 'icon set': '~/.local/share/\nicons' } }],
    ] satisfies (readonly [string, Partial<HostProfile>])[]
  ).map(([what, more]): Aimed => {
    const host: HostProfile = { ...HOST, ...more };
    const part = what.includes('setting')
      ? aimedPart('Tide', plain, { thickness: number('~/.profile', 'PATH =') })
      : aimedPart('Tide', plain);
    return {
      from: 'profile',
      what,
      part,
      host,
      refused: why(() => readProfile(JSON.parse(JSON.stringify(host)))),
    };
  });
  const listings = (
    [
      ['a file that leads up', { file: '..' }],
      ['a file that is an option', { file: '-rf' }],
      ['a file with a folder', { file: 'a/../../.bashrc' }],
      ['a file with a line break', { file: 'a\nb.tar.gz' }],
      ['a file of the home', { file: '~' }],
      ['a path of another place', { path: '//elsewhere.example/x' }],
      ['a path that leads up', { path: '/../../etc/passwd' }],
      ['a version that is an option', { version: '--upload-pack=evil' }],
      ['a version with a line break', { version: '1\n2' }],
      ['a file with a backslash', { file: '..\\..\\x' }],
    ] as const
  ).map(([what, more]): Aimed => {
    const version = {
      version: '1.0',
      date: '2026-11-01',
      madeFor: 'Fernbank 3.4',
      file: 'x.tar.gz',
      size: 1,
      sha256: 'a'.repeat(64),
      path: '/files/of/icons.tar.gz',
      ...more,
    };
    const details = {
      id: 'tide',
      name: 'Tide',
      author: 'x',
      category: 'x',
      summary: 's',
      licence: 'MIT',
      votes: 0,
      date: '2026-11-01',
      version: '1.0',
      versions: [version],
    };
    const refused = why(() => readListedDetails(details));
    const base = aimedPart('Tide', plain);
    const file = version.file;
    const told = withListing(
      { ...base, source: { from: 'x', key: 'tide', on: '2026-11-28', sha256: version.sha256 } },
      details as never,
      s.mirror,
    );
    const part = {
      ...told,
      fits: base.fits,
      channels: told.channels.map((c) => (c.way === 'archive' ? { ...c, file } : c)),
    };
    return { from: 'listing', what, part, host: HOST, refused };
  });
  return [...parts, ...profiles, ...bundles, ...listings];
}

export interface Hit {
  readonly aimed: Aimed;
  /** Files that were touched and are neither below what is a person's own nor agreed to. */
  readonly outside: readonly string[];
  /** What is not as before after undo. */
  readonly left: readonly string[];
}

/**
 * Plans with an aimed thing as if it had been taken, whatever its reader says, applies it without agreeing to anything, and takes
 * it back: what was touched outside a person's own folders, and what is left.
 */
export async function tryAimed(aimed: Aimed, sources: Sources): Promise<Hit> {
  const { part, host } = aimed;
  const rows: CoatRows = {
    ...testCoat(),
    match: { m: testMatch('m', uuid('rail')) },
    layer: {
      l: {
        id: 'l',
        matchId: 'm',
        position: 0,
        partId: part.id,
        partRevision: 1,
        offer: 'bar',
        traits: null,
        settings: {},
      },
    },
  };
  const ctx: MatchContext = { rows, host, parts: new Map([[partKey(part.id, 1), part]]) };
  const plan = derivePlan(ctx, evaluateCoat(ctx, indexOffers(ctx)));
  const m = new Machine({ mirror: sources.mirror });
  try {
    for (const target of TARGETS) m.put(`~/${target}`, `private ${target}\nHost a\nalias ls = b\nPATH = c\n`);
    const of = { coat: 'Aimed', id: 'aimed', hostLabel: 'H', host: { ...host, commands: MACHINE_COMMANDS } };
    m.script('apply', applyScript(of, plan));
    m.script('undo', undoScript(of));
    m.own();
    const before = m.homeTree(false);
    for (let n = 0; n < 8; n++) {
      const ran = await m.run('apply', [], { input: 'skip\n'.repeat(100) });
      if (ran.status !== 0 || !ran.out.includes('then run this script again')) break;
    }
    const named = stepsOf(plan)
      .flatMap((s) => s.deeds.flatMap(placesOf))
      .filter((p) => placeClass(p) === 'own')
      .map((p) => m.path(p).slice(m.home.length + 1));
    const allowed = [...named, '.cache/spare-coat', '.local/state/spare-coat'];
    const now = m.homeTree(false);
    const changed = [...new Set([...Object.keys(before), ...Object.keys(now)])].filter(
      (p) => before[p] !== now[p],
    );
    const outside = changed.filter(
      (p) => !allowed.some((a) => p === a || p.startsWith(`${a}/`) || a.startsWith(`${p}/`)),
    );
    await m.run('undo', [], { input: 'skip\n'.repeat(100) });
    const after = m.homeTree(false);
    const left = [...new Set([...Object.keys(before), ...Object.keys(after)])].filter(
      (p) => before[p] !== after[p],
    );
    return { aimed, outside, left };
  } finally {
    m.remove();
  }
}
