/** One paragraph, or the steps of a list. */
export type HelpPart = { readonly says: string } | { readonly steps: readonly string[] };

const STEP = /^\d+\. /;

/** A block of lines as it is written there: a numbered list, or words. */
function partOf(block: string): HelpPart {
  const lines = block.split('\n');
  if (!STEP.test(lines[0])) return { says: lines.join(' ') };
  const steps: string[] = [];
  for (const line of lines) {
    if (STEP.test(line)) steps.push(line.replace(STEP, ''));
    else steps.push(`${steps.pop() ?? ''} ${line.trim()}`);
  }
  return { steps };
}

/**
 * What the documentation says of a section of the worksheet; empty: nothing.
 * @param text docs/why-and-how.md
 * @param name as its heading there
 */
export function helpText(text: string, name: string): HelpPart[] {
  const section = text.split(/^## /m).find((s) => s.startsWith(`${name}\n`));
  return section
    ? section
        .slice(name.length)
        .trim()
        .split(/\n\s*\n/)
        .map(partOf)
    : [];
}

/** File name of a section's or page's picture: "Tools & program" is tools-program. */
export const pictureName = (of: string): string =>
  of === 'Part & blank' ? 'part' : of.toLowerCase().replace(/[^a-z]+/g, '-');
