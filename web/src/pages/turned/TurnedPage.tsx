import { useState } from 'react';
import { Button, ButtonGroup } from 'react-bootstrap';
import { useJob } from '../../app/JobLayout';
import { FindingList } from '../../app/FindingList';
import { usePlan } from '../../store/planStore';
import { useSize } from '../../drawing/useSize';
import { BarFields } from './BarFields';
import { Changes } from './Changes';
import { KeptClear } from './KeptClear';
import { NotTurned } from './NotTurned';
import { Sequence } from './Sequence';
import { TurnedDrawing } from './TurnedDrawing';
import { TurningTools } from './TurningTools';

/** A part turned from bar: its half section with the changes of grip, what both spindles do, and the fields beside. */
export function TurnedPage() {
  const { isPlanner } = useJob();
  const planned = usePlan((s) => s.planned);
  const [box, width] = useSize<HTMLDivElement>([820, 600]);
  const [section, setSection] = useState(0);
  const turned = planned?.turned;
  const shown = Math.min(section, Math.max(0, (turned?.sections.length ?? 1) - 1));
  return (
    <div className="route-page">
      <div className="bench-open">
        <div className="bench-drawings turned-left" ref={box}>
          {turned ? (
            <>
              {turned.sections.length > 0 && (
                <ButtonGroup aria-label="What the drawing shows" className="mb-1">
                  {turned.sections.map((s, i) => (
                    <Button
                      key={s.from}
                      size="sm"
                      variant={i === shown ? 'primary' : 'outline-primary'}
                      aria-pressed={i === shown}
                      onClick={() => setSection(i)}
                    >
                      Section {i + 1} begins
                    </Button>
                  ))}
                </ButtonGroup>
              )}
              <TurnedDrawing planned={turned} section={shown} width={width - 24} height={240} />
              <Sequence planned={turned} />
            </>
          ) : (
            <p className="quiet m-3">planning…</p>
          )}
        </div>
        <div className="bench-sheet turned-fields">
          <FindingList findings={(planned?.findings ?? []).filter((f) => f.section === 'turn' && f.level === 'stop')} />
          <fieldset disabled={!isPlanner}>
            <BarFields />
            <Changes />
            <KeptClear />
            <TurningTools />
          </fieldset>
          <FindingList findings={(planned?.findings ?? []).filter((f) => f.section === 'turn' && f.level !== 'stop')} />
          <NotTurned />
        </div>
      </div>
    </div>
  );
}
