import { ChangeButton } from '../../fields/ChangeButton';
import { MOST_CHANGED, type Device } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import { newId } from '../../app/newId';
import { Labeled } from '../../fields/Labeled';
import { LengthField } from '../../fields/LengthField';
import { OptionalLengthField } from '../../fields/OptionalLengthField';
import { TextField } from '../../fields/TextField';

type Items = NonNullable<Device['changeover']>;

/** Read off within this to begin with, mm (common practice, no source). */
const WITHIN_MM = 0.02;

/** What is done to a machine before this device can be used on it, one thing after the other, and back again. */
export function ChangeoverFields({
  device: { name, changeover = [] },
  units,
  onChange,
}: {
  device: Pick<Device, 'name' | 'changeover'>;
  units: Units;
  onChange: (changeover: Items) => void;
}) {
  const edit = (id: string, fields: Partial<Items[number]>) =>
    onChange(changeover.map((c) => (c.id === id ? { ...c, ...fields } : c)));
  return (
    <section aria-label={`Changeover to ${name}`} className="mt-2">
      <h3>Changeover</h3>
      <p className="quiet mb-1">
        {changeover.length === 0
          ? 'Nothing is done to a machine before it: it stands there.'
          : 'In this order, before the first setup that uses it; taken down in reverse after the last.'}
      </p>
      {changeover.map((c, i) => (
        <fieldset key={c.id} className="changeover-row" aria-label={`Changeover ${i + 1}`}>
          <TextField
            label={`${i + 1}. What is done`}
            value={c.does}
            maxLength={300}
            onCommit={(does) => edit(c.id, { does })}
          />
          <TextField
            label={`${i + 1}. When it is taken down`}
            value={c.back}
            maxLength={300}
            placeholder="nothing"
            onCommit={(back) => edit(c.id, { back })}
          />
          <Labeled text={`${i + 1}. Reads then`}>
            <OptionalLengthField
              label={`${i + 1}. Reads then`}
              mm={c.target}
              units={units}
              signed
              max={20_000}
              empty="nothing"
              onCommit={(target) => edit(c.id, { target, within: c.within || WITHIN_MM })}
            />
          </Labeled>
          {c.target === null ? (
            <div />
          ) : (
            <LengthField
              label={`${i + 1}. Right within ±`}
              mm={c.within}
              units={units}
              min={0}
              max={100}
              onCommit={(within) => edit(c.id, { within })}
            />
          )}
          <div className="align-self-end">
            <ChangeButton
              size="sm"
              variant="outline-primary"
              onClick={() => onChange(changeover.filter((o) => o.id !== c.id))}
            >
              Take out {i + 1}
            </ChangeButton>
          </div>
        </fieldset>
      ))}
      {changeover.length < MOST_CHANGED && (
        <ChangeButton
          size="sm"
          variant="outline-primary"
          className="mt-1"
          onClick={() =>
            onChange([...changeover, { id: newId(), does: '', back: '', target: null, within: WITHIN_MM }])
          }
        >
          Add to the changeover
        </ChangeButton>
      )}
    </section>
  );
}
