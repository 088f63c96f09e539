import { AXES, type Axis } from '../../frames';
import { finding, type Finding, type Told } from '../../findings';
import { PART_SIDE } from '../../part';
import type { Programmed, Setup } from '../../job';
import type { ProgrammedFacts } from '..';

const TOO_FAR: Record<Axis, readonly [string, string]> = {
  x: ['left', 'right'],
  y: ['to the front', 'to the rear'],
  z: ['low', 'high'],
};

/** A program cuts relative to the zero it was made with; a setup that zeroes elsewhere shifts every cut. */
export function zeroAsProgrammed(
  facts: ProgrammedFacts | null,
  programmed: Programmed | null,
  setup: Pick<Setup, 'orientation' | 'program'>,
  told: Told,
): Finding[] {
  if (!facts || !programmed) return [];
  const name = setup.program ? `program ${setup.program}` : 'the program';
  if (!facts.sameWay) {
    return [
      finding(told, 'zero/lies-not-as-programmed', 'stop', {
        says: `The part does not lie as ${name} was made: programmed with the ${PART_SIDE[programmed.orientation.up]} up and the ${PART_SIDE[programmed.orientation.right]} to the right, held with the ${PART_SIDE[setup.orientation.up]} up and the ${PART_SIDE[setup.orientation.right]} to the right.`,
        numbers: {},
        because: 'Every cut would be made on the wrong side, or turned.',
        remedy: 'Turn the part as it was programmed, or state here how the program was really made.',
      }),
    ];
  }
  const off = AXES.filter((axis) => Math.abs(facts.off[axis]) > 1e-6);
  if (off.length === 0) return [];
  const differences = off.map((axis) => `${axis.toUpperCase()} ${told.speech.signed(facts.off[axis])}`).join(', ');
  const happens = off
    .map((axis) => {
      const far = TOO_FAR[axis][facts.off[axis] > 0 ? 1 : 0];
      const by = told.speech.sizeWithUnit(Math.abs(facts.off[axis]));
      if (axis !== 'z') return `every side would be cut ${by} too far ${far}`;
      return facts.off.z > 0
        ? `every depth would end ${by} too high, and that much stays on`
        : `every depth would end ${by} too low, into the part or the table`;
    })
    .join('; ');
  return [
    finding(told, 'zero/zero-differs-from-program', 'stop', {
      says: `Work zero is not where ${name} has it: ${differences} from the program's zero. At the machine ${happens}.`,
      numbers: { x: facts.off.x, y: facts.off.y, z: facts.off.z },
      because: 'A program cuts relative to the zero the control holds, whatever body that zero was meant for.',
      remedy:
        "Put the setup's zero on the body and place the program was made with, or post the program again with this zero.",
    }),
  ];
}
