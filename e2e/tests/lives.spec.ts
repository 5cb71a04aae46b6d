import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import type { Supply } from '@spare-coat/core/model/offers/offer';
import { TERMINAL_ROLES } from '@spare-coat/core/model/kinds/terminal/traits';
import { coatOf, download, send, typed, wanted } from '../support/commands';
import { stage } from '../support/demo';
import {
  at,
  begin,
  chooseFor,
  keepPart,
  keepHost,
  ownHost,
  ownPart,
  thereAndBack,
  titles,
  toElement,
} from '../support/life';
import { learnDesktop } from '../support/learning';
import { drawnPng } from '../support/png';
import { addPicture, choose, expect, give, newCoat, saved, test } from '../support/test';
import { SettingsHome } from '../support/settingsHome';

/** Whole lives of one wish each: own looks, parts and hosts, from what is wanted to the way back. */

test.describe.configure({ timeout: 180_000 });

const any = (key: string, more: object = {}): Supply => ({ any: true, setting: at(key, more) });
const range = (key: string, least: number, most: number): Supply => ({
  range: { least, most, step: 1 },
  setting: at(key),
});
const oneOf = (key: string, ...values: string[]): Supply => ({ oneOf: values, setting: at(key) });
const bar = (n: number) => ({
  id: `bar-${n}`,
  kind: 'bar',
  name: `Harrow bar ${n}`,
  replaces: false,
  supplies: {
    edge: oneOf(`bar${n}.edge`, 'top', 'bottom', 'left', 'right'),
    thickness: range(`bar${n}.thickness`, 16, 80),
    colour: any(`bar${n}.colour`),
    picture: any(`bar${n}.picture`, { writes: { file: 'path' } }),
    pictureFit: oneOf(`bar${n}.fit`, 'tiled', 'stretched'),
  },
});
const names = async (page: Page) => {
  await stage(page, 'Plan');
  return titles(page);
};

test('a bar and a dock as one, with an accent that a theme has in a flavour', async ({ page }) => {
  const list = at('look.theme');
  const host = ownHost({
    offers: [bar(1)],
    lists: { look: list },
    defaults: { bar: { edge: 'bottom', thickness: 30, colour: '#e0e0e0' } },
  });
  const flavour = (name: string, accent: string) => ({
    name,
    root: `heather/Heather-${name}`,
    offers: { c: { supplies: { accent: { fixed: accent } }, choose: `Heather-${name}` } },
  });
  const heather = ownPart('Heather', {
    channels: [
      {
        way: 'archive',
        from: 'https://parts.example/heather.tar.xz',
        file: 'heather.tar.xz',
        root: 'heather/Heather-Clay',
        sort: 'look',
      },
    ],
    offers: [
      {
        id: 'c',
        kind: 'controls',
        name: 'Heather',
        replaces: false,
        supplies: { accent: { fixed: '#b5533c' }, background: { fixed: '#f4f1ec' } },
        choose: { ...list, value: 'Heather-Clay' },
      },
    ],
    flavours: [flavour('Clay', '#b5533c'), flavour('Moss', '#4a6b3a'), flavour('Plum', '#6d3f78')],
  });
  const jetty = ownPart('Jetty', {
    sort: 'dock',
    memory: 24,
    holds: ['dock'],
    autostart: 'jetty --quiet',
    offers: [
      {
        id: 'd',
        kind: 'dock',
        name: 'Jetty',
        replaces: true,
        supplies: {
          edge: { oneOf: ['bottom', 'left'], setting: at('jetty.edge') },
          edgeShare: range('jetty.length', 10, 100),
          iconSize: range('jetty.icons', 16, 96),
          colour: any('jetty.colour'),
        },
      },
    ],
  });
  await begin(
    page,
    'Half bar, half dock',
    host,
    [heather, jetty],
    wanted([
      ['bar', 'Head strip', { edge: 'top', thickness: 26, colour: '#2f2a33' }],
      ['dock', 'Shelf', { edge: 'bottom', edgeShare: 46, iconSize: 44, colour: '#2f2a33' }],
      ['controls', 'Controls', { accent: '#6c3e79', background: '#f4f1ec' }],
    ]),
  );
  await chooseFor(page, 'Head strip', 'Harrow bar 1');
  await chooseFor(page, 'Shelf', 'Jetty');
  await chooseFor(page, 'Controls', 'Heather');
  await expect(page.getByText('Heather comes in 3 flavours')).toBeVisible();
  await expect(page.getByLabel('Heather in Light')).toContainText('the nearest: Plum');
  await page.getByLabel('Heather in Light').click();
  await expect(page.getByRole('option').nth(1)).toContainText(/^\s*Plum, \d+ %/);
  await page.keyboard.press('Escape');
  const all = await names(page);
  expect(all).toEqual(
    expect.arrayContaining([
      'Choose Heather-Plum as controls inside windows',
      expect.stringMatching(/^Put Heather-Plum of Heather/),
      'Start Jetty with every session',
      'Set Head strip: thickness to 26',
      'Set Shelf: share of the edge to 46 %',
    ]),
  );
  expect(all.some((t) => /Clay|Moss/.test(t))).toBe(false);
  const { apply } = await thereAndBack(page);
  expect(apply).toContain('Heather-Plum');
});

