import type { Direction, Vec3 } from '../frames';
import { newBlank, newJob, newTurned, type BlankKind, type Job } from '../job';
import { EMPTY_SHOP, NO_CONTROL, type Device, type Lathe, type Machine } from '../shop';
import type { TriangleMesh } from '../solid';
import { findFeatures } from '../part';
import { meshBox } from '../solid';
import { planTurned, turnedFindings, type PlannedTurned } from '../turned';
import { speechIn, type Units } from '../units';
import { aluminium } from './held';

/** A turned shape: lengths and diameters from the front face on. */
export interface Step {
  readonly length: number;
  readonly from: number;
  readonly to: number;
}

/**
 * Surface of steps turned about an axis, with so many chords: every step a face of its own, flat faces between.
 * @param front the side the first step lies at; @param at where the axis goes through
 */
export function turnedMesh(
  steps: readonly Step[],
  { front = '-x', chords = 48, at = { x: 0, y: 0, z: 0 } }: { front?: Direction; chords?: number; at?: Vec3 } = {},
): TriangleMesh {
  const axis = front[1] as 'x' | 'y' | 'z';
  const order = ({ x: ['x', 'y', 'z'], y: ['y', 'z', 'x'], z: ['z', 'x', 'y'] } as const)[axis];
  const sign = front[0] === '-' ? 1 : -1;
  const positions: number[] = [];
  const rings: number[] = [];
  const put = (along: number, u: number, v: number) => {
    const p = { x: 0, y: 0, z: 0 };
    p[order[0]] = at[order[0]] + sign * along;
    p[order[1]] = at[order[1]] + u;
    p[order[2]] = at[order[2]] + v;
    positions.push(p.x, p.y, p.z);
    return positions.length / 3 - 1;
  };
  const ring = (along: number, radius: number) => {
    rings.push(positions.length / 3);
    for (let i = 0; i < chords; i++) {
      const a = (2 * Math.PI * i) / chords;
      put(along, radius * Math.cos(a), radius * Math.sin(a));
    }
  };
  let along = 0;
  const faces: { between: [number, number]; curved: boolean }[] = [];
  for (const [i, s] of steps.entries()) {
    const joins = i > 0 && steps[i - 1].to === s.from;
    if (!joins) ring(along, s.from / 2);
    if (i > 0 && !joins) faces.push({ between: [rings.length - 2, rings.length - 1], curved: false });
    along += s.length;
    ring(along, s.to / 2);
    faces.push({ between: [rings.length - 2, rings.length - 1], curved: true });
  }
  const triangles: number[] = [];
  const marks: { face: number; curved: boolean }[] = [];
  const add = (face: number, curved: boolean, a: number, b: number, c: number) => {
    triangles.push(...(sign > 0 ? [a, b, c] : [a, c, b]));
    marks.push({ face, curved });
  };
  faces.forEach(({ between, curved }, face) => {
    const [p, q] = between.map((r) => rings[r]);
    for (let i = 0; i < chords; i++) {
      const k = (i + 1) % chords;
      add(face, curved, p + i, p + k, q + k);
      add(face, curved, p + i, q + k, q + i);
    }
  });
  const [first, last] = [put(0, 0, 0), put(along, 0, 0)];
  for (let i = 0; i < chords; i++) {
    const k = (i + 1) % chords;
    add(faces.length, false, first, rings[0] + k, rings[0] + i);
    add(faces.length + 1, false, last, rings[rings.length - 1] + i, rings[rings.length - 1] + k);
  }
  return {
    positions: Float64Array.from(positions),
    triangles: Uint32Array.from(triangles),
    faces: Uint32Array.from(marks.map((m) => m.face)),
    curved: Uint8Array.from(marks.map((m) => (m.curved ? 1 : 0))),
  };
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
