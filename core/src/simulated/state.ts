import { byAxis, ORIGIN, subtract, type Vec3 } from '../frames';
import { REGISTERS, type Machine, type Register } from '../shop';
import { speechIn, type Speech, type Units } from '../units';

/** What stopped the machine. */
export interface Fault {
  readonly kind: 'over-travel' | 'collision';
  readonly says: string;
}

/**
 * Everything a control remembers, as plain data. Lengths in mm; positions are machine coordinates of the spindle gauge
 * line.
 */
export interface ControlState {
  /** position the control shows */
  readonly shown: Vec3;
  /** where the spindle really is less what is shown: nothing once homed, anything before */
  readonly astray: Vec3;
  readonly homed: boolean;
  readonly registers: Readonly<Record<Register, Vec3>>;
  readonly active: Register;
  /** adds itself to every register */
  readonly common: Vec3;
  /** of G92, and what is kept of it */
  readonly axisOffset: Vec3;
  readonly keptAxisOffset: Vec3;
  /** length registers by number */
  readonly lengths: Readonly<Record<number, number>>;
  /** number of the active length register; null: none (G49) */
  readonly lengthNumber: number | null;
  readonly activeLength: number;
  readonly units: 'mm' | 'inch';
  readonly distance: 'absolute' | 'incremental';
  readonly motion: 'traverse' | 'feed' | null;
  readonly feed: number;
  readonly spindle: boolean;
  readonly tool: number | null;
  readonly fault: Fault | null;
  readonly optionalStop: boolean;
  /** percent */
  readonly override: number;
  /** seconds of motion so far */
  readonly seconds: number;
}

/** What does not change while the control runs. */
export interface MachineBuild {
  readonly travel: Machine['travel'];
  readonly homing: Machine['homing'];
  /** reference positions of G28 and G30; where none is set, machine zero */
  readonly reference: Vec3;
  readonly second: Vec3;
  readonly speech: Speech;
}

export const buildOf = (machine: Machine, units: Units): MachineBuild => ({
  speech: speechIn(units),
  travel: machine.travel,
  homing: machine.homing,
  reference: machine.positions.reference ?? ORIGIN,
  second: machine.positions.second ?? ORIGIN,
});

const emptyRegisters = (): Record<Register, Vec3> =>
  Object.fromEntries(REGISTERS.map((r) => [r, ORIGIN])) as Record<Register, Vec3>;

/** A machine just switched on: nothing known of where it stands. @param standing where its spindle really is */
export function switchedOn(
  standing: Vec3,
  remembered?: Pick<ControlState, 'registers' | 'common' | 'lengths'>,
): ControlState {
  return {
    shown: ORIGIN,
    astray: standing,
    homed: false,
    registers: remembered?.registers ?? emptyRegisters(),
    common: remembered?.common ?? ORIGIN,
    lengths: remembered?.lengths ?? {},
    active: 'G54',
    axisOffset: ORIGIN,
    keptAxisOffset: ORIGIN,
    lengthNumber: null,
    activeLength: 0,
    units: 'mm',
    distance: 'absolute',
    motion: null,
    feed: 0,
    spindle: false,
    tool: null,
    fault: null,
    optionalStop: false,
    override: 100,
    seconds: 0,
  };
}

/** Machine position that belongs to a work position of nothing: common, register, G92 and, in Z, the active length. */
export function originOf(s: ControlState): Vec3 {
  const w = s.registers[s.active];
  return byAxis((a) => s.common[a] + w[a] + s.axisOffset[a] + (a === 'z' ? s.activeLength : 0));
}

/** `work = machine − common − W` less what G92 holds, in Z also less the active length. */
export const workPosition = (s: ControlState): Vec3 => subtract(s.shown, originOf(s));

/** Where the spindle gauge line really is. */
export const trulyAt = (s: ControlState): Vec3 => byAxis((a) => s.shown[a] + s.astray[a]);
