import { kienzleN, roundInertiaMm4, WORN } from '../hold';
import type { WorkMaterial } from '../shop';
import { shaftDeflectionMm, stretchesBetween } from './beam';
import type { OnLathe, PlannedChange, TurnedSection } from './types';

/** Force across the bar as a share of the cutting force (common practice, no source). */
const ACROSS = 0.5;

/** Force that bends the bar, N: Kienzle for a worn edge, depth times feed; null: not enough is told. */
export function bendingForceN(
  { depth, feed }: Pick<OnLathe['turned'], 'depth' | 'feed'>,
  material: Pick<WorkMaterial, 'kc11' | 'mc'> | null,
): number | null {
  if (depth === null || feed === null || !material) return null;
  return kienzleN(material.kc11, material.mc, depth, feed) * WORN * Math.hypot(1, ACROSS);
}

/**
 * What is turned in each grip, and how far the bar gives under the tool where it sticks out farthest: from the collet
 * or the bushing to the tool, carried at its front by the second spindle once that has gripped it.
 */
export function sectionsOf(
  on: OnLathe,
  changes: readonly PlannedChange[],
  { start, material }: { readonly start: number; readonly material: WorkMaterial | null },
): TurnedSection[] {
  const { turned, bar, lathe, machine, second, profile } = on;
  const ends = [-bar.face, ...changes.map((c) => c.at), bar.length + bar.back + bar.cutOff];
  const forceN = bendingForceN(turned, material);
  let mainAt = start;
  return ends.slice(1).map((to, i): TurnedSection => {
    const from = ends[i];
    const collet = lathe.nearest + (mainAt - machine.travel.z.min);
    const overhang = lathe.bushing ?? collet;
    const toSupport = i > 0 && second ? Math.max(0, from - turned.grip) : null;
    // every change before it may have slipped, all of them the same way
    const plusMinus = i === 0 ? 0 : lathe.slip === null ? null : i * lathe.slip;
    mainAt += -(to - from) + (changes[i]?.move ?? 0);
    if (forceN === null || material === null || bar.diameter === null)
      return { ...{ from, to, overhang, toSupport, plusMinus }, gives: null };
    const gives = shaftDeflectionMm({
      ...{ forceN, youngGPa: material.youngGPa, toTool: overhang },
      toSupport: toSupport === null ? null : overhang + toSupport,
      stretches: [
        { length: overhang, inertiaMm4: roundInertiaMm4(bar.diameter) },
        ...(toSupport === null ? [] : stretchesBetween(profile, [from, turned.grip], { atMost: bar.diameter })),
      ],
    });
    return { from, to, overhang, toSupport, gives, plusMinus };
  });
}
