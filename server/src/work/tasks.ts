import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { controlTexts, type ControlTexts } from '@violet-jaw/core/control';
import { layoutScene, outlinesOf, setupScene } from '@violet-jaw/core/drawing';
import type { FileBody, Job } from '@violet-jaw/core/job';
import { bodyKey } from '@violet-jaw/core/part';
import { Planner, type PlanInput } from '@violet-jaw/core/plan';
import { otherwiseOf, runPlan, type Otherwise } from '@violet-jaw/core/run';
import {
  blockingFindings,
  buildSheet,
  compareEntries,
  entriesOf,
  type Entry,
  type Sheet,
} from '@violet-jaw/core/sheet';
import type { Remark } from '@violet-jaw/core/remarks';
import type { Finding } from '@violet-jaw/core/findings';
import type { Shop } from '@violet-jaw/core/shop';
import { loadKernel, type Kernel, type Result } from '@violet-jaw/core/solid';
import { endScene, turnedScene, type PlannedTurned } from '@violet-jaw/core/turned';
import { speechIn } from '@violet-jaw/core/units';
import type { JobSummary } from '@violet-jaw/formats/api';
import { bodiesFor } from '@violet-jaw/formats/part/bodies.ts';
import { bodiesToText, jobToText } from '@violet-jaw/formats/prepared';
import type { ModelKernel, PartBody } from '@violet-jaw/formats/model';
import { loadModelKernel } from '@violet-jaw/formats/model/load.ts';
import { placingPdf, renderSheetPdf } from '@violet-jaw/formats/pdf';
import { qrCode } from '@violet-jaw/formats/qr';
import type { TellPhase } from './child';

interface Input {
  readonly job: Job;
  readonly shop: Shop;
  /** paths of the stored files the job takes bodies from, by content hash */
  readonly paths: Record<string, string>;
}

/** Everything an issue freezes, computed on the server from the stored document. */
export interface Frozen {
  readonly blocking: readonly Finding[];
  readonly planned: string;
  readonly sheet: string;
  readonly entries: readonly Entry[];
  readonly control: ControlTexts;
  /** the run, as JSON */
  readonly run: string;
  readonly pdfA4: Uint8Array;
  readonly pdfLetter: Uint8Array;
}

/** What a task tells before it reads a file; its content hash follows. */
export const READING = 'reading ';

/** What a task is at, for people. */
const PHASES = {
  planning: 'planning every setup anew',
  drawing: 'drawing the sheet',
  pdfA4: 'writing the PDF, A4',
  pdfLetter: 'writing the PDF, Letter',
} as const;

let kernel: Promise<Kernel> | null = null;
let modelKernel: Promise<ModelKernel> | null = null;

/** What else is wanted on the way to a plan. */
interface OnTheWay {
  /** what is planned before the plan that counts, with the same planner */
  readonly first?: (planner: Planner, input: PlanInput) => void;
  /** bodies as they were read */
  readonly read?: (source: FileBody, bodies: readonly PartBody[]) => void;
}

async function planFresh({ job, shop, paths }: Input, tell: TellPhase, { first, read }: OnTheWay = {}) {
  kernel ??= loadKernel();
  const start = () => (modelKernel ??= loadModelKernel());
  const load = ({ file, sha256 }: FileBody): Result<Uint8Array> => {
    if (!sha256 || !paths[sha256])
      return { ok: false, problem: `The file "${file}" is not stored here. Drop it on the Part & blank page.` };
    tell(`${READING}${sha256}`);
    return { ok: true, value: readFileSync(paths[sha256]) };
  };
  const bodies = await bodiesFor(job, start, load, read);
  tell(PHASES.planning);
  if (!bodies.ok) return bodies;
  const planner = new Planner(await kernel);
  const planInput = { job, shop, bodies: bodies.value };
  first?.(planner, planInput);
  const planned = planner.plan(planInput);
  if (!planned.ok) return planned;
  return { ok: true as const, value: { planner, planned: planned.value } };
}

/** A turned part as the list shows it: from bar once, end for end both sides; numbers and names left out. */
function turnedPictures(turned: PlannedTurned, units: Job['units']): JobSummary['setups'] {
  const speech = speechIn(units);
  const { register, backRegister } = turned.turned;
  const scenes = turned.ends
    ? [
        { register, scene: endScene(turned, 'first', speech) },
        { register: backRegister, scene: endScene(turned, 'second', speech) },
      ]
    : [{ register, scene: turnedScene(turned, { section: 0, speech }) }];
  return scenes.map(({ register: of, scene }, i) => {
    const shapes = scene?.shapes.filter((s) => s.kind === 'region' || s.kind === 'lines');
    const options = { width: 96, height: 60, fontSize: 3, hatchSpacing: 5, markSize: 3.5 };
    const page = shapes && layoutScene({ title: '', shapes }, options);
    return {
      op: 10 * (i + 1),
      register: of,
      picture: page ? { width: page.width, height: page.height, primitives: page.primitives } : null,
    };
  });
}

/** A summary, and compressed what opening the job needs. */
export interface Summarized {
  readonly summary: JobSummary;
  /** null: there is nothing to draw */
  readonly job: Uint8Array | null;
  readonly bodies: readonly { readonly source: FileBody; readonly text: Uint8Array }[];
}

