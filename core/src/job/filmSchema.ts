import { Type, type Static } from '@sinclair/typebox';

/** Protective film that stays on a plate or sheet. */
export const filmSchema = Type.Union(
  [
    Type.Null(),
    Type.Object(
      {
        thickness: Type.Number({ exclusiveMinimum: 0, maximum: 5 }),
        on: Type.Union([Type.Literal('both'), Type.Literal('minus'), Type.Literal('plus')], {
          description: 'Which of the two sides it is on, as the axis of the thickness runs through the part.',
        }),
      },
      { additionalProperties: false },
    ),
  ],
  {
    description:
      'Protective film that stays on a plate or sheet while it is cut: it lies under the part, and it is what is touched. null: there is none.',
  },
);
export type Film = NonNullable<Static<typeof filmSchema>>;
