import { newShopTool, type Consumable, type Parallels, type ShopTool, type ToolShape } from '@violet-jaw/core/shop';

const INCH = 25.4;

const parallels = (height: number, name: string): Parallels => ({
  id: `parallels-${name.replace(/[^0-9]/g, '-')}`,
  name: `Parallels ${name}`,
  height,
  thickness: 8,
  pairs: 1,
});

/** One pair of each; of 32 two. Invented. */
export const demoParallels: Parallels[] = [
  ...Array.from({ length: 20 }, (_, i) => 10 + 2 * i).map((h) => ({
    ...parallels(h, String(h)),
    pairs: h === 32 ? 2 : 1,
  })),
  ...[0.5, 0.625, 0.75, 0.875, 1].map((h) => parallels(h * INCH, `${h} in`)),
];

const tool = (kind: ToolShape, id: string, fields: Partial<ShopTool>): ShopTool => ({
  ...newShopTool(kind, id),
  ...fields,
});
const holder = (name: string, ...steps: readonly (readonly [number, number])[]): ShopTool['holder'] => ({
  name,
  steps: steps.map(([diameter, length]) => ({ diameter, length })),
});
const measured = (length: number, on: string) => ({ length, on, by: 'Planner' });
const inMill1 = (pocket: number) => ({ machine: 'mill-1', pocket });

/** The tools of the demo shop. Invented. */
export const demoTools: ShopTool[] = [
  tool('face mill', 'face-50', {
    ...{ name: 'Face mill 50', number: 3, diameter: 50, corner: 0.8, fluteLength: 8, shank: 22, stickOut: 50 },
    ...{ flutes: 5, material: 'carbide', coating: 'uncoated, polished' },
    holder: holder('Shell mill arbor 22', [50, 20], [63, 72]),
    measured: measured(142, '2026-11-16'),
    where: inMill1(3),
    cutting: [
      { id: 'cut-1', material: 'en-aw-6082', speed: 470, feedPerTooth: 0.1, note: '1.5 deep' },
      { id: 'cut-2', material: 's235jr', speed: 160, feedPerTooth: 0.12, note: '' },
    ],
    wear: 'Turn the inserts when the burr at the edge can be felt',
  }),
  tool('end mill', 'end-16', {
    ...{ name: 'End mill 16, 3 flutes', number: 5, diameter: 16, corner: 0.2, fluteLength: 36, shank: 16 },
    ...{ stickOut: 45, flutes: 3, helix: 45, material: 'carbide', coating: 'uncoated' },
    holder: holder('Collet chuck 20', [42, 40], [63, 43.5]),
    measured: measured(128.5, '2026-11-16'),
    where: inMill1(5),
    cutting: [{ id: 'cut-1', material: 'en-aw-6082', speed: 300, feedPerTooth: 0.08, note: '8 deep, 3 wide' }],
    wear: 'Change when a wall leans more than 0.02 over 30',
  }),
  tool('chamfer mill', 'chamfer-6', {
    ...{ name: 'Chamfer mill 90°, 6', number: 7, diameter: 6, fluteLength: 3, shank: 6, stickOut: 40, flutes: 2 },
    ...{ point: 90, material: 'carbide' },
    holder: holder('Collet chuck 10', [28, 30], [63, 48]),
    measured: measured(118, '2026-11-16'),
    where: inMill1(7),
  }),
  tool('drill', 'drill-9', {
    ...{ name: 'Drill 9', number: 8, diameter: 9, fluteLength: 81, shank: 9, stickOut: 80, flutes: 2, point: 118 },
    ...{ material: 'high-speed steel' },
    holder: holder('Collet chuck 16', [32, 36], [50, 35]),
    where: { cabinet: 'Cabinet 2, drawer 4' },
    cutting: [{ id: 'cut-1', material: 'en-aw-6082', speed: 113, feedPerTooth: 0.1, note: 'pecks of 9' }],
  }),
  tool('ball end mill', 'ball-6', {
    ...{ name: 'Ball end mill 6', diameter: 6, corner: 3, fluteLength: 12, shank: 6, stickOut: 30, flutes: 2 },
    ...{ helix: 30, material: 'carbide', coating: 'AlTiN' },
    holder: holder('Shrink chuck 6', [21, 30], [27, 50]),
    where: { cabinet: 'Cabinet 1, drawer 2' },
  }),
  tool('end mill', 'end-4', {
    ...{ name: 'End mill 4', number: 12, diameter: 4, corner: 0, fluteLength: 11, shank: 6, stickOut: 25, flutes: 3 },
    ...{ helix: 45, material: 'carbide' },
    holder: holder('Shrink chuck 6', [21, 30], [27, 50]),
    measured: measured(105.32, '2026-11-20'),
    where: inMill1(12),
  }),
  tool('drill', 'drill-5', {
    ...{
      name: 'Drill 5',
      diameter: 5,
      fluteLength: 52,
      shank: 5,
      stickOut: 60,
      flutes: 2,
      point: 140,
      material: 'carbide',
    },
    holder: holder('Collet chuck 10', [28, 30], [63, 48]),
    where: { cabinet: 'Cabinet 2, drawer 3' },
  }),
  tool('reamer', 'reamer-8', {
    ...{ name: 'Reamer 8 H7', diameter: 8, fluteLength: 33, shank: 8, stickOut: 75, flutes: 6 },
    material: 'high-speed steel',
    where: { cabinet: 'Cabinet 2, drawer 6' },
  }),
  tool('tap', 'tap-m6', {
    ...{
      name: 'Tap M6',
      diameter: 6,
      fluteLength: 19,
      shank: 6,
      stickOut: 60,
      flutes: 3,
      material: 'high-speed steel',
    },
    note: 'pitch 1',
    where: { cabinet: 'Cabinet 2, drawer 7' },
  }),
  tool('edge finder', 'finder-10', {
    ...{ name: 'Edge finder 10', diameter: 10, shank: 10, stickOut: 55 },
    where: { cabinet: 'Inspection bench' },
  }),
  tool('end mill', 'end-10-old', {
    ...{ name: 'End mill 10, old', diameter: 10, fluteLength: 22, shank: 10, flutes: 2, material: 'high-speed steel' },
    ...{ note: 'ground twice', retired: true },
  }),
];

/** What is used up in the demo shop. Invented. */
export const demoConsumables: Consumable[] = [
  { id: 'coolant', name: 'coolant, flood', counted: 'liters', left: 140, orderAt: 40, where: 'Drum beside Mill 1' },
  { id: 'garnet', name: 'garnet 80', counted: 'bags', left: 2, orderAt: 3, where: 'Beside Jet 1' },
  { id: 'tape', name: 'double-sided tape 50 wide', counted: 'rolls', left: null, orderAt: 1, where: 'Cabinet 3' },
];
