import { seatedOnDowels, type SeatedDowels, type Spot } from '../../dowels';
import { COMES, seatedOnEdge, type SeatedEdge, type SeatedPin } from '../../edgePins';
import { axisOf, partSideFacing, signOf, type Direction, type Vec3 } from '../../frames';
import { meshBox, type TriangleMesh } from '../../solid';
import { contactAt, type Contact } from '../../seat/contact';
import { gapOver, metFirst, placed, type Locator, type SeatFacts } from '../../seat/slide';
import type { Seated } from '../types';
import { FACES, locatorsOnFlat, onDevice, restLocator, seatOnFlat, type FlatSeatInput } from './seat';

/** Every corner of a body, seen from above. */
function pointsOf({ positions }: TriangleMesh): Spot[] {
  const points: Spot[] = [];
  for (let i = 0; i < positions.length; i += 3) points.push({ x: positions[i], y: positions[i + 1] });
  return points;
}

const MINUS: Readonly<Record<'x' | 'y', Direction>> = { x: '-x', y: '-y' };

/** A hole goes onto a dowel: one contact along each axis, about the middle of the hole. */
function onDowel(input: FlatSeatInput, axis: 'x' | 'y', t: Vec3, { dowels: [first] }: SeatedDowels): Contact {
  const faces = MINUS[axis];
  const level = first[axis] - t[axis];
  return {
    ...contactAt(input, faces, [{}], t),
    faces,
    side: partSideFacing(input.orientation, faces),
    touches: true,
    seatedLevel: level,
    outermost: level,
    finishedLevel: level,
    rawMm: 0,
    leans: 0,
    surface: 'finished',
    what: `${first.bore === null ? 'hole' : 'bore'} of ${first.name}`,
  };
}

/** The first dowel gives the part its place; the others only how it is turned. */
function dowelLocator(axis: 'x' | 'y', { dowels: [first] }: SeatedDowels, op: number | null): Locator {
  const edge = axis === 'x' ? "the device's left edge" : "the device's front edge";
  return {
    name: first.name,
    at: first[axis],
    kind: 'set',
    from: op === null ? edge : `${edge}, where Op ${op} drilled it`,
    centers: true,
    onDowel: true,
  };
}

/** What a place decides along X and Y: what the part meets there, and what stands there. */
type Beside = Pick<SeatFacts, 'x' | 'y'> & { readonly locators: Record<'x' | 'y', Locator> };

/** A part that a place is given in X and Y comes down onto what carries it. */
function comesDown(input: FlatSeatInput, at: Spot, beside: (t: Vec3) => Beside): SeatFacts {
  const { device, plate, bond } = input;
  const { rest: to } = locatorsOnFlat(input);
  const t = { ...at, z: metFirst(input, to, { ...at, z: 0 }).slid };
  const [carriers] = to.places(t);
  const met = metFirst(input, to, t).place;
  const rest = contactAt(input, to.faces, met.windows, t);
  const below = met !== carriers;
  const { x, y, locators } = beside(t);
  return {
    ...placed(input, t),
    rest,
    x,
    y,
    locators: { ...locators, z: below ? onDevice(device) : restLocator(device, plate, bond) },
    movingJaw: null,
    restStripsMm2: [rest.flatAreaMm2, rest.flatAreaMm2],
    settled: true,
    standsBelow: below ? { name: restLocator(device, plate, bond).name, gap: gapOver(input, carriers, t) } : null,
  };
}

/** Seats a part lying flat on its dowels: their holes decide where it lies, and it comes down onto what carries it. */
function seatOnDowels(input: FlatSeatInput): Pick<Seated, 'seat' | 'dowels'> | null {
  const { plate, dowels: here, orientation, loaded } = input;
  if (!plate.dowels || !here) return null;
  const put = seatedOnDowels({
    here,
    orientation,
    own: plate.dowels,
    points: pointsOf(loaded),
    block: plate.dowels.block,
  });
  if (!put) return null;
  const op = here.stands ? here.op : null;
  const { seated } = put;
  const seat = comesDown(input, put.move, (t) => ({
    x: onDowel(input, 'x', t, seated),
    y: onDowel(input, 'y', t, seated),
    locators: { x: dowelLocator('x', seated, op), y: dowelLocator('y', seated, op) },
  }));
  return { seat, dowels: seated };
}

/** The pins that come along an axis; where none does, all of them decide it together. */
function pinsOn(axis: 'x' | 'y', { pins }: SeatedEdge): readonly SeatedPin[] {
  const own = pins.filter((p) => COMES[p.side].axis === axis);
  return own.length > 0 ? own : pins;
}

