import { vec, type Box3, type Vec3 } from '../frames';
import type { Tool } from '../job';
import type { WorkMaterial } from '../shop';
import { demandOf, FORCE_SCATTER, missingOf, type CutDemand } from './cutting';
import { timesBorne, wrenchAt } from './lock';
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

/** Places where a cut may push: the corners and the middle of what is removed, at its lowest and its top. */
function placesOf({ min, max }: Box3, lowest: number): Vec3[] {
  const [x, y] = [(min.x + max.x) / 2, (min.y + max.y) / 2];
  const flat = [[min.x, min.y], [max.x, min.y], [max.x, max.y], [min.x, max.y], [x, y]];
  return flat.flatMap(([a, b]) => (max.z - lowest > 1 ? [vec(a, b, max.z), vec(a, b, lowest)] : [vec(a, b, max.z)]));
}

/** The pushes a cut can make at a place, N: sideways in every direction while it lifts, or while it presses; a drill only up or down, with its moment. */
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

/** All that is loaded as one body, or the parts a cut frees, each by itself; copies that are held alike are looked at once. */
function bodiesOf(hold: HoldFacts, removed: Box3, lowest: number): Body[] {
  if (hold.freed.length === 0) return [{ contacts: hold.contacts, forces: hold.forces, places: placesOf(removed, lowest) }];
  const from = (p: Vec3, { min }: Box3) => [p.x - min.x, p.y - min.y, p.z - min.z].map((v) => v.toFixed(2));
  const distinct = new Map(hold.freed.map((f) => [JSON.stringify([
    f.contacts.map((c) => [c.areaMm2.toFixed(1), c.forceN, c.pullN.toFixed(1), c.shearN.toFixed(1), c.points.map((p) => from(p, f.box))]), f.forces.map((g) => [from(g.at, f.box), g.forceN]),
  ]), f]));
  return [...distinct.values()].map((f) => ({
    contacts: f.contacts, forces: f.forces, places: placesOf({ min: { ...f.box.min, z: removed.min.z }, max: { ...f.box.max, z: removed.max.z } }, lowest),
  }));
}

function worst(bodies: readonly Body[], demand: CutDemand): Pick<Margin, 'times' | 'at' | 'towards'> {
  let found = { times: FAR, at: bodies[0].places[0], towards: vec(0, 0, 0) };
  for (const { at, contacts, forces } of bodies.flatMap((b) => b.places.map((at) => ({ ...b, at })))) {
    for (const push of pushesOf(demand)) {
      if (Math.hypot(push.x, push.y, push.z) < 1e-9) continue;
      const load = wrenchAt(at, push);
      // a spindle that turns clockwise (M3) turns the part clockwise seen from above; a left-hand tool the other way
      for (const turns of demand.torqueNm > 0 ? [-1, 1] : [0]) {
        const turned = { force: load.force, moment: vec(load.moment.x, load.moment.y, load.moment.z + turns * demand.torqueNm * 1000) };
        const times = timesBorne(contacts, forces, turned, FAR);
        if (times < found.times) found = { times, at, towards: push };
      }
    }
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
    const demand = jetN > 0 ? { sidewaysN: jetN, liftN: 0, pressN: 0, torqueNm: 0 } : material && demandOf(tool, material);
    if (!demand || demand.sidewaysN + demand.liftN + demand.torqueNm === 0) return [];
    // cuts whose forces are in the same proportion share one search: what is borne goes with the force
    const size = Math.hypot(demand.sidewaysN, demand.liftN);
    const unit = { sidewaysN: demand.sidewaysN / size, liftN: demand.liftN / size, pressN: demand.pressN / size, torqueNm: demand.torqueNm / size };
    const shape = [unit.sidewaysN, unit.liftN, unit.torqueNm].map((v) => v.toPrecision(9)).join();
    let found = byShape.get(shape);
    if (!found) {
      // searched at 100 N, where the program's numbers are of one size
      found = worst(bodies, { sidewaysN: unit.sidewaysN * 100, liftN: unit.liftN * 100, pressN: unit.pressN * 100, torqueNm: unit.torqueNm * 100 });
      byShape.set(shape, found);
    }
    const times = Math.min(MOST, (found.times * 100) / size);
    return [{
      tool: tool.number, description: tool.description, demand, times,
      low: (times * (1 - HOLD_SCATTER)) / (1 + FORCE_SCATTER), high: Math.min(MOST, (times * (1 + HOLD_SCATTER)) / (1 - FORCE_SCATTER)),
      at: found.at, towards: { x: (found.towards.x / 100) * size, y: (found.towards.y / 100) * size, z: (found.towards.z / 100) * size },
    }];
  };
  const materialMissing = !material && jetN === 0 && tools.some((t) => t.use !== 'other');
  return { margins: tools.flatMap(marginOf), unknown, noTools, materialMissing };
}
