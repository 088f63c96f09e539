import fc from 'fast-check';
import { vec } from '../frames';
import type { Tool } from '../job';
import { aluminium } from '../testing/held';
import { tool } from '../testing/fixtures';
import { planMargins } from './margin';
import { demandOf } from './cutting';
import { timesBorne, wrenchAt } from './lock';
import type { HoldContact, HoldFacts } from './types';

const patch = { min: vec(0, 0, 0), max: vec(0, 0, 0) };
const contact = (change: Partial<HoldContact> & Pick<HoldContact, 'name' | 'points' | 'inward'>): HoldContact => ({
  kind: 'locator',
  areaMm2: 0,
  friction: 0.1,
  forceN: 0,
  pullN: 0,
  shearN: 0,
  patch,
  ...change,
});
const corners = [vec(0, 0, 0), vec(80, 0, 0), vec(80, 60, 0), vec(0, 60, 0)];
/**
 * Pressed down in the middle, with one pin behind: beside the middle it stops the part from turning one way only.
 * @param x where along the rear the pin stands
 */
const pinned = (x: number): HoldContact[] => [
  contact({ name: 'table', points: corners, inward: vec(0, 0, 1) }),
  contact({ name: 'clamp', kind: 'clamp', points: [vec(40, 30, 20)], inward: vec(0, 0, -1), forceN: 3000 }),
  contact({ name: 'pin behind', points: [vec(x, 60, 10)], inward: vec(0, -1, 0) }),
  contact({ name: 'pin in front', points: [vec(x < 40 ? 0 : 80, 0, 10)], inward: vec(0, 1, 0) }),
];
const removed = { min: vec(0, 0, 18), max: vec(80, 60, 20) };
const marginOf = (contacts: HoldContact[], t: Tool) =>
  planMargins({
    hold: { contacts, forces: [], freed: [] } as unknown as HoldFacts,
    tools: [t],
    material: aluminium,
    removed,
    lowestCut: 18,
  }).margins[0];
const drill = tool({ use: 'drilling', material: 'carbide', diameter: 10, flutes: 2, feedPerTooth: 0.1, point: 118 });

describe('the moment of the cutter', () => {
  // wherever the drill stands in the corners or the middle of what is removed
  const places = [...corners, vec(40, 30, 0)].flatMap(({ x, y }) => [vec(x, y, 20), vec(x, y, 18)]);
  const borne = (contacts: HoldContact[], sign: number) => {
    const { liftN, pressN, torqueNm } = demandOf(drill, aluminium)!;
    return Math.min(
      ...places.flatMap((at) =>
        [liftN, -pressN].map((z) => {
          const { force, moment } = wrenchAt(at, vec(0, 0, z));
          return timesBorne(contacts, [], { force, moment: { ...moment, z: moment.z + sign * torqueNm * 1000 } });
        }),
      ),
    );
  };

  test.each([10, 70])(
    'is tried both ways: pins that hold against one do not hold against the other (pin at %i)',
    (x) => {
      const [clockwise, counter] = [borne(pinned(x), -1), borne(pinned(x), 1)];
      expect(Math.abs(clockwise - counter) / Math.max(clockwise, counter)).toBeGreaterThan(0.01);
      expect(marginOf(pinned(x), drill).times).toBeCloseTo(Math.min(50, clockwise, counter), 3);
    },
  );

  test('the mirrored hold has the same margin', () => {
    expect(marginOf(pinned(10), drill).times).toBeCloseTo(marginOf(pinned(70), drill).times, 3);
  });
});

test('sixteen directions are near enough to all: a push from any of 720 is borne no less than 97 % as often', () => {
  const mill = tool({ diameter: 12, flutes: 3, feedPerTooth: 0.06, cutDepth: 1.5, cutWidth: 6 });
  for (const x of [10, 70, 33]) {
    const { times, demand, at } = marginOf(pinned(x), mill);
    const around = Array.from({ length: 720 }, (_, i) => {
      const a = (2 * Math.PI * i) / 720;
      const { force, moment } = wrenchAt(
        at,
        vec(demand.sidewaysN * Math.cos(a), demand.sidewaysN * Math.sin(a), demand.liftN),
      );
      return Math.min(
        ...[-1, 1].map((s) =>
          timesBorne(pinned(x), [], { force, moment: { ...moment, z: moment.z + s * demand.torqueNm * 1000 } }),
        ),
      );
    });
    expect(Math.min(...around)).toBeGreaterThanOrEqual(0.97 * times);
  }
});

test('what is left out is never the worst: all sixteen directions at all ten places, the middle too, say the same', () => {
  fc.assert(
    fc.property(
      fc.record({
        pin: fc.integer({ min: 1, max: 79 }),
        friction: fc.double({ min: 0.05, max: 0.4, noNaN: true }),
        forceN: fc.integer({ min: 200, max: 20_000 }),
        clampAt: fc.tuple(fc.integer({ min: 5, max: 75 }), fc.integer({ min: 5, max: 55 })),
        width: fc.integer({ min: 1, max: 12 }),
        depth: fc.integer({ min: 1, max: 10 }),
        helix: fc.constantFrom(0, 30, 45),
      }),
      ({ pin, friction, forceN, clampAt: [cx, cy], width, depth, helix }) => {
        const contacts = pinned(pin).map((c) => ({
          ...c,
          friction,
          ...(c.kind === 'clamp' ? { forceN, points: [vec(cx, cy, 20)] } : {}),
        }));
        const mill = tool({
          diameter: 12,
          flutes: 3,
          feedPerTooth: 0.06,
          cutDepth: depth,
          cutWidth: width,
          helix,
          material: 'carbide',
        });
        const { times, demand } = marginOf(contacts, mill);
        const places = [...corners, vec(40, 30, 0)].flatMap(({ x, y }) => [vec(x, y, 20), vec(x, y, 18)]);
        const slow = Math.min(
          ...places.flatMap((at) =>
            Array.from({ length: 16 }, (_, i) => {
              const a = (2 * Math.PI * i) / 16;
              const { force, moment } = wrenchAt(
                at,
                vec(demand.sidewaysN * Math.cos(a), demand.sidewaysN * Math.sin(a), demand.liftN),
              );
              return Math.min(
                ...[-1, 1].map((turn) =>
                  timesBorne(
                    contacts,
                    [],
                    { force, moment: { ...moment, z: moment.z + turn * demand.torqueNm * 1000 } },
                    1e4,
                  ),
                ),
              );
            }),
          ),
        );
        expect(times).toBeCloseTo(Math.min(50, slow), 4);
      },
    ),
    { numRuns: 25, seed: 20261128 },
  );
}, 60_000);
