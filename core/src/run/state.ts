import { AXES, type Axis, type Vec3 } from '../frames';
import { speechIn, unitName, type Speech } from '../units';
import { checkFails } from '../byHand';
import { edgeAngle, straighten, zeroFromReadings } from '../zero';
import { diagnose, type Guess } from './diagnose';
import type { Ask, Judged, RunEvent, RunPlan, RunSetup, RunStep } from './types';

export type Values = Readonly<Record<string, number | boolean>>;
type PerAxis<T> = Readonly<Record<Axis, T>>;

/** Why a run stands. */
export interface Stopped {
  readonly stepId: string;
  readonly says: string;
  readonly judged: readonly Judged[];
  /** what it probably means, most likely first */
  readonly guesses: readonly Guess[];
}

/** What a run has found out about one setup's zero, register terms, mm. */
export interface ZeroFound {
  readonly setupId: string;
  /** from the touches; null: not touched yet */
  readonly measured: PerAxis<number | null>;
  /** what it should be, with what earlier setups of this run have shown; null: nothing to compare with */
  readonly target: PerAxis<number | null>;
  /** as planned when the sheet was issued */
  readonly planned: PerAxis<number | null>;
  /** who moved the target since: "Op 10 of this run" */
  readonly movedBy: string | null;
}

export interface RunState {
  /** place of the step in hand; as many as there are steps: finished */
  readonly at: number;
  readonly done: ReadonlySet<string>;
  readonly answers: ReadonlyMap<string, Values>;
  readonly accepted: ReadonlyMap<string, string>;
  readonly stopped: Stopped | null;
  readonly zeros: readonly ZeroFound[];
  readonly finished: boolean;
}

/**
 * What follows from the events of a run, in their order. An event for a step that is not in hand changes nothing.
 * @param commons common offsets that were seen on this machine before
 */
export function runState(plan: RunPlan, events: readonly RunEvent[], commons: readonly Vec3[] = []): RunState {
  const answers = new Map<string, Values>();
  const accepted = new Map<string, string>();
  const done = new Set<string>();
  let at = 0;
  let stopped: Stopped | null = null;
  const pass = (id: string) => {
    done.add(id);
    at += 1;
    stopped = null;
  };
  for (const event of events) {
    const step = plan.steps[at];
    if (!step || event.stepId !== step.id) continue;
    if (event.kind === 'again') {
      answers.delete(step.id);
      stopped = null;
      continue;
    }
    if (event.kind === 'back') {
      if (at === 0) continue;
      at -= 1;
      const before = plan.steps[at].id;
      for (const id of [step.id, before]) {
        answers.delete(id);
        accepted.delete(id);
        done.delete(id);
      }
      stopped = null;
      continue;
    }
    if (event.kind === 'accept') {
      if (stopped) {
        accepted.set(step.id, event.reason);
        pass(step.id);
      }
      continue;
    }
    if (stopped) continue;
    answers.set(step.id, event.values);
    stopped = judge({ plan, step, values: event.values, answers, commons });
    if (!stopped) pass(step.id);
  }
  return {
    at,
    done,
    answers,
    accepted,
    stopped,
    zeros: plan.setups.map((s) => zeroFound(plan, s, answers)),
    finished: at >= plan.steps.length,
  };
}

const setupOf = (plan: RunPlan, id: string | null): RunSetup | undefined => plan.setups.find((s) => s.id === id);
const at = (answers: ReadonlyMap<string, Values>, setup: RunSetup, kind: string): Values | undefined =>
  answers.get(`${setup.id}/${kind}`);

/** Work zero of one axis from the readings of its touch; null: not touched. */
function measuredAxis(plan: RunPlan, setup: RunSetup, axis: Axis, answers: ReadonlyMap<string, Values>): number | null {
  const values = at(answers, setup, `touch/${axis}`);
  const run = setup.axes[AXES.indexOf(axis)];
  if (!values) return null;
  const count = run.worksheet.touches.length;
  const readings = count === 0 ? [values.axis] : Array.from({ length: count }, (_, i) => values[`touch-${i + 1}`]);
  if (readings.some((r) => typeof r !== 'number')) return null;
  const length = run.readsLength ? Number(values.length ?? 0) : 0;
  // the control adds its common offset to the register
  return zeroFromReadings(run.worksheet, readings as number[], length + plan.commonOffset[axis]);
}

/**
 * What touching earlier setups has shown of where a device stands, since it stands on its station; null where nothing
 * has.
 */
