import type { Shop } from '@violet-jaw/core/shop';
import { NumberField } from '../../fields/NumberField';
import { WholeShop } from './WholeShop';
import { ChoiceField, TextField } from '../../fields/TextField';

/** What holds for the shop as a whole. */
export function ShopSettings({
  shop,
  edit,
  isLead,
}: {
  shop: Shop;
  edit: (change: (shop: Shop) => Shop) => void;
  isLead: boolean;
}) {
  return (
    <section className="shop-item" aria-label="The shop as a whole">
      <h2>The shop as a whole</h2>
      <div className="fields">
        <TextField
          className="two-wide"
          label="Name of the shop"
          value={shop.name}
          onCommit={(name) => edit((s) => ({ ...s, name }))}
        />
        <ChoiceField
          label="Drawing views (ISO 5456-2)"
          value={shop.projection}
          choices={[
            { value: 'third angle', says: 'third angle' },
            { value: 'first angle', says: 'first angle' },
          ]}
          onCommit={(projection) => edit((s) => ({ ...s, projection }))}
        />
        <NumberField
          label="Height of the shop above the sea, m"
          value={shop.altitude}
          min={-400}
          max={6000}
          onCommit={(v) => edit((s) => ({ ...s, altitude: v ?? 0 }))}
          hint="decides how much vacuum there is"
        />
      </div>
      <WholeShop shop={shop} onReplace={isLead ? (next) => edit(() => next) : null} />
    </section>
  );
}
