import type { Page } from '@playwright/test';
import { enter, expect, go, newBlockJob, saved, test } from './app';
import { blockStl, plateDxf } from './files';

async function jobFromFile(page: Page, number: string, name: string, bytes: Buffer, answer: (dialog: ReturnType<Page['getByRole']>) => Promise<void>): Promise<void> {
  await page.getByRole('button', { name: 'New job' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Job number').fill(number);
  await dialog.getByLabel(/or a file: STEP/).setInputFiles({ name, mimeType: 'application/octet-stream', buffer: bytes });
  await answer(dialog);
  await dialog.getByRole('button', { name: 'Make the job' }).click();
  await expect(page.getByText('The blank contains the part.')).toBeVisible({ timeout: 150_000 });
}

const features = (page: Page) => page.getByRole('region', { name: 'Faces and bores' });
const board = (page: Page) => page.getByRole('img', { name: 'Part and blank on the drawing board' });
const openDemo = async (page: Page) => {
  await page.getByRole('link', { name: 'SK-1041' }).click();
  await go(page, 'Part & blank');
  await expect(features(page).getByRole('button', { name: 'bore ⌀42 through' })).toBeVisible({ timeout: 150_000 });
};

test('an STL asks for its unit and shows the size in both', async ({ page }) => {
  await jobFromFile(page, 'T-STL', 'block.stl', blockStl(4, 2, 1), async (dialog) => {
    await expect(dialog.getByText('millimetres: 4.000 × 2.000 mm = 0.1575 × 0.0787 in')).toBeVisible({ timeout: 150_000 });
    await dialog.getByRole('button', { name: 'Make the job' }).click();
    await expect(dialog.getByRole('alert')).toContainText('with its unit where it is asked for');
    await dialog.getByLabel(/^inches: 101\.600/).check();
    await expect(dialog.getByText(/^surface: 101\.600 × 50\.800 × 25\.400 mm/)).toBeVisible();
  });
  await expect(page.getByText('X 101.600 Y 50.800 Z 25.400 mm ·').first()).toBeVisible();
  // a reload reads the file again the same way
  await saved(page);
  await page.reload();
  await expect(page.getByText('X 101.600 Y 50.800 Z 25.400 mm ·').first()).toBeVisible({ timeout: 150_000 });
});

test('an open STL is closed where it is flat and says so; else it is refused with the place', async ({ page }) => {
  await page.getByRole('button', { name: 'New job' }).click();
  const dialog = page.getByRole('dialog');
  const put = (skip: number[]) => dialog.getByLabel(/or a file: STEP/).setInputFiles({ name: 'open.stl', mimeType: 'model/stl', buffer: blockStl(40, 20, 10, skip) });
  await put([0, 1]);
  await expect(dialog.getByText(/closed a flat hole of 4 corners near \(/)).toBeVisible({ timeout: 150_000 });
  await dialog.getByRole('button', { name: 'Use typed sizes or another file instead' }).click();
  await put([0, 4]);
  await expect(dialog.getByRole('alert')).toContainText(/open at \d+ edges and cannot be closed without guessing: near \(/);
  await expect(dialog.getByRole('img', { name: 'From above' }).locator('.chosen').first()).toBeAttached();
});

test('a DXF outline with a thickness; zero on a bore; a newer revision moves it, the next one takes it away', async ({ page }) => {
  await jobFromFile(page, 'T-DXF', 'plate.dxf', plateDxf(120, 60, [[30, 30, 10], [90, 30, 5]]), async (dialog) => {
    await enter(dialog.getByLabel('Thickness of the outline'), '12');
    await dialog.getByLabel(/^millimetres: 120\.000/).check({ timeout: 150_000 });
    await expect(dialog.getByText(/^outline 1 with 2 holes: 120\.000 × 60\.000 × 12\.000 mm/)).toBeVisible();
  });
  await features(page).getByRole('button', { name: 'bore ⌀20 through' }).click();
  await enter(page.getByLabel('Own name for it'), 'spigot seat');
  await expect(features(page).getByRole('button', { name: 'spigot seat' })).toBeVisible();
  await enter(page.getByLabel('top face +Z'), '2');

  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 1');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await page.getByLabel('Station of the vise').selectOption('A');
  await expect(page.getByTestId('work-zero')).toContainText(/X [+−]/);
  const before = await page.getByTestId('work-zero').innerText();
  for (const axis of ['X', 'Y']) await page.getByLabel(`Zero in ${axis}`, { exact: true }).selectOption('axis of spigot seat');
  // from the left rear corner to the axis: 30 to the right, 30 to the front
  const moved = async () => (await page.getByTestId('work-zero').innerText()).match(/[+−][\d.]+/g)!.map((n) => Number(n.replace('−', '-')));
  const [x, y] = before.match(/[+−][\d.]+/g)!.map((n) => Number(n.replace('−', '-')));
  await expect.poll(moved).toEqual([expect.closeTo(x + 30, 3), expect.closeTo(y - 30, 3), expect.any(Number)]);
  await saved(page);

  const revise = async (holes: [number, number, number][], says: RegExp) => {
    await go(page, 'Part & blank');
    await page.getByLabel(/Read a newer revision/).setInputFiles({ name: 'plate-b.dxf', mimeType: 'application/dxf', buffer: plateDxf(120, 60, holes) });
    await expect(page.getByText(says)).toBeVisible({ timeout: 150_000 });
    await page.getByRole('button', { name: 'Use this body as the part' }).click();
  };
  await revise([[32, 30, 10], [90, 30, 5]], /1 moved or changed: bore ⌀20 through/);
  await expect(page.locator('[data-code="feature-changed"]')).toContainText('spigot seat is not where it was when it was picked: X +2.000.');
  await go(page, 'Route');
  await expect.poll(moved).toEqual([expect.closeTo(x + 32, 3), expect.closeTo(y - 30, 3), expect.any(Number)]);
  await saved(page);

  await revise([[90, 30, 5]], /gone: bore ⌀20 through/);
  await expect(page.locator('[data-code="feature-gone"]')).toContainText('spigot seat is not in the part any more; the zero of Op 10 in X, the zero of Op 10 in Y refer to it.');
  await go(page, 'Sheet');
  await expect(page.locator('[data-code="feature-gone"]').first()).toBeVisible();
});

test('pointing gives sizes, two picks measure, a cut is hatched and dragged', async ({ page }) => {
  await openDemo(page);
  await features(page).getByRole('button', { name: 'bore ⌀42 through' }).click();
  await expect(page.locator('svg.board .chosen').first()).toBeAttached();
  await expect(page.getByText(/⌀ 42\.000, 34\.000 deep, through, axis at X \+55\.000 Y \+35\.000/).first()).toBeVisible();

  // the crosses of centre lines in the view from above tell where the bores stand on the page
  const crosses = await page.locator('svg.board path.centre').evaluateAll((paths) => paths.map((p) => (p.getAttribute('d') ?? '').match(/-?[\d.]+/g)!.map(Number)).find((n) => n.length >= 6 * 8)!);
  const centres: [number, number][] = [];
  for (let i = 0; i + 7 < crosses.length; i += 8) centres.push([(crosses[i] + crosses[i + 2]) / 2, (crosses[i + 1] + crosses[i + 3]) / 2]);
  const box = (await board(page).boundingBox())!;
  const [first, second] = centres.slice(-2).map(([x, y]): [number, number] => [box.x + x, box.y + y]);
  await page.mouse.move(...first);
  await expect(page.locator('p.reading')).toContainText('bore ⌀9 through, 3 of 4');
  await page.getByRole('button', { name: 'Measure' }).click();
  await page.mouse.click(...first);
  await expect(page.getByText('Measure: pick the second one.')).toBeVisible();
  await page.mouse.click(...second);
  await expect(page.locator('p.reading')).toContainText('axis of bore ⌀9 through, 3 of 4 to axis of bore ⌀9 through, 4 of 4 82.000 mm: X +82.000 Y +0.000');
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
  const press = async (name: string) => { const button = page.getByRole('button', { name, exact: true }); await button.focus(); await page.keyboard.press('Enter'); };
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
  await page.getByLabel('Station of the vise').selectOption('A');
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
  await expect(page.getByLabel('Zero in X', { exact: true }).locator('option:checked')).toHaveText('right face');
  await expect(page.getByLabel('Stop against a face').locator('option:checked')).toHaveText('left face');
  await expect(page.getByLabel('…or down to a face').locator('option:checked')).toHaveText('top face');
  await page.getByLabel('Zero in X', { exact: true }).selectOption('middle between two…');
  await page.getByLabel('Zero in X, first of the two').selectOption('left face');
  await page.getByLabel('Zero in X, second of the two').selectOption('right face');
  await go(page, 'Ledger');
  await expect(page.getByText(/middle between left face and right face/).first()).toBeVisible();
});

test('zoom by button, wheel and key, and back', async ({ page }) => {
  await openDemo(page);
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

test('in space: the part is drawn, turned and picked; a setup shows what it leaves and takes away', async ({ page }) => {
  await openDemo(page);
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
  await page.getByRole('button', { name: 'Night shift' }).click();
  await expect(page.getByRole('img', { name: 'In space' })).toBeVisible();
});

test('the blank: a bar that is too thin is stopped, stock is taken from the list, a raw side is cautioned', async ({ page }) => {
  await newBlockJob(page, 'T-BLANK', ['100', '60', '30']);
  const blank = page.getByRole('region', { name: 'Blank' });
  await blank.getByLabel('Kind').selectOption('round bar');
  await blank.getByLabel('Runs along').selectOption('X');
  await enter(blank.getByLabel('Diameter'), '64');
  await expect(page.locator('[data-code="part-sticks-out-of-blank"]')).toContainText('The part sticks out of the round bar');
  await enter(blank.getByLabel('Diameter'), '70');
  await expect(page.locator('[data-code="part-sticks-out-of-blank"]')).toHaveCount(0);
  await blank.getByLabel('Kind').selectOption('block');
  // size from allowance and allowance from size
  await enter(blank.getByLabel('Blank X'), '106');
  await expect(blank.getByLabel('left face -X')).toHaveValue('3.000');
  await expect(blank.getByLabel('left face comes')).toHaveValue('sawn');
  await blank.getByRole('button', { name: 'Nearest size up from stock' }).click();
  await blank.getByRole('row', { name: /^Flat 40 × 80/ }).getByRole('button', { name: 'Take' }).click();
  await expect(blank.getByText('X 102.000 Y 80.000 Z 40.000')).toBeVisible();
  await expect(blank.getByText('from Flat 40 × 80')).toBeVisible();
  await expect(blank.getByLabel('top face comes')).toHaveValue('raw');
  await go(page, 'Route');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await expect(page.locator('[data-code="located-by-raw-face"]')).toContainText('bottom face at the rest, rear face at the fixed jaw');
});

test('several copies from one blank: where each lies, and the cutter between them', async ({ page }) => {
  await newBlockJob(page, 'T-COPIES', ['50', '30', '10']);
  const copies = page.getByRole('region', { name: 'Copies' });
  await enter(copies.getByLabel('Along X'), '3');
  await enter(copies.getByLabel('Gap', { exact: true }), '0.1 in');
  await enter(copies.getByLabel('Cutter between them'), '2');
  await expect(copies.getByText('The cutter leaves 0.540 mm between copies, 0.270 mm a side.')).toBeVisible();
  await expect(copies.getByRole('row', { name: /^3 / })).toContainText('+105.080');
  await enter(copies.getByLabel('Cutter between them'), '3');
  await expect(page.locator('[data-code="cutter-does-not-fit-gap"]')).toContainText('it is 0.460 mm too thick');
  await copies.getByRole('button', { name: /Make the gap cutter and two clearances/ }).click();
  await expect(page.locator('[data-code="cutter-does-not-fit-gap"]')).toHaveCount(0);
  await expect(copies.getByRole('row', { name: /^2 / })).toContainText('+53.600');
});

test('does it fit an offcut: a place, turned and clear of a hole, or by how much not', async ({ page }) => {
  await openDemo(page);
  const offcuts = page.getByRole('region', { name: 'Offcuts' });
  await offcuts.getByRole('button', { name: 'Does it fit?' }).click();
  await expect(offcuts.getByText('Rack 1: fits')).toBeVisible({ timeout: 150_000 });
  await expect(offcuts.getByText('Rack 2: does not fit')).toBeVisible();
  await expect(offcuts.getByText(/It would fit if it were/)).toBeVisible();
  await expect(offcuts.getByText('another material: oak')).toBeVisible();
});

test('the shop keeps offcuts: from a DXF, drawn by pointing, with a wrong corner told', async ({ page }) => {
  await page.getByRole('link', { name: 'Shop' }).click();
  await page.getByRole('button', { name: 'Add offcut' }).click();
  const piece = page.getByRole('region', { name: 'New piece' });
  await piece.getByLabel('Outline from DXF').setInputFiles({ name: 'rest.dxf', mimeType: 'application/dxf', buffer: plateDxf(220, 140, [[50, 50, 10]]) });
  await expect(piece.getByLabel('Length')).toHaveValue('220.000');
  await expect(piece.getByLabel('Hole or knot 1')).not.toHaveValue('');
  const corners = piece.getByLabel('Corners of the outline');
  await corners.fill('0, 0; 300; 100, 200');
  await corners.blur();
  await expect(piece.getByText('Corner 2, "300": expected two lengths')).toBeVisible();
  await corners.fill('0, 0; 300, 0; 12 in, 200; 0, 200');
  await corners.blur();
  await expect(corners).toHaveValue(/304\.800, 200\.000/);
  await piece.getByRole('button', { name: 'Draw a hole or knot' }).click();
  const sketch = (await piece.getByRole('img').boundingBox())!;
  for (const [u, v] of [[0.4, 0.4], [0.6, 0.4], [0.5, 0.6]]) await page.mouse.click(sketch.x + u * sketch.width, sketch.y + v * sketch.height);
  await piece.getByRole('button', { name: 'Close the hole' }).click();
  await expect(piece.getByLabel('Hole or knot 2')).not.toHaveValue('');
  await piece.getByLabel('Photo').setInputFiles({ name: 'note.txt', mimeType: 'text/plain', buffer: Buffer.from('x') });
  await expect(piece.getByRole('alert')).toContainText('must be a PNG, JPEG or WebP');
  await piece.getByLabel('Photo').setInputFiles({ name: 'p.png', mimeType: 'image/png', buffer: Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64') });
  await expect(piece.getByAltText('Photo of New piece')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByAltText('Photo of New piece')).toBeVisible();
  await page.getByRole('button', { name: 'Remove New piece' }).click();
  await saved(page);
});

test('first angle puts the view from above below the front, by a shop setting', async ({ page }) => {
  await page.getByRole('link', { name: 'Shop' }).click();
  await page.getByLabel('Drawing views').selectOption('first angle');
  await saved(page);
  await page.getByRole('link', { name: 'Jobs', exact: true }).click();
  await openDemo(page);
  const place = async (title: string) => (await board(page).getByText(title, { exact: true }).boundingBox())!;
  await expect(board(page).getByText('first angle')).toBeVisible();
  expect((await place('From above')).y).toBeGreaterThan((await place('From the front')).y);
  expect((await place('From the left end')).x).toBeGreaterThan((await place('From the front')).x);
  await page.getByRole('link', { name: 'Shop' }).click();
  await page.getByLabel('Drawing views').selectOption('third angle');
  await saved(page);
});

test('a program made with another zero: how far off, and what would happen', async ({ page }) => {
  await newBlockJob(page, 'T-PROG', ['100', '60', '30'], 'inch');
  await enter(page.getByLabel('left face -X'), '0.03');
  await go(page, 'Route');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await page.getByLabel('State how the program was made').check();
  await expect(page.getByText("The program's zero and the setup's are the same point")).toBeVisible();
  await page.getByLabel('Work zero is on the').selectOption('raw blank');
  await expect(page.locator('[data-code="zero-differs-from-program"]')).toContainText('X −0.0300 from the program\'s zero. At the machine every side would be cut 0.0300 in too far left.');
  await page.getByLabel('Its zero is on the').selectOption('raw blank');
  await expect(page.locator('[data-code="zero-differs-from-program"]')).toHaveCount(0);
  await page.getByLabel('Programmed with up').selectOption('bottom face');
  await expect(page.locator('[data-code="lies-not-as-programmed"]')).toContainText('programmed with the bottom face up');
});

test('a route is proposed, taken, and is an ordinary route: nothing left over', async ({ page }) => {
  await newBlockJob(page, 'T-PROPOSE', ['80', '50', '30']);
  for (const side of ['left face -X', 'right face +X', 'front face -Y', 'rear face +Y', 'bottom face -Z', 'top face +Z']) await enter(page.getByLabel(side), '2');
  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 1');
  await page.getByRole('button', { name: 'Propose a route…' }).click();
  const proposed = page.getByRole('region', { name: 'Proposed route' });
  await proposed.getByRole('button', { name: 'Look from all six sides' }).click();
  await expect(proposed.getByText('2 setups reach every face that can be reached; no fewer do.').first()).toBeVisible({ timeout: 150_000 });
  await proposed.getByRole('button', { name: 'Take this route' }).first().click();
  await expect(page.getByText('nothing left over')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Op 20/ })).toBeVisible();
  // an ordinary setup: its depth is edited, and what is not reached then is told with the side it is reached from
  await page.getByRole('button', { name: /^Op 20/ }).click();
  await enter(page.getByLabel('Cuts down below top'), '1');
  await expect(page.locator('[data-code="metal-never-reached"]')).toContainText('are never reached');
  await page.getByRole('button', { name: /where Op 10 stopped/ }).click();
  await expect(page.getByText('nothing left over')).toBeVisible();
});
