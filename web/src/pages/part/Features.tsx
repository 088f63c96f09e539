import { useEffect, useState } from 'react';
import { Form, Table } from 'react-bootstrap';
import { featureFacts, type Symmetry } from '@violet-jaw/core/part';
import { FindingList } from '../../app/FindingList';
import { useJob } from '../../app/JobLayout';
import { TextField } from '../../fields/TextField';
import { askWorker, usePlan } from '../../store/planStore';
import { useFeatures } from '../../app/useFeatures';
import { UseFor } from './UseFor';
import { WithCsv } from '../../app/WithCsv';

const VIEW_ALONG = { x: 'from left and right', y: 'from front and rear', z: 'from top and bottom' } as const;

function inWords({ along, leftRight, upDown, halfTurn }: Symmetry): string {
  const same = [
    ...(leftRight ? ['mirrored left to right'] : []),
    ...(upDown ? ['mirrored top to bottom'] : []),
    ...(halfTurn && !(leftRight && upDown) ? ['turned half round'] : []),
  ];
  return `Outline ${VIEW_ALONG[along]}: ${leftRight && upDown ? 'symmetric both ways' : same.length > 0 ? `the same when ${same.join(' or ')}` : 'not symmetric'}.`;
}

/** What the part offers to hold, locate and measure by. Choosing a line shows it in the drawing. */
export function Features({ chosen, onChoose }: { chosen: string | null; onChoose: (id: string | null) => void }) {
  const { speech } = useJob();
  const planned = usePlan((s) => s.planned);
  const { list, rename } = useFeatures();
  const [rounds, setRounds] = useState(false);
  const [symmetry, setSymmetry] = useState<Symmetry[]>([]);
  const box = planned?.part.box;
  const shape = planned ? `${planned.part.volumeMm3} ${JSON.stringify(box)}` : '';
  useEffect(() => {
    let gone = false;
    if (shape !== '')
      void askWorker((worker) => worker.symmetry()).then((found) => {
        if (!gone && found) setSymmetry(found as Symmetry[]);
      });
    return () => {
      gone = true;
    };
  }, [shape]);
  if (!planned) return null;
  const { counts } = planned.part.features;
  const hidden = list.filter(({ feature }) => feature.kind === 'round' || (feature.kind === 'plane' && !feature.side));
  const shown = rounds ? list : list.filter((n) => !hidden.includes(n));
  const named = list.find((n) => n.feature.id === chosen);
  return (
    <section aria-label="Faces and bores">
      <h3>Faces and bores</h3>
      <p className="mb-1 quiet">
        {counts.planes} flat, {counts.cylinders} cylindrical, {counts.others} other faces in the model.
      </p>
      <FindingList findings={planned.findings.filter((f) => f.section === 'part')} />
      {named && (
        <div className="panel">
          <div>
            <strong>{named.name}</strong> <span className="number">{featureFacts(named.feature, speech)}</span>
          </div>
          <TextField
            label="Own name for it"
            value={named.name}
            maxLength={80}
            onCommit={(name) => rename(named, name)}
          />
          <UseFor key={named.id} named={named} />
        </div>
      )}
      <div style={{ maxHeight: '17rem', overflowY: 'auto' }}>
        <WithCsv name="Faces and bores">
          <Table size="sm" hover>
            <tbody>
              {shown.map(({ feature, name }) => (
                <tr key={feature.id} className={feature.id === chosen ? 'table-active' : undefined}>
                  <td>
                    <button
                      type="button"
                      className="btn btn-link btn-sm text-start"
                      aria-pressed={feature.id === chosen}
                      onClick={() => onChoose(feature.id === chosen ? null : feature.id)}
                    >
                      {name}
                    </button>
                  </td>
                  <td className="number text-start text-wrap">{featureFacts(feature, speech)}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </WithCsv>
      </div>
      {hidden.length > 0 && (
        <Form.Check
          id="rounds"
          type="checkbox"
          label={`Show the ${hidden.length} rounds and sloping faces too`}
          checked={rounds}
          onChange={(e) => setRounds(e.target.checked)}
        />
      )}
      {symmetry.map((s) => (
        <div key={s.along} className="field-hint">
          {inWords(s)}
        </div>
      ))}
    </section>
  );
}
