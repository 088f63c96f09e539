import { asSpot, longestOf, standingLocators } from '../../locate';
import { wallStands } from '../../hold/checks/wallStands';
import { newHold } from '../../job';
import { otherHomes, type SeatedPart } from '../../seat';
import { seatSettles } from '../../seat/checks/seatSettles';
import { standsBeside } from '../../seat/checks/standsBeside';
import { featureLevel, looksTowards } from '../../zero';
import type { Held, Holding, On } from '../types';
import { beginInVise } from './begin';
import { spansInVise } from './bending';
import { cutClearsJaws } from './checks/cutClearsJaws';
import { cutsClearRest } from './checks/cutsClearRest';
import { gripCentered } from './checks/gripCentered';
import { gripDepth } from './checks/gripDepth';
import { jawOpening } from './checks/jawOpening';
import { jawsTouch } from './checks/jawsTouch';
import { parallelsBelowJaws } from './checks/parallelsBelowJaws';
import { partRests } from './checks/partRests';
import { rawCaught } from './checks/rawCaught';
import { softJawsFitted } from './checks/softJawsFitted';
import { stopOnFace } from './checks/stopOnFace';
import { stopTouches } from './checks/stopTouches';
import { viseDecisions } from './decisions';
import { viseRemedies } from './remedies';
import { holdInVise } from './hold';
import { viseFootprint, visePicture } from './picture';
import { viseEntries, viseRows } from './rows';
import { fixedSide, locatorsInVise, pocketOf, restIn, seatInVise, type ViseSeatInput } from './seat';
import { viseDimensions, viseLabels, viseShapes, viseSolids } from './shapes';

type Needs = Omit<ViseSeatInput, keyof SeatedPart>;

/** Which face the stop is meant for is a matter of the checks. */
const seatNeeds = ({
  device: vise,
  setup: {
    hold: {
      parallels,
      softJaws,
      stop: { face: _, ...stop },
    },
  },
}: On<'vise'>): Needs => ({ vise, parallelsHeight: parallels.height, pocket: softJaws.on ? softJaws : null, stop });

function checks({ device: vise, seat, hold, setup, material, lookup, nameOf, told }: Held<'vise'>) {
  const rest = restIn(vise, setup);
  const stopFace = setup.hold.stop.face && !pocketOf(setup) ? lookup(setup.hold.stop.face) : null;
  return [
    ...parallelsBelowJaws(rest, vise, told),
    ...(seat.standsBelow ? [] : partRests(seat, rest, vise, told)),
    ...seatSettles(seat, told),
    ...standsBeside(seat, told),
    ...stopTouches(seat, pocketOf(setup) !== null, told),
    ...stopOnFace(
      seat,
      stopFace && {
        name: nameOf(setup.hold.stop.face!),
        level: looksTowards(stopFace, seat.x.faces, setup.orientation)
          ? featureLevel(stopFace, 'x', setup.orientation)
          : null,
      },
      told,
    ),
    ...jawsTouch(seat, told),
    ...rawCaught(hold.vise!, seat, told),
    ...jawOpening(hold.vise!, vise, told),
    ...softJawsFitted({ setup, vise, hold: hold.vise!, trouble: hold.trouble, told }),
    ...gripDepth(hold.vise!, vise, told),
    ...gripCentered(hold.vise!, vise, 1 + setup.hold.further.length, told),
    ...wallStands(hold.wall, material, told),
  ];
}

/** Two jaws, one of them fixed, a bed, parallels and a stop. Device frame: fixed jaw's face, bed, left jaw end. */
export const vise: Holding<'vise', Needs> = {
  seatNeeds,
  seat: (part, needs) => ({ seat: seatInVise({ ...part, ...needs }), gripped: null, pinGaps: { x: [], y: [] } }),
  elsewhere: (part, needs, at) => otherHomes(part, locatorsInVise({ ...part, ...needs }), at),
  facts: holdInVise,
  spans: spansInVise,
  checks,
  cutChecks: ({ prove, hold, seat, told }) => [
    ...cutClearsJaws(prove, hold.top, told),
    ...cutsClearRest(prove, seat, told),
  ],
  pinsAlong: () => [],
  cutDownTo: ({ jawHeight, clearanceAboveJaws }, speech) => ({
    level: jawHeight + clearanceAboveJaws,
    says: `what the jaws leave, ${speech.size(clearanceAboveJaws)} above them`,
  }),
  jet: () => null,
  // nothing is assumed about the grip; the stop stands level with the middle of the jaw above the parallels
  starts: ({ jawHeight }) =>
    newHold('vise', {
      parallels: { height: Math.round(jawHeight / 2) },
      stop: { side: 'left', position: 0, height: Math.round(jawHeight * 0.75), fromJaw: 10, face: null },
    }),
  begins: beginInVise,
  locatedBy: ({ seat, setup, hold }) => {
    const locators = standingLocators(hold.contacts, longestOf(seat.loadedBox));
    // walls of one pocket are cut together; a stop is the end of a rod
    const here = setup.hold.softJaws.on
      ? locators.map((l) => ({ ...l, nest: 'pocket' }))
      : locators.map((l) => (l.name === seat.locators.x.name ? asSpot(l) : l));
    return { locators: here, byHand: [] };
  },
  parallels: true,
  jaw: ({ fixedJaw }) => (fixedJaw === 'front' ? '-y' : '+y'),
  rows: viseRows,
  words: { device: 'vise', alongX: 'along the jaws' },
  pieces: 'along the jaws',
  // only the stop can be moved along the jaws; the others, seen from this piece
  moved: ({ hold, ...setup }, { x }) => ({
    ...setup,
    hold: {
      ...hold,
      stop: { ...hold.stop, position: hold.stop.position + x },
      further: hold.further.map((p) => ({ ...p, x: p.x === x ? -x : p.x - x })),
    },
  }),
  shapes: viseShapes,
  labels: viseLabels,
  dimensions: viseDimensions,
  decisions: viseDecisions,
  remedies: viseRemedies,
  // in front of a part stands a jaw
  leftOut: (view, device) => (view === 'front' ? ` (${fixedSide(device) > 0 ? 'moving' : 'fixed'} jaw left out)` : ''),
  solids: viseSolids,
  footprint: viseFootprint,
  picture: (device) => ({ says: ' from the left end', shapes: visePicture(device) }),
  drillable: () => 0,
  placed: () => [],
  separation: () => null,
  told: viseEntries,
};
