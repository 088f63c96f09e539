/**
 * `npm run docs:stages`: docs/stages.md, which stages of the plan an edit of each field computes again, as they really
 * run.
 */
import { writeFileSync } from 'node:fs';
import { loadKernel } from '@violet-jaw/core/solid';
import { stagesTable } from '../core/src/testing/stagesOfEdits';

const tables = stagesTable(await loadKernel());
const grouped = (fields: ReadonlyMap<string, readonly string[]>) => {
  const groups = new Map<string, string[]>();
  for (const [field, stages] of fields)
    groups.set(stages.join(', '), [...(groups.get(stages.join(', ')) ?? []), field]);
  return [...groups].sort(([a], [b]) => a.split(', ').length - b.split(', ').length);
};
const lines = [
  '# Which stages an edit computes again',
  '',
  'Made by `npm run docs:stages`: every field of a job is edited once, the warm planner plans again, and what it computed is written down. A stage names its inputs',
  '(`core/src/plan/stages/`, run from top to bottom by `core/src/plan/pipeline.ts`); it runs again when one of them is another one, and only then. Fields stand together when an edit of them computes the same.',
  '',
  ...tables.flatMap(({ name, fields }) => [
    `## A part ${name}`,
    '',
    ...grouped(fields).flatMap(([stages, names]) => [
      `- ${names.map((n) => `\`${n}\``).join(', ')}`,
      `  - ${stages || 'nothing'}`,
    ]),
    '',
  ]),
];
writeFileSync('docs/stages.md', `${lines.join('\n').trimEnd()}\n`);
console.log(`docs/stages.md: ${tables.reduce((n, t) => n + t.fields.size, 0)} fields`);
