import { AXES, type Box3 } from '../frames';
import { boreAlong, dowelName } from '../dowels';
import { featuresOfHold, isHoldIn, type Job, type KnownFeature, type Setup } from '../job';
import { endBelowTop, featureNames, matchFeatures, type Feature, type Match } from '../part';
import type { ReferredFeature } from '../part/checks/featuresFound';
import type { Speech } from '../units';
import { featureIdsOf, type FeatureLookup } from '../zero';
import type { Stage } from './graph';

/** What refers to a feature: by its id, in words. */
export interface FeatureUse {
  readonly id: string;
  readonly by: readonly string[];
}

/** Ids of the features a setup refers to, with the words for where. */
function* idsOf(s: Setup): Generator<readonly [id: string, says: string]> {
  for (const axis of AXES)
    for (const id of featureIdsOf(s.zero[axis])) yield [id, `the zero of Op ${s.op} in ${axis.toUpperCase()}`];
  for (const axis of AXES)
    for (const id of s.programmed ? featureIdsOf(s.programmed[axis]) : [])
      yield [id, `the programmed zero of Op ${s.op} in ${axis.toUpperCase()}`];
  for (const axis of ['x', 'y'] as const) {
    const at = s.touchOff[axis];
    if (typeof at !== 'string') yield [at.bore, `the touch-off of Op ${s.op} in ${axis.toUpperCase()}`];
  }
  const which = s.cuts.length > 1 ? 'a cut of ' : '';
  for (const cut of s.cuts) {
    for (const id of cut.features) yield [id, `a cut of Op ${s.op}`];
    if (cut.to && !cut.features.includes(cut.to)) yield [cut.to, `the depth of ${which}Op ${s.op}`];
  }
  for (const face of featuresOfHold(s.hold)) yield [face.id, `${face.for} of Op ${s.op}`];
}

/** Everything in a job that refers to a feature. */
export function featureUses({ setups, meets, dowels }: Pick<Job, 'setups' | 'meets' | 'dowels'>): FeatureUse[] {
  const found = new Map<string, string[]>();
  for (const [i, { bore }] of (dowels?.holes ?? []).entries())
    if (bore !== null) found.set(bore, [...(found.get(bore) ?? []), dowelName(i)]);
  for (const { a, b } of meets) for (const id of [a, b]) found.set(id, [...(found.get(id) ?? []), 'what is to meet']);
  for (const s of setups) for (const [id, says] of idsOf(s)) found.set(id, [...(found.get(id) ?? []), says]);
  return [...found].map(([id, by]) => ({ id, by }));
}

/** The features choices refer to, found again in the part as it is. */
export interface Resolved {
  readonly lookup: FeatureLookup;
  readonly nameOf: (id: string) => string;
  readonly referred: readonly ReferredFeature[];
}

interface ResolvedInputs {
  known: readonly KnownFeature[];
  uses: readonly FeatureUse[];
  features: readonly Feature[];
  part: Box3;
  speech: Speech;
}
export const resolvedStage: Stage<ResolvedInputs, Resolved> = {
  name: 'features found again',
  compute: ({ known: entries, uses, features, part, speech }) => {
    // what is referred to without an entry is looked for by its id alone
    const known = [
      ...entries,
      ...uses
        .filter((u) => !entries.some((f) => f.id === u.id))
        .map(({ id }) => ({
          id,
          name: '',
          called: id,
          kind: 'plane' as const,
          direction: { x: 0, y: 0, z: 0 },
          at: { x: 0, y: 0, z: 0 },
          size: 0,
        })),
    ];
    const matches = matchFeatures(known, features, part);
    const names = featureNames(features, speech);
    const nameOf = (id: string) => {
      const entry = known.find((k) => k.id === id);
      const match = matches.get(id);
      return (
        entry?.name ||
        (match && match.state !== 'gone' ? names.get(match.feature.id) : undefined) ||
        entry?.called ||
        names.get(id) ||
        id
      );
    };
    return {
      lookup: (id) => {
        const match: Match | undefined = matches.get(id);
        return match && match.state !== 'gone' ? match.feature : null;
      },
      nameOf,
      referred: known.map((k) => ({
        id: k.id,
        name: nameOf(k.id),
        match: matches.get(k.id)!,
        usedBy: uses.find((u) => u.id === k.id)?.by ?? [],
      })),
    };
  },
};

/** The features one setup refers to, by their id: what they are called, and what they are now; null: gone. */
export type FeaturesHere = Readonly<Record<string, { readonly name: string; readonly feature: Feature | null }>>;

export const featuresOf = (setup: Setup, dowels: Job['dowels'], { lookup, nameOf }: Resolved): FeaturesHere =>
  Object.fromEntries(
    [...[...idsOf(setup)].map(([id]) => id), ...boresUnder(setup, dowels)].map((id) => [
      id,
      { name: nameOf(id), feature: lookup(id) },
    ]),
  );

/** The bores of the part that a setup puts onto dowels. */
const boresUnder = ({ hold }: Setup, dowels: Job['dowels']): string[] =>
  dowels && isHoldIn('flat', hold) && hold.dowels ? dowels.holes.flatMap(({ bore }) => bore ?? []) : [];

/**
 * Dowels with the place and the diameter of each bore of the part they stand in, as the part has it now. One that is
 * gone, or does not run along the others, stays where it was; a finding says so.
 */
export function onBores(dowels: Job['dowels'], lookup: FeatureLookup): Job['dowels'] {
  if (!dowels) return null;
  const holes = dowels.holes.map((hole) => {
    const bore = hole.bore === null ? null : lookup(hole.bore);
    return bore ? { ...hole, ...(boreAlong(bore, dowels.along) ?? {}) } : hole;
  });
  return { ...dowels, holes };
}

export const lookupIn =
  (here: FeaturesHere): FeatureLookup =>
  (id) =>
    here[id]?.feature ?? null;
export const nameIn =
  (here: FeaturesHere) =>
  (id: string): string =>
    here[id]?.name ?? id;

/**
 * The setup with the depth of each cut as the face or bore it goes down to has it. One that is gone or does not look
 * up leaves the number that was there; a finding says so.
 * @returns the setup, and the ids of cuts whose face does not look up
 */
export function withDepths(setup: Setup, part: Box3, lookup: FeatureLookup): { setup: Setup; astray: string[] } {
  const { up } = setup.orientation;
  const astray: string[] = [];
  const cuts = setup.cuts.map((cut) => {
    const to = cut.to ? lookup(cut.to) : null;
    if (!to) return cut;
    const below = endBelowTop(to, up, part);
    if (below === null) astray.push(cut.id);
    return below === null ? cut : { ...cut, below };
  });
  return { setup: cuts.every((c, i) => c === setup.cuts[i]) ? setup : { ...setup, cuts }, astray };
}
