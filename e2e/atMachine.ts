import type { Browser, BrowserContext, Page } from '@playwright/test';
import { expect, signIn, type RunningApp } from './app';

const TABLET = { viewport: { width: 1024, height: 768 }, hasTouch: true };

/** Somebody at the machine with a tablet. */
export async function tablet(browser: Browser, app: RunningApp, who: 'Lead' | 'Planner' | 'Operator' = 'Operator'): Promise<{ context: BrowserContext; page: Page }> {
  const context = await browser.newContext({ ...TABLET, serviceWorkers: 'allow' });
  await signIn(context, app.address, who);
  return { context, page: await context.newPage() };
}

/** Ticks everything on the step and goes on. */
export async function confirm(page: Page, button: string): Promise<void> {
  for (const box of await page.locator('.run-confirm input').all()) await box.tap();
  await page.getByRole('button', { name: button }).tap();
}

/** Types what is expected into every field that expects something, as an operator reads it off, and goes on. */
export async function read(page: Page, button: string): Promise<void> {
  for (const row of await page.locator('.run-reading').all()) {
    const expected = row.locator('.run-target b').first();
    if (await expected.count() > 0) await row.getByRole('textbox').fill((await expected.textContent())!);
  }
  await page.getByRole('button', { name: button }).tap();
}

/** The step in hand. */
export const step = (page: Page, title: string | RegExp) => expect(page.getByRole('heading', { level: 1 })).toHaveText(title);
