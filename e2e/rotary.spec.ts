import { newBlank, newHold, newJob, nextSetup, oneCut } from '@violet-jaw/core/job';
import { findingOf, open } from './bench';
import { expect, go, LONG, makeJob, saved, test } from './app';

/** A bar on the rotary axis of the mill: one side, then another a quarter round from it. */
function barOnAxis(number: string) {
  const stock = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 1, zMinus: 0, zPlus: 1 };
  const job = {
    ...newJob({ number, part: 'Bar', units: 'mm', material: 'EN AW-6082 T6' }, { block: { x: 300, y: 40, z: 40 } }),
    machine: 'mill-1',
    allowance: stock,
    blank: newBlank(stock),
  };
  const hold = newHold('round', { tailstock: true, supports: [150] });
  const one = { ...nextSetup(job, 'one', [], { device: 'rotary-1', hold }), cuts: oneCut(-0.5) };
  const two = {
    ...structuredClone(one),
    ...{ id: 'two', op: 20, register: 'G55' as const, orientation: { up: '+y', right: '+x' } as const },
  };
  return { ...job, setups: [one, two] };
}

test('a part stays in the jaws and the axis turns it: angle, steps, what forbids it, and the sheet', async ({
  page,
  app,
}) => {
  await makeJob(page, app, barOnAxis('M-AXIS'));
  await expect(page.locator('svg.board')).toBeVisible(LONG);
  const setup = (op: number) =>
    page
      .getByRole('button', { name: new RegExp(`^Op ${op}`) })
      .first()
      .click();
  const hold = page.getByRole('region', { name: 'Hold', exact: true });
  const stays = hold.getByLabel('The part stays in the jaws, the axis only turns it');

  await test.step('the first setup grips it; in the second it can stay, and the angle is told', async () => {
    await open(page, 'Hold');
    await expect(stays).toHaveCount(0);
    await expect(hold).toContainText("Tailstock tip at X +296.000 from the chuck's face, 334.500 on its scale", {
      ignoreCase: true,
      ...LONG,
    });
    await setup(20);
    await open(page, 'Hold');
    await expect(stays).not.toBeChecked();
    await stays.check();
    await expect(hold).toContainText(
      'Axis to A −90.000: the work turned 90° counterclockwise (seen from the tailstock) since Op 10.',
      LONG,
    );
    await expect(page.locator('[data-code="cannot-stay-gripped"]')).toHaveCount(0);
  });

  await test.step('laid end for end it cannot stay: a stop, which goes with it', async () => {
    await open(page, 'Seat');
    await page.getByRole('button', { name: 'Turn half round' }).click();
    await expect(await findingOf(page, 'cannot-stay-gripped')).toContainText('not turned about their axis', LONG);
    await page.keyboard.press('Control+z');
    await expect(await findingOf(page, 'cannot-stay-gripped')).toHaveCount(0, LONG);
  });

  await test.step('the sheet turns the axis instead of the part, and sets the support again', async () => {
    await saved(page);
    await go(page, 'Sheet');
    const sheet = page.getByRole('main');
    await expect(sheet).toContainText('The part stays in the jaws: axis to A −90.000', LONG);
    await expect(sheet).toContainText('Do not let go of the part: the next setup only turns it.');
    await expect(sheet).toContainText('Supports down, so that nothing is in the way of what turns.');
  });
});
