import type { Units } from '../units';
import { UNDECIDED, oneCut } from './cuts';
import { withoutFeatures, type Hold } from './holds';
import type { Allowance, Blank, Copies, Job, PartSource, Setup } from './schema';
import { touchChoices } from './touchOffDefaults';

export const NO_ALLOWANCE = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0 };

/** Sides with stock on them are taken for sawn, sides without for finished, until the planner says otherwise. */
export function newBlank(allowance: Allowance): Blank {
  const state = (mm: number) => (mm === 0 ? ('finished' as const) : ('sawn' as const));
  const { xMinus, xPlus, yMinus, yPlus, zMinus, zPlus } = allowance;
  return {
    kind: 'block',
    along: 'z',
    across: 0,
    bore: 0,
    solid: null,
    stock: null,
    plusMinus: null,
    film: null,
    ears: [],
    sides: {
      xMinus: state(xMinus),
      xPlus: state(xPlus),
      yMinus: state(yMinus),
      yPlus: state(yPlus),
      zMinus: state(zMinus),
      zPlus: state(zPlus),
    },
  };
}

export const ONE_COPY: Copies = { x: 1, y: 1, z: 1, gap: 0, cutter: 0 };

/** A job with nothing decided yet beyond its head and part. */
export function newJob(
  head: { number: string; part: string; revision?: string; material?: string; quantity?: number; units: Units },
  body: PartSource,
): Job {
  return {
    number: head.number,
    part: head.part,
    revision: head.revision ?? '',
    material: head.material ?? '',
    quantity: head.quantity ?? 1,
    units: head.units,
    due: null,
    sizeTolerance: 0.1,
    body,
    features: [],
    allowance: { ...NO_ALLOWANCE },
    blank: newBlank(NO_ALLOWANCE),
    copies: ONE_COPY,
    machine: null,
    setups: [],
    leaveAlone: [],
    meets: [],
    dowels: null,
    turned: null,
    accepted: [],
    notes: '',
  };
}

/** What a first setup is held in, and how it starts there. */
export interface FirstHold {
  readonly device: string;
  readonly hold: Hold;
}

/**
 * The next setup of a route: like the one before, next operation number and register. @param first of a route without
 * setups; null: nothing is chosen
 */
export function nextSetup(
  job: Job,
  id: string,
  registers: readonly Setup['register'][],
  first: FirstHold | null,
): Setup {
  const last = job.setups.at(-1);
  const used = new Set(job.setups.map((s) => s.register));
  const register = registers.find((r) => !used.has(r)) ?? last?.register ?? 'G54';
  const op = (Math.floor(Math.max(0, ...job.setups.map((s) => s.op)) / 10) + 1) * 10;
  if (last) {
    const { hold, ...rest } = structuredClone(last);
    return {
      ...rest,
      hold: hold && withoutFeatures(hold),
      id,
      op,
      register,
      does: '',
      program: '',
      tools: [],
      cuts: oneCut(0),
      programmed: null,
      firstPart: [],
      handChecks: [],
      measured: null,
      proposed: [],
      why: { seat: '', cuts: '', hold: '', zero: '' },
    };
  }
  return {
    id,
    op,
    does: '',
    register,
    orientation: { up: '+z', right: '+x' },
    cuts: oneCut(0),
    device: first?.device ?? null,
    station: null,
    hold: first?.hold ?? null,
    zero: { of: 'finished part', x: 'min', y: 'max', z: 'max', extra: { x: 0, y: 0, z: 0 } },
    programmed: null,
    ...structuredClone(UNDECIDED),
    ...touchChoices(job.units === 'mm' ? 10 : 12.7),
    tools: [],
    program: '',
    proposed: [],
    why: { seat: '', cuts: '', hold: '', zero: '' },
  };
}
