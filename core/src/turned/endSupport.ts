import { roundInertiaMm4 } from '../hold';
import type { WorkMaterial } from '../shop';
import { shaftDeflectionMm, stretchesBetween } from './beam';
import { cylinderBetween } from './profile';
import { bendingForceN } from './sections';
import type { EndSupport, OnLathe, PlannedEnd } from './types';

/** How a side lies in the chuck: what of it is behind the front of the jaws, and where its end rests. mm */
interface Lies {
  readonly on: OnLathe;
  readonly side: PlannedEnd['side'];
  readonly inside: number;
  readonly rest: number;
  /** the first side is turned from the finished front face to here */
  readonly to: number;
}

/** A place on the part, from the finished front face, as it lies: from the end that is in the chuck. mm */
const fromEnd = ({ on: { bar }, side }: Pick<Lies, 'on' | 'side'>, at: number): number =>
  side === 'first' ? bar.length + bar.back - at : at;

/** What carries a side, and where that stands from the face of the chuck. */
export function supportOf(lies: Lies, wanted: OnLathe['turned']['ends']): EndSupport | null {
  const { on, side, rest, to } = lies;
  const support = wanted?.[side].support ?? null;
  if (!support) return null;
  const { bar, lathe, profile } = on;
  if (support.by === 'tailstock') {
    const tip = rest + fromEnd(lies, side === 'first' ? 0 : bar.length) - support.into;
    const mark = lathe.tailstock?.mark ?? null;
    return { by: support.by, into: support.into, tip, onScale: mark === null ? null : mark + tip };
  }
  const half = (lathe.steady?.width ?? 0) / 2;
  // what the first side turns ends there; behind it is the raw piece, on the second side the finished one before it
  const isRaw = side === 'first' || support.at + half > to;
  return {
    ...{ by: support.by, at: support.at, half, isRaw, fromFace: rest + fromEnd(lies, support.at) },
    diameter: isRaw ? bar.diameter : cylinderBetween(profile, support.at - half, support.at + half),
  };
}

/** Places of the tool that are tried. */
const TRIED = 96;

/**
 * How far a side gives under the tool where it gives most, before the last cut: a stepped shaft built in at the jaws,
 * carried where it is supported. mm; null: not known
 */
export function endGives(lies: Lies, support: EndSupport | null, material: WorkMaterial | null): number | null {
  const { on, side, inside, to } = lies;
  const { bar, turned, profile } = on;
  const forceN = bendingForceN(turned, material);
  if (forceN === null || !material || bar.diameter === null || turned.depth === null) return null;
  const cut = { left: 2 * turned.depth, atMost: bar.diameter };
  const raw = (length: number) => ({ length: Math.max(0, length), inertiaMm4: roundInertiaMm4(bar.diameter!) });
  const stretches =
    side === 'first'
      ? [raw(fromEnd(lies, to) - inside), ...stretchesBetween(profile, [to, 0], cut)]
      : [...stretchesBetween(profile, [inside, to]), ...stretchesBetween(profile, [to, bar.length], cut)];
  const [from, end] = side === 'first' ? [0, to] : [to, bar.length];
  const carried = support && (support.by === 'steady rest' ? support.at : side === 'first' ? 0 : bar.length);
  const toSupport = carried === null ? null : fromEnd(lies, carried) - inside;
  const gives = Array.from({ length: TRIED + 1 }, (_, i) => {
    const toTool = fromEnd(lies, from + ((end - from) * i) / TRIED) - inside;
    if (toTool <= 0) return 0;
    return shaftDeflectionMm({ forceN, youngGPa: material.youngGPa, stretches, toTool, toSupport });
  });
  return Math.max(...gives);
}
