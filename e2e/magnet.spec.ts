import { findingOf, open } from './bench';
import { runThrough, tablet } from './atMachine';
import { enter, expect, go, LONG, newBlockJob, saved, test } from './app';

test('a plate of steel on a magnetic chuck: held, issued and run; brass is not held, a thin plate hardly', async ({
  page,
  app,
  browser,
}) => {
  test.setTimeout(200_000);
  await newBlockJob(page, 'M-STEEL', ['120', '80', '20']);
  await enter(page.getByLabel('Material', { exact: true }), 'brass CW614N');
  await enter(page.getByLabel('top face +Z'), '1');
  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 1');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Hold');
  await page.getByLabel('Held in or on').selectOption('Magnetic chuck 300 × 150');
  await open(page, 'Zero');
  await page.getByLabel('Station', { exact: true }).selectOption('A');
  for (const [axis, at] of [
    ['X', '60'],
    ['Y', '30'],
  ]) {
    await open(page, 'Seat');
    await page.getByLabel(`In ${axis}, set against`).selectOption('a fence');
    await enter(page.getByLabel(`Part's edge at ${axis}`), at);
  }
  await open(page, 'Tools & program');
  await page.getByRole('button', { name: 'Add tool' }).click();
  for (const [label, value] of [
    ['Diameter of T1', '16'],
    ['Length of T1', '100'],
    ['Flutes of T1', '4'],
    ['Feed a tooth of T1', '0.03'],
    ['Deep of T1', '0.3'],
    ['Wide of T1', '8'],
  ])
    await enter(page.getByLabel(label), value);
  await open(page, 'Zero');
  await page.getByLabel('Tool for Z').selectOption('1');

  await expect(await findingOf(page, 'not-magnetic')).toContainText('brass CW614N is not held by a magnet', LONG);
  await go(page, 'Part & blank');
  await enter(page.getByLabel('Material', { exact: true }), 'S235JR');
  await go(page, 'Route');
  await expect(await findingOf(page, 'not-magnetic')).toHaveCount(0, LONG);
  await open(page, 'Hold');
  const hold = page.getByRole('region', { name: 'Hold' });
  // 96 cm² at 100 N/cm², and 0.02 of air under a finished face: 1 / (1 + 0.02 / 0.4)² of it
  await expect(hold).toContainText('91 % of its pull on 9600 mm²: 8707 N down');
  await expect(hold.getByRole('img', { name: /Margin of the hold: T1/ })).toBeVisible(LONG);
  // packing takes the pull away
  await open(page, 'Seat');
  await enter(page.getByLabel('Packing under the part'), '0.5');
  await expect(await findingOf(page, 'magnet-weakened')).toContainText('% of what it could on this area', LONG);
  await open(page, 'Seat');
  await enter(page.getByLabel('Packing under the part'), '0');
  await expect(await findingOf(page, 'magnet-weakened')).toHaveCount(0, LONG);
  await saved(page);

  await go(page, 'Sheet');
  await expect(
    page.getByText('Magnet on; push the part by hand from two sides: it must not move.').first(),
  ).toBeVisible(LONG);
  await page.getByRole('button', { name: 'Issue sheet A' }).click({ timeout: 20_000 });
  await expect(page.locator('[data-issue="A"]')).toBeVisible(LONG);
  const { context, page: at } = await tablet(browser, app);
  await at.goto(app.address + (await page.getByRole('link', { name: 'Run at the machine' }).getAttribute('href'))!);
  await at.getByRole('button', { name: 'Begin a run' }).tap();
  const { titles, said } = await runThrough(at);
  expect(titles.slice(0, 2)).toEqual(['Is Mill 1 ready?', expect.stringMatching(/Op 10/)]);
  expect(titles).toEqual(
    expect.arrayContaining([
      'Op 10: load',
      'Op 10: touch off X',
      'Op 10: touch off Y',
      'Op 10: touch off Z',
      'Op 10: key in G54',
      'Clear the registers',
    ]),
  );
  expect(said).toContain('Magnet on; push the part by hand from two sides: it must not move.');
  expect(said).toContain('Magnet off; lift the part without dragging it');
  await context.close();
});
