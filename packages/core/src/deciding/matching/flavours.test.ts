import { describe, expect, it } from 'vitest';
import type { CoatRows } from '../../model/coat/rows.js';
import { hostNow } from '../../model/host/now.js';
import { stepsOf } from '../../model/deeds/step.js';
import { readPart, type Part } from '../../model/parts/part.js';
import { derivePlan } from '../../doing/plan/derive.js';
import { switchPlan } from '../../doing/plan/switchVariant.js';
import { mattersOnly, testCoat, testElement, testTrait, uuid } from '../../testing/coat.js';
import { choose, context } from '../../testing/findingContext.js';
import { testPart } from '../../testing/parts.js';
import { chosenLayers } from './layers.js';
import { rankFlavours, takenFlavour } from './flavours.js';
import { indexOffers, rankOffers } from './rank.js';

const list = { key: 'look.theme', place: 'Settings › Look' };
const light = uuid('light');
const dark = uuid('dark');

/** A theme in three flavours of controls, each with its folder and colours. */
function heather(more: Partial<Part> = {}): Part {
  const flavour = (name: string, folder: string, accent: string, background: string) => ({
    name,
    root: `heather/${folder}`,
    offers: {
      controls: {
        supplies: { accent: { fixed: accent }, background: { fixed: background } },
        choose: folder,
      },
    },
  });
  return testPart('Heather', {
    sort: 'theme',
    channels: [
      {
        way: 'archive',
        from: 'https://parts.example/heather.tar.xz',
        file: 'heather.tar.xz',
        root: 'heather/Heather-Clay',
        sort: 'icon set',
      },
    ],
    offers: [
      {
        id: 'controls',
        kind: 'controls',
        name: 'Heather',
        replaces: false,
        supplies: { accent: { fixed: '#b5533c' }, background: { fixed: '#f4f1ec' } },
        choose: { ...list, value: 'Heather-Clay' },
      },
    ],
    flavours: [
      flavour('Clay', 'Heather-Clay', '#b5533c', '#f4f1ec'),
      flavour('Plum', 'Heather-Plum', '#6d3f78', '#f4f1ec'),
      flavour('Plum dark', 'Heather-Plum-Dark', '#8a5a96', '#26212a'),
    ],
    ...more,
  });
}

/** A coat in light and dark that wants plum controls. */
function plumCoat(): CoatRows {
  const base = testCoat();
  const [picture] = Object.values(base.picture);
  const element = testElement('controls', 'controls', {
    rules: mattersOnly('controls', 'accent', 'background'),
  });
  const traits = [
    testTrait('controls', 'accent', '#6c3e79'),
    testTrait('controls', 'background', '#f3f0ec', { variantId: light }),
    testTrait('controls', 'background', '#27222b', { variantId: dark }),
  ];
  return {
    ...base,
    picture: {
      ...base.picture,
      [uuid('dark picture')]: { ...picture!, id: uuid('dark picture'), variantId: dark, position: 1 },
    },
    element: { [element.id]: element },
    trait: Object.fromEntries(traits.map((t) => [t.id, t])),
    region: {},
  };
}
const variant = (rows: CoatRows, id: string) => rows.variant[id]!;

