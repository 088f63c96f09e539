import type { Register } from '../shop';
import type { Job, Setup } from './schema';

/** What a copy takes along of the job it is made of. */
export interface CopyWith {
  readonly number: string;
  /** else registers are given out anew, in the order of the machine's */
  readonly registers: boolean;
  /** zeros that were measured in runs; else every zero is planned again */
  readonly readings: boolean;
}

type Pieces = readonly { readonly register?: Register | null }[];

/** The further pieces of a setup, in whatever way it is held. */
const piecesOf = ({ hold }: Setup): Pieces => (hold && 'further' in hold ? hold.further : []);

/** Registers a job uses, once each, in the order of its setups. */
function registersOf({ setups, turned }: Job): Register[] {
  const all = [
    ...setups.flatMap((s) => [s.register, s.nextCopy, ...piecesOf(s).map((p) => p.register ?? null)]),
    ...(turned ? [turned.register, turned.backRegister] : []),
  ];
  return [...new Set(all.filter((r) => r !== null))];
}

/**
 * A job as a new one: its plan, under a number of its own. When it is due, and what somebody has accepted in writing,
 * is said of the job it was made of and not of this one.
 * @param given registers of its machine, in their order; where they are too few, all stay as they are
 */
export function copiedJob(job: Job, { number, registers, readings }: CopyWith, given: readonly Register[]): Job {
  const used = registersOf(job);
  const keeps = registers || used.length > given.length;
  const anew = <R extends Register | null>(r: R): R => (keeps || r === null ? r : (given[used.indexOf(r)] as R));
  const copy: Job = { ...structuredClone(job), number, due: null, accepted: [] };
  return {
    ...copy,
    leaveAlone: keeps ? copy.leaveAlone : [],
    setups: copy.setups.map((s) => {
      const { hold } = s;
      return {
        ...s,
        register: anew(s.register),
        nextCopy: anew(s.nextCopy),
        measured: readings ? s.measured : null,
        hold:
          hold && 'further' in hold
            ? ({ ...hold, further: hold.further.map((p) => ({ ...p, register: anew(p.register) })) } as typeof hold)
            : hold,
      };
    }),
    turned: copy.turned && {
      ...copy.turned,
      register: anew(copy.turned.register),
      backRegister: anew(copy.turned.backRegister),
    },
  };
}
