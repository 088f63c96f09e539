import {
  newBlank,
  newJob,
  NO_CUT,
  UNDECIDED,
  newHold,
  touchChoices,
  type Job,
  type Setup,
  oneCut,
} from '@violet-jaw/core/job';
import { datumAs, NO_CONTROL, PLAIN_DIALECT, type Machine, type Shop } from '@violet-jaw/core/shop';

import { demoBonds, demoClamps, demoDevices, demoMaterials } from './holding';
import { demoGaugeSets, demoPins } from './pins';
import { demoConsumables, demoParallels, demoTools } from './tools';
import { demoChuckLathe, demoLathe } from './turned';
import { demoOffcuts, demoStock } from './material';

export { floatGuideAsFirstPlanned, floatGuideJob, louverBothSidesJob } from './dowelJobs';
export { boomTubeJob } from './boomTube';
export { vaneSideHoleJob } from './sideHole';
export { mastSpindleJob, pivotPinJob } from './turned';
export { insulatorPlateJob, louverFrameJob, dWindowJob } from './flatJobs';

type Controlled = Pick<Machine, 'homing' | 'commonOffset' | 'positions' | 'safeEnd' | 'dialect' | 'lathe'>;
/** Edge finder at the sides, a tool of the list at the top. */
const touchWith = (diameter: number, tool: number) => {
  const choices = touchChoices(diameter);
  return { ...choices, touchOff: { ...choices.touchOff, top: { ...choices.touchOff.top, tool } } };
};
/** What of the device the finished faces lie on, touched before loading. */
const touchDevice = (diameter: number, tool: number) => {
  const choices = touchWith(diameter, tool);
  return { ...choices, touchOff: { ...choices.touchOff, z: 'locator' as const } };
};
/** Up first, so that nothing is dragged through what stands on the table. */
const UP_FIRST: Machine['homing'] = { ...NO_CONTROL.homing, order: ['z', 'x', 'y'] };
const control = (change: Partial<Controlled>): Controlled => ({
  ...structuredClone(NO_CONTROL),
  homing: UP_FIRST,
  ...change,
});
/** A station measured with this device of the demo shop on it. */
const asMeasured = (device: string) => ({ device, as: datumAs(demoDevices.find((d) => d.id === device)!) });
const at = (x: number, y: number, z: number) => ({ x, y, z });

