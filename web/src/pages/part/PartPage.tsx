import { useEffect, useState } from 'react';
import { Button } from 'react-bootstrap';
import { BIN_DAYS } from '@violet-jaw/formats/api';
import { useNavigate } from 'react-router';
import { useJob } from '../../app/JobLayout';
import { useWidth } from '../../drawing/useWidth';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField, CountField, TextField } from '../../fields/TextField';
import { api } from '../../store/api';
import { useIsLead } from '../../store/sessionStore';
import { BlankSection, CopiesSection } from './BlankSection';
import { Features } from './Features';
import { NeverReached } from './NeverReached';
import { OffcutFit } from './OffcutFit';
import { PartDrawing } from './PartDrawing';
import { PartSource } from './PartSource';

export function PartPage() {
  const [views, width] = useWidth<HTMLDivElement>(730);
  const [chosen, setChosen] = useState<string | null>(null);
  const height = useRoomBelow();
  const isLead = useIsLead();
  return (
    <div className="bench">
      <div className="views-one" ref={views}>
        <PartDrawing width={width} height={height} chosen={chosen} onChoose={setChosen} />
      </div>
      <div className="worksheet">
        <PartSource />
        <Features chosen={chosen} onChoose={setChosen} />
        <BlankSection />
        <CopiesSection />
        <NeverReached />
        <OffcutFit />
        <HeadFields />
        {isLead && <DeleteJob />}
      </div>
    </div>
  );
}

/** Height left for a drawing beside the worksheet. */
function useRoomBelow(): number {
  const room = () => Math.max(360, window.innerHeight - 215);
  const [height, setHeight] = useState(room);
  useEffect(() => {
    const measure = () => setHeight(room());
    window.addEventListener('resize', measure);
    return () => window.removeEventListener('resize', measure);
  }, []);
  return height;
}

function DeleteJob() {
  const { id, job } = useJob();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const navigate = useNavigate();
  const remove = async () => {
    try {
      await api.deleteJob({ id });
      void navigate('/jobs');
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <section aria-label="Delete">
      {asking ? (
        <>
          <p className="mb-1">
            Delete {job.number}? It lies in the bin (page Backups) for {BIN_DAYS} days and can be taken back from there.
          </p>
          <Button
            size="sm"
            variant="danger"
            onClick={() => {
              void remove();
            }}
          >
            Delete {job.number}
          </Button>{' '}
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() => {
              setAsking(false);
              setProblem(null);
            }}
          >
            Keep it
          </Button>
        </>
      ) : (
        <Button size="sm" variant="outline-primary" onClick={() => setAsking(true)}>
          Delete this job…
        </Button>
      )}
      {problem && (
        <div className="finding stop" role="alert">
          <span className="level">not deleted</span>
          {problem}
        </div>
      )}
    </section>
  );
}

function HeadFields() {
  const { job, shop, change } = useJob();
  return (
    <section aria-label="Job">
      <h3>Job</h3>
      <div className="fields">
        <TextField
          label="Job number"
          value={job.number}
          required
          maxLength={60}
          onCommit={(number) => change({ number })}
        />
        <TextField label="Part" value={job.part} onCommit={(part) => change({ part })} />
        <TextField label="Revision" value={job.revision} maxLength={20} onCommit={(revision) => change({ revision })} />
        <TextField
          label="Material"
          value={job.material}
          suggestions={shop.materials.map((m) => m.name)}
          onCommit={(material) => change({ material })}
        />
        <CountField
          label="Quantity"
          value={job.quantity}
          min={1}
          max={1_000_000}
          onCommit={(quantity) => change({ quantity })}
        />
        <TextField
          label="Due"
          type="date"
          value={job.due ?? ''}
          onCommit={(due) => change({ due: /^\d{4}-\d{2}-\d{2}$/.test(due) ? due : null })}
        />
        <ChoiceField
          label="Units"
          value={job.units}
          choices={[
            { value: 'mm', says: 'mm' },
            { value: 'inch', says: 'inch' },
          ]}
          onCommit={(units) => change({ units })}
        />
        <LengthField
          label="General tolerance ±"
          mm={job.sizeTolerance}
          units={job.units}
          min={0}
          max={100}
          onCommit={(sizeTolerance) => change({ sizeTolerance })}
        />
        <TextField
          className="wide"
          label="Notes (printed on the sheet)"
          value={job.notes}
          lines={2}
          maxLength={4000}
          onCommit={(notes) => change({ notes })}
        />
      </div>
    </section>
  );
}
