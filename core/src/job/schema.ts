import { Type, type Static } from '@sinclair/typebox';
import { DIRECTIONS } from '../frames';
import { lengthMm, longText, shortText } from '../schema';
import { registerSchema, type Family } from '../shop';
import { cutSchema, MOST_CUTS } from './cutSchema';
import { filmSchema } from './filmSchema';
import { standsOnSchema } from './standsOnSchema';
import { earSchema, MOST_EARS } from './earSchema';
import { dowelsSchema } from './dowelSchema';
import { entryId, featureId, plusMinus, refersTo, within } from './fields';
import { HOLD_SCHEMAS, type In } from './holds';
import {
  consumablesSchema,
  firstPartSchema,
  handChecksSchema,
  lengthsSchema,
  measuredZeroSchema,
  touchOffSchema,
} from './touchOffSchema';
import { partSchema, fileBodySchema } from './partSchema';
import { PROPOSABLE, type Proposable } from './proposable';
import { toolSchema } from './toolSchema';
import { turnedSchema } from './turnedSchema';

const direction = Type.Union(
  DIRECTIONS.map((d) => Type.Literal(d)),
  { description: 'A part direction; it also names the side of the part that faces there.' },
);
const lengthXyz = Type.Object({ x: lengthMm, y: lengthMm, z: lengthMm }, { additionalProperties: false });
const place = Type.Union(
  [
    Type.Literal('min'),
    Type.Literal('middle'),
    Type.Literal('max'),
    Type.Object({ on: featureId }, { additionalProperties: false }),
    Type.Object({ between: Type.Tuple([featureId, featureId]) }, { additionalProperties: false }),
  ],
  {
    description:
      'Along the machine axis: min = left / front / bottom, max = right / rear / top of the body; on a face or on the axis of a bore; in the middle between two of them.',
  },
);

export const knownFeatureSchema = Type.Object(
  {
    id: featureId,
    name: Type.String({ maxLength: 80, description: "The planner's own name; empty: as found." }),
    called: Type.String({ maxLength: 200, description: 'What it was called when it was picked.' }),
    kind: Type.Union([Type.Literal('plane'), Type.Literal('bore'), Type.Literal('boss'), Type.Literal('round')]),
    direction: lengthXyz,
    at: lengthXyz,
    size: Type.Number({ minimum: 0, maximum: 1e9, description: 'Diameter in mm, or area in mm².' }),
  },
  {
    additionalProperties: false,
    description:
      'A face or bore of the part that a choice refers to or that has a name: where it was, so that it is found again in a newer revision.',
  },
);

const surfaceState = Type.Union([Type.Literal('raw'), Type.Literal('sawn'), Type.Literal('finished')]);

export const BLANK_KINDS = ['block', 'plate', 'sheet', 'round bar', 'hexagon bar', 'tube', 'own solid'] as const;

export const blankSchema = Type.Object(
  {
    kind: Type.Union(BLANK_KINDS.map((k) => Type.Literal(k))),
    along: Type.Union([Type.Literal('x'), Type.Literal('y'), Type.Literal('z')], {
      description: 'Bars: the part axis the bar runs along. Plate and sheet: the axis of the thickness.',
    }),
    across: Type.Number({
      minimum: 0,
      maximum: 10_000,
      description: 'Bars: diameter, or size across flats; 0 for the others.',
    }),
    bore: Type.Number({ minimum: 0, maximum: 10_000, description: 'Tube: diameter of the bore; 0 for the others.' }),
    solid: Type.Union([Type.Null(), fileBodySchema], {
      description: "Own solid (a casting): a body of a file, in the part's coordinates.",
    }),
    sides: Type.Object(
      {
        xMinus: surfaceState,
        xPlus: surfaceState,
        yMinus: surfaceState,
        yPlus: surfaceState,
        zMinus: surfaceState,
        zPlus: surfaceState,
      },
      {
        additionalProperties: false,
        description: 'How each side of the blank comes: raw (rolled, cast), sawn, or already finished.',
      },
    ),
    stock: refersTo,
    plusMinus: plusMinus('± of its sizes as it comes.'),
    film: filmSchema,
    ears: Type.Array(earSchema, {
      maxItems: MOST_EARS,
      description: 'Pieces glued to its sides, as thick as it, until the last setup cuts them off.',
    }),
  },
  { additionalProperties: false },
);

