import { VIEW_NAMES, VIEWS, type ViewName } from '@violet-jaw/core/drawing';
import type { RemarkPlace } from '@violet-jaw/core/remarks';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField } from '../../fields/TextField';

/** The place a remark points at, typed instead of pressed. */
export function PlaceFields({
  says,
  place,
  onPlace,
}: {
  says: string;
  place: RemarkPlace | null;
  onPlace: (place: RemarkPlace | null) => void;
}) {
  const { job } = useJob();
  return (
    <>
      <ChoiceField
        label={says}
        value={place?.view ?? ''}
        choices={[
          { value: '' as const, says: 'nowhere' },
          ...VIEW_NAMES.map((view) => ({ value: view, says: VIEWS[view].title.toLowerCase() })),
        ]}
        onCommit={(view: ViewName | '') => onPlace(view === '' ? null : { view, at: place?.at ?? [0, 0] })}
      />
      {place && (
        <>
          <LengthField
            label="to the right"
            mm={place.at[0]}
            units={job.units}
            min={-1e5}
            max={1e5}
            onCommit={(u) => onPlace({ ...place, at: [u, place.at[1]] })}
          />
          <LengthField
            label="up"
            mm={place.at[1]}
            units={job.units}
            min={-1e5}
            max={1e5}
            onCommit={(v) => onPlace({ ...place, at: [place.at[0], v] })}
          />
        </>
      )}
    </>
  );
}
