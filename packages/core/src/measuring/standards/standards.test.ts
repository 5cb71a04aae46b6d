import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CURSOR_NAMES } from './cursorNames.js';
import { readDesktopEntry } from './desktopEntry.js';
import { ICON_NAMES, standardIconNames } from './iconNames.js';
import {
  FOUND_CREDIT,
  iconCoverage,
  lookUpIn,
  readIconTheme,
  sizeDistance,
  themeChain,
  type IconThemeFiles,
} from './iconTheme.js';
import { listValue, readKeyFile, unescapeValue } from './keyFile.js';
import { readSoundTheme } from './soundTheme.js';
import { readStyleSheet } from './styleSheet.js';
import { readXCursor, writeXCursor, type CursorImage } from './xCursor.js';

describe('key files', () => {
  it('are groups with keys; comments, blanks and line ends of other systems are no trouble', () => {
    const { groups, problems } = readKeyFile(
      '\uFEFF# c\r\n[A b]\r\nKey = one\r\nKey[de]=eins\r\n\r\n[C]\r\nx=1=2',
    );
    expect(problems).toEqual([]);
    expect(Object.fromEntries(groups.get('A b')!)).toEqual({ Key: 'one', 'Key[de]': 'eins' });
    expect(groups.get('C')!.get('x')).toBe('1=2');
  });
  it('tell what goes against the format, and the rest is read all the same', () => {
    const { groups, problems } = readKeyFile('early=1\n[A]\nk=1\nk=2\nnonsense\n[A]\nm=3');
    expect(problems).toEqual([
      'Line 1: the key early stands before any group.',
      'Line 4: the key k stands twice in its group.',
      'Line 5: neither a group, a key nor a comment.',
      'Line 6: the group A stands twice.',
    ]);
    expect(Object.fromEntries(groups.get('A')!)).toEqual({ k: '1', m: '3' });
  });
  it('give back whatever was written by the rules', () => {
    const name = fc.stringMatching(/^[A-Za-z][A-Za-z0-9-]{0,8}$/);
    fc.assert(
      fc.property(fc.dictionary(name, fc.dictionary(name, fc.stringMatching(/^[!-~]{0,12}$/))), (all) => {
        const text = Object.entries(all)
          .map(
            ([g, keys]) =>
              `[${g}]\n${Object.entries(keys)
                .map(([k, v]) => `${k}=${v}`)
                .join('\n')}`,
          )
          .join('\n');
        const { groups, problems } = readKeyFile(text);
        expect(problems).toEqual([]);
        expect(Object.fromEntries([...groups].map(([g, keys]) => [g, Object.fromEntries(keys)]))).toEqual({
          ...all,
        });
      }),
    );
  });
  it('take lists apart, and escapes back', () => {
    expect(listValue('a;b\\;c;')).toEqual(['a', 'b;c']);
    expect(listValue('a, b', ',')).toEqual(['a', 'b']);
    expect(unescapeValue('a\\sb\\nc\\\\d\\q')).toBe('a b\nc\\d\\q');
  });
});

const INDEX = `[Icon Theme]
Name=Birch
Inherits=wood,default
Directories=48x48/apps,48x48@2/apps,32x32/apps,scalable/apps,missing
[48x48/apps]
Size=48
Type=Fixed
[48x48@2/apps]
Size=48
Scale=2
Type=Fixed
[32x32/apps]
Size=32
Type=Threshold
[scalable/apps]
Size=64
MinSize=56
MaxSize=256
Type=Scalable`;

function set(id: string, inherits: string, files: Record<string, string[]>): IconThemeFiles {
  const theme = readIconTheme(INDEX.replace('wood,default', inherits));
  return { id, theme, files: new Map(Object.entries(files).map(([d, names]) => [d, new Set(names)])) };
}

