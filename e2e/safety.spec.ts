import { findingOf, open } from './bench';
import { enter, expect, go, LONG, newBlockJob, saved, test } from './app';

async function twoSetups(page: import('@playwright/test').Page, number: string): Promise<void> {
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
  await open(page, 'Zero');
  await page.getByLabel('Station', { exact: true }).selectOption('A');
  await open(page, 'Cuts');
  await enter(page.getByLabel('Cuts down below top'), '10');
  await saved(page);
}

test('undo and redo go across pages, and the keyboard reaches everything', async ({ page }) => {
  await twoSetups(page, 'T-UNDO');
  await open(page, 'Seat');
  await enter(page.getByLabel('Parallels, height'), '12.5');
  await page.keyboard.press('Escape');
  await page.locator('.bench-facts').click();
  await page.keyboard.press('g');
  await page.keyboard.press('p');
  await expect(page).toHaveURL(/\/part$/);
  await enter(page.getByLabel('top face +Z'), '4');
  await page.getByRole('heading', { name: 'Blank', exact: true }).click();
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('top face +Z')).toHaveValue('2.000');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('g');
  await page.keyboard.press('r');
  await expect(page.getByLabel('Parallels, height')).toHaveValue('34.000');
  await page.locator('.bench-facts').click();
  await page.keyboard.press('Control+Shift+z');
  await expect(page.getByLabel('Parallels, height')).toHaveValue('12.500');
  // while a field is being typed in, Ctrl+Z belongs to the field
  await page.getByLabel('Parallels, height').fill('99');
  await page.keyboard.press('Control+z');
  await page.getByLabel('Parallels, height').press('Escape');
  await expect(page.getByLabel('Parallels, height')).toHaveValue('12.500');
  await page.locator('.bench-facts').click();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('previous and next setup');
  await page.keyboard.press('Escape');
  await saved(page);
  await page.reload();
  await open(page, 'Seat');
  await expect(page.getByLabel('Parallels, height')).toHaveValue('12.500');
});

test('wrong input is marked, kept and explained; the last good value stays in force', async ({ page }) => {
  await twoSetups(page, 'T-WRONG');
  const zero = await page.getByTestId('work-zero').textContent();
  await open(page, 'Seat');
  const field = page.getByLabel('Parallels, height');
  for (const [typed, says] of [
    ['abc', 'Expected a length such as'],
    ['-5', 'Must be between 0.000 and'],
    ['1e308', 'Expected a length'],
    ['99999', 'Must be between'],
    ['', 'Expected a length'],
  ]) {
    await enter(field, typed);
    await expect(field).toHaveValue(typed);
    await expect(page.getByText(says).first()).toBeVisible();
  }
  expect(await page.getByTestId('work-zero').textContent()).toBe(zero);
  await field.press('Escape');
  await expect(field).toHaveValue('34.000');
  await enter(field, '1/2 in');
  await expect(field).toHaveValue('12.700');
  await enter(field, '45');
  await expect((await findingOf(page, 'parallels-higher-than-jaws')).first()).toContainText(
    '45.000 mm high; the jaws only 40.000',
  );
});

