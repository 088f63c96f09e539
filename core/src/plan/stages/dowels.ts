import { lookAlong, rotate, rotationOf, type Axis, type Direction } from '../../frames';
import { axesAcross, drilledHoles, type DrilledHole, type PatternHole, type SeenAlong, type Spot } from '../../dowels';
import { holesRight } from '../../dowels/checks/holesRight';
import type { Finding } from '../../findings';
import { circle } from '../../hold';
import type { Dowels } from '../../job';
import type { SeatFacts } from '../../seat';
import type { Kernel, Outlines, Solid } from '../../solid';
import type { Speech } from '../../units';
import type { Stage } from '../graph';
import type { CutAway } from '../whatIsLeft';

const viewAlong = (along: Axis) => rotationOf(lookAlong(`+${along}` as Direction));

const spotIn = (along: Axis, { at }: Pick<PatternHole, 'at'>): Spot => {
  const { x, y } = rotate(viewAlong(along), at);
  return { x, y };
};

interface DrillInputs {
  kernel: Kernel;
  cut: CutAway;
  holes: readonly PatternHole[];
  along: Axis;
}
/** What goes on from the setup that drills the dowel holes: with the holes in what is not the part. */
export const drillStage: Stage<DrillInputs, CutAway> = {
  name: 'dowel holes',
  compute: ({ kernel, cut, holes, along }) => {
    const { frame } = cut.onward;
    if (frame.isEmpty() || holes.length === 0) return cut;
    const box = frame.box();
    const view = viewAlong(along);
    const tools = holes.map((h) => {
      const { x, y } = spotIn(along, h);
      return kernel.prism([circle(x, y, h.drilled / 2)], view, box.min[along] - 1, box.max[along] + 1);
    });
    const tool = kernel.union(tools);
    const drilled = kernel.subtract(frame, tool);
    [...tools, tool].forEach((t) => t.release());
    return { ...cut, onward: cut.onward.with({ frame: drilled }) };
  },
  release: ({ onward }, { cut }) => {
    if (onward !== cut.onward) onward.release();
  },
};

interface SeenInputs {
  kernel: Kernel;
  part: Solid;
  blank: Solid;
  along: Axis;
  cutMm: number;
}
/** Part and blank as they are seen along the dowel holes. */
export const seenAlongStage: Stage<SeenInputs, SeenAlong> = {
  name: 'seen along dowel holes',
  compute: ({ kernel, part, blank, along, cutMm }) => {
    const view = viewAlong(along);
    const [right, up] = view.rows;
    const [u, v] = axesAcross(along);
    const seen = (solid: Solid): Outlines =>
      kernel
        .silhouette(solid, view)
        .map((ring) => ring.map(([a, b]) => [a * right[u] + b * up[u], a * right[v] + b * up[v]]));
    return { part: seen(part), blank: seen(blank), cutMm };
  },
};

interface HoleFindings {
  dowels: Dowels;
  seen: SeenAlong;
  setup: { readonly id: string; readonly op: number } | null;
  speech: Speech;
}
/** What the checks say of the dowel holes themselves. */
export const holeFindingsStage: Stage<HoleFindings, Finding[]> = {
  name: 'findings of dowel holes',
  compute: ({ dowels, seen, setup, speech }) =>
    holesRight(dowels.holes, seen, { setupId: setup?.id ?? null, op: setup?.op ?? null, speech }),
};

interface DrilledInputs {
  holes: readonly PatternHole[];
  into: number;
  seat: SeatFacts;
}
/** The dowel holes where they are drilled. */
export const drilledStage: Stage<DrilledInputs, readonly DrilledHole[]> = {
  name: 'dowel holes on the device',
  compute: ({ holes, into, seat: { pose, loadedBox } }) =>
    drilledHoles(holes, pose, { z: [loadedBox.min.z, loadedBox.max.z], into }),
};
