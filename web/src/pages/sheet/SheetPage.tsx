import { useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useSearchParams } from 'react-router';
import { isAcceptedBy, type Finding } from '@violet-jaw/core/findings';
import { jobFile } from '@violet-jaw/core/job';
import { buildSheet, PAPER, type Paper } from '@violet-jaw/core/sheet';
import { download, downloadText } from '../../app/download';
import { useJob } from '../../app/JobLayout';
import { NotDone } from '../../app/NotDone';
import { api, fileOf, said } from '../../store/api';
import { useNewest } from '../../app/useNewest';
import { askWorker, usePlan } from '../../store/planStore';
import { useServer } from '../../store/query';
import { useAccount } from '../../store/sessionStore';
import { useRemarks } from '../../remarks/useRemarks';
import { SheetFiles } from './SheetFiles';
import { SheetView } from './SheetView';
import { Issues } from './Issues';

/** The setup sheet as it prints, what blocks its issue, and the issues with what changed between them. */
export function SheetPage() {
  const { id, job, shop } = useJob();
  const { planned, drawn } = usePlan();
  const { remarks } = useRemarks(id);
  const [search, setSearch] = useSearchParams();
  const letter = search.get('issue');
  const [paper, setPaper] = useState<Paper>('A4');
  const frozen = useServer('issueSheet', { id, letter: letter ?? '' }, { enabled: letter !== null });
  // numbers and drawings of one plan; while the next one is drawn it pales, so that nobody reads it
  const forPaper = useNewest(
    drawn,
    async (of) => ({ of, outlines: await askWorker((worker) => worker.outlinesForPaper()) }),
    null,
  );
  const draft = useMemo(() => {
    // the picture in space follows
    if (drawn) {
      const outlines = (forPaper?.of === drawn && forPaper.outlines) || drawn.outlines;
      return buildSheet({ ...drawn, outlines, shop, remarks, issue: null });
    }
    return planned ? buildSheet({ job, planned, outlines: null, shop, remarks, issue: null }) : null;
  }, [job, planned, drawn, forPaper, shop, remarks]);
  const late = drawn !== null && drawn.planned !== planned;
  return (
    <div className="bench beside-paper">
      <div>
        {letter && (
          <div className="banner noprint mb-2">
            <span>This is issue {letter} as it was frozen.</span>
            <Button size="sm" variant="outline-primary" onClick={() => setSearch({})}>
              Show the draft
            </Button>
          </div>
        )}
        {letter ? (
          frozen.data ? (
            <SheetView sheet={frozen.data} paper={paper} />
          ) : (
            <NotDone problem={frozen.problem} level="not loaded" />
          )
        ) : draft ? (
          <div className={late ? 'late' : undefined} aria-busy={late}>
            <SheetView sheet={draft} paper={paper} />
          </div>
        ) : (
          <p className="quiet">planning…</p>
        )}
      </div>
      <div className="worksheet noprint">
        <Blocking />
        <Issues />
        <Print paper={paper} onPaper={setPaper} />
        {(letter ? frozen.data : draft) && <SheetFiles sheet={(letter ? frozen.data : draft)!} letter={letter} />}
        <OpenFile />
      </div>
    </div>
  );
}

function Blocking() {
  const { job, change } = useJob();
  const { planned } = usePlan();
  if (!planned) return null;
  const withdraw = (f: Finding) => change({ accepted: job.accepted.filter((a) => !isAcceptedBy(f, a)) });
  const stops = planned.findings.filter((f) => f.level === 'stop');
  const others = planned.findings.filter((f) => f.level !== 'stop');
  return (
    <section aria-label="Findings">
      <h3>What the checks say</h3>
      {!planned.complete && <p className="quiet">working out forces and what is in the way…</p>}
      {planned.findings.length === 0 && planned.complete && <p>Nothing.</p>}
      {stops.map((f) => {
        const accepted = job.accepted.find((a) => isAcceptedBy(f, a));
        return (
          <div key={`${f.code}${f.setupId}${f.says}`} className="finding stop" data-code={f.code}>
            <span className="level">stop{f.op === null ? '' : `, Op ${f.op}`}</span>
            {f.says}
            <div className="more">
              {f.because} <strong>{f.remedy}</strong>
            </div>
            {accepted ? (
              <div>
                Accepted by {accepted.by}: {accepted.reason}{' '}
                <Button size="sm" variant="link" onClick={() => withdraw(f)}>
                  Withdraw
                </Button>
              </div>
            ) : (
              <Accept
                finding={f}
                onAccept={(reason, by) =>
                  change({
                    accepted: [...job.accepted, { code: f.code, setupId: f.setupId, says: f.says, reason, by }],
                  })
                }
              />
            )}
          </div>
        );
      })}
      {others.map((f) => (
        <div key={`${f.code}${f.setupId}${f.says}`} className={`finding ${f.level}`} data-code={f.code}>
          <span className="level">
            {f.level}
            {f.op === null ? '' : `, Op ${f.op}`}
          </span>
          {f.says}
          <div className="more">
            {f.because} <strong>{f.remedy}</strong>
          </div>
        </div>
      ))}
    </section>
  );
}

