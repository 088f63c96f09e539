import {
  axesAcross,
  boreHole,
  boresAlong,
  DOWEL_DIAMETERS,
  hasRoom,
  isOpenBelow,
  holesOf,
  inBores,
  isUpright,
  placesWithRoom,
  proposedLine,
  seatedOnDowels,
  VISIBLE_MM,
  WALL_DIAMETERS,
  widestLand,
  type DowelsHere,
  type SeenAlong,
  type Spot,
} from '../dowels';
import { axisOf, rotate, rotationOf, unitVector, type Axis } from '../frames';
import { dowelGridOf, nearestHole, type DowelGrid } from '../holdings';
import { freeId, isHoldIn, MOST_DOWELS, standsWhere, type Dowel, type Dowels, type Job, type Setup } from '../job';
import { dowelsHere, type PlannedJob, type PlannedSetup } from '../plan';
import { featureNames, knownFeature } from '../part';
import { capital, type Speech } from '../units';

/** A change of the job that mends something, as a button says it. */
interface Change {
  readonly says: string;
  readonly put: (job: Job) => Job;
}

/** What changes of dowels are found from. */
interface AboutDowels {
  readonly planned: PlannedJob;
  readonly job: Job;
  readonly setup: PlannedSetup;
  readonly speech: Speech;
}

/** The holes the dowels of a setup have to stand in; null: they stand where they were drilled, or anywhere. */
const gridOf = ({ setup: { device, facts } }: AboutDowels): DowelGrid | null =>
  facts?.dowels?.whereDrilled ? null : dowelGridOf(device);

/** Places of dowels are whole multiples of this: a millimeter, or a sixteenth of an inch. */
const STEP = { mm: 1, inch: 25.4 / 16 };

const withDowels =
  (change: (dowels: Dowels) => Dowels) =>
  (job: Job): Job => ({ ...job, dowels: job.dowels && change(job.dowels) });
const withHole = (id: string, change: Partial<Dowel>) => (dowels: Dowels) => ({
  ...dowels,
  holes: dowels.holes.map((h) => (h.id === id ? { ...h, ...change } : h)),
});

/** A pattern goes on one way only, and no other by a visible way; blocks do not count. */
function isOneWay({ planned, job, setup }: AboutDowels, dowels: Dowels): boolean {
  const { hold, orientation } = setup.setup;
  if (!isHoldIn('flat', hold) || !hold.dowels) return false;
  const before = planned.setups.slice(0, planned.setups.indexOf(setup));
  const here = dowelsHere({ ...job, dowels }, setup.setup, before);
  if (!here) return false;
  const put = (h: DowelsHere) =>
    seatedOnDowels({ here: h, orientation, own: hold.dowels!, points: [], block: null })?.seated;
  if (!put(here)?.linesUp) return false;
  const spare = 2 * VISIBLE_MM;
  const holes = here.holes.map((h) => ({ ...h, play: { ...h.play, most: h.play.most + spare } }));
  return put({ ...here, holes })?.wrong.length === 0;
}

/** One dowel larger, or else smaller, so that the part goes on one way only. */
function otherDiameter(about: AboutDowels, dowels: Dowels): Change[] {
  const { size } = about.speech;
  // the holes of a plate are all of one size
  if (gridOf(about)) return [];
  for (const [i, hole] of [...dowels.holes.entries()].reverse()) {
    if (hole.bore !== null) continue;
    const larger = DOWEL_DIAMETERS.filter((d) => d > hole.diameter + 1e-6);
    const smaller = DOWEL_DIAMETERS.filter((d) => d < hole.diameter - 1e-6).reverse();
    const diameter = [...larger.slice(0, 2), ...smaller.slice(0, 2)].find((d) =>
      isOneWay(about, withHole(hole.id, { diameter: d })(dowels)),
    );
    if (diameter === undefined) continue;
    const says = `Dowel ${i + 1} of ${size(diameter)} instead of ${size(hole.diameter)}`;
    return [{ says, put: withDowels(withHole(hole.id, { diameter, land: null })) }];
  }
  return [];
}

/** So far a dowel is moved at the most, mm. */
const FURTHEST_MM = 60;

