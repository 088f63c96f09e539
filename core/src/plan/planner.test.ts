import { oneCut } from '../job';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { demoShop, sensorFootJob, vaneBearingBlockJob } from '../../../demo';
import { loadModelKernel } from '../../../formats/src/model/load';
import { readStep } from '../../../formats/src/model';
import { AXES } from '../frames';
import type { Job } from '../job';
import { sumOf } from '../ledger';
import type { BodyMeshes } from '../part';
import { loadKernel } from '../solid';
import { Planner, type PlannedJob } from '.';
import { held } from '../testing/holds';

let planner: Planner;
let bodies: BodyMeshes;

beforeAll(async () => {
  planner = new Planner(await loadKernel());
  const read = readStep(await loadModelKernel(), readFileSync('demo/vane-bearing-block.step'));
  if (!read.ok) throw new Error(read.problem);
  bodies = (source) => ({ mesh: read.value[source.body ?? 0].mesh, key: `${source.file}#${source.body}` });
});

function plan(job: Job, shop = demoShop): PlannedJob {
  const planned = planner.plan({ job, shop, bodies });
  if (!planned.ok) throw new Error(planned.problem);
  return planned.value;
}

const vane = (change: (job: Job) => void = () => undefined): Job => {
  const job = structuredClone(vaneBearingBlockJob('vane'));
  change(job);
  return job;
};
const codes = (planned: PlannedJob) => planned.findings.map((f) => f.code);

describe('vane bearing block, two vise setups, one flip', () => {
  test('work zeros added up by hand', () => {
    const [a, b] = plan(vane()).setups;
    // station A −487.350 −157.600 −471.250; stop +20, allowance 3 on the left, rear and bottom, part 38 high on 32
    // parallels
    expect(a.facts?.zero.inMachine).toEqual({
      x: -487.35 + 20 + 3,
      y: -157.6 - 3,
      z: expect.closeTo(-471.25 + 32 + 3 + 38, 9),
    });
    // flipped: finished faces touch the pocket's walls (ledge 2; in X at 19.98 with half its play of 0.02) and 16
    // parallels
    expect(b.facts?.zero.inMachine).toEqual({
      x: expect.closeTo(-487.35 + 20, 9),
      y: expect.closeTo(-157.6 + 2, 9),
      z: expect.closeTo(-471.25 + 16 + 38, 9),
    });
  });

  test('the shift in words names what was faced off and the lower parallels', () => {
    const [transition] = plan(vane()).transitions;
    expect(transition.shift.shift).toEqual({
      x: expect.closeTo(-3, 9),
      y: expect.closeTo(3 + 2, 9),
      z: expect.closeTo(-19, 9),
    });
    expect(transition.shift.says.z).toBe('the 16.000 lower parallels and the faced-off 3.000');
    expect(transition.facts.says).toBe('Flip front to back');
    expect(transition.facts.edges).toEqual([
      'the edge nearest you goes to the rear',
      'left stays left',
      'top goes down',
    ]);
    expect(transition.facts.jaw).toMatchObject({ same: false, from: '+y', to: '-y', sizeMm: expect.closeTo(70, 9) });
    expect(transition.facts.stop).toMatchObject({ same: true, rawChanged: true });
    // the soft jaws are a set that goes into the same vise
    expect(transition.shift.conditions).toContain(
      'The vise stays bolted where it is, and each set of jaws sits in it as when the station was measured for it.',
    );
  });

  test('what is left follows the closed formula: blank 116 × 76 × 44 less the ring cut around the part', () => {
    const [a, b] = plan(vane()).setups;
    const part =
      110 * 70 * 38 - (4 - Math.PI) * 36 * 38 - Math.PI * 900 * 4 - Math.PI * 441 * 34 - 4 * Math.PI * 20.25 * 38;
    const upper = part - (110 * 70 * 7 - (4 - Math.PI) * 36 * 7 - Math.PI * 441 * 7 - 4 * Math.PI * 20.25 * 7);
    expect(a.material.loadedMm3).toBeCloseTo(116 * 76 * 44, 3);
    // curved faces are meshed within 0.01 mm, so volumes agree within the ring of that width along the curves
    expect(Math.abs(a.material.leftMm3 - (116 * 76 * 10 + upper))).toBeLessThan(
      0.01 * 31 * Math.PI * (42 + 60 + 4 * 9 + 12),
    );
    expect(Math.abs(b.material.leftMm3 - part)).toBeLessThan(0.01 * 38 * Math.PI * (42 + 60 + 4 * 9 + 12));
  });

  test('the plan has nothing to stop it, and says that the jaw face changed', () => {
    const planned = plan(vane());
    expect(planned.findings.filter((f) => f.level !== 'note')).toEqual([]);
    expect(codes(planned)).toEqual(['located-by-raw-face', 'same-face-lost', 'same-face-lost']);
  });

  test('the seat grips finished sides under a raw flange that stands above the jaw tops', () => {
    const b = plan(vane()).setups[1].facts!;
    expect(b.hold.vise!.openingMm).toBeCloseTo(70 - 2 * 2, 9);
    expect(b.hold.vise!.gripDepthMm).toBeCloseTo(24, 6);
    expect(b.seat.y.rawMm).toBe(0);
    expect(b.seat.loadedBox.max.y - b.seat.loadedBox.min.y).toBeCloseTo(76, 9);
  });
});

