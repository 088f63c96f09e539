import { OpenJobContext, type OpenJob } from './openJob';
import { GuideStrip } from '../guide/GuideStrip';
import { WhatNext } from './WhatNext';
import type { PlannedJob } from '@violet-jaw/core/plan';
import { useEffect, useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Outlet, useNavigate, useParams } from 'react-router';
import { touched, type Job } from '@violet-jaw/core/job';
import { speechIn, unitName } from '@violet-jaw/core/units';
import { ReadOnly } from '../fields/field';
import { jobPlace } from '../store/api';
import { openDocument, type DocumentStore } from '../store/documentStore';
import { onNews } from '../store/news';
import { queries } from '../store/query';
import { useIssuing } from '../store/issuing';
import { askPlan, clearPlan, requestPlan, usePlan } from '../store/planStore';
import { shopStore } from '../store/shopStore';
import { useIsPlanner } from '../store/sessionStore';
import { Head, LookOnly } from './Shell';
import { SaveBanner, SaveMark } from './SaveMark';
import { useShortcuts } from './shortcuts';

export { useJob } from './openJob';

export function JobLayout() {
  const { id = '' } = useParams();
  return <OpenedJob key={id} id={id} />;
}

function useOpened(id: string): DocumentStore<Job> {
  const [store] = useState(() => openDocument(jobPlace(id)));
  useEffect(() => {
    clearPlan();
    store.getState().open();
    const stop = onNews([`job:${id}`, 'shop'], () => {
      store.getState().lookNow();
      shopStore().getState().lookNow();
      void queries.invalidateQueries({ queryKey: ['remarks'] });
    });
    return () => {
      stop();
      store.getState().close();
    };
  }, [store, id]);
  return store;
}

const pagesOf = (id: string) => [
  { to: '/jobs', says: 'Jobs' },
  { to: `/jobs/${id}/part`, says: 'Part & blank' },
  { to: `/jobs/${id}/route`, says: 'Route' },
  { to: `/jobs/${id}/ledger`, says: 'Ledger' },
  { to: `/jobs/${id}/sheet`, says: 'Sheet' },
  { to: `/jobs/${id}/remarks`, says: 'Remarks' },
  { to: `/jobs/${id}/run`, says: 'Run' },
  { to: '/shop', says: 'Shop' },
];

/** After g: to which page of the job. */
const PAGE_KEYS = { p: 'part', r: 'route', l: 'ledger', s: 'sheet', k: 'remarks', m: 'run' };

