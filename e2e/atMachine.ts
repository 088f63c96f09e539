import type { Browser, BrowserContext, Page } from '@playwright/test';
import { expect, signIn, type RunningApp } from './app';

const TABLET = { viewport: { width: 1024, height: 768 }, hasTouch: true };

/** Somebody at the machine with a tablet. */
export async function tablet(
  browser: Browser,
  app: RunningApp,
  who: 'Lead' | 'Planner' | 'Operator' = 'Operator',
): Promise<{ context: BrowserContext; page: Page }> {
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
    if ((await expected.count()) > 0) await row.getByRole('textbox').fill((await expected.textContent())!);
  }
  await page.getByRole('button', { name: button }).tap();
}

/** The step in hand. */
export const step = (page: Page, title: string | RegExp) =>
  expect(page.getByRole('heading', { level: 1 })).toHaveText(title);

/**
 * Does every step as it is told, in whatever order the run has them. @returns the titles, and all that was read on the
 * way
 */
export async function runThrough(page: Page): Promise<{ titles: string[]; said: string }> {
  const [titles, said]: [string[], string[]] = [[], []];
  const title = async () => (await page.getByRole('heading', { level: 1 }).textContent())!;
  for (let at = await title(); at !== 'The run is done'; at = await title()) {
    if (titles.length > 40) throw new Error(`the run does not end: ${titles.join('; ')}`);
    titles.push(at);
    said.push((await page.getByRole('main').textContent())!);
    for (const box of await page.locator('.run-confirm input').all()) await box.tap();
    for (const row of await page.locator('.run-reading').all()) {
      const expected = row.locator('.run-target b').first();
      await row.getByRole('textbox').fill((await expected.count()) > 0 ? (await expected.textContent())! : '0');
    }
    await page.locator('button[type=submit].run-go').tap();
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(at);
  }
  return { titles, said: said.join('\n') };
}
