import { Type, type Static } from '@sinclair/typebox';
import { GAUGE_SETS } from '../byHand/gaugeBlocks';
import { PIN_CLASSES } from '../dowels/fits';
import { onHand } from './supplies';
import { retired } from './retired';
import { positive, quantityOrNull, shortText } from '../schema';

const head = { id: shortText, name: Type.String({ maxLength: 200, title: 'Name' }), onHand, retired };
const diameter = (title: string) => positive(title, 'mm', 200);
const fit = Type.Union(
  PIN_CLASSES.map((c) => Type.Literal(c)),
  { title: 'Class (ISO 286-1)', description: 'Dowels are m6 or h8 (ISO 2338).', default: 'm6' },
);

const edgePin = Type.Object(
  {
    kind: Type.Literal('edge pin'),
    ...head,
    diameter: diameter('Diameter, as named'),
    measured: quantityOrNull({
      title: 'Diameter, as measured',
      unit: 'mm',
      minimum: 0,
      maximum: 200,
      description: 'Half of what it differs by is how far every part against it lies off.',
    }),
  },
  { additionalProperties: false },
);
const dowel = Type.Object(
  { kind: Type.Literal('dowel'), ...head, diameter: diameter('Diameter'), fit },
  { additionalProperties: false },
);
const relievedDowel = Type.Object(
  {
    kind: Type.Literal('relieved dowel'),
    ...head,
    diameter: diameter('Diameter'),
    fit,
    land: positive('Land', 'mm', 200, 'Width of what is left of its round.'),
  },
  { additionalProperties: false },
);
const bush = Type.Object(
  { kind: Type.Literal('bush'), ...head, diameter: diameter('Inside diameter'), outside: diameter('Outside diameter') },
  { additionalProperties: false },
);
const pointer = Type.Object(
  {
    kind: Type.Literal('pointer'),
    ...head,
    length: positive('Length', 'mm', 1000, 'From the spindle gauge line to its tip.'),
  },
  { additionalProperties: false },
);

/** What locates a part by position, and what shows the place. */
export const PIN_SCHEMAS = [edgePin, dowel, relievedDowel, bush, pointer] as const;
export const pinSchema = Type.Union([...PIN_SCHEMAS], {
  description: 'Pins, dowels and bushes that locate a part, and pointers that show where they go.',
});

export const gaugeSetSchema = Type.Object(
  {
    ...head,
    set: Type.Union(
      GAUGE_SETS.map((s) => Type.Literal(s.name)),
      { title: 'Set', default: GAUGE_SETS[0].name },
    ),
  },
  { additionalProperties: false, description: 'A set of gauge blocks (ISO 3650) as it is sold.' },
);

export type Pin = Static<typeof pinSchema>;
export type PinKind = Pin['kind'];
export type ShopGaugeSet = Static<typeof gaugeSetSchema>;

/** How thick an edge pin really is, mm. */
export const pinDiameter = ({ diameter: named, measured }: Extract<Pin, { kind: 'edge pin' }>): number =>
  measured ?? named;
