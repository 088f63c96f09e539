import { expect, newBlockJob, seriousViolations, signIn, test } from './app';

test('a deleted job comes back from the bin; a backup is taken and gone back to; everything is proven', async ({
  page,
}) => {
  await newBlockJob(page, 'T-BIN', ['40', '30', '20']);
  await page.getByRole('button', { name: 'Delete this job…' }).click();
  await expect(page.getByText('It lies in the bin (page Backups) for 30 days')).toBeVisible();
  await page.getByRole('button', { name: 'Delete T-BIN' }).click();
  await expect(page).toHaveURL(/\/jobs$/);
  await page.getByRole('link', { name: 'Backups', exact: true }).click();
  const backups = page.getByRole('region', { name: 'Backups' });
  await expect(backups.getByText('There is no backup yet.')).toBeVisible();
  await backups.getByRole('button', { name: 'Take a backup now' }).click();
  await expect(backups.getByRole('status')).toContainText('taken and proven');
  const bin = page.getByRole('table', { name: 'Deleted jobs' });
  await expect(bin.getByRole('row', { name: /T-BIN/ })).toContainText('by Lead');
  await page.getByRole('button', { name: 'Take T-BIN back' }).click();
  await expect(page.getByText('The bin is empty.')).toBeVisible();
  expect(await seriousViolations(page)).toEqual([]);

  // by keyboard: back to when it lay in the bin
  await backups.getByRole('button', { name: /^Restore the backup made/ }).focus();
  await page.keyboard.press('Enter');
  await expect(
    backups.getByText('What was entered since is gone from here. A backup of now is taken first.'),
  ).toBeVisible();
  await backups.getByRole('button', { name: 'Restore everything' }).click();
  await expect(backups.getByRole('status')).toContainText('Everything is as it was');
  await expect(backups.getByText('before a restore')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('row', { name: /T-BIN/ })).toBeVisible();
  await page.getByRole('button', { name: 'Take T-BIN back' }).click();
  await expect(page.getByText('The bin is empty.')).toBeVisible();
  await page.getByRole('button', { name: 'Check everything now' }).click();
  await expect(page.getByText('All are as they were written.')).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    backups
      .getByRole('link', { name: /^Download the backup made/ })
      .first()
      .click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^(taken|before)-.*\.zip$/);
});

test('a planner plans, and leaves library, accounts and deleting to the lead', async ({ page, app, browser }) => {
  await newBlockJob(page, 'T-ROLES', ['40', '30', '20']);
  const context = await browser.newContext();
  await signIn(context, app.address, 'Planner');
  const at = await context.newPage();
  await at.goto(page.url());
  await at.getByLabel('top face +Z').fill('1.5');
  await at.keyboard.press('Enter');
  // the lead's page hears of it
  await expect(page.getByLabel('top face +Z')).toHaveValue('1.500', { timeout: 4000 });
  await expect(at.getByRole('button', { name: 'Delete this job…' })).toHaveCount(0);
  await at.goto(`${app.address}/shop/whole`);
  await expect(at.getByText('What belongs to the shop is changed by the lead.')).toBeVisible();
  await expect(at.getByLabel('Name of the shop')).toHaveAttribute('readonly', '');
  await expect(at.getByRole('link', { name: 'Accounts' })).toHaveCount(0);
  await at.goto(`${app.address}/kept`);
  await expect(at.getByText('Bin and backups are for the lead.')).toBeVisible();
  await context.close();
});
