import { add, vec, type Vec3 } from '../frames';
import type { Finding, Told } from '../findings';
import { betweenZeros, LOOK_ABOVE_MM, safePaths, type SafePath, type Standing } from '../prove';
import { movesClear, movesNotProven, zerosClear } from '../prove/checks/movesClear';
import type { Machine } from '../shop';
import type { PlannedSetup, SetupFacts } from './planned';

/** Where the tip goes first: over work zero, a look above everything that stands in this setup. Device frame. */
export function firstPosition({ seat, hold, zero }: SetupFacts): Vec3 {
  const tops = [seat.loadedBox.max.z, hold.top.z, ...hold.obstacles.filter((o) => !o.cuttable).map((o) => o.to)].filter(
    (z) => Number.isFinite(z),
  );
  return {
    ...zero.shiftedInDevice,
    z: Math.ceil((Math.max(...tops) + LOOK_ABOVE_MM - zero.shiftedInDevice.z) / 5) * 5 + zero.shiftedInDevice.z,
  };
}

/** Everything a setup puts on the table, machine axes. */
function standingOf({ facts, station, op, pieces }: PlannedSetup, position: Vec3, others: boolean): Standing[] {
  if (!facts) return [];
  const of = others ? ` of Op ${op}${station ? `, station ${station.name}` : ''}` : '';
  const all = [facts, ...pieces.map((p) => p.facts)];
  return all.flatMap(({ seat, hold }, i) => [
    {
      name: `${i === 0 ? 'part' : `piece ${i + 1}`}${of}`,
      box: { min: add(seat.loadedBox.min, position), max: add(seat.loadedBox.max, position) },
    },
    ...hold.obstacles.flatMap(({ name, footprint, from, to }) => {
      const points = footprint.flat();
      if (points.length === 0) return [];
      const [x, y] = [points.map((p) => p[0]), points.map((p) => p[1])];
      return [
        {
          name: `${name}${of}`,
          box: {
            min: add(vec(Math.min(...x), Math.min(...y), from), position),
            max: add(vec(Math.max(...x), Math.max(...y), to), position),
          },
        },
      ];
    }),
  ]);
}

const positionOf = (s: PlannedSetup): Vec3 | null => s.facts?.touched?.position ?? s.station?.position ?? null;

/** Per setup, by its id: paths, and what the checks say of them. */
export type SafeMoves = ReadonlyMap<
  string,
  { readonly paths: readonly SafePath[]; readonly findings: readonly Finding[] }
>;

/**
 * Safe moves of every setup: paths and what the checks say of them. Setups on other stations stand on the table as
 * well.
 */
export function safeMoves(
  setups: readonly PlannedSetup[],
  machine: Machine | null,
  toldFor: (s: PlannedSetup) => Told,
): SafeMoves {
  return new Map(
    setups.map((s) => {
      const position = positionOf(s);
      if (!machine || !s.facts || !s.device || !machine.homing.homes) return [s.id, { paths: [], findings: [] }];
      const cutting = s.setup.tools;
      const lengths = cutting.map((t) => t.length).filter((l) => l !== null);
      const missing = [
        ...(position ? [] : ['the station is not measured']),
        ...(cutting.length > 0 && lengths.length === cutting.length ? [] : ['tool lengths are missing']),
        ...(cutting.every((t) => t.diameter !== null || t.holderDiameter !== null)
          ? []
          : ['tool diameters are missing']),
        ...(Object.values(machine.positions).some((p) => p !== null)
          ? []
          : [`${machine.name} has no reference or tool-change position entered`]),
      ];
      if (!position || missing.length > 0) return [s.id, { paths: [], findings: movesNotProven(missing, toldFor(s)) }];
      const others = setups.filter((o) => o.station && o.station.id !== s.station?.id);
      const standing = [
        ...standingOf(s, position, false),
        ...others.flatMap((o) => {
          const at = positionOf(o);
          return at ? standingOf(o, at, true) : [];
        }),
      ];
      const radius = Math.max(0, ...cutting.map((t) => Math.max(t.diameter ?? 0, t.holderDiameter ?? 0))) / 2;
      const tool = { lengthMm: Math.max(...lengths), radiusMm: radius };
      const here = add(firstPosition(s.facts), position);
      const paths = safePaths(machine, here, standing, tool);
      const goals = [
        ...s.pieces.map((p) => ({ to: `piece ${p.number}`, at: add(firstPosition(p.facts), position) })),
        ...others.flatMap((o) => {
          const at = positionOf(o);
          return at && o.facts && setups.indexOf(o) > setups.indexOf(s)
            ? [{ to: `Op ${o.op}`, at: add(firstPosition(o.facts), at) }]
            : [];
        }),
      ];
      const blocked = goals.flatMap(({ to, at }) => {
        const hit = betweenZeros(machine, [here, at], standing, tool);
        return hit ? [{ to, hit }] : [];
      });
      return [s.id, { paths, findings: [...movesClear(paths, toldFor(s)), ...zerosClear(blocked, toldFor(s))] }];
    }),
  );
}
