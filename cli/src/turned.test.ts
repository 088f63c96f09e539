import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { Job } from '@violet-jaw/core/job';
import { planOutput } from '@violet-jaw/core/plan';
import { runPlan, runState, type RunEventBy, type RunPlan } from '@violet-jaw/core/run';
import { buildSheet, compareEntries, entriesOf } from '@violet-jaw/core/sheet';
import { controlTexts } from '@violet-jaw/core/control';
import type { Shop } from '@violet-jaw/core/shop';
import { simulateBar } from '@violet-jaw/core/turned';
import { renderSheetPdf } from '@violet-jaw/formats/pdf';
import { demoShop } from '../../demo';
import { demoJob } from './testing/demoJob';

const ready = async (change?: (job: Job, shop: Shop) => void, name = 'mast-spindle') => {
  const { job, planned } = await demoJob(name, change);
  return { job, planned, plan: runPlan({ job, planned, letter: 'A' }), turned: planned.turned! };
};

/** Answers every step as an operator at whose machine all is as planned; `reads` says what is read otherwise. */
function operate(plan: RunPlan, reads: (stepId: string, askId: string) => number | undefined = () => undefined) {
  const events: RunEventBy[] = [];
  for (;;) {
    const state = runState(plan, events);
    const step = plan.steps[state.at];
    if (!step || state.stopped) return { state, step, events };
    const values = Object.fromEntries(
      step.asks.map((a) => [a.id, a.kind === 'yes' ? true : (reads(step.id, a.id) ?? a.target ?? 14)]),
    );
    events.push({
      ...{ id: `e${events.length}`, at: '2026-11-29T10:00:00Z', stepId: step.id, by: 'Operator' },
      ...{ kind: 'answer', values },
    });
  }
}

test('the run of the mast spindle: every step of both spindles, in order, and all readings as planned', async () => {
  const { plan, turned } = await ready();
  const { state } = operate(plan);
  expect(state.finished).toBe(true);
  const told = plan.steps.flatMap((s) => [...(s.columns?.main ?? []), ...(s.columns?.second ?? [])]);
  const wanted = turned.steps.filter((s) => s.act !== 'meet' && s.act !== 'wait').map((s) => s.says);
  expect([...told].sort()).toEqual([...wanted].sort());
  expect(plan.registers).toEqual(['G54', 'G55']);
  // a lathe has no Y to read
  expect(plan.steps.flatMap((s) => s.asks).some((a) => a.axis === 'y')).toBe(false);
  expect(plan.steps.find((s) => s.id === 'run/bar/zeros')!.says[0]).toMatch(/^G54, first side: Z −21\.000 mm/);
});

test('a main spindle that is not back at its start stops the run and says what was forgotten', async () => {
  const { plan, turned } = await ready();
  const { state, step } = operate(plan, (id) => (id === 'run/bar/back' ? turned.start! + 0.1 : undefined));
  expect(step!.id).toBe('run/bar/back');
  expect(state.stopped!.says).toMatch(/A shift was not taken back, or a move is not its shift/);
  const early = operate(plan, (id) => (id === 'run/load' ? turned.start! - 0.5 : undefined));
  expect(early.state.stopped!.says).toMatch(/Every section is cut that much beside its place/);
});

test('sheet and PDF hold what the plan holds: zeros, every step, the account', async () => {
  const { job, planned, turned } = await ready();
  const sheet = buildSheet({
    ...{ job, planned, outlines: null, shop: demoShop },
    issue: { letter: 'A', on: '2026-11-29' },
  });
  const document = await getDocument({ data: new Uint8Array(await renderSheetPdf(sheet, 'A4')) }).promise;
  const texts = await Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => {
      const { items } = await (await document.getPage(i + 1)).getTextContent();
      return items.map((item) => ('str' in item ? item.str : '')).join(' ');
    }),
  );
  const text = texts.join(' ').replace(/\s+/g, ' ');
  for (const s of [
    'Half section, section 3 begins',
    'Account of a cycle',
    'The account closes',
    'Z −21.000',
    'Z +10.500',
  ])
    expect(text).toContain(s);
  for (const s of turned.steps.filter((x) => x.act !== 'meet' && x.act !== 'wait'))
    expect(text.replaceAll(' ', '')).toContain(s.says.replaceAll(' ', ''));
  expect(text).toMatch(/part 4 of 4/);
});

