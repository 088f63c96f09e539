import { hasBoredJaws } from '../holdings';
import type { TurningTool } from '../job';
import type { Lathe } from '../shop';
import type { Speech } from '../units';
import type { BarStep, PlannedEnd, PlannedEnds, PlannedTurned } from './types';

/** One line of the sequence: what each side does, or a place where both wait for each other. */
export type SequenceRow =
  | { readonly kind: 'meet'; readonly number: number }
  | { readonly kind: 'steps'; readonly main: BarStep | null; readonly second: BarStep | null };

/** Both sides beside each other, from one meeting to the next. Waits are told with what they wait for. */
export function sideBySide(steps: readonly BarStep[]): SequenceRow[] {
  const rows: SequenceRow[] = [];
  const waiting = { main: [] as BarStep[], second: [] as BarStep[] };
  const flush = () => {
    const count = Math.max(waiting.main.length, waiting.second.length);
    for (let i = 0; i < count; i++)
      rows.push({ kind: 'steps', main: waiting.main[i] ?? null, second: waiting.second[i] ?? null });
    waiting.main = [];
    waiting.second = [];
  };
  for (const s of steps) {
    if (s.act === 'wait') continue;
    if (s.act !== 'meet') waiting[s.side].push(s);
    else if (s.side === 'second') {
      flush();
      rows.push({ kind: 'meet', number: s.meet! });
    }
  }
  flush();
  return rows;
}

/**
 * How a turning tool is touched off: skim a diameter, measure it, declare it; touch the face and declare what is left
 * on it (common practice, no source).
 */
export function touchOffWords(
  tool: TurningTool,
  { bar }: Pick<PlannedTurned, 'bar'>,
  { lathe, speech }: { readonly lathe: Lathe; readonly speech: Speech },
): string[] {
  const asked = lathe.diameters === 'diameter' ? 'the diameter you measured' : 'half of the diameter you measured';
  const skim = `Skim the bar, measure the diameter, declare X = ${asked}.`;
  if (tool.use === 'drilling')
    return ['Lies on the axis: X = 0. Touch the end of the bar.', faceWords(bar.face, speech)];
  if (tool.use === 'back work') return ['Touched off on the part in the second spindle, against its own zero.', skim];
  return [skim, `Touch the end of the bar: ${faceWords(bar.face, speech)}`];
}

const faceWords = (face: number, speech: Speech): string =>
  `declare Z = ${speech.signed(face)}, the stock left on the face.`;

/** What the operator does on one side, in this order. */
export interface EndWords {
  readonly load: readonly string[];
  readonly zero: string;
  /** with the spindle standing, once the end is faced */
  readonly carry: readonly string[];
  readonly turn: string;
}

/** How one side is loaded, turned and measured. Spindle standing for every hand; null: there is no chuck. */
export function endWords(
  { chuck, first, second, rpm }: PlannedEnds,
  side: PlannedEnd['side'],
  { lathe, speech }: { readonly lathe: Lathe; readonly speech: Speech },
): EndWords | null {
  const e = side === 'first' ? first : second;
  if (!chuck) return null;
  const size = (mm: number) => speech.sizeWithUnit(mm);
  const diameter =
    e.gripDiameter === null ? 'the part, which has several diameters there' : `⌀${speech.size(e.gripDiameter)}`;
  const bored = e.isFinished && hasBoredJaws(chuck) && e.gripDiameter !== null;
  const x = lathe.diameters === 'diameter' ? 'the diameter you measured' : 'half of the diameter you measured';
  const to = side === 'first' ? -e.to : -(e.to - e.from);
  return {
    load: [
      'Spindle stands. Hands only while it stands.',
      ...(bored ? [`Soft jaws bored to ${diameter} over ${size(e.grip)}, closed on the ring they were bored on.`] : []),
      ...(e.against === 'chuck face'
        ? []
        : [`Set the ${e.against} to ${speech.signed(e.rest)} from the face of the chuck.`]),
      side === 'first'
        ? `Sawn piece, ${size(e.loadedLength)} long: its end against the ${e.against}. ${size(e.grip)} lie in the jaws.`
        : `Turn the part end for end: the finished front goes in, against the ${e.against}. Close on ${diameter}, ${size(e.grip)} of it in the jaws.`,
      `${size(e.sticksOut)} stick out.`,
      ...(e.support?.by === 'steady rest'
        ? [
            `Steady rest: its middle ${size(e.support.fromFace)} from the face of the chuck, on ${e.support.diameter === null ? 'one diameter' : `⌀${speech.size(e.support.diameter)}`}. Its fingers just touch: an indicator on the part does not move.`,
          ]
        : []),
      ...(rpm === null ? [] : [`Not faster than ${rpm} 1/min.`]),
    ],
    zero: `Touch the end: declare Z = ${speech.signed(e.stock)}, the stock left on the face. Skim, measure, declare X = ${x}.`,
    carry:
      e.support?.by === 'tailstock'
        ? [
            `Face${side === 'first' ? '' : ' to length'} and center drill, then stop the spindle.`,
            `Tailstock up: its tip ${size(e.support.tip)} from the face of the chuck${e.support.onScale === null ? '' : `, ${speech.signed(e.support.onScale)} on its scale`}, ${size(e.support.into)} in the part. Clamp it: the part runs true by hand.`,
          ]
        : [],
    turn: `${e.support?.by === 'tailstock' ? 'Turn' : side === 'first' ? 'Face, then turn' : 'Face to length, then turn'} from the ${side === 'first' ? 'front' : 'back'} to Z ${speech.signed(to)}${e.support?.by === 'tailstock' ? '; the tool clears the center' : ''}.`,
  };
}

/** The same as one list. */
export function endSteps(...of: Parameters<typeof endWords>): readonly string[] {
  const words = endWords(...of);
  return words
    ? [...words.load, words.zero, ...words.carry, words.turn]
    : ['No chuck is chosen: how the part lies in it is not known.'];
}

/** What keeps the shift between both sides true. */
export const endConditions = ({ station }: PlannedEnds): string[] => [
  `The chuck stays${station ? ` on station ${station.name}` : ''}, and the stop is set as told.`,
  'The first side was faced to its zero: all the stock on the back face is still there.',
];
