import { findingOf, next, open } from './bench';
import { enter, expect, go, LONG, newBlockJob, saved, test } from './app';

type Page = import('@playwright/test').Page;

async function oneSetup(page: Page, number: string): Promise<void> {
  await newBlockJob(page, number, ['80', '50', '30']);
  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 1');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Zero');
  await page.getByLabel('Station', { exact: true }).selectOption('A');
  await expect(page.getByTestId('work-zero')).toBeVisible();
}

const seat = (page: Page) => page.getByRole('region', { name: 'Seat' });

test('the part is laid by faces, by hand moves and by picking in the drawing, never by angles', async ({ page }) => {
  await oneSetup(page, 'R-LAY');
  await open(page, 'Seat');
  await expect(seat(page)).toContainText(
    'top face up, to the spindle; rear face to the rear, on the fixed jaw; left face to the left.',
  );
  await page.getByRole('button', { name: 'Turn a quarter left' }).click();
  await expect(seat(page)).toContainText(
    'top face up, to the spindle; right face to the rear, on the fixed jaw; rear face to the left.',
  );
  await page.getByRole('button', { name: 'Turn a quarter right' }).click();
  await page.getByLabel('Face up, to the spindle').selectOption('bottom face');
  await expect(seat(page)).toContainText('bottom face up, to the spindle; front face to the rear');
  await page.getByLabel('Face on the fixed jaw').selectOption('left face');
  await expect(seat(page)).toContainText('bottom face up, to the spindle; left face to the rear');
  await page.getByRole('button', { name: 'Flip front to back' }).click();
  await expect(seat(page)).toContainText('top face up, to the spindle; right face to the rear');
  // a face is pressed in the drawing, and says beside the pointer what it can be used for
  await page.getByRole('button', { name: 'From the front' }).click();
  const drawing = page.getByRole('group', { name: 'Op 10 as it is held' });
  await drawing.locator('path.left').click();
  const offers = page.getByRole('dialog', { name: /^left face/ });
  await expect(offers).toContainText('In Op 10:');
  await offers.getByRole('button', { name: 'Put it up' }).click();
  await expect(page.getByLabel('Face up, to the spindle')).toHaveValue('-x');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('the cards of four setups never cover each other; the chosen one and the way to add another stay in sight', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await oneSetup(page, 'R-CARDS');
  await open(page, 'Seat');
  for (const turn of ['Turn a quarter left', 'Flip front to back', 'Turn a quarter right']) {
    await page.getByRole('button', { name: 'Add setup' }).click();
    await open(page, 'Zero');
    await page.getByLabel('Station', { exact: true }).selectOption('A');
    await open(page, 'Seat');
    await page.getByRole('button', { name: turn }).click();
  }
  await expect(page.locator('.storyboard .step strong').last()).not.toHaveText('not known yet', LONG);
  const cards = page.locator('.storyboard').locator('.card-end, .step, .card-setup');
  const boxes = await cards.evaluateAll((all) =>
    all.map((e) => {
      const { left, right } = e.getBoundingClientRect();
      return { left, right, over: e.scrollWidth - e.clientWidth };
    }),
  );
  expect(boxes).toHaveLength(2 + 4 + 3);
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

test("a depth can be chosen from the part's faces, and a typed sum kept as the reason", async ({ page }) => {
  await page.getByRole('link', { name: 'SK-1041' }).click();
  await expect(page.getByTestId('work-zero')).toContainText('G54', LONG);
  await open(page, 'Cuts');
  await page.getByLabel('…or down to a face').selectOption({ label: 'top side, 4 deep' });
  await expect(page.getByLabel('Cuts down below top')).toHaveValue('4.000');
  await expect(await next(page, 'metal-never-reached')).toBeVisible(LONG);
  await page.keyboard.press('Escape');
  await open(page, 'Cuts');
  await enter(page.getByLabel('Cuts down below top'), '38-7');
  await expect(page.getByText('from 38-7')).toBeVisible();
  // what the plan says goes first: it moves what is below it
  await expect(page.locator('.storyboard .card-end').last()).toContainText('nothing left over', LONG);
  await page.getByRole('button', { name: 'keep as why' }).click();
  await expect(page.getByRole('region', { name: 'Cuts' }).getByLabel('Why')).toHaveValue('cuts down below top 38-7');
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByLabel('Cuts down below top')).toHaveValue('31.000');
  await saved(page);
});

test('setups are added, reordered, renumbered and removed; an operation number is used once', async ({ page }) => {
  await oneSetup(page, 'R-ORDER');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await expect(page.getByRole('group', { name: 'Worksheet of Op 20' })).toBeVisible();
  await open(page, 'Zero');
  await expect(page.getByLabel('Register')).toHaveValue('G55');
  await open(page, 'Setup');
  await enter(page.getByLabel('Operation number'), '10');
  await expect(page.getByText('Op 10 is used twice. Give every setup its own operation number.').first()).toBeVisible();
  await expect(page.getByTestId('save-state')).toHaveText('not saved');
  await enter(page.getByLabel('Operation number'), '15');
  await saved(page);
  await page.getByRole('button', { name: 'Move earlier' }).click();
  await expect(page.locator('.card-setup').first()).toContainText('Op 15');
  await page.locator('.card-setup').first().focus();
  await page.keyboard.press(']');
  await expect(page.getByRole('group', { name: 'Worksheet of Op 10' })).toBeVisible();
  await page.keyboard.press('[');
  await expect(page.getByRole('group', { name: 'Worksheet of Op 15' })).toBeVisible();
  await page.getByRole('button', { name: 'Remove setup' }).click();
  await expect(page.locator('.card-setup')).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.locator('.card-setup')).toHaveCount(2);
});

test('findings stand in their section with numbers and remedy, and go when the cause goes', async ({ page }) => {
  await oneSetup(page, 'R-FIND');
  await open(page, 'Seat');
  await enter(page.getByLabel('Parallels, height'), '36');
  await open(page, 'Hold');
  await expect(await findingOf(page, 'grip-too-shallow')).toContainText('4.000 mm deep; this vise wants 6.000 mm');
  await open(page, 'Seat');
  await enter(page.getByLabel('Parallels, height'), '20');
  await open(page, 'Hold');
  await expect(await findingOf(page, 'grip-too-shallow')).toHaveCount(0);
  await open(page, 'Cuts');
  await enter(page.getByLabel('Cuts down below top'), '12');
  await open(page, 'Prove');
  await expect(await findingOf(page, 'jaw-top-above-lowest-cut')).toContainText('2.000 mm below the jaw tops');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Zero');
  await page.getByLabel('Register').selectOption('G54');
  await open(page, 'Seat');
  await enter(page.getByLabel('Parallels, height'), '24');
  await open(page, 'Zero');
  await expect(await findingOf(page, 'register-used-twice')).toContainText(
    'G54 is used by Op 10 and Op 20 for different zeros, 4.000 mm apart',
  );
  await page.getByLabel('Register').selectOption('G55');
  await expect(await findingOf(page, 'register-used-twice')).toHaveCount(0);
  await enter(page.getByLabel('Shift on purpose X'), '900');
  await open(page, 'Prove');
  await expect(await findingOf(page, 'zero-outside-travel')).toContainText('at the plus end');
  await open(page, 'Zero');
  await expect(page.getByRole('table', { name: /Ledger of G55/ })).toContainText('shift on purpose');
});

test('one view fills the bench, by keyboard too, and all three again', async ({ page }) => {
  await oneSetup(page, 'R-LARGE');
  const part = page.getByRole('group', { name: 'Op 10 as it is held' }).locator('path.left').first();
  const small = (await part.boundingBox())!.width;
  await page.getByRole('button', { name: 'From above' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('From the left end', { exact: true })).toHaveCount(1);
  expect((await part.boundingBox())!.width).toBeGreaterThan(1.3 * small);
  await page.getByRole('button', { name: 'All views' }).click();
  await expect(page.locator('svg').getByText('From the left end', { exact: true })).toBeVisible();
});

test('what is decided is dragged, nudged and typed where it stands; a drag is undone in one step', async ({ page }) => {
  await oneSetup(page, 'R-DRAG');
  await open(page, 'Seat');
  const stop = page.getByRole('slider', { name: 'Move the stop, seen from above' });
  const position = seat(page).getByLabel('Stop X, from left jaw end');
  const now = async () => Number((await position.inputValue()).replace('\u2212', '-'));
  const before = await now();
  const box = (await stop.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 60, y + 2, { steps: 8 });
  // the live number stands beside the pointer, and what is not meant stays
  await expect(page.locator('.beside-pointer')).toContainText(/^X \+\d+\.000/);
  await page.mouse.up();
  await expect(page.locator('.beside-pointer')).toHaveCount(0);
  const dragged = await now();
  expect(dragged).toBeGreaterThan(before + 5);
  expect(dragged % 1).toBe(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(now).toBeCloseTo(before, 9);
  await stop.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Alt+ArrowLeft');
  await expect.poll(now).toBeCloseTo(before + 1 + 0.1 - 10, 6);
  await page.keyboard.press('Enter');
  const asked = page.getByRole('dialog', { name: /Stop X/ });
  await enter(asked.getByLabel('Stop X, from left jaw end'), '37.5-0.125');
  await expect(position).toHaveValue('+37.375');
  await page.keyboard.press('Escape');
  await expect(asked).toHaveCount(0);
  await expect(stop).toBeFocused();
  // the dimension of the field that is typed in lights up
  await seat(page).getByLabel('Parallels, height').focus();
  await expect(page.locator('.bench-drawings g.measured text')).toHaveCount(2);
  // a number of the drawing is pressed and typed
  await page.locator('.typed-dimension[data-measures="parallels"]').first().click();
  const parallels = page.getByRole('dialog', { name: 'Parallels, height' });
  await enter(parallels.getByLabel('Parallels, height'), '28');
  await expect(parallels).toHaveCount(0);
  await expect(page.getByLabel('Parallels, height')).toHaveValue('28.000');
  await saved(page);
});

test('in space the same is dragged and nudged; how it was turned is remembered', async ({ page }) => {
  await oneSetup(page, 'R-SPACE');
  await open(page, 'Seat');
  const position = seat(page).getByLabel('Stop X, from left jaw end');
  const now = async () => Number((await position.inputValue()).replace('\u2212', '-'));
  const before = await now();
  await page.getByRole('button', { name: 'In space' }).click();
  const stop = page.getByRole('slider', { name: 'Move the stop, seen in space' });
  const placed = async () => {
    // what was done last is drawn by then
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
    const box = (await stop.boundingBox())!;
    return [box.x + box.width / 2, box.y + box.height / 2];
  };
  // turned by hand, it is looked at in the same way again, also when the page is loaded anew
  const first = await placed();
  const canvas = (await page.getByRole('img', { name: 'In space' }).boundingBox())!;
  await page.mouse.move(canvas.x + 40, canvas.y + 40);
  await page.mouse.down();
  await page.mouse.move(canvas.x + 100, canvas.y + 60, { steps: 5 });
  await page.mouse.up();
  const turned = await placed();
  expect(Math.hypot(turned[0] - first[0], turned[1] - first[1])).toBeGreaterThan(5);
  await page.getByRole('button', { name: 'All views' }).click();
  await page.reload();
  await page.getByRole('button', { name: 'In space' }).click();
  await expect(stop).toBeVisible();
  await expect.poll(async () => (await placed())[0]).toBeCloseTo(turned[0], 0);
  await open(page, 'Seat');
  const [x, y] = await placed();
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 70, y + 20, { steps: 8 });
  await expect(page.locator('.beside-pointer')).toContainText(/X \+\d+\.000/);
  await page.mouse.up();
  // it stands where it was let go, to a whole millimeter
  expect(Math.abs((await placed())[0] - (x + 70))).toBeLessThan(6);
  expect(await now()).toBeGreaterThan(before + 3);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(now).toBeCloseTo(before, 9);
  await stop.focus();
  const height = seat(page).getByLabel('Stop Z, above bed');
  const high = Number(await height.inputValue());
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('PageUp');
  await expect.poll(now).toBeCloseTo(before + 1, 9);
  await expect.poll(async () => Number(await height.inputValue())).toBeCloseTo(high + 1, 9);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: /Stop X/ })).toBeVisible();
  await saved(page);
});

