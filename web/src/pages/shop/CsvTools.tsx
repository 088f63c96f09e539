import { useRef, useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import type { Shop } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import type { Preview } from '@violet-jaw/formats/csv';
import { downloadText } from '../../app/download';
import { newId } from '../../app/newId';
import { CSV_LISTS } from './csvTables';
import { entriesOf, type Entry, type ListFacts } from './lists';

/** What was read of a file, before anything is changed by it. */
interface Read {
  readonly file: string;
  readonly text: string;
  /** the list was changed by somebody else since it was shown first */
  readonly isAnew: boolean;
  readonly preview: Preview<Entry> | null;
  readonly problem: string | null;
}

/** All that somebody who looks at it sees of what would change. */
const inWords = ({ changed, problems }: Preview<Entry>): string =>
  JSON.stringify([changed.map((c) => [c.line, c.isNew, c.changes]), problems]);

// tables are read and written on demand: nobody who only looks needs the reader
const csv = async () => Promise.all([import('@violet-jaw/formats/csv'), import('./csvTables')]);

/** A list out as CSV, and in: what would change is shown first, and what was changed can be undone. */
export function CsvTools({
  facts,
  shop,
  units,
  onTake,
}: {
  facts: ListFacts;
  shop: Shop;
  units: Units;
  /** null: who looks may not change the list */
  onTake: ((change: (entries: readonly Entry[]) => readonly Entry[]) => void) | null;
}) {
  const [read, setRead] = useState<Read | null>(null);
  const input = useRef<HTMLInputElement>(null);
  if (!CSV_LISTS.includes(facts.key)) return null;
  const write = async () => {
    const [{ entriesAsCsv }, { tableOf }] = await csv();
    downloadText(
      `${facts.says.toLowerCase().replaceAll(' ', '-')}.csv`,
      entriesAsCsv(tableOf(facts.key, shop)!, entriesOf(shop, facts.key), units),
      'text/csv;charset=utf-8',
    );
  };
  const previewOf = async (text: string) => {
    const [{ previewCsv }, { tableOf }] = await csv();
    return previewCsv(tableOf(facts.key, shop)!, text, entriesOf(shop, facts.key), newId);
  };
  const look = async (file: File) => {
    const [{ MOST_CSV_BYTES }] = await csv();
    // larger ones are not even read
    const text = await file.slice(0, MOST_CSV_BYTES + 1).text();
    const found = await previewOf(text);
    setRead({
      ...{ file: file.name, text, isAnew: false },
      preview: found.ok ? found.value : null,
      problem: found.ok ? null : found.problem,
    });
  };
  const take = async ({ text, preview: seen, ...rest }: Read) => {
    // somebody else may have changed the list since it was looked at: only what was seen is taken
    const found = await previewOf(text);
    if (!found.ok || !seen) return;
    const preview = found.value;
    if (inWords(preview) !== inWords(seen)) {
      setRead({ ...rest, text, preview, isAnew: true });
      return;
    }
    onTake?.((entries) => [
      ...entries.map((e) => preview.changed.find((c) => !c.isNew && c.entry.id === e.id)?.entry ?? e),
      ...preview.changed.filter((c) => c.isNew).map((c) => c.entry),
    ]);
    setRead(null);
  };
  return (
    <div className="d-flex gap-2 flex-wrap mt-2">
      <Button size="sm" variant="outline-primary" onClick={() => void write()}>
        As CSV
      </Button>
      {onTake && (
        <>
          <Button size="sm" variant="outline-primary" onClick={() => input.current?.click()}>
            Read CSV…
          </Button>
          <input
            ref={input}
            type="file"
            hidden
            accept=".csv,.txt,text/csv"
            aria-label={`CSV of ${facts.says.toLowerCase()}`}
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (file) void look(file);
            }}
          />
        </>
      )}
      {read && <CsvPreview read={read} one={facts.one} onClose={() => setRead(null)} onTake={() => void take(read)} />}
    </div>
  );
}

/** So many rows are shown one by one; the others are counted. */
const MOST_SHOWN = 40;

/** What a file would change. */
function CsvPreview({
  read: { file, preview, problem, isAnew },
  one,
  onTake,
  onClose,
}: {
  read: Read;
  one: string;
  onTake: () => void;
  onClose: () => void;
}) {
  const [added, changed] = [true, false].map((isNew) => preview?.changed.filter((c) => c.isNew === isNew) ?? []);
  return (
    <Modal show onHide={onClose} size="lg" scrollable aria-label={`What ${file} would change`}>
      <Modal.Header closeButton>
        <Modal.Title as="h2">What {file} would change</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {problem && (
          <p className="finding stop" role="alert">
            <span className="level">not read</span>
            {problem}
          </p>
        )}
        {preview && (
          <>
            {isAnew && (
              <p className="finding caution" role="alert">
                <span className="level">look again</span>
                Somebody changed the list meanwhile. This is what the file would change now.
              </p>
            )}
            <p role="status">
              {added.length} new, {changed.length} changed, {preview.unchanged} as they are.
              {preview.absent > 0 && ` ${preview.absent} are not in the file and stay as they are.`}
              {preview.unknown.length > 0 && ` Columns that mean nothing here: ${preview.unknown.join(', ')}.`}
            </p>
            {preview.problems.slice(0, MOST_SHOWN).map((p) => (
              <p key={p} className="finding caution">
                <span className="level">not taken</span>
                {p}
              </p>
            ))}
            {preview.problems.length > MOST_SHOWN && (
              <p>{preview.problems.length - MOST_SHOWN} more rows are not taken.</p>
            )}
            {[...changed, ...added].slice(0, MOST_SHOWN).map((c) => (
              <div key={c.line}>
                <strong>{c.entry.name}</strong> <span className="quiet">row {c.line}</span>{' '}
                {c.isNew ? 'new' : c.changes.join('; ')}
              </div>
            ))}
            {preview.changed.length > MOST_SHOWN && (
              <p className="quiet">and {preview.changed.length - MOST_SHOWN} more</p>
            )}
          </>
        )}
      </Modal.Body>
      <Modal.Footer>
        {preview && preview.changed.length > 0 && (
          <Button size="sm" onClick={onTake}>
            Take {preview.changed.length === 1 ? `this ${one}` : `these ${preview.changed.length}`}
          </Button>
        )}
        <Button size="sm" variant="outline-primary" onClick={onClose}>
          {preview && preview.changed.length > 0 ? 'Take nothing' : 'Close'}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
