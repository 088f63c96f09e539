import { finding, type Finding, type Told } from '../../findings';
import type { Tool } from '../../job';
import type { ShopTool } from '../../shop';
import { isOtherwise, toolDifferences } from '../../tools';
import { andList } from '../../units';

/** A tool that is otherwise in the plan than it is in the shop is another tool than the one that will be loaded. */
export function toolAsInLibrary(tool: Tool, tools: readonly ShopTool[], told: Told): Finding[] {
  if (tool.of === null) return [];
  const inShop = tools.find((t) => t.id === tool.of);
  if (!inShop)
    return [
      finding(told, 'prove/tool-not-in-library', 'caution', {
        says: `T${tool.number} ${tool.description} refers to a tool that is not in the shop's library any more.`,
        numbers: {},
        because: 'Nobody can tell where it is, and whether it still is as planned.',
        remedy: 'Choose another tool of the library, or take the reference out.',
      }),
    ];
  const differs = toolDifferences(tool, inShop, told.speech).filter(isOtherwise);
  if (differs.length === 0) return [];
  return [
    finding(told, 'prove/tool-not-as-in-library', 'caution', {
      says: `T${tool.number} is planned otherwise than ${inShop.name} is in the shop: ${andList(
        differs.map((d) => `${d.what} ${d.here}, in the shop ${d.inShop}`),
      )}.`,
      numbers: {},
      because: 'What is loaded is the tool of the shop; margins and forces are computed for the one of the plan.',
      remedy: 'Take it over from the shop, or enter in the library how the tool is now.',
    }),
  ];
}
