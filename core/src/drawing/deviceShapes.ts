import { factsOfAll, holdingOf, type Drawn } from '../holdings';
import { onView, type Layer, type Shape, type ViewName } from '../scene';
import type { Device } from '../shop';

/** The device of a setup in one view, what is behind the pieces or what is before them. */
export function deviceShapes(view: ViewName, device: Device, drawn: Drawn, layer: Layer): Shape[] {
  const own = holdingOf(device).shapes(view, device, drawn, layer);
  if (layer === 'behind' || view !== 'above') return own;
  return [
    ...own,
    ...factsOfAll(drawn).flatMap(({ hold }) =>
      hold.drawn.map((d): Shape => ({ kind: 'region', role: d.role, outlines: d.outlines })),
    ),
  ];
}

/** Heavy lines where device and part meet: the edges of every patch that is seen edge-on. */
export function contactLines(view: ViewName, drawn: Drawn): Shape[] {
  return factsOfAll(drawn)
    .flatMap(({ hold }) => hold.contacts)
    .flatMap((c): Shape[] => {
      const [u0, v0] = onView(view, c.patch.min);
      const [u1, v1] = onView(view, c.patch.max);
      const edgeOn = Math.abs(u1 - u0) < 1e-6 || Math.abs(v1 - v0) < 1e-6;
      if (!edgeOn || (view === 'front' && Math.abs(c.inward.y) > 0.5)) return [];
      return [
        {
          kind: 'line',
          role: 'grip',
          points: [
            [u0, v0],
            [u1, v1],
          ],
        },
      ];
    });
}
