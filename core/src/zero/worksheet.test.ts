import fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { touchChoices, type Job, type Setup, newBlank, newJob, NO_ALLOWANCE, oneCut } from '../job';
import { Planner, type SetupFacts } from '../plan';
import { heldShop, table } from '../testing/held';
import { machine, flatSetup, setup as plainSetup, station, tool, vise } from '../testing/fixtures';
import { loadKernel, prism, polygonLoop, circleLoop, type TriangleMesh } from '../solid';
import { EMPTY_SHOP, type Device } from '../shop';
import { speechIn, type Units } from '../units';
import { edgeAngle, registerValue, straighten, zeroFromReadings } from '.';

const INCH = 25.4;
let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

interface Wanted {
  readonly units?: Units;
  readonly setup?: Partial<Setup>;
  readonly job?: Partial<Job>;
  readonly device?: Device;
  readonly mesh?: TriangleMesh;
}

/** A block 3 × 2 × 1.25 in the vise, with 0.03 in on every side, unless told otherwise. */
function facts({ units = 'inch', setup: change, job: jobChange, device = vise, mesh }: Wanted = {}): SetupFacts {
  const scale = units === 'inch' ? INCH : 25;
  const still = 0.03 * INCH;
  const allowance = { xMinus: still, xPlus: still, yMinus: still, yPlus: still, zMinus: still, zPlus: still };
  const body = mesh
    ? { file: 'part.stl', unit: 'mm' as const }
    : { block: { x: 3 * scale, y: 2 * scale, z: 1.25 * scale } };
  const job: Job = {
    ...newJob({ number: 'T-1', part: 'Block', units }, body),
    allowance,
    blank: newBlank(allowance),
    machine: machine.id,
    setups: [
      {
        ...(device === vise ? plainSetup() : flatSetup()),
        device: device.id,
        ...touchChoices(0.5 * INCH),
        cuts: oneCut(5),
        ...change,
      },
    ],
    ...jobChange,
  };
  const planned = planner.plan(
    {
      job,
      shop: { ...EMPTY_SHOP, machines: [machine], devices: [device] },
      bodies: () => (mesh ? { mesh, key: 'mesh' } : null),
    },
    'known',
  );
  if (!planned.ok) throw new Error(planned.problem);
  return planned.value.setups[0].facts!;
}

const none = { x: 0, y: 0, z: 0 };
const corner = (of: Setup['zero']['of']): Partial<Setup> => ({
  zero: { of, x: 'min', y: 'max', z: 'max', extra: none },
});

// common practice, no source: the check values of touching off with a 1/2 in tool and 0.03 in of stock
describe.each([
  ['inch', 4],
  ['mm', 3],
] as const)('touching off, in %s', (units, digits) => {
  const say = (mm: number) => speechIn(units).signed(mm);
  const declared = (setup: Partial<Setup>) => facts({ units, setup }).worksheet.map((w) => w.declare!);

  test('zero on the raw corner: left face less half the tool, rear face plus half of it', () => {
    const [x, y] = declared(corner('raw blank'));
    expect([x / INCH, y / INCH]).toEqual([expect.closeTo(-0.25, digits + 4), expect.closeTo(0.25, digits + 4)]);
    expect(facts({ units, setup: corner('raw blank') }).worksheet[0].says).toContain(`declare X ${say(-0.25 * INCH)}`);
  });

  test('zero on the finished corner while the rough side is touched: 0.03 in still on it', () => {
    const [, y, z] = declared(corner('finished part'));
    expect(y / INCH).toBeCloseTo(0.28, 9);
    expect(z / INCH).toBeCloseTo(0.03, 9);
    const { formula, says } = facts({ units, setup: corner('finished part') }).worksheet[1];
    expect(formula).toBe(
      `sawn rear face at ${say(0.03 * INCH)}, plus half the edge finder, ${say(0.25 * INCH).slice(1)}: declare Y ${say(0.28 * INCH)}`,
    );
    expect(says).toBe(
      `Y: Touch the sawn rear face with the edge finder, diameter ${say(0.5 * INCH).slice(1)}; it lies at Y ${say(0.03 * INCH)} from zero; declare Y ${say(0.28 * INCH)}.`,
    );
  });
});

