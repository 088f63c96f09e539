import { speechIn } from '@violet-jaw/core/units';
import { familyFor, printable, withPrintableTexts } from './characters';
import { NUMBER, TEXT } from './style';

test('what the typefaces have is left alone', () => {
  const text = 'T5 Schlüssel −0.5 ± 2 × 3² · “L” ½°';
  expect(printable(text)).toBe(text);
  expect(printable('Πλάκα Плита ťažká tấm\nsecond line')).toBe('Πλάκα Плита ťažká tấm\nsecond line');
  const speech = speechIn('mm');
  for (const says of [speech.signed(-1), speech.sizeWithUnit(2), speech.area(3), speech.volume(4), speech.force(5)])
    expect(printable(says)).toBe(says);
});

test('what they lack is told in plain characters, and never as another one', () => {
  expect(printable('32 → 33')).toBe('32 -> 33');
  expect(printable('≤ 5, ≥ 6, bore ⌀42')).toBe('<= 5, >= 6, bore Ø42');
  expect(printable('ﬁt Ａ 5\u202fmm')).toBe('fit A 5 mm');
  expect(printable('\u03bcm')).toMatch(/^[\u00b5\u03bc]m$/);
  expect(printable('部品 \u{1f600}')).toBe('?? ?');
});

test('a sheet keeps its numbers and its shape', () => {
  const sheet = { a: ['→', 1, null, true], b: { c: Float64Array.of(1), d: undefined } };
  expect(withPrintableTexts(sheet)).toEqual({ a: ['->', 1, null, true], b: { c: Float64Array.of(1), d: undefined } });
});

test('a line of a drawing is set in a typeface that has all of it', () => {
  expect(familyFor('stop 1', TEXT)).toBe('Text');
  expect(familyFor('Упор', TEXT)).toBe('Cyrillic');
  expect(familyFor('+5.000', NUMBER)).toBe('Number');
});
