import fc from 'fast-check';
import { demoShop } from '../../../demo';
import { EDGE_MATERIALS, newShopTool, TOOL_SHAPES, type ShopTool, type ToolShape } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import {
  entriesAsCsv,
  materialTable,
  numberIn,
  previewCsv,
  readCsv,
  stockTable,
  toolTable,
  writeCsv,
  type Preview,
  type ReadCells,
  type TableOf,
} from '.';

const TODAY = '2026-11-29';
const tools = toolTable(demoShop, TODAY);
const ids = () => {
  let n = 0;
  return () => `new-${++n}`;
};
function preview<E extends { id: string; name: string }>(
  table: TableOf<E>,
  text: string,
  entries: readonly E[],
): Preview<E> {
  const read = previewCsv(table, text, entries, ids());
  if (!read.ok) throw new Error(read.problem);
  return read.value;
}
/** What reading a whole file makes of a list. */
function taken<E extends { id: string; name: string }>(table: TableOf<E>, text: string): E[] {
  const { changed, problems } = preview(table, text, []);
  expect(problems).toEqual([]);
  return changed.map((c) => c.entry);
}
/** Without the ids of rows inside, which no column has. */
const near = ({ cutting, ...tool }: ShopTool): unknown =>
  JSON.parse(
    JSON.stringify(
      { ...tool, cutting: (cutting as ShopTool['cutting'] | undefined)?.map(({ id: _, ...c }) => c) },
      (_, v: unknown) => (typeof v === 'number' ? Number(v.toFixed(7)) : v),
    ),
  );

