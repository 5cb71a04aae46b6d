import { randomUUID } from 'node:crypto';
import { expect, type Page } from '@playwright/test';
import type { Part } from '@spare-coat/core/model/parts/part';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import { PLAIN_PART } from '@spare-coat/core/model/parts/plainPart';
import { coatOf, download, send } from './commands';
import { stage } from './demo';
import { dryRun } from './scripts';
import { newCoat, saved } from './test';

/** Where a setting stands on the hosts of these tests. */
export const at = (key: string, more: object = {}) => ({ key, place: `Board › ${key}`, ...more });

/** A host of the test's own, that keeps every setting by one tool. */
export function ownHost(more: Partial<HostProfile>): HostProfile {
  return {
    id: randomUUID(),
    revision: 1,
    family: 'harrow',
    name: 'Harrow',
    version: '5.1',
    summary: 'A desktop that only this test knows.',
    surfaces: { bar: 2, dock: 1 },
    offers: [],
    defaults: {},
    folders: {
      'icon set': '~/.local/share/icons',
      look: '~/.local/share/harrow looks',
      addon: '~/.local/share/harrow',
    },
    signatures: [],
    channels: [
      {
        id: 'stack',
        name: 'Stack 9',
        install: ['stack', 'put', '{package}'],
        remove: ['stack', 'take', '{package}'],
        query: ['stack', 'has', '{package}'],
      },
    ],
    commands: {
      safePoint: ['mark', '{name}'],
      set: ['harrow', 'set', '{key}', '{value}'],
      get: ['harrow', 'get', '{key}'],
      enable: ['harrow', 'on', '{id}'],
      disable: ['harrow', 'off', '{id}'],
      open: ['harrow', 'open', '{name}'],
      reset: ['harrow', 'reset', '{key}'],
    },
    effects: { enable: 'none', package: 'none' },
    facts: {},
    ...more,
  } as HostProfile;
}

/** A part of the test's own: a package of the host's distribution, unless it is told otherwise. */
export function ownPart(name: string, more: Partial<Part>): Part {
  return {
    ...PLAIN_PART,
    id: randomUUID(),
    revision: 1,
    name,
    author: 'A friend',
    home: 'https://parts.example/',
    sort: 'theme',
    summary: `${name}, of this test alone.`,
    version: '1.0',
    released: '2026-10-01',
    licence: 'MIT',
    channels: [{ way: 'package', names: { stack: name.toLowerCase().replaceAll(' ', '-') } }],
    offers: [],
    ...more,
  } as Part;
}

async function put(page: Page, path: string, data: object): Promise<void> {
  const done = await page.request.put(path, { data: { commandId: randomUUID(), revision: 0, ...data } });
  expect(done.ok(), await done.text()).toBe(true);
}
export const keepPart = (page: Page, part: Part) => put(page, `/api/parts/${part.id}`, { part });
export const keepHost = (page: Page, profile: HostProfile) =>
  put(page, `/api/profiles/${profile.id}`, { profile });

/** A coat on a host of one's own, with what is wanted of it. */
export async function begin(
  page: Page,
  name: string,
  host: HostProfile,
  parts: readonly Part[],
  commands: readonly unknown[],
): Promise<void> {
  await newCoat(page, name);
  await keepHost(page, host);
  for (const part of parts) await keepPart(page, part);
  await send(page, 'Begin', [
    { type: 'coat.host', profileId: host.id, profileRevision: 1, channel: host.channels[0]!.id },
    { type: 'coat.policy', policy: 'same pixels' },
    ...commands,
  ]);
}

/** Goes to an element in Match. */
export async function toElement(page: Page, name: string): Promise<void> {
  await stage(page, 'Match');
  await page
    .getByRole('navigation', { name: 'Elements' })
    .getByRole('button', { name: new RegExp(`^${name}`) })
    .click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
}

/** Chooses an offer for an element, by what the offer is called. */
export async function chooseFor(page: Page, element: string, offer: string): Promise<void> {
  await toElement(page, element);
  await page
    .getByRole('button', { name: new RegExp(`^Choose ${offer}`) })
    .first()
    .click();
  await expect(page.getByRole('button', { name: new RegExp(`^Release ${offer}`) }).first()).toBeVisible();
  await saved(page);
}

/** The titles of all steps, in order. */
export async function titles(page: Page): Promise<string[]> {
  const { rows } = await coatOf(page);
  expect(Object.keys(rows.element).length).toBeGreaterThan(0);
  const shown = page.locator('li .title .mdc-button__label > span');
  // Steps are drawn a few a frame; the last check comes at the end.
  await expect(
    shown.filter({ hasText: /^(Compare the desktop|Take the same readings|Clean up)/ }).first(),
  ).toBeVisible();
  await page.waitForFunction(() => !document.querySelector('coat-steps [aria-busy="true"]'));
  return shown.allTextContents();
}

const view = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Views of the plan' }).getByRole('link', { name }).click();

/** The plan rehearses; its scripts hold and tell what they would do; all is done, and its way back leads to the start. @returns both dry runs */
export async function thereAndBack(page: Page): Promise<{ readonly apply: string; readonly undo: string }> {
  await stage(page, 'Plan');
  await view(page, 'Rehearsal');
  await expect(page.getByText('Every step works on the simulated host.')).toBeVisible();
  await view(page, 'Steps');
  const apply = dryRun(await download(page, /^Shell script/));
  const undo = dryRun(await download(page, /^Undo script/));
  await page
    .getByRole('main')
    .getByRole('listitem')
    .filter({ has: page.getByRole('checkbox', { checked: false }) })
    .last()
    .locator('.title')
    .click();
  await page.getByRole('button', { name: 'Done up to here' }).click();
  await saved(page);
  await view(page, 'Way back');
  await expect(page.getByText('Rehearsed: after it the host is as it was at the start.')).toBeVisible();
  return { apply, undo };
}
