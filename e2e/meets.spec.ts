import { newHold, newJob, nextSetup, oneCut, type Job } from '@violet-jaw/core/job';
import { findingOf, next, open } from './bench';
import { againstPins } from './jobs';
import { enter, expect, LONG, makeJob, saved, test } from './app';

/** A block that is faced from above and, turned over, from below, in the demo shop's vise. */
function faced(): Job {
  const begun = newJob(
    { number: 'M-MEETS', part: 'Block', material: 'EN AW-6082 T6', units: 'mm', quantity: 4 },
    { block: { x: 110, y: 70, z: 38 } },
  );
  const vise = (op: string) => ({
    ...nextSetup(begun, op, [], null),
    device: 'vise-150',
    station: 'station-a',
    cuts: oneCut(1),
    hold: newHold('vise', {
      parallels: { height: 25 },
      stop: { side: 'left' as const, position: 20, height: 30, fromJaw: 20, face: null },
    }),
  });
  const over = { ...vise('second'), op: 20, register: 'G55' as const };
  over.orientation = { up: '-z', right: '+x' };
  return {
    ...begun,
    machine: 'mill-1',
    sizeTolerance: 0.05,
    allowance: { ...begun.allowance, zPlus: 1, zMinus: 1 },
    setups: [vise('first'), over],
  };
}

test('what two setups cut is asked to meet: how far it may miss, why, proof, and what is not known', async ({
  page,
  app,
}) => {
  await makeJob(page, app, faced());
  const locate = page.getByRole('region', { name: 'Locate' });
  const meets = locate.getByRole('group', { name: 'Is to meet' });
  await expect(page.locator('svg.board')).toBeVisible(LONG);
  await page
    .getByRole('button', { name: /^Op 20/ })
    .first()
    .click();
  await open(page, 'Locate');

  await test.step('named, it is told with the shares of what acts', async () => {
    await meets.getByLabel('This', { exact: true }).selectOption({ label: 'top face' });
    await meets.getByLabel('is to meet', { exact: true }).selectOption({ label: 'bottom face' });
    const pair = meets.getByRole('group', { name: 'top face and bottom face' });
    await expect(pair).toContainText('The bottom face from Op 20 and the top face from Op 10 meet within ±0.020', LONG);
    await expect(pair.getByRole('img', { name: /parallels in Op 20 ±0\.010/ })).toBeVisible(LONG);
    await pair.getByRole('button', { name: 'Try 10,000 parts' }).click();
    await expect(pair.getByRole('status')).toContainText('0 outside the worst case', LONG);
  });

  await test.step('asked for less than it can hold, it is a caution, then a stop, and mended by another ±', async () => {
    await enter(meets.getByLabel('top face and bottom face: asked ±'), '0.015');
    await expect(await findingOf(page, 'may-not-meet')).toContainText('may miss each other by ±0.020');
    await enter(meets.getByLabel('top face and bottom face: asked ±'), '0.005');
    await expect(await findingOf(page, 'do-not-meet')).toContainText('±0.005 is asked');
    await expect(await next(page, 'do-not-meet')).toBeVisible();
    await page.keyboard.press('Escape');
    await open(page, 'Locate');
    await enter(meets.getByLabel('top face and bottom face: asked ±'), '0.02');
    await expect(page.locator('.worksheet [data-code="do-not-meet"]')).toHaveCount(0);
  });

  await test.step('how exactly it lies is typed: better than the library, or not at all', async () => {
    const exactly = locate.getByRole('group', { name: 'How exactly it lies' });
    await expect(exactly.getByLabel('Z: lies against it within ±')).toHaveAttribute('placeholder', '0.010');
    await enter(exactly.getByLabel('Z: lies against it within ±'), '0.002');
    await expect(meets.getByRole('group', { name: 'top face and bottom face' })).toContainText('±0.012');
    await enter(exactly.getByLabel('Z: lies against it within ±'), '-1');
    await expect(exactly.getByText('Must be at most 100.000 mm.')).toBeVisible();
  });
  await page.keyboard.press('Escape');

  await test.step('it stands on the sheet, and can be taken away again', async () => {
    await page.getByRole('link', { name: 'Sheet' }).first().click();
    await expect(page.getByText('top face of Op 10 and bottom face of Op 20')).toBeVisible(LONG);
    await page.goBack();
    await page
      .getByRole('button', { name: /^Op 20/ })
      .first()
      .click();
    await open(page, 'Locate');
    await meets.getByRole('button', { name: 'Do not ask for top face and bottom face' }).click();
    await expect(meets.getByRole('group', { name: 'top face and bottom face' })).toHaveCount(0);
  });
  await saved(page);
});

test('pins set by position are listed with their middles; checks by hand are asked in words', async ({ page, app }) => {
  await makeJob(page, app, againstPins('M-PINS', 'table-mill-1'));
  await expect(page.locator('svg.board')).toBeVisible(LONG);
  await open(page, 'Locate');
  const places = page.getByRole('group', { name: 'Set by position' });
  await expect(places.getByRole('row', { name: /front pin 1 \+75\.000 \+55\.000 10\.000/ })).toBeVisible(LONG);
  await expect(places.getByText('No lines show where: Where the device stands is not known')).toBeVisible();

  await open(page, 'Tools & program');
  const checks = page.getByRole('group', { name: 'Checked by hand' });
  await checks.getByRole('button', { name: 'Indicate along a face' }).click();
  await enter(checks.getByLabel('Readings apart'), '60');
  await expect(
    checks.getByText('Indicate the part along X, readings 60.000 mm apart: over 110.000 mm at most 0.020 mm.'),
  ).toBeVisible();
  await checks.getByRole('button', { name: 'Sweep for flatness' }).click();
  await expect(checks.getByText('Sweep the part at 9 places: flat within 0.050 mm.')).toBeVisible();
  await checks.getByRole('button', { name: 'Remove sweep 2' }).click();
  await expect(checks.getByText('Sweep the part at 9 places')).toHaveCount(0);
  await saved(page);
});
