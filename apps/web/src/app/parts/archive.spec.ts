import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { readIconTheme } from '@spare-coat/core/measuring/standards/iconTheme';
import { writeXCursor } from '@spare-coat/core/measuring/standards/xCursor';
import type { ArchiveFinding, Evidence } from '@spare-coat/core/deciding/archives/findings';
import type { ArchiveReport } from '@spare-coat/core/deciding/archives/report';
import type { Part } from '@spare-coat/core/model/parts/part';
import { PARTS } from '@spare-coat/demo/catalogue';
import { of, throwError } from 'rxjs';
import { Notices } from '../shared/notices';
import { onDemo, rowsIn, type DemoBench } from '../testing/demoBench';
import { laidOut } from '../testing/pixelsBench';
import { ArchiveIntake } from './archiveIntake';
import { ArchiveView } from './archiveView';
import { OwnSettings } from './ownSettings';

const INDEX =
  '[Icon Theme]\nName=Reed\nDirectories=48x48/places\n\n[48x48/places]\nSize=48\nContext=Places\nType=Fixed\n';
const ICONS: Evidence = {
  what: 'icon set',
  theme: readIconTheme(INDEX),
  icons: 1,
  contexts: { Places: 1 },
  files: { '48x48/places': ['folder.png'] },
};
const finding = (sort: string, evidence: Evidence, more: Partial<ArchiveFinding> = {}): ArchiveFinding => ({
  sort,
  root: 'Reed',
  folder: 'Reed',
  listed: 'Reed',
  target: '~/.local/share/icons',
  depth: 0,
  advice: 'Copy the folder.',
  variants: [],
  evidence,
  ...more,
});
const report = (more: Partial<ArchiveReport>): ArchiveReport => ({
  file: 'reed.tar.gz',
  sha256: 'a'.repeat(64),
  size: 2048,
  form: 'tar.gz' as never,
  entries: 3,
  unpacked: 4096,
  hostile: [],
  remarks: [],
  findings: [finding('icon set', ICONS)],
  iconSize: 48,
  iconScale: 1,
  names: [],
  pictures: { 'Reed/48x48/places/folder.png': { at: 0, length: 10, type: 'image/png' } },
  licences: [],
  readmes: [],
  ...more,
});

async function opened(told: ArchiveReport, before: (bench: DemoBench) => void = () => undefined) {
  laidOut(400, 300);
  const mounted = await onDemo(ArchiveView, {
    inputs: { reading: 'r1' },
    before: (bench) => {
      bench.api['archiveReport'] = () => of(told);
      before(bench);
    },
  });
  const went: unknown[] = [];
  TestBed.inject(Router).navigate = (to) => {
    went.push(to);
    return Promise.resolve(true);
  };
  await mounted.settle();
  return { ...mounted, went };
}
const said = () => TestBed.inject(Notices).list().at(-1)?.text;

