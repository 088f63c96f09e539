import { LENGTH_MEANS, type Setup } from '@violet-jaw/core/job';
import { ChoiceField } from '../fields/TextField';
import type { useLength } from './section';

const LENGTHS = LENGTH_MEANS.map((value) => ({ value, says: value }));

/** How tool lengths count. */
export function LengthFields({
  lengths,
  measure,
  toolChoices,
  length,
}: {
  lengths: Setup['lengths'];
  measure: (fields: Partial<Setup['lengths']>) => void;
  toolChoices: { value: string; says: string }[];
  length: ReturnType<typeof useLength>;
}) {
  return (
    <div className="fields">
      <ChoiceField label="Lengths count from" value={lengths.by} choices={LENGTHS} onCommit={(by) => measure({ by })} />
      {lengths.by === 'reference tool' && (
        <ChoiceField
          label="Reference tool"
          value={lengths.reference === null ? '' : String(lengths.reference)}
          choices={toolChoices}
          onCommit={(v) => measure({ reference: v ? Number(v) : null })}
        />
      )}
      {lengths.by === 'height setter' &&
        length({
          label: 'Setter height',
          mm: lengths.setterHeight,
          min: 0,
          max: 500,
          set: (s, mm) => ({ ...s, lengths: { ...s.lengths, setterHeight: mm } }),
        })}
      {lengths.by === 'height setter' &&
        length({
          label: 'It stands on, from the datum',
          mm: lengths.setterOn,
          signed: true,
          min: -2000,
          max: 2000,
          set: (s, mm) => ({ ...s, lengths: { ...s.lengths, setterOn: mm } }),
        })}
      <ChoiceField
        label="When Z is touched"
        value={lengths.active ? 'active' : 'none'}
        choices={[
          { value: 'active', says: 'the length is active' },
          { value: 'none', says: 'no length is active' },
        ]}
        onCommit={(v) => measure({ active: v === 'active' })}
      />
    </div>
  );
}
