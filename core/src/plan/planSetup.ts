import { worstFirst } from '../findings';
import { vec } from '../frames';
import { holdingOf, jointOf } from '../holdings';
import { furtherOf, holdRefersTo, isHeldOn, type Hold, type Setup } from '../job';
import { bodyOf, stationFor, stationOn, type Device, type Shop, type StationHere } from '../shop';
import { fields, type Graph } from './graph';
import { planForces } from './planForces';
import { lyingIn, planPiece } from './planPiece';
import type { PlannedPiece, PlannedSetup, SetupFacts } from './planned';
import { floorStage } from './stages/cuts';
import { findingsStage, forceFindingsStage, pieceFindingsStage, type OnCarrier } from './stages/findings';
import { piecesStage, plannedStage, withPiecesStage } from './stages/planned';
import { sweptStage } from './stages/seat';
import { whenAsked, type Here, type On, type Whole } from './whole';

/** What of the library the hold of a setup hangs on. */
function onDevice(
  g: Graph,
  { bonds, clamps }: Pick<Shop, 'bonds' | 'clamps'>,
  hold: Hold,
  { device, station }: { readonly device: Device; readonly station: StationHere | null },
): On {
  const names = holdRefersTo(hold);
  return {
    device,
    station,
    bond: g.same(bonds.find((b) => names.bonds.includes(b.id)) ?? null),
    clamps: g.same(clamps.filter((c) => names.clamps.includes(c.id))),
  };
}

/** What the device of a setup stands on; null: on its station itself, or on nothing that is in the shop. */
const belowOf = ({ devices }: Shop, { standsOn }: Setup): Device | null =>
  devices.find((d) => standsOn && d.id === standsOn.device) ?? null;

/** What keeps the device of a setup on the one it stands on. */
function jointBelow(shop: Shop, setup: Setup, device: Device): OnCarrier | null {
  const { standsOn } = setup;
  const below = belowOf(shop, setup);
  if (!standsOn || !below) return null;
  return { standsOn, joint: jointOf(standsOn, device, below, shop.altitude), upper: device.name, lower: below.name };
}

/** Where the device of a setup stands: on its station, or on another device there. */
function stationOf({ machine, shop }: Whole, setup: Setup, device: Device | null): StationHere | null {
  const { station, standsOn } = setup;
  const entered = machine?.stations.find((s) => s.id === station) ?? null;
  if (!entered || !standsOn) return entered && stationFor(entered, device);
  const { x, y, height, plusMinus } = standsOn;
  return stationOn(entered, { by: belowOf(shop, setup), offset: vec(x, y, height), plusMinus });
}

/** The further pieces on the same device, each planned like the first. */
function furtherPieces(
  g: Graph,
  { whole, at, lying, on, setup }: Parameters<typeof planPiece>[1],
  own: SetupFacts,
): readonly PlannedPiece[] {
  const { device } = on;
  const { register } = setup;
  return g.list(
    furtherOf(setup).map((piece, i): PlannedPiece => {
      const asMoved = {
        ...holdingOf(device).moved(setup, piece),
        register: piece.register ?? register,
        measured: null,
      };
      const moved = g.same(asMoved);
      const facts = planPiece(g, { whole, at: { ...at, earlier: own.touched }, lying, on, setup: moved });
      const by = fields(g, piece, 'x', 'y');
      return g.run(piecesStage, { number: i + 2, by, register: piece.register, setup: moved, facts });
    }),
  );
}

/**
 * One setup from top to bottom: every piece on its device, then what the checks say; margins and what is in the way
 * where they are asked for or known. Its safe moves and its shift from the first follow when all setups are planned.
 */
export function planSetup(g: Graph, whole: Whole, at: Here): PlannedSetup {
  const { job, shop, machine, material, speech } = whole;
  const { setup, astray, before, cut, cuts, here } = at;
  const { id, op, register } = setup;
  const device = g.same(shop.devices.find((d) => d.id === setup.device) ?? null);
  const body = device && bodyOf(shop.devices, device);
  const station = g.same(stationOf(whole, setup, device));
  const floor = g[whenAsked(whole.forces)](floorStage, { cut, orientation: setup.orientation });
  const volumes = {
    loadedMm3: before.volumeMm3,
    leftMm3: cut.left.volumeMm3,
    removedMm3: cut.removedMm3,
    ...(floor ? { floorMm: floor.mm } : {}),
  };
  const turned = at.index?.indexed ? { indexed: at.index.indexed } : {};
  const jaws = body ? { jawsOf: fields(g, body, 'id', 'name') } : {};
  const base = { id, op, register, setup, cuts, device, ...jaws, station, material: g.same(volumes), ...turned };
  const checked = {
    setup,
    astray: g.same(astray),
    cuts,
    device,
    station,
    below: g.same(belowOf(shop, setup)),
    index: at.index,
    swept: null,
    machine,
    machineId: job.machine,
    material,
    here,
    speech,
  };
  if (!device || !isHeldOn(setup, device)) {
    const findings = g.list(worstFirst(g.run(findingsStage, { ...checked, facts: null })));
    return g.run(plannedStage, { ...base, facts: null, pieces: g.list([]), forces: null, findings });
  }

  const on = onDevice(g, shop, setup.hold, { device, station });
  const lying = lyingIn(g, whole, at);
  const own = planPiece(g, { whole, at, lying, on, setup });
  const pieces = furtherPieces(g, { whole, at, lying, on, setup }, own);
  const facts = g.run(withPiecesStage, { own, device, pieces });
  const swept = at.index && g.run(sweptStage, { loaded: lying.part.loaded, seat: own.seat });
  const first = g.run(findingsStage, { ...checked, facts, swept });
  const others = g.run(pieceFindingsStage, { ...checked, device, facts, pieces, first });
  const found = worstFirst([...first, ...others]);
  const all = [{ number: 1, setup, facts: own }, ...pieces];
  const forces = floor && planForces(g, { whole, at, lying, on, floor }, all);
  const named = fields(g, setup, 'id', 'op');
  const joint = g.same(jointBelow(shop, setup, device));
  const said = forces && g.run(forceFindingsStage, { setup: named, facts, pieces, forces, material, joint, speech });
  const findings = g.list(said ? worstFirst([...found, ...said]) : found);
  return g.run(plannedStage, { ...base, facts, pieces, forces: forces?.[0] ?? null, findings });
}
