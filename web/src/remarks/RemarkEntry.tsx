import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import {
  aboutInWords,
  isOldPlace,
  madeInWords,
  markOf,
  MOST_SAID,
  OLD_PLACE,
  type Remark,
  type RemarkedSetup,
} from '@violet-jaw/core/remarks';
import type { RemarkChange } from '@violet-jaw/formats/api';
import { NotDone } from '../app/NotDone';
import { urlOf } from '../store/api';
import { useChange } from '../store/query';
import { SaveFile } from './SaveFile';

/** Where it belongs, in words. */
export function whereOf({ setupId }: Pick<Remark, 'setupId'>, setups: readonly { id: string; op: number }[]): string {
  if (setupId === null) return aboutInWords(null);
  const op = setups.find((s) => s.id === setupId)?.op;
  return op === undefined ? 'a setup that is no longer there' : aboutInWords(op);
}

/** One remark: who, when, where; changed, removed and taken back by whom it belongs to. */
export function RemarkEntry({
  jobId,
  remark,
  setups,
  onPoint,
}: {
  jobId: string;
  remark: Remark;
  setups: readonly RemarkedSetup[];
  /** lets its place be pointed at; left out: there is no drawing here */
  onPoint?: () => void;
}) {
  const { run, working, problem } = useChange('changeRemark', ['remarks']);
  const [typed, setTyped] = useState<string | null>(null);
  const change = (body: RemarkChange) => run({ id: jobId, remark: remark.id, revision: remark.revision, body });
  const mark = markOf(remark);
  if (remark.removed)
    return (
      <div className="remark quiet" data-remark={mark}>
        {mark}, {madeInWords(remark)}: removed.{' '}
        {remark.own && (
          <Button size="sm" variant="link" disabled={working} onClick={() => void change({ removed: false })}>
            Take {mark} back
          </Button>
        )}
        <NotDone problem={problem} />
      </div>
    );
  return (
    <article className="remark" data-remark={mark} aria-label={`Remark ${mark}`}>
      <div>
        <strong>{mark}</strong> {whereOf(remark, setups)} <span className="quiet">{madeInWords(remark)}</span>
      </div>
      {remark.kind === 'photo' && remark.file && (
        <a href={urlOf('photoOf', { hash: remark.file.hash })} target="_blank" rel="noreferrer">
          <img
            className="remark-photo"
            src={urlOf('photoOf', { hash: remark.file.hash })}
            width={remark.file.width}
            height={remark.file.height}
            alt={remark.says || `Photo ${mark}`}
          />
        </a>
      )}
      {remark.kind === 'file' && remark.file && <SaveFile hash={remark.file.hash} name={remark.file.name} />}
      {typed === null ? (
        remark.says !== '' && <p className="mb-1 text-break">{remark.says}</p>
      ) : (
        <Form
          onSubmit={(e) => {
            e.preventDefault();
            void change({ says: typed.trim() }).then((done) => {
              if (done) setTyped(null);
            });
          }}
        >
          <Form.Control
            as="textarea"
            rows={3}
            aria-label={`Words of ${mark}`}
            value={typed}
            maxLength={MOST_SAID}
            autoFocus
            onChange={(e) => setTyped(e.target.value)}
          />
          <Button size="sm" type="submit" className="mt-1" disabled={working}>
            Keep the words
          </Button>{' '}
          <Button size="sm" className="mt-1" variant="outline-primary" onClick={() => setTyped(null)}>
            Leave them
          </Button>
        </Form>
      )}
      {isOldPlace(remark, setups) && (
        <div className="finding caution mt-1">
          <span className="level">{mark}?</span>
          {OLD_PLACE}
        </div>
      )}
      {remark.own && typed === null && (
        <div className="d-flex flex-wrap gap-2 align-items-center">
          <Button size="sm" variant="outline-primary" onClick={() => setTyped(remark.says)}>
            {remark.says === '' ? 'Say what it shows' : 'Change'}
          </Button>
          {onPoint && remark.setupId !== null && (
            <Button size="sm" variant="outline-primary" onClick={onPoint}>
              {remark.place ? 'Point elsewhere' : 'Point at the place'}
            </Button>
          )}
          {remark.place && (
            <Button size="sm" variant="link" disabled={working} onClick={() => void change({ place: null })}>
              Point nowhere
            </Button>
          )}
          <Form.Check
            id={`on-sheet-${remark.id}`}
            label="on the next sheet"
            checked={remark.onSheet}
            disabled={working}
            onChange={(e) => void change({ onSheet: e.target.checked })}
          />
          <Button size="sm" variant="link" disabled={working} onClick={() => void change({ removed: true })}>
            Remove
          </Button>
        </div>
      )}
      {!remark.own && <div className="quiet">{remark.onSheet ? 'on the next sheet' : 'not on the sheet'}</div>}
      <NotDone problem={problem} />
    </article>
  );
}
