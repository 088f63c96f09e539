import { onView, setupScene, VIEW_NAMES, type RouteOutlines, type Scene, type Shape, type ViewName } from '../drawing';
import { axisOf } from '../frames';
import type { PlannedSetup } from '../plan';
import type { Speech } from '../units';
import type { Touch } from '../zero';

/** The sheet's drawings of a setup, for the run: frozen with it. */
export type RunPictures = Readonly<Record<ViewName, Scene>>;

export function picturesOf(planned: PlannedSetup, outlines: RouteOutlines | null, speech: Speech): RunPictures | null {
  const views = outlines?.setups.find((s) => s.id === planned.id)?.views;
  return views
    ? (Object.fromEntries(
        VIEW_NAMES.map((v) => [
          v,
          setupScene({ view: v, planned, outlines: views[v], speech, options: { dimensions: true, labels: true } }),
        ]),
      ) as Record<ViewName, Scene>)
    : null;
}

/** Which view shows a touch best: heights from the front, sides from above. */
export const touchedIn = (axis: 'x' | 'y' | 'z'): ViewName => (axis === 'z' ? 'front' : 'above');

/** What is touched, as bold lines across the part, in the view that shows it. Device frame. */
export function touchedLines({ facts }: PlannedSetup, touches: readonly Touch[]): Shape[] {
  if (!facts) return [];
  const { loadedBox: b } = facts.seat;
  return touches.map((t): Shape => {
    const axis = axisOf(t.faces);
    const at = t.face + facts.zero.shiftedInDevice[axis];
    const across = axis === 'x' ? 'y' : 'x';
    const end = (v: number) => onView(touchedIn(axis), { ...b.min, z: b.max.z, [axis]: at, [across]: v });
    return { kind: 'line', role: 'chosen', points: [end(b.min[across]), end(b.max[across])] };
  });
}
