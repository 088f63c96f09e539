import type { Offcut, Stock } from '@violet-jaw/core/shop';

const INCH = 25.4;

const flat = (id: string, name: string, material: string, thickness: number, width: number): Stock => ({
  id,
  name,
  kind: 'flat bar',
  material,
  thickness,
  width,
  across: 0,
  bore: 0,
});
const plate = (id: string, name: string, material: string, thickness: number): Stock => ({
  id,
  name,
  kind: thickness < 8 ? 'sheet' : 'plate',
  material,
  thickness,
  width: 0,
  across: 0,
  bore: 0,
});
const round = (id: string, name: string, material: string, across: number): Stock => ({
  id,
  name,
  kind: 'round bar',
  material,
  thickness: 0,
  width: 0,
  across,
  bore: 0,
});

/** Sizes the demo shop keeps. Invented, in sizes a dealer would have. */
export const demoStock: Stock[] = [
  flat('flat-40-80', 'Flat 40 × 80', 'EN AW-6082 T6', 40, 80),
  flat('flat-45-80', 'Flat 45 × 80', 'EN AW-6082 T6', 45, 80),
  flat('flat-50-100', 'Flat 50 × 100', 'EN AW-6082 T6', 50, 100),
  flat('flat-15-225', 'Flat 1 1/2 × 2 1/4 in', 'brass CW614N', 1.5 * INCH, 2.25 * INCH),
  plate('plate-18', 'Plate 18', 'EN AW-5083', 18),
  plate('plate-45', 'Plate 45', 'EN AW-6082 T6', 45),
  plate('sheet-4', 'Sheet 4', 'EN AW-5754', 4),
  round('round-40', 'Round 40', '1.4305', 40),
  round('round-150', 'Round 150', 'EN AW-6082 T6', 150),
  round('round-4in', 'Round 4 in', 'brass CW614N', 4 * INCH),
  {
    id: 'hex-30',
    name: 'Hexagon 30',
    kind: 'hexagon bar',
    material: '1.4305',
    thickness: 0,
    width: 0,
    across: 30,
    bore: 0,
  },
  {
    id: 'tube-80-60',
    name: 'Tube 80 × 10',
    kind: 'tube',
    material: 'EN AW-6060',
    thickness: 0,
    width: 0,
    across: 80,
    bore: 60,
  },
];

const rectangle = (x: number, y: number, w: number, h: number): [number, number][] => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
];

/** Leftover pieces on the demo shop's rack. */
export const demoOffcuts: Offcut[] = [
  {
    id: 'rack-1',
    name: 'Rack 1',
    material: 'EN AW-6082 T6',
    thickness: 45,
    outline: [
      [0, 0],
      [260, 0],
      [260, 90],
      [150, 90],
      [150, 200],
      [0, 200],
    ],
    holes: [rectangle(60, 40, 24, 24)],
    photo: null,
    note: 'end of a plate, one old clamp hole',
  },
  {
    id: 'rack-2',
    name: 'Rack 2',
    material: 'EN AW-6082 T6',
    thickness: 45,
    outline: rectangle(0, 0, 120, 70),
    holes: [],
    photo: null,
    note: 'a little short',
  },
  {
    id: 'board-1',
    name: 'Board 1',
    material: 'oak',
    thickness: 50,
    outline: rectangle(0, 0, 400, 120),
    holes: [
      [
        [190, 50],
        [205, 45],
        [215, 60],
        [205, 75],
        [192, 70],
      ],
    ],
    photo: null,
    note: 'one knot',
  },
];
