import fc from 'fast-check';
import { Matrix } from 'ml-matrix';
import { ALL_ORIENTATIONS, AXES, rotationOf } from '../frames';
import { touchChoices } from '../job';
import { box, seatBlock, setup, station, vise } from '../testing/fixtures';
import { boxMesh, turnMesh } from '../solid';
import { planTouchOff, touchableFaces, workZero, zeroInWords } from '.';

const part = box([5, -7, 11], [105, 53, 51]);
const raw = box([3, -10, 7], [108, 58, 52]);
const place = fc.constantFrom('min' as const, 'middle' as const, 'max' as const);

test('the chain of poses gives the same point as 4×4 matrices multiplied by an independent library (ml-matrix)', () => {
  fc.assert(fc.property(fc.constantFrom(...ALL_ORIENTATIONS), place, place, place, (orientation, x, y, z) => {
    const s = setup({ orientation, zero: { of: 'finished part', x, y, z, extra: { x: 0.1, y: -0.2, z: 0.3 } }, stop: { side: 'left', position: 10, height: 25, fromJaw: 15, face: null } });
    const seat = seatBlock(raw, part, s);
    const zero = workZero(seat, s.zero, station);
    const r = seat.pose.rotation.rows;
    const t = seat.pose.translation;
    const seatMatrix = new Matrix([[r[0].x, r[0].y, r[0].z, t.x], [r[1].x, r[1].y, r[1].z, t.y], [r[2].x, r[2].y, r[2].z, t.z], [0, 0, 0, 1]]);
    const stationMatrix = new Matrix([[1, 0, 0, -400], [0, 1, 0, -200], [0, 0, 1, -450], [0, 0, 0, 1]]);
    // the wanted corner, found among the part's corners by brute force in machine coordinates
    const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => stationMatrix.mmul(seatMatrix).mmul(Matrix.columnVector([
      i & 1 ? part.max.x : part.min.x, i & 2 ? part.max.y : part.min.y, i & 4 ? part.max.z : part.min.z, 1])).to1DArray());
    const want = { x, y, z };
    const shift = { x: 0.1, y: -0.2, z: 0.3 };
    return AXES.every((axis, a) => {
      const along = corners.map((c) => c[a]);
      const [low, high] = [Math.min(...along), Math.max(...along)];
      const expected = want[axis] === 'min' ? low : want[axis] === 'max' ? high : (low + high) / 2;
      return Math.abs(zero.inMachine![axis] - expected - shift[axis]) < 1e-9;
    });
  }));
});

test('finished part, material as loaded and raw blank are three different corners', () => {
  const at = (of: 'finished part' | 'what is left' | 'raw blank') => workZero(seatBlock(raw, part), { ...setup().zero, of }, station).inMachine!;
  // left: 2 of stock; rear: 5; top: 1
  expect(at('finished part').x - at('raw blank').x).toBeCloseTo(2, 9);
  expect(at('raw blank').y - at('finished part').y).toBeCloseTo(5, 9);
  expect(at('raw blank').z - at('finished part').z).toBeCloseTo(1, 9);
  expect(at('what is left')).toEqual(at('raw blank'));
});

test('the point in part coordinates is the corner itself, whichever way the part lies', () => {
  fc.assert(fc.property(fc.constantFrom(...ALL_ORIENTATIONS), (orientation) => {
    const s = setup({ orientation });
    const { inPart } = workZero(seatBlock(part, part, s), s.zero, null);
    return AXES.every((a) => Math.abs(inPart[a] - part.min[a]) < 1e-9 || Math.abs(inPart[a] - part.max[a]) < 1e-9);
  }));
});

test('without a measured station there is no machine coordinate, not a zero', () => {
  expect(workZero(seatBlock(raw, part), setup().zero, null).inMachine).toBeNull();
  expect(workZero(seatBlock(raw, part), setup().zero, { ...station, position: null }).inMachine).toBeNull();
});

test('the words name the body and the corner', () => {
  expect(zeroInWords({ of: 'what is left', x: 'middle', y: 'min', z: 'max', extra: { x: 0, y: 0, z: 0 } })).toBe('what is left (as loaded): middle, front, top');
});

describe('touching off', () => {
  const rows = (s = setup(), loaded = raw) => {
    const seat = seatBlock(loaded, part, s);
    const turn = (b: typeof raw) => turnMesh(boxMesh(b), rotationOf(s.orientation));
    return planTouchOff(touchableFaces(seat, turn(loaded), turn(part), vise.jawHeight), seat, workZero(seat, s.zero, station), s);
  };

  test('each face with the tool\'s radius on its own side; the one nearest to zero first choice', () => {
    expect(rows().map((r) => [r.name, r.surface, r.declare, r.preferred])).toEqual([
      ['left', 'raw', expect.closeTo(-2 - 5, 9), true], ['right', 'raw', expect.closeTo(100 + 3 + 5, 9), false],
      ['front', 'raw', expect.closeTo(-60 - 3 - 5, 9), false], ['rear', 'raw', expect.closeTo(5 + 5, 9), true], ['top', 'raw', expect.closeTo(1, 9), true],
    ]);
  });

  test('declaring there gives back the work zero: W = M − P for every face', () => {
    fc.assert(fc.property(fc.constantFrom(...ALL_ORIENTATIONS), fc.double({ min: 0, max: 20, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (orientation, toolDiameter, feeler) => {
      const touch = touchChoices(toolDiameter).touchOff;
      const s = setup({ orientation, touchOff: { ...touch, side: { ...touch.side, thickness: feeler }, top: { ...touch.top, thickness: feeler } } });
      const seat = seatBlock(raw, part, s);
      const zero = workZero(seat, s.zero, station).inMachine!;
      return rows(s).every((r) => {
        const side = r.faces[0] === '+' ? 1 : -1;
        const face = (side > 0 ? seat.loadedBox.max : seat.loadedBox.min)[r.axis] + station.position![r.axis];
        // where the spindle axis (or the tip) really stands when the tool touches
        const reading = face + side * (r.axis === 'z' ? feeler : toolDiameter / 2 + feeler);
        return Math.abs(reading - r.declare - zero[r.axis]) < 1e-9;
      });
    }));
  });

  test('a part below the jaw tops cannot be touched from the side', () => {
    expect(rows(setup({ parallels: { height: 2 } }), box([5, -7, 11], [105, 53, 40]))).toEqual([]);
  });
});
