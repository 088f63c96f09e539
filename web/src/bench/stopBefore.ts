import { rotate, rotationOf } from '@violet-jaw/core/frames';
import type { HoldIn } from '@violet-jaw/core/job';
import type { Feature } from '@violet-jaw/core/part';
import type { PlannedSetup } from '@violet-jaw/core/plan';

/**
 * Sets the stop before the middle of a face as the part lies now: its height above the bed and its distance from the
 * fixed jaw.
 */
export function stopBefore(
  face: Feature,
  planned: PlannedSetup,
): Pick<HoldIn<'vise'>['stop'], 'face' | 'height' | 'fromJaw'> {
  const { pose } = planned.facts!.seat;
  const at = rotate(rotationOf(planned.setup.orientation), face.at);
  const round = (mm: number) => Math.round(mm * 10) / 10;
  return {
    face: face.id,
    height: Math.max(0, round(at.z + pose.translation.z)),
    fromJaw: Math.max(0, round(-(at.y + pose.translation.y))),
  };
}
