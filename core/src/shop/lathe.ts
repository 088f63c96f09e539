import { Type, type Static } from '@sinclair/typebox';
import { positive, quantity, quantityOrNull } from '../schema';

const line = (title: string, description?: string) =>
  Type.String({ maxLength: 200, title, ...(description ? { description } : {}) });

const Z = '{z}: place along Z, work coordinates.';
const M = '{z}: place along Z, machine coordinates.';
const BY = '{by}: how far, signed.';

/** What the control of a bar lathe is told, step by step. An empty line: it is done by hand, and the sheet says so. */
export const barLinesSchema = Type.Object(
  {
    mainTo: line('Main spindle to a place', Z),
    mainBack: line('Main spindle back, open', BY),
    turnTo: line('Turn to a place', Z),
    cutOff: line('Cut off at a place', Z),
    shift: line('Shift the zero', BY),
    mainOpen: line('Open the main spindle'),
    mainClose: line('Close the main spindle'),
    mainRun: line('Main spindle runs'),
    mainStop: line('Main spindle stops'),
    secondTo: line('Second spindle to a place', M),
    secondOpen: line('Open the second spindle'),
    secondClose: line('Close the second spindle'),
    secondStop: line('Second spindle stops'),
    togetherOn: line('Both spindles turn together'),
    togetherOff: line('Both spindles turn by themselves'),
    wait: line('Wait after opening and closing'),
    meet: line('Both wait for each other', '{n}: number of the place where they meet.'),
    back: line('Back work begins'),
  },
  {
    additionalProperties: false,
    description: 'Template of the lines for both channels. Places in braces are filled in.',
  },
);

export const secondSpindleSchema = Type.Object(
  {
    min: quantity({ title: 'Its travel from', unit: 'mm', minimum: -20_000, maximum: 20_000 }),
    max: quantity({ title: 'Its travel to', unit: 'mm', minimum: -20_000, maximum: 20_000 }),
    faceAtZero: quantity({
      title: 'From the tools to its collet at its machine zero',
      unit: 'mm',
      minimum: -10_000,
      maximum: 10_000,
      description: 'Its machine coordinates count up away from the main spindle.',
    }),
    room: quantity({
      title: 'Nearest to the tools',
      unit: 'mm',
      minimum: 0,
      maximum: 2000,
      description: 'Its collet comes no closer to the tools than this.',
    }),
    bore: quantity({ title: 'Largest diameter that goes in', unit: 'mm', minimum: 0, maximum: 1000 }),
    depth: quantity({ title: 'How far a part goes in', unit: 'mm', minimum: 0, maximum: 10_000 }),
    collet: quantity({
      title: 'Shortest grip',
      unit: 'mm',
      minimum: 0,
      maximum: 500,
      description: 'Length of a part its collet needs to hold it.',
    }),
    plusMinus: quantityOrNull({ title: 'Its collet known along Z within ±', unit: 'mm', minimum: 0, maximum: 100 }),
  },
  { additionalProperties: false },
);

/** A tailstock that is pushed along the bed by hand. */
export const tailstockSchema = Type.Object(
  {
    from: quantity({ title: "Tip nearest to the chuck's face", unit: 'mm', minimum: 0, maximum: 20_000 }),
    to: positive("Tip farthest from the chuck's face", 'mm', 20_000),
    mark: quantityOrNull({
      title: "Its scale reads, tip at the chuck's face",
      unit: 'mm',
      minimum: -20_000,
      maximum: 20_000,
      description: 'Empty: it has no scale.',
    }),
  },
  { additionalProperties: false },
);

/** Three fingers or rollers round the part, on the bed. */
export const steadySchema = Type.Object(
  {
    min: quantity({ title: 'Smallest diameter', unit: 'mm', minimum: 0, maximum: 2000 }),
    max: positive('Largest diameter', 'mm', 2000),
    width: positive('Width of its fingers', 'mm', 200),
  },
  { additionalProperties: false },
);

/** What is entered of a bar lathe, beside its second spindle and its words. */
export const latheFieldsSchema = Type.Object(
  {
    moves: Type.Union([Type.Literal('main spindle'), Type.Literal('tools')], { title: 'Along Z goes' }),
    diameters: Type.Union([Type.Literal('diameter'), Type.Literal('radius')], { title: 'X is programmed as' }),
    nearest: quantity({
      title: 'From the collet to the tools, all the way forward',
      unit: 'mm',
      minimum: 0,
      maximum: 2000,
    }),
    bore: positive('Thickest bar that goes through', 'mm', 1000),
    tube: quantityOrNull({ title: 'Longest bar it carries', unit: 'mm', minimum: 0, maximum: 20_000 }),
    bushing: quantityOrNull({
      title: 'From the guide bushing to the tools',
      unit: 'mm',
      minimum: 0,
      maximum: 1000,
      description: 'Where it holds the bar. Empty: there is no bushing.',
    }),
    feeder: Type.Union([Type.Literal('none'), Type.Literal('pushes'), Type.Literal('knows its place')], {
      title: 'Bar feeder',
    }),
    slip: quantityOrNull({
      title: 'The bar slips at a change of grip within ±',
      unit: 'mm',
      minimum: 0,
      maximum: 10,
      description: 'How exactly it lies in the collet again. Empty: nobody has said.',
    }),
    second: Type.Union([Type.Null(), secondSpindleSchema]),
    tailstock: Type.Union([Type.Null(), tailstockSchema]),
    steady: Type.Union([Type.Null(), steadySchema]),
    words: barLinesSchema,
  },
  { additionalProperties: false },
);

/** What a bar lathe has beside a register and its travel: travel Z is the stroke of its main spindle. */
export const latheSchema = Type.Union([Type.Null(), latheFieldsSchema], {
  description: 'A bar lathe; null: the machine is none. Travel Z is the stroke of the main spindle, X the cross slide.',
});

export type Lathe = NonNullable<Static<typeof latheSchema>>;
export type SecondSpindle = NonNullable<Lathe['second']>;
export type BarLines = Static<typeof barLinesSchema>;

/** No words yet: every step is done by hand. */
export const NO_BAR_LINES: BarLines = {
  ...{ mainTo: '', mainBack: '', turnTo: '', cutOff: '', shift: '', mainOpen: '', mainClose: '', mainRun: '' },
  ...{ mainStop: '', secondTo: '', secondOpen: '', secondClose: '', secondStop: '', togetherOn: '' },
  ...{ togetherOff: '', wait: '', meet: '', back: '' },
};

/** A bar lathe of which nothing special is known. */
export const NEW_LATHE: Lathe = {
  moves: 'main spindle',
  diameters: 'diameter',
  nearest: 30,
  bore: 20,
  tube: null,
  bushing: null,
  feeder: 'pushes',
  slip: null,
  second: null,
  tailstock: null,
  steady: null,
  words: NO_BAR_LINES,
};

/** Usual sizes of a small lathe (common practice, no source). */
export const NEW_TAILSTOCK: NonNullable<Lathe['tailstock']> = { from: 50, to: 600, mark: null };
export const NEW_STEADY: NonNullable<Lathe['steady']> = { min: 8, max: 80, width: 12 };

/** A second spindle of which nothing is measured yet. */
export const NEW_SECOND: SecondSpindle = {
  min: 0,
  max: 300,
  faceAtZero: 0,
  room: 20,
  bore: 20,
  depth: 100,
  collet: 10,
  plusMinus: null,
};
