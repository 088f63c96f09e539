import { holdRefersTo, isHoldIn } from './holds';
import { suppliesOf } from './atTheMachine';
import type { Job, Setup } from './schema';

/** Lists of the library that jobs use something of. */
export const USED_LISTS = [
  'machines',
  'devices',
  'clamps',
  'bonds',
  'parallels',
  'tools',
  'materials',
  'stock',
  'consumables',
] as const;
export type UsedList = (typeof USED_LISTS)[number];

/** One thing of the library in a job. */
export interface LibraryUse {
  readonly list: UsedList;
  /** as `libraryKey` makes it */
  readonly item: string;
  /** the setups that use it; empty: the job as a whole */
  readonly ops: readonly number[];
}

/** Height of parallels as it is compared, mm. */
const heightKey = (mm: number): string => mm.toFixed(3);
const nameKey = (name: string): string => name.trim().toLowerCase();

/**
 * By what a thing of the library is known to jobs: its id; parallels by their height, materials and consumables by
 * their name.
 */
export function libraryKey(
  list: UsedList,
  entry: { readonly id: string; readonly name: string; readonly height?: number },
): string {
  if (list === 'parallels') return heightKey(entry.height ?? 0);
  return list === 'materials' || list === 'consumables' ? nameKey(entry.name) : entry.id;
}

function usesOfSetup(setup: Setup): readonly (readonly [UsedList, string | null])[] {
  const { hold } = setup;
  const named = holdRefersTo(hold);
  const height = isHoldIn('vise', hold) ? hold.parallels.height : 0;
  return [
    ['devices', setup.device],
    ['devices', setup.standsOn?.device ?? null],
    ...named.clamps.map((id) => ['clamps', id] as const),
    ...named.bonds.map((id) => ['bonds', id] as const),
    ['parallels', height > 0 ? heightKey(height) : null],
    ...setup.tools.map((t) => ['tools', t.of] as const),
    ...suppliesOf(setup).map((s) => ['consumables', nameKey(s)] as const),
  ];
}

/** All a job uses of the library, each thing once. */
export function libraryUses(job: Job): LibraryUse[] {
  const all: readonly (readonly [UsedList, string | null, number | null])[] = [
    ['machines', job.machine, null],
    ['stock', job.blank.stock, null],
    ['materials', nameKey(job.material) || null, null],
    ['devices', job.turned?.ends?.device ?? null, null],
    ...job.blank.ears.map((e) => ['bonds', e.bond, null] as const),
    ...job.setups.flatMap((s) => usesOfSetup(s).map(([list, item]) => [list, item, s.op] as const)),
  ];
  const found = new Map<string, { list: UsedList; item: string; ops: number[] }>();
  for (const [list, item, op] of all) {
    if (item === null) continue;
    const key = `${list} ${item}`;
    const use = found.get(key) ?? { list, item, ops: [] };
    if (op !== null && !use.ops.includes(op)) use.ops.push(op);
    found.set(key, use);
  }
  return [...found.values()];
}
