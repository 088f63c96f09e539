import { positive, quantity } from '../../schema';
import { bed, bedStarts, device, flatKind, friction } from './kind';

const schema = device('magnetic chuck', {
  ...bed,
  polePitch: positive(
    'From pole to pole',
    'mm',
    1000,
    'Along Y, from the middle of one north pole to that of the next.',
  ),
  pressure: positive(
    'Holding pressure, N/cm²',
    '',
    500,
    "On thick, ground steel that lies flat; from the maker's sheet.",
  ),
  halfGap: positive(
    'Gap that halves its field',
    'mm',
    50,
    "The holding pressure is then a quarter; from the maker's curve.",
  ),
  cutAbove: quantity({ title: 'Cut stays above it by', unit: 'mm', minimum: 0, maximum: 100 }),
  friction,
});

export const magneticChuck = flatKind('magnetic chuck', schema, {
  ...bedStarts,
  polePitch: 18,
  pressure: 100,
  halfGap: 0.4,
  cutAbove: 0.5,
});
