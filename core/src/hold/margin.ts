import { vec, type Box3, type Vec3 } from '../frames';
import type { Tool } from '../job';
import type { WorkMaterial } from '../shop';
import { demandOf, FORCE_SCATTER, missingOf, type CutDemand } from './cutting';
import { lockOf, wrenchAt } from './lock';
import type { HoldContact, HoldFacts, HoldForce } from './types';

/** How certain the hold's own forces are: friction, torque and closing force together (common practice, no source). */
export const HOLD_SCATTER = 0.25;

/** How often a tool's cut is borne where and in the direction in which it is borne worst. */
export interface Margin {
  readonly tool: number;
  readonly description: string;
  readonly demand: CutDemand;
  /** times the demand is borne; 1: only just */
  readonly times: number;
  /** with hold and force as bad as is to be expected, and as good */
  readonly low: number;
  readonly high: number;
  /** the worst cut: where, and which way it pushes; device frame */
  readonly at: Vec3;
  readonly towards: Vec3;
}

export interface MarginFacts {
  readonly margins: readonly Margin[];
  /** tools whose cut is not known well enough, with what is missing */
  readonly unknown: readonly { readonly tool: number; readonly missing: readonly string[] }[];
  /** something is cut, but no tool is listed */
  readonly noTools: boolean;
  /** the material's cutting force is not in the library */
  readonly materialMissing: boolean;
}

/** More is not told: what limits then is not the hold. */
const MOST = 50;
/** Where the search for a limit ends: this many times 100 N. */
const FAR = 1e4;
const DIRECTIONS = 16;

/**
 * Places where a cut may push: the corners of what is removed, at its lowest and its top. What is borne is a convex
 * set, and the same push in between has a moment in between: it is never borne worse than at the worst corner.
 */
function placesOf({ min, max }: Box3, lowest: number): Vec3[] {
  const flat = [
    [min.x, min.y],
    [max.x, min.y],
    [max.x, max.y],
    [min.x, max.y],
  ];
  return flat.flatMap(([a, b]) => (max.z - lowest > 1 ? [vec(a, b, max.z), vec(a, b, lowest)] : [vec(a, b, max.z)]));
}

/**
 * The pushes a cut can make at a place, N: sideways in every direction while it lifts, or while it presses; a drill
 * only up or down, with its moment.
 */
function pushesOf(demand: CutDemand): Vec3[] {
  if (demand.sidewaysN === 0) return [vec(0, 0, demand.liftN), vec(0, 0, -demand.pressN)];
  return Array.from({ length: DIRECTIONS }, (_, i) => {
    const a = (2 * Math.PI * i) / DIRECTIONS;
    return vec(demand.sidewaysN * Math.cos(a), demand.sidewaysN * Math.sin(a), demand.liftN);
  });
}

/** What is held as one body, and where a cut may push on it. */
interface Body {
  readonly contacts: readonly HoldContact[];
  readonly forces: readonly HoldForce[];
  readonly places: readonly Vec3[];
}

/**
 * All that is loaded as one body, or the parts a cut frees, each by itself; copies that are held alike are looked at
 * once.
 */
function bodiesOf(hold: HoldFacts, removed: Box3, lowest: number): Body[] {
  if (hold.freed.length === 0)
    return [{ contacts: hold.contacts, forces: hold.forces, places: placesOf(removed, lowest) }];
  const from = (p: Vec3, { min }: Box3) => [p.x - min.x, p.y - min.y, p.z - min.z].map((v) => v.toFixed(2));
  const distinct = new Map(
    hold.freed.map((f) => [
      JSON.stringify([
        f.contacts.map((c) => [
          c.areaMm2.toFixed(1),
          c.forceN,
          c.pullN.toFixed(1),
          c.shearN.toFixed(1),
          c.points.map((p) => from(p, f.box)),
        ]),
        f.forces.map((g) => [from(g.at, f.box), g.forceN]),
      ]),
      f,
    ]),
  );
  return [...distinct.values()].map((f) => ({
    contacts: f.contacts,
    forces: f.forces,
    places: placesOf({ min: { ...f.box.min, z: removed.min.z }, max: { ...f.box.max, z: removed.max.z } }, lowest),
  }));
}

/**
 * One place and turn of a cut, and how badly its pushes are borne, as far as that was looked at: 1 over how many
 * times.
 */
interface Looked {
  readonly at: Vec3;
  /** how badly a push is borne there: twice the force, twice as badly */
  readonly strainOf: (push: Vec3, turn: 1 | -1) => number;
  /** by direction */
  readonly strains: (number | undefined)[];
}

/** So much a strain may differ for all that the solver rounds. */
const ROUNDING = 1e-6;

/** All places where a cut may push, with both ways of turning where it turns the part. */
function looksAt(bodies: readonly Body[], torqueNm: number): Looked[] {
  // a spindle that turns clockwise (M3) turns the part clockwise seen from above; a left-hand tool the other way
  const turns = torqueNm > 0 ? [-torqueNm, torqueNm] : [0];
  return bodies.flatMap(({ contacts, forces, places }) => {
    const bears = lockOf(contacts, forces);
    return places.flatMap((at) =>
      turns.map((turns_): Looked => ({
        at,
        strains: [],
        strainOf: (push, turn) => {
          const { force, moment } = wrenchAt(at, push);
          return 1 / bears({ force, moment: vec(moment.x, moment.y, moment.z + turn * turns_ * 1000) }, FAR);
        },
      })),
    );
  });
}

/**
 * Looks at the pushes in all directions, but for those that cannot be the worst. What is borne is a convex set, so a
 * push between two others is bounded by theirs: `w(θ) = (w(θ−δ) + w(θ+δ)) / (2·cos δ) + (1/cos δ − 1)·w₀`, where w₀ is
 * the lift and the turn of the cut the other way round, and strains add up at most. First four directions everywhere,
 * then those between them, and so on.
 */
