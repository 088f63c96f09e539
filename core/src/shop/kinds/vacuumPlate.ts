import { positive, quantity } from '../../schema';
import { FRICTION } from '../friction';
import { bed, bedStarts, device, flatKind, friction, vacuum } from './kind';

const schema = device('vacuum plate', {
  ...bed,
  groovePitch: positive('From groove to groove', 'mm', 1000),
  firstGroove: quantity({
    title: 'First groove from the edges',
    unit: 'mm',
    minimum: 0,
    maximum: 1000,
    description: 'Middle of the first groove from the left and from the front edge.',
  }),
  grooveWidth: positive('Groove width', 'mm', 100),
  grooveDepth: positive('Groove depth', 'mm', 100),
  gasket: positive('Gasket cord diameter', 'mm', 100),
  vacuum,
  friction,
});

export const vacuumPlate = flatKind('vacuum plate', schema, {
  ...bedStarts,
  groovePitch: 20,
  firstGroove: 20,
  grooveWidth: 4,
  grooveDepth: 4,
  gasket: 4.5,
  vacuum: 80,
  friction: FRICTION.sealed[0],
});
