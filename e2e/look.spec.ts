import type { Page } from '@playwright/test';
import { expect, LONG, menu, seriousViolations, test } from './app';
import { tally } from './bench';

/** The pages of a job, each with a heading that tells it is there. */
const PAGES = [
  ['Route', 'Seat'],
  ['Part & blank', 'Faces and bores'],
  ['Ledger', 'Registers'],
  ['Sheet', 'What the checks say'],
  ['Remarks', 'New remark'],
  ['Run', 'Issued sheets'],
] as const;

/** At night a page is the same but for its colors; between them these have every kind of field, table and mark. */
const AT_NIGHT = ['Jobs', 'Route', 'Sheet', 'Run'];

/** Nothing runs off the side, on a small screen and on a wide one. */
async function fits(page: Page, what: string): Promise<void> {
  for (const width of [1024, 1920, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    // drawings follow the window a moment later
    await expect
      .poll(() => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), {
        message: `${what} at ${width}`,
      })
      .toBeLessThanOrEqual(0);
  }
}

test('no serious accessibility violations on any page, by day and by night; nothing off its side at 1024 and 1920', async ({
  page,
  app,
}) => {
  // colors change at once, not over a moment
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await expect(page.getByRole('link', { name: 'SK-1041' })).toBeVisible();
  const job = await page.getByRole('link', { name: 'SK-1041' }).getAttribute('href');
  const html = page.locator('html');
  const check = async (what: string, ready: () => Promise<void>) => {
    await ready();
    await expect(html).toHaveAttribute('data-bs-theme', 'light');
    expect(await seriousViolations(page), what).toEqual([]);
    if (AT_NIGHT.includes(what)) {
      await html.evaluate((e) => e.setAttribute('data-bs-theme', 'dark'));
      expect(await seriousViolations(page, ['color-contrast']), `${what} at night`).toEqual([]);
      await html.evaluate((e) => e.setAttribute('data-bs-theme', 'light'));
    }
    await fits(page, what);
  };
  await check('Jobs', async () => {
    await expect(page.getByRole('img', { name: 'Op 10, G54' }).first()).toBeVisible(LONG);
  });
  await page.getByRole('link', { name: 'Shop' }).click();
  await check('Shop', async () => {
    await expect(page.getByRole('heading', { name: 'Machines' })).toBeVisible();
  });
  await page.getByRole('link', { name: /^Mill 1/ }).click();
  await check('Machine', async () => {
    await expect(page.getByRole('img', { name: 'Table of Mill 1 from above' })).toBeVisible();
  });
  await page.getByRole('link', { name: /^Tools/ }).click();
  await page.getByRole('link', { name: /^End mill 16/ }).click();
  await check('Tool', async () => {
    await expect(page.getByRole('img', { name: 'End mill 16, 3 flutes, its tip to the left' })).toBeVisible();
  });
  await page.getByRole('link', { name: 'Quick sums' }).click();
  await check('Quick sums', async () => {
    await expect(page.getByRole('heading', { name: 'Touch off a face' })).toBeVisible();
  });
  // the part is read once; the pages of the job are gone to as a planner does
  await page.goto(app.address + job!);
  // what other stories of this machine left in the shop may change what is found
  await expect(tally(page)).toBeVisible(LONG);
  for (const [name, ready] of PAGES) {
    await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name, exact: true }).click();
    await check(name, async () => {
      await expect(page.getByRole('heading', { name: ready }).first()).toBeVisible();
    });
  }
});

test('the theme is switched and remembered', async ({ page }) => {
  await menu(page, 'Night shift');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-bs-theme', 'dark');
  await page.locator('#menu').click();
  await expect(page.getByRole('button', { name: 'Day shift' })).toBeVisible();
});

test('a shop lead adds a station and a holding device, and a job can use them', async ({ page }) => {
  await page.getByRole('link', { name: 'Shop' }).click();
  await page.getByRole('link', { name: /^Mill 2, small/ }).click();
  const machine = page.getByRole('region', { name: 'Mill 2, small' });
  for (const [axis, value] of [
    ['X', '-150'],
    ['Y', '-120'],
    ['Z', '-260.5'],
  ]) {
    const field = machine.getByLabel(`Station C ${axis}`);
    await field.fill(value);
    await field.press('Enter');
    if (axis !== 'Z') await expect(machine.getByRole('button', { name: 'Forget position' })).toHaveCount(0);
  }
  await expect(machine.getByRole('button', { name: 'Forget position' })).toBeVisible();
  await page.getByRole('link', { name: /^Holding devices/ }).click();
  await page.getByRole('button', { name: 'Add device' }).click();
  await page.getByRole('button', { name: 'vise', exact: true }).click();
  await expect(page.getByRole('region', { name: 'New vise', exact: true })).toBeVisible();
  await expect(page.getByTestId('save-state')).toHaveText('saved');
  await page.getByRole('link', { name: 'Jobs' }).click();
  await page.getByRole('link', { name: 'SK-1007' }).click();
  await expect(page.getByTestId('work-zero')).toContainText('G54X −5.4455Y −4.7644');
  await page.getByRole('link', { name: 'Shop' }).click();
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByTestId('save-state')).toHaveText('saved');
});

test('the head of a job stands still, however many findings are counted: a button is where it was pressed', async ({
  page,
}) => {
  await page.getByRole('link', { name: 'SK-1041' }).click();
  const undo = page.getByRole('button', { name: 'Undo', exact: true });
  await expect(tally(page)).toBeVisible(LONG);
  for (const width of [1024, 1280, 1920]) {
    await page.setViewportSize({ width, height: 800 });
    const place = async () => (await undo.boundingBox())!;
    const at = await place();
    // as many as no job has, and both kinds
    await tally(page).evaluate((tally) => {
      const both = tally.cloneNode(true) as HTMLElement;
      both.textContent = '12 stops';
      both.dataset.more = 'yes';
      tally.before(both);
      tally.dataset.was = tally.textContent ?? '';
      tally.textContent = '34 cautions';
      document.querySelector('[data-testid=save-state]')!.textContent = 'not saved yet';
    });
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
    const now = await place();
    // type that comes while it is looked at is a pixel wider
    expect([width, Math.hypot(now.x - at.x, now.y - at.y) < 3]).toEqual([width, true]);
    await page.evaluate(() => {
      document.querySelector('[data-more]')?.remove();
      const tally = document.querySelector<HTMLElement>('button.tally:not([data-more])')!;
      tally.textContent = tally.dataset.was ?? '';
      document.querySelector('[data-testid=save-state]')!.textContent = 'saved';
    });
  }
});
