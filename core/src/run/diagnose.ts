import { AXES, type Axis, type Vec3 } from '../frames';
import { MM_PER_INCH, speechIn } from '../units';
import type { Cause, CauseCode, Judged, RunPlan, RunSetup, RunStep } from './types';

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
  /** common offsets that were read on this machine, as they stood in its table */
  readonly commons: readonly Vec3[];
  /** axes whose common offset was read in this run and found as planned */
  readonly proven: readonly Axis[];
}

interface Difference {
  readonly axis: Axis;
  readonly by: number;
  /** where it can come from */
  readonly place: 'touch' | 'length' | 'keyIn';
  /** the number that was read, and what it should be; null: the zero that follows is off, not a number that was read */
  readonly read: { readonly value: number; readonly target: number } | null;
}

/** Of causes that fit equally well, the commoner one first. Common practice, no source. */
const OFTEN: readonly CauseCode[] = [
  'wrong-body',
  'unit',
  'radius-forgotten',
  'radius-doubled',
  'feeler-forgotten',
  'film-counted',
  'length-not-active',
  'wrong-parallels',
  'common-offset',
  'flipped',
  'length-of-another-tool',
  'radius-wrong-side',
  'another-cutter',
  'other-register',
  'wrong-face',
  'sign',
  'axes-swapped',
  'digits',
  'device-moved',
];

/**
 * Compares the difference of a reading with every term it could come from: what the ledger knows, the tool that
 * touched, lengths, parallels, faces of the part as it might lie, units. What fits best comes first; what fits nothing
 * is told as such. What the machine reads while it touches hangs on where things are: radius, common offset and
 * register are sums made later.
 */
export function diagnose({
  plan,
  setup,
  step,
  judged,
  known,
}: {
  readonly plan: RunPlan;
  readonly setup: RunSetup;
  readonly step: RunStep;
  readonly judged: readonly Judged[];
  readonly known: Known;
}): Guess[] {
  const differences = differencesOf(step, judged, known);
  const tolerance = Math.max(setup.limit, 0.02);
  const guesses = differences.flatMap(({ axis, by, place, read }) => [
    ...[...setup.causes, ...commonCauses(plan, known)]
      .filter((c) => c.axis === axis && (c.at === place || (c.at === 'both' && place !== 'touch')))
      .map((c): Guess => ({ code: c.code, axis, says: c.says, missesBy: Math.abs(by - c.delta) })),
    ...(read
      ? ofNumbers({ plan, axis, value: read.value, target: read.target, keyed: place === 'keyIn' ? setup : null })
      : []),
  ]);
  const fitting = guesses.filter((g) => g.missesBy !== null && g.missesBy <= tolerance);
  const ranked = unique(fitting.sort((a, b) => rank(a, fitting) - rank(b, fitting) || a.missesBy! - b.missesBy!));
  return ranked.length >= 2 ? ranked : [...ranked, ...whatIsLeft(plan, differences[0], known, ranked.length > 0)];
}

