/** Terms of a ring's series; it converges with the square of their number for a line, faster for an arc. */
const TERMS = 400;

/** A ring between equal jaws. */
export interface GrippedRing {
  readonly jaws: number;
  /** R, middle of the wall */
  readonly radiusMm: number;
  readonly wallMm: number;
  /** of the ring that carries the jaws */
  readonly lengthMm: number;
}

/**
 * How far a ring gives inwards under each of n equal jaws, mm:
 * `δ = W·R³/(2·E·I) · [(θ + sin θ·cos θ)/(2·sin² θ) − 1/θ]` with θ = π/n (ring under equal radial loads, mechanics
 * handbooks;
 * for n = 2 it is the well-known 0.149·W·R³/(E·I) of the diameter, half on each side).
 * @param forceN W, one jaw
 */
export function ringDeflectionMm(forceN: number, ring: GrippedRing, youngGPa: number): number {
  const { jaws, radiusMm, wallMm, lengthMm } = ring;
  const theta = Math.PI / jaws;
  const inertia = (lengthMm * wallMm ** 3) / 12;
  const shape = (theta + Math.sin(theta) * Math.cos(theta)) / (2 * Math.sin(theta) ** 2) - 1 / theta;
  return (forceN * radiusMm ** 3 * shape) / (2 * youngGPa * 1000 * inertia);
}

/** Highest bending stress of that ring, under a jaw, N/mm²: `M = W·R/2 · (1/θ − cot θ)`, over the wall's section. */
export function ringStressMPa(forceN: number, { jaws, radiusMm, wallMm, lengthMm }: GrippedRing): number {
  const theta = Math.PI / jaws;
  const moment = ((forceN * radiusMm) / 2) * (1 / theta - 1 / Math.tan(theta));
  return (6 * Math.abs(moment)) / (lengthMm * wallMm ** 2);
}

/**
 * The same ring where every jaw is bored to its size and presses evenly over an arc instead of on a line: thin ring,
 * the load as a Fourier series (`w_m = q_m·R⁴/(E·I·(m² − 1)²)`, `M_m = q_m·R²/(m² − 1)`, m = n, 2n, …; ring bending of
 * mechanics handbooks).
 * @param arcMm length of the arc one jaw touches; never more than its share of the girth
 */
export function ringInBoredJaws(
  forceN: number,
  ring: GrippedRing,
  youngGPa: number,
  arcMm: number,
): { deflectionMm: number; stressMPa: number } {
  const { jaws, radiusMm, wallMm, lengthMm } = ring;
  const bending = (youngGPa * 1000 * lengthMm * wallMm ** 3) / 12;
  const half = Math.min(Math.PI / jaws, arcMm / 2 / radiusMm);
  let [deflectionMm, underJaw, between] = [0, 0, 0];
  for (let k = 1; k <= TERMS; k++) {
    const m = k * jaws;
    const spread = half === 0 ? 1 : Math.sin(m * half) / (m * half);
    const q = ((jaws * forceN) / (Math.PI * radiusMm)) * spread;
    deflectionMm += (q * radiusMm ** 4) / (bending * (m * m - 1) ** 2);
    const moment = (q * radiusMm ** 2) / (m * m - 1);
    underJaw += moment;
    between += k % 2 === 0 ? moment : -moment;
  }
  return { deflectionMm, stressMPa: (6 * Math.max(Math.abs(underJaw), Math.abs(between))) / (lengthMm * wallMm ** 2) };
}

/** A tube of four flat sides between jaws, seen along it: middle lines of its walls, mm. */
export interface GrippedTube {
  readonly wide: number;
  readonly high: number;
  /** of the walls above and below, and of those at the sides */
  readonly flatWall: number;
  readonly sideWall: number;
  /** of the tube that carries the jaws */
  readonly lengthMm: number;
}

/** What one wall of a squeezed tube does: it spans so far between the corners. */
export interface SqueezedWall {
  readonly thicknessMm: number;
  readonly spanMm: number;
  readonly deflectionMm: number;
  readonly stressMPa: number;
}

/**
 * A tube of four flat sides that jaws press in the middle of opposite walls: a closed frame. The corners turn until
 * walls that meet there agree, `M = (k_s·P·b/8 + k_f·Q·h/8)/(k_f + k_s)` with k = I/span (slope deflection, any
 * handbook of structures); each wall then gives `F·l³/(48·E·I) − M·l²/(8·E·I)` and carries `F·l/4 − M` in its middle,
 * M in its corners. A jaw presses on a line: broader ones press less hard.
 * @param flatN P, on the walls above and below; @param sideN Q, on those at the sides; each
 * @returns the walls above and below, and those at the sides
 */
export function tubeInJaws(
  flatN: number,
  sideN: number,
  tube: GrippedTube,
  youngGPa: number,
): { readonly flat: SqueezedWall; readonly side: SqueezedWall } {
  const { wide, high, flatWall, sideWall, lengthMm } = tube;
  const inertia = (t: number) => (lengthMm * t ** 3) / 12;
  const [flatK, sideK] = [inertia(flatWall) / wide, inertia(sideWall) / high];
  const corner = (sideK * ((flatN * wide) / 8) + flatK * ((sideN * high) / 8)) / (flatK + sideK);
  const wall = (forceN: number, spanMm: number, thicknessMm: number): SqueezedWall => {
    const bending = youngGPa * 1000 * inertia(thicknessMm);
    const moment = Math.max(Math.abs((forceN * spanMm) / 4 - corner), Math.abs(corner));
    return {
      ...{ thicknessMm, spanMm },
      deflectionMm: Math.abs((forceN * spanMm ** 3) / (48 * bending) - (corner * spanMm ** 2) / (8 * bending)),
      stressMPa: (6 * moment) / (lengthMm * thicknessMm ** 2),
    };
  };
  return { flat: wall(flatN, wide, flatWall), side: wall(sideN, high, sideWall) };
}
