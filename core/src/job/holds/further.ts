import { Type, type Static } from '@sinclair/typebox';
import { registerSchema } from '../../shop';
import { entryId, onDevice } from '../fields';

/** So many pieces besides the first are held on one device. */
export const MOST_FURTHER = 15;
const furtherPieceSchema = Type.Object(
  {
    id: entryId,
    x: onDevice,
    y: onDevice,
    register: Type.Union([Type.Null(), registerSchema], {
      description: 'Work offset of this piece; null: it has none of its own, the program is shifted.',
    }),
  },
  {
    additionalProperties: false,
    description: 'One more piece on the same device, held like the first and moved by x and y.',
  },
);
export type FurtherPiece = Static<typeof furtherPieceSchema>;

export const furtherSchema = Type.Array(furtherPieceSchema, { maxItems: MOST_FURTHER });
