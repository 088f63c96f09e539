import { readFileSync } from 'node:fs';
import { type Page } from '@playwright/test';
import { enter, expect, go, LONG, saved, seriousViolations, test } from './app';
import { open } from './bench';

const csv = (text: string) => ({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
const region = (page: Page, name: string) => page.getByRole('region', { name, exact: true });

/** What a button saves as a file. */
async function savedBy(page: Page, click: () => Promise<void>): Promise<{ name: string; text: string }> {
  const [download] = await Promise.all([page.waitForEvent('download'), click()]);
  return { name: download.suggestedFilename(), text: readFileSync(await download.path(), 'utf8') };
}

test('a lead keeps tools: found, measured, copied, retired, and where each is used', async ({ page, app }) => {
  await page.goto(`${app.address}/shop`);
  await page.getByRole('link', { name: /^Tools/ }).click();
  // as soon as it is the list of tools that is searched
  await expect(page.getByRole('searchbox', { name: 'Search tools' })).toBeVisible();
  await page.keyboard.press('/');
  await expect(page.getByRole('searchbox', { name: 'Search tools' })).toBeFocused();
  await page.keyboard.type('pocket end mill 16');
  await expect(page.getByText('1 of 11')).toBeVisible();
  await page.getByRole('link', { name: /^End mill 16/ }).click();
  await expect(page).toHaveURL(/\/shop\/tools\/end-16$/);
  await expect(region(page, 'Where used').getByRole('link', { name: 'SK-1041' })).toBeVisible();
  const tool = region(page, 'End mill 16, 3 flutes');
  await enter(tool.getByRole('textbox', { name: 'Measured length' }), '128.62');
  await expect(tool.getByLabel('By', { exact: true })).toHaveValue('Lead');
  // what a job uses is retired, not removed
  await tool.getByRole('button', { name: 'Remove End mill 16, 3 flutes' }).click();
  await expect(tool.getByRole('alert')).toContainText(/\d jobs? uses? it: retire it instead/);
  await tool.getByRole('button', { name: 'Copy' }).click();
  const copy = region(page, 'End mill 16, 3 flutes, copy');
  // another one is not measured, and nobody knows where it is
  await expect(copy.getByRole('textbox', { name: 'Measured length' })).toHaveValue('');
  await expect(copy.getByRole('combobox', { name: 'Where it is' })).toHaveValue('');
  await enter(copy.getByLabel('Diameter', { exact: true }), '11/16 in');
  await expect(copy.getByLabel('Diameter', { exact: true })).toHaveValue('17.463');
  await expect(copy.getByText('In no job.')).toBeVisible();
  await copy.getByRole('button', { name: 'Retire' }).click();
  await expect(page.getByText('retired: no longer offered')).toBeVisible();
  await copy.getByRole('button', { name: 'Remove End mill 16, 3 flutes, copy' }).click();
  await expect(copy).toHaveCount(0);
  await saved(page);
  expect(await seriousViolations(page)).toEqual([]);
});

test('a job takes tools out of the shop; what differs is marked, and what has to be brought is on its sheet', async ({
  page,
  app,
}) => {
  await page.goto(app.address);
  await page.getByRole('link', { name: 'SK-1041' }).click();
  await open(page, 'Tools & program');
  const tools = page.locator('.worksheet').getByRole('region', { name: 'Tools & program', exact: true });
  await enter(tools.getByLabel('Length of T5'), '130');
  await expect(tools).toContainText('length 130.000 mm, in the shop 128.', LONG);
  await tools.getByRole('button', { name: 'Take T5 over from the shop' }).click();
  await expect(tools.getByLabel('Length of T5')).toHaveValue(/^128\./);
  await tools.getByRole('button', { name: 'Tool of the shop…' }).click();
  await expect(page.getByRole('searchbox', { name: 'Search tools of the shop' })).toBeFocused();
  await page.keyboard.type('ball');
  await page.keyboard.press('Enter');
  await expect(tools.getByLabel('Description of T9')).toHaveValue('Ball end mill 6');
  await go(page, 'Sheet');
  await expect(page.getByRole('main')).toContainText('Tools to bring and measure', LONG);
  await expect(page.getByRole('main')).toContainText('bring: Cabinet 1, drawer 2; measure its length');
  await go(page, 'Route');
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await saved(page);
});

test('tools go out as CSV and come in: what would change is shown first, and can be undone', async ({ page, app }) => {
  await page.goto(`${app.address}/shop/tools`);
  const out = await savedBy(page, () => page.getByRole('button', { name: 'As CSV' }).click());
  expect(out.name).toBe('tools.csv');
  expect(out.text).toMatch(/^\uFEFFId,Name,Number,Shape,"Diameter, mm"/);
  const file = page.getByLabel('CSV of tools');
  const dialog = page.getByRole('dialog');
  await file.setInputFiles(csv(out.text));
  await expect(dialog).toContainText('0 new, 0 changed, 11 as they are.');
  await dialog.getByRole('button', { name: 'Close' }).last().click();
  await file.setInputFiles(
    csv('Name;"Diameter, mm";Shape;Colour\nEnd mill 4;4,2;end mill;red\nNew one;7;drill;\nBad;x;spoon;'),
  );
  await expect(dialog).toContainText('1 new, 1 changed, 0 as they are. 10 are not in the file and stay as they are.');
  await expect(dialog).toContainText('Columns that mean nothing here: Colour.');
  await expect(dialog).toContainText('Diameter: 4 → 4.2');
  await expect(dialog).toContainText('Row 4, Diameter, "x": Expected a number, or nothing.');
  await dialog.getByRole('button', { name: 'Take these 2' }).click();
  await expect(page.getByText('12 in all')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('11 in all')).toBeVisible();
  await file.setInputFiles({ name: 'list.xlsx', mimeType: 'text/csv', buffer: Buffer.from([80, 75, 3, 4, 0, 0]) });
  await expect(dialog.getByRole('alert')).toContainText('Save the table as CSV');
  await saved(page);
});

test('drawings go out to scale, the whole library as JSON, and back', async ({ page, app }) => {
  await page.goto(`${app.address}/shop/devices/vise-150`);
  const device = region(page, 'Vise 150');
  const saveAs = (what: RegExp) =>
    savedBy(page, async () => {
      await device.getByRole('button', { name: 'Save drawing' }).click();
      await page.getByRole('button', { name: what }).click();
    });
  expect((await saveAs(/^SVG/)).text).toContain('<svg xmlns="http://www.w3.org/2000/svg"');
  expect((await saveAs(/^DXF/)).text).toContain('LWPOLYLINE');
  await page.getByRole('link', { name: 'The shop as a whole' }).click();
  const whole = await savedBy(page, () => page.getByRole('button', { name: 'The whole shop as JSON' }).click());
  const shop = JSON.parse(whole.text) as { shop: { name: string } };
  shop.shop.name = 'Another shop';
  const put = (text: string) =>
    page
      .getByLabel('JSON of a shop')
      .setInputFiles({ name: 'shop.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await put('{"format":"violet-jaw-shop","version":15,"shop":{}}');
  await expect(page.getByRole('alert')).toContainText('is missing');
  await put(JSON.stringify(shop));
  await page.getByRole('button', { name: 'Replace the library by shop.json' }).click();
  await expect(page.getByLabel('Name of the shop')).toHaveValue('Another shop');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByLabel('Name of the shop')).toHaveValue('Skerry Instrument Works');
  await saved(page);
});

test('a station that is not measured is drawn where it is dragged, by hand and by keys; no number comes from it', async ({
  page,
  app,
}) => {
  await page.goto(`${app.address}/shop/machines/mill-1`);
  await page.getByRole('button', { name: 'Draw station B' }).click();
  const grip = page.getByRole('button', { name: /^Station B, drawn at/ });
  await expect(grip).toHaveAccessibleName(/X −380\.000 Y −220\.000 mm/);
  await grip.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Alt+ArrowUp');
  await expect(grip).toHaveAccessibleName(/X −379\.000 Y −210\.000 mm/);
  const box = (await grip.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 120, box.y - 30, { steps: 4 });
  await page.mouse.up();
  await expect(grip).not.toHaveAccessibleName(/X −379\.000/);
  await expect(page.getByLabel('Station B X')).toHaveValue('');
  await expect(page.getByText('not measured', { exact: true })).toBeVisible();
  for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Draw station B' })).toBeVisible();
  await saved(page);
});

test('two people at the library at once: both edits are kept', async ({ page, app, browser }) => {
  await page.goto(`${app.address}/shop/tools/ball-6`);
  const other = await browser.newContext({ storageState: await page.context().storageState() });
  const at = await other.newPage();
  await at.goto(`${app.address}/shop/tools/drill-5`);
  await Promise.all([
    enter(region(page, 'Ball end mill 6').getByLabel('Coating'), 'TiN'),
    enter(region(at, 'Drill 5').getByLabel('Note', { exact: true }), 'sharpened'),
  ]);
  await saved(page);
  await saved(at);
  for (const who of [page, at]) {
    await who.goto(`${app.address}/shop/tools/ball-6`);
    await expect(region(who, 'Ball end mill 6').getByLabel('Coating')).toHaveValue('TiN');
    await who.getByRole('link', { name: /^Drill 5/ }).click();
    await expect(region(who, 'Drill 5').getByLabel('Note', { exact: true })).toHaveValue('sharpened');
  }
  // a file that was looked at before the other one changed the same tool
  await page.getByLabel('CSV of tools').setInputFiles(csv('Name,Note\nDrill 5,from the file\n'));
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('Note: sharpened → from the file');
  await enter(region(at, 'Drill 5').getByLabel('Note', { exact: true }), 'broken');
  await saved(at);
  await expect(region(page, 'Drill 5').getByLabel('Note', { exact: true })).toHaveValue('broken', LONG);
  await dialog.getByRole('button', { name: 'Take this tool' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Somebody changed the list meanwhile.');
  await expect(dialog).toContainText('Note: broken → from the file');
  await dialog.getByRole('button', { name: 'Take nothing' }).click();
  await other.close();
});
