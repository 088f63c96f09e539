import type { Planner } from '../plan';
import { boxMesh, type Kernel, type TriangleMesh } from '../solid';
import { randomJob, type Cuboid, type RandomJob } from './randomJobs';
import { oracle, oracleRegister } from './zeroOracle';

const AXES = ['x', 'y', 'z'] as const;
const differ = (a: number | null, b: number | null) => (a === null || b === null ? a !== b : Math.abs(a - b) > 1e-6);

/** A mesh of boxes taken together. */
export function meshOf(kernel: Kernel, boxes: readonly Cuboid[]): TriangleMesh {
  const solids = boxes
    .map((b) => kernel.fromMesh(boxMesh({ min: { x: b[0], y: b[1], z: b[2] }, max: { x: b[3], y: b[4], z: b[5] } })))
    .map((s) => {
      if (!s.ok) throw new Error(s.problem);
      return s.value;
    });
  const all = kernel.union(solids);
  const mesh = all.mesh();
  [all, ...solids].forEach((s) => s.release());
  return mesh;
}

/**
 * Plans a random job and compares every zero, register and shift with the oracle's. @returns what disagrees, in words
 */
export function disagreements(planner: Planner, seed: number, random: RandomJob = randomJob(seed)): string[] {
  const { job, shop, boxes } = random;
  const mesh = boxes.length > 1 ? meshOf(planner.kernel, boxes) : null;
  const right = oracle(random);
  // where else a part could rest is told with the forces, which take their time
  const planned = planner.plan(
    { job, shop, bodies: () => mesh && { mesh, key: `boxes ${JSON.stringify(boxes)}` } },
    right.some((r) => r.seats.length > 1) ? 'now' : 'known',
  );
  if (!planned.ok) return [`${seed}: not planned: ${planned.problem}`];
  const [machine] = shop.machines;
  const said: string[] = [];
  const touched = new Map<string, number[]>();
  const known: {
    register: (number | null)[];
    zero: number[];
    station: number[] | null;
    measured: boolean;
    settled: boolean;
    length: number | null | undefined;
  }[] = [];
  planned.value.setups.forEach((s, i) => {
    const facts = s.facts!;
    const { setup } = s;
    const where = `${seed} Op ${s.op} ${setup.device}`;
    const { seats, zeroAt, loadedMm3 } = right[i];
    if (Math.abs(s.material.loadedMm3 - loadedMm3) > 1e-2)
      said.push(`${where}: loaded ${s.material.loadedMm3} mm³, oracle ${loadedMm3}`);
    const t = facts.seat.pose.translation;
    const meetsAll = facts.seat.settled && facts.seat.x.touches && facts.seat.y.touches && facts.seat.rest.touches;
    if (seats.length > 0 && !seats.some((seat) => seat.every((v, k) => !differ(v, t[AXES[k]]))))
      said.push(
        `${where}: seat ${AXES.map((a) => t[a]).join(' ')} (settled ${facts.seat.settled}), oracle ${seats.map((x) => x.join(' ')).join(' or ')}`,
      );
    if (seats.length === 0 && meetsAll) said.push(`${where}: a seat at which all is touched, the oracle has none`);
    if (
      /not a number/.test(
        JSON.stringify(s, (_, v: unknown) => (typeof v === 'number' && !Number.isFinite(v) ? 'not a number' : v)),
      )
    )
      said.push(`${where}: something computed is not a number`);
    const { settled } = facts.seat;
    if (seats.length > 1 && meetsAll && s.forces?.elsewhere.length !== seats.length - 1)
      said.push(
        `${where}: ${s.forces?.elsewhere.length} other places told, oracle ${seats.map((x) => x.join(' ')).join(' or ')}`,
      );
    const zero = zeroAt([t.x, t.y, t.z]);
    const at = machine.stations.find((x) => x.id === setup.station)?.position ?? null;
    const key = `${setup.station} ${setup.device}`;
    if (setup.measured && settled) {
      const { measured } = setup;
      touched.set(
        key,
        AXES.map((a, k) => measured[a] - zero[k]),
      );
    }
    const standing =
      setup.measured && settled
        ? touched.get(key)!
        : (setup.station !== null && touched.get(key)) || (at && AXES.map((a) => at[a]));
    const expected = settled
      ? oracleRegister(setup, shop, zero, standing as [number, number, number] | null)
      : [null, null, null];
    AXES.forEach((a, k) => {
      if (differ(facts.register[a], expected[k]))
        said.push(`${where}: register ${a} ${facts.register[a]}, oracle ${expected[k]}`);
      const terms = facts.ledger[a];
      const sum =
        terms.length === 0
          ? null
          : terms.reduce<number | null>((v, x) => (v === null || x.value === null ? null : v + x.value), 0);
      // with a height setter the register is known though station and setter are not
      if (sum !== null && differ(sum, facts.register[a]))
        said.push(`${where}: terms of ${a} add up to ${sum}, register ${facts.register[a]}`);
      if (!settled && terms.length > 0) said.push(`${where}: unsettled, and has terms`);
    });
    known.push({
      register: expected,
      zero,
      station: standing,
      measured: touched.has(key) && standing === touched.get(key),
      settled,
      length: expected[2] === null ? null : undefined,
    });
  });
  planned.value.transitions.forEach((x, i) => {
    const [a, b] = [known[i], known[i + 1]];
    const [p, q] = [planned.value.setups[i].setup, planned.value.setups[i + 1].setup];
    const oneStation =
      p.station !== null && p.station === q.station && p.device === q.device && !a.measured && !b.measured;
    AXES.forEach((axis, k) => {
      const both = a.register[k] !== null && b.register[k] !== null;
      const noLengths = machine.dialect.lengthLine === '';
      const lengths = axis === 'z' && (noLengths || p.lengths.by !== 'spindle nose' || q.lengths.by !== 'spindle nose');
      const expected = both
        ? b.register[k]! - a.register[k]!
        : oneStation && a.settled && b.settled && !lengths
          ? b.zero[k] - a.zero[k]
          : undefined;
      const shift = x.shift.shift?.[axis] ?? null;
      if (expected !== undefined && differ(shift, expected))
        said.push(`${seed} ${x.fromOp} to ${x.toOp}: shift ${axis} ${shift}, oracle ${expected}`);
      if (expected === undefined && !lengths && shift !== null)
        said.push(`${seed} ${x.fromOp} to ${x.toOp}: shift ${axis} ${shift}, oracle not known`);
      // two unknown lengths are never the same
      if (expected === undefined && lengths && shift !== null && !sameLengths(p, q, oneStation))
        said.push(`${seed} ${x.fromOp} to ${x.toOp}: shift ${axis} ${shift}, oracle not known`);
      const sum = x.shift.terms.filter((term) => term.axis === axis).reduce((v, term) => v + term.value, 0);
      if (shift !== null && Math.abs(sum - shift) > 1e-6)
        said.push(`${seed} ${x.fromOp} to ${x.toOp}: terms of ${axis} add up to ${sum}, shift ${shift}`);
    });
  });
  return said;
}

type Counted = RandomJob['job']['setups'][number];

/** Lengths of two reference tools that are known, on one station that is not: their difference is exact. */
function sameLengths(p: Counted, q: Counted, oneStation: boolean): boolean {
  const known = (s: Counted) => s.lengths.by !== 'height setter';
  return oneStation && known(p) && known(q);
}
