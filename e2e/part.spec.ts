import { findingOf, next, open } from './bench';
import type { Page } from '@playwright/test';
import { enter, expect, features, go, LONG, menu, newBlockJob, openDemoPart, saved, test } from './app';

const board = (page: Page) => page.getByRole('img', { name: 'Part and blank on the drawing board' });

test('pointing gives sizes, two picks measure, a cut is hatched and dragged', async ({ page }) => {
  await openDemoPart(page);
  await features(page).getByRole('button', { name: 'bore ⌀42 through' }).click();
  await expect(page.locator('svg.board .chosen').first()).toBeAttached();
  await expect(
    page.getByText(/⌀ 42\.000, 34\.000 deep, through, axis at X \+55\.000 Y \+35\.000/).first(),
  ).toBeVisible();

  // the crosses of center lines in the view from above tell where the bores stand on the page
  const crosses = await page
    .locator('svg.board path.center')
    .evaluateAll((paths) =>
      paths.map((p) => (p.getAttribute('d') ?? '').match(/-?[\d.]+/g)!.map(Number)).find((n) => n.length >= 6 * 8)!,
    );
  const centers: [number, number][] = [];
  for (let i = 0; i + 7 < crosses.length; i += 8)
    centers.push([(crosses[i] + crosses[i + 2]) / 2, (crosses[i + 1] + crosses[i + 3]) / 2]);
  const box = (await board(page).boundingBox())!;
  const [first, second] = centers.slice(-2).map(([x, y]): [number, number] => [box.x + x, box.y + y]);
  await page.mouse.move(...first);
  await expect(page.locator('p.reading')).toContainText('bore ⌀9 through, 3 of 4');
  await page.getByRole('button', { name: 'Measure' }).click();
  await page.mouse.click(...first);
  await expect(page.getByText('Measure: pick the second one.')).toBeVisible();
  await page.mouse.click(...second);
  await expect(page.locator('p.reading')).toContainText(
    'axis of bore ⌀9 through, 3 of 4 to axis of bore ⌀9 through, 4 of 4 82.000 mm: X +82.000 Y +0.000',
  );
  await page.getByRole('button', { name: 'Measure' }).click();

  await page.getByLabel('Cut open').selectOption('y');
  await expect(page.locator('svg.board .cut-face').first()).toBeAttached();
  await expect(page.locator('svg.board .hatch').first()).toBeAttached();
  await enter(page.getByLabel('Cut at Y'), '12');
  await expect(page.getByText('Cut at Y +12.000: drag')).toBeVisible();
  const cutLine = (await page.locator('svg.board .cutting-line').first().boundingBox())!;
  await page.mouse.move(cutLine.x + cutLine.width / 2, cutLine.y + cutLine.height / 2);
  await page.mouse.down();
  await page.mouse.move(cutLine.x + cutLine.width / 2, cutLine.y + cutLine.height / 2 - 30, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByText('Cut at Y +12.000: drag')).toHaveCount(0);
});

test('by keyboard alone: two lines of the list are measured, a copy too many is refused', async ({ page }) => {
  await newBlockJob(page, 'T-KEYS', ['100', '60', '30']);
  const press = async (name: string) => {
    const button = page.getByRole('button', { name, exact: true });
    await button.focus();
    await page.keyboard.press('Enter');
  };
  await press('Measure');
  await expect(page.getByText('Measure: pick a face, a bore or a corner, here or in the list.')).toBeVisible();
  await press('left face');
  await press('right face');
  await expect(page.locator('p.reading')).toHaveText('left face to right face 100.000 mm');
  const copies = page.getByRole('region', { name: 'Copies' });
  await enter(copies.getByLabel('Along X'), '201');
  await expect(copies.getByText('Expected a whole number from 1 to 200.')).toBeVisible();
});

test('a face or bore picked in the drawing is taken for zero, depth or stop', async ({ page }) => {
  await newBlockJob(page, 'T-USE', ['100', '60', '30']);
  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 1');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Zero');
  await page.getByLabel('Station', { exact: true }).selectOption('A');
  await go(page, 'Part & blank');
  await features(page).getByRole('button', { name: 'right face' }).click();
  await features(page).getByRole('button', { name: 'Zero X', exact: true }).click();
  await expect(features(page).getByText('Zero in X of Op 10 is on right face now.')).toBeVisible();
  await expect(features(page).getByText('Used by the zero of Op 10 in X.')).toBeVisible();
  await features(page).getByRole('button', { name: 'left face' }).click();
  await features(page).getByRole('button', { name: 'Stop against it' }).click();
  await features(page).getByRole('button', { name: 'top face' }).click();
  await features(page).getByRole('button', { name: 'Depth down to it' }).click();
  await go(page, 'Route');
  await open(page, 'Zero');
  await expect(page.getByLabel('Zero in X', { exact: true }).locator('option:checked')).toHaveText('right face');
  await open(page, 'Seat');
  await expect(page.getByLabel('Stop against a face').locator('option:checked')).toHaveText('left face');
  await open(page, 'Cuts');
  await expect(page.getByLabel('…or down to a face').locator('option:checked')).toHaveText('top face');
  await open(page, 'Zero');
  await page.getByLabel('Zero in X', { exact: true }).selectOption('middle between two…');
  await page.getByLabel('Zero in X, first of the two').selectOption('left face');
  await page.getByLabel('Zero in X, second of the two').selectOption('right face');
  await go(page, 'Ledger');
  await expect(page.getByText(/middle between left face and right face/).first()).toBeVisible();
});

