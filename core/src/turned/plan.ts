import { allowanceOn } from '../blank';
import { axisOf, opposite, type Direction, type Vec3 } from '../frames';
import type { Job } from '../job';
import type { Term } from '../ledger';
import type { Feature } from '../part';
import type { Device, Lathe, Machine, WorkMaterial } from '../shop';
import { planEnds } from './ends';
import type { Result, TriangleMesh } from '../solid';
import type { Speech, Units } from '../units';
import { accountOf } from './account';
import { asTold, changesOf, proposeGrips, toldWithin } from './changes';
import { commonTerm } from './common';
import { linesOf } from './lines';
import { profileOf, volumeOfProfile, type Profile } from './profile';
import { sectionsOf } from './sections';
import { secondGripsOf, sequenceOf } from './sequence';
import type { BarHere, OnLathe, PlannedTurned, SecondGrip } from './types';

/** What a turned part is planned from. */
export interface TurnedInput {
  readonly job: Pick<Job, 'allowance' | 'blank' | 'units' | 'sizeTolerance' | 'number' | 'part'> & {
    readonly turned: NonNullable<Job['turned']>;
  };
  readonly mesh: TriangleMesh;
  readonly features: readonly Feature[];
  readonly machine: Machine | null;
  /** chucks and collets of the shop */
  readonly devices: readonly Device[];
  readonly material: WorkMaterial | null;
  readonly speech: Speech;
}

/** A point of the axis the part goes round: that of the largest round along it; of none, where the part begins. */
export function axisThrough(features: readonly Feature[], front: Direction): Vec3 {
  const axis = axisOf(front);
  const along = features.flatMap((f) => (f.kind !== 'plane' && Math.abs(f.axis[axis]) > 1 - 1e-6 ? [f] : []));
  const largest = along.reduce<(typeof along)[number] | null>((a, b) => (a && a.areaMm2 >= b.areaMm2 ? a : b), null);
  return largest?.at ?? { x: 0, y: 0, z: 0 };
}

function barOf({ allowance, blank, turned, units }: TurnedInput['job'], partLength: number): BarHere {
  // as the control is told them: what is added up from them is told as it is
  const [face, back, length, cutOff] = [
    allowanceOn(allowance, turned.front),
    allowanceOn(allowance, opposite(turned.front)),
    partLength,
    turned.cutOff,
  ].map((mm) => asTold(mm, units));
  const isBar = blank.kind === 'round bar' && blank.along === axisOf(turned.front);
  return {
    diameter: isBar && asTold(blank.across, units) > 0 ? blank.across : null,
    face,
    back,
    length,
    cutOff,
    needed: face + length + back + cutOff,
  };
}

/** Where a part begins: as far forward as the longest section allows, so that the bar sticks out least. */
function startOf({ turned, machine, bar }: OnLathe, changes: PlannedTurned['changes'], units: Units): number {
  if (turned.start !== null) return asTold(turned.start, units);
  let [at, deepest] = [0, 0];
  [...changes.map((c) => c.at), bar.length + bar.back + bar.cutOff].forEach((to, i, all) => {
    at -= to - (all[i - 1] ?? -bar.face);
    deepest = Math.min(deepest, at);
    at += changes[i]?.move ?? 0;
  });
  const { min, max } = machine.travel.z;
  return toldWithin(min - deepest, { min: min - deepest, max }, units);
}

/** The account of the main side's zero along Z: terms add up to the register. */
function zeroOf({ turned, bar, machine, lathe }: OnLathe, start: number): Term[] {
  return [
    {
      key: 'station',
      term: 'main spindle where a part begins',
      value: start,
      source: turned.start === null ? 'planned' : 'typed',
      from: turned.start === null ? 'as far forward as the longest section allows' : 'typed',
      plusMinus: null,
    },
    {
      key: 'raw',
      term: 'stock on the face',
      value: -bar.face,
      source: 'planned',
      from: 'the raw end of the bar stands at the tools, the finished face lies behind it',
      plusMinus: null,
    },
    ...commonTerm({ machine, lathe }),
  ];
}

