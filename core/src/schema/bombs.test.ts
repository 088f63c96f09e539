import { Type } from '@sinclair/typebox';
import { checkJob } from '../job';
import { checker, jsonProblem, parseJson } from '.';

const events = checker(
  Type.Object(
    {
      events: Type.Array(
        Type.Union([
          Type.Object(
            { id: Type.String(), kind: Type.Literal('answer'), values: Type.Record(Type.String(), Type.Number()) },
            { additionalProperties: false },
          ),
          Type.Object({ id: Type.String(), kind: Type.Literal('again') }, { additionalProperties: false }),
          Type.Object({ id: Type.String(), kind: Type.Literal('back') }, { additionalProperties: false }),
        ]),
        { maxItems: 5000 },
      ),
    },
    { additionalProperties: false },
  ),
);

/** What is told, in time, also on a busy machine: a bomb takes many seconds. */
function told(work: () => { ok: boolean; problems?: string[] }): string[] {
  work();
  const from = performance.now();
  const result = work();
  expect(performance.now() - from).toBeLessThan(1500);
  if (result.ok) throw new Error('it was accepted');
  return result.problems!;
}

test('many entries that fit no form are told by the first, in time', () => {
  const problems = told(() => events({ events: Array.from({ length: 4000 }, () => ({})) }));
  expect(problems.length).toBeLessThanOrEqual(12);
  expect(problems[0]).toMatch(/^events\.0: /);
});

test('a few wrong entries among good ones are all told', () => {
  const list = Array.from({ length: 60 }, (_, i) =>
    i % 20 === 7 ? { id: 'a', kind: 'answer' } : { id: 'a', kind: 'back' },
  );
  expect(told(() => events({ events: list }))).toEqual([
    'events.7: "values" is missing.',
    'events.27: "values" is missing.',
    'events.47: "values" is missing.',
  ]);
});

test('a list that is too long is told as that, and its entries are not looked at', () => {
  expect(told(() => events({ events: Array.from({ length: 200_000 }, () => ({})) }))).toEqual([
    'events: at most 5000 entries are taken.',
  ]);
});

test('a job of thousands of wrong values is told in time', () => {
  expect(
    told(() =>
      checkJob({ setups: Array.from({ length: 40 }, () => ({ tools: Array.from({ length: 99 }, () => ({})) })) }),
    ).length,
  ).toBeGreaterThan(0);
  expect(told(() => checkJob(Array.from({ length: 300_000 }, () => ({})))).length).toBeGreaterThan(0);
});

test('nesting is bounded before the text is read; brackets in strings are none', () => {
  const deep = '['.repeat(2_000_000);
  expect(told(() => parseJson(deep))).toEqual([expect.stringContaining('nested more than 40 deep')]);
  expect(jsonProblem(JSON.stringify({ notes: '[[[[[["{{{{{\\'.repeat(50) }))).toBeNull();
  expect(parseJson('{"a":[1,{"b":"]"}]}')).toEqual({ ok: true, value: { a: [1, { b: ']' }] } });
});
