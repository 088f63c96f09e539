import { Type, type Static, type TSchema } from '@sinclair/typebox';
import type { Page } from '@violet-jaw/core/drawing';
import { jobSchema } from '@violet-jaw/core/job';
export { remarkSchema } from '@violet-jaw/core/remarks';
import type { HistoryRow, RunEventBy, RunPlan } from '@violet-jaw/core/run';
import { SPINDLE_READ } from '@violet-jaw/core/run/spindle.ts';
import type { Change, Entry, Sheet } from '@violet-jaw/core/sheet';
import { shopSchema } from '@violet-jaw/core/shop';
import { ROLES } from './roles';

const text = Type.String();
const count = Type.Integer({ minimum: 0 });
const units = Type.Union([Type.Literal('mm'), Type.Literal('inch')]);
const maybe = <S extends TSchema>(schema: S) => Type.Union([Type.Null(), schema]);
const closed = { additionalProperties: false };
/**
 * A part of the core that has a type and no schema: that it is there with these keys is checked, what is in it is the
 * core's own.
 */
const plain = <T extends object>(...keys: (keyof T & string)[]) =>
  Type.Unsafe<T>(Type.Object(Object.fromEntries(keys.map((k) => [k, Type.Unknown()]))));
const role = Type.Union(ROLES.map((r) => Type.Literal(r)));
const point = Type.Object({ x: Type.Number(), y: Type.Number(), z: Type.Number() }, closed);

/** What the Jobs page shows of a job without opening it. */
export const jobSummarySchema = Type.Object(
  {
    counts: Type.Object({ stop: count, caution: count, note: count }, closed),
    setups: Type.Array(
      Type.Object(
        {
          op: Type.Integer(),
          register: text,
          picture: maybe(plain<Pick<Page, 'width' | 'height' | 'primitives'>>('width', 'height', 'primitives')),
        },
        closed,
      ),
    ),
    problem: Type.Union([Type.Null(), text], { description: 'Why the job cannot be planned; null when it can.' }),
  },
  closed,
);
export type JobSummary = Static<typeof jobSummarySchema>;

/** What a list of jobs can be in the order of. */
export const JOBS_BY = ['number', 'part', 'due', 'changed'] as const;
export type JobsBy = (typeof JOBS_BY)[number];

/** Where a job stands: a run that is going on counts more than what was said before. */
export const JOB_STATES = ['planning', 'issued', 'running', 'done'] as const;
export type JobState = (typeof JOB_STATES)[number];

const jobListEntrySchema = Type.Object(
  {
    id: text,
    number: text,
    part: text,
    revision: text,
    material: text,
    machine: maybe(text),
    due: maybe(text),
    state: Type.Union(JOB_STATES.map((s) => Type.Literal(s))),
    archived: Type.Boolean(),
    family: Type.String({ description: 'Empty: none.' }),
    pattern: Type.Boolean(),
    units,
    letter: Type.Union([Type.Null(), text], { description: 'Of the newest issue.' }),
    updatedAt: text,
    summary: Type.Union([Type.Null(), jobSummarySchema], { description: 'Null while it is being planned.' }),
  },
  closed,
);
export type JobListEntry = Static<typeof jobListEntrySchema>;

/** One page of jobs. */
export const jobListSchema = Type.Object(
  {
    total: Type.Integer({ minimum: 0, description: 'How many fit, on all pages; counted up to 500.' }),
    more: Type.Boolean({ description: 'There are more than were counted.' }),
    jobs: Type.Array(jobListEntrySchema),
  },
  closed,
);
export type JobList = Static<typeof jobListSchema>;

/** The jobs that use a thing of the library. */
export const libraryUsesSchema = Type.Object(
  {
    jobs: Type.Array(
      Type.Object(
        {
          id: text,
          number: text,
          part: text,
          ops: Type.Array(Type.Integer(), { description: 'Its setups that do; empty: the job as a whole.' }),
        },
        closed,
      ),
    ),
    more: Type.Boolean({ description: 'There are more than are told.' }),
  },
  closed,
);
export type LibraryUses = Static<typeof libraryUsesSchema>;

/** What is being run on the machines of the shop now. */
export const takenMachinesSchema = Type.Array(
  Type.Object(
    { machineId: text, jobId: text, number: text, part: text, letter: text, startedAt: text, startedBy: maybe(text) },
    closed,
  ),
);
export type TakenMachine = Static<typeof takenMachinesSchema>[number];

export const madeJobSchema = Type.Object({ id: text, document: jobSchema }, closed);
export const importedJobSchema = Type.Object(
  {
    id: text,
    document: jobSchema,
    adopted: Type.Array(text, { description: "What of the file's library the shop did not have and now has." }),
  },
  closed,
);

/** Where somebody is signed in. */
export const ownSessionSchema = Type.Object(
  {
    id: text,
    since: text,
    from: Type.String({ description: 'Address it was begun from.' }),
    here: Type.Boolean({ description: 'The one that asks.' }),
  },
  closed,
);
export type OwnSession = Static<typeof ownSessionSchema>;

const changeSchema = Type.Unsafe<Change>(
  Type.Object({ place: text, name: text, before: text, after: text, difference: maybe(text) }, closed),
);

export const issueGoingSchema = Type.Object({ phase: Type.Union([Type.Null(), text]) }, closed);

export const issueHeadSchema = Type.Object(
  {
    letter: text,
    issuedAt: text,
    issuedBy: Type.Union([Type.Null(), text], { description: 'Null: older than accounts.' }),
    note: text,
    hash: text,
    hasRun: Type.Boolean({ description: 'False: older than the page Run.' }),
    changes: Type.Array(changeSchema, { description: 'Against the issue before; empty for the first.' }),
  },
  closed,
);
export type IssueHead = Static<typeof issueHeadSchema>;

