import { Button } from 'react-bootstrap';
import { axisOf, AXES } from '@violet-jaw/core/frames';
import { newEnds, newTurned } from '@violet-jaw/core/job';
import { likelyFront } from '@violet-jaw/core/turned';
import { useJob } from '../../app/JobLayout';
import { usePlan } from '../../store/planStore';

/** Offers to plan a round part about its axis, where the shop has a lathe for it. */
export function TurnIt() {
  const { shop, change, isPlanner } = useJob();
  const planned = usePlan((s) => s.planned);
  const lathes = shop.machines.filter((m) => m.lathe);
  const front = planned && likelyFront(planned.part.features.features);
  if (!isPlanner || lathes.length === 0 || !front) return null;
  const along = axisOf(front);
  const { size } = planned.part;
  const across = Math.max(...AXES.filter((a) => a !== along).map((a) => size[a]));
  return (
    <p className="m-3 d-flex flex-wrap gap-2 align-items-center">
      The part is round.
      {lathes.map((m) => (
        <Button
          key={m.id}
          size="sm"
          onClick={() =>
            change((j) => ({
              turned: { ...newTurned(front), ends: m.lathe!.moves === 'tools' ? newEnds(size[along]) : null },
              machine: m.id,
              blank:
                j.blank.kind === 'round bar' && j.blank.along === along
                  ? j.blank
                  : { ...j.blank, kind: 'round bar', along, across },
            }))
          }
        >
          Turn it {m.lathe!.moves === 'tools' ? 'end for end' : 'from bar'} on {m.name}
        </Button>
      ))}
    </p>
  );
}
