import { AXES, dot, unitVector, type Axis, type Box3 } from '../frames';
import type { Job } from '../job';
import type { CylinderFeature, Feature } from '../part';

/**
 * A milling cutter of a job without tools sticks out this far, mm (an end mill of 16, three diameters; common
 * practice, no source).
 */
const STICKS_OUT_MM = 50;
/**
 * An inner corner is cut by a cutter no larger than itself, and that reaches five diameters (common practice, no
 * source).
 */
const DIAMETERS = 5;

/**
 * How deep below the part's top a wall can be milled, by feature: as far as the longest milling cutter of the job
 * sticks out, in an inner corner no deeper than a cutter that fits it reaches. Bores are drilled: no limit. mm
 */
export function depthLimits(job: Pick<Job, 'setups'>, features: readonly Feature[]): (feature: number) => number {
  const out = job.setups
    .flatMap((s) => s.tools)
    .filter((t) => t.use === 'milling')
    .map((t) => t.stickOut)
    .filter((mm) => mm !== null);
  const longest = out.length > 0 ? Math.max(...out) : STICKS_OUT_MM;
  return (feature) => {
    const f = features[feature];
    if (!f || f.kind === 'plane' || !f.hollow) return longest;
    return f.kind === 'bore' ? Infinity : Math.min(longest, DIAMETERS * f.diameter);
  };
}

/** What of a part is round about one axis through its middle. */
export interface RoundAbout {
  readonly axis: Axis;
  readonly diameter: number;
  readonly length: number;
}

/** Share of the part's length that its bosses on the axis make up together. */
const MOSTLY = 0.6;

/**
 * The axis a part is round about, as shafts, bushes and flanges are: bosses on one axis as thick as the part and
 * making up most of its length. Null: it is not.
 */
export function roundAbout(features: readonly Feature[], part: Box3): RoundAbout | null {
  const center = {
    x: (part.min.x + part.max.x) / 2,
    y: (part.min.y + part.max.y) / 2,
    z: (part.min.z + part.max.z) / 2,
  };
  for (const axis of AXES) {
    const others = AXES.filter((a) => a !== axis);
    const [w, h] = others.map((a) => part.max[a] - part.min[a]);
    if (Math.abs(w - h) > 0.02 * Math.max(w, h)) continue;
    const on = features.filter(
      (f): f is CylinderFeature =>
        f.kind === 'boss' &&
        Math.abs(dot(f.axis, unitVector(`+${axis}`))) > 1 - 1e-6 &&
        others.every((a) => Math.abs(f.at[a] - center[a]) < 0.01 * w),
    );
    const length = part.max[axis] - part.min[axis];
    const covered = on.reduce((sum, f) => sum + f.box.max[axis] - f.box.min[axis], 0);
    if (on.some((f) => Math.abs(f.diameter - w) < 0.02 * w) && covered >= MOSTLY * length)
      return { axis, diameter: w, length };
  }
  return null;
}
