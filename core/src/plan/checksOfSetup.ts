import type { Finding, Told } from '../findings';
import { bondSticks } from '../hold/checks/bondSticks';
import { boardReady } from '../hold/checks/boardReady';
import { boltFits } from '../hold/checks/boltFits';
import { boltHolds } from '../hold/checks/boltHolds';
import { clampOnPart } from '../hold/checks/clampOnPart';
import { fastenerBites } from '../hold/checks/fastenerBites';
import { gripCentered } from '../hold/checks/gripCentered';
import { gripDepth } from '../hold/checks/gripDepth';
import { heldDown } from '../hold/checks/heldDown';
import { jawOpening } from '../hold/checks/jawOpening';
import { jawsTouch } from '../hold/checks/jawsTouch';
import { laidByHand } from '../hold/checks/laidByHand';
import { overEdge } from '../hold/checks/overEdge';
import { parallelsBelowJaws } from '../hold/checks/parallelsBelowJaws';
import { partOnDevice } from '../hold/checks/partOnDevice';
import { pinsMeet } from '../hold/checks/pinsMeet';
import { pinsOnGrid } from '../hold/checks/pinsOnGrid';
import { podsCarry } from '../hold/checks/podsCarry';
import { rawCaught } from '../hold/checks/rawCaught';
import { rotaryReach } from '../hold/checks/rotaryReach';
import { roundGrip } from '../hold/checks/roundGrip';
import { softJawsFitted } from '../hold/checks/softJawsFitted';
import { vacuumSeals } from '../hold/checks/vacuumSeals';
import { wallStands } from '../hold/checks/wallStands';
import { boreHasTool } from '../prove/checks/boreHasTool';
import { cornerFitsCutter } from '../prove/checks/cornerFitsCutter';
import { cutClearsDevice } from '../prove/checks/cutClearsDevice';
import { cutClearsJaws } from '../prove/checks/cutClearsJaws';
import { cutInsideTravel } from '../prove/checks/cutInsideTravel';
import { cutsThrough } from '../prove/checks/cutsThrough';
import { cutsSomething } from '../prove/checks/cutsSomething';
import { stickOutReaches } from '../prove/checks/stickOutReaches';
import { zeroInsideTravel } from '../prove/checks/zeroInsideTravel';
import { zTravelNotProven } from '../prove/checks/zTravelNotProven';
import { pocketOf, restIn } from '../seat';
import { partRests } from '../seat/checks/partRests';
import { meetsSquarely } from '../seat/checks/meetsSquarely';
import { rawFaceLocates } from '../seat/checks/rawFaceLocates';
import { seatSettles } from '../seat/checks/seatSettles';
import { standsBeside } from '../seat/checks/standsBeside';
import { stopOnFace } from '../seat/checks/stopOnFace';
import { stopTouches } from '../seat/checks/stopTouches';
import { isFlatDevice, isRound, isVise, type FlatDevice, type RoundDevice, type Vise } from '../shop';
import { featureLevel, featureLevels, looksTowards } from '../zero';
import { feelerNoticed } from '../zero/checks/feelerNoticed';
import { rawTouched } from '../zero/checks/rawTouched';
import { somethingToTouch } from '../zero/checks/somethingToTouch';
import { stationKnown } from '../zero/checks/stationKnown';
import { zLengthActive } from '../zero/checks/zLengthActive';
import { zeroAsProgrammed } from '../zero/checks/zeroAsProgrammed';
import { zeroOnFeature } from '../zero/checks/zeroOnFeature';
import { depthFaceLooksUp } from './checks/depthFaceLooksUp';
import { deviceChosen } from './checks/deviceChosen';
import { machineChosen } from './checks/machineChosen';
import { registerOnMachine } from './checks/registerOnMachine';
import { stationOnMachine } from './checks/stationOnMachine';
import { registeredPlace } from './checks/registeredPlace';
import type { PlannedSetup, SetupFacts } from './planned';
import type { Basis } from './planner';

function ofVise({ seat, hold }: SetupFacts, vise: Vise, { setup }: PlannedSetup, { resolved: { lookup, nameOf }, material }: Basis, told: Told): Finding[] {
  const rest = restIn(vise, setup);
  const stopFace = setup.stop.face && !pocketOf(setup) ? lookup(setup.stop.face) : null;
  return [
    ...parallelsBelowJaws(rest, vise, told), ...(seat.standsBelow ? [] : partRests(seat, rest, vise, told)), ...seatSettles(seat, told), ...standsBeside(seat, told), ...stopTouches(seat, pocketOf(setup) !== null, told),
    ...stopOnFace(seat, stopFace && { name: nameOf(setup.stop.face!), level: looksTowards(stopFace, seat.x.faces, setup.orientation) ? featureLevel(stopFace, 'x', setup.orientation) : null }, told),
    ...jawsTouch(seat, told), ...rawCaught(hold.vise!, seat, told), ...jawOpening(hold.vise!, vise, told), ...softJawsFitted(setup, vise, hold.vise!, hold.trouble, told), ...gripDepth(hold.vise!, vise, told), ...gripCentered(hold.vise!, vise, 1 + setup.further.length, told), ...wallStands(hold.wall, material, told),
  ];
}

