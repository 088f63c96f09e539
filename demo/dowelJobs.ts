import {
  cutFor,
  newBlank,
  newHold,
  newJob,
  oneCut,
  touchChoices,
  type Dowel,
  type HoldIn,
  type Job,
  type Setup,
  type Tool,
} from '@violet-jaw/core/job';
import { begunCutter as cutter, begunSetup as setup, NO_SHIFT as none, type FileRef } from './begun';

const dowel = (id: string, u: number, v: number, change: Partial<Dowel>): Dowel => ({
  ...{ id, bore: null, bush: null, u, v, diameter: 8, pin: 'h8', hole: 'F7', relieved: false, land: null },
  ...change,
});

const routed = cutter({
  ...{ flutes: 1, feedPerTooth: 0.02, cutDepth: 0.3, cutWidth: 6, rpm: 18_000, stickOut: 25, holderDiameter: 28 },
});

/** Both sides of a louver frame: turned over on two dowels of two diameters, in ears, since the sheet has no room. */
export function louverBothSidesJob(file = 'louver-frame.dxf', sha256?: string): Job {
  const allowance = { xMinus: 10, xPlus: 10, yMinus: 10, yPlus: 10, zMinus: 0, zPlus: 0 };
  const ear = { at: 90, width: 60, out: 40, bond: 'two-part' };
  const taped = newHold('flat', { bond: 'tape-thin', bondInset: 3 });
  const hold: HoldIn<'flat'> = {
    ...taped,
    x: { by: 'fence', side: 'left', at: 100, pins: [] },
    y: { by: 'fence', side: 'front', at: 100, pins: [] },
    pinHeight: 3,
    separation: { ...taped.separation, way: 'tabs', tabs: { count: 6, width: 5, height: 0.8, moved: [] } },
  };
  const on = { device: 'board-router', station: 'station-r', tools: [routed], consumables: ['dust extraction on'] };
  return {
    ...newJob(
      { number: 'SK-1058', part: 'Louver frame, both sides', revision: 'A', material: 'EN AW-5754', units: 'mm' },
      { file, unit: 'mm', thickness: 4, ...(sha256 ? { sha256 } : {}) },
    ),
    quantity: 4,
    due: '2026-12-22',
    allowance,
    blank: {
      ...newBlank(allowance),
      kind: 'sheet',
      ears: [
        { id: 'ear-left', side: '-x', ...ear },
        { id: 'ear-right', side: '+x', ...ear },
      ],
    },
    machine: 'router-1',
    sizeTolerance: 0.1,
    setups: [
      setup({
        ...{ id: 'op-10', op: 10, does: 'drills the dowel holes, routes half way down', program: '3301', hold, ...on },
        cuts: oneCut(2, { clears: 'outline', width: 6 }),
        why: { seat: '', cuts: 'half from each side: no burr on either', hold: '', zero: '' },
      }),
      setup({
        ...{ id: 'op-20', op: 20, register: 'G55', does: 'routes the other half', program: '3302', ...on },
        orientation: { up: '-z', right: '+x' },
        hold: { ...structuredClone(hold), dowels: { in: 'drilled', x: 0, y: 0, up: 3, block: null } },
        cuts: oneCut(2.1, { clears: 'outline', width: 6 }),
        why: { seat: 'two diameters: it goes on one way only', cuts: '', hold: '', zero: '' },
      }),
    ],
    dowels: {
      ...{ along: 'z', drilledIn: 'op-10', into: 12, plusMinus: 0 },
      holes: [dowel('dowel-1', -30, 90, {}), dowel('dowel-2', 310, 90, { diameter: 10 })],
    },
  };
}

const BORE_20 = 'bore 20.000 along +z @ 22.000,22.000,10.500';
const BORE_12 = 'bore 12.000 along +z @ 147.000,22.000,8.000';
const BORE_28 = 'bore 28.000 along +z @ 22.000,22.000,3.500';
const TOPS = ['plane +z 16.000 @ 22.000,22.000,16.000', 'plane +z 16.000 @ 147.000,22.000,16.000'];
const UNDER = 'plane -z -2.000 @ 22.000,22.000,2.000';

const bore = (id: string, called: string, z: number, size: number): Job['features'][number] => ({
  ...{ id, name: '', called, kind: 'bore', direction: { x: 0, y: 0, z: 1 }, size },
  at: { x: size === 12 ? 147 : 22, y: 22, z },
});

const flat = (id: string, called: string, at: Job['features'][number]['at']): Job['features'][number] => ({
  ...{ id, name: '', called, kind: 'plane', size: 0, at },
  direction: { x: 0, y: 0, z: at.z === 16 ? 1 : -1 },
});

/** A strap onto the part, its bolt in a hole of the plate. */
const strap = (id: string, x: number, y: number, bolt: number): HoldIn<'flat'>['clamps'][number] => ({
  ...{
    id,
    clamp: 'strap-8',
    x,
    y,
    towards: bolt > y ? '+y' : '-y',
    torque: 11,
    toBolt: Math.abs(bolt - y),
    toHeel: 22,
  },
});

/** What both plans of the float guide share: 3-2-1 against the rough outside, straps on the web. */
const roughSeat: HoldIn<'flat'> = newHold('flat', {
  x: { by: 'pins', side: 'left', at: 110, pins: [125] },
  y: { by: 'pins', side: 'front', at: 110, pins: [175, 225] },
  ...{ pinDiameter: 20, pinHeight: 12 },
  clamps: [strap('clamp-1', 175, 128, 175), strap('clamp-2', 200, 128, 175)],
});

