import type { PlannedSetup, SetupFacts } from '../plan';
import type { Obstacle } from '../hold';
import { fixedSide, pocketOf, restIn } from '../holdings';
import { isOf, type Device, type FlatDevice, type RoundDevice, type Vise } from '../shop';
import type { Outlines } from '../solid';
import { brokenOff, shownOf, type ShownVise } from './breaks';
import { onView, type ViewName } from './outlines';
import { rectangle, type Point, type Role, type Shape } from './scene';

/** A setup that is drawn: the first piece and the further ones. */
export interface Drawn {
  readonly facts: SetupFacts;
  readonly setup: PlannedSetup['setup'];
  readonly pieces: PlannedSetup['pieces'];
}

const factsOfAll = ({ facts, pieces }: Drawn): SetupFacts[] => [facts, ...pieces.map((p) => p.facts)];

type Corner = readonly [number, number, number];
export type Layer = 'behind' | 'front';

/** Box given by two corners of the setup, as a rectangle of the view. */
export function boxOn(view: ViewName, a: Corner, b: Corner): Outlines {
  const [u0, v0] = onView(view, { x: a[0], y: a[1], z: a[2] });
  const [u1, v1] = onView(view, { x: b[0], y: b[1], z: b[2] });
  return rectangle(Math.min(u0, u1), Math.min(v0, v1), Math.max(u0, u1), Math.max(v0, v1));
}

const region = (view: ViewName, role: Role, a: Corner, b: Corner): Shape => ({ kind: 'region', role, outlines: boxOn(view, a, b) });

/** How much of a vise a setup's drawings show. */
export const shownVise = (vise: Vise, drawn: Drawn): ShownVise => shownOf(vise, factsOfAll(drawn), stopsOf(drawn));

/** Where rods stand; a pocket has none. */
const stopsOf = ({ setup, pieces }: Drawn): number[] => (pocketOf(setup) ? [] : [setup.stop.position, ...pieces.map((p) => p.setup.stop.position)]);

/** A vise closed on the part: bed, jaws, rest and stop, broken off where nothing is held. Device frame. */
function viseShapes(view: ViewName, vise: Vise, drawn: Drawn, layer: Layer): Shape[] {
  const { facts, setup } = drawn;
  const s = fixedSide(vise);
  const moving = -s * (facts.hold.vise?.openingMm ?? 0);
  const h = vise.jawHeight;
  const { thickness: t, bed, width: w } = shownVise(vise, drawn);
  const [cutJaws, cutBed, cutRight] = [t < vise.jawThickness, bed < vise.bedThickness, w < vise.jawWidth];
  const { height, thickness: p, name: rest } = restIn(vise, setup);
  const pocket = pocketOf(setup);
  const carries = rest === 'parallels' || rest === 'jaw steps' ? height : 0;
  const { stop } = setup;
  const rod = vise.stopDiameter / 2;
  const outwards = stop.side === 'left' ? -1 : 1;
  const stopY = -s * stop.fromJaw;
  if (layer === 'front') {
    return view === 'leftEnd' ? [] : stopsOf(drawn).map((at) => region(view, 'stop', [at, stopY - rod, stop.height - rod], [at + outwards * 18, stopY + rod, stop.height + rod]));
  }
  const on = (...at: Corner) => onView(view, { x: at[0], y: at[1], z: at[2] });
  const steel = (role: Role, ring: readonly Corner[], broken: readonly (readonly [number, boolean])[]): Shape =>
    ({ kind: 'region', role, outlines: [brokenOff(ring.map((c) => on(...c)), broken.filter(([, is]) => is).map(([edge]) => edge))] });
  const [rear, front] = s > 0 ? [t, moving - t] : [moving + t, -t];
  const strip = (a: number, b: number) => region(view, 'steel-open', [0, a, 0], [w, b, height]);
  if (view === 'leftEnd') {
    const floor = pocket ? Math.max(0, h - pocket.depth) : h;
    const jaw = (face: number, back: number, wall: number) => steel('steel', [[0, face, 0], [0, back, 0], [0, back, h], [0, wall, h], ...(pocket ? [[0, wall, floor], [0, face, floor]] as const : [])], [[1, cutJaws]]);
    const ledge = s * (pocket?.ledge ?? 0);
    return [
      steel('steel', [[0, front, -bed], [0, rear, -bed], [0, rear, 0], [0, front, 0]], [[0, cutBed], [1, cutJaws], [3, cutJaws]]),
      jaw(0, s * t, ledge), jaw(moving, moving - s * t, moving - ledge), ...(carries > 0 ? [strip(-s * p, 0), strip(moving, moving + s * p)] : []),
    ];
  }
  if (view === 'above') {
    const jaw = (face: number, back: number) => steel('steel', [[0, face, 0], [w, face, 0], [w, back, 0], [0, back, 0]], [[1, cutRight], [2, cutJaws]]);
    return [jaw(0, s * t), jaw(moving, moving - s * t)];
  }
  // from the front the rear jaw is seen behind the part; the front one would hide it
  return [
    steel('steel', [[0, 0, -bed], [w, 0, -bed], [w, 0, 0], [0, 0, 0]], [[0, cutBed], [1, cutRight]]),
    steel('steel-open', [[0, 0, 0], [w, 0, 0], [w, 0, h], [0, 0, h]], [[1, cutRight]]), ...(carries > 0 ? [strip(-s * p, 0)] : []),
  ];
}

