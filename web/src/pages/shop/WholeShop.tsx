import { useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { shopFile } from '@violet-jaw/core/job';
import type { Shop } from '@violet-jaw/core/shop';
import { downloadText } from '../../app/download';
import { ask, said } from '../../store/api';
import { entriesOf, LISTS } from './lists';

/** The whole library out as JSON, and in its place: what it would replace is shown first. */
export function WholeShop({ shop, onReplace }: { shop: Shop; onReplace: ((shop: Shop) => void) | null }) {
  const [read, setRead] = useState<{ readonly file: string; readonly shop: Shop } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const look = async (file: File) => {
    try {
      const found = await ask('readShop', { body: await file.text() });
      setProblem(null);
      setRead({ file: file.name, shop: found });
    } catch (error) {
      setProblem(`${file.name}: ${said(error)}`);
      setRead(null);
    }
  };
  const told = LISTS.flatMap(({ key, says }) => {
    const [now, then] = [entriesOf(shop, key), read ? entriesOf(read.shop, key) : []];
    const gone = now.filter((e) => !then.some((o) => o.id === e.id)).length;
    const isSame = JSON.stringify(now) === JSON.stringify(then);
    return read && !isSame ? [`${says}: ${now.length} now, ${then.length} in the file; ${gone} would be gone`] : [];
  });
  return (
    <section aria-label="The library as a file" className="mt-3">
      <h3>The library as a file</h3>
      <div className="d-flex gap-2">
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => downloadText('shop.json', JSON.stringify(shopFile(shop), null, 2), 'application/json')}
        >
          The whole shop as JSON
        </Button>
        {onReplace && (
          <>
            <Button size="sm" variant="outline-primary" onClick={() => input.current?.click()}>
              Read a shop from JSON…
            </Button>
            <input
              ref={input}
              type="file"
              hidden
              accept=".json,application/json"
              aria-label="JSON of a shop"
              onChange={(e) => {
                const file = e.target.files?.[0];
                e.target.value = '';
                if (file) void look(file);
              }}
            />
          </>
        )}
      </div>
      {problem && (
        <p className="finding stop mt-2" role="alert">
          <span className="level">not read</span>
          {problem}
        </p>
      )}
      {read && onReplace && (
        <div className="mt-2" role="group" aria-label={`What ${read.file} would replace`}>
          {told.length === 0 ? (
            <p>{read.file} says what the library says already.</p>
          ) : (
            told.map((t) => <p key={t}>{t}</p>)
          )}
          <Button
            size="sm"
            className="me-2"
            disabled={told.length === 0 && JSON.stringify(read.shop) === JSON.stringify(shop)}
            onClick={() => {
              onReplace(read.shop);
              setRead(null);
            }}
          >
            Replace the library by {read.file}
          </Button>
          <Button size="sm" variant="outline-primary" onClick={() => setRead(null)}>
            Keep it as it is
          </Button>
        </div>
      )}
    </section>
  );
}
