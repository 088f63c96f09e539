import { newBlank, newJob, newHold, type HoldIn, type Job, type Setup, type Tool, oneCut } from '@violet-jaw/core/job';
import { begunCutter, begunSetup } from './begun';
import type { DxfCorner } from '@violet-jaw/formats/dxf/write.ts';

/** Bulge of a quarter circle, counter-clockwise. */
const QUARTER = Math.tan(Math.PI / 8);

/** Rectangle with round corners, counter-clockwise. */
function rounded(x: number, y: number, w: number, h: number, r: number): DxfCorner[] {
  return [
    [x + r, y],
    [x + w - r, y, QUARTER],
    [x + w, y + r],
    [x + w, y + h - r, QUARTER],
    [x + w - r, y + h],
    [x + r, y + h, QUARTER],
    [x, y + h - r],
    [x, y + r, QUARTER],
  ];
}

const round = (x: number, y: number, d: number): DxfCorner[] => [
  [x - d / 2, y, 1],
  [x + d / 2, y, 1],
];

/** Outlines of the demo's sheet parts, mm; the first ring is the outside. Invented. */
export const demoOutlines: Record<string, DxfCorner[][]> = {
  'louver-frame': [rounded(0, 0, 280, 180, 8), ...[0, 1, 2].map((i) => rounded(50, 50 + i * 30, 180, 20, 10))],
  // a D: straight at the left, half round at the right, with corners of 3; two holes for screws
  'd-window': [
    [
      [3, 0],
      [40, 0, 1],
      [40, 80],
      [3, 80, QUARTER],
      [0, 77],
      [0, 3, QUARTER],
    ],
    round(9, 12, 4.2),
    round(9, 68, 4.2),
  ],
  'insulator-plate': [rounded(0, 0, 180, 120, 12), round(30, 60, 22), round(150, 30, 14), round(150, 90, 14)],
};

const setup = (change: Parameters<typeof begunSetup>[0]): Setup => begunSetup({ station: 'station-r', ...change });

const on = (change: Partial<Omit<HoldIn<'flat'>, 'family'>>): HoldIn<'flat'> => newHold('flat', change);
/** The hold alone keeps what the cut frees. */
const heldFree: HoldIn<'flat'>['separation'] = { ...newHold('flat').separation, way: 'hold' };
const cutter = (change: Partial<Tool>): Tool =>
  begunCutter({
    ...{ flutes: 1, feedPerTooth: 0.06, cutDepth: 1.3, cutWidth: 6, rpm: 18_000, stickOut: 25, holderDiameter: 28 },
    ...change,
  });

/**
 * Routed sheet: cut to a skin on the vacuum plate, then turned over onto pods under the frame's bars, where the skin
 * goes.
 */
export function louverFrameJob(file = 'louver-frame.dxf', sha256?: string): Job {
  const allowance = { xMinus: 10, xPlus: 10, yMinus: 10, yPlus: 10, zMinus: 0, zPlus: 0 };
  return {
    ...newJob(
      { number: 'SK-1055', part: 'Louver frame', revision: 'B', material: 'EN AW-5754', quantity: 40, units: 'mm' },
      { file, unit: 'mm', thickness: 4, ...(sha256 ? { sha256 } : {}) },
    ),
    due: '2026-12-18',
    allowance,
    blank: { ...newBlank(allowance), kind: 'sheet' },
    machine: 'router-1',
    sizeTolerance: 0.1,
    setups: [
      setup({
        id: 'op-10',
        op: 10,
        does: 'routes windows and outline down to a skin',
        device: 'vacuum-400',
        cuts: oneCut(3.873, { clears: 'outline', width: 6 }),
        tools: [cutter({})],
        program: '3101',
        consumables: ['dust extraction on', 'air blast at the cutter'],
        hold: on({
          x: { by: 'gauge blocks', side: 'left', at: 50, pins: [] },
          y: { by: 'gauge blocks', side: 'front', at: 50, pins: [] },
          gasket: { on: true, inset: 6 },
        }),
        why: {
          seat: 'blocks from the second groove, the sheet has no other square edge',
          cuts: '',
          hold: 'the skin keeps the vacuum',
          zero: '',
        },
      }),
      setup({
        id: 'op-20',
        op: 20,
        register: 'G55',
        does: 'takes the skin away, frees frame and windows',
        device: 'pods-router',
        orientation: { up: '-z', right: '+x' },
        cuts: oneCut(0.127, { clears: 'outline', width: 6 }),
        tools: [cutter({ description: 'end mill, 1 flute, light pass', feedPerTooth: 0.03, cutDepth: 0.127 })],
        program: '3102',
        hold: on({
          separation: heldFree,
          x: { by: 'fence', side: 'left', at: 200, pins: [] },
          y: { by: 'fence', side: 'front', at: 200, pins: [] },
          pinHeight: 33,
          pinsOut: false,
          pods: [
            { id: 'pod-1', x: 225, y: 213, on: true },
            { id: 'pod-2', x: 355, y: 213, on: true },
            { id: 'pod-3', x: 225, y: 346, on: true },
            { id: 'pod-4', x: 355, y: 346, on: true },
          ],
        }),
        proposed: [],
        why: { seat: '', cuts: '', hold: 'pods lie wholly under the long bars', zero: '' },
      }),
    ],
  };
}

