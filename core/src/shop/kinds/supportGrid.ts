import { positive, quantity } from '../../schema';
import { FRICTION } from '../friction';
import { bed, bedStarts, device, flatKind, friction } from './kind';

const schema = device('support grid', {
  ...bed,
  slatPitch: positive('From slat to slat', 'mm', 1000),
  slatThickness: positive('Slat thickness', 'mm', 100),
  headDiameter: positive('Head, diameter', 'mm', 1000, 'Room the cutting head sweeps around its jet.'),
  headHeight: quantity({
    title: 'Head above the work',
    unit: 'mm',
    minimum: 0,
    maximum: 1000,
    description: "Anything that stands higher than this above the sheet is in the head's way.",
  }),
  jetForceN: quantity({
    title: 'Force of the jet',
    unit: 'N',
    minimum: 0,
    maximum: 10_000,
    description: 'Sideways push on the sheet, the upper end of what is expected.',
  }),
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
