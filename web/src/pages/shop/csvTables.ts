import type { Shop } from '@violet-jaw/core/shop';
import { materialTable, stockTable, toolTable, type TableOf } from '@violet-jaw/formats/csv';
import { today } from '../../app/when';
import type { Entry, ListKey } from './lists';

/** The lists that go out and in as CSV. */
export const CSV_LISTS: readonly ListKey[] = ['tools', 'stock', 'materials'];

/** How a list stands in a table; null: it does not. */
export function tableOf(key: ListKey, shop: Shop): TableOf<Entry> | null {
  switch (key) {
    case 'tools':
      return toolTable(shop, today()) as unknown as TableOf<Entry>;
    case 'stock':
      return stockTable as unknown as TableOf<Entry>;
    case 'materials':
      return materialTable as unknown as TableOf<Entry>;
    default:
      return null;
  }
}
