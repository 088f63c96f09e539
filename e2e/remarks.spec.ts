import { readFileSync } from 'node:fs';
import { sensorFootJob } from '../demo';
import { confirm, tablet } from './atMachine';
import { open } from './bench';
import { enter, expect, go, LONG, makeJob, OWN, pdfPages, test, type RunningApp } from './app';
import type { Page } from '@playwright/test';

const footJob = (number: string) => ({ ...sensorFootJob(), number });
const jobId = (page: Page) => /jobs\/([0-9a-f-]+)/.exec(page.url())![1];
/** A picture as a camera gives one: of the page itself. */
const picture = async (page: Page) => ({
  name: 'IMG_0001.jpg',
  mimeType: 'image/jpeg',
  buffer: await page.screenshot({ type: 'jpeg' }),
});

async function issue(page: Page, { address }: RunningApp, id: string): Promise<void> {
  const { etag } = (await page.request.get(`${address}/api/v1/jobs/${id}`)).headers();
  const made = await page.request.post(`${address}/api/v1/jobs/${id}/issues`, {
    headers: { ...OWN, 'If-Match': etag },
    data: { note: '' },
    timeout: LONG.timeout,
  });
  expect(made.status(), await made.text()).toBe(201);
}

test('a remark points at its place, by pointer and by keyboard; it is taken off and back, and stands on the sheet', async ({
  page,
  app,
}) => {
  await makeJob(page, app, footJob('RM-1'));
  await go(page, 'Remarks');
  const drawing = page.locator('.place-board svg');
  await expect(drawing).toBeVisible(LONG);
  // the view from above stands over the one from the front
  const title = await drawing.getByText('From above').boundingBox();
  await page.mouse.click(title!.x + 60, title!.y + 120);
  await expect(drawing.getByText('new', { exact: true })).toBeVisible();
  await page.getByLabel('What is to be remarked').fill('Chips pile up here.');
  await page.getByRole('button', { name: 'Make the remark' }).click();
  const first = page.locator('[data-remark=R1]');
  await expect(first).toContainText('Op 10');
  await expect(drawing.getByText('R1', { exact: true })).toBeVisible();
  await expect(page.getByLabel('What is to be remarked')).toHaveValue('');

  // the same without a pointer
  await page.getByLabel('The new remark points').selectOption('from the front');
  await enter(page.getByLabel('to the right'), '11/16');
  await enter(page.getByLabel('up', { exact: true }), '1.5');
  await page.getByLabel('What is to be remarked').fill('Burr on this side.');
  await page.getByLabel('What is to be remarked').press('Tab');
  await page.keyboard.press('Enter');
  const second = page.locator('[data-remark=R2]');
  await expect(second).toContainText('Burr on this side.');
  await second.getByRole('button', { name: 'Remove' }).click();
  await expect(second).toContainText('removed');
  await expect(drawing.getByText('R2', { exact: true })).toHaveCount(0);
  await second.getByRole('button', { name: 'Take R2 back' }).click();
  await expect(drawing.getByText('R2', { exact: true })).toBeVisible();
  await first.getByRole('checkbox', { name: 'on the next sheet' }).click();
  await expect(first.getByRole('checkbox', { name: 'on the next sheet' })).not.toBeChecked();
  await first.getByRole('button', { name: 'Change' }).click();
  await first.getByLabel('Words of R1').fill('Chips pile up here, blow them off.');
  await first.getByRole('button', { name: 'Keep the words' }).click();
  await expect(first).toContainText('blow them off');
  await expect(first.getByRole('checkbox', { name: 'on the next sheet' })).not.toBeChecked();

  await go(page, 'Sheet');
  const told = page.getByRole('article', { name: 'Setup sheet, remarks and photos' });
  await expect(told).toContainText('R2 Op 10', LONG);
  await expect(told).not.toContainText('Chips');
  await expect(page.getByText(/Read R2 on the last part of this sheet/)).toBeVisible();
  // the place is where it was typed
  const all = (await (await page.request.get(`${app.address}/api/v1/jobs/${jobId(page)}/remarks`)).json()) as {
    place: { view: string; at: number[] };
  }[];
  expect(all[1].place.view).toBe('front');
  expect(all[1].place.at[0]).toBeCloseTo((11 / 16) * 25.4, 6);
  expect(all[1].place.at[1]).toBeCloseTo(1.5 * 25.4, 6);
  await go(page, 'Route');
  const bench = page.locator('.bench-drawings svg');
  await expect(bench.getByText('R1', { exact: true })).toBeVisible(LONG);

  // held otherwise, it may point at another place: that is said until it points anew
  await open(page, 'Seat');
  await enter(page.getByLabel('Parallels, height'), '7/16');
  await expect(bench.getByText('R1?', { exact: true })).toBeVisible(LONG);
  await go(page, 'Remarks');
  await expect(first).toContainText('Marked when the setup was held otherwise');
  await first.getByRole('button', { name: 'Point elsewhere' }).click();
  const above = await drawing.getByText('From above').boundingBox();
  await page.mouse.click(above!.x + 60, above!.y + 120);
  await expect(first).not.toContainText('held otherwise');
  await expect(drawing.getByText('R1', { exact: true })).toBeVisible();
  await expect(second).toContainText('held otherwise');
});

