import {
  NO_ALLOWANCE,
  newBlank,
  newHold,
  newJob,
  ONE_COPY,
  type Allowance,
  type Blank,
  type Copies,
  type Hold,
  type Job,
  type PartSource,
  type Setup,
  oneCut,
} from '../job';
import { Planner, type PlannedJob, type PlannedSetup } from '../plan';
import { EMPTY_SHOP, familyOf, type Bond, type Clamp, type Device, type Shop, type WorkMaterial } from '../shop';
import { loadKernel, type Kernel, type TriangleMesh } from '../solid';
import { machine, setup, station, tool } from './fixtures';

/** Aluminium with round numbers. */
export const aluminium: WorkMaterial = {
  id: 'al',
  name: 'Aluminium',
  kc11: 700,
  mc: 0.25,
  speed: 300,
  yieldMPa: 200,
  youngGPa: 70,
  densityKgM3: 2700,
  source: '',
};

const plainStrap = {
  kind: 'strap',
  id: 'strap',
  name: 'Strap',
  thread: 12,
  strengthClass: '8.8',
  torqueFactor: 0.2,
  length: 120,
  width: 30,
  thickness: 20,
  headHeight: 20,
  friction: 0.2,
} as const;
export const strap: Clamp = plainStrap;
/** The same, twice as thick and with the strongest bolt: what it is anchored in gives first. */
export const strong: Clamp = { ...plainStrap, strengthClass: '12.9', thickness: 40 };
export const tape: Bond = {
  id: 'tape',
  name: 'Tape',
  kind: 'double-sided tape',
  thickness: 0.1,
  shearMPa: 0.2,
  pullMPa: 0.2,
  peelNPerMm: 0.5,
  fullTo: 40,
  noneAt: 90,
  share: 90,
  release: '',
};
const bed = { width: 400, depth: 300, thickness: 20, friction: 0.2 };
export const table: Device = {
  kind: 'T-slot table',
  locatesWithin: null,
  id: 'table',
  name: 'Table',
  ...bed,
  slotWidth: 14,
  slotCount: 5,
  slotPitch: 60,
  firstSlot: 30,
};
export const vacuumPlate: Device = {
  kind: 'vacuum plate',
  locatesWithin: null,
  id: 'vacuum',
  name: 'Vacuum plate',
  ...bed,
  groovePitch: 20,
  firstGroove: 20,
  grooveWidth: 4,
  grooveDepth: 4,
  gasket: 4.5,
  vacuum: 80,
};
export const pods: Device = {
  kind: 'vacuum pods',
  locatesWithin: null,
  id: 'pods',
  name: 'Pods',
  ...bed,
  podWidth: 40,
  podDepth: 30,
  podHeight: 30,
  rim: 5,
  overhang: 40,
  vacuum: 80,
};
export const board: Device = {
  kind: 'sacrificial board',
  locatesWithin: null,
  id: 'board',
  name: 'Board',
  ...bed,
  screwsSunk: 10,
  cutInto: 1,
  travelMargin: 10,
};
export const plate: Device = {
  kind: 'fixture plate',
  locatesWithin: null,
  id: 'plate',
  name: 'Plate',
  ...bed,
  columns: 15,
  rows: 11,
  pitch: 25,
  firstX: 25,
  firstY: 25,
  thread: 8,
  dowel: 8,
  madeFor: '',
  place: '',
};
export const chuck: Device = {
  kind: 'chuck',
  locatesWithin: null,
  id: 'chuck',
  name: 'Chuck',
  minDiameter: 10,
  maxDiameter: 120,
  gripLength: 30,
  bodyDiameter: 160,
  bodyHeight: 60,
  staticForceN: 20_000,
  forceAtOneBarN: null,
  maxRpm: 4000,
  friction: 0.2,
  jawCount: 3,
  jawWidth: 20,
  jawMassKg: 0.5,
  jawRadius: 40,
  soft: 'hard',
};

/** A light cut, so that margins can be computed. */
export const lightCut = tool({
  number: 1,
  diameter: 6,
  flutes: 2,
  feedPerTooth: 0.03,
  cutDepth: 1,
  cutWidth: 3,
  use: 'milling',
});

export interface Held {
  readonly device: Device;
  readonly part?: PartSource;
  readonly allowance?: Partial<Allowance>;
  readonly setup?: Partial<Omit<Setup, 'hold'>>;
  /** of the family of its device */
  readonly hold?: Partial<Hold>;
  readonly shop?: Partial<Shop>;
  readonly material?: string;
  readonly blank?: Partial<Blank>;
  readonly copies?: Partial<Copies>;
  /** stands for every file the job takes a body from */
  readonly mesh?: TriangleMesh;
  /** margins and what is in the way as well: these take longest */
  readonly forces?: boolean;
}

let kernel: Promise<Kernel> | null = null;

/** The job of a part 100 × 60 × 20 (unless another one is given) with 1 mm to face off its top, held in one setup. */
export function heldJob({ device, part, allowance, setup: change, hold, material, blank, copies }: Held): Job {
  const family = familyOf(device);
  const plain = family === 'vise' ? setup().hold : newHold(family);
  const stock = { ...NO_ALLOWANCE, zPlus: 1, ...allowance };
  return {
    ...newJob(
      { number: 'H-1', part: 'Plate', material: material ?? 'Aluminium', units: 'mm' },
      part ?? { block: { x: 100, y: 60, z: 20 } },
    ),
    copies: { ...ONE_COPY, ...copies },
    allowance: stock,
    blank: { ...newBlank(stock), ...blank },
    machine: machine.id,
    setups: [
      {
        ...setup(),
        hold: { ...plain, ...hold } as Hold,
        device: device.id,
        cuts: oneCut(0),
        zero: { of: 'finished part', x: 'min', y: 'min', z: 'max', extra: { x: 0, y: 0, z: 0 } },
        tools: [lightCut],
        ...change,
      },
    ],
  };
}

export const heldShop = (device: Device, change: Partial<Shop> = {}): Shop => ({
  ...EMPTY_SHOP,
  machines: [{ ...machine, stations: [station] }],
  devices: [device],
  clamps: [strap],
  bonds: [tape],
  pins: [],
  gaugeSets: [],
  materials: [aluminium],
  ...change,
});

/** Plans it; throws when there is nothing to plan with. */
export async function planHeld(held: Held): Promise<{ planned: PlannedJob; only: PlannedSetup; codes: string[] }> {
  kernel ??= loadKernel();
  const input = {
    job: heldJob(held),
    shop: heldShop(held.device, held.shop),
    bodies: () => (held.mesh ? { mesh: held.mesh, key: 'mesh' } : null),
  };
  const planned = new Planner(await kernel).plan(input, held.forces ? 'now' : 'known');
  if (!planned.ok) throw new Error(planned.problem);
  const [only] = planned.value.setups;
  return { planned: planned.value, only, codes: only.findings.map((f) => f.code) };
}
