import type { HoldIn } from '../job';
import type { Clamp, Device } from '../shop';
import { beforeHandsGoIn } from '../sheet';
import { board, planHeld, plate, strap, table, tape, vacuumPlate } from '../testing/held';

const weight: Clamp = { kind: 'weight', id: 'weight', name: '4 kg', massKg: 4, diameter: 50, height: 100 };
const screw: Clamp = {
  kind: 'screw',
  id: 'screw',
  name: 'Screw',
  shank: 4,
  head: 8,
  headHeight: 0,
  length: 20,
  holdN: 400,
};
const grid: Device = {
  kind: 'support grid',
  locatesWithin: null,
  id: 'grid',
  name: 'Slats',
  width: 400,
  depth: 300,
  thickness: 20,
  friction: 0.2,
  slatPitch: 50,
  slatThickness: 3,
  headDiameter: 60,
  headHeight: 12,
  jetForceN: 10,
};

/** How a part on a plate is let go, with what holds it. */
async function letGo(device: Device, change: Partial<HoldIn<'flat'>>): Promise<string> {
  const { only } = await planHeld({
    device,
    shop: { clamps: [strap, weight, screw] },
    hold: {
      x: { by: 'fence', side: 'left', at: 100, pins: [] },
      y: { by: 'fence', side: 'front', at: 90, pins: [] },
      ...change,
    },
  });
  return [beforeHandsGoIn(only), ...only.facts!.hold.release].join(' ');
}
const by = (...clamps: string[]) =>
  clamps.map((clamp, i) => ({
    id: `${i}`,
    clamp,
    x: 110 + 30 * i,
    y: 120,
    towards: '-x' as const,
    torque: 20,
    toBolt: 30,
    toHeel: 60,
  }));
const gasket = (on: boolean) => ({ on, inset: 8 });

// what is said goes by what holds the part, not by what the device is made for
test.each<[string, Device, Partial<HoldIn<'flat'>>, string]>([
  [
    'straps on a table',
    table,
    { clamps: by('strap') },
    'Stop the spindle, put the tool away, then loosen the clamps. Hold the part, loosen clamps and fasteners in the reverse order. Brush the T-slot table clean.',
  ],
  [
    'tape on a fixture plate',
    plate,
    { bond: tape.id },
    'Stop the spindle, put the tool away, then take the part off. Take the part off with a thin blade from the side. Clean off what sticks to part and device. Brush the fixture plate clean.',
  ],
  [
    'straps on a vacuum plate without vacuum',
    vacuumPlate,
    { clamps: by('strap'), gasket: gasket(false) },
    'Stop the spindle, put the tool away, then loosen the clamps. Hold the part, loosen clamps and fasteners in the reverse order. Brush the vacuum plate clean.',
  ],
  [
    'vacuum and a strap',
    vacuumPlate,
    { clamps: by('strap'), gasket: gasket(true) },
    'Stop the spindle, put the tool away, then loosen the clamps and let the air in. Hold the part, loosen clamps and fasteners in the reverse order. Vacuum off; wait until the gauge reads nothing; lift the part straight up. Brush the vacuum plate clean.',
  ],
  [
    'weights on a board',
    board,
    { clamps: by('weight', 'weight') },
    'Stop the spindle, put the tool away, then lift off the weights. Lift the weights straight up, so that they do not drag the part. Brush the sacrificial board clean.',
  ],
  [
    'screws and a weight on a board',
    board,
    { clamps: by('screw', 'weight') },
    'Stop the spindle, put the tool away, then take out the fasteners and lift off the weights. Hold the part, loosen clamps and fasteners in the reverse order. Lift the weights straight up, so that they do not drag the part. Brush the sacrificial board clean.',
  ],
  [
    'weights under a jet',
    grid,
    { clamps: by('weight') },
    'Stop the jet, move the head aside, then lift off the weights. Lift the weights straight up, so that they do not drag the part. Brush the support grid clean.',
  ],
])('%s', async (_, device, change, says) => expect(await letGo(device, change)).toBe(says));
