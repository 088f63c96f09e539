import { outsideOf } from './check';
import { STOCK_KINDS, stockSchema, workMaterialSchema, type Stock, type WorkMaterial } from '@violet-jaw/core/shop';
import { numberColumn, retiredColumn, textColumn, wordColumn } from './columns';
import type { Column, TableOf } from './table';

const size = (name: string, key: 'thickness' | 'width' | 'across' | 'bore'): Column<Stock> =>
  numberColumn(
    name,
    (s) => s[key],
    (s, v) => ({ ...s, [key]: v }),
    true,
  );

/** The stock sizes of the library as a table. */
export const stockTable: TableOf<Stock> = {
  columns: [
    wordColumn(
      'Kind',
      STOCK_KINDS,
      (s) => s.kind,
      (s, kind) => ({ ...s, kind }),
    ),
    textColumn(
      'Material',
      (s) => s.material,
      (s, material) => ({ ...s, material }),
    ),
    size('Thickness', 'thickness'),
    size('Width', 'width'),
    size('Diameter or across flats', 'across'),
    size('Inside diameter', 'bore'),
    retiredColumn<Stock>(),
  ],
  begin: (id) => ({ id, name: '', kind: 'flat bar', material: '', thickness: 0, width: 0, across: 0, bore: 0 }),
  check: (stock) => {
    const outside = outsideOf(stockSchema, stock);
    if (outside.length > 0) return outside;
    const flat = ['flat bar', 'plate', 'sheet'].includes(stock.kind);
    if (flat && stock.thickness === 0) return [`a ${stock.kind} needs a thickness.`];
    if (!flat && stock.across === 0) return [`a ${stock.kind} needs a diameter, or its size across flats.`];
    return stock.kind === 'tube' && stock.bore >= stock.across
      ? ['the inside diameter of a tube is smaller than its outside diameter.']
      : [];
  },
};

type NumberKey = 'kc11' | 'mc' | 'speed' | 'yieldMPa' | 'youngGPa' | 'densityKgM3';
const value = (name: string, key: NumberKey): Column<WorkMaterial> =>
  numberColumn(
    name,
    (m) => m[key],
    (m, v) => ({ ...m, [key]: v }),
  );
const MAGNETIC = ['not told', 'yes', 'no'] as const;

/** The materials of the library as a table. */
export const materialTable: TableOf<WorkMaterial> = {
  columns: [
    value('Specific cutting force k_c1.1 in N/mm²', 'kc11'),
    value('Exponent m_c', 'mc'),
    value('Surface speed in m/min', 'speed'),
    value('Yield strength in MPa', 'yieldMPa'),
    value("Young's modulus in GPa", 'youngGPa'),
    value('Density in kg/m³', 'densityKgM3'),
    wordColumn(
      'Held by a magnet',
      MAGNETIC,
      (m) => m.magnetic ?? 'not told',
      (m, magnetic) => ({ ...m, magnetic }),
    ),
    textColumn(
      'Where from',
      (m) => m.source,
      (m, source) => ({ ...m, source }),
    ),
    retiredColumn<WorkMaterial>(),
  ],
  // nothing is guessed: a row without these is refused with what is missing
  begin: (id) => ({ id, name: '', kc11: 0, mc: 0, speed: 0, yieldMPa: 0, youngGPa: 0, densityKgM3: 0, source: '' }),
  check: (material) => outsideOf(workMaterialSchema, material),
};
