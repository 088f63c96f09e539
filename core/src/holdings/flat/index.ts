import { rectangle } from '../../scene';
import { newHold, type SetupIn } from '../../job';
import { otherHomes, type SeatedPart } from '../../seat';
import { seatSettles } from '../../seat/checks/seatSettles';
import { standsBeside } from '../../seat/checks/standsBeside';
import type { Held, Holding, On } from '../types';
import { against } from './against';
import { spansOnFlat } from './bending';
import { againstEdge } from './checks/againstEdge';
import { boltFits } from './checks/boltFits';
import { boltHolds } from './checks/boltHolds';
import { bondSticks } from './checks/bondSticks';
import { clampOnPart } from './checks/clampOnPart';
import { beginDepth } from '../begin';
import { cutClearsDevice } from '../checks/cutClearsDevice';
import { cutsThrough } from './checks/cutsThrough';
import { fastenerBites } from './checks/fastenerBites';
import { inNest } from './checks/inNest';
import { heldDown } from './checks/heldDown';
import { laidByHand } from './checks/laidByHand';
import { onDowels } from './checks/onDowels';
import { overEdge } from './checks/overEdge';
import { partOnDevice } from './checks/partOnDevice';
import { pinsMeet } from './checks/pinsMeet';
import { vacuumSeals } from './checks/vacuumSeals';
import { open, plainLabels } from '../drawn';
import { plainRows } from '../rows';
import { flatDecisions } from './decisions';
import { locatedFlat } from './located';
import { placedOnFlat } from './placed';
import { flatRemedies } from './remedies';
import { holdOnFlat } from './hold';
import { flatKindOf } from './kinds';
import { gapsAtPins, locatorsOnFlat, restHeight, type FlatSeatInput } from './seat';
import { seatFlat } from './seatByPlace';
import { flatDimensions, flatShapes, flatSolids } from './shapes';

type Needs = Omit<FlatSeatInput, keyof SeatedPart>;

/** Not what presses on the part. */
function seatNeeds({
  device,
  bond,
  dowels,
  rounds,
  setup: {
    hold: { under, x, y, dowels: on, edgePins, nest, pinDiameter, pinHeight, pods },
  },
}: On<'flat'>): Needs {
  const plate = { under, x, y, dowels: on, edgePins, nest, pinDiameter, pinHeight, pods };
  return { device, bond, plate, dowels: on ? dowels : null, rounds: edgePins ? rounds : [] };
}

function checks(held: Held<'flat'>) {
  const { device, seat, hold, pinGaps, setup, edge, told } = held;
  const kind = flatKindOf(device);
  return [
    ...(seat.standsBelow ? [] : partOnDevice(seat, told)),
    ...overEdge(hold, told),
    ...seatSettles(seat, told),
    ...standsBeside(seat, told),
    ...laidByHand(seat, told),
    ...pinsMeet(pinGaps, setup.hold, told),
    ...(setup.hold.dowels ? onDowels(held, told) : []),
    ...(edge ? againstEdge(edge, told) : []),
    ...(against(setup.hold, 'x') === 'nest' ? inNest(held, told) : []),
    ...kind.checks(held),
    ...clampOnPart(hold, told),
    ...boltHolds(hold, told),
    ...boltFits(hold, told),
    ...fastenerBites(hold, told),
    ...vacuumSeals(hold, told),
    ...bondSticks(hold, told),
    ...(kind.holdsAlone ? [] : heldDown(hold, told)),
  ];
}

/** What locates and holds the first piece, moved by x and y of the device. */
function moved(setup: SetupIn<'flat'>, { x, y }: { readonly x: number; readonly y: number }): SetupIn<'flat'> {
  const { hold } = setup;
  const by = <T extends { x: number; y: number }>(p: T): T => ({ ...p, x: p.x + x, y: p.y + y });
  return {
    ...setup,
    hold: {
      ...hold,
      // pins that locate along one axis stand in a row along the other
      x: { ...hold.x, at: hold.x.at + x, pins: hold.x.pins.map((p) => p + y) },
      y: { ...hold.y, at: hold.y.at + y, pins: hold.y.pins.map((p) => p + x) },
      dowels: hold.dowels && by(hold.dowels),
      edgePins: hold.edgePins && by(hold.edgePins),
      nest: hold.nest && by(hold.nest),
      clamps: hold.clamps.map(by),
      pods: hold.pods.map(by),
    },
  };
}

/** A part with what seats it; the film on its underside lies under it as well. */
function onFlat(part: SeatedPart, needs: Needs): FlatSeatInput {
  const film = part.film?.('-z') ?? 0;
  return { ...part, ...needs, plate: film > 0 ? { ...needs.plate, film } : needs.plate };
}

/**
 * A part that lies on something flat, set against pins, a fence or a line, and clamped, sucked, stuck or weighed down.
 * Device frame: left front corner of the top.
 */
export const flat: Holding<'flat', Needs> = {
  seatNeeds,
  seat: (part, needs) => {
    const input = onFlat(part, needs);
    const put = seatFlat(input);
    const gaps = (axis: 'x' | 'y') => gapsAtPins(input, put.seat, axis);
    return { ...put, gripped: null, pinGaps: { x: gaps('x'), y: gaps('y') } };
  },
  // on dowels, against pins along its edges and in a jig there is one place, or other ways to lay it, told with them
  elsewhere: (part, needs, at) =>
    needs.plate.dowels || needs.plate.edgePins || needs.plate.nest
      ? []
      : otherHomes(part, locatorsOnFlat(onFlat(part, needs)), at),
  facts: holdOnFlat,
  spans: spansOnFlat,
  checks,
  cutChecks: ({ prove, hold, seat, told }) => [
    ...cutClearsDevice(prove, hold, told),
    ...cutsThrough(prove, hold, seat, told),
  ],
  pinsAlong: ({ hold }) => (['x', 'y'] as const).filter((axis) => against(hold, axis) === 'pins'),
  cutDownTo: () => null,
  jet: (device) =>
    device.kind === 'support grid'
      ? { forceN: device.jetForceN, headDiameter: device.headDiameter, headHeight: device.headHeight }
      : null,
  starts: () => newHold('flat'),
  begins: (device, lying) => {
    const rest = restHeight(device, newHold('flat'), null);
    const { z, wantedMm } = flatKindOf(device).top(device, rest);
    return beginDepth(lying, z + wantedMm - rest);
  },
  locatedBy: locatedFlat,
  placed: placedOnFlat,
  drillable: (device) => flatKindOf(device).drillable(device),
  parallels: false,
  jaw: () => null,
  rows: plainRows,
  words: { device: 'device', alongX: 'in X' },
  pieces: 'anywhere',
  moved,
  shapes: flatShapes,
  labels: (view, _, { facts }) => plainLabels(view, facts),
  dimensions: (view, _, drawn, speech) => flatDimensions(view, drawn, speech),
  decisions: flatDecisions,
  remedies: flatRemedies,
  leftOut: () => '',
  solids: flatSolids,
  footprint: ({ width, depth }) => rectangle(0, 0, width, depth),
  picture: (device) => ({
    says: ' from above',
    shapes: [open(0, 0, device.width, device.depth), ...flatKindOf(device).picture(device)],
  }),
  separation: ({ hold }) => hold.separation,
  told: () => [],
};
