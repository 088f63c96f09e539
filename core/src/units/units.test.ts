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

test('halves are rounded one way, however the number was added up: 3/16 in on either side reads the same', () => {
  expect(formatLength((3 / 16) * 25.4, 'mm')).toBe('4.763');
  expect(formatLength(30.1625 - 25.4, 'mm')).toBe('4.763');
  expect(formatSigned(25.4 - 30.1625, 'mm')).toBe('−4.763');
  expect(formatSigned(-1e-10, 'mm')).toBe('+0.000');
});
