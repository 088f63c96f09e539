import fc from 'fast-check';
import { planGrips, type GripsWanted, type KeptClear } from '.';

const clear = (from: number, to: number): KeptClear => ({ from, to, why: 'seat' });

test('needed 318 + face 0.5 + cut-off 2.5 = 321 on a stroke of 128: three grips, two equal pulls of 107', () => {
  expect(planGrips({ needed: 318 + 0.5 + 2.5, stroke: 128, keptClear: [] }).best).toEqual({
    changes: [107, 214],
    longest: 107,
    toKeptClear: null,
  });
});

test('needed 24.2 on 12.9: one pull, anywhere from 11.3 to 12.9', () => {
  const at = (keptClear: KeptClear[]) => planGrips({ needed: 24.2, stroke: 12.9, keptClear }).best;
  expect(at([])!.changes).toEqual([12.1]);
  // only the ends of that range are left
  expect(at([clear(11.3, 13)])!.changes[0]).toBeCloseTo(11.3, 6);
  expect(at([clear(0, 12.9)])!.changes[0]).toBeCloseTo(12.9, 6);
  expect(at([clear(11.2, 13)])).toMatchObject({ changes: { length: 2 } });
});

test('a part that exceeds the stroke by a quarter takes one pull (common practice, no source)', () => {
  expect(planGrips({ needed: 125, stroke: 100, keptClear: [] }).best!.changes).toHaveLength(1);
});

test('a part as long as the stroke takes none; a billionth more takes one', () => {
  expect(planGrips({ needed: 128, stroke: 128, keptClear: [] }).best!.changes).toEqual([]);
  expect(planGrips({ needed: 128 + 1e-6, stroke: 128, keptClear: [] }).best!.changes).toHaveLength(1);
  // exactly three strokes fit only where a witness line may be at just those places
  expect(planGrips({ needed: 384, stroke: 128, keptClear: [] }).best!.changes).toEqual([128, 256]);
  expect(planGrips({ needed: 384, stroke: 128, keptClear: [clear(127, 129)] }).best!.changes).toHaveLength(3);
});

test('kept clear all along a stroke: there is no plan, and it says where', () => {
  const { best, problem } = planGrips({ needed: 300, stroke: 100, keptClear: [clear(95, 210)] });
  expect(best).toBeNull();
  expect(problem).toEqual({ between: [95, 195], why: 'seat' });
});

/** Every way of putting changes on whole millimeters: the fewest, and of these the shortest longest section. */
function exhaustive({ needed, stroke, keptClear }: GripsWanted): { count: number; longest: number } | null {
  const isClear = (at: number) => keptClear.every((z) => at <= z.from || at >= z.to);
  const none = { count: Infinity, longest: Infinity };
  const best = Array.from({ length: needed + 1 }, () => new Map<number, number>());
  best[0].set(0, 0);
  for (let at = 1; at <= needed; at++) {
    if (at < needed && !isClear(at)) continue;
    for (let from = Math.max(0, at - stroke); from < at; from++)
      for (const [count, longest] of best[from]) {
        const now = Math.max(longest, at - from);
        if (now < (best[at].get(count + 1) ?? Infinity)) best[at].set(count + 1, now);
      }
  }
  const found = [...best[needed]].reduce((a, [count, longest]) => (count < a.count ? { count, longest } : a), none);
  return found.count === Infinity ? null : { count: found.count - 1, longest: found.longest };
}

test('400 random parts against every plan there is: as few grips, every section within the stroke, no change kept clear', () => {
  const zone = fc.tuple(fc.integer({ min: 0, max: 180 }), fc.integer({ min: 1, max: 40 }));
  const wanted = fc.record({
    needed: fc.integer({ min: 2, max: 200 }),
    stroke: fc.integer({ min: 10, max: 70 }),
    zones: fc.array(zone, { maxLength: 5 }),
  });
  let planned = 0;
  fc.assert(
    fc.property(wanted, ({ needed, stroke, zones }) => {
      const asked = { needed, stroke, keptClear: zones.map(([from, length]) => clear(from, from + length)) };
      const all = exhaustive(asked);
      const { best, others } = planGrips(asked);
      expect(best === null).toBe(all === null);
      if (!best || !all) return;
      planned++;
      expect(best.changes.length).toBe(all.count);
      // whole millimeters are a choice among fewer places
      expect(best.longest).toBeLessThanOrEqual(all.longest + 1e-6);
      for (const { changes } of [best, ...others.map((o) => o.plan)]) {
        const ends = [0, ...changes, needed];
        ends.slice(1).forEach((e, i) => {
          expect(e - ends[i]).toBeLessThanOrEqual(stroke + 1e-6);
          expect(e - ends[i]).toBeGreaterThan(-1e-9);
        });
        for (const c of changes)
          for (const z of asked.keptClear) expect(c <= z.from + 1e-6 || c >= z.to - 1e-6).toBe(true);
      }
    }),
    { seed: 17, numRuns: 400 },
  );
  expect(planned).toBeGreaterThan(150);
});

test('other plans say why: farther from what is kept clear, or one grip more', () => {
  const { best, others } = planGrips({ needed: 321, stroke: 128, keptClear: [clear(91.5, 107.5)] });
  expect(best!.changes[0]).toBeCloseTo(107.5, 6);
  expect(others.map((o) => o.why)).toEqual([
    'as few grips, farther from what is kept clear',
    'one grip more: the bar sticks out less',
  ]);
  expect(others[0].plan.toKeptClear!).toBeGreaterThan(best!.toKeptClear! + 0.5);
  expect(others[1].plan.changes).toHaveLength(3);
});
