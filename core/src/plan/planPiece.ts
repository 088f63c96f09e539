import { NOT_HOLD, type HoldFacts, type HoldSetup } from '../hold';
import { holdingOf, type Seated } from '../holdings';
import { outlineWidth, type Setup, type SetupIn } from '../job';
import type { Locating } from '../locate';
import { uprightRounds } from '../edgePins';
import { rotationOf } from '../frames';
import type { CylinderFeature, Feature } from '../part';
import type { SeatedPart, SeatFacts } from '../seat';
import type { Family, StationHere } from '../shop';
import { fields, type Graph } from './graph';
import type { SetupFacts } from './planned';
import { madeStage, proveStage, separationStage } from './stages/cutting';
import { drilledStage } from './stages/dowels';
import { holdStage, locateStage } from './stages/hold';
import { cuttableStage, lyingStage, sectionsStage, turnedStage, type Cuttable, type Sections } from './stages/lying';
import { factsStage } from './stages/planned';
import { seatOn } from './stages/seat';
import { ledgerStage, programmedStage, touchableStage, touchStage, wordsStage, zeroStage } from './stages/zero';
import { whenAsked, type Here, type On, type Whole } from './whole';

/** What lies in a setup, and how it is cut through. */
export interface Lying {
  readonly part: SeatedPart;
  readonly loadedCuts: Sections;
  readonly leftCuts: Sections;
  readonly finishedCuts: Sections;
}

const isHold = (key: string): key is keyof HoldSetup => !(NOT_HOLD as readonly string[]).includes(key);
const isBore = (f: Feature): f is CylinderFeature => f.kind === 'bore';
const isCorner = (f: Feature): f is CylinderFeature => f.kind === 'round' && f.hollow;

/** What of a setup says how it is held. */
export const holdOf = (g: Graph, setup: SetupIn<Family>): HoldSetup =>
  fields(g, setup, ...Object.keys(setup).filter(isHold));

/** The upright rounds of the part in a setup, before it is moved anywhere. */
export const roundsIn = (g: Graph, { features }: Whole, { orientation }: Pick<Setup, 'orientation'>) =>
  g.same(uprightRounds(features, rotationOf(orientation)));

export function lyingIn(g: Graph, whole: Whole, { setup: { orientation }, before, cut }: Here): Lying {
  const { kernel, job, part, firstCopy } = whole;
  const cuts = (body: Cuttable) => g.run(sectionsStage, { body, orientation, across: 'z' });
  const blank = g.same(whole.blank.box);
  const allowance = g.same(whole.blank.allowance);
  const sides = fields(g, job.blank, 'sides');
  const film = fields(g, job.blank, 'kind', 'along', 'film');
  const loaded = g.run(turnedStage, { solid: before.solid, orientation });
  const finished = g.run(turnedStage, { solid: part.solid, orientation });
  return {
    part: g.run(lyingStage, {
      loaded,
      finished,
      orientation,
      firstCopy,
      blank,
      allowance,
      sides,
      film,
      flats: before.flats,
    }),
    loadedCuts: cuts(before),
    leftCuts: cuts(cut.left),
    finishedCuts: cuts(g.run(cuttableStage, { kernel, solid: part.solid })),
  };
}

/** A piece where it lies on its device. */
interface Piece {
  readonly whole: Whole;
  readonly at: Here;
  readonly lying: Lying;
  readonly on: On;
  readonly setup: SetupIn<Family>;
}

/** Work zero of a piece, its account, and where it is touched. */
function zeroOn(
  g: Graph,
  {
    whole,
    at,
    setup,
    seat,
    hold,
    station,
    lying,
  }: Pick<Piece, 'whole' | 'at' | 'setup' | 'lying'> & {
    seat: SeatFacts;
    hold: HoldFacts;
    station: StationHere | null;
  },
) {
  const { job, machine, speech } = whole;
  const { here } = at;
  const { part, loadedCuts: loaded } = lying;
  const of = <K extends keyof Setup>(...names: K[]) => fields(g, setup, ...names);
  const homes = machine?.homing.homes ?? true;
  const earlier = g.same(at.earlier);
  const zeroed = g.run(zeroStage, {
    setup: of('op', 'orientation', 'zero', 'measured'),
    seat,
    here,
    station,
    homes,
    earlier,
  });
  const common = machine?.commonOffset ?? null;
  const account = g.run(ledgerStage, {
    setup: of('orientation', 'zero', 'lengths', 'tools'),
    why: setup.why.zero,
    seat,
    zeroed,
    here,
    speech,
    common,
    sizeTolerance: job.sizeTolerance,
  });
  const touchable = g.run(touchableStage, { part, seat, open: g.same(hold.open) });
  const touching = g.run(touchStage, {
    setup: of('orientation', 'touchOff', 'lengths', 'tools'),
    seat,
    zeroed,
    touchable,
    here,
    speech,
    loaded,
    commonZ: common?.z ?? 0,
  });

  return { zeroed, account, touchable, touching };
}

