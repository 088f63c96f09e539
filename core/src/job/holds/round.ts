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
    roundCarrier: Type.Union(
      [
        Type.Null(),
        Type.Object(
          { diameter: within(1, 5000), width: within(1, 500) },
          { additionalProperties: false, description: 'Rings bored to the section, so that it turns in its supports.' },
        ),
      ],
      { description: 'Rotary axis: round carriers on the part at its supports; null: none.' },
    ),
  },
  { additionalProperties: false, description: 'How a round part is gripped about an axis.' },
);

export type RoundHold = Static<typeof roundHoldSchema>;

export const roundHold: HoldKind<RoundHold> = {
  nothing: {
    family: 'round',
    restHeight: 0,
    forceShare: 100,
    rpm: null,
    tailstock: false,
    stays: false,
    supports: [],
    roundCarrier: null,
  },
  refersTo: () => ({ clamps: [], bonds: [] }),
  features: () => [],
  withoutFeatures: (hold) => hold,
  further: () => [],
};