/** Of three dowels and more the smallest move of one that lets the part go on one way only. */
function smallestMove(about: AboutDowels, dowels: Dowels): Change[] {
  const { speech, planned } = about;
  if (dowels.holes.length < 3 || !planned.dowels) return [];
  const step = gridOf(about)?.pitch ?? STEP[speech.units];
  const [u, v] = axesAcross(dowels.along);
  for (let mm = step; mm <= FURTHEST_MM; mm += step)
    for (const [i, hole] of [...dowels.holes.entries()].reverse().filter(([, h]) => h.bore === null))
      for (const [du, dv] of [
        [mm, 0],
        [-mm, 0],
        [0, mm],
        [0, -mm],
      ]) {
        const to = { u: hole.u + du, v: hole.v + dv };
        if (!hasRoom(planned.dowels, { x: to.u, y: to.v }, hole.diameter)) continue;
        if (!isOneWay(about, withHole(hole.id, to)(dowels))) continue;
        const [axis, by] = du === 0 ? [v, dv] : [u, du];
        const far = speech.size(Math.abs(by));
        const says = `Move dowel ${i + 1} by ${far} along ${by < 0 ? '−' : '+'}${axis.toUpperCase()}`;
        return [{ says, put: withDowels(withHole(hole.id, to)) }];
      }
  return [];
}

/** So many places of a further dowel are tried. */
const MOST_TRIED = 400;

/** One dowel more, where there is room, so that the part goes on one way only. */
function oneMore(about: AboutDowels, dowels: Dowels): Change[] {
  const { speech, planned } = about;
  const [first, second] = dowels.holes;
  if (!planned.dowels || !second || dowels.holes.length >= MOST_DOWELS || inBores(holesOf(dowels))) return [];
  const at = (h: Dowel): Spot => ({ x: h.u, y: h.v });
  const [a, b] = [at(first), at(second)];
  const grid = gridOf(about);
  const step = STEP[speech.units];
  const between = [0.25, 0.3, 0.35, 0.4, 0.6, 0.65, 0.7, 0.75].map((t) => ({
    x: Math.round((a.x + t * (b.x - a.x)) / step) * step,
    y: Math.round((a.y + t * (b.y - a.y)) / step) * step,
  }));
  const { diameter } = first;
  // in the holes of a plate as near as the wall between two allows
  const clear = grid ? (1 + WALL_DIAMETERS) * diameter : 4 * diameter;
  const apart = (s: Spot) => dowels.holes.every((h) => Math.hypot(h.u - s.x, h.v - s.y) > clear);
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  const places = [
    ...(grid ? [] : between.filter((s) => hasRoom(planned.dowels!, s, diameter))),
    ...placesWithRoom(
      planned.dowels,
      diameter,
      grid ? { step: grid.pitch, origin: a } : { step: 8 * step, origin: { x: 0, y: 0 } },
      middle,
    ),
  ];
  const id = freeId('dowel', dowels.holes);
  for (const s of places.filter(apart).slice(0, MOST_TRIED)) {
    const hole: Dowel = { ...first, id, u: s.x, v: s.y, relieved: false, land: null };
    if (!isOneWay(about, { ...dowels, holes: [...dowels.holes, hole] })) continue;
    const [u, v] = axesAcross(dowels.along);
    const says = `Add a dowel at ${u.toUpperCase()} ${speech.signed(s.x)} ${v.toUpperCase()} ${speech.signed(s.y)} of the part`;
    return [{ says, put: withDowels((d) => ({ ...d, holes: [...d.holes, hole] })) }];
  }
  return [];
}

