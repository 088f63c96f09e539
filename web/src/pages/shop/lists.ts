import { libraryKey, type UsedList } from '@violet-jaw/core/job';
import {
  CLAMP_SCHEMAS,
  bodyOf,
  DEVICE_KINDS,
  isLow,
  NO_CONTROL,
  PIN_SCHEMAS,
  STOCK_KINDS,
  TOOL_SHAPES,
  type Consumable,
  type Device,
  type DeviceKind,
  type Machine,
  type Parallels,
  type Shop,
  type ShopTool,
  type Stock,
  type ToolShape,
} from '@violet-jaw/core/shop';
import type { Speech } from '@violet-jaw/core/units';
import {
  newBond,
  newClamp,
  newConsumable,
  newDevice,
  newGaugeSet,
  newMaterial,
  newOffcut,
  newParallels,
  newPin,
  newTool,
} from './newLibrary';
import { newStock, stockSizes } from './stockSizes';

/** The lists of the library. */
export type ListKey = Exclude<{ [K in keyof Shop]: Shop[K] extends readonly object[] ? K : never }[keyof Shop], never>;
export type Entry = { readonly id: string; readonly name: string; readonly kind?: string; readonly retired?: true };

/** One list: what it is called, what its entries say in a line, how a new one starts. */
export interface ListFacts {
  readonly key: ListKey;
  readonly says: string;
  readonly one: string;
  /** empty: there is one kind */
  readonly kinds: readonly string[];
  /** beside its name, in the list */
  readonly line: (entry: Entry, shop: Shop, speech: Speech) => string;
  readonly begin: (kind: string, id: string) => Entry;
  /** what of it does not hold for another one that is like it; left out: all of it does */
  readonly alike?: (entry: Entry) => Entry;
  /** null: jobs do not refer to it */
  readonly used: UsedList | null;
}

const newMachine = (id: string): Machine => ({
  id,
  name: 'New machine',
  travel: { x: { min: -500, max: 0 }, y: { min: -400, max: 0 }, z: { min: -400, max: 0 } },
  table: { x: { min: -520, max: 20 }, y: { min: -410, max: 10 } },
  homesTo: '',
  registers: ['G54', 'G55', 'G56', 'G57', 'G58', 'G59'],
  ...structuredClone(NO_CONTROL),
  stations: [],
});

const times = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** Where a tool is, in a few words. */
export function placeInWords({ where }: ShopTool, { machines }: Pick<Shop, 'machines'>): string {
  if (!where) return '';
  if ('cabinet' in where) return where.cabinet;
  const name = machines.find((m) => m.id === where.machine)?.name ?? 'a machine that is gone';
  return where.pocket === null ? name : `${name}, pocket ${where.pocket}`;
}

function toolLine(tool: ShopTool, shop: Shop, speech: Speech): string {
  return [
    ...(tool.number === null ? [] : [`T${tool.number}`]),
    tool.kind,
    ...(tool.diameter === null ? [] : [speech.size(tool.diameter)]),
    placeInWords(tool, shop),
  ]
    .filter(Boolean)
    .join(' · ');
}

const kindLine = ({ kind }: Entry): string => kind ?? '';
const PIN_KINDS = PIN_SCHEMAS.map((s) => s.properties.kind.const);
const CLAMP_KINDS = CLAMP_SCHEMAS.map((s) => s.properties.kind.const);

/** A list as the others see it: what it is asked for is always one of its own entries. */
const list = <E extends Entry>(
  facts: Omit<ListFacts, 'line' | 'begin' | 'alike'> & {
    readonly line: (entry: E, shop: Shop, speech: Speech) => string;
    readonly begin: (kind: string, id: string) => E;
    readonly alike?: (entry: E) => E;
  },
): ListFacts => facts as unknown as ListFacts;

