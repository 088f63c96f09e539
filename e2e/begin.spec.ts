import { enter, expect, go, LONG, newBlockJob, saved, test } from './app';

test('a first job, step by step: from a block to a run, each step seen by itself', async ({ page }) => {
  await page.locator('#menu').click();
  await page.getByRole('link', { name: 'A first job, step by step' }).click();
  const guide = page.getByRole('complementary', { name: 'First job' });
  await expect(guide).toContainText('1 of 7: Make a job.');
  await page.getByRole('button', { name: 'New job' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Job number').fill('LEARN-1');
  await dialog.getByRole('button', { name: 'Make the job' }).click();
  await expect(guide).toContainText('2 of 7: Say what stock it has.');
  await enter(page.getByLabel('top face +Z'), '2');
  await enter(page.getByLabel('bottom face -Z'), '8');
  await expect(guide).toContainText('3 of 7: Begin the route.');
  await guide.getByRole('link', { name: 'Go there' }).click();
  await page.getByRole('button', { name: 'Two sides in a vise' }).click();
  await expect(guide).toContainText('4 of 7: Look at what is proposed.', LONG);
  await page.getByRole('button', { name: 'Accept all of Op 10' }).first().click();
  await page.getByRole('button', { name: /^Op 20/ }).click();
  await page.getByRole('button', { name: 'Accept all of Op 20' }).first().click();
  await expect(guide).toContainText('5 of 7: Read where zero is, and why.');
  await guide.getByRole('link', { name: 'Go there' }).click();
  // finished height 40 on parallels the second time, 8 of stock under it the first
  await expect(guide).toContainText(/zero moves by X \+0\.000, Y \+0\.000, Z \u2212\d+\.000/, LONG);
  await guide.getByRole('button', { name: 'I have found them' }).click();
  await expect(guide).toContainText('6 of 7: Issue the sheet.');
  await guide.getByRole('link', { name: 'Go there' }).click();
  // elsewhere it says where to go on
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Jobs', exact: true }).click();
  await expect(guide).toContainText('Go on with it');
  await page.reload();
  await guide.getByRole('link', { name: 'Go on with it' }).click();
  await guide.getByRole('link', { name: 'Go there' }).click();
  await page.getByRole('button', { name: 'Issue sheet A' }).click();
  await expect(guide).toContainText('7 of 7: Run it on the practice machine.', LONG);
  await guide.getByRole('link', { name: 'Go there' }).click();
  await guide.getByRole('button', { name: 'I have run it' }).click();
  await expect(guide).toContainText('That was a first job');
  await guide.getByRole('button', { name: 'Close' }).click();
  await expect(guide).toHaveCount(0);
});

test('every page says what it is for, in the words of the documentation, with its picture', async ({ page }) => {
  await page.getByRole('link', { name: 'SK-1007', exact: true }).click();
  for (const name of ['Part & blank', 'Route', 'Ledger', 'Sheet', 'Remarks', 'Run'] as const) {
    await go(page, name);
    await page.getByRole('button', { name: `Help on the page ${name}` }).click();
    const told = page.getByRole('dialog');
    await expect(told).toContainText(`${name}: why and how`);
    const picture = told.getByRole('img', { name: `${name}, as in the demo shop` });
    await expect.poll(() => picture.evaluate((e) => (e as HTMLImageElement).naturalWidth)).toBeGreaterThan(400);
    await page.keyboard.press('Escape');
    await expect(told).toHaveCount(0);
  }
  await go(page, 'Route');
  await page.getByRole('button', { name: 'Help on Seat' }).click();
  const drawn = page.getByRole('dialog').getByRole('img', { name: 'Seat, as in the demo shop' });
  await expect.poll(() => drawn.evaluate((e) => (e as HTMLImageElement).naturalWidth)).toBeGreaterThan(100);
});

test('a pattern of the shop is made of a job, and a new job begins with it', async ({ page }) => {
  await page.getByRole('button', { name: 'Move SK-1007 on' }).click();
  await page.getByRole('button', { name: 'Make a pattern of it' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Make the pattern' }).click();
  await expect(dialog.getByRole('alert')).toContainText('It needs a name.');
  await dialog.getByLabel('Name of the pattern').fill('Foot, five sides first');
  await dialog.getByRole('button', { name: 'Make the pattern' }).click();
  await expect(dialog).toHaveCount(0);
  // it stands among the patterns, not among the jobs
  await expect(page.getByRole('link', { name: 'Foot, five sides first' })).toHaveCount(0);
  await page.getByLabel('Show').selectOption('patterns');
  await expect(page.getByRole('link', { name: 'Foot, five sides first' })).toBeVisible();
  await newBlockJob(page, 'PT-1', ['3', '2', '1.25'], 'inch');
  await go(page, 'Route');
  await page.getByRole('button', { name: 'Foot, five sides first' }).click();
  await expect(page.getByRole('button', { name: /^Op 20/ })).toBeVisible(LONG);
  await expect(page.getByText('Accept all of Op 10').first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Plate on tape, one side' })).toBeVisible();
  await saved(page);
});

test('jobs of a family stand beside each other with what differs', async ({ page }) => {
  await newBlockJob(page, 'FA-1', ['80', '50', '30']);
  await go(page, 'Route');
  await page.getByRole('button', { name: 'Two sides in a vise' }).click();
  await expect(page.getByRole('button', { name: /^Op 20/ })).toBeVisible(LONG);
  await saved(page);
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Jobs', exact: true }).click();
  await page.getByLabel('Search jobs').fill('FA-1');
  await page.getByRole('button', { name: 'Copy FA-1' }).click();
  const dialog = page.getByRole('dialog', { name: 'Copy FA-1' });
  await dialog.getByLabel('Number of the copy').fill('FA-2');
  await dialog.getByLabel(/^Family of both/).fill('Blocks / 50 wide');
  await dialog.getByRole('button', { name: 'Make the copy' }).click();
  await expect(page.getByText('The blank contains the part.')).toBeVisible(LONG);
  await enter(page.getByLabel('Block X'), '97.4625');
  await saved(page);
  await page.getByRole('navigation', { name: 'Pages' }).getByRole('link', { name: 'Jobs', exact: true }).click();
  await page.getByRole('button', { name: 'Columns' }).click();
  await page.getByLabel('Family', { exact: true }).check();
  await page.getByRole('link', { name: 'Blocks / 50 wide' }).first().click();
  await expect(page.getByRole('heading', { name: 'Family Blocks / 50 wide' })).toBeVisible();
  const row = page.getByRole('row', { name: /^Part, size X/ });
  await expect(row).toContainText('80.000', LONG);
  await expect(row).toContainText('97.463 (+17.463)');
  await page.getByLabel('Held against').selectOption({ label: 'FA-2 Test block' });
  await expect(row).toContainText('80.000 (\u221217.463)', LONG);
});

test('a set of jaws goes with its vise: made from it, found with it, and told apart', async ({ page }) => {
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  await page.getByRole('link', { name: /^Holding devices/ }).click();
  await page.getByRole('link', { name: 'Vise 4 in vise', exact: true }).click();
  const jaws = page.getByRole('region', { name: 'Jaws of the vise' });
  await expect(jaws).toContainText('No other jaws go with it.');
  await jaws.getByRole('button', { name: 'Add a set of jaws' }).click();
  const item = page.getByRole('region', { name: 'Vise 4 in, other jaws', exact: true });
  await expect(item).toContainText('They are set into Vise 4 in.');
  await expect(page.getByRole('link', { name: 'Vise 4 in, other jaws jaws of Vise 4 in' })).toBeVisible();
  await jaws.getByRole('link', { name: 'Vise 4 in' }).click();
  await expect(jaws).toContainText('Other jaws that go with it: Vise 4 in, other jaws');
  // what has sets is none itself
  await expect(jaws.getByLabel('These are jaws of')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(jaws).toContainText('No other jaws go with it.');
  await saved(page);
});
