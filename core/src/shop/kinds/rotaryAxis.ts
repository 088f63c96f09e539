import { Type } from '@sinclair/typebox';
import { positive, quantity, quantityOrNull } from '../../schema';
import { device, jawStarts, jaws, roundKind } from './kind';

const schema = device('rotary axis', {
  ...jaws,
  jawCount: Type.Integer({ title: 'Jaws', minimum: 2, maximum: 6 }),
  jawWidth: positive('Jaw width', 'mm', 500),
  centreHeight: positive('Axis above its base', 'mm', 2000),
  tailstockFrom: quantity({ title: 'Tailstock, nearest to the chuck', unit: 'mm', minimum: 0, maximum: 20_000 }),
  tailstockTo: positive('Tailstock, farthest', 'mm', 20_000),
  tailstockForceN: quantity({ title: 'Tailstock force', unit: 'N', minimum: 0, maximum: 1e6 }),
  tailstockAtOneBarN: quantityOrNull({
    title: 'Tailstock force at 1 bar',
    unit: 'N',
    minimum: 0,
    maximum: 1e6,
    description: 'Area of its cylinder by 0.1 N/mm². Empty: no pressure moves it, or not known.',
  }),
  centreReach: quantity({
    title: 'Centre reaches into the part',
    unit: 'mm',
    minimum: 0,
    maximum: 100,
    description: 'How far the tip of the tailstock centre goes into its hole.',
  }),
  tailstockMark: quantityOrNull({
    title: "Tailstock scale reads, tip at the chuck's face",
    unit: 'mm',
    minimum: -20_000,
    maximum: 20_000,
    description: 'Reading of the mark if the tip could stand at the face of the chuck; empty: it has no scale.',
  }),
  angleCounts: Type.Union([Type.Literal('against the work'), Type.Literal('as the work')], {
    title: 'Programmed angle counts',
    description: 'Under ISO 841 the angle of an axis that turns the work counts against the turn of the work.',
  }),
  anglesWithin: quantityOrNull({
    title: 'Goes to an angle within ±, degrees',
    unit: '',
    minimum: 0,
    maximum: 5,
    description: 'How exactly the axis comes to an angle again and from one to another; empty: nobody has said.',
  }),
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
  tailstockAtOneBarN: null,
  centreReach: 0,
  tailstockMark: null,
  angleCounts: 'against the work',
  anglesWithin: null,
  supportFrom: 60,
  supportTo: 120,
  maxRpm: 60,
});
