import type { Stock, StockKind } from '@violet-jaw/core/shop';
import type { Speech } from '@violet-jaw/core/units';

export type SizeKey = 'thickness' | 'width' | 'across' | 'bore';

/** Which sizes each kind has. */
export const STOCK_SIZES: Record<StockKind, readonly { key: SizeKey; says: string }[]> = {
  'flat bar': [
    { key: 'thickness', says: 'Thickness' },
    { key: 'width', says: 'Width' },
  ],
  plate: [{ key: 'thickness', says: 'Thickness' }],
  sheet: [{ key: 'thickness', says: 'Thickness' }],
  'round bar': [{ key: 'across', says: 'Diameter' }],
  'hexagon bar': [{ key: 'across', says: 'Across flats' }],
  tube: [
    { key: 'across', says: 'Outside diameter' },
    { key: 'bore', says: 'Inside diameter' },
  ],
};

/** Sizes to begin with. */
export const STOCK_STARTS: Record<StockKind, Pick<Stock, SizeKey>> = {
  'flat bar': { thickness: 20, width: 50, across: 0, bore: 0 },
  plate: { thickness: 20, width: 0, across: 0, bore: 0 },
  sheet: { thickness: 3, width: 0, across: 0, bore: 0 },
  'round bar': { thickness: 0, width: 0, across: 30, bore: 0 },
  'hexagon bar': { thickness: 0, width: 0, across: 30, bore: 0 },
  tube: { thickness: 0, width: 0, across: 40, bore: 30 },
};

export const newStock = (kind: StockKind, id: string): Stock => ({
  id,
  name: 'New size',
  kind,
  material: '',
  ...STOCK_STARTS[kind],
});

/** "20.000 × 50.000" */
export const stockSizes = (stock: Stock, speech: Speech): string =>
  STOCK_SIZES[stock.kind].map(({ key }) => speech.size(stock[key])).join(' × ');
