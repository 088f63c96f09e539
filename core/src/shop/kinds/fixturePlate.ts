import { Type } from '@sinclair/typebox';
import { positive, quantity } from '../../schema';
import { bed, bedStarts, device, flatKind, friction } from './kind';

const schema = device('fixture plate', {
  ...bed,
  columns: Type.Integer({ title: 'Holes along X', minimum: 1, maximum: 200 }),
  rows: Type.Integer({ title: 'Holes along Y', minimum: 1, maximum: 200 }),
  pitch: positive('From hole to hole', 'mm', 1000),
  firstX: quantity('First hole from the left', 'mm', 0, 5000),
  firstY: quantity('First hole from the front', 'mm', 0, 5000),
  thread: quantity('Thread of tapped holes', 'mm', 0, 64, 'Nominal diameter; 0: none are tapped.'),
  dowel: quantity('Bore of dowelled holes', 'mm', 0, 64, 'Nominal diameter; 0: none are dowelled.'),
  madeFor: Type.String({
    maxLength: 200,
    title: 'Made for',
    description: 'Number of the job or part the plate was made for; empty: for anything.',
  }),
  place: Type.String({
    maxLength: 200,
    title: 'Registered place',
    description: 'Id of the station this plate always goes back to; empty: none.',
  }),
  friction,
});

export const fixturePlate = flatKind('fixture plate', schema, {
  ...bedStarts,
  columns: 15,
  rows: 11,
  pitch: 25,
  firstX: 25,
  firstY: 25,
  thread: 8,
  dowel: 8,
  madeFor: '',
  place: '',
});