/** So many copies in all are planned together. */
export const MOST_COPIES = 200;
const countAlong = Type.Integer({ minimum: 1, maximum: MOST_COPIES });
export const copiesSchema = Type.Object(
  {
    x: countAlong,
    y: countAlong,
    z: countAlong,
    gap: Type.Number({ minimum: 0, maximum: 1000, description: 'Between one copy and the next.' }),
    cutter: Type.Number({ minimum: 0, maximum: 1000, description: 'Diameter of the cutter that passes between them.' }),
  },
  {
    additionalProperties: false,
    description: 'How many of the part are made from one blank, in rows along the part axes.',
  },
);

export const allowanceSchema = Type.Object(
  { xMinus: lengthMm, xPlus: lengthMm, yMinus: lengthMm, yPlus: lengthMm, zMinus: lengthMm, zPlus: lengthMm },
  {
    additionalProperties: false,
    description: 'Stock on each side of the part, named by part direction. Negative: the blank is short there.',
  },
);

export const jigSchema = Type.Object(
  {
    fit: within(0, 5),
    thickness: Type.Number({ exclusiveMinimum: 0, maximum: 500 }),
    border: within(0, 500),
    on: Type.Boolean(),
  },
  { additionalProperties: false, description: 'A locating outline cut from sheet.' },
);

/** So many pairs of features can be asked to meet. */
export const MOST_MEETS = 40;
export const meetSchema = Type.Object(
  {
    id: entryId,
    a: featureId,
    b: featureId,
    within: Type.Union([Type.Null(), Type.Number({ minimum: 0, maximum: 100 })], {
      description: 'How far they may miss each other, ±; null: nothing is asked, it is only told.',
    }),
  },
  { additionalProperties: false, description: 'Two features of the part that are to meet, whichever setups cut them.' },
);

export const setupSchema = Type.Object(
  {
    id: Type.String({ minLength: 1, maxLength: 60 }),
    op: Type.Integer({ minimum: 1, maximum: 9999 }),
    does: shortText,
    register: registerSchema,
    orientation: Type.Object({ up: direction, right: direction }, { additionalProperties: false }),
    cuts: Type.Array(cutSchema, {
      minItems: 1,
      maxItems: MOST_CUTS,
      description: 'What the setup cuts, in the order in which it does; what is left follows from all of them.',
    }),
    device: refersTo,
    station: refersTo,
    standsOn: standsOnSchema,
    hold: Type.Union([Type.Null(), ...HOLD_SCHEMAS], {
      description: 'How the part is held, by the family of its device; null: nothing is chosen yet.',
    }),
    zero: Type.Object(
      {
        of: Type.Union([Type.Literal('finished part'), Type.Literal('what is left'), Type.Literal('raw blank')], {
          description:
            'What the min, middle and max are taken from. "what is left" is the material as loaded, before this setup cuts.',
        }),
        x: place,
        y: place,
        z: place,
        extra: lengthXyz,
      },
      { additionalProperties: false },
    ),
    programmed: Type.Union(
      [
        Type.Null(),
        Type.Object(
          {
            of: Type.Union([Type.Literal('finished part'), Type.Literal('raw blank')]),
            orientation: Type.Object({ up: direction, right: direction }, { additionalProperties: false }),
            x: place,
            y: place,
            z: place,
          },
          { additionalProperties: false },
        ),
      ],
      { description: 'How the program was made: where its zero is, and which way the part lay. null: not stated.' },
    ),
    exact: Type.Object(
      {
        x: plusMinus('What decides where it lies in X.'),
        y: plusMinus('What decides where it lies in Y.'),
        z: plusMinus('What carries it.'),
      },
      {
        additionalProperties: false,
        description: 'How exactly the part comes to lie against its locators, ± as typed; null: as the library says.',
      },
    ),
    jig: jigSchema,
    nextCopy: Type.Union([Type.Null(), registerSchema], {
      description: 'Work offset of the second copy from the same blank; null: it has none of its own.',
    }),
    touchOff: touchOffSchema,
    lengths: lengthsSchema,
    consumables: consumablesSchema,
    firstPart: firstPartSchema,
    handChecks: handChecksSchema,
    measured: measuredZeroSchema,
    tools: Type.Array(toolSchema, { maxItems: 99 }),
    program: shortText,
    proposed: Type.Array(Type.Union((Object.keys(PROPOSABLE) as Proposable[]).map((path) => Type.Literal(path))), {
      maxItems: 20,
      description: 'Places in this setup whose values the program proposed and nobody has looked at yet.',
    }),
    why: Type.Object(
      { seat: longText, cuts: longText, hold: longText, zero: longText },
      { additionalProperties: false },
    ),
  },
  { additionalProperties: false },
);

