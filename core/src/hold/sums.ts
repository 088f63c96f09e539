/** Standard acceleration of free fall, m/s² (ISO 80000-3, exact by definition). */
export const GRAVITY = 9.80665;

/**
 * Air pressure at a height above the sea, kPa: ISO 2533 standard atmosphere, troposphere (up to 11 000 m):
 * `p = 101.325 · (1 − 0.0065·h / 288.15)^(g / (R·0.0065))` with R = 287.05287 J/(kg·K).
 */
export function airPressureKPa(altitudeM: number): number {
  return 101.325 * (1 - (0.0065 * altitudeM) / 288.15) ** (GRAVITY / (287.05287 * 0.0065));
}

/** Force that holds a part down over an evacuated area: `F = Δp · A`. kPa and mm² in, N out. */
export function suctionN(areaMm2: number, vacuumKPa: number): number {
  return (vacuumKPa * areaMm2) / 1000;
}

/**
 * Preload of a bolt tightened with a torque: `F = T / (K · d)` (short form, any mechanics handbook).
 * @param torqueNm tightening torque, N·m
 * @param torqueFactor K, about 0.2 dry and 0.15 oiled
 * @param diameterMm nominal thread diameter, mm
 */
export function boltForceN(torqueNm: number, torqueFactor: number, diameterMm: number): number {
  return torqueNm / (torqueFactor * (diameterMm / 1000));
}

/**
 * What a strap presses with: `F_part = F_bolt · a / (a + b)`, a: bolt to heel, b: bolt to part. Levers of any
 * handbook.
 */
export function strapForceN(boltN: number, toHeelMm: number, toPartMm: number): number {
  return toHeelMm + toPartMm <= 0 ? 0 : (boltN * toHeelMm) / (toHeelMm + toPartMm);
}

/** Proof stress of bolts, N/mm² (ISO 898-1:2013, table 3; 8.8 up to M16: 580, above: 600). */
const PROOF_MPA: Record<string, (d: number) => number> = {
  '5.6': () => 280,
  '8.8': (d) => (d <= 16 ? 580 : 600),
  '10.9': () => 830,
  '12.9': () => 970,
};

/** Yield of bolts at 0.2 % stretch, N/mm² (ISO 898-1:2013, table 3; from memory). */
const YIELD_MPA: Record<string, (d: number) => number> = {
  '5.6': () => 300,
  '8.8': (d) => (d <= 16 ? 640 : 660),
  '10.9': () => 940,
  '12.9': () => 1100,
};

/** Coarse inch threads (ASME B1.1, UNC, from memory): nominal diameter in inch, threads to the inch. */
const UNC: readonly (readonly [number, number])[] = [
  [1 / 4, 20],
  [5 / 16, 18],
  [3 / 8, 16],
  [7 / 16, 14],
  [1 / 2, 13],
  [9 / 16, 12],
  [5 / 8, 11],
  [3 / 4, 10],
  [7 / 8, 9],
  [1, 8],
];

const isInch = (diameterMm: number): boolean => UNC.some(([d]) => Math.abs(d * 25.4 - diameterMm) < 0.02);

/**
 * Pitch of a coarse thread, mm: inch sizes by their own, metric ones by ISO 261; between sizes that of the next
 * smaller one.
 */
export function pitchMm(diameterMm: number): number {
  const inch = UNC.find(([d]) => Math.abs(d * 25.4 - diameterMm) < 0.02);
  return inch ? 25.4 / inch[1] : ([...PITCH].reverse().find(([d]) => d <= diameterMm)?.[1] ?? diameterMm * 0.18);
}

/** Coarse pitches of ISO 261, mm, by nominal diameter. */
const PITCH: readonly (readonly [number, number])[] = [
  [4, 0.7],
  [5, 0.8],
  [6, 1],
  [8, 1.25],
  [10, 1.5],
  [12, 1.75],
  [14, 2],
  [16, 2],
  [18, 2.5],
  [20, 2.5],
  [22, 2.5],
  [24, 3],
  [27, 3],
  [30, 3.5],
  [36, 4],
  [42, 4.5],
  [48, 5],
];

/**
 * Stress area of a coarse thread, mm²: `A = π/4 · (d − 0.9382·P)²` (ISO 898-1, 9.1.6.1), inch threads `A = π/4 · (d −
 * 0.9743·P)²` (ASME B1.1).
 */
export function stressAreaMm2(diameterMm: number): number {
  return (Math.PI / 4) * (diameterMm - (isInch(diameterMm) ? 0.9743 : 0.9382) * pitchMm(diameterMm)) ** 2;
}

/**
 * Share of its yield that a bolt comes to while it is tightened: pull and twist together, `σ_red = √(σ² + 3·τ²)` (VDI
 * 2230). The twist in the thread follows from the torque factor: `K·d = 0.16·P + μ·(0.58·d₂ + 0.7·d)`, `M_G =
 * F·(0.16·P + 0.58·μ·d₂)`, `τ = M_G / (π·d_s³/16)`.
 */
export function boltUse(forceN: number, torqueFactor: number, diameterMm: number, strengthClass: string): number {
  const pitch = pitchMm(diameterMm);
  const area = stressAreaMm2(diameterMm);
  const flank = diameterMm - 0.6495 * pitch;
  const friction = Math.max(0, (torqueFactor * diameterMm - 0.16 * pitch) / (0.58 * flank + 0.7 * diameterMm));
  const twist = forceN * (0.16 * pitch + 0.58 * friction * flank);
  const core = Math.sqrt((4 * area) / Math.PI);
  return (
    Math.hypot(forceN / area, Math.sqrt(3) * (twist / ((Math.PI * core ** 3) / 16))) /
    (YIELD_MPA[strengthClass]?.(diameterMm) ?? 300)
  );
}

