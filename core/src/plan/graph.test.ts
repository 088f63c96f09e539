import { Graph, type Stage } from './graph';

interface Doc {
  readonly name: string;
  readonly stop: { readonly at: number };
  readonly tools: readonly { readonly n: number }[];
}
const doc = (change: Partial<Doc> = {}): Doc => ({
  name: 'a',
  stop: { at: 4 },
  tools: [{ n: 1 }, { n: 2 }],
  ...change,
});
const twice: Stage<{ stop: Doc['stop'] }, number> = { name: 'twice', compute: ({ stop }) => 2 * stop.at };

test('a stage runs again when an input is another one, and only then', () => {
  const g = new Graph();
  const run = (d: Doc) => g.run(twice, { stop: g.same(d.stop) });
  expect([run(doc()), run(doc({ name: 'b' })), run(doc({ stop: { at: 5 } })), run(doc())]).toEqual([8, 8, 10, 8]);
  expect(g.counts).toEqual({ twice: 2 });
});

test('equal parts of any copy of a document are one object; the one that was given is never kept', () => {
  const g = new Graph();
  const given = doc();
  const [a, b] = [g.same(given), g.same(structuredClone(given))];
  expect(a).toBe(b);
  expect(a).not.toBe(given);
  (given.stop as { at: number }).at = 9;
  expect(a.stop.at).toBe(4);
  expect(g.same(doc({ name: 'b' })).tools).toBe(a.tools);
  expect(g.same(doc({ stop: { at: 5 } })).stop).not.toBe(a.stop);
});

test('numbers a hair apart, −0, null, left out and text that looks like a key are told apart', () => {
  const g = new Graph();
  const values = [
    0,
    -0,
    1e-9,
    null,
    '0',
    ':0',
    '',
    true,
    [],
    {},
    [0],
    { 0: 0 },
    { a: null },
    { a: 'x"b"#1' },
    { a: 'x', b: 1 },
    [[1], 2],
    [1, [2]],
    { a: undefined },
  ];
  const ids = values.map((v) => g.same([v]));
  // a field that is left out is the same as one that says nothing
  expect(new Set(ids).size).toBe(values.length - 1);
});

test('a list of results is the same while its entries are', () => {
  const g = new Graph();
  const [a, b] = [new Map(), new Map()];
  expect(g.list([a, b])).toBe(g.list([a, b]));
  expect(g.list([a, b])).not.toBe(g.list([b, a]));
  expect(g.list([a])).not.toBe(g.list([a, b]));
});

test('what is not used for some plans is released once, what is used stays', () => {
  const g = new Graph(2);
  const released: string[] = [];
  const made: Stage<{ of: string }, string> = {
    name: 'made',
    compute: ({ of }) => of.toUpperCase(),
    release: (out, { of }) => released.push(`${of}${out}`),
  };
  g.run(made, { of: 'b' });
  for (let i = 0; i < 4; i++) {
    g.run(made, { of: 'a' });
    g.same({ i });
    g.endPlan();
  }
  expect(released).toEqual(['bB']);
  expect(g.peek(made, { of: 'b' })).toBeNull();
  expect(g.peek(made, { of: 'a' })).toBe('A');
  expect(g.size).toBeLessThanOrEqual(4);
  g.clear();
  expect([released, g.size]).toEqual([['bB', 'aA'], 0]);
});

test('a stage that throws leaves nothing behind, and runs again', () => {
  const g = new Graph();
  let fails = true;
  const stage: Stage<{ of: number }, number> = {
    name: 's',
    compute: ({ of }) => {
      if (fails) throw new Error('no');
      return of;
    },
  };
  expect(() => g.run(stage, { of: 1 })).toThrow('no');
  fails = false;
  expect(g.run(stage, { of: 1 })).toBe(1);
  expect(g.counts).toEqual({ s: 1 });
});

test('why: the inputs that differ from the nearest run', () => {
  const g = new Graph();
  const sum: Stage<{ a: number; b: number; c: number }, number> = { name: 'sum', compute: ({ a, b, c }) => a + b + c };
  expect(g.why(sum, { a: 1, b: 2, c: 3 })).toEqual(['a', 'b', 'c']);
  g.run(sum, { a: 1, b: 2, c: 3 });
  g.run(sum, { a: 9, b: 9, c: 3 });
  expect(g.why(sum, { a: 1, b: 2, c: 4 })).toEqual(['c']);
  expect(g.why(sum, { a: 1, b: 2, c: 3 })).toEqual([]);
});

test('some: at least one in a plan is computed, more while there is time, and what is known is had for nothing', () => {
  const g = new Graph();
  const some = (at: number) => g.some(twice, { stop: g.same({ at }) });
  g.within(() => true);
  expect([some(1), some(2), some(1)]).toEqual([2, null, 2]);
  g.within(() => true);
  expect([some(1), some(2), some(3)]).toEqual([2, 4, null]);
  g.within(() => false);
  expect([some(3), some(4), some(5)]).toEqual([6, 8, 10]);
  expect(g.counts).toEqual({ twice: 5 });
});
