import { Button, Table } from 'react-bootstrap';
import { STOCK_KINDS, type Stock, type StockKind } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField, TextField } from '../../fields/TextField';

/** Which sizes each kind has. */
const SIZES: Record<StockKind, readonly { key: 'thickness' | 'width' | 'across' | 'bore'; says: string }[]> = {
  'flat bar': [
    { key: 'thickness', says: 'thickness' },
    { key: 'width', says: 'width' },
  ],
  plate: [{ key: 'thickness', says: 'thickness' }],
  sheet: [{ key: 'thickness', says: 'thickness' }],
  'round bar': [{ key: 'across', says: 'diameter' }],
  'hexagon bar': [{ key: 'across', says: 'across flats' }],
  tube: [
    { key: 'across', says: 'outside diameter' },
    { key: 'bore', says: 'inside diameter' },
  ],
};

const START: Record<StockKind, Pick<Stock, 'thickness' | 'width' | 'across' | 'bore'>> = {
  'flat bar': { thickness: 20, width: 50, across: 0, bore: 0 },
  plate: { thickness: 20, width: 0, across: 0, bore: 0 },
  sheet: { thickness: 3, width: 0, across: 0, bore: 0 },
  'round bar': { thickness: 0, width: 0, across: 30, bore: 0 },
  'hexagon bar': { thickness: 0, width: 0, across: 30, bore: 0 },
  tube: { thickness: 0, width: 0, across: 40, bore: 30 },
};

export const newStock = (id: string): Stock => ({
  id,
  name: 'New size',
  kind: 'flat bar',
  material: '',
  ...START['flat bar'],
});

/** Sizes the shop keeps or can order. */
export function StockTable({
  stock,
  units,
  onChange,
}: {
  stock: readonly Stock[];
  units: Units;
  onChange: (stock: Stock[]) => void;
}) {
  const set = (id: string, fields: Partial<Stock>) =>
    onChange(stock.map((s) => (s.id === id ? { ...s, ...fields } : s)));
  return (
    <Table size="sm" aria-label="Stock sizes">
      <thead>
        <tr>
          <th>Name</th>
          <th>Kind</th>
          <th>Material</th>
          <th colSpan={2}>Sizes</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {stock.map((s) => (
          <tr key={s.id}>
            <td>
              <TextField
                hideLabel
                label={`Name of ${s.name}`}
                value={s.name}
                required
                onCommit={(name) => set(s.id, { name })}
              />
            </td>
            <td>
              <ChoiceField
                hideLabel
                label={`Kind of ${s.name}`}
                value={s.kind}
                choices={STOCK_KINDS.map((k) => ({ value: k, says: k }))}
                onCommit={(kind) => set(s.id, { kind, ...START[kind] })}
              />
            </td>
            <td>
              <TextField
                hideLabel
                label={`Material of ${s.name}`}
                value={s.material}
                placeholder="any"
                onCommit={(material) => set(s.id, { material })}
              />
            </td>
            {[0, 1].map((i) => {
              const size = SIZES[s.kind][i];
              return (
                <td key={i}>
                  {size && (
                    <LengthField
                      label={size.says}
                      mm={s[size.key]}
                      units={units}
                      positive
                      max={10_000}
                      onCommit={(mm) => set(s.id, { [size.key]: mm })}
                    />
                  )}
                </td>
              );
            })}
            <td className="align-bottom">
              <Button
                size="sm"
                variant="outline-primary"
                aria-label={`Remove ${s.name}`}
                onClick={() => onChange(stock.filter((x) => x.id !== s.id))}
              >
                Remove
              </Button>
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
