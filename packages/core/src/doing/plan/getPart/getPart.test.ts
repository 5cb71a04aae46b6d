import { describe, expect, it } from 'vitest';
import { partKey } from '../../../deciding/matching/targets.js';
import type { Channel, Part } from '../../../model/parts/part.js';
import { testCoat } from '../../../testing/coat.js';
import { testHost, testPart } from '../../../testing/parts.js';
import { PlanDraft } from '../draft.js';
import { PartGetter } from './getPart.js';

const HOST = testHost();
const rowsOn = (channel: string | null) => {
  const rows = testCoat();
  return {
    ...rows,
    coat: Object.fromEntries(Object.values(rows.coat).map((c) => [c.id, { ...c, channel }])),
  };
};

/** Gets a part on a host with a distribution, or on none. */
function get(part: Part, others: readonly Part[] = [], channel: string | null = 'pipit', host = HOST) {
  const draft = new PlanDraft(host);
  const parts = new Map([part, ...others].map((p) => [partKey(p.id, p.revision), p]));
  const ready = new PartGetter(draft, { rows: rowsOn(channel), host, parts }, host).get(part, 'an element');
  const steps = [...draft.steps.values()];
  return { draft, ready, steps, sorts: steps.map((s) => s.sort) };
}
const by = (channel: Channel, more: Partial<Part> = {}) => testPart('Reed', { channels: [channel], ...more });
const archive: Channel = {
  way: 'archive',
  from: 'https://parts.example/reed.tar.gz',
  file: 'reed.tar.gz',
  root: 'reed-1/Reed',
  sort: 'icon set',
  sha256: 'a'.repeat(64),
};
const repository: Channel = {
  way: 'repository',
  from: 'https://parts.example/reed.git',
  script: 'install.sh',
  flags: ['--quiet'],
  admin: false,
  stays: false,
};
const installer: Channel = {
  way: 'installer',
  from: 'https://parts.example/reed.run',
  file: 'reed.run',
  choices: [{ at: 'Where', choose: 'for me alone', why: '' }],
  admin: false,
};

describe('a part is got', () => {
  it('as a package, its source first, and by what it is called on the other distributions', () => {
    const host = testHost({
      channels: [
        ...HOST.channels,
        { ...HOST.channels[0]!, id: 'wren', name: 'Wren 7', install: ['crate', 'add', '{package}'] },
      ],
    });
    const part = by({
      way: 'package',
      names: { pipit: 'reed', wren: 'reed-bar' },
      sources: { pipit: 'reed/stable' },
    });
    const { steps, draft, ready } = get(part, [], 'pipit', host);
    const [install, source] = steps;
    expect(install).toMatchObject({
      sort: 'install',
      rights: 'administrator',
      deeds: [{ do: 'install', channel: 'pipit', package: 'reed' }],
      elsewhere: [{ channel: 'Wren 7', command: ['crate', 'add', 'reed-bar'] }],
    });
    // The profile has no command for sources: a hand adds it.
    expect(source).toMatchObject({ sort: 'add source', deeds: [{ do: 'by hand' }] });
    expect(draft.leadsTo(source!.key, install!.key)).toBe(true);
    expect(ready).toEqual({ keys: [install!.key], of: ['package pipit reed'] });
  });

  it('as an archive: fetched, held against its checksum, and one folder of it put in place', () => {
    const { steps, draft, ready } = get(by(archive));
    const [fetch, unpack] = steps;
    expect(fetch).toMatchObject({
      sort: 'fetch',
      check: `Its SHA-256 is ${'a'.repeat(64)}.`,
      deeds: [{ do: 'fetch', sha256: 'a'.repeat(64) }],
    });
    expect(unpack).toMatchObject({
      sort: 'unpack',
      deeds: [
        {
          do: 'unpack',
          root: 'reed-1/Reed',
          makes: { path: '~/.local/share/icons/Reed', is: 'theme icon set' },
        },
      ],
    });
    expect(draft.leadsTo(fetch!.key, unpack!.key)).toBe(true);
    expect(ready.keys).toEqual([unpack!.key]);
    expect([...draft.onlyForInstalling]).toHaveLength(1);
  });

  it('of a file of one’s own by a hand that puts it where downloads lie, and never by a fetch from nowhere', () => {
    const { steps } = get(by({ ...archive, from: 'a file from my disk', kept: true }));
    expect(steps[0]).toMatchObject({
      sort: 'place a file',
      deeds: [{ do: 'by hand' }, { do: 'place', from: '~/Downloads/reed.tar.gz' }],
    });
    expect(steps[0]!.deeds[0]).toMatchObject({
      what: expect.stringMatching(/^Save reed\.tar\.gz from the page of Reed/) as string,
    });
  });

  it('by the script of a repository, whose folder goes unless something is still run from it', () => {
    const gone = get(by(repository));
    expect(gone.steps.map((s) => s.deeds.map((d) => d.do))).toEqual([['clone', 'run']]);
    expect(gone.draft.stays.size).toBe(0);
    expect(gone.draft.onlyForInstalling.size).toBe(1);
    for (const stays of [{ stays: true }, { undo: ['--remove'] }]) {
      const kept = get(by({ ...repository, ...stays }));
      expect(kept.draft.stays.size).toBe(1);
      expect(kept.draft.onlyForInstalling.size).toBe(0);
    }
  });

  it('by an installer that says what to choose in it', () => {
    const { steps } = get(by(installer));
    expect(steps.map((s) => s.title)).toEqual([
      'Fetch the installer of Reed 1.0',
      'Run the installer of Reed 1.0',
    ]);
    expect(steps[1]!.expected).toBe('In the installer, choose Where: for me alone.');
  });

  it('by a hand where the coat still names the distribution of another host', () => {
    const part = by({ way: 'package', names: { pipit: 'reed', wren: 'reed-wren' } });
    const { steps, draft } = get(part, [], 'wren');
    expect(steps).toMatchObject([{ title: 'Get Reed 1.0 by hand', deeds: [{ do: 'by hand' }] }]);
    expect(draft.warnings).toEqual(['Reed: No package on this distribution, and no other way to get it.']);
  });
  it('by a hand where no way leads here, with the reason in words and as a warning', () => {
    const { steps, draft } = get(by({ way: 'package', names: { wren: 'reed' } }));
    expect(steps).toMatchObject([{ title: 'Get Reed 1.0 by hand', deeds: [{ do: 'by hand' }] }]);
    expect(draft.warnings[0]).toMatch(/^Reed: /);
    expect(get(by({ ...repository, from: 'a friend' })).steps[0]!.title).toBe('Get Reed 1.0 by hand');
  });
});

