import { scale } from '../frames';
import type { Speech } from '../units';
import type { Feature, Pocket } from './feature';
import { directionAlong } from './features';
import { PART_SIDE } from './sides';

/** A size as it is spoken: no zeros behind the last digit that counts. */
export function spoken(mm: number, speech: Speech): string {
  const text = speech.size(mm);
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
}

/** A pocket by its sizes: length, width, depth. */
export const pocketName = ({ lengthMm, widthMm, depthMm }: Pocket, speech: Speech): string =>
  `pocket ${[lengthMm, widthMm, depthMm].map((mm) => spoken(mm, speech)).join(' × ')}`;

/** What a feature is called when nobody has named it, before it is told apart from its equals. */
function plainName(f: Feature, speech: Speech): string {
  if (f.kind === 'plane') {
    if (!f.side) return 'sloping face';
    const [side] = PART_SIDE[f.side].split(' ');
    if (f.pocket) return `${pocketName(f.pocket, speech)} in the ${PART_SIDE[f.side]}`;
    return f.belowOutermost! < 1e-6 ? PART_SIDE[f.side] : `${side} side, ${spoken(f.belowOutermost!, speech)} deep`;
  }
  const size = spoken(f.diameter, speech);
  const along = directionAlong(f.axis) ?? directionAlong(scale(f.axis, -1));
  const lies = along ? along[1].toUpperCase() : 'a slope';
  if (f.kind === 'round') return `round R${spoken(f.diameter / 2, speech)} along ${lies}`;
  if (f.kind === 'boss') return `boss ⌀${size} along ${lies}`;
  const aside = lies === 'Z' ? '' : ` along ${lies}`;
  return f.through ? `bore ⌀${size}${aside} through` : `bore ⌀${size}${aside}, ${spoken(f.depth, speech)} deep`;
}

/** A name for every feature, by id: the planner's own, or "bore ⌀21 through, 2 of 4". */
export function featureNames(
  features: readonly Feature[],
  speech: Speech,
  given: readonly { readonly id: string; readonly name: string }[] = [],
): Map<string, string> {
  const plain = features.map((f) => plainName(f, speech));
  const seen = new Map<string, number>();
  return new Map(
    features.map((f, i) => {
      const own = given.find((g) => g.id === f.id)?.name;
      const name = plain[i];
      const total = plain.filter((p) => p === name).length;
      const at = (seen.get(name) ?? 0) + 1;
      seen.set(name, at);
      return [f.id, own || (total > 1 ? `${name}, ${at} of ${total}` : name)];
    }),
  );
}
