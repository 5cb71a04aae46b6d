import type { Page } from '@playwright/test';
import { coatOf, download, send, typed } from '../support/commands';
import { DressedHost } from '../support/dressed';
import { stage } from '../support/demo';
import { addPicture, expect, newCoat, saved, test } from '../support/test';

const SIZE = { width: 1280, height: 800 };
/** A look of nobody's: a bar along the head, a dock that floats at the foot, two windows with their buttons at the left. */
const LOOK = `<style>
*{box-sizing:border-box;margin:0}
body{width:1280px;height:800px;position:relative;overflow:hidden;background:linear-gradient(160deg,#4c6a6f,#c2a27f)}
.head{position:absolute;left:0;right:0;top:0;height:38px;background:#efe3cf;display:flex;align-items:center;gap:14px;padding:0 16px}
.head i{width:20px;height:20px;background:#5b6e8c}
.head i.first{background:#a8442f}
.head span{margin-left:auto;font:16px sans-serif;color:#2b2320}
.dock{position:absolute;left:384px;width:512px;bottom:18px;height:66px;background:#2f2a36;border-radius:16px;display:flex;align-items:center;justify-content:center;gap:16px}
.dock i{width:40px;height:40px;background:#c9b45a}
.win{position:absolute;background:#f7f4ee;overflow:hidden}
.win div{height:32px;background:#7b5a86;display:flex;align-items:center;gap:9px;padding:0 12px}
.win b{width:14px;height:14px;background:#f0dca0}
.win s{margin-left:auto;text-decoration:none;font:14px sans-serif;color:#f7f0fa}
.win p{padding:14px;font:14px sans-serif;color:#333}
</style>
<div class="head"><i class="first"></i><i></i><i></i><span>Sat 18:20</span></div>
<div class="win" style="left:150px;top:110px;width:620px;height:380px"><div><b></b><b></b><b></b><s>Letters to the far bank</s></div><p>Letters</p></div>
<div class="win" style="left:520px;top:260px;width:640px;height:400px"><div><b></b><b></b><b></b><s>Tide tables</s></div><p>Tides</p></div>
<div class="dock"><i></i><i></i><i></i><i></i><i></i></div>`;

const ELEMENTS = ['Bar at', 'Dock at', 'Clock', 'Launcher b', 'Window frame', 'Window buttons'];
const NO_ITEMS = { start: [], centre: [], end: [] };

/** Types what a picture does not show of elements, by their kinds. */
async function tell(page: Page, told: Readonly<Record<string, Readonly<Record<string, unknown>>>>) {
  const elements = Object.values((await coatOf(page)).rows.element);
  const commands = Object.entries(told).flatMap(([kind, traits]) => {
    const elementId = elements.find((e) => e.kind === kind)!.id;
    return Object.entries(traits).map(([trait, target]) => ({
      type: 'trait.set',
      elementId,
      ...typed(trait, target),
    }));
  });
  await send(page, 'Tell', commands);
}

