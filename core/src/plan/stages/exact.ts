import type { Direction, Vec3 } from '../../frames';
import { chainsOf, liesOf, meetingOf, nothingCuts, type CutFeature, type ExactJob, type Lies } from '../../exact';
import type { Finding } from '../../findings';
import { meetsWithin } from '../../exact/checks/meetsWithin';
import { standsWhere, takesItOff, type Job, type Setup } from '../../job';
import type { Feature, FeatureSurface } from '../../part';
import type { Machine } from '../../shop';
import type { Speech } from '../../units';
import { locatedSetup, type Makers } from '../exactly';
import type { FeaturesHere, Resolved } from '../features';
import type { Stage } from '../graph';
import { indexOf, madeBy, outsideFace, outsideFeature, type MadeBy } from '../madeBy';
import type { Material } from '../material';
import type { PlannedMeeting, PlannedSetup } from '../planned';

interface MakersInputs {
  blank: Material;
  /** what each setup leaves, and hands on */
  left: readonly Material[];
  surface: FeatureSurface;
  features: readonly Feature[];
}
/** Who cuts what, remembered as it is asked. */
export const makersStage: Stage<MakersInputs, Makers> = {
  name: 'who cuts what',
  compute: ({ blank, left, surface, features }) => {
    const known = new Map<string, MadeBy>();
    const at = (key: string, outside: () => Vec3 | null): MadeBy => {
      let found = known.get(key);
      if (found === undefined) {
        const place = outside();
        found = place ? madeBy(blank, left, place) : 'blank';
        known.set(key, found);
      }
      return found;
    };
    const onAny = (side: Direction, level: number): Vec3 | null => {
      for (const { kept, frame } of [blank, ...left]) {
        const found =
          outsideFace(kept.mesh(), side, level) ?? (frame.isEmpty() ? null : outsideFace(frame.mesh(), side, level));
        if (found) return found;
      }
      return null;
    };
    return {
      face: (side, level) => at(`${side} ${level.toFixed(4)}`, () => onAny(side, level)),
      place: (outside) => at(`${outside.x} ${outside.y} ${outside.z}`, () => outside),
      feature: (feature) => at(feature.id, () => outsideFeature(surface, indexOf(features, feature))),
    };
  },
};

/** The last setup before that was touched off with the same device, which stands there since; null: none. */
function touchedEarlier(setups: readonly PlannedSetup[], index: number): number | null {
  const { setup } = setups[index];
  const before = setups.slice(0, index).map((s) => s.setup);
  const found = before.findLastIndex(
    (s, i) => s.measured !== null && standsWhere(s, setup) && !takesItOff(before.slice(i + 1), setup),
  );
  return found < 0 ? null : found;
}

/**
 * How often what stands on the station of a setup was another by then, and what stands on that: while nothing changes
 * all are off by the same, and what comes back is off anew.
 */
function changedBy(setups: readonly PlannedSetup[], index: number): { readonly below: number; readonly on: number } {
  const { station } = setups[index].setup;
  const stood = setups.slice(0, index + 1).filter(({ setup }) => setup.station === station && setup.device !== null);
  const changes = (isSame: (a: Setup, b: Setup) => boolean) =>
    stood.filter(({ setup }, i) => i > 0 && !isSame(stood[i - 1].setup, setup)).length;
  const below = ({ standsOn, device }: Setup) => standsOn?.device ?? device;
  return { below: changes((a, b) => below(a) === below(b)), on: changes(standsWhere) };
}

interface ExactInputs {
  setups: readonly PlannedSetup[];
  here: readonly FeaturesHere[];
  makers: Makers;
  homes: boolean;
  machine: Pick<Machine, 'homing' | 'accuracy'> | null;
  job: Pick<Job, 'quantity' | 'sizeTolerance'>;
  blankPlusMinus: number | null;
}
/** How exactly every part lies, in one account. */
export const exactStage: Stage<ExactInputs, ExactJob> = {
  name: 'how exactly parts lie',
  compute: ({ setups, here, makers, homes, machine, job, blankPlusMinus }) => ({
    setups: setups.map((planned, index) =>
      locatedSetup(planned, {
        index,
        makers,
        here: here[index],
        homes,
        machine,
        earlier: touchedEarlier(setups, index),
        changed: changedBy(setups, index),
        single: job.quantity === 1,
      }),
    ),
    sizes: { mm: job.sizeTolerance, from: 'size tolerance of the job' },
    blank: { mm: blankPlusMinus, from: 'size of the blank, typed' },
  }),
};

interface LiesInputs {
  exact: ExactJob;
}
/** How exactly the part of each setup lies; null: it cannot be told. */
export const liesStage: Stage<LiesInputs, readonly (Lies | null)[]> = {
  name: 'how far parts lie off',
  compute: ({ exact }) => exact.setups.map((_, i) => liesOf(exact, i)),
};

interface MeetingsInputs {
  exact: ExactJob;
  meets: Job['meets'];
  setups: readonly PlannedSetup[];
  resolved: Resolved;
  makers: Makers;
}
/** What of two setups is to meet, and how far it may miss. */
export const meetingsStage: Stage<MeetingsInputs, readonly PlannedMeeting[]> = {
  name: 'what is to meet',
  compute: ({ exact, meets, setups, resolved, makers }) => {
    if (meets.length === 0) return [];
    const ways = chainsOf(exact);
    const cutFeature = (id: string): CutFeature | null => {
      const feature = resolved.lookup(id);
      if (!feature) return null;
      const made = makers.feature(feature);
      return {
        name: resolved.nameOf(id),
        feature,
        madeBy: typeof made === 'number' ? made : made === 'blank' ? null : -1,
      };
    };
    return meets.map((meet): PlannedMeeting => {
      const [a, b] = [cutFeature(meet.a), cutFeature(meet.b)];
      const names = [resolved.nameOf(meet.a), resolved.nameOf(meet.b)] as const;
      const last = Math.max(a?.madeBy ?? -1, b?.madeBy ?? -1);
      const at = setups[last < 0 ? setups.length - 1 : last];
      const features = [meet.a, meet.b] as const;
      const base = { id: meet.id, features, within: meet.within, names, setupId: at?.id ?? null, op: at?.op ?? null };
      const opOf = (cut: CutFeature | null) => (cut?.madeBy != null && cut.madeBy >= 0 ? setups[cut.madeBy].op : null);
      const ops = [opOf(a), opOf(b)] as const;
      if (!a || !b) {
        const gone = names.filter((_, i) => ![a, b][i]).join(' and ');
        return { ...base, ops, pair: null, meeting: { misses: [], problem: `Gone from the part: ${gone}.` } };
      }
      const uncut = [a, b].filter((c) => c.madeBy === -1);
      if (uncut.length > 0)
        return { ...base, ops, pair: null, meeting: { misses: [], problem: nothingCuts(uncut.map((c) => c.name)) } };
      return { ...base, ops, pair: [a, b], meeting: meetingOf(ways, a, b) };
    });
  },
};

interface MeetingFindings {
  meetings: readonly PlannedMeeting[];
  speech: Speech;
}
export const meetingFindingsStage: Stage<MeetingFindings, Finding[]> = {
  name: 'findings of what is to meet',
  compute: ({ meetings, speech }) => meetings.flatMap((m) => meetsWithin(m, { setupId: m.setupId, op: m.op, speech })),
};
