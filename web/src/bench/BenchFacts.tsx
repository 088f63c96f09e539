import { AXES } from '@violet-jaw/core/frames';
import { termOf } from '@violet-jaw/core/ledger';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { lengthBasis } from '@violet-jaw/core/zero';
import { useJob } from '../app/JobLayout';

/** The numbers read from a meter away. */
export function BenchFacts({ planned }: { planned: PlannedSetup }) {
  const { speech } = useJob();
  const { facts } = planned;
  if (!facts) return null;
  // as it is keyed in: Z counts as the shop measures its tool lengths
  const { x, y, z } = facts.register;
  const w = x !== null && y !== null && z !== null ? { x, y, z } : null;
  const counted = planned.setup.lengths.by === 'spindle nose' ? '' : `, Z with ${lengthBasis(planned.setup, 0).says}`;
  const common = AXES.some((a) => termOf(facts.ledger, a, 'common') !== 0)
    ? ', less the common offset of the control'
    : '';
  const from = facts.touched ? `, as touched off in ${facts.touched.from}` : ', planned from the measured station';
  const shift = planned.fromFirst?.shift;
  const values = w ?? shift;
  return (
    <div className="bench-facts">
      <div className="big-zero number" data-testid="work-zero">
        <span className="violet">{planned.register}</span>
        {(['x', 'y', 'z'] as const).map((a) => (
          <span key={a}>
            {a.toUpperCase()} {values ? speech.signed(values[a]) : '?'}
          </span>
        ))}
      </div>
      <p className="mb-1">
        <span className="quiet">
          {w
            ? `Work zero in machine coordinates${from}${counted}${common}.`
            : shift
              ? 'Shift from the first setup: the station is not measured.'
              : 'Not known: the station is not measured. Touch off here.'}
        </span>
      </p>
    </div>
  );
}
