import { finding, type Finding, type Told } from '../../../findings';
import type { Vise } from '../../../shop';
import type { ViseHold } from '../../../hold';

/** The jaws must hold the part over enough height. */
export function gripDepth(hold: ViseHold, vise: Vise, told: Told): Finding[] {
  if (hold.gripDepthMm >= vise.minimumGrip - 1e-6) return [];
  return [
    finding(told, 'hold/grip-too-shallow', hold.gripDepthMm < vise.minimumGrip / 2 ? 'stop' : 'caution', {
      says: `The grip is ${told.speech.sizeWithUnit(hold.gripDepthMm)} deep; this vise wants ${told.speech.sizeWithUnit(vise.minimumGrip)}.`,
      numbers: { gripMm: hold.gripDepthMm, wantedMm: vise.minimumGrip, shortMm: vise.minimumGrip - hold.gripDepthMm },
      because: 'A shallow grip lets the part lift or roll out of the jaws.',
      remedy: `Use parallels ${told.speech.sizeWithUnit(vise.minimumGrip - hold.gripDepthMm)} lower, if the lowest cut then still clears the jaws.`,
    }),
  ];
}
