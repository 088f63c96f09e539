import { loadKernel, type Kernel } from '../../solid';
import { box, seatBlock, setup, told, UPRIGHT, vise } from '../../testing/fixtures';
import { jawsTouch } from './checks/jawsTouch';
import { onePlace } from '../../seat/checks/onePlace';
import { partRests } from './checks/partRests';
import { seatSettles } from '../../seat/checks/seatSettles';
import { stopTouches } from './checks/stopTouches';
import { locatorsInVise, restOf, seatInVise } from '..';
import { otherHomes, seatInWords, type SeatFacts } from '../../seat';

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

const block = box([0, 0, 0], [100, 60, 40]);

describe('resting', () => {
  test('a block on two parallels rests on both strips', () => {
    const seat = seatBlock(block, block);
    expect(seat.restStripsMm2).toEqual([expect.closeTo(800, 6), expect.closeTo(800, 6)]);
    expect(seat.rest.flatAreaMm2).toBeCloseTo(1600, 6);
    expect(partRests(seat, restOf(vise, 20), vise, told)).toEqual([]);
  });

  test('a part narrower than two parallels is not counted twice', () => {
    const narrow = box([0, 0, 0], [100, 12, 40]);
    const seat = seatBlock(
      narrow,
      narrow,
      setup({ stop: { side: 'left', position: 10, height: 32, fromJaw: 6, face: null } }),
    );
    expect(seat.rest.flatAreaMm2).toBeCloseTo(1200, 6);
  });

  test('on the bed the whole underside counts', () => {
    const seat = seatBlock(block, block, setup({ parallels: { height: 0 } }));
    expect(seat.rest.flatAreaMm2).toBeCloseTo(6000, 6);
    expect(seat.loadedBox.min.z).toBeCloseTo(0, 9);
  });

  test('a step under the front leaves it on the rear parallel only', () => {
    const mesh = kernel.subtract(kernel.box(block), kernel.box(box([-1, -1, -1], [101, 30, 5]))).mesh();
    const seat = seatInVise({
      orientation: UPRIGHT,
      loaded: mesh,
      finished: mesh,
      blankSeated: block,
      isFlat: () => true,
      vise,
      parallelsHeight: 20,
      stop: setup().hold.stop,
    });
    expect(partRests(seat, restOf(vise, 20), vise, told).map((f) => f.says)).toContain(
      'The part rests on the rear parallel only.',
    );
  });

  test('a facet of a curve under the part is no flat', () => {
    const seat = seatInVise({
      orientation: UPRIGHT,
      loaded: kernel.box(block).mesh(),
      finished: kernel.box(block).mesh(),
      blankSeated: block,
      isFlat: () => false,
      vise,
      parallelsHeight: 20,
      stop: setup().hold.stop,
    });
    expect(partRests(seat, restOf(vise, 20), vise, told)[0]).toMatchObject({
      level: 'stop',
      says: 'The part does not rest: there is no flat face over the parallels.',
    });
  });

  test('too little flat is a caution with both areas', () => {
    const small = box([0, 0, 0], [20, 30, 40]);
    expect(partRests(seatBlock(small, small), restOf(vise, 20), vise, told)[0]).toMatchObject({
      level: 'caution',
      says: 'Only 320 mm² lie flat on the parallels; 400 mm² are wanted.',
    });
  });
});

const locatorsTouch = (seat: SeatFacts) => [
  ...seatSettles(seat, told),
  ...stopTouches(seat, false, told),
  ...jawsTouch(seat, told),
];

describe('locators', () => {
  test('all touch a block in the vise', () => {
    expect(locatorsTouch(seatBlock(block, block))).toEqual([]);
  });

  test.each([
    [
      'the stop above the part',
      setup({ stop: { side: 'left', position: 10, height: 90, fromJaw: 15, face: null } }),
      'stop-touches-nothing',
    ],
    [
      'the stop in front of the part',
      setup({ stop: { side: 'left', position: 10, height: 32, fromJaw: 80, face: null } }),
      'stop-touches-nothing',
    ],
    [
      'the part beside the jaws',
      setup({ stop: { side: 'left', position: 200, height: 32, fromJaw: 15, face: null } }),
      'jaws-touch-nothing',
    ],
  ])('%s', (_, s, code) => {
    expect(locatorsTouch(seatBlock(block, block, s)).map((f) => f.code)).toContain(code);
  });

  test('a seat that never came to an end is a stop', () => {
    expect(locatorsTouch({ ...seatBlock(block, block), settled: false })[0].code).toBe('seat-not-settled');
  });
});

test('the seat is said in one sentence, raw and finished told apart', () => {
  const seat = seatBlock(box([-3, -3, -3], [103, 63, 43]), block);
  expect(seatInWords(seat, told.speech)).toBe(
    'Raw bottom face down on 20.000 parallels, raw rear face on the fixed jaw, raw left face on the left stop.',
  );
  const flipped = setup({
    orientation: { up: '-z', right: '-x' },
    parallels: { height: 0 },
    stop: { side: 'right', position: 120, height: 32, fromJaw: 15, face: null },
  });
  expect(seatInWords(seatBlock(block, block, flipped), told.speech)).toBe(
    'Finished top face down on the bed, finished rear face on the fixed jaw, finished left face on the right stop.',
  );
});

describe('two places', () => {
  // a nose at the left that the stop beyond the jaws meets only while the lug at the rear stands against the fixed jaw
  const nosed = (lugX: number) => {
    const boxes = [block, box([-10, 51, 0], [0, 54, 40]), box([lugX, 60, 0], [lugX + 6, 65, 40])];
    const mesh = kernel.union(boxes.map((b) => kernel.box(b))).mesh();
    const stop = { side: 'left' as const, position: -40, height: 32, fromJaw: 15, face: null };
    const input = {
      orientation: UPRIGHT,
      loaded: mesh,
      finished: mesh,
      blankSeated: box([-10, 0, 0], [100, 65, 40]),
      isFlat: () => true,
      vise: { ...vise, stopDiameter: 10 },
      parallelsHeight: 20,
      stop,
    };
    const seat = seatInVise(input);
    return { seat, elsewhere: otherHomes(input, locatorsInVise(input), seat.pose.translation) };
  };

  test('a lug at the jaw and a nose on the stop, or the lug beside the jaw and the body on the stop: both are told', () => {
    const { seat, elsewhere } = nosed(32);
    expect(seat.pose.translation).toMatchObject({ x: -30, y: -65, z: 20 });
    expect(elsewhere).toEqual([{ x: -10, y: 5, z: 0 }]);
    expect(onePlace(seat, elsewhere, told)[0]).toMatchObject({
      level: 'caution',
      says: "The part can come to rest in 2 places. Planned: its left end at X −40.000, its front side at Y −65.000 of the device's datum. It would also be held 10.000 mm to the left and 5.000 mm to the rear of there.",
    });
  });

  test('a lug that always stands in front of the jaw leaves one place', () => {
    const { seat, elsewhere } = nosed(60);
    expect(elsewhere).toEqual([]);
    expect(onePlace(seat, elsewhere, told)).toEqual([]);
  });
});
