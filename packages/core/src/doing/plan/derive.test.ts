import { execFileSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { handmadeOffer, NO_ROWS, type CoatRows, type HandmadeRow } from '../../model/coat/rows.js';
import type { Part } from '../../model/parts/part.js';
import { evaluateCoat } from '../../deciding/matching/evaluate.js';
import { indexOffers } from '../../deciding/matching/rank.js';
import { partKey, type MatchContext } from '../../deciding/matching/targets.js';
import { testCoat, testElement, testLayer, testMatch, testTrait, uuid } from '../../testing/coat.js';
import { testHost, testPart } from '../../testing/parts.js';
import { derivePlan } from './derive.js';
import { planMarkdown } from './markdown.js';
import { commandLine, quoteWord } from '../../model/deeds/quote.js';
import { startState } from '../simulation/hostState.js';
import { hostNow } from '../../model/host/now.js';
import { rehearse } from '../rehearsal/rehearse.js';
import { randomCoat } from '../../testing/randomCoat.js';
import { applyScript } from './script/apply.js';
import { undoScript } from './script/undo.js';
import { stepsOf, type Plan } from '../../model/deeds/step.js';
import { switchPlan } from './switchVariant.js';
import { wayBack } from './wayBack.js';
import { cases } from '../../testing/properties.js';

const setting = (key: string) => ({ key, place: `Tide › ${key}` });
const supplies = {
  edge: { fixed: 'right' },
  thickness: { range: { least: 20, most: 200, step: 1 }, setting: setting('tide.thickness') },
};

function plan(chosen: Part | null, others: Part[] = [], more: Partial<CoatRows> = {}): Plan {
  const all = [...(chosen ? [chosen] : []), ...others];
  const rows: CoatRows = {
    ...testCoat(),
    match: { m: testMatch('m', uuid('rail')) },
    layer: {
      l: {
        id: 'l',
        matchId: 'm',
        position: 0,
        partId: chosen?.id ?? null,
        partRevision: chosen ? 1 : null,
        offer: chosen ? 'bar' : 'bar-1',
        traits: null,
        settings: {},
      },
    },
    ...more,
  };
  const ctx: MatchContext = { rows, host: testHost(), parts: new Map(all.map((p) => [partKey(p.id, 1), p])) };
  return derivePlan(ctx, evaluateCoat(ctx, indexOffers(ctx)));
}
const titles = (p: Plan) => stepsOf(p).map((s) => s.title);

describe('deriving a plan', () => {
  it('sets plain settings of the host, except what it shows already', () => {
    const p = plan(null);
    expect(titles(p)).toEqual([
      'Make a safe point to return to',
      'Take readings of memory and processor before anything is changed',
      'Note 3 values before changing them',
      'Set Rail: edge to right',
      'Set Rail: thickness to 64',
      'Set Rail: colour to #e3c2b4',
      'Compare the desktop with the reference, element by element',
      'Take the same readings again',
    ]);
    expect(p.ok && p.breaks).toBe(0);
  });

  it('puts what a part needs first, opens it once, enables it, and breaks the session no more than needed', () => {
    const engine = testPart('Engine', { openOnce: true, enable: 'engine', effect: 'session', offers: [] });
    const tide = testPart(
      'Tide',
      {
        requires: [{ anyOf: [uuid('nowhere'), engine.id], why: 'It draws through Engine.' }],
        enable: 'tide',
      },
      supplies,
    );
    const p = plan(tide, [engine]);
    const order = titles(p);
    const at = (t: string) => order.indexOf(t);
    expect(at('Install Engine 1.0')).toBeGreaterThan(0);
    expect(at('Open Engine once and close it again')).toBeGreaterThan(at('Install Engine 1.0'));
    expect(at('Enable Engine')).toBeGreaterThan(at('Open Engine once and close it again'));
    expect(at('Install Tide 1.0')).toBeGreaterThan(at('Enable Engine'));
    expect(at('Set Rail: thickness to 84')).toBeGreaterThan(at('Enable Tide'));
    // Engine installed | opened, enabled | Tide installed, enabled | set.
    expect(p.ok && p.breaks).toBe(3);
    expect(p.ok && p.sittings.map((s) => s.breakAfter)).toEqual(['session', 'session', 'session', null]);
  });

  it('names a circle of needs instead of hanging', () => {
    const a = testPart('Ay', { requires: [{ anyOf: [uuid('part Bee')], why: 'b' }] }, supplies);
    const b = testPart('Bee', { requires: [{ anyOf: [uuid('part Ay')], why: 'a' }] });
    const p = plan(a, [b]);
    expect(p.ok).toBe(false);
    expect(p.ok ? '' : p.sentence).toMatch(/Install Ay 1.0.*Install Bee 1.0|Install Bee 1.0.*Install Ay 1.0/);
    const self = testPart('Self', { requires: [{ anyOf: [uuid('part Self')], why: 's' }] }, supplies);
    expect(titles(plan(self))).toContain('Install Self 1.0');
  });

  it('warns of a need that nothing meets, and of a part that is known not to work', () => {
    const lonely = testPart(
      'Lonely',
      { requires: [{ anyOf: [uuid('x')], why: 'It wants a thing.' }] },
      supplies,
    );
    expect(plan(lonely)).toMatchObject({
      warnings: ['Lonely needs a part that the catalogue does not have: It wants a thing.'],
    });
    const wrong = testPart(
      'Wrong',
      { fits: [{ host: 'fernbank', versions: '3.4', how: 'known not to' }] },
      supplies,
    );
    const p = plan(wrong);
    expect(p.ok && p.warnings[0]).toMatch(/known not to work on Fernbank 3.4/);
    // A rehearsal stops where it would be got: what stands behind it would rest on nothing.
    const host = testHost();
    const went = rehearse({ host, mirror: {} }, p, startState(host, hostNow(host, [])));
    expect(went.complete).toBe(false);
    expect(went.frames.at(-1)).toMatchObject({
      how: 'fails',
      sentence: expect.stringContaining('known not to work') as string,
      step: { title: 'Wrong 1.0 cannot be had here' },
    });
  });

  it('copies the right folder of an archive to where the host finds it', () => {
    const icons = testPart(
      'Samphire',
      {
        channels: [
          {
            way: 'archive',
            from: 'https://parts.example/s.tar.xz',
            file: 's.tar.xz',
            root: 'inner/Samphire Icons',
            sort: 'icon set',
          },
        ],
      },
      supplies,
    );
    const steps = stepsOf(plan(icons));
    const step = steps.find((s) => s.sort === 'unpack')!;
    expect(step.where).toBe('~/.local/share/icons');
    expect(commandLine(step.commands.at(-1)!)).toBe(
      `cp -R -- "$HOME"/'.cache/spare-coat/samphire-1-0/unpacked/inner/Samphire Icons' "$HOME"/'.local/share/icons/Samphire Icons'`,
    );
    expect(step.expected).toBe('The folder Samphire Icons lies in ~/.local/share/icons.');
    const fetch = steps.find((s) => s.sort === 'fetch')!;
    expect(steps.indexOf(fetch)).toBeLessThan(steps.indexOf(step));
    // What was only needed for installing goes at the end.
    expect(steps.at(-1)).toMatchObject({
      sort: 'clean up',
      deeds: [{ do: 'delete', path: '~/.cache/spare-coat/samphire-1-0' }],
    });
  });

  it('places what was made by hand, sets its values where the host keeps them, and says how all of it goes away', () => {
    const made: HandmadeRow = {
      id: uuid('made'),
      elementId: uuid('rail'),
      kind: 'bar',
      name: 'My rail',
      supplies: { thickness: 84, corner: 'x', cornerRadius: 4 },
      files: [{ name: 'rail-84.png', width: 84, height: 84, blob: 'a'.repeat(64) }],
      recipe: { command: 'tape --list' },
    };
    const target = testTrait('rail', 'cornerRadius', 4);
    const base = testCoat();
    const p = plan(null, [], {
      trait: { ...base.trait, [target.id]: target },
      handmade: { [made.id]: made },
      layer: testLayer(handmadeOffer(made.id)),
    });
    const steps = stepsOf(p);
    const place = steps.find((s) => s.sort === 'place a file')!;
    expect(place.commands).toContainEqual([
      'cp',
      '--',
      '~/Downloads/rail-84.png',
      '~/.local/share/pixmaps/rail-84.png',
    ]);
    expect(place.deeds.at(-1)).toMatchObject({
      do: 'write',
      to: '~/.local/share/applications/my-rail.desktop',
    });
    expect(place.undo).toBe(
      'Remove ~/.local/share/pixmaps/rail-84.png and ~/.local/share/applications/my-rail.desktop.',
    );
    // The host has a setting for the thickness; nothing is known of where corners are kept.
    expect(steps.find((s) => s.title === 'Set Rail: thickness to 84')!.commands).toHaveLength(1);
    const byHand = steps.find((s) => s.title === 'Set Rail: corner radius to 4')!;
    expect(byHand).toMatchObject({ commands: [], value: '4', where: 'Where what draws Rail keeps it' });
    expect(steps.indexOf(place)).toBeLessThan(steps.indexOf(byHand));
  });
  it('gets what an extra needs, with its undoing, like everything else', () => {
    const extra = testElement('extra', 'bar', { addition: true });
    const base = testCoat();
    const tide = testPart('Tide', {}, supplies);
    const p = plan(tide, [], {
      element: { ...base.element, [extra.id]: extra },
      match: { m: testMatch('m', extra.id) },
    });
    const step = stepsOf(p).find((s) => s.title.startsWith('Install Tide'))!;
    expect(step).toMatchObject({ elements: [extra.id], undo: 'Remove the package tide.' });
  });
  it('gives steps keys that stay while what they do stays, so that ticks survive', () => {
    const keys = (p: Plan) => new Map(stepsOf(p).map((s) => [s.title, s.key]));
    const before = keys(plan(null));
    const trait = testCoat().trait;
    const thinner = Object.fromEntries(
      Object.entries(trait).map(([id, t]) => [id, t.trait === 'thickness' ? { ...t, target: 40 } : t]),
    );
    const after = keys(plan(null, [], { trait: thinner }));
    expect(after.get('Set Rail: edge to right')).toBe(before.get('Set Rail: edge to right'));
    expect([...before.values()]).not.toContain(after.get('Set Rail: thickness to 40'));
  });

  it('has nothing to do without a host or without a match', () => {
    const ctx: MatchContext = { rows: testCoat(), host: null, parts: new Map() };
    expect(derivePlan(ctx, evaluateCoat(ctx, indexOffers(ctx)))).toMatchObject({
      ok: true,
      sittings: [],
      warnings: [expect.stringMatching(/host/) as string],
    });
    const hosted = {
      ...ctx,
      host: testHost(),
      rows: { ...NO_ROWS, coat: testCoat().coat, variant: testCoat().variant },
    };
    expect(derivePlan(hosted, evaluateCoat(hosted, indexOffers(hosted)))).toMatchObject({
      ok: true,
      sittings: [],
    });
  });
});

describe('quoting', () => {
  it('gives back every word through a real shell', () => {
    const words = [
      '',
      ' ',
      "it's",
      '$HOME',
      '`id`',
      '-rf',
      '--',
      'a\nb',
      '"',
      '\\',
      '*',
      '🧥',
      'x;y',
      '~root',
      '#a',
      '!',
      "''",
      'a=b',
    ];
    const printed = execFileSync('sh', ['-c', `printf '%s\\0' ${words.map(quoteWord).join(' ')}`]).toString();
    expect(printed.split('\0').slice(0, -1)).toEqual(words);
  });
  it('does so for any word', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ unit: 'grapheme' }), { minLength: 1, maxLength: 8 }), (list) => {
        const words = list.filter((w) => !w.includes('\0') && !w.startsWith('~'));
        if (words.length === 0) return;
        const printed = execFileSync('sh', [
          '-c',
          `printf '%s\\0' ${words.map(quoteWord).join(' ')}`,
        ]).toString();
        expect(printed.split('\0').slice(0, -1)).toEqual(words);
      }),
      { numRuns: cases(60) },
    );
  });
  it('keeps the meaning of the home folder, and refuses what no word can hold', () => {
    const home = execFileSync('sh', ['-c', `printf %s ${quoteWord("~/it's here")}`], {
      env: { ...process.env, HOME: '/h o' },
    }).toString();
    expect(home).toBe("/h o/it's here");
    expect(() => quoteWord('a\0b')).toThrow(RangeError);
  });
});

