import { Type, type Static } from '@sinclair/typebox';
import { HOLE_CLASSES, PIN_CLASSES } from '../dowels/fits';
import { entryId, plusMinus, refersTo, within } from './fields';

/** So many dowels can be in one pattern. */
export const MOST_DOWELS = 6;

export const dowelSchema = Type.Object(
  {
    id: entryId,
    bore: Type.Union([Type.Null(), Type.String({ minLength: 1, maxLength: 300 })], {
      description:
        'The bore of the part it is: id of an entry of "features", which then decides place and diameter; null: it is drilled for the dowel.',
    }),
    u: within(-20_000, 20_000, 'Part coordinate along the first of the two axes across the holes.'),
    v: within(-20_000, 20_000, 'Along the second: X before Y before Z.'),
    diameter: Type.Number({ exclusiveMinimum: 0, maximum: 50, description: 'Of dowel and hole, as named.' }),
    pin: Type.Union(
      PIN_CLASSES.map((c) => Type.Literal(c)),
      { description: 'Class of the dowel (ISO 286-1).' },
    ),
    hole: Type.Union(
      HOLE_CLASSES.map((c) => Type.Literal(c)),
      { description: 'Class of the hole in the blank (ISO 286-1).' },
    ),
    bush: Type.Union([Type.Null(), Type.Number({ exclusiveMinimum: 0, maximum: 80 })], {
      description:
        'Outside diameter of the bush the dowel goes into; its hole is drilled so large. null: there is none.',
    }),
    relieved: Type.Boolean({ description: 'Flattened: it decides only across the line to the first dowel.' }),
    land: Type.Union([Type.Null(), Type.Number({ exclusiveMinimum: 0, maximum: 50 })], {
      description: 'Relieved: width of what is left of its round; null: not known.',
    }),
  },
  { additionalProperties: false },
);

/** A pattern of holes through the blank, and of the dowels they go onto. */
export const dowelsSchema = Type.Union(
  [
    Type.Null(),
    Type.Object(
      {
        along: Type.Union([Type.Literal('x'), Type.Literal('y'), Type.Literal('z')], {
          description: 'The part axis the holes run along.',
        }),
        drilledIn: refersTo,
        into: within(0, 500, 'How deep they go on into what the blank lies on; 0: they end with the blank.'),
        plusMinus: plusMinus('± of a distance between two of them, holes and dowels together.'),
        holes: Type.Array(dowelSchema, { maxItems: MOST_DOWELS }),
      },
      { additionalProperties: false },
    ),
  ],
  { description: 'Dowels on which the blank is put back when it is turned over; null: none.' },
);

export type Dowel = Static<typeof dowelSchema>;
export type Dowels = NonNullable<Static<typeof dowelsSchema>>;
