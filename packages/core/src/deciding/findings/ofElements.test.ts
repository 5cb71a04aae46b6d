import { describe, expect, it } from 'vitest';
import { colourDifference } from '../../measuring/colour/ciede2000.js';
import { parseHex } from '../../measuring/colour/srgb.js';
import type { CoatRows, ElementRow, TraitRow } from '../../model/coat/rows.js';
import type { Supply } from '../../model/offers/offer.js';
import type { TraitValue } from '../../model/traits/value.js';
import { testCoat, testElement, testTrait, uuid } from '../../testing/coat.js';
import { choose, context } from '../../testing/findingContext.js';
import { testPart } from '../../testing/parts.js';
import {
  accentFindings,
  iconFindings,
  proportionFindings,
  settingFindings,
  unansweredFindings,
  wallpaperFindings,
} from './ofElements.js';

const setting = (key: string) => ({ key, place: 'p' });

/** The test coat with one more element and its targets. */
function withElement(rows: CoatRows, element: ElementRow, targets: Record<string, TraitValue>): CoatRows {
  const traits = Object.entries(targets).map(([t, v]): TraitRow => testTrait(element.name, t, v));
  return {
    ...rows,
    element: { ...rows.element, [element.id]: element },
    trait: { ...rows.trait, ...Object.fromEntries(traits.map((t) => [t.id, t])) },
  };
}
/** A part that gives one kind these values. */
const giving = (
  name: string,
  kind: string,
  supplies: Record<string, Supply>,
  pictures?: { width: number; height: number }[],
) =>
  testPart(name, {
    offers: [{ id: 'bar', kind, name, replaces: true, supplies, ...(pictures ? { pictures } : {}) }],
  });

describe('accents', () => {
  const ACCENT = '#2060a0';
  const found = (nearest: string) => {
    let rows = withElement(testCoat(), testElement('controls', 'controls'), { accent: ACCENT });
    rows = withElement(rows, testElement('icons', 'icon-set'), { palette: { first: nearest } });
    const controls = giving('Plain controls', 'controls', { accent: { fixed: ACCENT } });
    const icons = giving('Icons', 'icon-set', { palette: { fixed: { first: nearest, second: '#e8e000' } } });
    return accentFindings(
      context([controls, icons], rows, [choose('controls', controls), choose('icons', icons)]),
    );
  };
  const delta = (a: string, b: string) => colourDifference(parseHex(a)!, parseHex(b)!);

  it('that disagree are told with how far the nearest colour is', () => {
    const [finding] = found('#c04020');
    expect(finding).toMatchObject({ sort: 'accents disagree', elements: [uuid('icons'), uuid('controls')] });
    const nearest = Math.min(delta('#2060a0', '#c04020'), delta('#2060a0', '#e8e000'));
    expect(finding!.cost).toContain(`ΔE ${nearest.toFixed(0)}`);
  });
  it('that one colour of a set meets are none, on both sides of the bound', () => {
    expect(delta('#2060a0', '#2a6cae')).toBeLessThan(20);
    expect(found('#2a6cae')).toEqual([]);
    expect(delta('#2060a0', '#6a3a8a')).toBeGreaterThan(20);
    expect(found('#6a3a8a')).toHaveLength(1);
  });
  it('are asked about only where controls tell one', () => {
    const icons = giving('Icons', 'icon-set', { palette: { fixed: { first: '#c04020' } } });
    const rows = withElement(testCoat(), testElement('icons', 'icon-set'), { palette: { first: '#c04020' } });
    expect(accentFindings(context([icons], rows, [choose('icons', icons)]))).toEqual([]);
  });
});

describe('one setting that two elements want', () => {
  const thick = (key: string) => ({ range: { least: 10, most: 200, step: 1 }, setting: setting(key) });
  const two = (rail: string, strip: string) => {
    const rows = withElement(testCoat(), testElement('strip', 'bar', { position: 2 }), { thickness: 40 });
    const [a, b] = [
      giving('A', 'bar', { thickness: thick(rail) }),
      giving('B', 'bar', { thickness: thick(strip) }),
    ];
    return settingFindings(context([a, b], rows, [choose('rail', a), choose('strip', b)]));
  };
  it('is told once, with both', () => {
    const found = two('one.key', 'one.key');
    expect(found).toHaveLength(1);
    expect([...found[0]!.elements].sort()).toEqual([uuid('rail'), uuid('strip')].sort());
  });
  it('is none where each has a key of its own', () => {
    expect(two('one.key', 'another.key')).toEqual([]);
  });
});

describe('icons', () => {
  const NAMES = { folder: 1, user: 1, trash: 1 };
  const found = (has: Record<string, number>) => {
    const rows = withElement(testCoat(), testElement('icons', 'icon-set'), { names: { names: NAMES } });
    const icons = giving('Icons', 'icon-set', { names: { fixed: { names: has } } });
    return iconFindings(context([icons], rows, [choose('icons', icons)]));
  };
  it('that are missing are counted and named', () => {
    expect(found({ folder: 1 })[0]).toMatchObject({
      title: 'icons lacks 2 of 3 icons',
      cost: 'Odd ones out: user, trash.',
    });
  });
  it('that come from a parent set are no gap, and are told', () => {
    expect(found({ folder: 1, user: 1, trash: 0.5 })[0]).toMatchObject({
      cost: 'Some come from a parent set.',
    });
  });
  it('that are all there are not spoken of', () => {
    expect(found(NAMES)).toEqual([]);
  });
});

describe('a wallpaper', () => {
  const found = (width: number, height: number) => {
    const rows = withElement(testCoat(), testElement('wall', 'wallpaper'), { fit: 'cover' });
    const wall = giving('Wall', 'wallpaper', { fit: { any: true, setting: setting('fit') } }, [
      { width, height },
    ]);
    return wallpaperFindings(context([wall], rows, [choose('wall', wall)]));
  };
  it('of the display’s size suits it', () => {
    expect(found(1920, 1080)).toEqual([]);
  });
  it('that is smaller is told of for each display', () => {
    const [finding] = found(1280, 720);
    expect(finding).toMatchObject({ sort: 'wallpaper fit', elements: [uuid('wall')] });
    expect(finding!.title).toContain('display 1');
    expect(finding!.cost).not.toBe('');
  });
});

describe('what was never answered', () => {
  it('is every element that stands open, with how it is seen', () => {
    const found = unansweredFindings(context([], testCoat(), []));
    expect(found.map((f) => f.elements[0]).sort()).toEqual([uuid('clock'), uuid('rail')].sort());
    expect(found.find((f) => f.elements[0] === uuid('rail'))!.cost).toMatch(/^It is seen at \d+ %\.$/);
  });
  it('is nothing once something was said of it', () => {
    const said = context([], testCoat(), [
      choose('rail', null, 'bar-1'),
      {
        type: 'match.say',
        elementId: uuid('clock'),
        matchId: uuid('m'),
        said: 'gap',
        reason: 'No such clock.',
        lost: '',
      },
    ]);
    expect(unansweredFindings(said)).toEqual([]);
  });
});

describe('proportions', () => {
  it('are asked about only where a neighbour is named', () => {
    const part = giving('Thin', 'bar', {
      thickness: { range: { least: 10, most: 20, step: 1 }, setting: setting('t') },
    });
    expect(proportionFindings(context([part], testCoat(), [choose('rail', part)]))).toEqual([]);
  });
});
