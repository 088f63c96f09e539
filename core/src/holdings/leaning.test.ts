import fc from 'fast-check';
import { loadKernel } from '../solid';
import { Planner } from '../plan';
import type { Setup } from '../job';
import { bar, planBar, setupOf } from '../testing/bars';
import { held } from '../testing/holds';
import { planHeld, plate } from '../testing/held';
import { vise } from '../testing/fixtures';
import { seatInWords } from '../seat/seatWords';
import { speechIn } from '../units';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

const ROD = vise.stopDiameter / 2;

function stopAt(setup: Setup, fromJaw: number): Setup {
  const hold = held('vise', setup);
  return { ...setup, hold: { ...hold, stop: { ...hold.stop, fromJaw } } };
}

/** A bar that stands on its end between the jaws, the stop so far in front of the fixed jaw. */
function standing(across: number, blankAcross: number, fromJaw: number) {
  const setup = setupOf(10, '+z', '+x', 4);
  const job = bar('z', { across, length: 40, bar: blankAcross, ends: 2 }, [stopAt(setup, fromJaw)]);
  const { planned } = planBar(planner, job);
  return {
    planned,
    facts: planned.setups[0].facts!,
    said: planned.setups[0].findings.filter((f) => f.code === 'located-on-slope'),
  };
}

/**
 * By hand: how far the edge of the rod that is nearer to the middle of the round lies behind its outermost, common
 * practice.
 */
function behindCrest(blankAcross: number, fromJaw: number): number {
  const r = blankAcross / 2;
  const off = Math.max(0, Math.abs(r - fromJaw) - ROD);
  return r - Math.sqrt(r * r - off * off);
}

test('a stop beside the middle of a standing round bar: the bar comes nearer by what is computed by hand, and the sheet says why', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 24, max: 60, noNaN: true }),
      fc.double({ min: 0.2, max: 6, noNaN: true }),
      fc.double({ min: 0.15, max: 0.45, noNaN: true }),
      (across, stock, share) => {
        const blankAcross = across + stock;
        const fromJaw = share * blankAcross;
        const { facts, said } = standing(across, blankAcross, fromJaw);
        const expected = behindCrest(blankAcross, fromJaw);
        const [raw, slope] = (['raw', 'slope'] as const).map((key) => facts.ledger.x.find((t) => t.key === key));
        if (Math.abs(raw!.value! - (blankAcross - across) / 2) > 1e-6) return false;
        if (expected < 0.05) return true;
        // the curve is drawn with chords within 0.01 mm
        const within = 0.0101 * Math.hypot(1, facts.seat.x.leans);
        return (
          said.length === 1 &&
          slope !== undefined &&
          Math.abs(slope.value! + expected) < within &&
          slope.plusMinus === null &&
          /^the round or slanting (sawn|finished) left face is touched /.test(slope.from)
        );
      },
    ),
    { numRuns: 12, seed: 20261127 },
  );
});

test('in front of the middle it is square: nothing is said, and the stock is the allowance', () => {
  const { facts, said } = standing(31.76, 35.22, 17);
  expect(said).toEqual([]);
  expect(facts.seat.x.leans).toBe(0);
  expect(facts.ledger.x.find((t) => t.key === 'raw')).toMatchObject({
    value: expect.closeTo(1.73, 9),
    from: "allowance on the part's left face",
  });
  expect(facts.ledger.x.map((t) => t.key)).not.toContain('slope');
});

test('the finding says how much a millimeter does, the words name the place, and the bar is not called raw where it was sawn', () => {
  const { facts, said } = standing(30, 30, 5);
  // the edge of the rod at 9 from the jaw, 6 from the axis: a millimeter does tan of that
  const off = 15 - 5 - ROD;
  expect(facts.seat.x.leans).toBeCloseTo(off / Math.sqrt(225 - off * off), 1);
  expect(said[0].says).toMatch(
    /^The left stop meets the left face where it is round or slants: if it stands 1\.000 mm elsewhere along it, X changes by about 0\.\d{3} mm\.$/,
  );
  expect(seatInWords(facts.seat, speechIn('mm'))).toMatch(
    /, round or slanting (finished|sawn) left face on the left stop\.$/,
  );
  expect(facts.seat.x.surface).not.toBe('raw');
});

test.each([
  ['one in front of the middle', [100], null],
  [
    'one beside it',
    [80],
    /^The left pin meets the left face where it is round or slants: where the part comes to in X is not known\.$/,
  ],
  ['two around it', [75, 125], /^The left pins meet /],
] as const)('a disc against round pins, %s', async (_which, places, says) => {
  const pins = { by: 'pins' as const, side: 'left' as const, at: 50, pins: [...places] };
  const { only } = await planHeld({
    device: plate,
    part: { bar: { section: 'round', across: 80, bore: 0, length: 20, along: 'z' } },
    allowance: { zPlus: 1 },
    blank: { kind: 'round bar', across: 80, along: 'z' },
    hold: { x: pins, y: { by: 'fence', side: 'front', at: 60, pins: [] }, pinHeight: 12, pinDiameter: 8 },
  });
  const said = only.findings.filter((f) => f.code === 'located-on-slope');
  expect(said.map((f) => f.level)).toEqual(says ? ['stop'] : []);
  if (says) expect(said[0].says).toMatch(says);
});

test('from a stop in front of the middle to one beside it: the shift says so, and the stock to measure is the stock that is there', () => {
  const [a, b] = [setupOf(10, '+z', '+x', 4), setupOf(20, '+z', '+x', 8)];
  const job = bar('z', { across: 30, length: 40, bar: 34, ends: 2 }, [stopAt(a, 17), stopAt(b, 7)]);
  const { shift } = planBar(planner, job).planned.transitions[0];
  const expected = -behindCrest(34, 7);
  expect(shift!.shift!.x).toBeCloseTo(expected, 1);
  expect(shift!.says.x).toMatch(/^the 1\.\d{3} by which the stop meets a round or slanting face elsewhere$/);
  expect(shift!.conditions).toContain(
    'In Op 20 the stop stands just where it is planned along the face, which is round or slants there.',
  );
  expect(shift!.conditions.join(' ')).not.toMatch(/measure it/);
});