/** The account of the second side's zero on the finished back face. */
function backZeroOf(
  { second, bar, machine, lathe }: OnLathe,
  grips: readonly SecondGrip[],
  { sizeTolerance, speech }: { readonly sizeTolerance: number; readonly speech: Speech },
): Term[] | null {
  const held = grips.find((g) => g.when === 'cut-off');
  if (!second || !held) return null;
  return [
    {
      key: 'locator',
      term: "second spindle's collet at the tools",
      value: -second.faceAtZero,
      source: 'typed',
      from: `page Shop: ${speech.sizeWithUnit(second.faceAtZero)} from the tools at its machine zero`,
      plusMinus: second.plusMinus,
    },
    {
      key: 'faceToZero',
      term: 'finished back face before the front',
      value: bar.length,
      source: 'computed',
      from: 'length of the finished part',
      plusMinus: sizeTolerance,
    },
    {
      key: 'length',
      term: 'the front lies in the collet',
      value: -held.to,
      source: 'planned',
      from: `it goes in ${speech.sizeWithUnit(held.to)} before the cut-off`,
      plusMinus: null,
    },
    ...commonTerm({ machine, lathe }),
  ];
}

/** From bar the main spindle goes along; end for end the tools do. */
export const isForWay = ({ ends }: TurnedInput['job']['turned'], { moves }: Lathe): boolean =>
  (ends === null) === (moves === 'main spindle');

const NOTHING = {
  grips: null,
  changes: [],
  sections: [],
  start: null,
  secondGrips: [],
  steps: [],
  account: null,
  zero: null,
  backZero: null,
  lines: null,
  ends: null,
} as const;

/** What the bar loses besides its cut-off: the bar as loaded less the part, mm³. */
const removedOf = (profile: Profile, { diameter, length, face, back }: BarHere): number | null =>
  diameter === null ? null : (Math.PI / 4) * diameter ** 2 * (length + face + back) - volumeOfProfile(profile);

/**
 * A part that is turned from bar: its profile, the plan of grips, the sequence of both spindles, the account of a
 * cycle, the zeros and the lines for the control.
 */
export function planTurned(input: TurnedInput): PlannedTurned {
  const { job, mesh, features, machine, material, speech } = input;
  const { turned } = job;
  const lathe = machine?.lathe ?? null;
  const read: Result<Profile> = profileOf(mesh, turned.front, axisThrough(features, turned.front), speech);
  const profile = read.ok ? read.value : null;
  const bar = barOf(job, profile?.length ?? 0);
  const base = {
    ...{ turned, profile, bar, machine, lathe, material, problem: read.ok ? null : read.problem },
    removedMm3: profile && removedOf(profile, bar),
    sizeTolerance: job.sizeTolerance,
  };
  if (!machine || !lathe || !profile || !isForWay(turned, lathe)) return { ...base, ...NOTHING };
  const on: OnLathe = { turned, profile, bar, machine, lathe, second: lathe.second };
  const { ends } = turned;
  if (ends) {
    const { devices } = input;
    const asEnds = { on: { ...on, turned: { ...turned, ends } }, devices, material };
    return { ...base, ...NOTHING, ends: planEnds({ ...asEnds, sizeTolerance: job.sizeTolerance, speech }) };
  }
  const grips = proposeGrips(on);
  const changes = changesOf(on, grips, job.units);
  const start = startOf(on, changes, job.units);
  const secondGrips = secondGripsOf(on, changes, job.units);
  const steps = sequenceOf({ on, changes, grips: secondGrips, start, speech });
  const title = `${job.number} ${job.part}`;
  const told = { machine, units: job.units };
  return {
    ...base,
    ...{ grips, changes, start, secondGrips, steps, ends: null },
    sections: sectionsOf(on, changes, { start, material }),
    account: accountOf(steps, { start, travel: machine.travel.z }),
    zero: zeroOf(on, start),
    backZero: backZeroOf(on, secondGrips, { sizeTolerance: job.sizeTolerance, speech }),
    lines: {
      main: linesOf(steps, 'main', { ...told, title: `${title}, MAIN SPINDLE` }),
      second: linesOf(steps, 'second', { ...told, title: `${title}, SECOND SPINDLE` }),
    },
  };
}
