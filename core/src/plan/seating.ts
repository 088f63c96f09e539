import { stateWithStock } from '../blank';
import { rotationOf, type Orientation, type Vec3 } from '../frames';
import type { Setup } from '../job';
import { seatedMesh } from '../part';
import {
  gapsAtPins, locatorsInVise, locatorsOnFlat, otherHomes, seatInVise, seatOnFlat, seatRound, turnedBox,
  type FlatSeatInput, type Gripped, type SeatedPart, type SeatFacts, type ViseSeatInput,
} from '../seat';
import { isFlatDevice, isVise, type Device, type FlatDevice, type Vise } from '../shop';
import { turnMesh } from '../solid';
import { isFlatIn } from './flats';
import type { SetupFacts } from './planned';
import type { Basis, Planner } from './planner';
import type { Material } from './whatIsLeft';

/** What is left and the finished part as they lie in a setup, before they slide anywhere. */
export function lyingPart({ cache }: Planner, { job, part, firstCopy, blank }: Basis, before: Material, orientation: Orientation): SeatedPart {
  const turn = JSON.stringify(orientation);
  return {
    orientation,
    loaded: cache.get('turned', `${before.key} ${turn}`, () => seatedMesh(before.solid, orientation)),
    finished: cache.get('turned', `${part.key} ${turn}`, () => turnMesh(part.solid.mesh(), rotationOf(orientation))),
    firstCopySeated: turnedBox(firstCopy, orientation),
    blankSeated: turnedBox(blank.box, orientation),
    blankSide: (s) => stateWithStock(job.blank, blank.allowance, s),
    isFlat: isFlatIn(before.flats),
  };
}

const bondOf = ({ shop }: Basis, setup: Setup) => shop.bonds.find((b) => b.id === setup.plate.bond) ?? null;

/** All a seat depends on. */
export function seatKeyOf(basis: Basis, before: Material, setup: Setup, device: Device): string {
  const { job, part, firstCopy, blank } = basis;
  const { orientation, plate, round, parallels, closing, stop } = setup;
  return JSON.stringify([
    before.key, part.key, firstCopy, blank.box, job.blank.sides, orientation, device, parallels, closing.softJaws, { ...stop, face: null }, { ...plate, clamps: [] }, bondOf(basis, setup), round,
  ]);
}

const inVise = (part: SeatedPart, vise: Vise, setup: Setup): ViseSeatInput =>
  ({ ...part, vise, parallelsHeight: setup.parallels.height, pocket: setup.closing.softJaws.on ? setup.closing.softJaws : null, stop: setup.stop });

const onFlat = (part: SeatedPart, device: FlatDevice, basis: Basis, setup: Setup): FlatSeatInput => ({ ...part, device, plate: setup.plate, bond: bondOf(basis, setup) });

interface Seated {
  readonly seat: SeatFacts;
  readonly gripped: Gripped | null;
  readonly pinGaps: SetupFacts['pinGaps'];
}

const NO_GAPS = { x: [], y: [] };

/** The part where it comes to rest on a device of any kind. */
export function seatOn(part: SeatedPart, device: Device, basis: Basis, setup: Setup): Seated {
  if (isVise(device)) return { seat: seatInVise(inVise(part, device, setup)), gripped: null, pinGaps: NO_GAPS };
  if (isFlatDevice(device)) {
    const input = onFlat(part, device, basis, setup);
    const seat = seatOnFlat(input);
    return { seat, gripped: null, pinGaps: { x: gapsAtPins(input, seat, 'x'), y: gapsAtPins(input, seat, 'y') } };
  }
  const seat = seatRound({ ...part, device, round: setup.round });
  return { seat, gripped: seat.gripped, pinGaps: NO_GAPS };
}

/** Where else the part would be held on its device, from where it is seated; a round device centers what it grips. */
export function elsewhereOn(planner: Planner, basis: Basis, before: Material, setup: Setup, device: Device, seat: SeatFacts): Vec3[] {
  if (!seat.settled || !(isVise(device) || isFlatDevice(device))) return [];
  return planner.cache.get('elsewhere', seatKeyOf(basis, before, setup, device), () => {
    const part = lyingPart(planner, basis, before, setup.orientation);
    const to = isVise(device) ? locatorsInVise(inVise(part, device, setup)) : locatorsOnFlat(onFlat(part, device, basis, setup));
    return otherHomes(part, to, seat.pose.translation);
  });
}
