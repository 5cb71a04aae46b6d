import { randomFrom } from '@spare-coat/core/ground/random';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import type { Deed } from '@spare-coat/core/model/deeds/deedSchema';
import { makeStep } from '@spare-coat/core/doing/plan/draft';
import { orderSteps } from '@spare-coat/core/doing/plan/order';
import { placesOf } from '@spare-coat/core/doing/plan/placesOf';
import type { Plan, Step } from '@spare-coat/core/model/deeds/step';
import type { FileFormat } from '@spare-coat/core/measuring/standards/edits/edit';
import { testHost } from '@spare-coat/core/testing/parts';
import { MIRROR } from '../mirror/packages.js';
import { Machine, MACHINE_COMMANDS } from './machine.js';

/** Where random plans fetch from: archives by address, and a repository with a script that installs and removes itself. */
export interface Sources {
  readonly mirror: string;
  readonly archives: readonly { readonly from: string; readonly root: string }[];
  readonly repository: string;
}

export const RANDOM_HOST: HostProfile = testHost({
  commands: MACHINE_COMMANDS,
  channels: [
    {
      id: 'pipit',
      name: 'Pipit 24',
      install: ['larder', 'get', '{package}'],
      remove: ['larder', 'drop', '{package}'],
      query: ['larder', 'has', '{package}'],
      addSource: ['larder', 'source', 'add', '{source}'],
      removeSource: ['larder', 'source', 'drop', '{source}'],
      hasSource: ['larder', 'source', 'has', '{source}'],
    },
  ],
});

/** Names that trip up scripts and are a person's right. */
const NAMES = [
  `it's "q"`,
  '-rf',
  'über $HOME `id`',
  ' space ',
  'plain',
  'a\\b',
  '*',
  'x;y',
  '%s',
  'ß',
  '#',
  '~',
];

/** Files that can be edited: a syntax, a place in it, and a text that has it. */
const EDITABLE: readonly (readonly [FileFormat, string, string, string])[] = [
  ['lines', 'thick =', 'thin = 3', '# mine\nthin = 3\n  thick = 28\nend = yes'],
  ['lines', 'color:', 'width:', '.bar {\n  color: #fff;\n  width: 3px;\n}\n'],
  ['key file', 'Sun/Place', 'Sun/Set', '[Moon]\nPlace=x\r\n\n[Sun]\nSet=1\nPlace=y\n'],
  ['json', 'bar.size', 'bar.edge', '{"size": 1, "bar": {"edge": "left", "size": 46}}'],
  ['css', '.bar{color}', '.bar{margin}', '.bar { color: red; } .other { color: blue }\n'],
  ['xml', 'desk/bar@size', 'desk/bar@edge', '<desk>\n <bar size="3" edge="top"/>\n</desk>\n'],
];

export interface RandomPlan {
  readonly machine: Machine;
  readonly plan: Plan;
  readonly steps: readonly Step[];
  /** Sorts of deeds that are in it. */
  readonly kinds: ReadonlySet<Deed['do']>;
  /** Every place that the plan names, as plans write paths. */
  readonly places: readonly string[];
}

/** What the mirror's package of this name leaves on a machine, as the package command would have put it there. */
function asInstalled(m: Machine, name: string): void {
  const files = {
    [`addons/${name}`]: `${name}\n`,
    [`usr/share/doc/${name}/about.txt`]: `${name} of an invented distribution.\n`,
  };
  for (const [path, text] of Object.entries(files)) m.put(`/${path}`, text);
  m.put(
    `/packages/${name}`,
    Object.keys(files)
      .map((f) => `${f}\n`)
      .join(''),
  );
  m.own();
}

