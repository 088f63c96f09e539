import { holdingOf, type IndexHere } from '../../holdings';
import { staysGripped } from '../../holdings/round/checks/staysGripped';
import { deviceDrilled } from '../../dowels/checks/deviceDrilled';
import type { Finding, Told } from '../../findings';
import { boreHasTool } from '../../prove/checks/boreHasTool';
import { cornerFitsCutter } from '../../prove/checks/cornerFitsCutter';
import { cutInsideTravel } from '../../prove/checks/cutInsideTravel';
import { cutsSomething } from '../../prove/checks/cutsSomething';
import { stickOutReaches } from '../../prove/checks/stickOutReaches';
import { zeroInsideTravel } from '../../prove/checks/zeroInsideTravel';
import { zTravelNotProven } from '../../prove/checks/zTravelNotProven';
import { meetsSquarely } from '../../seat/checks/meetsSquarely';
import { filmCounts } from '../../seat/checks/filmCounts';
import { rawFaceLocates } from '../../seat/checks/rawFaceLocates';
import { furtherOf, isHeldOn, isHoldIn, type Setup, type SetupIn, type StandsOn } from '../../job';
import type { Device, Family, Machine, StationHere, WorkMaterial } from '../../shop';
import type { Speech } from '../../units';
import { featureLevels } from '../../zero';
import { jointBears } from '../../holdings/carrier/checks/jointBears';
import { standsFirm } from '../../holdings/carrier/checks/standsFirm';
import type { JointFacts } from '../../holdings';
import { feelerNoticed } from '../../zero/checks/feelerNoticed';
import { rawTouched } from '../../zero/checks/rawTouched';
import { somethingToTouch } from '../../zero/checks/somethingToTouch';
import { stationKnown } from '../../zero/checks/stationKnown';
import { zLengthActive } from '../../zero/checks/zLengthActive';
import { zeroAsProgrammed } from '../../zero/checks/zeroAsProgrammed';
import { zeroOnFeature } from '../../zero/checks/zeroOnFeature';
import { proposedLookedAt } from '../checks/proposedLookedAt';
import { depthFaceLooksUp } from '../checks/depthFaceLooksUp';
import { deviceChosen } from '../checks/deviceChosen';
import { machineChosen } from '../checks/machineChosen';
import { registerOnMachine } from '../checks/registerOnMachine';
import { stationOnMachine } from '../checks/stationOnMachine';
import { marginHolds } from '../../hold/checks/marginHolds';
import { partGives } from '../../hold/checks/partGives';
import { partComesFree } from '../../prove/checks/partComesFree';
import { cornersFitTool, toolGoesIn } from '../../prove/checks/toolGoesIn';
import { wayClear } from '../../prove/checks/wayClear';
import { decidedOnce } from '../../locate/checks/decidedOnce';
import { staysThere } from '../../locate/checks/staysThere';
import { stillMoves } from '../../locate/checks/stillMoves';
import { onePlace } from '../../seat/checks/onePlace';
import { piecesApart } from '../../holdings/checks/piecesApart';
import type { CutFacts } from '../../prove';
import { cutClearsWhatLooksUp } from '../checks/cutClearsWhatLooksUp';
import { lookupIn, nameIn, type FeaturesHere } from '../features';
import type { Stage } from '../graph';
import { ofPieces } from '../pieces';
import type { ForceFacts, PlannedPiece, SetupFacts } from '../planned';

/** What the checks of one setup look at that need no forces. */
export interface ChecksInput {
  readonly setup: Setup;
  /** the face it cuts down to looks up, or there is none */
  readonly astray: readonly string[];
  readonly cuts: readonly CutFacts[];
  readonly device: Device | null;
  readonly station: StationHere | null;
  /** what the device stands on; null: on the station itself, or on nothing that is known */
  readonly below: Device | null;
  /** its part is to stay in the jaws of a rotary axis; null: it is not */
  readonly index: IndexHere | null;
  /** how far the part reaches from the axis of its device; null: it is not turned there */
  readonly swept: number | null;
  /** null while no device is chosen */
  readonly facts: SetupFacts | null;
  readonly machine: Machine | null;
  readonly machineId: string | null;
  readonly material: WorkMaterial | null;
  readonly here: FeaturesHere;
  readonly speech: Speech;
}

type Placed = Omit<ChecksInput, 'setup'> & {
  readonly setup: SetupIn<Family>;
  readonly facts: SetupFacts;
  readonly told: Told;
};

const NOT_CHOSEN = { id: '', name: '', position: null, plusMinus: null, measuredFor: [], note: '' };

function ofZero({ facts, setup, station, below, machine, here, told }: Placed, device: Device): Finding[] {
  const { seat, programmed } = facts;
  const { problems } = featureLevels(setup.zero, setup.orientation, lookupIn(here));
  return [
    ...rawFaceLocates(seat, told),
    ...filmCounts(seat, { bonded: isHoldIn('flat', setup.hold) && setup.hold.bond !== null }, told),
    ...meetsSquarely(seat, holdingOf(device).pinsAlong(setup), told),
    ...standsFirm(setup, device, { station, below, machine }, told),
    ...stationKnown(
      {
        station: facts.touched ? { ...(station ?? NOT_CHOSEN), position: facts.touched.position } : station,
        entered: machine?.stations.find((s) => s.id === setup.station) ?? null,
        // what is measured is what stands on the station
        device: below ?? device,
        homes: facts.touched !== null || (machine?.homing.homes ?? true),
      },
      told,
    ),
    ...zLengthActive(setup, told),
    ...(seat.settled ? somethingToTouch(facts.worksheet, facts.zero.inMachine !== null, told) : []),
    ...rawTouched(facts.worksheet, facts.touchable, seat, told),
    ...feelerNoticed(setup.touchOff, told),
    ...zeroOnFeature([...problems, ...(programmed?.problems ?? [])], nameIn(here), told),
    ...zeroAsProgrammed(programmed, setup.programmed, setup, told),
  ];
}

