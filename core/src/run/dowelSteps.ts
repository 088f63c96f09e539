import type { PlannedSetup } from '../plan';
import { dowelHoles, holeDepth, holeInWords } from '../sheet';
import { step, yes, type Making } from './steps';
import type { RunStep } from './types';

/** The setup that drills the dowel holes does so before anything is cut: what is turned over goes back onto them. */
export function drillSteps({ job, speech }: Making, s: PlannedSetup): RunStep[] {
  const holes = dowelHoles(s);
  if (holes.length === 0) return [];
  return [
    step('drill', s, `Op ${s.op}: drill the dowel holes`, {
      says: [
        `In ${s.register}, ${holeDepth(job.dowels, speech)}:`,
        ...holes.map((h) => `${h.name}: ${holeInWords(h, speech)}.`),
      ],
      asks: [
        yes('drilled', 'All of them are drilled and to size'),
        ...(holes.some((h) => h.bushFor !== null) ? [yes('bushes', 'Their bushes are pressed in, flush')] : []),
        yes('tried', 'A dowel goes into every one of them'),
      ],
    }),
  ];
}
