import { wrap, type Remote } from 'comlink';
import { create } from 'zustand';
import type { RouteOutlines } from '@violet-jaw/core/drawing';
import { readingOf, shopToPlan, type FileBody, type Job } from '@violet-jaw/core/job';
import { bodyKey } from '@violet-jaw/core/part';
import type { PlannedJob, PlannedSetup } from '@violet-jaw/core/plan';
import type { Shop } from '@violet-jaw/core/shop';
import type { Result } from '@violet-jaw/core/solid';
import type { PartBody } from '@violet-jaw/formats/model';
import { chooseBody, filesOf } from '@violet-jaw/formats/part/choose.ts';
import type { PlanWorker } from '../worker/plan.worker';
import { readPartInWorker } from '../worker/readPartInWorker';
import { newestWins, type Standing } from '../worker/runners';
import { fileBytes, said } from './api';
import { reconcile } from './reconcile';
import { preparedBodies, preparedJob, type Revisions } from './prepared';

/** Outlines with the plan and the job they were made of: a drawing never mixes two plans. */
export interface Drawn {
  readonly outlines: RouteOutlines;
  readonly planned: PlannedJob;
  readonly job: Job;
}

interface PlanState {
  readonly planned: PlannedJob | null;
  /** what the drawings show: outlines come after the numbers, so until then they are those of the plan before */
  readonly drawn: Drawn | null;
  readonly problem: string | null;
  /** what is going on before there is a plan */
  readonly stage: string | null;
  readonly cancel: (() => void) | null;
  /** bodies of the part's file, for choosing another one */
  readonly bodies: readonly PartBody[];
  /** job and shop the plan was made from, to tell whether it is up to date */
  readonly of: { readonly job: Job; readonly shop: Shop } | null;
}

const EMPTY: PlanState = {
  planned: null,
  drawn: null,
  problem: null,
  stage: 'planning',
  cancel: null,
  bodies: [],
  of: null,
};

export const usePlan = create<PlanState>(() => EMPTY);

let remote: Remote<PlanWorker> | null = null;
let bodiesInWorker = '';
/** which job is open: counted, so that what is computed for the one before is not shown */
let opened = 0;
/** bodies of files, once for each way of reading them */
const filesRead = new Map<string, readonly PartBody[]>();

export function rememberBodies(source: FileBody, bodies: readonly PartBody[]): void {
  filesRead.set(readingOf(source), bodies);
}

function gate() {
  let open: () => void = () => undefined;
  const passed = new Promise<void>((done) => {
    open = done;
  });
  return { passed, open };
}

/** Open when the worker has the solids of the job that is open: what is shown first comes from the server. */
let solids = gate();

/**
 * Asks the worker something about the solids of the job that is open, as soon as it has them.
 * @returns null: another job was opened meanwhile
 */
export async function askWorker<T>(question: (worker: Remote<PlanWorker>) => Promise<T>): Promise<T | null> {
  const mine = opened;
  await solids.passed;
  return remote && mine === opened ? await question(remote) : null;
}

/** Forgets the plan of the job before; call when another job is opened. */
export function clearPlan(): void {
  opened += 1;
  // whoever still waits hears that it is another job
  solids.open();
  solids = gate();
  runner.forget();
  usePlan.setState(EMPTY);
}

/** Says what is going on while there is nothing to see yet. */
function tell(stage: string): void {
  if (!usePlan.getState().planned) usePlan.setState({ stage });
}

async function bodiesOf(source: FileBody): Promise<readonly PartBody[] | string> {
  const known = filesRead.get(readingOf(source)) ?? (await preparedBodies(source));
  if (known) {
    filesRead.set(readingOf(source), known);
    return known;
  }
  tell(`fetching ${source.file}`);
  const bytes = await fileBytes(source.sha256!);
  const reading = readPartInWorker(bytes, source, tell);
  if (!usePlan.getState().planned) usePlan.setState({ cancel: reading.cancel });
  const read = await reading.done;
  usePlan.setState({ cancel: null });
  if (!read.ok) return `${source.file}: ${read.problem}`;
  filesRead.set(readingOf(source), read.value);
  return read.value;
}