describe('flavours of a part', () => {
  it('are ranked by what they show in each variant, and the nearest is taken', () => {
    const { ctx } = context([heather()], plumCoat(), []);
    const names = (id: string) =>
      rankFlavours(ctx, heather(), variant(ctx.rows, id)).map((r) => r.flavour.name);
    expect(names(light)).toEqual(['Plum', 'Clay', 'Plum dark']);
    expect(names(dark)[0]).toBe('Plum dark');
    const [best] = rankOffers(ctx, indexOffers(ctx), Object.values(ctx.rows.element)[0]!);
    expect(best).toMatchObject({ part: { name: 'Heather' } });
    expect(best!.closeness).toBeGreaterThan(0.85);
    // In one flavour alone it comes nowhere near.
    const { flavours: _none, ...plain } = heather();
    const alone = context([plain as Part], plumCoat(), []).ctx;
    const [clay] = rankOffers(alone, indexOffers(alone), Object.values(alone.rows.element)[0]!);
    expect(clay!.closeness).toBeLessThan(0.6);
  });

  it('are as a person chose them, for one variant alone, until that is taken back', () => {
    const part = heather();
    const command = (flavour: string | null) =>
      ({ type: 'coat.flavour', partId: part.id, variantId: light, flavour }) as const;
    const { ctx } = context([part], plumCoat(), [command('Clay')]);
    expect(takenFlavour(ctx, part, variant(ctx.rows, light))).toMatchObject({
      flavour: { name: 'Clay' },
      isChosen: true,
    });
    expect(takenFlavour(ctx, part, variant(ctx.rows, dark))).toMatchObject({
      flavour: { name: 'Plum dark' },
      isChosen: false,
    });
    const back = context([part], plumCoat(), [command('Clay'), command(null)]);
    expect(Object.values(back.ctx.rows.coat)[0]!.flavours).toEqual({});
    // What a newer revision no longer has is not taken.
    const gone = context([part], plumCoat(), [command('Moss')]);
    expect(takenFlavour(gone.ctx, part, variant(gone.ctx.rows, light))!.flavour.name).toBe('Plum');
  });

  it('that nothing tells apart go by their names for light and dark, and what is still alike is said', () => {
    const named = (...names: string[]) => heather({ flavours: names.map((name) => ({ name })) });
    const taken = (part: Part, id: string) => {
      const { ctx } = context([part], plumCoat(), []);
      return takenFlavour(ctx, part, variant(ctx.rows, id))!;
    };
    const both = named('Dark', 'Plain', 'Darkroom');
    expect(taken(both, light).flavour.name).toBe('Plain');
    expect(taken(both, dark).flavour.name).toBe('Dark');
    expect(taken(named('Moss', 'Plum'), dark)).toMatchObject({
      flavour: { name: 'Moss' },
      tied: ['Plum'],
    });
  });

  it('are unpacked each from its folder, chosen by name, and switched between', () => {
    const part = heather();
    const { ctx, state } = context(
      [part],
      plumCoat(),
      [choose('controls', part, 'controls')],
      {},
      {
        lists: { 'icon set': list },
      },
    );
    const plan = derivePlan(ctx, state, { now: hostNow(ctx.host!, []) });
    const deeds = stepsOf(plan).flatMap((s) => s.deeds);
    expect(deeds.filter((d) => d.do === 'unpack')).toMatchObject([
      { root: 'heather/Heather-Plum', makes: { path: '~/.local/share/icons/Heather-Plum' } },
      { root: 'heather/Heather-Plum-Dark', makes: { path: '~/.local/share/icons/Heather-Plum-Dark' } },
    ]);
    expect(deeds.filter((d) => d.do === 'fetch')).toHaveLength(1);
    const chosen = stepsOf(plan).find((s) => s.sort === 'choose')!;
    expect(chosen).toMatchObject({
      value: 'Heather-Plum',
      deeds: [{ do: 'set', key: 'look.theme', value: 'Heather-Plum' }],
    });
    expect(chosen.expected).toContain('In Dark: Heather-Plum-Dark.');
    const turned = stepsOf(switchPlan(ctx, state, variant(ctx.rows, dark)));
    expect(turned.flatMap((s) => s.deeds)).toMatchObject([
      { do: 'set', key: 'look.theme', value: 'Heather-Plum-Dark' },
    ]);
  });

  it('of a script are what it is told, once for each that is taken', () => {
    const part = heather({
      channels: [
        {
          way: 'repository',
          from: 'https://code.example/heather.git',
          script: 'install.sh',
          flags: ['--quiet'],
          admin: false,
        },
      ],
      flavours: heather().flavours!.map(({ root: _root, ...f }) => ({ ...f, flags: ['--accent', f.name] })),
    });
    const { ctx, state } = context([part], plumCoat(), [choose('controls', part, 'controls')]);
    const runs = stepsOf(derivePlan(ctx, state))
      .flatMap((s) => s.deeds)
      .flatMap((d) => (d.do === 'run' ? [d.words] : []));
    expect(runs).toEqual([
      ['--quiet', '--accent', 'Plum'],
      ['--quiet', '--accent', 'Plum dark'],
    ]);
  });

  it('are the layer’s offer in each variant', () => {
    const part = heather();
    const { ctx } = context([part], plumCoat(), [choose('controls', part, 'controls')]);
    const [layer] = chosenLayers(ctx, uuid('controls'));
    expect(layer!.byVariant![dark]!.choose!.value).toBe('Heather-Plum-Dark');
  });
});

describe('a part with flavours', () => {
  const sentence = (flavours: Part['flavours']) => () => readPart({ ...heather(), flavours });
  it('is refused where two are called alike, or one names what the part has not', () => {
    expect(readPart(heather())).toEqual(heather());
    expect(sentence([{ name: 'A' }, { name: 'A' }])).toThrow('Two flavours are called A.');
    expect(sentence([{ name: 'A', offers: { bar: {} } }])).toThrow('A: the part has no offer bar.');
    expect(sentence([{ name: 'A', root: '../out' }])).toThrow();
    expect(
      sentence([{ name: 'A', offers: { controls: { supplies: { accent: { fixed: 'red' } } } } }]),
    ).toThrow(/^A: /);
  });
});

describe('values of one’s own making', () => {
  it('are otherwise in another variant, where they are told so: scored, set, and switched', () => {
    const rows = plumCoat();
    const made = {
      id: uuid('made'),
      elementId: uuid('controls'),
      kind: 'controls',
      name: 'Plum by hand',
      supplies: { accent: '#6c3e79', background: '#f3f0ec' },
      byVariant: { [dark]: { background: '#27222b' } },
      files: [],
      recipe: {},
    };
    const setting = (trait: string) => ({ key: `look.${trait}`, place: 'Settings › Look' });
    const { ctx, state } = context(
      [],
      { ...rows, handmade: { [made.id]: made } },
      [choose('controls', null, `hand:${made.id}`)],
      {},
      {
        offers: [
          {
            id: 'controls',
            kind: 'controls',
            name: 'Controls',
            replaces: false,
            supplies: {
              accent: { any: true, setting: setting('accent') },
              background: { any: true, setting: setting('background') },
            },
          },
        ],
      },
    );
    expect(state.elements[0]!.perVariant[dark]!.traits.map((t) => t.actual)).toEqual(['#6c3e79', '#27222b']);
    const set = stepsOf(derivePlan(ctx, state, { now: hostNow(ctx.host!, []) })).flatMap((s) => s.deeds);
    expect(set).toEqual(
      expect.arrayContaining([expect.objectContaining({ key: 'look.background', value: '#f3f0ec' })]),
    );
    expect(stepsOf(switchPlan(ctx, state, variant(ctx.rows, dark))).flatMap((s) => s.deeds)).toMatchObject([
      { do: 'set', key: 'look.background', value: '#27222b' },
    ]);
  });
});
