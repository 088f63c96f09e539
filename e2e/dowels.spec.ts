import { findingOf, next, open } from './bench';
import { runThrough, tablet } from './atMachine';
import { toTurnOver } from './jobs';
import { enter, expect, go, LONG, makeJob, pdfText, saved, test } from './app';

test('a blank is turned over onto dowels: proposed, dragged, wrong ways forbidden, issued and run', async ({
  page,
  app,
  browser,
}) => {
  await makeJob(page, app, toTurnOver('M-DOWEL'));
  const dowels = page.getByRole('region', { name: 'Locate' }).getByRole('group', { name: 'Dowels', exact: true });
  const holes = dowels.getByRole('group', { name: 'Dowel holes of the job' });
  const code = (name: string) => page.locator(`.worksheet [data-code="${name}"]`);
  const setup = (op: number) =>
    page
      .getByRole('button', { name: new RegExp(`^Op ${op}`) })
      .first()
      .click();
  await expect(page.locator('svg.board')).toBeVisible(LONG);
  await setup(20);
  await open(page, 'Locate');

  await test.step('two dowels of two diameters are proposed on a line along which the part is turned over', async () => {
    await dowels.getByRole('button', { name: 'Put this part onto dowels' }).click();
    await expect(holes.getByRole('group', { name: /^Dowel \d$/ })).toHaveCount(2, LONG);
    await expect(dowels.getByRole('table', { name: 'Dowels in this setup' })).toContainText(
      'It goes on in no other way, but with the other side up',
    );
    await expect(holes.getByRole('group', { name: 'Dowel 2' }).getByLabel('Diameter', { exact: true })).toHaveValue(
      '10.000',
    );
  });

  await test.step('what nobody has said is not known', async () => {
    await expect(code('dowel-distance-not-known')).toBeVisible();
    await enter(holes.getByLabel('Distances between dowels and holes within ±'), '0');
    await expect(code('dowel-distance-not-known')).toHaveCount(0);
  });

  await test.step('two equal ones go on turned half round; the button forbids it', async () => {
    await enter(holes.getByRole('group', { name: 'Dowel 2' }).getByLabel('Diameter', { exact: true }), '8');
    const wrong = await findingOf(page, 'goes-on-wrong-way');
    await expect(wrong).toContainText('turned half round', LONG);
    await (
      await next(page, 'goes-on-wrong-way')
    )
      .getByRole('button', { name: 'Dowel 2 of 10.000 instead of 8.000' })
      .click();
    await page.keyboard.press('Escape');
    await expect(code('goes-on-wrong-way')).toHaveCount(0, LONG);
  });

  await test.step('in the setup that drills it a hole is moved by keys and by the pointer', async () => {
    await setup(10);
    const y = holes.getByRole('group', { name: 'Dowel 1' }).getByLabel('Y of the part');
    const grip = page.getByRole('slider', { name: 'Move the dowel 1, seen from above' });
    await expect(grip).toBeVisible(LONG);
    const before = Number((await y.inputValue()).replace('−', '-'));
    await grip.focus();
    await page.keyboard.press('ArrowUp');
    await expect(y).toHaveValue(`+${(before + 1).toFixed(3)}`);
    await setup(20);
    await expect(code('dowels-do-not-line-up')).toContainText('only turned by', LONG);
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(code('dowels-do-not-line-up')).toHaveCount(0, LONG);
    await setup(10);
    const x = holes.getByRole('group', { name: 'Dowel 1' }).getByLabel('X of the part');
    const was = await x.inputValue();
    const at = (await grip.boundingBox())!;
    await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
    await page.mouse.down();
    await page.mouse.move(at.x + at.width / 2 + 40, at.y + at.height / 2, { steps: 5 });
    await page.mouse.up();
    await expect(x).not.toHaveValue(was);
    // to the right, toward the part: the wall there gets thin or goes
    await expect(page.locator('.worksheet [data-code^="dowel-hole-"]')).toBeVisible(LONG);
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(x).toHaveValue(was);
  });

  await test.step('the sheet lists the holes and how the part goes on; the run asks for them', async () => {
    await saved(page);
    await go(page, 'Sheet');
    await expect(page.getByRole('main')).toContainText('Hole of dowel 1', LONG);
    await expect(page.getByRole('main')).toContainText('hole 1 on dowel 1 and hole 2 on dowel 2');
    await page.getByRole('button', { name: 'Issue sheet A' }).click();
    await expect(page.locator('[data-issue="A"]')).toBeVisible(LONG);
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'PDF A4' }).click(),
    ]);
    const text = await pdfText(await download.path());
    expect(text).toContain('Hole of dowel 2');
    expect(text).toContain('It goes on with the other side up too');
    const { context, page: at } = await tablet(browser, app);
    await at.goto(app.address + (await page.getByRole('link', { name: 'Run at the machine' }).getAttribute('href'))!);
    await at.getByRole('button', { name: 'Begin a run' }).tap();
    const { titles, said } = await runThrough(at);
    expect(titles.indexOf('Op 10: drill the dowel holes')).toBe(titles.indexOf('Op 10: first cut') - 1);
    expect(said).toMatch(/dowel 1: X [+−]\d+\.\d{3} Y [+−]\d+\.\d{3}, diameter 8\.000 H7/);
    await context.close();
  });
});
