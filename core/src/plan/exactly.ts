import type { SeatedDowels } from '../dowels';
import { COMES, standingPins, type StandingPin } from '../edgePins';
import {
  apply,
  AXES,
  axisOf,
  byAxis,
  DIRECTIONS,
  dot,
  invert,
  partSideFacing,
  pose,
  rotate,
  rotationOf,
  scale,
  add,
  subtract,
  transpose,
  unitVector,
  vec,
  type Axis,
  type Direction,
  type Vec3,
} from '../frames';
import {
  BY_EYE_MM,
  type Axes,
  type LocatedSetup,
  type MetFace,
  type Touched,
  type Within,
  type ZeroFrom,
} from '../exact';
import { against, type Indexed } from '../holdings';
import { isHoldIn, type Setup } from '../job';
import { LOCATES } from '../ledger';
import { PART_SIDE, type Feature } from '../part';
import type { Contact } from '../seat';
import type { Machine, StationHere } from '../shop';
import type { FeaturesHere } from './features';
import type { MadeBy } from './madeBy';
import type { PlannedSetup, SetupFacts } from './planned';

const BY_EYE: Within = { mm: BY_EYE_MM, from: 'laid to a line by eye, common practice' };
const NOT_SAID: Within = { mm: null, from: '' };

const typed = (mm: number): Within => ({ mm, from: 'typed' });

/** What is asked of the material: who cut a face, and who cut a feature. */
export interface Makers {
  face(side: Direction, level: number): MadeBy;
  feature(feature: Feature): MadeBy;
  /** just outside the part at a place, part coordinates */
  place(outside: Vec3): MadeBy;
}

/** Cut by a setup before this one. */
const before = (made: MadeBy, index: number): number | null => (typeof made === 'number' && made < index ? made : null);

const NO_PLACE: LocatedSetup['pose'] = pose(rotationOf({ up: '+z', right: '+x' }), vec(0, 0, 0));

/** A setup of which nothing is known yet: all it decides is not known. */
function notHeld({ op, setup: { orientation } }: PlannedSetup): LocatedSetup {
  const face = (axis: Axis): MetFace => {
    const side = partSideFacing(orientation, `-${axis}`);
    return { side, at: vec(0, 0, 0), madeBy: null, isBlank: false, isRound: false, name: PART_SIDE[side] };
  };
  const touch: ZeroFrom = { by: 'touch', every: false, within: NOT_SAID, touched: null };
  return {
    op,
    pose: { ...NO_PLACE, rotation: rotationOf(orientation) },
    locators: [],
    byHand: [],
    middle: vec(0, 0, 0),
    reach: vec(1, 1, 1),
    faces: { x: face('x'), y: face('y'), z: face('z') },
    within: { x: NOT_SAID, y: NOT_SAID, z: NOT_SAID },
    zero: { x: touch, y: touch, z: touch },
    touchOff: NOT_SAID,
  };
}

/** A setup with its place in the route, and what is asked of the material and of features. */
interface Asked {
  readonly index: number;
  readonly planned: PlannedSetup;
  readonly facts: SetupFacts;
  readonly makers: Makers;
  readonly here: FeaturesHere;
  /** false: machine coordinates are new every time the machine is switched on */
  readonly homes: boolean;
  /** the setup before that was touched off with the same device, which stands there since; null: none */
  readonly earlier: number | null;
  /** how often what stands on its station was another by then, and what stands on that */
  readonly changed: { readonly below: number; readonly on: number };
  /** what was checked of the machine */
  readonly machine: Pick<Machine, 'homing' | 'accuracy'> | null;
  /** each part is the only one */
  readonly single: boolean;
}

/** A point of the device frame as a point of the part. */
const inPart = ({ facts: { seat } }: Asked, device: Vec3): Vec3 => apply(invert(seat.pose), device);

/** The face that what decides an axis meets. */
function faceMet(asked: Asked, axis: Axis): MetFace {
  const { facts, index, makers } = asked;
  const contact: Contact = LOCATES[axis](facts.seat);
  const { translation } = facts.seat.pose;
  const middle = byAxis((a) => (contact.touch[a][0] + contact.touch[a][1]) / 2);
  const at = inPart(asked, { ...middle, [axis]: contact.seatedLevel + translation[axis] });
  const isRound = facts.seat.locators[axis].centers === true;
  const made = makers.face(contact.side, at[axisOf(contact.side)]);
  return {
    side: contact.side,
    at: isRound ? inPart(asked, { ...middle, ...axisOfJaws(facts) }) : at,
    madeBy: facts.dowels && axis !== 'z' ? holesMadeBy(asked, facts.dowels)[0] : before(made, index),
    isBlank: contact.surface !== 'finished' || Math.abs(contact.rawMm) > 1e-6,
    isRound,
    name: contact.what ?? PART_SIDE[contact.side],
  };
}

/** Who made the hole on each dowel: the setup that drilled them all, or who cut the bore. */
const holesMadeBy = ({ here, makers, index }: Asked, { dowels, drilledAt }: SeatedDowels): (number | null)[] =>
  dowels.map(({ bore }) => {
    const feature = bore === null ? null : here[bore]?.feature;
    return feature ? before(makers.feature(feature), index) : drilledAt;
  });

