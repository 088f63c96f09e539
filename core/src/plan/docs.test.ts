import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { controlLines } from '../control';
import { jobFileSchema, readJobFile } from '../job';
import { boxMesh, loadKernel } from '../solid';
import { box } from '../testing/fixtures';
import { held } from '../testing/holds';
import { Planner } from '.';

const checkFiles = readdirSync('core/src', { recursive: true, encoding: 'utf8' })
  .filter((p) => /checks\/[^/]+\.ts$/.test(p) && !p.endsWith('.test.ts'))
  .map((p) => join('core/src', p));
const table = readFileSync('docs/checks.md', 'utf8')
  .split('\n')
  .filter((line) => line.startsWith('| `'))
  .join('\n');

test('every finding the checks can make stands in docs/checks.md, and nothing else does', () => {
  const inCode = checkFiles.flatMap((path) =>
    [
      ...readFileSync(path, 'utf8').matchAll(
        /'(?:part|blank|seat|cut|hold|locate|zero|prove|transition|turn)\/([a-z]+(?:-[a-z]+)+)'/g,
      ),
    ].map((m) => m[1]),
  );
  const inDocs = [...table.matchAll(/`([a-z]+(?:-[a-z]+)+)`/g)].map((m) => m[1]);
  expect([...new Set(inDocs)].sort()).toEqual([...new Set(inCode)].sort());
});

test('every finding is spoken of in a test', () => {
  const tests = ['core', 'formats', 'web', 'server', 'cli', 'e2e']
    .flatMap((part) =>
      readdirSync(part, { recursive: true, encoding: 'utf8' })
        .filter((p) => /\.(test|spec)\.tsx?$/.test(p) && !p.includes('node_modules'))
        .map((p) => readFileSync(join(part, p), 'utf8')),
    )
    .join('\n');
  const codes = [...table.matchAll(/^\| `([a-z-]+)`/gm)].map((m) => m[1]);
  expect(codes.filter((code) => !new RegExp(`['"=\\[]${code}['"\\]]`).test(tests))).toEqual([]);
});

test('every file of a check is named there', () => {
  for (const path of checkFiles) expect(table).toContain(path.replace('core/src/', ''));
});

test('the published schema is the one the program checks with', () => {
  const published = JSON.parse(readFileSync('docs/job.schema.json', 'utf8')) as Record<string, unknown>;
  const { $schema: _, title: __, ...schema } = published;
  expect(schema).toEqual(JSON.parse(JSON.stringify(jobFileSchema)));
});

describe('the page "A number\'s way"', () => {
  const page = readFileSync('docs/a-numbers-way.md', 'utf8');

  test('names files that are there', () => {
    const named = [...page.matchAll(/`((?:core|web|formats|server|demo)\/[\w./-]+)`/g)].map((m) => m[1]);
    expect(named.length).toBeGreaterThan(20);
    expect(named.filter((path) => !existsSync(path))).toEqual([]);
  });

  test('tells the numbers of the plan', async () => {
    const file = readJobFile(readFileSync('demo/vane-bearing-block.json', 'utf8'));
    if (!file.ok) throw new Error(file.problems.join());
    const { job, shop } = file.value;
    // a block of the part's size stands for its file: the stop touches its left end
    const mesh = boxMesh(box([0, 0, 0], [110, 70, 38]));
    const planned = new Planner(await loadKernel()).plan(
      { job, shop, bodies: () => ({ mesh, key: 'block' }) },
      'known',
    );
    if (!planned.ok) throw new Error(planned.problem);
    const facts = planned.value.setups[0].facts!;
    const [station, stop, stock, toZero] = facts.ledger.x.map((t) => t.value!);
    expect(held('vise', job.setups[0]).stop.position).toBe(20);
    expect(facts.seat.pose.translation.x).toBeCloseTo(23, 9);
    const minus = (mm: number) => mm.toFixed(3).replace('-', '\u2212');
    const account = `${minus(station)} (station A, measured) + ${stop} (left stop, planned) + ${Number(stock.toFixed(9))} (raw stock on located face) + ${toZero} = ${minus(facts.register.x!)}`;
    expect(page).toContain(account);
    expect(page).toContain(`${minus(station)} + 23 = ${minus(facts.zero.inMachine!.x)}`);
    const line = controlLines(job, planned.value, 'ISSUE A')
      .split('\n')
      .find((l) => l.startsWith('G10'))!;
    expect(page).toContain(line.slice(0, line.indexOf(' Y')));
  });
});
