import { Type, type Static } from '@sinclair/typebox';
import { entryId, featureId, refersTo } from './fields';

/** Faces and bores one cut clears at most. */
export const MOST_CLEARED = 200;
/** A setup makes so many cuts at most. */
export const MOST_CUTS = 40;

/** One cut of a setup: how deep, and what of what lies above that depth it takes away. */
export const cutSchema = Type.Object(
  {
    id: entryId,
    name: Type.String({ maxLength: 80, description: "The planner's own name; empty: called after what it clears." }),
    clears: Type.Union([Type.Literal('everything'), Type.Literal('outline'), Type.Literal('features')], {
      description:
        "everything: all that is not part, down to the depth. outline: only along the part's outline, one cutter wide. features: only above the faces and in the bores that are named.",
    }),
    features: Type.Array(featureId, {
      maxItems: MOST_CLEARED,
      description: 'The faces (floors of pockets, steps) and bores that are cleared; empty for the others.',
    }),
    below: Type.Number({
      minimum: -1000,
      maximum: 100_000,
      description:
        "Depth of the cut below the finished part's highest point as it lies; negative: that much stock stays on it.",
    }),
    to: Type.Union([Type.Null(), featureId], {
      description: 'The face the cut goes down to, or the bore whose end it goes down to; it then decides the depth.',
    }),
    width: Type.Number({
      exclusiveMinimum: 0,
      maximum: 200,
      description: "Width of the cut along the outline, and how wide a cutter passes over a face's open edges.",
    }),
    tool: refersTo,
  },
  { additionalProperties: false, description: 'A cut; "tool" is the id of one of the tools of its setup.' },
);

export type Cut = Static<typeof cutSchema>;
