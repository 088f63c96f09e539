import { Type } from '@sinclair/typebox';
import { positive, quantity } from '../../schema';
import { device, jawStarts, jaws, roundKind } from './kind';

const schema = device('chuck', {
  ...jaws,
  jawCount: Type.Integer({ title: 'Jaws', minimum: 2, maximum: 6 }),
  jawWidth: positive('Jaw width', 'mm', 500),
  jawMassKg: quantity({ title: 'Mass of one jaw', unit: 'kg', minimum: 0, maximum: 200 }),
  jawRadius: quantity({ title: "Jaw's center of mass from the axis", unit: 'mm', minimum: 0, maximum: 2000 }),
  soft: Type.Union([Type.Literal('hard'), Type.Literal('soft, bored to size')], { title: 'Jaws are' }),
});

export const chuck = roundKind('chuck', schema, {
  ...jawStarts,
  jawCount: 3,
  jawWidth: 20,
  jawMassKg: 0.5,
  jawRadius: 40,
  soft: 'hard',
});
