import type { HoldIn } from '../../job';

/** What locates a part that lies flat along an axis: dowels decide both, and so do pins along its edges. */
export const against = (
  hold: Pick<HoldIn<'flat'>, 'x' | 'y' | 'dowels' | 'edgePins'>,
  axis: 'x' | 'y',
): HoldIn<'flat'>['x']['by'] | 'dowels' | 'edge pins' =>
  hold.dowels ? 'dowels' : hold.edgePins ? 'edge pins' : hold[axis].by;
