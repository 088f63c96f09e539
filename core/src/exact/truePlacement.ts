import {
  add,
  AXES,
  axisOf,
  byAxis,
  cross,
  dot,
  rotate,
  scale,
  subtract,
  thenRotate,
  transpose,
  unitVector,
  vec,
  type Axis,
  type Rotation,
  type Vec3,
} from '../frames';
import { carrierId, faceOf, firstPartOf, isOfEveryPart, sizeId, type Chain } from './chain';
import type { Contact } from './contacts';
import { valueOf } from './forms';
import type { LocatedSetup, MetFace } from './located';

/** Where a part really lies: turned about a point, then moved. Device frame. */
interface Lying {
  readonly turn: Rotation;
  readonly about: Vec3;
  readonly by: Vec3;
}

/** How large each cause comes out on one part, by its id; left out: as planned. */
export type Sizes = Pick<ReadonlyMap<string, number>, 'get'>;

/** A turn about an axis by its length in radians, exactly (Rodrigues). */
export function turnBy(v: Vec3): Rotation {
  const angle = Math.hypot(v.x, v.y, v.z);
  const axis = angle < 1e-300 ? vec(0, 0, 1) : scale(v, 1 / angle);
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const image = (e: Vec3) => add(add(scale(e, c), scale(cross(axis, e), s)), scale(axis, dot(axis, e) * (1 - c)));
  const columns = AXES.map((a) => image(unitVector(`+${a}`)));
  return transpose({ rows: columns as unknown as Rotation['rows'] });
}

const placed = ({ turn, about, by }: Lying, p: Vec3): Vec3 => add(add(about, rotate(turn, subtract(p, about))), by);
const back = ({ turn, about, by }: Lying, p: Vec3): Vec3 =>
  add(about, rotate(transpose(turn), subtract(subtract(p, by), about)));

/**
 * One part run through a route as it really happens: rigid placements with finite turns, solved anew in every setup.
 * It shares nothing of the sums of `Chain` but the causes and where contacts are. Newton's method by least squares.
 */
export class TrueRoute {
  readonly #lying = new Map<number, Lying>();
  #ofFirst: TrueRoute | null = null;

  constructor(
    private readonly chain: Chain,
    private readonly sizes: Sizes,
  ) {}

  /** How far what a setup cuts at a point of the part really lies from its place. Part coordinates. */
  cutAt(index: number, point: Vec3): Vec3 {
    const { pose } = this.chain.job.setups[index];
    const planned = add(rotate(pose.rotation, point), pose.translation);
    const tool = add(add(planned, this.#zeroOf(index)), this.#axesOff(index, planned));
    const inNominal = back(this.#lyingIn(index), tool);
    return subtract(rotate(transpose(pose.rotation), subtract(inNominal, pose.translation)), point);
  }

  /** The largest turn of all setups that were looked at, radians. */
  get turned(): number {
    const angles = [...this.#lying.values()].map(({ turn: { rows } }) => {
      const [a, b, c] = [rows[2].y - rows[1].z, rows[0].z - rows[2].x, rows[1].x - rows[0].y];
      return Math.asin(Math.min(1, Math.hypot(a, b, c) / 2));
    });
    return Math.max(0, ...angles);
  }

  #size(id: string): number {
    return this.sizes.get(id) ?? 0;
  }

  #zeroOf(index: number): Vec3 {
    return byAxis((axis) => this.#zeroAlong(index, axis));
  }

  /** How far the axes bring the tool beside a place. */
  #axesOff(index: number, at: Vec3): Vec3 {
    const { axes } = this.chain.job.setups[index];
    if (!axes) return vec(0, 0, 0);
    return byAxis(
      (a) => ((at[a] - axes.zeroAt[a]) / 100) * this.#size(`scale ${a}`) + this.#size(`lost ${index} ${a}`),
    );
  }

