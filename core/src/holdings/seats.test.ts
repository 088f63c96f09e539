import fc from 'fast-check';
import { Matrix } from 'ml-matrix';
import { ALL_ORIENTATIONS, rotationOf, type Box3, type Orientation } from '../frames';
import { newHold, type HoldIn } from '../job';
import type { FlatDevice } from '../shop';
import { boxMesh, turnMesh } from '../solid';
import { box, setup, vise } from '../testing/fixtures';
import { plate as fixturePlate, pods, table, tape } from '../testing/held';
import { gapsAtPins, restHeight, seatInVise, seatOnFlat } from '.';
import { turnedBox, type SeatFacts } from '../seat';

const lying = (b: Box3, orientation: Orientation) => {
  const mesh = turnMesh(boxMesh(b), rotationOf(orientation));
  return { orientation, loaded: mesh, finished: mesh, blankSeated: turnedBox(b, orientation), isFlat: () => true };
};
const hold = (change: Partial<HoldIn<'flat'>> = {}): HoldIn<'flat'> => newHold('flat', { pinHeight: 12, ...change });
const on = (
  device: FlatDevice,
  plate: HoldIn<'flat'>,
  b = box([0, 0, 0], [100, 60, 20]),
  orientation: Orientation = { up: '+z', right: '+x' },
) => seatOnFlat({ ...lying(b, orientation), device, plate, bond: null, dowels: null, rounds: [] });

/** Extents of a box's corners through the pose, computed with ml-matrix. */
function extents(b: Box3, { pose: { rotation, translation } }: SeatFacts): { min: number[]; max: number[] } {
  const r = new Matrix(rotation.rows.map((v) => [v.x, v.y, v.z]));
  const corners = new Matrix(
    [0, 1, 2, 3, 4, 5, 6, 7].map((i) => [
      i & 1 ? b.max.x : b.min.x,
      i & 2 ? b.max.y : b.min.y,
      i & 4 ? b.max.z : b.min.z,
    ]),
  )
    .mmul(r.transpose())
    .addRowVector([translation.x, translation.y, translation.z]);
  return { min: corners.min('column'), max: corners.max('column') };
}

test('a part that lies flat has its sides where they are set and its underside on what carries it: any size, all 24 orientations (against ml-matrix)', () => {
  const size = fc.double({ min: 20, max: 120, noNaN: true });
  const at = fc.double({ min: 20, max: 150, noNaN: true });
  const lies = fc.record({
    sizes: fc.tuple(size, size, size),
    atX: at,
    atY: at,
    under: fc.double({ min: 0, max: 10, noNaN: true }),
    orientation: fc.constantFrom(...ALL_ORIENTATIONS),
    sideX: fc.constantFrom('left' as const, 'right' as const),
    sideY: fc.constantFrom('rear' as const, 'front' as const),
  });
  fc.assert(
    fc.property(lies, ({ sizes: [x, y, z], atX, atY, under, orientation, sideX, sideY }) => {
      const b = box([-5, 3, 7], [x - 5, y + 3, z + 7]);
      const seat = on(
        table as FlatDevice,
        hold({
          under,
          x: { by: 'hand', side: sideX, at: atX, pins: [] },
          y: { by: 'hand', side: sideY, at: atY, pins: [] },
        }),
        b,
        orientation,
      );
      const { min, max } = extents(b, seat);
      expect(min[2]).toBeCloseTo(under, 9);
      expect(sideX === 'left' ? min[0] : max[0]).toBeCloseTo(atX, 9);
      expect(sideY === 'front' ? min[1] : max[1]).toBeCloseTo(atY, 9);
      expect(seat.settled).toBe(true);
    }),
    { numRuns: 120 },
  );
});

describe('what lies between device and part', () => {
  test('pods, packing and tape add up', () => {
    expect(restHeight(pods as FlatDevice, hold({ under: 2 }), tape)).toBeCloseTo(30 + 2 + 0.1, 12);
    expect(restHeight(table as FlatDevice, hold(), null)).toBe(0);
  });

  test('and are named in the account', () => {
    const { locators } = seatOnFlat({
      ...lying(box([0, 0, 0], [100, 60, 20]), { up: '+z', right: '+x' }),
      device: pods as FlatDevice,
      plate: hold({ under: 2, pods: [{ id: 'pod-1', x: 60, y: 60, on: true }] }),
      bond: tape,
      dowels: null,
      rounds: [],
    });
    expect(locators.z).toMatchObject({ name: 'pods and packing and double-sided tape', at: 32.1, kind: 'height' });
  });

  test('a part beside its pods stands on the device under them', () => {
    const seat = on(pods as FlatDevice, hold({ pods: [{ id: 'pod-2', x: 300, y: 200, on: true }] }));
    expect(seat.standsBelow).toMatchObject({ name: 'pods', gap: null });
    expect(seat.loadedBox.min.z).toBeCloseTo(0, 9);
  });
});

describe('pins', () => {
  const pins = (along: number[], b?: Box3) => {
    const plate = hold({
      y: { by: 'pins', side: 'front', at: 60, pins: along },
      x: { by: 'hand', side: 'left', at: 50, pins: [] },
    });
    const part = lying(b ?? box([0, 0, 0], [100, 60, 20]), { up: '+z', right: '+x' });
    const input = { ...part, device: fixturePlate as FlatDevice, plate, bond: null, dowels: null, rounds: [] };
    const seat = seatOnFlat(input);
    return { seat, gaps: gapsAtPins(input, seat, 'y') };
  };

  test('both touch a straight side; the part lies at their edge', () => {
    const { seat, gaps } = pins([70, 130]);
    expect(gaps).toEqual([0, 0].map((v) => expect.closeTo(v, 9)));
    expect(seat.loadedBox.min.y).toBeCloseTo(60, 9);
    expect(seat.locators.y.name).toBe('front pins');
  });

  test('one beside the part meets nothing', () => {
    expect(pins([70, 190]).gaps).toEqual([expect.closeTo(0, 9), null]);
  });
});

describe("the vise's other forms", () => {
  const block = box([0, 0, 0], [100, 60, 40]);
  const inVise = (change: Partial<typeof vise>, parallels = 20) =>
    seatInVise({
      ...lying(block, { up: '+z', right: '+x' }),
      vise: { ...vise, ...change },
      parallelsHeight: parallels,
      stop: { ...setup().hold.stop },
    });

  test('fixed jaw in front: the part lies behind it, its front face located', () => {
    const seat = inVise({ fixedJaw: 'front' });
    expect([seat.loadedBox.min.y, seat.loadedBox.max.y]).toEqual([expect.closeTo(0, 9), expect.closeTo(60, 9)]);
    expect([seat.y.side, seat.movingJaw?.side]).toEqual(['-y', '+y']);
    expect(seat.restStripsMm2.every((a) => a > 0)).toBe(true);
  });

  test('step jaws carry the part at their step, whatever parallels are entered', () => {
    const seat = inVise({ jaws: 'step', stepHeight: 32, stepDepth: 3 }, 10);
    expect(seat.loadedBox.min.z).toBeCloseTo(32, 9);
    expect(seat.locators.z).toMatchObject({ name: 'jaw steps', at: 32 });
    expect(seat.rest.flatAreaMm2).toBeCloseTo(2 * 3 * 100, 3);
  });
});
