import { setup, told, tool } from '../../testing/fixtures';
import { boreHasTool } from './boreHasTool';
import { movesClear, zerosClear } from './movesClear';
import { wayClear } from './wayClear';

test('a bore that no tool of the list makes is told once for each size', () => {
  const bores = [{ diameterMm: 8.5 }, { diameterMm: 8.5 }, { diameterMm: 20 }];
  const says = (...tools: Parameters<typeof tool>[0][]) =>
    boreHasTool(bores, setup({ tools: tools.map((t, i) => tool({ number: i + 1, ...t })) }), told).map((f) => [
      f.code,
      f.says,
    ]);
  expect(says({ use: 'drilling', diameter: 9 })).toEqual([
    [
      'bore-without-tool',
      '2 bores of 8.500 mm have no drill of that size in the list of tools, and no mill that goes in.',
    ],
    [
      'bore-without-tool',
      'A bore of 20.000 mm has no drill of that size in the list of tools, and no mill that goes in.',
    ],
  ]);
  expect(says({ use: 'drilling', diameter: 8.5 }, { diameter: 16 })).toEqual([]);
  // a tool of unknown diameter may be the one
  expect(says({ use: 'drilling', diameter: 9 }, { diameter: null })).toEqual([]);
});

test('a position the tool stands in, and a way between two zeros that no height clears, are stops with how deep', () => {
  const hit = { name: 'strap 1', byMm: 12.5 };
  const path = { from: 'reference' as const, position: { x: 0, y: 0, z: 0 }, straight: null, riseFirst: null };
  expect(movesClear([{ ...path, thereItself: hit }], told)).toMatchObject([
    {
      code: 'position-not-clear',
      level: 'stop',
      says: expect.stringMatching(/the longest tool stands in the strap 1, 12\.500 mm below its top\.$/),
    },
  ]);
  expect(movesClear([{ ...path, thereItself: null }], told)).toEqual([]);
  expect(zerosClear([{ to: 'Op 20', hit }], told)).toMatchObject([
    {
      code: 'way-between-zeros-blocked',
      level: 'stop',
      says: 'From this zero to that of Op 20 the longest tool runs into the strap 1, 12.500 mm below its top, even with Z at the end of its travel.',
    },
  ]);
  expect(zerosClear([], told)).toEqual([]);
});

test('less than two millimeters between what turns and what stands there is cautioned, none is a stop', () => {
  const way = { toolMm: 10, holderMm: 40, passesThrough: [], stickOutNeededMm: null, shortestStickOutMm: null };
  const gap = (gapMm: number, what: 'tool' | 'holder' = 'tool') => ({
    obstacle: 'strap 1',
    what,
    acrossMm: what === 'tool' ? 10 : 40,
    gapMm,
    at: [120, 40] as const,
    obstacleTop: 41,
  });
  const said = (gapMm: number, what?: 'tool' | 'holder') =>
    wayClear({ ...way, gaps: [gap(gapMm, what)] }, told).map((f) => [f.code, f.level, f.says]);
  expect(said(0.5)).toEqual([
    ['little-room', 'caution', 'Only 0.500 mm between the 10.000 mm tool and strap 1 at X +120.000 Y +40.000.'],
  ]);
  expect(said(1.999, 'holder')).toEqual([
    [
      'little-room',
      'caution',
      'Only 1.999 mm between the holder, 40.000 mm across, and strap 1 at X +120.000 Y +40.000.',
    ],
  ]);
  expect(said(2)).toEqual([]);
  expect(said(0)[0].slice(0, 2)).toEqual(['in-the-way', 'stop']);
});
