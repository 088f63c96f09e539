import { readFileSync } from 'node:fs';
import { loadKernel } from '../solid';
import { fieldOf, stagesAgain, stagesJobs } from '../testing/stagesOfEdits';
import { oneFieldEdits } from '../testing/edits';
import { Planner } from '.';

/** What docs/stages.md says of a job: field → stages. */
function told(name: string): ReadonlyMap<string, string> {
  const [, section] = readFileSync('docs/stages.md', 'utf8').split(`## A part ${name}\n`);
  const lines = section.split('\n## ')[0].split('\n');
  return new Map(
    lines.flatMap((line, i) =>
      [...(line.startsWith('- ') ? line.matchAll(/`([^`]+)`/g) : [])].map(
        ([, field]) => [field, lines[i + 1].slice(4)] as const,
      ),
    ),
  );
}

test('docs/stages.md tells what an edit computes again (npm run docs:stages writes it)', async () => {
  const kernel = await loadKernel();
  for (const { name, before } of stagesJobs()) {
    const table = told(name);
    const edits = oneFieldEdits(before).filter((e) => e.path.startsWith('job '));
    expect([...table.keys()].sort()).toEqual([...new Set(edits.map(fieldOf))].sort());
    const planner = new Planner(kernel);
    const more = edits
      .filter((_, i) => i % 9 === 0)
      .flatMap((edit) =>
        stagesAgain(planner, before, edit)
          .filter((s) => !table.get(fieldOf(edit))!.split(', ').includes(s))
          .map((s) => `${fieldOf(edit)}: ${s}`),
      );
    expect(more).toEqual([]);
    planner.graph.clear();
  }
}, 120_000);

test('what presses on a part does not seat it again; where its zero is does not hold it again', () => {
  const flat = told('lying flat');
  for (const field of [
    'setups / n / hold / clamps / n / x',
    'setups / n / tools / n / diameter',
    'setups / n / zero / x',
    'setups / n / touchOff / x',
  ])
    expect(flat.get(field)).not.toMatch(/\bseat\b/);
  for (const field of [
    'setups / n / zero / x',
    'setups / n / touchOff / x',
    'setups / n / register',
    'setups / n / program',
    'setups / n / station',
  ])
    expect(flat.get(field)).not.toMatch(/\bhold\b|\bmargin\b|\bbending\b/);
});