describe('icon themes', () => {
  it('are read with their directories, and a directory that is not described is told', () => {
    const theme = readIconTheme(INDEX);
    expect(theme.inherits).toEqual(['wood', 'default']);
    expect(theme.directories.map((d) => [d.path, d.size, d.scale, d.type])).toEqual([
      ['48x48/apps', 48, 1, 'Fixed'],
      ['48x48@2/apps', 48, 2, 'Fixed'],
      ['32x32/apps', 32, 1, 'Threshold'],
      ['scalable/apps', 64, 1, 'Scalable'],
    ]);
    expect(theme.problems).toEqual(['The directory missing is listed and not described.']);
  });
  it('are looked up by the standard: an exact directory first, PNG before SVG, else the nearest size', () => {
    const birch = set('birch', '', {
      '48x48/apps': ['a.svg', 'a.png', 'b.svg'],
      '32x32/apps': ['a.png', 'c.png'],
      'scalable/apps': ['a.svg', 'c.svg'],
      '48x48@2/apps': ['a.png'],
    });
    expect(lookUpIn(birch, 'a', 48, 1)).toMatchObject({
      file: 'a.png',
      exact: true,
      directory: { path: '48x48/apps' },
    });
    expect(lookUpIn(birch, 'b', 48, 1)).toMatchObject({ file: 'b.svg' });
    expect(lookUpIn(birch, 'a', 48, 2)).toMatchObject({ directory: { path: '48x48@2/apps' } });
    // Within the threshold of 2 units it is exact, beyond it the nearest counts.
    expect(lookUpIn(birch, 'c', 34, 1)).toMatchObject({ exact: true, directory: { path: '32x32/apps' } });
    expect(lookUpIn(birch, 'c', 48, 1)).toMatchObject({ exact: false, directory: { path: 'scalable/apps' } });
    expect(lookUpIn(birch, 'nothing', 48, 1)).toBeNull();
  });
  it('follow parents depth first, visit each once, and end in the last resort', () => {
    const known = new Map(
      [
        set('birch', 'wood,stone', {}),
        set('wood', 'birch,leaf', {}),
        set('leaf', '', {}),
        set('stone', '', {}),
        set('hicolor', '', {}),
      ].map((s) => [s.id, s]),
    );
    expect(themeChain('birch', known).map((s) => s.id)).toEqual([
      'birch',
      'wood',
      'leaf',
      'stone',
      'hicolor',
    ]);
  });
  it('cover needed names with the credit of where each is found', () => {
    const known = new Map(
      [
        set('birch', 'wood', { '48x48/apps': ['own.png'] }),
        set('wood', '', { '48x48/apps': ['parent.png'] }),
        set('hicolor', '', { '48x48/apps': ['last.png'] }),
      ].map((s) => [s.id, s]),
    );
    const needed = new Map(['own', 'parent', 'last', 'nowhere'].map((n) => [n, 1]));
    const { closeness, by } = iconCoverage('birch', known, needed, 48);
    expect([...by].map(([n, b]) => [n, b.found])).toEqual([
      ['own', 'own'],
      ['parent', 'parent'],
      ['last', 'last resort'],
      ['nowhere', 'missing'],
    ]);
    expect(closeness).toBe((1 + FOUND_CREDIT.parent + FOUND_CREDIT['last resort']) / 4);
    expect(iconCoverage('birch', known, new Map(), 48).closeness).toBeNull();
  });
  it('have a distance of 0 exactly within a directory’s own bounds', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 512 }), (size) => {
        for (const d of readIconTheme(INDEX).directories.filter((x) => x.scale === 1)) {
          const within =
            d.type === 'Fixed'
              ? size === d.size
              : d.type === 'Scalable'
                ? size >= d.minSize && size <= d.maxSize
                : Math.abs(size - d.size) <= d.threshold;
          expect(sizeDistance(d, size, 1) === 0).toBe(within);
        }
      }),
    );
  });
  it('know the standard names, each once', () => {
    const all = Object.values(ICON_NAMES).flat();
    expect(new Set(all).size).toBe(all.length);
    expect(standardIconNames().size).toBe(all.length);
    for (const name of ['folder', 'user-trash', 'edit-copy', 'dialog-error']) expect(all).toContain(name);
    expect(new Set(CURSOR_NAMES).size).toBe(CURSOR_NAMES.length);
  });
});

describe('X cursor files', () => {
  const side = fc.integer({ min: 1, max: 8 });
  const image: fc.Arbitrary<CursorImage> = fc
    .record({
      nominal: fc.integer({ min: 1, max: 256 }),
      width: side,
      height: side,
      delay: fc.integer({ min: 0, max: 5000 }),
    })
    .chain((i) =>
      fc
        .uint8Array({ minLength: i.width * i.height, maxLength: i.width * i.height })
        // Opaque or nothing: premultiplying loses nothing then.
        .map((grey) => ({
          ...i,
          hotX: 0,
          hotY: i.height,
          data: Uint8Array.from(
            [...grey].flatMap((v) => (v % 3 === 0 ? [0, 0, 0, 0] : [v, 255 - v, v >> 1, 255])),
          ),
        })),
    );
  it('give back every picture that was written', () => {
    fc.assert(
      fc.property(fc.array(image, { minLength: 1, maxLength: 4 }), (images) => {
        expect(readXCursor(writeXCursor(images))).toEqual({ images, comments: [], problems: [] });
      }),
    );
  });
  it('cut short or changed anywhere end in fewer pictures and a sentence, never in an error', () => {
    const whole = writeXCursor([
      { nominal: 4, width: 4, height: 4, hotX: 0, hotY: 0, delay: 0, data: new Uint8Array(64).fill(255) },
    ]);
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.nat(whole.length - 1), fc.nat(255), (cut, at, value) => {
        const { images, problems } = readXCursor(whole.subarray(0, cut));
        expect(images.length === 0 ? problems.length > 0 : true).toBe(true);
        const changed = Uint8Array.from(whole);
        changed[at] = value;
        for (const { width, height, data } of readXCursor(changed).images)
          expect(data.length).toBe(width * height * 4);
      }),
    );
  });
});