function Accept({ finding, onAccept }: { finding: Finding; onAccept: (reason: string, by: string) => void }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const [by, setBy] = useState(useAccount()?.name ?? 'Planner');
  if (!open)
    return (
      <Button size="sm" variant="outline-primary" onClick={() => setOpen(true)}>
        Accept in writing
      </Button>
    );
  const ready = reason.trim().length >= 3 && by.trim() !== '';
  return (
    <Form
      className="mt-1"
      onSubmit={(e) => {
        e.preventDefault();
        if (ready) onAccept(reason.trim(), by.trim());
      }}
    >
      <Form.Group controlId={`reason-${finding.code}-${finding.setupId ?? 'job'}`}>
        <Form.Label>Reason, printed on the sheet</Form.Label>
        <Form.Control
          as="textarea"
          rows={2}
          value={reason}
          maxLength={4000}
          onChange={(e) => setReason(e.target.value)}
        />
      </Form.Group>
      <Form.Group controlId={`by-${finding.code}-${finding.setupId ?? 'job'}`}>
        <Form.Label>Accepted by (role)</Form.Label>
        <Form.Control value={by} maxLength={200} onChange={(e) => setBy(e.target.value)} />
      </Form.Group>
      <Button size="sm" type="submit" className="mt-1" disabled={!ready}>
        Accept this stop
      </Button>{' '}
      <Button size="sm" className="mt-1" variant="outline-primary" onClick={() => setOpen(false)}>
        Leave it open
      </Button>
      {!ready && <div className="field-hint">A reason of at least three letters and a role are needed.</div>}
    </Form>
  );
}

/** On paper the page is what the PDF is, part by part. */
function Print({ paper, onPaper }: { paper: Paper; onPaper: (paper: Paper) => void }) {
  return (
    <section aria-label="Print">
      <h3>Print</h3>
      <div className="d-flex gap-2">
        <Form.Select
          size="sm"
          aria-label="Paper"
          style={{ width: 'auto' }}
          value={paper}
          onChange={(e) => onPaper(e.target.value as Paper)}
        >
          {(Object.keys(PAPER) as Paper[]).map((p) => (
            <option key={p}>{p}</option>
          ))}
        </Form.Select>
        <Button size="sm" variant="outline-primary" onClick={() => window.print()}>
          Print this page
        </Button>
      </div>
    </section>
  );
}

function OpenFile() {
  const { id, job, shop, change } = useJob();
  const [problem, setProblem] = useState<string | null>(null);
  const [packing, setPacking] = useState(false);
  const [notPacked, setNotPacked] = useState<string | null>(null);
  const pack = async () => {
    setPacking(true);
    try {
      download(`${job.number}.zip`, await fileOf('everything', { id }));
      setNotPacked(null);
    } catch (error) {
      setNotPacked(said(error));
    }
    setPacking(false);
  };
  const take = async (file: File) => {
    try {
      const { job: read } = await api.readJobFile({ body: await file.text() });
      setProblem(null);
      change(read);
    } catch (error) {
      setProblem(`${file.name}: ${said(error)}`);
    }
  };
  return (
    <section aria-label="Job file">
      <h3>Job as an open file</h3>
      <Button
        size="sm"
        variant="outline-primary"
        onClick={() =>
          downloadText(`${job.number}.json`, `${JSON.stringify(jobFile(job, shop), null, 2)}\n`, 'application/json')
        }
      >
        Download the job (JSON)
      </Button>
      <p className="mt-2 mb-1">
        <Button size="sm" variant="outline-primary" disabled={packing} onClick={() => void pack()}>
          {packing ? 'Packing…' : 'Everything of this job (zip)'}
        </Button>{' '}
        The file of the part, remarks, photos, issues, runs. It is taken in again on the page Jobs.
      </p>
      <Form.Group controlId="read-json" className="mt-2">
        <Form.Label>Read a job file into this job (undo brings the old one back)</Form.Label>
        <Form.Control
          size="sm"
          type="file"
          accept=".json"
          onChange={(e) => {
            const input = e.target as HTMLInputElement;
            const file = input.files?.[0];
            if (file) void take(file);
            input.value = '';
          }}
        />
      </Form.Group>
      <NotDone problem={problem} level="not read" />
      <NotDone problem={notPacked} level="not packed" />
    </section>
  );
}
