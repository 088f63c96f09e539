import {
  boxOn,
  brokenOff,
  circleOf,
  horizontal,
  rectangle,
  region,
  vertical,
  type Dimension,
  type Layer,
  type Point,
  type Role,
  type Shape,
  type ViewName,
} from '../../scene';
import type { FlatDevice } from '../../shop';
import type { Speech } from '../../units';
import { flatKindOf } from './kinds';
import { inside, series } from './kinds/kind';
import { factsOfAll, obstacleOn, plainDimensions, type DeviceSolid, type Drawn, type DrawnFacts } from '../drawn';

/** The stretch of a bed that is worth drawing: under the pieces and whatever stands there, with some room around. */
export function bedUnder(device: FlatDevice, drawn: Drawn<'flat'>): { x: [number, number]; y: [number, number] } {
  const { loadedBox } = drawn.facts.seat;
  const points = factsOfAll(drawn).flatMap(({ seat, hold }): Point[] => [
    [seat.loadedBox.min.x, seat.loadedBox.min.y],
    [seat.loadedBox.max.x, seat.loadedBox.max.y],
    ...hold.obstacles.flatMap((o) => o.footprint.flat()),
    ...hold.drawn.flatMap((d) => d.outlines.flat()),
  ]);
  const room = 0.12 * Math.max(loadedBox.max.x - loadedBox.min.x, loadedBox.max.y - loadedBox.min.y) + 10;
  const range = (k: 0 | 1, most: number): [number, number] => [
    Math.max(0, Math.min(...points.map((p) => p[k])) - room),
    Math.min(most, Math.max(...points.map((p) => p[k])) + room),
  ];
  return { x: range(0, device.width), y: range(1, device.depth) };
}

export function flatShapes(view: ViewName, device: FlatDevice, drawn: Drawn<'flat'>, layer: Layer): Shape[] {
  if (layer === 'front')
    return factsOfAll(drawn).flatMap((facts) => [
      ...facts.hold.obstacles.map((o) => obstacleOn(view, o)),
      ...(view === 'above' ? tabShapes(facts) : []),
      ...holeShapes(view, facts),
    ]);
  const { x, y } = bedUnder(device, drawn);
  // where the bed goes on, it is broken off
  const [onLeft, onRight, onFront, onRear] = [x[0] > 0, x[1] < device.width, y[0] > 0, y[1] < device.depth];
  if (view === 'above')
    return [
      broken(
        'steel-open',
        [
          [x[0], y[0]],
          [x[1], y[0]],
          [x[1], y[1]],
          [x[0], y[1]],
        ],
        [onFront, onRight, onRear, onLeft],
      ),
      ...flatKindOf(device).marks(device, { x, y }),
    ];
  const bed = sideOfBed(view, device, { x, y }, { onLeft, onRight, onFront, onRear });
  return [...bed, ...factsOfAll(drawn).flatMap((facts) => carriersOf(view, device, facts))];
}

/** A region with those of its edges broken off that are told, in the order of its corners. */
function broken(role: Role, ring: readonly Point[], edges: readonly boolean[]): Shape {
  const off = edges.flatMap((is, edge) => (is ? [edge] : []));
  return { kind: 'region', role, outlines: [brokenOff(ring, off)] };
}

/** The bed from a side: its slats one by one, or one block. */
function sideOfBed(
  view: ViewName,
  device: FlatDevice,
  { x, y }: { x: [number, number]; y: [number, number] },
  on: { onLeft: boolean; onRight: boolean; onFront: boolean; onRear: boolean },
): Shape[] {
  const thick = Math.min(device.thickness, 0.25 * Math.max(x[1] - x[0], y[1] - y[0]));
  if (device.kind === 'support grid') {
    const slats = inside(y, series(0, device.slatPitch, Math.ceil(device.depth / device.slatPitch) + 1));
    return view === 'front'
      ? [region(view, 'steel', [x[0], 0, -thick], [x[1], 0, 0])]
      : slats.map((v) =>
          region(view, 'steel', [0, v - device.slatThickness / 2, -thick], [0, v + device.slatThickness / 2, 0]),
        );
  }

  const [[[u0, v0], [u1], [, v1]]] = boxOn(view, [x[0], y[0], -thick], [x[1], y[1], 0]);
  // seen from the left end the rear is at the left
  const [left, right] = view === 'front' ? [on.onLeft, on.onRight] : [on.onRear, on.onFront];
  return [
    broken(
      'steel',
      [
        [u0, v0],
        [u1, v0],
        [u1, v1],
        [u0, v1],
      ],
      [thick < device.thickness, right, false, left],
    ),
  ];
}