test('what next lists what is open in the order of the work; a remedy is an edit like any other', async ({ page }) => {
  await oneSetup(page, 'R-NEXT');
  await open(page, 'Seat');
  await enter(page.getByLabel('Parallels, height'), '36');
  await expect(page.locator('button.tally:is(.stop, .caution)').first()).toBeVisible();
  await page.locator('button.tally:is(.stop, .caution)').first().click();
  const list = page.getByRole('dialog', { name: 'What next' });
  const shallow = list.locator('[data-code="grip-too-shallow"]');
  await expect(shallow).toContainText('Op 10');
  await shallow.getByRole('button', { name: /^Use \d+\.000 parallels$/ }).click();
  await expect(shallow).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(list).toHaveCount(0);
  await expect(page.getByLabel('Parallels, height')).toHaveValue('34.000');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByLabel('Parallels, height')).toHaveValue('36.000');
  await page.locator('button.tally:is(.stop, .caution)').first().click();
  await shallow.getByRole('button', { name: 'Go there' }).click();
  await expect(page.locator('.worksheet').getByRole('region', { name: 'Hold' })).toContainText('The grip is');
});

test('what is wrong stands in the drawing once, with its remedy; in space too, and by keyboard', async ({ page }) => {
  await oneSetup(page, 'R-MARK');
  await open(page, 'Seat');
  await enter(page.getByLabel('Parallels, height'), '36');
  const mark = page.locator('.finding-mark[data-item="parallels"]');
  await expect(mark).toHaveCount(1);
  await expect(mark).toHaveAccessibleName(/The grip is/);
  await mark.focus();
  await page.keyboard.press('Enter');
  const beside = page.getByRole('dialog', { name: 'What is wrong here' });
  await expect(beside.locator('[data-code="grip-too-shallow"]')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(beside).toHaveCount(0);
  await expect(mark).toBeFocused();
  await page.getByRole('button', { name: 'In space' }).click();
  await expect(mark).toHaveCount(1);
  await mark.click();
  await beside.getByRole('button', { name: /^Use \d+\.000 parallels$/ }).click();
  await expect(mark).toHaveCount(0);
  await expect(beside).toHaveCount(0);
  await expect(page.getByLabel('Parallels, height')).toHaveValue('34.000');
  await saved(page);
});

test('tools are listed with lengths that prove the Z travel', async ({ page }) => {
  await oneSetup(page, 'R-TOOLS');
  await open(page, 'Tools & program');
  await page.getByRole('button', { name: 'Add tool' }).click();
  await enter(page.getByLabel('Description of T1'), 'face mill');
  await open(page, 'Cuts');
  await enter(page.getByLabel('Cuts down below top'), '5');
  await page.getByRole('link', { name: 'Part & blank' }).click();
  await enter(page.getByLabel('top face +Z'), '2');
  await go(page, 'Route');
  await open(page, 'Tools & program');
  await expect(await findingOf(page, 'z-travel-not-proven')).toContainText('the length of T1 is not given');
  await open(page, 'Tools & program');
  await enter(page.getByLabel('Length of T1'), '450');
  await open(page, 'Prove');
  await expect(await findingOf(page, 'cut-outside-travel')).toContainText('Z by');
  await open(page, 'Tools & program');
  await enter(page.getByLabel('Length of T1'), '120');
  await open(page, 'Prove');
  await expect(await findingOf(page, 'cut-outside-travel')).toHaveCount(0);
  await open(page, 'Tools & program');
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