function lookAround(all: readonly Looked[], pushes: readonly Vec3[], torqueNm: number): void {
  let worst = 0;
  const look = (l: Looked, i: number) => {
    worst = Math.max(worst, (l.strains[i] = l.strainOf(pushes[i], 1)));
  };
  const n = pushes.length;
  for (const l of all) for (let i = 0; i < n; i += n / 4) look(l, i);
  const back = vec(0, 0, -pushes[0].z);
  const strainsBack = new Map<Looked, number>();
  const strainBack = (l: Looked): number => {
    if (back.z === 0 && torqueNm === 0) return 0;
    const found = strainsBack.get(l) ?? l.strainOf(back, -1);
    strainsBack.set(l, found);
    return found;
  };
  const cannotBeWorst = (bound: number) => bound < worst * (1 - ROUNDING);
  // the worst place first: the others are then more often bounded by less
  const most = (l: Looked) => Math.max(...l.strains.filter((v) => v !== undefined));
  for (const l of [...all].sort((p, q) => most(q) - most(p))) {
    for (let step = n / 4; step > 1; step /= 2) {
      const apart = 1 / Math.cos((Math.PI * step) / n);
      for (let i = 0; i < n; i += step) {
        const [before, after] = [l.strains[i], l.strains[(i + step) % n]];
        // one that was left out was bounded by less than the worst, and tells nothing of what lies beside it
        const bound = before === undefined || after === undefined ? Infinity : (apart * (before + after)) / 2;
        if (!cannotBeWorst(bound) || !cannotBeWorst(bound + (apart - 1) * strainBack(l))) look(l, i + step / 2);
      }
    }
  }
}

function worst(bodies: readonly Body[], demand: CutDemand): Pick<Margin, 'times' | 'at' | 'towards'> {
  const pushes = pushesOf(demand);
  const all = looksAt(bodies, demand.torqueNm);
  if (demand.sidewaysN > 0) lookAround(all, pushes, demand.torqueNm);
  else
    for (const l of all)
      pushes.forEach((push, i) => {
        if (push.z !== 0) l.strains[i] = l.strainOf(push, 1);
      });
  let found = { times: FAR, at: bodies[0].places[0], towards: vec(0, 0, 0) };
  for (const { at, strains } of all) {
    strains.forEach((strain, i) => {
      // of places that are equally bad the first: not the one that rounding makes the worse
      if (strain !== undefined && 1 / strain < found.times * (1 - ROUNDING))
        found = { times: 1 / strain, at, towards: pushes[i] };
    });
  }
  return found;
}

export interface MarginInput {
  readonly hold: HoldFacts;
  readonly tools: readonly Tool[];
  readonly material: WorkMaterial | null;
  /** what the setup takes away, device frame; null: nothing, so nothing is asked of the hold */
  readonly removed: Box3 | null;
  readonly lowestCut: number;
  /** what a jet pushes with sideways; left out: no jet */
  readonly jetN?: number;
}

/**
 * The margin of every tool of a setup: how many times the hold bears the tool's cut, in the worst place and direction.
 * Computed with the friction-lock program; forces of the cut after Kienzle.
 */
export function planMargins({ hold, tools, material, removed, lowestCut, jetN = 0 }: MarginInput): MarginFacts {
  const unknown = tools.filter((t) => missingOf(t).length > 0).map((t) => ({ tool: t.number, missing: missingOf(t) }));
  const noTools = removed !== null && tools.length === 0;
  if (!removed) return { margins: [], unknown: [], noTools, materialMissing: false };
  const bodies = bodiesOf(hold, removed, Math.max(lowestCut, removed.min.z));
  const byShape = new Map<string, Pick<Margin, 'times' | 'at' | 'towards'>>();
  const marginOf = (tool: Tool): Margin[] => {
    const demand =
      jetN > 0 ? { sidewaysN: jetN, liftN: 0, pressN: 0, torqueNm: 0 } : material && demandOf(tool, material);
    if (!demand || demand.sidewaysN + demand.liftN + demand.torqueNm === 0) return [];
    // cuts whose forces are in the same proportion share one search: what is borne goes with the force
    const size = Math.hypot(demand.sidewaysN, demand.liftN);
    const unit = {
      sidewaysN: demand.sidewaysN / size,
      liftN: demand.liftN / size,
      pressN: demand.pressN / size,
      torqueNm: demand.torqueNm / size,
    };
    const shape = [unit.sidewaysN, unit.liftN, unit.torqueNm].map((v) => v.toPrecision(9)).join();
    let found = byShape.get(shape);
    if (!found) {
      // searched at 100 N, where the program's numbers are of one size
      found = worst(bodies, {
        sidewaysN: unit.sidewaysN * 100,
        liftN: unit.liftN * 100,
        pressN: unit.pressN * 100,
        torqueNm: unit.torqueNm * 100,
      });
      byShape.set(shape, found);
    }
    const times = Math.min(MOST, (found.times * 100) / size);
    return [
      {
        tool: tool.number,
        description: tool.description,
        demand,
        times,
        low: (times * (1 - HOLD_SCATTER)) / (1 + FORCE_SCATTER),
        high: Math.min(MOST, (times * (1 + HOLD_SCATTER)) / (1 - FORCE_SCATTER)),
        at: found.at,
        towards: {
          x: (found.towards.x / 100) * size,
          y: (found.towards.y / 100) * size,
          z: (found.towards.z / 100) * size,
        },
      },
    ];
  };
  const materialMissing = !material && jetN === 0 && tools.some((t) => t.use !== 'other');
  return { margins: tools.flatMap(marginOf), unknown, noTools, materialMissing };
}
