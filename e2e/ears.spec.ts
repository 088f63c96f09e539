import { findingOf, open } from './bench';
import { toTurnOver } from './jobs';
import { enter, expect, go, LONG, makeJob, saved, test } from './app';

test('a blank without room for dowels gets ears: glued, proposed into, drilled, and in the run before all else', async ({
  page,
  app,
}) => {
  const job = toTurnOver('M-EARS');
  const tight = { xMinus: 3, xPlus: 3, yMinus: 3, yPlus: 3, zMinus: 1, zPlus: 1 };
  await makeJob(page, app, { ...job, allowance: tight });
  const locate = page.getByRole('region', { name: 'Locate' });
  const dowels = locate.getByRole('group', { name: 'Dowels', exact: true });
  const code = (name: string) => page.locator(`[data-code="${name}"]`);
  await expect(page.locator('svg.board')).toBeVisible(LONG);
  await page
    .getByRole('button', { name: /^Op 20/ })
    .first()
    .click();
  await open(page, 'Locate');
  await dowels.getByRole('button', { name: 'Put this part onto dowels' }).click();
  await expect(dowels).toContainText('There is no room beside the part', LONG);

  await test.step('two ears are glued to its ends; what they bear is told, and nothing where no glue is chosen', async () => {
    await go(page, 'Part & blank');
    const ears = page.getByRole('group', { name: 'Ears', exact: true });
    for (let i = 0; i < 2; i++) await ears.getByRole('button', { name: 'Add an ear' }).click();
    await expect(ears.getByRole('group', { name: 'Ear at the left face' })).toBeVisible(LONG);
    await expect(code('ear-joint').first()).toContainText('is not known', LONG);
    for (const side of ['left', 'right']) {
      const ear = ears.getByRole('group', { name: `Ear at the ${side} face` });
      await ear.getByLabel('Glued with').selectOption('Two-part adhesive');
      await enter(ear.getByLabel('Stands out'), '0');
      await expect(ear.getByLabel('Stands out')).toHaveClass(/is-invalid/);
      await enter(ear.getByLabel('Stands out'), '45');
    }
    await expect(code('ear-joint').first()).toContainText('of Two-part adhesive', LONG);
  });

  await test.step('now two dowels find room, in the ears, and go on one way only', async () => {
    await go(page, 'Route');
    await page
      .getByRole('button', { name: /^Op 20/ })
      .first()
      .click();
    await open(page, 'Locate');
    await dowels.getByRole('button', { name: 'Propose two dowels' }).click();
    await expect(dowels.getByRole('table', { name: 'Dowels in this setup' })).toContainText(
      'It goes on in no other way, but with the other side up',
      LONG,
    );
    const x = dowels.getByRole('group', { name: 'Dowel 1' }).getByLabel('X of the part');
    expect(Number((await x.inputValue()).replace('−', '-'))).toBeLessThan(-3);
    await dowels.getByRole('group', { name: 'Dowel 1' }).getByLabel('Bush of the shop').selectOption('Bush 8 × 12');
    await expect(await findingOf(page, 'goes-on-wrong-way')).toHaveCount(0);
  });

  await test.step('the sheet lists ears and bushes', async () => {
    await saved(page);
    await go(page, 'Sheet');
    const sheet = page.getByRole('main');
    await expect(sheet).toContainText('Ear at the left face', LONG);
    await expect(sheet).toContainText('glued on with Two-part adhesive');
    await expect(sheet).toContainText('diameter 12.000 for a bush 8.000 H7 inside');
  });
});