/** The demo shop: invented, ours. Machine coordinates count from machine zero, so they are negative. */
export const demoShop: Shop = {
  name: 'Skerry Instrument Works',
  projection: 'third angle',
  machines: [
    {
      id: 'mill-1',
      name: 'Mill 1',
      travel: { x: { min: -760, max: 0 }, y: { min: -430, max: 0 }, z: { min: -510, max: 0 } },
      table: { x: { min: -800, max: 40 }, y: { min: -420, max: -20 } },
      homesTo: 'table far left and toward you, spindle up',
      registers: ['G54', 'G55', 'G56', 'G57', 'G58', 'G59', 'G59.1', 'G59.2', 'G59.3'],
      ...control({ positions: { reference: at(0, 0, 0), second: at(-380, 0, 0), toolChange: at(-60, -20, 0) } }),
      stations: [
        {
          id: 'station-a',
          name: 'A',
          position: { x: -487.35, y: -157.6, z: -471.25 },
          plusMinus: 0.01,
          measuredFor: [asMeasured('vise-150'), asMeasured('vise-150-soft')],
          note: 'left vise, indicated along the fixed jaw',
        },
        {
          id: 'station-b',
          name: 'B',
          position: null,
          plusMinus: null,
          measuredFor: [],
          note: 'right vise, moved last month and not measured since',
        },
      ],
    },
    {
      id: 'mill-2',
      name: 'Mill 2, small',
      travel: { x: { min: -305, max: 0 }, y: { min: -254, max: 0 }, z: { min: -300, max: 0 } },
      table: { x: { min: -330, max: 30 }, y: { min: -240, max: -10 } },
      homesTo: 'table far left and toward you, spindle up',
      registers: ['G54', 'G55', 'G56', 'G57'],
      ...control({
        positions: { reference: at(0, 0, 0), second: null, toolChange: null },
        dialect: { ...PLAIN_DIALECT, optionalStop: 'M1', plusSign: 'left out' },
      }),
      stations: [
        { id: 'station-c', name: 'C', position: null, plusMinus: null, measuredFor: [], note: 'center of the table' },
      ],
    },
    {
      id: 'router-1',
      name: 'Router 1',
      travel: { x: { min: 0, max: 1250 }, y: { min: 0, max: 700 }, z: { min: -220, max: 0 } },
      table: { x: { min: -20, max: 1270 }, y: { min: -20, max: 720 } },
      homesTo: 'gantry near left, spindle up',
      registers: ['G54', 'G55', 'G56', 'G57', 'G58', 'G59'],
      ...control({
        homing: { ...UP_FIRST, x: 'min', y: 'min' },
        positions: { reference: at(0, 0, 0), second: null, toolChange: at(0, 700, 0) },
        dialect: { ...PLAIN_DIALECT, comments: 'semicolon' },
      }),
      stations: [
        {
          id: 'station-r',
          name: 'R',
          position: { x: 60, y: 40, z: -190 },
          plusMinus: 0.05,
          measuredFor: ['vacuum-400', 'pods-router', 'board-router'].map(asMeasured),
          note: 'left front corner of the bed against its two dowels',
        },
        {
          id: 'station-t',
          name: 'T',
          position: { x: 115, y: 340, z: -150 },
          plusMinus: 0.03,
          measuredFor: [asMeasured('rotary-long')],
          note: 'axis at the face of the chuck: mean of a bar touched at 0° and at 180°',
        },
      ],
    },
    {
      id: 'jet-1',
      name: 'Jet 1',
      travel: { x: { min: 0, max: 1300 }, y: { min: 0, max: 1300 }, z: { min: -150, max: 0 } },
      table: { x: { min: -50, max: 1350 }, y: { min: -50, max: 1350 } },
      homesTo: 'head near left, up',
      registers: ['G54', 'G55'],
      ...control({
        homing: { homes: false, x: 'min', y: 'min', z: 'max', order: null },
        safeEnd: at(0, 0, 60),
        dialect: { ...PLAIN_DIALECT, lengthLine: '', riseLine: '', setLine: '' },
      }),
      stations: [
        {
          id: 'station-j',
          name: 'J',
          position: null,
          plusMinus: null,
          measuredFor: [],
          note: 'slats are changed often, so nothing stays measured',
        },
      ],
    },
    {
      id: 'bar-lathe-1',
      name: 'Bar lathe 1',
      travel: { x: { min: -60, max: 0 }, y: { min: 0, max: 0 }, z: { min: -128, max: 0 } },
      table: { x: { min: 0, max: 0 }, y: { min: 0, max: 0 } },
      homesTo: 'main spindle back, cross slide out, second spindle away',
      registers: ['G54', 'G55'],
      ...control({ lathe: demoLathe }),
      stations: [],
    },
    {
      id: 'lathe-1',
      name: 'Lathe 1',
      travel: { x: { min: -160, max: 0 }, y: { min: 0, max: 0 }, z: { min: -420, max: 0 } },
      table: { x: { min: 0, max: 0 }, y: { min: 0, max: 0 } },
      homesTo: 'turret out and away from the chuck',
      registers: ['G54', 'G55', 'G56', 'G57'],
      ...control({ lathe: demoChuckLathe }),
      stations: [
        {
          id: 'station-l',
          name: 'L',
          position: { x: 0, y: 0, z: -388.4 },
          plusMinus: 0.02,
          measuredFor: [asMeasured('chuck-160-soft')],
          note: "turret's face touched on the face of the chuck",
        },
      ],
    },
  ],
  altitude: 20,
  devices: demoDevices,
  clamps: demoClamps,
  bonds: demoBonds,
  pins: demoPins,
  gaugeSets: demoGaugeSets,
  parallels: demoParallels,
  tools: demoTools,
  consumables: demoConsumables,
  materials: demoMaterials,
  stock: demoStock,
  offcuts: demoOffcuts,
};

