import type { FlatDevice } from '@violet-jaw/core/shop';
import { useJob } from '../../app/JobLayout';
import { NumberField } from '../../fields/NumberField';
import { ChoiceField, TextField } from '../../fields/TextField';
import { useLength, type SectionProps } from '../section';
import { ClampTable } from './ClampTable';
import { KindFields } from './KindFields';
import { usePlate } from './usePlate';

/** What holds a part that lies flat: vacuum, pods, tape or glue, clamps of every kind; they can be combined. */
export function FlatHold(props: SectionProps & { device: FlatDevice }) {
  const { setup, edit } = props;
  const { shop } = useJob();
  const length = useLength(props, 'hold');
  const { plate } = setup;
  const put = usePlate(edit);
  return (
    <>
      <KindFields {...props} />
      <div className="fields mt-1">
        <ChoiceField label="Tape or adhesive" value={plate.bond ?? ''} choices={[{ value: '', says: 'none' }, ...shop.bonds.map((b) => ({ value: b.id, says: b.name }))]} onCommit={(v) => put((p) => ({ ...p, bond: v || null }))} />
        {plate.bond && length({ label: 'Inside the outline by', mm: plate.bondInset, min: 0, max: 1000, set: (s, mm) => ({ ...s, plate: { ...s.plate, bondInset: mm } }) })}
        {plate.bond && <NumberField label="Warmest, °C" value={plate.temperature} min={-20} max={400} onCommit={(v) => put((p) => ({ ...p, temperature: v ?? 25 }))} />}
        {plate.bond && <TextField label="Backing film left on" value={plate.backing} placeholder="nowhere" onCommit={(backing) => put((p) => ({ ...p, backing }))} />}
      </div>
      <ClampTable {...props} />
    </>
  );
}
