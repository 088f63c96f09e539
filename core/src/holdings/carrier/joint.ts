import { airPressureKPa, FORCE_SCATTER, HOLD_SCATTER, suctionN, type Margin } from '../../hold';
import type { StandsOn } from '../../job';
import { isOf, type Device, type FlatDevice, type VacuumPlate } from '../../shop';

/** What the joint between two devices bears, N; null: not known. */
export interface JointFacts {
  readonly liftsAtN: number | null;
  readonly slidesAtN: number | null;
  /** the narrower side of what stands on it: what it tips over. null: not known */
  readonly widthMm: number | null;
  /** where the two numbers come from */
  readonly from: { readonly lifts: string; readonly slides: string };
}

const TYPED = 'as typed';

type Span = readonly [number, number];

const overlap = (a: Span, b: Span): Span => [Math.max(a[0], b[0]), Math.min(a[1], b[1])];

/** Where an upper bed covers a lower one, in the lower one's frame. */
function covered(upper: FlatDevice, lower: FlatDevice, { x, y }: StandsOn): { x: Span; y: Span } {
  return { x: overlap([x, x + upper.width], [0, lower.width]), y: overlap([y, y + upper.depth], [0, lower.depth]) };
}

/** The outermost grooves that lie under what is covered: a cord laid there encloses the length between them. */
function betweenGrooves([from, to]: Span, plate: VacuumPlate, size: number): number {
  const count = Math.floor((size - 2 * plate.firstGroove) / plate.groovePitch + 1e-9);
  const [low, high] = [
    Math.max(0, Math.ceil((from + plate.grooveWidth / 2 - plate.firstGroove) / plate.groovePitch - 1e-9)),
    Math.min(count, Math.floor((to - plate.grooveWidth / 2 - plate.firstGroove) / plate.groovePitch + 1e-9)),
  ];
  return Math.max(0, high - low) * plate.groovePitch;
}

/**
 * What keeps a device on the one it stands on: as typed; where the lower one is a vacuum plate that sucks and nothing
 * is typed, pressure times the area between its outermost grooves under the upper one, and friction with that pull.
 */
export function jointOf(standsOn: StandsOn, upper: Device, lower: Device | null, altitude: number): JointFacts {
  const { by, liftsAtN, slidesAtN } = standsOn.joint;
  const widthMm = isOf('flat', upper) ? Math.min(upper.width, upper.depth) : null;
  const typed = { liftsAtN, slidesAtN, widthMm, from: { lifts: TYPED, slides: TYPED } };
  if (by !== 'vacuum' || lower?.kind !== 'vacuum plate' || !isOf('flat', upper)) return typed;
  const on = covered(upper, lower, standsOn);
  const areaMm2 = betweenGrooves(on.x, lower, lower.width) * betweenGrooves(on.y, lower, lower.depth);
  const kPa = (airPressureKPa(altitude) * lower.vacuum) / 100;
  const pullN = suctionN(areaMm2, kPa);
  return {
    liftsAtN: liftsAtN ?? pullN,
    slidesAtN: slidesAtN ?? lower.friction * (liftsAtN ?? pullN),
    widthMm,
    from: {
      lifts: liftsAtN === null ? `${kPa.toFixed(1)} kPa inside the outermost grooves under it` : TYPED,
      slides: slidesAtN === null ? 'friction with that pull' : TYPED,
    },
  };
}

/** How often a joint bears a cut, as good as is to be expected and as bad. */
export interface JointMargin {
  readonly tool: number;
  readonly description: string;
  readonly times: number;
  readonly low: number;
  readonly sidewaysN: number;
  readonly liftN: number;
  /** how high above the joint it pushes, mm */
  readonly heightMm: number;
}

/**
 * How often a joint bears what a tool does: the share of its hold against sliding that the push sideways takes, and the
 * share of its hold against lifting that the pull takes, together with the pull the push makes at one side by tipping
 * about the other, add up to 1 (conservative: in truth they help each other; common practice, no source). null: not
 * known.
 * @param standsOn how high the cut's frame lies above the joint
 */
export function jointMargin(
  { tool, description, demand, at }: Pick<Margin, 'tool' | 'description' | 'demand' | 'at'>,
  { liftsAtN, slidesAtN, widthMm }: JointFacts,
  { height }: Pick<StandsOn, 'height'>,
): JointMargin | null {
  if (liftsAtN === null || slidesAtN === null || widthMm === null) return null;
  const { sidewaysN, liftN } = demand;
  const heightMm = Math.max(0, at.z + height);
  // the joint pulls in the middle: half its width from the side it tips over
  const tipsN = (2 * sidewaysN * heightMm) / widthMm;
  const share = (forceN: number, bears: number) => (forceN === 0 ? 0 : forceN / bears);
  const used = share(sidewaysN, slidesAtN) + share(liftN + tipsN, liftsAtN);
  const times = used === 0 ? Infinity : 1 / used;
  return {
    tool,
    description,
    times,
    low: (times * (1 - HOLD_SCATTER)) / (1 + FORCE_SCATTER),
    sidewaysN,
    liftN,
    heightMm,
  };
}

/** How far a bed stands out over the edges of another range in X and Y, mm; 0: nowhere. */
export function standsOut(
  bed: { readonly x: Span; readonly y: Span },
  over: { readonly x: Span; readonly y: Span },
): number {
  return Math.max(0, ...(['x', 'y'] as const).flatMap((a) => [over[a][0] - bed[a][0], bed[a][1] - over[a][1]]));
}
