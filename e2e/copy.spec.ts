import { expect, go, LONG, test } from './app';

test('a job is copied: the same plan under another number, its registers given out anew', async ({ page }) => {
  await page.getByRole('button', { name: 'Copy SK-1074' }).click();
  const dialog = page.getByRole('dialog', { name: 'Copy SK-1074' });
  await expect(dialog.getByLabel('Number of the copy')).toHaveValue('SK-1074-2');
  await dialog.getByLabel('Number of the copy').fill('');
  await dialog.getByRole('button', { name: 'Make the copy' }).click();
  await expect(dialog.getByRole('alert')).toContainText('It needs a number of its own.');
  await dialog.getByLabel('Number of the copy').fill('C-TUBE');
  await dialog.getByLabel(/^With its registers/).uncheck();
  await dialog.getByRole('button', { name: 'Make the copy' }).click();
  await expect(page.getByText('The blank contains the part.')).toBeVisible(LONG);
  await go(page, 'Route');
  await expect(page.getByRole('button', { name: /^Op 40/ }).first()).toContainText('G57', LONG);
  // the one it was made of stands as it was
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Jobs', exact: true }).click();
  for (const number of ['C-TUBE', 'SK-1074']) await expect(page.getByRole('link', { name: number })).toBeVisible(LONG);
});

test('jobs are found, put in order, told done and put away', async ({ page }) => {
  const rows = page.getByRole('table').getByRole('row');
  await page.getByLabel('Search jobs').fill('polycarbonate');
  await expect(rows).toHaveCount(2);
  await expect(page).toHaveURL(/search=polycarbonate/);
  await page.reload();
  await expect(page.getByRole('link', { name: 'SK-1060' })).toBeVisible();
  await page.getByRole('button', { name: 'Move SK-1060 on' }).click();
  await page.getByRole('button', { name: 'It is done' }).click();
  await expect(rows.nth(1)).toContainText('done');
  await page.getByRole('button', { name: 'Move SK-1060 on' }).click();
  await page.getByRole('button', { name: 'Into the archive' }).click();
  await expect(page.getByText('No job fits the search.')).toBeVisible();
  await page.getByLabel('Show').selectOption('in the archive');
  await page.getByRole('button', { name: 'Move SK-1060 on' }).click();
  await page.getByRole('button', { name: 'Out of the archive' }).click();
  await page.getByLabel('Show').selectOption('done');
  await page.getByRole('button', { name: 'Move SK-1060 on' }).click();
  await page.getByRole('button', { name: 'It is not done after all' }).click();
  await page.getByLabel('Search jobs').fill('');
  await page.getByLabel('Show').selectOption('all jobs');
  await page.getByRole('button', { name: 'Due', exact: true }).click();
  await expect(rows.nth(1)).toContainText('SK-1007');
  await page.getByLabel('On machine').selectOption({ label: 'on Jet 1' });
  await expect(rows).toHaveCount(2);
  await expect(rows.nth(1)).toContainText('SK-1063');
  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByLabel('Material').check();
  await expect(rows.nth(1)).toContainText('glass-fibre');
  await page.getByLabel('Material').uncheck();
});

test('a new job begins with the route of another one: everything is told as proposed', async ({ page }) => {
  await page.getByRole('button', { name: 'New job' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Job number').fill('T-LIKE');
  await dialog
    .getByLabel('Begin with the route of')
    .selectOption({ label: 'SK-1041 Vane bearing block, 2 setups on Mill 1' });
  await expect(dialog.getByText('are marked as proposed')).toBeVisible();
  await dialog.getByRole('button', { name: 'Make the job' }).click();
  await expect(page.getByText('The blank contains the part.')).toBeVisible(LONG);
  await go(page, 'Route');
  await expect(page.getByRole('button', { name: /^Op 20/ }).first()).toContainText('G55', LONG);
  await expect(page.locator('.proposed-mark').first()).toBeVisible();
  await page.getByRole('button', { name: 'Help on Seat' }).click();
  await expect(page.getByRole('dialog')).toContainText('Where the part comes to rest, and which face looks where.');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Help on Seat' })).toBeFocused();
});
