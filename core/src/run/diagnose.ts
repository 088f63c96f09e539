import { AXES, type Axis, type Vec3 } from '../frames';
import { MM_PER_INCH, speechIn } from '../units';
import type { Judged } from './state';
import type { Cause, CauseCode, RunPlan, RunSetup, RunStep } from './types';

/** What a difference probably means. */
export interface Guess {
  readonly code: CauseCode;
  readonly axis: Axis;
  readonly says: string;
  /** how far the cause misses the difference, mm; null: it is only what is left when nothing fits */
  readonly missesBy: number | null;
}

interface Known {
  /** measured zero less the expected one, where a touch gave it */
  readonly zeroOff: number | null;
  /** common offsets seen on this machine */
  readonly commons: readonly Vec3[];
}

/** Of causes that fit equally well, the commoner one first. Common practice, no source. */
const OFTEN: readonly CauseCode[] = ['wrong-body', 'unit', 'radius-forgotten', 'radius-doubled', 'feeler-forgotten', 'length-not-active', 'wrong-parallels', 'common-offset', 'flipped', 'length-of-another-tool', 'radius-wrong-side', 'other-register', 'wrong-face', 'sign', 'axes-swapped', 'device-moved'];

/**
 * Compares the difference of a reading with every term it could come from: what the ledger knows, the tool that touched, lengths,
 * parallels, faces of the part as it might lie, units. What fits best comes first; what fits nothing is told as such.
 */
export function diagnose(plan: RunPlan, setup: RunSetup, step: RunStep, judged: readonly Judged[], known: Known): Guess[] {
  const off = judged.filter((j) => !j.inLimit && j.ask.axis !== null && j.difference !== null);
  const differences = off.length > 0
    ? off.map((j) => ({ axis: j.ask.axis!, by: j.difference!, value: j.value, target: j.target! }))
    : step.axis && known.zeroOff !== null ? [{ axis: step.axis, by: known.zeroOff, value: NaN, target: NaN }] : [];
  const place = step.kind === 'keyIn' ? 'keyIn' : 'touch';
  // a touch may also be told through the zero it gives: where a length was read wrongly, the reading itself is right
  if (step.kind === 'touch' && step.axis && known.zeroOff !== null && off.length > 0) differences.push({ axis: step.axis, by: known.zeroOff, value: NaN, target: NaN });
  const tolerance = Math.max(setup.limit, 0.02);
  const guesses = differences.flatMap(({ axis, by, value, target }) => [
    ...[...setup.causes, ...commonCauses(plan, known.commons)].filter((c) => c.axis === axis && (c.at === 'both' || c.at === place)).map((c): Guess => ({ code: c.code, axis, says: c.says, missesBy: Math.abs(by - c.delta) })),
    ...ofNumbers(plan, axis, value, target, setup),
  ]);
  const fitting = guesses.filter((g) => g.missesBy !== null && g.missesBy <= tolerance);
  const ranked = unique(fitting.sort((a, b) => rank(a, fitting) - rank(b, fitting) || a.missesBy! - b.missesBy!));
  return ranked.length >= 2 ? ranked : [...ranked, ...whatIsLeft(plan, differences[0], place, ranked.length > 0)];
}

/** Closeness in steps of a hundredth, then how many axes it explains, then how often it happens. */
function rank(g: Guess, all: readonly Guess[]): number {
  const axes = new Set(all.filter((o) => o.code === g.code).map((o) => o.axis)).size;
  return Math.round(g.missesBy! * 100) * 100 - axes * 40 + OFTEN.indexOf(g.code);
}

/** One guess a cause and sentence. */
function unique(guesses: readonly Guess[]): Guess[] {
  return guesses.filter((g, i) => guesses.findIndex((o) => o.code === g.code) === i);
}

/** A common offset that was seen on the machine adds itself, or was taken off, wherever the control did the sum. */
function commonCauses(plan: RunPlan, commons: readonly Vec3[]): Cause[] {
  const speech = speechIn(plan.units);
  return commons.flatMap((c) => AXES.filter((a) => Math.abs(c[a]) > 1e-6).flatMap((axis) => [-c[axis], c[axis]].map((delta): Cause => ({
    code: 'common-offset', axis, delta, at: 'both', says: `${speech.size(Math.abs(delta))} was in the common offset of ${plan.machineName}: is it still there? It must be zero.`,
  }))));
}

/** Mistakes that depend on the number itself: the unit, the sign, the axis. */
function ofNumbers(plan: RunPlan, axis: Axis, value: number, target: number, setup: RunSetup): Guess[] {
  if (!Number.isFinite(value)) return [];
  const speech = speechIn(plan.units);
  const other = plan.units === 'mm' ? 'inches' : 'millimeters';
  const near = (v: number) => Math.abs(v - target);
  const found: Guess[] = [
    { code: 'unit', axis, says: `${speech.signed(value)} times 25.4 is what was expected: was the number keyed or read in ${other}?`, missesBy: near(value * MM_PER_INCH) },
    { code: 'unit', axis, says: `${speech.signed(value)} divided by 25.4 is what was expected: was the number keyed or read in ${other}?`, missesBy: near(value / MM_PER_INCH) },
    { code: 'sign', axis, says: 'With the other sign it is what was expected: was the minus left out?', missesBy: near(-value) },
  ];
  for (const o of AXES) {
    const elsewhere = setup.planned[o];
    if (o !== axis && elsewhere !== null) found.push({ code: 'axes-swapped', axis, says: `That is ${o.toUpperCase()} of ${setup.register}: was ${o.toUpperCase()} read for ${axis.toUpperCase()}?`, missesBy: Math.abs(value - elsewhere) });
  }
  return found;
}

/** What is always possible, told after what fits. */
function whatIsLeft(plan: RunPlan, difference: { axis: Axis; by: number } | undefined, place: 'touch' | 'keyIn', somethingFits: boolean): Guess[] {
  if (!difference) return [];
  const { axis, by } = difference;
  const size = speechIn(plan.units).size(Math.abs(by));
  const common: Guess = { code: 'common-offset', axis, missesBy: null, says: `${somethingFits ? 'Or something' : `${size} fits nothing that is known: is there something`} left in the common offset of the control? It must be zero.` };
  const moved: Guess = { code: 'device-moved', axis, missesBy: null, says: `Or the device stands ${size} from where it was measured, or the part does not sit: clean, seat it again and touch once more.` };
  return place === 'keyIn' ? [common] : [common, moved];
}
