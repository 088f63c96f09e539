import { useNavigate, useSearchParams } from 'react-router';
import type { JobList, JobListEntry } from '@violet-jaw/formats/api';
import { useEffect, useRef, useState } from 'react';
import { Button, Dropdown, Form } from 'react-bootstrap';
import { offered } from '@violet-jaw/core/shop';
import { JOBS_BY } from '@violet-jaw/formats/api';
import { ChooseFile } from '../../app/ChooseFile';
import { Head } from '../../app/Shell';
import { useShortcuts } from '../../app/shortcuts';
import { GuideStrip } from '../../guide/GuideStrip';
import { guideMade } from '../../guide/guideStore';
import { api, JOBS_A_PAGE, said } from '../../store/api';
import { useServer } from '../../store/query';
import { shopStore } from '../../store/shopStore';
import { useIsPlanner } from '../../store/sessionStore';
import { CopyJob } from './CopyJob';
import { DropArea } from './DropArea';
import { JobTable } from './JobTable';
import { NewJob } from './NewJob';
import { COLUMNS, keepColumns, keptColumns, SHOWS, type ColumnKey } from './shown';
import { Taken } from './Taken';
import { TakeZip } from './TakeZip';

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

/** What is asked of the list. It stands in the address, so that it can be kept and sent. */
function useAsked() {
  const [params, setParams] = useSearchParams();
  // while somebody types, the field comes before the address
  const [text, setText] = useState(params.get('search') ?? '');
  const given = params.get('show') ?? 'all';
  const show = given in SHOWS ? given : 'all';
  const machine = params.get('machine') ?? '';
  const page = Math.max(0, Math.floor(Number(params.get('page') ?? 0)) || 0);
  const by = JOBS_BY.find((b) => b === params.get('by')) ?? 'number';
  const down = params.get('down') !== null;
  const set = (next: Readonly<Record<string, string>>) => {
    if (next.search !== undefined) setText(next.search);
    setParams(
      (before) => {
        const now = new URLSearchParams(before);
        now.delete('page');
        for (const [key, value] of Object.entries(next))
          if (value === '' || (key === 'show' && value === 'all')) now.delete(key);
          else now.set(key, value);
        return now;
      },
      { replace: true },
    );
  };
  return {
    ...{ text, show, machine, page, by, down, set },
    query: { ...SHOWS[show].query, ...(machine === '' ? {} : { machine }), by, down },
    isAll: text.trim() === '' && show === 'all' && machine === '',
    setPage: (to: number) => set({ page: to === 0 ? '' : String(to) }),
  };
}
type Asked = ReturnType<typeof useAsked>;

