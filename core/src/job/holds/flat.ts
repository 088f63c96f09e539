import { Type, type Static } from '@sinclair/typebox';
import { BLOCK_SIDES } from '../../dowels/sides';
import { PIN_SIDES } from '../../edgePins/sides';
import { entryId, onDevice, refersTo, within } from '../fields';
import { furtherSchema } from './further';
import type { HoldKind } from './kind';

/** So many pins can stand along the edges of one part. */
export const MOST_EDGE_PINS = 8;

/** What a part that lies flat is set against, along one axis of the device. */
const locateSchema = <S extends string>(sides: readonly S[]) =>
  Type.Object(
    {
      by: Type.Union(
        [Type.Literal('pins'), Type.Literal('fence'), Type.Literal('gauge blocks'), Type.Literal('hand')],
        { description: 'hand: laid to a line, touched off every time.' },
      ),
      side: Type.Union(
        sides.map((s) => Type.Literal(s)),
        { description: 'Which side of the part meets it.' },
      ),
      at: within(-20_000, 20_000, "Where the part's side comes to lie, from the device's datum."),
      pins: Type.Array(onDevice, { maxItems: 8, description: 'Where the pins stand along the other axis.' }),
    },
    { additionalProperties: false },
  );

export const placedClampSchema = Type.Object(
  {
    id: entryId,
    clamp: refersTo,
    x: onDevice,
    y: onDevice,
    towards: Type.Union([Type.Literal('-x'), Type.Literal('+x'), Type.Literal('-y'), Type.Literal('+y')], {
      description: 'Strap: from the part to its bolt. Edge clamp: where it pushes.',
    }),
    torque: Type.Union([Type.Null(), within(0, 10_000)], { description: 'Of the bolt, N·m; null: not given.' }),
    toBolt: within(0, 2000, 'Strap: from the spot on the part to the bolt.'),
    toHeel: within(0, 2000, 'Strap: from the bolt to the heel on its step block.'),
  },
  { additionalProperties: false, description: 'One clamp, screw, nail or weight where it acts on the part.' },
);

export const separationSchema = Type.Object(
  {
    way: Type.Union([Type.Literal('none'), Type.Literal('tabs'), Type.Literal('skin'), Type.Literal('hold')], {
      description: 'What keeps a part that is cut free where it is; hold: the hold itself.',
    }),
    tabs: Type.Object(
      {
        count: Type.Integer({ minimum: 1, maximum: 60 }),
        width: Type.Number({ exclusiveMinimum: 0, maximum: 200 }),
        height: Type.Number({ exclusiveMinimum: 0, maximum: 200 }),
        moved: Type.Array(within(-20_000, 20_000), {
          maxItems: 60,
          description:
            'How far each tab stands along its edge from where it is put by itself, seen from above with the part on the left; left out: not at all.',
        }),
      },
      { additionalProperties: false },
    ),
    skin: Type.Object(
      {
        leave: within(0, 50, 'Left under the cut for a last light pass.'),
        offWall: within(0, 10, 'That pass stays this far off the wall.'),
      },
      { additionalProperties: false },
    ),
  },
  { additionalProperties: false },
);

