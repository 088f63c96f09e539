import { finding, type Finding, type Told } from '../../findings';
import type { MarginFacts } from '../../hold';
import type { SeparationFacts } from '..';

/**
 * A part about to come free needs tabs, a skin, or a hold that has proven its margin on the area left. `margin`: null
 * while it is not computed.
 */
export function partComesFree(separation: SeparationFacts | null, margin: MarginFacts | null, told: Told): Finding[] {
  if (!separation?.comesFree) return [];
  const { speech } = told;
  const { way, tabs, tabsMissing, tabsHoldN } = separation;
  if (way === 'none') {
    return [
      finding(told, 'prove/part-comes-free', 'stop', {
        says: 'The cut frees the part, and nothing is said about what keeps it then.',
        numbers: {},
        because: 'A part that comes free is thrown by the cutter or jams it.',
        remedy:
          'Leave tabs, leave a skin for a last light pass, or say that the hold keeps it, if its margin is proven.',
      }),
    ];
  }
  if (way === 'tabs') return tabFindings({ placed: tabs.length, missing: tabsMissing, holdN: tabsHoldN, margin, told });
  if (way === 'skin' || margin === null) return [];
  const proven =
    !margin.materialMissing &&
    !margin.noTools &&
    margin.unknown.length === 0 &&
    margin.margins.length > 0 &&
    margin.margins.every((m) => m.low >= 1);
  if (proven) return [];
  const lowest = Math.min(...margin.margins.map((m) => m.low));
  return [
    finding(told, 'prove/freed-part-not-held', 'stop', {
      says:
        margin.margins.length === 0
          ? 'The hold is to keep the freed part, but its margin is not proven.'
          : `The hold is to keep the freed part, but bears only ${lowest.toFixed(2)} times the cut with everything as bad as is to be expected.`,
      numbers: margin.margins.length === 0 ? {} : { low: lowest },
      because: 'Once it is cut free, only the area under the part itself holds.',
      remedy: `Enter tools and feeds so that it can be proven, hold harder, or leave tabs or a skin of ${speech.sizeWithUnit(0.127)}.`,
    }),
  ];
}

function tabFindings({
  placed,
  missing,
  holdN,
  margin,
  told,
}: {
  readonly placed: number;
  readonly missing: number;
  readonly holdN: number | null;
  readonly margin: MarginFacts | null;
  readonly told: Told;
}): Finding[] {
  const { speech } = told;
  const found: Finding[] = [];
  if (missing > 0) {
    found.push(
      finding(told, 'prove/tabs-without-place', placed === 0 ? 'stop' : 'caution', {
        says:
          placed === 0
            ? 'No tab has a place: no straight outside edge is long enough.'
            : `${missing} of ${placed + missing} tabs have no place: the straight outside edges are too short.`,
        numbers: { placed, missing },
        because: 'On a curved edge a tab leaves a mark that is hard to dress.',
        remedy: 'Use fewer or narrower tabs, or leave a skin.',
      }),
    );
  }
  const push = Math.max(0, ...(margin?.margins ?? []).map((m) => Math.hypot(m.demand.sidewaysN, m.demand.liftN)));
  if (holdN !== null && push > 0 && holdN < push) {
    found.push(
      finding(told, 'prove/tabs-too-weak', 'stop', {
        says: `The tabs of one part bear ${speech.force(holdN)} for sure, half of them bent or sheared the weakest way; the cut pushes with ${speech.force(push)}.`,
        numbers: { holdN, pushN: push },
        because: 'The last tab breaks while the cutter is beside it.',
        remedy: 'Make them wider, higher or more.',
      }),
    );
  }
  return found;
}
