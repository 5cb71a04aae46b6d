import { chromium } from 'playwright-core';
const [url, out, ...acts] = process.argv.slice(2);
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const dark = acts.includes('dark');
const p = await b.newPage({
  viewport: acts.includes('phone') ? { width: 390, height: 780 } : { width: 1280, height: 800 },
  colorScheme: dark ? 'dark' : 'light',
});
p.on('pageerror', (e) => console.log('ERR', e.message));
await p.goto(url);
await p.waitForLoadState('networkidle');
await p.waitForTimeout(900);
for (const a of acts) {
  const [k, x, y] = a.split('|');
  if (k === 'click')
    await p
      .getByRole(y || 'button', { name: x })
      .first()
      .click();
  if (k === 'text') await p.getByText(x).first().click();
  if (k === 'wait') await p.waitForTimeout(+x);
  if (k === 'fill') await p.getByLabel(x).first().fill(y);
  if (k === 'press') await p.keyboard.press(x);
  if (k === 'scroll') await p.mouse.wheel(0, +x);
  await p.waitForTimeout(250);
}
await p.screenshot({ path: out });
await b.close();
