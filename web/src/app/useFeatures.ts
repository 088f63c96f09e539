import { useEffect, useMemo, useState } from 'react';
import type { ViewName } from '@violet-jaw/core/drawing';
import { featureNames, knownFeature, type Feature } from '@violet-jaw/core/part';
import { useJob } from './JobLayout';
import { askWorker, usePlan } from '../store/planStore';

export interface NamedFeature {
  readonly feature: Feature;
  /** what choices refer to it by: the id it had when it was picked */
  readonly id: string;
  readonly name: string;
}

/** The part's features with their names, and how to name one and to refer to one from a choice. */
export function useFeatures() {
  const { job, change, speech } = useJob();
  const planned = usePlan((s) => s.planned);
  const list = useMemo((): NamedFeature[] => {
    if (!planned) return [];
    const { features } = planned.part.features;
    // entries of the job by the feature they are found as now
    const entries = new Map(
      planned.referred.flatMap((r) => (r.match.state === 'gone' ? [] : [[r.match.feature.id, r.id] as const])),
    );
    const given = features.flatMap((f) => {
      const entry = job.features.find((k) => k.id === entries.get(f.id));
      return entry?.name ? [{ id: f.id, name: entry.name }] : [];
    });
    const names = featureNames(features, speech, given);
    return features.map((feature) => ({
      feature,
      id: entries.get(feature.id) ?? feature.id,
      name: names.get(feature.id)!,
    }));
  }, [planned, job.features, speech]);

  const entryFor = ({ feature, id, name }: NamedFeature) =>
    job.features.find((k) => k.id === id) ?? knownFeature(feature, name);
  return {
    list,
    byId: (id: string | null) => list.find((f) => f.id === id || f.feature.id === id) ?? null,
    /** the job's features with these among them, so that a choice can refer to them */
    withFeature: (...picked: readonly NamedFeature[]) => {
      // picking one again confirms where it is now
      const entries = picked.map((named) => ({
        ...knownFeature(named.feature, named.name, entryFor(named).name),
        id: named.id,
      }));
      return [...job.features.filter((k) => !entries.some((e) => e.id === k.id)), ...entries];
    },
    rename: (named: NamedFeature, name: string) =>
      change({
        features: [
          ...job.features.filter((k) => k.id !== named.id),
          { ...entryFor(named), id: named.id, name: name.trim() },
        ].filter((k) => k.name !== '' || planned?.referred.some((r) => r.id === k.id && r.usedBy.length > 0)),
      }),
  };
}

/** Edges of features in every view, from the worker; null until they are there. */
export function useFeatureEdges(ids: readonly string[]): Record<ViewName, number[]> | null {
  const planned = usePlan((s) => s.planned);
  const [edges, setEdges] = useState<Record<ViewName, number[]> | null>(null);
  const key = ids.join('\n');
  useEffect(() => {
    let gone = false;
    if (key === '') {
      setEdges(null);
      return undefined;
    }
    void askWorker((worker) => worker.featureEdges(key.split('\n'))).then((found) => {
      if (!gone) setEdges(found as Record<ViewName, number[]> | null);
    });
    return () => {
      gone = true;
    };
  }, [key, planned]);
  return edges;
}
