import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { copyOfDemo, stage } from '../support/demo';
import { expectRules } from '../support/rules';
import { expect, saved, test, choose } from '../support/test';

const found = (page: Page, name: string) =>
  page.getByRole('main').getByRole('listitem', { name, exact: true });

test('a coat is put on the rack, found by its look, marked by readers and ranked by their votes', async ({
  page,
}) => {
  await copyOfDemo(page);
  const coat = page.url().slice(0, page.url().lastIndexOf('/'));
  await stage(page, 'Share');
  await page.getByRole('link', { name: 'On the rack' }).click();
  const name = `Hung up ${randomUUID().slice(0, 8)}`;
  await page.getByLabel('Name on the rack').fill(name);
  await page.getByLabel('About it').fill('For long evenings.');
  await page.getByLabel('What is new in version 1').fill('All of it.');
  await page.getByRole('button', { name: 'Put version 1 on the rack' }).click();
  const hangs = page.getByRole('link', { name: `${name}, version 1` });
  await expect(hangs).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText('It is the coat as it is now.')).toBeVisible();

  // Found by words, by a colour of its reference and by what stands at which edge; and not by what it has not.
  await page.goto('/rack');
  await expect(found(page, 'Studio B, the old way')).toContainText('4 of 5 votes for it; 38 % at the least');
  await expect(found(page, name)).toContainText('no votes yet');
  await page.getByLabel('Anything').fill('long EVENINGS hung');
  await expect(page.getByRole('status').filter({ hasText: /^1 of \d+$/ })).toBeVisible();
  await page.getByRole('button', { name: 'right', exact: true }).click();
  await page.getByLabel('Colour to look for').fill('#e3c2b4');
  await expect(page.getByRole('button', { name: 'Any colour' })).toBeVisible();
  await expect(found(page, name)).toBeVisible();
  await page.getByRole('button', { name: 'top', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Nothing like that' })).toBeVisible();
  // What is asked for stands in the address.
  await page.reload();
  await expect(page.getByLabel('Anything')).toHaveValue('long EVENINGS hung');
  await expect(page.getByRole('button', { name: 'top', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.getByRole('button', { name: 'Ask for nothing' }).first().click();
  // One vote of one weighs less than four of five.
  await page.getByRole('link', { name, exact: true }).click();
  await page.getByLabel('Your name').fill('Ines');
  await page.getByLabel('On which host').fill('Lanternfish 2');
  await page.getByLabel('For it', { exact: true }).check();
  await page.getByRole('button', { name: 'All of it' }).click();
  await choose(page.getByLabel('How Rail went'), 'did not work');
  await page.getByRole('button', { name: 'Keep the mark' }).click();
  await expect(page.getByText('1 of 1 vote for it.')).toBeVisible();
  await expect(page.getByText('Did not work: Rail.')).toBeVisible();
  await expect(page.getByRole('row', { name: 'Lanternfish 2 1 11 of 12' })).toBeVisible();
  // The same reader has one vote, and can change it.
  await page.getByLabel('On which host').fill('Oxbow 12');
  await page.getByRole('button', { name: 'Keep the mark' }).click();
  await expect(page.getByRole('alert')).toContainText('Ines has marked this already');
  await page.getByRole('button', { name: 'Change the mark of Ines' }).click();
  await choose(page.getByLabel('How Rail went'), 'worked');
  await page.getByRole('button', { name: 'Keep the mark' }).click();
  await expect(page.getByRole('row', { name: 'Lanternfish 2 1 12 of 12' })).toBeVisible();
  await page.getByRole('button', { name: 'Remove the mark of Ines' }).click();
  await expect(page.getByText('No votes yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('1 of 1 vote for it.')).toBeVisible();
  await expectRules(page, 'a coat on the rack');

  await page.goto('/rack');
  const mine = found(page, name);
  await expect(mine).toContainText('1 of 1 vote for it; 21 % at the least');
  const rank = async (of: string) => Number((await found(page, of).textContent())!.match(/No\.\s*(\d+)/)![1]);
  expect(await rank(name)).toBeGreaterThan(await rank('Studio B, the old way'));
  await expectRules(page, 'the rack');

  // Another window hangs up a version meanwhile: nothing is lost, and it is said.
  await page.goto(`${coat}/on-rack`);
  await expect(page.getByRole('button', { name: 'Put version 2 on the rack' })).toBeEnabled();
  const other = await page.context().newPage();
  await other.goto(`${coat}/on-rack`);
  await other.getByRole('button', { name: 'Put version 2 on the rack' }).click();
  await expect(other.getByRole('alert')).toContainText('Nothing of it is another than in version 1', {
    timeout: 20_000,
  });
  await other.getByLabel('About it').fill('For evenings that are longer still.');
  await other.getByRole('button', { name: 'Put version 2 on the rack' }).click();
  await expect(other.getByRole('link', { name: `${name}, version 2` })).toBeVisible({ timeout: 20_000 });
  await other.close();
  await page.getByLabel('What is new in version 2').fill('Typed here.');
  await page.getByRole('button', { name: 'Put version 2 on the rack' }).click();
  await expect(page.getByRole('alert')).toContainText('changed on the rack in another window');
  await expect(page.getByLabel('What is new in version 3')).toHaveValue('Typed here.');
  // A mark is changed beside the version that it is of, and stays one of that version.
  await page.getByRole('link', { name: `${name}, version 2` }).click();
  await page.getByRole('button', { name: 'Change the mark of Ines' }).click();
  await expect(page.getByText('What worked, of version 1')).toBeVisible();
  await page.getByLabel('Anything else').fill('Looked at again.');
  await page.getByRole('button', { name: 'Keep the mark' }).click();
  const mark = page.getByRole('listitem').filter({ hasText: 'Looked at again.' });
  await expect(mark).toContainText('version 1');
  await page.goto(`${coat}/on-rack`);
  await page.getByRole('button', { name: 'Take it off the rack' }).click();
  await expect(page.getByText('It was taken off the rack')).toBeVisible();
  await page.goto('/rack');
  await expect(found(page, 'Studio B, the old way')).toBeVisible();
  await expect(mine).toHaveCount(0);
});

test('a new coat starts from one on the rack, and two of them are compared', async ({ page }) => {
  await page.goto('/rack');
  const first = found(page, 'Studio B, the old way');
  await first.getByRole('link', { name: 'Studio B, the old way' }).click();
  await page.getByRole('link', { name: 'Version 1', exact: true }).click();
  await expect(page).toHaveURL(/version=1/);
  const sheet = page.getByRole('region', { name: 'The sheet' });
  await expect(sheet.getByRole('img', { name: /^Before/ })).toHaveCount(0);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save the bundle' }).click();
  expect(
    readFileSync(await (await download).path())
      .subarray(0, 2)
      .toString(),
  ).toBe('PK');
  await page.getByRole('button', { name: 'Start a coat from it' }).click();
  await expect(page.getByRole('heading', { name: 'Studio B, the old way', level: 2 })).toBeVisible({
    timeout: 20_000,
  });
  await expect(page.getByText(/^12 elements/)).toBeVisible();
  await page.getByRole('button', { name: 'Bring in as a new coat' }).click();
  await expect(page).toHaveURL(/coats\/[0-9a-f-]{36}\/match/);
  const name = `Begun from the rack ${randomUUID().slice(0, 8)}`;
  await page.getByLabel('Name of the coat').fill(name);
  await page.getByLabel('Name of the coat').press('Enter');
  await saved(page);

  // One of the rack beside one that is being worked on.
  await page.goto('/rack?place=all');
  await found(page, 'Studio B, on Ochre Row').first().getByLabel('Compare').check();
  await found(page, name).getByLabel('Compare').check();
  await page.getByRole('button', { name: 'Compare the two' }).click();
  await expect(page.getByText('100 % alike')).toBeVisible();
  const rail = page.getByRole('row', { name: /^Rail/ });
  await expect(rail).toContainText('Tidebar');
  await expect(rail).toContainText('+46');
  await expectRules(page, 'two coats');
  await page.getByRole('link', { name: 'Studio B, on Ochre Row' }).click();
  await choose(page.getByLabel('Compare it with a coat of mine'), name);
  await expect(page.getByRole('row', { name: /^Rail/ })).toContainText('+46');
  await page.goto('/rack/compare?a=rack.x&b=');
  await expect(page.getByText('Pick two of them on the rack first.')).toBeVisible();
  await page.goto(`/rack/${randomUUID()}`);
  await expect(page.getByText('There is no such coat on the rack.')).toBeVisible();
});
