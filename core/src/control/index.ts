import { AXES } from '../frames';
import type { Job } from '../job';
import { registerUses, type PlannedJob, type RegisterUse } from '../plan';
import { REGISTERS } from '../shop';
import { formatForControl } from '../units';

/** A comment as controls accept it: ASCII capitals, no brackets inside. */
export function comment(text: string): string {
  const plain = text.normalize('NFKD').replace(/[\u0300-\u036f]/g, '').replaceAll('\u2212', '-').replace(/[()\r\n]/g, ' ').replace(/[^\x20-\x7e]/g, '?');
  return `(${plain.toUpperCase()})`;
}

const differs = (a: RegisterUse, b: RegisterUse) => {
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
  const uses = registerUses(planned);
  for (const use of uses) {
    const { register } = use;
    const head = `${use.name} ${register}`;
    const zero = use.facts?.zero.inMachine;
    const rivals = uses.filter((u) => u.register === register);
    if (!zero) {
      lines.push(comment(`${head} NOT KNOWN: STATION NOT MEASURED. TOUCH OFF${shiftHint(use, planned, job)}`));
    } else if (rivals.some((other) => differs(other, use))) {
      lines.push(comment(`${head} NOT WRITTEN: USED FOR DIFFERENT ZEROS BY ${rivals.map((u) => u.name).join(' AND ')}`));
    } else if (!done.has(register)) {
      const words = AXES.map((axis) => `${axis.toUpperCase()}${formatForControl(zero[axis], job.units)}`).join(' ');
      lines.push(`G10 L2 P${REGISTERS.indexOf(register) + 1} ${words} ${comment(`${rivals.map((u) => u.name).join(', ')} ${register} ${use.facts?.says.zero ?? ''}`)}`);
      done.add(register);
    }
  }
  return `${lines.join('\n')}\n`;
}

/** How the register follows from another one that is touched off: a setup from the first, a further piece from the first piece. */
function shiftHint(use: RegisterUse, planned: PlannedJob, job: Job): string {
  const setup = planned.setups.find((s) => s.id === use.setupId);
  const first = use.piece === 1 ? planned.setups[0] : setup;
  const shift = use.fromPiece1 ?? setup?.fromFirst?.shift;
  if (!shift || !first) return '';
  return `, OR ${first.register} OF OP ${first.op} PLUS ${AXES.map((a) => `${a.toUpperCase()}${formatForControl(shift[a], job.units)}`).join(' ')}`;
}
