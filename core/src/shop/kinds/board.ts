import { quantity } from '../../schema';
import { FRICTION } from '../friction';
import { bed, bedStarts, device, flatKind, friction } from './kind';

const schema = device('sacrificial board', {
  ...bed,
  screwsSunk: quantity('Its own screws sunk by', 'mm', 0, 1000, "Top of the heads below the board's top."),
  cutInto: quantity('May be cut into', 'mm', 0, 1000, 'Deepest cut into the board.'),
  travelMargin: quantity('Smaller than the travel by', 'mm', 0, 1000, 'On each side.'),
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
