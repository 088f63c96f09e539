import type { Tool } from '../job';
import type { ShopTool } from '../shop';
import type { Speech } from '../units';

/** A tool of a job as the library knows it: what somebody has to do before it can be used. */
export interface ToolToBring {
  readonly number: number;
  readonly description: string;
  /** the setups that use it */
  readonly ops: readonly number[];
  /** id in the library; null: none is named, or it is not there any more */
  readonly of: string | null;
  /** whether somebody has to bring it or set it into its place; null: the library does not tell where it is */
  readonly bring: boolean | null;
  /** where it is, in words */
  readonly where: string;
  /** whether its length has to be measured */
  readonly measure: boolean;
  /** its length and since when, in words */
  readonly measured: string;
}

/** A setup's tools. */
export interface UsedTools {
  readonly op: number;
  readonly tools: readonly Tool[];
}

interface Where {
  readonly bring: boolean | null;
  readonly where: string;
}

function placeOf(tool: ShopTool, number: number, machine: string | null, names: ReadonlyMap<string, string>): Where {
  const place = tool.where;
  if (!place) return { bring: null, where: 'nobody has told where it is' };
  if ('cabinet' in place) return { bring: true, where: place.cabinet.trim() || 'in a cabinet' };
  const name = names.get(place.machine) ?? 'another machine';
  if (place.machine !== machine)
    return { bring: true, where: `in ${name}${place.pocket === null ? '' : `, pocket ${place.pocket}`}` };
  if (place.pocket === null) return { bring: null, where: `in ${name}, its pocket is not told` };
  return place.pocket === number
    ? { bring: false, where: `in pocket ${place.pocket}` }
    : { bring: true, where: `in pocket ${place.pocket}; the program calls T${number}` };
}

function lengthOf({ measured }: ShopTool, speech: Speech): Pick<ToolToBring, 'measure' | 'measured'> {
  if (!measured) return { measure: true, measured: 'not measured' };
  const by = measured.by.trim();
  return {
    measure: false,
    measured: `${speech.sizeWithUnit(measured.length)}, measured ${measured.on}${by === '' ? '' : ` by ${by}`}`,
  };
}

const NOT_OF_SHOP = { of: null, bring: null, measure: true, measured: 'not measured' } as const;

/**
 * Every tool of a job once, in the order of their numbers, with where it is and whether it is measured. A tool counts
 * as loaded only where the library has it in this machine, in the pocket of its number.
 * @param machine id of the job's machine; null: not chosen
 * @param names of the machines, by id
 */
export function toolsToBring({
  used,
  tools,
  machine,
  names,
  speech,
}: {
  readonly used: readonly UsedTools[];
  readonly tools: readonly ShopTool[];
  readonly machine: string | null;
  readonly names: ReadonlyMap<string, string>;
  readonly speech: Speech;
}): ToolToBring[] {
  const all = used.flatMap(({ op, tools: here }) => here.map((tool) => ({ op, tool })));
  const keyOf = (t: Tool) => `${t.number} ${t.of ?? t.description.trim()}`;
  const keys = [...new Set(all.map(({ tool }) => keyOf(tool)))];
  return keys
    .map((key): ToolToBring => {
      const same = all.filter(({ tool }) => keyOf(tool) === key);
      const { tool } = same[0];
      const base = { number: tool.number, description: tool.description, ops: [...new Set(same.map((s) => s.op))] };
      const inShop = tools.find((t) => t.id === tool.of);
      if (!inShop)
        return {
          ...base,
          ...NOT_OF_SHOP,
          where: tool.of === null ? 'not of the library' : 'not in the library any more',
        };
      return { ...base, of: inShop.id, ...placeOf(inShop, tool.number, machine, names), ...lengthOf(inShop, speech) };
    })
    .sort((a, b) => a.number - b.number);
}

/** What is to be done with a tool, in a few words; empty: nothing. */
export function bringInWords({ bring, where, measure }: ToolToBring): string {
  const does = [
    ...(bring === false ? [] : [bring ? `bring: ${where}` : `look for it: ${where}`]),
    ...(measure ? ['measure its length'] : []),
  ];
  return does.join('; ');
}
