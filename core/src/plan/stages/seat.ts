import type { Vec3 } from '../../frames';
import type { Setup } from '../../job';
import {
  gapsAtPins, locatorsInVise, locatorsOnFlat, otherHomes, seatInVise, seatOnFlat, seatRound,
  type FlatSeatInput, type Gripped, type SeatedPart, type SeatFacts, type ViseSeatInput,
} from '../../seat';
import { isOf, type Bond, type Device, type FlatDevice, type RoundDevice, type Vise } from '../../shop';
import { fields, type Graph, type Stage } from '../graph';
import type { SetupFacts } from '../planned';

export interface Seated {
  readonly seat: SeatFacts;
  readonly gripped: Gripped | null;
  readonly pinGaps: SetupFacts['pinGaps'];
}

const NO_GAPS = { x: [], y: [] };

type In<T extends SeatedPart> = { readonly part: SeatedPart } & Omit<T, keyof SeatedPart>;
type RoundInput = { readonly part: SeatedPart; readonly device: RoundDevice; readonly round: Setup['round'] };

const viseSeat: Stage<In<ViseSeatInput>, Seated> = { name: 'seat', compute: ({ part, ...in_ }) => ({ seat: seatInVise({ ...part, ...in_ }), gripped: null, pinGaps: NO_GAPS }) };

const flatSeat: Stage<In<FlatSeatInput>, Seated> = {
  name: 'seat',
  compute: ({ part, ...on }) => {
    const input = { ...part, ...on };
    const seat = seatOnFlat(input);
    return { seat, gripped: null, pinGaps: { x: gapsAtPins(input, seat, 'x'), y: gapsAtPins(input, seat, 'y') } };
  },
};

const roundSeat: Stage<RoundInput, Seated> = {
  name: 'seat', compute: ({ part, device, round }) => { const seat = seatRound({ ...part, device, round }); return { seat, gripped: seat.gripped, pinGaps: NO_GAPS }; },
};

const viseElsewhere: Stage<In<ViseSeatInput> & { at: Vec3 }, Vec3[]> = { name: 'elsewhere', compute: ({ part, at, ...in_ }) => otherHomes(part, locatorsInVise({ ...part, ...in_ }), at) };
const flatElsewhere: Stage<In<FlatSeatInput> & { at: Vec3 }, Vec3[]> = { name: 'elsewhere', compute: ({ part, at, ...on }) => otherHomes(part, locatorsOnFlat({ ...part, ...on }), at) };

/** What of a setup seats a part in a vise. Which face the stop is meant for is a matter of the checks. */
function inVise(g: Graph, part: SeatedPart, vise: Vise, setup: Setup): In<ViseSeatInput> {
  return { part, vise, parallelsHeight: setup.parallels.height, pocket: setup.closing.softJaws.on ? g.same(setup.closing.softJaws) : null, stop: fields(g, setup.stop, 'side', 'position', 'height', 'fromJaw') };
}

/** What of a setup seats a part that lies flat: not what presses on it. */
function onFlat(g: Graph, part: SeatedPart, device: FlatDevice, bond: Bond | null, setup: Setup): In<FlatSeatInput> {
  return { part, device, plate: fields(g, setup.plate, 'under', 'x', 'y', 'pinDiameter', 'pinHeight', 'pods'), bond };
}

/** The part where it comes to rest on a device of any kind. */
export function seatOn(g: Graph, part: SeatedPart, device: Device, bond: Bond | null, setup: Setup): Seated {
  if (isOf('vise', device)) return g.run(viseSeat, inVise(g, part, device, setup));
  if (isOf('flat', device)) return g.run(flatSeat, onFlat(g, part, device, bond, setup));
  return g.run(roundSeat, { part, device, round: g.same(setup.round) });
}

/** Where else the part would be held, from where it is seated; a round device centers what it grips. null: not known yet, and not asked to compute. */
export function elsewhereOn(g: Graph, how: 'run' | 'peek', part: SeatedPart, device: Device, bond: Bond | null, setup: Setup, seat: SeatFacts): readonly Vec3[] | null {
  if (!seat.settled || !(isOf('vise', device) || isOf('flat', device))) return [];
  const at = g.same(seat.pose.translation);
  return isOf('vise', device) ? g[how](viseElsewhere, { ...inVise(g, part, device, setup), at }) : g[how](flatElsewhere, { ...onFlat(g, part, device, bond, setup), at });
}
