import type { DeviceOfKind, FlatDevice } from '../../../shop';
import { board } from './board';
import { fixturePlate } from './fixturePlate';
import type { FlatKind } from './kind';
import { magneticChuck } from './magneticChuck';
import { pods } from './pods';
import { slotTable } from './slotTable';
import { supportGrid } from './supportGrid';
import { vacuumPlate } from './vacuumPlate';

/** Every kind of flat device. A new one is added here. */
const FLAT_KINDS: { readonly [K in FlatDevice['kind']]: FlatKind<DeviceOfKind<K>> } = {
  'T-slot table': slotTable,
  'fixture plate': fixturePlate,
  'vacuum plate': vacuumPlate,
  'vacuum pods': pods,
  'sacrificial board': board,
  'support grid': supportGrid,
  'magnetic chuck': magneticChuck,
};

/** What is different about a flat device of its kind. Its methods take the device it was asked for and no other. */
export const flatKindOf = (device: FlatDevice): FlatKind<FlatDevice> => FLAT_KINDS[device.kind] as FlatKind<FlatDevice>;