describe('an archive that was opened', () => {
  it('says what is in it, where it lies and where it goes', async () => {
    const { page } = await opened(report({ remarks: ['It is a tar.gz under the name of a zip.'] }));
    expect(page.querySelector('h1')!.textContent).toBe('reed.tar.gz');
    expect(page.textContent).toContain('~/.local/share/icons/Reed');
    expect(page.textContent).toContain('It is a tar.gz under the name of a zip.');
  });
  it('makes one part of folders that are flavours of one thing', async () => {
    const beside = ['Reed-Plum', 'Reed-Clay'].map((folder) =>
      finding('icon set', ICONS, { root: `reed/${folder}`, folder, listed: folder }),
    );
    const put: Part[] = [];
    const { page, hand, settle } = await opened(report({ findings: beside }), (bench) => {
      bench.api['putPart'] = ((part: Part) => {
        put.push(part);
        return of({ part });
      }) as never;
    });
    expect(page.textContent).toContain('Reed, in 2 flavours');
    await hand.press('Make one part of them');
    await settle();
    expect(put[0]).toMatchObject({
      name: 'Reed',
      flavours: [
        { name: 'Clay', root: 'reed/Reed-Clay' },
        { name: 'Plum', root: 'reed/Reed-Plum' },
      ],
    });
    expect(said()).toContain('Reed is a part now.');
  });
  it('reads what a script can be told into a form, and makes a part with what was said there', async () => {
    const script = [
      '#!/bin/sh',
      'cat <<EOF',
      '  -a, --accent NAME   Accents [clay|plum]',
      '  --round             Round corners',
      '  --dest DIR          Where it goes',
      'EOF',
    ].join('\n');
    const evidence: Evidence = { what: 'install script', options: ['-z'], admin: false, text: script };
    const put: Part[] = [];
    const { page, hand, settle } = await opened(
      report({
        findings: [finding('install script', evidence, { root: 'reed/install.sh', folder: 'install.sh' })],
      }),
      (bench) => {
        bench.api['putPart'] = ((part: Part) => {
          put.push(part);
          return of({ part });
        }) as never;
      },
    );
    expect(page.textContent).toContain('Named in it without a word: -z');
    await hand.tick('--round');
    await hand.tick('--dest');
    await hand.type('What --dest takes', '/opt/reed looks');
    await hand.tick('--accent');
    await hand.tick('each of 2 values of --accent is a flavour');
    await settle();
    expect(page.querySelector('coat-script-form [role=status]')!.textContent).toBe(
      "install.sh --round --dest '/opt/reed looks' --accent …",
    );
    await hand.press('Make a part of it');
    await settle();
    expect(put[0]).toMatchObject({
      channels: [{ way: 'repository', flags: ['--round', '--dest', '/opt/reed looks'] }],
      flavours: [
        { name: 'clay', flags: ['--accent', 'clay'] },
        { name: 'plum', flags: ['--accent', 'plum'] },
      ],
    });
  });
  it('tells how many of the names that are needed an icon set has, and shows those it has', async () => {
    const { page } = await opened(report({}));
    const coverage = page.querySelector('coat-icon-coverage')!;
    expect(coverage.textContent).toMatch(/1 its own, \d+ missing/);
    expect([...coverage.querySelectorAll('coat-icon-sheet img')].map((i) => i.getAttribute('alt'))).toEqual([
      'folder',
    ]);
    expect(
      rowsIn(coverage as HTMLElement, 'By context')
        .find((r) => r[0] === 'Places')!
        .at(-1),
    ).toMatch(/^1 of \d+$/);
  });
  it('is read again for other icons, by what is typed', async () => {
    const { hand, went, settle } = await opened(report({}));
    const asked: unknown[] = [];
    TestBed.inject(ArchiveIntake).read = (sha, question) => {
      asked.push([sha, question.iconSize, question.names]);
      return Promise.resolve('r2');
    };
    await hand.type('Size of icons', '4');
    expect(asked).toEqual([]);
    await hand.type('Size of icons', '64');
    await settle();
    await hand.type('Names also needed', 'go-home, user-desktop');
    await settle();
    expect(asked).toEqual([
      ['a'.repeat(64), 64, []],
      ['a'.repeat(64), 48, ['go-home', 'user-desktop']],
    ]);
    expect(JSON.stringify(went)).toContain('archive/r2');
    TestBed.inject(ArchiveIntake).read = () => Promise.reject(new Error('It is gone by now.'));
    await hand.type('Size of icons', '32');
    await settle();
    expect(said()).toBe('It is gone by now.');
  });
  it('draws the pointers of a set from their own files', async () => {
    const pixels = { width: 24, height: 24, data: new Uint8Array(24 * 24 * 4).fill(255) };
    const bytes = writeXCursor([{ nominal: 24, hotX: 1, hotY: 2, delay: 0, ...pixels }]);
    const evidence = {
      what: 'pointer set',
      inherits: [],
      pointers: [{ sizes: [24] }],
      aliases: [],
      broken: ['left_ptr'],
      missing: ['wait'],
    };
    const asked: string[] = [];
    const { page, settle } = await opened(
      report({
        findings: [finding('pointer set', evidence as never)],
        pictures: {
          'Reed/cursors/default': { at: 0, length: 1, type: 'image/x-xcursor' },
          'Reed/cursors/arrow': { at: 0, length: 1, type: 'image/x-xcursor' },
          'Other/cursors/else': { at: 0, length: 1, type: 'image/x-xcursor' },
        },
      }),
      (bench) => {
        bench.api['archivePicture'] = ((_reading: string, path: string) => {
          asked.push(path);
          return of(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
        }) as never;
      },
    );
    await settle();
    expect(asked).toEqual(['Reed/cursors/arrow', 'Reed/cursors/default']);
    const shown = page.querySelector('coat-pointer-view')!;
    expect([...shown.querySelectorAll('figcaption')].map((c) => c.textContent.trim())).toEqual([
      'arrow',
      'default',
    ]);
    expect(shown.textContent).toContain('wait');
  });
  it('says why a pointer cannot be shown', async () => {
    const evidence = {
      what: 'pointer set',
      inherits: [],
      pointers: [],
      aliases: [],
      broken: [],
      missing: [],
    };
    const { page } = await opened(
      report({
        findings: [finding('pointer set', evidence as never)],
        pictures: { 'Reed/cursors/arrow': { at: 0, length: 1, type: 'image/x-xcursor' } },
      }),
      (bench) => {
        bench.api['archivePicture'] = () => throwError(() => new Error('The picture is not kept any more.'));
      },
    );
    expect(page.querySelector('coat-pointer-view')!.textContent).toContain(
      'The picture is not kept any more.',
    );
  });
  it('shows the faces of fonts, and why one cannot be read', async () => {
    const face = {
      path: 'a.otf',
      family: 'Reed Sans',
      style: 'Bold',
      weight: 700,
      italic: false,
      xHeight: 0.5,
      capHeight: null,
      characters: 300,
      scripts: ['Latin'],
      licence: '',
      metrics: null,
      problem: '',
    };
    const broken = { ...face, path: 'b.otf', problem: 'It is cut off.' };
    const { page } = await opened(
      report({
        findings: [finding('font', { what: 'font', files: ['a.otf', 'b.otf'], faces: [face, broken] })],
      }),
    );
    const rows = rowsIn(page, 'Faces').map((r) => r.join('|'));
    expect(rows[1]).toBe('Reed Sans|Bold|700|0.500 em|–|300|Latin');
    expect(rows[2]).toBe('b.otf: It is cut off.');
  });
  it('tells how a wallpaper suits the display', async () => {
    const paper = { path: 'marsh.png', width: 1920, height: 1080, colours: [{ hex: '#e3c2b4', share: 1 }] };
    const { page } = await opened(
      report({ findings: [finding('wallpaper', { what: 'wallpaper', files: [paper] } as never)] }),
    );
    expect(page.querySelector('.papers')!.textContent).toMatch(/1920 × 1080 px/);
    expect(page.querySelectorAll('.papers .swatch')).toHaveLength(1);
  });
  it('makes a part of what was found, which is opened then', async () => {
    const put: Part[] = [];
    const { hand, went, settle } = await opened(report({}), (bench) => {
      bench.api['putPart'] = ((part: Part) => {
        put.push(part);
        return of({ part, shipped: false });
      }) as never;
    });
    await hand.press('Make a part of it');
    await settle();
    expect(put[0]).toMatchObject({ sort: 'icon set', revision: 1 });
    expect(went).toHaveLength(1);
    expect(said()).toContain('is a part now. Fill in what the archive does not tell.');
  });
  it('makes none of what would do harm', async () => {
    const hostile = [
      { code: 'outside', path: '../../.profile', sentence: 'It would write outside of its folder:' },
    ];
    const { page, hand } = await opened(report({ hostile: hostile as never }));
    expect(page.querySelector('[role="alert"]')!.textContent).toContain('../../.profile');
    expect(page.querySelector('[role="alert"] h2')!.textContent).toContain('Do not unpack it');
    expect(await hand.canPress('Make a part of it')).toBe(false);
  });
  it('says that it is gone where its reading is not kept any more', async () => {
    const { page } = await opened(report({}), (bench) => {
      bench.api['archiveReport'] = () => throwError(() => new Error('There is no such reading.'));
    });
    expect(page.querySelector('[role="alert"]')!.textContent).toContain(
      'Drop the file in again on the Parts stage.',
    );
  });
});

describe('a part’s own settings', () => {
  const part = (name: string) => PARTS.find((p) => p.name === name)!;
  it('write a place as the part wants it, or say what a place is', async () => {
    const { page, hand, settle } = await onDemo(OwnSettings, { inputs: { part: part('Brine Hours') } });
    expect(page.textContent).toContain('~/.config/brine-hours/hours.conf, Sun/Place');
    await hand.type('Latitude and longitude', '54.98, -1.61');
    await settle();
    expect(page.querySelector('.out')!.textContent).toMatch(/54\.98.*-1\.61/);
    await hand.type('Latitude and longitude', 'somewhere');
    await settle();
    expect(page.querySelector('.loss')!.textContent).not.toBe('');
    expect(page.querySelector('.out')).toBeNull();
  });
  it('translate a pattern into the part’s own words, and say what is lost', async () => {
    const clock = PARTS.find((p) => (p.settings ?? []).some((s) => s.value.type === 'format'))!;
    const { page, hand, settle } = await onDemo(OwnSettings, { inputs: { part: clock } });
    await hand.type('Pattern, as in Study', 'HH:mm');
    await settle();
    expect(page.querySelector('.out')!.textContent).not.toContain('HH:mm');
    expect(page.textContent).toMatch(/Shows \d\d:\d\d/);
  });
});
