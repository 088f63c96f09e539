import { Type, type Static } from '@sinclair/typebox';
import { positive, quantityOrNull, shortText } from '../schema';
import { retired } from './retired';

/** How a tool cuts: what a cutting force is computed from. other: no force (touching, marking, turning). */
export type ToolUse = 'milling' | 'drilling' | 'other';

/** Shapes of tools, as the trade calls them, and how each cuts. */
export const TOOL_SHAPES = {
  'end mill': 'milling',
  'ball end mill': 'milling',
  'face mill': 'milling',
  'slot cutter': 'milling',
  'chamfer mill': 'milling',
  'thread mill': 'milling',
  drill: 'drilling',
  'spot drill': 'drilling',
  countersink: 'drilling',
  reamer: 'other',
  tap: 'other',
  'boring bar': 'other',
  'turning tool': 'other',
  'edge finder': 'other',
  probe: 'other',
  other: 'other',
} as const satisfies Record<string, ToolUse>;
export type ToolShape = keyof typeof TOOL_SHAPES;

export const EDGE_MATERIALS = ['high-speed steel', 'carbide'] as const;

/** So many steps the profile of a holder has at most. */
export const MOST_STEPS = 12;
/** So many materials one tool has speeds and feeds for at most. */
export const MOST_CUTTING = 30;

/** A length that may not be known: null. */
const lengthOrNull = (title: string, maximum: number, description?: string) =>
  Type.Union([Type.Null(), positive(title, 'mm', maximum)], {
    title,
    unit: 'mm',
    ...(description ? { description } : {}),
  });

const stepSchema = Type.Object(
  { diameter: positive('Diameter', 'mm', 500), length: positive('Length', 'mm', 1000) },
  { additionalProperties: false },
);

const cuttingSchema = Type.Object(
  {
    id: shortText,
    material: Type.String({ maxLength: 200, description: 'Id of a material of the library.' }),
    speed: positive('Surface speed', 'm/min', 5000),
    feedPerTooth: lengthOrNull('Feed per tooth', 10),
    note: shortText,
  },
  { additionalProperties: false },
);

const measuredSchema = Type.Object(
  {
    length: positive('Measured length', 'mm', 2000, 'From the spindle gauge line to the tip.'),
    on: Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' }),
    by: shortText,
  },
  { additionalProperties: false, description: 'As it stands in its holder now.' },
);

const placeSchema = Type.Union(
  [
    Type.Null(),
    Type.Object(
      {
        machine: shortText,
        pocket: Type.Union([Type.Null(), Type.Integer({ minimum: 1, maximum: 999 })], {
          description: 'null: in the machine, its pocket is not told.',
        }),
      },
      { additionalProperties: false },
    ),
    Type.Object({ cabinet: shortText }, { additionalProperties: false }),
  ],
  { description: 'Where it is: in a machine, or in a cabinet, drawer, room; null: nobody has told.' },
);

const degrees = (title: string, minimum: number, maximum: number, description: string) =>
  quantityOrNull({ title, unit: '', minimum, maximum, description });

/** A tool of the shop in its holder. Lengths along its axis, from the tip up. */
export const shopToolSchema = Type.Object(
  {
    id: shortText,
    name: Type.String({ maxLength: 200, title: 'Tool' }),
    kind: Type.Union(
      (Object.keys(TOOL_SHAPES) as ToolShape[]).map((s) => Type.Literal(s)),
      { title: 'Shape' },
    ),
    number: Type.Union([Type.Null(), Type.Integer({ minimum: 1, maximum: 999 })], {
      title: 'Number',
      unit: '',
      description: 'T, as programs call it; empty: it has none of its own.',
    }),
    diameter: lengthOrNull('Diameter', 500),
    corner: quantityOrNull({
      title: 'Corner radius',
      unit: 'mm',
      minimum: 0,
      maximum: 250,
      description: '0: sharp. Empty: not told.',
    }),
    fluteLength: lengthOrNull('Flute length', 1000),
    shank: lengthOrNull('Shank diameter', 500),
    stickOut: lengthOrNull('Stick-out', 1000, "From the holder's face to the tip."),
    flutes: Type.Union([Type.Null(), Type.Integer({ minimum: 1, maximum: 100 })], { title: 'Teeth', unit: '' }),
    helix: degrees('Helix angle, degrees', 0, 70, 'Milling. Empty: taken as 45.'),
    point: degrees(
      'Point angle, degrees',
      60,
      180,
      'Drills, countersinks, chamfer mills. Empty: a drill is taken as 118.',
    ),
    material: Type.Union([Type.Literal('not told'), ...EDGE_MATERIALS.map((m) => Type.Literal(m))], {
      title: 'Edges of',
    }),
    coating: Type.String({ maxLength: 200, title: 'Coating' }),
    holder: Type.Object(
      {
        name: shortText,
        steps: Type.Array(stepSchema, {
          maxItems: MOST_STEPS,
          description: "From the holder's face, up to the spindle gauge line.",
        }),
      },
      { additionalProperties: false },
    ),
    measured: Type.Union([Type.Null(), measuredSchema], { description: 'null: not measured.' }),
    lengthRegister: Type.Union([Type.Null(), Type.Integer({ minimum: 1, maximum: 999 })], {
      title: 'Length register',
      unit: '',
      description: 'Where its length is kept in the control; empty: under its own number.',
    }),
    where: placeSchema,
    cutting: Type.Array(cuttingSchema, {
      maxItems: MOST_CUTTING,
      description: 'Speeds and feeds that worked, by material.',
    }),
    wear: Type.String({
      maxLength: 200,
      title: 'Wear and its limit',
      description: 'What to look for, when to change it.',
    }),
    note: Type.String({ maxLength: 200, title: 'Note' }),
    retired,
  },
  { additionalProperties: false },
);

export type ShopTool = Static<typeof shopToolSchema>;
export type ToolPlace = ShopTool['where'];
export type Cutting = ShopTool['cutting'][number];

/** A tool of which nothing is known but its shape. */
export const newShopTool = (kind: ToolShape, id: string): ShopTool => ({
  id,
  name: `New ${kind}`,
  kind,
  number: null,
  diameter: null,
  corner: null,
  fluteLength: null,
  shank: null,
  stickOut: null,
  flutes: null,
  helix: null,
  point: null,
  material: 'not told',
  coating: '',
  holder: { name: '', steps: [] },
  measured: null,
  lengthRegister: null,
  where: null,
  cutting: [],
  wear: '',
  note: '',
});
