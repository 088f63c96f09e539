/** `npm run shots`: one picture of each main view, made from the demo data on a fresh instance. */
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { CHROMIUM_PACKAGE, ensurePackages, ensurePrograms, MARIADB } from './ensure.mjs';

process.chdir(resolve(import.meta.dirname, '..'));
ensurePackages();
ensurePrograms({ ...MARIADB, ...CHROMIUM_PACKAGE });
if (
  !process.argv.includes('--no-build') &&
  spawnSync(process.execPath, ['scripts/build.mjs'], { stdio: 'inherit' }).status !== 0
)
  process.exit(1);

const { chromium } = await import('@playwright/test');
const { CHROMIUM } = await import('./browser.mjs');
const data = mkdtempSync(join(tmpdir(), 'violet-jaw-shots-'));
const server = spawn(process.execPath, ['dist/server/main.js'], {
  env: { ...process.env, PORT: '0', VIOLET_JAW_DATA: data },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const address = await new Promise((done, fail) => {
  let said = '';
  server.stdout.on('data', (chunk) => {
    said += chunk;
    const found = /ready: (http:\S+)/.exec(said);
    if (found) done(found[1]);
  });
  server.once('exit', () => fail(new Error(said)));
});
let failed = null;
const browser = await chromium.launch(CHROMIUM);
try {
  mkdirSync('docs/screenshots', { recursive: true });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' });
  const shot = async (name) => {
    await page.waitForTimeout(600);
    await page.screenshot({ path: `docs/screenshots/${name}.png` });
    console.log(`docs/screenshots/${name}.png`);
  };

  const menu = async (entry) => {
    await page.locator('#menu').click();
    await page.getByRole('button', { name: entry }).click();
  };
  await page.request.post(`${address}/api/v1/session`, {
    headers: { 'X-Violet-Jaw': '1' },
    data: { name: 'Lead', password: 'violet-lead' },
  });
  await page.goto(`${address}/jobs`);
  await page.getByRole('img', { name: 'Op 20, G55' }).nth(1).waitFor({ timeout: 60_000 });
  await page.getByText('planning…').first().waitFor({ state: 'detached', timeout: 60_000 });
  await shot('jobs');
  await page.getByRole('link', { name: 'SK-1041' }).click();
  await page.locator('.bench-drawings svg').waitFor({ timeout: 60_000 });
  await page.keyboard.press(']');
  await page.getByRole('group', { name: 'Worksheet of Op 20' }).waitFor();
  await shot('route');
  const open = async (name, ready) => {
    await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name, exact: true }).click();
    await ready();
  };
  await open('Part & blank', () => page.getByRole('img', { name: 'Part and blank on the drawing board' }).waitFor());
  await shot('part');
  await page.getByRole('button', { name: 'bore ⌀42 through' }).click();
  await page.getByLabel('Cut open').selectOption('y');
  await page.locator('svg.board .cut-face').first().waitFor();
  await page.getByRole('button', { name: 'In space' }).click();
  await page.getByRole('img', { name: 'In space' }).waitFor();
  await menu('Night shift');
  await page.waitForTimeout(800);
  await shot('part-space-night');
  await menu('Day shift');
  await page.getByRole('button', { name: 'In space' }).click();
  await page.getByLabel('Cut open').selectOption('');
  await page.getByRole('button', { name: 'Does it fit?' }).click();
  await page.getByText('Rack 1: fits').waitFor({ timeout: 60_000 });
  await page.getByRole('region', { name: 'Offcuts' }).evaluate((e) => {
    e.scrollIntoView();
    window.scrollBy(0, -60);
  });
  await shot('offcut');
  await open('Route', () => page.getByRole('button', { name: 'Propose a route…' }).waitFor());
  await page.getByRole('button', { name: 'Propose a route…' }).click();
  await page.getByRole('button', { name: 'Look from all six sides' }).click();
  await page
    .getByText(/no fewer do/)
    .first()
    .waitFor({ timeout: 60_000 });
  await shot('proposal');
  await open('Ledger', () => page.getByRole('heading', { name: 'Registers' }).waitFor());
  await shot('ledger');
  await open('Remarks', () => page.locator('.place-board svg').waitFor({ timeout: 60_000 }));
  const above = await page.locator('.place-board svg').boundingBox();
  await page.mouse.click(above.x + above.width * 0.62, above.y + above.height * 0.22);
  await page.getByLabel('What is to be remarked').fill('Chips pile up here: blow the jaw off before the second part.');
  await page.getByRole('button', { name: 'Make the remark' }).click();
  await page.locator('[data-remark=R1]').waitFor();
  await shot('remarks');
  await open('Sheet', () => page.getByRole('img', { name: 'From the left end' }).first().waitFor());
  await page.getByRole('button', { name: 'Issue sheet A' }).click();
  await page.locator('[data-issue="A"]').waitFor({ timeout: 60_000 });
  await shot('sheet');
  await open('Route', () => page.getByRole('region', { name: 'Zero' }).waitFor());
  await page.getByRole('region', { name: 'Zero' }).getByRole('button', { expanded: false }).first().click();
  await page.waitForTimeout(1500);
  await page
    .getByRole('group', { name: 'Touch off' })
    .evaluate((e) => e.scrollIntoView({ behavior: 'instant', block: 'start' }));
  await shot('touch-off');
  await open('Sheet', () => page.locator('[data-issue="A"]').waitFor());
  const runs = await page.getByRole('link', { name: 'Run at the machine' }).getAttribute('href');
  const tablet = await browser.newPage({ viewport: { width: 1024, height: 768 }, colorScheme: 'light' });
  await tablet.request.post(`${address}/api/v1/session`, {
    headers: { 'X-Violet-Jaw': '1' },
    data: { name: 'Operator', password: 'violet-operator' },
  });
  await tablet.goto(address + runs);
  await tablet.getByRole('button', { name: 'Begin a run' }).click();
  const next = async (button) => {
    for (const box of await tablet.locator('.run-confirm input').all()) await box.check();
    await tablet.getByRole('button', { name: button }).click();
    await tablet.waitForTimeout(200);
  };
  for (const a of ['X', 'Y', 'Z']) await tablet.getByLabel(`Common offset ${a}`).fill('0');
  for (const button of ['The machine is ready', 'Everything is ready', 'Everything is ready', 'It is loaded'])
    await next(button);
  await tablet.getByLabel(/Machine X/).fill('-469.35');
  await next('Take this reading');
  await tablet.getByRole('button', { name: 'Do this step again' }).waitFor();
  await tablet.waitForTimeout(700);
  await tablet.screenshot({ path: 'docs/screenshots/run.png' });
  console.log('docs/screenshots/run.png');
  await tablet.close();
  await open('Shop', () => page.getByRole('heading', { name: 'Machines' }).waitFor());
  await page.getByRole('link', { name: /^Mill 1/ }).click();
  await page.getByRole('region', { name: 'Mill 1' }).waitFor();
  await shot('shop');
  await page.getByRole('link', { name: /^Tools/ }).click();
  await page.getByRole('link', { name: /^End mill 16/ }).click();
  await page.getByRole('region', { name: 'Where used' }).getByRole('link').first().waitFor();
  await shot('shop-tools');
  const openSection = async (name) => {
    const head = page.locator('.worksheet').getByRole('region', { name }).locator('.section-head');
    if ((await head.getAttribute('aria-expanded')) === 'false') await head.click();
  };
  const held = async (name, job, op) => {
    await page.getByRole('link', { name: 'Jobs', exact: true }).click();
    await page.getByRole('link', { name: job }).click();
    await page.locator('.bench-drawings svg').waitFor({ timeout: 60_000 });
    if (op) {
      await page.keyboard.press(']');
      await page.getByRole('group', { name: `Worksheet of ${op}` }).waitFor();
    }
    await openSection('Hold');
    await page.getByRole('img', { name: /Margin of the hold/ }).waitFor({ timeout: 60_000 });
    await page.waitForTimeout(1500);
    if (name) await shot(name);
  };
  await held('hold-vacuum', 'SK-1055');
  await held(null, 'SK-1063');
  await openSection('Locate');
  await page.locator('svg.board .ghost').first().waitFor();
  await shot('locate');
  await page.getByRole('link', { name: 'Jobs', exact: true }).click();
  await page.getByRole('link', { name: 'SK-1058' }).click();
  await page.locator('.bench-drawings svg').waitFor({ timeout: 60_000 });
  await page.keyboard.press(']');
  await page.getByRole('group', { name: 'Worksheet of Op 20' }).waitFor();
  await openSection('Locate');
  await page.getByRole('table', { name: 'Dowels in this setup' }).waitFor();
  await page.locator('[data-part="Dowels"]').evaluate((e) => e.scrollIntoView({ behavior: 'instant' }));
  await page.waitForTimeout(1500);
  await shot('dowels');
  await page.getByRole('link', { name: 'Jobs', exact: true }).click();
  await page.getByRole('link', { name: 'SK-1081' }).click();
  await page.getByRole('button', { name: 'Section 2 begins' }).click({ timeout: 60_000 });
  await page.waitForTimeout(800);
  await shot('turned');
  await page.evaluate(() => window.scrollTo(0, 0));
  await menu('Night shift');
  await page.getByRole('link', { name: 'Jobs', exact: true }).click();
  await page.getByRole('link', { name: 'SK-1007' }).click();
  await page.locator('.bench-drawings svg').waitFor();
  await shot('route-night-inch');
} catch (error) {
  failed = error;
}
await browser.close();
server.kill('SIGTERM');
await new Promise((done) => server.once('exit', done));
rmSync(data, { recursive: true, force: true });
if (failed) throw failed;

if (spawnSync('sh', ['-c', 'command -v pdftoppm'], { stdio: 'ignore' }).status === 0) {
  spawnSync(process.execPath, [
    'dist/cli/main.js',
    'export',
    'demo/vane-bearing-block.json',
    '--sheet',
    join(tmpdir(), 'violet-jaw-sheet.pdf'),
  ]);
  spawnSync('pdftoppm', [
    '-r',
    '80',
    '-f',
    '3',
    '-l',
    '3',
    '-singlefile',
    '-png',
    join(tmpdir(), 'violet-jaw-sheet.pdf'),
    'docs/screenshots/sheet-pdf',
  ]);
  console.log('docs/screenshots/sheet-pdf.png');
}