describe('what a part needs and brings', () => {
  const need = testPart('Sedge');
  const reed = (more: Partial<Part> = {}) =>
    testPart('Reed', { requires: [{ anyOf: [need.id], why: 'It draws with it.' }], ...more });

  it('comes before it; what the catalogue does not have is a warning', () => {
    const { draft, steps } = get(reed(), [need]);
    const [own, other] = [draft.got.get(reed().id)!, draft.got.get(need.id)!];
    expect(steps).toHaveLength(2);
    expect(draft.leadsTo(other, own)).toBe(true);
    expect(get(reed()).draft.warnings).toEqual([
      'Reed needs a part that the catalogue does not have: It draws with it.',
    ]);
  });

  it('is a circle of steps where two need each other, and the getting ends', () => {
    const sedge = testPart('Sedge', { requires: [{ anyOf: [reed().id], why: 'w' }] });
    const { draft } = get(reed(), [sedge]);
    const [a, b] = [draft.got.get(reed().id)!, draft.got.get(sedge.id)!];
    expect(draft.leadsTo(a, b) && draft.leadsTo(b, a)).toBe(true);
  });

  it('is opened once, then enabled, before anything of it can be set', () => {
    const { draft, ready, sorts } = get(testPart('Reed', { openOnce: true, enable: 'reed@parts' }));
    expect(sorts).toEqual(['install', 'open once', 'enable']);
    expect(ready.keys).toHaveLength(1);
    for (const key of draft.steps.keys()) expect(draft.leadsTo(key, ready.keys[0]!)).toBe(true);
    expect(ready.of).toContain('addon reed@parts');
  });

  it('is started with every session, set right and taken out again, each once and unless it was taken as it is', () => {
    const part = testPart('Reed', {
      autostart: 'reed --quiet',
      sideEffects: [
        { what: 'Takes a key.', counter: 'Give the key back.' },
        { what: 'Hums.', counter: null },
      ],
      brings: [
        { what: 'A shop.', remove: 'Remove the shop.', file: '~/.local/share/applications/shop.desktop' },
      ],
    });
    const all = get(part);
    expect(all.sorts).toEqual(['install', 'autostart', 'set right', 'remove what came unasked']);
    expect(all.steps.at(-1)!.deeds).toEqual([
      { do: 'delete', path: '~/.local/share/applications/shop.desktop' },
    ]);
    const draft = new PlanDraft(HOST);
    const accepted = {
      id: 'a',
      finding: `side effect:${part.id}:Takes a key.`,
      facts: '',
      reason: '',
      at: '',
    };
    const rows = { ...rowsOn('pipit'), accepted: { a: accepted } };
    const getter = new PartGetter(draft, { rows, host: HOST, parts: new Map() }, HOST);
    getter.get(part, 'one');
    getter.get(part, 'two');
    expect([...draft.steps.values()].map((s) => s.sort)).toEqual([
      'install',
      'autostart',
      'remove what came unasked',
    ]);
    // Both elements are served by the one step that gets it.
    expect([...draft.steps.values()][0]!.elements).toEqual(['one', 'two']);
  });
});

