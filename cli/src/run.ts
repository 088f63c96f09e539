import { createHash } from 'node:crypto';
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { CONTROL_PARTS, controlTexts } from '@violet-jaw/core/control';
import { outlinesOf } from '@violet-jaw/core/drawing';
import { readJobFile, type JobFile } from '@violet-jaw/core/job';
import { planOutput, Planner, type PlannedJob } from '@violet-jaw/core/plan';
import { blockingFindings, buildSheet } from '@violet-jaw/core/sheet';
import { loadKernel, type Result } from '@violet-jaw/core/solid';
import { bodiesFor } from '@violet-jaw/formats/part/bodies.ts';
import { FILE_SIZE_LIMIT, sizeProblem } from '@violet-jaw/formats/model';
import { loadModelKernel } from '@violet-jaw/formats/model/load.ts';
import { placingPdf, renderSheetPdf, type Paper } from '@violet-jaw/formats/pdf';

export interface Terminal {
  readonly out: (text: string) => void;
  readonly err: (text: string) => void;
}

const USAGE = `violet-jaw plan job.json
    prints the planned job's numbers as JSON, all lengths in millimeters
violet-jaw plan a.json b.json … --jsonl
    plans many jobs in one process, a line {file, ok, plan} or {file, ok, problem} each
violet-jaw export job.json [--sheet out.pdf] [--paper A4|Letter] [--control out.nc] [--lines set|verify|clear]
                            [--places out.pdf --op 10]
    writes the setup sheet (marked as a draft) and lines for the control: set the registers (as is), look at each
    zero from above, or clear afterwards; --places: what an operation sets by position, drawn as large as it is
violet-jaw backup FILE.zip
    one consistent copy of jobs, issues, runs, shop and files, also while the application runs
violet-jaw restore FILE.zip
    puts it into a new data folder; it is proven first
violet-jaw verify [FILE.zip]
    proves that a backup is whole. These take VIOLET_JAW_DATA and VIOLET_JAW_DB_URL as the application does
Exit: 0 no stop findings (or all accepted), 1 stop findings, 2 bad input
`;

const OK = 0;
const STOPS = 1;
const BAD_INPUT = 2;

/** Only files of a size a part can have: a device or a pipe would never end. */
function readFile(path: string): Result<Buffer> {
  try {
    const state = statSync(path);
    if (!state.isFile()) return { ok: false, problem: `${path}: this is not a file.` };
    if (state.size > FILE_SIZE_LIMIT) return { ok: false, problem: `${path}: ${sizeProblem(state.size)}` };
    return { ok: true, value: readFileSync(path) };
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    const says =
      code === 'ENOENT' || code === 'ENOTDIR'
        ? 'there is no such file. Is the name right?'
        : code === 'EACCES'
          ? 'it may not be read by you. Change its rights, or copy it.'
          : error instanceof Error
            ? error.message
            : String(error);
    return { ok: false, problem: `${path}: ${says}` };
  }
}

/** Reads the part's file beside the job file; with a content hash in the job, only the very same file will do. */
function readPartFile(jobPath: string, file: string, sha256: string | undefined): Result<Buffer> {
  const bytes = readFile(resolve(dirname(jobPath), file));
  if (!bytes.ok || !sha256 || createHash('sha256').update(bytes.value).digest('hex') === sha256) return bytes;
  return {
    ok: false,
    problem: `${file}: this is not the file the job was planned with (its content hash differs). Put the right revision beside the job file.`,
  };
}

interface Planned {
  readonly file: JobFile;
  readonly planner: Planner;
  readonly planned: PlannedJob;
}

async function planFile(path: string, planner: Planner): Promise<Result<Planned>> {
  const text = readFile(path);
  if (!text.ok) return text;
  const file = readJobFile(text.value.toString('utf8'));
  if (!file.ok) return { ok: false, problem: file.problems.map((p) => `${path}: ${p}`).join('\n') };
  const { job, shop } = file.value;
  const bodies = await bodiesFor(
    job,
    () => loadModelKernel(),
    (source) => readPartFile(path, source.file, source.sha256),
  );
  if (!bodies.ok) return bodies;
  const planned = planner.plan({ job, shop, bodies: bodies.value });
  return planned.ok ? { ok: true, value: { file: file.value, planner, planned: planned.value } } : planned;
}

/** One line of many: what a job was planned as, or why not. */
export interface Line {
  readonly text: string;
  readonly code: number;
}

export const problemLine = (file: string, problem: string): Line => ({
  text: `${JSON.stringify({ file, ok: false, problem })}\n`,
  code: BAD_INPUT,
});

let forMany: Promise<Planner> | null = null;

/** Plans one of many jobs; the planner stays warm for the next. */
export async function planLine(file: string): Promise<Line> {
  const result = await planFile(file, await (forMany ??= loadKernel().then((kernel) => new Planner(kernel))));
  if (!result.ok) return problemLine(file, result.problem);
  return {
    text: `${JSON.stringify({ file, ok: true, plan: planOutput(result.value.planned) })}\n`,
    code: blockingFindings(result.value.planned, result.value.file.job.accepted).length > 0 ? STOPS : OK,
  };
}

