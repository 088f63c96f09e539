import { isHoldIn, type Setup } from '../job';
import type { Shop } from '../shop';
import type { Cuboid, RandomJob } from './randomJobs';

/**
 * A slow second opinion on zeros, for parts made of boxes. It shares nothing with the planner but the job document:
 * solids are cells between all coordinates that occur, and a seat is found by trying every combination of levels and
 * keeping those at which every locator is touched and nothing goes through anything.
 */
type Triple = [number, number, number];
const HAIR = 2e-4;
const NAMES = ['x', 'y', 'z'] as const;

interface Cells {
  /** coordinates of the cell walls, per axis */
  readonly walls: readonly number[][];
  readonly part: Uint8Array;
  readonly frame: Uint8Array;
}

const unit = (d: string): Triple => {
  const v: Triple = [0, 0, 0];
  v['xyz'.indexOf(d[1])] = d[0] === '+' ? 1 : -1;
  return v;
};
const cross = (a: Triple, b: Triple): Triple => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

function cellsOf(parts: readonly Cuboid[], blank: Cuboid, cuts: readonly { up: string; along: number }[]): Cells {
  const walls = [0, 1, 2].map((k) => {
    const all = [
      ...parts.flatMap((b) => [b[k], b[k + 3]]),
      blank[k],
      blank[k + 3],
      ...cuts.filter((c) => 'xyz'.indexOf(c.up[1]) === k).map((c) => (c.up[0] === '+' ? c.along : -c.along)),
    ];
    return all.sort((a, b) => a - b).filter((v, i) => i === 0 || v - all[i - 1] > 1e-6);
  });
  const n = walls.map((w) => w.length - 1);
  const part = new Uint8Array(n[0] * n[1] * n[2]);
  const frame = new Uint8Array(part.length);
  const at = (i: number, j: number, k: number) => (i * n[1] + j) * n[2] + k;
  const mid = (k: number, i: number) => (walls[k][i] + walls[k][i + 1]) / 2;
  const inside = (b: Cuboid, p: Triple) => [0, 1, 2].every((k) => p[k] > b[k] && p[k] < b[k + 3]);
  const each = (visit: (index: number, ijk: Triple, p: Triple) => void) => {
    for (let i = 0; i < n[0]; i++)
      for (let j = 0; j < n[1]; j++)
        for (let k = 0; k < n[2]; k++) visit(at(i, j, k), [i, j, k], [mid(0, i), mid(1, j), mid(2, k)]);
  };
  each((c, _, p) => {
    part[c] = parts.some((b) => inside(b, p)) ? 1 : 0;
    frame[c] = inside(blank, p) ? 1 : 0;
  });
  for (const { up, along } of cuts) {
    const axis = 'xyz'.indexOf(up[1]);
    const sign = up[0] === '+' ? 1 : -1;
    each((c, ijk, p) => {
      if (!frame[c] || sign * p[axis] <= along) return;
      // hidden under an overhang of the part
      for (let s = ijk[axis] + sign; s >= 0 && s < n[axis]; s += sign) {
        const q: Triple = [...ijk];
        q[axis] = s;
        if (part[at(...q)]) return;
      }
      frame[c] = 0;
    });
  }
  return { walls, part, frame };
}

/** Boxes of cells in machine axes, origin still the part's. */
function turned({ walls, part, frame }: Cells, rows: readonly Triple[]): Cuboid[] {
  const n = walls.map((w) => w.length - 1);
  const boxes: Cuboid[] = [];
  for (let i = 0; i < n[0]; i++)
    for (let j = 0; j < n[1]; j++)
      for (let k = 0; k < n[2]; k++) {
        const c = (i * n[1] + j) * n[2] + k;
        if (part[c] || frame[c])
          boxes.push(
            turnBox([walls[0][i], walls[1][j], walls[2][k], walls[0][i + 1], walls[1][j + 1], walls[2][k + 1]], rows),
          );
      }
  return boxes;
}

