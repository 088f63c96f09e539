import { useDeferredValue, useRef } from 'react';
import { Form } from 'react-bootstrap';
import { NavLink } from 'react-router';
import type { Shop } from '@violet-jaw/core/shop';
import type { Speech } from '@violet-jaw/core/units';
import { useShortcuts } from '../../app/shortcuts';
import { entriesOf, found, type ListFacts } from './lists';

/** More rows than these nobody reads: the search is for them. */
const MOST_SHOWN = 150;

/** What is looked for in a list. */
export interface Asked {
  readonly words: string;
  readonly kind: string;
}

/** One list of the library: search, kinds, and a line for every entry. */
export function ItemList({
  facts,
  shop,
  speech,
  asked,
  onAsk,
  add,
}: {
  facts: ListFacts;
  shop: Shop;
  speech: Speech;
  asked: Asked;
  onAsk: (asked: Asked) => void;
  /** how one is added, if who looks may */
  add: React.ReactNode;
}) {
  const search = useRef<HTMLInputElement>(null);
  useShortcuts({ '/': () => search.current?.focus() });
  const words = useDeferredValue(asked.words);
  const entries = entriesOf(shop, facts.key);
  const rows = found(facts, entries, { ...asked, words }, { shop, speech });
  const retired = entries.filter((e) => e.retired).length;
  const kinds = facts.kinds.filter((k) => entries.some((e) => e.kind === k));
  return (
    <section className="shop-list" aria-label={facts.says}>
      <h2>{facts.says}</h2>
      <Form.Control
        ref={search}
        type="search"
        size="sm"
        aria-label={`Search ${facts.says.toLowerCase()}`}
        placeholder="Search  ( / )"
        maxLength={200}
        value={asked.words}
        onChange={(e) => onAsk({ ...asked, words: e.target.value })}
      />
      {kinds.length > 1 && (
        <Form.Select
          size="sm"
          className="mt-1"
          aria-label="Kind"
          value={asked.kind}
          onChange={(e) => onAsk({ ...asked, kind: e.target.value })}
        >
          <option value="">every kind</option>
          {kinds.map((k) => (
            <option key={k} value={k}>
              {k}
            </option>
          ))}
        </Form.Select>
      )}
      {add}
      <p className="quiet mt-2 mb-1" role="status">
        {entries.length === 0
          ? `No ${facts.one} yet.`
          : rows.length === entries.length
            ? `${entries.length} in all${retired > 0 ? `, ${retired} of them retired` : ''}`
            : `${rows.length} of ${entries.length}`}
      </p>
      <div className="shop-rows">
        {rows.slice(0, MOST_SHOWN).map((e) => (
          <NavLink key={e.id} to={`/shop/${facts.key}/${encodeURIComponent(e.id)}`}>
            <span>{e.name}</span>
            <small>
              {e.retired ? 'retired · ' : ''}
              {facts.line(e, shop, speech)}
            </small>
          </NavLink>
        ))}
        {rows.length > MOST_SHOWN && <p className="quiet">{rows.length - MOST_SHOWN} more: search for a word of it.</p>}
      </div>
    </section>
  );
}