describe('round trip', () => {
  test.each<Units>(['mm', 'inch'])('the demo shop in %s: read back into its own list nothing changes', (units) => {
    for (const [table, entries] of [
      [tools, demoShop.tools],
      [stockTable, demoShop.stock],
      [materialTable, demoShop.materials],
    ] as unknown as [TableOf<ShopTool>, ShopTool[]][]) {
      const text = entriesAsCsv(table, entries, units);
      expect(preview(table, text, entries)).toEqual({
        ...{ changed: [], problems: [], unknown: [], absent: 0 },
        unchanged: entries.length,
      });
      // and into an empty one everything comes again
      expect(taken(table, text).map(near)).toEqual(entries.map(near).map((e) => expect.objectContaining(e as object)));
    }
  });

  const text = fc.oneof(
    fc.string({ maxLength: 30 }),
    fc.constantFrom(
      '=1+1',
      "'quoted",
      "'=x",
      '+49',
      '-5',
      '@here',
      'a;b',
      'a,b',
      'two\nlines',
      '"',
      '""',
      'ß µ ∅',
      '12,5',
    ),
  );
  const maybe = (max: number) => fc.option(fc.double({ min: 0.001, max, noNaN: true }), { nil: null });
  const whole = (max: number) => fc.option(fc.integer({ min: 1, max }), { nil: null });
  const tool = fc.record({
    kind: fc.constantFrom(...(Object.keys(TOOL_SHAPES) as ToolShape[])),
    coating: text,
    note: text,
    wear: text,
    number: whole(999),
    diameter: maybe(500),
    corner: maybe(250),
    stickOut: maybe(1000),
    flutes: whole(100),
    material: fc.constantFrom('not told', ...EDGE_MATERIALS),
    holder: fc.record({
      name: text,
      steps: fc.array(
        fc.record({
          diameter: fc.double({ min: 0.01, max: 500, noNaN: true }),
          length: fc.double({ min: 0.01, max: 1000, noNaN: true }),
        }),
        { maxLength: 4 },
      ),
    }),
    measured: fc.option(
      fc.record({ length: fc.double({ min: 1, max: 2000, noNaN: true }), on: fc.constant('2026-02-28'), by: text }),
      { nil: null },
    ),
    where: fc.oneof(
      fc.constant(null),
      fc.record({ machine: fc.constantFrom('mill-1', 'mill-2', 'not-there'), pocket: whole(999) }),
      // a cabinet of nothing is no place
      fc.record({ cabinet: text.map((t) => `C${t}`) }),
    ),
  });

  test('whatever a tool says comes back, in either unit, whatever separates the cells', () => {
    fc.assert(
      fc.property(
        tool,
        fc.constantFrom<Units>('mm', 'inch'),
        fc.constantFrom(',', ';', '\t'),
        (said, units, separator) => {
          const one = { ...newShopTool('drill', 'id-1'), ...said, name: 'One' } as ShopTool;
          const csv = entriesAsCsv(tools, [one], units);
          const { headings, rows } = (readCsv(csv) as Extract<ReadCells, { ok: true }>).value;
          // what a spreadsheet with another separator saves: cells in quotes, numbers with its decimal sign
          const quoted = [headings, rows[0].cells]
            .map((line, k) =>
              line
                .map((c, i) => {
                  const isNumber = k === 1 && separator === ';' && /, (mm|in)$/.test(headings[i]);
                  return `"${(isNumber ? c.replace('.', ',') : /^'*[=+\-@]/.test(c) ? `'${c}` : c).replaceAll('"', '""')}"`;
                })
                .join(separator),
            )
            .join('\n');
          for (const file of [csv, quoted]) {
            const found = preview(tools, file, [one]);
            const gone =
              'where' in said && said.where !== null && 'machine' in said.where && said.where.machine === 'not-there';
            expect([found.problems.length > 0 && !gone, found.changed]).toEqual([false, []]);
          }
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('what spreadsheets make of a table', () => {
  test('a text that would be run is written as a text, and a number stays one', () => {
    const text = writeCsv(
      ['A', 'B'],
      [
        ['=HYPERLINK("http://x")', -5.5],
        ['@SUM(1)', null],
      ],
    );
    expect(text.startsWith('\uFEFF')).toBe(true);
    expect(text).toContain(`"'=HYPERLINK(""http://x"")",-5.5`);
    expect(text).toContain("'@SUM(1),\r\n");
  });

  test.each([
    ['12,5', true, 12.5],
    ['12.5', true, 12.5],
    ['12,5', false, null],
    ['1.234,5', true, null],
    ['1,234,5', true, null],
    ['−3', false, -3],
    ['1e-3', false, 0.001],
    ['0x10', false, null],
    ['', false, null],
    ['Infinity', false, null],
    ['=1+1', false, null],
  ])('%s with decimal commas %s is %s', (cell, decimalComma, number) => {
    expect(numberIn(cell, { decimalComma })).toBe(number);
  });

  test.each([
    ['', 'empty'],
    ['\u0000PK', 'not as a spreadsheet'],
    ['Name\n"End mill', 'not closed'],
    ['Name;Note\na;b;c', 'more cells than there are headings'],
    ['Nom\nx', 'No column is called "Name"'],
    ['Name,Diameter\nx,5', 'write its unit behind a comma'],
    ['Name,"Diameter, furlongs"\nx,5', 'write its unit'],
    ['Name,Note,note\nx,5,6', 'is there twice'],
    ['Name\nM\uFFFDller', 'not UTF-8'],
    [`Name\n${'x\n'.repeat(6000)}`, 'more than 5000 rows'],
    [`Name\n${'x'.repeat(4_000_001)}`, 'larger than 4 MB'],
    [Array.from({ length: 300 }, (_, i) => `c${i}`).join(), 'more than 200 columns'],
  ])('%j is refused as a whole, with what to do', (text, says) => {
    const read = previewCsv(tools, text, [], ids());
    expect(read.ok ? '' : read.problem).toContain(says);
  });
});

describe('what a table would change', () => {
  const [face, end] = demoShop.tools;

  test('a column in inches, by name, and nothing else', () => {
    const found = preview(tools, 'name;"Diameter, in"\nEnd mill 16, 3 flutes;0,6875', demoShop.tools);
    expect(found.changed.map((c) => [c.isNew, c.entry.id, c.changes])).toEqual([
      [false, 'end-16', ['Diameter: 16 → 17.4625']],
    ]);
    expect(found.changed[0].entry).toEqual({ ...end, diameter: 17.4625 });
    expect([found.unchanged, found.absent]).toEqual([0, demoShop.tools.length - 1]);
  });

  test('a new length without a new day is of today, one with a day of that day', () => {
    const csv = (length: string, on: string) =>
      preview(tools, `Name,"Measured length, mm",Measured on\n${face.name},${length},${on}`, [face]).changed[0];
    expect(csv('142.2', face.measured!.on).entry.measured).toEqual({ length: 142.2, on: TODAY, by: 'Planner' });
    expect(csv('142.2', '2026-11-20').entry.measured?.on).toBe('2026-11-20');
    expect(csv('', '').entry.measured).toBeNull();
  });

  test('a tool is moved, and cannot be in two places', () => {
    const csv = (cells: string) =>
      preview(tools, `Name,Machine,Pocket,Cabinet\n${end.name.replace(',', ' ')},${cells}`, [
        { ...end, name: end.name.replace(',', ' ') },
      ]);
    expect(csv(',,Drawer 9').changed[0].entry.where).toEqual({ cabinet: 'Drawer 9' });
    expect(csv('"mill 2, small",4,').changed[0].entry.where).toEqual({ machine: 'mill-2', pocket: 4 });
    expect(csv('Mill 1,5,Drawer 9').problems.join()).toContain('name a machine or a cabinet, not both');
    expect(csv('Mill 99,5,').problems.join()).toContain('no machine "Mill 99"');
  });

  test('every cell that cannot be taken is told with its row and column, and the other rows are taken', () => {
    const found = preview(
      tools,
      [
        'Name,Shape,"Diameter, mm",Teeth,Holder steps in mm,Speeds and feeds,Colour',
        'A,end mill,big,3,,,red',
        'B,spoon,5,3,,,',
        'C,drill,-5,2.5,,,',
        'D,drill,5,2,50 by 20,,',
        'E,drill,5,2,50 x 20; 63×7.5,cheese at 5 m/min,',
        'F,drill,5,2,50 x 20; 63×7.5,"s235jr at 22.5 m/min, 0.1 mm (dry)",',
        'F,drill,6,2,,,',
        ',drill,6,2,,,',
      ].join('\n'),
      [],
    );
    expect(found.problems).toEqual([
      'Row 2, Diameter, "big": Expected a number, or nothing.',
      expect.stringMatching(/^Row 3, Shape, "spoon": Expected one of: end mill,/),
      expect.stringContaining('Row 4: '),
      expect.stringContaining('Row 4: '),
      'Row 5, Holder steps in mm, "50 by 20": Expected diameter x length of every step, "50 x 20; 63 x 72".',
      'Row 6, Speeds and feeds, "cheese at 5 m/min": The library has no material "cheese".',
      'Row 9: The name is empty.',
    ]);
    expect(found.unknown).toEqual(['Colour']);
    expect(found.changed.map((c) => [c.line, c.isNew, c.entry.name])).toEqual([
      [7, true, 'F'],
      [8, true, 'F'],
    ]);
    expect(found.changed[0].entry).toMatchObject({
      holder: {
        steps: [
          { diameter: 50, length: 20 },
          { diameter: 63, length: 7.5 },
        ],
      },
      cutting: [{ material: 's235jr', speed: 22.5, feedPerTooth: 0.1, note: 'dry' }],
    });
  });

  test('two of one name need their ids, one of them twice is told', () => {
    const twins = [face, { ...face, id: 'twin' }];
    expect(preview(tools, `Name,Note\n${face.name},x`, twins).problems.join()).toContain('add the column Id');
    const found = preview(tools, `Id,Name,Note\ntwin,${face.name},x\ntwin,${face.name},y`, twins);
    expect(found.changed.map((c) => c.entry.id)).toEqual(['twin']);
    expect(found.problems.join()).toContain('is in the file twice');
  });

  test('a material or a stock size without what it needs is refused', () => {
    expect(preview(materialTable, 'Name\nUnobtainium', []).problems.join()).toContain('kc11');
    expect(
      preview(
        stockTable,
        'Name,Kind,"Diameter or across flats, mm","Inside diameter, mm"\nT,tube,40,40',
        [],
      ).problems.join(),
    ).toContain('smaller than its outside');
    expect(preview(stockTable, 'Name,Kind\nR,round bar', []).problems.join()).toContain('needs a diameter');
  });
});
