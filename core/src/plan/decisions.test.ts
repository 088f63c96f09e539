import { readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { loadModelKernel } from '../../../formats/src/model/load';
import { bodiesFor } from '../../../formats/src/part/bodies';
import { snapped, type Decision } from '../holdings';
import { readJobFile, type Job, type Setup } from '../job';
import type { BodyMeshes } from '../part';
import type { Shop } from '../shop';
import { loadKernel } from '../solid';
import { heldJob, heldShop, plate, pods, table, strap } from '../testing/held';
import { speechIn } from '../units';
import { decisionsOf, Planner } from '.';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

interface Case {
  readonly name: string;
  readonly job: Job;
  readonly shop: Shop;
  readonly bodies: BodyMeshes;
}

/** Every decision of every setup. */
function decided({ job, shop, bodies }: Case): { setupId: string; decision: Decision }[] {
  const p = planner.plan({ job, shop, bodies }, 'known');
  if (!p.ok) throw new Error(p.problem);
  return p.value.setups.flatMap((s) =>
    decisionsOf(s, p.value, speechIn(job.units)).map((decision) => ({ setupId: s.id, decision })),
  );
}

async function demo(file: string): Promise<Case> {
  const read = readJobFile(readFileSync(resolve('demo', file), 'utf8'));
  if (!read.ok) throw new Error(read.problems.join('\n'));
  const { job, shop } = read.value;
  const bodies = await bodiesFor(
    job,
    () => loadModelKernel(),
    (s) => ({ ok: true, value: readFileSync(resolve('demo', s.file)) }),
  );
  if (!bodies.ok) throw new Error(bodies.problem);
  return { name: file, job, shop, bodies: bodies.value };
}

const none: BodyMeshes = () => null;
const part = { block: { x: 90, y: 60, z: 20 } };
const clamp = { id: 'c1', clamp: strap.id, x: 60, y: 90, towards: '-y' as const, torque: 20, toBolt: 40, toHeel: 60 };
const pinned = { by: 'pins' as const, side: 'left' as const, at: 50, pins: [60, 100] };
const flats: readonly Case[] = [
  {
    name: 'T-slot table with a strap',
    job: heldJob({ device: table, part, hold: { clamps: [clamp] } }),
    shop: heldShop(table, { clamps: [strap] }),
    bodies: none,
  },
  {
    name: 'fixture plate with pins',
    job: heldJob({
      device: plate,
      part,
      hold: { x: pinned, y: { ...pinned, side: 'front' as const, at: 40 }, pinDiameter: 10, pinHeight: 12, under: 5 },
    }),
    shop: heldShop(plate),
    bodies: none,
  },
  {
    name: 'pods',
    job: heldJob({ device: pods, part, hold: { pods: [{ id: 'p', x: 40, y: 40, on: true }] } }),
    shop: heldShop(pods),
    bodies: none,
  },
];

const CASES: readonly (() => Promise<Case>)[] = [
  ...readdirSync('demo')
    .filter((f) => f.endsWith('.json'))
    .map((f) => () => demo(f)),
  ...flats.map((c) => () => Promise.resolve(c)),
];

/** Moves one decision and plans anew. */
function moved(c: Case, setupId: string, decision: Decision, mm: number): Decision | undefined {
  const change = (s: Setup) => (s.id === setupId ? decision.set(s, mm) : s);
  const after = { ...c, job: { ...c.job, setups: c.job.setups.map(change) } };
  return decided(after).find((d) => d.setupId === setupId && d.decision.id === decision.id)?.decision;
}

test('a decision stands where its number says, and is moved to where another number says', async () => {
  const seen = new Set<string>();
  for (const make of CASES) {
    const c = await make();
    for (const { setupId, decision: d } of decided(c)) {
      seen.add(d.item.replace(/-.*/, ''));
      const where = `${c.name} ${setupId} ${d.id}`;
      expect([where, d.at[d.axis]]).toEqual([where, expect.closeTo(d.from + d.way * d.mm, 9)]);
      for (const by of c.bodies === none ? [0.7, -0.3] : [0.7]) {
        const mm = Math.min(d.most, Math.max(d.least, d.mm + by));
        const now = moved(c, setupId, d, mm);
        // a pin or clamp that stands elsewhere may let the part rest elsewhere, but its own number is what was asked
        expect([where, now?.mm]).toEqual([where, expect.closeTo(mm, 9)]);
        expect([where, now?.at[d.axis]]).toEqual([where, expect.closeTo(now!.from + now!.way * mm, 9)]);
      }
    }
  }
  expect([...seen].sort()).toEqual(
    expect.arrayContaining(['clamp', 'depth', 'locate', 'parallels', 'pin', 'pod', 'stop', 'tab', 'under']),
  );
});

test('anchors of a table and a plate are snapped to, and what a snap says is true', () => {
  const [straps, pins] = flats.map((c) => decided(c).map((d) => d.decision));
  const y = straps.find((d) => d.id === 'clamp-c1-y')!;
  const slot = y.snaps.find((s) => s.says === 'slot 2 from the front')!;
  if (table.kind !== 'T-slot table') throw new Error('a table was expected');
  // the bolt stands 40 mm nearer to the operator than the nose
  expect(slot.mm - 40).toBeCloseTo(table.firstSlot + table.slotPitch, 9);
  expect(snapped(y, slot.mm + 1.4, { reach: 2, step: 1 })).toEqual({ mm: slot.mm, says: slot.says });
  expect(snapped(y, slot.mm + 2.4, { reach: 2, step: 1 }).says).toBeNull();
  if (plate.kind !== 'fixture plate') throw new Error('a plate was expected');
  const row = pins.find((d) => d.id === 'locate-x')!;
  // pins 10 mm thick left of the part: their centers in holes
  for (const s of row.snaps)
    expect((s.mm - 5 - plate.firstX) / plate.pitch).toBeCloseTo(
      Number.parseInt(String(Math.round((s.mm - 5 - plate.firstX) / plate.pitch)), 10),
      9,
    );
});

test.each([
  [12.4, 0, 1, 12],
  [12.4, 0, 0.1, 12.4],
  [7.6, 0, 1, 8],
  [-4, 0, 1, 0],
  [1e6, 0, 1, 100],
])('a pointer at %p means a whole step within what is allowed', (mm, reach, step, means) => {
  const to = snapped({ snaps: [], least: 0, most: 100 }, mm, { reach, step });
  expect(to.mm).toBeCloseTo(means, 9);
});

test('a snap that is not allowed does not draw', () => {
  const snaps = [{ mm: -2, says: 'below' }];
  expect(snapped({ snaps, least: 0, most: 100 }, -1.5, { reach: 5, step: 1 })).toEqual({ mm: 0, says: null });
});
