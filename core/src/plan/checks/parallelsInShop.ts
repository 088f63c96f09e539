import { finding, type Finding, type Told } from '../../findings';
import { isHeight, keptParallels, type Parallels } from '../../shop';
import { orList } from '../../units';

/**
 * Parallels are taken out of the drawer: a height the shop does not have is improvised at the machine.
 * @param height of those the part lies on; null: on none
 */
export function parallelsInShop(height: number | null, parallels: readonly Parallels[], told: Told): Finding[] {
  const kept = keptParallels(parallels);
  if (kept.length === 0 || height === null || height === 0 || kept.some((p) => isHeight(p, height))) return [];
  const near = [kept.findLast((p) => p.height < height), kept.find((p) => p.height > height)].flatMap((p) =>
    p ? [told.speech.size(p.height)] : [],
  );
  return [
    finding(told, 'seat/parallels-not-in-shop', 'caution', {
      says: `The shop has no ${told.speech.sizeWithUnit(height)} parallels; it has ${orList(near)}.`,
      numbers: { parallelsMm: height },
      because: 'Whoever finds none takes others, and the part lies higher or lower than planned, and Z with it.',
      remedy: 'Use parallels that are there, or enter these in the library.',
    }),
  ];
}