describe('scripts in sequence', () => {
  it('are run one after the other, each with its rights, and no check names what nobody told', () => {
    const { steps, draft, ready } = get(
      by({
        ...repository,
        then: [
          { script: 'greeter/put.sh', flags: ['--all'], admin: true },
          { script: 'tweak.sh', flags: [], admin: false },
        ],
      }),
    );
    expect(steps.map((s) => [s.title, s.rights])).toEqual([
      ['Run the install script of Reed 1.0', 'user'],
      ['Run put.sh of Reed 1.0', 'administrator'],
      ['Run tweak.sh of Reed 1.0', 'user'],
    ]);
    expect(draft.leadsTo(steps[0]!.key, steps[2]!.key)).toBe(true);
    expect(ready.keys).toEqual([steps[2]!.key]);
    expect(steps[0]!.check).toBe('Where it puts things nobody told: its last lines and its readme say it.');
    const told = get(by({ ...repository, leaves: ['~/.local/bin/reed'] })).steps[0]!;
    expect(told.check).toBe('There is ~/.local/bin/reed.');
  });
});

describe('for everybody, or for oneself', () => {
  const host = testHost({ systemFolders: { 'icon set': ['/usr/share/icons'] } });
  const both = by(archive, { channels: [archive, { way: 'package', names: { pipit: 'reed' } }] });
  const gotFor = (scope: 'me' | 'everybody' | null, part: Part) => {
    const draft = new PlanDraft(host);
    const rows = rowsOn('pipit');
    const scopes = scope === null ? {} : { [part.id]: scope };
    const coat = Object.fromEntries(Object.values(rows.coat).map((c) => [c.id, { ...c, scopes }]));
    const parts = new Map([[partKey(part.id, 1), part]]);
    new PartGetter(draft, { rows: { ...rows, coat }, host, parts }, host).get(part, 'an element');
    return { steps: [...draft.steps.values()], warnings: draft.warnings };
  };
  it('goes through a package for everybody, and into one’s own folders for oneself', () => {
    const sorts = (scope: 'me' | 'everybody' | null) => gotFor(scope, both).steps.map((s) => s.sort);
    expect(sorts(null)).toEqual(['install']);
    expect(sorts('everybody')).toEqual(['install']);
    expect(sorts('me')).toEqual(['fetch', 'unpack']);
    const alone = gotFor('me', by({ way: 'package', names: { pipit: 'reed' } }));
    expect(alone.warnings).toEqual(['Reed comes as a package alone, so it is there for everybody.']);
  });
  it('is by hand where no package does it, with rights, the folder, and what it means for others; no script writes there', () => {
    const [step, ...rest] = gotFor('everybody', by(archive)).steps;
    expect(rest).toEqual([]);
    expect(step).toMatchObject({
      title: 'Put Reed 1.0 where everybody finds it',
      where: '/usr/share/icons/Reed',
      rights: 'administrator',
      commands: [],
      deeds: [{ do: 'by hand', changes: { resource: 'file /usr/share/icons/Reed' } }],
    });
    expect(step!.troubles.join(' ')).toMatch(/programs that others run/);
  });
});

describe('an archive of which folders have to lie beside each other', () => {
  it('puts each of them in place, and is ready once all lie there', () => {
    const { steps, ready } = get(by({ ...archive, with: ['reed-1/shared'] } as Channel));
    expect(steps.map((s) => s.title)).toEqual([
      'Fetch Reed 1.0',
      'Put Reed 1.0 in place',
      'Put shared of Reed 1.0 in place',
    ]);
    expect(ready.keys).toHaveLength(2);
    expect(ready.of).toEqual(['file ~/.local/share/icons/Reed', 'file ~/.local/share/icons/shared']);
  });
});
