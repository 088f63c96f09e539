import { positive, quantity } from '../../schema';
import { FRICTION } from '../friction';
import { bed, bedStarts, device, flatKind, friction } from './kind';

const schema = device('support grid', {
  ...bed,
  slatPitch: positive('From slat to slat', 'mm', 1000),
  slatThickness: positive('Slat thickness', 'mm', 100),
  headDiameter: positive('Head, diameter', 'mm', 1000, 'Room the cutting head sweeps around its jet.'),
  headHeight: quantity(
    'Head above the work',
    'mm',
    0,
    1000,
    "Anything that stands higher than this above the sheet is in the head's way.",
  ),
  jetForceN: quantity(
    'Force of the jet',
    'N',
    0,
    10_000,
    'Sideways push on the sheet, the upper end of what is expected.',
  ),
  friction,
});

export const supportGrid = flatKind('support grid', schema, {
  ...bedStarts,
  width: 1000,
  depth: 1000,
  thickness: 80,
  slatPitch: 40,
  slatThickness: 3,
  headDiameter: 70,
  headHeight: 10,
  jetForceN: 10,
  friction: FRICTION.smoothDry[0],
});
