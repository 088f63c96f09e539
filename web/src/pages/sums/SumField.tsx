import type { SumField as Field } from '@violet-jaw/core/quickSums';
import { forceUnit, torqueUnit, type Unit, type Units } from '@violet-jaw/core/units';
import { LengthField } from '../../fields/LengthField';
import { NumberField } from '../../fields/NumberField';
import { ChoiceField, CountField } from '../../fields/TextField';

const M_PER_FOOT = 0.3048;

/** What a number that is no length is typed in. */
function unitOf(unit: Field['unit'], units: Units): Unit | undefined {
  if (unit === 'force') return forceUnit(units);
  if (unit === 'torque') return torqueUnit(units);
  if (unit === 'surface speed') return units === 'mm' ? { name: 'm/min', per: 1 } : { name: 'ft/min', per: M_PER_FOOT };
  return unit === 'degrees' ? { name: '°', per: 1 } : undefined;
}

/** One thing a sum asks for. */
export function SumField({
  field,
  value,
  units,
  onCommit,
}: {
  field: Field;
  value: number | string;
  units: Units;
  onCommit: (value: number | string) => void;
}) {
  const { label } = field;
  if (field.unit === 'choice')
    return (
      <ChoiceField
        label={label}
        value={String(value)}
        choices={field.choices.map((c) => ({ value: c, says: c }))}
        onCommit={onCommit}
      />
    );
  const { min, max, positive, signed, whole } = field;
  if (whole) return <CountField label={label} value={Number(value)} min={min} max={max} onCommit={onCommit} />;
  if (field.unit === 'length')
    return (
      <LengthField
        label={label}
        mm={Number(value)}
        units={units}
        min={min}
        max={max}
        positive={positive}
        signed={signed}
        onCommit={onCommit}
      />
    );
  return (
    <NumberField
      label={label}
      unit={unitOf(field.unit, units)}
      value={Number(value)}
      min={min}
      max={max}
      positive={positive}
      digits={6}
      onCommit={(v) => onCommit(v ?? field.start)}
    />
  );
}
