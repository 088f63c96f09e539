import { readFileSync } from 'node:fs';
import { bodiesFor } from '@violet-jaw/formats/part/bodies.ts';
import { loadModelKernel } from '@violet-jaw/formats/model/load.ts';
import { loadKernel } from '@violet-jaw/core/solid';
import { Planner } from '@violet-jaw/core/plan';
import { checkJob, newHold, oneCut, nextSetup, newJob, newBlank } from '@violet-jaw/core/job';
import { ALL_ORIENTATIONS } from '@violet-jaw/core/frames';
import { demoShop } from './demo';
import { seeded } from '@violet-jaw/core/random';
import { buildSheet } from '@violet-jaw/core/sheet';
import { runPlan } from '@violet-jaw/core/run';
import { boreHole, boresAlong } from '@violet-jaw/core/dowels';
import { knownFeature } from '@violet-jaw/core/part';
import { remediesOf } from '@violet-jaw/core/remedy';
import { speechIn } from '@violet-jaw/core/units';
import { placingDrawing } from '@violet-jaw/core/control';
import { outlinesOf } from '@violet-jaw/core/drawing';
const seed = Number(process.argv[2] ?? 1), count = Number(process.argv[3] ?? 60);
const next = seeded(seed);
const pick = <T,>(a: readonly T[]) => a[Math.floor(next() * a.length)];
const kernel = await loadKernel();
const planner = new Planner(kernel);
const files = ['vane-bearing-block.step', 'float-guide.step', 'louver-frame.dxf', 'd-window.dxf'];
const flat = demoShop.devices.filter((d) => !['vise', 'chuck', 'collet', 'rotary axis'].includes(d.kind));
let n = 0, worst = 0, crooked = 0;
const bad = (v: unknown, path: string): string | null => {
  if (typeof v === 'number') return Number.isNaN(v) ? path : null;
  if (v && typeof v === 'object' && !ArrayBuffer.isView(v)) for (const [k, x] of Object.entries(v)) { const r = bad(x, path + '.' + k); if (r) return r; }
  return null;
};
const wild = () => pick([0, -0, 1e-9, 11 / 16 * 25.4, 2.1875 * 25.4, 300 * (next() - 0.5), 40 * next(), 19_999, -19_999]);
for (let i = 0; i < count; i++) {
  const file = pick(files);
  const a = { xMinus: pick([0, 3, 1e-9]), xPlus: pick([0, 2.4]), yMinus: pick([0, 3]), yPlus: 3, zMinus: pick([0, 1]), zPlus: 1 };
  const units = pick(['mm', 'inch'] as const);
  let job: any = { ...newJob({ number: '1', part: 'p', units, material: pick(['EN AW-6082 T6', 'x']) }, { file, ...(file.endsWith('dxf') ? { unit: 'mm', thickness: 6 } : { body: 0 }) } as any), machine: pick(['mill-1', 'router-1', null]), allowance: a, blank: { ...newBlank(a), kind: pick(['block', 'plate', 'round bar'] as const), across: 200 } };
  if (next() < 0.5) job.blank.ears = Array.from({ length: 1 + Math.floor(3 * next()) }, (_, k) => ({ id: `e${k}`, side: pick(['-x', '+x', '-y', '+y', '-z', '+z']), at: wild(), width: pick([0.001, 30, 4000]), out: pick([0.001, 40, 500]), bond: pick([null, 'two-part', 'gone']) }));
  if (next() < 0.2) job.copies = { x: 2, y: 1, z: 1, gap: 8, cutter: 6 };
  const setups: any[] = [];
  const m = 1 + Math.floor(3 * next());
  for (let k = 0; k < m; k++) {
    const device = pick(flat);
    const hold: any = newHold('flat', { pinHeight: pick([0, 2, 12, 33, 500]), pinDiameter: pick([0.001, 6, 12, 199]) });
    if (next() < 0.8) hold.edgePins = { x: wild(), y: wild(), edge: pick(['loaded', 'finished']), pins: Array.from({ length: Math.floor(5 * next()) }, (_, p) => ({ id: `p${p}`, side: pick(['left', 'right', 'front', 'rear']), along: wild() })) };
    if (next() < 0.3) hold.dowels = { in: pick(['own', 'drilled']), x: wild(), y: wild(), up: pick([0, 8, 500]), block: pick([null, 'left']) };
    if (device.kind === 'vacuum pods') hold.pods = [{ id: 'a', x: 100, y: 100, on: true }, { id: 'b', x: 250, y: 100, on: false }];
    if (next() < 0.3) hold.further = [{ id: 'f', x: 400 * next(), y: 200, register: null }];
    setups.push({ ...nextSetup({ ...job, setups: [] }, `s${k}`, [], { device: device.id, hold }), op: 10 * (k + 1), orientation: pick(ALL_ORIENTATIONS), station: pick(['station-r', 'station-a', null]), cuts: oneCut(pick([0, 1, 5, -2]), { clears: pick(['everything', 'outline']) as any, width: 5 }) });
  }
  job.setups = setups;
  const b = await bodiesFor(job, () => loadModelKernel(), ({ file: f }: any) => ({ ok: true, value: readFileSync('demo/' + f) }) as any);
  if (!b.ok) { console.log('body', b); continue; }
  const dry = planner.plan({ job, shop: demoShop, bodies: b.value }, 'known');
  if (!dry.ok) { console.log('problem', dry.problem); continue; }
  const along = pick(['x', 'y', 'z'] as const);
  const bores = boresAlong(dry.value.part.features.features, along);
  if (bores.length >= 2 && next() < 0.7) {
    job = { ...job, features: bores.map((f) => knownFeature(f, 'b')), dowels: { along, drilledIn: pick([null, 's0']), into: pick([0, 12]), plusMinus: pick([null, 0, 0.02]), holes: bores.slice(0, 4).map((f, k) => ({ ...boreHole(`d${k}`, f, along)!, relieved: k > 0 && next() < 0.5, land: pick([null, 2]) })) } };
  }
  const c = checkJob(job); if (!c.ok) { console.log('check', c.problems); continue; }
  const planned = planner.plan({ job, shop: demoShop, bodies: b.value }, 'now');
  if (!planned.ok) { console.log('problem', planned.problem); continue; }
  n++;
  const nan = bad({ ...planned.value, machine: null }, '');
  if (nan) console.log('NaN at', nan, JSON.stringify(job).slice(0, 300));
  const text = planned.value.findings.map((f) => f.says + f.because + f.remedy).join(' ');
  if (/NaN|undefined|Infinity|null/.test(text)) console.log('text', text.match(/.{60}(NaN|undefined|Infinity|null).{30}/)?.[0]);
  const outlines = outlinesOf(planner, planned.value);
  const sheet = buildSheet({ job, planned: planned.value, outlines, shop: { name: '', projection: 'third angle' }, issue: null });
  runPlan({ job, planned: planned.value, letter: 'A', outlines });
  for (const s of planned.value.setups) placingDrawing(job, s, outlines?.setups.find((o) => o.id === s.id)?.views?.above ?? null);
  for (const f of planned.value.findings) for (const r of remediesOf(f, { planned: planned.value, job, shop: demoShop, speech: speechIn(units) })) { const j = r.put(job); const cc = checkJob(j); if (!cc.ok) console.log('remedy breaks', f.code, cc.problems.slice(0, 2)); }
  // each pin is its radius from a section of what is loaded, halfway up
  for (const [k, s] of planned.value.setups.entries()) {
    const edge = s.facts?.edge; if (!edge || (s.setup.hold as any).edgePins.edge !== 'loaded') continue;
    if (edge.pushed) crooked++;
  }
}
console.log('seed', seed, 'planned', n, 'of', count);