function stationShown(
  plan: RunPlan,
  setup: RunSetup,
  axis: Axis,
  answers: ReadonlyMap<string, Values>,
): { readonly position: number; readonly op: number } | null {
  // where no station is chosen, the device may stand anywhere the next time
  if (setup.stationId === null) return null;
  const onStation = plan.setups.slice(0, plan.setups.indexOf(setup)).filter((s) => s.stationId === setup.stationId);
  for (const s of onStation.reverse()) {
    // something else stood there: it does not stand where it stood before
    if (s.deviceId !== setup.deviceId || s.standsOn !== setup.standsOn) return null;
    const measured = measuredAxis(plan, s, axis, answers);
    const offset = s.offset[axis];
    if (measured !== null && offset !== null) return { position: measured - offset, op: s.op };
  }
  return null;
}

function zeroFound(plan: RunPlan, setup: RunSetup, answers: ReadonlyMap<string, Values>): ZeroFound {
  const per = <T>(value: (axis: Axis) => T): PerAxis<T> => ({ x: value('x'), y: value('y'), z: value('z') });
  const shown = per((a) => (setup.offset[a] === null ? null : stationShown(plan, setup, a, answers)));
  const by = AXES.map((a) => shown[a]?.op).find((op) => op !== undefined);
  return {
    setupId: setup.id,
    planned: setup.planned,
    measured: per((a) => measuredAxis(plan, setup, a, answers)),
    target: per((a) => {
      const s = shown[a];
      const offset = setup.offset[a];
      return s && offset !== null ? s.position + offset : setup.planned[a];
    }),
    movedBy: by === undefined ? null : `Op ${by} of this run`,
  };
}

/** What a step expects for one of its questions, given what was answered before; null: nothing. */
export function targetOf(plan: RunPlan, step: RunStep, ask: Ask, answers: ReadonlyMap<string, Values>): number | null {
  const setup = setupOf(plan, step.setupId);
  if (!setup || ask.axis === null) return ask.target;
  const zero = zeroFound(plan, setup, answers);
  if (step.kind === 'keyIn') {
    const first = zero.measured[ask.axis] ?? zero.target[ask.axis];
    return first === null ? null : first + (ask.fromFirst ?? 0);
  }
  if (step.kind !== 'touch') return ask.target;
  const run = setup.axes[AXES.indexOf(ask.axis)];
  const w = zero.target[ask.axis];
  const touch = run.worksheet.touches[Number(/touch-(\d+)/.exec(ask.id)?.[1] ?? 0) - 1];
  const declare = touch?.declare ?? run.worksheet.declare;
  if (w === null || declare === null || declare === undefined || (run.readsLength && run.length === null)) return null;
  return w + plan.commonOffset[ask.axis] + declare + (run.length ?? 0);
}

function judge({
  plan,
  step,
  values,
  answers,
  commons,
}: {
  readonly plan: RunPlan;
  readonly step: RunStep;
  readonly values: Values;
  readonly answers: ReadonlyMap<string, Values>;
  readonly commons: readonly Vec3[];
}): Stopped | null {
  const refused = step.asks.filter((a) => a.kind === 'yes' && values[a.id] !== true);
  if (refused.length > 0)
    return {
      stepId: step.id,
      says: `Not confirmed: ${refused.map((a) => a.label).join('; ')}.`,
      judged: [],
      guesses: [],
    };
  const missing = step.asks.filter(
    (a) => a.kind === 'length' && (typeof values[a.id] !== 'number' || !Number.isFinite(values[a.id])),
  );
  if (missing.length > 0)
    return { stepId: step.id, says: `No reading: ${missing.map((a) => a.label).join('; ')}.`, judged: [], guesses: [] };
  const setup = setupOf(plan, step.setupId);
  if (step.check) {
    const says = checkFails(step.check, values, speechIn(plan.units));
    return says === null ? null : { stepId: step.id, says, judged: [], guesses: [] };
  }
  if (step.edge) return crooked(speechIn(plan.units), { ...step, edge: step.edge }, values, setup?.limit ?? 0);
  const judged = judgeReadings(plan, step, values, answers);
  const zeroOff = step.kind === 'touch' && setup && step.axis ? offZero(plan, setup, step.axis, answers) : null;
  const out = judged.filter((j) => !j.inLimit);
  const offLimit = zeroOff !== null && Math.abs(zeroOff) > (setup?.limit ?? Infinity) + 1e-9;
  if (out.length === 0 && !offLimit) return null;
  const unreached =
    step.kind === 'touch'
      ? judged.find((j) => j.ask.axis !== null && !isReached(plan, j.ask.axis, j.value))
      : undefined;
  const shown = out.length === 0 && setup && step.axis ? [...judged, zeroRow(plan, setup, step.axis, answers)] : judged;
  return {
    stepId: step.id,
    says: unreached
      ? beyondTravel(plan, unreached)
      : step.kind === 'machine'
        ? commonLeft(plan, out)
        : (step.ifOff ?? ''),
    judged: shown,
    guesses: setup
      ? diagnose({ plan, setup, step, judged, known: { zeroOff, ...commonsOf(plan, answers, commons) } })
      : [],
  };
}

