import { demoShop } from '../../../demo';
import { newHold, newJob, nextSetup, oneCut, type HoldIn, type Job } from '../job';
import { Planner, type PlannedJob } from '../plan';
import type { Machine, Shop } from '../shop';
import { SimulatedControl } from '../simulated';
import { loadKernel } from '../solid';
import { NO_CUT } from '../job';
import { Dice } from '../testing/randomJobs';
import { placedIn, placingOf } from '.';
import { shortestWay, wayOver } from './shortestWay';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

const kindOf = (kind: string) => demoShop.devices.find((d) => d.kind === kind)!;
const POINTER = {
  id: 'p',
  number: 9,
  description: 'pointer',
  diameter: 3,
  length: 80,
  ...NO_CUT,
  use: 'other' as const,
};

/** A block against pins on the table, on the first station, which is measured for any device. */
function pinned(kind: string, hold: Partial<HoldIn<'flat'>> = {}, change: (job: Job) => void = () => undefined): Job {
  const begun = newJob(
    { number: 'P', part: 'Block', material: 'EN AW-6082 T6', units: 'mm' },
    { block: { x: 110, y: 70, z: 38 } },
  );
  const row = { by: 'pins' as const, at: 60 };
  const plate = newHold('flat', {
    x: { ...row, side: 'left', pins: [100] },
    y: { ...row, side: 'front', pins: [75, 150] },
    pinHeight: 12,
    pointer: { tool: 9, clearance: 2 },
    ...hold,
  });
  const setup = { ...nextSetup(begun, 'only', [], null), device: kindOf(kind).id, station: 'station-a', hold: plate };
  const job = { ...begun, machine: 'mill-1', setups: [{ ...setup, cuts: oneCut(1), tools: [POINTER] }] };
  change(job);
  return job;
}

/** The demo's shop with its first station measured for whatever stands there. */
const shop: Shop = {
  ...demoShop,
  machines: demoShop.machines.map((m): Machine => ({
    ...m,
    stations: m.stations.map((s) => (s.id === 'station-a' ? { ...s, measuredFor: [] } : s)),
  })),
};

