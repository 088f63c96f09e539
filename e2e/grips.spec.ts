import { newHold, newJob, nextSetup, oneCut, type Hold, type Job, type PlacedClamp } from '@violet-jaw/core/job';
import { expect, LONG, makeJob, saved, test } from './app';

type Page = import('@playwright/test').Page;
type Locator = import('@playwright/test').Locator;

const clampAt = (clamp: string, x: number, y: number): PlacedClamp => ({
  id: `${clamp}-${x}`,
  clamp,
  x,
  y,
  towards: '+y',
  torque: 20,
  toBolt: 30,
  toHeel: 60,
});
const pinned = { by: 'pins' as const, side: 'left' as const, at: 60, pins: [75, 125] };
const flat = (change: Partial<Parameters<typeof newHold<'flat'>>[1]>): Hold =>
  newHold('flat', {
    x: { by: 'fence', side: 'left', at: 60, pins: [] },
    y: { by: 'fence', side: 'front', at: 50, pins: [] },
    ...change,
  });
const further = [{ id: 'second', x: 0, y: 120, register: null }];

/** Every way to hold a part has something that is moved in the drawings; devices of the demo shop. */
const HOLDS: readonly (readonly [device: string, hold: Hold])[] = [
  [
    'vise-150',
    newHold('vise', {
      parallels: { height: 20 },
      stop: { side: 'left', position: 20, height: 25, fromJaw: 30, face: null },
    }),
  ],
  [
    'vise-150-soft',
    newHold('vise', {
      softJaws: { on: true, depth: 4, fit: 0.02, ledge: 3, cutter: 6 },
      stop: { side: 'left', position: 5, height: 45, fromJaw: 30, face: null },
      further: [{ id: 'second', x: 90, y: 0, register: null }],
    }),
  ],
  ['table-mill-1', flat({ under: 15, clamps: [clampAt('strap-12', 100, 105), clampAt('edge-12', 90, 50)], further })],
  [
    'plate-400',
    flat({ x: pinned, y: { ...pinned, side: 'front' as const, pins: [100, 125] }, pinHeight: 12, under: 10 }),
  ],
  ['pods-router', flat({ pods: [{ id: 'p1', x: 60, y: 50, on: true }], clamps: [clampAt('weight-4', 90, 80)] })],
  ['vacuum-400', flat({ gasket: { on: true, inset: 12 } })],
  [
    'board-router',
    flat({
      bond: 'tape-thin',
      clamps: [clampAt('screw-5', 64, 55)],
      separation: { ...newHold('flat').separation, way: 'tabs' },
    }),
  ],
  ['chuck-160', newHold('round', { restHeight: 12 })],
  ['rotary-1', newHold('round', { restHeight: 4, supports: [60] })],
];

/** A block in every hold there is, one after the other: a route nobody would make, but every setup of it is drawn. */
function everyHold(): Job {
  const begun = newJob(
    { number: 'G-EVERY', part: 'Block', material: 'EN AW-6082 T6', units: 'mm' },
    { block: { x: 80, y: 60, z: 40 } },
  );
  return HOLDS.reduce<Job>(
    (job, [device, hold], i) => ({
      ...job,
      setups: [
        ...job.setups,
        { ...nextSetup(job, `s${i}`, [], null), device, hold, cuts: oneCut(device.startsWith('board') ? 42 : 1) },
      ],
    }),
    { ...begun, machine: 'mill-1', allowance: { xMinus: 2, xPlus: 2, yMinus: 2, yPlus: 2, zMinus: 0, zPlus: 2 } },
  );
}

const middleOf = async (grip: Locator): Promise<[number, number]> => {
  const box = (await grip.boundingBox())!;
  return [box.x + box.width / 2, box.y + box.height / 2];
};

/** The numbers a grip says, by their names. */
const numbersOf = async (grip: Locator): Promise<number[]> =>
  [...(await grip.getAttribute('aria-valuetext'))!.matchAll(/([+\u2212]?\d+\.\d+)(?=;|$)/g)].map(([n]) =>
    Number(n.replace('\u2212', '-')),
  );

/** Whether a press at a grip meets it, and not another one that lies over it. */
const isFree = (grip: Locator): Promise<boolean> =>
  grip.evaluate((g) => {
    const box = g.getBoundingClientRect();
    const met = document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2);
    return met !== null && g.contains(met);
  });

/** Most of a gesture is waiting for its drawing: it is looked for often. */
const SOON = { intervals: [50] };