const tabShapes = ({ separation }: DrawnFacts): Shape[] =>
  (separation?.tabs ?? []).map((t) => ({ kind: 'region', role: 'tab', outlines: circleOf(t.at[0], t.at[1], 3) }));

/** The dowel holes that are drilled here: round from above, hidden lines from the side. */
const holeShapes = (view: ViewName, { drills = [] }: DrawnFacts): Shape[] =>
  drills.flatMap((h): Shape[] => {
    const r = h.diameter / 2;
    if (view === 'above')
      return [
        { kind: 'region', role: 'groove', outlines: circleOf(h.x, h.y, r) },
        { kind: 'label', at: [h.x + r + 1.5, h.y], text: h.name, anchor: 'start', backed: true },
      ];
    const [[[u0, v0], [u1], [, v1]]] = boxOn(view, [h.x - r, h.y - r, h.from], [h.x + r, h.y + r, h.to]);
    return [u0, u1].map((u) => ({
      kind: 'line',
      role: 'hidden',
      points: [
        [u, v0],
        [u, v1],
      ],
    }));
  });

/** What carries one piece from the side: its pods, and the packing or tape under it. */
function carriersOf(view: ViewName, device: FlatDevice, { hold, seat }: DrawnFacts): Shape[] {
  const shapes: Shape[] = [];
  if (device.kind === 'vacuum pods')
    shapes.push(
      ...hold.drawn
        .filter((d) => d.role === 'pod' || d.role === 'pod-off')
        .map((d): Shape =>
          region(
            view,
            'steel-open',
            [d.outlines[0][0][0], d.outlines[0][0][1], 0],
            [d.outlines[0][2][0], d.outlines[0][2][1], device.podHeight],
          ),
        ),
    );
  const from = device.kind === 'vacuum pods' ? device.podHeight : 0;
  const rest = seat.locators.z.at;
  const { loadedBox } = seat;
  if (rest > from + 1e-6)
    shapes.push(
      region(view, 'packing', [loadedBox.min.x, loadedBox.min.y, from], [loadedBox.max.x, loadedBox.max.y, rest]),
    );
  return shapes;
}

/** From the edges of the device to what the part is set against; over-all sizes; how high it lies. */
export function flatDimensions(view: ViewName, drawn: Drawn<'flat'>, speech: Speech): Dimension[] {
  const {
    loadedBox: b,
    locators: { x, y },
  } = drawn.facts.seat;
  return plainDimensions(view, drawn.facts, speech, [
    horizontal('from left', [0, x.at], { reach: b.min.y, side: 'bottom' }, speech.signed(x.at)),
    vertical('from front', [0, y.at], { reach: b.min.x, side: 'left' }, speech.signed(y.at)),
  ]);
}

/** The bed, its pods and what lies between in space. */
export function flatSolids(device: FlatDevice, drawn: Drawn<'flat'>): DeviceSolid[] {
  const { x, y } = bedUnder(device, drawn);
  const { seat, hold } = drawn.facts;
  const podTop = device.kind === 'vacuum pods' ? device.podHeight : 0;
  const rest = seat.locators.z.at;
  const { min, max } = seat.loadedBox;
  return [
    {
      name: device.kind,
      outlines: rectangle(x[0], y[0], x[1], y[1]),
      from: -Math.min(device.thickness, 0.25 * Math.max(x[1] - x[0], y[1] - y[0])),
      to: 0,
    },
    ...hold.drawn
      .filter((d) => podTop > 0 && (d.role === 'pod' || d.role === 'pod-off'))
      .map((d) => ({ name: 'pod', outlines: d.outlines, from: 0, to: podTop })),
    ...(rest > podTop + 1e-6
      ? [{ name: seat.locators.z.name, outlines: rectangle(min.x, min.y, max.x, max.y), from: podTop, to: rest }]
      : []),
  ];
}
