import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { MOST_TILES, tilesOf } from '@violet-jaw/core/control';
import { newBlank, newHold, newJob, nextSetup, oneCut, type Job } from '@violet-jaw/core/job';
import { Planner } from '@violet-jaw/core/plan';
import { loadKernel } from '@violet-jaw/core/solid';
import { demoShop } from '../../../demo';
import { placingPdf } from '.';

/** A plate on the board of the demo shop against three pins along its edge. */
function pinned(x: number, y: number, units: Job['units'] = 'mm'): Job {
  const around = { xMinus: 2, xPlus: 2, yMinus: 2, yPlus: 2, zMinus: 0, zPlus: 1 };
  const begun: Job = {
    ...newJob({ number: 'T-7', part: 'Plate → 5', units, material: 'EN AW-6082 T6' }, { block: { x, y, z: 20 } }),
    machine: 'router-1',
    allowance: around,
    blank: newBlank(around),
  };
  const pins = [
    { id: 'a', side: 'front' as const, along: 17.4625 },
    { id: 'b', side: 'front' as const, along: x - 15 },
    { id: 'c', side: 'left' as const, along: y / 2 },
  ];
  const hold = newHold('flat', { pinHeight: 12, pinDiameter: 16, edgePins: { x: 100, y: 100, edge: 'loaded', pins } });
  const setup = nextSetup(begun, 'only', [], { device: 'board-router', hold });
  return { ...begun, setups: [{ ...setup, station: 'station-r', cuts: oneCut(0) }] };
}

async function drawn(job: Job, setupId = 'only') {
  const planner = new Planner(await loadKernel());
  const planned = planner.plan({ job, shop: demoShop, bodies: () => null });
  if (!planned.ok) throw new Error(planned.problem);
  return placingPdf(planner, planned.value, { job, setupId, paper: 'A4' });
}

interface Word {
  readonly text: string;
  readonly x: number;
  readonly y: number;
}

async function wordsOf(pdf: Uint8Array): Promise<Word[][]> {
  const document = await getDocument({ data: new Uint8Array(pdf) }).promise;
  return Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => {
      const { items } = await (await document.getPage(i + 1)).getTextContent();
      return items.flatMap((t) =>
        'str' in t && t.str.trim() !== ''
          ? [{ text: t.str.replaceAll('\u2212', '-'), x: t.transform[4] as number, y: t.transform[5] as number }]
          : [],
      );
    }),
  );
}

/** Places that are written as "X +100.000 Y +50.000", with where that begins on paper. */
const placesIn = (words: readonly Word[]): Word[] =>
  words.flatMap(({ text, x, y }, i) =>
    text === 'X' && words[i + 2]?.text === 'Y' ? [{ text: `${words[i + 1].text} ${words[i + 3].text}`, x, y }] : [],
  );

const POINTS_PER_MM = 72 / 25.4;

test('a small pattern is one sheet as large as it is: what lies 50 mm apart is 50 mm apart on paper', async () => {
  const made = await drawn(pinned(100, 80));
  if (!made.ok) throw new Error(made.problem);
  const [page, ...others] = await wordsOf(made.value);
  expect(others).toEqual([]);
  const at = (text: string) => placesIn(page).find((t) => t.text === text)!;
  const [a, b, c] = ['+100.000 +100.000', '+150.000 +100.000', '+100.000 +150.000'].map(at);
  expect((b.x - a.x) / POINTS_PER_MM).toBeCloseTo(50, 2);
  expect((c.y - a.y) / POINTS_PER_MM).toBeCloseTo(50, 2);
  // the pins with their middles; what the typeface lacks is spelled out
  const all = page.map((t) => t.text).join(' ');
  expect(all).toContain('front pin 1');
  expect(all).toContain('X +117.463 Y +90.000');
  expect(all).toContain('Plate -> 5');
  expect(all).toContain('This line must measure 100.000 mm on paper');
  // a print from before may lie about: it says that it decides nothing
  expect(all).toContain('Not an issued sheet');
});

test('a large one goes onto sheets that are joined by their crosses; in inches the line is four inches long', async () => {
  const made = await drawn(pinned(400, 300, 'inch'));
  if (!made.ok) throw new Error(made.problem);
  const pages = await wordsOf(made.value);
  expect(pages.length).toBeGreaterThan(3);
  const all = pages.map((p) => p.map((t) => t.text).join(' '));
  expect(all[0]).toContain('This line must measure 4.0000 in on paper');
  expect(all[0]).toContain(`Sheet 1 of ${pages.length}`);
  const crosses = pages.map((p) => new Set(placesIn(p).map((t) => t.text)));
  // every sheet shows crosses of another one
  crosses.forEach((own, i) =>
    expect(crosses.some((other, k) => k !== i && [...own].some((c) => other.has(c)))).toBe(true),
  );
});

test('sheets cover everything and overlap; too many are refused', () => {
  const place = (x: number, y: number) => ({ name: '', x, y, top: 0, across: 10 });
  const drawing = { places: [place(0, 0), place(700.3, 411.1)], loaded: [] };
  const tiles = tilesOf(drawing, { width: 190, height: 235 }, 52)!;
  for (const [x, y] of [
    [-5, -5],
    [705.3, 416.1],
    [350, 200],
  ])
    expect(tiles.some((t) => t.x[0] <= x && x <= t.x[1] && t.y[0] <= y && y <= t.y[1])).toBe(true);
  const first = tiles.filter((t) => t.row === 1);
  for (const [i, t] of first.entries()) if (i > 0) expect(first[i - 1].x[1] - t.x[0]).toBeCloseTo(52, 9);
  expect(tilesOf({ places: [place(0, 0), place(5000, 5000)], loaded: [] }, { width: 190, height: 235 }, 52)).toBeNull();
  expect(tiles.length).toBeLessThanOrEqual(MOST_TILES);
});

test('what cannot be drawn says why', async () => {
  const plain = pinned(100, 80);
  expect(await drawn(plain, 'gone')).toEqual({ ok: false, problem: 'The job has no such setup any more.' });
  const { hold } = plain.setups[0];
  const byHand = { ...plain, setups: [{ ...plain.setups[0], hold: { ...hold, edgePins: null } as never }] };
  expect(await drawn(byHand)).toEqual({ ok: false, problem: 'Nothing is set by position in Op 10.' });
  const huge = await drawn(pinned(2500, 2500));
  expect(huge).toMatchObject({ ok: false, problem: expect.stringContaining('more than 40 sheets of paper') });
});