export const flatHoldSchema = Type.Object(
  {
    family: Type.Literal('flat'),
    under: within(0, 1000, 'Thickness of what lies between device and part.'),
    x: locateSchema(['left', 'right'] as const),
    y: locateSchema(['rear', 'front'] as const),
    pinDiameter: Type.Number({ exclusiveMinimum: 0, maximum: 200 }),
    pinHeight: within(0, 500, 'Pins and fence above the device.'),
    pointer: Type.Object(
      {
        tool: Type.Union([Type.Null(), Type.Integer({ minimum: 1, maximum: 999 })], {
          description: 'Number of the pointer in the list of tools; null: there is none.',
        }),
        clearance: within(0, 500, 'Between the tip of the pointer and what it stands over.'),
      },
      { additionalProperties: false, description: 'What shows at the machine where pins and pods are set.' },
    ),
    dowels: Type.Union(
      [
        Type.Null(),
        Type.Object(
          {
            in: Type.Union([Type.Literal('drilled'), Type.Literal('own')], {
              description:
                'drilled: in the holes that were drilled through the blank; own: set at a place of their own.',
            }),
            x: onDevice,
            y: onDevice,
            up: within(0, 500, 'How far they stand up above what the part lies on.'),
            block: Type.Union([Type.Null(), ...BLOCK_SIDES.map((s) => Type.Literal(s))], {
              description: 'A block stands against this side of the blank, so that it goes on one way only.',
            }),
          },
          { additionalProperties: false },
        ),
      ],
      {
        description:
          'The part is put onto the dowels of the job: they decide X and Y, and nothing else does. Own: place of the first. null: it is not.',
      },
    ),
    edgePins: Type.Union(
      [
        Type.Null(),
        Type.Object(
          {
            x: onDevice,
            y: onDevice,
            edge: Type.Union([Type.Literal('loaded'), Type.Literal('finished')], {
              description: 'Which edge the pins are set for: as it is loaded, or as the finished part has it.',
            }),
            pins: Type.Array(
              Type.Object(
                {
                  id: entryId,
                  side: Type.Union(
                    PIN_SIDES.map((s) => Type.Literal(s)),
                    { description: 'The side of the part it comes from until it touches.' },
                  ),
                  along: within(-20_000, 20_000, 'From the left (or front) edge of the finished part.'),
                },
                { additionalProperties: false },
              ),
              { maxItems: MOST_EDGE_PINS },
            ),
          },
          { additionalProperties: false },
        ),
      ],
      {
        description:
          'The part is set against pins along any edge: the left front corner of the finished part lies at x and y, and the pins follow from it. null: it is not.',
      },
    ),
    nest: Type.Union([Type.Null(), Type.Object({ x: onDevice, y: onDevice }, { additionalProperties: false })], {
      description:
        'The part is put into the outline of its jig: the left front corner of the finished part lies at x and y. null: it is not.',
    }),
    pinsOut: Type.Boolean({ description: 'Pins and fence are taken out before cutting.' }),
    clamps: Type.Array(placedClampSchema, { maxItems: 60 }),
    pods: Type.Array(
      Type.Object({ id: entryId, x: onDevice, y: onDevice, on: Type.Boolean() }, { additionalProperties: false }),
      { maxItems: 60, description: 'Left front corner of each pod.' },
    ),
    gasket: Type.Object(
      { on: Type.Boolean(), inset: within(0, 1000, "Gasket line inside the part's outline.") },
      { additionalProperties: false },
    ),
    bond: refersTo,
    bondInset: within(0, 1000, "Tape or glue stays this far inside the part's outline."),
    temperature: within(-20, 400, 'Warmest the bond gets while cutting, °C.'),
    backing: Type.String({ maxLength: 200, description: "Where the tape's backing film is left on; empty: nowhere." }),
    separation: separationSchema,
    further: furtherSchema,
  },
  { additionalProperties: false, description: 'How a part that lies flat is located and held.' },
);

export type PlacedClamp = Static<typeof placedClampSchema>;
export type Separation = Static<typeof separationSchema>;
export type FlatHold = Static<typeof flatHoldSchema>;

/** The skin and the step off the wall are common practice (no source): 5 and 3 thousandths of an inch. */
export const flatHold: HoldKind<FlatHold> = {
  nothing: {
    family: 'flat',
    under: 0,
    x: { by: 'hand', side: 'left', at: 50, pins: [] },
    y: { by: 'hand', side: 'front', at: 50, pins: [] },
    pinDiameter: 10,
    pinHeight: 8,
    pointer: { tool: null, clearance: 2 },
    dowels: null,
    edgePins: null,
    nest: null,
    pinsOut: false,
    clamps: [],
    pods: [],
    gasket: { on: false, inset: 8 },
    bond: null,
    bondInset: 2,
    temperature: 25,
    backing: '',
    separation: {
      way: 'none',
      tabs: { count: 4, width: 6, height: 1, moved: [] },
      skin: { leave: 0.127, offWall: 0.0762 },
    },
    further: [],
  },
  refersTo: ({ clamps, bond }) => ({ clamps: clamps.map((c) => c.clamp), bonds: [bond] }),
  features: () => [],
  withoutFeatures: (hold) => hold,
  further: ({ further }) => further,
};
