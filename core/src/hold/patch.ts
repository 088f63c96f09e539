import { signOf, vec } from '../frames';
import type { Contact } from '../seat';
import { cornersOf } from './input';
import type { HoldContact } from './types';

/** The patch of a contact, the direction it pushes the part in, and how the face comes. */
export function patchOf(contact: Contact, at: number): Pick<HoldContact, 'patch' | 'inward' | 'points' | 'surface'> {
  const axis = contact.faces[1] as 'x' | 'y' | 'z';
  const { touch } = contact;
  const min = { ...vec(touch.x[0], touch.y[0], touch.z[0]), [axis]: at };
  const max = { ...vec(touch.x[1], touch.y[1], touch.z[1]), [axis]: at };
  return {
    patch: { min, max },
    inward: { ...vec(0, 0, 0), [axis]: -signOf(contact.faces) },
    points: cornersOf(min, max),
    surface: contact.surface,
  };
}

/** A contact that only stands there: it neither pulls nor holds sideways by itself. */
export const RIGID = { forceN: 0, pullN: 0, shearN: 0 };
