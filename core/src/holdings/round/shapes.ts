import { rectangle, region, type Layer, type Role, type Shape, type ViewName } from '../../scene';
import type { Obstacle } from '../../hold';
import type { RoundDevice } from '../../shop';
import { obstacleOn, type DrawnFacts } from '../drawn';

/** Body and jaws, and the supports of a rotary axis. */
export function roundShapes(view: ViewName, device: RoundDevice, facts: DrawnFacts, layer: Layer): Shape[] {
  if (layer === 'front') return [];
  const [body, ...rest] = facts.hold.obstacles;
  const shape = (o: Obstacle | undefined, role: Role): Shape[] => {
    if (!o) return [];
    if (view === 'above') return [{ kind: 'region', role, outlines: o.footprint }];
    if (o.name !== 'jaws') return [{ ...obstacleOn(view, o), role } as Shape];
    // the jaws from the side: left and right of what they grip
    const r = Math.max(...o.footprint[0].map((p) => Math.abs(p[0])));
    const inner = o.footprint[1] ? Math.max(...o.footprint[1].map((p) => Math.abs(p[0]))) : 0;
    return [
      [-r, -inner],
      [inner, r],
    ].map(([a, b]): Shape => ({ kind: 'region', role, outlines: rectangle(a, o.from, b, o.to) }));
  };
  const supports =
    device.kind === 'rotary axis' && view !== 'above'
      ? facts.hold.contacts
          .filter((c) => c.name.startsWith('support'))
          .map((c) =>
            region(
              view,
              'steel',
              [c.points[0].x - 6, -10, -device.centreHeight],
              [
                c.points[0].x + 6,
                10,
                facts.hold.obstacles.find((o) => o.name === c.name.replace('support', 'carrier'))?.from ??
                  c.points[0].z,
              ],
            ),
          )
      : [];
  return [...shape(body, 'steel'), ...rest.flatMap((o) => shape(o, 'steel')), ...supports];
}