export const acceptanceSchema = Type.Object(
  {
    code: shortText,
    setupId: refersTo,
    says: longText,
    reason: Type.String({ minLength: 3, maxLength: 4000 }),
    by: Type.String({ minLength: 1, maxLength: 200 }),
  },
  { additionalProperties: false },
);

export const jobSchema = Type.Object(
  {
    number: Type.String({ minLength: 1, maxLength: 60 }),
    part: shortText,
    revision: Type.String({ maxLength: 20 }),
    material: shortText,
    quantity: Type.Integer({ minimum: 1, maximum: 1_000_000 }),
    units: Type.Union([Type.Literal('mm'), Type.Literal('inch')], {
      description: 'For people only: every length in this document is in millimeters.',
    }),
    due: Type.Union([Type.Null(), Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' })]),
    sizeTolerance: Type.Number({
      minimum: 0,
      maximum: 100,
      description: '± on sizes of the part that carry no tolerance of their own.',
    }),
    body: partSchema,
    features: Type.Array(knownFeatureSchema, { maxItems: 2000 }),
    allowance: allowanceSchema,
    blank: blankSchema,
    copies: copiesSchema,
    machine: refersTo,
    setups: Type.Array(setupSchema, { maxItems: 40 }),
    leaveAlone: Type.Array(registerSchema, {
      maxItems: 9,
      uniqueItems: true,
      description: 'Registers another setup that stands on the machine owns: this job neither sets nor clears them.',
    }),
    meets: Type.Array(meetSchema, { maxItems: MOST_MEETS }),
    dowels: dowelsSchema,
    turned: turnedSchema,
    accepted: Type.Array(acceptanceSchema, { maxItems: 200 }),
    notes: longText,
  },
  { additionalProperties: false },
);

export type Job = Static<typeof jobSchema>;
export type Setup = Static<typeof setupSchema>;
/** A setup that is held in a device of a family. */
export type SetupIn<F extends Family> = In<F, Setup>;
export type PartSource = Static<typeof partSchema>;
/** A body out of a file: what readers are asked for. */
export type FileBody = Static<typeof fileBodySchema>;
export type KnownFeature = Static<typeof knownFeatureSchema>;
export type Blank = Static<typeof blankSchema>;
export type BlankKind = Blank['kind'];
export type SurfaceState = Static<typeof surfaceState>;
export type Copies = Static<typeof copiesSchema>;
export type Programmed = NonNullable<Setup['programmed']>;
export type Allowance = Static<typeof allowanceSchema>;
export type Tool = Static<typeof toolSchema>;
export type Meet = Static<typeof meetSchema>;
export type Acceptance = Static<typeof acceptanceSchema>;
export type ZeroPlace = Static<typeof place>;
export type TouchOffChoice = Setup['touchOff'];
export type SideTarget = TouchOffChoice['x'];
export type HandCheck = Setup['handChecks'][number];
export type ZeroOf = Setup['zero']['of'];

/** How a file is read: another of these and other bodies come out of it. */
export const readingOf = ({ sha256 = '', unit, thickness, halfProfile }: Omit<FileBody, 'file'>): string =>
  [sha256, unit ?? '', thickness ?? '', halfProfile ? 'half' : ''].join(' ');

export function isFileBody(source: PartSource): source is FileBody {
  return 'file' in source;
}