/** The files of `plan … --jsonl`; null: it is another command, or one with a mistake. */
export function manyFiles([command, ...rest]: readonly string[]): string[] | null {
  const paths = rest.filter((a) => a !== '--jsonl');
  return command === 'plan' && rest.includes('--jsonl') && paths.length > 0 && unknownOptions(paths, []).length === 0
    ? paths
    : null;
}

/**
 * Plans many jobs, a line each, in the order they are named. @returns bad input if one could not be planned, else
 * stops if one has them
 */
export async function planMany(
  paths: readonly string[],
  line: (file: string) => Promise<Line>,
  terminal: Terminal,
): Promise<number> {
  let worst = OK;
  for (const file of paths) {
    const { text, code } = await line(file);
    terminal.out(text);
    worst = Math.max(worst, code);
  }
  return worst;
}

function option(args: readonly string[], name: string): string | undefined {
  const at = args.indexOf(name);
  return at >= 0 ? args[at + 1] : undefined;
}

function unknownOptions(args: readonly string[], known: readonly string[]): string[] {
  return args.filter((a) => a.startsWith('--') && !known.includes(a));
}

interface Wanted {
  readonly sheet: string | undefined;
  readonly control: string | undefined;
  readonly places: string | undefined;
  readonly op: string | undefined;
  readonly paper: Paper;
  readonly part: (typeof CONTROL_PARTS)[number];
}

/** Writes what is wanted of a planned job. @returns what is wrong; null: all is written */
async function exportTo(
  { file: { job, shop }, planner, planned }: Planned,
  { sheet, control, places, op, paper, part }: Wanted,
): Promise<string | null> {
  try {
    if (sheet) {
      const outlines = outlinesOf(planner, planned, { inSpace: true });
      writeFileSync(sheet, await renderSheetPdf(buildSheet({ job, planned, outlines, shop, issue: null }), paper));
    }
    if (control) writeFileSync(control, controlTexts(job, planned, 'DRAFT')[part]);
    if (places) {
      const setupId = job.setups.find((s) => String(s.op) === op)?.id;
      if (!setupId) return `--op: the job has no Op ${op}; it has ${job.setups.map((s) => s.op).join(', ')}.`;
      const drawn = await placingPdf(planner, planned, { job, setupId, paper });
      if (!drawn.ok) return drawn.problem;
      writeFileSync(places, drawn.value);
    }
    return null;
  } catch (error) {
    return `Could not write: ${error instanceof Error ? error.message : String(error)}`;
  }
}

/** Runs the command line. @returns the exit code */
export async function run(args: readonly string[], terminal: Terminal): Promise<number> {
  const [command, path, ...rest] = args;
  const bad = (message: string) => {
    terminal.err(`${message}\n`);
    return BAD_INPUT;
  };
  if (command === '--help' || command === 'help') {
    terminal.out(USAGE);
    return OK;
  }
  if ((command !== 'plan' && command !== 'export') || !path) return bad(USAGE);
  if (command === 'plan' && args.includes('--jsonl')) {
    const paths = manyFiles(args);
    const unknown = unknownOptions(args.slice(1), ['--jsonl']);
    return paths
      ? planMany(paths, planLine, terminal)
      : bad(unknown.length > 0 ? `unknown option ${unknown.join(', ')}\n${USAGE}` : USAGE);
  }
  const known = ['--sheet', '--paper', '--control', '--lines', '--places', '--op'];
  const stray = unknownOptions(rest, command === 'export' ? known : []);
  if (stray.length > 0) return bad(`unknown option ${stray.join(', ')}\n${USAGE}`);
  const [sheet, control, paper, lines] = [
    option(rest, '--sheet'),
    option(rest, '--control'),
    option(rest, '--paper') ?? 'A4',
    option(rest, '--lines') ?? 'set',
  ];
  if (command === 'plan' && rest.length > 0) return bad(`One job at a time, or many with --jsonl.\n${USAGE}`);
  const [places, op] = [option(rest, '--places'), option(rest, '--op')];
  if (command === 'export' && !sheet && !control && !places)
    return bad('Nothing to export: give --sheet out.pdf, --control out.nc, or --places out.pdf with --op.');
  if (places && !op) return bad('--places: give the operation as well, such as --op 10.');
  if (paper !== 'A4' && paper !== 'Letter') return bad(`--paper: expected A4 or Letter, found ${paper}.`);
  const part = CONTROL_PARTS.find((p) => p === lines);
  if (!part) return bad(`--lines: expected ${CONTROL_PARTS.join(', ')}, found ${lines}.`);
  const result = await planFile(path, new Planner(await loadKernel()));
  if (!result.ok) return bad(result.problem);
  const { file, planned } = result.value;
  const { job } = file;
  if (command === 'plan') {
    terminal.out(`${JSON.stringify(planOutput(planned), null, 2)}\n`);
  } else {
    const wrong = await exportTo(result.value, { sheet, control, places, op, paper, part });
    if (wrong) return bad(wrong);
  }
  const stops = blockingFindings(planned, job.accepted);
  for (const f of stops) terminal.err(`stop${f.op === null ? '' : `, Op ${f.op}`}: ${f.says} ${f.remedy}\n`);
  return stops.length > 0 ? STOPS : OK;
}
