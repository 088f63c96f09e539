import { fixedSide, pocketOf, restIn, type Rest } from './seat';
import type { HoldIn } from '../../job';
import type { Contact, SeatFacts } from '../../seat';
import type { Vise } from '../../shop';
import type { Outlines } from '../../solid';
import { ownWeight, rectangleRing, type HoldOf } from '../../hold/input';
import { patchOf, RIGID } from '../../hold/patch';
import { pocketOutline } from './softJaws';
import { viseRelease, viseSteps } from './steps';
import type { Figure, HoldContact, HoldFacts, Obstacle, ViseHold } from '../../hold/types';
import { wallBetweenJaws } from './wall';
import { openAbove } from '../../hold/open';

/** Contact windows are a tenth of a micrometer smaller than the jaws; extents are told without that. */
const roundTouch = (mm: number): number => Math.round(mm * 1000) / 1000;

/** Closing force for a handle torque: in proportion to the rated one. @param torqueNm null: as rated */
export function closingForceN(vise: Vise, torqueNm: number | null): number {
  return torqueNm === null ? vise.ratedForceN : (vise.ratedForceN * torqueNm) / vise.ratedTorqueNm;
}

/** How a vise is closed. */
export interface Closing {
  /** at the handle; null: as rated */
  readonly torqueNm: number | null;
  /** how far further pieces of one size lie from this one along the jaws; all share the closing force */
  readonly others?: readonly number[];
  /** how far the jaws reach under the part in a pocket: the jaws' faces are so much nearer to each other, twice */
  readonly ledge?: number;
}

/** How a part is gripped, from where it sits. */
export function viseHold(
  seat: SeatFacts,
  vise: Vise,
  rest: Pick<Rest, 'height'>,
  { torqueNm, others = [], ledge = 0 }: Closing,
): ViseHold {
  const pieces = 1 + others.length;
  const jaw = seat.y;
  const movingJaw = seat.movingJaw!;
  const bottom = Math.max(jaw.touch.z[0], movingJaw.touch.z[0]);
  const top = Math.min(jaw.touch.z[1], movingJaw.touch.z[1]);
  // a screw pushes in the middle: gripped beside it the jaw yaws in its guide, and less of the force arrives (common
  // practice, no source)
  const [left, right] = [
    Math.max(jaw.touch.x[0], movingJaw.touch.x[0]),
    Math.min(jaw.touch.x[1], movingJaw.touch.x[1]),
  ];
  const offCenterMm = (left + right) / 2 + others.reduce((sum, x) => sum + x, 0) / pieces - vise.jawWidth / 2;
  const yaw = Math.min(0.5, Math.abs(offCenterMm) / vise.jawWidth);
  const bothTouch = jaw.touches && movingJaw.touches;
  const caughtBy = (contact: Contact) =>
    contact.touches &&
    Math.abs(contact.rawMm) > 1e-6 &&
    contact.touch.z[0] > Math.max(rest.height, seat.loadedBox.min.z) + 0.01
      ? vise.jawHeight - contact.touch.z[0]
      : 0;
  return {
    openingMm: Math.abs(jaw.seatedLevel - movingJaw.seatedLevel) - 2 * ledge,
    gripDepthMm: bothTouch ? Math.max(0, roundTouch(top) - roundTouch(bottom)) : 0,
    fixedJawAreaMm2: jaw.flatAreaMm2,
    movingJawAreaMm2: movingJaw.flatAreaMm2,
    closingForceN: (closingForceN(vise, torqueNm) / pieces) * (1 - yaw),
    offCenterMm,
    caught: { fixed: caughtBy(jaw), moving: caughtBy(movingJaw) },
  };
}

function stopRod({ stop }: HoldIn<'vise'>, vise: Vise): Obstacle {
  const rod = vise.stopDiameter / 2;
  const outwards = stop.side === 'left' ? -1 : 1;
  const y = -fixedSide(vise) * stop.fromJaw;
  return {
    name: 'stop rod',
    footprint: [rectangleRing(stop.position, y - rod, stop.position + outwards * 18, y + rod)],
    from: stop.height - rod,
    to: stop.height + rod,
    cuttable: false,
  };
}

/** A jaw as what stands in the way: whole up to the floor of its pocket, and what the pocket leaves above. */
function jawWithPocket(
  { kernel, device: vise, setup }: HoldOf<Vise>,
  name: string,
  ring: [number, number][],
  pocket: Outlines | null,
): Obstacle[] {
  const jaw = { name, cuttable: false };
  const floor = vise.jawHeight - setup.hold.softJaws.depth;
  if (!pocket || floor >= vise.jawHeight) return [{ ...jaw, footprint: [ring], from: 0, to: vise.jawHeight }];
  const above = kernel.flatDifference([ring], pocket);
  return [
    ...(floor > 0 ? [{ ...jaw, footprint: [ring], from: 0, to: floor }] : []),
    { ...jaw, footprint: above, from: Math.max(0, floor), to: vise.jawHeight },
  ];
}

