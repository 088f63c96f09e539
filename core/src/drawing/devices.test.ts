import { isHeldOn, type HoldIn } from '../job';
import { DEVICE_KINDS, isOf, type Device } from '../shop';
import { board, chuck, heldJob, heldShop, planHeld, plate, pods, table, vacuumPlate } from '../testing/held';
import { vise } from '../testing/fixtures';
import { demoShop } from '../../../demo';
import { Planner, type PlannedSetup } from '../plan';
import { loadKernel } from '../solid';
import { speechIn } from '../units';
import { contactLines, deviceShapes } from './deviceShapes';
import { roomOf, sharedRoom } from './placeTexts';
import { deviceScene, layoutScene, outlinesOf, sceneBounds, setupScene, VIEW_NAMES, type Scene, type Shape } from '.';

const lying = {
  x: { by: 'fence' as const, side: 'left' as const, at: 100, pins: [] },
  y: { by: 'fence' as const, side: 'front' as const, at: 90, pins: [] },
  pinHeight: 5,
};

test('the demo shop has a device of every kind, and each is drawn by itself, true to scale', () => {
  expect(DEVICE_KINDS.filter((k) => !demoShop.devices.some((d) => d.kind === k))).toEqual([]);
  for (const device of demoShop.devices) {
    const { min, max } = sceneBounds(deviceScene(device));
    if ('thickness' in device)
      expect([max[0] - min[0], max[1] - min[1]]).toEqual([
        expect.closeTo(device.width, 0),
        expect.closeTo(device.depth, 0),
      ]);
    expect(deviceScene(device).shapes.length).toBeGreaterThan(0);
  }
});

/** A planned setup, as it is drawn. */
function drawnOf({ setup, facts, pieces, device }: PlannedSetup) {
  if (!facts || !device || !isHeldOn(setup, device)) throw new Error('nothing is held');
  return { setup, facts, pieces };
}

const roles = (shapes: readonly Shape[]) =>
  shapes.flatMap((s) => (s.kind === 'region' || s.kind === 'line' ? [s.role] : []));

test.each<[string, Device, Partial<HoldIn<'flat'>>, string]>([
  ['grooves and gasket of a vacuum plate', vacuumPlate, { gasket: { on: true, inset: 2 } }, 'gasket'],
  ['pods that suck', pods, { pods: [{ id: 'pod-1', x: 105, y: 95, on: true }] }, 'pod'],
  ['pods that only carry', pods, { pods: [{ id: 'pod-2', x: 105, y: 95, on: false }] }, 'pod-off'],
  ['tape on a board', board, { bond: 'tape' }, 'bond'],
  ['holes of a fixture plate', plate, {}, 'groove'],
  [
    'straps on a table',
    table,
    { clamps: [{ id: 'clamp-1', clamp: 'strap', x: 110, y: 120, towards: '-x', torque: 40, toBolt: 30, toHeel: 60 }] },
    'clamp',
  ],
])('%s are seen from above', async (_, device, change, role) => {
  const { only } = await planHeld({ device, hold: { ...lying, ...change } });
  const shapes = (['behind', 'front'] as const).flatMap((layer) => deviceShapes('above', device, drawnOf(only), layer));
  expect(roles(shapes)).toContain(role);
});

test('a bed is drawn only around the work, and never beyond its own edge', async () => {
  const { only } = await planHeld({ device: table, hold: lying });
  const [bed] = deviceShapes('above', table, drawnOf(only), 'behind');
  const { min, max } = sceneBounds({ title: '', shapes: [bed] });
  expect(min[0]).toBeGreaterThanOrEqual(0);
  expect(max[0]).toBeLessThan(300);
  expect(max[0] - min[0]).toBeGreaterThan(100);
});

test('where device and part meet there is a heavy line, in the views that see it edge-on', async () => {
  const { only } = await planHeld({ device: vacuumPlate, hold: lying });
  const rest = contactLines('front', drawnOf(only)).find(
    (s) => s.kind === 'line' && Math.abs(s.points[0][1] - s.points[1][1]) < 1e-9,
  );
  expect(rest).toMatchObject({ role: 'grip' });
  const inVise = (await planHeld({ device: vise })).only;
  expect(contactLines('above', drawnOf(inVise))).toHaveLength(3);
});

