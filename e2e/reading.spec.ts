import { open } from './bench';
import type { Page } from '@playwright/test';
import { enter, expect, features, go, LONG, saved, test } from './app';
import { blockStl, plateDxf } from './files';

async function jobFromFile(
  page: Page,
  number: string,
  name: string,
  bytes: Buffer,
  answer: (dialog: ReturnType<Page['getByRole']>) => Promise<void>,
): Promise<void> {
  await page.getByRole('button', { name: 'New job' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Job number').fill(number);
  await dialog
    .getByLabel(/or a file: STEP/)
    .setInputFiles({ name, mimeType: 'application/octet-stream', buffer: bytes });
  await answer(dialog);
  await dialog.getByRole('button', { name: 'Make the job' }).click();
  await expect(page.getByText('The blank contains the part.')).toBeVisible(LONG);
}

test('an STL asks for its unit and shows the size in both', async ({ page }) => {
  await jobFromFile(page, 'T-STL', 'block.stl', blockStl(4, 2, 1), async (dialog) => {
    await expect(dialog.getByText('millimeters: 4.000 × 2.000 mm = 0.1575 × 0.0787 in')).toBeVisible(LONG);
    await dialog.getByRole('button', { name: 'Make the job' }).click();
    await expect(dialog.getByRole('alert')).toContainText('with its unit where it is asked for');
    await dialog.getByLabel(/^inches: 101\.600/).check();
    await expect(dialog.getByText(/^surface: 101\.600 × 50\.800 × 25\.400 mm/)).toBeVisible();
  });
  await expect(page.getByText('X 101.600 Y 50.800 Z 25.400 mm ·').first()).toBeVisible();
  // a reload reads the file again the same way
  await saved(page);
  await page.reload();
  await expect(page.getByText('X 101.600 Y 50.800 Z 25.400 mm ·').first()).toBeVisible(LONG);
});

test('an open STL is closed where it is flat and says so; else it is refused with the place', async ({ page }) => {
  await page.getByRole('button', { name: 'New job' }).click();
  const dialog = page.getByRole('dialog');
  const put = (skip: number[]) =>
    dialog
      .getByLabel(/or a file: STEP/)
      .setInputFiles({ name: 'open.stl', mimeType: 'model/stl', buffer: blockStl(40, 20, 10, skip) });
  await put([0, 1]);
  await expect(dialog.getByText(/closed a flat hole of 4 corners near \(/)).toBeVisible(LONG);
  await dialog.getByRole('button', { name: 'Use typed sizes or another file instead' }).click();
  await put([0, 4]);
  await expect(dialog.getByRole('alert')).toContainText(
    /open at \d+ edges and cannot be closed without guessing: near \(/,
  );
  await expect(dialog.getByRole('img', { name: 'From above' }).locator('.chosen').first()).toBeAttached();
});

test('a DXF outline with a thickness; zero on a bore; a newer revision moves it, the next one takes it away', async ({
  page,
}) => {
  await jobFromFile(
    page,
    'T-DXF',
    'plate.dxf',
    plateDxf(120, 60, [
      [30, 30, 10],
      [90, 30, 5],
    ]),
    async (dialog) => {
      await enter(dialog.getByLabel('Thickness of the outline'), '12');
      await dialog.getByLabel(/^millimeters: 120\.000/).check(LONG);
      await expect(dialog.getByText(/^outline 1 with 2 holes: 120\.000 × 60\.000 × 12\.000 mm/)).toBeVisible();
    },
  );
  await features(page).getByRole('button', { name: 'bore ⌀20 through' }).click();
  await enter(page.getByLabel('Own name for it'), 'spigot seat');
  await expect(features(page).getByRole('button', { name: 'spigot seat' })).toBeVisible();
  await enter(page.getByLabel('top face +Z'), '2');

  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 1');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Zero');
  await page.getByLabel('Station', { exact: true }).selectOption('A');
  await expect(page.getByTestId('work-zero')).toContainText(/X [+−]/);
  const before = await page.getByTestId('work-zero').innerText();
  for (const axis of ['X', 'Y'])
    await page.getByLabel(`Zero in ${axis}`, { exact: true }).selectOption('axis of spigot seat');
  // from the left rear corner to the axis: 30 to the right, 30 to the front
  const moved = async () =>
    (await page.getByTestId('work-zero').innerText()).match(/[+−][\d.]+/g)!.map((n) => Number(n.replace('−', '-')));
  const [x, y] = before.match(/[+−][\d.]+/g)!.map((n) => Number(n.replace('−', '-')));
  await expect.poll(moved).toEqual([expect.closeTo(x + 30, 3), expect.closeTo(y - 30, 3), expect.any(Number)]);
  await saved(page);

  const revise = async (holes: [number, number, number][], says: RegExp) => {
    await go(page, 'Part & blank');
    await page
      .getByLabel(/Read a newer revision/)
      .setInputFiles({ name: 'plate-b.dxf', mimeType: 'application/dxf', buffer: plateDxf(120, 60, holes) });
    await expect(page.getByText(says)).toBeVisible(LONG);
    await page.getByRole('button', { name: 'Use this body as the part' }).click();
  };
  await revise(
    [
      [32, 30, 10],
      [90, 30, 5],
    ],
    /1 moved or changed: bore ⌀20 through/,
  );
  await expect(page.locator('[data-code="feature-changed"]')).toContainText(
    'spigot seat is not where it was when it was picked: X +2.000.',
  );
  await go(page, 'Route');
  await expect.poll(moved).toEqual([expect.closeTo(x + 32, 3), expect.closeTo(y - 30, 3), expect.any(Number)]);
  await saved(page);

  await revise([[90, 30, 5]], /gone: bore ⌀20 through/);
  await expect(page.locator('[data-code="feature-gone"]')).toContainText(
    'spigot seat is not in the part any more; the zero of Op 10 in X, the zero of Op 10 in Y refer to it.',
  );
  await go(page, 'Sheet');
  await expect(page.locator('[data-code="feature-gone"]').first()).toBeVisible();
});