/** A strap, and its arms from the bolt. */
export interface StrapOverBolt {
  readonly toHeelMm: number;
  readonly toPartMm: number;
  readonly widthMm: number;
  readonly thicknessMm: number;
  /** the bolt goes through */
  readonly holeMm: number;
}

/**
 * Bending stress in a strap over its bolt, N/mm²: `M = F·a·b/(a + b)` over what is left beside the bolt's hole
 * (levers and bending of any handbook).
 */
export function strapStressMPa(boltN: number, strap: StrapOverBolt): number {
  const { toHeelMm, toPartMm, widthMm, thicknessMm, holeMm } = strap;
  const all = toHeelMm + toPartMm;
  return all <= 0 || widthMm <= holeMm
    ? Infinity
    : (boltN * toHeelMm * toPartMm) / all / (((widthMm - holeMm) * thicknessMm ** 2) / 6);
}

/**
 * What a tapped hole in an aluminum plate bears, N: shear over its threads, engaged by 1.5 diameters or the plate's
 * thickness (160 N/mm² in shear, from memory).
 */
export function plateThreadN(diameterMm: number, thicknessMm: number): number {
  return Math.PI * diameterMm * 0.75 * Math.min(1.5 * diameterMm, thicknessMm) * 160;
}

/**
 * What the two lips of a table's T-slot bear, N: lips as high as the slot is wide, a nut 1.6 widths long (about as ISO
 * 299 has them), cast iron at
 * 60 N/mm² with the bending of the lip in it (common practice, no source).
 */
export const slotLipsN = (slotWidthMm: number): number => 2 * slotWidthMm * 1.6 * slotWidthMm * 60;

/** Load a bolt stands without staying longer, N: proof stress times stress area (ISO 898-1, tables 4 to 7). */
export function proofLoadN(diameterMm: number, strengthClass: string): number {
  return stressAreaMm2(diameterMm) * (PROOF_MPA[strengthClass]?.(diameterMm) ?? 280);
}

/** T-slot width to bolt thread, mm (ISO 299:1987, table 1: slot a, bolt d). */
export const T_SLOT_BOLTS: readonly (readonly [number, number])[] = [
  [5, 4],
  [6, 5],
  [8, 6],
  [10, 8],
  [12, 10],
  [14, 12],
  [18, 16],
  [22, 20],
  [28, 24],
  [36, 30],
  [42, 36],
  [48, 42],
  [54, 48],
];

/** Jaws of a chuck, all alike. */
export interface JawsThatTurn {
  readonly count: number;
  /** m, one jaw */
  readonly massKg: number;
  /** r, its center of mass from the axis */
  readonly radiusMm: number;
}

/**
 * Gripping force left of a chuck that turns: `S = S₀ − n·m·r·ω²` for gripping from outside (VDI 3106), never below
 * nothing.
 * @param staticN S₀, all jaws together
 */
export function grippingForceN(staticN: number, rpm: number, jaws: JawsThatTurn): number {
  const omega = (2 * Math.PI * rpm) / 60;
  return Math.max(0, staticN - jaws.count * jaws.massKg * (jaws.radiusMm / 1000) * omega ** 2);
}

/** Deflection at the end of a bar held at one end: `δ = F·L³/(3·E·I)` (Euler–Bernoulli). mm, N, GPa, mm⁴. */
export function cantileverDeflectionMm(forceN: number, lengthMm: number, youngGPa: number, inertiaMm4: number): number {
  return (forceN * lengthMm ** 3) / (3 * youngGPa * 1000 * inertiaMm4);
}

/** Second moment of area of a round bar or tube, mm⁴. */
export const roundInertiaMm4 = (outsideMm: number, boreMm = 0): number =>
  (Math.PI / 64) * (outsideMm ** 4 - boreMm ** 4);

/**
 * A wall held at both ends of its span under an even pressure: deflection `q·L⁴/(384·E·I)`, stress `q·L²/12` over the
 * section (Euler–Bernoulli).
 */
export function wallUnderPressure(
  pressureMPa: number,
  spanMm: number,
  thicknessMm: number,
  youngGPa: number,
): { stressMPa: number; deflectionMm: number } {
  const inertia = thicknessMm ** 3 / 12;
  return {
    deflectionMm: (pressureMPa * spanMm ** 4) / (384 * youngGPa * 1000 * inertia),
    stressMPa: (pressureMPa * spanMm ** 2) / 12 / (thicknessMm ** 2 / 6),
  };
}

/** A wall that stands from one edge. */
export interface StandingWall {
  /** h, from the held edge to the free one */
  readonly armMm: number;
  /** b, of what bends together */
  readonly widthMm: number;
  readonly thicknessMm: number;
}

/**
 * A wall that stands from one edge and is pushed at the other: `σ = F·h/(b·t²/6)`, `δ = F·h³/(3·E·I)` (cantilever, any
 * mechanics handbook).
 * @param forceN at the free edge
 */
export function wallStandingUp(
  forceN: number,
  wall: StandingWall,
  youngGPa: number,
): { stressMPa: number; deflectionMm: number } {
  const { armMm, widthMm, thicknessMm } = wall;
  return {
    stressMPa: (forceN * armMm) / ((widthMm * thicknessMm ** 2) / 6),
    deflectionMm: cantileverDeflectionMm(forceN, armMm, youngGPa, (widthMm * thicknessMm ** 3) / 12),
  };
}

/** What is left of a bond's strength at a temperature: all of it up to one, none from the other, straight between. */
export function warmFactor(celsius: number, fullTo: number, noneAt: number): number {
  if (celsius <= fullTo) return 1;
  return celsius >= noneAt ? 0 : (noneAt - celsius) / (noneAt - fullTo);
}
