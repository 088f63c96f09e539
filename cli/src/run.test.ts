import { copyFileSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { demoShop, sensorFootJob, vaneBearingBlockJob } from '../../demo';
import { jobFile, type Job } from '@violet-jaw/core/job';
import type { PlanOutput } from '@violet-jaw/core/plan';
import { run } from './run';

async function violetJaw(...args: string[]) {
  let [out, err] = ['', ''];
  const code = await run(args, {
    out: (t) => {
      out += t;
    },
    err: (t) => {
      err += t;
    },
  });
  return { code, out, err };
}

function write(job: Job, change: (text: string) => string = (t) => t): string {
  const folder = mkdtempSync(join(tmpdir(), 'violet-jaw-cli-'));
  copyFileSync('demo/vane-bearing-block.step', join(folder, 'vane-bearing-block.step'));
  writeFileSync(join(folder, 'job.json'), change(JSON.stringify(jobFile(job, demoShop))));
  return join(folder, 'job.json');
}

test('plan prints the numbers with their terms, all in millimeters', async () => {
  const { code, out } = await violetJaw('plan', write(vaneBearingBlockJob()));
  const planned = JSON.parse(out) as PlanOutput;
  expect(code).toBe(0);
  expect(planned.setups.map((s) => [s.op, s.register, s.workZeroInMachine])).toEqual([
    [10, 'G54', { x: -464.35, y: -160.6, z: -398.25 }],
    [20, 'G55', { x: -467.35, y: -155.6, z: -417.25 }],
  ]);
  for (const s of planned.setups) {
    for (const axis of ['x', 'y', 'z'] as const) {
      expect(s.terms[axis].reduce((sum, t) => sum + (t.value ?? NaN), 0)).toBeCloseTo(s.workZeroInMachine![axis], 9);
      expect(Object.keys(s.terms[axis][0])).toEqual(['term', 'value', 'from', 'plusMinus']);
    }
  }
  expect(planned.transitions).toMatchObject([
    { from: 10, to: 20, says: 'Flip front to back', shift: { x: -3, y: 5, z: -19 } },
  ]);
  expect(planned.transitions[0].terms.z).toEqual([
    { term: 'the 16.000 lower parallels', value: -16 },
    { term: 'the faced-off 3.000', value: -3 },
  ]);
});

test('an unknown station gives null and still a shift', async () => {
  const { code, out } = await violetJaw('plan', write(sensorFootJob()));
  const planned = JSON.parse(out) as PlanOutput;
  expect(code).toBe(0);
  expect(planned.setups[0].workZeroInMachine).toBeNull();
  expect(planned.transitions[0].shift?.z).toBeCloseTo((0.625 - 1 - 0.04) * 25.4, 9);
});

test('stop findings end with 1 and are told on standard error', async () => {
  const { code, err } = await violetJaw(
    'plan',
    write({ ...vaneBearingBlockJob(), allowance: { xMinus: -1, xPlus: 3, yMinus: 3, yPlus: 3, zMinus: 3, zPlus: 3 } }),
  );
  expect(code).toBe(1);
  expect(err).toMatch(/stop: The blank does not contain the part.*left face/);
});

test.each([
  ['no such file', () => '/nowhere/job.json', /^\/nowhere\/job\.json: there is no such file\. Is the name right\?$/m],
  ['not JSON', () => write(sensorFootJob(), () => '{'), /not JSON/],
  ['unknown key', () => write(sensorFootJob(), (t) => t.replace('"notes"', '"notez"')), /unknown key "notez"/],
  ['missing STEP file', () => write(vaneBearingBlockJob('gone.step')), /gone\.step/],
  [
    'another revision of the STEP file',
    () => write(vaneBearingBlockJob('vane-bearing-block.step', '0'.repeat(64))),
    /not the file the job was planned with/,
  ],
])('bad input, %s: exit 2 and a sentence', async (_, path, says) => {
  const { code, out, err } = await violetJaw('plan', path());
  expect({ code, out }).toEqual({ code: 2, out: '' });
  expect(err).toMatch(says);
});

test('usage is told for anything else', async () => {
  expect((await violetJaw()).code).toBe(2);
  expect((await violetJaw('export', 'x.json')).err).toMatch(/Nothing to export/);
  expect((await violetJaw('plan', 'x.json', '--fast')).err).toMatch(/unknown option --fast/);
  expect((await violetJaw('export', 'x.json', '--control', 'out.nc', '--lines', 'all')).err).toMatch(
    /--lines: expected set, verify, clear, found all/,
  );
});

test("export writes a sheet whose text carries the ledger's numbers, and the control lines", async () => {
  const path = write(vaneBearingBlockJob());
  const [pdf, nc] = [path.replace('job.json', 'out.pdf'), path.replace('job.json', 'out.nc')];
  expect(await violetJaw('export', path, '--sheet', pdf, '--control', nc, '--paper', 'Letter')).toMatchObject({
    code: 0,
  });
  expect(readFileSync(nc, 'utf8')).toContain('G10 L2 P2 X-467.350 Y-155.600 Z-417.250 (OP 20 G55');
  const document = await getDocument({ data: new Uint8Array(readFileSync(pdf)) }).promise;
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, i) =>
      (await (await document.getPage(i + 1)).getTextContent()).items.map((x) => ('str' in x ? x.str : '')).join(' '),
    ),
  );
  const text = pages.join(' ').replaceAll('−', '-').replace(/\s+/g, ' ');
  for (const wanted of [
    'DRAFT',
    'G54 X -464.350 Y -160.600 Z -398.250',
    'G55 X -467.350 Y -155.600 Z -417.250',
    'Shift Z -19.000',
    'Stop the spindle, put the tool away, then open the vise.',
    'Y +8.000',
  ])
    expect(text).toContain(wanted);
}, 60_000);

