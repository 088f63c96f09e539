/*
 * The shop's library: machines with their stations, devices, clamps, bonds, materials, stock.
 */

import { Type, type Static } from '@sinclair/typebox';
import { lengthMm, longText, positiveMm, quantity, shortText } from '../schema';
import { deviceSchema } from './devices';
import { stationSchema } from './station';
import { accuracySchema, dialectSchema, homingSchema, positionsSchema, safeEndSchema } from './control';
import { latheSchema } from './lathe';
import { gaugeSetSchema, pinSchema } from './pins';
import { bondSchema, clampSchema, workMaterialSchema } from './means';
import { shopToolSchema } from './tools';
import { consumableSchema, parallelsSchema } from './supplies';
import { bodyOf } from './jawSets';
import { retired } from './retired';

export * from './control';
export * from './datum';
export * from './station';
export * from './friction';
export * from './devices';
export * from './jawSets';
export * from './means';
export * from './pins';
export * from './lathe';
export * from './tools';
export * from './supplies';
export { offered } from './retired';

const range = Type.Object({ min: lengthMm, max: lengthMm }, { additionalProperties: false });

/** The nine work offsets of the RS274/NGC language, in the order of their numbers (NISTIR 6556, 3.5.13). */
export const REGISTERS = ['G54', 'G55', 'G56', 'G57', 'G58', 'G59', 'G59.1', 'G59.2', 'G59.3'] as const;
export const registerSchema = Type.Union(REGISTERS.map((r) => Type.Literal(r)));
export type Register = (typeof REGISTERS)[number];

export const machineSchema = Type.Object(
  {
    id: shortText,
    name: shortText,
    travel: Type.Object(
      { x: range, y: range, z: range },
      {
        additionalProperties: false,
        description: 'Reachable machine coordinates per axis, counted from machine zero.',
      },
    ),
    table: Type.Object(
      { x: range, y: range },
      {
        additionalProperties: false,
        description: 'Edges of the table in machine coordinates with the tool relative to the work; for the drawing.',
      },
    ),
    homesTo: longText,
    registers: Type.Array(registerSchema, { minItems: 1, maxItems: 9, uniqueItems: true }),
    homing: homingSchema,
    accuracy: Type.Optional(accuracySchema),
    commonOffset: Type.Object(
      { x: lengthMm, y: lengthMm, z: lengthMm, why: longText },
      { additionalProperties: false, description: 'Adds itself to every register. Zero, or the reason why not.' },
    ),
    positions: positionsSchema,
    safeEnd: safeEndSchema,
    dialect: dialectSchema,
    lathe: latheSchema,
    stations: Type.Array(stationSchema, { maxItems: 40 }),
    retired,
  },
  { additionalProperties: false },
);

export const STOCK_KINDS = ['flat bar', 'plate', 'sheet', 'round bar', 'hexagon bar', 'tube'] as const;

export const stockSchema = Type.Object(
  {
    id: shortText,
    name: shortText,
    kind: Type.Union(STOCK_KINDS.map((k) => Type.Literal(k))),
    material: shortText,
    thickness: Type.Number({
      minimum: 0,
      maximum: 10_000,
      description: 'Flat bar, plate, sheet: thickness. 0 for bars.',
    }),
    width: Type.Number({ minimum: 0, maximum: 10_000, description: 'Flat bar: width; 0: cut to any width.' }),
    across: Type.Number({
      minimum: 0,
      maximum: 10_000,
      description: 'Round bar and tube: outside diameter. Hexagon bar: across flats.',
    }),
    bore: Type.Number({ minimum: 0, maximum: 10_000, description: 'Tube: inside diameter.' }),
    retired,
  },
  { additionalProperties: false, description: 'A size the shop keeps or can order.' },
);

const ring = Type.Array(Type.Tuple([lengthMm, lengthMm]), { minItems: 3, maxItems: 2000 });

export const offcutSchema = Type.Object(
  {
    id: shortText,
    name: shortText,
    material: shortText,
    thickness: positiveMm,
    outline: ring,
    holes: Type.Array(ring, { maxItems: 500, description: 'Holes, knots and flaws: nothing may be placed over them.' }),
    photo: Type.Union([Type.Null(), Type.String({ pattern: '^[0-9a-f]{64}$' })], {
      description: 'Content hash of a stored picture.',
    }),
    note: longText,
    retired,
  },
  { additionalProperties: false, description: 'A leftover piece, seen from above.' },
);

/** So many tools a library has at most. */
export const MOST_TOOLS = 3000;

