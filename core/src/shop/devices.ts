import { Type, type Static, type TProperties } from '@sinclair/typebox';
import { positive, quantity, shortText } from '../schema';

const friction = quantity('Friction on the part', '', 0.01, 1.5, 'Coefficient of friction between device and part, the lower end of what is expected.');
const vacuum = quantity('Vacuum held', '%', 1, 99, 'Share of the air pressure that the pump holds under a part that seals, percent.');

function device<K extends string, P extends TProperties>(kind: K, properties: P) {
  return Type.Object({ kind: Type.Literal(kind), id: shortText, name: Type.String({ maxLength: 200, title: 'Name' }), ...properties }, { additionalProperties: false });
}

export const viseSchema = device('vise', {
  jawWidth: positive('Jaw width', 'mm', 10_000),
  jawHeight: positive('Jaw top above bed', 'mm', 1000),
  jawThickness: positive('Jaw thickness', 'mm', 10_000),
  maxOpening: positive('Opens to', 'mm', 10_000),
  bedThickness: positive('Bed thickness', 'mm', 10_000),
  parallelThickness: positive('Parallels, thickness', 'mm', 10_000),
  stopDiameter: positive('Stop rod diameter', 'mm', 200, 'It touches only material inside this height and depth.'),
  minimumGrip: quantity('Grip wanted', 'mm', 0, 1000),
  clearanceAboveJaws: quantity('Clearance wanted above jaws', 'mm', 0, 1000, 'Between jaw tops and the lowest cut.'),
  minimumRestAreaMm2: quantity('Rest area wanted', 'mm²', 0, 1e6, 'Flat area wanted on parallels or bed.'),
  fixedJaw: Type.Union([Type.Literal('rear'), Type.Literal('front')], { title: 'Fixed jaw at the' }),
  jaws: Type.Union([Type.Literal('hard'), Type.Literal('soft'), Type.Literal('step')], { title: 'Jaws' }),
  stepHeight: quantity('Step above bed', 'mm', 0, 1000, 'Step jaws: height of the step the part rests on.'),
  stepDepth: quantity('Step depth', 'mm', 0, 1000, 'Step jaws: how far the step stands out.'),
  ratedForceN: positive('Closing force at the rated torque', 'N', 1e6),
  ratedTorqueNm: positive('Rated handle torque', 'N·m', 10_000),
  friction,
});

/** A flat bed. Datum: the left front corner of its top; x to the right, y to the rear, z up from the top. */
const bed = {
  width: positive('Width, X', 'mm', 20_000),
  depth: positive('Depth, Y', 'mm', 20_000),
  thickness: positive('Thickness', 'mm', 2000),
};

export const slotTableSchema = device('T-slot table', {
  ...bed,
  slotWidth: positive('Slot width', 'mm', 100, 'ISO 299 sizes: 5, 6, 8, 10, 12, 14, 18, 22, 28, 36, 42, 48, 54.'),
  slotCount: Type.Integer({ title: 'Slots', minimum: 1, maximum: 40 }),
  slotPitch: positive('From slot to slot', 'mm', 1000),
  firstSlot: quantity('First slot from the front edge', 'mm', 0, 5000),
  friction,
});

export const fixturePlateSchema = device('fixture plate', {
  ...bed,
  columns: Type.Integer({ title: 'Holes along X', minimum: 1, maximum: 200 }),
  rows: Type.Integer({ title: 'Holes along Y', minimum: 1, maximum: 200 }),
  pitch: positive('From hole to hole', 'mm', 1000),
  firstX: quantity('First hole from the left', 'mm', 0, 5000),
  firstY: quantity('First hole from the front', 'mm', 0, 5000),
  thread: quantity('Thread of tapped holes', 'mm', 0, 64, 'Nominal diameter; 0: none are tapped.'),
  dowel: quantity('Bore of dowelled holes', 'mm', 0, 64, 'Nominal diameter; 0: none are dowelled.'),
  madeFor: Type.String({ maxLength: 200, title: 'Made for', description: 'Number of the job or part the plate was made for; empty: for anything.' }),
  place: Type.String({ maxLength: 200, title: 'Registered place', description: 'Id of the station this plate always goes back to; empty: none.' }),
  friction,
});

export const vacuumPlateSchema = device('vacuum plate', {
  ...bed,
  groovePitch: positive('From groove to groove', 'mm', 1000),
  firstGroove: quantity('First groove from the edges', 'mm', 0, 1000, 'Middle of the first groove from the left and from the front edge.'),
  grooveWidth: positive('Groove width', 'mm', 100),
  grooveDepth: positive('Groove depth', 'mm', 100),
  gasket: positive('Gasket cord diameter', 'mm', 100),
  vacuum,
  friction,
});

