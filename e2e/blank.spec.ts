import { findingOf } from './bench';
import { enter, expect, go, LONG, newBlockJob, openDemoPart, saved, test } from './app';
import { plateDxf } from './files';

test('the blank: a bar that is too thin is stopped, stock is taken from the list, a raw side is cautioned', async ({
  page,
}) => {
  await newBlockJob(page, 'T-BLANK', ['100', '60', '30']);
  const blank = page.getByRole('region', { name: 'Blank' });
  await blank.getByLabel('Kind').selectOption('round bar');
  await blank.getByLabel('Runs along').selectOption('X');
  await enter(blank.getByLabel('Diameter'), '64');
  await expect(page.locator('[data-code="part-sticks-out-of-blank"]')).toContainText(
    'The part sticks out of the round bar',
  );
  await enter(blank.getByLabel('Diameter'), '70');
  await expect(page.locator('[data-code="part-sticks-out-of-blank"]')).toHaveCount(0);
  await blank.getByLabel('Kind').selectOption('block');
  // size from allowance and allowance from size
  await enter(blank.getByLabel('Blank X'), '106');
  await expect(blank.getByLabel('left face -X')).toHaveValue('3.000');
  await expect(blank.getByLabel('left face comes')).toHaveValue('sawn');
  await blank.getByRole('button', { name: 'Nearest size up from stock' }).click();
  await blank
    .getByRole('row', { name: /^Flat 40 × 80/ })
    .getByRole('button', { name: 'Take' })
    .click();
  await expect(blank.getByText('X 102.000 Y 80.000 Z 40.000')).toBeVisible();
  await expect(blank.getByText('from Flat 40 × 80')).toBeVisible();
  await expect(blank.getByLabel('top face comes')).toHaveValue('raw');
  await go(page, 'Route');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await expect(await findingOf(page, 'located-by-raw-face')).toContainText(
    'bottom face at the rest, rear face at the fixed jaw',
  );
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
  await openDemoPart(page);
  const offcuts = page.getByRole('region', { name: 'Offcuts' });
  await offcuts.getByRole('button', { name: 'Does it fit?' }).click();
  await expect(offcuts.getByText('Rack 1: fits')).toBeVisible(LONG);
  await expect(offcuts.getByText('Rack 2: does not fit')).toBeVisible();
  await expect(offcuts.getByText(/It would fit if it were/)).toBeVisible();
  await expect(offcuts.getByText('another material: oak')).toBeVisible();
});

test('the shop keeps offcuts: from a DXF, drawn by pointing, with a wrong corner told', async ({ page }) => {
  await page.getByRole('link', { name: 'Shop' }).click();
  await page.getByRole('link', { name: /^Offcuts/ }).click();
  await page.getByRole('button', { name: 'Add offcut' }).click();
  const piece = page.getByRole('region', { name: 'New piece' });
  await piece
    .getByLabel('Outline from DXF')
    .setInputFiles({ name: 'rest.dxf', mimeType: 'application/dxf', buffer: plateDxf(220, 140, [[50, 50, 10]]) });
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
  for (const [u, v] of [
    [0.4, 0.4],
    [0.6, 0.4],
    [0.5, 0.6],
  ])
    await page.mouse.click(sketch.x + u * sketch.width, sketch.y + v * sketch.height);
  await piece.getByRole('button', { name: 'Close the hole' }).click();
  await expect(piece.getByLabel('Hole or knot 2')).not.toHaveValue('');
  await piece.getByLabel('Photo').setInputFiles({ name: 'note.txt', mimeType: 'text/plain', buffer: Buffer.from('x') });
  await expect(piece.getByRole('alert')).toContainText('must be a PNG, JPEG or WebP');
  await piece
    .getByLabel('Photo')
    .setInputFiles({
      name: 'p.png',
      mimeType: 'image/png',
      buffer: Buffer.from(
        'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
        'base64',
      ),
    });
  await expect(piece.getByAltText('Photo of New piece')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByAltText('Photo of New piece')).toBeVisible();
  await page.getByRole('button', { name: 'Remove New piece' }).click();
  await saved(page);
});
