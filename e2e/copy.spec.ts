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