  #zeroAlong(index: number, axis: Axis): number {
    const setup = this.chain.job.setups[index];
    const from = setup.zero[axis];
    if (from.by === 'earlier') return this.#zeroAlong(from.setup, axis);
    if (from.by === 'station')
      return (
        this.#size(`station ${from.station} ${axis}`) +
        this.#size(`home ${index} ${axis}`) +
        (from.on ? this.#size(carrierId(from.on, axis)) : 0)
      );
    const touch = this.#size(`touch ${index} ${axis}`);
    if (from.touched === null || from.touched === 'device') return touch;
    return touch + (from.every ? this : this.#firstPart).#seen(setup, index, from.touched, axis);
  }

  /** The part that was touched off: another one, with causes of its own but for what stays. */
  get #firstPart(): TrueRoute {
    const own = (id: string) => this.sizes.get(isOfEveryPart(id) ? id : firstPartOf(id));
    return (this.#ofFirst ??= new TrueRoute(this.chain, { get: own }));
  }

  /** How far what is touched really lies off, on the mean. */
  #seen(setup: LocatedSetup, index: number, touched: readonly MetFace[], axis: Axis): number {
    const seen = touched.map((face) => {
      const direction = rotate(transpose(setup.pose.rotation), unitVector(`+${axis}`));
      const off = this.#faceOff(face, face.at, direction);
      const nominal = add(rotate(setup.pose.rotation, add(face.at, off)), setup.pose.translation);
      const planned = add(rotate(setup.pose.rotation, face.at), setup.pose.translation);
      return placed(this.#lyingIn(index), nominal)[axis] - planned[axis];
    });
    return seen.reduce((a, b) => a + b, 0) / seen.length;
  }

  /** How far a face lies from its place, as a vector. Part coordinates. */
  #faceOff(face: MetFace, point: Vec3, direction: Vec3): Vec3 {
    if (face.madeBy === null) {
      // what comes with the blank is as long as it is: the same lengths as in the sums
      const far = valueOf(this.chain.faceAt(face, point, direction), this.sizes);
      return scale(direction, far);
    }
    const cut = this.cutAt(face.madeBy, point);
    if (face.isRound) return cut;
    return add(cut, scale(face.leans ?? unitVector(face.side), this.#size(sizeId(face.madeBy, face.side, face.at))));
  }

  #lyingIn(index: number): Lying {
    let lying = this.#lying.get(index);
    if (!lying) {
      const { stays } = this.chain.job.setups[index];
      lying = stays ? this.#staying(index, stays) : this.#settle(index);
      this.#lying.set(index, lying);
    }
    return lying;
  }

  /** As it was gripped, carried round by the axis, which goes a little too far. */
  #staying(index: number, { from, turn }: NonNullable<LocatedSetup['stays']>): Lying {
    const gripped = this.#lyingIn(from);
    const further = turnBy(vec(this.#size(`index ${index}`), 0, 0));
    // p comes to F·G·(R·p): the grip G seen from the turned frame, then what the axis goes too far
    const inTurned = thenRotate(thenRotate(transpose(turn), gripped.turn), turn);
    const moved = rotate(turn, add(gripped.about, gripped.by));
    const about = rotate(turn, gripped.about);
    return { turn: thenRotate(inTurned, further), about, by: subtract(rotate(further, moved), about) };
  }

  /** How far each contact is from touching where the part lies so. */
  #gaps(index: number, contacts: readonly Contact[], offs: readonly Vec3[], lying: Lying): number[] {
    const { standsOn } = this.chain.job.setups[index];
    const stands = standsOn === undefined ? vec(0, 0, 0) : { ...this.#zeroOf(standsOn), z: 0 };
    return contacts.map((contact, i) => {
      const own = add(contact.point, scale(contact.inward, this.#size(`at ${index} ${contact.id}`)));
      const locator = add(own, stands);
      const face = placed(lying, add(contact.point, offs[i]));
      return dot(rotate(lying.turn, contact.inward), subtract(locator, face));
    });
  }

  #settle(index: number): Lying {
    const setup = this.chain.job.setups[index];
    const contacts = this.chain.sets[index];
    const offs = contacts.map((c) => this.#offAt(setup, c));
    let lying: Lying = { turn: turnBy(vec(0, 0, 0)), about: setup.middle, by: vec(0, 0, 0) };
    for (let round = 0; round < 4; round++) {
      const gaps = this.#gaps(index, contacts, offs, lying);
      if (Math.max(0, ...gaps.map(Math.abs)) < 1e-12) break;
      const step = leastStep(contacts, setup, gaps);
      const further = turnBy(vec(step[3], step[4], step[5]));
      lying = {
        turn: { rows: AXES.map((a) => rotateRow(further, lying.turn, a)) as unknown as Rotation['rows'] },
        about: lying.about,
        by: add(lying.by, vec(step[0], step[1], step[2])),
      };
    }
    return lying;
  }

  /** How far the face a contact meets is from its place, device frame. */
  #offAt(setup: LocatedSetup, contact: Contact): Vec3 {
    const { pose } = setup;
    const face = faceOf(setup, contact);
    const inPart = transpose(pose.rotation);
    const axis = axisOf(face.side);
    const at =
      face.isRound || face.leans
        ? face.at
        : { ...rotate(inPart, subtract(contact.point, pose.translation)), [axis]: face.at[axis] };
    return rotate(pose.rotation, this.#faceOff(face, at, rotate(inPart, contact.inward)));
  }
}

/** Row of `second ∘ first`. */
function rotateRow(second: Rotation, first: Rotation, axis: Axis): Vec3 {
  const columns = transpose(first).rows;
  const row = second.rows[AXES.indexOf(axis)];
  return vec(dot(row, columns[0]), dot(row, columns[1]), dot(row, columns[2]));
}

/** The least slide and turn (radians) that closes all gaps: normal equations, a little weight on staying. */
function leastStep(contacts: readonly Contact[], { middle, reach }: LocatedSetup, gaps: readonly number[]): number[] {
  const mm = Math.max(1, Math.hypot(reach.x, reach.y, reach.z));
  const rows = contacts.map(({ point, inward }) => {
    const m = cross(subtract(point, middle), inward);
    return [inward.x, inward.y, inward.z, m.x / mm, m.y / mm, m.z / mm];
  });
  const a = [0, 1, 2, 3, 4, 5].map((i) => [
    ...[0, 1, 2, 3, 4, 5].map((k) => rows.reduce((s, r) => s + r[i] * r[k], i === k ? 1e-12 : 0)),
    rows.reduce((s, r, n) => s + r[i] * gaps[n], 0),
  ]);
  for (let i = 0; i < 6; i++) {
    const pivot = [0, 1, 2, 3, 4, 5].slice(i).reduce((p, q) => (Math.abs(a[q][i]) > Math.abs(a[p][i]) ? q : p));
    [a[i], a[pivot]] = [a[pivot], a[i]];
    for (let k = 0; k < 6; k++) {
      if (k === i) continue;
      const share = a[k][i] / a[i][i];
      for (let n = i; n < 7; n++) a[k][n] -= share * a[i][n];
    }
  }
  const q = a.map((row, i) => row[6] / row[i]);
  return [q[0], q[1], q[2], q[3] / mm, q[4] / mm, q[5] / mm];
}
