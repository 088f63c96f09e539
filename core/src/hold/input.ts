import { add, vec, type Rotation, type Vec3 } from '../frames';
import type { SeatedDowels } from '../dowels';
import type { SeatedEdge } from '../edgePins';
import type { Setup, SetupIn } from '../job';
import type { SeatFacts } from '../seat';
import type { Device, Family, FamilyOf, Shop, WorkMaterial } from '../shop';
import type { Kernel, Outlines, TriangleMesh } from '../solid';
import type { Speech } from '../units';

/** What of a setup says nothing of how it is held; all else may, also what is added later. */
export const NOT_HOLD = [
  'id',
  'op',
  'does',
  'register',
  'zero',
  'programmed',
  'nextCopy',
  'touchOff',
  'lengths',
  'consumables',
  'firstPart',
  'measured',
  'program',
  'why',
  'device',
  'station',
  'orientation',
  'cuts',
] as const satisfies readonly (keyof Setup)[];
/** What of a setup says how the part is held in a device of a family. */
export type HoldSetup<F extends Family = Family> = Omit<SetupIn<F>, (typeof NOT_HOLD)[number]>;

/** What a hold is computed from. Outlines in device X and Y. */
export interface HoldInput<F extends Family = Family> {
  readonly setup: HoldSetup<F>;
  readonly seat: SeatFacts;
  /** the part is put onto dowels; left out: it is not */
  readonly dowels?: SeatedDowels;
  /** pins along its edges; left out: there are none */
  readonly edge?: SeatedEdge;
  readonly shop: Pick<Shop, 'clamps' | 'bonds' | 'altitude'> & Partial<Pick<Shop, 'gaugeSets'>>;
  /** null: the library does not know it */
  readonly material: WorkMaterial | null;
  /** diameter of the tool that touches sides: it needs room beside pins */
  readonly touchDiameterMm: number;
  /** width of the cut that goes round the part */
  readonly outlineMm: number;
  readonly speech: Speech;
  readonly kernel: Kernel;
  /** what is left before this setup, in seated axes */
  readonly loaded: TriangleMesh;
  /** cuts through the material as loaded, what stays after the cut, and the finished part, at a height of the device */
  readonly sectionOf: (body: 'loaded' | 'left' | 'finished', height: number) => Outlines;
  /** mass of the material as loaded, kg; 0 when its density is not known */
  readonly massKg: number;
}

/** The hold of one kind of device. */
export interface HoldOf<D extends Device> extends HoldInput<FamilyOf<D>> {
  readonly device: D;
}

export const toSeated = (seat: SeatFacts, p: Vec3): Vec3 =>
  add(p, { x: -seat.pose.translation.x, y: -seat.pose.translation.y, z: -seat.pose.translation.z });

/** A ring of straight pieces around a circle, counter-clockwise. */
export function circle(x: number, y: number, r: number, pieces = 48): [number, number][] {
  return Array.from({ length: pieces }, (_, i) => [
    x + r * Math.cos((2 * Math.PI * i) / pieces),
    y + r * Math.sin((2 * Math.PI * i) / pieces),
  ]);
}

export function rectangleRing(x0: number, y0: number, x1: number, y1: number): [number, number][] {
  const [a, b, c, d] = [Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1)];
  return [
    [a, b],
    [c, b],
    [c, d],
    [a, d],
  ];
}

/** The four corners of a flat box. */
export function cornersOf(min: Vec3, max: Vec3): Vec3[] {
  const flat = (['x', 'y', 'z'] as const).find((a) => max[a] - min[a] < 1e-9) ?? 'z';
  const [u, v] = (['x', 'y', 'z'] as const).filter((a) => a !== flat);
  return [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ].map(([i, j]) => ({ ...min, [u]: i ? max[u] : min[u], [v]: j ? max[v] : min[v] }));
}

/** The name of the force that is the part's own weight. */
export const OWN_WEIGHT = 'own weight';

/** The part's own weight, pressing on its rest; nothing while its mass is not known. */
export function ownWeight({ seat, massKg }: Pick<HoldInput, 'seat' | 'massKg'>) {
  const { min, max } = seat.loadedBox;
  const at = { x: (min.x + max.x) / 2, y: (min.y + max.y) / 2, z: (min.z + max.z) / 2 };
  return massKg > 0 ? [{ name: OWN_WEIGHT, at, forceN: { x: 0, y: 0, z: -massKg * 9.80665 } }] : [];
}

/** Looking along +Y: right is −X, up is Z, towards the eye +Y. */
export const FROM_REAR: Rotation = { rows: [vec(-1, 0, 0), vec(0, 0, 1), vec(0, 1, 0)] };
