import { chromium } from '@playwright/test';
import { CHROMIUM } from './browser.mjs';
const [,, number, max = '60', only = ''] = process.argv;
const A = 'http://127.0.0.1:4455';
const browser = await chromium.launch(CHROMIUM);
const ctx = await browser.newContext({ viewport: { width: 1024, height: 768 }, hasTouch: true });
await ctx.request.post(`${A}/api/v1/session`, { data: { name: 'Planner', password: 'violet-planner' } });
const jobs = await (await ctx.request.get(`${A}/api/v1/jobs`)).json();
const job = (jobs.jobs ?? jobs).find((j) => j.number === number);
const page = await ctx.newPage();
await page.goto(`${A}/jobs/${job.id}/sheet`);
await page.waitForTimeout(4000);
if (await page.locator('[data-issue]').count() === 0) {
  for (let k = 0; k < 5 && await page.getByRole('button', { name: 'Accept in writing' }).count() > 0; k++) {
    await page.getByRole('button', { name: 'Accept in writing' }).first().click();
    await page.getByLabel('Reason, printed on the sheet').fill('looked at'); await page.getByRole('button', { name: 'Accept this stop' }).click(); await page.waitForTimeout(1500);
  }
  await page.getByRole('button', { name: /Issue sheet/ }).click(); await page.locator('[data-issue]').first().waitFor({ timeout: 100000 });
}
const href = await page.getByRole('link', { name: 'Run at the machine' }).first().getAttribute('href');
await page.goto(A + href);
await page.getByRole('button', { name: 'Begin a run' }).tap();
await page.waitForTimeout(1500);
const seen = [];
for (let k = 0; k < Number(max); k++) {
  const title = await page.getByRole('heading', { level: 1 }).textContent();
  const text = await page.locator('main').innerText();
  console.log(`--- ${k} ${title}\n${text.replace(/\n+/g, ' | ').slice(0, 1500)}`);
  if (!only || only.split(',').includes(String(k))) await page.screenshot({ path: `/tmp/look/run-${number}-${k}.png`, fullPage: true });
  if (/run is done/i.test(title)) break;
  for (const row of await page.locator('.run-reading').all()) {
    const expected = row.locator('.run-target b').first();
    const want = await expected.count() > 0 ? await expected.textContent() : '0';
    if (await row.getByRole('textbox').count()) await row.getByRole('textbox').fill(want);
  }
  for (const box of await page.locator('.run-confirm input').all()) if (!(await box.isChecked())) await box.tap();
  const buttons = page.locator('main .btn-primary:not([disabled])');
  if (await buttons.count() === 0) { console.log('no button'); break; }
  await buttons.last().tap();
  await page.waitForTimeout(700);
  if (await page.getByRole('heading', { level: 1 }).textContent() === title) { console.log('STAYED', (await page.locator('main').innerText()).slice(0, 600)); if (seen.includes(title)) break; seen.push(title); }
}
await browser.close();
