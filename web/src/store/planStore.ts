import { wrap, type Remote } from 'comlink';
import { create } from 'zustand';
import type { RouteOutlines } from '@violet-jaw/core/drawing';
import type { Job } from '@violet-jaw/core/job';
import { partKey } from '@violet-jaw/core/part';
import type { PlannedJob } from '@violet-jaw/core/plan';
import type { Shop } from '@violet-jaw/core/shop';
import type { StepBody } from '@violet-jaw/formats/step';
import type { PlanWorker } from '../worker/plan.worker';
import { readStepFile } from '../worker/readStepFile';
import { api } from './api';

interface PlanState {
  readonly planned: PlannedJob | null;
  readonly outlines: RouteOutlines | null;
  readonly problem: string | null;
  /** what is going on before there is a plan */
  readonly stage: string | null;
  readonly cancel: (() => void) | null;
  /** bodies of the job's STEP file, for choosing another one */
  readonly bodies: readonly StepBody[];
  /** job and shop the plan was made from, to tell whether it is up to date */
  readonly of: { readonly job: Job; readonly shop: Shop } | null;
}

const EMPTY: PlanState = { planned: null, outlines: null, problem: null, stage: 'planning', cancel: null, bodies: [], of: null };

export const usePlan = create<PlanState>(() => EMPTY);

let remote: Remote<PlanWorker> | null = null;
let bodyInWorker = '';
let request = 0;
let busy = false;
let waiting: { job: Job; shop: Shop } | null = null;
const filesRead = new Map<string, readonly StepBody[]>();

export function rememberBodies(hash: string, bodies: readonly StepBody[]): void {
  filesRead.set(hash, bodies);
}

/** Forgets the plan of the job before; call when another job is opened. */
export function clearPlan(): void {
  request += 1;
  usePlan.setState(EMPTY);
}

async function bodiesOf(hash: string): Promise<readonly StepBody[] | string> {
  const known = filesRead.get(hash);
  if (known) return known;
  usePlan.setState({ stage: 'fetching the part\'s file' });
  const bytes = await api.file(hash);
  const reading = readStepFile(bytes, (stage) => usePlan.setState({ stage }));
  usePlan.setState({ cancel: reading.cancel });
  const read = await reading.done;
  usePlan.setState({ cancel: null });
  if (!read.ok) return read.problem;
  filesRead.set(hash, read.value);
  return read.value;
}

/** Puts the job's body into the worker. @returns a problem, or null */
async function giveBody(worker: Remote<PlanWorker>, job: Job): Promise<string | null> {
  const { body } = job;
  const key = partKey(body);
  if ('block' in body) {
    usePlan.setState({ bodies: [] });
    return null;
  }
  if (!body.sha256) return `The part's file "${body.step}" is not stored here yet. Drop it on the page Part & blank.`;
  const bodies = await bodiesOf(body.sha256);
  if (typeof bodies === 'string') return bodies;
  usePlan.setState({ bodies });
  const chosen = bodies.length === 1 && body.body == null ? bodies[0] : bodies.find((b) => b.index === body.body);
  if (!chosen) return `The file "${body.step}" holds ${bodies.length} bodies. Choose which is the part on the page Part & blank.`;
  if (bodyInWorker !== key) {
    await worker.setBody(chosen.mesh, key);
    bodyInWorker = key;
  }
  return null;
}

/** Plans a job in the worker. Calls while one is running are collapsed into the newest. */
export async function requestPlan(job: Job, shop: Shop): Promise<void> {
  waiting = { job, shop };
  if (busy) return;
  busy = true;
  remote ??= wrap<PlanWorker>(new Worker(new URL('../worker/plan.worker.ts', import.meta.url), { type: 'module' }));
  try {
    while (waiting) {
      const now: { job: Job; shop: Shop } = waiting;
      waiting = null;
      const mine = request;
      const missing = await giveBody(remote, now.job);
      const planned = missing === null ? await remote.plan(now.job, now.shop) : { ok: false as const, problem: missing };
      if (mine !== request) continue;
      usePlan.setState(planned.ok
        ? { planned: planned.value, problem: null, stage: null, of: now }
        : { planned: null, outlines: null, problem: planned.problem, stage: null, of: now });
      if (planned.ok && !waiting) {
        const outlines = await remote.outlines();
        if (mine === request) usePlan.setState({ outlines });
      }
    }
  } catch (error) {
    usePlan.setState({ planned: null, outlines: null, stage: null, problem: error instanceof Error ? error.message : String(error) });
  } finally {
    busy = false;
  }
}
