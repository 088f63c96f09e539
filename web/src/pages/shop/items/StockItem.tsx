import { STOCK_KINDS, type Stock } from '@violet-jaw/core/shop';
import { stockScene } from '@violet-jaw/core/drawing';
import type { Speech, Units } from '@violet-jaw/core/units';
import { Drawing } from '../../../drawing/Drawing';
import { SaveDrawing } from '../../../drawing/SaveDrawing';
import { LengthField } from '../../../fields/LengthField';
import { ChoiceField, TextField } from '../../../fields/TextField';
import { STOCK_SIZES, STOCK_STARTS } from '../stockSizes';

/** A size the shop keeps or can order. */
export function StockItem({
  stock,
  materials,
  units,
  speech,
  onChange,
}: {
  stock: Stock;
  /** names the shop has, offered */
  materials: readonly string[];
  units: Units;
  speech: Speech;
  onChange: (stock: Stock) => void;
}) {
  const scene = stockScene(stock, speech);
  const set = (fields: Partial<Stock>) => onChange({ ...stock, ...fields });
  return (
    <div className="shop-item-body">
      <div className="fields">
        <TextField label="Name" value={stock.name} required onCommit={(name) => set({ name })} />
        <ChoiceField
          label="Kind"
          value={stock.kind}
          choices={STOCK_KINDS.map((k) => ({ value: k, says: k }))}
          onCommit={(kind) => set({ kind, ...STOCK_STARTS[kind] })}
        />
        <TextField
          label="Material"
          value={stock.material}
          placeholder="any"
          suggestions={materials}
          onCommit={(material) => set({ material })}
        />
        {STOCK_SIZES[stock.kind].map(({ key, says }) => (
          <LengthField
            key={key}
            label={says}
            mm={stock[key]}
            units={units}
            positive
            min={0}
            max={10_000}
            onCommit={(mm) => set({ [key]: mm })}
          />
        ))}
      </div>
      <div>
        <Drawing scene={scene} width={300} height={230} fontSize={13} />
        <SaveDrawing id="save-drawing" scenes={[scene]} units={units} />
      </div>
    </div>
  );
}
