import fc from 'fast-check';
import { Matrix } from 'ml-matrix';
import { ALL_ORIENTATIONS, AXES, rotationOf } from '../frames';
import { touchChoices } from '../job';
import { box, seatBlock, setup, station, told, UPRIGHT, vise } from '../testing/fixtures';
import { boxMesh, turnMesh } from '../solid';
import { touchableFaces, touchAt, touchList, touchOffWorksheet, workZero, zeroInWords } from '.';

const part = box([5, -7, 11], [105, 53, 51]);
const raw = box([3, -10, 7], [108, 58, 52]);
const place = fc.constantFrom('min' as const, 'middle' as const, 'max' as const);

test('the chain of poses gives the same point as 4×4 matrices multiplied by an independent library (ml-matrix)', () => {
  fc.assert(
    fc.property(fc.constantFrom(...ALL_ORIENTATIONS), place, place, place, (orientation, x, y, z) => {
      const s = setup({
        orientation,
        zero: { of: 'finished part', x, y, z, extra: { x: 0.1, y: -0.2, z: 0.3 } },
        stop: { side: 'left', position: 10, height: 25, fromJaw: 15, face: null },
      });
      const seat = seatBlock(raw, part, s);
      const zero = workZero(seat, s.zero, station);
      const r = seat.pose.rotation.rows;
      const t = seat.pose.translation;
      const seatMatrix = new Matrix([
        [r[0].x, r[0].y, r[0].z, t.x],
        [r[1].x, r[1].y, r[1].z, t.y],
        [r[2].x, r[2].y, r[2].z, t.z],
        [0, 0, 0, 1],
      ]);
      const stationMatrix = new Matrix([
        [1, 0, 0, -400],
        [0, 1, 0, -200],
        [0, 0, 1, -450],
        [0, 0, 0, 1],
      ]);
      // the wanted corner, found among the part's corners by brute force in machine coordinates
      const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((i) =>
        stationMatrix
          .mmul(seatMatrix)
          .mmul(
            Matrix.columnVector([
              i & 1 ? part.max.x : part.min.x,
              i & 2 ? part.max.y : part.min.y,
              i & 4 ? part.max.z : part.min.z,
              1,
            ]),
          )
          .to1DArray(),
      );
      const want = { x, y, z };
      const shift = { x: 0.1, y: -0.2, z: 0.3 };
      return AXES.every((axis, a) => {
        const along = corners.map((c) => c[a]);
        const [low, high] = [Math.min(...along), Math.max(...along)];
        const expected = want[axis] === 'min' ? low : want[axis] === 'max' ? high : (low + high) / 2;
        return Math.abs(zero.inMachine![axis] - expected - shift[axis]) < 1e-9;
      });
    }),
  );
});

test('finished part, material as loaded and raw blank are three different corners', () => {
  const at = (of: 'finished part' | 'what is left' | 'raw blank') =>
    workZero(seatBlock(raw, part), { ...setup().zero, of }, station).inMachine!;
  // left: 2 of stock; rear: 5; top: 1
  expect(at('finished part').x - at('raw blank').x).toBeCloseTo(2, 9);
  expect(at('raw blank').y - at('finished part').y).toBeCloseTo(5, 9);
  expect(at('raw blank').z - at('finished part').z).toBeCloseTo(1, 9);
  expect(at('what is left')).toEqual(at('raw blank'));
});

test('the point in part coordinates is the corner itself, whichever way the part lies', () => {
  fc.assert(
    fc.property(fc.constantFrom(...ALL_ORIENTATIONS), (orientation) => {
      const s = setup({ orientation });
      const { inPart } = workZero(seatBlock(part, part, s), s.zero, null);
      return AXES.every((a) => Math.abs(inPart[a] - part.min[a]) < 1e-9 || Math.abs(inPart[a] - part.max[a]) < 1e-9);
    }),
  );
});

test('without a measured station there is no machine coordinate, not a zero', () => {
  expect(workZero(seatBlock(raw, part), setup().zero, null).inMachine).toBeNull();
  expect(workZero(seatBlock(raw, part), setup().zero, { ...station, position: null }).inMachine).toBeNull();
});

test('the words name the body and the corner', () => {
  expect(
    zeroInWords({ of: 'what is left', x: 'middle', y: 'min', z: 'max', extra: { x: 0, y: 0, z: 0 } }, UPRIGHT),
  ).toBe('material as loaded: X middle between left face and right face, Y front face, Z top face');
  expect(zeroInWords({ of: 'finished part', x: 'min', y: 'max', z: 'max', extra: { x: 0, y: 0, z: 0 } }, UPRIGHT)).toBe(
    'left rear top corner of the finished part',
  );
  // flipped front to back: what is at the rear and on top now are the part's front and bottom
  expect(
    zeroInWords(
      { of: 'finished part', x: 'min', y: 'max', z: 'max', extra: { x: 0, y: 0, z: 0 } },
      { up: '-z', right: '+x' },
    ),
  ).toBe('left front bottom corner of the finished part as drawn; here left, rear, top');
});

