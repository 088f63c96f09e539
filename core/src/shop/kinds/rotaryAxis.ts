import { Type } from '@sinclair/typebox';
import { positive, quantity } from '../../schema';
import { device, jawStarts, jaws, roundKind } from './kind';

const schema = device('rotary axis', {
  ...jaws,
  jawCount: Type.Integer({ title: 'Jaws', minimum: 2, maximum: 6 }),
  jawWidth: positive('Jaw width', 'mm', 500),
  centreHeight: positive('Axis above its base', 'mm', 2000),
  tailstockFrom: quantity({ title: 'Tailstock, nearest to the chuck', unit: 'mm', minimum: 0, maximum: 20_000 }),
  tailstockTo: positive('Tailstock, farthest', 'mm', 20_000),
  tailstockForceN: quantity({ title: 'Tailstock force', unit: 'N', minimum: 0, maximum: 1e6 }),
  supportFrom: quantity({ title: 'Support, lowest setting above the base', unit: 'mm', minimum: 0, maximum: 2000 }),
  supportTo: positive('Support, highest setting', 'mm', 2000),
});

export const rotaryAxis = roundKind('rotary axis', schema, {
  ...jawStarts,
  jawCount: 4,
  jawWidth: 18,
  centreHeight: 125,
  tailstockFrom: 100,
  tailstockTo: 600,
  tailstockForceN: 2000,
  supportFrom: 60,
  supportTo: 120,
  maxRpm: 60,
});
