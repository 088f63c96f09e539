import { touchChoices, type Setup, oneCut } from '../job';
import { NO_CONTROL, type Machine } from '../shop';
import { planHeld, lightCut } from '../testing/held';
import { machine, station, tool, vise } from '../testing/fixtures';

const t = (change: Parameters<typeof tool>[0]) =>
  tool({ ...lightCut, length: 100, stickOut: 60, diameter: 6, ...change });
const shopWith = (change: Partial<Machine>) => ({ machines: [{ ...machine, stations: [station], ...change }] });

interface Case {
  readonly says: string;
  readonly setup?: Partial<Setup>;
  readonly machine?: Partial<Machine>;
  /** what must be found, with its level; null: nothing of it */
  readonly found: readonly [code: string, level: 'stop' | 'caution' | 'note' | null, words?: RegExp];
}

const { touchOff, lengths } = touchChoices(10);
const home = NO_CONTROL.homing;

const CASES: readonly Case[] = [
  {
    says: 'one number for two lengths',
    setup: { tools: [t({ number: 4, length: 100 }), t({ number: 4, length: 90 })] },
    found: ['tool-number-shared', 'stop', /T4 is 100\.000 mm long in Op 10 and 90\.000 mm long in Op 10/],
  },
  {
    says: 'one number for two diameters',
    setup: { tools: [t({ number: 4, diameter: 6 }), t({ number: 4, diameter: 8 })] },
    found: ['tool-number-shared', 'stop', /diameter 6\.000 mm/],
  },
  {
    says: 'one number twice for the same tool',
    setup: { tools: [t({ number: 4 }), t({ number: 4 })] },
    found: ['tool-number-shared', null],
  },
  {
    says: 'two tools in one length register',
    setup: { tools: [t({ number: 4 }), t({ number: 5, lengthRegister: 4 })] },
    found: ['length-register-shared', 'stop', /T4 of Op 10 and T5 of Op 10 .* H4/],
  },
  {
    says: 'a tool that sticks out too little',
    setup: { tools: [t({ stickOut: 5 })], cuts: oneCut(12) },
    found: ['stick-out-too-short', 'caution', /sticks out 5\.000 mm, but the lowest cut lies 13\.000 mm below/],
  },
  {
    says: 'a tool that sticks out enough',
    setup: { tools: [t({ stickOut: 13 })], cuts: oneCut(12) },
    found: ['stick-out-too-short', null],
  },
  {
    says: 'Z touched with no length active, nothing known',
    setup: { lengths: { ...lengths, active: false } },
    found: ['z-touched-without-length', 'stop'],
  },
  {
    says: 'Z touched with no length active, but the tool is known',
    setup: {
      tools: [t({ number: 7, length: 88 })],
      touchOff: { ...touchOff, top: { ...touchOff.top, tool: 7 } },
      lengths: { ...lengths, active: false },
    },
    found: ['z-touched-without-length', 'caution', /88\.000 mm of T7 must be taken off/],
  },
  {
    says: 'Z touched with the reference tool',
    setup: {
      tools: [t({ number: 7 })],
      touchOff: { ...touchOff, top: { ...touchOff.top, tool: 7 } },
      lengths: { ...lengths, by: 'reference tool', reference: 7, active: false },
    },
    found: ['z-touched-without-length', null],
  },
  {
    says: 'a reference tool that is not in the list',
    setup: { lengths: { ...lengths, by: 'reference tool', reference: 9 } },
    found: ['z-touched-without-length', 'stop', /T9, which is not in the list/],
  },
  {
    says: 'a common offset nobody explains',
    machine: { commonOffset: { x: 0, y: 3, z: 0, why: '' } },
    found: ['common-offset-not-zero', 'stop', /Y \+3\.000, and nobody says why/],
  },
  {
    says: 'a common offset with its reason',
    machine: { commonOffset: { x: 0, y: 0, z: -40, why: 'riser block' } },
    found: ['common-offset-not-zero', 'caution', /riser block/],
  },
  { says: 'no common offset', found: ['common-offset-not-zero', null] },
  {
    says: 'a machine that cannot home and yet rises in machine coordinates',
    machine: { homing: { ...home, homes: false } },
    found: ['return-without-home', 'stop', /rises in machine coordinates.*sets registers/],
  },
  {
    says: 'one that cannot home and does everything by hand',
    machine: { homing: { ...home, homes: false }, dialect: { ...NO_CONTROL.dialect, riseLine: '', setLine: '' } },
    found: ['return-without-home', null],
  },
  {
    says: 'a measured station on a machine that cannot home',
    machine: { homing: { ...home, homes: false } },
    found: ['station-unknown', 'caution', /cannot home, so the position of station A means nothing/],
  },
  {
    says: 'homing sideways before the tool is up',
    machine: { homing: { ...home, order: ['x', 'z', 'y'] } },
    found: ['homes-sideways-first', 'caution', /homes X before Z: the tool goes sideways while it may be low/],
  },
  {
    says: 'homing downward',
    machine: { homing: { ...home, z: 'min', order: ['z', 'x', 'y'] } },
    found: ['homes-sideways-first', 'caution', /homes Z to its minus end/],
  },
  {
    says: 'homing up first',
    machine: { homing: { ...home, order: ['z', 'y', 'x'] } },
    found: ['homes-sideways-first', null],
  },
  { says: 'homing in an order nobody has told', found: ['homes-sideways-first', null] },
  {
    says: 'one that cannot home and is left anywhere',
    machine: { homing: { ...home, homes: false } },
    found: ['no-safe-end', 'note', /where it is left at the end is not told/],
  },
  {
    says: 'one that is left in the part',
    machine: { homing: { ...home, homes: false }, safeEnd: { x: 0, y: 0, z: -5 } },
    found: ['no-safe-end', 'note', /its safe end at Z −5\.000 is not above work zero/],
  },
  {
    says: 'one that is left above it',
    machine: { homing: { ...home, homes: false }, safeEnd: { x: 0, y: 0, z: 60 } },
    found: ['no-safe-end', null],
  },
  {
    says: 'a line without a place for its number',
    machine: { dialect: { ...NO_CONTROL.dialect, setLine: 'G10 L2 P{p} X{x} Y{y}' } },
    found: ['line-without-place', 'stop', /no place for \{z\}/],
  },
  {
    says: 'no word for stop',
    machine: { dialect: { ...NO_CONTROL.dialect, stop: ' ' } },
    found: ['no-word-for-stop', 'stop', /no word for stop/],
  },
  {
    says: 'return position over the part, clear',
    setup: { tools: [t({ length: 100 })] },
    machine: { positions: { reference: { x: 0, y: 0, z: 0 }, second: null, toolChange: null } },
    found: ['rise-not-enough', null],
  },
  {
    says: 'a tool so long that no height clears the part',
    setup: { tools: [t({ length: 440 })] },
    machine: { positions: { reference: { x: 0, y: 0, z: 0 }, second: null, toolChange: null } },
    found: ['rise-not-enough', 'stop', /even with Z at the end of its travel/],
  },
  {
    says: 'a low tool-change position behind the part',
    setup: { tools: [t({ length: 100 })] },
    machine: { positions: { reference: null, second: null, toolChange: { x: -50, y: -200, z: -400 } } },
    found: [
      'straight-move-hits',
      'note',
      /tool-change position: a straight move.*Z first, then across: that way is clear/,
    ],
  },
  {
    says: 'a tool of unknown diameter',
    machine: { positions: { reference: { x: -10, y: -10, z: -10 }, second: null, toolChange: null } },
    setup: { tools: [t({ diameter: null, holderDiameter: null })] },
    found: ['safe-moves-not-proven', 'note', /tool diameters are missing/],
  },
  {
    says: 'no position entered',
    setup: { tools: [t({})] },
    found: ['safe-moves-not-proven', 'note', /no reference or tool-change position/],
  },
  {
    says: 'a bore that is gone',
    setup: { touchOff: { ...touchOff, x: { bore: 'gone' } } },
    found: ['nothing-to-touch', 'note', /gone/],
  },
];

