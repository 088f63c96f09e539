import { AXES, byAxis, DIRECTIONS, axisOf, signOf, boxSize, type Box3, type Direction, type Vec3 } from '../frames';
import type { Allowance } from '../job';

const ALLOWANCE_KEY: Record<Direction, keyof Allowance> = {
  '-x': 'xMinus', '+x': 'xPlus', '-y': 'yMinus', '+y': 'yPlus', '-z': 'zMinus', '+z': 'zPlus',
};

export function allowanceOn(allowance: Allowance, side: Direction): number {
  return allowance[ALLOWANCE_KEY[side]];
}

export function withAllowance(allowance: Allowance, side: Direction, mm: number): Allowance {
  return { ...allowance, [ALLOWANCE_KEY[side]]: mm };
}

/** The block put around a part: the part's box grown by the allowance on each side, part coordinates. */
export function blankBox(part: Box3, allowance: Allowance): Box3 {
  return {
    min: byAxis((axis) => part.min[axis] - allowanceOn(allowance, `-${axis}`)),
    max: byAxis((axis) => part.max[axis] + allowanceOn(allowance, `+${axis}`)),
  };
}

/** How the blank stands around the part. */
export interface BlankFacts {
  readonly box: Box3;
  readonly size: Vec3;
  readonly volumeMm3: number;
  /** sides where the blank ends inside the part, with how far, mm */
  readonly short: readonly { readonly side: Direction; readonly by: number }[];
  readonly hasVolume: boolean;
}

export function planBlank(part: Box3, allowance: Allowance): BlankFacts {
  const box = blankBox(part, allowance);
  const size = boxSize(box);
  return {
    box,
    size,
    volumeMm3: size.x * size.y * size.z,
    short: DIRECTIONS.flatMap((side) => {
      const by = signOf(side) > 0 ? part.max[axisOf(side)] - box.max[axisOf(side)] : box.min[axisOf(side)] - part.min[axisOf(side)];
      return by > 1e-9 ? [{ side, by }] : [];
    }),
    hasVolume: AXES.every((axis) => size[axis] > 1e-6),
  };
}