test.each([
  ['vise', vise],
  ['chuck', chuck],
  ['table', table],
  ['pods', pods],
] as const)('a setup on a %s is drawn in all views, its zero with it', async (_, device) => {
  const kernel = await loadKernel();
  const planner = new Planner(kernel);
  const job = heldJob({
    device: device as Device,
    ...(device.kind === 'chuck'
      ? {
          part: { bar: { section: 'round', across: 50, bore: 0, length: 60, along: 'z' } },
          blank: { kind: 'round bar', across: 50, along: 'z' },
        }
      : {}),
    hold: isOf('flat', device) ? { ...lying, pods: [{ id: 'pod-3', x: 105, y: 95, on: true }] } : {},
  });
  const planned = planner.plan({ job, shop: heldShop(device as Device), bodies: () => null });
  if (!planned.ok) throw new Error(planned.problem);
  const views = outlinesOf(planner, planned.value)!.setups[0].views!;
  const scenes: Scene[] = VIEW_NAMES.map((v) =>
    setupScene({
      view: v,
      planned: planned.value.setups[0],
      outlines: views[v],
      speech: speechIn('mm'),
      options: { dimensions: true, labels: true },
    }),
  );
  for (const scene of scenes) {
    expect(scene.shapes.some((s) => s.kind === 'zero')).toBe(true);
    const { min, max } = sceneBounds(scene);
    expect([...min, ...max].every(Number.isFinite)).toBe(true);
    expect(JSON.stringify(scene)).not.toMatch(/NaN|undefined/);
  }
});

test('wherever zero lies, its name and the names of jaws and stop do not cover each other', async () => {
  const planner = new Planner(await loadKernel());
  for (const x of ['min', 'middle', 'max'] as const)
    for (const y of ['min', 'middle', 'max'] as const)
      for (const side of ['left', 'right'] as const) {
        const job = heldJob({
          device: vise,
          setup: { zero: { of: 'finished part', x, y, z: 'max', extra: { x: 0, y: 0, z: 0 } } },
          hold: { stop: { side, position: side === 'left' ? 0 : 60, height: 20, fromJaw: 15, face: null } },
        });
        const planned = planner.plan({ job, shop: heldShop(vise), bodies: () => null });
        if (!planned.ok) throw new Error(planned.problem);
        const views = outlinesOf(planner, planned.value)!.setups[0].views!;
        for (const view of VIEW_NAMES) {
          const { primitives } = layoutScene(
            setupScene({
              view,
              planned: planned.value.setups[0],
              outlines: views[view],
              speech: speechIn('mm'),
              options: { dimensions: true, labels: true },
            }),
            { width: 360, height: 270, fontSize: 13, hatchSpacing: 7, markSize: 7.5 },
          );
          const texts = primitives.flatMap((p) => (p.kind === 'text' ? [{ text: p.text, room: roomOf(p) }] : []));
          const covered = texts.flatMap((a, i) =>
            texts
              .slice(i + 1)
              .filter((b) => sharedRoom(a.room, b.room) > 1)
              .map((b) => `${a.text} × ${b.text}`),
          );
          expect([x, y, side, view, covered]).toEqual([x, y, side, view, []]);
        }
      }
});

test('a setup that removes nothing is drawn as well, with its forces known', async () => {
  const planner = new Planner(await loadKernel());
  const planned = planner.plan(
    { job: heldJob({ device: vise, allowance: { zPlus: 0 } }), shop: heldShop(vise), bodies: () => null },
    'now',
  );
  if (!planned.ok) throw new Error(planned.problem);
  expect(planned.value.setups[0].material.removedMm3).toBe(0);
  const { above } = outlinesOf(planner, planned.value)!.setups[0].views!;
  expect(above.removed).toEqual([]);
  expect(above.left.silhouette[0]).toHaveLength(4);
});
