import { Type, type Static } from '@sinclair/typebox';
import { lengthMm, longText, shortText, sizeMm } from '../schema';

export const stationSchema = Type.Object(
  {
    id: shortText,
    name: shortText,
    position: Type.Union(
      [Type.Null(), Type.Object({ x: lengthMm, y: lengthMm, z: lengthMm }, { additionalProperties: false })],
      {
        description:
          'Machine coordinates of the datum of the device that stands here (vise: fixed jaw face, bed and left jaw end); Z is the spindle gauge line touching the bed. null: not measured yet.',
      },
    ),
    plusMinus: Type.Union([Type.Null(), sizeMm], {
      description: 'Uncertainty of the measured position, per axis; null: not known.',
    }),
    roughly: Type.Optional(
      Type.Object(
        { x: lengthMm, y: lengthMm },
        {
          additionalProperties: false,
          description: 'Where it is drawn while it is not measured, machine coordinates; nothing is computed from it.',
        },
      ),
    ),
    measuredFor: Type.Array(Type.Object({ device: shortText, as: shortText }, { additionalProperties: false }), {
      maxItems: 40,
      description:
        'The devices whose datum lies at this position, each as it was when measured ("hard jaws, fixed jaw at the rear"). Empty: not told, as in older documents.',
    }),
    note: longText,
  },
  { additionalProperties: false },
);
export type Station = Static<typeof stationSchema>;
