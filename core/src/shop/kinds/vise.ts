import { Type } from '@sinclair/typebox';
import { positive, quantity } from '../../schema';
import { FRICTION } from '../friction';
import { device, friction, kindOf } from './kind';

const schema = device('vise', {
  jawsOf: Type.Optional(
    Type.String({
      maxLength: 200,
      description:
        'Id of the vise these jaws are set into: one of its sets. Left out: a vise with the jaws it came with.',
    }),
  ),
  jawWidth: positive('Jaw width', 'mm', 10_000),
  jawHeight: positive('Jaw top above bed', 'mm', 1000),
  jawThickness: positive('Jaw thickness', 'mm', 10_000),
  maxOpening: positive('Opens to', 'mm', 10_000),
  bedThickness: positive('Bed thickness', 'mm', 10_000),
  parallelThickness: positive('Parallels, thickness', 'mm', 10_000),
  stopDiameter: positive('Stop rod diameter', 'mm', 200, 'It touches only material inside this height and depth.'),
  minimumGrip: quantity({ title: 'Grip wanted', unit: 'mm', minimum: 0, maximum: 1000 }),
  clearanceAboveJaws: quantity({
    title: 'Clearance wanted above jaws',
    unit: 'mm',
    minimum: 0,
    maximum: 1000,
    description: 'Between jaw tops and the lowest cut.',
  }),
  minimumRestAreaMm2: quantity({
    title: 'Rest area wanted',
    unit: 'mm²',
    minimum: 0,
    maximum: 1e6,
    description: 'Flat area wanted on parallels or bed.',
  }),
  fixedJaw: Type.Union([Type.Literal('rear'), Type.Literal('front')], { title: 'Fixed jaw at the' }),
  jaws: Type.Union([Type.Literal('hard'), Type.Literal('soft'), Type.Literal('step')], { title: 'Jaws' }),
  stepHeight: quantity({
    title: 'Step above bed',
    unit: 'mm',
    minimum: 0,
    maximum: 1000,
    description: 'Step jaws: height of the step the part rests on.',
  }),
  stepDepth: quantity({
    title: 'Step depth',
    unit: 'mm',
    minimum: 0,
    maximum: 1000,
    description: 'Step jaws: how far the step stands out.',
  }),
  ratedForceN: positive('Closing force at the rated torque', 'N', 1e6),
  ratedTorqueNm: positive('Rated handle torque', 'N·m', 10_000),
  friction,
});

/** Datum: the fixed jaw's face, the bed and the left end of the jaws; y to the rear, z up. */
export const vise = kindOf({
  schema,
  family: 'vise',
  datumPoint: "the fixed jaw's face, the bed and the left end of the jaws",
  datumAs: ({ jaws, fixedJaw }) => `${jaws} jaws, fixed jaw at the ${fixedJaw}`,
  starts: {
    jawWidth: 150,
    jawHeight: 40,
    jawThickness: 40,
    maxOpening: 150,
    bedThickness: 20,
    parallelThickness: 8,
    stopDiameter: 8,
    minimumGrip: 5,
    clearanceAboveJaws: 1,
    minimumRestAreaMm2: 400,
    fixedJaw: 'rear',
    jaws: 'hard',
    stepHeight: 0,
    stepDepth: 0,
    ratedForceN: 20_000,
    ratedTorqueNm: 60,
    friction: FRICTION.smoothWet[0],
  },
});
