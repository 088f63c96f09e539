import type { PlannedSetup } from '@violet-jaw/core/plan';
import { speechIn } from '@violet-jaw/core/units';
import { holdDecided, locateDecided, proveDecided } from './decided';

type Rooms = NonNullable<PlannedSetup['facts']>['prove']['cutRoom'];
const setup = (cutRoom: Rooms, margins: readonly { low: number }[] | null): PlannedSetup =>
  ({
    device: { name: 'Vise 150' },
    facts: { prove: { aboveTop: 6.5, cutRoom, cuts: [] }, hold: { top: { name: 'jaw tops', z: 40 }, figures: [] } },
    forces: margins && { margin: { margins }, way: { gaps: [] } },
  }) as unknown as PlannedSetup;
const mm = speechIn('mm');

test.each<[Rooms, RegExp]>([
  [null, /travel not checked$/],
  [[], /travel not checked$/],
  [[{ axis: 'x', toMin: 40, toMax: 12.25 }], /12\.250 to the end of the travel$/],
  [[{ axis: 'x', toMin: -3, toMax: 90 }], /3\.000 beyond the travel$/],
  [
    [
      { axis: 'x', toMin: 40, toMax: 30 },
      { axis: 'z', toMin: null, toMax: 50 },
    ],
    /30\.000 to the end of the travel, Z not proven downwards$/,
  ],
])('the line of a closed proof says how near the travel ends, or that it is not known: %j', (rooms, says) => {
  expect(proveDecided(setup(rooms, null), mm)).toMatch(says);
});

test('the line of a closed hold never leaves out that it is not proven', () => {
  expect(holdDecided(undefined)).toBe('not planned yet');
  expect(holdDecided(setup(null, null))).toBe('Vise 150, forces not worked out yet');
  expect(holdDecided(setup(null, []))).toBe('Vise 150, not proven against the cuts');
  expect(holdDecided(setup(null, [{ low: 4.04 }, { low: 0.99 }]))).toBe(
    'Vise 150, bears at least 0.9 times the worst cut',
  );
});

test('the line of closed locators says who takes how much, and what is left free', () => {
  const planned = (locating: object) => ({ facts: { locating } }) as unknown as PlannedSetup;
  expect(locateDecided(undefined, mm)).toBe('not told how it is held');
  const takes = [
    { name: 'parallels', motions: 3 },
    { name: 'fixed jaw', motions: 2 },
  ];
  const free = [{ kind: 'slide', along: { x: 1, y: 0, z: 0 } }];
  expect(locateDecided(planned({ takes, free }), mm)).toBe('parallels: 3, fixed jaw: 2; can slide left and right');
  expect(locateDecided(planned({ takes, free: [] }), mm)).toBe('parallels: 3, fixed jaw: 2; nothing is left free');
  expect(locateDecided(planned({ takes: [], free }), mm)).toMatch(/^nothing locates it; /);
});
