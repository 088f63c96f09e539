import { Type, type Static } from '@sinclair/typebox';
import { onDevice, within } from '../fields';
import type { HoldKind } from './kind';

export const roundHoldSchema = Type.Object(
  {
    family: Type.Literal('round'),
    restHeight: within(0, 5000, "The part's end above the chuck's face: spacer or jaw step."),
    forceShare: within(1, 100, "Share of the device's gripping force, percent."),
    rpm: Type.Union([Type.Null(), within(0, 300_000)], { description: 'Of the part; null or 0: it stands still.' }),
    tailstock: Type.Boolean(),
    stays: Type.Boolean({
      description: 'Rotary axis: the part stays in the jaws as the setup before left it, and is only turned.',
    }),
    supports: Type.Array(onDevice, {
      maxItems: 6,
      description: "Rotary axis: where supports stand, from the chuck's face.",
    }),
  },
  { additionalProperties: false, description: 'How a round part is gripped about an axis.' },
);

export type RoundHold = Static<typeof roundHoldSchema>;

export const roundHold: HoldKind<RoundHold> = {
  nothing: { family: 'round', restHeight: 0, forceShare: 100, rpm: null, tailstock: false, stays: false, supports: [] },
  refersTo: () => ({ clamps: [], bonds: [] }),
  features: () => [],
  withoutFeatures: (hold) => hold,
  further: () => [],
};
