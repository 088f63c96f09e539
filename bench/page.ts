import { chromium, type Browser, type Page } from '@playwright/test';
import { CHROMIUM } from '../scripts/browser.mjs';
import { median, print } from './measure';
import { startBenchServer } from './server';

const server = await startBenchServer();
const browser: Browser = await chromium.launch(CHROMIUM);

/** A browser that is signed in and has nothing kept. */
async function freshPage(): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const [name, value] = server.cookie.split('=');
  await context.addCookies([{ name, value: decodeURIComponent(value), url: server.address }]);
  return await context.newPage();
}

/** From the address to something on the page, ms. */
async function until(page: Page, path: string, selector: string): Promise<number> {
  await page.goto('about:blank');
  const began = performance.now();
  await page.goto(`${server.address}${path}`, { waitUntil: 'commit' });
  await page.locator(selector).first().waitFor({ timeout: 60_000 });
  return performance.now() - began;
}

const route = `/jobs/${server.jobId}/route`;
const drawing = '.bench-drawings svg';
const [bare, cold, warm]: [number[], number[], number[]] = [[], [], []];
for (let i = 0; i < 5; i++) {
  const page = await freshPage();
  bare.push(await until(page, '/shop', '.shop-list h2'));
  await page.context().close();
  const other = await freshPage();
  cold.push(await until(other, route, drawing));
  // what goes on in the background is through
  await other.waitForTimeout(6000);
  warm.push(await until(other, route, drawing));
  await other.context().close();
}
const baseline = { what: 'the page Shop, nothing kept', value: median(bare) };
print({
  figure: 'a job opened, nothing kept: until it is drawn',
  value: median(cold),
  unit: 'ms',
  baseline,
  target: '2000 ms',
});
print({
  figure: 'a job opened again: until it is drawn',
  value: median(warm),
  unit: 'ms',
  baseline,
  target: '1000 ms',
});

// a stop that is dragged: from a move of the pointer to the picture in which it stands elsewhere
const page = await freshPage();
// functions that go into the page call it where they were compiled with their names
await page.addInitScript('window.__name = (f) => f');
await until(page, route, drawing);
await page.waitForTimeout(8000);
const grip = (await page.getByRole('slider', { name: 'Move the stop, seen from above' }).boundingBox())!;
const [x, y] = [grip.x + grip.width / 2, grip.y + grip.height / 2];
await page.evaluate(() => {
  const seen = { moved: 0, spent: [] as number[] };
  Object.assign(window, { seen });
  window.addEventListener('pointermove', () => (seen.moved ||= performance.now()), true);
  const told = () => [...document.querySelectorAll('.bench-drawings svg path')].map((p) => p.getAttribute('d')).join();
  let before = told();
  new MutationObserver(() => {
    const now = told();
    if (now === before) return;
    before = now;
    if (seen.moved) seen.spent.push(performance.now() - seen.moved);
    seen.moved = 0;
  }).observe(document.querySelector('.bench-drawings')!, { subtree: true, childList: true, attributes: true });
});
await page.mouse.move(x, y);
await page.mouse.down();
for (let i = 1; i <= 20; i++) {
  await page.mouse.move(x + i * 4, y);
  await page.waitForTimeout(300);
}
await page.mouse.up();
await page.waitForTimeout(500);
const spent = await page.evaluate(() => (window as unknown as { seen: { spent: number[] } }).seen.spent);
print({ figure: 'a stop dragged: from pointer move to picture', value: median(spent), unit: 'ms', target: '100 ms' });
await browser.close();
await server.stop();
