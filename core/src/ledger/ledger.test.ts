import { AXES } from '../frames';
import type { SetupIn } from '../job';
import type { Station } from '../shop';
import { box, seatBlock, setup, station, told } from '../testing/fixtures';
import { registerValue, workZero } from '../zero';
import { ledgerOf, plusMinusOf, shiftBetween, sumOf, type ShiftSide } from '.';

const part = box([0, 0, 0], [100, 60, 40]);
const raw = box([-2, -3, -4], [103, 65, 41]);

function side(s: SetupIn<'vise'>, loaded = raw, at: Station | null = station): ShiftSide {
  const seat = seatBlock(loaded, part, s);
  const zero = workZero(seat, s.zero, at);
  return {
    setup: s,
    seat,
    ledger: ledgerOf({ setup: s, why: s.why.zero, seat, zero, station: at, sizeTolerance: 0.05, speech: told.speech }),
    register: registerValue(s, zero, at?.position?.z ?? null),
    kind: 'vise' as const,
    words: { device: 'vise', alongX: 'along the jaws' },
  };
}

test('the account of a raw block, added up by hand', () => {
  const { ledger } = side(setup());
  const values = (axis: 'x' | 'y' | 'z') => ledger[axis].map((t) => t.value);
  // stop +10, left allowance 2; jaw 0, rear allowance 5; parallels 20, bottom allowance 4, part 40 high
  expect(values('x')).toEqual([-400, 10, 2, 0]);
  expect(values('y')).toEqual([-200, 0, -5, 0]);
  expect(values('z')).toEqual([-450, 20, 4, 40]);
  expect(AXES.map((a) => sumOf(ledger[a]))).toEqual([-388, -205, -386]);
});

test('every term says where it comes from and how sure it is', () => {
  const { ledger } = side(setup());
  expect(ledger.x.map((t) => t.from)).toEqual([
    "measured at the device's datum",
    "stop set at +10.000 from the jaws' left end",
    "allowance on the part's left face",
    'part model: left face to left face of the finished part',
  ]);
  expect(ledger.z.map((t) => t.plusMinus)).toEqual([0.01, null, null, 0.05]);
  expect(plusMinusOf(ledger.z)).toBeCloseTo(0.06, 12);
});

test('an unknown station leaves the sum unknown and the other terms known', () => {
  const { ledger } = side(setup(), raw, { ...station, position: null });
  expect(sumOf(ledger.x)).toBeNull();
  expect(ledger.x.slice(1).map((t) => t.value)).toEqual([10, 2, 0]);
  expect(ledger.x[0]).toMatchObject({ source: 'unknown', from: 'not measured yet' });
});

test('a shift on purpose is a term of its own with its reason', () => {
  const { ledger } = side(
    setup({
      zero: { ...setup().zero, extra: { x: 0, y: 0, z: -0.2 } },
      why: { seat: '', cuts: '', hold: '', zero: 'leave 0.2 for a finishing pass' },
    }),
  );
  expect(ledger.z.at(-1)).toMatchObject({
    term: 'shift on purpose',
    value: -0.2,
    from: 'leave 0.2 for a finishing pass',
  });
  expect(ledger.x).toHaveLength(4);
});

describe('a shift says what changed', () => {
  const between = (a: ShiftSide, b: ShiftSide) => shiftBetween(a, b, { sizeTolerance: 0.05, speech: told.speech });

  test('nothing, between two setups alike', () => {
    expect(between(side(setup()), side(setup({ id: 't', op: 20 })))).toMatchObject({
      shift: { x: 0, y: 0, z: 0 },
      terms: [],
      says: { x: 'nothing changed' },
    });
  });

  test('two vises on one station are told from two sets of jaws in one vise', () => {
    const other = { ...side(setup({ id: 't', op: 20 })), vise: 'wide' };
    other.setup = { ...other.setup, device: 'another' };
    const first = { ...side(setup()), vise: 'narrow' };
    const [says] = between(first, other).conditions;
    expect(says).toMatch(/^Both \w+s stand on the station as when it was measured for them\.$/);
    expect(between({ ...first, vise: 'wide' }, other).conditions[0]).toMatch(/each set of jaws sits in it/);
  });

  test('lower parallels, the stop moved, the other side faced off', () => {
    const { shift, says } = between(
      side(setup()),
      side(setup({ op: 20, parallels: { height: 14 }, stop: { ...setup().hold.stop, position: 16 } }), part),
    );
    expect(shift).toEqual({ x: 6 - 2, y: 5, z: -6 - 4 });
    expect(says).toEqual({
      x: 'the stop moved 6.000 to the right and the faced-off 2.000',
      y: 'the faced-off 5.000',
      z: 'the 6.000 lower parallels and the faced-off 4.000',
    });
  });

  test('parallels put in or taken out', () => {
    expect(between(side(setup({ parallels: { height: 0 } })), side(setup())).says.z).toBe(
      'the 20.000 parallels, which Op 10 did not have',
    );
    expect(between(side(setup()), side(setup({ parallels: { height: 0 } }))).says.z).toBe(
      'the 20.000 parallels taken out',
    );
  });

  test('zero on another corner', () => {
    expect(between(side(setup()), side(setup({ zero: { ...setup().zero, x: 'max' } }))).says.x).toBe(
      'zero 100.000 instead of 0.000 from the located face',
    );
  });

  test('another station: known when both are measured, unknown when one is not', () => {
    const other: Station = { ...station, id: 'b', name: 'B', position: { x: -150, y: -200, z: -450 } };
    const there = setup({ station: 'b' });
    expect(between(side(setup()), side(there, raw, other))).toMatchObject({
      shift: { x: 250 },
      says: { x: 'the 250.000 from station A to station B' },
    });
    expect(between(side(setup()), side(there, raw, { ...other, position: null })).shift).toBeNull();
    expect(between(side(setup()), side(there, raw, { ...other, position: null })).conditions).toEqual([
      'The shift is not known until both stations are measured.',
    ]);
  });

  test('the conditions name what must stay and what must be measured', () => {
    const { conditions } = between(side(setup()), side(setup({ op: 20, parallels: { height: 14 } }), part));
    expect(conditions).toEqual([
      'The vise stays bolted where it is between the two setups.',
      'The stop is not moved along the jaws.',
      'The parallels really measure 20.000 and 14.000.',
      'In Op 10 the stock is really 2.000 on its left face, 5.000 on its rear face, 4.000 on its bottom face: measure it.',
      'The common offset in the control is zero, or the same for both.',
    ]);
  });
});
