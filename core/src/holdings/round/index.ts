import { wallStands } from '../../hold/checks/wallStands';
import { newHold } from '../../job';
import { locatedRound } from './located';
import type { SeatedPart } from '../../seat';
import type { Held, Holding } from '../types';
import { spansInRound } from './bending';
import { beginDepth } from '../begin';
import { cutClearsDevice } from '../checks/cutClearsDevice';
import { plainRows } from '../rows';
import { rotaryReach } from './checks/rotaryReach';
import { roundGrip } from './checks/roundGrip';
import { plainDimensions, plainLabels } from '../drawn';
import { roundDecisions } from './decisions';
import { holdRound, topOfRound } from './hold';
import { roundFootprint, roundPicture } from './picture';
import { seatRound, type RoundSeatInput } from './seat';
import { roundRemedies } from './remedies';
import { roundShapes } from './shapes';

type Needs = Omit<RoundSeatInput, keyof SeatedPart>;

function checks({ device, seat, hold, gripped, setup, material, told }: Held<'round'>) {
  return [
    ...roundGrip({ seat, gripped, device, setup, told }),
    ...wallStands(hold.wall, material, told),
    ...(device.kind === 'rotary axis' ? rotaryReach(seat, device, setup, told) : []),
  ];
}

/** Jaws that close together about an axis. Device frame: the axis at the mouth face. */
export const round: Holding<'round', Needs> = {
  seatNeeds: ({ device, setup }) => ({ device, round: setup.hold }),
  seat: (part, needs) => {
    const seat = seatRound({ ...part, ...needs });
    return { seat, gripped: seat.gripped, pinGaps: { x: [], y: [] } };
  },
  // it centers what it grips: there is one place
  elsewhere: () => [],
  facts: holdRound,
  spans: spansInRound,
  checks,
  cutChecks: ({ prove, hold, told }) => cutClearsDevice(prove, hold, told),
  pinsAlong: () => [],
  cutDownTo: () => null,
  jet: () => null,
  starts: () => newHold('round'),
  begins: (device, lying) => {
    const { z, wantedMm } = topOfRound(device);
    return beginDepth(lying, z + wantedMm);
  },
  locatedBy: locatedRound,
  parallels: false,
  jaw: () => null,
  rows: plainRows,
  words: { device: 'device', alongX: 'in X' },
  pieces: null,
  moved: (setup) => setup,
  shapes: (view, device, { facts }, layer) => roundShapes(view, device, facts, layer),
  labels: (view, _, { facts }) => plainLabels(view, facts),
  dimensions: (view, _, { facts }, speech) => plainDimensions(view, facts, speech),
  leftOut: () => '',
  decisions: roundDecisions,
  remedies: roundRemedies,
  // body and jaws stand there as what is in the way
  solids: () => [],
  footprint: roundFootprint,
  picture: (device) => ({ says: ', cut along its axis', shapes: roundPicture(device) }),
  drillable: () => 0,
  placed: () => [],
  separation: () => null,
  told: () => [],
};
