import type { HoldIn } from '../../job';

/** What locates a part that lies flat along an axis: dowels decide both. */
export const against = (
  hold: Pick<HoldIn<'flat'>, 'x' | 'y' | 'dowels'>,
  axis: 'x' | 'y',
): HoldIn<'flat'>['x']['by'] | 'dowels' => (hold.dowels ? 'dowels' : hold[axis].by);
