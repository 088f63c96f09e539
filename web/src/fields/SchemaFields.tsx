import type { TSchema } from '@sinclair/typebox';
import { forceUnit, MM_PER_INCH, torqueUnit, type Units } from '@violet-jaw/core/units';
import { Labeled } from './Labeled';
import { LengthField } from './LengthField';
import { OptionalLengthField } from './OptionalLengthField';
import { NumberField } from './NumberField';
import { ChoiceField, CountField, TextField } from './TextField';

interface NumberLimits {
  readonly type?: string;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly exclusiveMinimum?: number;
}

/** What of a schema decides its field. */
interface FieldSchema {
  readonly title?: string;
  readonly description?: string;
  readonly unit?: string;
  readonly type?: string;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly exclusiveMinimum?: number;
  readonly default?: string;
  readonly anyOf?: readonly (NumberLimits & { readonly const?: string })[];
}

type Entry = Readonly<Record<string, unknown>>;

const areaName = (units: Units) => (units === 'mm' ? 'mm²' : 'in²');

/** A number that may not be known. */
function MaybeField({
  label,
  schema,
  limits,
  value,
  units,
  onCommit,
}: {
  label: string;
  schema: FieldSchema;
  /** where the limits of the number stand */
  limits: NumberLimits;
  value: unknown;
  units: Units;
  onCommit: (value: unknown) => void;
}) {
  const [min, max] = [limits.minimum ?? limits.exclusiveMinimum ?? 0, limits.maximum ?? 1e6];
  const isWhole = limits.type === 'integer';
  if (schema.unit === 'mm')
    return (
      <Labeled text={label}>
        <OptionalLengthField
          label={label}
          mm={value === null || value === undefined ? null : Number(value)}
          units={units}
          signed={min < 0}
          positive={limits.exclusiveMinimum !== undefined}
          max={max}
          onCommit={onCommit}
        />
        {schema.description && <div className="field-hint">{schema.description}</div>}
      </Labeled>
    );
  return (
    <NumberField
      label={schema.unit && schema.unit !== 'N' ? `${label}, ${schema.unit}` : label}
      unit={schema.unit === 'N' ? forceUnit(units) : undefined}
      value={value === null || value === undefined ? null : Number(value)}
      min={min}
      max={max}
      optional
      digits={isWhole ? 0 : units === 'mm' ? 6 : 2}
      hint={schema.description}
      onCommit={(v) => onCommit(v === null || !isWhole ? v : Math.round(v))}
    />
  );
}

function Field({
  name,
  schema,
  value,
  units,
  onCommit,
}: {
  name: string;
  schema: FieldSchema;
  value: unknown;
  units: Units;
  onCommit: (value: unknown) => void;
}) {
  const label = schema.title ?? name;
  // of what may be left out, the limits stand with the number
  const limits = schema.anyOf?.find((c) => c.type === 'number' || c.type === 'integer') ?? schema;
  const positive = limits.exclusiveMinimum !== undefined;
  const [min, max] = [limits.minimum ?? limits.exclusiveMinimum ?? 0, limits.maximum ?? 1e6];
  if (schema.anyOf && (schema.unit === 'mm' || schema.anyOf.some((c) => c.type === 'null')))
    return <MaybeField {...{ label, schema, limits, value, units, onCommit }} />;
  if (schema.anyOf)
    return (
      <ChoiceField
        label={label}
        value={String(value ?? schema.default)}
        choices={schema.anyOf.map((c) => ({ value: String(c.const), says: String(c.const) }))}
        onCommit={onCommit}
      />
    );
  if (schema.type === 'string')
    return (
      <TextField
        className={schema.description ? 'two-wide' : undefined}
        label={label}
        value={String(value)}
        required={name === 'name'}
        onCommit={onCommit}
      />
    );
  if (schema.type === 'integer')
    return <CountField label={label} value={Number(value)} min={min} max={max} onCommit={onCommit} />;
  if (schema.unit === 'mm')
    return (
      <LengthField
        label={label}
        mm={Number(value)}
        units={units}
        signed={min < 0}
        min={min}
        max={max}
        positive={positive}
        hint={schema.description}
        onCommit={onCommit}
      />
    );
  if (schema.unit === 'mm²') {
    const square = units === 'mm' ? 1 : MM_PER_INCH ** 2;
    return (
      <NumberField
        label={`${label}, ${areaName(units)}`}
        value={Number(value) / square}
        min={min}
        max={max}
        onCommit={(v) => onCommit((v ?? 0) * square)}
      />
    );
  }
  if (schema.unit === 'N' || schema.unit === 'N·m') {
    return (
      <NumberField
        label={label}
        unit={schema.unit === 'N' ? forceUnit(units) : torqueUnit(units)}
        value={Number(value)}
        min={min}
        max={max}
        positive={positive}
        digits={units === 'mm' ? 6 : 2}
        hint={schema.description}
        onCommit={onCommit}
      />
    );
  }
  return (
    <NumberField
      label={schema.unit ? `${label}, ${schema.unit}` : label}
      value={Number(value)}
      min={min}
      max={max}
      positive={positive}
      digits={6}
      hint={schema.description}
      onCommit={onCommit}
    />
  );
}

/** One field for every titled property of a schema: a form that always has what the document has. */
export function SchemaFields<T extends Entry>({
  schema,
  value,
  units,
  onChange,
}: {
  schema: TSchema;
  value: T;
  units: Units;
  onChange: (value: T) => void;
}) {
  const properties = (schema as unknown as { properties: Record<string, FieldSchema> }).properties;
  return (
    <>
      {Object.entries(properties)
        .filter(([, s]) => s.title)
        .map(([name, s]) => (
          <Field
            key={name}
            name={name}
            schema={s}
            value={value[name]}
            units={units}
            onCommit={(v) => onChange({ ...value, [name]: v })}
          />
        ))}
    </>
  );
}