function turnBox(b: Cuboid, rows: readonly Triple[]): Cuboid {
  const low = rows.map((r) => r.reduce((s, v, k) => s + (v === 0 ? 0 : Math.min(v * b[k], v * b[k + 3])), 0));
  const high = rows.map((r) => r.reduce((s, v, k) => s + (v === 0 ? 0 : Math.max(v * b[k], v * b[k + 3])), 0));
  return [...low, ...high] as unknown as Cuboid;
}

const hull = (boxes: readonly Cuboid[]): Cuboid =>
  [0, 1, 2]
    .map((k) => Math.min(...boxes.map((b) => b[k])))
    .concat([3, 4, 5].map((k) => Math.max(...boxes.map((b) => b[k])))) as unknown as Cuboid;

/**
 * Something that stands still and stops the part: it looks along an axis, at a coordinate, inside ranges of the other
 * axes.
 */
interface Stopper {
  readonly axis: 0 | 1 | 2;
  /** the side of the part it meets: −1 its low end */
  readonly end: 1 | -1;
  readonly at: number;
  readonly ranges: readonly { readonly axis: number; readonly from: number; readonly to: number }[][];
}

/** How far the part, moved by t, would have to go along the axis to touch; null: nothing of it is in front. */
function off(boxes: readonly Cuboid[], t: Triple, s: Stopper): number | null {
  let best: number | null = null;
  for (const b of boxes) {
    const seen = s.ranges.some((range) =>
      range.every(
        (r) =>
          Math.min(b[r.axis + 3] + t[r.axis], r.to) - Math.max(b[r.axis] + t[r.axis], r.from) > HAIR &&
          b[r.axis + 3] + t[r.axis] > r.from + 1e-4 &&
          b[r.axis] + t[r.axis] < r.to - 1e-4,
      ),
    );
    if (!seen) continue;
    const level = (s.end > 0 ? b[s.axis + 3] : b[s.axis]) + t[s.axis];
    const by = s.at - level;
    if (best === null || s.end * by < s.end * best) best = by;
  }
  return best;
}