test.each(CASES)('$says', async ({ setup, machine: change, found: [code, level, words] }) => {
  const { planned } = await planHeld({
    device: vise,
    hold: { parallels: { height: 30 } },
    setup,
    shop: shopWith(change ?? {}),
    allowance: { xMinus: 1 },
  });
  const of = planned.findings.filter((f) => f.code === code);
  if (level === null) {
    expect(of).toEqual([]);
    return;
  }
  expect(of[0]).toMatchObject({ level, says: expect.stringMatching(words ?? /./) });
  for (const f of of) expect(f.remedy).toMatch(/\w.*\.$/);
});

test('a way is clear when a tool that takes it step by step touches nothing: the boxes against a brute-force walk', async () => {
  const { safePaths } = await import('../prove');
  const standing = [{ name: 'part', box: { min: { x: -400, y: -260, z: -450 }, max: { x: -300, y: -200, z: -380 } } }];
  const walk = (from: { x: number; y: number; z: number }, to: typeof from, r: number) => {
    let worst = 0;
    for (let i = 0; i <= 20_000; i++) {
      const s = i / 20_000;
      const [x, y, z] = [from.x + (to.x - from.x) * s, from.y + (to.y - from.y) * s, from.z + (to.z - from.z) * s];
      const { min, max } = standing[0].box;
      if (x > min.x - r && x < max.x + r && y > min.y - r && y < max.y + r) worst = Math.max(worst, max.z - z);
    }
    return worst;
  };
  for (let k = 0; k < 40; k++) {
    const random = (n: number) => (((Math.sin(k * 12.9898 + n * 78.233) * 43758.5453) % 1) + 1) % 1;
    const position = { x: -760 * random(1), y: -430 * random(2), z: -300 * random(3) };
    const first = { x: -400 + 100 * random(4), y: -260 + 60 * random(5), z: -355 };
    const [path] = safePaths(
      { ...machine, positions: { reference: position, second: null, toolChange: null } },
      first,
      standing,
      { lengthMm: 100, radiusMm: 5 },
    );
    const brute = walk({ ...position, z: position.z - 100 }, first, 5);
    expect(path.straight?.byMm ?? 0).toBeCloseTo(brute, 1);
  }
});

test('the second copy has a register of its own, as far from the first as the copies are', async () => {
  const { planned } = await planHeld({
    device: vise,
    part: { block: { x: 40, y: 40, z: 20 } },
    copies: { x: 2, gap: 6, cutter: 6 },
    setup: { nextCopy: 'G58' },
    hold: { parallels: { height: 30 } },
  });
  const { registerUses } = await import('.');
  const [one, two] = registerUses(planned);
  expect(two).toMatchObject({ name: 'Op 10 copy 2', register: 'G58', fromPiece1: { x: 46, y: 0, z: 0 } });
  expect(two.facts!.zero.inMachine!.x - one.facts!.zero.inMachine!.x).toBeCloseTo(46, 9);
  expect(two.facts!.ledger.x.reduce((sum, term) => sum + term.value!, 0)).toBeCloseTo(two.facts!.register.x!, 9);
});
