import type { Job } from '../job';
import type { PlannedJob } from '../plan';
import { REGISTERS } from '../shop';
import { turnedUses } from '../turned';
import { dialectOf, head, pageOf, text, type Page } from './page';

/** The template without the words of axes that are not set: a lathe has no Y, and its X is the axis. */
const alongZ = (template: string): string =>
  template
    .split(' ')
    .filter((word) => !/\{[xy]\}/.test(word))
    .join(' ');

function lineFor({ planned, writer: { fill, line, number, note } }: Page, register: string, z: number, says: string) {
  const template = alongZ(dialectOf(planned).setLine);
  const words = { p: REGISTERS.indexOf(register as (typeof REGISTERS)[number]) + 1, register, z: number(z) };
  return template ? [line(fill(template, words), says)] : note(`KEY IN ${register} Z${words.z} ${says}`);
}

/** Registers of a turned part: Z alone, as the template of the machine sets them, and to nothing afterwards. */
export function turnedTexts(
  job: Job,
  planned: PlannedJob,
  issue: string,
): { readonly set: string; readonly clear: string } {
  const page = pageOf(job, planned);
  const { note } = page.writer;
  const uses = planned.turned ? turnedUses(planned.turned) : [];
  const isTwice = uses.length === 2 && uses[0].register === uses[1].register;
  const { end } = dialectOf(planned);
  const set = uses.flatMap(({ register, name, z }) => {
    if (isTwice) return note(`${name} ${register} NOT WRITTEN: BOTH SIDES USE IT`);
    return z === null
      ? note(`${name} ${register} NOT KNOWN: TOUCH OFF`)
      : lineFor(page, register, z, `${name} ${register}, X IS THE AXIS`);
  });
  const registers = [...new Set(uses.map((u) => u.register))];
  return {
    set: text([...head(page, `WORK OFFSETS, ${issue}`), 'G90', ...set, end]),
    clear: text([
      ...head(page, `CLEAR AFTERWARDS, ${issue}`),
      'G90',
      ...registers.flatMap((r) => lineFor(page, r, 0, 'DONE')),
      end,
    ]),
  };
}
