import { add, rotate, rotationOf, scale, type Orientation, type Vec3 } from '../../frames';
import type { HoldFacts } from '../../hold';
import type { Separation, Setup } from '../../job';
import type { CylinderFeature } from '../../part';
import { planProve, planSeparation, type CutFacts, type ProveFacts, type SeparationFacts } from '../../prove';
import type { MadeBore } from '../../prove/checks/boreHasTool';
import type { MadeCorner } from '../../prove/checks/cornerFitsCutter';
import type { SeatFacts } from '../../seat';
import type { Machine, Station } from '../../shop';
import { isInOutlines } from '../../solid';
import { featureLevel, type ZeroFacts } from '../../zero';
import type { Stage } from '../graph';
import type { CutAway } from '../whatIsLeft';
import type { Sections } from './lying';

interface MadeInputs {
  bores: readonly CylinderFeature[];
  corners: readonly CylinderFeature[];
  cut: CutAway;
  orientation: Orientation;
  loaded: Sections;
  left: Sections;
}
/** Bores and inner corners along the spindle that a setup makes: empty after it where it was full before. */
interface Made {
  readonly bores: readonly MadeBore[];
  readonly corners: readonly MadeCorner[];
}
export const madeStage: Stage<MadeInputs, Made> = {
  name: 'bores and corners made',
  compute: ({ bores, corners, cut, orientation, loaded, left }) => {
    const makes = (f: CylinderFeature, at: Vec3): boolean => {
      const isUpright = (['x', 'y'] as const).every((axis) => featureLevel(f, axis, orientation) !== null);
      if (cut.removedMm3 === 0 || !isUpright) return false;
      const p = rotate(rotationOf(orientation), at);
      return isInOutlines(loaded.at(p.z), [p.x, p.y]) && !isInOutlines(left.at(p.z), [p.x, p.y]);
    };
    return {
      bores: bores.filter((f) => makes(f, f.at)).map((f) => ({ diameterMm: f.diameter })),
      // in the middle of the box of a hollow arc there is no material of the part
      corners: corners
        .filter((f) => makes(f, scale(add(f.box.min, f.box.max), 0.5)))
        .map((f) => ({ radiusMm: f.diameter / 2 })),
    };
  },
};

interface SeparationInputs {
  keeps: Separation;
  outlineMm: number;
  frees: boolean;
  finished: Sections;
  seat: SeatFacts;
  yieldMPa: number | null;
}
/** What keeps a part that the cut frees where it is. */
export const separationStage: Stage<SeparationInputs, SeparationFacts> = {
  name: 'separation',
  compute: ({ keeps, outlineMm, frees, finished, seat, yieldMPa }) => {
    const { translation: t } = seat.pose;
    const seated = finished.at(seat.locators.z.at + 0.01 - t.z);
    const outline = seated.map((ring) => ring.map(([x, y]) => [x + t.x, y + t.y] as const));
    return planSeparation({ ...keeps, outlineMm }, frees, outline, yieldMPa);
  },
};

interface ProveInputs {
  seat: SeatFacts;
  zero: ZeroFacts;
  tools: Setup['tools'];
  top: HoldFacts['top'];
  station: Station | null;
  machine: Machine | null;
  cuts: readonly CutFacts[];
  orientation: Orientation;
}
export const proveStage: Stage<ProveInputs, ProveFacts> = { name: 'prove', compute: planProve };
