import { chromium } from 'playwright-core';
const [path, out, ...rest] = process.argv.slice(2);
const opts = Object.fromEntries(rest.filter(r=>r.includes('=')).map(r=>r.split('=')));
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: +(opts.w||1280), height: +(opts.h||800) }, colorScheme: opts.room||'light' });
page.on('console', m => { if (m.type()==='error') console.log('console', m.text()); });
page.on('pageerror', e => console.log('pageerror', e.message));
const base = 'http://127.0.0.1:4620';
const cards = await (await fetch(base+'/api/coats')).json();
const id = (cards.coats ?? cards)[0].id;
await page.goto(base + path.replace(':id', id));
await page.waitForTimeout(+(opts.wait||2500));
if (opts.press) for (const k of opts.press.split(',')) { await page.keyboard.press(k); await page.waitForTimeout(1200); }
if (opts.click) for (const k of opts.click.split('|')) { await page.getByRole('button',{name:k}).first().click(); await page.waitForTimeout(1200); }
await page.screenshot({ path: out });
await browser.close();
