import { AXES, axisOf, byAxis, signOf, vec, type Axis, type Vec3 } from '../frames';
import type { Job } from '../job';
import type { Planner, PlannedJob, PlannedSetup } from '../plan';
import {
  besideFace,
  bodiesOf,
  boreMiddle,
  otherwiseOf,
  runPlan,
  runState,
  standingAt,
  type Ask,
  type RunEvent,
  type RunPlan,
  type RunState,
  type RunStep,
  type SetupBodies,
  type Values,
} from '../run';
import type { Shop } from '../shop';
import { SimulatedControl } from '../simulated';
import type { Touch } from '../zero';

/** A job made ready to run: planned, its run, and what stands on the machine. */
export interface Ready {
  readonly job: Job;
  readonly planned: PlannedJob;
  readonly plan: RunPlan;
  readonly bodies: readonly SetupBodies[];
}

export function readyToRun(planner: Planner, job: Job, shop: Shop): Ready {
  const input = { job, shop, bodies: () => null };
  const otherwise = new Map(job.setups.map((s, i) => [s.id, otherwiseOf(planner, input, i)]));
  const planned = planner.plan(input, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  return {
    job,
    planned: planned.value,
    plan: runPlan({ job, planned: planned.value, letter: 'A', otherwise }),
    bodies: bodiesOf(planner.solids!, planned.value.setups),
  };
}

/** What an operator gets wrong, on purpose. */
export interface Mistakes {
  /** moves the work away from where it should be, machine axes */
  readonly displaced?: Vec3;
  /** another set of bodies stands there */
  readonly instead?: readonly SetupBodies[];
  /** the number keyed into the register, instead of what it should be */
  readonly keyedIn?: (axis: Axis, machine: number, right: number) => number;
  /** what is read off the control, instead of what it shows */
  readonly reads?: (ask: Ask, right: number) => number;
  /** left in the control's table and not looked at */
  readonly common?: Vec3;
  readonly feelerForgotten?: boolean;
}

/** What the worksheet of the first setup declares along an axis. */
export const declaredAt = (r: Ready, axis: 'x' | 'y' | 'z') =>
  r.plan.setups[0].axes[['x', 'y', 'z'].indexOf(axis)].worksheet;

/**
 * An operator at the simulated control: follows the steps of a run, reads the machine, and makes the mistakes asked
 * for.
 */
export class SimulatedOperator {
  readonly control: SimulatedControl;
  readonly events: RunEvent[] = [];

  constructor(
    readonly ready: Ready,
    readonly shop: Shop,
    readonly mistakes: Mistakes = {},
    seed = 7,
  ) {
    this.control = new SimulatedControl({ machine: shop.machines.find((m) => m.id === ready.plan.machineId)!, seed });
    this.control.home();
    this.control.keyIn({ common: ready.plan.commonOffset });
    if (mistakes.common) this.control.keyIn({ common: mistakes.common });
  }

  get state(): RunState {
    return runState(this.ready.plan, this.events, this.mistakes.common ? [this.control.read().common] : []);
  }
  get step(): RunStep | undefined {
    return this.ready.plan.steps[this.state.at];
  }

  send(
    event:
      | { readonly kind: 'answer'; readonly values: Values }
      | { readonly kind: 'again' | 'back' }
      | { readonly kind: 'accept'; readonly reason: string },
  ): RunState {
    const step = this.step!;
    this.events.push({ id: String(this.events.length), at: '2026-11-25T10:00:00Z', stepId: step.id, ...event });
    return this.state;
  }

  /** Goes on until the run stops, finishes, or comes to a step. */
  runTo(stop: (step: RunStep) => boolean = () => false): RunState {
    for (let guard = 0; guard < 200; guard++) {
      const { state, step } = this;
      if (!step || state.stopped || stop(step)) return state;
      this.send({ kind: 'answer', values: this.answer(step) });
    }
    throw new Error('the run does not end');
  }

  answer(step: RunStep): Values {
    const touched = step.kind === 'touch' ? this.#touch(step) : [];
    return Object.fromEntries(
      step.asks.map((ask, i): [string, number | boolean] => {
        if (ask.kind === 'yes') return [ask.id, true];
        const right =
          ask.id === 'length'
            ? (ask.target ?? 0)
            : step.kind === 'touch'
              ? touched[i]
              : step.kind === 'keyIn'
                ? this.#keyIn(step, ask.axis!) + (ask.fromFirst ?? 0)
                : (ask.target ?? 0);
        return [ask.id, this.mistakes.reads?.(ask, right) ?? right];
      }),
    );
  }

  #touch(step: RunStep): number[] {
    const setup = this.ready.plan.setups.find((s) => s.id === step.setupId)!;
    const standing = (this.mistakes.instead ?? this.ready.bodies).find((b) => b.setupId === setup.id)!;
    const planned = this.ready.planned.setups.find((s) => s.id === setup.id)!;
    const by = this.mistakes.displaced ?? vec(0, 0, 0);
    const position = standing.position ?? vec(-400, -200, -400);
    this.control.bodies = standingAt(
      standing.bodies,
      byAxis((a) => position[a] + by[a]),
    );
    const { side, top } = planned.setup.touchOff;
    const { how, touches } = setup.axes[AXES.indexOf(step.axis!)].worksheet;
    const bore = how === 'bore' ? boreMiddle(setup, position) : null;
    // the device is touched before the part is there: its face stands where the station and the plan have it
    if (touches.some((t) => t.body === 'device'))
      return touches.map((t) =>
        this.#touchDevice(
          planned,
          t,
          byAxis((a) => position[a] + by[a]),
        ),
      );
    return touches.map((t) => {
      const axis = axisOf(t.faces);
      const away = signOf(t.faces);
      const length = axis === 'z' ? (planned.setup.tools.find((x) => x.number === top.tool)?.length ?? 100) : 80;
      const there = besideFace({
        control: this.control,
        part: this.control.bodies[0],
        faces: t.faces,
        tool: { radius: side.diameter / 2, length },
        inside: bore,
      });
      const answer = there.ok ? this.control.touch(axis, -away as 1 | -1) : there;
      if (!answer.ok) throw new Error(answer.says);
      const feeler = this.mistakes.feelerForgotten ? 0 : axis === 'z' ? top.thickness : side.thickness;
      if (feeler > 0) this.control.jog(axis, away * feeler);
      return this.control.read().machine[axis];
    });
  }

  #touchDevice({ facts, setup }: PlannedSetup, t: Touch, station: Vec3): number {
    const axis = axisOf(t.faces);
    const { side, top } = setup.touchOff;
    const face = station[axis] + facts!.seat.locators[axis].at;
    return axis === 'z'
      ? face + top.thickness + (setup.tools.find((x) => x.number === top.tool)?.length ?? 100)
      : face + t.side * ((side.with === 'indicator' ? 0 : side.diameter / 2) + side.thickness);
  }

  /** What stands in the register after it was keyed in. */
  #keyIn(step: RunStep, axis: Axis): number {
    const zero = this.state.zeros.find((z) => z.setupId === step.setupId)!;
    const right = zero.measured[axis] ?? zero.target[axis] ?? 0;
    const reading = this.state.answers.get(`${step.setupId}/touch/${axis}`)?.['touch-1'];
    return this.mistakes.keyedIn?.(axis, typeof reading === 'number' ? reading : 0, right) ?? right;
  }
}
