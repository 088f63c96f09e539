import { ORIGIN, type Vec3 } from '../frames';
import type { Setup, Tool } from '../job';
import type { ZeroFacts } from './workZero';

/** Length register a tool's length is kept in: its own number unless the planner says otherwise. */
export const lengthRegisterOf = (tool: Pick<Tool, 'number' | 'lengthRegister'>): number =>
  tool.lengthRegister ?? tool.number;

/** Tool of a setup by its number. */
export const toolOf = (setup: Pick<Setup, 'tools'>, number: number | null): Tool | null =>
  setup.tools.find((t) => t.number === number) ?? null;

/**
 * A setup as a control without tool lengths has it: it adds nothing in Z, so the register must hold the length of the
 * tool that touches, whatever way lengths are measured elsewhere; any other way would send the spindle nose to where
 * the tip belongs. The tool: the one named at the touch-off, else the reference tool, else the first of the list. It
 * is known by its length from the spindle nose, or not at all.
 */
export function withoutLengths<S extends Pick<Setup, 'lengths' | 'touchOff' | 'tools'>>(setup: S): S {
  const { lengths, touchOff } = setup;
  const tool =
    touchOff.top.tool ?? (lengths.by === 'reference tool' ? lengths.reference : null) ?? setup.tools[0]?.number ?? null;
  return {
    ...setup,
    lengths: { ...lengths, by: 'reference tool', reference: tool },
    touchOff: { ...touchOff, top: { ...touchOff.top, tool } },
  };
}

/** What is taken off Z machine positions so that the register counts as the shop measures its lengths. */
export interface LengthBasis {
  /**
   * register Z minus the machine coordinate of work zero at the gauge line, mm; null: hangs on a length that is not
   * known
   */
  readonly registerMinusGauge: number | null;
  readonly says: string;
}

/**
 * How the Z of a register follows from work zero at the spindle gauge line (common practice, no source):
 * - spindle nose: lengths are counted from the gauge line, the register is the machine coordinate itself.
 * - reference tool: lengths are differences to that tool, so the register holds its length as well: `+ H_ref`.
 * - height setter: every tool's length is the machine position at which its tip meets the setter, so the register is
 *   the
 *   height of work zero above the setter's top.
 * @param setterTopInMachine machine coordinate of the setter's top at the gauge line; null while the station is not
 *   measured
 */
export function lengthBasis(setup: Pick<Setup, 'lengths' | 'tools'>, setterTopInMachine: number | null): LengthBasis {
  const { by, reference } = setup.lengths;
  if (by === 'spindle nose') return { registerMinusGauge: 0, says: 'lengths from the spindle nose' };
  if (by === 'reference tool') {
    const length = toolOf(setup, reference)?.length ?? null;
    return {
      registerMinusGauge: length,
      says: `lengths against reference tool ${reference === null ? 'not named' : `T${reference}`}`,
    };
  }
  return {
    registerMinusGauge: setterTopInMachine === null ? null : -setterTopInMachine,
    says: 'lengths from the height setter',
  };
}

/** Machine coordinate of the top of the height setter at the gauge line; null while the station is not measured. */
export function setterTop(setup: Pick<Setup, 'lengths'>, stationZ: number | null): number | null {
  return stationZ === null ? null : stationZ + setup.lengths.setterOn + setup.lengths.setterHeight;
}

/**
 * The values of a setup's register as they are keyed in: work zero in machine coordinates, Z as the lengths are
 * counted.
 * With a height setter Z is known even while the station is not. The control adds its common offset to every register,
 * so it is taken off.
 * @returns null per axis where it is not known
 */
export function registerValue(
  setup: Pick<Setup, 'lengths' | 'tools'>,
  zero: ZeroFacts,
  stationZ: number | null,
  common: Vec3 = ORIGIN,
): { readonly [axis in keyof Vec3]: number | null } {
  const { inMachine, shiftedInDevice } = zero;
  const x = inMachine ? inMachine.x - common.x : null;
  const y = inMachine ? inMachine.y - common.y : null;
  if (setup.lengths.by === 'height setter')
    return { x, y, z: shiftedInDevice.z - setup.lengths.setterOn - setup.lengths.setterHeight - common.z };
  const by = lengthBasis(setup, setterTop(setup, stationZ)).registerMinusGauge;
  return { x, y, z: inMachine && by !== null ? inMachine.z + by - common.z : null };
}

/**
 * The number in a tool's length register, as the shop measures lengths; null: not known.
 * Spindle nose: the length. Reference tool: longer than it by so much. Height setter: machine position at the setter.
 */
export function lengthInRegister(
  setup: Pick<Setup, 'lengths' | 'tools'>,
  tool: Pick<Tool, 'length'>,
  stationZ: number | null,
): number | null {
  if (tool.length === null) return null;
  const by = lengthBasis(setup, setterTop(setup, stationZ)).registerMinusGauge;
  return by === null ? null : tool.length - by;
}