export const podsSchema = device('vacuum pods', {
  ...bed,
  podWidth: positive('Pod width, X', 'mm', 1000),
  podDepth: positive('Pod depth, Y', 'mm', 1000),
  podHeight: positive('Pod height', 'mm', 1000),
  rim: quantity('Rim outside the seal', 'mm', 0, 100, 'Part of the pod\'s edge that does not suck.'),
  overhang: positive('Overhang allowed', 'mm', 5000, 'How far a part may reach out over the pods before it is held too loosely at its edge.'),
  vacuum,
  friction,
});

export const boardSchema = device('sacrificial board', {
  ...bed,
  screwsSunk: quantity('Its own screws sunk by', 'mm', 0, 1000, 'Top of the heads below the board\'s top.'),
  cutInto: quantity('May be cut into', 'mm', 0, 1000, 'Deepest cut into the board.'),
  travelMargin: quantity('Smaller than the travel by', 'mm', 0, 1000, 'On each side.'),
  friction,
});

export const supportGridSchema = device('support grid', {
  ...bed,
  slatPitch: positive('From slat to slat', 'mm', 1000),
  slatThickness: positive('Slat thickness', 'mm', 100),
  headDiameter: positive('Head, diameter', 'mm', 1000, 'Room the cutting head sweeps around its jet.'),
  headHeight: quantity('Head above the work', 'mm', 0, 1000, 'Anything that stands higher than this above the sheet is in the head\'s way.'),
  jetForceN: quantity('Force of the jet', 'N', 0, 10_000, 'Sideways push on the sheet, the upper end of what is expected.'),
  friction,
});

const jaws = {
  minDiameter: quantity('Smallest diameter', 'mm', 0, 5000),
  maxDiameter: positive('Largest diameter', 'mm', 5000),
  gripLength: positive('Jaw length along the axis', 'mm', 1000),
  bodyDiameter: positive('Body diameter', 'mm', 5000),
  bodyHeight: positive('Body height', 'mm', 2000),
  staticForceN: positive('Gripping force at rest, all jaws', 'N', 1e7),
  maxRpm: positive('Highest speed', '1/min', 200_000),
  friction,
};

/** Datum: the axis at the mouth face of the body; z along the axis away from it. */
export const chuckSchema = device('chuck', {
  ...jaws,
  jawCount: Type.Integer({ title: 'Jaws', minimum: 2, maximum: 6 }),
  jawWidth: positive('Jaw width', 'mm', 500),
  jawMassKg: quantity('Mass of one jaw', 'kg', 0, 200),
  jawRadius: quantity('Jaw\'s center of mass from the axis', 'mm', 0, 2000),
  soft: Type.Union([Type.Literal('hard'), Type.Literal('soft, bored to size')], { title: 'Jaws are' }),
});

export const colletSchema = device('collet', jaws);

export const rotaryAxisSchema = device('rotary axis', {
  ...jaws,
  jawCount: Type.Integer({ title: 'Jaws', minimum: 2, maximum: 6 }),
  jawWidth: positive('Jaw width', 'mm', 500),
  centreHeight: positive('Axis above its base', 'mm', 2000),
  tailstockFrom: quantity('Tailstock, nearest to the chuck', 'mm', 0, 20_000),
  tailstockTo: positive('Tailstock, farthest', 'mm', 20_000),
  tailstockForceN: quantity('Tailstock force', 'N', 0, 1e6),
  supportFrom: quantity('Support, lowest setting above the base', 'mm', 0, 2000),
  supportTo: positive('Support, highest setting', 'mm', 2000),
});

export const DEVICE_SCHEMAS = [
  viseSchema, slotTableSchema, fixturePlateSchema, vacuumPlateSchema, podsSchema, boardSchema, supportGridSchema, chuckSchema, colletSchema, rotaryAxisSchema,
] as const;

export const deviceSchema = Type.Union([...DEVICE_SCHEMAS], { description: 'Something that holds or carries parts; what its numbers mean depends on its kind.' });

export type Vise = Static<typeof viseSchema>;
export type SlotTable = Static<typeof slotTableSchema>;
export type FixturePlate = Static<typeof fixturePlateSchema>;
export type VacuumPlate = Static<typeof vacuumPlateSchema>;
export type Pods = Static<typeof podsSchema>;
export type Board = Static<typeof boardSchema>;
export type SupportGrid = Static<typeof supportGridSchema>;
export type Chuck = Static<typeof chuckSchema>;
export type Collet = Static<typeof colletSchema>;
export type RotaryAxis = Static<typeof rotaryAxisSchema>;
export type Device = Static<typeof deviceSchema>;
export type DeviceKind = Device['kind'];
/** Devices a part lies flat on. */
export type FlatDevice = SlotTable | FixturePlate | VacuumPlate | Pods | Board | SupportGrid;
/** Devices that grip a round part about an axis. */
export type RoundDevice = Chuck | Collet | RotaryAxis;

export const isVise = (d: Device | null): d is Vise => d?.kind === 'vise';
export const isFlatDevice = (d: Device | null): d is FlatDevice => d !== null && 'thickness' in d;
export const isRound = (d: Device | null): d is RoundDevice => d !== null && 'staticForceN' in d;