const facesAlong = (axis: 'x' | 'y', pins: readonly SeatedPin[]): Direction =>
  pins.map((p) => FACES[p.side]).find((f) => axisOf(f) === axis) ?? MINUS[axis];

/** Pins along an edge give the finished part its place: the level is that of its outermost on that side. */
function onPins(input: FlatSeatInput, axis: 'x' | 'y', t: Vec3, edge: SeatedEdge): Contact {
  const pins = pinsOn(axis, edge);
  const faces = facesAlong(axis, pins);
  const box = meshBox(input.finished);
  const level = (signOf(faces) > 0 ? box.max : box.min)[axis];
  const met = contactAt(input, faces, [{}], t);
  return {
    ...met,
    faces,
    touches: pins.some((p) => p.stands !== null),
    seatedLevel: level,
    outermost: level,
    finishedLevel: level,
    rawMm: 0,
    leans: 0,
    surface: pins.every((p) => p.onPart) ? 'finished' : met.surface === 'finished' ? 'raw' : met.surface,
  };
}

function pinLocator(axis: 'x' | 'y', t: Vec3, edge: SeatedEdge, contact: Contact): Locator {
  const pins = pinsOn(axis, edge);
  const [first] = pins;
  const name = !first ? 'pins' : pins.length === 1 ? first.name : `${first.side} pins`;
  const device = axis === 'x' ? "the device's left edge" : "the device's front edge";
  return {
    name,
    at: contact.finishedLevel + t[axis],
    kind: 'set',
    from: `${device}: the pins are set for the part to lie there`,
  };
}

/** Seats a part lying flat against pins along its edges: it lies where it is to lie, and they stand around it. */
function seatAgainstEdge(input: FlatSeatInput): Pick<Seated, 'seat' | 'edge'> | null {
  const { plate, loaded, finished, rounds } = input;
  const { edgePins } = plate;
  if (!edgePins) return null;
  const { min } = meshBox(finished);
  const move = { x: edgePins.x - min.x, y: edgePins.y - min.y };
  const { rest: to } = locatorsOnFlat(input);
  const z = metFirst(input, to, { ...move, z: 0 }).slid;
  const edge = seatedOnEdge({
    ...{ loaded, finished, rounds, move, corner: min, edge: edgePins.edge, pins: edgePins.pins },
    radius: plate.pinDiameter / 2,
    // a pin meets nothing lower than what carries the part
    from: to.places({ ...move, z })[0].at - z + EDGE_MM,
    to: plate.pinHeight - z - EDGE_MM,
  });
  const seat = comesDown(input, move, (t) => {
    const [x, y] = (['x', 'y'] as const).map((axis) => onPins(input, axis, t, edge));
    return { x, y, locators: { x: pinLocator('x', t, edge, x), y: pinLocator('y', t, edge, y) } };
  });
  return { seat, edge };
}

/** A nest gives the finished part its place: it stands all round. */
function inNest(input: FlatSeatInput, axis: 'x' | 'y', t: Vec3): Contact {
  const faces = MINUS[axis];
  const level = meshBox(input.finished).min[axis];
  return {
    ...contactAt(input, faces, [{}], t),
    faces,
    touches: true,
    seatedLevel: level,
    outermost: level,
    finishedLevel: level,
    rawMm: 0,
    leans: 0,
  };
}

/** Seats a part lying flat in the outline of its jig: it lies in the middle of its play. */
function seatInNest(input: FlatSeatInput): Pick<Seated, 'seat'> | null {
  const { nest } = input.plate;
  if (!nest) return null;
  const { min } = meshBox(input.finished);
  const locator = (axis: 'x' | 'y'): Locator => ({
    name: 'jig',
    at: nest[axis],
    kind: 'set',
    from: `${axis === 'x' ? "the device's left edge" : "the device's front edge"}: the jig is set for the part to lie there`,
  });
  const seat = comesDown(input, { x: nest.x - min.x, y: nest.y - min.y }, (t) => ({
    x: inNest(input, 'x', t),
    y: inNest(input, 'y', t),
    locators: { x: locator('x'), y: locator('y') },
  }));
  return { seat };
}

/** What only touches a pin's end, or lies level with what carries the part, is not beside it, mm. */
const EDGE_MM = 1e-4;

/**
 * Where a part that lies flat comes to rest: on its dowels, against pins along its edges, in its jig, or against what
 * stands beside it.
 */
export function seatFlat(input: FlatSeatInput): Omit<Seated, 'gripped' | 'pinGaps'> {
  const put = seatOnDowels(input) ?? seatAgainstEdge(input) ?? seatInNest(input);
  if (put) return put;
  const problem = input.plate.dowels ? (input.dowels?.problem ?? 'no pattern') : null;
  return { seat: seatOnFlat(input), ...(problem && { dowelProblem: problem }) };
}
