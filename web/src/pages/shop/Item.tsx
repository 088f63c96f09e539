import type { Device, Machine, Offcut, Shop, ShopTool, Stock } from '@violet-jaw/core/shop';
import { speechIn, type Units } from '@violet-jaw/core/units';
import { DeviceItem } from './items/DeviceItem';
import { MachineItem } from './items/MachineItem';
import { SchemaItem } from './items/SchemaItem';
import { StockItem } from './items/StockItem';
import { ToolItem } from './items/ToolItem';
import { ItemHead, type ItemActions } from './ItemHead';
import { usedAs, type Entry, type ListFacts } from './lists';
import { OffcutForm } from './OffcutForm';
import { WhereUsed } from './WhereUsed';

/** One thing of the library. */
export function Item({
  facts,
  entry,
  shop,
  units,
  actions,
  onChange,
}: {
  facts: ListFacts;
  entry: Entry;
  shop: Shop;
  units: Units;
  /** null: who looks may change nothing */
  actions: ItemActions | null;
  onChange: (entry: Entry) => void;
}) {
  const used = usedAs(facts, entry);
  return (
    <section className="shop-item" aria-label={entry.name}>
      <ItemHead facts={facts} entry={entry} actions={actions} />
      <Body facts={facts} entry={entry} shop={shop} units={units} onChange={onChange} />
      {used && <WhereUsed {...used} />}
    </section>
  );
}

/** The form of an entry, by its list. */
function Body({
  facts: { key },
  entry,
  shop,
  units,
  onChange,
}: {
  facts: ListFacts;
  entry: Entry;
  shop: Shop;
  units: Units;
  onChange: (entry: Entry) => void;
}) {
  const speech = speechIn(units);
  switch (key) {
    case 'machines':
      return <MachineItem machine={entry as Machine} {...{ shop, units, onChange }} />;
    case 'devices':
      return <DeviceItem device={entry as Device} {...{ shop, units, onChange }} />;
    case 'tools':
      return <ToolItem tool={entry as ShopTool} {...{ shop, units, speech, onChange }} />;
    case 'stock':
      return (
        <StockItem
          stock={entry as Stock}
          materials={shop.materials.map((m) => m.name)}
          {...{ units, speech, onChange }}
        />
      );
    case 'offcuts':
      return <OffcutForm offcut={entry as Offcut} {...{ units, onChange }} />;
    default:
      return <SchemaItem listKey={key} {...{ entry, units, speech, onChange }} />;
  }
}
