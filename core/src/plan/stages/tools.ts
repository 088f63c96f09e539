import { type Finding } from '../../findings';
import type { Setup } from '../../job';
import type { Machine, Parallels, ShopTool } from '../../shop';
import { toolsToBring, type ToolToBring } from '../../tools';
import type { Speech } from '../../units';
import { parallelsInShop } from '../checks/parallelsInShop';
import { toolAsInLibrary } from '../checks/toolAsInLibrary';
import type { Stage } from '../graph';

/** `tools`: those of the library the job refers to; `machine`: id of the job's. */
interface KeptInputs {
  setups: readonly (Pick<Setup, 'id' | 'op' | 'tools'> & {
    /** height of those the part lies on; null: on none */
    readonly liesOn: number | null;
  })[];
  tools: readonly ShopTool[];
  parallels: readonly Parallels[];
  machine: string | null;
  machines: readonly Pick<Machine, 'id' | 'name'>[];
  speech: Speech;
}

export interface KeptAndFindings {
  /** null: no tool refers to the library */
  readonly tools: readonly ToolToBring[] | null;
  readonly findings: readonly Finding[];
}

/** The tools and parallels of the job beside the shop's: what differs, what has to be brought and measured. */
export const toolsStage: Stage<KeptInputs, KeptAndFindings> = {
  name: 'tools of the shop',
  compute: ({ setups, tools, parallels, machine, machines, speech }) => {
    const names = new Map(machines.map((m) => [m.id, m.name]));
    const refers = setups.some((s) => s.tools.some((t) => t.of !== null));
    return {
      tools: refers ? toolsToBring({ used: setups, tools, machine, names, speech }) : null,
      findings: setups.flatMap((s) => {
        const told = { setupId: s.id, op: s.op, speech };
        return [
          ...s.tools.flatMap((t) => toolAsInLibrary(t, tools, told)),
          ...parallelsInShop(s.liesOn, parallels, told),
        ];
      }),
    };
  },
};
