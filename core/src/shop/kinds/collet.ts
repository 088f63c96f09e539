import { device, jawStarts, jaws, roundKind } from './kind';

const schema = device('collet', jaws);

export const collet = roundKind('collet', schema, {
  ...jawStarts,
  minDiameter: 19,
  maxDiameter: 20,
  bodyDiameter: 60,
  staticForceN: 8000,
  maxRpm: 8000,
});
