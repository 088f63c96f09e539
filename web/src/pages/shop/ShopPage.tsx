import { type Shop, NO_CONTROL, type Machine } from '@violet-jaw/core/shop';
import { useEffect } from 'react';
import { Button } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import type { Units } from '@violet-jaw/core/units';
import { SaveBanner, SaveMark } from '../../app/SaveMark';
import { Head } from '../../app/Shell';
import { useShortcuts } from '../../app/shortcuts';
import { ChoiceField, TextField } from '../../fields/TextField';
import { onNews } from '../../store/news';
import { useAccount, useIsLead } from '../../store/sessionStore';
import { ReadOnly } from '../../fields/field';
import { shopStore } from '../../store/shopStore';
import { HoldingLibrary } from './HoldingLibrary';
import { MachineForm } from './MachineForm';
import { useShopUnits } from './shopUnits';
import { newOffcut, OffcutForm } from './OffcutForm';
import { newStock, StockTable } from './StockTable';
import { newId } from '../../app/newId';

const newMachine = (id: string): Machine => ({
  id,
  name: 'New machine',
  travel: { x: { min: -500, max: 0 }, y: { min: -400, max: 0 }, z: { min: -400, max: 0 } },
  table: { x: { min: -520, max: 20 }, y: { min: -410, max: 10 } },
  homesTo: '',
  registers: ['G54', 'G55', 'G56', 'G57', 'G58', 'G59'],
  ...structuredClone(NO_CONTROL),
  stations: [],
});

/** The shop's library: machines with their stations, holding devices, stock sizes and offcuts. */
export function ShopPage() {
  const state = shopStore()();
  const { document: shop } = state;
  const isLead = useIsLead();
  const account = useAccount();
  const edit: typeof state.edit = (change) => {
    if (isLead) state.edit(change);
  };
  const [units, setUnits] = useShopUnits();
  const navigate = useNavigate();
  useShortcuts({
    'ctrl+z': state.undo,
    'ctrl+shift+z': state.redo,
    'g j': () => {
      void navigate('/jobs');
    },
  });
  useEffect(() => {
    document.title = 'Shop · Violet Jaw';
    return onNews(['shop'], () => shopStore().getState().lookNow());
  }, []);
  return (
    <>
      <Head
        tools={
          <>
            <Button variant="outline-primary" size="sm" disabled={state.past.length === 0} onClick={state.undo}>
              Undo
            </Button>
            <Button variant="outline-primary" size="sm" disabled={state.future.length === 0} onClick={state.redo}>
              Redo
            </Button>
            <SaveMark state={state.saveState} />
          </>
        }
      />
      <SaveBanner state={state} />
      {!isLead && account && (
        <div className="banner noprint" role="status">
          {account.name}: you can look at the library. What belongs to the shop is changed by the lead.
        </div>
      )}
      <main>
        {shop && (
          <ReadOnly value={!isLead}>
            <ShopHead shop={shop} edit={edit} units={units} setUnits={setUnits} />
            <ChoiceField
              className="mb-2 projection"
              label="Drawing views (ISO 5456-2)"
              value={shop.projection}
              choices={[
                { value: 'third angle', says: 'third angle' },
                { value: 'first angle', says: 'first angle' },
              ]}
              onCommit={(projection) => edit((s) => ({ ...s, projection }))}
            />
            <h2>Machines</h2>
            {shop.machines.map((m) => (
              <MachineForm
                key={m.id}
                machine={m}
                devices={shop.devices}
                units={units}
                onChange={(next) =>
                  edit((s) => ({ ...s, machines: s.machines.map((x) => (x.id === m.id ? next : x)) }))
                }
                onRemove={() => edit((s) => ({ ...s, machines: s.machines.filter((x) => x.id !== m.id) }))}
              />
            ))}
            <Button
              variant="outline-primary"
              className="mb-3"
              onClick={() => edit((s) => ({ ...s, machines: [...s.machines, newMachine(newId())] }))}
            >
              Add machine
            </Button>
            <HoldingLibrary shop={shop} units={units} edit={edit} />
            <h2>Stock sizes</h2>
            <StockTable stock={shop.stock} units={units} onChange={(stock) => edit((s) => ({ ...s, stock }))} />
            <Button
              variant="outline-primary"
              className="mb-3"
              onClick={() => edit((s) => ({ ...s, stock: [...s.stock, newStock(newId())] }))}
            >
              Add stock size
            </Button>
            <h2>Offcuts</h2>
            {shop.offcuts.map((o) => (
              <OffcutForm
                key={o.id}
                offcut={o}
                units={units}
                onChange={(next) => edit((s) => ({ ...s, offcuts: s.offcuts.map((x) => (x.id === o.id ? next : x)) }))}
                onRemove={() => edit((s) => ({ ...s, offcuts: s.offcuts.filter((x) => x.id !== o.id) }))}
              />
            ))}
            <Button
              variant="outline-primary"
              onClick={() => edit((s) => ({ ...s, offcuts: [...s.offcuts, newOffcut(newId())] }))}
            >
              Add offcut
            </Button>
          </ReadOnly>
        )}
      </main>
    </>
  );
}

/** Name of the shop, and the unit its lengths are shown in. */
function ShopHead({
  shop,
  edit,
  units,
  setUnits,
}: {
  shop: Shop;
  edit: (change: (shop: Shop) => Shop) => void;
  units: Units;
  setUnits: (units: Units) => void;
}) {
  return (
    <div className="d-flex gap-3 align-items-end flex-wrap mb-2">
      <h1 className="h4 mb-0 me-auto">Shop</h1>
      <TextField label="Name of the shop" value={shop.name} onCommit={(name) => edit((s) => ({ ...s, name }))} />
      <ChoiceField
        label="Show lengths in"
        value={units}
        choices={[
          { value: 'mm' as Units, says: 'mm' },
          { value: 'inch' as Units, says: 'inch' },
        ]}
        onCommit={setUnits}
      />
    </div>
  );
}
