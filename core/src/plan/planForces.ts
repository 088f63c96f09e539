import { holdingOf } from '../holdings';
import type { Outlines } from '../solid';
import type { Graph } from './graph';
import type { StandingPiece } from './pieces';
import { holdOf, type Lying, roundsIn } from './planPiece';
import type { ForceFacts, PlannedPiece } from './planned';
import { bendStage, marginStage, othersStage, standingStage } from './stages/hold';
import { aboveStage, sectionsStage } from './stages/lying';
import { forcesStage } from './stages/planned';
import { elsewhereOn } from './stages/seat';
import { wayOfCuts } from './wayOfCuts';
import { whenAsked, type Here, type On, type Whole } from './whole';

type Piece = Pick<PlannedPiece, 'number' | 'setup' | 'facts'>;

/** What the forces of a setup hang on besides its pieces. */
export interface ForcesOf {
  readonly whole: Whole;
  readonly at: Here;
  readonly lying: Lying;
  readonly on: On;
  /** what stays under a cut at its thinnest, and that cut's depth plane */
  readonly floor: { readonly mm: number | null; readonly along: number };
}

const NOTHING: Outlines = [];

/** What stands beside a piece: the others, and their material seen from above. */
interface Beside {
  readonly others: readonly StandingPiece[];
  readonly above: Outlines;
}

/** How hard one piece is held, what is in the way and where it gives; null: not known yet, and not asked to compute. */
function forcesOf(g: Graph, input: ForcesOf, { setup, facts }: Piece, { others, above }: Beside): ForceFacts | null {
  const {
    whole: { kernel, material, forces },
    at: { cut },
    lying: { part, ...cuts },
    floor,
  } = input;
  const { device, bond } = input.on;
  const {
    seat,
    hold,
    gripped,
    prove: { lowestCut, removedBox },
  } = facts;
  const { tools, orientation } = setup;
  const how = whenAsked(forces);
  const removed = g.same(removedBox);
  const jetForceN = holdingOf(device).jet(device)?.forceN ?? 0;
  const margin = g[how](marginStage, { hold, tools, material, removed, lowestCut, jetForceN });
  const inTheWay = g.run(othersStage, { own: hold, others: g.list(others), above });
  const way = wayOfCuts(g, input, { setup, facts }, inTheWay);
  const bends = material !== null && removed !== null;
  const leftAcross = g.run(sectionsStage, { body: cut.left, orientation, across: 'x' });
  const { leftCuts } = cuts;
  const bend = !bends
    ? null
    : g[how](bendStage, {
        kernel,
        setup: holdOf(g, setup),
        seat,
        device,
        hold,
        gripped,
        material,
        removed,
        floorAt: floor.along + seat.pose.translation.z,
        floorMm: floor.mm,
        leftCuts,
        leftAcross,
      });
  const { dowels } = input.at;
  const rounds = roundsIn(g, input.whole, setup);
  const elsewhere = elsewhereOn(g, how, { part, device, bond, setup, seat, dowels, rounds });
  if (!margin || !way || (bends && !bend) || !elsewhere) return null;
  return g.run(forcesStage, { margin, way, bend, elsewhere });
}

/** The forces of every piece of a setup, the first one first; null: not all of them are known yet. */
export function planForces(g: Graph, input: ForcesOf, pieces: readonly Piece[]): readonly ForceFacts[] | null {
  const {
    whole: { kernel },
    at: {
      before,
      setup: { orientation },
    },
  } = input;
  const above = pieces.length === 1 ? NOTHING : g.run(aboveStage, { kernel, solid: before.solid, orientation });
  const standing = pieces.map(({ number, facts: { seat, hold } }) => g.run(standingStage, { number, seat, hold }));
  const beside = (p: Piece) => ({ others: standing.filter((o) => o.number !== p.number), above });
  const found = pieces.map((p) => forcesOf(g, input, p, beside(p)));
  // with them comes what the setup makes: then all checks have spoken
  const allMade = pieces.every((p) => p.facts.bores !== undefined);
  return allMade && found.every((f) => f !== null) ? g.list(found) : null;
}
