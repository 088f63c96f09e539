import { join } from 'node:path';
import { Stopped, WorkPool, type Task } from '.';

const FILE = join(process.cwd(), 'server/src/testing/work.mjs');
const LIMITS = { cpuSeconds: 1, wallSeconds: 20, memoryMb: 400 };
const pools: WorkPool[] = [];
const pool = (size = 2) => {
  const p = new WorkPool(FILE, size);
  pools.push(p);
  return p;
};
const task = (name: string, input: unknown = null, more: Partial<Task> = {}): Task => ({
  name,
  input,
  lane: 'asked',
  owner: 'a',
  limits: LIMITS,
  ...more,
});
const why = (work: Promise<unknown>) =>
  work.then(
    () => 'done',
    (error: unknown) => (error instanceof Stopped ? [error.why, error.phase] : String(error)),
  );
afterEach(() => {
  for (const p of pools.splice(0)) p.close();
});

test('what is sent comes back as it was, bytes too; a mistake is told as one', async () => {
  const p = pool();
  expect(await p.run(task('echo', { bytes: Uint8Array.of(1, 2, 255), n: 0.1, none: null }))).toEqual({
    bytes: Uint8Array.of(1, 2, 255),
    n: 0.1,
    none: null,
  });
  await expect(p.run(task('fails'))).rejects.toThrow('it did not work');
  expect(p.state).toEqual({ waiting: { asked: 0, background: 0 }, running: 0 });
});

test('an endless one is stopped, and it is known what it was at; others are answered meanwhile', async () => {
  const p = pool();
  const endless = why(p.run(task('spin')));
  expect(await p.run(task('echo', 1, { owner: 'b' }))).toBe(1);
  expect(await endless).toEqual(['time', 'reading abc']);
  expect(await p.run(task('echo', 2))).toBe(2);
}, 30_000);

test('one that hangs without computing is stopped by the clock', async () => {
  expect(await why(pool().run(task('slow', 60_000, { limits: { ...LIMITS, wallSeconds: 1 } })))).toEqual([
    'time',
    null,
  ]);
}, 30_000);

test('one that eats memory, on the heap or beside it, is stopped; one that crashes costs only itself', async () => {
  const p = pool(3);
  const [eats, heaps, crashes] = [
    why(p.run(task('eat'))),
    why(p.run(task('heap', null, { owner: 'b', limits: { ...LIMITS, cpuSeconds: 60 } }))),
    why(p.run(task('crash', null, { owner: 'c' }))),
  ];
  expect(await crashes).toEqual(['crash', null]);
  expect(await eats).toEqual(['memory', 'planning']);
  expect(await heaps).toEqual(['memory', null]);
  expect(await p.run(task('echo', 3))).toBe(3);
}, 60_000);

test("people take turns: one who asks for ten does not hold up another's one", async () => {
  const p = pool();
  // both processes are there: how long one takes to start is no matter of turns
  await Promise.all(['c', 'd'].map((owner) => p.run(task('slow', 60, { owner }))));
  const order: string[] = [];
  const ask = (owner: string, n: number) => p.run(task('slow', 60, { owner })).then(() => order.push(`${owner}${n}`));
  await Promise.all([...Array.from({ length: 10 }, (_, i) => ask('a', i)), ask('b', 0)]);
  expect(order.indexOf('b0')).toBeLessThan(6);
  expect(order.filter((o) => o.startsWith('a'))).toEqual(Array.from({ length: 10 }, (_, i) => `a${i}`));
}, 30_000);

test('what is asked for goes before the background, which never takes the last process', async () => {
  const p = pool();
  const background = Array.from({ length: 4 }, (_, i) =>
    why(p.run(task('slow', 20_000, { lane: 'background', owner: `o${i}` }))),
  );
  const from = Date.now();
  await p.run(task('echo', 1));
  expect(Date.now() - from).toBeLessThan(15_000);
  expect(p.state.running).toBe(1);
  expect(p.state.waiting.background).toBe(3);
  p.close();
  expect(await Promise.all(background)).toEqual(background.map(() => ['cancelled', null]));
}, 30_000);

test('what is no longer wanted is taken out while it waits, and stopped while it runs', async () => {
  const p = pool(1);
  const [first, second] = [new AbortController(), new AbortController()];
  const running = why(p.run(task('spin', null, { signal: first.signal, limits: { ...LIMITS, cpuSeconds: 60 } })));
  const waiting = why(p.run(task('echo', 1, { signal: second.signal })));
  second.abort();
  expect(await waiting).toEqual(['cancelled', null]);
  // time enough for a process to start on a slow machine
  setTimeout(() => first.abort(), 4000);
  expect(await running).toEqual(['cancelled', 'reading abc']);
  expect(await p.run(task('echo', 2))).toBe(2);
}, 30_000);

test('nobody can fill the queue', async () => {
  const p = pool(1);
  const all = Array.from({ length: 60 }, () => why(p.run(task('slow', 5000))));
  expect(await Promise.all(all.slice(45))).toEqual(Array.from({ length: 15 }, () => ['full', null]));
  expect(
    await Promise.race([
      why(p.run(task('echo', 1, { owner: 'b' }))),
      new Promise((done) => setTimeout(() => done('waits'), 300)),
    ]),
  ).toBe('waits');
}, 30_000);

test('a process is used again, and is gone when the pool is closed', async () => {
  const p = pool(1);
  const [one, two] = [await p.run<number>(task('pid')), await p.run<number>(task('pid'))];
  expect(two).toBe(one);
  p.close();
  await new Promise((done) => setTimeout(done, 300));
  expect(() => process.kill(one, 0)).toThrow();
});
