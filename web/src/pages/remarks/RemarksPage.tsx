import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { markOf, type RemarkPlace } from '@violet-jaw/core/remarks';
import { useJob } from '../../app/JobLayout';
import { NotDone } from '../../app/NotDone';
import { ChoiceField } from '../../fields/TextField';
import { useChange } from '../../store/query';
import { NewRemark } from '../../remarks/NewRemark';
import { RemarkEntry } from '../../remarks/RemarkEntry';
import { useRemarkedSetups } from '../../remarks/useRemarkedSetups';
import { useRemarks } from '../../remarks/useRemarks';
import { PlaceBoard } from './PlaceBoard';
import { PlaceFields } from './PlaceFields';

/** What people remarked about a job, each where it belongs: with its author, its photo, its place on the drawing. */
export function RemarksPage() {
  const { id, job, chosen, choose } = useJob();
  const { remarks, data, problem } = useRemarks(id);
  const [whole, setWhole] = useState(false);
  const [place, setPlace] = useState<RemarkPlace | null>(null);
  /** the remark that is pointed with; null: the one that is being written */
  const [pointingId, setPointing] = useState<string | null>(null);
  const changing = useChange('changeRemark', ['remarks']);
  const setupId = whole || chosen === null ? null : chosen;
  const shown = remarks.filter((r) => !r.removed);
  const removed = remarks.filter((r) => r.removed);
  const pointing = shown.find((r) => r.id === pointingId && r.setupId === setupId);
  const setups = useRemarkedSetups();
  const point = (to: RemarkPlace | null) => {
    const held = setups.find((s) => s.id === setupId)?.held;
    const at = to && held ? { ...to, held } : to;
    if (pointing) void changing.run({ id, remark: pointing.id, revision: pointing.revision, body: { place: at } });
    else setPlace(at);
  };
  return (
    <div className="bench beside-remarks">
      <div>
        {job.setups.length > 0 && (
          <div className="fields">
            <ChoiceField
              label="About"
              value={setupId ?? ''}
              choices={[
                { value: '', says: 'the whole job' },
                ...job.setups.map((s) => ({ value: s.id, says: `Op ${s.op} ${s.does}` })),
              ]}
              onCommit={(value) => {
                setWhole(value === '');
                setPlace(null);
                setPointing(null);
                if (value !== '') choose(value);
              }}
            />
            {setupId !== null && (
              <PlaceFields
                says={pointing ? `${markOf(pointing)} points` : 'The new remark points'}
                place={pointing ? pointing.place : place}
                onPlace={point}
              />
            )}
          </div>
        )}
        {setupId !== null && (
          <>
            <p className="mb-1">
              {pointing ? (
                <>
                  Press on the drawing where {markOf(pointing)} points.{' '}
                  <Button size="sm" onClick={() => setPointing(null)}>
                    {markOf(pointing)} points there
                  </Button>
                </>
              ) : (
                <span className="quiet">Press on the drawing where the new remark points, or leave it out.</span>
              )}
            </p>
            <PlaceBoard
              setupId={setupId}
              remarks={shown.filter((r) => r.setupId === setupId)}
              place={place}
              onPoint={point}
            />
          </>
        )}
      </div>
      <div className="worksheet">
        <section aria-label="New remark">
          <h3>New remark</h3>
          <NewRemark jobId={id} setupId={setupId} place={place} onMade={() => setPlace(null)} />
        </section>
        <section aria-label="Remarks">
          <h3>Remarks</h3>
          <NotDone problem={problem ?? changing.problem} level="not loaded" />
          {data && shown.length === 0 && (
            <p className="quiet">None yet. Words and photos anybody may make; they stand on the next sheet.</p>
          )}
          {shown.map((r) => (
            <RemarkEntry
              key={r.id}
              jobId={id}
              remark={r}
              setups={setups}
              onPoint={() => {
                setWhole(false);
                choose(r.setupId!);
                setPointing(r.id);
              }}
            />
          ))}
          {removed.map((r) => (
            <RemarkEntry key={r.id} jobId={id} remark={r} setups={setups} />
          ))}
        </section>
      </div>
    </div>
  );
}
