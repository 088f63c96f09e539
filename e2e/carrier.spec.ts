import { demoShop } from '../demo';
import { newBlank, newHold, newJob, nextSetup, oneCut } from '@violet-jaw/core/job';
import { findingOf, open } from './bench';
import { enter, expect, go, LONG, makeJob, saved, test } from './app';

/** A sheet on the vacuum plate of the mill. */
function sheetOnPlate(number: string) {
  const stock = { xMinus: 2, xPlus: 2, yMinus: 2, yPlus: 2, zMinus: 0, zPlus: 0 };
  const job = {
    ...newJob({ number, part: 'Cover', units: 'mm', material: 'EN AW-6082 T6' }, { block: { x: 120, y: 80, z: 3 } }),
    machine: demoShop.machines[0].id,
    allowance: stock,
    blank: { ...newBlank(stock), kind: 'sheet' as const },
  };
  const hold = newHold('flat', { gasket: { on: true, inset: 8 } });
  const setup = nextSetup(job, 'one', [], { device: 'vacuum-400', hold });
  return { ...job, setups: [{ ...setup, station: 'station-a', cuts: oneCut(1, { clears: 'outline', width: 5 }) }] };
}

test('a vacuum plate on a plate, a sheet with its film on: heights add up, what is not known is told, the sheet says both', async ({
  page,
  app,
}) => {
  await makeJob(page, app, sheetOnPlate('M-CARRIER'));
  await expect(page.locator('svg.board')).toBeVisible(LONG);
  await open(page, 'Hold');
  const stands = page.getByRole('group', { name: 'What the device stands on' });

  await test.step('what stands on another device is counted from that one', async () => {
    await stands.getByLabel('Stands on').selectOption('Sub-plate 400 × 300');
    await expect(stands.getByLabel('Higher by')).toHaveValue('30.000');
    await enter(stands.getByLabel('From its datum X'), '20');
    await enter(stands.getByLabel('Higher by'), '-1');
    await expect(stands.getByLabel('Higher by')).toHaveClass(/is-invalid/);
    await enter(stands.getByLabel('Higher by'), '30.1');
    await expect(await findingOf(page, 'past-what-carries-it')).toContainText('stands out 20.000 mm', LONG);
    await expect(await findingOf(page, 'station-measured-for-another')).toContainText('not for Sub-plate', LONG);
    const sum = page.getByRole('region', { name: 'Zero', exact: true });
    await expect(sum).toContainText('on Sub-plate 400 × 300', LONG);
  });

  await test.step('a device that is gone is told, and a button takes it off again', async () => {
    await open(page, 'Hold');
    await stands.getByLabel('Stands on').selectOption('the station itself');
    await expect(stands.getByLabel('Higher by')).toHaveCount(0);
    await expect(await findingOf(page, 'past-what-carries-it')).toHaveCount(0, LONG);
    await page.keyboard.press('Control+z');
    await expect(await findingOf(page, 'past-what-carries-it')).toHaveCount(1, LONG);
  });

  await test.step('film lifts the part and is what is touched', async () => {
    await go(page, 'Part & blank');
    await enter(page.getByLabel('Thickness of the film that stays on'), '0.08');
    await expect(page.getByLabel('Film is on')).toHaveValue('both', LONG);
    await go(page, 'Route');
    await open(page, 'Zero');
    await expect(page.getByRole('region', { name: 'Zero', exact: true })).toContainText(
      'plus the film on it, 0.080',
      LONG,
    );
  });

  await test.step('the sheet says what stands on what, and what the sheet measures with its film', async () => {
    await saved(page);
    await go(page, 'Sheet');
    const sheet = page.getByRole('main');
    await expect(sheet).toContainText('it stays on: measured with it, 3.160 mm thick', LONG);
    await expect(sheet).toContainText(
      "on Sub-plate 400 × 300: its datum at X +20.000 Y +0.000 from that one's, 30.100 mm higher; bolted down",
    );
  });
});
