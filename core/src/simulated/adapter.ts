import type { Axis, Vec3 } from '../frames';
import type { Register } from '../shop';

/**
 * What can be read of a control at any moment. mm; machine positions are of the spindle gauge line as the control
 * shows them.
 */
export interface ControlReading {
  readonly machine: Vec3;
  readonly work: Vec3;
  readonly homed: boolean;
  readonly active: Register;
  readonly registers: Readonly<Record<Register, Vec3>>;
  readonly common: Vec3;
  readonly lengthNumber: number | null;
  readonly activeLength: number;
  readonly tool: number | null;
  readonly spindle: boolean;
  /** why the machine stands; null: it does not */
  readonly fault: string | null;
}

/** What became of an order. */
export interface Answer {
  readonly ok: boolean;
  /** what a person needs to know, empty when there is nothing to say */
  readonly says: string;
}

/**
 * A control the run can be practised on or read from. The simulated one ships with the application; an adapter for a
 * real control implements the same, and may refuse whatever moves the machine.
 */
export interface MachineControl {
  readonly name: string;
  read(): ControlReading;
  /** one line of a program or of manual input */
  send(line: string): Answer;
  home(): Answer;
  /** by a fixed step, mm */
  jog(axis: Axis, step: number): Answer;
  /** along an axis until the tool touches something, at most `reach` mm */
  touch(axis: Axis, direction: 1 | -1, reach?: number): Answer;
  reset(): Answer;
}
