import { Type } from '@sinclair/typebox';
import { positiveMm } from '../schema';

const axisName = Type.Union([Type.Literal('x'), Type.Literal('y'), Type.Literal('z')]);

export const blockSchema = Type.Object(
  { x: positiveMm, y: positiveMm, z: positiveMm },
  { additionalProperties: false },
);

const sha256 = Type.String({
  pattern: '^[0-9a-f]{64}$',
  description: 'Content hash: which stored file it is, and a check that the path leads to the same one.',
});

/** A body out of a file. */
export const fileBodySchema = Type.Object(
  {
    file: Type.String({
      minLength: 1,
      maxLength: 500,
      description: 'Path of the STEP, IGES, BREP, STL or DXF file relative to the job file.',
    }),
    body: Type.Optional(
      Type.Union([Type.Null(), Type.Integer({ minimum: 0 })], {
        description: 'Which body of the file, counted from 0; may be left out when there is one.',
      }),
    ),
    bodyName: Type.Optional(
      Type.String({
        maxLength: 500,
        description: 'What the file calls the body: finds it again when a newer revision counts differently.',
      }),
    ),
    unit: Type.Optional(
      Type.Union([Type.Literal('mm'), Type.Literal('inch')], {
        description: 'For STL and DXF: the unit its numbers are in.',
      }),
    ),
    thickness: Type.Optional(positiveMm),
    halfProfile: Type.Optional(
      Type.Literal(true, {
        description:
          'For DXF: the outline is half of a lengthwise section, turned about X of the drawing; Y is the distance from the axis. Left out: the outline of a plate.',
      }),
    ),
    sha256: Type.Optional(sha256),
  },
  { additionalProperties: false },
);

export const barSchema = Type.Object(
  {
    section: Type.Union([Type.Literal('round'), Type.Literal('hexagon'), Type.Literal('tube')]),
    across: Type.Number({ exclusiveMinimum: 0, maximum: 10_000, description: 'Diameter, or size across flats.' }),
    bore: Type.Number({ minimum: 0, maximum: 10_000, description: "Diameter of a tube's bore; 0 otherwise." }),
    length: positiveMm,
    along: axisName,
  },
  { additionalProperties: false },
);

/** So many lengths a typed turned part has at most. */
export const MOST_STEPS = 60;
const stepMm = Type.Number({ exclusiveMinimum: 0, maximum: 10_000 });
export const turnedBodySchema = Type.Object(
  {
    along: axisName,
    steps: Type.Array(
      Type.Object(
        { id: Type.String({ minLength: 1, maxLength: 60 }), length: stepMm, from: stepMm, to: stepMm },
        { additionalProperties: false, description: 'A length, and its diameter at both ends: a cylinder or a cone.' },
      ),
      { minItems: 1, maxItems: MOST_STEPS },
    ),
  },
  { additionalProperties: false },
);

export const partSchema = Type.Union(
  [
    Type.Object({ block: blockSchema }, { additionalProperties: false }),
    Type.Object({ bar: barSchema }, { additionalProperties: false }),
    Type.Object({ turned: turnedBodySchema }, { additionalProperties: false }),
    fileBodySchema,
  ],
  {
    description:
      'A typed block with one corner at the part origin, a typed bar with its axis through it, a typed table of lengths and diameters along an axis from the origin on, or a body of a file.',
  },
);