test('zoom by button, wheel and key, and back', async ({ page }) => {
  await openDemoPart(page);
  const view = () => board(page).getAttribute('viewBox');
  const whole = await view();
  await page.getByRole('button', { name: 'Zoom in' }).click();
  expect(await view()).not.toBe(whole);
  await page.getByRole('button', { name: 'Fit', exact: true }).click();
  await expect.poll(view).toBe(whole);
  await board(page).focus();
  await page.keyboard.press('+');
  await expect.poll(view).not.toBe(whole);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('0');
  await expect.poll(view).toBe(whole);
  await board(page).hover();
  await page.mouse.wheel(0, -300);
  await expect.poll(view).not.toBe(whole);
});

test('in space: the part is drawn, turned and picked; a setup shows what it leaves and takes away', async ({
  page,
}) => {
  await openDemoPart(page);
  await page.getByRole('button', { name: 'In space' }).click();
  const canvas = page.getByRole('img', { name: 'In space' });
  await expect(canvas).toBeVisible();
  await expect(page.getByLabel('part', { exact: true })).toBeChecked();
  const picture = () => canvas.evaluate((c) => (c as HTMLCanvasElement).toDataURL());
  await page.waitForTimeout(500);
  const first = await picture();
  const box = (await canvas.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 90, box.y + box.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect.poll(picture).not.toBe(first);
  await expect(features(page).getByLabel('Own name for it')).toHaveCount(0);
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await expect(features(page).getByLabel('Own name for it')).toHaveValue(/face|side|bore/);
  const turned = await picture();
  await page.getByLabel('Cut open').selectOption('x');
  await expect.poll(picture).not.toBe(turned);
  await go(page, 'Route');
  await page.getByRole('button', { name: 'In space' }).click();
  await expect(page.getByLabel('what is left')).toBeChecked();
  await page.getByLabel('what this setup takes away').uncheck();
  await menu(page, 'Night shift');
  await expect(page.getByRole('img', { name: 'In space' })).toBeVisible();
});

test('first angle puts the view from above below the front, by a shop setting', async ({ page }) => {
  await page.getByRole('link', { name: 'Shop' }).click();
  await page.getByRole('link', { name: 'The shop as a whole' }).click();
  await page.getByLabel('Drawing views').selectOption('first angle');
  await saved(page);
  await page.getByRole('link', { name: 'Jobs', exact: true }).click();
  await openDemoPart(page);
  const place = async (title: string) => (await board(page).getByText(title, { exact: true }).boundingBox())!;
  await expect(board(page).getByText('first angle')).toBeVisible();
  expect((await place('From above')).y).toBeGreaterThan((await place('From the front')).y);
  expect((await place('From the left end')).x).toBeGreaterThan((await place('From the front')).x);
  await page.getByRole('link', { name: 'Shop' }).click();
  await page.getByRole('link', { name: 'The shop as a whole' }).click();
  await page.getByLabel('Drawing views').selectOption('third angle');
  await saved(page);
});

test('a program made with another zero: how far off, and what would happen', async ({ page }) => {
  await newBlockJob(page, 'T-PROG', ['100', '60', '30'], 'inch');
  await enter(page.getByLabel('left face -X'), '0.03');
  await go(page, 'Route');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Tools & program');
  await page.getByLabel('State how the program was made').check();
  await expect(page.getByText("The program's zero and the setup's are the same point")).toBeVisible();
  await open(page, 'Zero');
  await page.getByLabel('Work zero is on the').selectOption('raw blank');
  await expect(await findingOf(page, 'zero-differs-from-program')).toContainText(
    "X −0.0300 from the program's zero. At the machine every side would be cut 0.0300 in too far left.",
  );
  await open(page, 'Tools & program');
  await page.getByLabel('Its zero is on the').selectOption('raw blank');
  await expect(await findingOf(page, 'zero-differs-from-program')).toHaveCount(0);
  await open(page, 'Tools & program');
  await page.getByLabel('Programmed with up').selectOption('bottom face');
  await expect(await findingOf(page, 'lies-not-as-programmed')).toContainText('programmed with the bottom face up');
});

test('a route is proposed, taken, and is an ordinary route: nothing left over', async ({ page }) => {
  await newBlockJob(page, 'T-PROPOSE', ['80', '50', '30']);
  for (const side of [
    'left face -X',
    'right face +X',
    'front face -Y',
    'rear face +Y',
    'bottom face -Z',
    'top face +Z',
  ])
    await enter(page.getByLabel(side), '2');
  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 1');
  await page.getByRole('button', { name: 'Propose a route…' }).click();
  const proposed = page.getByRole('region', { name: 'Proposed route' });
  await proposed.getByRole('button', { name: 'Look from all six sides' }).click();
  await expect(proposed.getByText('2 setups reach every face that can be reached; no fewer do.').first()).toBeVisible(
    LONG,
  );
  await proposed.getByRole('button', { name: 'Take this route' }).first().click();
  await expect(page.getByText('nothing left over')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Op 20/ })).toBeVisible();
  // an ordinary setup: its depth is edited, and what is not reached then is told with the side it is reached from
  await page.getByRole('button', { name: /^Op 20/ }).click();
  await open(page, 'Cuts');
  await enter(page.getByLabel('Cuts down below top'), '1');
  await expect(await next(page, 'metal-never-reached')).toContainText('are never reached', LONG);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /where Op 10 stopped/ }).click();
  await expect(page.getByText('nothing left over')).toBeVisible();
});