/** The stretch of a bed that is worth drawing: under the pieces and whatever stands there, with some room around. */
export function bedUnder(device: FlatDevice, drawn: Drawn): { x: [number, number]; y: [number, number] } {
  const { loadedBox } = drawn.facts.seat;
  const points = factsOfAll(drawn).flatMap(({ seat, hold }): Point[] => [
    [seat.loadedBox.min.x, seat.loadedBox.min.y], [seat.loadedBox.max.x, seat.loadedBox.max.y], ...hold.obstacles.flatMap((o) => o.footprint.flat()), ...hold.drawn.flatMap((d) => d.outlines.flat()),
  ]);
  const room = 0.12 * Math.max(loadedBox.max.x - loadedBox.min.x, loadedBox.max.y - loadedBox.min.y) + 10;
  const range = (k: 0 | 1, most: number): [number, number] => [Math.max(0, Math.min(...points.map((p) => p[k])) - room), Math.min(most, Math.max(...points.map((p) => p[k])) + room)];
  return { x: range(0, device.width), y: range(1, device.depth) };
}

const circleOf = (x: number, y: number, r: number): Outlines => [Array.from({ length: 20 }, (_, i) => [x + r * Math.cos((i * Math.PI) / 10), y + r * Math.sin((i * Math.PI) / 10)] as const)];
const inside = ([from, to]: readonly [number, number], values: readonly number[]) => values.filter((v) => v > from && v < to);
const series = (first: number, pitch: number, count: number) => Array.from({ length: count }, (_, i) => first + i * pitch);

/** What marks a bed from above: slots, holes, grooves, slats. */
function bedMarks(device: FlatDevice, { x, y }: ReturnType<typeof bedUnder>): Shape[] {
  const line = (a: Point, b: Point): Shape => ({ kind: 'line', role: 'groove', points: [a, b] });
  switch (device.kind) {
    case 'T-slot table': return inside(y, series(device.firstSlot, device.slotPitch, device.slotCount)).flatMap((v) => [line([x[0], v - device.slotWidth / 2], [x[1], v - device.slotWidth / 2]), line([x[0], v + device.slotWidth / 2], [x[1], v + device.slotWidth / 2])]);
    case 'fixture plate': {
      const r = Math.max(device.thread, device.dowel, 2) / 2;
      return inside(x, series(device.firstX, device.pitch, device.columns)).flatMap((u) => inside(y, series(device.firstY, device.pitch, device.rows)).map((v): Shape => ({ kind: 'region', role: 'groove', outlines: circleOf(u, v, r) })));
    }
    case 'vacuum plate': return [
      ...inside(x, series(device.firstGroove, device.groovePitch, Math.ceil(device.width / device.groovePitch))).map((u) => line([u, y[0]], [u, y[1]])),
      ...inside(y, series(device.firstGroove, device.groovePitch, Math.ceil(device.depth / device.groovePitch))).map((v) => line([x[0], v], [x[1], v])),
    ];
    case 'support grid': return inside(y, series(0, device.slatPitch, Math.ceil(device.depth / device.slatPitch) + 1)).map((v) => line([x[0], v], [x[1], v]));
    default: return [];
  }
}

function flatShapes(view: ViewName, device: FlatDevice, drawn: Drawn, layer: Layer): Shape[] {
  if (layer === 'front') return factsOfAll(drawn).flatMap((facts) => [...facts.hold.obstacles.map((o) => obstacleOn(view, o)), ...(view === 'above' ? tabShapes(facts) : [])]);
  const { x, y } = bedUnder(device, drawn);
  // where the bed goes on, it is broken off
  const [onLeft, onRight, onFront, onRear] = [x[0] > 0, x[1] < device.width, y[0] > 0, y[1] < device.depth];
  const broken = (role: Role, ring: readonly Point[], edges: readonly boolean[]): Shape => ({ kind: 'region', role, outlines: [brokenOff(ring, edges.flatMap((is, edge) => (is ? [edge] : [])))] });
  if (view === 'above') return [broken('steel-open', [[x[0], y[0]], [x[1], y[0]], [x[1], y[1]], [x[0], y[1]]], [onFront, onRight, onRear, onLeft]), ...bedMarks(device, { x, y })];
  const thick = Math.min(device.thickness, 0.25 * Math.max(x[1] - x[0], y[1] - y[0]));
  const shapes: Shape[] = [];
  if (device.kind === 'support grid') {
    const slats = inside(y, series(0, device.slatPitch, Math.ceil(device.depth / device.slatPitch) + 1));
    shapes.push(...(view === 'front' ? [region(view, 'steel', [x[0], 0, -thick], [x[1], 0, 0])] : slats.map((v) => region(view, 'steel', [0, v - device.slatThickness / 2, -thick], [0, v + device.slatThickness / 2, 0]))));
  } else {
    const [[[u0, v0], [u1], [, v1]]] = boxOn(view, [x[0], y[0], -thick], [x[1], y[1], 0]);
    // seen from the left end the rear is at the left
    const [left, right] = view === 'front' ? [onLeft, onRight] : [onRear, onFront];
    shapes.push(broken('steel', [[u0, v0], [u1, v0], [u1, v1], [u0, v1]], [thick < device.thickness, right, false, left]));
  }
  return [...shapes, ...factsOfAll(drawn).flatMap((facts) => carriersOf(view, device, facts))];
}

