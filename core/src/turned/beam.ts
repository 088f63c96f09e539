import { roundInertiaMm4 } from '../hold';
import { boreBetween, diameterOf, type Profile } from './profile';

/** A length of a shaft and the second moment of its section there: mm, mm⁴. */
export interface Stretch {
  readonly length: number;
  readonly inertiaMm4: number;
}

/** `∫ (p − x)(q − x) dx` from a to b. */
function product(p: number, q: number, a: number, b: number): number {
  const up = (x: number) => p * q * x - ((p + q) * x * x) / 2 + x ** 3 / 3;
  return up(b) - up(a);
}

/** How far a shaft built in at 0 gives at one place for a unit force at another, times E: mm/N·N/mm². */
function givesFor(stretches: readonly Stretch[], p: number, q: number): number {
  const end = Math.min(p, q);
  let [at, sum] = [0, 0];
  for (const { length, inertiaMm4 } of stretches) {
    const to = Math.min(at + length, end);
    if (to > at) sum += product(p, q, at, to) / inertiaMm4;
    at += length;
  }
  return sum;
}

/**
 * Deflection under the tool of a stepped shaft that is built in at one end and may be carried at one more place, before
 * or behind the tool: unit loads, `δ = F·(f_tt − f_ts²/f_ss)` with `f_ij = ∫ (x_i − x)(x_j − x)/(E·I) dx` (Euler and
 * Bernoulli; principle of virtual forces, any mechanics handbook). Of one thickness it is `F·l³/(3·E·I)` without a
 * support and `F·a³·b²·(3a + 4b)/(12·E·I·l³)` with one behind the tool.
 * @param toTool and @param toSupport from where it is built in; null: not carried; they lie on the shaft
 * @returns mm; force N, lengths mm, modulus GPa
 */
export function shaftDeflectionMm({
  forceN,
  youngGPa,
  stretches,
  toTool,
  toSupport,
}: {
  readonly forceN: number;
  readonly youngGPa: number;
  readonly stretches: readonly Stretch[];
  readonly toTool: number;
  readonly toSupport: number | null;
}): number {
  const free = givesFor(stretches, toTool, toTool);
  const alone = toSupport === null ? 0 : givesFor(stretches, toSupport, toSupport);
  // a support where it is built in carries nothing
  const kept = toSupport !== null && alone > 0 ? givesFor(stretches, toTool, toSupport) ** 2 / alone : 0;
  return (forceN * Math.max(0, free - kept)) / (youngGPa * 1000);
}

/** Cones and rounds are taken in so many stretches. */
const SHARES = 16;

/**
 * A part as a stepped shaft between two places, in their order.
 * @param from and @param to from the finished front face; `to` may lie before `from`
 * @param left on its diameters, of what is not cut yet; @param atMost the diameter of the raw piece
 */
export function stretchesBetween(
  profile: Profile,
  [from, to]: readonly [number, number],
  { left = 0, atMost = Infinity }: { readonly left?: number; readonly atMost?: number } = {},
): Stretch[] {
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  const found = profile.outside.flatMap((p): Stretch[] => {
    const [a, b] = [Math.max(low, p.from), Math.min(high, p.to)];
    if (b <= a) return [];
    const shares = p.arc === null && p.fromDiameter === p.toDiameter ? 1 : SHARES;
    const length = (b - a) / shares;
    return Array.from({ length: shares }, (_, i) => {
      const at = a + i * length;
      const across = Math.min(atMost, diameterOf(p, at + length / 2) + left);
      const bore = boreBetween(profile, at, at + length) ?? 0;
      return { length, inertiaMm4: roundInertiaMm4(across) - roundInertiaMm4(Math.min(bore, 0.99 * across)) };
    });
  });
  return to >= from ? found : found.reverse();
}