function plan(job: Job, in_: Shop = shop): PlannedJob {
  const planned = planner.plan({ job, shop: in_, bodies: () => null }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  return planned.value;
}

function linesOf(job: Job, in_: Shop = shop): string {
  const placing = placingOf(job, plan(job, in_), 'only', 'A');
  if (!placing || 'why' in placing) throw new Error(placing ? placing.why : 'nothing is placed');
  return placing.text;
}

/** Sends the lines one by one: where the spindle stands at each stop, and every move sideways with its height. */
function sent(job: Job, in_: Shop = shop) {
  const planned = plan(job, in_);
  const control = new SimulatedControl({ machine: planned.machine! });
  control.home();
  const facts = planned.setups[0].facts!;
  const { register } = facts;
  control.send('G21');
  control.send('G90');
  control.send(`G10 L2 P1 X${register.x} Y${register.y} Z${register.z}`);
  control.send('G10 L1 P9 Z80');
  const stops: { x: number; y: number; tip: number }[] = [];
  const sideways: number[] = [];
  let before = control.read().machine;
  for (const line of linesOf(job, in_).trim().split('\n')) {
    const code = line.replace(/\(.*\)/, '').trim();
    if (code === '' || code === 'M2' || code === 'M30') continue;
    if (code === 'M0') {
      const { machine, activeLength } = control.read();
      stops.push({ x: machine.x, y: machine.y, tip: machine.z - activeLength });
      continue;
    }
    const answer = control.send(code);
    expect([code, answer.says, answer.ok]).toEqual([code, answer.says, true]);
    expect(control.read().spindle).toBe(false);
    const now = control.read().machine;
    if (Math.hypot(now.x - before.x, now.y - before.y) > 1e-9) sideways.push(Math.min(before.z, now.z));
    before = now;
  }
  return { planned, stops, sideways, station: planned.setups[0].station!.position! };
}

test('run on the simulated control, the pointer stands over every pin, never sideways below the safe height', () => {
  const { planned, stops, sideways, station } = sent(pinned('T-slot table'));
  const places = placedIn(planned.setups[0]);
  // the first stop is for the pointer
  expect(stops.slice(1)).toHaveLength(3);
  const top = planned.machine!.travel.z.max;
  expect(sideways.length).toBeGreaterThanOrEqual(3);
  for (const z of sideways) expect(z).toBeCloseTo(top, 9);
  places.forEach((p, i) => {
    expect(stops[i + 1].x).toBeCloseTo(station.x + p.x, 3);
    expect(stops[i + 1].y).toBeCloseTo(station.y + p.y, 3);
    // its tip stands 2 above the pin
    expect(stops[i + 1].tip).toBeCloseTo(station.z + 12 + 2, 3);
  });
});

test('centers of edge pins: the edge, and half the diameter outwards', () => {
  const found = placedIn(plan(pinned('T-slot table')).setups[0]);
  const at = (name: string) => found.find((p) => p.name === name)!;
  expect(at('front pin 1')).toMatchObject({ x: 75, y: 60 - 5, across: 10, top: 12 });
  expect(at('front pin 2')).toMatchObject({ x: 150, y: 55 });
  expect(at('left pin')).toMatchObject({ x: 55, y: 100 });
  const right = { by: 'pins' as const, side: 'right' as const, at: 200, pins: [80, 120] };
  const other = placedIn(plan(pinned('T-slot table', { x: right })).setups[0]);
  expect(other.filter((p) => p.name.startsWith('right')).map((p) => p.x)).toEqual([205, 205]);
});

test('pods are set by their middle, further pieces too; pins of a plate stand in its holes', () => {
  const pods = [
    { id: 'a', x: 20, y: 20, on: true },
    { id: 'b', x: 180, y: 20, on: true },
  ];
  const device = kindOf('vacuum pods');
  if (device.kind !== 'vacuum pods') throw new Error('no pods');
  const job = pinned('vacuum pods', { pods });
  const found = placedIn(plan(job).setups[0]).filter((p) => p.name.startsWith('pod'));
  expect(found.map((p) => p.x).sort((a, b) => a - b)).toEqual([20 + device.podWidth / 2, 180 + device.podWidth / 2]);
  const two = pinned('T-slot table', { further: [{ id: 'f', x: 0, y: 120, register: 'G55' }] });
  expect(placedIn(plan(two).setups[0]).map((p) => p.name)).toContain('piece 2, left pin');
  expect(placedIn(plan(pinned('fixture plate')).setups[0])).toEqual([]);
  expect(placingOf(pinned('fixture plate'), plan(pinned('fixture plate')), 'only', 'A')).toBeNull();
});

test('what is not known is told: no station, no pointer, no moves in machine coordinates', () => {
  const nowhere = pinned('T-slot table', {}, (j) => (j.setups[0].station = null));
  expect(placingOf(nowhere, plan(nowhere), 'only', 'A')).toEqual({ why: expect.stringMatching(/measure the station/) });
  const noRise = { ...shop, machines: shop.machines.map((m) => ({ ...m, dialect: { ...m.dialect, riseLine: '' } })) };
  const job = pinned('T-slot table');
  expect(placingOf(job, plan(job, noRise), 'only', 'A')).toEqual({
    why: expect.stringMatching(/below the safe height/),
  });
  const stays = linesOf(pinned('T-slot table', { pointer: { tool: null, clearance: 2 } }));
  expect(stays).toContain('NO POINTER CHOSEN: STAYS UP');
  expect(stays).not.toMatch(/^G1 /m);
});

test('inches are written as inches', () => {
  const inch = linesOf(pinned('T-slot table', {}, (j) => (j.units = 'inch')));
  expect(inch).toMatch(/^G20/m);
  expect(inch).toContain('F+7.8740');
});

test('the way over few places is the shortest of all orders, or close; over many it is no longer than as given', () => {
  const orders = <T>(of: readonly T[]): T[][] =>
    of.length < 2
      ? [[...of]]
      : of.flatMap((first, i) => orders(of.filter((_, k) => k !== i)).map((rest) => [first, ...rest]));
  let [same, most] = [0, 0];
  for (let seed = 0; seed < 60; seed++) {
    const dice = new Dice(seed);
    const places = Array.from({ length: 6 }, () => ({ x: 400 * dice.next(), y: 300 * dice.next() }));
    const best = Math.min(...orders(places).map(wayOver));
    const found = wayOver(shortestWay(places));
    if (found < best + 1e-6) same += 1;
    most = Math.max(most, found / best);
  }
  expect(same).toBeGreaterThanOrEqual(57);
  expect(most).toBeLessThan(1.05);
  const dice = new Dice(7);
  const many = Array.from({ length: 40 }, () => ({ x: 400 * dice.next(), y: 300 * dice.next() }));
  const from = performance.now();
  const way = shortestWay(many);
  expect(performance.now() - from).toBeLessThan(3000);
  expect([way.length, new Set(way).size]).toEqual([40, 40]);
  expect(wayOver(way)).toBeLessThan(wayOver(many) / 2);
});
