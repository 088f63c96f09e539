import { apply, AXES, boxOfBoth, byAxis, type Axis, type Box3 } from '../frames';
import type { Decision, Snap } from '../holdings';
import type { Feature } from '../part';
import type { PlannedSetup } from '../plan';
import type { SectionPlane } from './partScene';

const middleOf = (box: Box3, axis: Axis) => (box.min[axis] + box.max[axis]) / 2;

/** The grips of a cutting plane stand so far outside of what is cut, as a share of its longest side. */
const OUT = 0.07;

/** A face or bore of the part with its name. */
interface Named {
  readonly feature: Feature;
  readonly name: string;
}

/** All pieces of a setup as they are loaded, device frame; null: it is not told how they are held. */
export function loadedRoom({ facts, pieces }: PlannedSetup): Box3 | null {
  return facts && pieces.map((p) => p.facts.seat.loadedBox).reduce(boxOfBoth, facts.seat.loadedBox);
}

/** A setup cut open across an axis in the middle of what is loaded. Device frame, mm. */
export function cutAcross(planned: PlannedSetup, axis: Axis): SectionPlane | null {
  const room = loadedRoom(planned);
  return room && { axis, at: middleOf(room, axis) };
}

/**
 * Where a setup is cut open to be looked into, moved like everything that is decided in the drawings; nothing of the
 * plan hangs on it. Told from the work zero, drawn to it, to the middle and to the bores that lie in the plane.
 */
export function planeDecision(
  planned: PlannedSetup,
  plane: SectionPlane,
  features: readonly Named[],
): Decision<SectionPlane> | null {
  const room = loadedRoom(planned);
  if (!room || !planned.facts) return null;
  const { axis } = plane;
  const from = planned.facts.zero.shiftedInDevice[axis];
  const out = OUT * Math.max(...AXES.map((a) => room.max[a] - room.min[a]));
  const beside = { x: room.max.x + out, y: room.min.y - out, z: room.max.z + out };
  return {
    id: 'plane',
    item: 'plane',
    thing: 'cutting plane',
    name: `Cut open at ${axis.toUpperCase()}, from the work zero`,
    axis,
    mm: plane.at - from,
    from,
    way: 1,
    at: byAxis((a) => (a === axis ? plane.at : beside[a])),
    least: room.min[axis] - from,
    most: room.max[axis] - from,
    signed: true,
    snaps: snapsOf(planned, axis, features).map((s) => ({ ...s, mm: s.mm - from })),
    measures: '',
    get: (p) => (p.axis === axis ? p.at - from : null),
    set: (p, mm) => (p.axis === axis ? { ...p, at: from + mm } : p),
  };
}

/** Where a plane across an axis goes through something worth to be seen. Device frame, mm. */
function snapsOf(planned: PlannedSetup, axis: Axis, features: readonly Named[]): Snap[] {
  const { facts } = planned;
  if (!facts) return [];
  const { pose } = facts.seat;
  const bores = features.flatMap(({ feature: f, name }): Snap[] => {
    if (f.kind === 'plane') return [];
    const [at, end] = [f.at, byAxis((a) => f.at[a] + f.axis[a])].map((p) => apply(pose, p)[axis]);
    return Math.abs(end - at) < 1e-9 ? [{ mm: at, says: name }] : [];
  });
  return [
    { mm: facts.zero.shiftedInDevice[axis], says: 'work zero' },
    { mm: middleOf(facts.seat.loadedBox, axis), says: 'middle' },
    ...bores,
  ];
}
