import { AXES } from '../frames';
import type { Job } from '../job';
import type { PlannedJob, PlannedSetup } from '../plan';
import { REGISTERS } from '../shop';
import { formatForControl } from '../units';

/** A comment as controls accept it: ASCII capitals, no brackets inside. */
export function comment(text: string): string {
  const plain = text.normalize('NFKD').replace(/[\u0300-\u036f]/g, '').replaceAll('\u2212', '-').replace(/[()\r\n]/g, ' ').replace(/[^\x20-\x7e]/g, '?');
  return `(${plain.toUpperCase()})`;
}

const differs = (a: PlannedSetup, b: PlannedSetup) => {
  const [p, q] = [a.facts?.zero.inMachine, b.facts?.zero.inMachine];
  return !p || !q || AXES.some((axis) => Math.abs(p[axis] - q[axis]) > 1e-6);
};

/**
 * Lines that set the work offset registers: `G10 L2 Pn X Y Z`, absolute machine coordinates
 * (NISTIR 6556, G10 L2: P1 is G54 … P6 is G59). The unit word G21 (mm) or G20 (inch) comes first.
 * Always signed, each with a comment. A register whose value is not known, or that two setups claim for different
 * zeros, gets a comment instead of a line.
 */
export function controlLines(job: Job, planned: PlannedJob, issue: string): string {
  const lines = [
    comment(`${job.number} ${job.part} REV ${job.revision}`),
    comment(`WORK OFFSETS, ${issue}, ${job.units === 'mm' ? 'MILLIMETRES' : 'INCHES'}`),
    job.units === 'mm' ? 'G21' : 'G20',
  ];
  const done = new Set<string>();
  for (const setup of planned.setups) {
    const { register } = setup;
    const head = `OP ${setup.op} ${register}`;
    const zero = setup.facts?.zero.inMachine;
    const rivals = planned.setups.filter((s) => s.register === register);
    if (!zero) {
      lines.push(comment(`${head} NOT KNOWN: STATION NOT MEASURED. TOUCH OFF${shiftHint(setup, planned, job)}`));
    } else if (rivals.some((other) => differs(other, setup))) {
      lines.push(comment(`${head} NOT WRITTEN: USED FOR DIFFERENT ZEROS BY OP ${rivals.map((s) => s.op).join(' AND OP ')}`));
    } else if (!done.has(register)) {
      const words = AXES.map((axis) => `${axis.toUpperCase()}${formatForControl(zero[axis], job.units)}`).join(' ');
      lines.push(`G10 L2 P${REGISTERS.indexOf(register) + 1} ${words} ${comment(`OP ${rivals.map((s) => s.op).join(', OP ')} ${register} ${setup.facts?.says.zero ?? ''}`)}`);
      done.add(register);
    }
  }
  return `${lines.join('\n')}\n`;
}

function shiftHint(setup: PlannedSetup, planned: PlannedJob, job: Job): string {
  const shift = setup.fromFirst?.shift;
  const first = planned.setups[0];
  if (!shift || !first) return '';
  return `, OR ${first.register} OF OP ${first.op} PLUS ${AXES.map((a) => `${a.toUpperCase()}${formatForControl(shift[a], job.units)}`).join(' ')}`;
}
