import type { DeviceOfKind } from '../../../shop';
import { boardReady } from '../checks/boardReady';
import { PLAIN, type FlatKind } from './kind';

/** A board that may be cut into. */
export const board: FlatKind<DeviceOfKind<'sacrificial board'>> = {
  ...PLAIN,
  drillable: ({ thickness }) => thickness,
  top: ({ cutInto }) => ({ z: -cutInto, name: 'depth the board may be cut to', wantedMm: 0 }),
  checks: ({ device, machine, told }) => boardReady(device, machine, told),
  marks: () => [],
  picture: () => [],
};