/** One bore of the part more for dowels in bores, so that it goes on one way only. */
function furtherBore(about: AboutDowels, dowels: Dowels): Change[] {
  const { planned, setup, speech } = about;
  if (!inBores(holesOf(dowels)) || dowels.holes.length >= MOST_DOWELS) return [];
  const { features } = planned.part.features;
  const names = featureNames(features, speech);
  const id = freeId('dowel', dowels.holes);
  for (const bore of boresAlong(features, dowels.along)) {
    const hole = boreHole(id, bore, dowels.along)!;
    const taken = dowels.holes.some((h) => Math.hypot(h.u - hole.u, h.v - hole.v) < hole.diameter);
    if (taken || !isOpenBelow(bore, setup.setup.orientation.up)) continue;
    if (!isOneWay(about, { ...dowels, holes: [...dowels.holes, hole] })) continue;
    const name = names.get(bore.id) ?? 'bore';
    const known = knownFeature(bore, name);
    const entry = planned.referred.find((r) => r.match.state !== 'gone' && r.match.feature.id === bore.id)?.id;
    const put = (job: Job): Job => ({
      ...job,
      features: job.features.some((f) => f.id === (entry ?? bore.id)) ? job.features : [...job.features, known],
      dowels: job.dowels && { ...job.dowels, holes: [...job.dowels.holes, { ...hole, bore: entry ?? bore.id }] },
    });
    return [{ says: `A further dowel in the ${name}`, put }];
  }
  return [];
}

const inHold =
  (id: string, change: (dowels: NonNullable<Extract<Setup['hold'], { family: 'flat' }>['dowels']>) => object) =>
  (job: Job): Job => ({
    ...job,
    setups: job.setups.map((s) =>
      s.id === id && isHoldIn('flat', s.hold) && s.hold.dowels
        ? { ...s, hold: { ...s.hold, dowels: { ...s.hold.dowels, ...change(s.hold.dowels) } } }
        : s,
    ),
  });

/** What forbids that a part goes onto its dowels otherwise than it is meant to. */
export function oneWayOnly(about: AboutDowels): Change[] {
  const { job, setup } = about;
  const { dowels } = job;
  if (!dowels) return [];
  const [block] = setup.facts?.dowels?.blocks ?? [];
  return [
    ...otherDiameter(about, dowels),
    ...smallestMove(about, dowels),
    ...oneMore(about, dowels),
    ...furtherBore(about, dowels),
    ...(block ? [{ says: `A block at the ${block} side`, put: inHold(setup.id, () => ({ block })) }] : []),
  ];
}

/** The first dowel in the nearest hole of the plate; the others stand so far from it as they are drilled. */
export function dowelInHole({ setup: { id, device, facts } }: AboutDowels): Change[] {
  const [first] = facts?.dowels?.dowels ?? [];
  const hole = device && first ? nearestHole(device, first) : null;
  if (!hole || hole.offMm < 1e-9) return [];
  return [{ says: `${capital(first.name)} in ${hole.name}`, put: inHold(id, () => ({ x: hole.x, y: hole.y })) }];
}

/** Dowels as thick as the holes of the plate. */
export function asThickAsHoles(about: AboutDowels): Change[] {
  const grid = gridOf(about);
  if (!grid || about.job.dowels?.holes.some((h) => h.bore !== null)) return [];
  const holes = (all: readonly Dowel[]) => all.map((h) => ({ ...h, diameter: grid.diameter }));
  return [
    {
      says: `Dowels of ${about.speech.size(grid.diameter)}`,
      put: withDowels((d) => ({ ...d, holes: holes(d.holes) })),
    },
  ];
}

/** Dowels of the class that goes in by hand for those that may have to be pressed (ISO 2338: m6 or h8). */
export function easierDowels({ setup }: AboutDowels): Change[] {
  const tight = setup.facts?.dowels?.dowels.filter((d) => d.play.least < 0).map((d) => d.hole) ?? [];
  if (tight.length === 0) return [];
  const put = withDowels((d) => ({
    ...d,
    holes: d.holes.map((h, i) => (tight.includes(i) ? { ...h, pin: 'h8' } : h)),
  }));
  return [{ says: tight.length === 1 ? 'A dowel of class h8' : 'Dowels of class h8', put }];
}

/** The second dowel relieved, with a land that goes on. */
export function relievedSecond({ job, setup, speech }: AboutDowels): Change[] {
  const [first, second] = setup.facts?.dowels?.dowels ?? [];
  const { dowels } = job;
  if (!second || !dowels || dowels.plusMinus === null) return [];
  const most = widestLand(second.diameter, { round: first.play, relieved: second.play, wrong: dowels.plusMinus });
  const land = Math.floor(10 * Math.min(most ?? Infinity, second.diameter / 3)) / 10;
  if (land < 0.5) return [];
  const { id } = dowels.holes[second.hole];
  const says = `Relieve ${second.name} to a land of ${speech.size(land)}`;
  return [{ says, put: withDowels(withHole(id, { relieved: true, land })) }];
}

