import { add, vec, type Vec3 } from '../frames';
import { seatedMesh } from '../part';
import type { PlannedSetup, PlanSolids } from '../plan';
import { holdingOf } from '../holdings';
import type { Body } from '../simulated';
import { boxMesh, polygonLoop, prism } from '../solid';

/**
 * What stands on the machine in one setup as planned: the material as loaded and the device, for the simulated control
 * to touch.
 */
export interface SetupBodies {
  readonly setupId: string;
  readonly stationId: string | null;
  /** machine coordinates of the device's datum; null: not known, the practice machine puts it somewhere */
  readonly position: Vec3 | null;
  readonly bodies: readonly Body[];
}

/** @param solids of the same plan */
export function bodiesOf(solids: PlanSolids, setups: readonly PlannedSetup[]): SetupBodies[] {
  return setups.flatMap((s, i): SetupBodies[] => {
    const { facts } = s;
    if (!facts) return [];
    const before = solids.cuts[i - 1]?.onward ?? solids.blank;
    const loaded: Body = {
      name: 'part',
      mesh: seatedMesh(before.solid, s.setup.orientation),
      at: facts.seat.pose.translation,
    };
    const rest = facts.seat.locators;
    // what carries the part, where nothing else stands for it
    const under: Body = {
      name: rest.z.name,
      mesh: boxMesh({
        min: vec(facts.seat.loadedBox.min.x - 40, facts.seat.loadedBox.min.y - 40, rest.z.at - 10),
        max: vec(
          facts.seat.loadedBox.max.x + 40,
          facts.seat.loadedBox.max.y + (s.device && holdingOf(s.device).parallels ? 0 : 40),
          rest.z.at,
        ),
      }),
      at: vec(0, 0, 0),
    };
    const standing = facts.hold.obstacles.flatMap((o): Body[] =>
      o.footprint
        .filter((ring) => ring.length > 2)
        .map((ring) => ({ name: o.name, mesh: prism(polygonLoop(ring), [], o.to - o.from), at: vec(0, 0, o.from) })),
    );
    return [
      {
        setupId: s.id,
        stationId: s.station?.id ?? null,
        position: facts.touched?.position ?? s.station?.position ?? null,
        bodies: [loaded, under, ...standing],
      },
    ];
  });
}

/** Bodies moved to where their device stands. */
export const standingAt = (bodies: readonly Body[], position: Vec3): Body[] =>
  bodies.map((b) => ({ ...b, at: add(b.at, position) }));