function differencesOf(step: RunStep, judged: readonly Judged[], { zeroOff }: Known): Difference[] {
  const place = step.kind === 'keyIn' ? 'keyIn' : 'touch';
  const off = judged
    .filter((j) => !j.inLimit && j.ask.axis !== null && j.difference !== null)
    .map((j): Difference => ({
      axis: j.ask.axis!,
      by: j.difference!,
      place,
      read: { value: j.value, target: j.target! },
    }));
  // the zero is off though the machine read what was expected: the length was read wrongly
  if (off.length === 0 && step.axis && zeroOff !== null)
    return [
      {
        axis: step.axis,
        by: zeroOff,
        place: step.axis === 'z' && judged.some((j) => j.ask.id === 'length') ? 'length' : 'touch',
        read: null,
      },
    ];
  return off;
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

const mustBe = (plan: RunPlan, axis: Axis) => `It must be ${speechIn(plan.units).signed(plan.commonOffset[axis])}.`;

/** A common offset that was seen on the machine adds itself, or was taken off, wherever the control did the sum. */
function commonCauses(plan: RunPlan, { commons, proven }: Known): Cause[] {
  const speech = speechIn(plan.units);
  return commons.flatMap((c) =>
    AXES.filter((a) => Math.abs(c[a] - plan.commonOffset[a]) > 1e-6 && !proven.includes(a)).flatMap((axis) =>
      [plan.commonOffset[axis] - c[axis], c[axis] - plan.commonOffset[axis]].map((delta): Cause => ({
        code: 'common-offset',
        axis,
        delta,
        at: 'keyIn',
        says: `${speech.signed(c[axis])} was in the common offset of ${plan.machineName}: is it still there? ${mustBe(plan, axis)}`,
      })),
    ),
  );
}

/**
 * Mistakes that depend on the number itself: the unit, the sign, the axis, a digit. @param keyed whose register was
 * keyed in; null: a reading
 */
function ofNumbers({
  plan,
  axis,
  value,
  target,
  keyed,
}: {
  readonly plan: RunPlan;
  readonly axis: Axis;
  readonly value: number;
  readonly target: number;
  readonly keyed: RunSetup | null;
}): Guess[] {
  const speech = speechIn(plan.units);
  const other = plan.units === 'mm' ? 'inches' : 'millimeters';
  const near = (v: number) => Math.abs(v - target);
  const found: Guess[] = [
    {
      code: 'unit',
      axis,
      says: `${speech.signed(value)} times 25.4 is what was expected: was the number keyed or read in ${other}?`,
      missesBy: near(value * MM_PER_INCH),
    },
    {
      code: 'unit',
      axis,
      says: `${speech.signed(value)} divided by 25.4 is what was expected: was the number keyed or read in ${other}?`,
      missesBy: near(value / MM_PER_INCH),
    },
    {
      code: 'sign',
      axis,
      says: 'With the other sign it is what was expected: was the minus left out?',
      missesBy: near(-value),
    },
  ];
  for (const o of AXES) {
    const elsewhere = keyed?.planned[o] ?? null;
    if (o !== axis && elsewhere !== null)
      found.push({
        code: 'axes-swapped',
        axis,
        says: `That is ${o.toUpperCase()} of ${keyed!.register}: was ${o.toUpperCase()} read for ${axis.toUpperCase()}?`,
        missesBy: Math.abs(value - elsewhere),
      });
  }
  if (
    digitsSwapped(speech.size(Math.abs(value)), speech.size(Math.abs(target))) ||
    near(value * 10) < 1e-6 ||
    near(value / 10) < 1e-6
  )
    found.push({
      code: 'digits',
      axis,
      says: `${speech.signed(value)} instead of ${speech.signed(target)}: were two digits changed over, or the point set wrongly?`,
      missesBy: 0,
    });
  return found;
}

/** Two digits beside each other changed places. */
function digitsSwapped(a: string, b: string): boolean {
  const [x, y] = [a, b].map((t) => t.replace('.', ''));
  if (x.length !== y.length || x === y) return false;
  const i = [...x].findIndex((d, n) => d !== y[n]);
  return x[i] === y[i + 1] && x[i + 1] === y[i] && x.slice(i + 2) === y.slice(i + 2);
}

/** What is always possible, told after what fits. */
function whatIsLeft(
  plan: RunPlan,
  difference: Difference | undefined,
  { proven }: Known,
  somethingFits: boolean,
): Guess[] {
  if (!difference) return [];
  const { axis, by, place } = difference;
  const size = speechIn(plan.units).size(Math.abs(by));
  const or = (rest: string) => (somethingFits ? `Or ${rest}` : `${size} fits nothing that is known: ${rest}`);
  if (place === 'touch')
    return [
      {
        code: 'device-moved',
        axis,
        missesBy: null,
        says: or(
          `does the device or its stop stand ${size} from where it was measured, or does the part not sit? Clean, seat it again and touch once more.`,
        ),
      },
    ];
  const digits: Guess = {
    code: 'digits',
    axis,
    missesBy: null,
    says: or(
      place === 'length'
        ? 'read the length of the tool in the spindle once more, digit by digit.'
        : 'key it in once more, digit by digit, and read it back.',
    ),
  };
  // what the first step has proven is not suspected again
  if (proven.includes(axis)) return [digits];
  return [
    {
      code: 'common-offset',
      axis,
      missesBy: null,
      says: or(`is there something left in the common offset of the control? ${mustBe(plan, axis)}`),
    },
    digits,
  ];
}