test('two bars of 24 px with a strip cut from a picture, and a terminal whose colours are set one by one', async ({
  page,
}) => {
  const terminal = {
    id: 'terminal',
    kind: 'terminal',
    name: 'Harrow terminal',
    replaces: false,
    supplies: {
      background: any('term.background'),
      text: any('term.text'),
      palette: any('term.colour-{role}', {
        writes: { roles: Object.fromEntries(TERMINAL_ROLES.map((role, n) => [role, String(n)])) },
      }),
      tabActivity: any('term.activity'),
    },
  };
  const host = ownHost({ offers: [bar(1), bar(2), terminal], surfaces: { bar: 2 } });
  const strip = drawnPng(800, 500, '#3a3f46', [
    { x: 0, y: 0, width: 800, height: 24, colour: '#8a5a3c' },
    { x: 0, y: 0, width: 800, height: 6, colour: '#d8b48a' },
  ]);
  const palette = Object.fromEntries(
    TERMINAL_ROLES.map((role, n) => [role, `#${(n * 15 + 10).toString(16).padStart(2, '0')}4050`]),
  );
  await begin(page, 'Two thin bars', host, [], []);
  await stage(page, 'Study');
  await addPicture(page, 'strip.png', strip);
  const pictures = async () => Object.values((await coatOf(page)).rows.picture);
  await expect.poll(pictures).toHaveLength(1);
  await saved(page);
  const [picture] = await pictures();
  const [head, foot] = [randomUUID(), randomUUID()];
  const barOf = (id: string, name: string, edge: string, y: number) => ({
    type: 'element.add',
    id,
    kind: 'bar',
    name,
    weight: 4,
    region: {
      id: randomUUID(),
      pictureId: picture!.id,
      x: 0,
      y,
      width: 800,
      height: 24,
      state: null,
      ground: null,
    },
    traits: Object.entries({ edge, thickness: 24, pictureFit: 'tiled' }).map(([t, v]) => typed(t, v)),
  });
  await send(page, 'Tell', [
    barOf(head, 'Upper', 'top', 0),
    barOf(foot, 'Lower', 'bottom', 476),
    ...wanted([
      ['terminal', 'Console', { background: '#1b1d20', text: '#d8d4c8', palette, tabActivity: '#b5533c' }],
    ]),
  ]);
  await chooseFor(page, 'Upper', 'Harrow bar 1');
  await chooseFor(page, 'Lower', 'Harrow bar 2');
  await chooseFor(page, 'Console', 'Harrow terminal');
  // The strip is cut from the picture and made a layer over the bar.
  await toElement(page, 'Upper');
  await page.getByRole('button', { name: 'Make it by hand' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Wooden strip');
  await page.getByLabel('a picture cut from the reference').check();
  await page.getByRole('button', { name: 'Make it', exact: true }).click();
  await expect(page.getByText('Wooden strip is made.')).toBeVisible();
  await page.locator('.made').getByRole('button', { name: 'Choose Wooden strip' }).click();
  await saved(page);
  const all = await names(page);
  expect(all.filter((t) => /thickness to 24/.test(t))).toHaveLength(2);
  expect(all).toEqual(
    expect.arrayContaining([
      expect.stringMatching(/^Save Wooden strip from Match and put it in place$/),
      expect.stringMatching(/^Choose .*\.png as Upper$/),
      expect.stringMatching(/^Set Console: (palette|colours|sixteen colours)/),
    ]),
  );
  const { apply } = await thereAndBack(page);
  for (const n of [0, 7, 15]) expect(apply).toContain(`term.colour-${n}`);
  expect(apply).toMatch(/bar1\.picture/);
});

test('forty numbers of an extension, a date in its own syntax, and its blur undone', async ({ page }) => {
  const numbers = Array.from({ length: 40 }, (_, n) => `n${n}`);
  const file = { path: '~/.config/tuner/tuner.conf', format: 'lines' as const };
  const tuner = ownPart('Tuner', {
    sort: 'extension',
    enable: 'tuner@friend',
    sideEffects: [
      {
        what: 'It blurs everything behind windows.',
        counter: 'Turn the blur of windows off.',
        set: { ...at('windows.blur'), value: '0' },
      },
    ],
    syntaxes: [
      {
        id: 'tuner',
        name: 'Tuner’s dates',
        codes: [
          { field: 'EEEE', code: '{dayname}' },
          { field: 'd', code: '{day}' },
          { field: 'MMMM', code: '{month}' },
          { field: 'HH', code: '{h}' },
          { field: 'mm', code: '{m}' },
        ],
        literals: { how: 'bare' },
        lineBreak: null,
      },
    ] as never,
    settings: [
      ...numbers.map((id, n) => ({
        id,
        label: `Number ${n + 1}`,
        where: { file: { ...file, at: `${id} =` } },
        value: { type: 'number' as const, least: 0, most: 1000, step: 1, unit: '' },
        initial: '0',
        reread: { after: 'none' as const, command: null },
        help: '',
      })),
      {
        id: 'date',
        label: 'Date',
        where: { file: { ...file, at: 'date =' } },
        value: { type: 'format' as const, syntax: 'tuner' },
        initial: '',
        reread: { after: 'none' as const, command: null },
        help: '',
      },
    ] as never,
    offers: [
      {
        id: 'clock',
        kind: 'clock',
        name: 'Tuner clock',
        replaces: false,
        supplies: {
          format: {
            any: true,
            setting: { key: 'tuner.date', place: 'Tuner › Date', file: { ...file, at: 'date =' } },
          },
        },
      },
    ] as never,
  });
  const host = ownHost({
    settings: [
      {
        key: 'windows.blur',
        label: 'Blur',
        place: 'Board › Windows',
        takes: { type: 'number', least: 0, most: 20, step: 1 },
        initial: 8,
      },
    ] as never,
  });
  await begin(
    page,
    'Finely tuned',
    host,
    [tuner],
    wanted([['clock', 'Hours', { format: 'EEEE d MMMM HH:mm' }]]),
  );
  await chooseFor(page, 'Hours', 'Tuner');
  const layer = Object.values((await coatOf(page)).rows.layer)[0]!;
  await page.getByLabel('Number 1', { exact: true }).fill('7');
  await page.getByLabel('Number 1', { exact: true }).press('Enter');
  await page.getByLabel('Number 2', { exact: true }).fill('many');
  await page.getByLabel('Number 2', { exact: true }).press('Enter');
  await expect(page.locator('mat-error').first()).toBeVisible();
  await page.getByLabel('Number 2', { exact: true }).fill('');
  await saved(page);
  await send(
    page,
    'Forty numbers',
    numbers
      .slice(1)
      .map((setting, n) => ({ type: 'layer.own', id: layer.id, setting, value: String(n * 25) })),
  );
  const all = await names(page);
  expect(all).toEqual(expect.arrayContaining(['Turn the blur of windows off', 'Enable Tuner']));
  const { apply } = await thereAndBack(page);
  expect(apply).toContain('{dayname} {day} {month} {h}:{m}');
  expect(apply).toContain('windows.blur');
  for (const n of [0, 17, 39]) expect(apply).toContain(`n${n} =`);
});

test('a paid trial is decided before it is fetched, given up, and goes without a trace', async ({ page }) => {
  const host = ownHost({ offers: [bar(1)] });
  const dear = ownPart('Gilded', {
    sort: 'bar',
    price: { amount: 19, currency: 'EUR' },
    trialDays: 10,
    account: true,
    memory: 60,
    channels: [
      {
        way: 'installer',
        from: 'https://parts.example/gilded.run',
        file: 'gilded.run',
        choices: [],
        admin: false,
        leaves: ['~/.local/share/gilded', '~/.config/gilded'],
        undo: ['--remove'],
      },
    ],
    offers: [
      {
        id: 'b',
        kind: 'bar',
        name: 'Gilded bar',
        replaces: true,
        supplies: {
          edge: oneOf('gilded.edge', 'top', 'bottom'),
          thickness: range('gilded.thickness', 20, 90),
        },
      },
    ] as never,
  });
  await begin(page, 'On trial', host, [dear], wanted([['bar', 'Head', { edge: 'top', thickness: 72 }]]));
  await chooseFor(page, 'Head', 'Gilded');
  await page.getByRole('link', { name: 'Findings' }).click();
  const cost = page.getByRole('listitem').filter({ hasText: 'Gilded costs 19 EUR' });
  await cost.getByRole('button', { name: 'Plan to try it for 10 days' }).click();
  await expect(page.getByRole('heading', { name: 'Answered, or taken as they are' })).toBeVisible();
  const before = await names(page);
  const place = (title: RegExp) => before.findIndex((t) => title.test(t));
  expect(place(/^Make an account for Gilded/)).toBeGreaterThanOrEqual(0);
  expect(place(/^Begin the trial of Gilded: 10 days/)).toBeLessThan(place(/^Fetch the installer of Gilded/));
  expect(place(/^Within 10 days .*pay 19 EUR for Gilded/)).toBeGreaterThan(
    place(/^Run the installer of Gilded/),
  );
  await page.locator('li .title').last().click();
  await page.getByRole('button', { name: 'Done up to here' }).click();
  await saved(page);
  // Given up: the host's own bar comes in its place, and everything of it goes.
  await chooseFor(page, 'Head', 'Harrow bar 1');
  const after = await names(page);
  expect(after).toEqual(
    expect.arrayContaining(['Let its installer take it away', 'Remove ~/.cache/spare-coat/gilded-1-0']),
  );
  expect(after.some((t) => /pay|account|trial/i.test(t))).toBe(false);
  await thereAndBack(page);
  await stage(page, 'Plan');
  await page
    .getByRole('navigation', { name: 'Views of the plan' })
    .getByRole('link', { name: 'Rehearsal' })
    .click();
  await expect(page.getByText('Every step works on the simulated host.')).toBeVisible();
});

test('another desktop comes closer, two file managers become one, and all of it comes back', async ({
  page,
}) => {
  const wide = (name: string, most: number) =>
    ownHost({
      name,
      family: name.toLowerCase().replace(' ', '-'),
      offers: [
        {
          id: 'bar-1',
          kind: 'bar',
          name: `${name} bar`,
          replaces: false,
          supplies: {
            thickness: range('rail.thickness', 16, most),
            edge: oneOf('rail.edge', 'top', 'right'),
          },
        },
      ] as never,
    });
  // Hosts stay for the next run of this test: each has its own.
  const mill = `Tidemill ${randomUUID().slice(0, 4)}`;
  const [narrow, better] = [wide('Sluice', 40), wide(mill, 120)];
  await begin(page, 'The other one', narrow, [], wanted([['bar', 'Rail', { edge: 'right', thickness: 96 }]]));
  await keepHost(page, better);
  await chooseFor(page, 'Rail', 'Sluice bar');
  await stage(page, 'Share');
  await page.getByRole('link', { name: 'Carry over' }).click();
  await choose(page.getByLabel('Host to carry it to'), `${mill} 5.1`);
  await expect(page.getByRole('row', { name: /^Rail/ })).toContainText(`${mill} has its own: ${mill} bar.`);
  await page.getByRole('button', { name: `Make the coat for ${mill}` }).click();
  await expect(page.getByText(`on ${mill} 5.1`)).toBeVisible();
  await stage(page, 'Host');
  await page.getByRole('link', { name: 'What it is now' }).click();
  await give(page.getByRole('button', { name: 'Bring in a survey or a settings dump' }), {
    name: 'survey.json',
    mimeType: 'application/json',
    buffer: Buffer.from(
      JSON.stringify({
        survey: 1,
        takenAt: '2026-11-30T08:00:00Z',
        system: { desktop: 'Sluice' },
        displays: [],
        directories: {},
        iconThemes: [],
        pointerSets: [],
        soundThemes: [],
        fonts: [],
        autostart: [],
        applications: ['Drawers', 'Shelves'].map((name) => ({
          id: `${name.toLowerCase()}.desktop`,
          name,
          packaging: 'system',
          categories: 'Utility;FileManager;',
        })),
        disk: {},
        reading: null,
        unavailable: [],
      }),
    ),
  });
  await saved(page);
  await toElement(page, 'Rail');
  await expect(page.getByRole('button', { name: `Release ${mill} bar` })).toBeVisible();
  await page.getByRole('link', { name: 'Findings' }).click();
  const twice = page.getByRole('listitem').filter({ hasText: 'Two programs do the duty of a file manager' });
  await twice.getByRole('button', { name: 'Plan to remove Drawers' }).click();
  await expect(page.getByText('Plan to remove Drawers', { exact: true })).toBeVisible();
  const all = await names(page);
  expect(all).toEqual(
    expect.arrayContaining([
      'Remove Drawers',
      `Install ${mill} 5.1 beside Sluice`,
      `Choose ${mill} when you sign in next`,
      'Set Rail: thickness to 96',
    ]),
  );
  await thereAndBack(page);
});

const SCHEMAS = `<schemalist>
  <enum id="org.faehrhaus.Hours"><value nick="12h" value="0"/><value nick="24h" value="1"/></enum>
  <schema id="org.faehrhaus.clock" path="/org/faehrhaus/clock/">
    <key name="clock-format" enum="org.faehrhaus.Hours"><default>'24h'</default><summary>Format of the clock, Überfahrt</summary></key>
    <key name="text-colour" type="s"><default>"#ffffff"</default><summary>Colour of the clock's text</summary></key>
  </schema>
</schemalist>`;

test('widgets with places, a player and a clock to twelve, on a desktop that is learnt, blanks and umlauts in every name', async ({
  page,
}) => {
  const desktop = new SettingsHome('Fährhaus Süd', SCHEMAS);
  try {
    desktop.set('org.faehrhaus.clock', 'text-colour', "'#e0e0e0'");
    const path = '~/.config/Ortszeit – Übersee/Uhr & Spieler.conf';
    desktop.put(
      '.config/Ortszeit – Übersee/Uhr & Spieler.conf',
      '[Übersee]\nort=\nspieler=keiner\nänderung=7\n',
    );
    const before = desktop.kept();
    const own = desktop.read('.config/Ortszeit – Übersee/Uhr & Spieler.conf');
    const setting = (id: string, label: string, key: string, value: object) => ({
      id,
      label,
      where: { file: { path, format: 'key file', at: `Übersee/${key}` } },
      value,
      initial: '',
      reread: { after: 'none', command: null },
      help: '',
    });
    const hours = ownPart('Ortszeit – Übersee', {
      sort: 'widget',
      channels: [{ way: 'repository', from: 'eine Freundin', script: 'los.sh', flags: [], admin: false }],
      settings: [
        setting('ort', 'Wo du bist', 'ort', { type: 'coordinates', as: 'decimal' }),
        setting('spieler', 'Spieler', 'spieler', { type: 'choice', values: ['keiner', 'Möwe FM'] }),
      ] as never,
      offers: [
        {
          id: 'w',
          kind: 'desktop-widget',
          name: 'Ortszeit',
          replaces: true,
          supplies: { what: { fixed: 'Hafenuhr' } },
        },
      ] as never,
    });
    await newCoat(page, 'Überfahrt – zwei Uhren');
    await keepPart(page, hours);
    await send(
      page,
      'Add',
      wanted([
        ['clock', 'Uhr über See', { format: 'h:mm a', colour: '#f2e6c9' }],
        ['desktop-widget', 'Große Hafenuhr', { what: 'Hafenuhr' }],
      ]),
    );
    await learnDesktop(page, desktop, 'Fährhaus Süd', '2 of 3');
    await toElement(page, 'Uhr über See');
    await page
      .getByRole('button', { name: /^Choose .* of this desktop/ })
      .first()
      .click();
    await saved(page);
    await chooseFor(page, 'Große Hafenuhr', 'Ortszeit – Übersee');
    await page.getByLabel('Wo du bist').fill('54° 58′ 48″ N, 1° 36′ 36″ W');
    await page.getByLabel('Wo du bist').press('Enter');
    await choose(page.getByLabel('Spieler'), 'Möwe FM');
    await saved(page);
    await stage(page, 'Plan');
    const apply = await download(page, /^Shell script/);
    const undo = await download(page, /^Undo script/);
    desktop.run(apply);
    expect(desktop.get('org.faehrhaus.clock', 'clock-format')).toBe("'12h'");
    expect(desktop.get('org.faehrhaus.clock', 'text-colour')).toBe("'#f2e6c9'");
    const then = desktop.read('.config/Ortszeit – Übersee/Uhr & Spieler.conf');
    expect(then).toMatch(/^ort=54\.98000, -1\.61000$/m);
    expect(then).toMatch(/^spieler=Möwe FM$/m);
    expect(then).toMatch(/^änderung=7$/m);
    desktop.run(undo);
    expect(desktop.kept()).toEqual(before);
    expect(desktop.read('.config/Ortszeit – Übersee/Uhr & Spieler.conf')).toBe(own);
  } finally {
    await desktop.stop();
  }
});
