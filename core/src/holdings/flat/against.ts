import type { HoldIn } from '../../job';

/** What locates a part that lies flat along an axis: dowels, pins along its edges and a nest decide both. */
export const against = (
  hold: Pick<HoldIn<'flat'>, 'x' | 'y' | 'dowels' | 'edgePins' | 'nest'>,
  axis: 'x' | 'y',
): HoldIn<'flat'>['x']['by'] | 'dowels' | 'edge pins' | 'nest' => {
  if (hold.dowels) return 'dowels';
  if (hold.edgePins) return 'edge pins';
  return hold.nest ? 'nest' : hold[axis].by;
};
