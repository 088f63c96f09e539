import { Type, type Static, type TProperties } from '@sinclair/typebox';
import { onHand } from './supplies';
import { retired } from './retired';
import { positive, quantity, quantityOrNull, shortText } from '../schema';

function means<K extends string, P extends TProperties>(kind: K, properties: P) {
  return Type.Object(
    {
      kind: Type.Literal(kind),
      id: shortText,
      name: Type.String({ maxLength: 200, title: 'Name' }),
      ...properties,
      onHand,
      retired,
    },
    { additionalProperties: false },
  );
}

const bolt = {
  thread: positive('Bolt thread', 'mm', 64, 'Nominal diameter.'),
  strengthClass: Type.Union(
    ['5.6', '8.8', '10.9', '12.9'].map((c) => Type.Literal(c)),
    { title: 'Bolt strength class', description: 'ISO 898-1.' },
  ),
  torqueFactor: quantity({
    title: 'Torque factor K',
    unit: '',
    minimum: 0.05,
    maximum: 0.5,
    description: 'F = T / (K·d): 0.20 as received, 0.15 oiled (common practice, no source).',
  }),
};

export const strapSchema = means('strap', {
  ...bolt,
  length: positive('Length', 'mm', 1000),
  width: positive('Width', 'mm', 500),
  thickness: positive('Thickness', 'mm', 200),
  headHeight: positive('Bolt and nut above the strap', 'mm', 500),
  friction: quantity({ title: 'Friction on the part', unit: '', minimum: 0.01, maximum: 1.5 }),
});

export const edgeClampSchema = means('edge clamp', {
  ...bolt,
  length: positive('Length', 'mm', 500),
  width: positive('Width', 'mm', 500),
  height: positive('Height', 'mm', 500, "It pushes against the part's side, below this."),
  downAngle: quantity({
    title: 'Pushes down at',
    unit: '',
    minimum: 0,
    maximum: 45,
    description: 'Degrees below the horizontal.',
  }),
  friction: quantity({ title: 'Friction on the part', unit: '', minimum: 0.01, maximum: 1.5 }),
});

export const screwSchema = means('screw', {
  shank: positive('Shank diameter', 'mm', 64),
  head: positive('Head diameter', 'mm', 100),
  headHeight: quantity({
    title: 'Head above the part',
    unit: 'mm',
    minimum: 0,
    maximum: 100,
    description: '0: countersunk flush.',
  }),
  length: positive('Length', 'mm', 500),
  holdN: positive('Holds', 'N', 1e6, 'Pull and sideways force one holds in the board.'),
});

export const nailSchema = means('nail', {
  shank: positive('Shank diameter', 'mm', 64),
  head: positive('Head diameter', 'mm', 100),
  headHeight: quantity({ title: 'Head above the part', unit: 'mm', minimum: 0, maximum: 100 }),
  length: positive('Length', 'mm', 500),
  holdN: positive('Holds', 'N', 1e6),
  cuttable: Type.Union([Type.Literal('cutter may hit it'), Type.Literal('cutter may not hit it')], {
    title: 'Made so that the',
    description: 'Nails of plastic or wood a cutter may pass through.',
  }),
});

export const weightSchema = means('weight', {
  massKg: positive('Mass', 'kg', 1000),
  diameter: positive('Diameter', 'mm', 1000),
  height: positive('Height', 'mm', 1000),
});

export const CLAMP_SCHEMAS = [strapSchema, edgeClampSchema, screwSchema, nailSchema, weightSchema] as const;
export const clampSchema = Type.Union([...CLAMP_SCHEMAS], {
  description: 'Something that is put on a part that lies flat, to hold it down.',
});

export const bondSchema = Type.Object(
  {
    id: shortText,
    name: Type.String({ maxLength: 200, title: 'Name' }),
    kind: Type.Union([Type.Literal('double-sided tape'), Type.Literal('adhesive'), Type.Literal('tape and glue')], {
      title: 'Kind',
      description: 'Tape and glue: both faces taped, glue between the tapes.',
    }),
    thickness: quantity({ title: 'Thickness', unit: 'mm', minimum: 0, maximum: 10 }),
    shearMPa: positive('Shear strength', 'MPa', 200),
    pullMPa: positive('Pull-off strength', 'MPa', 200),
    peelNPerMm: quantity({
      title: 'Peel strength, N/mm',
      unit: '',
      minimum: 0,
      maximum: 100,
      description: 'Force per millimeter of an edge that is pulled up.',
    }),
    fullTo: quantity({ title: 'Full strength up to', unit: '°C', minimum: -20, maximum: 300 }),
    noneAt: quantity({ title: 'No strength left at', unit: '°C', minimum: 0, maximum: 400 }),
    share: quantity({ title: 'Share of the face that really sticks', unit: '%', minimum: 1, maximum: 100 }),
    cures: Type.Optional(
      quantityOrNull({
        title: 'Cures for, hours',
        unit: '',
        minimum: 0,
        maximum: 1000,
        description: 'Until then nothing may pull at it.',
      }),
    ),
    release: Type.String({
      maxLength: 200,
      title: 'Comes off by',
      description: 'What the operator does to take the part off: solvent, heat, a thin blade.',
    }),
    retired,
  },
  { additionalProperties: false },
);

export const workMaterialSchema = Type.Object(
  {
    id: shortText,
    name: Type.String({
      maxLength: 200,
      title: 'Material',
      description: "As jobs call it; the longest name that the job's material begins with counts.",
    }),
    kc11: positive('Specific cutting force k_c1.1, N/mm²', '', 20_000, 'For a chip of 1 mm by 1 mm (Kienzle).'),
    mc: quantity({ title: 'Exponent m_c', unit: '', minimum: 0, maximum: 0.9 }),
    speed: positive('Surface speed', 'm/min', 5000),
    yieldMPa: positive('Yield strength', 'MPa', 5000),
    youngGPa: positive("Young's modulus", 'GPa', 1000),
    densityKgM3: positive('Density, kg/m³', '', 30_000),
    magnetic: Type.Optional(
      Type.Union([Type.Literal('not told'), Type.Literal('yes'), Type.Literal('no')], {
        title: 'Held by a magnet',
        default: 'not told',
      }),
    ),
    source: Type.String({ maxLength: 200, title: 'Where from' }),
    retired,
  },
  { additionalProperties: false },
);

export type Strap = Static<typeof strapSchema>;
export type EdgeClamp = Static<typeof edgeClampSchema>;
export type Screw = Static<typeof screwSchema>;
export type Nail = Static<typeof nailSchema>;
export type Weight = Static<typeof weightSchema>;
export type Clamp = Static<typeof clampSchema>;
export type Bond = Static<typeof bondSchema>;
export type WorkMaterial = Static<typeof workMaterialSchema>;