/** Stoppers of a setup for a part that has slid to t: several along Z where parallels or pods stand above a bed. */
function stoppers(
  setup: Setup,
  shop: Shop,
  boxes: readonly Cuboid[],
  t: Triple,
): { x: Stopper[]; y: Stopper[]; z: Stopper[] } {
  const device = shop.devices.find((d) => d.id === setup.device)!;
  const range = (axis: number, a: number, b: number) => ({ axis, from: Math.min(a, b), to: Math.max(a, b) });
  const { hold } = setup;
  if (device.kind === 'vise' && isHoldIn('vise', hold)) {
    const s = device.fixedJaw === 'rear' ? 1 : -1;
    const { softJaws } = hold;
    // the walls of a pocket stand in the jaws, a ledge behind their faces
    const ledge = softJaws.on ? s * softJaws.ledge : 0;
    const floor = softJaws.on && device.jaws !== 'step' ? device.jawHeight - softJaws.depth : 0;
    const onFloor = floor > hold.parallels.height + 1e-6;
    const height = device.jaws === 'step' ? device.stepHeight : onFloor ? floor : hold.parallels.height;
    const thick = device.jaws === 'step' ? device.stepDepth : device.parallelThickness;
    // parallels higher than the jaws leave nothing to grip
    const grip = height < device.jawHeight ? [[range(0, 0, device.jawWidth), range(2, height, device.jawHeight)]] : [];
    const jaw: Stopper = { axis: 1, end: s, at: ledge, ranges: grip };
    const moving = off(boxes, t, { axis: 1, end: -s as 1 | -1, at: 0, ranges: grip });
    const front =
      moving === null
        ? (s > 0 ? Math.min(...boxes.map((b) => b[1])) : Math.max(...boxes.map((b) => b[4]))) + t[1]
        : -moving;
    const bed: Stopper = {
      axis: 2,
      end: -1,
      at: 0,
      ranges: [[range(0, 0, device.jawWidth), range(1, 0, -s * device.maxOpening)]],
    };
    const face = front + ledge;
    const strip = Math.min(thick, Math.abs(face));
    const under = onFloor
      ? [range(1, 0, ledge), range(1, front, face)]
      : [range(1, 0, -s * strip), range(1, face, face + s * strip)];
    const strips: Stopper = {
      axis: 2,
      end: -1,
      at: height,
      ranges: under.map((y) => [range(0, 0, device.jawWidth), y]),
    };
    const r = device.stopDiameter / 2;
    const y = -s * hold.stop.fromJaw;
    const left = hold.stop.side === 'left';
    const stop: Stopper = softJaws.on
      ? {
          axis: 0,
          end: left ? -1 : 1,
          at: hold.stop.position + (left ? softJaws.fit : -softJaws.fit),
          ranges: grip.map(() => [range(1, ledge, front), range(2, height, device.jawHeight)]),
        }
      : {
          axis: 0,
          end: left ? -1 : 1,
          at: hold.stop.position,
          ranges: [[range(1, y - r, y + r), range(2, hold.stop.height - r, hold.stop.height + r)]],
        };
    return { x: [stop], y: [jaw], z: height === 0 ? [bed] : [strips, bed] };
  }
  if ((device.kind !== 'vacuum plate' && device.kind !== 'vacuum pods') || !isHoldIn('flat', hold))
    throw new Error('the oracle knows vises, plates and pods');
  const plate = hold;
  const height = (device.kind === 'vacuum pods' ? device.podHeight : 0) + plate.under;
  const top: Stopper = {
    axis: 2,
    end: -1,
    at: device.kind === 'vacuum pods' ? 0 : height,
    ranges: [[range(0, 0, device.width), range(1, 0, device.depth)]],
  };
  const pods: Stopper[] =
    device.kind === 'vacuum pods'
      ? [
          {
            axis: 2,
            end: -1,
            at: height,
            ranges: plate.pods.map((p) => [range(0, p.x, p.x + device.podWidth), range(1, p.y, p.y + device.podDepth)]),
          },
        ]
      : [];
  const side = (axis: 0 | 1): Stopper => {
    const on = axis === 0 ? plate.x : plate.y;
    const across = 1 - axis;
    const z = range(2, height, plate.pinHeight);
    const r = plate.pinDiameter / 2;
    const free = on.by === 'hand' || on.by === 'gauge blocks';
    const stands = plate.pinHeight > height + HAIR;
    const ranges = free
      ? [[]]
      : !stands
        ? []
        : on.by === 'fence'
          ? [[range(across, 0, axis === 0 ? device.depth : device.width), z]]
          : on.pins.map((p) => [range(across, p - r, p + r), z]);
    return { axis, end: on.side === 'left' || on.side === 'front' ? -1 : 1, at: on.at, ranges };
  };
  return { x: [side(0)], y: [side(1)], z: [...pods, top] };
}

/** How far all stoppers of one axis together keep the part from where it is; null: none sees it. */
function offAll(boxes: readonly Cuboid[], t: Triple, all: readonly Stopper[]): number | null {
  return all.reduce<number | null>((best, s) => {
    const by = off(boxes, t, s);
    return by === null ? best : best === null || s.end * by < s.end * best ? by : best;
  }, null);
}

/** Every place in which all locators are touched and hold the part where it is. */
function seatsOf(setup: Setup, shop: Shop, boxes: readonly Cuboid[]): Triple[] {
  const probe = stoppers(setup, shop, boxes, [0, 0, 0]);
  const levels = (axis: number, end: 1 | -1) => [...new Set(boxes.map((b) => (end > 0 ? b[axis + 3] : b[axis])))];
  const tries = ([probe.x, probe.y, probe.z] as const).map((all, axis) =>
    all.flatMap((s) => levels(axis, s.end).map((l) => s.at - l)),
  );
  const seats: Triple[] = [];
  for (const z of tries[2])
    for (const y of tries[1])
      for (const x of tries[0]) {
        const t: Triple = [x, y, z];
        const s = stoppers(setup, shop, boxes, t);
        if (
          [s.x, s.y, s.z].every((all) => {
            const by = offAll(boxes, t, all);
            return by !== null && Math.abs(by) < 1e-6;
          }) &&
          !seats.some((o) => o.every((v, k) => Math.abs(v - t[k]) < 1e-6))
        )
          seats.push(t);
      }
  return seats;
}