/** The shop's library: what jobs refer to by id. All lengths in millimeters. */
export const shopSchema = Type.Object(
  {
    name: shortText,
    projection: Type.Union([Type.Literal('third angle'), Type.Literal('first angle')], {
      description: 'How drawing views are arranged (ISO 5456-2).',
    }),
    machines: Type.Array(machineSchema, { maxItems: 200 }),
    altitude: quantity({
      title: 'Height above the sea',
      unit: 'm',
      minimum: -400,
      maximum: 6000,
      description: 'Decides how much vacuum there is.',
    }),
    devices: Type.Array(deviceSchema, { maxItems: 500 }),
    clamps: Type.Array(clampSchema, { maxItems: 500 }),
    bonds: Type.Array(bondSchema, { maxItems: 200 }),
    pins: Type.Array(pinSchema, { maxItems: 500 }),
    gaugeSets: Type.Array(gaugeSetSchema, { maxItems: 50 }),
    parallels: Type.Array(parallelsSchema, { maxItems: 200 }),
    tools: Type.Array(shopToolSchema, { maxItems: MOST_TOOLS }),
    consumables: Type.Array(consumableSchema, { maxItems: 500 }),
    materials: Type.Array(workMaterialSchema, { maxItems: 500 }),
    stock: Type.Array(stockSchema, { maxItems: 1000 }),
    offcuts: Type.Array(offcutSchema, { maxItems: 1000 }),
  },
  { additionalProperties: false },
);

export type Machine = Static<typeof machineSchema>;
export type Shop = Static<typeof shopSchema>;

export type Stock = Static<typeof stockSchema>;
export type StockKind = Stock['kind'];
export type Offcut = Static<typeof offcutSchema>;
export type Projection = Shop['projection'];

export const EMPTY_SHOP: Shop = {
  name: '',
  projection: 'third angle',
  altitude: 0,
  machines: [],
  devices: [],
  clamps: [],
  bonds: [],
  pins: [],
  gaugeSets: [],
  parallels: [],
  tools: [],
  consumables: [],
  materials: [],
  stock: [],
  offcuts: [],
};

/**
 * The material of the library a job's text means: the longest name the text begins with, capitals aside; null: none.
 */
export function materialOf(shop: Shop, says: string): Shop['materials'][number] | null {
  const text = says.trim().toLowerCase();
  return (
    shop.materials
      .filter((m) => m.name.trim() !== '' && text.startsWith(m.name.trim().toLowerCase()))
      .sort((a, b) => b.name.trim().length - a.name.trim().length)[0] ?? null
  );
}

/**
 * The first device that is known to stand on a machine, by its stations; else the first of the library. Null: there is
 * none.
 */
export function deviceOnMachine(shop: Shop, machineId: string | null): Shop['devices'][number] | null {
  const machine = shop.machines.find((m) => m.id === machineId);
  const known = machine?.stations.flatMap((s) => s.measuredFor.map((m) => m.device)) ?? [];
  const places = machine?.stations.map((s) => s.id) ?? [];
  return (
    shop.devices.find((d) => known.includes(d.id)) ??
    shop.devices.find((d) => 'place' in d && places.includes(d.place)) ??
    shop.devices[0] ??
    null
  );
}

/** Whether a fixture plate was made for one of these: a job's number or its part. */
export function isMadeFor(device: Shop['devices'][number], names: readonly string[]): boolean {
  return 'madeFor' in device && device.madeFor.trim() !== '' && names.includes(device.madeFor.trim());
}

/** What a job refers to in the library, by id; null: not chosen. */
export interface Refers {
  readonly machine: string | null;
  readonly devices: readonly (string | null)[];
  readonly clamps: readonly (string | null)[];
  readonly bonds: readonly (string | null)[];
  readonly tools: readonly (string | null)[];
  readonly stock: string | null;
  readonly material: string;
  /** number and part of the job: plates made for it go along */
  readonly madeFor: readonly string[];
}

/** The part of the library a job needs: what goes into its file. */
export function shopForJob(shop: Shop, refers: Refers): Shop {
  const material = materialOf(shop, refers.material);
  const named = shop.devices.filter((d) => refers.devices.includes(d.id) || isMadeFor(d, refers.madeFor));
  // jaws go along with the vise they are set into
  const needed = new Set([...named, ...named.flatMap((d) => bodyOf(shop.devices, d) ?? [])]);
  return {
    name: shop.name,
    projection: shop.projection,
    altitude: shop.altitude,
    stock: shop.stock.filter((s) => s.id === refers.stock),
    offcuts: [],
    machines: shop.machines.filter((m) => m.id === refers.machine),
    devices: shop.devices.filter((d) => needed.has(d)),
    clamps: shop.clamps.filter((c) => refers.clamps.includes(c.id)),
    bonds: shop.bonds.filter((b) => refers.bonds.includes(b.id)),
    // a job has what it took of a pin; which blocks make a length hangs on the set
    pins: [],
    gaugeSets: shop.gaugeSets,
    // which heights there are decides what is proposed
    parallels: shop.parallels,
    tools: shop.tools.filter((t) => refers.tools.includes(t.id)),
    consumables: [],
    materials: material ? [material] : [],
  };
}
