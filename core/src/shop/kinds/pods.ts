import { positive, quantity } from '../../schema';
import { FRICTION } from '../friction';
import { bed, bedStarts, device, flatKind, friction, vacuum } from './kind';

const schema = device('vacuum pods', {
  ...bed,
  podWidth: positive('Pod width, X', 'mm', 1000),
  podDepth: positive('Pod depth, Y', 'mm', 1000),
  podHeight: positive('Pod height', 'mm', 1000),
  rim: quantity({
    title: 'Rim outside the seal',
    unit: 'mm',
    minimum: 0,
    maximum: 100,
    description: "Part of the pod's edge that does not suck.",
  }),
  overhang: positive(
    'Overhang allowed',
    'mm',
    5000,
    'How far a part may reach out over the pods before it is held too loosely at its edge.',
  ),
  vacuum,
  friction,
});

export const pods = flatKind('vacuum pods', schema, {
  ...bedStarts,
  width: 1000,
  depth: 600,
  podWidth: 120,
  podDepth: 50,
  podHeight: 30,
  rim: 5,
  overhang: 80,
  vacuum: 80,
  friction: FRICTION.rubber[0],
});
