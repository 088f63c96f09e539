import { isHoldIn, type Hold, type Job, type Setup } from '../job';
import { familyOf, offered, type Family, type Shop } from '../shop';
import { beginSetup, type Beginning } from './begin';

/** A route that comes with the program: sides in order, each held in what the shop has of a family. */
export interface Pattern {
  readonly id: string;
  readonly name: string;
  /** what it is for, in a sentence */
  readonly says: string;
  readonly family: Family;
  readonly does: readonly string[];
  /** it lies on tape: the shop's first that is still offered */
  readonly onTape: boolean;
}

/** Routes every shop uses. Source: common practice, no source. */
export const PATTERNS: readonly Pattern[] = [
  {
    id: 'two sides in a vise',
    name: 'Two sides in a vise',
    says: 'Five sides from above, then turned over: the cut sides in the jaws, the rest comes off.',
    family: 'vise',
    does: ['cuts from above, sides as deep as the jaws allow', 'turned over, takes off what was gripped'],
    onTape: false,
  },
  {
    id: 'plate on tape',
    name: 'Plate on tape, one side',
    says: 'A plate stuck down with tape and cut free all round: nothing stands above it.',
    family: 'flat',
    does: ['cuts the plate and frees it'],
    onTape: true,
  },
  {
    id: 'both ends in a chuck',
    name: 'Both ends in a chuck',
    says: 'A round part that stands in a chuck on the mill, one end after the other.',
    family: 'round',
    does: ['cuts the first end', 'turned over, cuts the second end'],
    onTape: false,
  },
];

/** A job with a route begun, or why the shop cannot begin it. */
export type Begun = { readonly ok: true; readonly job: Job } | { readonly ok: false; readonly problem: string };

const FAMILY_SAYS: Readonly<Record<Family, string>> = {
  vise: 'a vise',
  flat: 'a table, plate or board parts lie on',
  round: 'a chuck or collet',
};

/** The machine of the job, else the first a device of these is measured on; null: none has one. */
function machineFor(job: Job, shop: Shop): string | null {
  if (job.machine !== null) return job.machine;
  const has = (id: string) => shop.devices.some((d) => d.id === id);
  const mills = offered(shop.machines).filter((m) => !m.lathe);
  const measured = mills.find((m) => m.stations.some((s) => s.measuredFor.some((d) => has(d.device))));
  return (measured ?? mills[0])?.id ?? null;
}

/**
 * Begins a job with the route of a pattern: every setup as the page begins one, in a device of the pattern's family.
 * What decides a number is told as proposed.
 */
export function beginPattern(pattern: Pattern, beginning: Beginning, newId: () => string): Begun {
  const { family, onTape, does, name } = pattern;
  const devices = offered(beginning.shop.devices).filter((d) => familyOf(d) === family);
  if (devices.length === 0)
    return { ok: false, problem: `${name} needs ${FAMILY_SAYS[family]}: the shop's library has none.` };
  const tape = onTape ? offered(beginning.shop.bonds).find((b) => b.kind === 'double-sided tape') : undefined;
  if (onTape && !tape) return { ok: false, problem: `${name} needs a tape: the shop's library has none.` };
  const shop = { ...beginning.shop, devices };
  let job: Job = { ...beginning.job, machine: machineFor(beginning.job, shop), setups: [] };
  for (const says of does) {
    const begun = beginSetup({ ...beginning, job, shop }, newId());
    const setup: Setup = { ...begun, does: says, hold: begun.hold && tape ? taped(begun.hold, tape.id) : begun.hold };
    job = { ...job, setups: [...job.setups, setup] };
  }
  return { ok: true, job };
}

/** Stuck down; the tape keeps what the cut frees. */
const taped = (hold: Hold, bond: string): Hold =>
  isHoldIn('flat', hold) ? { ...hold, bond, separation: { ...hold.separation, way: 'hold' } } : hold;