describe('findings', () => {
  test('a raw flange below the jaw tops is what the jaws touch', () => {
    const planned = plan(
      vane((j) => {
        j.setups[0].cuts[0].below = 20;
      }),
    );
    // 20 below the top lie on 16 parallels: the flange begins at 36, the jaws end at 40
    const caught = planned.findings.find((f) => f.code === 'raw-caught-below-jaw-tops');
    expect(caught).toMatchObject({
      level: 'stop',
      op: 20,
      says: 'Both jaws touch raw stock: the raw flange reaches 4.000 mm below the jaw tops.',
    });
    expect(planned.setups[1].facts?.seat.y.rawMm).toBeCloseTo(3, 9);
    expect(planned.setups[1].facts?.hold.vise!.openingMm).toBeCloseTo(76 - 2 * 2, 9);
  });

  test.each([
    [
      'blank-does-not-contain-part',
      (j: Job) => {
        j.allowance.xMinus = -0.5;
      },
      /left face \(-X\) by 0\.500 mm/,
    ],
    [
      'jaw-opening-too-small',
      (j: Job) => {
        j.setups[0].device = 'vise-4in';
        j.setups[0].orientation = { up: '+z', right: '+y' };
        held('vise', j.setups[0]).parallels.height = 25;
      },
      /116\.000 mm wide.*opens 101\.600 mm/,
    ],
    [
      'grip-too-shallow',
      (j: Job) => {
        held('vise', j.setups[0]).parallels.height = 36;
      },
      /4\.000 mm deep; this vise wants 6\.000/,
    ],
    [
      'jaw-top-above-lowest-cut',
      (j: Job) => {
        j.setups[0].cuts[0].below = 33.5;
      },
      /0\.500 mm below the jaw tops/,
    ],
    [
      'zero-outside-travel',
      (j: Job) => {
        j.setups[0].zero.extra.x = 600;
      },
      /X by 135\.650 mm at the plus end/,
    ],
    [
      'zero-outside-travel',
      (j: Job) => {
        j.setups[0].zero.extra.z = 400;
        j.setups[0].tools = [];
      },
      /Z by 1\.750 mm at the plus end/,
    ],
    [
      'cut-outside-travel',
      (j: Job) => {
        j.setups[0].tools[0].length = 400;
      },
      /Z by 4\.750 mm at the plus end/,
    ],
    [
      'cut-outside-travel',
      (j: Job) => {
        held('vise', j.setups[0]).stop.position = 450;
        held('vise', j.setups[0]).stop.side = 'left';
      },
      /X by .* at the plus end/,
    ],
    [
      'register-used-twice',
      (j: Job) => {
        j.setups[1].register = 'G54';
      },
      /G54 is used by Op 10 and Op 20 for different zeros, 19\.000 mm apart/,
    ],
    [
      'metal-never-reached',
      (j: Job) => {
        j.setups[1].cuts[0].below = 5;
      },
      /after Op 20 are never reached/,
    ],
    [
      'station-unknown',
      (j: Job) => {
        j.setups[0].station = 'station-b';
      },
      /Station B is not measured/,
    ],
    [
      'part-not-resting',
      (j: Job) => {
        held('vise', j.setups[0]).stop.position = 160;
      },
      /does not rest|lie flat/,
    ],
    [
      'stop-touches-nothing',
      (j: Job) => {
        held('vise', j.setups[0]).stop.height = 20;
      },
      /touches nothing/,
    ],
    [
      'parallels-higher-than-jaws',
      (j: Job) => {
        held('vise', j.setups[0]).parallels.height = 45;
      },
      /45\.000 mm high; the jaws only 40\.000/,
    ],
    [
      'setup-removes-nothing',
      (j: Job) => {
        j.setups.push({ ...structuredClone(j.setups[1]), id: 'op-30', op: 30, register: 'G56' });
      },
      /removes no material/,
    ],
    [
      'z-travel-not-proven',
      (j: Job) => {
        j.setups[0].tools = [];
      },
      /no tools are listed/,
    ],
    [
      'device-missing',
      (j: Job) => {
        j.setups[0].device = null;
      },
      /No device/,
    ],
    [
      'machine-missing',
      (j: Job) => {
        j.machine = 'gone';
      },
      /"gone" is not in the shop/,
    ],
    [
      'register-not-on-machine',
      (j: Job) => {
        j.machine = 'mill-2';
        j.setups[0].register = 'G59';
      },
      /no register G59/,
    ],
  ])('%s', (code, change, says) => {
    const found = plan(vane(change)).findings.find((f) => f.code === code);
    expect(found?.says).toMatch(says);
    expect(found?.remedy).not.toBe('');
    expect(codes(plan(vane()))).not.toContain(code);
  });

  test('a roughing setup may leave stock on the finished top', () => {
    const job = sensorFootJob();
    job.setups = [{ ...job.setups[0], cuts: oneCut(-0.25) }];
    const planned = plan(job);
    const [blank, part] = [planned.blank.size, planned.part.size];
    // 0.04 in lie on the top; 0.25 mm stay, the rest is faced off
    expect(planned.setups[0].material.removedMm3).toBeCloseTo(blank.x * blank.y * (0.04 * 25.4 - 0.25), 3);
    expect(planned.setups[0].facts?.prove.lowestCut).toBeCloseTo((1 + 0.04) * 25.4 + part.z + 0.25, 9);
  });

  test('an overhang keeps metal that no setup from above reaches', () => {
    // a side setup missing: a slot in the front of the part cannot be reached from top or bottom; here a block stands
    // for the part and the route leaves the bottom allowance under it
    const job = sensorFootJob();
    job.setups = [job.setups[0]];
    const planned = plan(job);
    expect(planned.unreached?.pieces[0].sides).toContain('-z');
    expect(codes(planned)).toContain('metal-never-reached');
  });
});

