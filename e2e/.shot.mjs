import { chromium } from 'playwright-core';
const [out, w, h, suffix, ...acts] = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: +w, height: +h } });
page.on('console', (m) => m.type() === 'error' && console.log('console:', m.text()));
page.on('pageerror', (e) => console.log('pageerror:', e.message));
const base = 'http://127.0.0.1:4990';
const projects = await (await fetch(base + '/api/projects')).json();
const name = process.env.PROJECT ?? 'Mill Race house';
const project = projects.find((p) => p.name === name);
await page.goto(`${base}/projects/${project.id}${suffix}`);
await page.waitForLoadState('networkidle');
await page.waitForTimeout(800);
for (const act of acts) {
  const i = act.indexOf(':'); const k = act.slice(0, i), v = act.slice(i + 1);
  if (k === 'click') await page.getByRole('button', { name: v, exact: true }).first().click();
  if (k === 'link') await page.getByRole('link', { name: v, exact: true }).first().click();
  if (k === 'css') await page.locator(v).first().click();
  if (k === 'sum') await page.locator('summary', { hasText: v }).first().click();
  if (k === 'type') { const [l, val] = v.split('='); const f = page.getByLabel(l, { exact: true }).first(); await f.fill(val); await f.press('Enter'); }
  if (k === 'key') await page.keyboard.press(v);
  if (k === 'focus') await page.locator(v).first().focus();
  if (k === 'scroll') await page.evaluate((y) => scrollTo(0, y), +v);
  if (k === 'print') await page.emulateMedia({ media: 'print' });
  if (k === 'pdf') await page.pdf({ path: v, format: 'Letter' });
  if (k === 'sleep') await page.waitForTimeout(+v);
  if (k === 'text') console.log(await page.locator(v).allInnerTexts());
  await page.waitForTimeout(200);
}
await page.screenshot({ path: out, fullPage: !!process.env.FULL });
await browser.close();