function ofFlat({ seat, hold, pinGaps }: SetupFacts, device: FlatDevice, { setup, station }: PlannedSetup, { machine }: Basis, told: Told): Finding[] {
  return [
    ...(seat.standsBelow ? [] : partOnDevice(seat, told)), ...overEdge(hold, told), ...seatSettles(seat, told), ...standsBeside(seat, told), ...laidByHand(seat, told), ...pinsMeet(pinGaps, setup.plate, told),
    ...(device.kind === 'fixture plate' ? [...pinsOnGrid(device, setup.plate, told), ...registeredPlace(device, station, machine, told)] : []),
    ...(device.kind === 'sacrificial board' ? boardReady(device, machine, told) : []), ...(device.kind === 'vacuum pods' ? podsCarry(hold, device, told) : []),
    ...clampOnPart(hold, told), ...boltHolds(hold, told), ...boltFits(hold, told), ...fastenerBites(hold, told), ...vacuumSeals(hold, told), ...bondSticks(hold, told), ...heldDown(hold, told),
  ];
}

function ofRound({ seat, hold, gripped }: SetupFacts, device: RoundDevice, { setup }: PlannedSetup, { material }: Basis, told: Told): Finding[] {
  return [...roundGrip(seat, gripped, device, setup, told), ...wallStands(hold.wall, material, told), ...(device.kind === 'rotary axis' ? rotaryReach(seat, device, setup, told) : [])];
}

const NOT_CHOSEN = { id: '', name: '', position: null, plusMinus: null, measuredFor: [], note: '' };

/** Every check of one setup that does not need the forces. */
export function checksOf(basis: Basis, planned: PlannedSetup, looksUp: boolean, told: Told): Finding[] {
  const { job, machine, resolved: { lookup, nameOf } } = basis;
  const { setup, device, station, facts } = planned;
  const chosen = [
    ...deviceChosen(setup, device, told), ...machineChosen(machine, job.machine, told), ...stationOnMachine(setup, machine, told), ...registerOnMachine(setup, machine, told),
    ...depthFaceLooksUp(looksUp, nameOf(setup.cutsTo ?? ''), setup, told),
  ];
  if (!device || !facts) return chosen;
  const { seat, hold, prove, programmed } = facts;
  return [
    ...chosen,
    ...(isVise(device) ? ofVise(facts, device, planned, basis, told) : isFlatDevice(device) ? ofFlat(facts, device, planned, basis, told) : isRound(device) ? ofRound(facts, device, planned, basis, told) : []),
    ...rawFaceLocates(seat, told), ...meetsSquarely(seat, isFlatDevice(device) ? (['x', 'y'] as const).filter((axis) => setup.plate[axis].by === 'pins') : [], told),
    ...stationKnown({
      station: facts.touched ? { ...(station ?? NOT_CHOSEN), position: facts.touched.position } : station,
      entered: machine?.stations.find((s) => s.id === setup.station) ?? null, device, homes: facts.touched !== null || (machine?.homing.homes ?? true),
    }, told),
    ...zLengthActive(setup, told), ...(seat.settled ? somethingToTouch(facts.worksheet, facts.zero.inMachine !== null, told) : []), ...rawTouched(facts.worksheet, facts.touchable, seat, told), ...feelerNoticed(setup.touchOff, told),
    ...zeroOnFeature([...featureLevels(setup.zero, setup.orientation, lookup).problems, ...(programmed?.problems ?? [])], nameOf, told),
    ...zeroAsProgrammed(programmed, setup.programmed, setup, told),
    ...(isVise(device) ? cutClearsJaws(prove, hold.top, told) : cutClearsDevice(prove, hold, told)), ...(isFlatDevice(device) ? cutsThrough(prove, hold, seat, told) : []),
    ...cutsSomething(prove, told), ...zeroInsideTravel(prove, told), ...cutInsideTravel(prove, told), ...zTravelNotProven(prove, setup, told), ...boreHasTool(facts.bores, setup, told), ...cornerFitsCutter(facts.corners, setup, told), ...stickOutReaches(prove, seat.loadedBox.max.z, setup, told),
  ];
}