/** What touches the part: both jaws where they grip, the rest, the stop. `moving`: Y of the moving jaw's face, mm. */
function contactsOf({ setup, seat, device: vise }: HoldOf<Vise>, facts: ViseHold, moving: number): HoldContact[] {
  const s = fixedSide(vise);
  const ledge = pocketOf(setup)?.ledge ?? 0;
  const contacts: HoldContact[] = [];
  if (facts.gripDepthMm > 0) {
    contacts.push(
      {
        name: 'fixed jaw',
        kind: 'locator',
        ...patchOf(seat.y, s * ledge),
        areaMm2: seat.y.flatAreaMm2,
        friction: vise.friction,
        ...RIGID,
      },
      {
        name: 'moving jaw',
        kind: 'clamp',
        ...patchOf(seat.movingJaw!, moving - s * ledge),
        areaMm2: seat.movingJaw!.flatAreaMm2,
        friction: vise.friction,
        ...RIGID,
        forceN: facts.closingForceN,
      },
    );
  }
  if (seat.rest.touches)
    contacts.push({
      name: seat.locators.z.name,
      kind: 'locator',
      ...patchOf(seat.rest, seat.locators.z.at),
      areaMm2: seat.rest.flatAreaMm2,
      friction: vise.friction,
      ...RIGID,
    });
  if (seat.x.touches)
    contacts.push({
      name: seat.locators.x.name,
      kind: 'locator',
      ...patchOf(seat.x, seat.locators.x.at),
      areaMm2: seat.x.flatAreaMm2,
      friction: vise.friction,
      ...RIGID,
    });
  return contacts;
}

function figuresOf({ setup, speech }: HoldOf<Vise>, facts: ViseHold): Figure[] {
  const pieces = 1 + setup.hold.further.length;
  return [
    { label: 'Grip depth', value: speech.sizeWithUnit(facts.gripDepthMm), measures: 'grip' },
    { label: 'Jaw opening', value: speech.sizeWithUnit(facts.openingMm), measures: 'opening' },
    ...(pocketOf(setup)
      ? [{ label: 'Spacer while the pocket is cut', value: speech.sizeWithUnit(facts.openingMm) }]
      : []),
    {
      label: 'Jaw faces touch',
      value: `${speech.area(facts.fixedJawAreaMm2)} fixed, ${speech.area(facts.movingJawAreaMm2)} moving`,
    },
    {
      label: 'Closing force',
      value: `${speech.force(facts.closingForceN)}${pieces > 1 ? ` on each of ${pieces} pieces` : ''}${setup.hold.torque === null ? ', as rated' : ` at ${speech.torque(setup.hold.torque)}`}`,
    },
  ];
}

/** A part in a vise: the jaws, the rest and the stop as contacts; jaws and stop rod as what stands in the way. */
export function holdInVise(input: HoldOf<Vise>): HoldFacts {
  const { setup, seat, device: vise, speech } = input;
  const pocketed = pocketOf(setup);
  const ledge = pocketed?.ledge ?? 0;
  const facts = viseHold(seat, vise, restIn(vise, setup), {
    torqueNm: setup.hold.torque,
    others: setup.hold.further.map((p) => p.x),
    ledge,
  });
  const s = fixedSide(vise);
  const moving = -s * facts.openingMm;
  const { softJaws } = setup.hold;
  const middle = (seat.locators.z.at + vise.jawHeight) / 2;
  const relieved = softJaws.on ? pocketOutline(input, middle, softJaws) : null;
  const pocket = relieved?.outlines ?? null;
  const obstacles: Obstacle[] = [
    ...jawWithPocket(input, 'fixed jaw', rectangleRing(0, 0, vise.jawWidth, s * vise.jawThickness), pocket),
    ...jawWithPocket(
      input,
      'moving jaw',
      rectangleRing(0, moving, vise.jawWidth, moving - s * vise.jawThickness),
      pocket,
    ),
    ...(pocketed ? [] : [stopRod(setup.hold, vise)]),
  ];
  return {
    kind: 'vise',
    frees: false,
    top: { z: vise.jawHeight, name: 'jaw tops', wantedMm: vise.clearanceAboveJaws, beside: true },
    open: openAbove(vise.jawHeight),
    vise: facts,
    wall: wallBetweenJaws(input, facts),
    contacts: contactsOf(input, facts, moving),
    forces: ownWeight(input),
    freed: [],
    obstacles,
    drawn: pocket ? [{ role: 'pocket', outlines: pocket }] : [],
    trouble:
      relieved && pocket!.length > 0 && !relieved.cutterGoesIn
        ? [{ kind: 'pocket-cutter-too-wide' as const, cutterMm: softJaws.cutter }]
        : [],
    overhangMm: 0,
    overEdgeMm2: 0,
    figures: figuresOf(input, facts),
    steps: viseSteps({ setup, seat, vise, speech, spacerMm: facts.openingMm }),
    release: viseRelease(setup, vise),
    opens: 'open the vise',
  };
}
