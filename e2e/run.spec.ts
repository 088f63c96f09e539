import { open } from './bench';
import type { Page } from '@playwright/test';
import { confirm, read, step, tablet } from './atMachine';
import {
  enter,
  expect,
  go,
  LONG,
  menu,
  newBlockJob,
  OWN,
  saved,
  seriousViolations,
  test,
  type RunningApp,
} from './app';

/** A block in the vise of Mill 1, planned and issued; ends with the address of its run. */
async function issuedBlock(page: Page, number: string): Promise<string> {
  await newBlockJob(page, number, ['80', '50', '30']);
  for (const side of [
    'left face -X',
    'right face +X',
    'front face -Y',
    'rear face +Y',
    'bottom face -Z',
    'top face +Z',
  ])
    await enter(page.getByLabel(side), '2');
  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 1');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Hold');
  await page.getByLabel('Held in or on').selectOption({ label: 'Vise 150' });
  await open(page, 'Zero');
  await page.getByLabel('Station', { exact: true }).selectOption('A');
  await open(page, 'Cuts');
  await enter(page.getByLabel('Cuts down below top'), '10');
  await open(page, 'Tools & program');
  await page.getByRole('button', { name: 'Add tool' }).click();
  await enter(page.getByLabel('Length of T1'), '100');
  await open(page, 'Zero');
  await page.getByLabel('Tool for Z').selectOption('1');
  await saved(page);
  await go(page, 'Sheet');
  // the sides below the cut are left raw on purpose
  await page.getByRole('button', { name: 'Accept in writing' }).click();
  await page.getByLabel('Reason, printed on the sheet').fill('only the top is machined');
  await page.getByRole('button', { name: 'Accept this stop' }).click();
  await saved(page);
  await page.getByRole('button', { name: 'Issue sheet A' }).click({ timeout: 20_000 });
  await expect(page.locator('[data-issue="A"]')).toBeVisible(LONG);
  return (await page.getByRole('link', { name: 'Run at the machine' }).getAttribute('href'))!;
}

/** A copy of a job is issued, and its run begun, over the API. */
async function otherStands(page: Page, { address }: RunningApp, of: string): Promise<void> {
  const base = `${address}/api/v1`;
  const job = (await (await page.request.get(`${base}/jobs/${of}`)).json()) as object;
  const { id } = (await (
    await page.request.post(`${base}/jobs`, { headers: OWN, data: { ...job, number: 'T-OTHER' } })
  ).json()) as { id: string };
  expect(
    (
      await page.request.post(`${base}/jobs/${id}/issues`, {
        data: { note: '' },
        headers: { ...OWN, 'If-Match': '"1"' },
      })
    ).status(),
  ).toBe(201);
  const began = {
    jobId: id,
    letter: 'A',
    startedAt: new Date().toISOString(),
    events: [{ id: 'began-by-hand', at: '', stepId: 'run/machine', kind: 'again' }],
  };
  expect(
    (
      await page.request.post(`${base}/runs/00000000-0000-4000-8000-000000000001/events`, { headers: OWN, data: began })
    ).status(),
  ).toBe(200);
}

// one issue, run three times
test.describe.configure({ mode: 'serial' });
let sheet = '';

