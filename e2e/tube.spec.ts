import { findingOf, next, open } from './bench';
import { enter, expect, features, go, LONG, saved, test } from './app';
import { tubeStep } from './shaftStep';

test('a tube on the rotary axis, from its file to the sheet: two sides, round carriers, pressure, the changeover', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const file = { name: 'tube.step', mimeType: 'model/step', buffer: await tubeStep(true) };
  const raw = { name: 'raw.step', mimeType: 'model/step', buffer: await tubeStep(false) };
  const hold = page.getByRole('region', { name: 'Hold', exact: true });
  const setup = (op: number) =>
    page
      .getByRole('button', { name: new RegExp(`^Op ${op}`) })
      .first()
      .click();

  await test.step('the tube and what it is sawn from are read', async () => {
    await page.getByRole('button', { name: 'New job' }).click();
    await page.getByLabel(/or a file/).setInputFiles(file);
    await page.getByLabel('Job number').fill('T-TUBE');
    await page.getByLabel('Material').fill('EN AW-6082 T6');
    await expect(
      page
        .getByRole('dialog')
        .getByText(/400\.000/)
        .first(),
    ).toBeVisible(LONG);
    await page.getByRole('button', { name: 'Make the job' }).click();
    await expect(features(page)).toBeVisible(LONG);
    await page.getByRole('region', { name: 'Blank' }).getByLabel('Kind').selectOption('own solid');
    await page.getByLabel(/The casting or blank as a file/).setInputFiles(raw);
    await page.getByRole('button', { name: /Use this/ }).click(LONG);
    await expect(page.getByText('The blank contains the part.')).toBeVisible(LONG);
  });

  await test.step('gripped on the long axis, with tailstock, support and round carrier', async () => {
    await go(page, 'Route');
    await page.getByLabel('Machine').selectOption('Router 1');
    await page.getByRole('button', { name: 'Add setup' }).click();
    await open(page, 'Hold');
    await page.getByLabel('Held in or on').selectOption('Long rotary axis on Router 1');
    await open(page, 'Zero');
    await page.getByLabel('Station', { exact: true }).selectOption('T');
    await open(page, 'Hold');
    await hold.getByLabel('Tailstock').check();
    await hold.getByRole('button', { name: 'Add support' }).click();
    await enter(hold.getByLabel('Support 1 at X'), '200');
    await hold.getByLabel('Round carriers on the part at its supports').check();
    // the corners of 50 × 50 go round on 70.711
    await expect(hold.getByLabel('Carriers, outside diameter')).toHaveValue('95.000', LONG);
    await enter(hold.getByLabel('Carriers, outside diameter'), '70');
    await expect(await findingOf(page, 'carrier-too-small')).toContainText('go round on ⌀70.711', LONG);
    await enter(hold.getByLabel('Carriers, outside diameter'), '78');
    await expect(page.locator('[data-code="carrier-too-small"]')).toHaveCount(0, LONG);
    await expect(hold).toContainText('set 21.000 mm above the base', LONG);
    // 4000 N on four jaws; 650 N at one bar
    await expect(hold).toContainText('6.2 bar');
    await expect(hold).toContainText(/the wall takes at most/i);
  });

  await test.step('the top side drilled, then the rear: the part stays in the jaws and in the same carriers', async () => {
    await go(page, 'Part & blank');
    await features(page).getByText('bore ⌀9 through').click();
    await page.getByRole('button', { name: 'A cut of its own' }).click();
    await go(page, 'Route');
    await page.getByRole('button', { name: 'Add setup' }).click();
    await setup(20);
    await open(page, 'Hold');
    await hold.getByLabel('The part stays in the jaws, the axis only turns it').check();
    await open(page, 'Seat');
    await page.getByLabel('Face up, to the spindle').selectOption('rear face');
    await open(page, 'Hold');
    await expect(hold).toContainText('Axis to A −90.000', LONG);
    await hold.getByLabel('Round carriers on the part at its supports').uncheck();
    const told = await next(page, 'cannot-stay-gripped');
    await expect(told).toContainText('its round carriers are others', LONG);
    await told.getByRole('button', { name: 'Carriers and supports as in Op 10' }).click();
    await page.keyboard.press('Escape');
    await expect(page.locator('[data-code="cannot-stay-gripped"]')).toHaveCount(0, LONG);
  });

  await test.step('the sheet: changeover with what is read, pressures, nobody touches the support', async () => {
    await saved(page);
    await go(page, 'Sheet');
    const sheet = page.getByRole('main');
    await expect(sheet).toContainText('Changeover to Long rotary axis on Router 1', LONG);
    await expect(sheet).toContainText('+60.000 ±0.020');
    await expect(sheet).toContainText('pressed on with 1200 N, 5.0 bar');
    await expect(sheet).toContainText('Round carrier ⌀78.000 onto the part before it goes in');
    await expect(sheet).toContainText('The part stays in the jaws: axis to A −90.000');
    await expect(sheet).not.toContainText('Supports down');
  });
});
