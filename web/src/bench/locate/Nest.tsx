import { Button } from 'react-bootstrap';
import { isHoldIn } from '@violet-jaw/core/job';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import type { SectionProps } from '../section';

/** A part put into the outline of its jig: it lies in the middle of what the jig leaves all round. */
export function Nest({ setup, edit }: SectionProps) {
  const { job, plannedNow } = useJob();
  const { hold } = setup;
  if (!isHoldIn('flat', hold) || hold.dowels || hold.edgePins) return null;
  const put = (nest: typeof hold.nest) =>
    edit((s) =>
      isHoldIn('flat', s.hold)
        ? { ...s, jig: { ...s.jig, on: nest !== null || s.jig.on }, hold: { ...s.hold, nest } }
        : s,
    );
  const on = hold.nest;
  const begin = async () => {
    const box = (await plannedNow(setup.id))?.facts?.seat.finishedBox;
    put({ x: Math.round(box?.min.x ?? 100), y: Math.round(box?.min.y ?? 100) });
  };
  const place = (axis: 'x' | 'y', edge: string) => (
    <LengthField
      label={`${edge} edge of the finished part at ${axis.toUpperCase()}`}
      mm={on![axis]}
      units={job.units}
      signed
      min={-20_000}
      max={20_000}
      onCommit={(mm) => put({ ...on!, [axis]: mm })}
    />
  );
  return (
    <div role="group" aria-label="Jig" data-part="Jig">
      <h3 className="mt-2">Jig</h3>
      {on ? (
        <>
          <div className="fields">
            {place('x', 'Left')}
            {place('y', 'Front')}
          </div>
          <p className="quiet mb-1">
            Its fit is how exactly the part lies in it; both are in the section Hold, with its outline as DXF.
          </p>
          <Button size="sm" variant="outline-primary" className="mb-2" onClick={() => put(null)}>
            Take this part out of the jig
          </Button>
        </>
      ) : (
        <>
          <p className="quiet mb-1">
            A sheet with the outline of the part cut out: the part lies in it, with play all round.
          </p>
          <Button size="sm" variant="outline-primary" className="mb-2" onClick={() => void begin()}>
            Put this part into a jig
          </Button>
        </>
      )}
    </div>
  );
}
