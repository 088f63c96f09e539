import { finding, type Finding, type Told } from '../../../findings';
import type { MarginFacts } from '../../../hold';
import type { StandsOn } from '../../../job';
import { jointMargin, type JointFacts } from '../joint';

/** The joint below the device must bear every tool's cut as well. */
export function jointBears(
  { standsOn, joint, upper, lower }: { standsOn: StandsOn; joint: JointFacts; upper: string; lower: string },
  { margins }: Pick<MarginFacts, 'margins'>,
  told: Told,
): Finding[] {
  const { speech } = told;
  if (margins.length === 0) return [];
  const missing = [
    ...(joint.liftsAtN === null ? ['what pull it bears'] : []),
    ...(joint.slidesAtN === null ? ['what push sideways it bears'] : []),
    ...(joint.widthMm === null ? ['how wide its foot is'] : []),
  ];
  if (missing.length > 0)
    return [
      finding(told, 'hold/joint-below-not-proven', 'caution', {
        says: `Whether ${upper} stays on ${lower} is not proven: ${missing.join(', ')} is not known.`,
        numbers: {},
        because: 'The cut pulls at both: at the part on the device, and at the device on what carries it.',
        remedy:
          joint.widthMm === null
            ? 'Prove it with a pull by hand, and cut lightly at first.'
            : 'Enter it in the section Hold, under what the device stands on.',
      }),
    ];
  return margins.flatMap((m) => {
    const found = jointMargin(m, joint, standsOn);
    if (!found || found.low >= 1) return [];
    const { times, low, sidewaysN, liftN, heightMm } = found;
    return [
      finding(told, 'hold/joint-below-too-weak', 'stop', {
        says: `T${m.tool}${m.description ? ` ${m.description}` : ''}: what keeps ${upper} on ${lower} bears ${times.toFixed(2)} times its cut, ${low.toFixed(2)} at worst: ${speech.force(sidewaysN)} sideways and ${speech.force(liftN)} up, ${speech.sizeWithUnit(heightMm)} above the joint.`,
        numbers: { times, low, sidewaysN, liftN, heightMm },
        because: 'Device and part slide or tip together: the cut goes astray, or the tool breaks.',
        remedy: 'Hold the device harder, or cut less deep, less wide or with less feed.',
      }),
    ];
  });
}