/** Where every reading is in its limit, the zero that follows from them is what stops the run. */
function zeroRow(plan: RunPlan, setup: RunSetup, axis: Axis, answers: ReadonlyMap<string, Values>): Judged {
  const { measured, target } = zeroFound(plan, setup, answers);
  const label = `${setup.register} ${axis.toUpperCase()} that follows, ${unitName(plan.units)}`;
  return {
    ask: { id: 'zero', label, kind: 'length', axis, target: target[axis], minus: setup.limit, plus: setup.limit },
    value: measured[axis]!,
    target: target[axis],
    difference: measured[axis]! - target[axis]!,
    inLimit: false,
  };
}

function commonLeft({ units, commonOffset, machineName }: RunPlan, out: readonly Judged[]): string {
  const { signed } = speechIn(units);
  return `The common offset of ${machineName} is not as planned: ${out.map(({ ask, value }) => `${ask.axis!.toUpperCase()} ${signed(value)} instead of ${signed(commonOffset[ask.axis!])}`).join(', ')}. It adds itself to every register: ask who needs it, set it right, read it again.`;
}

/**
 * What this run has read of the common offset: what is as planned is proven, what was accepted otherwise is one more
 * that may be there.
 */
function commonsOf(
  plan: RunPlan,
  answers: ReadonlyMap<string, Values>,
  seen: readonly Vec3[],
): { readonly commons: readonly Vec3[]; readonly proven: readonly Axis[] } {
  const step = plan.steps.find((s) => s.kind === 'machine');
  const values = step && answers.get(step.id);
  if (!values) return { commons: seen, proven: [] };
  const judged = judgeReadings(plan, step, values, answers);
  const left = (axis: Axis) => judged.find((j) => j.ask.axis === axis && !j.inLimit)?.value ?? plan.commonOffset[axis];
  return {
    commons: [...seen, { x: left('x'), y: left('y'), z: left('z') }],
    proven: judged.flatMap((j) => (j.inLimit && j.ask.axis ? [j.ask.axis] : [])),
  };
}

/** Every number of an answer against what was expected of it. @param answers with this one, and those before it */
export function judgeReadings(
  plan: RunPlan,
  step: RunStep,
  values: Values,
  answers: ReadonlyMap<string, Values>,
): Judged[] {
  const setup = setupOf(plan, step.setupId);
  return step.asks.flatMap((ask): Judged[] => {
    const value = values[ask.id];
    if (ask.kind !== 'length' || typeof value !== 'number') return [];
    const target = targetOf(plan, step, ask, answers);
    const [minus, plus] =
      step.kind === 'touch' && setup && ask.axis ? [setup.limit, setup.limit] : [ask.minus, ask.plus];
    const difference = target === null ? null : value - target;
    const reached = step.kind !== 'touch' || ask.axis === null || isReached(plan, ask.axis, value);
    return [
      {
        ask,
        value,
        target,
        difference,
        inLimit:
          reached &&
          (difference === null ||
            minus === null ||
            plus === null ||
            (difference >= -minus - 1e-9 && difference <= plus + 1e-9)),
      },
    ];
  });
}

/** Whether the spindle can be there at all; half a millimeter is left for how travel is entered. */
const isReached = ({ travel }: RunPlan, axis: Axis, value: number): boolean =>
  !travel || (value >= travel[axis].min - 0.5 && value <= travel[axis].max + 0.5);

function beyondTravel(plan: RunPlan, { ask, value }: Judged): string {
  const { signed } = speechIn(plan.units);
  const { min, max } = plan.travel![ask.axis!];
  return `${ask.axis!.toUpperCase()} ${signed(value)} is outside the travel of ${plan.machineName}, ${signed(min)} to ${signed(max)}: was the work position read instead of the machine position, or the other unit?`;
}

/** An edge that does not run straight: how the part is turned. */
function crooked(
  speech: Speech,
  { id, edge: { along, apart } }: RunStep & { readonly edge: NonNullable<RunStep['edge']> },
  values: Values,
  limit: number,
): Stopped | null {
  const [first, second] = [Number(values.first), Number(values.second)];
  if (Math.abs(second - first) <= limit + 1e-9) return null;
  return {
    stepId: id,
    says: straighten(edgeAngle(along, first, second, apart), second - first, speech.signed),
    judged: [],
    guesses: [],
  };
}

/** Measured zero less what it should be; null: nothing to compare with. */
function offZero(plan: RunPlan, setup: RunSetup, axis: Axis, answers: ReadonlyMap<string, Values>): number | null {
  const { measured, target } = zeroFound(plan, setup, answers);
  const [m, t] = [measured[axis], target[axis]];
  return m === null || t === null ? null : m - t;
}
