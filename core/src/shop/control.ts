import { Type, type Static } from '@sinclair/typebox';
import { lengthMm, sizeMm } from '../schema';

const plusMinus = (description: string) => Type.Union([Type.Null(), sizeMm], { description });

const end = Type.Union([Type.Literal('min'), Type.Literal('max')]);
const positionInMachine = Type.Union([
  Type.Null(),
  Type.Object({ x: lengthMm, y: lengthMm, z: lengthMm }, { additionalProperties: false }),
]);

const axis = Type.Union([Type.Literal('x'), Type.Literal('y'), Type.Literal('z')]);

export const homingSchema = Type.Object(
  {
    homes: Type.Boolean({ description: 'The machine can find its machine zero by itself.' }),
    x: end,
    y: end,
    z: end,
    order: Type.Union([Type.Null(), Type.Tuple([axis, axis, axis])], {
      description: 'In which order the axes go to their switches; null: nobody has said.',
    }),
    plusMinus: Type.Optional(
      plusMinus('Within which a switch is found again. Left out or null: it is taken to be in the ± of the stations.'),
    ),
  },
  { additionalProperties: false, description: 'Towards which end of its travel each axis homes.' },
);

const axisCheck = Type.Union([
  Type.Null(),
  Type.Object(
    {
      backlash: plusMinus('What is lost on turning round; null: not checked.'),
      per100: plusMinus('How far a move of 100 mm may be off, ±; null: not checked.'),
      on: Type.String({ maxLength: 10, description: 'When it was checked, as 2026-11-29.' }),
    },
    { additionalProperties: false },
  ),
]);

/** Known moves against an indicator, in both directions. */
export const accuracySchema = Type.Object(
  { x: axisCheck, y: axisCheck, z: axisCheck },
  { additionalProperties: false, description: 'What an accuracy check of each axis gave; null: it was not checked.' },
);

export const positionsSchema = Type.Object(
  { reference: positionInMachine, second: positionInMachine, toolChange: positionInMachine },
  {
    additionalProperties: false,
    description:
      'Machine coordinates of the spindle gauge line: reference return (G28), second reference return (G30) and tool change. null: none.',
  },
);

/** Where a machine that cannot home is left. */
export const safeEndSchema = Type.Union(
  [Type.Null(), Type.Object({ x: lengthMm, y: lengthMm, z: lengthMm }, { additionalProperties: false })],
  {
    description:
      'Work coordinates where the tool is left when all is done, Z first: for a machine that cannot home. null: none.',
  },
);

/** What the lines for one control look like. Places in braces are filled in. */
export const dialectSchema = Type.Object(
  {
    comments: Type.Union([Type.Literal('brackets'), Type.Literal('semicolon'), Type.Literal('none')], {
      title: 'Comments',
    }),
    stop: Type.String({ maxLength: 40, title: 'Word for stop' }),
    optionalStop: Type.String({ maxLength: 40, title: 'Word for optional stop' }),
    end: Type.String({ maxLength: 40, title: 'Word for program end' }),
    decimalsMm: Type.Integer({ minimum: 1, maximum: 6, title: 'Decimals, mm' }),
    decimalsInch: Type.Integer({ minimum: 1, maximum: 6, title: 'Decimals, inch' }),
    plusSign: Type.Union([Type.Literal('written'), Type.Literal('left out')], { title: 'Plus sign' }),
    setLine: Type.String({
      maxLength: 200,
      title: 'Line that sets a register',
      description:
        '{p} number of the register, {register} its word, {x} {y} {z} values. Empty: registers are keyed in by hand.',
    }),
    lengthLine: Type.String({
      maxLength: 200,
      title: 'Line that makes a length active',
      description: '{h} number of the length register. Empty: lengths are not used.',
    }),
    riseLine: Type.String({
      maxLength: 200,
      title: 'Line that rises first',
      description: '{z} machine coordinate. Empty: the control has no moves in machine coordinates.',
    }),
    returnLine: Type.String({
      maxLength: 200,
      title: 'Line of the reference return',
      description: 'Written at the end, after the rise. Empty: none.',
    }),
  },
  { additionalProperties: false, description: 'Template of the lines for the control.' },
);

export type Homing = Static<typeof homingSchema>;
export type Accuracy = Static<typeof accuracySchema>;
export type Dialect = Static<typeof dialectSchema>;
export type PositionName = keyof Static<typeof positionsSchema>;

/** Words as published for the RS274/NGC language (NISTIR 6556). */
export const PLAIN_DIALECT: Dialect = {
  comments: 'brackets',
  stop: 'M0',
  optionalStop: 'M1',
  end: 'M2',
  decimalsMm: 3,
  decimalsInch: 4,
  plusSign: 'written',
  setLine: 'G10 L2 P{p} X{x} Y{y} Z{z}',
  lengthLine: 'G43 H{h}',
  riseLine: 'G53 G0 Z{z}',
  returnLine: '',
};

/** What is not known of a machine yet: it homes, adds nothing, and reads the published words. */
export const NO_CONTROL = {
  homing: { homes: true, x: 'max' as const, y: 'max' as const, z: 'max' as const, order: null },
  commonOffset: { x: 0, y: 0, z: 0, why: '' },
  positions: { reference: null, second: null, toolChange: null },
  safeEnd: null,
  dialect: PLAIN_DIALECT,
  lathe: null,
};
