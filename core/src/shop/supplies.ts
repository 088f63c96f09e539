import { Type, type Static } from '@sinclair/typebox';
import { positive, quantityOrNull, shortText } from '../schema';
import { retired } from './retired';

/** How many of a thing there are; left out or null: nobody has counted. */
export const onHand = Type.Optional(
  Type.Union([Type.Null(), Type.Integer({ minimum: 0, maximum: 1_000_000 })], {
    title: 'On hand',
    unit: '',
    description: 'How many there are. Empty: not counted.',
  }),
);

/** Parallels of one height, in pairs. */
export const parallelsSchema = Type.Object(
  {
    id: shortText,
    name: Type.String({ maxLength: 200, title: 'Name' }),
    height: positive('Height', 'mm', 1000),
    thickness: quantityOrNull({ title: 'Thickness', unit: 'mm', minimum: 0, maximum: 500 }),
    pairs: Type.Integer({ title: 'Pairs', minimum: 0, maximum: 1000 }),
    retired,
  },
  { additionalProperties: false },
);

/** What is used up: coolant, abrasive, tape, gasket cord. */
export const consumableSchema = Type.Object(
  {
    id: shortText,
    name: Type.String({ maxLength: 200, title: 'Name', description: 'As setups name it.' }),
    counted: Type.String({ maxLength: 40, title: 'Counted in', description: 'Rolls, liters, sheets.' }),
    left: quantityOrNull({
      title: 'On hand',
      unit: '',
      minimum: 0,
      maximum: 1e6,
      description: 'Empty: nobody has looked.',
    }),
    orderAt: quantityOrNull({
      title: 'Order when down to',
      unit: '',
      minimum: 0,
      maximum: 1e6,
      description: 'Empty: nobody watches it.',
    }),
    where: Type.String({ maxLength: 200, title: 'Where it is' }),
    retired,
  },
  { additionalProperties: false },
);

export type Parallels = Static<typeof parallelsSchema>;
export type Consumable = Static<typeof consumableSchema>;

/** Whether a consumable is down to where it is ordered; null: not looked, or nobody watches it. */
export const isLow = ({ left, orderAt }: Consumable): boolean | null =>
  left === null || orderAt === null ? null : left <= orderAt;

/** The pairs of parallels that are there, lowest first; none: the shop has not told which it has. */
export const keptParallels = (parallels: readonly Parallels[]): Parallels[] =>
  parallels.filter((p) => !p.retired && p.pairs > 0).sort((a, b) => a.height - b.height);

/** Heights that are one height. */
const SAME_MM = 1e-3;
export const isHeight = ({ height }: Parallels, mm: number): boolean => Math.abs(height - mm) < SAME_MM;
