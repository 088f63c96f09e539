import { readFileSync } from 'node:fs';
import { findingOf, next, open } from './bench';
import { againstPins } from './jobs';
import { enter, expect, LONG, makeJob, saved, test } from './app';

test('what pins leave free and what they decide twice is said, drawn, and mended by a press', async ({ page, app }) => {
  await makeJob(page, app, againstPins('L-PINS', 'plate-400'));
  const locate = page.getByRole('region', { name: 'Locate' });
  const board = page.locator('svg.board');
  await expect(board).toBeVisible(LONG);
  await expect(board.locator('.locator')).toHaveCount(0);
  await open(page, 'Locate');
  await expect(locate.getByText('Nothing is left free: it can lie')).toBeVisible(LONG);
  await expect(locate.getByRole('row', { name: /^Left pin 1 of 6 nothing: hold it there by hand/ })).toBeVisible();
  await expect(board.locator('.locator').first()).toBeAttached();
  await expect(board.locator('.ghost')).toHaveCount(0);
  const [locators] = await Promise.all([
    page.waitForEvent('download'),
    locate.getByRole('button', { name: 'Locators as CSV' }).click(),
  ]);
  const csv = readFileSync(await locators.path(), 'utf8');
  expect(csv).toContain('Locator,Takes away,"Pressed there, without friction"');
  expect(csv).toContain('Left pin,1 of 6,nothing: hold it there by hand');

  await test.step('one of two pins taken out: it can turn, and the drawing shows how', async () => {
    await open(page, 'Seat');
    const seat = page.getByRole('region', { name: 'Seat', exact: true });
    await seat.getByRole('button', { name: 'Take one out' }).first().click();
    const finding = await findingOf(page, 'can-still-move');
    await expect(finding).toContainText('can still turn about an upright axis at X +75.000 Y +100.000');
    await expect(board.locator('.ghost').first()).toBeAttached();
    await (await next(page, 'can-still-move')).getByRole('button', { name: 'Add a front pin at X +150.000' }).click();
    await page.keyboard.press('Escape');
    await open(page, 'Locate');
    await expect(locate.getByText('Nothing is left free: it can lie')).toBeVisible();
    await expect(board.locator('.ghost')).toHaveCount(0);
  });

  await test.step('a third pin in the row is one too many', async () => {
    await open(page, 'Seat');
    const seat = page.getByRole('region', { name: 'Seat', exact: true });
    await seat.getByRole('button', { name: 'Add a front pin' }).click();
    await enter(seat.getByLabel('Pin 3 at X'), '100');
    await expect(await findingOf(page, 'decided-twice')).toContainText('all decide where it lies in Y');
  });
  await saved(page);
});
