import { expect, test, addPicture, newCoat, saved } from '../support/test';

const SIZE = { width: 1440, height: 900 };
/** A look of nobody's: a bar along the head with menus’ worth of pictures and a clock, a dock that floats, two windows over each other. */
const LOOK = `<style>
*{box-sizing:border-box;margin:0}
body{width:1440px;height:900px;position:relative;overflow:hidden;background:linear-gradient(160deg,#4c6a6f,#c2a27f)}
.head{position:absolute;left:0;right:0;top:0;height:38px;background:#efe3cf;display:flex;align-items:center;gap:14px;padding:0 16px}
.head i{width:20px;height:20px;background:#5b6e8c;border-radius:3px}
.head i.first{background:#a8442f}
.head span{margin-left:auto;font:16px sans-serif;color:#2b2320}
.dock{position:absolute;left:470px;width:500px;bottom:18px;height:66px;background:#2f2a36;border-radius:16px;display:flex;align-items:center;gap:16px;padding:0 22px}
.dock i{width:40px;height:40px;background:#c9b45a}
.win{position:absolute;background:#f7f4ee;box-shadow:0 6px 24px #0007;border-radius:6px;overflow:hidden}
.win div{height:32px;background:#7b5a86;display:flex;align-items:center;gap:9px;padding:0 12px}
.win b{width:14px;height:14px;border-radius:2px;background:#f0dca0}
.win s{margin-left:auto;text-decoration:none;font:14px sans-serif;color:#f7f0fa}
.win p{padding:14px;font:14px sans-serif;color:#333}
</style>
<div class="head"><i class="first"></i><i></i><i></i><i></i><span>Sat 18:20</span></div>
<div class="win" style="left:150px;top:130px;width:620px;height:400px"><div><b></b><b></b><b></b><s>Letters to the far bank</s></div><p>Letters</p></div>
<div class="win" style="left:560px;top:300px;width:640px;height:420px"><div><b></b><b></b><b></b><s>Tide tables</s></div><p>Tides</p></div>
<div class="dock"><i></i><i></i><i></i><i></i><i></i></div>`;

test('a dropped desktop takes itself apart, and is a coat in a few clicks', async ({ page, context }) => {
  const look = await context.newPage();
  await look.setViewportSize(SIZE);
  await look.setContent(LOOK);
  const picture = await look.screenshot();
  await look.close();

  await newCoat(page, 'By itself');
  let clicks = 0;
  await page.exposeFunction('clicked', () => clicks++);
  await page.evaluate(() =>
    addEventListener(
      'click',
      (e) => e.isTrusted && (window as unknown as { clicked(): void }).clicked(),
      true,
    ),
  );
  await addPicture(page, 'look.png', picture);
  const details = page.getByRole('complementary', { name: 'Details' });
  const found = details.getByRole('list', { name: 'Found on the picture' });
  await expect(found).toBeVisible();
  const marked = (name: RegExp) => found.getByRole('checkbox', { name });
  for (const name of [/Bar at the head/, /Dock at the foot/, /Window frame/, /Window buttons/, /Clock/])
    await expect(marked(name)).toBeChecked();

  // The reader of words comes from our own server, and only now.
  await details.getByRole('button', { name: 'Read the words' }).click();
  await expect(marked(/Clock.*Sat 18:20/)).toBeVisible();
  await expect(marked(/Window frame.*Tide tables/)).toBeVisible();
  await details.getByRole('button', { name: /^Add \d+$/ }).click();
  await saved(page);
  const spine = page.getByRole('navigation', { name: 'Elements' });
  await spine.getByRole('button', { name: /^Bar at the head/ }).click();
  // As the page that drew it says.
  await expect(details.getByLabel('Thickness of Bar at the head')).toHaveValue('38');
  await spine.getByRole('button', { name: /^Dock at the foot/ }).click();
  await expect(details.getByLabel('Thickness of Dock at the foot')).toHaveValue('66');
  await spine.getByRole('button', { name: /^Window frame “Tide tables”/ }).click();
  await expect(details.getByLabel(/^Title height of Window frame/)).toHaveValue('32');
  await spine.getByRole('button', { name: /^Clock/ }).click();
  await expect(details.getByLabel('Format of Clock')).toHaveValue('EEE HH:mm');
  expect(clicks).toBeLessThanOrEqual(12);
  // Where it stands is read off the bar; at which side its window has a title, and at which end that has buttons, off the window.
  await expect(details.getByLabel('Lines of Clock')).toHaveValue('1');
  await expect(details.getByLabel(/^Zone of Place of Clock|^Place of Clock/).first()).toContainText(/end/i);
  await spine.getByRole('button', { name: /^Window frame “Tide tables”/ }).click();
  await expect(details.getByLabel(/^Title place of Window frame/)).toContainText('head');
  await spine.getByRole('button', { name: /^Window buttons/ }).click();
  await expect(details.getByLabel('Side of Window buttons')).toContainText('start');
  await expect(details.getByLabel('Colour of Window buttons', { exact: true })).toHaveValue('#f0dca0');

  // One change: it is taken back as one.
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect(spine.getByRole('button', { name: /^Dock at the foot/ })).toHaveCount(0);
  await expect(spine.getByRole('button', { name: /^Bar at the head/ })).toHaveCount(0);
});
