import { enter, expect, go, LONG, newBlockJob, saved, test } from './app';

type Page = import('@playwright/test').Page;

async function oneSetup(page: Page, number: string): Promise<void> {
  await newBlockJob(page, number, ['80', '50', '30']);
  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 1');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await page.getByLabel('Station', { exact: true }).selectOption('A');
  await expect(page.getByTestId('work-zero')).toBeVisible();
}

const seat = (page: Page) => page.getByRole('region', { name: 'Seat' });

test('the part is laid by faces, by hand moves and by picking in the drawing, never by angles', async ({ page }) => {
  await oneSetup(page, 'R-LAY');
  await expect(seat(page)).toContainText('top face up, to the spindle; rear face to the rear, on the fixed jaw; left face to the left.');
  await page.getByRole('button', { name: 'Turn a quarter left' }).click();
  await expect(seat(page)).toContainText('top face up, to the spindle; right face to the rear, on the fixed jaw; rear face to the left.');
  await page.getByRole('button', { name: 'Turn a quarter right' }).click();
  await page.getByLabel('Face up, to the spindle').selectOption('bottom face');
  await expect(seat(page)).toContainText('bottom face up, to the spindle; front face to the rear');
  await page.getByLabel('Face on the fixed jaw').selectOption('left face');
  await expect(seat(page)).toContainText('bottom face up, to the spindle; left face to the rear');
  await page.getByRole('button', { name: 'Flip front to back' }).click();
  await expect(seat(page)).toContainText('top face up, to the spindle; right face to the rear');
  await page.getByRole('button', { name: 'Put this left face up' }).click();
  await expect(page.getByLabel('Face up, to the spindle')).toHaveValue('-x');
  // pick the part itself in the front view
  await page.getByRole('img', { name: 'From the front' }).locator('.pickable').click();
  await expect(page.getByLabel('Face up, to the spindle')).not.toHaveValue('-x');
});

test('the cards of four setups never cover each other; the chosen one and the way to add another stay in sight', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await oneSetup(page, 'R-CARDS');
  for (const turn of ['Turn a quarter left', 'Flip front to back', 'Turn a quarter right']) {
    await page.getByRole('button', { name: 'Add setup' }).click();
    await page.getByLabel('Station', { exact: true }).selectOption('A');
    await page.getByRole('button', { name: turn }).click();
  }
  await expect(page.locator('.storyboard .step strong').last()).not.toHaveText('not known yet', LONG);
  const cards = page.locator('.storyboard').locator('.card-end, .step, .card-setup');
  const boxes = await cards.evaluateAll((all) => all.map((e) => { const { left, right } = e.getBoundingClientRect(); return { left, right, over: e.scrollWidth - e.clientWidth }; }));
  expect(boxes).toHaveLength(2 + 4 + 5);
  for (const [i, box] of boxes.entries()) {
    expect(box.over).toBeLessThanOrEqual(1);
    if (i > 0) expect(box.left).toBeGreaterThanOrEqual(boxes[i - 1].right - 0.5);
  }
  await expect(page.locator('.card-setup.chosen')).toBeInViewport({ ratio: 1 });
  await expect(page.getByRole('button', { name: 'Add setup' })).toBeInViewport({ ratio: 1 });
  await page.locator('.card-setup').first().focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('.card-setup').first()).toBeInViewport({ ratio: 1 });
});

test('a depth can be chosen from the part\'s faces, and a typed sum kept as the reason', async ({ page }) => {
  await page.getByRole('link', { name: 'SK-1041' }).click();
  await expect(page.getByTestId('work-zero')).toContainText('G54', LONG);
  await page.getByLabel('…or down to a face').selectOption({ label: 'top side, 4 deep' });
  await expect(page.getByLabel('Cuts down below top')).toHaveValue('4.000');
  await expect(page.locator('[data-code="metal-never-reached"]')).toBeVisible();
  await enter(page.getByLabel('Cuts down below top'), '38-7');
  await expect(page.getByText('from 38-7')).toBeVisible();
  // what the plan says goes first: it moves what is below it
  await expect(page.locator('[data-code="metal-never-reached"]')).toHaveCount(0, LONG);
  await page.getByRole('button', { name: 'keep as why' }).click();
  await expect(seat(page).getByLabel('Why')).toHaveValue('low corner of the saw cut to the front; cuts down below top 38-7');
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByLabel('Cuts down below top')).toHaveValue('31.000');
  await saved(page);
});