/** Drags a grip slantwise, takes it back, nudges it by keys, takes that back. */
async function moveByHand(page: Page, grip: Locator, what: string): Promise<void> {
  const before = await numbersOf(grip);
  const undo = page.getByRole('button', { name: 'Undo', exact: true });
  await expect(undo).toBeDisabled();
  const [x, y] = await middleOf(grip);
  await page.mouse.move(x, y);
  await page.mouse.down();
  // away from the middle of the page, where there is room; a tab or inset may have little
  await page.mouse.move(x + 25, y - 25, { steps: 4 });
  await page.mouse.move(x + 31, y - 31, { steps: 2 });
  await expect(page.locator('.beside-pointer'), what).toContainText(/[XYZ] [+\u2212]?\d/);
  await page.mouse.up();
  await expect.poll(() => numbersOf(grip), { ...SOON, message: `${what} is dragged` }).not.toEqual(before);
  await undo.click();
  await expect.poll(() => numbersOf(grip), { ...SOON, message: `${what} is put back` }).toEqual(before);
  let answered = 0;
  for (const key of ['ArrowRight', 'ArrowUp']) {
    await grip.focus();
    await page.keyboard.press(key);
    await expect(grip).toBeFocused();
    // a key that runs across what can be moved does nothing, and leaves nothing to be undone
    await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
    if (await undo.isDisabled()) continue;
    await expect.poll(() => numbersOf(grip), { ...SOON, message: `${what} is moved by ${key}` }).not.toEqual(before);
    answered += 1;
    const off = (await numbersOf(grip)).map((n, i) => Math.abs(n - before[i])).filter((by) => by > 1e-9);
    expect(off, `${what} is nudged by ${key}`).toEqual([expect.closeTo(1, 6)]);
    await undo.click();
    await expect.poll(() => numbersOf(grip), { ...SOON, message: `${what} is put back again` }).toEqual(before);
  }
  expect(answered, `${what} answers an arrow key`).toBeGreaterThan(0);
}

test('everything that is decided in the drawings is dragged by the pointer and nudged by keys, in every hold', async ({
  page,
  app,
}) => {
  test.setTimeout(600_000);
  await makeJob(page, app, everyHold());
  const moved = new Set<string>();
  for (const [i, [device]] of HOLDS.entries()) {
    const card = page.locator('.card-setup').nth(i);
    await card.click();
    await expect(card).toHaveClass(/chosen/);
    const grips = page.locator('.bench-grip');
    await expect(page.getByRole('group', { name: `Op ${10 * (i + 1)} as it is held` })).toBeVisible(LONG);
    await expect(grips.first()).toBeVisible(LONG);
    const items = [...new Set(await grips.evaluateAll((all) => all.map((g) => g.getAttribute('data-item')!)))];
    for (const item of items) {
      const seen = page.locator(`.bench-grip[data-item="${item}"]`);
      const free: Locator[] = [];
      for (const grip of await seen.all()) if (await isFree(grip)) free.push(grip);
      expect(free.length, `${item} on ${device} can be taken hold of in a view`).toBeGreaterThan(0);
      await moveByHand(page, free[0], `${item} on ${device}`);
      moved.add(item.replace(/-.*/, ''));
    }
  }
  console.log(`dragged and nudged: ${[...moved].sort().join(', ')}`);
  expect([...moved].sort()).toEqual([
    'bond',
    'clamp',
    'depth',
    'gasket',
    'locate',
    'parallels',
    'piece',
    'pin',
    'pocket',
    'pod',
    'rest',
    'stop',
    'support',
    'tab',
    'under',
  ]);
  await saved(page);
});

test('a setup is cut open where one looks: the plane is dragged, nudged and typed, in views and in space', async ({
  page,
  app,
}) => {
  await makeJob(page, app, { ...everyHold(), number: 'G-PLANE', setups: everyHold().setups.slice(0, 1) });
  await expect(page.locator('.bench-grip').first()).toBeVisible(LONG);
  await page.getByLabel('Cut open', { exact: true }).selectOption('y');
  await expect(page.locator('svg.board .cut-face').first()).toBeAttached();
  await expect(page.locator('svg.board')).toContainText('From the front, part cut open');
  const plane = page.getByRole('slider', { name: 'Move the cutting plane, seen from above' });
  const now = async () => (await numbersOf(plane))[0];
  const before = await now();
  const [x, y] = await middleOf(plane);
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y - 40, { steps: 5 });
  await page.mouse.up();
  await expect.poll(now).toBeGreaterThan(before + 5);
  const dragged = await now();
  await plane.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await expect.poll(now).toBeCloseTo(dragged - 1.1, 6);
  await page.keyboard.press('Enter');
  const asked = page.getByRole('dialog', { name: /Cut open at Y/ });
  await asked.getByRole('textbox').fill('-12.5');
  await page.keyboard.press('Enter');
  await expect.poll(now).toBeCloseTo(-12.5, 9);
  // looking changes nothing of the job
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled();
  await page.getByRole('button', { name: 'In space' }).click();
  const inSpace = page.getByRole('slider', { name: 'Move the cutting plane, seen in space' });
  await inSpace.focus();
  await page.keyboard.press('ArrowUp');
  await expect.poll(async () => (await numbersOf(inSpace))[0]).toBeCloseTo(-11.5, 9);
  await page.getByRole('button', { name: 'All views' }).click();
  await page.getByLabel('Cut open', { exact: true }).selectOption('');
  await expect(plane).toHaveCount(0);
  await expect(page.locator('svg.board .cut-face')).toHaveCount(0);
});
