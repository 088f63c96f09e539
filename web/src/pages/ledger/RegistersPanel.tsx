import { WithCsv } from '../../app/WithCsv';
import { Form, Table } from 'react-bootstrap';
import { AXES, type Vec3 } from '@violet-jaw/core/frames';
import type { PlannedJob } from '@violet-jaw/core/plan';
import { registerUses } from '@violet-jaw/core/plan/registers.ts';
import { REGISTERS, type Register } from '@violet-jaw/core/shop';
import { turnedUses } from '@violet-jaw/core/turned';
import { lengthBasis } from '@violet-jaw/core/zero';
import type { RegisterEntry } from '@violet-jaw/formats/api';
import { useJob } from '../../app/JobLayout';
import { useServer } from '../../store/query';

const NONE: readonly RegisterEntry[] = [];

interface Use {
  readonly register: Register;
  readonly name: string;
  readonly fromPiece1: Vec3 | null;
  /** what stands in it; null: not known */
  readonly at: { readonly [A in 'x' | 'y' | 'z']?: number | null } | null;
}

const usesOf = (planned: PlannedJob): readonly Use[] =>
  planned.turned
    ? turnedUses(planned.turned).map(({ register, name, z }) => ({ register, name, at: { z }, fromPiece1: null }))
    : registerUses(planned).map(({ facts, ...u }) => ({ ...u, at: facts?.register ?? null }));

/** Register by register: who uses it in this job and on the machine today, and whether this job leaves it alone. */
export function RegistersPanel({ planned }: { planned: PlannedJob }) {
  const { id, job, speech, change } = useJob();
  const machine = planned.machine;
  const today =
    useServer('machineRegisters', { machine: job.machine ?? '' }, { enabled: job.machine !== null }).data ?? NONE;
  const uses = usesOf(planned);
  // X of what is turned is the axis
  const axes = planned.turned ? (['z'] as const) : AXES;
  const own = new Set(uses.map((u) => u.register));
  const others = today.filter((t) => t.jobId !== id);
  const standing = others.filter((o) => o.state === 'stands on the machine');
  const listed = REGISTERS.filter((r) => machine?.registers.includes(r) || own.has(r));
  const leave = (register: Register, on: boolean) =>
    change((j) => ({ leaveAlone: REGISTERS.filter((r) => (r === register ? on : j.leaveAlone.includes(r))) }));
  const counted = [...new Set(planned.setups.map((s) => lengthBasis(s.setup, 0).says))];
  return (
    <section aria-label="Registers">
      <h2>Registers{machine && <span className="quiet fs-6"> of {machine.name}, and who uses them today</span>}</h2>
      <WithCsv name="Registers">
        <Table size="sm" aria-label="Registers">
          <thead>
            <tr>
              <th>Register</th>
              <th>Used by</th>
              {axes.map((a) => (
                <th key={a} className="number">
                  {a.toUpperCase()}
                </th>
              ))}
              <th>Other jobs on this machine</th>
              {!planned.turned && <th>Leave alone</th>}
            </tr>
          </thead>
          <tbody>
            {listed.flatMap((register) => {
              const mine = uses.filter((u) => u.register === register);
              const theirs = others.filter((o) => o.register === register);
              const owner = standing.find((s) => s.register === register);
              const rows = mine.length > 0 ? mine : [null];
              return rows.map((u, i) => (
                <tr key={`${register}${i}`}>
                  <td className="number text-start">{u ? <strong>{register}</strong> : register}</td>
                  <td>
                    {u ? u.name : <span className="quiet">free in this job</span>}
                    {u?.fromPiece1 && (
                      <span className="quiet">
                        , X {speech.signed(u.fromPiece1.x)} Y {speech.signed(u.fromPiece1.y)} from the first
                      </span>
                    )}
                  </td>
                  {axes.map((a) => {
                    const v = u?.at?.[a];
                    return (
                      <td key={a} className="number">
                        {!u ? '' : v == null ? 'not known' : speech.signed(v)}
                      </td>
                    );
                  })}
                  <td>
                    {i === 0 && <Others theirs={theirs} />}
                    {i === 0 && owner && mine.length > 0 && (
                      <div className="finding caution mb-0">
                        <span className="level">caution</span>
                        {owner.number} stands on the machine with {register}: setting it would move that zero.
                      </div>
                    )}
                  </td>
                  {!planned.turned && (
                    <td>
                      {i === 0 && (
                        <Form.Check
                          type="checkbox"
                          aria-label={`Leave ${register} alone`}
                          checked={job.leaveAlone.includes(register)}
                          onChange={(e) => leave(register, e.target.checked)}
                        />
                      )}
                    </td>
                  )}
                </tr>
              ));
            })}
          </tbody>
        </Table>
      </WithCsv>
      <p className="quiet mb-2">
        {planned.turned
          ? 'X is the axis.'
          : counted.length === 1
            ? `Z: ${counted[0]}.`
            : `Z: ${counted.join('; ')}: not the same in every setup.`}{' '}
        {machine &&
          (AXES.every((a) => machine.commonOffset[a] === 0)
            ? 'The common offset must be zero.'
            : `The common offset stays, ${machine.commonOffset.why || 'nobody says why'}, and is taken off every register.`)}
      </p>
    </section>
  );
}

function Others({ theirs }: { theirs: readonly RegisterEntry[] }) {
  const [first, ...more] = [...theirs].sort(
    (a, b) => (a.state === 'stands on the machine' ? 0 : 1) - (b.state === 'stands on the machine' ? 0 : 1),
  );
  if (!first) return null;
  return (
    <span className="quiet">
      {first.number} {first.by}, {first.state}
      {more.length > 0 && ` and ${more.length} more`}
    </span>
  );
}