test('an operator takes a photo in the run while the network is away; it is sent later, and the next sheet prints it', async ({
  page,
  app,
  browser,
}) => {
  await makeJob(page, app, footJob('RM-2'));
  const id = jobId(page);
  await issue(page, app, id);
  const { context, page: at } = await tablet(browser, app);
  await at.goto(`${app.address}/run/${id}/A`);
  await at.getByRole('button', { name: 'Begin a run' }).tap();
  for (const a of ['X', 'Y', 'Z']) await at.getByLabel(`Common offset ${a}`).fill('0');
  await confirm(at, 'The machine is ready');
  while (!(await at.getByRole('button', { name: 'Photo of Op 10', exact: true }).isVisible())) {
    const before = await at.getByRole('heading', { level: 1 }).textContent();
    for (const box of await at.locator('.run-confirm input').all()) await box.tap();
    await at.locator('button[type=submit].run-go').tap();
    await expect(at.getByRole('heading', { level: 1 })).not.toHaveText(before!);
  }
  const taken = await picture(at);
  await at.route('**/photos?*', (route) => route.abort());
  await at.getByLabel('Photo of Op 10: file').setInputFiles(taken);
  await expect(at.getByText('It is kept on this device until it is sent.')).toBeVisible();
  // the tablet is switched off and on
  await at.reload();
  await expect(at.getByText('It is kept on this device until it is sent.')).toBeVisible(LONG);
  await at.unroute('**/photos?*');
  await at.getByRole('button', { name: 'Send again' }).tap();
  await expect(at.getByRole('button', { name: 'Remarks on Op 10: 1' })).toBeVisible(LONG);
  await at.getByRole('button', { name: 'Remarks on Op 10: 1' }).tap();
  await expect(at.locator('[data-remark=R1] img')).toBeVisible();
  await at.getByRole('button', { name: 'Say what it shows' }).tap();
  await at.getByLabel('Words of R1').fill('Part against the stop, as it should lie.');
  await at.getByRole('button', { name: 'Keep the words' }).tap();
  // what is no picture is told, and what was taken is not lost from sight
  await at
    .getByLabel('Photo of Op 10: file')
    .or(at.getByLabel('Add a photo: file'))
    .first()
    .setInputFiles({ name: 'a.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') });
  await expect(at.getByText(/neither a JPEG nor a PNG/)).toBeVisible(LONG);
  await at.getByRole('button', { name: 'Throw it away' }).tap();
  await expect(at.getByText(/neither a JPEG nor a PNG/)).toHaveCount(0);
  await context.close();

  await go(page, 'Sheet');
  const told = page.getByRole('article', { name: 'Setup sheet, remarks and photos' });
  await expect(told).toContainText('Operator, ', LONG);
  await expect(told).toContainText('at the run of issue A');
  await expect(told.getByRole('img')).toHaveJSProperty('complete', true);
  await issue(page, app, id);
  const pdf = await page.request.get(`${app.address}/api/v1/jobs/${id}/issues/B/sheet.pdf`);
  const pages = await pdfPages(await pdf.body());
  expect(pages.at(-1)).toContain('Part against the stop, as it should lie.');
  expect(pages.at(-1)).toContain('numbers and drawings of this sheet hold, not the picture');
});

test('everything of a job goes into a zip and comes back as another job', async ({ page, app }) => {
  await makeJob(page, app, footJob('RM-3'));
  await go(page, 'Remarks');
  await page.getByLabel('About').selectOption('the whole job');
  await page.getByLabel('What is to be remarked').fill('Kept through the zip.');
  await page.getByRole('button', { name: 'Make the remark' }).click();
  await expect(page.locator('[data-remark=R1]')).toContainText('Job');
  await page
    .getByLabel('Add a file: file')
    .setInputFiles({ name: 'drawing.txt', mimeType: 'text/plain', buffer: Buffer.from('a drawing') });
  await expect(page.locator('[data-remark=R2]')).toContainText('Save drawing.txt');
  await go(page, 'Sheet');
  const [numbers] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Numbers as CSV' }).click(LONG),
  ]);
  const rows = readFileSync(await numbers.path(), 'utf8').split('\r\n');
  // the foot is 3 in long, and the remark is told as what it is
  expect(rows).toContain('Part,size X,3,in');
  expect(rows.find((r) => r.startsWith('Job,remark R1,'))).toContain('Kept through the zip.');
  await page.locator('#save-sheet').click();
  const [drawing] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Op 10 From above: SVG, 1:1' }).click(),
  ]);
  expect(readFileSync(await drawing.path(), 'utf8')).toContain('<svg');
  const [zip] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Everything of this job (zip)' }).click(),
  ]);
  expect(zip.suggestedFilename()).toBe('RM-3.zip');
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Jobs', exact: true }).click();
  await page
    .getByLabel('A part, job or zip file')
    .setInputFiles({ name: 'RM-3.zip', mimeType: 'application/zip', buffer: readFileSync(await zip.path()) });
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Take the job in' }).click();
  await expect(dialog.getByRole('alert')).toContainText('There is a job RM-3 already');
  await dialog.getByLabel(/^Number of the job/).fill('RM-3B');
  await dialog.getByRole('button', { name: 'Take the job in' }).click();
  await expect(page.getByText('The blank contains the part.')).toBeVisible(LONG);
  await go(page, 'Remarks');
  await expect(page.locator('[data-remark=R1]')).toContainText('Lead (from a file)');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save drawing.txt' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('drawing.txt');
  // what is no such zip says so
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Jobs', exact: true }).click();
  await page
    .getByLabel('A part, job or zip file')
    .setInputFiles({ name: 'x.zip', mimeType: 'application/zip', buffer: Buffer.from('PK') });
  await dialog.getByRole('button', { name: 'Take the job in' }).click();
  await expect(dialog.getByRole('alert')).toContainText('not a job as a zip');
});
