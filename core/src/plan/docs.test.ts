import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { jobFileSchema } from '../job';

const checkFiles = readdirSync('core/src', { recursive: true, encoding: 'utf8' }).filter((p) => /checks\/[^/]+\.ts$/.test(p)).map((p) => join('core/src', p));
const table = readFileSync('docs/checks.md', 'utf8').split('\n').filter((line) => line.startsWith('| `')).join('\n');

test('every finding the checks can make stands in docs/checks.md, and nothing else does', () => {
  const inCode = checkFiles.flatMap((path) => [...readFileSync(path, 'utf8').matchAll(/(?:finding\(told, |tell\()'([a-z-]+)'/g)].map((m) => m[1]));
  const inDocs = [...table.matchAll(/`([a-z]+(?:-[a-z]+)+)`/g)].map((m) => m[1]);
  expect([...new Set(inDocs)].sort()).toEqual([...new Set(inCode)].sort());
});

test('every file of a check is named there', () => {
  for (const path of checkFiles) expect(table).toContain(path.replace('core/src/', ''));
});

test('the published schema is the one the program checks with', () => {
  const published = JSON.parse(readFileSync('docs/job.schema.json', 'utf8')) as Record<string, unknown>;
  const { $schema: _, title: __, ...schema } = published;
  expect(schema).toEqual(JSON.parse(JSON.stringify(jobFileSchema)));
});
