import { formatForControl, formatLength, formatSigned, fromUnits, speechIn, toUnits } from '.';

test('three decimals in millimeters, four in inches, always signed where a sign matters', () => {
  expect(formatSigned(3, 'mm')).toBe('+3.000');
  expect(formatSigned(-3, 'mm')).toBe('−3.000');
  expect(formatSigned(-6.35, 'inch')).toBe('−0.2500');
  expect(formatLength(12.7, 'inch')).toBe('0.5000');
});

test('what rounds to zero is never shown as minus zero', () => {
  expect(formatSigned(-1e-7, 'mm')).toBe('+0.000');
  expect(formatForControl(-0, 'inch')).toBe('+0.0000');
});

test('a control gets an ASCII sign', () => {
  expect(formatForControl(-412.35, 'mm')).toBe('-412.350');
});

test('inches go in and come out unchanged', () => {
  expect(toUnits(fromUnits(8.127, 'inch'), 'inch')).toBeCloseTo(8.127, 12);
  expect(speechIn('inch').area(645.16)).toBe('1.000 in²');
  expect(speechIn('mm').volume(1234.5)).toBe('1.234 cm³');
});
