import { byAxis, type Axis, type Vec3 } from '../frames';
import type { Machine } from '../shop';
import type { Units } from '../units';
import type { Answer, ControlReading, MachineControl } from './adapter';
import { seeded } from '../random';
import { execute } from './execute';
import { home, jog, type Moved } from './motion';
import { buildOf, switchedOn, trulyAt, workPosition, type ControlState, type MachineBuild } from './state';
import { firstTouch, runsInto, type Body } from './world';

/** The tool in the spindle as it really is; the control knows only what somebody keyed in. */
export interface MountedTool {
  readonly radius: number;
  readonly length: number;
}

export interface ControlOptions {
  readonly machine: Machine;
  readonly seed?: number;
  /** what stands on the table as planned; each is moved by a small error drawn from the seed */
  readonly bodies?: readonly Body[];
  /** largest placement error per axis, mm */
  readonly placedWithin?: number;
  readonly state?: ControlState;
  /** what its messages are in */
  readonly units?: Units;
}

const done: Answer = { ok: true, says: '' };
const no = (says: string): Answer => ({ ok: false, says });

/**
 * A control with a machine behind it: travel limits, homing, machine and work positions, registers, common offset,
 * lengths, reference positions, jogging, touching, stops, single block, feed override, over-travel and its reset, and
 * a power switch that forgets home.
 * @example const control = new SimulatedControl({ machine }); control.home(); control.send('G10 L2 P1 X-400 Y-200
 *   Z-300');
 */
export class SimulatedControl implements MachineControl {
  readonly name = 'simulated control';
  readonly build: MachineBuild;
  /** every move that was made, true machine coordinates */
  readonly moves: Moved[] = [];
  singleBlock = false;
  tool: MountedTool = { radius: 0, length: 0 };
  bodies: readonly Body[];
  #state: ControlState;
  #program: readonly string[] = [];
  #next = 0;

  constructor({ machine, seed = 1, bodies = [], placedWithin = 0, state, units = 'mm' }: ControlOptions) {
    this.build = buildOf(machine, units);
    const random = seeded(seed);
    const error = () => (2 * random() - 1) * placedWithin;
    this.bodies = bodies.map((b) => ({ ...b, at: byAxis((a) => b.at[a] + error()) }));
    const within = (a: Axis) => {
      const { min, max } = machine.travel[a];
      return min + (max - min) * (0.3 + 0.4 * random());
    };
    this.#state = state ?? switchedOn(byAxis(within));
  }

  get state(): ControlState {
    return this.#state;
  }

  read(): ControlReading {
    const s = this.#state;
    return {
      machine: s.shown,
      work: workPosition(s),
      homed: s.homed,
      active: s.active,
      registers: s.registers,
      common: s.common,
      lengthNumber: s.lengthNumber,
      activeLength: s.activeLength,
      tool: s.tool,
      spindle: s.spindle,
      fault: s.fault?.says ?? null,
    };
  }

  /** Where the tip of the mounted tool really is, Z less the tool's length. */
  trueTip(): Vec3 {
    const at = trulyAt(this.#state);
    return { ...at, z: at.z - this.tool.length };
  }

  send(line: string): Answer {
    const { state, moves, problem } = execute(this.build, this.#state, line);
    this.#take(state, moves);
    return problem ? no(problem) : this.#standing();
  }

  /** What was moved; where the tool ran into something the machine stands, and says so. */
  #take(state: ControlState, moves: readonly Moved[]): void {
    this.#state = state;
    this.moves.push(...moves);
    const tip = (at: Vec3): Vec3 => ({ ...at, z: at.z - this.tool.length });
    for (const move of moves) {
      const body = runsInto(this.bodies, tip(move.from), tip(move.to), this.tool.radius);
      if (body) {
        this.#state = { ...state, fault: { kind: 'collision', says: `The tool ran into the ${body}.` } };
        return;
      }
    }
  }

  home(): Answer {
    const before = this.#state;
    const { state, path, problem } = home(this.build, before);
    if (problem) return no(problem);
    this.#take(
      state,
      path.slice(1).map((to, i): Moved => ({ from: path[i], to, kind: 'traverse' })),
    );
    // what ran into something on the way has not found its switches
    if (this.#state.fault) this.#state = { ...before, fault: this.#state.fault };
    return this.#standing();
  }

  jog(axis: Axis, step: number): Answer {
    if (this.#state.fault) return no(`${this.#state.fault.says} Reset first.`);
    const from = trulyAt(this.#state);
    const moved = jog(this.build, this.#state, axis, step);
    this.#take(moved, [{ from, to: trulyAt(moved), kind: 'feed' }]);
    return this.#standing();
  }

  /** Done, or why the machine stands. */
  #standing(): Answer {
    const { fault } = this.#state;
    return fault ? no(fault.says) : done;
  }

  touch(axis: Axis, direction: 1 | -1, reach = 200): Answer {
    if (this.#state.fault) return no(`${this.#state.fault.says} Reset first.`);
    if (axis === 'z' && direction > 0) return no('Z is touched downwards.');
    const contact = firstTouch(this.bodies, this.trueTip(), { axis, direction, radius: this.tool.radius, reach });
    if (!contact) return no(`Nothing was touched within ${this.build.speech.sizeWithUnit(reach)}.`);
    this.#state = jog(this.build, this.#state, axis, direction * contact.distance);
    return this.#state.fault ? no(this.#state.fault.says) : { ok: true, says: `touched the ${contact.body}` };
  }

  reset(): Answer {
    const { fault } = this.#state;
    this.#state = { ...this.#state, fault: null };
    this.#program = [];
    return fault ? { ok: true, says: 'Jog away from where it stopped.' } : done;
  }

  /** Off and on again: registers, common offset and lengths are kept, where the machine stands is not. */
  powerCycle(): void {
    this.#state = switchedOn(trulyAt(this.#state), this.#state);
    this.#program = [];
  }

  /** Sets what an operator keys into the tables of the control. */
  keyIn(change: Partial<Pick<ControlState, 'registers' | 'common' | 'lengths' | 'optionalStop' | 'override'>>): void {
    this.#state = { ...this.#state, ...change };
  }

  load(program: string): void {
    this.#program = program.split('\n');
    this.#next = 0;
  }

  get atLine(): number {
    return this.#next;
  }

  /** Runs from where it stands to the next stop, or one line in single block. */
  cycleStart(): Answer & { readonly finished: boolean } {
    while (this.#next < this.#program.length) {
      const { state, moves, problem, stop } = execute(this.build, this.#state, this.#program[this.#next]);
      if (problem) return { ...no(`Line ${this.#next + 1}: ${problem}`), finished: false };
      this.#next += 1;
      this.#take(state, moves);
      if (this.#state.fault) return { ...no(this.#state.fault.says), finished: false };
      if (stop === 'end') {
        this.#next = this.#program.length;
        break;
      }
      if (stop === 'stop' || this.singleBlock) return { ...done, finished: false };
    }
    return { ...done, finished: true };
  }
}
