import { solve, type Constraint, type Model } from 'yalps';
import { add, AXES, cross, dot, scale, vec, type Vec3 } from '../frames';
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

type Row = readonly [string, number];

/**
 * Smaller than this, in numbers near one, counts as nothing: it changes no result anybody could measure, and the
 * solver loses its way over it.
 */
const NOTHING = 1e-5;
const clean = (v: number) => (Math.abs(v) < NOTHING ? 0 : v);

const rows = ({ force, moment }: Wrench): Row[] => [
  ...AXES.map((a): Row => [`f${a}`, clean(force[a])]),
  ...AXES.map((a): Row => [`m${a}`, clean(moment[a] / LEVER_MM)]),
];

/** The friction-lock program of a hold without its load. */
interface Held {
  readonly variables: readonly [string, Row[]][];
  readonly constraints: readonly [string, Constraint][];
}

function heldModel(contacts: readonly HoldContact[], forces: readonly HoldForce[]): Held {
  const variables: [string, Row[]][] = [];
  const constraints: [string, Constraint][] = [];
  contacts.forEach((c, i) => {
    const [u, v] = across(c.inward);
    const share = 1 / c.points.length;
    if (c.kind === 'clamp') constraints.push([`c${i}`, { equal: c.forceN }]);
    c.points.forEach((p, j) => {
      for (let k = 0; k < (c.friction > 0 ? SIDES : 1); k++) {
        const angle = (2 * Math.PI * k) / SIDES;
        const force = add(
          c.inward,
          add(scale(u, c.friction * Math.cos(angle)), scale(v, c.friction * Math.sin(angle))),
        );
        variables.push([
          `n${i}.${j}.${k}`,
          [...rows(wrenchAt(p, force)), ...(c.kind === 'clamp' ? [[`c${i}`, 1] as Row] : [])],
        ]);
      }
      if (c.kind !== 'bond') return;
      const limit = (name: string, direction: Vec3, most: number) => {
        variables.push([name, [...rows(wrenchAt(p, direction)), [name, 1]]]);
        constraints.push([name, { max: most * share }]);
      };
      limit(`p${i}.${j}`, scale(c.inward, -1), c.pullN);
      // shear in four directions: together never more than the strength
      for (const [name, d] of [
        ['u', u],
        ['U', scale(u, -1)],
        ['v', v],
        ['V', scale(v, -1)],
      ] as const) {
        variables.push([`s${name}${i}.${j}`, [...rows(wrenchAt(p, d)), [`s${i}.${j}`, 1]]]);
      }
      constraints.push([`s${i}.${j}`, { max: c.shearN * share }]);
    });
  });
  const standing = forces
    .map((f) => wrenchAt(f.at, f.forceN))
    .reduce((sum, w) => ({ force: add(sum.force, w.force), moment: add(sum.moment, w.moment) }), {
      force: vec(0, 0, 0),
      moment: vec(0, 0, 0),
    });
  for (const [key, value] of rows(standing)) constraints.push([key, { equal: -value }]);
  return { variables, constraints };
}

/** The whole program. Its value is λ. */
const loaded = ({ variables, constraints }: Held, load: Wrench, most: number): Model<string, string> => ({
  direction: 'maximize',
  objective: 'load',
  constraints: [['load', { max: most }], ...constraints],
  variables: [...variables, ['λ', [...rows(load), ['load', 1]]]],
});

/** The friction-lock program of a hold under a load, as {@link timesBorne} solves it. Its value is λ. */
export const lockModel = (
  contacts: readonly HoldContact[],
  forces: readonly HoldForce[],
  load: Wrench,
  most: number,
): Model<string, string> => loaded(heldModel(contacts, forces), load, most);

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

/** {@link timesBorne} for many loads on one hold: what the hold can do is written down once. */
export function lockOf(
  contacts: readonly HoldContact[],
  forces: readonly HoldForce[],
): (load: Wrench, most: number) => number {
  // Forces are counted in the largest that stands there, the load in itself: the program's numbers are then near one.
  const biggest = Math.max(
    1,
    ...contacts.flatMap((c) => [c.forceN, c.pullN, c.shearN]),
    ...forces.map((f) => length(f.forceN)),
  );
  const scaled = contacts.map((c) => ({
    ...c,
    forceN: c.forceN / biggest,
    pullN: c.pullN / biggest,
    shearN: c.shearN / biggest,
  }));
  const held = heldModel(
    scaled,
    forces.map((f) => ({ ...f, forceN: scale(f.forceN, 1 / biggest) })),
  );
  return (load, most) => {
    const size = Math.max(length(load.force), length(load.moment) / LEVER_MM);
    if (size === 0) return most;
    const model = loaded(
      held,
      { force: scale(load.force, 1 / size), moment: scale(load.moment, 1 / size) },
      (most * size) / biggest,
    );
    // Rounding can make the solver miss a solution that is there: what it does not find at one precision it is asked
    // again.
    for (const precision of [1e-9, 1e-8, 1e-7, 1e-6]) {
      const solution = solve(model, { precision, maxPivots: 2048, checkCycles: false });
      if (solution.status === 'optimal') return Math.max(0, (solution.result * biggest) / size);
    }
    return 0;
  };
}

const length = (v: Vec3): number => Math.hypot(v.x, v.y, v.z);
