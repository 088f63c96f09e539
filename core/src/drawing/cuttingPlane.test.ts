import { vec } from '../frames';
import { snapped } from '../holdings';
import type { Feature } from '../part';
import { planHeld, table } from '../testing/held';
import { cutAcross, planeDecision } from '.';

const bore = (axis: 'x' | 'z'): { feature: Feature; name: string } => ({
  name: `bore along ${axis}`,
  feature: {
    id: axis,
    kind: 'bore',
    at: vec(20, 15, 4),
    axis: axis === 'x' ? vec(1, 0, 0) : vec(0, 0, 1),
    diameter: 6,
    box: { min: vec(17, 12, 0), max: vec(23, 18, 20) },
  } as unknown as Feature,
});

test('a cutting plane is told from the work zero, drawn to bores that lie in it, and ends where the metal ends', async () => {
  const { only: setup } = await planHeld({ device: table, part: { block: { x: 90, y: 60, z: 20 } } });
  const { loadedBox, pose } = setup.facts!.seat;
  const zero = setup.facts!.zero.shiftedInDevice;
  const plane = cutAcross(setup, 'x')!;
  expect(plane).toEqual({ axis: 'x', at: (loadedBox.min.x + loadedBox.max.x) / 2 });
  const d = planeDecision(setup, plane, [bore('x'), bore('z')])!;
  expect(d.at.x).toBeCloseTo(d.from + d.way * d.mm, 9);
  expect(d.from + d.least).toBeCloseTo(loadedBox.min.x, 9);
  expect(d.from + d.most).toBeCloseTo(loadedBox.max.x, 9);
  // the bore along X lies in no plane across X
  expect(d.snaps.map((s) => s.says)).toEqual(['work zero', 'middle', 'bore along z']);
  const at = pose.translation.x + 20;
  expect(d.set(plane, snapped(d, at - zero.x + 0.4, { reach: 1, step: 1 }).mm).at).toBeCloseTo(at, 9);
  // one that was turned across another axis meanwhile stays as it is
  expect(d.set({ axis: 'y', at: 5 }, 3)).toEqual({ axis: 'y', at: 5 });
  expect(d.get({ axis: 'y', at: 5 })).toBeNull();
});