test('a whole run on a tablet: one wrong reading, offline for a while, reloaded in the middle, watched by a second person', async ({
  page,
  app,
  browser,
}) => {
  test.setTimeout(200_000);
  sheet = await issuedBlock(page, 'T-RUN');
  const address = app.address + sheet;
  const { context, page: at } = await tablet(browser, app);
  const errors: string[] = [];
  at.on('pageerror', (e) => errors.push(e.message));
  await at.goto(address);
  await at.getByRole('button', { name: 'Begin a run' }).tap();
  await step(at, 'Is Mill 1 ready?');
  // gloves: the large keys type the numbers
  for (const axis of ['X', 'Y', 'Z']) {
    await at.getByLabel(`Common offset ${axis}`).tap();
    await at.getByRole('group', { name: 'Keys' }).getByRole('button', { name: '0', exact: true }).tap();
  }
  await confirm(at, 'The machine is ready');
  await confirm(at, 'Everything is ready');
  await step(at, 'Op 10: load');

  // the second person finds the run and sees where it is
  await page.goto(address);
  await page.getByRole('button', { name: /the run Operator began/ }).click();
  await step(page, 'Op 10: load');

  await confirm(at, 'It is loaded');
  await step(at, 'Op 10: touch off X');
  // the finished face was touched instead of the raw one: 2.000 of stock
  const expected = Number((await at.locator('.run-target b').first().textContent())!.replace('\u2212', '-'));
  await at.getByLabel(/Machine X/).fill(String(expected + 2));
  await expect(at.locator('.run-target')).toContainText('off by +2.000');
  await at.getByRole('button', { name: 'Take this reading' }).tap();
  await expect(at.getByRole('alert', { name: 'The run is stopped' })).toContainText(
    '2.000 is the stock on the left: was the finished face touched instead of the sawn one, or has this piece none there?',
  );
  await expect(page.getByRole('alert', { name: 'The run is stopped' })).toContainText('+2.000');
  expect(await seriousViolations(at)).toEqual([]);
  expect(
    await at.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
  ).toBeLessThanOrEqual(0);
  await at.getByRole('button', { name: 'Do this step again' }).tap();
  await read(at, 'Take this reading');
  await step(at, 'Op 10: touch off Y');
  // back for once: the part was knocked
  await at.getByRole('button', { name: 'Back to “Op 10: touch off X”' }).tap();
  await step(at, 'Op 10: touch off X');
  await read(at, 'Take this reading');
  await step(at, 'Op 10: touch off Y');
  await expect(at.getByTestId('run-reach')).toHaveText('all sent');

  // no network: steps and readings are kept, and the page comes back from the device
  await at.waitForTimeout(2500);
  await context.setOffline(true);
  await read(at, 'Take this reading');
  await step(at, 'Op 10: touch off Z');
  await expect(at.getByTestId('run-reach')).toHaveText('no network, 1 kept here');
  await at.reload();
  await step(at, 'Op 10: touch off Z');
  await read(at, 'Take this reading');
  await step(at, 'Op 10: key in G54');
  await expect(at.getByTestId('run-reach')).toHaveText('no network, 2 kept here');
  await step(page, 'Op 10: touch off Y');
  await context.setOffline(false);
  await expect(at.getByTestId('run-reach')).toHaveText('all sent', LONG);
  await step(page, 'Op 10: key in G54');

  await read(at, 'This is what the register says');
  await confirm(at, 'It stands right');
  await confirm(at, 'The dry run went through');
  await confirm(at, 'The first part is cut');
  await confirm(at, 'Take these sizes');
  await step(at, 'Clear the registers');
  await confirm(at, 'The registers are cleared');
  await confirm(at, 'It is all put away');
  await step(at, 'The run is done');
  await step(page, 'The run is done');
  await page.goto(address.replace('/run/', '/jobs/').replace(/\/A$/, '/run'));
  await expect(page.getByRole('table', { name: 'Runs' })).toContainText('done');
  await expect(page.getByRole('table', { name: 'Who did what' })).toContainText('Operatorfinished a run');
  await expect(page.getByRole('table', { name: 'Who did what' })).toContainText(
    /gave a reading: issue A, Op 10: touch off X: Machine X at the sawn left face, mm −/,
  );
  await page.getByRole('button', { name: 'What was read' }).click();
  const history = page.getByRole('table', { name: 'What was read' });
  await expect(
    history.getByRole('row', { name: /touch off X.*\+2\.000.*stopped the run: 2\.000 is the stock on the left/ }),
  ).toBeVisible();
  await expect(history.getByRole('row', { name: /touch off Y.*went back a step/ })).toBeVisible();
  // every answer and the one repeat, each once
  const runs = (await (
    await page.request.get(address.replace('/run/', '/api/v1/jobs/').replace(/\/A$/, '/runs'))
  ).json()) as { id: string }[];
  const record = (await (await page.request.get(`${app.address}/api/v1/runs/${runs[0].id}`)).json()) as {
    events: { id: string }[];
  };
  expect(record.events).toHaveLength(17);
  expect(new Set(record.events.map((e) => e.id)).size).toBe(17);
  expect(errors).toEqual([]);
  await context.close();
});

