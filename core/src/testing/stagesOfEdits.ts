import { demoShop, insulatorPlateJob, sensorFootJob } from '../../../demo';
import { jobFile, newBlank, newJob, type Job } from '../job';
import { Planner } from '../plan';
import type { Kernel } from '../solid';
import { oneFieldEdits, type Edit, type Planning } from './edits';

/** Put together from what is named; says nothing of work. */
const NO_WORK: ReadonlySet<string> = new Set([
  'list',
  'facts of a setup',
  'further piece',
  'forces of a setup',
  'planned setup',
  'planned transition',
  'side of a shift',
  'steps of all pieces',
  'other pieces',
  'standing piece',
  'sections',
  'cuttable part',
  'body',
  'lying',
]);

/** Two jobs of typed blocks: three setups... in a vise, and two pieces on one table. */
export function stagesJobs(): { readonly name: string; readonly before: Planning }[] {
  const { setups, machine } = insulatorPlateJob();
  const allowance = { xMinus: 3, xPlus: 3, yMinus: 3, yPlus: 3, zMinus: 0, zPlus: 0 };
  const plate: Job = {
    ...newJob({ number: 'p', part: 'plate', units: 'mm', material: 'EN AW-6082' }, { block: { x: 80, y: 60, z: 10 } }),
    allowance,
    blank: newBlank(allowance),
    machine,
    setups,
  };
  return [['in a vise', sensorFootJob()] as const, ['lying flat', plate] as const].map(([name, job]) => ({
    name,
    before: { job, shop: jobFile(job, demoShop).shop },
  }));
}

/** "setups / n / tools / n / length": the same for every setup and tool. */
export const fieldOf = ({ path }: Edit): string => path.replace(/^job \/ /, '').replace(/\/ \d+/g, '/ n');

/** Which stages a warm plan computes again after one edit, in the order of the plan. */
export function stagesAgain(planner: Planner, before: Planning, { after }: Edit): string[] {
  const input = (p: Planning) => ({ ...p, bodies: () => null });
  planner.plan(input(before));
  const was = { ...planner.graph.counts };
  planner.plan(input(after));
  return Object.keys(planner.graph.counts).filter(
    (name) => !NO_WORK.has(name) && planner.graph.counts[name] !== was[name],
  );
}

/** The table: per job, fields with the stages that an edit of them computes again. */
export function stagesTable(
  kernel: Kernel,
): { readonly name: string; readonly fields: ReadonlyMap<string, readonly string[]> }[] {
  return stagesJobs().map(({ name, before }) => {
    const planner = new Planner(kernel);
    planner.plan({ ...before, bodies: () => null });
    const order = Object.keys(planner.graph.counts);
    const fields = new Map<string, Set<string>>();
    for (const edit of oneFieldEdits(before).filter((e) => e.path.startsWith('job '))) {
      const found = fields.get(fieldOf(edit)) ?? new Set();
      stagesAgain(planner, before, edit).forEach((s) => found.add(s));
      fields.set(fieldOf(edit), found);
    }
    planner.graph.clear();
    const at = (s: string) => (order.includes(s) ? order.indexOf(s) : order.length);
    return { name, fields: new Map([...fields].map(([f, stages]) => [f, [...stages].sort((a, b) => at(a) - at(b))])) };
  });
}