type Given = { keys: { file: string; key: string }[] } | { problem: string };

/**
 * Puts the bodies a job takes from files into the worker. @returns their keys, or a problem that leaves no part to
 * plan with
 */
async function giveBodies(worker: Remote<PlanWorker>, job: Job): Promise<Given> {
  const given: { file: string; key: string; mesh: PartBody['mesh'] }[] = [];
  let choices: readonly PartBody[] = [];
  for (const source of filesOf(job)) {
    const isPart = source === job.body;
    let problem: string | null = null;
    if (!source.sha256) problem = `The file "${source.file}" is not stored here yet. Drop it on the page Part & blank.`;
    else {
      const bodies = await bodiesOf(source);
      if (typeof bodies === 'string') problem = bodies;
      else {
        if (isPart) choices = bodies;
        const chosen = chooseBody(bodies, source);
        if (chosen.ok) given.push({ file: JSON.stringify(source), key: bodyKey(source), mesh: chosen.value.mesh });
        else problem = `${source.file}: ${chosen.problem} Choose it on the page Part & blank.`;
      }
    }
    // a blank that is missing is a finding of the plan; without a part there is no plan
    if (problem && isPart) {
      usePlan.setState({ bodies: choices });
      return { problem };
    }
  }
  usePlan.setState({ bodies: choices });
  const all = given.map((g) => g.key).join('\n');
  if (bodiesInWorker !== all) {
    await worker.setBodies(given);
    bodiesInWorker = all;
  }
  return { keys: given.map(({ file, key }) => ({ file, key })) };
}

/**
 * A setup as it is planned with all edits made so far: what is laid beside the part must not go by where it lay before
 * the last edit. Never comes when the job is closed before. @param job as it is when asked @returns undefined without
 * a plan, and for a setup that is gone
 */
export async function plannedNow(job: () => Job | null, setupId: string): Promise<PlannedSetup | undefined> {
  return (await jobPlannedNow(job))?.setups.find((p) => p.id === setupId);
}

/** What can be asked of the plan of a job that is edited. */
export const askPlan = (job: () => Job | null) => ({
  plannedNow: (setupId: string) => plannedNow(job, setupId),
  jobPlannedNow: () => jobPlannedNow(job),
});

/** The plan of the job with all edits made so far; null: there is none. */
export function jobPlannedNow(job: () => Job | null): Promise<PlannedJob | null> {
  return new Promise((done) => {
    const look = (s: PlanState) => {
      if (s.of?.job !== job() && !s.problem) return false;
      done(s.problem ? null : s.planned);
      return true;
    };
    if (look(usePlan.getState())) return;
    const mine = opened;
    const stop = usePlan.subscribe((s) => {
      if (mine !== opened || look(s)) stop();
    });
  });
}

interface Input {
  readonly job: Job;
  readonly shop: Shop;
  /** the revisions these are, where nothing is changed since */
  readonly saved: Revisions | null;
}

/** Shows what the server has planned of a job that is just being opened. @returns whether that is all there is to it */
async function showPrepared(now: Input, { wanted }: Standing): Promise<boolean> {
  if (!now.saved || usePlan.getState().planned) return false;
  const prepared = await preparedJob(now.saved);
  if (!prepared || !wanted()) return false;
  const { planned, outlines } = prepared;
  usePlan.setState({ planned, drawn: { outlines, planned, job: now.job }, problem: null, stage: null, of: now });
  return planned.complete;
}

const rest = (ms: number) => new Promise<null>((done) => setTimeout(() => done(null), ms));
/** Numbers wait so long for their drawing: a picture and numbers of one plan are drawn together. */
const DRAWN_WITH_MS = 20;