/** The shop's jobs. A part or job file dropped anywhere makes a new one. */
export function JobsPage() {
  const isPlanner = useIsPlanner();
  const [problem, setProblem] = useState<string | null>(null);
  const asked = useAsked();
  const { text, page, setPage } = asked;
  const [columns, setColumns] = useState(keptColumns);
  const [making, setMaking] = useState<{ file: File | null } | null>(null);
  const [zip, setZip] = useState<File | null>(null);
  const [copying, setCopying] = useState<JobListEntry | null>(null);
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
    { query: { ...asked.query, search: words, page, size: JOBS_A_PAGE } },
    { topics: ['jobs'], everyMs: LOOK_EVERY_MS, keeps: true },
  );
  const first = useRef(setPage);
  first.current = setPage;
  useEffect(() => {
    document.title = 'Jobs · Violet Jaw';
  }, []);
  useEffect(() => {
    if (list?.jobs.length === 0 && page > 0) first.current(0);
  }, [list, page]);

  const take = async (file: File) => {
    if (!isPlanner) {
      setProblem('Jobs are made by planners.');
      return;
    }
    if (/\.zip$/i.test(file.name)) {
      setZip(file);
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
  const pages = Math.ceil((list?.total ?? 0) / JOBS_A_PAGE);

  return (
    <DropArea onFile={(file) => void take(file)}>
      <Head />
      <GuideStrip id={null} job={null} planned={null} />
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
        <SearchBar search={search} asked={asked} columns={columns} setColumns={setColumns}>
          {isPlanner && <Button onClick={() => setMaking({ file: null })}>New job</Button>}
        </SearchBar>
        <Taken />
        <JobTable
          shown={shown}
          columns={columns}
          order={asked}
          navigate={navigate}
          onCopy={isPlanner ? setCopying : null}
        />
        {list === null && !away && <p>Loading the jobs…</p>}
        {list?.total === 0 && (
          <p>{asked.isAll ? 'No jobs yet. Drop a part file here, or choose New job.' : 'No job fits the search.'}</p>
        )}
        {list && pages > 1 && <PageButtons page={page} setPage={setPage} list={list} pages={pages} />}
        {isPlanner && (
          <p className="quiet">
            Drop a part file (STEP, IGES, BREP, STL, DXF), a job file (JSON) or a job with everything (zip) anywhere on
            this page, or{' '}
            <ChooseFile
              says="choose one"
              name="A part, job or zip file"
              variant="link"
              className="p-0 align-baseline"
              onFile={(file) => void take(file)}
            />
            .
          </p>
        )}
      </main>
      <JobDialogs
        {...{ copying, making, zip }}
        onClose={() => {
          setZip(null);
          setCopying(null);
          setMaking(null);
        }}
        onMade={(id) => {
          guideMade(id);
          void navigate(`/jobs/${id}/part`);
        }}
      />
    </DropArea>
  );
}

/** A new job, from nothing, from another one or out of a zip. */
function JobDialogs({
  copying,
  making,
  zip,
  ...told
}: {
  zip: File | null;
  copying: JobListEntry | null;
  making: { file: File | null } | null;
  onClose: () => void;
  onMade: (id: string) => void;
}) {
  if (zip) return <TakeZip file={zip} {...told} />;
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

/** What is looked for among the jobs, and which columns are shown. */
function SearchBar({
  search,
  asked,
  columns,
  setColumns,
  children,
}: {
  search: React.RefObject<HTMLInputElement | null>;
  asked: Asked;
  columns: readonly ColumnKey[];
  setColumns: (columns: readonly ColumnKey[]) => void;
  children: React.ReactNode;
}) {
  const machines = shopStore()((s) => s.document)?.machines ?? [];
  return (
    <div className="d-flex gap-3 align-items-end mb-2 flex-wrap">
      <h1 className="h4 mb-0 me-auto">Jobs</h1>
      <Form.Control
        ref={search}
        type="search"
        aria-label="Search jobs"
        placeholder="Number, part, material, note  ( / )"
        value={asked.text}
        maxLength={200}
        onChange={(e) => asked.set({ search: e.target.value })}
        style={{ width: '17rem' }}
      />
      <Form.Select
        aria-label="Show"
        value={asked.show}
        onChange={(e) => asked.set({ show: e.target.value })}
        style={{ width: 'auto' }}
      >
        {Object.entries(SHOWS).map(([key, { says }]) => (
          <option key={key} value={key}>
            {says}
          </option>
        ))}
      </Form.Select>
      <Form.Select
        aria-label="On machine"
        value={asked.machine}
        onChange={(e) => asked.set({ machine: e.target.value })}
        style={{ width: 'auto' }}
      >
        <option value="">on any machine</option>
        {offered(machines, asked.machine).map((m) => (
          <option key={m.id} value={m.id}>
            on {m.name}
          </option>
        ))}
      </Form.Select>
      <Dropdown autoClose="outside">
        <Dropdown.Toggle variant="outline-primary" id="columns">
          Columns
        </Dropdown.Toggle>
        <Dropdown.Menu className="px-3">
          {(Object.keys(COLUMNS) as ColumnKey[]).map((key) => (
            <Form.Check
              key={key}
              type="checkbox"
              id={`column-${key}`}
              label={COLUMNS[key]}
              checked={columns.includes(key)}
              onChange={(e) =>
                setColumns(keepColumns(e.target.checked ? [...columns, key] : columns.filter((c) => c !== key)))
              }
            />
          ))}
        </Dropdown.Menu>
      </Dropdown>
      {children}
    </div>
  );
}
