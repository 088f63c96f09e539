import { Type, type Static } from '@sinclair/typebox';
import { DIRECTIONS } from '../frames';
import { lengthMm, longText, shortText, sizeMm } from '../schema';
import { registerSchema } from '../shop';
import { entryId, refersTo, within } from './fields';

/** So many changes of grip, places kept clear and tools a turned part has at most. */
export const MOST_CHANGES = 40;
const orNull = (description: string) => Type.Union([Type.Null(), lengthMm], { description });
const positiveOrNull = (maximum: number, description: string) =>
  Type.Union([Type.Null(), Type.Number({ exclusiveMinimum: 0, maximum })], { description });

const changeSchema = Type.Object(
  {
    id: entryId,
    at: within(0, 100_000, 'From the finished front face towards the spindle: where one section ends.'),
    move: orNull('How far the program moves the main spindle back; null: as planned.'),
    shift: orNull('How far the program shifts the zero; null: as planned.'),
  },
  { additionalProperties: false, description: 'The main spindle grips anew.' },
);

const keptClearSchema = Type.Object(
  {
    id: entryId,
    from: within(0, 100_000),
    to: within(0, 100_000),
    why: Type.String({ maxLength: 80, description: 'Seat, thread, groove: as the sheet calls it.' }),
  },
  { additionalProperties: false, description: 'No witness line between these two, from the finished front face.' },
);

const turningToolSchema = Type.Object(
  {
    id: entryId,
    number: Type.Integer({ minimum: 1, maximum: 9999 }),
    description: shortText,
    use: Type.Union([
      Type.Literal('turning'),
      Type.Literal('cut-off'),
      Type.Literal('drilling'),
      Type.Literal('back work'),
    ]),
  },
  { additionalProperties: false },
);

const endSchema = Type.Object(
  {
    rest: within(-5000, 5000, "Where the part's end comes to rest, from the chuck's face; inside the spindle: minus."),
    against: Type.Union([Type.Literal('stop'), Type.Literal('jaw step'), Type.Literal('chuck face')]),
    support: Type.Union(
      [
        Type.Null(),
        Type.Object(
          { by: Type.Literal('tailstock'), into: within(0, 100, 'How far its centre goes into the faced end.') },
          { additionalProperties: false },
        ),
        Type.Object(
          { by: Type.Literal('steady rest'), at: within(0, 100_000, 'From the finished front face to its middle.') },
          { additionalProperties: false },
        ),
      ],
      { description: 'What carries the part out of the chuck; null: nothing.' },
    ),
  },
  { additionalProperties: false },
);

/** A sawn piece in a chuck, turned on one side, then end for end on the other. */
const endsSchema = Type.Union(
  [
    Type.Null(),
    Type.Object(
      {
        device: refersTo,
        station: refersTo,
        rpm: positiveOrNull(300_000, 'Of the part; null: not told.'),
        forceShare: within(1, 100, "Share of the chuck's gripping force, percent."),
        to: within(0, 100_000, 'The first side is turned from the front face to here.'),
        first: endSchema,
        second: endSchema,
      },
      { additionalProperties: false },
    ),
  ],
  { description: 'Turned end for end in a chuck; null: from bar.' },
);

/** A part that is turned. Places along it count from its finished front face towards the main spindle. */
export const turnedSchema = Type.Union(
  [
    Type.Null(),
    Type.Object(
      {
        front: Type.Union(
          DIRECTIONS.map((d) => Type.Literal(d)),
          { description: 'The side of the part that looks away from the main spindle.' },
        ),
        cutOff: Type.Number({ exclusiveMinimum: 0, maximum: 50, description: 'Width of the cut-off tool.' }),
        start: orNull(
          'Machine coordinate of the main spindle where a part begins; null: as far forward as the longest section allows.',
        ),
        barLength: positiveOrNull(100_000, 'Length of the bars; null: not told.'),
        grip: within(0, 2000, 'Length over which the second spindle grips the front before the first change.'),
        changes: Type.Union([Type.Null(), Type.Array(changeSchema, { maxItems: MOST_CHANGES })], {
          description: 'null: as proposed.',
        }),
        ends: endsSchema,
        keptClear: Type.Array(keptClearSchema, { maxItems: MOST_CHANGES }),
        takeBack: orNull('How far the program shifts the zero back at the end; null: all that was shifted.'),
        angle: Type.Union([Type.Null(), Type.Literal('kept'), Type.Literal('not needed'), Type.Literal('not kept')], {
          description: 'Whether the second spindle takes the part over at an agreed angle; null: not told.',
        }),
        depth: positiveOrNull(50, 'Depth of cut, on the radius; null: not told.'),
        feed: positiveOrNull(10, 'Feed per turn; null: not told.'),
        within: Type.Union([Type.Null(), sizeMm], { description: '± on turned diameters; null: not told.' }),
        register: registerSchema,
        backRegister: registerSchema,
        program: shortText,
        backProgram: shortText,
        backWork: longText,
        tools: Type.Array(turningToolSchema, { maxItems: MOST_CHANGES }),
        why: longText,
      },
      { additionalProperties: false, description: 'Turned from bar, or end for end in a chuck.' },
    ),
  ],
  { description: 'null: the part is not turned.' },
);

export type Turned = NonNullable<Static<typeof turnedSchema>>;
export type GripChange = NonNullable<Turned['changes']>[number];
export type TurningTool = Turned['tools'][number];

/** Nothing decided yet of a part that is turned from bar. Width of a cut-off and grip: common practice, no source. */
export const newTurned = (front: Turned['front']): Turned => ({
  front,
  cutOff: 2.5,
  start: null,
  barLength: null,
  grip: 20,
  changes: null,
  ends: null,
  keptClear: [],
  takeBack: null,
  angle: null,
  depth: null,
  feed: null,
  within: null,
  register: 'G54',
  backRegister: 'G55',
  program: '',
  backProgram: '',
  backWork: '',
  tools: [],
  why: '',
});

export type Ends = NonNullable<Turned['ends']>;

type Support = NonNullable<Ends['first']['support']>;

/** What carries a side to begin with: a center goes in as far as is usual (common practice, no source). */
export const NEW_SUPPORTS: { readonly [By in Support['by']]: Extract<Support, { by: By }> } = {
  tailstock: { by: 'tailstock', into: 3 },
  'steady rest': { by: 'steady rest', at: 0 },
};

/** Nothing decided yet of a part of a length that is turned end for end. */
export const newEnds = (length: number): Ends => ({
  device: null,
  station: null,
  rpm: null,
  forceShare: 100,
  to: Math.round(length / 2),
  first: { rest: 0, against: 'chuck face', support: null },
  second: { rest: 0, against: 'chuck face', support: null },
});
