import { rpmFor } from '../hold';
import { NO_CUT, type Tool } from '../job';
import { TOOL_SHAPES, type ShopTool } from '../shop';
import type { Speech } from '../units';

/** What a tool of a job takes from the shop's: what hangs on the tool itself, not on how it is used here. */
export type OfShop = Omit<Tool, 'id' | 'of' | 'number' | 'feedPerTooth' | 'cutDepth' | 'cutWidth' | 'rpm'>;

/** A tool of the library as a job has it. Lengths in mm, along the tool's axis; null: the library does not know. */
export const asInShop = (tool: ShopTool): OfShop => ({
  description: tool.name,
  diameter: tool.diameter,
  length: tool.measured?.length ?? null,
  use: TOOL_SHAPES[tool.kind],
  flutes: tool.flutes,
  stickOut: tool.stickOut,
  holderDiameter: tool.holder.steps[0]?.diameter ?? null,
  material: tool.material === 'not told' ? null : tool.material,
  helix: tool.helix,
  point: tool.point,
  lengthRegister: tool.lengthRegister,
});

/**
 * A tool of the library put into a setup, with the speed and feed that worked in the job's material.
 * @param number T, where the library gives it none or another tool has it already
 * @param material id of the job's material in the library; null: not known
 */
export function toolFromShop(
  tool: ShopTool,
  { id, number, material }: { readonly id: string; readonly number: number; readonly material: string | null },
): Tool {
  const cutting = tool.cutting.find((c) => c.material === material);
  const turns = cutting && tool.diameter ? Math.round(rpmFor(tool.diameter, cutting.speed)) : null;
  return {
    ...NO_CUT,
    ...asInShop(tool),
    id,
    of: tool.id,
    number,
    feedPerTooth: cutting?.feedPerTooth ?? null,
    rpm: turns === null ? null : Math.min(300_000, Math.max(1, turns)),
  };
}

/** A thing that is otherwise in the job than in the library. */
export interface ToolDifference {
  readonly key: keyof OfShop | 'number';
  readonly what: string;
  /** as the job has it, in words; null: the job does not tell, and nothing is computed otherwise */
  readonly here: string | null;
  readonly inShop: string;
}

type Compared = Exclude<ToolDifference['key'], 'description'>;
const COMPARED: { readonly [K in Compared]: { readonly what: string; readonly isLength: boolean } } = {
  number: { what: 'number', isLength: false },
  diameter: { what: 'diameter', isLength: true },
  length: { what: 'length', isLength: true },
  use: { what: 'way it cuts', isLength: false },
  flutes: { what: 'teeth', isLength: false },
  stickOut: { what: 'stick-out', isLength: true },
  holderDiameter: { what: 'holder', isLength: true },
  material: { what: 'edges', isLength: false },
  helix: { what: 'helix angle', isLength: false },
  point: { what: 'point angle', isLength: false },
  lengthRegister: { what: 'length register', isLength: false },
};

/** Lengths that are the same when they are read. */
const SAME_MM = 5e-4;

/**
 * Where a tool of a job is otherwise than the library's, and what the library knows and the job does not. What the
 * library does not know is no difference.
 */
export function toolDifferences(tool: Tool, shopTool: ShopTool, speech: Speech): ToolDifference[] {
  const there: Omit<OfShop, 'description'> & { readonly number: number | null } = {
    ...asInShop(shopTool),
    number: shopTool.number,
  };
  return (Object.keys(COMPARED) as Compared[]).flatMap((key): ToolDifference[] => {
    const [mine, theirs] = [tool[key], there[key]];
    if (theirs === null || mine === theirs) return [];
    const { what, isLength } = COMPARED[key];
    if (typeof mine === 'number' && typeof theirs === 'number' && isLength && Math.abs(mine - theirs) < SAME_MM)
      return [];
    const say = (v: string | number) => (typeof v === 'number' && isLength ? speech.sizeWithUnit(v) : String(v));
    return [{ key, what, here: mine === null ? null : say(mine), inShop: say(theirs) }];
  });
}

/** What is really otherwise, and not only left open by the job. */
export const isOtherwise = (d: ToolDifference): d is ToolDifference & { readonly here: string } => d.here !== null;

/** A tool of a job with what the library has of it; how it is used here stays. */
export function toolAsInShop(tool: Tool, shopTool: ShopTool): Tool {
  const known = Object.entries({ ...asInShop(shopTool), number: shopTool.number }).filter(([, v]) => v !== null);
  return { ...tool, ...Object.fromEntries(known) };
}
