import { Type, type Static } from '@sinclair/typebox';
import { featureId, within } from '../fields';
import { furtherSchema } from './further';
import type { HoldKind } from './kind';

const softJawSchema = Type.Object(
  {
    on: Type.Boolean({ description: 'A pocket is cut into soft jaws.' }),
    depth: within(0, 500),
    fit: within(0, 5, 'All round.'),
    ledge: within(
      0,
      200,
      "How far each jaw reaches under the part: its walls stand so far behind the jaws' faces. The vise is closed on a spacer that much narrower than the part, twice, while the pocket is cut.",
    ),
    cutter: Type.Number({
      exclusiveMinimum: 0,
      maximum: 100,
      description: 'Diameter of the cutter that makes the pocket.',
    }),
  },
  { additionalProperties: false },
);

export const viseHoldSchema = Type.Object(
  {
    family: Type.Literal('vise'),
    parallels: Type.Object(
      {
        height: Type.Number({ minimum: 0, maximum: 1000, description: 'Above the bed; 0: the part lies on the bed.' }),
      },
      { additionalProperties: false },
    ),
    stop: Type.Object(
      {
        side: Type.Union([Type.Literal('left'), Type.Literal('right')]),
        position: Type.Number({
          minimum: -5000,
          maximum: 5000,
          description: "Touching end of the stop, from the jaws' left end, + to the right.",
        }),
        height: Type.Number({ minimum: 0, maximum: 1000, description: 'Center of the stop above the bed.' }),
        fromJaw: Type.Number({
          minimum: 0,
          maximum: 5000,
          description: "Center of the stop in front of the fixed jaw's face.",
        }),
        face: Type.Union([Type.Null(), featureId], {
          description: 'The face of the part that is meant to meet the stop.',
        }),
      },
      { additionalProperties: false },
    ),
    torque: Type.Union([Type.Null(), within(0, 10_000)], { description: 'Handle torque, N·m; null: as rated.' }),
    softJaws: softJawSchema,
    further: furtherSchema,
  },
  { additionalProperties: false, description: 'How a part is held in a vise.' },
);

export type ViseHold = Static<typeof viseHoldSchema>;

export const viseHold: HoldKind<ViseHold> = {
  nothing: {
    family: 'vise',
    parallels: { height: 0 },
    stop: { side: 'left', position: 0, height: 0, fromJaw: 10, face: null },
    torque: null,
    softJaws: { on: false, depth: 3, fit: 0.02, ledge: 3, cutter: 6 },
    further: [],
  },
  refersTo: () => ({ clamps: [], bonds: [] }),
  features: ({ stop: { face } }) => (face ? [{ id: face, for: 'the stop' }] : []),
  withoutFeatures: (hold) => ({ ...hold, stop: { ...hold.stop, face: null } }),
  further: ({ further }) => further,
};
