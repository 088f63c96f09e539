import { parseLength, parsePlain } from './parseLength';

const mm = async (text: string, units: 'mm' | 'inch') => {
  const p = await parseLength(text, units);
  return p.ok ? p.mm : null;
};

test.each([
  ['4.5-0.03', 'mm', 4.47],
  ['1 1/2 in', 'mm', 38.1],
  ['12.7mm', 'inch', 12.7],
  ['1 1/2', 'inch', 38.1],
  ['1/2"', 'mm', 12.7],
  ['12,7', 'mm', 12.7],
  ['-3', 'mm', -3],
  ['−3', 'mm', -3],
  ['2*(3+4)', 'mm', 14],
  ['.5', 'inch', 12.7],
  ['3/4 in + 1 mm', 'mm', 20.05],
] as const)('%s in a job in %s is %d mm', async (text, units, value) => {
  expect(await mm(text, units)).toBeCloseTo(value, 9);
});

test.each(['', 'abc', '1/0', '3..4', 'import("x")', '2 +', '5 m', '1e308*10'])('"%s" is refused', async (text) => {
  expect(await mm(text, 'mm')).toBeNull();
});

test('a plain number is read at once, arithmetic is left to be worked out', () => {
  expect(parsePlain(' 12.5 ', 'mm')).toEqual({ ok: true, mm: 12.5, isExpression: false });
  expect(parsePlain('\u22120,5', 'inch')).toEqual({ ok: true, mm: -12.7, isExpression: false });
  for (const text of ['1 1/2 in', '4.5-0.03', '12.7mm', 'seven', ''])
    expect(parsePlain(text, 'inch')?.ok === true && text !== '12.7mm').toBe(false);
});
