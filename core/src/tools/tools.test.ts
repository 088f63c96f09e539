import fc from 'fast-check';
import { demoParallels, demoTools } from '../../../demo/tools';
import { NO_CUT, type Tool } from '../job';
import { EMPTY_SHOP, newShopTool, TOOL_SHAPES, type ShopTool, type ToolShape } from '../shop';
import { checkShop } from '../job';
import { speechIn } from '../units';
import { asInShop, bringInWords, toolAsInShop, toolDifferences, toolFromShop, toolsToBring } from '.';

const mm = speechIn('mm');
const inShop = (fields: Partial<ShopTool> = {}): ShopTool => ({
  ...newShopTool('end mill', 'e'),
  name: 'End mill 16',
  number: 5,
  diameter: 16,
  flutes: 3,
  stickOut: 45,
  holder: { name: '', steps: [{ diameter: 42, length: 40 }] },
  measured: { length: 128.5, on: '2026-11-16', by: 'Planner' },
  where: { machine: 'm', pocket: 5 },
  ...fields,
});
const taken = (of: ShopTool, fields: Partial<Tool> = {}): Tool => ({
  ...toolFromShop(of, { id: 't', number: 5, material: null }),
  ...fields,
});
const bring = (tool: Tool, tools: readonly ShopTool[], machine: string | null = 'm') =>
  toolsToBring({
    used: [
      { op: 10, tools: [tool] },
      { op: 20, tools: [{ ...tool, id: 'u' }] },
    ],
    tools,
    machine,
    names: new Map([
      ['m', 'Mill 1'],
      ['o', 'Mill 2'],
    ]),
    speech: mm,
  });

test("the demo's tools and parallels fit the schema; a tool with a wrong pocket is told with its place", () => {
  expect(checkShop({ ...EMPTY_SHOP, tools: demoTools, parallels: demoParallels }).ok).toBe(true);
  const wrong = checkShop({ ...EMPTY_SHOP, tools: [{ ...demoTools[0], where: { machine: 'm', pocket: 0 } }] });
  expect(wrong.ok ? '' : wrong.problems.join()).toContain('tools.0.where.pocket');
});

test('a tool taken from the shop differs in nothing, and has the speed that worked in the material of the job', () => {
  // n = 1000 · v / (π · d): 300 m/min on 16 mm are 5968 1/min (handbook formula, from memory)
  const tool = inShop({ cutting: [{ id: 'c', material: 'al', speed: 300, feedPerTooth: 0.08, note: '' }] });
  const put = toolFromShop(tool, { id: 't', number: 5, material: 'al' });
  expect(put).toMatchObject({ of: 'e', number: 5, length: 128.5, holderDiameter: 42, feedPerTooth: 0.08, rpm: 5968 });
  expect(toolDifferences(put, tool, mm)).toEqual([]);
  expect(toolFromShop(tool, { id: 't', number: 5, material: 'steel' })).toMatchObject({
    rpm: null,
    feedPerTooth: null,
  });
});

test('what differs is told in words, what the shop does not know is not, what the job does not know is', () => {
  const tool = inShop();
  const off = taken(tool, { diameter: 15.875, flutes: null, helix: 30 });
  expect(toolDifferences(off, tool, mm)).toEqual([
    { key: 'diameter', what: 'diameter', here: '15.875 mm', inShop: '16.000 mm' },
    { key: 'flutes', what: 'teeth', here: null, inShop: '3' },
  ]);
  // 11/16 in as it is written in either unit is one length
  const sixteenths = inShop({ diameter: (11 / 16) * 25.4 });
  expect(toolDifferences(taken(sixteenths, { diameter: 17.4625 + 1e-9 }), sixteenths, mm)).toEqual([]);
  expect(toolDifferences({ ...off, number: 6 }, tool, mm).map((d) => d.key)).toContain('number');
});

test('taken over as in the shop nothing differs any more, and how it is used stays', () => {
  const shape = fc.constantFrom(...(Object.keys(TOOL_SHAPES) as ToolShape[]));
  const maybe = fc.option(fc.double({ min: 0.1, max: 200, noNaN: true }), { nil: null });
  fc.assert(
    fc.property(shape, maybe, maybe, maybe, (kind, diameter, stickOut, length) => {
      const tool: ShopTool = {
        ...inShop({ kind, diameter, stickOut }),
        measured: length === null ? null : { length, on: '2026-01-02', by: '' },
      };
      const before: Tool = {
        ...NO_CUT,
        id: 'x',
        of: 'e',
        number: 9,
        description: '?',
        diameter: 3,
        length: 4,
        rpm: 700,
      };
      const now = toolAsInShop(before, tool);
      expect(toolDifferences(now, tool, mm)).toEqual([]);
      expect(now).toMatchObject({ id: 'x', of: 'e', rpm: 700 });
      if (diameter === null) expect(now.diameter).toBe(3);
    }),
    { numRuns: 200 },
  );
});

test.each([
  ['in its pocket and measured', inShop(), ''],
  [
    'in a pocket of another number',
    inShop({ where: { machine: 'm', pocket: 7 } }),
    'bring: in pocket 7; the program calls T5',
  ],
  ['in another machine', inShop({ where: { machine: 'o', pocket: 5 } }), 'bring: in Mill 2, pocket 5'],
  ['in a machine that is gone', inShop({ where: { machine: 'x', pocket: null } }), 'bring: in another machine'],
  [
    'somewhere in the machine',
    inShop({ where: { machine: 'm', pocket: null } }),
    'look for it: in Mill 1, its pocket is not told',
  ],
  ['in a cabinet', inShop({ where: { cabinet: 'Cabinet 2' } }), 'bring: Cabinet 2'],
  ['nowhere that is told', inShop({ where: null }), 'look for it: nobody has told where it is'],
  ['not measured', inShop({ measured: null }), 'measure its length'],
])('a tool %s', (_, tool, does) => {
  const [only, ...more] = bring(taken(tool), [tool]);
  expect(more).toEqual([]);
  expect([bringInWords(only), only.ops]).toEqual([does, [10, 20]]);
});

test('a tool that is not of the library, or not any more, is looked for and measured', () => {
  const alone = bring(taken(inShop(), { of: null }), [inShop()]);
  expect(alone.map(bringInWords)).toEqual(['look for it: not of the library; measure its length']);
  expect(bring(taken(inShop()), []).map((t) => [t.of, bringInWords(t)])).toEqual([
    [null, 'look for it: not in the library any more; measure its length'],
  ]);
  // without a machine nothing is loaded
  expect(bring(taken(inShop()), [inShop()], null)[0].bring).toBe(true);
});

test('every shape says how it cuts, and null stays null', () => {
  (Object.keys(TOOL_SHAPES) as ToolShape[]).forEach((kind) => {
    const said = asInShop(newShopTool(kind, 'n'));
    expect(said.use).toBe(TOOL_SHAPES[kind]);
    expect([said.diameter, said.length, said.flutes, said.holderDiameter]).toEqual([null, null, null, null]);
  });
});
