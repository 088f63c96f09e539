import { oneCut } from '../job';
import type { PartSource } from '../job';
import { Planner } from '../plan';
import { loadKernel, type Kernel } from '../solid';
import { setup, vise } from '../testing/fixtures';
import { heldJob, heldShop } from '../testing/held';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

/** What can be touched along Y on a bar that lies along the jaws, and what the operator is asked to touch. */
function touchedIn(part: PartSource, across: number, kind: 'round bar' | 'hexagon bar', parallels: number) {
  const job = {
    ...heldJob({
      device: vise,
      part,
      allowance: { xMinus: 2, xPlus: 2, zPlus: 0 },
      blank: { kind, along: 'x', across },
    }),
    setups: [setup({ device: vise.id, cuts: oneCut(2), parallels: { height: parallels } })],
  };
  const planned = new Planner(kernel).plan({ job, shop: heldShop(vise), bodies: () => null });
  if (!planned.ok) throw new Error(planned.problem);
  const { touchOff, worksheet } = planned.value.setups[0].facts!;
  return {
    faces: touchOff.filter((t) => t.axis === 'y' && t.surface !== 'device').map((t) => [t.name, t.face]),
    says: worksheet.find((w) => w.axis === 'y')!.says,
  };
}
const round: PartSource = { bar: { section: 'round', across: 40, bore: 0, length: 80, along: 'x' } };

// jaws 40 high: with the axis at 45 the widest place of the bar stands free, at 30 only the slope above it does
test('a round bar is touched where it is widest', () => {
  expect(touchedIn(round, 40, 'round bar', 25).faces).toEqual([
    ['rear face', expect.closeTo(0, 2)],
    ['front face', expect.closeTo(-40, 2)],
  ]);
});

test('with its widest place between the jaws it has no face there to touch: the jaw takes its place', () => {
  const { faces, says } = touchedIn(round, 40, 'round bar', 10);
  expect(faces).toEqual([]);
  expect(says).toContain('Before the part is loaded, touch the fixed jaw');
});

test('a hexagon bar whose corner hides between the jaws is not touched on its slope', () => {
  const { faces } = touchedIn(
    { bar: { section: 'hexagon', across: 30, bore: 0, length: 80, along: 'x' } },
    30,
    'hexagon bar',
    20,
  );
  expect(faces).toEqual([]);
});
