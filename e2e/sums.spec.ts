import { enter, expect, go, LONG, seriousViolations, test } from './app';
import { tablet } from './atMachine';

test('quick sums: an operator counts without the network, a planner keeps one in the notes of a job', async ({
  page,
  app,
  browser,
}) => {
  await test.step('a planner: both units, a sum that makes no sense, an address of its own', async () => {
    await page.getByRole('link', { name: 'Quick sums' }).click();
    const sum = page.getByRole('region', { name: 'Touch off a face' });
    await enter(sum.getByLabel('Machine shows'), '-412.7');
    await enter(sum.getByLabel('Diameter of the tool'), '3/8 in');
    // half of 9.525 to the right of where the machine stands
    await expect(sum.getByLabel('Answer')).toContainText('−407.938 mm');
    await expect(sum.getByLabel('Answer')).toContainText('−16.0605 in');
    expect(await seriousViolations(page)).toEqual([]);
    await page.getByRole('link', { name: 'Ring under jaws' }).click();
    await expect(page).toHaveURL(/\/sums\/ring$/);
    await enter(page.getByLabel('Bore'), '80');
    await expect(page.getByText('The bore is as large as the outside: there is no wall.')).toBeVisible();
    await page.reload();
    // what was entered last is there again
    await expect(page.getByLabel('Bore')).toHaveValue('80.000');
    await page.getByRole('button', { name: 'in', exact: true }).click();
    await expect(page.getByLabel('Bore')).toHaveValue('3.1496');
  });

  await test.step('kept in the notes of a job, it stands on its sheet', async () => {
    await page.goto(`${app.address}/sums/re-grip`);
    await page.getByRole('button', { name: 'mm', exact: true }).click();
    await page.getByLabel('Keep it in the notes of').selectOption({ label: 'SK-1081 Mast spindle' });
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText('It stands in the notes of SK-1081 now.')).toBeVisible(LONG);
    await page.goto(app.address);
    await page.getByRole('link', { name: 'SK-1081' }).click();
    await go(page, 'Sheet');
    await expect(page.getByRole('main')).toContainText(
      'Long part, short stroke: 321.000 mm on a stroke of 128.000: 3 grips, pulls of up to 107.000 mm.',
      LONG,
    );
  });

  await test.step('an operator at the machine, the network away, the page loaded again', async () => {
    const at = await tablet(browser, app);
    await at.page.goto(`${app.address}/sums/gauge-blocks`);
    await expect(at.page.getByLabel('Answer')).toContainText('Block 1');
    await expect(at.page.getByLabel('Keep it in the notes of')).toHaveCount(0);
    await at.page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    await expect
      .poll(() => at.page.evaluate(async () => (await (await caches.open('violet-jaw-assets-1')).keys()).length))
      .toBeGreaterThan(3);
    await at.context.setOffline(true);
    await at.page.reload();
    await enter(at.page.getByLabel('Length', { exact: true }), '12.345');
    await expect(at.page.getByText(/^Wring together .*: 12\.345 mm\.$/)).toBeVisible(LONG);
    await at.context.close();
  });
});
