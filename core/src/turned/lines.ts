import type { Machine } from '../shop';
import { formatForControl, unitName, type Units } from '../units';
import type { BarStep, Side } from './types';

/** A comment as the control reads it; a control without comments gets none. */
function comment(text: string, style: Machine['dialect']['comments']): string[] {
  const plain = text
    .toUpperCase()
    .replaceAll('−', '-')
    .replace(/[^\x20-\x7e]/g, '')
    .replace(/[()]/g, '');
  if (style === 'none') return [];
  return [style === 'brackets' ? `(${plain})` : `; ${plain}`];
}

/** A line of the template with its places filled in. Numbers in the units of the job, always signed. */
export function filledIn(line: string, { at, by, meet }: BarStep, units: Units): string {
  const number = (mm: number | undefined) => formatForControl(mm ?? 0, units);
  return line
    .replaceAll('{z}', () => number(at))
    .replaceAll('{by}', () => number(by))
    .replaceAll('{n}', () => String(meet ?? 0));
}

/**
 * The lines of one channel from the template of the machine: every word is its own. What the template has no line for
 * stands as a comment that it is done by hand.
 */
export function linesOf(
  steps: readonly BarStep[],
  side: Side,
  { machine, units, title }: { readonly machine: Machine; readonly units: Units; readonly title: string },
): string {
  const { lathe, dialect } = machine;
  const head = [...comment(title, dialect.comments), ...comment(`ALL LENGTHS IN ${unitName(units)}`, dialect.comments)];
  const own = steps
    .filter((s) => s.side === side)
    .flatMap((s) => {
      const line = lathe?.words[s.act] ?? '';
      const says = comment(`${s.id} ${line ? '' : 'BY HAND: '}${s.says}`, dialect.comments);
      return line ? [...says, filledIn(line, s, units)] : says;
    });
  return `${[...head, ...own, dialect.end].filter((l) => l !== '').join('\n')}\n`;
}