function OpenedJob({ id }: { id: string }) {
  const store = useOpened(id);
  const state = store();
  const shop = shopStore()((s) => s.document);
  const { planned, problem, stage, cancel } = usePlan();
  const { document: job } = state;
  const [picked, setPicked] = useState<string | null>(null);
  const navigate = useNavigate();
  const isPlanner = useIsPlanner();

  useEffect(() => {
    if (!job || !shop) return;
    // as they are now: what was changed since is planned here
    const [{ base, revision }, library] = [store.getState(), shopStore().getState()];
    const isSaved = base === job && library.base === shop;
    void requestPlan(job, shop, isSaved ? { id, revision, shop: library.revision } : null);
  }, [id, store, job, shop]);
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (store.getState().saveState !== 'saved') event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [store]);

  const ids = job?.setups.map((s) => s.id) ?? [];
  const chosen = picked && ids.includes(picked) ? picked : (ids[0] ?? null);
  const step = (by: number) => {
    const next = ids[ids.indexOf(chosen ?? '') + by];
    if (next) setPicked(next);
  };
  const go = (page: string) => () => {
    void navigate(page);
  };
  useShortcuts({
    '[': () => step(-1),
    ']': () => step(1),
    'ctrl+z': state.undo,
    'ctrl+shift+z': state.redo,
    'ctrl+y': state.redo,
    'g j': go('/jobs'),
    'g o': go('/shop'),
    ...Object.fromEntries(Object.entries(PAGE_KEYS).map(([key, page]) => [`g ${key}`, go(`/jobs/${id}/${page}`)])),
  });

  const open = useMemo<OpenJob | null>(
    () =>
      job && shop
        ? {
            id,
            store,
            job,
            shop,
            speech: speechIn(job.units),
            chosen,
            choose: setPicked,
            isPlanner,
            ...askPlan(() => store.getState().document),
            change: (fields) => {
              if (isPlanner)
                store
                  .getState()
                  .edit((j) => touched(j, { ...j, ...(typeof fields === 'function' ? fields(j) : fields) }));
            },
            changeSetup: (setupId, change, gesture) => {
              const inJob = (j: Job): Job =>
                touched(j, { ...j, setups: j.setups.map((s) => (s.id === setupId ? change(s) : s)) });
              if (isPlanner) store.getState().edit(inJob, gesture);
            },
          }
        : null,
    [id, store, job, shop, chosen, isPlanner],
  );

  useEffect(() => {
    if (job) document.title = `${job.number} ${job.part} · Violet Jaw`;
  }, [job]);

  const [asking, setAsking] = useState(false);
  const count = (level: 'stop' | 'caution' | 'note') => planned?.findings.filter((f) => f.level === level).length ?? 0;
  return (
    <>
      <Head
        pages={pagesOf(id)}
        tools={
          job && <JobTools planned={planned} count={count} onAsk={() => setAsking(!asking)} state={state} job={job} />
        }
      >
        {job && (
          <span className="jobname">
            <strong>{job.number}</strong> {job.part} <span className="quiet">rev {job.revision || '?'}</span>
          </span>
        )}
      </Head>
      {asking && open && (
        <OpenJobContext value={open}>
          <WhatNext onClose={() => setAsking(false)} />
        </OpenJobContext>
      )}
      <GuideStrip id={id} job={job} planned={planned} />
      <SaveBanner state={state} />
      <LookOnly />
      {problem && (
        <div className="banner stop" role="alert">
          {problem}
        </div>
      )}
      {stage && job && stage !== 'planning' && <Working stage={stage} cancel={cancel} />}
      <IssueGoing id={id} />
      <main>
        {open ? (
          <OpenJobContext value={open}>
            <ReadOnly value={!open.isPlanner}>
              <Outlet />
            </ReadOnly>
          </OpenJobContext>
        ) : (
          !state.problem && <p>Loading the job…</p>
        )}
      </main>
    </>
  );
}

function Tally({ stop, caution, note, onClick }: { stop: number; caution: number; note: number; onClick: () => void }) {
  const say = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;
  return (
    <>
      {stop > 0 && (
        <button type="button" className="tally stop" onClick={onClick}>
          {say(stop, 'stop', 'stops')}
        </button>
      )}
      {caution > 0 && (
        <button type="button" className="tally caution" onClick={onClick}>
          {say(caution, 'caution', 'cautions')}
        </button>
      )}
      {stop + caution === 0 && (
        <button type="button" className="tally note" onClick={onClick}>
          {note === 0 ? 'no findings' : say(note, 'note', 'notes')}
        </button>
      )}
    </>
  );
}

/** An issue that is being made, on whichever page of the job one is. */
function IssueGoing({ id }: { id: string }) {
  const going = useIssuing((s) => s.going[id]);
  return going ? <Working stage={`Issuing sheet ${going.letter}: ${going.phase}`} cancel={going.cancel} /> : null;
}

/** What is being done, and its end. */
function Working({ stage, cancel }: { stage: string | null; cancel: (() => void) | null }) {
  return (
    <div className="banner" role="status">
      <span className="spinner-border spinner-border-sm" aria-hidden="true" /> {stage}…{' '}
      {cancel && (
        <Button size="sm" variant="outline-primary" onClick={cancel}>
          Cancel
        </Button>
      )}
    </div>
  );
}

/** Findings counted, undo, whether it is saved. */
function JobTools({
  planned,
  count,
  onAsk,
  state,
  job,
}: {
  planned: PlannedJob | null;
  count: (level: 'stop' | 'caution' | 'note') => number;
  onAsk: () => void;
  state: ReturnType<DocumentStore<Job>['getState']>;
  job: Job;
}) {
  return (
    <>
      {planned && <Tally stop={count('stop')} caution={count('caution')} note={count('note')} onClick={onAsk} />}
      <Button variant="outline-primary" size="sm" disabled={state.past.length === 0} onClick={state.undo}>
        Undo
      </Button>
      <Button variant="outline-primary" size="sm" disabled={state.future.length === 0} onClick={state.redo}>
        Redo
      </Button>
      <SaveMark state={state.saveState} />
      <span className="unit number" title="Unit of this job">
        {unitName(job.units)}
      </span>
    </>
  );
}