test('on the practice machine an operator homes, touches the planned part and reads off; over-travel is told and reset', async ({
  page,
  app,
  browser,
}) => {
  const address = app.address + sheet;
  await otherStands(page, app, sheet.split('/')[2]);
  const { context, page: at } = await tablet(browser, app);
  await at.goto(address);
  await expect(
    at.getByText('T-OTHER Test block, Op 10, stands on Mill 1 with G54: keying it in here moves that zero.'),
  ).toBeVisible();
  await at.getByRole('button', { name: 'Practise on the simulated machine' }).tap();
  const machine = at.getByRole('complementary', { name: 'Practice machine' });
  await expect(machine).toContainText('not homed', LONG);
  await machine.getByRole('button', { name: 'Home' }).tap();
  await machine.getByLabel('Jog by').selectOption('100');
  await machine.getByRole('button', { name: 'Z +' }).tap();
  await expect(machine.getByRole('status')).toContainText('Z plus over-travel');
  await machine.getByRole('button', { name: 'Reset' }).tap();
  await machine.getByRole('button', { name: 'Read the common offset' }).tap();
  await confirm(at, 'The machine is ready');
  await confirm(at, 'Everything is ready');
  await confirm(at, 'It is loaded');
  for (const [face, go, axis] of [
    ['left face', 'Touch +X', 'X'],
    ['rear face', 'Touch −Y', 'Y'],
    ['top face', 'Touch −Z', 'Z'],
  ]) {
    await step(at, `Op 10: touch off ${axis}`);
    await machine.getByRole('button', { name: `Go to the ${face}` }).tap();
    await machine.getByRole('button', { name: go }).tap();
    await expect(machine.getByRole('status')).toHaveText('touched the part');
    await machine.getByRole('button', { name: `Read ${axis}` }).tap();
    if (axis === 'Z') await machine.getByRole('button', { name: 'Read the length' }).tap();
    await at.getByRole('button', { name: 'Take this reading' }).tap();
  }
  await step(at, 'Op 10: key in G54');
  await machine.getByRole('button', { name: 'Key in G54' }).tap();
  await machine.getByRole('button', { name: 'Read G54 back' }).tap();
  await at.getByRole('button', { name: 'This is what the register says' }).tap();
  await step(at, 'Op 10: look from above');
  await machine.getByRole('button', { name: 'Load the lines' }).tap();
  await machine.getByRole('button', { name: 'Cycle start' }).tap();
  // it stops for the tool first, then over zero
  await expect(machine.getByRole('status')).toContainText('INTO THE SPINDLE');
  await machine.getByRole('button', { name: 'Cycle start' }).tap();
  await expect(machine.getByRole('status')).toContainText('Stopped after: M0');
  const work = machine.getByRole('row', { name: /^X/ }).getByRole('cell').last();
  await expect(work).toHaveText('+0.000');
  // practice is no reading of the machine: nothing of it reaches the record
  await expect(at.getByTestId('run-reach')).toHaveText('nothing is kept');
  const runs = (await (
    await at.request.get(`${app.address}/api/v1/jobs/${sheet.split('/')[2]}/runs`)
  ).json()) as unknown[];
  expect(runs).toHaveLength(1);
  await context.close();
});