describe('what touches', () => {
  const { touchOff } = touchChoices(10);
  const side = (change: Partial<Setup['touchOff']['side']>) =>
    facts({
      units: 'mm',
      setup: { ...corner('raw blank'), touchOff: { ...touchOff, side: { ...touchOff.side, ...change } } },
    }).worksheet[0];

  test('a feeler stands between tool and face, away from the part', () => {
    expect(side({ with: 'cutter', thickness: 0.05 }).declare).toBeCloseTo(-5.05, 9);
  });

  test('an indicator reads the face itself', () => {
    expect(side({ with: 'indicator' })).toMatchObject({
      declare: expect.closeTo(0, 9),
      says: expect.stringMatching(/^X: Indicate the sawn left face/),
    });
  });

  test('a height setter stands between tip and face', () => {
    const z = facts({
      units: 'mm',
      setup: {
        ...corner('raw blank'),
        touchOff: { ...touchOff, top: { with: 'height setter', tool: null, thickness: 50 } },
      },
    }).worksheet[2];
    expect(z).toMatchObject({
      declare: 50,
      formula: expect.stringMatching(/plus the height setter 50\.000: declare Z \+50\.000/),
    });
  });
});

test('the jaw, the stop and the parallels are touched from the side of the part', () => {
  const { touchOff } = touchChoices(10);
  const f = facts({
    units: 'mm',
    setup: { ...corner('raw blank'), touchOff: { ...touchOff, x: 'locator', y: 'locator', z: 'locator' } },
  });
  // zero is on the raw rear left corner, so both locators are at nothing; the tool stands right of the stop and before
  // the jaw
  expect(f.worksheet.map((w) => [w.touches[0].name, w.touches[0].body, w.declare])).toEqual([
    ['left stop', 'device', expect.closeTo(5, 9)],
    ['fixed jaw', 'device', expect.closeTo(-5, 9)],
    ['parallels', 'device', expect.closeTo(-(1.25 * 25 + 0.06 * INCH), 9)],
  ]);
});

test('between two faces the tool falls out, and the zero is where the chain puts it', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 1, max: 20, noNaN: true }),
      fc.constantFrom('raw blank' as const, 'finished part' as const),
      (diameter, of) => {
        const { touchOff } = touchChoices(diameter);
        const f = facts({ units: 'mm', setup: { ...corner(of), touchOff: { ...touchOff, x: 'middle', y: 'middle' } } });
        for (const axis of ['x', 'y'] as const) {
          const w = f.worksheet[axis === 'x' ? 0 : 1];
          // where the spindle really stands: each face plus the radius on its side
          const readings = w.touches.map(
            (t) =>
              (t.side > 0 ? f.seat.loadedBox.max : f.seat.loadedBox.min)[axis] +
              station.position![axis] +
              (t.side * diameter) / 2,
          );
          expect(zeroFromReadings(w, readings)).toBeCloseTo(f.zero.inMachine![axis], 9);
        }
      },
    ),
    { numRuns: 20 },
  );
});

describe('a bore', () => {
  const mesh = prism(
    polygonLoop([
      [0, 0],
      [100, 0],
      [100, 60],
      [0, 60],
    ]),
    [circleLoop({ u: 40, v: 25, radius: 12, deviation: 1e-4 })],
    20,
  );
  // curved facets are marked, as readers of curved models do, so that the bore is found
  const features = (job: Partial<Job>) => facts({ units: 'mm', mesh, device: table, job });

  test('is asked for by its axis; a tool that does not go in, or a bore that is gone, is told', () => {
    const { touchOff } = touchChoices(10);
    const f = facts({ units: 'mm', setup: { touchOff: { ...touchOff, x: { bore: 'gone' } } } });
    expect(f.worksheet[0]).toMatchObject({ how: 'nothing', declare: null, problem: expect.stringMatching(/gone/) });
    expect(features({ allowance: NO_ALLOWANCE }).worksheet).toHaveLength(3);
  });

  test('its center from four touches is that of the least-squares circle through the touched points', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.double({ min: -5, max: 5, noNaN: true }),
        fc.double({ min: -5, max: 5, noNaN: true }),
        (cx, cy, dx, dy) => {
          const r = 12;
          const toolRadius = 3;
          // the tool starts off the axis by dx, dy and stands where its rim meets the wall
          const half = (off: number) => Math.sqrt((r - toolRadius) ** 2 - off * off);
          const [left, right] = [cx - half(dy), cx + half(dy)];
          const [front, rear] = [cy - half(dx), cy + half(dx)];
          // with nothing to declare the zero is the middle itself
          const middle = (readings: number[]) => zeroFromReadings({ declare: 0 }, readings)!;
          const center = { x: middle([left, right]), y: middle([front, rear]) };
          const spindle = [
            [left, cy + dy],
            [right, cy + dy],
            [cx + dx, front],
            [cx + dx, rear],
          ];
          // x² + y² = 2ax + 2by + c (Kåsa), solved by ml-matrix
          const [a, b] = solve(
            new Matrix(spindle.map(([x, y]) => [2 * x, 2 * y, 1])),
            Matrix.columnVector(spindle.map(([x, y]) => x * x + y * y)),
            true,
          ).to1DArray();
          expect([center.x, center.y]).toEqual([expect.closeTo(a, 6), expect.closeTo(b, 6)]);
        },
      ),
    );
  });
});

