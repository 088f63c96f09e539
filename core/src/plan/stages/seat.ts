import type { DowelsHere } from '../../dowels';
import type { UprightRound } from '../../edgePins';
import type { Vec3 } from '../../frames';
import { holdingOf, type Holding, type Seated } from '../../holdings';
import type { SetupIn } from '../../job';
import type { SeatedPart, SeatFacts } from '../../seat';
import type { Bond, Device, Family } from '../../shop';
import type { TriangleMesh } from '../../solid';
import type { Graph, Stage } from '../graph';

interface SeatInputs {
  holding: Holding<Family>;
  part: SeatedPart;
  needs: object;
}
const seatStage: Stage<SeatInputs, Seated> = {
  name: 'seat',
  compute: ({ holding, part, needs }) => holding.seat(part, needs),
};
const elsewhereStage: Stage<SeatInputs & { at: Vec3 }, Vec3[]> = {
  name: 'elsewhere',
  compute: ({ holding, part, needs, at }) => holding.elsewhere(part, needs, at),
};

/** A part that is seated, and what seats it. */
interface Seating {
  readonly part: SeatedPart;
  readonly device: Device;
  readonly bond: Bond | null;
  readonly setup: SetupIn<Family>;
  readonly dowels: DowelsHere | null;
  readonly rounds: readonly UprightRound[];
}

function inputs(g: Graph, { part, device, bond, setup, dowels, rounds }: Seating): SeatInputs {
  const holding = holdingOf(device);
  return { holding, part, needs: g.same(holding.seatNeeds({ device, bond, setup, dowels, rounds })) };
}

/** The part where it comes to rest on a device of any kind. */
export const seatOn = (g: Graph, seating: Seating): Seated => g.run(seatStage, inputs(g, seating));

/** Where else the part would be held, from where it is seated. null: not known yet, and not asked to compute. */
export function elsewhereOn(
  g: Graph,
  how: 'run' | 'some' | 'peek',
  seating: Seating & { readonly seat: SeatFacts },
): readonly Vec3[] | null {
  const { seat } = seating;
  return seat.settled ? g[how](elsewhereStage, { ...inputs(g, seating), at: g.same(seat.pose.translation) }) : [];
}

/** How far what is loaded reaches from the X axis of the device, mm. */
export const sweptStage: Stage<{ loaded: TriangleMesh; seat: SeatFacts }, number> = {
  name: 'swept by turning',
  compute: ({ loaded: { positions }, seat }) => {
    const { y, z } = seat.pose.translation;
    let most = 0;
    for (let i = 0; i < positions.length; i += 3)
      most = Math.max(most, Math.hypot(positions[i + 1] + y, positions[i + 2] + z));
    return most;
  },
};
