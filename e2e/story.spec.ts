import { findingOf, open } from './bench';
import { JOB_VERSION } from '@violet-jaw/core/job';
import { readFileSync } from 'node:fs';
import { enter, expect, go, ledgerTotal, LONG, newBlockJob, pdfPages, pdfText, saved, test } from './app';

async function dropFile(page: import('@playwright/test').Page, path: string, name: string): Promise<void> {
  const transfer = await page.evaluateHandle(
    ({ text, name: fileName }) => {
      const data = new DataTransfer();
      data.items.add(new File([text], fileName));
      return data;
    },
    { text: readFileSync(path, 'utf8'), name },
  );
  await page.getByRole('heading', { name: 'Jobs' }).dispatchEvent('drop', { dataTransfer: transfer });
}

test('from a dropped STEP file to a downloaded PDF whose text says what the ledger says', async ({ page }) => {
  await dropFile(page, 'demo/vane-bearing-block.step', 'bearing.step');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Job number').fill('T-1');
  await dialog.getByLabel('Revision').fill('D');
  await expect(dialog.getByText(/110\.000 × 70\.000 × 38\.000 mm/)).toBeVisible(LONG);
  await dialog.getByRole('button', { name: 'Make the job' }).click();

  for (const side of [
    'left face -X',
    'right face +X',
    'front face -Y',
    'rear face +Y',
    'bottom face -Z',
    'top face +Z',
  ])
    await enter(page.getByLabel(side), '3');
  await expect(page.getByText('X 116.000 Y 76.000 Z 44.000')).toBeVisible();

  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 1');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Cuts');
  await enter(page.getByLabel('Cuts down below top'), '31');
  await open(page, 'Seat');
  await enter(page.getByLabel('Parallels, height'), '32');
  await enter(page.getByLabel('Stop X, from left jaw end'), '20');
  await enter(page.getByLabel('Stop Z, above bed'), '36');
  await open(page, 'Zero');
  await page.getByLabel('Station', { exact: true }).selectOption('A');
  await expect(page.getByTestId('work-zero')).toContainText('X −464.350Y −160.600Z −398.250');

  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Seat');
  // it begins flipped front to back
  await expect(page.getByLabel('Face up, to the spindle')).toHaveValue('-z');
  await open(page, 'Cuts');
  await enter(page.getByLabel('Cuts down below top'), '7.5');
  await open(page, 'Seat');
  await enter(page.getByLabel('Parallels, height'), '32-16');
  await enter(page.getByLabel('Stop X, from left jaw end'), '20');
  await enter(page.getByLabel('Stop Z, above bed'), '30');
  await expect(page.getByTestId('work-zero')).toContainText('X −467.350Y −157.600Z −417.250');
  await open(page, 'Prove');
  await expect(page.getByText('the 16.000 lower parallels and the faced-off 3.000')).toBeVisible();
  await expect(page.getByText('nothing left over')).toBeVisible();
  await saved(page);

  await go(page, 'Ledger');
  const [ten, twenty] = [await ledgerTotal(page, 10), await ledgerTotal(page, 20)];
  expect(ten).toEqual(['-464.350', '-160.600', '-398.250']);
  await expect(page.getByLabel('Lines for the control')).toContainText('G10 L2 P2 X-467.350 Y-157.600 Z-417.250');

  await go(page, 'Sheet');
  await page.getByLabel('Note for this issue').fill('first release');
  await page.getByRole('button', { name: 'Issue sheet A' }).click();
  await expect(page.locator('[data-issue="A"]')).toBeVisible(LONG);
  const papers = new Map<string, string[]>();
  for (const paper of ['PDF A4', 'PDF Letter']) {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: paper }).click(),
    ]);
    papers.set(paper, await pdfPages(readFileSync(await download.path())));
    const text = papers.get(paper)!.join(' ');
    expect(text).toContain(`G54 X ${ten[0]} Y ${ten[1]} Z ${ten[2]}`);
    expect(text).toContain(`G55 X ${twenty[0]} Y ${twenty[1]} Z ${twenty[2]}`);
    expect(text).toContain('Stop the spindle, put the tool away, then open the vise.');
    expect(text).toContain('Issue A');
    expect(text).toContain('Shift Z -19.000');
  }
  const [lines] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Set registers' }).click(),
  ]);
  expect(readFileSync(await lines.path(), 'utf8')).toContain(`G10 L2 P1 X${ten[0]} Y${ten[1]} Z${ten[2]} (OP 10 G54`);

  await page.getByRole('link', { name: 'Show on this page' }).click();
  await expect(page.getByRole('article', { name: 'Setup sheet, Op 20', exact: true })).toContainText('Issue A');
  // printed from the browser it is the PDF, page by page: the same numbers on each
  const numbers = (text: string) => (text.match(/[-+]?\d+\.\d+/g) ?? []).sort();
  for (const paper of ['A4', 'Letter']) {
    await page.getByLabel('Paper', { exact: true }).selectOption(paper);
    const printed = await pdfPages(await page.pdf({ preferCSSPageSize: true }));
    expect(printed.map(numbers)).toEqual(papers.get(`PDF ${paper}`)!.map(numbers));
  }
  await page.getByRole('button', { name: 'Show the draft' }).click();
  await expect(page.getByRole('article', { name: 'Setup sheet, Op 20', exact: true })).toContainText('DRAFT');

  // editing afterwards leads to the next letter, with what changed number by number
  await go(page, 'Route');
  await page.getByRole('button', { name: /Op 20/ }).click();
  await open(page, 'Seat');
  await enter(page.getByLabel('Parallels, height'), '15');
  await go(page, 'Sheet');
  await expect(page.getByRole('row', { name: /Op 20, parallels/ })).toContainText('−1.000');
  await page.getByRole('button', { name: 'Issue sheet B' }).click();
  await expect(page.locator('[data-issue="B"]')).toContainText('Op 20, work zero Z', LONG);
});