test('an unmeasured station gives shifts that are exact and machine coordinates that are not there', () => {
  const planned = plan(sensorFootJob());
  expect(planned.setups.map((s) => s.facts?.zero.inMachine)).toEqual([null, null]);
  const shift = planned.setups[1].fromFirst?.shift;
  // inch: right stop at 3.5 with 0.04 still on, zero on the left corner of a part 3 long → stop 3.25 at the right,
  // finished, zero on it
  expect(shift?.x).toBeCloseTo((3.25 - (3.5 - 0.04 - 3)) * 25.4, 9);
  expect(shift?.y).toBeCloseTo(0.04 * 25.4, 9);
  expect(shift?.z).toBeCloseTo((0.625 - 1 - 0.04) * 25.4, 9);
  expect(planned.findings.filter((f) => f.level === 'stop')).toEqual([]);
});

test('a change to Op 20 does not recompute Op 10', () => {
  plan(vane());
  const before = { ...planner.graph.counts };
  plan(
    vane((j) => {
      held('vise', j.setups[1]).parallels.height = 15.5;
    }),
  );
  const after = planner.graph.counts;
  expect(after['what is left']).toBe(before['what is left']);
  expect(after.seat).toBe(before.seat + 1);
  expect([after.hold - before.hold, after.ledger - before.ledger, after.findings - before.findings]).toEqual([1, 1, 1]);
  plan(
    vane((j) => {
      j.setups[1].cuts[0].below = 8.123;
    }),
  );
  expect(planner.graph.counts['what is left']).toBe(before['what is left'] + 1);
});

test('terms sum to the work zero within 1e-9 mm, whatever is chosen', () => {
  const mm = fc.integer({ min: 0, max: 6000 }).map((micrometers) => micrometers / 1000);
  const place = fc.constantFrom('min' as const, 'middle' as const, 'max' as const);
  fc.assert(
    fc.property(
      fc.record({
        a: mm,
        b: mm,
        h: fc.double({ min: 5, max: 30, noNaN: true }),
        x: place,
        y: place,
        z: place,
        of: fc.constantFrom('finished part' as const, 'what is left' as const, 'raw blank' as const),
        side: fc.constantFrom('left' as const, 'right' as const),
        extra: mm,
      }),
      ({ a, b, h, x, y, z, of, side, extra }) => {
        const planned = plan(
          vane((j) => {
            j.body = { block: { x: 110, y: 70, z: 38 } };
            j.allowance = { xMinus: a, xPlus: b, yMinus: b, yPlus: a, zMinus: a, zPlus: b };
            for (const setup of j.setups) {
              held('vise', setup).parallels.height = h;
              held('vise', setup).stop.side = side;
              setup.zero = { of, x, y, z, extra: { x: extra, y: 0, z: -extra } };
            }
          }),
        );
        return (
          planned.setups.every((s) =>
            AXES.every((axis) => Math.abs(sumOf(s.facts!.ledger[axis])! - s.facts!.zero.inMachine![axis]) < 1e-9),
          ) &&
          planned.transitions.every((t) =>
            AXES.every(
              (axis) =>
                Math.abs(
                  t.shift.terms.filter((term) => term.axis === axis).reduce((sum, term) => sum + term.value, 0) -
                    t.shift.shift![axis]!,
                ) < 1e-8,
            ),
          )
        );
      },
    ),
    { numRuns: 40 },
  );
});

test('flip twice about the same axis with the same settings gives the same zero', () => {
  const job = vane((j) => {
    j.setups = [0, 1, 2].map((i) => ({
      ...structuredClone(j.setups[0]),
      id: `s${i}`,
      op: 10 * (i + 1),
      orientation: { up: i === 1 ? ('-z' as const) : ('+z' as const), right: '+x' as const },
      cuts: oneCut(0),
    }));
    j.allowance = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0 };
  });
  const [first, , third] = plan(job).setups;
  for (const axis of AXES)
    expect(third.facts!.zero.inMachine![axis]).toBeCloseTo(first.facts!.zero.inMachine![axis], 9);
});
