import { AXES, dot, type Axis, type Vec3 } from '../frames';
import { newBlank, newJob, newHold, UNDECIDED, touchChoices, type Job, type Setup, oneCut } from '../job';
import type { Planner } from '../plan';
import { facet, meshVolume, type TriangleMesh } from '../solid';
import { machine, vise } from './fixtures';
import { Dice } from './randomJobs';

const shop = {
  name: '',
  projection: 'third angle' as const,
  altitude: 0,
  machines: [machine],
  devices: [vise],
  clamps: [],
  bonds: [],
  pins: [],
  gaugeSets: [],
  parallels: [],
  tools: [],
  consumables: [],
  materials: [],
  stock: [],
  offcuts: [],
};

/** A setup in the vise that says no more than which way the part lies and how deep it is cut. */
export const setupOf = (
  op: number,
  up: Setup['orientation']['up'],
  right: Setup['orientation']['right'],
  cutsBelowTop: number,
): Setup => ({
  id: `op-${op}`,
  op,
  does: '',
  register: 'G54',
  orientation: { up, right },
  cuts: oneCut(cutsBelowTop),
  programmed: null,
  device: 'v',
  station: 'a',
  ...structuredClone(UNDECIDED),
  hold: newHold('vise', {
    parallels: { height: 10 },
    stop: { side: 'left', position: 0, height: 20, fromJaw: 15, face: null },
  }),
  zero: { of: 'finished part', x: 'min', y: 'max', z: 'max', extra: { x: 0, y: 0, z: 0 } },
  ...touchChoices(10),
  tools: [],
  program: '',
  proposed: [],
  why: { seat: '', cuts: '', hold: '', zero: '' },
});

/** A bar and the longer bar it is made of, mm. */
export interface Bar {
  readonly across: number;
  readonly length: number;
  /** across the bar it is made of */
  readonly bar: number;
  /** stock on each end */
  readonly ends: number;
  readonly bore?: number;
  /** stock in the bore, on the diameter */
  readonly inBore?: number;
  readonly hexagon?: boolean;
}

/** A bar along an axis made of a longer bar of the same section, which may be thicker. */
export function bar(
  along: Axis,
  { across, length, bar: blankAcross, ends, bore = 0, inBore = 1, hexagon = false }: Bar,
  setups: Setup[],
): Job {
  const allowance = {
    xMinus: 0,
    xPlus: 0,
    yMinus: 0,
    yPlus: 0,
    zMinus: 0,
    zPlus: 0,
    [`${along}Minus`]: ends,
    [`${along}Plus`]: ends,
  };
  const blank = {
    ...newBlank(allowance),
    kind: hexagon ? ('hexagon bar' as const) : bore > 0 ? ('tube' as const) : ('round bar' as const),
    along,
    across: blankAcross,
    bore: bore > 0 ? bore - inBore : 0,
  };
  return {
    ...newJob(
      { number: 'bar', part: 'bar', units: 'mm' },
      { bar: { section: hexagon ? 'hexagon' : bore > 0 ? 'tube' : 'round', across, bore, length, along } },
    ),
    allowance,
    blank,
    machine: 'm',
    setups,
  };
}

export const DIRECTIONS = ['+x', '-x', '+y', '-y', '+z', '-z'] as const;

/** Cuts one after another: from where, and how much of the part's size along it. */
export const routed = (
  steps: readonly (readonly [(typeof DIRECTIONS)[number], number])[],
  size: Record<Axis, number>,
): Setup[] =>
  steps.map(([up, share], i) =>
    setupOf(10 * (i + 1), up, up[1] === 'x' ? '+y' : up[1] === 'y' ? '+z' : '+x', share * size[up[1] as Axis]),
  );

export function planBar(planner: Planner, job: Job) {
  const planned = planner.plan({ job, shop, bodies: () => null });
  if (!planned.ok) throw new Error(planned.problem);
  return { planned: planned.value, solids: planner.solids! };
}