/** A random home with odd files in it, and a plan of at least ten deeds for it. The same seed gives the same. */
export function randomPlan(seed: number, sources: Sources): RandomPlan {
  const random = randomFrom(seed);
  const chance = (p: number) => random() < p;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const m = new Machine({
    home: chance(0.5) ? `hömе of "it" 'x' $y` : 'home',
    moved: chance(0.4),
    mirror: sources.mirror,
  });
  let unique = 0;
  /** A name that stands for nothing else in this plan. */
  const name = () => `${pick(NAMES)}${unique++}`;
  const bytes = () =>
    String.fromCharCode(
      ...Array.from({ length: Math.floor(random() * 60) }, () => 1 + Math.floor(random() * 500)),
    );
  const mode = () => pick([0o644, 0o600, 0o640, 0o755, 0o444]);

  /** Something at a path, or nothing: a file, a folder with things in it, a link. */
  const something = (path: string) => {
    const what = random();
    if (what < 0.35) return;
    if (what < 0.6) m.put(path, bytes(), mode());
    else if (what < 0.7) m.link(path, pick(['nowhere', '../x', '/etc/hostname']));
    else {
      for (let i = 0; i < 1 + Math.floor(random() * 4); i++)
        m.put(`${path}/${pick(NAMES)}${i}/${name()}`, bytes(), mode());
      m.link(`${path}/link`, pick(['nowhere', '.', './x']));
    }
  };
  for (let i = 0; i < 6; i++)
    something(`${pick(['~/.config', '~/.local/share', '~/.icons', '~', '~/.fonts'])}/${name()}`);
  m.put('~/.config/mine', 'mine');
  const base = () => pick(['~/.config', '~/.local/share', '~/.local/share/icons', '~/.icons', '~/.fonts']);
  const place = () => {
    const path = `${base()}/${name()}${chance(0.3) ? `/${name()}` : ''}`;
    something(path);
    return path;
  };
  const cache = () => `~/.cache/spare-coat/${name()}`;
  const key = () => `key.${unique++}`;
  const value = () => `${pick(NAMES)} ${Math.floor(random() * 100)}`;
  const packages = MIRROR['pipit']!.slice(0, 3);
  const installed = MIRROR['pipit']!.slice(3, 5);
  const of: readonly string[] = [];

  const MAKERS: Readonly<Record<Deed['do'], () => Deed[]>> = {
    'make safe point': () => [{ do: 'make safe point', name: value() }],
    'note values': () => [{ do: 'note values', keys: [key()] }],
    'add source': () => {
      const source = `https://packages.example/${unique++}`;
      if (chance(0.3)) m.tool('larder', 'source', 'add', source);
      return [{ do: 'add source', channel: 'pipit', source }];
    },
    'remove source': () => {
      const source = `https://packages.example/${unique++}`;
      if (chance(0.8)) m.tool('larder', 'source', 'add', source);
      return [{ do: 'remove source', channel: 'pipit', source }];
    },
    install: () => {
      const wanted = packages.pop();
      return wanted ? [{ do: 'install', channel: 'pipit', package: wanted, makes: [] }] : [];
    },
    remove: () => {
      const there = installed.pop();
      if (there === undefined) return [];
      if (chance(0.8)) asInstalled(m, there);
      return [{ do: 'remove', channel: 'pipit', package: there }];
    },
    fetch: () => [
      { do: 'fetch', from: pick(sources.archives).from, to: `${cache()}/${name()}.tar.gz`, sha256: null },
    ],
    unpack: () => {
      const { from, root } = pick(sources.archives);
      const archive = `${cache()}/${name()}.tar.gz`;
      return [
        { do: 'fetch', from, to: archive, sha256: null },
        { do: 'unpack', archive, root, makes: { path: place(), is: 'theme icon set' } },
      ];
    },
    clone: () => [{ do: 'clone', from: sources.repository, version: '1.0', to: cache() }],
    run: () => {
      const to = cache();
      return [
        { do: 'clone', from: sources.repository, version: '1.0', to },
        {
          do: 'run',
          program: `${to}/put.sh`,
          words: [`put-${unique}`, value()],
          admin: chance(0.2),
          makes: [{ path: `~/.local/share/put-${unique++}`, is: 'program' }],
          takes: [],
          undo: chance(0.5) ? [`put-${unique - 1}`, '--remove'] : null,
        },
      ];
    },
    place: () => {
      const from = `~/Downloads/${name()}`;
      m.put(from, bytes());
      return [{ do: 'place', from, to: place() }];
    },
    write: () => [
      {
        do: 'write',
        to: chance(0.2) ? `~/.config/autostart/${name()}.desktop` : place(),
        text: `${value()}\n\n`,
      },
    ],
    edit: () => {
      const [format, at, other, text] = pick(EDITABLE);
      const path = `~/.config/${name()}/${name()}.conf`;
      if (chance(0.8)) m.put(path, text, mode() | 0o200);
      else if (format === 'xml') m.put(path, text);
      const first: Deed = {
        do: 'edit',
        file: { path, format, at },
        value: String(Math.floor(random() * 500)),
      };
      return chance(0.5) ? [first] : [first, { do: 'edit', file: { path, format, at: other }, value: 'abc' }];
    },
    enable: () => {
      const id = `addon-${unique++}`;
      m.put(`~/.local/share/addons/${id}`, 'x');
      if (chance(0.3)) m.tool('fern', 'addon', 'on', id);
      return [{ do: 'enable', id, of }];
    },
    disable: () => {
      const id = `addon-${unique++}`;
      m.put(`~/.local/share/addons/${id}`, 'x');
      if (chance(0.7)) m.tool('fern', 'addon', 'on', id);
      return [{ do: 'disable', id, of }];
    },
    open: () => {
      const program = `program-${unique++}`;
      // What it finds there a program may follow, if it is a link: that is its own deed.
      if (chance(0.5)) m.put(`~/.config/${program}/${pick(['x', 'own.conf'])}`, bytes(), 0o644);
      return [
        { do: 'open', name: program, of, makes: [{ path: `~/.config/${program}`, is: 'file of a program' }] },
      ];
    },
    set: () => {
      const k = key();
      if (chance(0.6)) m.tool('fern', 'set', k, `${value()}${chance(0.3) ? '\nand more\n' : ''}`);
      const first: Deed = { do: 'set', key: k, value: chance(0.8) ? value() : null, of, listed: null };
      return chance(0.7) ? [first] : [first, { ...first, value: value() }];
    },
    call: () => [{ do: 'call', command: ['fern', 'reload'] }],
    show: () => [
      { do: 'show', after: 'reload', command: chance(0.5) ? ['fern', 'reload'] : null, what: 'Look' },
    ],
    delete: () => [{ do: 'delete', path: place() }],
    move: () => [{ do: 'move', from: place(), to: place() }],
    'by hand': () => [{ do: 'by hand', what: value(), changes: null }],
  };

  const steps: Step[] = [];
  const edges: { from: string; to: string; afterEffect: boolean }[] = [];
  const kinds = new Set<Deed['do']>();
  const wanted = (Object.keys(MAKERS) as Deed['do'][])
    .map((kind) => ({ kind, r: random() }))
    .sort((a, b) => a.r - b.r)
    .slice(0, 11 + Math.floor(random() * 6));
  // The tools of the machine run as its user, who has to own what they write to.
  m.own();
  for (const { kind } of wanted) {
    const deeds = MAKERS[kind]();
    if (deeds.length === 0) continue;
    for (const deed of deeds) kinds.add(deed.do);
    const step = makeStep(
      RANDOM_HOST,
      {
        key: `step ${steps.length}`,
        sort: 'set a value',
        title: `Step ${steps.length}: ${kind}`,
        where: 'here',
        expected: '',
        undo: '',
        deeds,
        effect: chance(0.05) ? 'session' : 'none',
        rights: kind === 'install' ? 'administrator' : 'user',
      },
      [chance(0.5) ? 'one' : 'other'],
    );
    const before = steps.at(-1);
    if (before) edges.push({ from: before.key, to: step.key, afterEffect: true });
    steps.push(step);
  }
  const places = steps.flatMap((s) => s.deeds.flatMap(placesOf));
  return { machine: m, plan: orderSteps(steps, edges), steps, kinds, places };
}