/** Thin window of polycarbonate on fixing wax: too soft to clamp, stuck down all over. */
export function dWindowJob(file = 'd-window.dxf', sha256?: string): Job {
  const allowance = { xMinus: 8, xPlus: 8, yMinus: 8, yPlus: 8, zMinus: 0, zPlus: 0 };
  return {
    ...newJob(
      { number: 'SK-1060', part: 'D-window', revision: 'A', material: 'polycarbonate', quantity: 12, units: 'mm' },
      { file, unit: 'mm', thickness: 2, ...(sha256 ? { sha256 } : {}) },
    ),
    due: '2026-12-09',
    allowance,
    blank: { ...newBlank(allowance), kind: 'sheet' },
    machine: 'router-1',
    sizeTolerance: 0.05,
    setups: [
      setup({
        id: 'op-10',
        op: 10,
        does: 'routes the window out of the sheet',
        device: 'board-router',
        cuts: oneCut(2.03, { clears: 'outline', width: 4 }),
        program: '3201',
        tools: [cutter({ number: 2, diameter: 4, feedPerTooth: 0.05, cutDepth: 1, cutWidth: 4 })],
        consumables: ['air blast at the cutter, no coolant'],
        hold: on({
          separation: heldFree,
          edgePins: {
            ...{ x: 108, y: 108, edge: 'loaded' },
            pins: [
              { id: 'pin-1', side: 'front', along: 10 },
              { id: 'pin-2', side: 'front', along: 70 },
              { id: 'pin-3', side: 'left', along: 40 },
            ],
          },
          pinDiameter: 12,
          pinHeight: 1.8,
          bond: 'wax',
          bondInset: 1,
          temperature: 30,
          backing: '',
        }),
        why: {
          seat: 'the film stays on the upper side; pins where the sheet is cut square',
          cuts: '',
          hold: 'too thin and too soft to clamp; the wax holds what the cut frees',
          zero: '',
        },
      }),
    ],
  };
}

/** Laminate cut with an abrasive jet, held by weights. */
export function insulatorPlateJob(file = 'insulator-plate.dxf', sha256?: string): Job {
  const allowance = { xMinus: 90, xPlus: 90, yMinus: 90, yPlus: 90, zMinus: 0, zPlus: 0 };
  return {
    ...newJob(
      {
        number: 'SK-1063',
        part: 'Insulator plate',
        revision: 'A',
        material: 'glass-fibre laminate',
        quantity: 8,
        units: 'mm',
      },
      { file, unit: 'mm', thickness: 10, ...(sha256 ? { sha256 } : {}) },
    ),
    due: '2026-12-16',
    allowance,
    blank: { ...newBlank(allowance), kind: 'plate' },
    machine: 'jet-1',
    sizeTolerance: 0.15,
    setups: [
      setup({
        id: 'op-10',
        op: 10,
        does: 'cuts holes and outline',
        device: 'grid-jet',
        station: 'station-j',
        cuts: oneCut(10, { clears: 'outline', width: 1.1 }),
        program: '4001',
        consumables: ['abrasive in the hopper', 'water level over the slats'],
        tools: [
          cutter({
            number: 1,
            description: 'abrasive jet',
            use: 'other',
            diameter: 1.1,
            flutes: null,
            feedPerTooth: null,
            cutDepth: null,
            cutWidth: null,
            rpm: null,
            stickOut: null,
            holderDiameter: null,
          }),
        ],
        hold: on({
          separation: { ...heldFree, way: 'tabs', tabs: { count: 4, width: 1, height: 10, moved: [] } },
          further: [{ id: 'piece-2', x: 380, y: 0, register: 'G55' }],
          x: { by: 'hand', side: 'left', at: 200, pins: [] },
          y: { by: 'hand', side: 'front', at: 220, pins: [] },
          // weights on the frame of each plate
          clamps: [
            [240, 255],
            [520, 255],
            [240, 485],
            [520, 485],
          ].map(([x, y], i) => ({
            id: `clamp-${i + 1}`,
            clamp: 'weight-4',
            x,
            y,
            towards: '-x' as const,
            torque: null,
            toBolt: 0,
            toHeel: 0,
          })),
        }),
        proposed: [],
        why: { seat: '', cuts: '', hold: 'weights stand on the frame that stays, clear of the head', zero: '' },
      }),
    ],
  };
}
