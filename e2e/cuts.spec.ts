import { expect, enter, go, LONG, saved, test } from './app';
import { findingOf, open } from './bench';
import { trayStep } from './trayStep';

test('a tray is cut pocket by pocket: what each cut takes away, its depth, its tool, and the sheet that says so', async ({
  page,
}) => {
  const step = await trayStep();
  const transfer = await page.evaluateHandle((text) => {
    const data = new DataTransfer();
    data.items.add(new File([text], 'tray.step'));
    return data;
  }, step.toString('latin1'));
  await page.getByRole('heading', { name: 'Jobs' }).dispatchEvent('drop', { dataTransfer: transfer });
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Job number').fill('TRAY');
  await expect(dialog.getByText(/faces, .* cm³/)).toBeVisible(LONG);
  await dialog.getByRole('button', { name: 'Make the job' }).click();
  await enter(page.getByLabel('the same on all sides'), '3');
  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 1');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Tools & program');
  for (const [i, name, diameter] of [
    [1, 'end mill', '10'],
    [2, 'drill', '6'],
  ] as const) {
    await page.getByRole('button', { name: 'Add tool' }).click();
    await enter(page.getByLabel(`Description of T${i}`), name);
    await enter(page.getByLabel(`Diameter of T${i}`), diameter);
  }
  await open(page, 'Cuts');
  const cuts = page.getByRole('list', { name: 'Cuts, in the order in which they are made' });
  await enter(page.getByLabel('Cuts down below top'), '1');
  const add = page.getByLabel('Add a cut');

  await test.step('a pocket and four holes are offered, and cut to their end', async () => {
    await add.selectOption({ label: 'pocket 44 × 32 × 12 in the top face' });
    await expect(page.getByLabel('Cuts down below top')).toHaveValue('12.000');
    await add.selectOption({ label: '4 bores ⌀6' });
    await expect(page.getByLabel('Cuts down below top')).toHaveValue('30.000');
    await expect(cuts.getByRole('listitem')).toHaveCount(3);
    // within the part they do not come to the jaws, which are lower than all over
    await expect(page.locator('.worksheet').getByRole('region', { name: 'Prove' })).toContainText(
      'lowest cut beside the part',
    );
    await expect(page.locator('.bench-drawings svg').getByText('cut 3', { exact: true }).first()).toBeVisible();
  });

  await test.step('the tool is named; one that does not go in is a stop', async () => {
    await page.getByLabel('Made with').selectOption({ label: 'T1 end mill' });
    await expect(await findingOf(page, 'tool-does-not-go-in')).toContainText(
      'T1, diameter 10.000 mm, does not go into what the cut "4 bores ⌀6" clears.',
    );
    await page.getByLabel('Made with').selectOption({ label: 'T2 drill' });
    await expect(await findingOf(page, 'tool-does-not-go-in')).toHaveCount(0);
  });

  await test.step('its depth is moved in the drawing, by keys, and undone', async () => {
    await cuts.getByRole('button', { name: /^pocket 44/ }).click();
    const depth = page.getByRole('slider', {
      name: 'Move the cut "pocket 44 × 32 × 12 in the top face", seen from the front',
    });
    await depth.focus();
    await page.keyboard.press('ArrowUp');
    await expect(page.getByLabel('Cuts down below top')).toHaveValue('11.000');
    await expect(page.getByLabel('…or down to a face').locator('option:checked')).toHaveText('typed depth');
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(page.getByLabel('Cuts down below top')).toHaveValue('12.000');
  });

  await test.step('order, name, leaving out', async () => {
    await page.getByRole('button', { name: 'Make cut 3, 4 bores ⌀6, one earlier' }).click();
    await expect(cuts.getByRole('listitem').nth(1)).toContainText('4 bores ⌀6');
    await enter(page.getByLabel('Name of the cut'), 'Tray');
    await expect(cuts).toContainText('Tray');
    await page.getByRole('button', { name: 'Remove cut 1, all over' }).click();
    await expect(cuts.getByRole('listitem')).toHaveCount(2);
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(cuts.getByRole('listitem')).toHaveCount(3);
    await saved(page);
  });

  await test.step('the sheet tells each cut', async () => {
    await go(page, 'Sheet');
    const sheet = page.locator('main');
    await expect(sheet).toContainText('Cut 1: all over', LONG);
    await expect(sheet).toContainText(/Cut 2: 4 bores ⌀6\s*30\.000 mm below the finished top, T2/);
    await expect(sheet).toContainText(/Cut 3: Tray\s*12\.000 mm below the finished top/);
  });
});

test('a bore that is chosen and its like get a cut of their own', async ({ page }) => {
  await page.getByRole('link', { name: 'SK-1041' }).click();
  await expect(page.getByTestId('work-zero')).toContainText('G54', LONG);
  await open(page, 'Cuts');
  await go(page, 'Part & blank');
  await page.getByRole('region', { name: 'Faces and bores' }).getByText('bore ⌀9 through, 1 of 4').click();
  await page.getByRole('button', { name: 'Cut all 4 like it' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'has a cut of its own for 4 like it now' })).toBeVisible();
  await go(page, 'Route');
  await open(page, 'Cuts');
  const cuts = page.getByRole('list', { name: /^Cuts, in the order/ });
  await expect(cuts.getByRole('listitem').nth(1)).toContainText(/4 bores ⌀9.*38\.000/);
  await expect(page.locator('.worksheet').getByRole('region', { name: 'Cuts' })).toContainText(
    'all over 31.000, 4 bores ⌀9',
  );
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(cuts).toHaveCount(0);
});

test('a tab is moved along its edge by keys, by pointer, and all are spread evenly again', async ({ page }) => {
  await page.getByRole('link', { name: 'SK-1063' }).click();
  await expect(page.getByTestId('work-zero')).toContainText('G5', LONG);
  const tab = page.getByRole('slider', { name: 'Move the tab 1, seen from above' });
  await tab.focus();
  const value = async () => Number(await tab.getAttribute('aria-valuenow'));
  const before = await value();
  expect(before).toBe(0);
  // along X or along Y, whichever way its edge runs
  for (const key of ['ArrowRight', 'ArrowUp']) await page.keyboard.press(key);
  await expect.poll(async () => Math.abs(await value())).toBeCloseTo(1, 9);
  await open(page, 'Hold');
  const even = page.getByRole('button', { name: 'Spread evenly again' });
  await even.click();
  await expect.poll(value).toBe(0);
  await expect(even).toHaveCount(0);
  const box = (await tab.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 20, y + 20, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => Math.abs(await value())).toBeGreaterThan(2);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(value).toBe(0);
});
