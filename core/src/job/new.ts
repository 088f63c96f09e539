import type { Units } from '../units';
import type { Device } from '../shop';
import { NO_HOLD } from './holdDefaults';
import type { Allowance, Blank, Copies, Job, PartSource, Setup } from './schema';
import { touchChoices } from './touchOffDefaults';

export const NO_ALLOWANCE = { xMinus: 0, xPlus: 0, yMinus: 0, yPlus: 0, zMinus: 0, zPlus: 0 };

/** Sides with stock on them are taken for sawn, sides without for finished, until the planner says otherwise. */
export function newBlank(allowance: Allowance): Blank {
  const state = (mm: number) => (mm === 0 ? 'finished' as const : 'sawn' as const);
  const { xMinus, xPlus, yMinus, yPlus, zMinus, zPlus } = allowance;
  return {
    kind: 'block', along: 'z', across: 0, bore: 0, solid: null, stock: null,
    sides: { xMinus: state(xMinus), xPlus: state(xPlus), yMinus: state(yMinus), yPlus: state(yPlus), zMinus: state(zMinus), zPlus: state(zPlus) },
  };
}

export const ONE_COPY: Copies = { x: 1, y: 1, z: 1, gap: 0, cutter: 0 };

/** A job with nothing decided yet beyond its head and part. */
export function newJob(head: { number: string; part: string; revision?: string; material?: string; quantity?: number; units: Units }, body: PartSource): Job {
  return {
    number: head.number, part: head.part, revision: head.revision ?? '', material: head.material ?? '', quantity: head.quantity ?? 1, units: head.units,
    due: null, sizeTolerance: 0.1, body, features: [], allowance: { ...NO_ALLOWANCE }, blank: newBlank(NO_ALLOWANCE), copies: ONE_COPY, machine: null, setups: [], leaveAlone: [], accepted: [], notes: '',
  };
}

/**
 * The next setup of a route: like the one before, next operation number and register. @param starts what the way of holding gives the first one
 */
export function nextSetup(job: Job, id: string, registers: readonly Setup['register'][], device: Device | null, starts: Partial<Setup> = {}): Setup {
  const last = job.setups.at(-1);
  const used = new Set(job.setups.map((s) => s.register));
  const register = registers.find((r) => !used.has(r)) ?? last?.register ?? 'G54';
  const op = (Math.floor(Math.max(0, ...job.setups.map((s) => s.op)) / 10) + 1) * 10;
  if (last) {
    return { ...structuredClone(last), stop: { ...last.stop, face: null }, id, op, register, does: '', program: '', tools: [], cutsBelowTop: 0, cutsTo: null, programmed: null, firstPart: [], measured: null, why: { seat: '', hold: '', zero: '' } };
  }
  return {
    id, op, does: '', register, orientation: { up: '+z', right: '+x' }, cutsBelowTop: 0, cutsTo: null, device: device?.id ?? null, station: null,
    parallels: { height: 0 }, stop: { side: 'left', position: 0, height: 0, fromJaw: 10, face: null },
    zero: { of: 'finished part', x: 'min', y: 'max', z: 'max', extra: { x: 0, y: 0, z: 0 } },
    programmed: null, ...structuredClone(NO_HOLD), ...touchChoices(job.units === 'mm' ? 10 : 12.7), tools: [], program: '', why: { seat: '', hold: '', zero: '' }, ...starts,
  };
}