test('the story in inches, on a station that is not measured', async ({ page }) => {
  await newBlockJob(page, 'T-IN', ['3', '2', '1 1/4'], 'inch');
  for (const side of ['left face -X', 'right face +X', 'front face -Y', 'rear face +Y', 'top face +Z'])
    await enter(page.getByLabel(side), '0.03');
  await enter(page.getByLabel('bottom face -Z'), '1/8');
  await expect(page.getByText('X 3.0600 Y 2.0600 Z 1.4050')).toBeVisible();
  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 2, small');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Hold');
  await page.getByLabel('Held in or on').selectOption('Vise 4 in');
  await open(page, 'Zero');
  await page.getByLabel('Station', { exact: true }).selectOption({ label: 'C (not measured)' });
  await open(page, 'Seat');
  // begun in sixteenths
  const begun = await page.getByLabel('Parallels, height').inputValue();
  expect((Number(begun) * 16) % 1).toBe(0);
  await enter(page.getByLabel('Parallels, height'), '1');
  await enter(page.getByLabel('Stop X, from left jaw end'), '0');
  await enter(page.getByLabel('Stop Z, above bed'), '1.125in');
  // one unit on page and sheet
  await open(page, 'Hold');
  await enter(page.getByLabel('Handle torque, lbf·ft'), '22');
  await open(page, 'Cuts');
  await enter(page.getByLabel('Cuts down below top'), '25.4mm');
  await expect(page.getByLabel('Cuts down below top')).toHaveValue('1.0000');
  // zero on the finished rear face with 0.03 still on the rough side, tool ½ in: +0.2800
  await open(page, 'Zero');
  await enter(page.getByLabel('Tool diameter'), '1/2');
  const worksheet = page.getByRole('table', { name: 'Touch-off worksheet' });
  await expect(worksheet.getByRole('row', { name: /^Y: Touch the sawn rear face/ })).toContainText('Y +0.2800');
  await expect(worksheet.getByRole('row', { name: /^Z: Touch the sawn top face/ })).toContainText('Z +0.0300');
  await expect((await findingOf(page, 'station-unknown')).first()).toContainText('shift from the first setup');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Cuts');
  await enter(page.getByLabel('Cuts down below top'), '0.26');
  await open(page, 'Seat');
  await enter(page.getByLabel('Parallels, height'), '0.625');
  await enter(page.getByLabel('Stop X, from left jaw end'), '0');
  await enter(page.getByLabel('Stop Z, above bed'), '1');
  await expect(page.getByTestId('work-zero')).toContainText('X −0.0300Y +0.0300Z −0.5000');
  await saved(page);
  await go(page, 'Sheet');
  await page.getByRole('button', { name: 'Issue sheet A' }).click();
  await expect(page.locator('[data-issue="A"]')).toBeVisible(LONG);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'PDF A4' }).click(),
  ]);
  const text = await pdfText(await download.path());
  expect(text).toContain('G55 shift X -0.0300 Y +0.0300 Z -0.5000');
  expect(text).toContain('Y +0.2800');
  expect(text).toContain('Tighten to 22 lbf·ft');
  const [lines] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Set registers' }).click(),
  ]);
  const control = readFileSync(await lines.path(), 'utf8');
  expect(control).toContain('G20');
  expect(control).not.toMatch(/^G10/m);
});

