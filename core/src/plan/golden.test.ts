import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { readJobFile } from '../job';
import { loadKernel, type Kernel } from '../solid';
import { oneFieldEdits } from '../testing/edits';
import { planHash } from '../testing/goldenPlans';

const GOLDEN = JSON.parse(readFileSync('core/src/testing/golden/plans.json', 'utf8')) as Record<string, string[]>;
const CASES = 'core/src/testing/cases';

const sha256 = (text: string) => createHash('sha256').update(text).digest('hex');

let kernel: Kernel;
beforeAll(async () => {
  kernel = await loadKernel();
});

// a sample; `npm run check:plans` goes through all of them
test.each([
  'demo/sensor-foot.json',
  ...readdirSync(CASES)
    .filter((f) => f.endsWith('.json'))
    .map((f) => `${CASES}/${f}`),
])(
  '%s: a cold plan says what it has said before',
  (path) => {
    const file = readJobFile(readFileSync(path, 'utf8'));
    if (!file.ok) throw new Error(file.problems.join('\n'));
    const { job, shop } = file.value;
    const hashes = GOLDEN[path.split('/').at(-1)!];
    const edits = [{ path: 'as it is', after: { job, shop } }, ...oneFieldEdits({ job, shop })];
    expect(hashes).toHaveLength(edits.length);
    const sample = edits
      .map((edit, i) => ({ ...edit, hash: hashes[i] }))
      .filter(({ hash }, i) => hash && hash !== 'throws' && i % (path.startsWith('demo') ? 15 : 45) === 0);
    expect(sample.length).toBeGreaterThan(3);
    expect(
      sample.flatMap(({ path: name, after, hash }) =>
        planHash(sha256, kernel, after, () => null) === hash ? [] : [name],
      ),
    ).toEqual([]);
  },
  120_000,
);
