import { findingOf, next, open } from './bench';
import { againstPins } from './jobs';
import { enter, expect, go, LONG, makeJob, pdfPages, saved, test } from './app';
import { readFileSync } from 'node:fs';

test('pins along any edge: placed, moved by keys and pointer, for the raw edge or the finished one, printed 1:1', async ({
  page,
  app,
}) => {
  const job = againstPins('M-EDGE', 'board-router');
  const around = { xMinus: 2.4, xPlus: 2.4, yMinus: 2.4, yPlus: 2.4, zMinus: 0, zPlus: 1 };
  await makeJob(page, app, { ...job, machine: 'router-1', allowance: around, blank: { ...job.blank, kind: 'plate' } });
  const group = page.getByRole('region', { name: 'Locate' }).getByRole('group', { name: 'Pins along its edge' });
  const code = (name: string) => page.locator(`.worksheet [data-code="${name}"]`);
  const undo = page.getByRole('button', { name: 'Undo', exact: true });
  await expect(page.locator('svg.board')).toBeVisible(LONG);
  await open(page, 'Locate');
  await group.getByRole('button', { name: 'Set this part against pins along its edge' }).click();
  await enter(group.getByLabel('Left edge of the finished part at X'), '100');
  await enter(group.getByLabel('Front edge of the finished part at Y'), '80');

  await test.step('two in front and one at the left leave nothing free, and stand off the edge as it is loaded', async () => {
    await expect(page.getByText('Nothing is left free: it can')).toBeVisible(LONG);
    // 2.4 of stock and half of 10 in front of the finished edge
    await expect(group.getByRole('group', { name: 'Pin 3' })).toContainText('middle at X +92.600', LONG);
  });

  await test.step('set for the finished edge they push the part aside: told, and mended by a press', async () => {
    await group.getByLabel('Set for').selectOption('the finished edge');
    await expect(await findingOf(page, 'pins-for-other-edge')).toContainText(
      '2.400 mm to the right and 2.400 mm to the rear',
      LONG,
    );
    const remedy = await next(page, 'pins-for-other-edge');
    await remedy.getByRole('button', { name: 'Set them for the edge as it is loaded' }).click();
    await page.keyboard.press('Escape');
    await expect(code('pins-for-other-edge')).toHaveCount(0, LONG);
  });

  await test.step('a pin is moved along its side by keys and by the pointer; beyond the side it meets nothing', async () => {
    const along = group.getByRole('group', { name: 'Pin 1' }).getByLabel('X, from the left edge');
    const grip = page.getByRole('slider', { name: 'Move the front pin 1, seen from above' });
    const before = Number((await along.inputValue()).replace('−', '-'));
    await grip.focus();
    await page.keyboard.press('ArrowRight');
    await expect(along).toHaveValue(`+${(before + 1).toFixed(3)}`);
    await undo.click();
    const at = (await grip.boundingBox())!;
    await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
    await page.mouse.down();
    await page.mouse.move(at.x + at.width / 2 + 30, at.y + at.height / 2, { steps: 5 });
    await page.mouse.up();
    await expect(along).not.toHaveValue(`+${before.toFixed(3)}`);
    await undo.click();
    await enter(along, '300');
    await expect(await findingOf(page, 'edge-pin-meets-nothing')).toContainText(
      'Nothing stands in front of the front pin 1',
      LONG,
    );
    await undo.click();
    await expect(code('edge-pin-meets-nothing')).toHaveCount(0, LONG);
    await group.getByLabel('Pin diameter').focus();
    await enter(group.getByLabel('Pin diameter'), '-3');
    await expect(group.getByLabel('Pin diameter')).toHaveClass(/is-invalid/);
    await enter(group.getByLabel('Pin diameter'), '10');
  });

  await test.step('a pin of the shop brings the diameter it was measured at', async () => {
    await group.getByLabel('Edge pin of the shop').selectOption('Edge pin 10');
    await expect(group.getByLabel('Pin diameter')).toHaveValue('9.996');
    await expect(group.getByRole('group', { name: 'Pin 3' })).toContainText('middle at X +92.602', LONG);
    await undo.click();
    await expect(group.getByLabel('Pin diameter')).toHaveValue('10.000');
  });

  await test.step('the list has their middles, and they are printed as large as they are', async () => {
    const list = page.getByRole('table', { name: 'Set by position' });
    await expect(list).toContainText('left pin');
    await expect(list).toContainText('+92.600');
    const [download] = await Promise.all([
      page.waitForEvent('download', LONG),
      page.getByRole('button', { name: 'Drawing 1:1, A4' }).click(),
    ]);
    expect(download.suggestedFilename()).toBe('M-EDGE-op10-places-A4.pdf');
    const [text] = await pdfPages(readFileSync(await download.path()));
    expect(text).toContain('left pin');
    expect(text).toMatch(/X \+92\.600/);
    expect(text).toContain('This line must measure 100.000 mm on paper');
  });

  await test.step('the sheet says where they stand and for which edge', async () => {
    await saved(page);
    await go(page, 'Sheet');
    await expect(page.getByRole('main')).toContainText('set for the edge as it is loaded; their middles:', LONG);
  });

  await test.step('in a jig instead: a block goes in turned half round, which is told and goes with the jig', async () => {
    await go(page, 'Route');
    await open(page, 'Locate');
    await group.getByRole('button', { name: 'Use no pins along its edge' }).click();
    const jig = page.getByRole('region', { name: 'Locate' }).getByRole('group', { name: 'Jig' });
    await jig.getByRole('button', { name: 'Put this part into a jig' }).click();
    await expect(code('goes-into-jig-wrong-way')).toContainText('turned half round', LONG);
    await expect(jig.getByLabel('Left edge of the finished part at X')).toHaveValue('+62.000');
    await jig.getByRole('button', { name: 'Take this part out of the jig' }).click();
    await expect(code('goes-into-jig-wrong-way')).toHaveCount(0, LONG);
  });
});