test('a stop blocks the issue until it is accepted in writing, and the acceptance prints', async ({ page }) => {
  await newBlockJob(page, 'T-STOP', ['80', '50', '30']);
  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 1');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Zero');
  await page.getByLabel('Station', { exact: true }).selectOption('A');
  await open(page, 'Cuts');
  await enter(page.getByLabel('Cuts down below top'), '10');
  await go(page, 'Part & blank');
  await enter(page.getByLabel('left face -X'), '-0.5');
  await expect(page.locator('[data-code="blank-does-not-contain-part"]')).toContainText('left face (-X) by 0.500 mm');
  await go(page, 'Sheet');
  await expect(page.getByRole('button', { name: 'Issue sheet A' })).toBeDisabled();
  await page.getByRole('button', { name: 'Accept in writing' }).first().click();
  await page.getByLabel('Reason, printed on the sheet').fill('customer agreed to a short left face');
  await page.getByRole('button', { name: 'Accept this stop' }).click();
  await page.getByRole('button', { name: 'Issue sheet A' }).click();
  await expect(page.locator('[data-issue="A"]')).toBeVisible(LONG);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'PDF A4' }).click(),
  ]);
  expect(await pdfText(await download.path())).toContain('Accepted by Lead: customer agreed to a short left face');
});

test('the job goes out as open JSON and comes back into another job', async ({ page }) => {
  await page.getByRole('link', { name: 'SK-1007' }).click();
  await go(page, 'Sheet');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download the job (JSON)' }).click(),
  ]);
  const path = await download.path();
  expect(JSON.parse(readFileSync(path, 'utf8'))).toMatchObject({
    format: 'violet-jaw-job',
    version: JOB_VERSION,
    job: { number: 'SK-1007' },
    shop: { machines: [{ id: 'mill-2' }] },
  });
  await newBlockJob(page, 'T-JSON', ['10', '10', '10']);
  await go(page, 'Sheet');
  await page
    .getByLabel(/Read a job file into this job/)
    .setInputFiles({ name: 'job.json', mimeType: 'application/json', buffer: readFileSync(path) });
  await expect(page.locator('.jobname')).toContainText('SK-1007');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.locator('.jobname')).toContainText('T-JSON');
  // the number was another job's: whether refused or not yet sent, nothing of it is left
  await expect(page.getByTestId('save-state')).toHaveText('saved');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page
    .getByLabel(/Read a job file into this job/)
    .setInputFiles({
      name: 'newer.json',
      mimeType: 'application/json',
      buffer: Buffer.from(`{"version": ${JOB_VERSION + 1}}`),
    });
  await expect(page.getByRole('alert')).toContainText(
    `version ${JOB_VERSION + 1}; this program reads up to version ${JOB_VERSION}`,
  );
  await expect(page.locator('.jobname')).toContainText('T-JSON');
});
