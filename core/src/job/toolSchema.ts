import { Type } from '@sinclair/typebox';
import { positiveMm, shortText } from '../schema';
import { entryId, refersTo } from './fields';

/** A tool as a setup has it. */
export const toolSchema = Type.Object(
  {
    id: entryId,
    of: refersTo,
    number: Type.Integer({ minimum: 1, maximum: 999 }),
    description: shortText,
    diameter: Type.Union([Type.Null(), positiveMm]),
    length: Type.Union([Type.Null(), positiveMm], {
      description: 'From the spindle gauge line to the tip; null: not known.',
    }),
    use: Type.Union([Type.Literal('milling'), Type.Literal('drilling'), Type.Literal('other')], {
      description: 'How it cuts: what the cutting force is computed from. other: no force (touching, marking, jet).',
    }),
    flutes: Type.Union([Type.Null(), Type.Integer({ minimum: 1, maximum: 100 })]),
    feedPerTooth: Type.Union([Type.Null(), Type.Number({ exclusiveMinimum: 0, maximum: 10 })], {
      description: 'mm per tooth; a drill has two.',
    }),
    cutDepth: Type.Union([Type.Null(), Type.Number({ exclusiveMinimum: 0, maximum: 1000 })], {
      description: 'Along the spindle, mm.',
    }),
    cutWidth: Type.Union([Type.Null(), Type.Number({ exclusiveMinimum: 0, maximum: 1000 })], {
      description: 'Across the spindle, mm; a drill: not used.',
    }),
    rpm: Type.Union([Type.Null(), Type.Number({ exclusiveMinimum: 0, maximum: 300_000 })]),
    stickOut: Type.Union([Type.Null(), positiveMm], { description: "From the holder's face to the tip, mm." }),
    holderDiameter: Type.Union([Type.Null(), positiveMm]),
    material: Type.Union([Type.Null(), Type.Literal('high-speed steel'), Type.Literal('carbide')], {
      description: 'Of the cutting edges; null: not told, taken as the one that needs more force.',
    }),
    helix: Type.Union([Type.Null(), Type.Number({ minimum: 0, maximum: 70 })], {
      description: 'Milling: helix angle, degrees; null: not told, taken as 45.',
    }),
    point: Type.Union([Type.Null(), Type.Number({ minimum: 60, maximum: 180 })], {
      description: 'Drilling: point angle, degrees; null: not told, taken as 118.',
    }),
    lengthRegister: Type.Union([Type.Null(), Type.Integer({ minimum: 1, maximum: 999 })], {
      description: 'Where its length is kept in the control; null: under its own number.',
    }),
  },
  { additionalProperties: false },
);
