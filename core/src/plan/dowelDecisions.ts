import { axesAcross } from '../dowels';
import { apply, AXES, rotate, rotationOf, unitVector, vec } from '../frames';
import type { Decision } from '../holdings';
import type { Dowel, Job } from '../job';
import type { Speech } from '../units';
import type { PlannedSetup } from './planned';

/**
 * Where the dowel holes are drilled, in the setup that drills them: each is moved along both machine axes. Device
 * frame, mm; the number is the part's own coordinate.
 */
export function dowelDecisions(
  planned: PlannedSetup,
  { dowels }: Pick<Job, 'dowels'>,
  speech: Speech,
): Decision<Job>[] {
  const { facts, setup } = planned;
  if (!dowels || !facts?.drills || dowels.drilledIn !== planned.id) return [];
  const rotation = rotationOf(setup.orientation);
  const { pose, loadedBox } = facts.seat;
  return dowels.holes.flatMap((hole, i) =>
    (['u', 'v'] as const).flatMap((key, k): Decision<Job>[] => {
      const part = axesAcross(dowels.along)[k];
      const onMachine = rotate(rotation, unitVector(`+${part}`));
      const axis = AXES.find((a) => Math.abs(onMachine[a]) > 0.5)!;
      const way = onMachine[axis] > 0 ? 1 : -1;
      const drilled = facts.drills!.find((d) => d.id === hole.id);
      if (!drilled) return [];
      const origin = apply(pose, vec(0, 0, 0));
      const name = `Dowel ${i + 1}, ${part.toUpperCase()} of the part`;
      const decision: Decision<Job> = {
        id: `hole-${hole.id}-${key}`,
        item: `hole-${hole.id}`,
        thing: `dowel ${i + 1}`,
        name,
        axis,
        mm: hole[key],
        from: origin[axis],
        way,
        at: vec(drilled.x, drilled.y, loadedBox.max.z),
        least: -20_000,
        most: 20_000,
        signed: true,
        snaps: inLine(dowels.holes, hole, key, speech),
        measures: '',
        get: (job) => job.dowels?.holes.find((h) => h.id === hole.id)?.[key] ?? null,
        set: (job, mm) => ({ ...job, dowels: job.dowels && withPlace(job.dowels, hole.id, { [key]: mm }) }),
      };
      return [decision];
    }),
  );
}

const withPlace = (dowels: NonNullable<Job['dowels']>, id: string, to: Partial<Dowel>) => ({
  ...dowels,
  holes: dowels.holes.map((h) => (h.id === id ? { ...h, ...to } : h)),
});

/** In line with another dowel: so a part that is turned over about that line goes back onto them. */
const inLine = (holes: readonly Dowel[], own: Dowel, key: 'u' | 'v', speech: Speech) =>
  holes.flatMap((h, i) =>
    h.id === own.id ? [] : [{ mm: h[key], says: `in line with dowel ${i + 1}, at ${speech.signed(h[key])}` }],
  );
