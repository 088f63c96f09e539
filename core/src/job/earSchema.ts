import { Type, type Static } from '@sinclair/typebox';
import { DIRECTIONS } from '../frames';
import { entryId, refersTo, within } from './fields';

/** So many ears one blank has at the most. */
export const MOST_EARS = 8;

/** A piece that is glued to a side of the blank, as thick as it: what carries dowels where there is no room. */
export const earSchema = Type.Object(
  {
    id: entryId,
    side: Type.Union(
      DIRECTIONS.map((d) => Type.Literal(d)),
      { description: 'The side of the blank it is glued to, part coordinates.' },
    ),
    at: within(-20_000, 20_000, 'Part coordinate of its middle, along the side.'),
    width: Type.Number({ exclusiveMinimum: 0, maximum: 5000, description: 'Along the side.' }),
    out: Type.Number({ exclusiveMinimum: 0, maximum: 5000, description: 'How far it stands out from the side.' }),
    bond: refersTo,
  },
  { additionalProperties: false },
);

export type Ear = Static<typeof earSchema>;
