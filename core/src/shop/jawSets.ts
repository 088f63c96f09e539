import { familyOf, type Device, type Vise } from './devices';

export const isVise = (device: Device): device is Vise => familyOf(device) === 'vise';

/** The vise whose jaws these are; null: it has the jaws it came with, or that vise is gone. */
export function bodyOf(devices: readonly Device[], device: Device): Vise | null {
  if (!isVise(device) || device.jawsOf === undefined) return null;
  return devices.filter(isVise).find((d) => d.id === device.jawsOf) ?? null;
}

/** The sets of jaws that go with a vise. */
export const jawSetsOf = (devices: readonly Device[], vise: Vise): Vise[] =>
  devices.filter(isVise).filter((d) => d.jawsOf === vise.id);

/** The vises a device can be a set of jaws of: none is a set itself, and what has sets is none. */
export function bodiesFor(devices: readonly Device[], vise: Vise): Vise[] {
  if (jawSetsOf(devices, vise).length > 0) return [];
  return devices.filter(isVise).filter((d) => d.id !== vise.id && d.jawsOf === undefined);
}

/** Another set of jaws for a vise, to begin with as the vise is. Soft, as that is what is made anew most. */
export const newJawSet = (vise: Vise, id: string): Vise => ({
  ...vise,
  id,
  name: `${vise.name}, other jaws`,
  jawsOf: vise.id,
  jaws: 'soft',
  // what holds of the vise with its own jaws was never tried with these
  locatesWithin: null,
});
