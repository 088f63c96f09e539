import { newJob } from '@violet-jaw/core/job';
import { enter, expect, go, LONG, makeJob, saved, seriousViolations, signIn, test } from './app';
import { runThrough, tablet } from './atMachine';
import { tally } from './bench';
import { halfProfileDxf } from './files';
import { shaftStep } from './shaftStep';

test('a long part from STEP to issued sheet and run: grips, a mistake in the shift, the account, both spindles', async ({
  page,
  app,
  browser,
}) => {
  test.setTimeout(240_000);
  const stop = (code: string) => page.getByRole('dialog', { name: 'What next' }).locator(`[data-code="${code}"]`);
  const changes = page.getByRole('region', { name: 'Changes of grip' });
  const bar = page.getByRole('region', { name: 'Bar and spindles' });

  await test.step('a shaft of another maker, not of the demo, is read and turned from bar', async () => {
    await page.getByRole('button', { name: 'New job' }).click();
    await page
      .getByLabel(/or a file/)
      .setInputFiles({ name: 'shaft.step', mimeType: 'model/step', buffer: await shaftStep() });
    await page.getByLabel('Job number').fill('T-SHAFT');
    await page.getByLabel('Material').fill('1.4305');
    await expect(
      page
        .getByRole('dialog')
        .getByText(/260\.000/)
        .first(),
    ).toBeVisible(LONG);
    await page.getByRole('button', { name: 'Make the job' }).click();
    await go(page, 'Route');
    await page.getByRole('button', { name: 'Turn it from bar on Bar lathe 1' }).click(LONG);
    await expect(bar.getByLabel('Looks away from the spindle').locator('option:checked')).toHaveText(
      'bottom face',
      LONG,
    );
    await bar.getByLabel('Looks away from the spindle').selectOption('top face');
    await expect(changes).toContainText('3 grips, 2 pulls, as proposed', LONG);
  });

  await test.step('an angle is asked for, because of the cross hole; a button says it is kept', async () => {
    await page
      .getByRole('button', { name: /stops?$/ })
      .first()
      .click();
    await expect(stop('angle-not-agreed')).toContainText('does not go round, and no angle is agreed');
    await stop('angle-not-agreed').getByRole('button', { name: 'The angle is kept' }).click();
    await expect(stop('angle-not-agreed')).toHaveCount(0, LONG);
    await page.getByRole('button', { name: 'Close' }).click();
  });

  await test.step('a change dragged into the groove is a stop once a witness line is forbidden there', async () => {
    await page.getByRole('button', { name: 'Keep a place clear' }).click();
    await page.getByLabel('What is kept clear 1').fill('groove');
    await enter(page.getByLabel('Kept clear 1 to'), '124');
    await enter(page.getByLabel('Kept clear 1 from'), '120');
    const line = page.locator('.turned-drawing path.cutting-line').first();
    const before = await changes.getByLabel('Change 1 behind the front face').inputValue();
    const at = (await line.boundingBox())!;
    const y = at.y + at.height / 2;
    await page.mouse.move(at.x + at.width / 2, y);
    await page.mouse.down();
    await page.mouse.move(at.x - 40, y, { steps: 6 });
    await page.mouse.up();
    await expect(changes.getByLabel('Change 1 behind the front face')).not.toHaveValue(before, LONG);
    await enter(changes.getByLabel('Change 1 behind the front face'), '122');
    await page
      .getByRole('button', { name: /stops?$/ })
      .first()
      .click();
    await expect(stop('change-kept-clear')).toContainText(
      'leaves a witness line on groove, 120.000 to 124.000 mm',
      LONG,
    );
    await stop('change-kept-clear').getByRole('button', { name: 'To its front side' }).click();
    await expect(stop('change-kept-clear')).toHaveCount(0, LONG);
    await page.getByRole('button', { name: 'Close' }).click();
    await expect(changes.getByLabel('Change 1 behind the front face')).toHaveValue('120.000');
  });

  await test.step('a mistake in the shift is found, with what it does; the account and 200 parts show it too', async () => {
    await enter(changes.getByLabel('Taken back in the program'), '-200');
    await page
      .getByRole('button', { name: /stops?$/ })
      .first()
      .click();
    await expect(stop('shift-not-taken-back')).toContainText(
      /parts? (is|are) made, number \d+ runs out of travel/,
      LONG,
    );
    await page.getByRole('button', { name: 'Close' }).click();
    await go(page, 'Ledger');
    await expect(page.getByRole('region', { name: 'Account of a cycle' })).toContainText('It does not close');
    await expect(page.getByRole('region', { name: 'Simulated control' })).toContainText('Stopped at part');
    await go(page, 'Route');
    await page
      .getByRole('button', { name: /stops?$/ })
      .first()
      .click();
    await stop('shift-not-taken-back').getByRole('button', { name: 'Take all of it back' }).click();
    await expect(stop('shift-not-taken-back')).toHaveCount(0, LONG);
    await page.getByRole('button', { name: 'Close' }).click();
    await go(page, 'Ledger');
    await expect(page.getByRole('region', { name: 'Account of a cycle' })).toContainText('The account closes.', LONG);
    await expect(page.getByRole('region', { name: 'Simulated control' })).toContainText('All 200 were made');
    expect(await seriousViolations(page)).toEqual([]);
  });

  await test.step('the rest of what is open is entered, and the sheet is issued', async () => {
    await go(page, 'Route');
    await enter(bar.getByLabel('Depth of cut, on the radius'), '0.5');
    await enter(bar.getByLabel('Feed per turn'), '0.05');
    await enter(bar.getByLabel('± on diameters'), '0.05');
    await page.getByRole('button', { name: 'Add a tool' }).click();
    await enter(page.getByLabel('T1 is', { exact: true }), 'turning tool');
    expect(await seriousViolations(page)).toEqual([]);
    await saved(page);
    await go(page, 'Sheet');
    const sheet = page.getByRole('main');
    await expect(sheet).toContainText('One part, both spindles', LONG);
    await expect(sheet).toContainText('Skim the bar, measure the diameter, declare X = the diameter you measured.');
    await page.getByRole('button', { name: 'Issue sheet A' }).click(LONG);
    await expect(page.locator('[data-issue="A"]')).toBeVisible(LONG);
  });

  await test.step('the operator runs it: both columns side by side, every reading as planned', async () => {
    const id = /jobs\/([^/]+)/.exec(page.url())![1];
    const at = await tablet(browser, app);
    await at.page.goto(`${app.address}/run/${id}/A`);
    await at.page
      .getByRole('button', { name: /Begin|Start/ })
      .first()
      .tap();
    const { titles, said } = await runThrough(at.page);
    expect(titles).toEqual(
      expect.arrayContaining(['Get ready', 'Bar to its start', 'Key in the zeros', 'Is it back at its start?']),
    );
    expect(said).toMatch(/Main spindle back by \+120\.000/);
    expect(said).toMatch(/Both spindles turn together, the same way, at no forced angle/);
    await at.context.close();
  });

  await test.step('where the main spindle stood before and after is on the page Run', async () => {
    await go(page, 'Run');
    const row = page.getByRole('table', { name: 'Main spindle before and after' }).locator('tbody tr');
    await expect(row).toContainText(/([+−][\d.]+)\s*\1\s*\1\s*\+0\.000/, LONG);
  });
});