/**
 * A round or hexagon bar or a tube out of a longer and perhaps thicker one, cut from one to three sides, often through
 * the very corners of its facets.
 */
export function randomBar(seed: number): Job {
  const dice = new Dice(seed);
  const sixteenths = (from: number, to: number) => (dice.whole(from, to) * 25.4) / 16;
  const ugly = () =>
    dice.one([() => sixteenths(10, 60), () => dice.whole(100, 900) / 9, () => 12 + 78 * dice.next()])();
  const stock = () => dice.one([() => 0, () => sixteenths(1, 5), () => 0.1 + 5.9 * dice.next()])();
  const [along, across, length, ends] = [dice.one(AXES), ugly(), ugly(), stock()];
  const section = dice.one(['round', 'hexagon', 'tube']);
  const corners = dice.chance(0.5);
  const share = () =>
    corners
      ? (1 - Math.cos((Math.PI * dice.whole(1, 71)) / 72)) / 2
      : dice.one([0.25, 0.5, 0.75, 0.05 + 0.95 * dice.next()]);
  const steps = Array.from({ length: dice.whole(1, 3) }, () => [dice.one(DIRECTIONS), share()] as const);
  return bar(
    along,
    {
      across,
      length,
      bar: across + (dice.chance(0.5) ? 0 : stock()),
      ends,
      bore: section === 'tube' ? across / 2 : 0,
      inBore: dice.one([0, 1, sixteenths(1, 2)]),
      hexagon: section === 'hexagon',
    },
    routed(steps, { x: across, y: across, z: across, [along]: length }),
  );
}

/** Facets that bound no material: two of some area that lie on each other and look opposite ways. */
function facetsOfNothing(mesh: TriangleMesh): number {
  const { positions: p, triangles: t } = mesh;
  const at = (i: number) => [0, 1, 2].map((k) => Math.round(p[3 * i + k] * 1e6)).join();
  const seen = new Map<string, Vec3[]>();
  for (let i = 0; i < t.length; i += 3) {
    const { area, normal } = facet(mesh, i);
    if (area < 1e-9) continue;
    const key = [t[i], t[i + 1], t[i + 2]].map(at).sort().join(' ');
    seen.set(key, [...(seen.get(key) ?? []), normal]);
  }
  return [...seen.values()].filter((normals) => normals.some((n) => dot(n, normals[0]) < 0)).length;
}

/**
 * What of a planned job's material does not add up, in words; by the closed surfaces themselves, not by what the
 * planner says.
 */
export function leftWrong(planner: Planner, job: Job): string[] {
  const { planned, solids } = planBar(planner, job);
  const part = solids.part.solid.volumeMm3();
  const unreached = planned.unreached?.volumeMm3 ?? 0;
  return solids.cuts.flatMap(({ left, removedMm3 }, i) => {
    const mesh = left.solid.mesh();
    const stands = left.excess.isEmpty() ? 0 : left.excess.volumeMm3();
    const byMesh = meshVolume(mesh);
    const before = i === 0 ? solids.blank : solids.cuts[i - 1].onward;
    const hair = 2e-3 + 1e-8 * byMesh;
    const off = (what: string, mm3: number, most = hair) =>
      Math.abs(mm3) < most ? [] : [`cut ${i + 1}: ${what} off by ${mm3} mm³`];
    const nothing = facetsOfNothing(mesh);
    return [
      ...off('surface against part and what stands on it', byMesh - (part + stands)),
      ...off('told volume', left.volumeMm3 - byMesh),
      ...off('removed', before.volumeMm3 - left.volumeMm3 - removedMm3),
      ...(nothing > 0 ? [`cut ${i + 1}: ${nothing} facets bound nothing`] : []),
      ...(i + 1 === solids.cuts.length ? off('unreached', unreached - stands, 0.02 + stands * 1e-9) : []),
    ];
  });
}
