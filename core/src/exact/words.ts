import { AXES, type Vec3 } from '../frames';
import { andList, capital, type Speech } from '../units';
import { LEFT_FREE, type Spread } from './forms';
import type { Meeting } from './mismatch';
import type { Simulated } from './parts';

/** Where something that is to meet is cut: "from Op 20", "which comes with the blank". */
const from = (op: number | null) => (op === null ? 'which comes with the blank' : `from Op ${op}`);

/** "in X" for a direction of the part. */
export function alongInWords(v: Vec3): string {
  const axis = AXES.find((a) => Math.abs(v[a]) > 1 - 1e-9);
  return axis ? `along the part's ${axis.toUpperCase()}` : 'square to them';
}

/** What two features that are to meet are called, and where they are cut. */
export interface Met {
  readonly names: readonly [string, string];
  /** null: it comes with the blank */
  readonly ops: readonly [number | null, number | null];
  readonly meeting: Meeting;
}

/** "±0.074" */
export const plusMinus = (mm: number, speech: Speech): string => `±${speech.size(mm)}`;

/** Both names with where they are cut. */
export const metNames = ({ names: [a, b], ops }: Met): string =>
  ops[0] === ops[1] && ops[0] !== null
    ? `The ${b} and the ${a}, both ${from(ops[0])},`
    : `The ${b} ${from(ops[1])} and the ${a} ${from(ops[0])}`;

/** How far two features may miss each other, in one sentence. */
export function meetingInWords(met: Met, speech: Speech): string {
  const { misses, problem } = met.meeting;
  if (problem) return problem;
  const [miss] = misses;
  if (miss.worst === null) return `How far they miss each other is not known: ${notSaid(miss)}`;
  if (miss.worst === 0)
    return met.ops[0] !== null && met.ops[0] === met.ops[1]
      ? `Both are cut in Op ${met.ops[0]}: only the machine itself is between them, and that is not counted here.`
      : 'Nothing that is counted here comes between them.';
  return `${metNames(met)} meet within ${plusMinus(miss.worst, speech)} ${alongInWords(miss.along)} at worst, ${plusMinus(miss.likely ?? 0, speech)} as root of the sum of squares.`;
}

/** What nobody has said, and what nothing decides. */
export function notSaid({ missing }: Pick<Spread, 'missing'>): string {
  const free = missing.filter((m) => m.endsWith(LEFT_FREE));
  const others = missing.filter((m) => !free.includes(m)).map((m) => `the ${m}`);
  const says =
    others.length > 0 ? [`nobody has said how exact ${andList(others)} ${others.length > 1 ? 'are' : 'is'}`] : [];
  return `${[...free, ...says].join('; ')}.`;
}

/** What many simulated parts say, for whoever wants proof. */
export function simulatedInWords(found: Simulated, speech: Speech): string {
  const parts = found.count.toLocaleString('en');
  const ratio = found.expected > 0 ? (found.deviation / found.expected).toFixed(2) : '1.00';
  return `${parts} simulated parts, every cause anywhere within its ±: ${found.outside} outside the worst case, the furthest off by ${speech.size(found.most)}. They spread ${ratio} times as far as the root of squares lets expect.`;
}

export const nothingCuts = (names: readonly string[]): string =>
  `${capital(andList(names))} ${names.length > 1 ? 'are' : 'is'} cut by no setup.`;
