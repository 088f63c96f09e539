import type { Setup } from '../job';
import type { ShopTool } from '../shop';
import { isOtherwise, toolAsInShop, toolDifferences } from '../tools';
import type { Speech } from '../units';

/** Every tool of a setup that is otherwise in the shop, as it is there. */
export const asInLibrary = (setup: Setup, tools: readonly ShopTool[], speech: Speech): Setup => ({
  ...setup,
  tools: setup.tools.map((t) => {
    const inShop = tools.find((s) => s.id === t.of);
    return inShop && toolDifferences(t, inShop, speech).some(isOtherwise) ? toolAsInShop(t, inShop) : t;
  }),
});

/** The tools of a setup, each that refers to nothing as one of its own. */
export const withoutReference = (setup: Setup, tools: readonly ShopTool[]): Setup => ({
  ...setup,
  tools: setup.tools.map((t) => (t.of !== null && !tools.some((s) => s.id === t.of) ? { ...t, of: null } : t)),
});
