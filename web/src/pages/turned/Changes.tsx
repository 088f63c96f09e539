import { Button } from 'react-bootstrap';
import type { GripChange } from '@violet-jaw/core/job';
import type { GripPlan, PlannedTurned } from '@violet-jaw/core/turned';
import { useJob } from '../../app/JobLayout';
import { newId } from '../../app/newId';
import { LengthField } from '../../fields/LengthField';
import { LengthOrNot } from './LengthOrNot';
import { usePlan } from '../../store/planStore';
import { useTurned } from './useTurned';

/** The changes as the planner may change them: as entered, or as they are proposed now. */
export const changesToEdit = (
  { changes }: Pick<PlannedTurned, 'changes'>,
  entered: GripChange[] | null,
): GripChange[] => entered ?? changes.map(({ id, at }) => ({ id, at, move: null, shift: null }));

/** Where the main spindle grips anew: proposed, others with their reasons, each movable; what the program has. */
export function Changes() {
  const { job, speech } = useJob();
  const planned = usePlan((s) => s.planned?.turned);
  const { turned, set } = useTurned();
  const { units } = job;
  if (!planned?.grips) return null;
  const edit = (id: string, fields: Partial<GripChange>) =>
    set((t) => ({ changes: changesToEdit(planned, t.changes).map((c) => (c.id === id ? { ...c, ...fields } : c)) }));
  const entered = changesToEdit(planned, turned.changes);
  const shifted = planned.changes.reduce((sum, c) => sum + c.shift, 0);
  return (
    <section aria-label="Changes of grip">
      <h3>Changes of grip</h3>
      <p className="mb-1">
        {planned.changes.length === 0
          ? 'The part fits into one stroke: no change is needed.'
          : `${planned.changes.length + 1} grips, ${planned.changes.length} ${planned.changes.length === 1 ? 'pull' : 'pulls'}${turned.changes === null ? ', as proposed' : ', as entered'}. A change can be dragged along the part.`}
      </p>
      {planned.changes.map((c, i) => {
        const typed = entered.find((e) => e.id === c.id);
        return (
          <fieldset key={c.id} className="panel turned-change" aria-label={`Change ${i + 1}`}>
            <strong className="wide">Change {i + 1}</strong>
            <LengthField
              label={`Change ${i + 1} behind the front face`}
              mm={c.at}
              units={units}
              min={0}
              max={100_000}
              onCommit={(at) => edit(c.id, { at })}
            />
            <LengthOrNot
              label={`Move ${i + 1} in the program`}
              mm={typed?.move ?? null}

              signed
              empty={speech.signed(c.plannedMove)}
              onCommit={(move) => edit(c.id, { move })}
            />
            <LengthOrNot
              label={`Shift ${i + 1} in the program`}
              mm={typed?.shift ?? null}

              signed
              empty={speech.signed(c.move)}
              onCommit={(shift) => edit(c.id, { shift })}
            />
            <Button
              size="sm"
              variant="outline-primary"
              onClick={() => set((t) => ({ changes: changesToEdit(planned, t.changes).filter((e) => e.id !== c.id) }))}
            >
              Take out change {i + 1}
            </Button>
          </fieldset>
        );
      })}
      {planned.changes.length > 0 && (
        <LengthOrNot
          label="Taken back in the program"
          mm={turned.takeBack}

          signed
          empty={speech.signed(-shifted)}
          onCommit={(takeBack) => set({ takeBack })}
        />
      )}
      <div className="d-flex flex-wrap gap-1 mt-1">
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() =>
            set((t) => {
              const now = changesToEdit(planned, t.changes);
              const last = now[now.length - 1]?.at ?? 0;
              const at = (last + planned.bar.length) / 2;
              return { changes: [...now, { id: newId(), at, move: null, shift: null }] };
            })
          }
        >
          Add a change
        </Button>
        {turned.changes !== null && (
          <Button size="sm" variant="outline-primary" onClick={() => set({ changes: null })}>
            As proposed
          </Button>
        )}
      </div>
      <Others planned={planned} onTake={(plan) => set({ changes: asEntered(plan, planned) })} />
    </section>
  );
}

const asEntered = ({ changes }: GripPlan, { bar }: PlannedTurned): GripChange[] =>
  changes.map((c, i) => ({
    id: `change-${i + 1}`,
    at: Math.round((c - bar.face) * 1000) / 1000,
    move: null,
    shift: null,
  }));

/** Other plans of grips, and why one would take them. */
function Others({ planned, onTake }: { planned: PlannedTurned; onTake: (plan: GripPlan) => void }) {
  const { speech } = useJob();
  const others = planned.grips?.others ?? [];
  if (others.length === 0) return null;
  return (
    <div className="mt-2">
      <strong>Other plans</strong>
      {others.map(({ plan, why }) => (
        <div key={why} className="d-flex gap-2 align-items-start mt-1">
          <Button size="sm" variant="outline-primary" onClick={() => onTake(plan)}>
            Take it
          </Button>
          <span>
            {why}: changes at{' '}
            <span className="number">{plan.changes.map((c) => speech.size(c - planned.bar.face)).join(', ')}</span>,
            longest section <span className="number">{speech.size(plan.longest)}</span>
          </span>
        </div>
      ))}
    </div>
  );
}