function ofLocating({ facts: { locating, seat, drills }, told }: Placed, device: Device): Finding[] {
  if (!seat.settled) return [];
  const drillable = holdingOf(device).drillable(device);
  return [
    ...stillMoves(locating, seat, told),
    ...decidedOnce(locating, told),
    ...staysThere(locating, told),
    ...(drills ? deviceDrilled({ drills, drillable, device: device.kind }, told) : []),
  ];
}

function ofCut({ facts, setup, told }: Placed): Finding[] {
  const { seat, prove } = facts;
  return [
    ...cutsSomething(prove, told),
    ...toolGoesIn(prove, setup, told),
    ...cornersFitTool(prove, setup, told),
    ...zeroInsideTravel(prove, told),
    ...cutInsideTravel(prove, told),
    ...zTravelNotProven(prove, setup, told),
    ...(facts.bores ? boreHasTool(facts.bores, setup, told) : []),
    ...(facts.corners ? cornerFitsCutter(facts.corners, setup, told) : []),
    ...stickOutReaches(prove, seat.loadedBox.max.z, setup, told),
  ];
}

/** Every check of one setup that does not need the forces. */
export function checksOf(input: ChecksInput): Finding[] {
  const { setup, astray, cuts, device, facts, machine, machineId, here, speech } = input;
  const told: Told = { setupId: setup.id, op: setup.op, speech };
  const chosen = [
    ...deviceChosen(setup, device, told),
    ...machineChosen(machine, machineId, told),
    ...stationOnMachine(setup, machine, told),
    ...registerOnMachine(setup, machine, told),
    ...proposedLookedAt(setup, told),
    ...setup.cuts.flatMap((cut, i) =>
      astray.includes(cut.id)
        ? depthFaceLooksUp(cut, { name: cuts[i].name, faceName: nameIn(here)(cut.to ?? '') }, setup, told)
        : [],
    ),
    ...cutClearsWhatLooksUp(setup, cuts, here, told),
  ];
  if (!device || !facts || !isHeldOn(setup, device)) return chosen;
  const placed = { ...input, setup, facts, told };
  const { seat, gripped, pinGaps, dowels, dowelProblem, edge, hold, prove } = facts;
  const holding = holdingOf(device);
  const { station, material } = input;
  const features = { lookup: lookupIn(here), nameOf: nameIn(here) };
  const place = { ...(dowels && { dowels }), ...(dowelProblem && { dowelProblem }), ...(edge && { edge }) };
  const on = { seat, gripped, pinGaps, ...place };
  const held = { device, setup, ...on, hold, prove, station, machine, material, ...features, told };
  return [
    ...chosen,
    ...holding.checks(held),
    ...(input.index
      ? staysGripped(input.index, { seat, device, setup, swept: input.swept, zero: facts.zero, machine }, told)
      : []),
    ...ofLocating(placed, device),
    ...ofZero(placed, device),
    ...holding.cutChecks(held),
    ...ofCut(placed),
  ];
}

export const findingsStage: Stage<ChecksInput, Finding[]> = { name: 'findings', compute: checksOf };

interface PieceChecks extends Omit<ChecksInput, 'facts' | 'device'> {
  facts: SetupFacts;
  device: Device;
  pieces: readonly PlannedPiece[];
  /** what is said of the first piece */
  first: readonly Finding[];
}

/** What the checks say of further pieces that they do not say of the first. */
export const pieceFindingsStage: Stage<PieceChecks, Finding[]> = {
  name: 'findings of further pieces',
  compute: ({ pieces, first, ...input }) => {
    const { setup, device, speech, facts } = input;
    const all = [{ number: 1, facts }, ...pieces].map((p) => ({ number: p.number, seat: p.facts.seat }));
    const told: Told = { setupId: setup.id, op: setup.op, speech };
    return [
      ...piecesApart(all, furtherOf(setup), holdingOf(device).pieces, told),
      ...ofPieces(first, pieces, (p) => checksOf({ ...input, setup: p.setup, facts: p.facts })),
    ];
  },
};

/** A device on another one, and what keeps the two together. */
export interface OnCarrier {
  readonly standsOn: StandsOn;
  readonly joint: JointFacts;
  readonly upper: string;
  readonly lower: string;
}

interface ForceFindings {
  setup: Pick<Setup, 'id' | 'op'>;
  facts: SetupFacts;
  pieces: readonly PlannedPiece[];
  forces: readonly ForceFacts[];
  material: WorkMaterial | null;
  /** what keeps the device on the one it stands on; null: it stands on the station itself */
  joint: OnCarrier | null;
  speech: Speech;
}
/**
 * What the checks say of margins, of what is in the way, and of where else the part could lie. `forces`: of the first
 * piece, then of the others.
 */
export const forceFindingsStage: Stage<ForceFindings, Finding[]> = {
  name: 'findings of forces',
  compute: ({ setup, facts, pieces, forces, material, joint, speech }) => {
    const told: Told = { setupId: setup.id, op: setup.op, speech };
    const said = ({ margin, way, bend, elsewhere }: ForceFacts, { seat }: SetupFacts) => [
      ...onePlace(seat, elsewhere, told),
      ...marginHolds(margin, told),
      ...(joint ? jointBears(joint, margin, told) : []),
      ...partGives(bend, material, told),
      ...wayClear(way, told),
      ...partComesFree(facts.separation, margin, told),
    ];
    const own = said(forces[0], facts);
    return [...own, ...ofPieces(own, pieces, (p) => said(forces[p.number - 1], p.facts))];
  },
};