describe('desktop entries', () => {
  it('that keep to the specification have no problems', () => {
    const entry = readDesktopEntry(
      '[Desktop Entry]\nType=Application\nName=Tide\nExec=tide "--at=50 %%" %U\nIcon=tide\nCategories=Utility;\nNoDisplay=false\n',
    );
    expect(entry).toMatchObject({
      name: 'Tide',
      exec: 'tide "--at=50 %%" %U',
      categories: ['Utility'],
      problems: [],
    });
  });
  it.each([
    ['[Other]\nName=x', /no group/],
    ['[Desktop Entry]\nType=Application\nExec=x', /name/i],
    ['[Desktop Entry]\nType=Program\nName=x\nExec=x', /type/i],
    ['[Desktop Entry]\nType=Application\nName=x', /Exec/],
    ['[Desktop Entry]\nType=Application\nName=x\nExec=x %Q', /%Q/],
    ['[Desktop Entry]\nType=Application\nName=x\nExec=x "%f"', /quotes/],
    ['[Desktop Entry]\nType=Application\nName=x\nExec=x "open', /quot/i],
    ['[Desktop Entry]\nType=Application\nName=x\nExec=x\nTerminal=maybe', /Terminal/],
  ])('%j tells what is wrong', (text, sentence) => {
    expect(readDesktopEntry(text).problems.join('\n')).toMatch(sentence);
  });
});

describe('sound themes', () => {
  it('are read with their directories', () => {
    const theme = readSoundTheme(
      '[Sound Theme]\nName=Horn\nInherits=core\nDirectories=stereo surround\n[stereo]\n[surround]\nOutputProfile=5.1',
    );
    expect(theme).toMatchObject({
      name: 'Horn',
      inherits: ['core'],
      directories: [
        { path: 'stereo', profile: 'stereo' },
        { path: 'surround', profile: '5.1' },
      ],
      problems: [],
    });
  });
});

describe('style sheets', () => {
  it('tell colours, radii, paddings and families by how often they are used, variables resolved', () => {
    const sheet = readStyleSheet(
      `:root{--a:#B5533C} /* #ffffff */ .x{color:var(--a);background:rgb(181, 83, 60);border-radius:6px 2px;padding:4px}
       .y{border-color:#fff;font:600 13px "Osier Slab", serif;padding-left:4px}`,
    );
    expect(sheet.colours[0]).toEqual({ hex: '#b5533c', uses: 2 });
    expect(sheet.colours.map((c) => c.hex)).toContain('#ffffff');
    expect(sheet.radii.map((r) => r.value)).toEqual([6, 2]);
    expect(sheet.paddings).toEqual([{ value: 4, uses: 2 }]);
    expect(sheet.families[0]?.value).toBe('Osier Slab');
    expect(sheet.problems).toEqual([]);
  });
  it('counts no brace, semicolon or colour that stands in a string, an address or a comment', () => {
    const sheet = readStyleSheet(
      `.a::before { content: "}{ color: #111111;"; color: #123456 }
       .b { background: url("data:image/svg+xml,{}"); /* border-radius: 9px } */ border-radius: 4px }
       .c { --Tide: #abcdef; color: var(--Tide) } @media (min-width: 3px) { .d { padding: 2px } }`,
    );
    expect(sheet.problems).toEqual([]);
    expect(sheet.rules).toBe(5);
    expect(sheet.radii).toEqual([{ value: 4, uses: 1 }]);
    expect(sheet.paddings).toEqual([{ value: 2, uses: 1 }]);
    expect(sheet.colours.map((c) => c.hex)).toEqual(expect.arrayContaining(['#123456', '#abcdef']));
    expect(readStyleSheet('.a { color: #123456').problems).toEqual(['Its braces do not close.']);
    expect(readStyleSheet('.a { } }').problems).toEqual(['Its braces do not close.']);
  });

  it('that are broken, nested without end or no style sheets at all never take it down', () => {
    expect(readStyleSheet('{'.repeat(1000)).problems.length).toBeGreaterThan(0);
    fc.assert(fc.property(fc.string(), (text) => void readStyleSheet(text)));
  });
});