const milled = (number: number, description: string, diameter: number): Tool =>
  cutter({
    ...{ number, description, diameter, flutes: 3, feedPerTooth: 0.04, cutDepth: 1, cutWidth: diameter / 3 },
    ...{ rpm: 3500, stickOut: 45, holderDiameter: 32, length: 110 },
  });

const touchedDevice = () => {
  const choices = touchChoices(6);
  const { touchOff } = choices;
  return {
    ...choices,
    touchOff: {
      ...touchOff,
      ...{ x: 'locator' as const, y: 'locator' as const, z: 'locator' as const, plusMinus: 0.01 },
      top: { ...touchOff.top, tool: 1 },
    },
  };
};

/** @param hold how the second side is held */
function floatGuide(hold: HoldIn<'flat'>, dowels: Job['dowels'], [file, casting]: readonly FileRef[]): Job {
  const stock = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 2 };
  const raw = newBlank(stock);
  const sides = Object.fromEntries(Object.keys(raw.sides).map((s) => [s, 'raw'])) as typeof raw.sides;
  const zero: Setup['zero'] = { of: 'finished part', x: { on: BORE_20 }, y: { on: BORE_20 }, z: 'max', extra: none };
  const tools = [milled(1, 'end mill, 3 flutes', 10)];
  return {
    ...newJob(
      {
        number: 'SK-1070',
        part: 'Float guide',
        revision: 'A',
        material: 'EN AW-5083, cast',
        quantity: 30,
        units: 'mm',
      },
      { ...file, body: 0 },
    ),
    due: '2026-12-18',
    sizeTolerance: 0.4,
    allowance: stock,
    blank: { ...raw, kind: 'own solid', sides, solid: { ...casting, body: 0 }, plusMinus: 0.4 },
    machine: 'mill-1',
    features: [
      bore(BORE_20, 'bore ⌀20 through', 10.5, 20),
      bore(BORE_12, 'bore ⌀12 through', 8, 12),
      bore(BORE_28, 'bore ⌀28, 3 deep', 3.5, 28),
      flat(TOPS[0], 'top face, 1 of 2', { x: 22, y: 22, z: 16 }),
      flat(TOPS[1], 'top face, 2 of 2', { x: 147, y: 22, z: 16 }),
      flat(UNDER, 'bottom side, 2 deep', { x: 22, y: 22, z: 2 }),
    ],
    dowels,
    meets: [{ id: 'meet-1', a: BORE_20, b: BORE_28, within: 0.15 }],
    setups: [
      setup({
        ...{ id: 'op-10', op: 10, does: 'faces both pads, bores and reams', device: 'plate-400', hold: roughSeat },
        ...{ station: 'station-a', tools, program: '2110', zero, ...touchedDevice() },
        cuts: [cutFor('pads', TOPS, 0), cutFor('bore-20', [BORE_20], 0), cutFor('bore-12', [BORE_12], 0)],
        why: { seat: 'flat on its underside, two pins in front, one at the left', cuts: '', hold: '', zero: '' },
      }),
      setup({
        ...{ id: 'op-20', op: 20, register: 'G55', does: 'faces the other side, cuts the recess', hold },
        ...{ device: 'plate-400', station: 'station-a', tools, program: '2111', zero, ...touchedDevice() },
        orientation: { up: '-z', right: '+x' },
        cuts: [cutFor('underside', [UNDER], 0), cutFor('recess', [BORE_28], 0)],
      }),
    ],
  };
}

const FILES: readonly FileRef[] = [{ file: 'float-guide.step' }, { file: 'float-guide-casting.step' }];

/** The second side: straps on the smaller pad, out of the way of the larger one. */
const secondSide: HoldIn<'flat'> = {
  ...structuredClone(roughSeat),
  clamps: [strap('clamp-1', 250, 137, 175), strap('clamp-2', 250, 113, 75)],
};

const stepped = (says: string): Job['accepted'][number] => ({
  ...{ code: 'dowel-does-not-fit-plate', setupId: 'op-20', says, by: 'Lead' },
  reason: 'stepped dowels: 8 in the plate, as large as the bore above it',
});

/**
 * A thin cast lever, rough all round. Its second side stands with its own bores on dowels, so that the recess meets the
 * bore it lies about.
 */
export function floatGuideJob(files: readonly FileRef[] = FILES): Job {
  const job = floatGuide(
    { ...secondSide, dowels: { in: 'own', x: 125, y: 125, up: 10, block: null } },
    {
      ...{ along: 'z', drilledIn: null, into: 0, plusMinus: 0.01 },
      holes: [
        dowel('dowel-1', 22, 22, { bore: BORE_20, diameter: 20, pin: 'g6', hole: 'H7' }),
        dowel('dowel-2', 147, 22, { bore: BORE_12, diameter: 12, pin: 'g6', hole: 'H7', relieved: true, land: 2 }),
      ],
    },
    files,
  );
  const holes = 'and the holes of Sub-plate 400 × 300 take 8.000 mm.';
  return {
    ...job,
    accepted: [stepped(`Dowel 1 is 20.000 mm thick, ${holes}`), stepped(`Dowel 2 is 12.000 mm thick, ${holes}`)],
  };
}

/** As it was planned first: the second side against the rough outside again, which lies anywhere in the casting's ±. */
export const floatGuideAsFirstPlanned = (files: readonly FileRef[] = FILES): Job => floatGuide(secondSide, null, files);
