import { told, tool } from '../testing/fixtures';
import { boreHasTool } from './checks/boreHasTool';

const says = (tools: Parameters<typeof boreHasTool>[1]['tools']) =>
  boreHasTool([{ diameterMm: 9 }, { diameterMm: 9 }, { diameterMm: 42 }], { tools }, told).map((f) => f.says);

test('a drill of its size or a mill that goes in makes a bore; else it is told, once a size', () => {
  const drill = tool({ number: 8, use: 'drilling', diameter: 9 });
  const mill = tool({ number: 5, diameter: 16 });
  expect(says([drill, mill])).toEqual([]);
  expect(says([mill])).toEqual([
    '2 bores of 9.000 mm have no drill of that size in the list of tools, and no mill that goes in.',
  ]);
  expect(says([drill])).toEqual([
    'A bore of 42.000 mm has no drill of that size in the list of tools, and no mill that goes in.',
  ]);
});

test('while a diameter is missing nothing is said: it may be the one', () => {
  expect(says([tool({ diameter: null }), tool({ number: 2, diameter: 60 })])).toEqual([]);
  expect(says([])).toEqual([]);
});
