import { Type, type Static } from '@sinclair/typebox';
import { DIRECTIONS } from '../frames';
import { lengthMm, longText, positiveMm, shortText, sizeMm } from '../schema';
import { registerSchema } from '../shop';

const direction = Type.Union(DIRECTIONS.map((d) => Type.Literal(d)), { description: 'A part direction; it also names the side of the part that faces there.' });
const lengthXyz = Type.Object({ x: lengthMm, y: lengthMm, z: lengthMm }, { additionalProperties: false });
const place = Type.Union([Type.Literal('min'), Type.Literal('middle'), Type.Literal('max')], { description: 'Along the machine axis: min = left / front / bottom, max = right / rear / top.' });
const refersTo = Type.Union([Type.Null(), shortText]);

export const blockSchema = Type.Object({ x: positiveMm, y: positiveMm, z: positiveMm }, { additionalProperties: false });

export const partSchema = Type.Union([
  Type.Object({ block: blockSchema }, { additionalProperties: false }),
  Type.Object({
    step: Type.String({ minLength: 1, maxLength: 500, description: 'Path of the STEP file relative to the job file.' }),
    body: Type.Optional(Type.Union([Type.Null(), Type.Integer({ minimum: 0 })], { description: 'Which body of the file, counted from 0; may be left out when there is one.' })),
    sha256: Type.Optional(Type.String({ pattern: '^[0-9a-f]{64}$', description: 'Content hash: which stored file it is, and a check that the path leads to the same one.' })),
  }, { additionalProperties: false }),
], { description: 'A typed block with one corner at the part origin, or a STEP file.' });

export const allowanceSchema = Type.Object({
  xMinus: lengthMm, xPlus: lengthMm, yMinus: lengthMm, yPlus: lengthMm, zMinus: lengthMm, zPlus: lengthMm,
}, { additionalProperties: false, description: 'Stock on each side of the part, named by part direction. Negative: the blank is short there.' });

export const toolSchema = Type.Object({
  number: Type.Integer({ minimum: 1, maximum: 999 }),
  description: shortText,
  diameter: Type.Union([Type.Null(), positiveMm]),
  length: Type.Union([Type.Null(), positiveMm], { description: 'From the spindle gauge line to the tip; null: not known.' }),
}, { additionalProperties: false });

export const setupSchema = Type.Object({
  id: Type.String({ minLength: 1, maxLength: 60 }),
  op: Type.Integer({ minimum: 1, maximum: 9999 }),
  does: shortText,
  register: registerSchema,
  orientation: Type.Object({ up: direction, right: direction }, { additionalProperties: false }),
  cutsBelowTop: Type.Number({ minimum: -1000, maximum: 100_000, description: 'Depth of the lowest cut below the finished part\'s highest point as it lies; negative: that much stock stays on it.' }),
  vise: refersTo,
  station: refersTo,
  parallels: Type.Object({ height: Type.Number({ minimum: 0, maximum: 1000, description: 'Above the bed; 0: the part lies on the bed.' }) }, { additionalProperties: false }),
  stop: Type.Object({
    side: Type.Union([Type.Literal('left'), Type.Literal('right')]),
    position: Type.Number({ minimum: -5000, maximum: 5000, description: 'Touching end of the stop, from the jaws\' left end, + to the right.' }),
    height: Type.Number({ minimum: 0, maximum: 1000, description: 'Centre of the stop above the bed.' }),
    fromJaw: Type.Number({ minimum: 0, maximum: 5000, description: 'Centre of the stop in front of the fixed jaw\'s face.' }),
  }, { additionalProperties: false }),
  zero: Type.Object({
    of: Type.Union([Type.Literal('finished part'), Type.Literal('what is left'), Type.Literal('raw blank')], { description: 'What the min, middle and max are taken from. "what is left" is the material as loaded, before this setup cuts.' }),
    x: place, y: place, z: place,
    extra: lengthXyz,
  }, { additionalProperties: false }),
  touchOff: Type.Object({ toolDiameter: sizeMm, feeler: sizeMm }, { additionalProperties: false }),
  tools: Type.Array(toolSchema, { maxItems: 99 }),
  program: shortText,
  why: Type.Object({ seat: longText, hold: longText, zero: longText }, { additionalProperties: false }),
}, { additionalProperties: false });

export const acceptanceSchema = Type.Object({
  code: shortText,
  setupId: refersTo,
  says: longText,
  reason: Type.String({ minLength: 3, maxLength: 4000 }),
  by: Type.String({ minLength: 1, maxLength: 200 }),
}, { additionalProperties: false });

export const jobSchema = Type.Object({
  number: Type.String({ minLength: 1, maxLength: 60 }),
  part: shortText,
  revision: Type.String({ maxLength: 20 }),
  material: shortText,
  quantity: Type.Integer({ minimum: 1, maximum: 1_000_000 }),
  units: Type.Union([Type.Literal('mm'), Type.Literal('inch')], { description: 'For people only: every length in this document is in millimetres.' }),
  due: Type.Union([Type.Null(), Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' })]),
  sizeTolerance: Type.Number({ minimum: 0, maximum: 100, description: '± on sizes of the part that carry no tolerance of their own.' }),
  body: partSchema,
  allowance: allowanceSchema,
  machine: refersTo,
  setups: Type.Array(setupSchema, { maxItems: 40 }),
  accepted: Type.Array(acceptanceSchema, { maxItems: 200 }),
  notes: longText,
}, { additionalProperties: false });

export type Job = Static<typeof jobSchema>;
export type Setup = Static<typeof setupSchema>;
export type PartSource = Static<typeof partSchema>;
export type Allowance = Static<typeof allowanceSchema>;
export type Tool = Static<typeof toolSchema>;
export type Acceptance = Static<typeof acceptanceSchema>;
export type ZeroPlace = Static<typeof place>;
export type ZeroOf = Setup['zero']['of'];
