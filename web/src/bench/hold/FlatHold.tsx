import { useJob } from '../../app/JobLayout';
import { NumberField } from '../../fields/NumberField';
import { ChoiceField, TextField } from '../../fields/TextField';
import { ClampTable } from './ClampTable';
import { FurtherPieces } from './FurtherPieces';
import { KindFields } from './KindFields';
import { useHold, type HoldProps } from './useHold';

/** What holds a part that lies flat: vacuum, pods, tape or glue, clamps of every kind; they can be combined. */
export function FlatHold(props: HoldProps<'flat'>) {
  const { hold } = props;
  const { shop } = useJob();
  const { put, length } = useHold(props, 'hold');
  return (
    <>
      <KindFields {...props} />
      <div className="fields mt-1">
        <ChoiceField
          label="Tape or adhesive"
          value={hold.bond ?? ''}
          choices={[{ value: '', says: 'none' }, ...shop.bonds.map((b) => ({ value: b.id, says: b.name }))]}
          onCommit={(v) => put((h) => ({ ...h, bond: v || null }))}
        />
        {hold.bond &&
          length({
            label: 'Inside the outline by',
            mm: hold.bondInset,
            min: 0,
            max: 1000,
            set: (h, mm) => ({ ...h, bondInset: mm }),
          })}
        {hold.bond && (
          <NumberField
            label="Warmest, °C"
            value={hold.temperature}
            min={-20}
            max={400}
            onCommit={(v) => put((h) => ({ ...h, temperature: v ?? 25 }))}
          />
        )}
        {hold.bond && (
          <TextField
            label="Backing film left on"
            value={hold.backing}
            placeholder="nowhere"
            onCommit={(backing) => put((h) => ({ ...h, backing }))}
          />
        )}
      </div>
      <ClampTable {...props} />
      <FurtherPieces {...props} />
    </>
  );
}