/** What the cut makes of bores and corners, and what still joins a part to its sheet. */
function cutOn(
  g: Graph,
  {
    whole,
    at,
    setup,
    seat,
    hold,
    device,
    lying: { part: _, ...cuts },
  }: Pick<Piece, 'whole' | 'at' | 'setup' | 'lying'> & { seat: SeatFacts; hold: HoldFacts; device: On['device'] },
) {
  const { material } = whole;
  const { cut } = at;
  const { orientation } = setup;
  const bores = g.list(whole.features.filter(isBore));
  const corners = g.list(whole.features.filter(isCorner));
  const made = g[whenAsked(whole.forces)](madeStage, {
    bores,
    corners,
    cut,
    orientation,
    loaded: cuts.loadedCuts,
    left: cuts.leftCuts,
  });
  const keeps = holdingOf(device).separation(setup);
  const separation =
    keeps &&
    g.run(separationStage, {
      keeps: g.same(keeps),
      outlineMm: outlineWidth(setup),
      frees: hold.frees,
      finished: cuts.finishedCuts,
      seat,
      yieldMPa: material?.yieldMPa ?? null,
    });
  return { made, separation };
}

/** The dowels of a part that is put onto them, or why there are none; the pins along its edges. */
const ofDowels = ({ dowels, dowelProblem, edge }: Seated) => ({
  ...(dowels ? { dowels } : dowelProblem ? { dowelProblem } : {}),
  ...(edge ? { edge } : {}),
});

/** How a piece is held, and what decides where it lies. */
function heldOn(
  g: Graph,
  { whole, at, lying: { part, ...cuts }, on, setup, seated }: Piece & { readonly seated: Seated },
): { hold: HoldFacts; locating: Locating } {
  const { kernel, material, speech } = whole;
  const { device, bond, clamps } = on;
  const { seat, gripped, pinGaps } = seated;
  const { dowels, edge } = seated;
  const { altitude, gaugeSets } = whole.shop;
  const held = { setup: holdOf(g, setup), seat, gripped, device, ...(dowels && { dowels }), ...(edge && { edge }) };
  const hold = g.run(holdStage, {
    ...held,
    kernel,
    shop: g.same({ clamps, bonds: bond ? [bond] : [], altitude, gaugeSets }),
    material,
    speech,
    loaded: part.loaded,
    massKg: material ? material.densityKgM3 * at.before.volumeMm3 * 1e-9 : 0,
    touchDiameterMm: setup.touchOff.side.diameter,
    outlineMm: outlineWidth(setup),
    ...cuts,
  });
  return { hold, locating: g.run(locateStage, { ...held, hold, pinGaps: g.same(pinGaps) }) };
}

/** One piece from top to bottom: seat, hold, zero, account, touch-off, and what the cut does. */
export function planPiece(g: Graph, { whole, at, lying, on, setup }: Piece): SetupFacts {
  const { machine, speech, firstCopy } = whole;
  const { here } = at;
  const { part } = lying;
  const { device, station, bond } = on;
  const { orientation, tools } = setup;
  const of = <K extends keyof Setup>(...names: K[]) => fields(g, setup, ...names);

  const seated = seatOn(g, { part, device, bond, setup, dowels: at.dowels, rounds: roundsIn(g, whole, setup) });
  const { seat, gripped, pinGaps } = seated;
  const { hold, locating } = heldOn(g, { whole, at, lying, on, setup, seated });
  const { zeroed, account, touchable, touching } = zeroOn(g, { whole, at, setup, seat, hold, station, lying });
  const { zero, touched, standing } = zeroed;
  const { made, separation } = cutOn(g, { whole, at, setup, lying, seat, hold, device });
  const prove = g.run(proveStage, {
    seat,
    zero,
    tools,
    top: g.same(hold.top),
    station: g.same(standing),
    machine,
    orientation,
    cuts: at.cuts,
  });
  const blank = g.same(whole.blank.box);
  const programmed = g.run(programmedStage, {
    programmed: setup.programmed,
    setup: of('orientation', 'zero'),
    seat,
    zero,
    part: firstCopy,
    blank,
    here,
  });
  const says = g.run(wordsStage, { seat, zero: setup.zero, orientation, here, speech });
  const found = {
    seat,
    gripped,
    pinGaps,
    hold,
    locating,
    zero,
    touched,
    separation,
    touchable,
    prove,
    programmed,
    says,
    ...ofDowels(seated),
    ...(at.drills && { drills: g.run(drilledStage, { ...at.drills, seat }) }),
  };
  return g.run(factsStage, { ...found, ...account, ...touching, ...made });
}