test('one job in two tabs: edits in different places join, the same place asks', async ({ page, context }) => {
  await twoSetups(page, 'T-TABS');
  await open(page, 'Seat');
  const other = await context.newPage();
  await other.goto(page.url());
  await open(other, 'Seat');
  await enter(other.getByLabel('Parallels, height'), '15');
  await saved(other);
  await expect(page.getByText(/Changed elsewhere and taken over: .*parallels \/ height/)).toBeVisible();
  await expect(page.getByLabel('Parallels, height')).toHaveValue('15.000');

  // both change the same entry while one of them cannot save
  await page.route('**/api/v1/jobs/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await enter(page.getByLabel('Parallels, height'), '17');
  await expect(page.getByTestId('save-state')).toHaveText('not saved');
  await enter(other.getByLabel('Parallels, height'), '18');
  await saved(other);
  await page.unroute('**/api/v1/jobs/*');
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('Somebody else changed the same entries');
  await expect(dialog.getByRole('row', { name: /parallels \/ height/ })).toContainText('1718');
  await dialog.getByRole('button', { name: 'Keep mine' }).click();
  await saved(page);
  await expect(other.getByLabel('Parallels, height')).toHaveValue('17.000');
  await other.close();
});

test('with the database stopped the page says so, keeps the edits and sends them when it is back', async ({
  page,
  app,
}) => {
  await twoSetups(page, 'T-AWAY');
  process.kill(app.databasePid(), 'SIGKILL');
  await open(page, 'Seat');
  await enter(page.getByLabel('Parallels, height'), '14');
  await expect(page.getByRole('alert')).toContainText('Your edits are kept here and are sent as soon as it is back');
  await enter(page.getByLabel('Stop X, from left jaw end'), '7');
  await expect(page.getByTestId('work-zero')).toContainText('X −478.350');
  await saved(page);
  await page.reload();
  await open(page, 'Seat');
  await expect(page.getByLabel('Parallels, height')).toHaveValue('14.000');
  await expect(page.getByLabel('Stop X, from left jaw end')).toHaveValue('+7.000');
});

test('with the server killed mid-work nothing is lost, not even by closing the tab', async ({ page, context, app }) => {
  await twoSetups(page, 'T-KILL');
  const url = page.url();
  await app.kill();
  await open(page, 'Seat');
  await enter(page.getByLabel('Parallels, height'), '13');
  await expect(page.getByTestId('save-state')).toHaveText('not saved');
  await page.close({ runBeforeUnload: false });
  await app.restart();
  const again = await context.newPage();
  await again.goto(url);
  await open(again, 'Seat');
  await expect(again.getByLabel('Parallels, height')).toHaveValue('13.000');
  await saved(again);
  await again.reload();
  await open(again, 'Seat');
  await expect(again.getByLabel('Parallels, height')).toHaveValue('13.000');
  await again.close();
});

test('bad part files get a clear message, several bodies a choice, and reading can be canceled', async ({ page }) => {
  await page.getByRole('button', { name: 'New job' }).click();
  const dialog = page.getByRole('dialog');
  const choose = (name: string, buffer: Buffer) =>
    dialog.getByLabel(/or a file: STEP/).setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
  const other = dialog.getByRole('button', { name: 'Use typed sizes or another file instead' });
  const cases: [string, Buffer, RegExp][] = [
    ['empty.step', Buffer.alloc(0), /file is empty/],
    ['half.step', Buffer.from('ISO-10303-21;\nHEADER;\n'), /cut off/],
    ['part.stl', Buffer.from('solid x\nfacet'), /no facets|damaged/],
    ['letter.txt', Buffer.from('hello'), /neither STEP, IGES, BREP, STL nor DXF/],
    [
      'open.dxf',
      Buffer.from('0\nSECTION\n2\nENTITIES\n0\nLINE\n8\n0\n10\n0\n20\n0\n11\n50\n21\n0\n0\nENDSEC\n0\nEOF\n'),
      /not closed: 2 open ends, in mm: \(0\.000, 0\.000\)/,
    ],
  ];
  for (const [name, bytes, says] of cases) {
    await choose(name, bytes);
    await expect(dialog.getByRole('alert')).toContainText(says);
    await other.click();
  }
  const { readFileSync } = await import('node:fs');
  await choose('assembly.stp', readFileSync('node_modules/occt-import-js/test/testfiles/cax-if/dm1-oc-214.stp'));
  await expect(dialog.getByText('The file holds 7 bodies. Which is the part?')).toBeVisible(LONG);
  await dialog.getByLabel('Job number').fill('T-BODY');
  await dialog.getByRole('button', { name: 'Make the job' }).click();
  await expect(dialog.getByRole('alert')).toContainText('a body that is read and chosen');
  await dialog
    .getByLabel(/plate|bracket/i)
    .first()
    .check();
  await dialog.getByRole('button', { name: 'Make the job' }).click();
  await expect(page.getByText('The blank contains the part.')).toBeVisible(LONG);
  await page.getByRole('link', { name: 'Jobs', exact: true }).click();
  await page.getByRole('button', { name: 'New job' }).click();
  await choose('large.stp', readFileSync('node_modules/occt-import-js/test/testfiles/cax-if/as1_pe_203.stp'));
  await dialog.getByRole('button', { name: 'Cancel reading' }).click();
  await expect(dialog.getByLabel(/or a file: STEP/)).toBeVisible();
});

test('a job file with mistakes is refused with the places named', async ({ page }) => {
  const drop = (name: string, text: string) =>
    page
      .evaluateHandle(
        ({ n, t }) => {
          const d = new DataTransfer();
          d.items.add(new File([t], n));
          return d;
        },
        { n: name, t: text },
      )
      .then((dataTransfer) => page.getByRole('heading', { name: 'Jobs' }).dispatchEvent('drop', { dataTransfer }));
  await drop(
    'a.json',
    '{"version":1,"format":"violet-jaw-job","job":{"color":1},"shop":{"name":"","machines":[],"vises":[]}}',
  );
  await expect(page.getByRole('alert')).toContainText('job: unknown key "color"');
  await drop('b.json', '{"quantity": NaN}');
  await expect(page.getByRole('alert')).toContainText('NaN or Infinity');
});

test('a size that is still being worked out when the job is made goes into it', async ({ page }) => {
  // a slow network: what reads fractions comes late
  await page.route(/arithmetic-[\w-]+\.js/, async (route) => {
    await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  await newBlockJob(page, 'T-LATE', ['3', '2', '1 1/4'], 'inch');
  await expect(page.getByLabel('Block Z')).toHaveValue('1.2500');
});

test('unsaved work that an earlier version kept in the browser is brought up to date', async ({ page, app }) => {
  await newBlockJob(page, 'T-DRAFT', ['80', '50', '30']);
  await go(page, 'Route');
  await page.getByLabel('Machine').selectOption('Mill 1');
  await page.getByRole('button', { name: 'Add setup' }).click();
  await open(page, 'Hold');
  await page.getByLabel('Held in or on').selectOption({ label: 'Vise 150' });
  await saved(page);
  const id = /jobs\/([0-9a-f-]+)/.exec(page.url())![1];
  const answer = await page.request.get(`${app.address}/api/v1/jobs/${id}`);
  interface Setup {
    hold: { parallels: { height: number }; stop: object; torque: null; softJaws: object; further: object[] };
  }
  const job = (await answer.json()) as { setups: Setup[] };
  // as version 7 had it: with the choices of every way of holding, here those of a plate that was tried once
  const older = (height: number) => ({
    ...job,
    setups: job.setups.map(({ hold: { stop, torque, softJaws, further }, ...rest }) => ({
      ...rest,
      parallels: { height },
      stop,
      closing: { torque, softJaws },
      further,
      separation: { way: 'none', tabs: { count: 4, width: 6, height: 1 }, skin: { leave: 0.1, offWall: 0.1 } },
      plate: { under: 3, pods: [], clamps: [] },
      round: { restHeight: 0, forceShare: 100, rpm: null, tailstock: false, supports: [] },
    })),
  });
  const { height } = job.setups[0].hold.parallels;
  const draft = {
    version: 7,
    base: older(height),
    document: older(17.5),
    revision: Number(answer.headers().etag.replaceAll('"', '')),
  };
  await page.goto(`${app.address}/jobs`);
  await page.evaluate(([key, value]) => localStorage.setItem(key, value), [
    `violet-jaw draft /jobs/${id}`,
    JSON.stringify(draft),
  ] as const);
  await page.goto(`${app.address}/jobs/${id}/route`);
  await open(page, 'Seat');
  await expect(page.getByLabel('Parallels, height')).toHaveValue('17.500');
  await saved(page);
  const now = (await (await page.request.get(`${app.address}/api/v1/jobs/${id}`)).json()) as { setups: Setup[] };
  expect(now.setups[0].hold).toEqual({ ...job.setups[0].hold, parallels: { height: 17.5 } });
});

test('a double click makes one job; the back button leaves the job as it is', async ({ page }) => {
  await page.getByRole('button', { name: 'New job' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Job number').fill('T-TWICE');
  await dialog.getByRole('button', { name: 'Make the job' }).dblclick();
  await expect(page).toHaveURL(/\/part$/);
  await enter(page.getByLabel('top face +Z'), '1.5');
  await page.goBack();
  await expect(page.getByRole('link', { name: 'T-TWICE' })).toHaveCount(1);
  await page.goForward();
  await expect(page.getByLabel('top face +Z')).toHaveValue('1.500');
  await page.getByRole('button', { name: 'Delete this job…' }).click();
  await page.getByRole('button', { name: 'Delete T-TWICE' }).click();
  await expect(page).toHaveURL(/\/jobs$/);
  await expect(page.getByRole('link', { name: 'T-TWICE' })).toHaveCount(0);
});
