import { machine } from '../testing/fixtures';
import { SimulatedControl } from '.';

/**
 * Published semantics of the RS274/NGC language, one row each: T. R. Kramer, F. M. Proctor, E. Messina, "The NIST
 * RS274NGC Interpreter, Version 3", NISTIR 6556 (2000). Clause numbers and examples from memory.
 */
interface Row {
  readonly clause: string;
  readonly says: string;
  /** lines before the one in question */
  readonly given?: readonly string[];
  readonly line: string;
  readonly then: Partial<{
    machine: object;
    work: object;
    G54: object;
    G55: object;
    axisOffset: object;
    active: string;
    refused: RegExp;
    units: string;
  }>;
}

const ROWS: readonly Row[] = [
  {
    clause: '3.5.5',
    says: 'G10 L2 sets the origin of the numbered system in absolute coordinates',
    line: 'G10 L2 P1 X3.5 Y17.2',
    then: { G54: { x: 3.5, y: 17.2, z: 0 } },
  },
  {
    clause: '3.5.5',
    says: 'axes that are not named keep what they had',
    given: ['G10 L2 P1 X1 Y2 Z3'],
    line: 'G10 L2 P1 Y9',
    then: { G54: { x: 1, y: 9, z: 3 } },
  },
  {
    clause: '3.5.5',
    says: 'the system may be inactive when it is set',
    given: ['G54'],
    line: 'G10 L2 P2 X-7',
    then: { G55: { x: -7, y: 0, z: 0 }, active: 'G54' },
  },
  {
    clause: '3.5.5',
    says: 'what G92 set stays in effect',
    given: ['G92 X-10'],
    line: 'G10 L2 P1 X-100',
    then: { axisOffset: { x: -40, y: 0, z: 0 }, work: { x: 90, y: -50, z: -50 } },
  },
  { clause: '3.5.5', says: 'P outside 1 … 9 is an error', line: 'G10 L2 P10 X1', then: { refused: /P from 1 to 9/ } },
  { clause: '3.5.5', says: 'P must be whole', line: 'G10 L2 P1.5 X1', then: { refused: /P from 1 to 9/ } },
  {
    clause: '3.5.7',
    says: 'after G20 coordinates are inches',
    given: ['G20'],
    line: 'G10 L2 P1 X-1',
    then: { G54: { x: -25.4, y: 0, z: 0 } },
  },
  {
    clause: '3.5.8',
    says: 'G28 without axis words goes straight to the position of parameters 5161 …',
    line: 'G28',
    then: { machine: { x: -10, y: -20, z: 0 } },
  },
  {
    clause: '3.5.8',
    says: 'G28 with axis words goes by way of the programmed point and then with all axes',
    given: ['G10 L2 P1 X-200 Y-200 Z-300'],
    line: 'G28 Z50',
    then: { machine: { x: -10, y: -20, z: 0 } },
  },
  { clause: '3.5.8', says: 'G30 goes to the second position', line: 'G30', then: { machine: { x: -300, y: 0, z: 0 } } },
  {
    clause: '3.5.11',
    says: 'G43 H takes the length off Z of the work position, without motion',
    given: ['G10 L2 P1 Z-300'],
    line: 'G43 H1',
    then: { machine: { x: -50, y: -50, z: -50 }, work: { x: -50, y: -50, z: 150 } },
  },
  {
    clause: '3.5.11',
    says: 'H0 is an offset of nothing',
    given: ['G43 H1'],
    line: 'G43 H0',
    then: { work: { x: -50, y: -50, z: -50 } },
  },
  {
    clause: '3.5.11',
    says: 'G49 uses no length offset',
    given: ['G43 H1'],
    line: 'G49',
    then: { work: { x: -50, y: -50, z: -50 } },
  },
  { clause: '3.5.11', says: 'a negative H is an error', line: 'G43 H-1', then: { refused: /whole H number/ } },
  {
    clause: '3.5.12',
    says: 'G53 moves in absolute coordinates, whatever register and length are active',
    given: ['G10 L2 P1 X-200 Z-300', 'G43 H1'],
    line: 'G53 G0 Z0',
    then: { machine: { x: -50, y: -50, z: 0 } },
  },
  {
    clause: '3.5.12',
    says: 'G53 is for its own line only',
    given: ['G10 L2 P1 X-200 Y-50 Z-50', 'G53 G0 X0'],
    line: 'X5',
    then: { machine: { x: -195, y: -50, z: -50 } },
  },
  { clause: '3.5.12', says: 'G53 without G0 or G1 active is an error', line: 'G53 Z0', then: { refused: /G0 or G1/ } },
  {
    clause: '3.5.12',
    says: 'G53 is absolute in incremental distance mode as well',
    given: ['G91'],
    line: 'G53 G0 X-60',
    then: { machine: { x: -60, y: -50, z: -50 } },
  },
  {
    clause: '3.5.13',
    says: 'G54 … G59.3 choose a system; moves count from its origin',
    given: ['G10 L2 P2 X-100 Y-100 Z-100'],
    line: 'G55 G0 X1 Y2 Z3',
    then: { machine: { x: -99, y: -98, z: -97 }, active: 'G55' },
  },
  {
    clause: '3.5.13',
    says: 'G59.3 is the ninth',
    given: ['G10 L2 P9 X-100'],
    line: 'G59.3 G0 X1',
    then: { machine: { x: -99, y: -50, z: -50 }, active: 'G59.3' },
  },
  {
    clause: '3.5.17',
    says: 'G91 counts from where the tool stands',
    given: ['G91'],
    line: 'G0 X-5',
    then: { machine: { x: -55, y: -50, z: -50 } },
  },
  {
    clause: '3.5.18',
    says: 'the published example: at X4, G92 X7 makes the offset −3 and X of the point 7',
    given: ['G10 L2 P1 X-54 Y-50 Z-50'],
    line: 'G92 X7',
    then: { axisOffset: { x: -3, y: 0, z: 0 }, work: { x: 7, y: 0, z: 0 } },
  },
  {
    clause: '3.5.18',
    says: 'the published example goes on: G92 X9 makes the offset −5',
    given: ['G10 L2 P1 X-54 Y-50 Z-50', 'G92 X7'],
    line: 'G92 X9',
    then: { axisOffset: { x: -5, y: 0, z: 0 }, work: { x: 9, y: 0, z: 0 } },
  },
  {
    clause: '3.5.18',
    says: 'all nine systems are affected',
    given: ['G92 X-40'],
    line: 'G56',
    then: { work: { x: -40, y: -50, z: -50 } },
  },
  {
    clause: '3.5.18',
    says: 'incremental mode changes nothing about it',
    given: ['G91'],
    line: 'G92 X0',
    then: { axisOffset: { x: -50, y: 0, z: 0 } },
  },
  {
    clause: '3.5.18',
    says: 'without axis words it is an error',
    line: 'G92',
    then: { refused: /at least one axis word/ },
  },
  {
    clause: '3.5.18',
    says: 'G92.1 resets and forgets',
    given: ['G92 X0', 'G92.1'],
    line: 'G92.3',
    then: { axisOffset: { x: 0, y: 0, z: 0 } },
  },
  {
    clause: '3.5.18',
    says: 'G92.2 resets and keeps, G92.3 brings it back',
    given: ['G92 X0', 'G92.2'],
    line: 'G92.3',
    then: { axisOffset: { x: -50, y: 0, z: 0 } },
  },
  {
    clause: '3.6.1',
    says: 'M2 goes back to G54 with axis offsets off',
    given: ['G55', 'G92 X0'],
    line: 'M2',
    then: { active: 'G54', axisOffset: { x: 0, y: 0, z: 0 } },
  },
  {
    clause: '3.4',
    says: 'two codes of one modal group contradict each other',
    line: 'G54 G55',
    then: { refused: /cannot stand in one line/ },
  },
  {
    clause: '3.4',
    says: 'a code that uses axis words and a move cannot share them',
    line: 'G0 G92 X1',
    then: { refused: /both use the axis words/ },
  },
  {
    clause: '3.3',
    says: 'spaces, case and comments mean nothing; a slash first is block delete',
    line: '/ g 0 x - 6 0 (over the vise) ',
    then: { machine: { x: -60, y: -50, z: -50 } },
  },
  { clause: '3.3', says: 'a word given twice is an error', line: 'G0 X1 X2', then: { refused: /X is given twice/ } },
];

