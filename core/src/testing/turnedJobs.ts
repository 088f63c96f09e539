import { AXES, type Direction, type Vec3 } from '../frames';
import { newBlank, newJob, newTurned, type BlankKind, type Job } from '../job';
import { EMPTY_SHOP, NO_CONTROL, type Device, type DeviceOfKind, type Lathe, type Machine } from '../shop';
import { findFeatures } from '../part';
import { meshBox, turnedSolid, type TriangleMesh, type TurnedStep } from '../solid';
import { planTurned, turnedFindings, type PlannedTurned } from '../turned';
import { speechIn, type Units } from '../units';
import { aluminium } from './held';

type Step = TurnedStep;

/**
 * Surface of steps turned about an axis. @param front the side the first step lies at; @param at where the axis goes
 * through
 */
export function turnedMesh(
  steps: readonly Step[],
  { front = '-x', at = { x: 0, y: 0, z: 0 } }: { front?: Direction; at?: Vec3 } = {},
): TriangleMesh {
  const isMin = front[0] === '-';
  const inOrder = isMin ? steps : [...steps].reverse().map((s) => ({ length: s.length, from: s.to, to: s.from }));
  const mesh = turnedSolid(inOrder, front[1] as 'x' | 'y' | 'z');
  const positions = mesh.positions.map((c, i) => c + at[AXES[i % 3]]);
  return { ...mesh, positions };
}

/** A lathe with words of its own, and room all round. */
export const lathe: Lathe = {
  moves: 'main spindle',
  diameters: 'diameter',
  nearest: 20,
  bore: 40,
  tube: 3000,
  bushing: 15,
  feeder: 'pushes',
  second: { min: -200, max: 2000, faceAtZero: 5, room: 10, bore: 40, depth: 2000, collet: 5, plusMinus: 0.01 },
  slip: 0.01,
  tailstock: null,
  steady: null,
  words: {
    ...{ mainTo: 'A TO Z{z}', mainBack: 'A BACK {by}', turnTo: 'CUT Z{z}', cutOff: 'OFF Z{z}', shift: 'SHIFT {by}' },
    ...{ mainOpen: 'A OPEN', mainClose: 'A CLOSE', mainRun: 'A ON', mainStop: 'A OFF', secondTo: 'B TO M{z}' },
    ...{ secondOpen: 'B OPEN', secondClose: 'B CLOSE', secondStop: 'B OFF', togetherOn: 'PAIR', togetherOff: 'UNPAIR' },
    ...{ wait: 'DWELL', meet: 'MEET {n}', back: 'BACK' },
  },
};

/** @param stroke of its main spindle */
export const barLathe = (stroke: number, change: Partial<Lathe> = {}): Machine & { lathe: Lathe } => ({
  ...structuredClone(NO_CONTROL),
  ...{ id: 'lathe', name: 'Lathe', homesTo: '', registers: ['G54', 'G55'], stations: [] },
  travel: { x: { min: -60, max: 0 }, y: { min: 0, max: 0 }, z: { min: -stroke, max: 0 } },
  table: { x: { min: 0, max: 0 }, y: { min: 0, max: 0 } },
  lathe: { ...structuredClone(lathe), ...change },
});

/** Three soft jaws, 30 long. */
export const chuck: DeviceOfKind<'chuck'> = {
  ...{ kind: 'chuck', id: 'chuck', name: 'Chuck', locatesWithin: 0.02, minDiameter: 10, maxDiameter: 60 },
  ...{ gripLength: 30, bodyDiameter: 160, bodyHeight: 70, staticForceN: 24_000, forceAtOneBarN: null, maxRpm: 4000 },
  ...{ friction: 0.15, jawCount: 3, jawWidth: 40, jawMassKg: 0.9, jawRadius: 48, soft: 'soft, bored to size' },
};

export interface TurnedCase {
  readonly steps: readonly Step[];
  readonly machine: Machine | null;
  readonly across: number;
  readonly face?: number;
  readonly back?: number;
  readonly turned?: Partial<NonNullable<Job['turned']>>;
  readonly units?: Units;
  readonly mesh?: TriangleMesh;
  readonly blank?: BlankKind;
  readonly devices?: readonly Device[];
}

/** Plans a turned part about X, its front at X = 0. */
export function planTurnedCase({
  steps,
  machine,
  across,
  face = 0,
  back = 0,
  turned = {},
  units = 'mm',
  mesh,
  blank = 'round bar',
  devices = [],
}: TurnedCase) {
  const allowance = { xMinus: face, xPlus: back, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0 };
  const job = {
    ...newJob(
      { number: 'T-1', part: 'Pin', units },
      { bar: { section: 'round', across, bore: 0, length: 10, along: 'x' } },
    ),
    allowance,
    blank: { ...newBlank(allowance), kind: blank, along: 'x' as const, across },
    turned: { ...newTurned('-x'), ...turned },
  };
  const surface = mesh ?? turnedMesh(steps);
  const speech = speechIn(units);
  const { features } = findFeatures(surface, meshBox(surface));
  const planned: PlannedTurned = planTurned({
    job,
    mesh: surface,
    features,
    machine,
    devices,
    material: aluminium,
    speech,
  });
  const findings = turnedFindings(planned, { setupId: null, op: null, speech });
  return { planned, findings, codes: findings.map((f) => f.code), shop: EMPTY_SHOP };
}