test('what is issued for the control runs 200 times; another change of grip is told as what changed', async () => {
  const { job, planned, turned } = await ready();
  const [registers, main, second] = controlTexts(job, planned, 'A').set.split(/(?<=^M2\n)\n/m);
  expect(registers).toContain('G10 L2 P1 Z-21.000 (FIRST SIDE G54, X IS THE AXIS)');
  const run = simulateBar({
    ...{ lines: { main, second }, machine: { ...turned.machine!, lathe: turned.lathe! }, cycles: 200 },
    ...{ start: turned.start!, zero: turned.start! - turned.bar.face, cutOff: turned.bar.cutOff, units: 'mm' },
  });
  expect([run.parts.length, run.stopped]).toEqual([200, null]);
  const moved = await ready((j) => {
    j.turned!.changes = turned.changes.map((c) => ({ id: c.id, at: c.at + 1, move: null, shift: null }));
  });
  const changed = compareEntries(entriesOf(job, planned), entriesOf(moved.job, moved.planned));
  expect(changed.find((c) => c.name === 'change 1 at')).toMatchObject({ before: '107.000', after: '108.000' });
});

test('registers of a lathe are set along Z alone; what is not known, or claimed twice, is a word and no line', async () => {
  const lines = async (change?: (job: Job, shop: Shop) => void) => {
    const { job, planned } = await ready(change, 'pivot-pin');
    return controlTexts(job, planned, 'A');
  };
  const { set, clear, verify } = await lines();
  // G10 L2 with Z alone leaves the other axes as they are (NISTIR 6556, 3.5.5; from memory)
  expect(set).toContain('G10 L2 P1 Z-296.400 (FIRST SIDE G54, X IS THE AXIS)\nG10 L2 P2 Z-339.400 (SECOND SIDE G55');
  expect(clear).toContain('G10 L2 P1 Z+0.000 (DONE)\nG10 L2 P2 Z+0.000 (DONE)');
  expect(set + clear).not.toMatch(/ [XY][-+\d]|NaN|\{/);
  expect(verify).toMatch(/NO ZERO TO LOOK AT FROM ABOVE/);
  const unknown = await lines((_, s) => (s.machines.find((m) => m.id === 'lathe-1')!.stations[0].position = null));
  expect(unknown.set).toMatch(/\(FIRST SIDE G54 NOT KNOWN: TOUCH OFF\)/);
  expect(unknown.set).not.toMatch(/G10/);
  expect((await lines((j) => (j.turned!.backRegister = 'G54'))).set).not.toMatch(/G10/);
  const own = await lines((_, s) => (s.machines.find((m) => m.id === 'lathe-1')!.dialect.setLine = ''));
  expect(own.set).toContain('(KEY IN G54 Z-296.400 FIRST SIDE G54, X IS THE AXIS)');
});

test('the pivot pin, turned end for end: run through as told, and a stop that was set wrongly is told', async () => {
  const { plan, job, planned } = await ready(undefined, 'pivot-pin');
  const { state } = operate(plan);
  expect(state.finished).toBe(true);
  expect(plan.steps.map((s) => s.title)).toEqual(
    expect.arrayContaining(['First side: load', 'First side: zero', 'Second side: load', 'Second side: zero']),
  );
  // the stop stands where it stood for the first side: 42 too far out
  const wrong = operate(plan, (id, ask) => (id === 'run/bar/zero second' && ask === 'register' ? -297.4 : undefined));
  expect(wrong.step!.id).toBe('run/bar/zero second');
  expect(wrong.state.stopped!.says).toMatch(/is the stop set to −25\.000, is the piece 75\.000 mm long/);
  const sheet = buildSheet({ job, planned, outlines: null, shop: demoShop, issue: { letter: 'A', on: '2026-11-29' } });
  expect(sheet.turned!.zeros.map((z) => z.value)).toEqual(['Z −296.400', 'Z −339.400']);
  expect(sheet.turned!.changes[0]).toEqual({ label: 'Shift of Z from G54 to G55', value: '−43.000 mm' });
  expect((await renderSheetPdf(sheet, 'Letter')).byteLength).toBeGreaterThan(10_000);
});

test('numbers for scripts: registers with their terms, changes, account, shift between the sides', async () => {
  const bar = planOutput((await ready()).planned).turned!;
  expect(bar.zeros.map((z) => [z.register, z.z])).toEqual([
    ['G54', -21],
    ['G55', 10.5],
  ]);
  for (const z of bar.zeros) expect(z.terms.reduce((sum, t) => sum + t.value!, 0)).toBeCloseTo(z.z!, 9);
  expect(bar.changes[0]).toEqual({ at: 107, move: 107.5, shift: 107.5 });
  expect(bar.account).toEqual({ moves: 0, shifts: 0, partsMade: null });
  const pin = planOutput((await ready(undefined, 'pivot-pin')).planned).turned!;
  expect([pin.zeros.map((z) => z.z), pin.shiftBetweenSides]).toEqual([[-296.4, -339.4], -43]);
});