const none = { x: 0, y: 0, z: 0 };

/**
 * Op 10 faces and profiles the top with the blank on high parallels; Op 20 grips the finished sides under the raw
 * flange.
 */
function vaneSetups(): Setup[] {
  return [
    {
      id: 'op-10',
      op: 10,
      does: 'faces the top, profiles the sides, bores through',
      register: 'G54',
      orientation: { up: '+z', right: '+x' },
      cuts: oneCut(31),
      programmed: { of: 'finished part', orientation: { up: '+z', right: '+x' }, x: 'min', y: 'max', z: 'max' },
      device: 'vise-150',
      ...structuredClone(UNDECIDED),
      station: 'station-a',
      hold: newHold('vise', {
        parallels: { height: 32 },
        stop: { side: 'left', position: 20, height: 36, fromJaw: 20, face: null },
      }),
      zero: { of: 'finished part', x: 'min', y: 'max', z: 'max', extra: none },
      ...touchWith(10, 5),
      tools: [
        {
          id: 'tool-3',
          number: 3,
          description: 'face mill',
          diameter: 50,
          length: 142,
          ...NO_CUT,
          of: 'face-50',
          flutes: 5,
          feedPerTooth: 0.1,
          cutDepth: 1.5,
          cutWidth: 40,
          rpm: 3000,
          stickOut: 50,
          holderDiameter: 50,
        },
        {
          id: 'tool-5',
          number: 5,
          description: 'end mill, 3 flutes',
          diameter: 16,
          length: 128.5,
          ...NO_CUT,
          of: 'end-16',
          flutes: 3,
          feedPerTooth: 0.08,
          cutDepth: 8,
          cutWidth: 3,
          rpm: 6000,
          stickOut: 45,
          holderDiameter: 42,
        },
        {
          id: 'tool-8',
          number: 8,
          description: 'drill',
          diameter: 9,
          length: 151,
          ...NO_CUT,
          of: 'drill-9',
          use: 'drilling' as const,
          flutes: 2,
          feedPerTooth: 0.1,
          rpm: 4000,
          stickOut: 80,
          holderDiameter: 32,
        },
      ],
      program: '2041',
      proposed: [],
      consumables: ['coolant, flood'],
      firstPart: [
        { what: 'length over the profiled sides, X', size: 110, minus: 0.05, plus: 0.05 },
        { what: 'width over the profiled sides, Y', size: 70, minus: 0.05, plus: 0.05 },
      ],
      why: {
        seat: 'low corner of the saw cut to the front',
        cuts: '',
        hold: '8 mm is enough for the light profile pass',
        zero: 'the drawing is dimensioned from the rear left corner',
      },
    },
    {
      id: 'op-20',
      op: 20,
      does: 'faces the underside, takes the flange away',
      register: 'G55',
      orientation: { up: '-z', right: '+x' },
      cuts: oneCut(7.5),
      programmed: { of: 'finished part', orientation: { up: '-z', right: '+x' }, x: 'min', y: 'max', z: 'max' },
      device: 'vise-150-soft',
      ...structuredClone(UNDECIDED),
      station: 'station-a',
      hold: newHold('vise', {
        parallels: { height: 16 },
        torque: 45,
        softJaws: { on: true, depth: 24.5, fit: 0.02, ledge: 2, cutter: 6 },
        // the wall of the pocket: half its play before the part's end at 20
        stop: { side: 'left', position: 19.98, height: 30, fromJaw: 20, face: null },
      }),
      zero: { of: 'finished part', x: 'min', y: 'max', z: 'max', extra: none },
      ...touchDevice(10, 7),
      tools: [
        {
          id: 'tool-3',
          number: 3,
          description: 'face mill',
          diameter: 50,
          length: 142,
          ...NO_CUT,
          of: 'face-50',
          flutes: 5,
          feedPerTooth: 0.1,
          cutDepth: 1.5,
          cutWidth: 40,
          rpm: 3000,
          stickOut: 50,
          holderDiameter: 50,
        },
        {
          id: 'tool-7',
          number: 7,
          description: 'chamfer mill 90°',
          diameter: 6,
          length: 118,
          ...NO_CUT,
          of: 'chamfer-6',
          flutes: 2,
          feedPerTooth: 0.04,
          cutDepth: 0.5,
          cutWidth: 0.5,
          rpm: 8000,
          stickOut: 40,
          holderDiameter: 28,
        },
      ],
      program: '2042',
      consumables: ['coolant, flood'],
      firstPart: [{ what: 'thickness, Z', size: 38, minus: 0.05, plus: 0.05 }],
      proposed: [],
      why: { seat: '', cuts: '', hold: '', zero: '' },
    },
  ];
}