test.each(ROWS)('$clause: $says', ({ given = [], line, then }) => {
  const control = new SimulatedControl({
    machine: {
      ...machine,
      positions: { reference: { x: -10, y: -20, z: 0 }, second: { x: -300, y: 0, z: 0 }, toolChange: null },
    },
  });
  control.home();
  control.keyIn({ lengths: { 1: 100 } });
  control.send('G53 G0 X-50 Y-50 Z-50');
  // so that "no motion mode yet" can be tried
  if (then.refused?.source.includes('G0 or G1')) control.powerCycle();
  for (const g of given) expect(control.send(g)).toEqual({ ok: true, says: '' });
  const before = control.state;
  const answer = control.send(line);
  const now = control.read();
  if (then.refused) {
    expect(answer).toEqual({ ok: false, says: expect.stringMatching(then.refused) });
    expect(control.state).toEqual(before);
    return;
  }
  expect(answer).toEqual({ ok: true, says: '' });
  const shown = {
    machine: now.machine,
    work: now.work,
    G54: now.registers.G54,
    G55: now.registers.G55,
    axisOffset: control.state.axisOffset,
    active: now.active,
    units: control.state.units,
  };
  expect(shown).toMatchObject(then);
});

test('G28 by way of a point makes two traverses: to it, then home', () => {
  const control = new SimulatedControl({ machine });
  control.home();
  control.send('G53 G0 X-50 Y-50 Z-50');
  control.moves.length = 0;
  control.send('G91 G28 Z20');
  expect(control.moves.map((m) => m.to)).toEqual([
    { x: -50, y: -50, z: -30 },
    { x: 0, y: 0, z: 0 },
  ]);
});