test('a pin is turned end for end: both sides as loaded, the shift, what forbids it, sheet, two people', async ({
  page,
  app,
  browser,
}) => {
  await makeJob(page, app, {
    ...newJob(
      { number: 'T-PIN', part: 'Pin', units: 'inch', material: '1.4305' },
      { bar: { section: 'round', across: 0.75 * 25.4, bore: 0, length: 2.1875 * 25.4, along: 'z' } },
    ),
    allowance: { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0.0625 * 25.4, zPlus: 0.03125 * 25.4 },
  });
  const side = (name: string) => page.getByRole('region', { name, exact: true });
  const fields = page.getByRole('region', { name: 'Lathe and chuck' });

  await test.step('on the lathe with the chuck, in inches; without a chuck it is a stop', async () => {
    await page.getByRole('button', { name: 'Turn it end for end on Lathe 1' }).click(LONG);
    await expect(page.locator('.turned-fields [data-code="no-chuck"]')).toBeVisible(LONG);
    await fields.getByLabel('Front, turned first').selectOption('top face');
    await fields.getByLabel('Chuck', { exact: true }).selectOption('Chuck 160, soft jaws');
    await fields.getByLabel('Station', { exact: true }).selectOption('L');
    await expect(page.locator('.turned-fields [data-code="no-chuck"]')).toHaveCount(0, LONG);
  });

  await test.step('the jaws reach over what nothing turns: a stop, gone when the part stands farther out', async () => {
    await expect(page.locator('.turned-fields [data-code="left-between"]')).toBeVisible(LONG);
    await enter(fields.getByLabel('First side turned to'), '1 3/8');
    await fields.getByLabel('First side: against').selectOption('jaw step');
    await fields.getByLabel('Second side: against').selectOption('jaw step');
    await enter(fields.getByLabel("First side: its end rests at, from the chuck's face"), '11/16');
    await enter(fields.getByLabel("Second side: its end rests at, from the chuck's face"), '0.25');
    await expect(page.locator('.turned-fields [data-code="left-between"]')).toHaveCount(0, LONG);
    // by hand: face of the chuck, rest, stock on the back, length
    const z = (-388.4 + (11 / 16 + 0.0625 + 2.1875) * 25.4) / 25.4;
    await expect(side('First side')).toContainText(`Z −${Math.abs(z).toFixed(4)}`);
    await expect(side('Shift between the sides')).toContainText('shift Z −0.5000 in');
    await expect(side('Second side')).toContainText('Soft jaws bored to ⌀0.7500');
    expect(await seriousViolations(page)).toEqual([]);
  });

  await test.step('another planner sees it, changes the speed, and both edits stay', async () => {
    await saved(page);
    const other = await browser.newContext();
    await signIn(other, app.address, 'Planner');
    const there = await other.newPage();
    await there.goto(page.url());
    await enter(there.getByLabel('Speed, 1/min'), '1200');
    await enter(fields.getByLabel('Depth of cut, on the radius'), '0.02');
    await expect(fields.getByLabel('Speed, 1/min')).toHaveValue('1200', LONG);
    await expect(there.getByLabel('Depth of cut, on the radius')).toHaveValue('0.0200', LONG);
    await other.close();
  });

  await test.step('the sheet holds both zeros and every step', async () => {
    await go(page, 'Sheet');
    await expect(page.getByRole('main')).toContainText('Turn the part end for end: the finished front goes in', LONG);
    await expect(page.getByRole('main')).toContainText('Shift of Z from G54 to G55');
  });
});

