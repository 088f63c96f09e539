import type { Account, AccountRow, BarStep } from './types';

/** What adds up to less is nothing, mm. */
const NOTHING_MM = 1e-9;

/** So many parts are made before one over-travels: part k starts (k − 1) residues beside the first. */
export const partsBefore = (residue: number, margin: number): number | null =>
  Math.abs(residue) <= NOTHING_MM ? null : Math.floor(margin / Math.abs(residue) + 1e-9) + 1;

const ROWS: Partial<Record<BarStep['act'], (s: BarStep) => string>> = {
  turnTo: () => 'turning',
  mainBack: () => 'main spindle back, open',
  shift: (s) => (s.by! < 0 ? 'shifts taken back' : 'zero shifted'),
  mainTo: () => 'main spindle to its start',
};

/**
 * The account of one part: every move of the main spindle and every shift of its zero. Each sum by itself is nothing
 * where the cycle closes; what is left over is where the next part starts beside this one, and it adds up part by part
 * until the spindle runs out of travel.
 */
export function accountOf(
  steps: readonly BarStep[],
  { start, travel }: { readonly start: number; readonly travel: { readonly min: number; readonly max: number } },
): Account {
  const rows = steps.flatMap((s): AccountRow[] => {
    const what = ROWS[s.act];
    if (!what) return [];
    const isShift = s.act === 'shift';
    return [
      {
        what: what(s),
        move: isShift ? null : s.main.to - s.main.from,
        shift: isShift ? s.by! : null,
        mainAt: s.main.to,
        zeroAt: s.zero,
      },
    ];
  });
  const moves = rows.reduce((sum, r) => sum + (r.move ?? 0), 0);
  const shifts = rows.reduce((sum, r) => sum + (r.shift ?? 0), 0);
  const residue = Math.abs(shifts) <= NOTHING_MM ? 0 : shifts;
  // the way back to the start is the next part's
  const back = steps.findIndex((s) => s.act === 'mainTo');
  const reached = [start, ...steps.slice(0, back < 0 ? undefined : back).map((s) => s.main.to)];
  const margin = residue > 0 ? travel.max - Math.max(...reached) : Math.min(...reached) - travel.min;
  return { rows, moves, shifts, residue, margin, partsMade: partsBefore(residue, Math.max(0, margin)) };
}
