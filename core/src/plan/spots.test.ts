import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { demoShop, sensorFootJob } from '../../../demo';
import { finding, type Finding } from '../findings';
import type { Job } from '../job';
import { loadKernel } from '../solid';
import { held } from '../testing/holds';
import { heldJob, heldShop, strap, table } from '../testing/held';
import { speechIn } from '../units';
import { decisionsOf, Planner, spotsOf, type Spot } from '.';
import { CODES_SHOWN } from './spots';

let planner: Planner;
beforeAll(async () => {
  planner = new Planner(await loadKernel());
});

/** What is marked in the first setup. */
function marked(job: Job, shop = demoShop): { spots: Spot[]; codes: string[] } {
  const p = planner.plan({ job, shop, bodies: () => null });
  if (!p.ok) throw new Error(p.problem);
  const [setup] = p.value.setups;
  const spots = spotsOf(setup, p.value.findings, decisionsOf(setup, p.value, speechIn(job.units)));
  return { spots, codes: p.value.findings.map((f) => f.code) };
}
const told = (spots: readonly Spot[]) => Object.fromEntries(spots.map((s) => [s.item, s.findings.map((f) => f.code)]));

test('a finding is marked once, at what is decided there', () => {
  const job = sensorFootJob();
  const { stop, parallels } = held('vise', job.setups[0]);
  // too high for a grip, and the stop beside the part
  parallels.height = 35;
  stop.height = 90;
  const { spots } = marked(job);
  expect(told(spots)).toMatchObject({
    parallels: expect.arrayContaining(['grip-too-shallow']),
    stop: expect.arrayContaining(['stop-touches-nothing']),
  });
  const all = spots.flatMap((s) => s.findings);
  expect(new Set(all).size).toBe(all.length);
  expect(all.every((f) => f.level !== 'note')).toBe(true);
});

test('of several straps the one that is spoken of is marked', () => {
  const far = {
    id: 'far',
    clamp: strap.id,
    x: 300,
    y: 300,
    towards: '-y' as const,
    torque: 20,
    toBolt: 40,
    toHeel: 60,
  };
  const near = { ...far, id: 'near', x: 60, y: 90 };
  const part = { block: { x: 90, y: 60, z: 20 } };
  const job = heldJob({ device: table, part, hold: { clamps: [near, far] } });
  const { spots, codes } = marked(job, heldShop(table, { clamps: [strap] }));
  expect(codes).toContain('clamp-beside-part');
  expect(told(spots)['clamp-far']).toContain('clamp-beside-part');
  expect(told(spots)['clamp-near'] ?? []).not.toContain('clamp-beside-part');
});

test('every code that is marked is one a check tells', () => {
  const sources = (readdirSync('core/src', { recursive: true }) as string[]).filter(
    (f) => f.endsWith('.ts') && !f.endsWith('.test.ts'),
  );
  const told = new Set(
    sources.flatMap((f) =>
      [...readFileSync(join('core/src', f), 'utf8').matchAll(/'(?:seat|cut|hold|locate|prove|zero)\/([a-z-]+)'/g)].map(
        (m) => m[1],
      ),
    ),
  );
  expect(CODES_SHOWN.filter((code) => !told.has(code))).toEqual([]);
});

test('what is said of a further piece is marked at that piece, not at the first', () => {
  const part = { block: { x: 90, y: 60, z: 20 } };
  const further = [{ id: 'p2', x: 150, y: 0, register: null }];
  const job = heldJob({ device: table, part, hold: { further } });
  const p = planner.plan({ job, shop: heldShop(table), bodies: () => null });
  if (!p.ok) throw new Error(p.problem);
  const [setup] = p.value.setups;
  const decisions = decisionsOf(setup, p.value, speechIn(job.units));
  const of = (says: string): Finding =>
    finding({ setupId: setup.id, op: setup.op, speech: speechIn(job.units) }, 'prove/cut-into-device', 'stop', {
      says,
      numbers: {},
      because: '',
      remedy: '',
    });
  expect(told(spotsOf(setup, [of('Piece 2: the cut goes into the table.')], decisions))).toEqual({
    'piece-p2': ['cut-into-device'],
  });
  expect(Object.keys(told(spotsOf(setup, [of('The cut goes into the table.')], decisions)))).toEqual(['depth']);
});
