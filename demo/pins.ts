import type { Pin, Shop } from '@violet-jaw/core/shop';

/** What the demo shop locates parts with. Invented. */
export const demoPins: Pin[] = [
  { kind: 'edge pin', id: 'edge-10', name: 'Edge pin 10', diameter: 10, measured: 9.996 },
  { kind: 'edge pin', id: 'edge-12', name: 'Edge pin 12', diameter: 12, measured: null },
  { kind: 'edge pin', id: 'edge-20', name: 'Stepped edge pin 20', diameter: 20, measured: 20.004 },
  { kind: 'dowel', id: 'dowel-8', name: 'Dowel 8', diameter: 8, fit: 'h8' },
  { kind: 'dowel', id: 'dowel-10', name: 'Dowel 10', diameter: 10, fit: 'h8' },
  { kind: 'dowel', id: 'dowel-20', name: 'Stepped dowel 20', diameter: 20, fit: 'g6' },
  { kind: 'relieved dowel', id: 'relieved-12', name: 'Relieved dowel 12', diameter: 12, fit: 'g6', land: 2 },
  { kind: 'bush', id: 'bush-8', name: 'Bush 8 × 12', diameter: 8, outside: 12 },
  { kind: 'pointer', id: 'pointer-90', name: 'Pointer 90', length: 90 },
];

export const demoGaugeSets: Shop['gaugeSets'] = [
  { id: 'gauge-87', name: 'Gauge blocks of the inspection bench', set: '87 pieces, metric' },
  { id: 'gauge-81', name: 'Inch gauge blocks', set: '81 pieces, inch' },
];
