import type { TurningTool } from '../job';
import type { Lathe } from '../shop';
import type { Speech } from '../units';
import type { BarStep, PlannedTurned } from './types';

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
