import {
  newBlank,
  newJob,
  NO_CUT,
  newHold,
  UNDECIDED,
  touchChoices,
  type Job,
  type Setup,
  type ZeroPlace,
  oneCut,
} from '../job';
import { NO_CONTROL, PLAIN_DIALECT, REGISTERS, type Machine, type Shop, type WorkMaterial } from '../shop';

/** Numbers from a seed, the same on every machine (mulberry32, public domain). */
export class Dice {
  #state: number;

  constructor(seed: number) {
    this.#state = seed >>> 0;
  }

  next(): number {
    this.#state = (this.#state + 0x6d2b79f5) >>> 0;
    let t = this.#state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  }

  whole(from: number, to: number): number {
    return from + Math.floor(this.next() * (to - from + 1));
  }

  one<T>(list: readonly T[]): T {
    return list[this.whole(0, list.length - 1)];
  }

  chance(p: number): boolean {
    return this.next() < p;
  }
}

/** A box of part coordinates, mm. */
export type Cuboid = readonly [x0: number, y0: number, z0: number, x1: number, y1: number, z1: number];

export interface RandomJob {
  readonly job: Job;
  readonly shop: Shop;
  /** the part: one box, or several that make it up together */
  readonly boxes: readonly Cuboid[];
}

const AXES = ['x', 'y', 'z'] as const;
const SIDES = ['xMinus', 'xPlus', 'yMinus', 'yPlus', 'zMinus', 'zPlus'] as const;

/** A block, or boxes standing on a block, every size a whole number of grains. */
function partBoxes(dice: Dice, grain: number): Cuboid[] {
  const size = () => dice.whole(Math.ceil(10 / grain), Math.floor(120 / grain)) * grain;
  const [x, y, z] = [size(), size(), size()];
  if (dice.chance(0.6)) return [[0, 0, 0, x, y, z]];
  const low = dice.whole(1, Math.max(1, Math.floor(z / grain) - 2)) * grain;
  const range = (all: number): [number, number] => {
    const steps = Math.floor(all / grain);
    const a = dice.whole(0, steps - 2);
    return [a * grain, dice.whole(a + 1, steps) * grain];
  };
  const [x0, x1] = range(x);
  const [y0, y1] = range(y);
  const boxes: Cuboid[] = [
    [0, 0, 0, x, y, low],
    [x0, y0, low, x1, y1, z],
  ];
  // a cap on it overhangs
  if (dice.chance(0.4)) {
    const [u0, u1] = range(x);
    if (u0 < x1 && u1 > x0) boxes.push([u0, y0, z, u1, y1, z + dice.whole(1, 20) * grain]);
  }
  return boxes;
}

function devices(dice: Dice, grain: number): Shop['devices'] {
  const g = (from: number, to: number) => dice.whole(Math.ceil(from / grain), Math.floor(to / grain)) * grain;
  const vise = (i: number): Shop['devices'][number] => ({
    kind: 'vise',
    locatesWithin: null,
    id: `vise-${i}`,
    name: `Vise ${i}`,
    jawWidth: g(50, 200),
    jawHeight: g(15, 60),
    jawThickness: g(15, 40),
    maxOpening: 300,
    bedThickness: 20,
    parallelThickness: g(2, 12),
    stopDiameter: g(4, 10),
    minimumGrip: 3,
    clearanceAboveJaws: 1,
    minimumRestAreaMm2: 50,
    fixedJaw: dice.chance(0.8) ? 'rear' : 'front',
    jaws: dice.one(['hard', 'hard', 'step'] as const),
    stepHeight: g(3, 14),
    stepDepth: g(2, 8),
    ratedForceN: 20_000,
    ratedTorqueNm: 60,
    friction: 0.1,
  });
  return [
    vise(0),
    vise(1),
    {
      kind: 'vacuum plate',
      locatesWithin: null,
      id: 'flat-0',
      name: 'plate',
      width: g(300, 700),
      depth: g(300, 600),
      thickness: 25,
      groovePitch: 20,
      firstGroove: 10,
      grooveWidth: 4,
      grooveDepth: 3,
      gasket: 4,
      vacuum: 80,
      friction: 0.2,
    },
    {
      kind: 'vacuum pods',
      locatesWithin: null,
      id: 'flat-1',
      name: 'pods',
      width: 800,
      depth: 700,
      thickness: 40,
      podWidth: g(40, 120),
      podDepth: g(30, 60),
      podHeight: g(10, 40),
      rim: 4,
      overhang: 60,
      vacuum: 80,
      friction: 0.4,
    },
  ];
}

function machine(dice: Dice, grain: number): Machine {
  const g = (from: number, to: number) => dice.whole(Math.ceil(from / grain), Math.floor(to / grain)) * grain;
  const station = (i: number) => ({
    id: `s${i}`,
    name: 'ABC'[i],
    position: dice.chance(0.7) ? { x: -g(50, 600), y: -g(50, 400), z: -g(100, 500) } : null,
    plusMinus: 0.02,
    measuredFor: [],
    note: '',
  });
  const common = dice.chance(0.1) ? { x: g(1, 9), y: -g(1, 9), z: g(1, 9), why: 'stays' } : NO_CONTROL.commonOffset;
  return {
    id: 'm',
    name: 'Mill',
    travel: { x: { min: -800, max: 0 }, y: { min: -800, max: 0 }, z: { min: -800, max: 0 } },
    table: { x: { min: -900, max: 100 }, y: { min: -500, max: 50 } },
    homesTo: '',
    registers: [...REGISTERS],
    ...NO_CONTROL,
    commonOffset: common,
    dialect: { ...PLAIN_DIALECT, lengthLine: dice.chance(0.9) ? 'G43 H{h}' : '' },
    stations: [station(0), station(1)],
  };
}

function randomSetup(dice: Dice, grain: number, i: number, size: readonly number[]): Setup {
  const g = (from: number, to: number) => dice.whole(Math.ceil(from / grain), Math.floor(to / grain)) * grain;
  const up = dice.one(['+x', '-x', '+y', '-y', '+z', '-z'] as const);
  const right = dice.one((['+x', '-x', '+y', '-y', '+z', '-z'] as const).filter((d) => d[1] !== up[1]));
  const height = size['xyz'.indexOf(up[1])];
  const place = (): ZeroPlace => dice.one(['min', 'middle', 'max'] as const);
  const locate = <S extends string>(sides: readonly S[]) => ({
    by: dice.one(['pins', 'fence', 'gauge blocks', 'hand'] as const),
    side: dice.one(sides),
    at: g(30, 250),
    pins: [g(30, 350), g(30, 350)],
  });
  const choices = touchChoices(10);
  const tool = (number: number) => ({
    id: `tool-${number}`,
    number,
    description: 'cutter',
    diameter: 10,
    length: dice.chance(0.8) ? g(50, 140) : null,
    ...NO_CUT,
  });
  // drawn for both, so that the seeds of old stay what they were
  const { parallels, stop, softJaws, plate, ...rest } = {
    id: `s${i}`,
    op: 10 * (i + 1),
    does: '',
    register: REGISTERS[i],
    orientation: { up, right },
    cuts: oneCut(g(-2, height)),
    device: dice.one(['vise-0', 'vise-0', 'vise-1', 'flat-0', 'flat-1']),
    station: dice.one(['s0', 's0', 's1', null]),
    parallels: { height: dice.chance(0.3) ? 0 : g(2, 50) },
    stop: {
      side: dice.one(['left', 'right'] as const),
      position: g(-10, 150),
      height: g(4, 70),
      fromJaw: g(3, 80),
      face: null,
    },
    zero: {
      of: dice.one(['finished part', 'what is left', 'raw blank'] as const),
      x: place(),
      y: place(),
      z: place(),
      extra: dice.chance(0.2) ? { x: g(-3, 3), y: g(-3, 3), z: g(-3, 3) } : { x: 0, y: 0, z: 0 },
    },
    programmed: null,
    ...structuredClone(UNDECIDED),
    softJaws: { on: dice.chance(0.15), depth: g(2, 30), fit: dice.one([0, 0.02, 0.05]), ledge: g(1, 8), cutter: 3 },
    plate: {
      under: dice.chance(0.3) ? g(2, 12) : 0,
      x: locate(['left', 'right'] as const),
      y: locate(['rear', 'front'] as const),
      pinDiameter: g(4, 16),
      pinHeight: g(2, 40),
      pods: [0, 1, 2].map(() => ({ id: 'pod-1', x: g(20, 300), y: g(20, 300), on: true })),
    },
    ...choices,
    touchOff: { ...choices.touchOff, top: { ...choices.touchOff.top, tool: dice.one([null, 1, 2]) } },
    lengths: {
      by: dice.one(['spindle nose', 'reference tool', 'height setter'] as const),
      reference: dice.one([null, 1, 2]),
      setterHeight: dice.one([50, 100]),
      setterOn: dice.chance(0.5) ? 0 : g(-20, 40),
      active: true,
    },
    measured: dice.chance(0.1) ? { x: -g(20, 300), y: -g(20, 300), z: -g(20, 300), from: 'typed' as const } : null,
    tools: dice.chance(0.9) ? [tool(1), tool(2)] : [],
    program: '',
    proposed: [],
    why: { seat: '', cuts: '', hold: '', zero: '' },
  };
  return {
    ...rest,
    hold: rest.device.startsWith('vise') ? newHold('vise', { parallels, stop, softJaws }) : newHold('flat', plate),
  };
}

/** Round numbers, so that walls and bending are reckoned too. */
const ALUMINIUM: WorkMaterial = {
  id: 'al',
  name: 'Aluminium',
  kc11: 700,
  mc: 0.25,
  speed: 300,
  yieldMPa: 200,
  youngGPa: 70,
  densityKgM3: 2700,
  source: '',
};

/**
 * A job of random blocks and unions of boxes in vise, on a plate and on pods, in half millimeters or sixteenths of an
 * inch.
 */
export function randomJob(seed: number): RandomJob {
  const dice = new Dice(seed);
  const grain = dice.chance(0.5) ? 0.5 : 25.4 / 16;
  const boxes = partBoxes(dice, grain);
  const size = AXES.map((_, k) => Math.max(...boxes.map((b) => b[k + 3])));
  const allowance = Object.fromEntries(
    SIDES.map((s) => [s, dice.chance(0.5) ? 0 : dice.whole(1, 16) * grain]),
  ) as unknown as Job['allowance'];
  const body: Job['body'] =
    boxes.length === 1 ? { block: { x: size[0], y: size[1], z: size[2] } } : { file: 'boxes.step', body: 0 };
  const copies = dice.chance(0.15)
    ? { x: 2, y: dice.one([1, 2]), z: 1, gap: 4 * grain, cutter: 3 }
    : { x: 1, y: 1, z: 1, gap: 0, cutter: 0 };
  const units = dice.one(['mm', 'inch'] as const);
  const job: Job = {
    ...newJob({ number: `random-${seed}`, part: 'boxes', units, material: ALUMINIUM.name }, body),
    allowance,
    blank: newBlank(allowance),
    copies,
    machine: 'm',
    setups: Array.from({ length: dice.whole(1, 3) }, (_, i) => randomSetup(dice, grain, i, size)),
  };
  const shop: Shop = {
    name: 'Random',
    projection: 'third angle',
    altitude: 0,
    machines: [machine(dice, grain)],
    devices: devices(dice, grain),
    clamps: [],
    bonds: [],
    pins: [],
    gaugeSets: [],
    parallels: [],
    tools: [],
    consumables: [],
    materials: [ALUMINIUM],
    stock: [],
    offcuts: [],
  };
  return { job, shop, boxes };
}