const vaneAllowance = { xMinus: 3, xPlus: 3, yMinus: 3, yPlus: 3, zMinus: 3, zPlus: 3 };

/** @param file path of the STEP file beside the job file; @param sha256 its content hash where it is stored */
export function vaneBearingBlockJob(file = 'vane-bearing-block.step', sha256?: string): Job {
  return {
    ...newJob(
      {
        number: 'SK-1041',
        part: 'Vane bearing block',
        revision: 'C',
        material: 'EN AW-6082 T6',
        quantity: 24,
        units: 'mm',
      },
      { file, body: 0, ...(sha256 ? { sha256 } : {}) },
    ),
    due: '2026-12-11',
    sizeTolerance: 0.05,
    allowance: vaneAllowance,
    blank: newBlank(vaneAllowance),
    machine: 'mill-1',
    setups: vaneSetups(),
  };
}

/** A typed block in inches on a station that is not measured yet. */
export function sensorFootJob(): Job {
  const inch = 25.4;
  const stock = 0.04 * inch;
  const footAllowance = { xMinus: stock, xPlus: stock, yMinus: stock, yPlus: stock, zMinus: stock, zPlus: stock };
  const setup = (part: Partial<Setup>): Setup => ({
    id: 'op-10',
    op: 10,
    does: 'squares up five sides',
    register: 'G54',
    orientation: { up: '+z', right: '+x' },
    cuts: oneCut(1.0 * inch),
    programmed: null,
    device: 'vise-4in',
    ...structuredClone(UNDECIDED),
    station: 'station-c',
    hold: newHold('vise', {
      parallels: { height: 1.0 * inch },
      stop: { side: 'right', position: 3.5 * inch, height: 1.125 * inch, fromJaw: 0.5 * inch, face: null },
    }),
    zero: { of: 'finished part', x: 'min', y: 'max', z: 'max', extra: none },
    ...touchChoices(0.375 * inch),
    tools: [],
    program: '1007',
    proposed: [],
    why: { seat: '', cuts: '', hold: '', zero: '' },
    ...part,
  });
  return {
    ...newJob(
      { number: 'SK-1007', part: 'Sensor foot', revision: 'A', material: 'brass CW614N', quantity: 6, units: 'inch' },
      { block: { x: 3 * inch, y: 2 * inch, z: 1.25 * inch } },
    ),
    due: '2026-12-04',
    sizeTolerance: 0.005 * inch,
    allowance: footAllowance,
    blank: newBlank(footAllowance),
    machine: 'mill-2',
    setups: [
      setup({}),
      setup({
        id: 'op-20',
        op: 20,
        does: 'faces the underside',
        register: 'G55',
        orientation: { up: '-z', right: '-x' },
        cuts: oneCut(0.26 * inch),
        hold: newHold('vise', {
          parallels: { height: 0.625 * inch },
          stop: { side: 'right', position: 3.25 * inch, height: 1 * inch, fromJaw: 0.5 * inch, face: null },
        }),
        zero: { of: 'finished part', x: 'max', y: 'max', z: 'max', extra: none },
      }),
    ],
  };
}