describe('touching off', () => {
  const rows = (s = setup(), loaded = raw, finished = part) => {
    const seat = seatBlock(loaded, finished, s);
    const turn = (b: typeof raw) => turnMesh(boxMesh(b), rotationOf(s.orientation));
    const touchable = touchableFaces({
      seat,
      loaded: turn(loaded),
      finished: turn(finished),
      open: () => [{ z: [vise.jawHeight, 1e6] }],
    });
    const input = {
      setup: s,
      seat,
      zero: workZero(seat, s.zero, station),
      touchable,
      roundOf: () => null,
      speech: told.speech,
      lengthInRegister: null,
      commonZ: 0,
    };
    return touchList(touchOffWorksheet(input), touchable, (face) => touchAt(input, face));
  };

  test("what is asked for comes first, then what could be touched instead, each with the tool's radius on its own side", () => {
    expect(rows().map((r) => [r.name, r.surface, r.declare, r.chosen])).toEqual([
      ['left face', 'raw', expect.closeTo(-2 - 5, 9), true],
      ['right face', 'raw', expect.closeTo(100 + 3 + 5, 9), false],
      ['rear face', 'raw', expect.closeTo(5 + 5, 9), true],
      ['front face', 'raw', expect.closeTo(-60 - 3 - 5, 9), false],
      ['top face', 'raw', expect.closeTo(1, 9), true],
    ]);
  });

  test("a face has one name, the part's, and says where it is now", () => {
    expect(rows(setup({ orientation: { up: '-z', right: '-x' } })).map((r) => r.name)).toEqual([
      'right face, now at the left',
      'left face, now at the right',
      'rear face',
      'front face',
      'bottom face, now on top',
    ]);
  });

  test('a finished face is asked for before a raw one that is nearer', () => {
    // the right side is finished already
    const chosen = (s = setup()) =>
      rows(s, box([3, -10, 7], [105, 58, 52]))
        .filter((r) => r.chosen && r.axis === 'x')
        .map((r) => [r.name, r.surface, r.declare]);
    expect(chosen()).toEqual([['right face', 'finished', expect.closeTo(100 + 5, 9)]]);
  });

  test('where no finished face is free, the device a finished face lies on comes before a raw one', () => {
    // the left side is finished and on the stop, and lies below the jaw tops with the rest of it
    const loaded = box([5, -10, 7], [108, 58, 52]);
    const seat = seatBlock(loaded, part, setup());
    const input = {
      setup: setup(),
      seat,
      zero: workZero(seat, setup().zero, station),
      touchable: [],
      roundOf: () => null,
      speech: told.speech,
      lengthInRegister: null,
      commonZ: 0,
    };
    expect(touchOffWorksheet(input)[0]).toMatchObject({
      touches: [{ name: 'left stop', body: 'device', face: expect.closeTo(0, 9), declare: expect.closeTo(5, 9) }],
      says: expect.stringMatching(/^X: Before the part is loaded, touch the left stop/),
    });
  });

  test('declaring there gives back the work zero: W = M − P for every face', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ALL_ORIENTATIONS),
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (orientation, toolDiameter, feeler) => {
          const touch = touchChoices(toolDiameter).touchOff;
          const s = setup({
            orientation,
            touchOff: {
              ...touch,
              side: { ...touch.side, thickness: feeler },
              top: { ...touch.top, thickness: feeler },
            },
          });
          const seat = seatBlock(raw, part, s);
          const zero = workZero(seat, s.zero, station).inMachine!;
          return rows(s).every((r) => {
            const side = r.faces[0] === '+' ? 1 : -1;
            const face = (side > 0 ? seat.loadedBox.max : seat.loadedBox.min)[r.axis] + station.position![r.axis];
            // where the spindle axis (or the tip) really stands when the tool touches
            const reading = face + side * (r.axis === 'z' ? feeler : toolDiameter / 2 + feeler);
            return Math.abs(reading - r.declare - zero[r.axis]) < 1e-9;
          });
        },
      ),
    );
  });

  test('a part below the jaw tops cannot be touched from the side', () => {
    expect(
      rows(setup({ parallels: { height: 2 } }), box([5, -7, 11], [105, 53, 40])).map((r) => r.surface),
    ).not.toContain('finished');
  });
});
