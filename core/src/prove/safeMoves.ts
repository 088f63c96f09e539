import type { Box3, Vec3 } from '../frames';
import type { Machine, PositionName } from '../shop';

/** Something on the table a moving tool must clear: its box, machine axes, Z as the gauge line would touch it. */
export interface Standing {
  readonly name: string;
  readonly box: Box3;
}

/** What the tool would run into, and how deep its tip would be below the top of it. */
export interface Hit {
  readonly name: string;
  readonly byMm: number;
}

/** The moves between a position of the machine and the first position over a zero. */
export interface SafePath {
  readonly from: PositionName;
  readonly position: Vec3;
  /** straight in space */
  readonly straight: Hit | null;
  /** Z up to the end of its travel first, then across, then down */
  readonly riseFirst: Hit | null;
  /**
   * down to the position itself from the end of the travel, or up from it; null: clear. Left out by plans made before
   * it was looked at
   */
  readonly thereItself?: Hit | null;
}

/** What moves: as long as the longest tool, and as wide as the widest. */
export interface Reaching {
  readonly lengthMm: number;
  readonly radiusMm: number;
}

/**
 * What a tool runs into on its way from one zero to another, Z at the end of its travel.
 * @param tips over the one zero and over the other, machine axes
 */
export function betweenZeros(
  machine: Machine,
  tips: readonly [from: Vec3, to: Vec3],
  standing: readonly Standing[],
  tool: Reaching,
): Hit | null {
  const [from, to] = tips;
  const { lengthMm, radiusMm } = tool;
  const top = machine.travel.z.max - lengthMm;
  return hitOn({ ...from, z: top }, { ...to, z: top }, standing, radiusMm);
}

export const POSITION_SAYS: Record<PositionName, string> = {
  reference: 'the reference position',
  second: 'the second reference position',
  toolChange: 'the tool-change position',
};

/** How far above everything a tool stops when a zero is looked at. Common practice, no source. */
export const LOOK_ABOVE_MM = 25;

/** Share of a straight move, seen from above, that lies over a box grown by a radius; null: none of it does. */
function over(from: Vec3, to: Vec3, { min, max }: Box3, radius: number): [number, number] | null {
  let [enter, leave] = [0, 1];
  for (const a of ['x', 'y'] as const) {
    const d = to[a] - from[a];
    const [lo, hi] = [min[a] - radius, max[a] + radius];
    if (Math.abs(d) < 1e-12) {
      if (from[a] <= lo || from[a] >= hi) return null;
      continue;
    }
    const [s, t] = [(lo - from[a]) / d, (hi - from[a]) / d];
    enter = Math.max(enter, Math.min(s, t));
    leave = Math.min(leave, Math.max(s, t));
  }
  return enter < leave ? [enter, leave] : null;
}

/** The worst of what a tool runs into on a straight move; it reaches upwards without end, so only its tip counts. */
function hitOn(from: Vec3, to: Vec3, standing: readonly Standing[], radius: number): Hit | null {
  let worst: Hit | null = null;
  for (const { name, box } of standing) {
    const part = over(from, to, box, radius);
    if (!part) continue;
    const tip = Math.min(...part.map((s) => from.z + (to.z - from.z) * s));
    const by = box.max.z - tip;
    if (by > 1e-6 && by > (worst?.byMm ?? 0)) worst = { name, byMm: by };
  }
  return worst;
}

/**
 * The moves from each position of a machine to the first position over a zero, and back: the same lines. Common
 * practice, no source.
 * @param first where the tip comes to: over work zero, high enough to look; machine axes, gauge line less the tool's
 *   length
 */
export function safePaths(machine: Machine, first: Vec3, standing: readonly Standing[], tool: Reaching): SafePath[] {
  const { lengthMm, radiusMm } = tool;
  const top = machine.travel.z.max - lengthMm;
  return (Object.keys(POSITION_SAYS) as PositionName[]).flatMap((from): SafePath[] => {
    const position = machine.positions[from];
    if (!position) return [];
    const tip = { ...position, z: position.z - lengthMm };
    const across = hitOn({ ...tip, z: top }, { ...first, z: top }, standing, radiusMm);
    const down = hitOn({ ...first, z: top }, first, standing, radiusMm);
    return [
      {
        from,
        position,
        straight: hitOn(tip, first, standing, radiusMm),
        riseFirst: across ?? down,
        thereItself: hitOn({ ...tip, z: top }, tip, standing, radiusMm),
      },
    ];
  });
}