/** A plan in which everything that is as before is what was there before. */
const asBefore = (planned: Result<PlannedJob>): Result<PlannedJob> =>
  planned.ok ? { ok: true, value: reconcile(usePlan.getState().planned, planned.value) } : planned;

const asDrawn = (outlines: RouteOutlines, planned: PlannedJob, job: Job): Drawn => ({
  outlines: reconcile(usePlan.getState().drawn?.outlines, outlines),
  planned,
  job,
});

async function planOne(now: Input, standing: Standing): Promise<void> {
  const { wanted, newest } = standing;
  remote ??= wrap<PlanWorker>(new Worker(new URL('../worker/plan.worker.ts', import.meta.url), { type: 'module' }));
  const shown = await showPrepared(now, standing);
  const given = await giveBodies(remote, now.job);
  if ('keys' in given) tell('finding faces and planning');
  const planned = asBefore(
    'keys' in given
      ? await remote.plan(now.job, shopToPlan(now.job, now.shop), given.keys)
      : { ok: false, problem: given.problem },
  );
  if (!wanted()) return;
  solids.open();
  // what is shown has its forces already: it stays until these are there too
  if (shown && planned.ok && usePlan.getState().of === now) {
    if (newest()) await planForces(remote, now, given, standing);
    return;
  }
  if (!planned.ok) {
    usePlan.setState({ planned: null, drawn: null, problem: planned.problem, stage: null, of: now });
    return;
  }
  const told = { planned: planned.value, problem: null, stage: null, of: now };
  const drawing = remote.outlines();
  const quick = await Promise.race([drawing, rest(DRAWN_WITH_MS)]);
  if (!wanted()) return;
  usePlan.setState(quick ? { ...told, drawn: asDrawn(quick, planned.value, now.job) } : told);
  const outlines = quick ?? (await drawing);
  if (!quick && wanted() && outlines) usePlan.setState({ drawn: asDrawn(outlines, planned.value, now.job) });
  if (!planned.value.complete && newest()) await planForces(remote, now, given, standing);
}

/** So long a hand rests before forces are computed: while something is dragged, the drawing comes first. */
const RESTS_MS = 500;

/** Forces take longest: they come last, a piece at a time, and end at once when something newer is to be planned. */
async function planForces(
  remote: Remote<PlanWorker>,
  now: Input,
  given: Given,
  { wanted, newest, overtaken }: Standing,
): Promise<void> {
  if (!('keys' in given)) return;
  await Promise.race([overtaken, rest(RESTS_MS)]);
  let value: PlannedJob | null = null;
  for (let more = true; more;) {
    if (!newest()) return;
    const found = await remote.more(now.job, shopToPlan(now.job, now.shop), given.keys);
    if (!wanted() || !found.planned.ok) return;
    ({ more } = found);
    ({ value } = found.planned);
  }
  if (!value) return;
  value = reconcile(usePlan.getState().planned, value);
  usePlan.setState((s) => ({ planned: value, drawn: s.drawn && { ...s.drawn, planned: value } }));
  // what is never reached is drawn too, once it is known
  if (!value.unreached?.pieces.length || !newest()) return;
  const whole = await remote.outlines();
  if (wanted() && whole) usePlan.setState({ drawn: asDrawn(whole, value, now.job) });
}

const runner = newestWins<Input>(async (now, standing) => {
  try {
    await planOne(now, standing);
  } catch (error) {
    if (!standing.wanted()) return;
    usePlan.setState({ planned: null, drawn: null, stage: null, problem: said(error) });
    solids.open();
  }
});

/**
 * Plans a job in the worker. Calls while one is running are collapsed into the newest.
 * @param saved the revisions it is at on the server; null: it was changed since
 */
export const requestPlan = (job: Job, shop: Shop, saved: Revisions | null = null): Promise<void> =>
  runner.ask({ job, shop, saved });
