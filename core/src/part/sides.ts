import type { Direction } from '../frames';

/** What the sides of the part are called, whichever way it lies: by the part model's own axes. */
export const PART_SIDE: Record<Direction, string> = {
  '-x': 'left face', '+x': 'right face', '-y': 'front face', '+y': 'rear face', '-z': 'bottom face', '+z': 'top face',
};