describe('the angle of an edge', () => {
  test('from two touches, with the way it is put right', () => {
    const angle = edgeAngle('x', -200, -199.9, 100);
    expect((angle * 180) / Math.PI).toBeCloseTo(0.0573, 4);
    expect(straighten(angle, 0.1, (mm) => mm.toFixed(3))).toBe(
      'Turn the part clockwise, seen from above, by 0.057°: the second touch moves by -0.100.',
    );
    expect(edgeAngle('y', 0, 0.1, 100)).toBeCloseTo(-angle, 12);
    expect(straighten(0, 0, String)).toBe('The edge runs straight.');
  });

  test('turned by what it says, the edge runs along its axis', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -0.05, max: 0.05, noNaN: true }),
        fc.constantFrom('x' as const, 'y' as const),
        (tilt, along) => {
          // points of an edge turned counter-clockwise by tilt; along y the edge points to +y
          const [first, second] = along === 'x' ? [0, Math.tan(tilt) * 80] : [0, -Math.tan(tilt) * 80];
          return Math.abs(edgeAngle(along, first, second, 80) - tilt) < 1e-9;
        },
      ),
    );
  });
});

test('a height setter makes Z known while the station is not', () => {
  const s = plainSetup({
    station: null,
    ...touchChoices(10),
    lengths: { by: 'height setter', reference: null, setterHeight: 50, setterOn: 20, active: true },
    tools: [tool()],
  });
  const zero = facts({ units: 'mm' }).zero;
  expect(registerValue(s, { ...zero, inMachine: null }, null)).toEqual({
    x: null,
    y: null,
    z: expect.closeTo(zero.shiftedInDevice.z - 70, 9),
  });
});

test('a zero that was touched off takes the place of the planned one, and the difference stays a line of the account', () => {
  const planned = facts({ units: 'mm' });
  const w = planned.zero.inMachine!;
  const measured = { x: w.x + 0.012, y: w.y - 0.03, z: w.z, from: 'run of 2026-11-25' };
  const now = facts({ units: 'mm', setup: { measured } });
  expect(now.zero.inMachine).toEqual({
    x: expect.closeTo(measured.x, 9),
    y: expect.closeTo(measured.y, 9),
    z: expect.closeTo(measured.z, 9),
  });
  expect(now.ledger.x[1]).toMatchObject({
    key: 'touched',
    value: expect.closeTo(0.012, 9),
    source: 'measured',
    from: 'difference found in Op 10, run of 2026-11-25',
  });
  expect(now.ledger.x.reduce((sum, t) => sum + t.value!, 0)).toBeCloseTo(measured.x, 9);
});

test('on a station that is not measured, a touched-off zero tells where the station is', () => {
  const shop = heldShop(vise, { machines: [{ ...machine, stations: [{ ...station, position: null }] }] });
  const job: Job = {
    ...newJob({ number: 'T', part: 'B', units: 'mm' }, { block: { x: 80, y: 50, z: 30 } }),
    machine: machine.id,
    setups: [
      plainSetup({ measured: { x: -300, y: -100, z: -250, from: 'the run' } }),
      plainSetup({ id: 't', op: 20, register: 'G55', parallels: { height: 14 } }),
    ],
  };
  const result = planner.plan({ job, shop, bodies: () => null }, 'known');
  if (!result.ok) throw new Error(result.problem);
  const [first, second] = result.value.setups;
  expect(first.facts!.ledger.z[0]).toMatchObject({
    source: 'measured',
    from: expect.stringMatching(/worked back from the zero touched off in Op 10/),
  });
  expect(second.facts!.zero.inMachine!.z).toBeCloseTo(-250 - 6, 9);
  expect(second.fromFirst!.shift!.z).toBeCloseTo(-6, 9);
  expect(result.value.findings.map((f) => f.code)).not.toContain('station-unknown');
});