test('setups are added, reordered, renumbered and removed; an operation number is used once', async ({ page }) => {
  await oneSetup(page, 'R-ORDER');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await expect(page.getByRole('heading', { name: 'Op 20', exact: true })).toBeVisible();
  await expect(page.getByLabel('Register')).toHaveValue('G55');
  await enter(page.getByLabel('Operation number'), '10');
  await expect(page.getByText('Op 10 is used twice. Give every setup its own operation number.').first()).toBeVisible();
  await expect(page.getByTestId('save-state')).toHaveText('not saved');
  await enter(page.getByLabel('Operation number'), '15');
  await saved(page);
  await page.getByRole('button', { name: 'Move earlier' }).click();
  await expect(page.locator('.card-setup').first()).toContainText('Op 15');
  await page.getByRole('heading', { name: 'Op 15', exact: true }).click();
  await page.keyboard.press(']');
  await expect(page.getByRole('heading', { name: 'Op 10', exact: true })).toBeVisible();
  await page.keyboard.press('[');
  await expect(page.getByRole('heading', { name: 'Op 15', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Remove setup' }).click();
  await expect(page.locator('.card-setup')).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.locator('.card-setup')).toHaveCount(2);
});

test('findings stand in their section with numbers and remedy, and go when the cause goes', async ({ page }) => {
  await oneSetup(page, 'R-FIND');
  const finding = (code: string) => page.locator(`.worksheet [data-code="${code}"]`);
  await enter(page.getByLabel('Parallels, height'), '36');
  await expect(page.getByRole('region', { name: 'Hold' }).locator('[data-code="grip-too-shallow"]')).toContainText('4.000 mm deep; this vise wants 6.000 mm');
  await enter(page.getByLabel('Parallels, height'), '20');
  await expect(finding('grip-too-shallow')).toHaveCount(0);
  await enter(page.getByLabel('Cuts down below top'), '12');
  await expect(page.getByRole('region', { name: 'Prove' }).locator('[data-code="jaw-top-above-lowest-cut"]')).toContainText('2.000 mm below the jaw tops');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await page.getByLabel('Register').selectOption('G54');
  await enter(page.getByLabel('Parallels, height'), '24');
  await expect(page.getByRole('region', { name: 'Zero' }).locator('[data-code="register-used-twice"]')).toContainText('G54 is used by Op 10 and Op 20 for different zeros, 4.000 mm apart');
  await page.getByLabel('Register').selectOption('G55');
  await expect(finding('register-used-twice')).toHaveCount(0);
  await enter(page.getByLabel('Shift on purpose X'), '900');
  await expect(finding('zero-outside-travel')).toContainText('at the plus end');
  await expect(page.getByRole('table', { name: /Ledger of G55/ })).toContainText('shift on purpose');
});

test('one view is had large, by keyboard too, and all three again', async ({ page }) => {
  await oneSetup(page, 'R-LARGE');
  const front = page.getByRole('img', { name: 'From the front' });
  const small = (await front.boundingBox())!.width;
  await page.getByRole('button', { name: 'From the front, larger' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('img', { name: 'From above' })).toHaveCount(0);
  expect((await front.boundingBox())!.width).toBeGreaterThan(1.8 * small);
  await page.getByRole('button', { name: 'All three views' }).click();
  await expect(page.getByRole('img', { name: 'From above' })).toBeVisible();
});

test('tools are listed with lengths that prove the Z travel', async ({ page }) => {
  await oneSetup(page, 'R-TOOLS');
  await page.getByRole('button', { name: 'Add tool' }).click();
  await enter(page.getByLabel('Description of T1'), 'face mill');
  await enter(page.getByLabel('Cuts down below top'), '5');
  await page.getByRole('link', { name: 'Part & blank' }).click();
  await enter(page.getByLabel('top face +Z'), '2');
  await go(page, 'Route');
  await expect(page.locator('[data-code="z-travel-not-proven"]')).toContainText('the length of T1 is not given');
  await enter(page.getByLabel('Length of T1'), '450');
  await expect(page.locator('[data-code="cut-outside-travel"]')).toContainText('Z by');
  await enter(page.getByLabel('Length of T1'), '120');
  await expect(page.locator('[data-code="cut-outside-travel"]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Remove T1' }).click();
  await expect(page.getByLabel('Description of T1')).toHaveCount(0);
});

test('the jobs are searched and filtered', async ({ page }) => {
  await expect(page.getByRole('link', { name: 'SK-1041' })).toBeVisible();
  await page.keyboard.press('/');
  await page.keyboard.type('sensor');
  await expect(page.getByRole('link', { name: 'SK-1041' })).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'SK-1007' })).toBeVisible();
  await page.getByLabel('Search jobs').fill('nothing of the kind');
  await expect(page.getByText('No job fits the search.')).toBeVisible();
});