describe('the exports', () => {
  const nasty = `Coat "of" 'many' $(touch /tmp/never)\n# and *stars* \`ticks\``;
  const tide = testPart('Tide', { enable: "ti'de", effect: 'restart' }, supplies);

  it('the script of any derived plan passes ShellCheck', () => {
    const folder = mkdtempSync(join(tmpdir(), 'plan-'));
    const cycle = plan(testPart('Ay', { requires: [{ anyOf: [uuid('part Bee')], why: 'b' }] }, supplies), [
      testPart('Bee', { requires: [{ anyOf: [uuid('part Ay')], why: 'a' }] }),
    ]);
    try {
      for (const [name, p] of [
        ['full', plan(tide)],
        ['settings', plan(null)],
        ['empty', plan(null, [], { match: {}, layer: {} })],
        ['cycle', cycle],
      ] as const) {
        const file = join(folder, `${name}.sh`);
        writeFileSync(
          file,
          applyScript({ coat: nasty, id: 'coat', hostLabel: 'Fernbank 3.4', host: testHost() }, p),
        );
        execFileSync('shellcheck', ['-s', 'sh', file], { stdio: 'pipe' });
      }
      expect(() => execFileSync('sh', [join(folder, 'cycle.sh')], { stdio: 'pipe' })).toThrow(
        /wait for each other/,
      );
    } finally {
      rmSync(folder, { recursive: true });
    }
  });

  it('the scripts of random plans, of their way back and of both variants pass ShellCheck', () => {
    const folder = mkdtempSync(join(tmpdir(), 'plans-'));
    try {
      const files: string[] = [];
      const write = (text: string) => {
        files.push(join(folder, `${files.length}.sh`));
        writeFileSync(files.at(-1)!, text);
      };
      for (let seed = 1; seed <= cases(4); seed++) {
        const { ctx, now } = randomCoat(seed);
        const coat = evaluateCoat(ctx, indexOffers(ctx));
        const made = derivePlan(ctx, coat, { now });
        if (!made.ok) throw new Error(made.sentence);
        const of = { coat: nasty, id: `coat-${seed}`, hostLabel: 'Fernbank 3.4', host: ctx.host };
        const { frames } = rehearse({ host: ctx.host, mirror: {} }, made, startState(ctx.host, now));
        write(applyScript(of, made));
        write(applyScript(of, wayBack(ctx.host, frames).plan));
        write(undoScript(of));
        for (const variant of Object.values(ctx.rows.variant))
          write(applyScript(of, switchPlan(ctx, coat, variant)));
      }
      execFileSync('shellcheck', ['-s', 'sh', ...files], { stdio: 'pipe' });
      // As an ordinary user, in a home that is nobody's; as root every one of them refuses.
      chmodSync(folder, 0o755);
      const env = { PATH: process.env['PATH'], HOME: join(folder, 'home'), LC_ALL: 'C' };
      const user = process.getuid?.() === 0 ? { uid: 54_321, gid: 54_321 } : {};
      for (const file of files)
        execFileSync('sh', [file, '--dry-run'], { env, stdio: 'pipe', input: '', ...user });
      if (process.getuid?.() === 0)
        expect(() => execFileSync('sh', [files[0]!, '--dry-run'], { env, stdio: 'pipe' })).toThrow(
          /not as root/,
        );
    } finally {
      rmSync(folder, { recursive: true });
    }
  }, 240_000);

  it('the Markdown keeps foreign text from becoming markup, and its ticks', () => {
    const p = plan(tide);
    const first = stepsOf(p)[0]!;
    const text = planMarkdown(nasty, 'Fernbank 3.4', p, new Set([first.key]));
    expect(text.split('\n')[0]).toBe(
      '# Coat "of" \'many\' $(touch /tmp/never) \\# and \\*stars\\* \\`ticks\\`',
    );
    expect(text).toContain(`1. [x] **${first.title}**`);
    expect(text).toContain('**Restart the computer before going on.**');
    expect(text.match(/\[ \]/g)).toHaveLength(stepsOf(p).length - 1);
  });
});