const tabShapes = ({ separation }: SetupFacts): Shape[] => (separation?.tabs ?? []).map((t) => ({ kind: 'region', role: 'tab', outlines: circleOf(t.at[0], t.at[1], 3) }));

/** What carries one piece from the side: its pods, and the packing or tape under it. */
function carriersOf(view: ViewName, device: FlatDevice, { hold, seat }: SetupFacts): Shape[] {
  const shapes: Shape[] = [];
  if (device.kind === 'vacuum pods') shapes.push(...hold.drawn.filter((d) => d.role === 'pod' || d.role === 'pod-off').map((d): Shape => region(view, 'steel-open', [d.outlines[0][0][0], d.outlines[0][0][1], 0], [d.outlines[0][2][0], d.outlines[0][2][1], device.podHeight])));
  const from = device.kind === 'vacuum pods' ? device.podHeight : 0;
  const rest = seat.locators.z.at;
  const { loadedBox } = seat;
  if (rest > from + 1e-6) shapes.push(region(view, 'packing', [loadedBox.min.x, loadedBox.min.y, from], [loadedBox.max.x, loadedBox.max.y, rest]));
  return shapes;
}

function obstacleOn(view: ViewName, o: Obstacle): Shape {
  if (view === 'above') return { kind: 'region', role: 'clamp', outlines: o.footprint };
  const [xs, ys] = [o.footprint.flat().map((p) => p[0]), o.footprint.flat().map((p) => p[1])];
  return region(view, 'clamp', [Math.min(...xs), Math.min(...ys), o.from], [Math.max(...xs), Math.max(...ys), o.to]);
}

function roundShapes(view: ViewName, device: RoundDevice, facts: SetupFacts, layer: Layer): Shape[] {
  if (layer === 'front') return [];
  const [body, ...rest] = facts.hold.obstacles;
  const shape = (o: Obstacle | undefined, role: Role): Shape[] => {
    if (!o) return [];
    if (view === 'above') return [{ kind: 'region', role, outlines: o.footprint }];
    if (o.name !== 'jaws') return [{ ...obstacleOn(view, o), role } as Shape];
    // the jaws from the side: left and right of what they grip
    const r = Math.max(...o.footprint[0].map((p) => Math.abs(p[0])));
    const inner = o.footprint[1] ? Math.max(...o.footprint[1].map((p) => Math.abs(p[0]))) : 0;
    return [[-r, -inner], [inner, r]].map(([a, b]): Shape => ({ kind: 'region', role, outlines: rectangle(a, o.from, b, o.to) }));
  };
  const supports = device.kind === 'rotary axis' && view !== 'above'
    ? facts.hold.contacts.filter((c) => c.name.startsWith('support')).map((c) => region(view, 'steel', [c.points[0].x - 6, -10, -device.centreHeight], [c.points[0].x + 6, 10, c.points[0].z])) : [];
  return [...shape(body, 'steel'), ...rest.flatMap((o) => shape(o, 'steel')), ...supports];
}

/** The device of a setup in one view, what is behind the pieces or what is before them. */
export function deviceShapes(view: ViewName, device: Device, drawn: Drawn, layer: Layer): Shape[] {
  const own = isOf('vise', device) ? viseShapes(view, device, drawn, layer) : isOf('flat', device) ? flatShapes(view, device, drawn, layer) : roundShapes(view, device, drawn.facts, layer);
  if (layer === 'behind' || view !== 'above') return own;
  return [...own, ...factsOfAll(drawn).flatMap(({ hold }) => hold.drawn.map((d): Shape => ({ kind: 'region', role: d.role, outlines: d.outlines })))];
}

/** Heavy lines where device and part meet: the edges of every patch that is seen edge-on. */
export function contactLines(view: ViewName, drawn: Drawn): Shape[] {
  return factsOfAll(drawn).flatMap(({ hold }) => hold.contacts).flatMap((c): Shape[] => {
    const [u0, v0] = onView(view, c.patch.min);
    const [u1, v1] = onView(view, c.patch.max);
    const edgeOn = Math.abs(u1 - u0) < 1e-6 || Math.abs(v1 - v0) < 1e-6;
    if (!edgeOn || (view === 'front' && Math.abs(c.inward.y) > 0.5)) return [];
    return [{ kind: 'line', role: 'grip', points: [[u0, v0], [u1, v1]] }];
  });
}