/** So far off an edge it is looked who has cut it, mm. */
const OFF_MM = 0.02;
/** An edge that leans less looks along an axis. */
const STRAIGHT = 1 - 1e-9;

/** The edge a pin touches, halfway up. */
function edgeMet(asked: Asked, { onPart, stands }: StandingPin): MetFace {
  const { facts, index, makers, planned } = asked;
  const { seat } = facts;
  const { hold } = planned.setup;
  const top = Math.min(isHoldIn('flat', hold) ? hold.pinHeight : 0, seat.loadedBox.max.z);
  const at = inPart(asked, vec(stands.at.x, stands.at.y, (seat.locators.z.at + top) / 2));
  const out = rotate(transpose(seat.pose.rotation), vec(stands.outward.x, stands.outward.y, 0));
  const side = DIRECTIONS.reduce((a, b) => (dot(out, unitVector(b)) > dot(out, unitVector(a)) + 1e-9 ? b : a));
  const leans = dot(out, unitVector(side)) < STRAIGHT;
  return {
    side,
    at,
    madeBy: before(makers.place(add(at, scale(out, OFF_MM))), index),
    isBlank: !onPart,
    isRound: false,
    name: PART_SIDE[side],
    ...(leans && { leans: out }),
  };
}

/** What the pins along the edges of a part meet, and through it what decides each axis. */
function facesOfPins(
  asked: Asked,
): Pick<LocatedSetup, 'pinFaces'> & { readonly along: Partial<Record<Axis, MetFace>> } {
  const pins = asked.facts.edge ? standingPins(asked.facts.edge) : [];
  if (pins.length === 0) return { along: {} };
  const met = pins.map((p) => [p, edgeMet(asked, p)] as const);
  const on = (axis: 'x' | 'y') => met.find(([p]) => COMES[p.side].axis === axis)?.[1];
  const [x, y] = [on('x'), on('y')];
  return {
    pinFaces: Object.fromEntries(met.map(([p, face]) => [p.name, face])),
    along: { ...(x && { x }), ...(y && { y }) },
  };
}

/** The axis jaws close about. */
const axisOfJaws = ({ seat: { locators } }: SetupFacts): Partial<Vec3> =>
  Object.fromEntries(AXES.filter((a) => locators[a].centers).map((a) => [a, locators[a].at]));

/** A hole lies anywhere in its play about the dowel. */
const inPlay = ({ dowels }: SeatedDowels): Within => ({
  mm: Math.max(0, ...dowels.map((d) => d.play.most)) / 2,
  from: 'half the largest play of the dowels',
});

function withinOf(asked: Asked, axis: Axis): Within {
  const { setup, device } = asked.planned;
  const { locating, dowels } = asked.facts;
  const own = setup.exact[axis];
  if (own !== null) return typed(own);
  if (locating.byHand.some((a) => a === axis)) return BY_EYE;
  if (dowels && axis !== 'z') {
    // how exactly one setup's bores lie to another's is not said anywhere
    const makers = new Set(holesMadeBy(asked, dowels));
    return makers.size > 1 ? NOT_SAID : inPlay(dowels);
  }
  if (axis !== 'z' && isHoldIn('flat', setup.hold) && against(setup.hold, axis) === 'nest')
    return setup.jig.on ? { mm: setup.jig.fit, from: 'what the jig leaves all round' } : NOT_SAID;
  const library = device?.locatesWithin ?? null;
  return library === null ? NOT_SAID : { mm: library, from: `from the library: ${device!.name}` };
}

/** A face that is touched, at the middle of what is loaded. */
function touchedFace(asked: Asked, axis: Axis, faces: Direction, level: number): MetFace {
  const { facts, index, makers, planned } = asked;
  const { min, max } = facts.seat.loadedBox;
  const side = partSideFacing(planned.setup.orientation, faces);
  const at = inPart(asked, { ...scale(add(min, max), 0.5), [axis]: level });
  const made = makers.face(side, at[axisOf(side)]);
  const surface = facts.touchable.find(
    (t) => t.faces === faces && Math.abs(t.seatedLevel + facts.seat.pose.translation[axis] - level) < 1e-4,
  )?.surface;
  return {
    side,
    at,
    madeBy: before(made, index),
    isBlank: surface !== undefined && surface !== 'finished',
    isRound: false,
    name: PART_SIDE[side],
  };
}

/** What is touched along an axis. */
function touchedAlong(asked: Asked, axis: Axis): Touched | null {
  const { facts, planned, index, makers, here } = asked;
  const { touchOff } = planned.setup;
  const target = axis === 'z' ? null : touchOff[axis];
  const { touches, how } = facts.worksheet.find((w) => w.axis === axis)!;
  if (how === 'nothing') return null;
  if (target && typeof target !== 'string') {
    const found = here[target.bore];
    if (!found?.feature) return null;
    const { feature, name } = found;
    const side = partSideFacing(planned.setup.orientation, `-${axis}`);
    const made = before(makers.feature(feature), index);
    return [{ side, at: feature.at, madeBy: made, isBlank: false, isRound: true, name }];
  }
  if (touches.length === 0 || touches.some((t) => t.body === 'device')) return touches.length === 0 ? null : 'device';
  const zero = facts.zero.shiftedInDevice[axis];
  return touches.map((t) => touchedFace(asked, axis, t.faces, t.face + zero));
}

