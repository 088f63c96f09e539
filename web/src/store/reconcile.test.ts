import fc from 'fast-check';
import { reconcile } from './reconcile';

const value = fc.letrec((tie) => ({
  value: fc.oneof(
    { depthSize: 'small' },
    fc.constantFrom(0, -0, NaN, null, undefined, true, '', 'a'),
    fc.integer(),
    fc.float64Array({ maxLength: 3 }),
    fc.array(tie('value'), { maxLength: 4 }),
    fc.dictionary(fc.constantFrom('a', 'b', 'c'), tie('value'), { noNullPrototype: true }),
  ),
})).value;

test('what comes out is what is new, to the sign of a zero, and nothing that was given is changed', () => {
  fc.assert(
    fc.property(value, value, (before, now) => {
      const [b, n] = [structuredClone(before), structuredClone(now)];
      expect(reconcile(before, now)).toStrictEqual(now);
      expect([before, now]).toStrictEqual([b, n]);
    }),
  );
});

test('an equal copy is what was there before; of another one the equal parts are', () => {
  fc.assert(
    fc.property(value, (before) => {
      fc.pre(typeof before !== 'object' || before !== null);
      expect(Object.is(reconcile(before, structuredClone(before)), before)).toBe(true);
    }),
  );
  const before = { setups: [{ at: [1, 2], lines: Float64Array.of(1, 2) }, { at: [3] }], name: 'a' };
  const now = structuredClone(before);
  now.setups[1].at = [4];
  const made = reconcile(before, now);
  expect(made.setups[0]).toBe(before.setups[0]);
  expect(made.setups[1]).toBe(made.setups[1]);
  expect(made).toEqual(now);
  expect(reconcile({ a: undefined }, {})).toStrictEqual({});
  expect(reconcile([1, 2], [1])).toEqual([1]);
});
