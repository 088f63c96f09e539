import { oneCut } from './cuts';
import { isHoldIn, withoutFeatures, type Hold } from './holds';
import { nextSetup } from './new';
import type { Proposable } from './proposable';
import type { Job, Setup, ZeroPlace } from './schema';

const isPlain = (place: ZeroPlace): boolean => typeof place === 'string';
/** A place on a face of the other part is none of this one: the side that is looked at first takes its place. */
const plainly = (place: ZeroPlace, instead: 'min' | 'max'): ZeroPlace => (isPlain(place) ? place : instead);

/** A hold without what lies at places of the other part. */
function asPattern(hold: Hold): Hold {
  const plain = withoutFeatures(hold);
  const alone = 'further' in plain ? ({ ...plain, further: [] } as typeof plain) : plain;
  return isHoldIn('flat', alone) ? { ...alone, dowels: null, edgePins: null, nest: null } : alone;
}

/** What of a setup is only as it was in the other job, until somebody looks at it. */
const proposedOf = ({ device, station, hold }: Setup): Proposable[] => [
  'orientation',
  'cuts',
  'register',
  'zero',
  ...(device === null ? [] : (['device'] as const)),
  ...(station === null ? [] : (['station'] as const)),
  ...(isHoldIn('vise', hold) ? (['hold.parallels.height', 'hold.stop'] as const) : []),
];

/**
 * A job with the route of another one to begin with: machine, setups, how each is held, zeroed and touched off, its
 * tools. What hangs on the other part's faces, its program, its readings and its reasons stay there. Everything that
 * decides a number is told as proposed.
 * @returns the job as it is where the other one has no setups of this kind (turned from bar)
 */
export function withRouteOf(job: Job, other: Job): Job {
  if (other.setups.length === 0) return job;
  const setups = other.setups.map((from): Setup => {
    const plain = nextSetup({ ...job, setups: [] }, from.id, [from.register], null);
    const { op, does, register, orientation, device, station, standsOn, consumables, lengths, tools } =
      structuredClone(from);
    const setup: Setup = {
      ...plain,
      ...{ op, does, register, orientation, device, station, standsOn, consumables, lengths, tools },
      cuts: oneCut(from.cuts[0].below),
      hold: from.hold && asPattern(structuredClone(from.hold)),
      touchOff: { ...plain.touchOff, side: from.touchOff.side, top: from.touchOff.top, limit: from.touchOff.limit },
      zero: {
        of: from.zero.of,
        x: plainly(from.zero.x, 'min'),
        y: plainly(from.zero.y, 'max'),
        z: plainly(from.zero.z, 'max'),
        extra: { x: 0, y: 0, z: 0 },
      },
    };
    return { ...setup, proposed: proposedOf(setup) };
  });
  return { ...job, machine: other.machine, setups };
}
