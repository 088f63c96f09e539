import { finding, type Finding, type Told } from '../../findings';
import type { Setup } from '../../job';

/** A bore that a setup makes. */
export interface MadeBore {
  readonly diameterMm: number;
}

/** A drill this much beside a bore's diameter still makes it (clearance and tap sizes; common practice, no source). */
const NEAR_MM = 0.3;

/** Every bore a setup makes needs a drill of its size, or a mill that goes into it. */
export function boreHasTool(bores: readonly MadeBore[], { tools }: Pick<Setup, 'tools'>, told: Told): Finding[] {
  const known = tools.filter((t) => t.diameter !== null);
  if (known.length === 0 || known.length < tools.length) return [];
  const makes = (d: number) =>
    known.some((t) => (t.use === 'drilling' ? Math.abs(t.diameter! - d) <= NEAR_MM : t.diameter! < d - 1e-6));
  const sizes = [...new Set(bores.filter((b) => !makes(b.diameterMm)).map((b) => b.diameterMm))];
  return sizes.map((d) => {
    const without = bores.filter((b) => b.diameterMm === d);
    return finding(told, 'prove/bore-without-tool', 'caution', {
      says: `${without.length === 1 ? `A bore of ${told.speech.sizeWithUnit(d)} has` : `${without.length} bores of ${told.speech.sizeWithUnit(d)} have`} no drill of that size in the list of tools, and no mill that goes in.`,
      numbers: { diameterMm: d, count: without.length },
      because: 'The operator finds it out when the program calls for a tool that is not there.',
      remedy: 'List the tool that makes it, or cut it in another setup.',
    });
  });
}
