import { Type } from '@sinclair/typebox';
import { lengthMm, shortText, sizeMm } from '../schema';
import { entryId, plusMinus } from './fields';

/**
 * What touches a side. indicator: swept or slid until it reads the same, so the spindle stands on the face or axis
 * itself.
 */
export const SIDE_MEANS = ['edge finder', 'stylus', 'cutter', 'touch plate', 'indicator'] as const;
/** What touches from above. */
export const TOP_MEANS = ['cutter', 'stylus', 'touch plate', 'height setter'] as const;

const one = <T extends readonly string[]>(values: T) => Type.Union(values.map((v) => Type.Literal(v as T[number])));
const thickness = (of: string) => Type.Number({ minimum: 0, maximum: 500, description: of });

/**
 * nearest: the face nearest to zero. low, high: left or right, front or rear. middle: between two faces, from two
 * touches.
 * locator: the device itself (jaw, stop, fence, bed). bore: the axis of a bore or boss, from two or four touches or an
 * indicator.
 */
const sideTarget = Type.Union(
  [
    Type.Literal('nearest'),
    Type.Literal('low'),
    Type.Literal('high'),
    Type.Literal('middle'),
    Type.Literal('locator'),
    Type.Object(
      { bore: Type.String({ minLength: 1, maxLength: 300, description: 'Id of an entry of "features".' }) },
      { additionalProperties: false },
    ),
  ],
  {
    description:
      'What is touched along this axis: nearest = the face nearest to zero; low, high = left or right, front or rear; middle = between two faces; locator = the device; bore = the axis of a bore or boss.',
  },
);

export const touchOffSchema = Type.Object(
  {
    side: Type.Object(
      {
        with: one(SIDE_MEANS),
        diameter: sizeMm,
        thickness: thickness('Feeler, paper or touch plate between tool and face.'),
      },
      { additionalProperties: false, description: 'For X and Y.' },
    ),
    top: Type.Object(
      {
        with: one(TOP_MEANS),
        tool: Type.Union([Type.Null(), Type.Integer({ minimum: 1, maximum: 999 })]),
        thickness: thickness('Feeler, paper, touch plate or height setter between tip and face.'),
      },
      {
        additionalProperties: false,
        description: 'For Z; tool: its number, null when it is not in the list of tools.',
      },
    ),
    x: sideTarget,
    y: sideTarget,
    z: Type.Union([Type.Literal('top'), Type.Literal('locator')], {
      description: 'top: the highest face as loaded; locator: what the part lies on.',
    }),
    limit: Type.Number({
      exclusiveMinimum: 0,
      maximum: 50,
      description: 'A reading may be so far from the plan before the run stops.',
    }),
    plusMinus: plusMinus('How exactly a touch-off finds a face; null: nobody has said.'),
    everyPart: Type.Boolean({ description: 'Zero is touched off on every part; false: on the first only.' }),
    edge: Type.Union(
      [
        Type.Null(),
        Type.Object(
          {
            along: Type.Union([Type.Literal('x'), Type.Literal('y')]),
            apart: Type.Number({ exclusiveMinimum: 0, maximum: 20_000 }),
          },
          { additionalProperties: false },
        ),
      ],
      {
        description:
          'An edge that is touched twice to find its angle: the axis it runs along and how far apart the touches are.',
      },
    ),
  },
  { additionalProperties: false },
);

export const LENGTH_MEANS = ['spindle nose', 'reference tool', 'height setter'] as const;
export const lengthsSchema = Type.Object(
  {
    by: one(LENGTH_MEANS),
    reference: Type.Union([Type.Null(), Type.Integer({ minimum: 1, maximum: 999 })], {
      description: 'Reference tool: the tool whose length counts as nothing.',
    }),
    setterHeight: thickness('Height setter: its height.'),
    setterOn: Type.Number({
      minimum: -2000,
      maximum: 2000,
      description: "Height setter: the surface it stands on, above the device's datum.",
    }),
    active: Type.Boolean({ description: 'The length is active in the control when Z is touched.' }),
  },
  {
    additionalProperties: false,
    description:
      'How tool lengths are measured: to the spindle nose, against a reference tool, or each tool on a height setter.',
  },
);

export const consumablesSchema = Type.Array(shortText, {
  maxItems: 20,
  description: 'What must be there before the start: coolant, abrasive, dust extraction.',
});

export const firstPartSchema = Type.Array(
  Type.Object(
    {
      what: shortText,
      size: lengthMm,
      minus: Type.Number({ minimum: 0, maximum: 100 }),
      plus: Type.Number({ minimum: 0, maximum: 100 }),
    },
    { additionalProperties: false },
  ),
  { maxItems: 30, description: 'What is measured on the first part after this setup, with its limits.' },
);

/** So many places of a grid are read at most. */
export const MOST_ALONG = 6;
const countAlong = Type.Integer({ minimum: 2, maximum: MOST_ALONG });
const limitMm = Type.Number({ exclusiveMinimum: 0, maximum: 10 });

export const handChecksSchema = Type.Array(
  Type.Union([
    Type.Object(
      {
        kind: Type.Literal('indicate'),
        id: entryId,
        what: shortText,
        along: Type.Union([Type.Literal('x'), Type.Literal('y')]),
        apart: Type.Number({
          exclusiveMinimum: 0,
          maximum: 20_000,
          description: 'From the first reading to the second.',
        }),
        over: Type.Union([Type.Null(), Type.Number({ exclusiveMinimum: 0, maximum: 20_000 })], {
          description: 'The length that has to be straight; null: that of what is loaded.',
        }),
        limit: limitMm,
      },
      { additionalProperties: false },
    ),
    Type.Object(
      {
        kind: Type.Literal('sweep'),
        id: entryId,
        what: shortText,
        columns: countAlong,
        rows: countAlong,
        limit: limitMm,
      },
      { additionalProperties: false },
    ),
  ]),
  {
    maxItems: 10,
    description:
      'What is checked by hand once the part is held, with an indicator: a face along an axis, or a face swept at a grid of places.',
  },
);

export const measuredZeroSchema = Type.Union(
  [
    Type.Null(),
    Type.Object({ x: lengthMm, y: lengthMm, z: lengthMm, from: shortText }, { additionalProperties: false }),
  ],
  {
    description:
      'Work zero in machine coordinates as it was touched off; takes the place of the planned one. null: as planned.',
  },
);
