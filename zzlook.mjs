import { chromium } from 'playwright-core';
import { CHROMIUM } from './scripts/browser.mjs';
export const BASE = 'http://127.0.0.1:4455';
export async function open({ width = 1280, height = 800 } = {}) {
  const browser = await chromium.launch(CHROMIUM);
  const context = await browser.newContext({ viewport: { width, height } });
  const H = { 'X-Violet-Jaw': '1' };
  await context.request.post(`${BASE}/api/v1/session`, { headers: H, data: { name: 'Lead', password: 'violet-lead' } });
  const page = await context.newPage();
  page.on('pageerror', (e) => console.log('PAGEERROR', e.message));
  return { browser, context, page, H };
}
export const section = (page, name) => page.locator('.worksheet').getByRole('region', { name }).locator('.section-head');
export const shot = (page, name) => page.screenshot({ path: `/tmp/look/${name}.png` });