/** @param input with the keys of the bodies that are wanted */
export async function summarize(
  input: Input & { readonly read: readonly string[] },
  tell: TellPhase,
): Promise<Summarized> {
  const bodies: Summarized['bodies'][number][] = [];
  const result = await planFresh(input, tell, {
    read: (source, read) => {
      if (input.read.includes(bodyKey(source))) bodies.push({ source, text: gzipSync(bodiesToText(read)) });
    },
  });
  if (!result.ok)
    return {
      summary: { counts: { stop: 1, caution: 0, note: 0 }, setups: [], problem: result.problem },
      job: null,
      bodies,
    };
  const { planner, planned } = result.value;
  const outlines = outlinesOf(planner, planned);
  const count = (level: Finding['level']) => planned.findings.filter((f) => f.level === level).length;
  const summary: JobSummary = {
    counts: {
      stop: blockingFindings(planned, input.job.accepted).length,
      caution: count('caution'),
      note: count('note'),
    },
    problem: null,
    setups: planned.turned
      ? turnedPictures(planned.turned, input.job.units)
      : planned.setups.map((s) => {
          const views = outlines?.setups.find((o) => o.id === s.id)?.views;
          const page = views
            ? layoutScene(
                setupScene({
                  view: 'leftEnd',
                  planned: s,
                  outlines: views.leftEnd,
                  speech: speechIn(input.job.units),
                  options: { dimensions: false, labels: false },
                }),
                { width: 96, height: 60, fontSize: 3, hatchSpacing: 5, markSize: 3.5 },
              )
            : null;
          return {
            op: s.op,
            register: s.register,
            picture: page ? { width: page.width, height: page.height, primitives: page.primitives } : null,
          };
        }),
  };
  const job = outlines && gzipSync(jobToText({ planned, outlines }));
  planner.graph.clear();
  return { summary, job, bodies };
}

/** What an issue is frozen as. */
export interface FreezeAs {
  readonly letter: string;
  readonly on: string;
  readonly note: string;
  readonly runUrl: string;
  /** the issue before this one; null: it is the first */
  readonly before: { readonly letter: string; readonly entries: Entry[] } | null;
  readonly remarks: readonly Remark[];
  /** paths of their photos, by content hash */
  readonly photos: Readonly<Record<string, string>>;
}

/** Plans a job for issue. With blocking findings, nothing is rendered. */
export async function freeze(input: Input & FreezeAs, tell: TellPhase): Promise<Result<Frozen>> {
  const otherwise = new Map<string, readonly Otherwise[]>();
  const result = await planFresh(input, tell, {
    first: (planner, plan) => {
      input.job.setups.forEach((s, i) => otherwise.set(s.id, otherwiseOf(planner, plan, i)));
    },
  });
  if (!result.ok) return result;
  const { planner, planned } = result.value;
  const { job, shop } = input;
  const blocking = blockingFindings(planned, job.accepted);
  const empty = new Uint8Array();
  const entries = entriesOf(job, planned, input.remarks);
  const changed = input.before
    ? { since: input.before.letter, note: input.note, changes: compareEntries(input.before.entries, entries) }
    : undefined;
  const base = {
    blocking,
    planned: JSON.stringify(planned),
    entries,
    control: controlTexts(job, planned, `ISSUE ${input.letter}`),
    run: JSON.stringify(
      runPlan({
        job,
        planned,
        letter: input.letter,
        otherwise,
        outlines: blocking.length > 0 ? null : outlinesOf(planner, planned),
      }),
    ),
  };
  if (blocking.length > 0) {
    planner.graph.clear();
    return { ok: true, value: { ...base, sheet: '', pdfA4: empty, pdfLetter: empty } };
  }
  tell(PHASES.drawing);
  const sheet: Sheet = {
    ...buildSheet({
      job,
      planned,
      outlines: outlinesOf(planner, planned, { inSpace: true }),
      shop,
      remarks: input.remarks,
      issue: { letter: input.letter, on: input.on, changed },
    }),
    run: { url: input.runUrl, qr: qrCode(input.runUrl) },
  };
  tell(PHASES.pdfA4);
  const photoOf = (hash: string) => (input.photos[hash] ? readFileSync(input.photos[hash]) : null);
  const pdfA4 = await renderSheetPdf(sheet, 'A4', photoOf);
  tell(PHASES.pdfLetter);
  const pdfLetter = await renderSheetPdf(sheet, 'Letter', photoOf);
  planner.graph.clear();
  return { ok: true, value: { ...base, sheet: JSON.stringify(sheet), pdfA4, pdfLetter } };
}

/** What is set by position in one setup, drawn as large as it is, as a PDF. */
export async function placing(
  input: Input & { readonly setupId: string; readonly paper: 'A4' | 'Letter' },
  tell: TellPhase,
): Promise<Result<Uint8Array>> {
  const result = await planFresh(input, tell);
  if (!result.ok) return result;
  const { planner, planned } = result.value;
  const pdf = await placingPdf(planner, planned, input);
  planner.graph.clear();
  return pdf;
}
