import {
  AXES,
  axisOf,
  cross,
  directionOf,
  DIRECTIONS,
  opposite,
  unitVector,
  type Box3,
  type Direction,
} from '../frames';
import { allowanceOn, type BlankFacts } from '../blank';
import { holdingOf } from '../holdings';
import { depthAllRound, isHeldOn, nextSetup, oneCut, type Job, type Proposable, type Setup } from '../job';
import type { Feature } from '../part';
import { deviceOnMachine, REGISTERS, type Device, type Shop, type Station } from '../shop';
import { extent, topOf } from './extent';
import { STEP } from './step';

/** What a new setup is begun from. */
export interface Beginning {
  readonly job: Job;
  readonly shop: Shop;
  /** part frame, mm; null: the part is not known yet */
  readonly part: Box3 | null;
  readonly blank: Pick<BlankFacts, 'box'> | null;
  readonly features?: readonly Feature[];
}

/**
 * The next setup of a route with values a machinist would begin with: the device that stands on the machine and its
 * station; the part turned over after the setup before; in a vise parallels, stop and depth so that the grip is what
 * the vise wants and the cut stays clear of the jaws. What is only a proposal is told in `proposed`.
 * Sources: common practice, no source.
 */
export function beginSetup({ job, shop, part, blank, features = [] }: Beginning, id: string): Setup {
  const machine = shop.machines.find((m) => m.id === job.machine);
  const device = deviceOnMachine(shop, job.machine);
  const first = device && { device: device.id, hold: holdingOf(device).starts(device) };
  const next = nextSetup(job, id, machine?.registers ?? REGISTERS, first);
  const isFirst = job.setups.length === 0;
  const proposed: Proposable[] = ['register', ...(isFirst && device ? (['device'] as const) : [])];
  const station = isFirst ? stationOf(machine?.stations ?? [], device?.id ?? null) : next.station;
  if (isFirst && station) proposed.push('station');
  const held = shop.devices.find((d) => d.id === next.device) ?? null;
  const begun = { ...next, station, proposed };
  return held && part && blank ? lyingIn(begun, held, { job, part, blank, features }) : begun;
}

/** The station that was measured for the device, else one that was measured at all. */
export function stationOf(stations: readonly Station[], device: string | null): string | null {
  const measured = stations.find((s) => s.measuredFor.some((m) => m.device === device));
  return (measured ?? stations.find((s) => s.position !== null) ?? stations[0])?.id ?? null;
}

/** Directions in which setups so far have cut. */
const doneFrom = (job: Job): Set<Direction> => new Set(job.setups.map((s) => s.orientation.up));

/** Turned over after the setup before, held and cut as the device has reasons for; or as it is. */
function lyingIn(
  setup: Setup,
  device: Device,
  known: { job: Job; part: Box3; blank: Pick<BlankFacts, 'box'>; features: readonly Feature[] },
): Setup {
  const { job, part, blank } = known;
  const done = doneFrom(job);
  const last = job.setups.at(-1);
  const up = last ? upAfter(job, last) : setup.orientation.up;
  const right = rightFor(setup.orientation.right, up);
  const rear = axisOf(directionOf(cross(unitVector(up), unitVector(right))));
  const fromOther = job.setups.filter((s) => s.orientation.up === opposite(up)).map(depthAllRound);
  const begun = holdingOf(device).begins(device, {
    along: extent(blank.box, axisOf(right)),
    across: extent(blank.box, rear),
    // a face that was cut lies below, or the blank's
    height: topOf(part, up) + topOf(done.has(opposite(up)) ? part : blank.box, opposite(up)),
    // as far as the cut from the other side came, or as there is something to cut
    wanted: Math.min(extent(part, axisOf(up)) - Math.max(0, ...fromOther), deepestToCut(up, known)),
    step: STEP[job.units],
    isFinished: fromOther.length > 0,
  });
  if (!isHeldOn(setup, device)) return setup;
  const { cutsBelowTop, hold, proposed } = begun;
  return {
    ...setup,
    orientation: { up, right },
    cuts: oneCut(cutsBelowTop),
    hold: hold(setup.hold),
    proposed: [...setup.proposed, 'orientation', ...proposed],
  };
}

/**
 * How deep below the part's top there is something to cut from a direction: all the way along sides that have stock or
 * are not plain, else down to the deepest flat face that looks up.
 */
function deepestToCut(
  up: Direction,
  { part, blank, features }: { part: Box3; blank: Pick<BlankFacts, 'box'>; features: readonly Feature[] },
): number {
  const across = AXES.filter((a) => a !== axisOf(up));
  const isUpright = (f: Feature) => f.kind !== 'plane' && f.kind !== 'bore' && Math.abs(f.axis[axisOf(up)]) > 1 - 1e-9;
  if (across.some((a) => extent(blank.box, a) > extent(part, a) + 1e-6) || features.some(isUpright))
    return extent(part, axisOf(up));
  return Math.max(0, ...features.map((f) => (f.kind === 'plane' && f.side === up ? (f.belowOutermost ?? 0) : 0)));
}

/** The side opposite to the last that was cut; where both are done, the next side that has stock on it. */
function upAfter(job: Job, last: Setup): Direction {
  const done = doneFrom(job);
  if (!done.has(opposite(last.orientation.up))) return opposite(last.orientation.up);
  return DIRECTIONS.find((d) => !done.has(d) && allowanceOn(job.allowance, d) > 0) ?? last.orientation.up;
}

/** The part keeps its side to the right, where that can be. */
const rightFor = (right: Direction, up: Direction): Direction =>
  axisOf(right) === axisOf(up) ? DIRECTIONS.find((d) => axisOf(d) !== axisOf(up))! : right;