const touchWithin = ({ touchOff: { plusMinus } }: Setup): Within => (plusMinus === null ? NOT_SAID : typed(plusMinus));

/** What is off by the same while it stands: the key of it, another one after each change. */
const since = (key: string, changed: number): string => (changed === 0 ? key : `${key} changed ${changed}`);

/** What the device stands on there, where that is not the station itself. */
function carriedBy(
  { carried }: StationHere,
  { device }: Setup,
  changed: number,
): { on: { id: string; name: string; within: Within } } | null {
  if (!carried?.by) return null;
  const within = carried.plusMinus === null ? NOT_SAID : typed(carried.plusMinus);
  return { on: { id: since(`${carried.by.id} under ${device}`, changed), name: carried.by.name, within } };
}

function zeroFrom(asked: Asked, axis: Axis): ZeroFrom {
  const { planned, facts, homes, single, earlier, changed } = asked;
  const { setup, station } = planned;
  const { everyPart } = setup.touchOff;
  const touchOff = touchWithin(setup);
  const isLaid = facts.locating.byHand.some((a) => a === axis);
  const isMeasured = station?.position && homes;
  const touched = touchedAlong(asked, axis);
  if (!everyPart && !isLaid && setup.measured === null && station) {
    const name = `station ${station.name}`;
    if (facts.touched && earlier !== null) return { by: 'earlier', setup: earlier, touched };
    const mm = (station.carried ?? { stationPlusMinus: station.plusMinus }).stationPlusMinus;
    const within: Within = { mm, from: 'station, as measured' };
    const standing = since(station.id, changed.below);
    const on = carriedBy(station, setup, changed.on);
    if (isMeasured) return { by: 'station', station: standing, name, within, touched, ...on };
  }
  return { by: 'touch', every: everyPart || isLaid || single, within: touchOff, touched };
}

/** How exactly the machine moves, as far as it was checked; null: nothing of it was. */
function axesOf({ machine, facts }: Asked): Axes | null {
  const homing = machine?.homing.plusMinus ?? null;
  const accuracy = machine?.accuracy ?? null;
  const checks = AXES.map((a) => accuracy?.[a] ?? null);
  if (homing === null && checks.every((c) => c === null)) return null;
  const each = (of: (check: NonNullable<(typeof checks)[number]>) => number | null) => {
    const [x, y, z] = checks.map((c): Within | null => {
      const mm = c && of(c);
      return mm === null ? null : { mm, from: `checked on ${c!.on || 'no date'}` };
    });
    return { x, y, z };
  };
  return {
    zeroAt: facts.zero.shiftedInDevice,
    homing: homing === null ? null : { mm: homing, from: 'homing of the machine, from the library' },
    scale: each((c) => c.per100),
    // it lies anywhere in what is lost
    lost: each((c) => (c.backlash === null ? null : c.backlash / 2)),
  };
}

/** How a part that stays gripped was turned, and how exactly: the axis tells its angle in degrees. */
function staysAs({ from, turn, within }: Indexed): NonNullable<LocatedSetup['stays']> {
  const radians = within === null ? null : (within * Math.PI) / 180;
  return {
    from,
    turn,
    within: { mm: radians, from: radians === null ? '' : 'from the library, by the distance from the axis' },
  };
}

/** What decides how exactly the part of a setup lies, with what is asked of its material. */
export function locatedSetup(planned: PlannedSetup, rest: Omit<Asked, 'planned' | 'facts'>): LocatedSetup {
  const { facts } = planned;
  if (!facts?.seat.settled) return notHeld(planned);
  const asked: Asked = { ...rest, planned, facts };
  const { min, max } = facts.seat.loadedBox;
  const perAxis = <T>(value: (axis: Axis) => T): Record<Axis, T> => {
    const [x, y, z] = AXES.map(value);
    return { x, y, z };
  };
  const { along, ...pins } = facesOfPins(asked);
  const axes = axesOf(asked);
  const standsOn = facts.dowels?.whereDrilled ? facts.dowels.drilledAt : null;
  return {
    op: planned.op,
    pose: facts.seat.pose,
    locators: facts.locating.locators,
    byHand: facts.locating.byHand,
    middle: scale(add(min, max), 0.5),
    reach: scale(subtract(max, min), 0.5),
    faces: { ...perAxis((axis) => faceMet(asked, axis)), ...along },
    ...pins,
    within: perAxis((axis) => withinOf(asked, axis)),
    zero: perAxis((axis) => zeroFrom(asked, axis)),
    touchOff: touchWithin(planned.setup),
    ...(standsOn === null ? {} : { standsOn }),
    ...(planned.indexed && { stays: staysAs(planned.indexed) }),
    ...(axes ? { axes } : {}),
  };
}
