import { Type, type Static } from '@sinclair/typebox';
import type { DeviceKindFacts, Family } from './kinds/kind';
import { board } from './kinds/board';
import { chuck } from './kinds/chuck';
import { collet } from './kinds/collet';
import { fixturePlate } from './kinds/fixturePlate';
import { magneticChuck } from './kinds/magneticChuck';
import { pods } from './kinds/pods';
import { rotaryAxis } from './kinds/rotaryAxis';
import { slotTable } from './kinds/slotTable';
import { supportGrid } from './kinds/supportGrid';
import { vacuumPlate } from './kinds/vacuumPlate';
import { vise } from './kinds/vise';

export { FAMILIES, MOST_CHANGED, type DeviceKindFacts, type Family } from './kinds/kind';

/** Every kind of device. A new one is added here. */
export const DEVICES = {
  vise,
  'T-slot table': slotTable,
  'fixture plate': fixturePlate,
  'vacuum plate': vacuumPlate,
  'vacuum pods': pods,
  'sacrificial board': board,
  'support grid': supportGrid,
  'magnetic chuck': magneticChuck,
  chuck,
  collet,
  'rotary axis': rotaryAxis,
} as const;

type Kinds = typeof DEVICES;
export type DeviceKind = keyof Kinds;
export const DEVICE_KINDS = Object.keys(DEVICES) as DeviceKind[];
/** A device of one kind. */
export type DeviceOfKind<K extends DeviceKind> = Static<Kinds[K]['schema']>;
export type Device = { [K in DeviceKind]: DeviceOfKind<K> }[DeviceKind];
/** The family of a kind of device. */
export type FamilyOf<D extends Device> = Kinds[D['kind']]['family'];
/** Devices of one family. */
export type DeviceOf<F extends Family> = {
  [K in DeviceKind]: Kinds[K]['family'] extends F ? DeviceOfKind<K> : never;
}[DeviceKind];

export const deviceSchema = Type.Union(Object.values(DEVICES).map((d) => d.schema) as [Kinds[DeviceKind]['schema']], {
  description: 'Something that holds or carries parts; what its numbers mean depends on its kind.',
});

/** What is known of a device's kind. */
export const kindFacts = <D extends Device>(device: D): DeviceKindFacts => DEVICES[device.kind];
export const familyOf = (device: Device): Family => kindFacts(device).family;
/** Whether a device belongs to a family. */
export const isOf = <F extends Family>(family: F, device: Device | null): device is DeviceOf<F> =>
  device !== null && familyOf(device) === family;

/** The devices of one family. */
export const devicesOf = <F extends Family>(family: F, devices: readonly Device[]): DeviceOf<F>[] =>
  devices.filter((d) => isOf(family, d)) as DeviceOf<F>[];

export type Vise = DeviceOfKind<'vise'>;
export type SlotTable = DeviceOfKind<'T-slot table'>;
export type FixturePlate = DeviceOfKind<'fixture plate'>;
export type VacuumPlate = DeviceOfKind<'vacuum plate'>;
export type Pods = DeviceOfKind<'vacuum pods'>;
export type Board = DeviceOfKind<'sacrificial board'>;
export type SupportGrid = DeviceOfKind<'support grid'>;
export type RotaryAxis = DeviceOfKind<'rotary axis'>;
/** Devices a part lies flat on. */
export type FlatDevice = DeviceOf<'flat'>;
/** Devices that grip a round part about an axis. */
export type RoundDevice = DeviceOf<'round'>;
