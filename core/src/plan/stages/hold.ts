import {
  planBending,
  jigOutlines,
  planMargins,
  type Bending,
  type HoldFacts,
  type HoldInput,
  type HoldOf,
  type HoldSetup,
  type MarginFacts,
  type Obstacle,
} from '../../hold';
import type { SeatedDowels } from '../../dowels';
import type { SeatedEdge } from '../../edgePins';
import type { Box3 } from '../../frames';
import type { Tool } from '../../job';
import { planWay, waysTogether, type WayFacts } from '../../prove';
import { holdingOf } from '../../holdings';
import { liftsOff, locatingOf, type Locating } from '../../locate';
import type { Gripped, SeatFacts } from '../../seat';
import type { SetupFacts } from '../planned';
import type { Device, WorkMaterial } from '../../shop';
import type { Kernel, Outlines, TriangleMesh } from '../../solid';
import type { Speech } from '../../units';
import type { Stage } from '../graph';
import { besides, type StandingPiece } from '../pieces';
import { fits, type Region } from '../region';
import { seatedSections, type BodySections, type Sections } from './lying';

interface HoldInputs {
  kernel: Kernel;
  setup: HoldSetup;
  seat: SeatFacts;
  dowels?: SeatedDowels;
  gripped: Gripped | null;
  device: Device;
  shop: HoldInput['shop'];
  material: WorkMaterial | null;
  speech: Speech;
  loaded: TriangleMesh;
  massKg: number;
  touchDiameterMm: number;
  outlineMm: number;
  loadedCuts: Sections;
  leftCuts: Sections;
  finishedCuts: Sections;
}
interface Cuts {
  loadedCuts: Sections;
  leftCuts: Sections;
  finishedCuts: Sections;
}
const together = ({ loadedCuts, leftCuts, finishedCuts }: Cuts): BodySections => ({
  loaded: loadedCuts,
  left: leftCuts,
  finished: finishedCuts,
});

export const holdStage: Stage<HoldInputs, HoldFacts> = {
  name: 'hold',
  compute: (input) => holdWithJig({ ...input, sectionOf: seatedSections(together(input), input.seat) }),
};

/** How a device holds the part, with the locating outline cut from sheet where there is one. Device frame, mm, N. */
function holdWithJig(input: HoldOf<Device> & { readonly gripped: Gripped | null }): HoldFacts {
  const facts = holdingOf(input.device).facts(input);
  const jig = jigOutlines(input);
  return jig.length === 0 ? facts : { ...facts, drawn: [...facts.drawn, ...jig] };
}

interface MarginInputs {
  hold: HoldFacts;
  tools: readonly Tool[];
  material: WorkMaterial | null;
  removed: Box3 | null;
  lowestCut: number;
  jetForceN: number;
}
interface LocateInputs {
  device: Device;
  setup: HoldSetup;
  seat: SeatFacts;
  hold: HoldFacts;
  gripped: Gripped | null;
  pinGaps: SetupFacts['pinGaps'];
  dowels?: SeatedDowels;
  edge?: SeatedEdge;
}
/** What of its hold decides where the part lies. */
export const locateStage: Stage<LocateInputs, Locating> = {
  name: 'locate',
  compute: ({ device, ...held }) => {
    const lifts = liftsOff(held.hold, held.hold.clampNames ?? []);
    return { ...locatingOf(holdingOf(device).locatedBy(held)), ...(lifts && { lifts }) };
  },
};

export const marginStage: Stage<MarginInputs, MarginFacts> = {
  name: 'margin',
  compute: ({ jetForceN, ...input }) => planMargins({ ...input, jetN: jetForceN }),
};

/** Of the numbers that are given; null: none is. */
function extreme(of: (...values: number[]) => number, values: readonly (number | null)[]): number | null {
  const given = values.filter((v) => v !== null);
  return given.length === 0 ? null : of(...given);
}

interface WayInputs {
  kernel: Kernel;
  device: Device;
  tools: readonly Tool[];
  seat: SeatFacts;
  hold: HoldFacts;
  lowestCut: number;
  /** what other pieces put in the way */
  others: readonly Obstacle[];
  loadedCuts: Sections;
  leftCuts: Sections;
  finishedCuts: Sections;
}
export const wayStage: Stage<WayInputs, WayFacts> = {
  name: 'in the way',
  compute: ({ kernel, device, tools, seat, hold, lowestCut, others, ...cuts }) => {
    const jet = holdingOf(device).jet(device);
    const cutting = tools.filter((t) => t.use !== 'other' || jet);
    return planWay({
      kernel,
      lowestCut,
      sectionOf: seatedSections(together(cuts), seat),
      obstacles: [...hold.obstacles, ...others],
      loadedTop: seat.loadedBox.max.z,
      toolMm: extreme(
        Math.max,
        cutting.map((t) => t.diameter),
      ),
      holderMm: jet
        ? jet.headDiameter
        : extreme(
            Math.max,
            cutting.map((t) => t.holderDiameter),
          ),
      stickOutMm: extreme(
        Math.min,
        cutting.map((t) => t.stickOut),
      ),
      headAt: jet ? seat.loadedBox.max.z + jet.headHeight : null,
    });
  },
};

/** Of the tools a cut into a region may be made with, those that go into it; where none does, all of them. */
export const fittingToolsStage: Stage<{ kernel: Kernel; tools: readonly Tool[]; region: Region }, readonly Tool[]> = {
  name: 'tools that go in',
  compute: ({ kernel, tools, region }) => {
    const fit = tools.filter((t) => t.diameter === null || fits(kernel, region, t.diameter));
    return fit.length > 0 ? fit : tools;
  },
};

/** What is in the way of all cuts of a setup: the nearest of each. */
export const waysStage: Stage<{ ways: readonly WayFacts[] }, WayFacts> = {
  name: 'in the way of all cuts',
  compute: ({ ways }) => (ways.length === 1 ? ways[0] : waysTogether(ways)),
};

/** What the other pieces of a setup put in the way of one of them. */
interface OthersInputs {
  own: HoldFacts;
  others: readonly StandingPiece[];
  above: Outlines;
}
export const othersStage: Stage<OthersInputs, readonly Obstacle[]> = {
  name: 'other pieces',
  compute: ({ own, others, above }) => others.flatMap((o) => besides(o, own, above)),
};

/** A piece as it stands there, the same while it does. */
export const standingStage: Stage<StandingPiece, StandingPiece> = { name: 'standing piece', compute: (piece) => piece };

interface BendInputs {
  kernel: Kernel;
  setup: HoldSetup;
  seat: SeatFacts;
  device: Device;
  hold: HoldFacts;
  gripped: Gripped | null;
  material: WorkMaterial;
  removed: Box3;
  floorAt: number;
  floorMm: number | null;
  leftCuts: Sections;
  leftAcross: Sections;
}
export const bendStage: Stage<BendInputs, Bending> = {
  name: 'bending',
  compute: ({ leftCuts, leftAcross, device, ...rest }) => {
    const of = (left: Sections, across: 'x' | 'z') => {
      const cut = seatedSections({ loaded: left, left, finished: left }, rest.seat, across);
      return (_: 'left', at: number) => cut('left', at);
    };
    const input = { ...rest, sectionOf: of(leftCuts, 'z'), acrossX: of(leftAcross, 'x') };
    return planBending(input, holdingOf(device).spans(input, device));
  },
};