export const entrySchema = Type.Unsafe<Entry>(
  Type.Object({ place: text, name: text, text, value: maybe(Type.Number()), mm: Type.Optional(Type.Number()) }, closed),
);
export const sheetSchema = plain<Sheet>(
  'number',
  'part',
  'revision',
  'units',
  'letter',
  'head',
  'setups',
  'transitions',
  'findings',
  'notes',
);
export const frozenSchema = Type.Object({ job: jobSchema, shop: shopSchema });

const accountSchema = Type.Object({ id: text, name: text, role }, closed);
export const accountHeadSchema = Type.Object({ id: text, name: text, role, active: Type.Boolean() }, closed);
export type AccountHead = Static<typeof accountHeadSchema>;
export const madeAccountSchema = accountSchema;

/** Who is signed in on this device. */
export const sessionInfoSchema = Type.Object(
  {
    account: maybe(accountSchema),
    first: Type.Boolean({ description: 'Nobody has an account yet: the first lead makes one.' }),
    demo: Type.Union([Type.Null(), Type.Array(Type.Object({ name: text, password: text }))], {
      description: "The demo's accounts with their passwords; null: this is no demo, or they were changed.",
    }),
    provider: Type.Union([Type.Null(), text], {
      description: "What the company's sign-in service is called; null: there is none, only passwords.",
    }),
    told: Type.Union([Type.Null(), text], {
      description: 'Why signing in through it did not work; null: nothing to tell.',
    }),
  },
  closed,
);
export type SessionInfo = Static<typeof sessionInfoSchema>;

/** A backup that is kept on the server. */
export const backupHeadSchema = Type.Object({ name: text, size: count, at: text }, closed);
export type BackupHead = Static<typeof backupHeadSchema>;

/** What was found when all that is kept was walked. */
export const dataProblemsSchema = Type.Object(
  {
    entries: Type.Integer({ description: 'How many entries of the audit list were looked at.' }),
    issues: count,
    files: count,
    problems: Type.Array(text),
    more: Type.Integer({ minimum: 0, description: 'Problems that are not told one by one.' }),
  },
  closed,
);
export type DataProblems = Static<typeof dataProblemsSchema>;

/** A deleted job that can still be taken back. */
export const binEntrySchema = Type.Object(
  {
    id: text,
    number: text,
    part: text,
    deletedAt: text,
    deletedBy: text,
    goneAt: Type.String({ description: 'Then it is deleted for good.' }),
  },
  closed,
);
export type BinEntry = Static<typeof binEntrySchema>;

export const auditEntrySchema = Type.Object(
  { at: text, name: text, action: text, jobId: maybe(text), detail: text },
  closed,
);
export type AuditEntry = Static<typeof auditEntrySchema>;

const runHeadFields = {
  id: text,
  jobId: text,
  letter: text,
  startedAt: text,
  startedBy: text,
  finishedAt: Type.Union([Type.Null(), text], { description: 'Null: it stands on the machine.' }),
  ended: Type.Boolean({ description: 'Given up before its last step.' }),
};
export const runHeadSchema = Type.Object(runHeadFields, closed);
export type RunHead = Static<typeof runHeadSchema>;
export const runRecordSchema = Type.Object(
  { ...runHeadFields, events: Type.Array(plain<RunEventBy>('id', 'at', 'stepId', 'kind', 'by')) },
  closed,
);
export type RunRecord = Static<typeof runRecordSchema>;

/** An issue as it is opened to run. */
export const runToOpenSchema = Type.Object(
  {
    plan: plain<RunPlan>('version', 'number', 'part', 'letter', 'units', 'machineId', 'quantity', 'setups', 'steps'),
    commons: Type.Array(point, { description: 'Common offsets that were seen on its machine before.' }),
    newest: Type.String({
      description:
        "Letter of the newest issue of the job: another one than the plan's means that this one is out of date.",
    }),
  },
  closed,
);
export type RunToOpen = Static<typeof runToOpenSchema>;

/** What was answered in a run, against what was expected then. */
export const runHistorySchema = Type.Object(
  { units, rows: Type.Array(plain<HistoryRow>('event', 'title', 'outcome', 'readings', 'because')) },
  closed,
);
export type RunHistory = Static<typeof runHistorySchema>;

/** One axis of a zero that was keyed in during a run, register terms, mm. */
export const readingEntrySchema = Type.Object(
  {
    runId: text,
    jobId: text,
    letter: text,
    setupId: text,
    op: Type.Integer(),
    register: text,
    machineId: maybe(text),
    stationId: maybe(text),
    axis: Type.Union([Type.Literal('x'), Type.Literal('y'), Type.Literal('z')]),
    planned: maybe(Type.Number()),
    measured: Type.Number(),
    at: text,
  },
  closed,
);
export type ReadingEntry = Static<typeof readingEntrySchema>;

/** Where the main spindle of a bar lathe stood in a run. */
export const spindleEntrySchema = Type.Object(
  {
    runId: text,
    letter: text,
    startedAt: text,
    when: Type.Union(SPINDLE_READ.map((w) => Type.Literal(w))),
    planned: maybe(Type.Number()),
    read: Type.Number(),
  },
  closed,
);
export type SpindleEntry = Static<typeof spindleEntrySchema>;

/** One use of a register of a machine. */
export const registerEntrySchema = Type.Object(
  {
    register: text,
    by: text,
    jobId: text,
    number: text,
    part: text,
    state: Type.Union([Type.Literal('stands on the machine'), Type.Literal('run today'), Type.Literal('planned')]),
  },
  closed,
);
export type RegisterEntry = Static<typeof registerEntrySchema>;

export const storedFileSchema = Type.Object({ hash: text, size: count, name: text });
