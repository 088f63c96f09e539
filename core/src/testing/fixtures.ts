import { vec, type Box3, type Orientation, rotationOf } from '../frames';
import type { Told } from '../findings';
import {
  newHold,
  NO_CUT,
  UNDECIDED,
  touchChoices,
  type HoldIn,
  type Setup,
  type SetupIn,
  type Tool,
  oneCut,
} from '../job';
import { seatInVise } from '../holdings';
import { turnedBox, type SeatFacts } from '../seat';
import { NO_CONTROL, type Family, type Machine, type Station, type Vise } from '../shop';
import { boxMesh, turnMesh } from '../solid';
import { speechIn } from '../units';

/** Plain things to test with. Invented; round numbers, so that a reader can add them up. */
export const UPRIGHT: Orientation = { up: '+z', right: '+x' };

export const vise: Vise = {
  kind: 'vise',
  locatesWithin: null,
  id: 'v',
  name: 'Vise',
  jawWidth: 150,
  jawHeight: 40,
  jawThickness: 45,
  maxOpening: 160,
  bedThickness: 20,
  parallelThickness: 8,
  stopDiameter: 8,
  minimumGrip: 6,
  clearanceAboveJaws: 1,
  minimumRestAreaMm2: 400,
  fixedJaw: 'rear',
  jaws: 'hard',
  stepHeight: 0,
  stepDepth: 0,
  ratedForceN: 20_000,
  ratedTorqueNm: 60,
  friction: 0.15,
};

export const station: Station = {
  id: 'a',
  name: 'A',
  position: { x: -400, y: -200, z: -450 },
  plusMinus: 0.01,
  measuredFor: [],
  note: '',
};

export const machine: Machine = {
  id: 'm',
  name: 'Mill',
  travel: { x: { min: -760, max: 0 }, y: { min: -430, max: 0 }, z: { min: -510, max: 0 } },
  table: { x: { min: -800, max: 40 }, y: { min: -420, max: -20 } },
  homesTo: '',
  registers: ['G54', 'G55'],
  ...NO_CONTROL,
  stations: [station],
};

type Changes<F extends Family> = Partial<Omit<Setup, 'hold'>> & Partial<Omit<HoldIn<F>, 'family'>>;

const isOfSetup =
  (plain: object) =>
  ([key]: [string, unknown]) =>
    key in plain;

/** A setup in a device of a family; what is changed may be of the setup or of its hold. */
function setupIn<F extends Family>(plain: SetupIn<F>, change: Changes<F>): SetupIn<F> {
  const of = Object.entries(change);
  const own = of.filter(isOfSetup(plain));
  return {
    ...plain,
    ...Object.fromEntries(own),
    hold: { ...plain.hold, ...Object.fromEntries(of.filter((e) => !own.includes(e))) },
  };
}

const plain = (): Omit<Setup, 'hold'> => ({
  id: 's',
  op: 10,
  does: '',
  register: 'G54',
  orientation: UPRIGHT,
  cuts: oneCut(10),
  programmed: null,
  device: 'v',
  ...structuredClone(UNDECIDED),
  station: 'a',
  zero: { of: 'finished part', x: 'min', y: 'max', z: 'max', extra: { x: 0, y: 0, z: 0 } },
  ...touchChoices(10),
  tools: [],
  program: '',
  proposed: [],
  why: { seat: '', cuts: '', hold: '', zero: '' },
});

export const setup = (change: Changes<'vise'> = {}): SetupIn<'vise'> =>
  setupIn(
    {
      ...plain(),
      hold: newHold('vise', {
        parallels: { height: 20 },
        stop: { side: 'left', position: 10, height: 32, fromJaw: 15, face: null },
      }),
    },
    change,
  );
export const flatSetup = (change: Changes<'flat'> = {}): SetupIn<'flat'> =>
  setupIn({ ...plain(), hold: newHold('flat') }, change);
export const roundSetup = (change: Changes<'round'> = {}): SetupIn<'round'> =>
  setupIn({ ...plain(), hold: newHold('round') }, change);

export const told: Told = { setupId: 's', op: 10, speech: speechIn('mm') };

export const box = (min: [number, number, number], max: [number, number, number]): Box3 => ({
  min: vec(...min),
  max: vec(...max),
});

/** A block in the vise as the setup says. */
export function seatBlock(loaded: Box3, finished: Box3, s: SetupIn<'vise'> = setup(), v: Vise = vise): SeatFacts {
  const turn = (b: Box3) => turnMesh(boxMesh(b), rotationOf(s.orientation));
  return seatInVise({
    orientation: s.orientation,
    loaded: turn(loaded),
    finished: turn(finished),
    blankSeated: turnedBox(loaded, s.orientation),
    isFlat: () => true,
    vise: v,
    parallelsHeight: s.hold.parallels.height,
    stop: s.hold.stop,
  });
}

export const tool = (change: Partial<Tool> = {}): Tool => ({
  id: `tool-${change.number ?? 1}`,
  number: 1,
  description: '',
  diameter: null,
  length: null,
  ...NO_CUT,
  ...change,
});