test('half of a section out of a DXF is turned end for end, carried by the tailstock and a steady rest', async ({
  page,
}) => {
  const half = halfProfileDxf([
    [0, 0],
    [0, 8],
    [60, 8],
    [60, 10],
    [240, 10],
    [240, 0],
  ]);
  const fields = page.getByRole('region', { name: 'Lathe and chuck' });
  const finding = (code: string) => page.locator(`.turned-fields [data-code="${code}"]`);

  await test.step('as an outline it is not closed; as half of a section it is a shaft', async () => {
    await page.getByRole('button', { name: 'New job' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Job number').fill('T-HALF');
    await dialog.getByLabel('Material').fill('1.4305');
    await dialog
      .getByLabel(/or a file: STEP/)
      .setInputFiles({ name: 'shaft.dxf', mimeType: 'application/dxf', buffer: half });
    await expect(dialog.getByRole('alert')).toContainText('The outline is not closed', LONG);
    await dialog.getByLabel('The drawing is').selectOption('half');
    await dialog.getByLabel(/^millimeters: 240\.000/).check(LONG);
    await expect(dialog.getByText(/^half section, turned about X: 240\.000 × 20\.000 × 20\.000 mm/)).toBeVisible();
    await dialog.getByRole('button', { name: 'Make the job' }).click();
    await expect(page.getByText('half of a section turned about its X axis')).toBeVisible(LONG);
    await enter(page.getByLabel('right face +X'), '1');
  });

  await test.step('far out of the jaws: a caution whose button brings the tailstock up', async () => {
    await go(page, 'Route');
    await page.getByRole('button', { name: 'Turn it end for end on Lathe 1' }).click(LONG);
    await fields.getByLabel('Front, turned first').selectOption('left face');
    await fields.getByLabel('Chuck', { exact: true }).selectOption('Chuck 160, soft jaws');
    await fields.getByLabel('Station', { exact: true }).selectOption('L');
    await enter(fields.getByLabel('First side turned to'), '180');
    await expect(finding('sticks-out-far').first()).toBeVisible(LONG);
    const told = page.getByRole('dialog', { name: 'What next' });
    await tally(page).click();
    await told.getByRole('button', { name: 'Bring the tailstock up' }).first().click();
    await page.keyboard.press('Escape');
    await expect(fields.getByLabel('First side: carried by').locator('option:checked')).toHaveText('the tailstock');
    // stock on the back, length, less what goes in; its scale reads 86.5 at the face of the chuck
    await expect(page.getByRole('region', { name: 'First side', exact: true })).toContainText(
      'its tip 238.000 mm from the face of the chuck, +324.500 on its scale, 3.000 mm in the part',
      LONG,
    );
  });

  await test.step('a steady rest where the tool goes is a stop, set beside it by a press', async () => {
    await fields.getByLabel('Second side: carried by').selectOption('a steady rest');
    await enter(fields.getByLabel('Second side: steady rest, from the finished front face'), '179');
    await expect(finding('steady-in-the-way')).toContainText('it has room from', LONG);
    await tally(page).click();
    await page
      .getByRole('dialog', { name: 'What next' })
      .getByRole('button', { name: 'Set it in the middle there' })
      .click();
    await page.keyboard.press('Escape');
    await expect(finding('steady-in-the-way')).toHaveCount(0, LONG);
    expect(await seriousViolations(page)).toEqual([]);
    await saved(page);
    await go(page, 'Sheet');
    await expect(page.getByRole('main')).toContainText('Steady rest: its middle', LONG);
    await expect(page.getByRole('main')).toContainText('Face and center drill, then stop the spindle.');
  });
});