test('a desktop that nobody knows is learnt, dressed like a picture, proven by its screen, and undressed', async ({
  page,
  context,
}) => {
  test.setTimeout(150_000);
  const host = new DressedHost();
  try {
    await host.start(SIZE.width, SIZE.height);
    host.set('org.samphire.pager', 'count', '5');
    await host.restart();
    const look = await context.newPage();
    await look.setViewportSize(SIZE);
    await look.setContent(LOOK);
    const reference = await look.screenshot();
    await look.close();
    await newCoat(page, 'The far bank');
    await addPicture(page, 'look.png', reference);
    const details = page.getByRole('complementary', { name: 'Details' });
    const found = details.getByRole('list', { name: 'Found on the picture' });
    await expect(found).toBeVisible();
    await details.getByRole('button', { name: 'Read the words' }).click();
    await expect(found.getByRole('checkbox', { name: /Clock.*Sat 18:20/ })).toBeVisible();

    await details.getByRole('button', { name: /^Add \d+$/ }).click();
    await expect(page.getByText('6 elements were added.')).toBeVisible({ timeout: 30_000 });
    await saved(page);

    await tell(page, {
      bar: {
        hiding: 'never',
        besideMaximised: 'keeps its space',
        opacity: 100,
        items: { start: ['launcher', 'window list'], centre: [], end: ['clock'] },
      },
      dock: { hiding: 'never', besideMaximised: 'keeps its space', opacity: 100, items: NO_ITEMS },
      'launcher-button': { shape: 'square' },
      'window-buttons': { order: { start: ['shut', 'widen', 'fold'], centre: [], end: [] }, shape: 'square' },
    });
    await stage(page, 'Host');
    await page.getByRole('link', { name: 'My own desktop' }).click();
    const script = async (name: string) => (await page.request.get(`/api/surveys/${name}`)).text();
    const drop = (name: string, text: string) =>
      page
        .locator('input[type=file]')
        .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
    await drop('survey.json', host.run(await script('survey.sh'), '--settings'));
    await expect(page.getByText(/settings of Samphire/)).toBeVisible();
    await page.getByRole('button', { name: /^Accept \d+ that are sure/ }).click();
    const learnt = await host.learn(await script('learn.sh'), [
      () => host.edit('dock.json', '"edge": "left"', '"edge": "bottom"'),
      () => host.edit('dock.json', '"thickness": 52', '"thickness": 60'),
      () => host.edit('dock.json', '"iconSize": 36', '"iconSize": 32'),
      () => host.edit('dock.json', '"spacing": 10', '"spacing": 12'),
      () => host.edit('dock.json', '"gap": 0', '"gap": 4'),
      () => host.edit('dock.json', '"length": 40', '"length": 50'),
      () => host.edit('dock.json', '"opacity": 1.0', '"opacity": 0.5'),
      () => host.edit('dock.json', '#2f3a33', '#404040'),
      () => host.edit('dock.json', '"cornerRadius": 0', '"cornerRadius": 6'),
      () => host.edit('dock.json', '"autohide": false', '"autohide": true'),
      () => host.edit('dock.json', '"align": "centre"', '"align": "start"'),
      // A word is known once it was chosen.
      () => host.edit('windows.conf', 'ButtonSide=right', 'ButtonSide=left'),
    ]);
    await host.restart();
    const bare = await host.shot();
    const kept = host.kept();
    await drop('learnt.json', learnt);
    await expect(page.getByText(/12 changed while you changed them/)).toBeVisible();
    await page.getByRole('button', { name: /^Accept \d+ that are sure/ }).click();
    await page.getByRole('radio', { name: /^To decide/ }).click();
    const rows = page.getByRole('list', { name: 'Settings' }).getByRole('listitem');
    for (let left = await rows.count(); left > 0; left = await rows.count()) {
      await page.keyboard.press('y');
      await page.waitForTimeout(120);
    }
    await page.getByRole('button', { name: 'Save and choose it' }).click();
    await expect(page.getByText('Samphire is among your profiles, revision 1')).toBeVisible();
    await saved(page);
    const spine = page.getByRole('navigation', { name: 'Elements' });
    const element = (name: string) => spine.getByRole('button', { name: new RegExp(`^${name}`) });
    await stage(page, 'Match');
    for (const name of ELEMENTS) {
      await element(name).click();
      await expect(page.getByRole('heading', { level: 1, name: new RegExp(`^${name}`) })).toBeVisible();
      await page
        .getByRole('button', { name: /^Choose .* of this desktop/ })
        .first()
        .click();
      await saved(page);
      await expect(page.getByRole('button', { name: /^Release .* of this desktop/ })).toBeVisible();
    }
    await stage(page, 'Plan');
    const apply = await download(page, /^Shell script/);
    const undo = await download(page, /^Undo script/);
    host.run(apply);
    await host.restart();
    const dressed = await host.shot();
    expect(dressed.equals(bare)).toBe(false);

    await stage(page, 'Compare');
    const file = { name: 'Dressed.png', mimeType: 'image/png', buffer: dressed };
    await page.locator('coat-compare input[type=file]').first().setInputFiles(file);
    await page.getByRole('button', { name: 'Numbers' }).click();
    const worst = page
      .getByRole('complementary', { name: 'Numbers' })
      .getByRole('list', { name: 'Worst first' });
    const seen = worst.getByRole('listitem');
    await expect(seen.filter({ hasText: '%' })).toHaveCount(ELEMENTS.length, { timeout: 60_000 });
    // Every element that was chosen is seen, and as it was wanted to at least 95 %: that is the least of its interval.
    for (const line of await seen.allInnerTexts()) {
      const [least] = /(\d+)(–\d+)? %/.exec(line) ?? [];
      expect([line, Number.parseInt(least ?? '0', 10) >= 95]).toEqual([line, true]);
    }

    host.run(undo);
    await host.restart();
    expect((await host.shot()).equals(bare)).toBe(true);
    expect(host.kept()).toEqual(kept);
  } finally {
    await host.stop();
  }
});