/** Every list of the library, in the order they stand in. */
export const LISTS: readonly ListFacts[] = [
  list<Machine>({
    ...{ key: 'machines', says: 'Machines', one: 'machine', kinds: [], used: 'machines' },
    line: (m) => (m.lathe ? 'lathe' : times(m.stations.length, 'station')),
    begin: (_, id) => newMachine(id),
    alike: ({ accuracy: _, ...m }) => ({
      ...m,
      stations: m.stations.map((s) => ({ ...s, position: null, plusMinus: null, measuredFor: [] })),
    }),
  }),
  list<Device>({
    ...{ key: 'devices', says: 'Holding devices', one: 'device', kinds: DEVICE_KINDS, used: 'devices' },
    line: (d, shop) => {
      const body = bodyOf(shop.devices, d);
      return body ? `jaws of ${body.name}` : d.kind;
    },
    begin: (kind, id) => newDevice(kind as DeviceKind, id),
    alike: (d) => ({ ...d, locatesWithin: null }),
  }),
  list<ShopTool>({
    ...{ key: 'tools', says: 'Tools', one: 'tool', kinds: Object.keys(TOOL_SHAPES), used: 'tools' },
    line: toolLine,
    begin: (kind, id) => newTool(kind as ToolShape, id),
    alike: (t) => ({ ...t, number: null, measured: null, where: null }),
  }),
  list<Shop['clamps'][number]>({
    ...{ key: 'clamps', says: 'Clamps, fasteners, weights', one: 'clamp', kinds: CLAMP_KINDS, used: 'clamps' },
    line: kindLine,
    begin: (kind, id) => newClamp(kind as Shop['clamps'][number]['kind'], id),
  }),
  list<Shop['bonds'][number]>({
    ...{ key: 'bonds', says: 'Tapes and adhesives', one: 'tape or adhesive', kinds: [], used: 'bonds' },
    line: kindLine,
    begin: (_, id) => newBond(id),
  }),
  list<Parallels>({
    ...{ key: 'parallels', says: 'Parallels', one: 'height of parallels', kinds: [], used: 'parallels' },
    line: (p, _, speech) => `${speech.size(p.height)} · ${p.pairs === 0 ? 'none there' : times(p.pairs, 'pair')}`,
    begin: (_, id) => newParallels(id),
  }),
  list<Shop['pins'][number]>({
    ...{ key: 'pins', says: 'Pins, dowels, bushes', one: 'pin', kinds: PIN_KINDS, used: null },
    line: kindLine,
    begin: (kind, id) => newPin(kind as Shop['pins'][number]['kind'], id),
    alike: (p) => (p.kind === 'edge pin' ? { ...p, measured: null } : p),
  }),
  list<Shop['gaugeSets'][number]>({
    ...{ key: 'gaugeSets', says: 'Gauge blocks', one: 'set of gauge blocks', kinds: [], used: null },
    line: (g) => g.set,
    begin: (_, id) => newGaugeSet(id),
  }),
  list<Shop['materials'][number]>({
    ...{ key: 'materials', says: 'Materials', one: 'material', kinds: [], used: 'materials' },
    line: () => '',
    begin: (_, id) => newMaterial(id),
  }),
  list<Stock>({
    ...{ key: 'stock', says: 'Stock sizes', one: 'stock size', kinds: STOCK_KINDS, used: 'stock' },
    line: (s, _, speech) => [s.kind, stockSizes(s, speech), s.material].filter(Boolean).join(' · '),
    begin: (kind, id) => newStock(kind as Stock['kind'], id),
  }),
  list<Shop['offcuts'][number]>({
    ...{ key: 'offcuts', says: 'Offcuts', one: 'offcut', kinds: [], used: null },
    line: (o, _, speech) => [o.material, speech.size(o.thickness)].filter(Boolean).join(' · '),
    begin: (_, id) => newOffcut(id),
  }),
  list<Consumable>({
    ...{ key: 'consumables', says: 'Consumables', one: 'consumable', kinds: [], used: 'consumables' },
    line: (c) =>
      [c.left === null ? 'not counted' : `${c.left} ${c.counted}`.trim(), ...(isLow(c) ? ['order'] : [])].join(' · '),
    begin: (_, id) => newConsumable(id),
  }),
];

/** By what jobs know an entry; null: they do not refer to its list. */
export const usedAs = ({ used }: ListFacts, entry: Entry): { readonly list: UsedList; readonly item: string } | null =>
  used && { list: used, item: libraryKey(used, entry) };

/** The entries of a list; what they are is the list's business. */
export const entriesOf = (shop: Shop, key: ListKey): readonly Entry[] => shop[key];

/** A shop with another list. */
export const withEntries = (shop: Shop, key: ListKey, change: (entries: readonly Entry[]) => readonly Entry[]): Shop =>
  ({ ...shop, [key]: change(entriesOf(shop, key)) }) as Shop;

/** Entries that have every word in their name, kind or line, those no longer offered last. */
export function found<E extends Entry>(
  { line }: ListFacts,
  entries: readonly E[],
  asked: { readonly words: string; readonly kind: string },
  { shop, speech }: { readonly shop: Shop; readonly speech: Speech },
): E[] {
  const words = asked.words.toLowerCase().split(/\s+/).filter(Boolean);
  const fits = entries.filter((e) => {
    if (asked.kind !== '' && e.kind !== asked.kind) return false;
    const text = words.length > 0 ? `${e.name} ${line(e, shop, speech)} ${e.kind ?? ''}`.toLowerCase() : '';
    return words.every((w) => text.includes(w));
  });
  return [...fits.filter((e) => !e.retired), ...fits.filter((e) => e.retired)];
}