test('a measured zero takes the place of the planned one in the plan, and can be put back', async ({
  page,
  app,
  browser,
}) => {
  const address = app.address + sheet;
  const { context, page: at } = await tablet(browser, app);
  await at.goto(address);
  await at.getByRole('button', { name: 'Begin a run' }).tap();
  await expect(at.locator('.run-target b').first()).toBeVisible();
  for (const row of await at.locator('.run-reading').all()) await row.getByRole('textbox').fill('0');
  await confirm(at, 'The machine is ready');
  await confirm(at, 'Everything is ready');
  await confirm(at, 'It is loaded');
  await step(at, 'Op 10: touch off X');
  const expected = Number((await at.locator('.run-target b').first().textContent())!.replace('\u2212', '-'));
  await at.getByLabel(/Machine X/).fill((expected + 0.04).toFixed(3));
  await at.getByRole('button', { name: 'Take this reading' }).tap();
  await read(at, 'Take this reading');
  await step(at, 'Op 10: touch off Z');
  await read(at, 'Take this reading');
  await expect(at.getByRole('table', { name: 'Values for G54' })).toContainText('off by +0.040');
  await read(at, 'This is what the register says');
  await step(at, 'Op 10: look from above');
  await expect(at.getByTestId('run-reach')).toHaveText('all sent');
  await context.close();

  await page.goto(address.replace('/run/', '/jobs/').replace(/\/A$/, '/run'));
  await page.getByRole('button', { name: 'Plan with this zero' }).click(LONG);
  await saved(page);
  await go(page, 'Ledger');
  await expect(page.getByRole('table', { name: /^Ledger of G54/ })).toContainText('as touched off');
  await expect(
    page.getByRole('table', { name: /^Ledger of G54/ }).getByRole('row', { name: /as touched off/ }),
  ).toContainText('+0.040');
  await go(page, 'Route');
  await expect(page.getByText(/Work zero in machine coordinates, as touched off in Op 10, run of .* UTC/)).toBeVisible(
    LONG,
  );
  await go(page, 'Ledger');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('table', { name: /^Ledger of G54/ })).not.toContainText('as touched off');

  // the next issue goes by that zero; the sheet that is out tells so
  await page.getByRole('button', { name: 'Redo', exact: true }).click();
  await saved(page);
  await go(page, 'Sheet');
  await page.getByRole('button', { name: 'Issue sheet B' }).click();
  await expect(page.locator('[data-issue="B"]')).toBeVisible(LONG);
  await page.goto(address);
  await expect(page.getByRole('alert')).toHaveText(
    'Out of date: issue B has taken the place of issue A. Run issue B, unless the planner says otherwise.',
  );
  await page.getByRole('link', { name: 'Run issue B' }).click();
  await expect(page.getByText('issue B')).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('an operator looks and cannot change; a session that ends while editing loses nothing', async ({
  page,
  app,
  browser,
}) => {
  await newBlockJob(page, 'T-SESSION', ['40', '30', '20']);
  const job = page.url();
  const { context, page: at } = await tablet(browser, app);
  await at.goto(job);
  await expect(at.getByText('Operator: you can look at the plan and run it, not change it.')).toBeVisible();
  // values, not fields that take a number and snap back
  await expect(at.getByLabel('top face +Z')).toHaveAttribute('readonly', '');
  await expect(at.getByLabel('top face +Z')).toHaveValue('0.000');
  await expect(at.getByLabel('Kind', { exact: true })).toBeDisabled();
  await at.goto(`${app.address}/accounts`);
  await expect(at.getByText('Accounts are for the lead.')).toBeVisible();
  await context.close();

  await page.context().clearCookies();
  await enter(page.getByLabel('top face +Z'), '5');
  const dialog = page.getByRole('dialog', { name: 'Sign in again' });
  await expect(dialog).toBeVisible();
  await dialog.getByLabel('Password').fill('not-the-password');
  await dialog.getByRole('button', { name: 'Sign in' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Name or password is wrong');
  await dialog.getByLabel('Password').fill('violet-lead');
  await dialog.getByRole('button', { name: 'Sign in' }).click();
  await expect(dialog).toHaveCount(0, LONG);
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('top face +Z')).toHaveValue('5.000');
  await menu(page, 'Change my password');
  const own = page.getByRole('dialog', { name: 'Change my password' });
  await own.getByLabel('Present password').fill('not-the-password');
  await own.getByLabel('New password').fill('another-password');
  await own.getByRole('button', { name: 'Change my password' }).click();
  await expect(own.getByRole('alert')).toContainText('The present password is wrong: nothing was changed.');
  await own.getByRole('button', { name: 'Close' }).click();
  await menu(page, 'Sign out');
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await page.getByLabel('Name').fill('Operator');
  await page.getByLabel('Password').fill('violet-operator');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('link', { name: 'T-SESSION' })).toBeVisible();
});
