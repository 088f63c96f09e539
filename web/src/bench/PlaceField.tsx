import { Form } from 'react-bootstrap';
import type { Axis, Orientation } from '@violet-jaw/core/frames';
import type { Job, ZeroPlace } from '@violet-jaw/core/job';
import { featureIdsOf, featureLevel, PLACE_NAME } from '@violet-jaw/core/zero';
import { useFeatures, type NamedFeature } from '../app/useFeatures';
import { ChoiceField } from '../fields/TextField';

interface PlaceFieldProps {
  readonly label: string;
  readonly axis: Axis;
  readonly orientation: Orientation;
  readonly place: ZeroPlace;
  /** @param features the job's features with those the place refers to, to be stored along with it; null: unchanged */
  readonly onCommit: (place: ZeroPlace, features: Job['features'] | null) => void;
}

const PLACES = ['min', 'middle', 'max'] as const;

function says({ feature, name }: NamedFeature): string {
  return feature.kind === 'plane' ? name : `axis of ${name}`;
}

/**
 * A place along a machine axis: an end or the middle of the body, a face or a bore's axis, or the middle between two
 * of them.
 */
export function PlaceField({ label, axis, orientation, place, onCommit }: PlaceFieldProps) {
  const { list, byId, withFeature } = useFeatures();
  const usable = list.filter(
    ({ feature }) => feature.kind !== 'round' && featureLevel(feature, axis, orientation) !== null,
  );
  const ids = featureIdsOf(place);
  const value =
    typeof place === 'string' ? place : 'between' in place ? 'between' : `on ${byId(place.on)?.id ?? place.on}`;
  const missing = ids.filter((id) => !byId(id));
  const commit = (next: string) => {
    if (PLACES.some((p) => p === next)) {
      onCommit(next as ZeroPlace, null);
      return;
    }
    if (next === 'between') {
      const [a, b] = [usable[0], usable[1] ?? usable[0]];
      if (a && b) onCommit({ between: [a.id, b.id] }, withFeature(a, b));
      return;
    }
    const named = usable.find((u) => `on ${u.id}` === next);
    if (named) onCommit({ on: named.id }, withFeature(named));
  };
  const between = typeof place !== 'string' && 'between' in place ? place.between : null;
  return (
    <div>
      <ChoiceField
        label={label}
        value={value}
        choices={[
          ...PLACES.map((p) => ({ value: p as string, says: PLACE_NAME[axis][p] })),
          ...usable.map((u) => ({ value: `on ${u.id}`, says: says(u) })),
          ...(missing.length > 0 && !between ? [{ value, says: 'gone from the part' }] : []),
          ...(usable.length > 1 ? [{ value: 'between', says: 'middle between two…' }] : []),
        ]}
        onCommit={commit}
      />
      {between &&
        [0, 1].map((k) => (
          <Form.Select
            key={k}
            size="sm"
            aria-label={`${label}, ${k === 0 ? 'first' : 'second'} of the two`}
            value={byId(between[k])?.id ?? between[k]}
            onChange={(e) => {
              const named = usable.find((u) => u.id === e.target.value);
              const other = byId(between[1 - k]);
              if (!named) return;
              const pair: [string, string] = k === 0 ? [named.id, between[1]] : [between[0], named.id];
              onCommit({ between: pair }, withFeature(...(other ? [named, other] : [named])));
            }}
          >
            {!byId(between[k]) && <option value={between[k]}>gone from the part</option>}
            {usable.map((u) => (
              <option key={u.id} value={u.id}>
                {says(u)}
              </option>
            ))}
          </Form.Select>
        ))}
    </div>
  );
}

export interface FaceFieldProps {
  readonly label: string;
  readonly value: string | null;
  readonly none: string;
  /** which features can be chosen */
  readonly allows: (named: NamedFeature) => boolean;
  readonly onCommit: (named: NamedFeature | null, features: Job['features'] | null) => void | Promise<void>;
}

/** One face of the part, or none. */
export function FaceField({ label, value, none, allows, onCommit }: FaceFieldProps) {
  const { list, byId, withFeature } = useFeatures();
  const usable = list.filter(allows);
  const now = value === null ? '' : (byId(value)?.id ?? value);
  const known = now === '' || usable.some((u) => u.id === now);
  return (
    <ChoiceField
      label={label}
      value={now}
      choices={[
        { value: '', says: none },
        ...(known ? [] : [{ value: now, says: byId(now)?.name ?? 'gone from the part' }]),
        ...usable.map((u) => ({ value: u.id, says: u.name })),
      ]}
      onCommit={(id) => {
        const named = usable.find((u) => u.id === id);
        if (named) onCommit(named, withFeature(named));
        else if (id === '') onCommit(null, null);
      }}
    />
  );
}
