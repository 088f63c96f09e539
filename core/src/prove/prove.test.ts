import { box, machine, seatBlock, setup, station, told, tool as anyTool, vise } from '../testing/fixtures';
import { workZero } from '../zero';
import { cutClearsJaws } from '../holdings/vise/checks/cutClearsJaws';
import { cutsSomething } from './checks/cutsSomething';
import { cutInsideTravel } from './checks/cutInsideTravel';
import { zeroInsideTravel } from './checks/zeroInsideTravel';
import { zTravelNotProven } from './checks/zTravelNotProven';
import { betweenZeros, planProve, safePaths, type ProveFacts } from '.';

const insideTravel = (facts: ProveFacts) => [...zeroInsideTravel(facts, told), ...cutInsideTravel(facts, told)];
const part = box([0, 0, 0], [100, 60, 40]);
const raw = box([0, 0, 0], [100, 60, 42]);
const tool = (number: number, length: number | null) => anyTool({ number, length });
const jawTops = { z: vise.jawHeight, name: 'jaw tops', wantedMm: vise.clearanceAboveJaws };

/** A block 42 high on 20 parallels, 2 to face off; cut down to `depth` below its finished top at 40. */
function prove(depth: number, s = setup(), m: typeof machine | null = machine) {
  const seat = seatBlock(raw, part, s);
  return planProve({
    seat,
    zero: workZero(seat, s.zero, station),
    tools: s.tools,
    top: jawTops,
    station,
    machine: m,
    orientation: s.orientation,
    cuts: [
      {
        id: 'cut',
        name: 'all over',
        named: false,
        below: depth,
        along: 40 - depth,
        removedMm3: 1,
        removed: box([0, 0, 40 - depth], [100, 60, 42]),
        beside: true,
        tool: null,
        toolGoesIn: null,
        tightestMm: null,
      },
    ],
  });
}

describe('lowest cut and jaw tops', () => {
  test('20 parallels and a cut 15 below the top of a part 40 high leave 5 above jaws 40 high', () => {
    expect(prove(15)).toMatchObject({ lowestCut: 45, aboveTop: 5 });
  });

  test.each([
    [15, null],
    [19, null],
    [19.5, 'caution'],
    [20, 'caution'],
    [20.001, 'stop'],
    [30, 'stop'],
  ] as const)('a cut %d deep: %s', (depth, level) => {
    expect(cutClearsJaws(prove(depth), jawTops, told).map((f) => f.level)).toEqual(level ? [level] : []);
  });

  test('the remedy reaches the clearance wanted', () => {
    expect(cutClearsJaws(prove(25), jawTops, told)[0]).toMatchObject({
      says: 'The lowest cut is 5.000 mm below the jaw tops.',
      remedy: expect.stringContaining('at least 6.000 mm higher'),
    });
  });
});

describe('travel', () => {
  test('room in X and Y is counted to both ends, from machine coordinates', () => {
    // left end of the part at the stop: −400 + 10; rear at −200
    expect(prove(15).cutRoom).toEqual([
      { axis: 'x', toMin: 760 - 390, toMax: 290 },
      { axis: 'y', toMin: 430 - 260, toMax: 200 },
      { axis: 'z', toMin: null, toMax: 450 - 62 },
    ]);
    expect(insideTravel(prove(15))).toEqual([]);
  });

  test('in Z the shortest tool goes lowest and the longest highest', () => {
    const [, , z] = prove(15, setup({ tools: [tool(1, 100), tool(2, 160)] })).cutRoom!;
    // lowest cut at −450 + 45 with the 100 tool, top of the cut at −450 + 62 with the 160 tool
    expect(z).toEqual({ axis: 'z', toMin: -405 + 100 + 510, toMax: 388 - 160 });
  });

  test('a tool too long for the height is a stop with the amount', () => {
    const over = insideTravel(prove(15, setup({ tools: [tool(1, 400)] })));
    expect(over.map((f) => f.says)).toEqual([
      'Work zero lies outside the travel: Z by 10.000 mm at the plus end.',
      'The cut reaches outside the travel: Z by 12.000 mm at the plus end.',
    ]);
    expect(over[0].remedy).toMatch(/tool of another length/);
  });

  test('part of the cut beyond the end of the table is named by axis and end', () => {
    const far = setup({ stop: { ...setup().hold.stop, position: 380 } });
    expect(insideTravel(prove(15, far)).map((f) => f.says)).toEqual([
      'The cut reaches outside the travel: X by 80.000 mm at the plus end.',
    ]);
  });

  test('without a machine nothing is claimed', () => {
    expect(prove(15, setup(), null)).toMatchObject({ zeroRoom: null, cutRoom: null, shortestToolMm: null });
    expect(insideTravel(prove(15, setup(), null))).toEqual([]);
  });
});

describe('what cannot be proven is said', () => {
  const low = { ...machine, travel: { ...machine.travel, z: { min: -300, max: 0 } } };

  test('no tools: the shortest tool that reaches is told', () => {
    // the gauge line would have to go to −450 + 45 = −405; the axis ends at −300
    expect(zTravelNotProven(prove(15, setup(), low), setup(), told)[0].says).toBe(
      'The Z travel is not proven: no tools are listed. A tool must be at least 105.000 mm long to reach the lowest cut.',
    );
  });

  test('one length missing is named; with all lengths it is quiet', () => {
    const some = setup({ tools: [tool(3, 120), tool(7, null)] });
    expect(zTravelNotProven(prove(15, some), some, told)[0].says).toContain('the length of T7 is not given');
    const all = setup({ tools: [tool(3, 120)] });
    expect(zTravelNotProven(prove(15, all), all, told)).toEqual([]);
  });
});

test('a setup that removes nothing says so', () => {
  expect(cutsSomething(prove(15), told)).toEqual([]);
  expect(cutsSomething({ ...prove(15), removedBox: null }, told)[0].level).toBe('note');
});

test('from one zero to another no height may lead through what stands between', () => {
  const post = { name: 'post', box: { min: { x: -300, y: -210, z: -400 }, max: { x: -280, y: -190, z: -100 } } };
  const [a, b] = [
    { x: -400, y: -200, z: -300 },
    { x: -200, y: -200, z: -300 },
  ];
  // Z ends at 0: a tool of 120 passes 20 below the top of the post, one of 90 ten above it
  expect(betweenZeros(machine, [a, b], [post], { lengthMm: 120, radiusMm: 5 })).toMatchObject({
    name: 'post',
    byMm: 20,
  });
  expect(betweenZeros(machine, [a, b], [post], { lengthMm: 90, radiusMm: 5 })).toBeNull();
  const [path] = safePaths(
    { ...machine, positions: { reference: { x: -290, y: -200, z: -50 }, second: null, toolChange: null } },
    a,
    [post],
    { lengthMm: 90, radiusMm: 5 },
  );
  // the position itself is over the post: down there the tool would stand 40 in it
  expect(path.thereItself).toMatchObject({ name: 'post', byMm: 40 });
});
