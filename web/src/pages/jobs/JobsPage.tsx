import { useNavigate } from 'react-router';
import type { JobList, JobListEntry } from '@violet-jaw/formats/api';
import { useEffect, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Head } from '../../app/Shell';
import { useShortcuts } from '../../app/shortcuts';
import { api, JOBS_A_PAGE, said } from '../../store/api';
import { useServer } from '../../store/query';
import { useIsPlanner } from '../../store/sessionStore';
import { CopyJob } from './CopyJob';
import { JobTable } from './JobTable';
import { NewJob } from './NewJob';

type Show = 'all' | 'open findings' | 'not issued';

/** Where news do not get through. */
const LOOK_EVERY_MS = 15_000;
/** While somebody types, the last word counts. */
const TYPING_MS = 150;

/** A text once it has stood still for a moment. */
function useSettled(text: string): string {
  const [settled, setSettled] = useState(text);
  useEffect(() => {
    const soon = setTimeout(() => setSettled(text), TYPING_MS);
    return () => clearTimeout(soon);
  }, [text]);
  return settled;
}

/** The shop's jobs. A part or job file dropped anywhere makes a new one. */
export function JobsPage() {
  const isPlanner = useIsPlanner();
  const [problem, setProblem] = useState<string | null>(null);
  const [text, setText] = useState('');
  const [show, setShow] = useState<Show>('all');
  const [page, setPage] = useState(0);
  const [making, setMaking] = useState<{ file: File | null } | null>(null);
  const [copying, setCopying] = useState<JobListEntry | null>(null);
  const [dropping, setDropping] = useState(false);
  const search = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  useShortcuts({
    '/': () => search.current?.focus(),
    'g o': () => {
      void navigate('/shop');
    },
  });

  const words = useSettled(text);
  const { data: list, problem: away } = useServer(
    'jobs',
    { query: { search: words, show, page, size: JOBS_A_PAGE } },
    { topics: ['jobs'], everyMs: LOOK_EVERY_MS, keeps: true },
  );
  useEffect(() => {
    document.title = 'Jobs · Violet Jaw';
  }, []);
  useEffect(() => {
    if (list?.jobs.length === 0 && page > 0) setPage(0);
  }, [list, page]);

  const take = async (file: File) => {
    if (!isPlanner) {
      setProblem('Jobs are made by planners.');
      return;
    }
    if (!/\.json$/i.test(file.name)) {
      setMaking({ file });
      return;
    }
    try {
      const { id } = await api.importJob({ body: await file.text() });
      void navigate(`/jobs/${id}/part`);
    } catch (error) {
      setProblem(`${file.name}: ${said(error)}`);
    }
  };

  const shown = list?.jobs ?? [];
  const isAll = text.trim() === '' && show === 'all';
  const pages = Math.ceil((list?.total ?? 0) / JOBS_A_PAGE);

  return (
    <div
      className={dropping ? 'dropping' : undefined}
      style={{ flex: 1 }}
      onDragOver={(e) => {
        e.preventDefault();
        setDropping(true);
      }}
      onDragLeave={(e) => {
        if (e.currentTarget === e.target) setDropping(false);
      }}
      onDrop={(e) => {
        e.preventDefault();
        setDropping(false);
        const file = e.dataTransfer.files[0];
        if (file) void take(file);
      }}
    >
      <Head />
      {away && (
        <div className="banner stop" role="alert">
          {away} Trying again.
        </div>
      )}
      {problem && (
        <div className="banner stop" role="alert">
          {problem}{' '}
          <Button size="sm" variant="outline-primary" onClick={() => setProblem(null)}>
            Close
          </Button>
        </div>
      )}
      <main>
        <SearchBar
          search={search}
          text={text}
          setText={setText}
          setPage={setPage}
          show={show}
          setShow={setShow}
          isPlanner={isPlanner}
          setMaking={setMaking}
        />
        <JobTable shown={shown} navigate={navigate} onCopy={isPlanner ? setCopying : null} />
        {list === null && !away && <p>Loading the jobs…</p>}
        {list?.total === 0 && (
          <p>{isAll ? 'No jobs yet. Drop a part file here, or choose New job.' : 'No job fits the search.'}</p>
        )}
        {list && pages > 1 && <PageButtons page={page} setPage={setPage} list={list} pages={pages} />}
        {isPlanner && (
          <p className="quiet">
            Drop a part file (STEP, IGES, BREP, STL, DXF) or a job file (JSON) anywhere on this page to begin a job with
            it.
          </p>
        )}
      </main>
      <JobDialogs
        {...{ copying, making }}
        onClose={() => {
          setCopying(null);
          setMaking(null);
        }}
        onMade={(id) => {
          void navigate(`/jobs/${id}/part`);
        }}
      />
    </div>
  );
}

/** A new job, from nothing or from another one. */
function JobDialogs({
  copying,
  making,
  ...told
}: {
  copying: JobListEntry | null;
  making: { file: File | null } | null;
  onClose: () => void;
  onMade: (id: string) => void;
}) {
  if (copying) return <CopyJob of={copying} {...told} />;
  return making && <NewJob file={making.file} {...told} />;
}

/** Pages of the list. */
function PageButtons({
  page,
  setPage,
  list,
  pages,
}: {
  page: number;
  setPage: (page: number) => void;
  list: JobList;
  pages: number;
}) {
  return (
    <nav aria-label="Pages of the list" className="d-flex gap-3 align-items-center mb-2">
      <Button size="sm" variant="outline-primary" disabled={page === 0} onClick={() => setPage(page - 1)}>
        Previous
      </Button>
      <span>
        {page * JOBS_A_PAGE + 1} to {Math.min((page + 1) * JOBS_A_PAGE, list.total)} of {list.total}
        {list.more ? ' and more: search for a word to see fewer' : ''}
      </span>
      <Button size="sm" variant="outline-primary" disabled={page + 1 >= pages} onClick={() => setPage(page + 1)}>
        Next
      </Button>
    </nav>
  );
}

/** What is looked for among the jobs, and a new one. */
function SearchBar({
  search,
  text,
  setText,
  setPage,
  show,
  setShow,
  isPlanner,
  setMaking,
}: {
  search: React.RefObject<HTMLInputElement | null>;
  text: string;
  setText: (text: string) => void;
  setPage: (page: number) => void;
  show: Show;
  setShow: (show: Show) => void;
  isPlanner: boolean;
  setMaking: (making: { file: File | null }) => void;
}) {
  return (
    <div className="d-flex gap-3 align-items-end mb-2 flex-wrap">
      <h1 className="h4 mb-0 me-auto">Jobs</h1>
      <Form.Control
        ref={search}
        type="search"
        aria-label="Search jobs"
        placeholder="Search number, part, machine  ( / )"
        value={text}
        maxLength={200}
        onChange={(e) => {
          setText(e.target.value);
          setPage(0);
        }}
        style={{ width: '18rem' }}
      />
      <Form.Select
        aria-label="Show"
        value={show}
        onChange={(e) => {
          setShow(e.target.value as Show);
          setPage(0);
        }}
        style={{ width: 'auto' }}
      >
        <option value="all">all jobs</option>
        <option value="open findings">with open findings</option>
        <option value="not issued">not issued yet</option>
      </Form.Select>
      {isPlanner && <Button onClick={() => setMaking({ file: null })}>New job</Button>}
    </div>
  );
}
