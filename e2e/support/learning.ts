import { expect, type Page } from '@playwright/test';
import { stage } from './demo';
import type { SettingsHome } from './settingsHome';
import { saved } from './test';

/** Learns a desktop from what its own survey tells: what is sure at once, the rest by keys, and keeps and chooses the profile. */
export async function learnDesktop(
  page: Page,
  desktop: SettingsHome,
  name: string,
  covers: string,
): Promise<void> {
  await stage(page, 'Host');
  await page.getByRole('link', { name: 'My own desktop' }).click();
  const script = await (await page.request.get('/api/surveys/survey.sh')).text();
  const survey = desktop.run(script, '--settings');
  expect(survey).not.toContain('password-store"');
  await page.locator('input[type=file]').setInputFiles({
    name: 'survey.json',
    mimeType: 'application/json',
    buffer: Buffer.from(survey),
  });
  await expect(page.getByText(new RegExp(`settings of ${name}`))).toBeVisible();
  await page.getByRole('button', { name: /^Accept \d+ that are sure/ }).click();
  // What is left is gone through one by one, with a key each.
  await page.getByRole('radio', { name: /^To decide/ }).click();
  const rows = page.getByRole('list', { name: 'Settings' }).getByRole('listitem');
  for (let left = await rows.count(); left > 0; left = await rows.count()) {
    await page.keyboard.press('y');
    await expect(rows).toHaveCount(left - 1);
  }
  await expect(page.getByText(`It can set ${covers} traits of this coat.`)).toBeVisible();
  await page.getByRole('button', { name: 'Save and choose it' }).click();
  await expect(page.getByText(`${name} is among your profiles, revision 1`)).toBeVisible();
  await saved(page);
}
