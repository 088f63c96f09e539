import { add, AXES, cross, dot, scale, vec, type Vec3 } from '../frames';
import { growthOf, type HoldProgram } from './program';
import type { HoldContact, HoldForce } from './types';

/** A force and a moment about the device's origin. N and N·mm. */
export interface Wrench {
  readonly force: Vec3;
  readonly moment: Vec3;
}

/** Sides of the pyramid that stands for the friction cone; it lies inside the cone, so never too much is promised. */
const SIDES = 8;
/** Moments are weighed in this unit of length, so that forces and moments are numbers of a like size. */
const LEVER_MM = 50;

export function wrenchAt(at: Vec3, force: Vec3): Wrench {
  return { force, moment: cross(at, force) };
}

/** Two unit directions square to n and to each other. */
function across(n: Vec3): [Vec3, Vec3] {
  const first = Math.abs(n.x) > 0.7 ? vec(0, 1, 0) : vec(1, 0, 0);
  const flat = add(first, scale(n, -dot(first, n)));
  const u = scale(flat, 1 / Math.hypot(flat.x, flat.y, flat.z));
  return [u, cross(n, u)];
}

/** Smaller than this, in numbers near one, counts as nothing: it changes no result anybody could measure. */
const NOTHING = 1e-7;
const clean = (v: number) => (Math.abs(v) < NOTHING ? 0 : v);

/** A wrench as six numbers, moments over {@link LEVER_MM}. */
const sixOf = ({ force, moment }: Wrench): number[] => [
  ...AXES.map((a) => clean(force[a])),
  ...AXES.map((a) => clean(moment[a] / LEVER_MM)),
];

/** The program while it is written: six rows for the balance, then one for each sum that is given or limited. */
class Writing {
  private readonly wrenches: number[] = [];
  private readonly rows: number[] = [];
  private readonly sums: number[] = [];

  /** A row whose forces together are this much. */
  sum(much: number): number {
    return this.sums.push(much) + 5;
  }

  /** A row whose forces together are at most this much: what is left over is a column that pushes nowhere. */
  limit(much: number): number {
    const row = this.sum(much);
    this.wrenches.push(0, 0, 0, 0, 0, 0);
    this.rows.push(row);
    return row;
  }

  /** A force of any size at a place in a direction; it counts in a row, or in none (−1). */
  force(at: Vec3, direction: Vec3, row: number): void {
    this.wrenches.push(...sixOf(wrenchAt(at, direction)));
    this.rows.push(row);
  }

  written(standing: Wrench): HoldProgram {
    return {
      wrenches: Float64Array.from(this.wrenches),
      rows: Int32Array.from(this.rows),
      rhs: Float64Array.from([...sixOf(standing).map((v) => 0 - v), ...this.sums]),
    };
  }
}

/** A contact pushes within its friction pyramid at each of its points; a clamp's points together with its force. */
function writePushes(writing: Writing, c: HoldContact): void {
  const [u, v] = across(c.inward);
  const row = c.kind === 'clamp' ? writing.sum(c.forceN) : -1;
  for (const p of c.points) {
    for (let k = 0; k < (c.friction > 0 ? SIDES : 1); k++) {
      const angle = (2 * Math.PI * k) / SIDES;
      const sideways = add(scale(u, c.friction * Math.cos(angle)), scale(v, c.friction * Math.sin(angle)));
      writing.force(p, add(c.inward, sideways), row);
    }
  }
}

/** A bond is also pulled, and sheared in four directions that together never bear more than its strength. */
function writeBond(writing: Writing, c: HoldContact): void {
  const [u, v] = across(c.inward);
  const share = 1 / c.points.length;
  for (const p of c.points) {
    writing.force(p, scale(c.inward, -1), writing.limit(c.pullN * share));
    const shear = writing.limit(c.shearN * share);
    for (const direction of [u, scale(u, -1), v, scale(v, -1)]) writing.force(p, direction, shear);
  }
}

function programOf(contacts: readonly HoldContact[], forces: readonly HoldForce[]): HoldProgram {
  const writing = new Writing();
  for (const c of contacts) {
    writePushes(writing, c);
    if (c.kind === 'bond') writeBond(writing, c);
  }
  const none = { force: vec(0, 0, 0), moment: vec(0, 0, 0) };
  return writing.written(
    forces
      .map((f) => wrenchAt(f.at, f.forceN))
      .reduce((sum, w) => ({ force: add(sum.force, w.force), moment: add(sum.moment, w.moment) }), none),
  );
}

/**
 * How many times a load can be borne before something slips, lifts or tips: the friction-lock program.
 *
 * Every contact pushes and never pulls: its force lies in the friction pyramid, a clamp's points press with its force
 * together, a bond may also pull and be shifted up to its strength. Found is the largest λ for which contacts, standing
 * forces and λ times the load balance (model: contacts with Coulomb friction; linear program).
 * @returns λ; 0 when the hold does not even balance without the load; `most` when it is not the hold that limits it
 */
export const timesBorne = (
  contacts: readonly HoldContact[],
  forces: readonly HoldForce[],
  load: Wrench,
  most = 1000,
): number => lockOf(contacts, forces)(load, most);

/** A hold and its loads as a program whose numbers are near one. */
export interface LockProgram {
  readonly program: HoldProgram;
  /** a load as six numbers, and how many times the load one λ of the program is */
  readonly loadOf: (load: Wrench) => { readonly six: Float64Array; readonly times: number };
}

/** Forces are counted in the largest that stands there, the load in itself. */
export function lockProgram(contacts: readonly HoldContact[], forces: readonly HoldForce[]): LockProgram {
  const biggest = Math.max(
    1,
    ...contacts.flatMap((c) => [c.forceN, c.pullN, c.shearN]),
    ...forces.map((f) => length(f.forceN)),
  );
  const program = programOf(
    contacts.map((c) => ({ ...c, forceN: c.forceN / biggest, pullN: c.pullN / biggest, shearN: c.shearN / biggest })),
    forces.map((f) => ({ ...f, forceN: scale(f.forceN, 1 / biggest) })),
  );
  return {
    program,
    loadOf: ({ force, moment }) => {
      const size = Math.max(length(force), length(moment) / LEVER_MM);
      if (size === 0) return { six: new Float64Array(6), times: Infinity };
      const inItself = { force: scale(force, 1 / size), moment: scale(moment, 1 / size) };
      return { six: Float64Array.from(sixOf(inItself)), times: biggest / size };
    },
  };
}

/** {@link timesBorne} for many loads on one hold: what the hold can do is found once. */
export function lockOf(
  contacts: readonly HoldContact[],
  forces: readonly HoldForce[],
): (load: Wrench, most: number) => number {
  const { program, loadOf } = lockProgram(contacts, forces);
  const growth = growthOf(program);
  return (load, most) => {
    const { six, times } = loadOf(load);
    return times === Infinity ? most : growth(six, most / times) * times;
  };
}

const length = (v: Vec3): number => Math.hypot(v.x, v.y, v.z);
