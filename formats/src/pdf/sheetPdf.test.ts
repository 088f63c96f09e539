import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { demoShop, sensorFootJob } from '../../../demo';
import { outlinesOf } from '@violet-jaw/core/drawing';
import { NO_CUT, type Job } from '@violet-jaw/core/job';
import { Planner } from '@violet-jaw/core/plan';
import { buildSheet } from '@violet-jaw/core/sheet';
import { loadKernel } from '@violet-jaw/core/solid';
import { renderSheetPdf, type Paper } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

async function render(change: (job: Job) => void, paper: Paper = 'A4') {
  const job = sensorFootJob();
  change(job);
  const planned = planner.plan({ job, shop: demoShop, bodies: () => null });
  if (!planned.ok) throw new Error(planned.problem);
  const bytes = await renderSheetPdf(
    buildSheet({
      job,
      planned: planned.value,
      outlines: outlinesOf(planner, planned.value, { inSpace: true }),
      shop: demoShop,
      issue: { letter: 'C', on: '2026-11-30' },
    }),
    paper,
  );
  const document = await getDocument({ data: new Uint8Array(bytes) }).promise;
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => {
      const page = await document.getPage(i + 1);
      const { items } = await page.getTextContent();
      return {
        size: page.view.slice(2),
        items: items.flatMap((item) =>
          'str' in item && item.str.trim() !== '' ? [{ text: item.str, height: item.height }] : [],
        ),
      };
    }),
  );
  return {
    pages,
    text: pages
      .flatMap((p) => p.items.map((i) => i.text))
      .join(' ')
      .replaceAll('\u2212', '-')
      .replace(/\s+/g, ' '),
  };
}

test.each([
  ['A4', 595, 842],
  ['Letter', 612, 792],
] as const)('%s has its size, two pages a setup, and says where it ends', async (paper, width, height) => {
  const { pages, text } = await render(() => undefined, paper);
  for (const page of pages) expect(page.size.map(Math.round)).toEqual([width, height]);
  expect(pages).toHaveLength(6);
  for (const part of [1, 2, 3, 4, 5, 6]) expect(text).toContain(`part ${part} of 6`);
  expect(text).toContain('Issue C');
  expect(text).toContain('issued 2026-11-30');
});

test('nothing is printed smaller than 10 pt, and the zero at least 18 pt', async () => {
  const { pages } = await render(() => undefined);
  const items = pages.flatMap((p) => p.items);
  expect(Math.min(...items.map((i) => i.height))).toBeGreaterThanOrEqual(10);
  expect(Math.max(...items.filter((i) => /[+\u2212]\d/.test(i.text)).map((i) => i.height))).toBeGreaterThanOrEqual(18);
});

test('everything an operator needs is there: hand move, shift with sign and axis, tools, touch-off, room for initials', async () => {
  const { text } = await render((j) => {
    j.setups[0].tools = [
      { id: 'tool-12', number: 12, description: 'shell mill', diameter: 50.8, length: null, ...NO_CUT },
    ];
  });
  for (const wanted of [
    'Stop the spindle, put the tool away, then open the vise.',
    'Flip left to right',
    'Shift X +2.7900',
    'Shift Y +0.0400',
    'Shift Z -0.4150',
    'T12',
    'shell mill',
    'dia 2.0000',
    'not given',
    'Touch off, edge finder 0.3750: declare',
    'Y: Touch the sawn rear face with the edge finder',
    'Y +0.2275',
    'Set up by',
    'Checked by',
    'Holds only while:',
  ])
    expect(text).toContain(wanted);
});

test('accepted stops print with reason and role', async () => {
  const job = sensorFootJob();
  job.setups[1].cuts[0].below = 0;
  const planned = planner.plan({ job, shop: demoShop, bodies: () => null });
  if (!planned.ok) throw new Error(planned.problem);
  const stop = planned.value.findings.find((f) => f.level === 'stop')!;
  const { text } = await render((j) => {
    j.setups[1].cuts[0].below = 0;
    j.accepted = [
      { code: stop.code, setupId: stop.setupId, says: stop.says, reason: 'parted off by hand', by: 'Planner' },
    ];
  });
  expect(text).toContain('Accepted by Planner: parted off by hand');
});

test('letters of other languages, very long texts and many setups print without breaking', async () => {
  const { text, pages } = await render((j) => {
    j.part = 'Łożysko čep Ø größer naïve';
    j.notes = 'word '.repeat(600);
    for (let i = 3; i < 8; i++)
      j.setups.push({
        ...structuredClone(j.setups[1]),
        id: `s${i}`,
        op: 10 * i,
        why: { seat: 'because '.repeat(60), cuts: '', hold: '', zero: '' },
      });
  });
  // letters of two font subsets come out as pieces of text
  expect(text.replaceAll(' ', '')).toContain('ŁożyskočepØgrößernaïve');
  expect(pages.length).toBeGreaterThanOrEqual(9);
});

test('a job without any setup still gives a sheet', async () => {
  expect(
    (
      await render((j) => {
        j.setups = [];
      })
    ).text,
  ).toContain('never reached');
});

test('names in other alphabets and signs the typefaces lack are printed as such, not as other letters', async () => {
  const { text } = await render((j) => {
    j.part = 'Плита для датчика';
    j.notes = 'Ø ≤ 5 → see Πίνακα';
  });
  expect(text).toContain('Плита для датчика');
  expect(text).toContain('Ø <= 5 -> see Πίνακα');
});
