import { useId, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { offered, type ShopTool } from '@violet-jaw/core/shop';
import { useJob } from '../app/JobLayout';
import { found, LISTS } from '../pages/shop/lists';

/** So many tools are offered at once; the search is for the others. */
const MOST_OFFERED = 8;
const TOOLS = LISTS.find((l) => l.key === 'tools')!;

/** A tool out of the shop's library, looked for by words. */
export function PickTool({ onPick }: { onPick: (tool: ShopTool) => void }) {
  const { shop, speech } = useJob();
  const id = useId();
  const [words, setWords] = useState<string | null>(null);
  const opener = useRef<HTMLButtonElement>(null);
  const close = () => {
    setWords(null);
    // back to where it was opened from, as soon as that is there again
    setTimeout(() => opener.current?.focus(), 0);
  };
  const tools = offered(shop.tools);
  if (tools.length === 0) return null;
  if (words === null)
    return (
      <Button ref={opener} size="sm" variant="outline-primary" className="mt-2 me-2" onClick={() => setWords('')}>
        Tool of the shop…
      </Button>
    );
  const fits = found(TOOLS, tools, { words, kind: '' }, { shop, speech });
  return (
    <div
      className="pick-tool mt-2"
      role="group"
      aria-label="Tool of the shop"
      onKeyDown={(e) => {
        if (e.key === 'Escape') close();
      }}
    >
      <Form.Control
        id={id}
        autoFocus
        size="sm"
        type="search"
        aria-label="Search tools of the shop"
        placeholder="Number, name, shape, diameter, place"
        value={words}
        maxLength={200}
        onChange={(e) => setWords(e.target.value)}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' || fits.length !== 1) return;
          onPick(fits[0]);
          close();
        }}
      />
      {fits.slice(0, MOST_OFFERED).map((t) => (
        <button
          key={t.id}
          type="button"
          onClick={() => {
            onPick(t);
            close();
          }}
        >
          <strong>{t.name}</strong> <span className="quiet">{TOOLS.line(t, shop, speech)}</span>
        </button>
      ))}
      <p className="quiet mb-1" role="status">
        {fits.length === 0 && 'No tool of the shop has these words.'}
        {fits.length > MOST_OFFERED && `${fits.length - MOST_OFFERED} more: type another word.`}
      </p>
      <Button size="sm" variant="outline-primary" onClick={close}>
        Close
      </Button>
    </div>
  );
}