/** The axis across the holes that points the same way in two setups: 0 for the first, 1 for the second; null: none. */
function keptAxis(along: Axis, from: Setup, to: Setup): 0 | 1 | null {
  const [a, b] = [rotationOf(from.orientation), rotationOf(to.orientation)];
  const same = axesAcross(along).map((axis) => {
    const e = unitVector(`+${axis}`);
    const [p, q] = [rotate(a, e), rotate(b, e)];
    return p.x * q.x + p.y * q.y + p.z * q.z > 0.5;
  });
  return same[0] ? 0 : same[1] ? 1 : null;
}

/** Common dowels for a part of a hand's size and more; smaller ones for smaller blanks (common practice, no source). */
const DIAMETERS: readonly (readonly [number, number])[] = [
  [8, 10],
  [6, 8],
  [5, 6],
  [4, 5],
  [3, 4],
];

const newHole = (id: string, { x, y }: Spot, diameter: number): Dowel => ({
  id,
  bore: null,
  bush: null,
  u: x,
  v: y,
  diameter,
  pin: 'h8',
  hole: 'H7',
  relieved: false,
  land: null,
});

/** So deep dowels stand in a board that is thick enough (common practice, no source). */
const INTO_MM = 12;

/** Whether dowels of a setup can stand where another drills them: in one device that may be drilled. */
export const isDrilledHere = (from: Setup | undefined, to: Setup, drillableMm: number): boolean =>
  from !== undefined && from.id !== to.id && standsWhere(from, to) && drillableMm > 0;

/**
 * A pattern without holes for a part that a setup puts onto dowels: drilled in the first that looks along them, and
 * into what may be drilled.
 */
export function emptyPattern({ setups }: Pick<Job, 'setups'>, setupId: string, drillableMm: number): Dowels {
  const index = setups.findIndex((s) => s.id === setupId);
  const along = axisOf(setups[index].orientation.up);
  const drills = setups.slice(0, index).find((s) => isUpright({ along }, s.orientation));
  const deep = isDrilledHere(drills, setups[index], drillableMm);
  return {
    along,
    drilledIn: drills?.id ?? null,
    into: deep ? Math.floor(Math.min(INTO_MM, (2 * drillableMm) / 3)) : 0,
    plusMinus: null,
    holes: [],
  };
}

/**
 * Two dowels of two diameters for a job, on a line along which the part is turned over, where part, blank and the cut
 * around the part leave room for them; in the holes of a plate two as thick as those, whole steps of them apart.
 * @returns the pattern, or why there is none
 */
export function proposedDowels(
  { setups, dowels }: Pick<Job, 'setups' | 'dowels'>,
  setupId: string,
  {
    seen,
    speech,
    grid = null,
  }: { readonly seen: SeenAlong; readonly speech: Speech; readonly grid?: DowelGrid | null },
): { readonly dowels: Dowels } | { readonly why: string } {
  const pattern = dowels ?? emptyPattern({ setups }, setupId, 0);
  const to = setups.find((s) => s.id === setupId)!;
  const from = setups.find((s) => s.id === pattern.drilledIn);
  const own = isHoldIn('flat', to.hold) && to.hold.dowels?.in === 'own';
  const keeps = from ? keptAxis(pattern.along, from, to) : 0;
  if (keeps === null && !own)
    return { why: 'Turned over so, no line of dowels comes back onto itself: give the dowels a place of their own.' };
  const sizes = own && grid ? [[grid.diameter, grid.diameter] as const] : DIAMETERS;
  const apart = own && grid ? grid.pitch : null;
  for (const diameters of sizes) {
    const line = proposedLine(seen, { keeps: keeps ?? 0, diameters, step: STEP[speech.units], apart });
    if (!line) continue;
    const holes = line.map((s, i) => newHole(`dowel-${i + 1}`, s, diameters[i]));
    return { dowels: { ...pattern, holes } };
  }
  return { why: 'There is no room beside the part: make the blank longer along the line it is turned over about.' };
}