test('export writes the lines that look at each zero, and plan tells what to key in and declare', async () => {
  const path = write(sensorFootJob());
  const nc = path.replace('job.json', 'look.nc');
  expect(await violetJaw('export', path, '--control', nc, '--lines', 'verify')).toMatchObject({ code: 0 });
  expect(readFileSync(nc, 'utf8')).toMatch(
    /^G53 G0 Z0\.0000 \(RISE FIRST\)\nM0 \(IS G54 OF OP 10 TOUCHED OFF AND KEYED IN\?\)\nG54 \(OP 10\)\nG0 X0 Y0$/m,
  );
  const planned = JSON.parse((await violetJaw('plan', path)).out) as PlanOutput;
  expect(planned.setups[0]).toMatchObject({
    registerValue: { x: null, y: null, z: null },
    touchOff: [{ axis: 'x' }, { axis: 'y', declare: expect.closeTo((0.04 + 0.375 / 2) * 25.4, 6) }, { axis: 'z' }],
  });
});

describe('parts that are no STEP file', () => {
  function place(
    name: string,
    content: string,
    body: Job['body'],
    change: (job: Job) => void = () => undefined,
  ): string {
    const folder = mkdtempSync(join(tmpdir(), 'violet-jaw-cli-'));
    writeFileSync(join(folder, name), content);
    const job = { ...sensorFootJob(), body };
    change(job);
    writeFileSync(join(folder, 'job.json'), JSON.stringify(jobFile(job, demoShop)));
    return join(folder, 'job.json');
  }
  const line = (a: number, b: number, c: number, d: number) =>
    `0\nLINE\n8\n0\n10\n${a}\n20\n${b}\n11\n${c}\n21\n${d}\n`;
  const dxf = (entities: string) => `0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;
  const outline = line(0, 0, 3, 0) + line(3, 0, 3, 2) + line(3, 2, 0, 2) + line(0, 2, 0, 0);

  test('a DXF outline in inches is planned as the block of the same size is', async () => {
    const asBlock = JSON.parse((await violetJaw('plan', write(sensorFootJob()))).out) as PlanOutput;
    const { out } = await violetJaw(
      'plan',
      place('foot.dxf', dxf(outline), { file: 'foot.dxf', unit: 'inch', thickness: 1.25 * 25.4 }),
    );
    const planned = JSON.parse(out) as PlanOutput;
    expect(planned.setups.map((s) => s.terms)).toEqual(asBlock.setups.map((s) => s.terms));
    expect(planned.copies).toEqual([{ number: 1, by: { x: 0, y: 0, z: 0 } }]);
  });

  test('an outline that is not closed is bad input, with the coordinates of its ends', async () => {
    const { code, err } = await violetJaw(
      'plan',
      place('foot.dxf', dxf(outline.replace(line(0, 2, 0, 0), '')), { file: 'foot.dxf', unit: 'mm', thickness: 5 }),
    );
    expect(code).toBe(2);
    expect(err).toMatch(/foot\.dxf: The outline is not closed: 2 open ends, in mm: \((0|3|2)\.000, [02]\.000\)/);
  });

  test('a typed bar needs no file', async () => {
    const { code, out } = await violetJaw(
      'plan',
      write({
        ...sensorFootJob(),
        body: { bar: { section: 'hexagon', across: 50.8, bore: 0, length: 31.75, along: 'z' } },
      }),
    );
    expect([0, 1]).toContain(code);
    expect((JSON.parse(out) as PlanOutput).setups).toHaveLength(2);
  });

  test('a casting that is not there is bad input, with its name', async () => {
    const { code, err } = await violetJaw(
      'plan',
      place('x.dxf', dxf(outline), { file: 'x.dxf', unit: 'mm', thickness: 5 }, (j) => {
        j.blank = { ...j.blank, kind: 'own solid', solid: { file: 'casting.step' } };
      }),
    );
    expect(code).toBe(2);
    expect(err).toMatch(/casting\.step/);
  });
});
