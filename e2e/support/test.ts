import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { coatOf } from './commands';

/** Every test fails on a report of the page's security policy, on an uncaught error, and on a failed script. */
export const test = base.extend<{ clean: undefined; isNewcomer: boolean }>({
  /** Whoever knows the first steps is not told of them. */
  isNewcomer: [false, { option: true }],
  clean: [
    async ({ page, context, isNewcomer }, use) => {
      const problems: string[] = [];
      page.on('pageerror', (error) => problems.push(`uncaught: ${error.message}`));
      page.on('console', (message) => {
        const text = message.text();
        if (message.type() === 'error' && /Content.Security.Policy|Refused to|NG0|ERROR/i.test(text))
          problems.push(text);
      });
      if (!isNewcomer)
        await context.addInitScript(() => {
          // A page without an address has no storage.
          if (location.protocol.startsWith('http'))
            localStorage.setItem('spare-coat.first-steps', '["draw","add","host","match","plan"]');
        });
      await page.addInitScript(() => {
        document.addEventListener('securitypolicyviolation', (e) =>
          console.error(`Content Security Policy: ${e.violatedDirective} ${e.blockedURI}`),
        );
      });
      await use(undefined);
      expect(problems).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

/** Gives a file through the window that a button opens. */
export async function give(
  button: Locator,
  file: string | { readonly name: string; readonly mimeType: string; readonly buffer: Buffer },
): Promise<void> {
  const asked = button.page().waitForEvent('filechooser');
  await button.click();
  await (await asked).setFiles(file);
}

/** Chooses in a list that opens over the page, by what the choice is called. */
export async function choose(field: Locator, option: string): Promise<void> {
  const named = { name: option, exact: true };
  const page = field.page();
  const one = page.getByRole('option', named).or(page.getByRole('menuitem', named));
  // A list is shut by what moves its field, such as a reading that comes in meanwhile: then it is opened again, as a person would.
  await expect(async () => {
    if (!(await one.isVisible())) await field.click({ timeout: 10_000 });
    await one.click({ timeout: 10_000 });
  }).toPass({ timeout: 60_000 });
  await expect(page.locator('.cdk-overlay-pane').locator('[role=listbox], [role=menu]')).toHaveCount(0);
}

/** Makes a coat through the first page and waits for Study. */
export async function newCoat(page: Page, name: string): Promise<string> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New coat' }).click();
  await expect(
    page.getByRole('heading', { name: 'Start with a picture of the look you miss' }),
  ).toBeVisible();
  const field = page.getByLabel('Name of the coat');
  await field.fill(name);
  await field.press('Enter');
  // "Saved" stands there before the name is sent, too: the server is asked.
  await expect
    .poll(async () => Object.values((await coatOf(page)).rows.coat).map((c) => c.name))
    .toEqual([name]);
  await saved(page);
  return /coats\/([0-9a-f-]{36})/.exec(page.url())![1]!;
}

/** Waits until everything done is saved. */
export async function saved(page: Page): Promise<void> {
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
}

/** Puts a file into Study's picture field. */
export async function addPicture(
  page: Page,
  name: string,
  buffer: Buffer,
  mimeType = 'image/png',
): Promise<void> {
  await page.locator('input[type=file]').first().setInputFiles({ name, mimeType, buffer });
}

/** Drags a region, in pixels of the picture, on the picture as it is shown fitted. */
export async function drawRegion(
  page: Page,
  picture: { width: number; height: number },
  rect: { x: number; y: number; width: number; height: number },
): Promise<void> {
  const image = page.locator('coat-picture-view img');
  const box = (await image.boundingBox())!;
  const k = box.width / picture.width;
  const at = (x: number, y: number) => [box.x + x * k, box.y + y * k] as const;
  await page.mouse.move(...at(rect.x, rect.y));
  await page.mouse.down();
  await page.mouse.move(...at(rect.x + rect.width / 2, rect.y + rect.height / 2));
  await page.mouse.move(...at(rect.x + rect.width, rect.y + rect.height));
  await page.mouse.up();
}
