import { quantity } from '../../schema';
import { FRICTION } from '../friction';
import { bed, bedStarts, device, flatKind, friction } from './kind';

const schema = device('sacrificial board', {
  ...bed,
  screwsSunk: quantity({
    title: 'Its own screws sunk by',
    unit: 'mm',
    minimum: 0,
    maximum: 1000,
    description: "Top of the heads below the board's top.",
  }),
  cutInto: quantity({
    title: 'May be cut into',
    unit: 'mm',
    minimum: 0,
    maximum: 1000,
    description: 'Deepest cut into the board.',
  }),
  travelMargin: quantity({
    title: 'Smaller than the travel by',
    unit: 'mm',
    minimum: 0,
    maximum: 1000,
    description: 'On each side.',
  }),
  friction,
});

export const board = flatKind('sacrificial board', schema, {
  ...bedStarts,
  width: 600,
  depth: 400,
  thickness: 18,
  screwsSunk: 10,
  cutInto: 1,
  travelMargin: 20,
  friction: FRICTION.wood[0],
});