export interface OracleSetup {
  /**
   * translations, machine axes of the device, at which the part can come to rest; empty: none at which every locator
   * is touched
   */
  readonly seats: readonly Triple[];
  /** work zero in device coordinates for a part at a translation, with the shift on purpose */
  readonly zeroAt: (t: Triple) => Triple;
  /** volume of what is loaded, mm³ */
  readonly loadedMm3: number;
}

/** What each setup should be, in order. */
export function oracle({ job, shop, boxes }: RandomJob): OracleSetup[] {
  const size = [0, 1, 2].map((k) => Math.max(...boxes.map((b) => b[k + 3])));
  const count = [job.copies.x, job.copies.y, job.copies.z];
  const pitch = size.map((s) => s + job.copies.gap);
  const parts: Cuboid[] = [];
  for (let i = 0; i < count[0]; i++)
    for (let j = 0; j < count[1]; j++)
      for (let k = 0; k < count[2]; k++) {
        const by = [i * pitch[0], j * pitch[1], k * pitch[2]];
        for (const b of boxes) parts.push(b.map((v, n) => v + by[n % 3]) as unknown as Cuboid);
      }
  const all = hull(parts);
  const a = job.allowance;
  const blank: Cuboid = [
    all[0] - a.xMinus,
    all[1] - a.yMinus,
    all[2] - a.zMinus,
    all[3] + a.xPlus,
    all[4] + a.yPlus,
    all[5] + a.zPlus,
  ];
  const cuts: { up: string; along: number }[] = [];
  return job.setups.map((setup): OracleSetup => {
    const { up, right } = setup.orientation;
    const rows = [unit(right), cross(unit(up), unit(right)), unit(up)];
    const cells = cellsOf(parts, blank, cuts);
    const loaded = turned(cells, rows);
    const axis = 'xyz'.indexOf(up[1]);
    cuts.push({ up, along: (up[0] === '+' ? all[axis + 3] : -all[axis]) - setup.cuts[0].below });
    const first = hull(boxes.map((b) => turnBox(b, rows)));
    const box =
      setup.zero.of === 'finished part'
        ? first
        : setup.zero.of === 'what is left'
          ? hull(loaded)
          : turnBox(blank, rows);
    const place = (k: number) => {
      const p = setup.zero[NAMES[k]];
      return p === 'min' ? box[k] : p === 'max' ? box[k + 3] : (box[k] + box[k + 3]) / 2;
    };
    return {
      seats: seatsOf(setup, shop, loaded),
      zeroAt: (t) => [0, 1, 2].map((k) => place(k) + t[k] + setup.zero.extra[NAMES[k]]) as Triple,
      loadedMm3: loaded.reduce((v, b) => v + (b[3] - b[0]) * (b[4] - b[1]) * (b[5] - b[2]), 0),
    };
  });
}

/**
 * Register of a setup whose zero lies at `zero` of its device, by the words of the trade: per axis, null where it is
 * not known.
 */
export function oracleRegister(setup: Setup, shop: Shop, zero: Triple, station: Triple | null): (number | null)[] {
  const [machine] = shop.machines;
  const common = NAMES.map((n) => machine.commonOffset[n]);
  const plain = zero.map((v, k) => (station ? station[k] + v - common[k] : null));
  const length = (n: number | null) => setup.tools.find((t) => t.number === n)?.length ?? null;
  const { by, reference, setterOn, setterHeight } = setup.lengths;
  const holds = (n: number | null) => {
    const h = length(n);
    return plain[2] === null || h === null ? null : plain[2] + h;
  };
  if (machine.dialect.lengthLine === '')
    return [
      plain[0],
      plain[1],
      holds(setup.touchOff.top.tool ?? (by === 'reference tool' ? reference : null) ?? setup.tools[0]?.number ?? null),
    ];
  if (by === 'reference tool') return [plain[0], plain[1], holds(reference)];
  if (by === 'height setter') return [plain[0], plain[1], zero[2] - setterOn - setterHeight - common[2]];
  return plain;
}
