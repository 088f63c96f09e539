import { Type } from '@sinclair/typebox';
import { positive, quantity } from '../../schema';
import { bed, bedStarts, device, flatKind, friction } from './kind';

const schema = device('fixture plate', {
  ...bed,
  columns: Type.Integer({ title: 'Holes along X', minimum: 1, maximum: 200 }),
  rows: Type.Integer({ title: 'Holes along Y', minimum: 1, maximum: 200 }),
  pitch: positive('From hole to hole', 'mm', 1000),
  firstX: quantity({ title: 'First hole from the left', unit: 'mm', minimum: 0, maximum: 5000 }),
  firstY: quantity({ title: 'First hole from the front', unit: 'mm', minimum: 0, maximum: 5000 }),
  thread: quantity({
    title: 'Thread of tapped holes',
    unit: 'mm',
    minimum: 0,
    maximum: 64,
    description: 'Nominal diameter; 0: none are tapped.',
  }),
  dowel: quantity({
    title: 'Bore of dowelled holes',
    unit: 'mm',
    minimum: 0,
    maximum: 64,
    description: 'Nominal diameter; 0: none are dowelled.',
  }),
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
