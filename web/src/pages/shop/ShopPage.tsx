import type { Shop } from '@violet-jaw/core/shop';
import { speechIn, type Units } from '@violet-jaw/core/units';
import { useEffect, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Navigate, NavLink, useNavigate, useParams } from 'react-router';
import { newId } from '../../app/newId';
import { SaveBanner, SaveMark } from '../../app/SaveMark';
import { UnitSwitch } from '../../fields/UnitSwitch';
import { Head } from '../../app/Shell';
import { useShortcuts } from '../../app/shortcuts';
import { ReadOnly } from '../../fields/field';
import { onNews } from '../../store/news';
import { useAccount, useIsLead } from '../../store/sessionStore';
import { shopStore } from '../../store/shopStore';
import { AddEntry } from './AddEntry';
import { CsvTools } from './CsvTools';
import { Item } from './Item';
import { ItemList, type Asked } from './ItemList';
import { entriesOf, LISTS, withEntries, type Entry, type ListFacts } from './lists';
import { ShopSettings } from './ShopSettings';
import { useShopUnits } from './shopUnits';

const NOTHING_ASKED: Asked = { words: '', kind: '' };
const SETTINGS = 'whole';

/** The shop's library: its lists, one of them, and one thing of it, each with an address. */
export function ShopPage() {
  const { list, item } = useParams();
  const facts = LISTS.find((l) => l.key === list);
  const state = shopStore()();
  const { document: shop } = state;
  const isLead = useIsLead();
  const account = useAccount();
  const [units, setUnits] = useShopUnits();
  const navigate = useNavigate();
  useShortcuts({
    'ctrl+z': state.undo,
    'ctrl+shift+z': state.redo,
    'g j': () => {
      void navigate('/jobs');
    },
  });
  useEffect(() => onNews(['shop'], () => shopStore().getState().lookNow()), []);
  useEffect(() => {
    document.title = `${facts?.says ?? 'Shop'} · Violet Jaw`;
  }, [facts]);
  if (!facts && list !== SETTINGS) return <Navigate to="/shop/machines" replace />;
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
          {account.name}: you can look at the library. What belongs to the shop is changed by the lead. The length of a
          tool you measured you write down yourself.
        </div>
      )}
      <main className="shop">
        {shop && (
          <ReadOnly value={!isLead}>
            <Lists shop={shop} units={units} setUnits={setUnits} />
            {facts ? (
              <ListAndItem
                key={facts.key}
                {...{ facts, shop, units, isLead }}
                item={item ?? null}
                edit={(change) => {
                  if (isLead) state.edit(change);
                }}
              />
            ) : (
              <ShopSettings
                isLead={isLead}
                shop={shop}
                edit={(change) => {
                  if (isLead) state.edit(change);
                }}
              />
            )}
          </ReadOnly>
        )}
      </main>
    </>
  );
}

/** The lists of the library, each with how much is in it; in which unit lengths are shown. */
function Lists({ shop, units, setUnits }: { shop: Shop; units: Units; setUnits: (units: Units) => void }) {
  return (
    <nav aria-label="Library" className="shop-lists">
      <h1 className="h4">Shop</h1>
      {LISTS.map((l) => (
        <NavLink key={l.key} to={`/shop/${l.key}`}>
          {l.says} <small>{entriesOf(shop, l.key).filter((e) => !e.retired).length}</small>
        </NavLink>
      ))}
      <NavLink to={`/shop/${SETTINGS}`}>The shop as a whole</NavLink>
      <UnitSwitch label="Show lengths in" units={units} onChange={setUnits} />
    </nav>
  );
}

/** One list, and the thing of it that is looked at. */
function ListAndItem({
  facts,
  item,
  shop,
  units,
  isLead,
  edit,
}: {
  facts: ListFacts;
  /** id; null: none is chosen */
  item: string | null;
  shop: Shop;
  units: Units;
  isLead: boolean;
  edit: (change: (shop: Shop) => Shop) => void;
}) {
  const [asked, setAsked] = useState(NOTHING_ASKED);
  const navigate = useNavigate();
  const entries = entriesOf(shop, facts.key);
  const entry = entries.find((e) => e.id === item) ?? null;
  const go = (id: string | null) =>
    void navigate(id === null ? `/shop/${facts.key}` : `/shop/${facts.key}/${encodeURIComponent(id)}`);
  const change = (next: (entries: readonly Entry[]) => readonly Entry[]) =>
    edit((s) => withEntries(s, facts.key, next));
  const put = (next: Entry) => change((all) => all.map((e) => (e.id === next.id ? next : e)));
  const add = (made: Entry) => {
    change((all) => [...all, made]);
    setAsked(NOTHING_ASKED);
    go(made.id);
  };
  const copy = (of: Entry) => {
    const like = facts.alike?.(of) ?? of;
    const made = { ...structuredClone(like), id: newId(), name: `${of.name}, copy` };
    delete (made as { retired?: true }).retired;
    add(made);
  };
  const retire = (of: Entry, retired: boolean) => {
    const { retired: _, ...rest } = of;
    put(retired ? { ...rest, retired: true } : rest);
  };
  return (
    <>
      <ItemList
        {...{ facts, shop, asked }}
        speech={speechIn(units)}
        onAsk={setAsked}
        add={
          <>
            {isLead && <AddEntry facts={facts} onAdd={(kind) => add(facts.begin(kind, newId()))} />}
            <CsvTools {...{ facts, shop, units }} onTake={isLead ? change : null} />
          </>
        }
      />
      {entry ? (
        <Item
          key={entry.id}
          {...{ facts, entry, shop, units }}
          onChange={put}
          actions={
            isLead
              ? {
                  onCopy: () => copy(entry),
                  onRetire: (retired) => retire(entry, retired),
                  onRemove: () => {
                    change((all) => all.filter((e) => e.id !== entry.id));
                    go(null);
                  },
                }
              : null
          }
        />
      ) : (
        <section className="shop-item" aria-label={facts.says}>
          {item === null ? (
            <p className="quiet">
              {entries.length === 0 ? `The shop has no ${facts.one} yet.` : `Choose a ${facts.one} on the left.`}
            </p>
          ) : (
            <p role="alert">There is no {facts.one} with this address any more. It may have been removed.</p>
          )}
        </section>
      )}
    </>
  );
}
