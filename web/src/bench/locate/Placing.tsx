import { useMemo, useState } from 'react';
import { Button, Table } from 'react-bootstrap';
import { placedIn, placingOf } from '@violet-jaw/core/control';
import { isHoldIn, NO_CUT, type Setup } from '@violet-jaw/core/job';
import { download, downloadText } from '../../app/download';
import { newId } from '../../app/newId';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField } from '../../fields/TextField';
import { fileOf, said } from '../../store/api';
import { usePlan } from '../../store/planStore';
import type { SectionProps } from '../section';
import { FromShop } from './FromShop';
import { WithCsv } from '../../app/WithCsv';

/** Pins and pods that are set by position: where, and the lines that show it at the machine. */
export function Placing({ setup, planned, edit }: SectionProps) {
  const { job, speech, jobPlannedNow, store } = useJob();
  const all = usePlan((s) => s.planned);
  const places = useMemo(() => (planned ? placedIn(planned) : []), [planned]);
  const placing = useMemo(() => (all ? placingOf(job, all, setup.id, 'DRAFT') : null), [all, job, setup.id]);
  const { hold } = setup;
  if (places.length === 0 || !isHoldIn('flat', hold)) return null;
  const downloadLines = async () => {
    const now = await jobPlannedNow();
    const current = store.getState().document;
    const lines = now && current ? placingOf(current, now, setup.id, 'DRAFT') : null;
    if (lines && 'text' in lines) downloadText(`${job.number}-op${setup.op}-draft-places.nc`, lines.text, 'text/plain');
  };
  const point = (pointer: Partial<typeof hold.pointer>) =>
    edit((s) =>
      isHoldIn('flat', s.hold) ? { ...s, hold: { ...s.hold, pointer: { ...s.hold.pointer, ...pointer } } } : s,
    );
  return (
    <div role="group" aria-label="Set by position" data-part="Set by position">
      <h3 className="mt-2">Set by position</h3>
      <WithCsv name="Places to set">
        <Table size="sm" aria-label="Set by position">
          <thead>
            <tr>
              <th>In this order</th>
              <th className="number">X</th>
              <th className="number">Y</th>
              <th className="number">Diameter</th>
            </tr>
          </thead>
          <tbody>
            {places.map((p, i) => (
              <tr key={p.name}>
                <td>
                  {i + 1}. {p.name}
                </td>
                <td className="number">{speech.signed(p.x)}</td>
                <td className="number">{speech.signed(p.y)}</td>
                <td className="number">{p.across === null ? '' : speech.size(p.across)}</td>
              </tr>
            ))}
          </tbody>
          <caption>Their middles, from the left front corner of the device.</caption>
        </Table>
      </WithCsv>
      <div className="fields">
        <ChoiceField
          label="Pointer"
          value={hold.pointer.tool === null ? '' : String(hold.pointer.tool)}
          choices={[
            { value: '', says: 'none: stays up' },
            ...setup.tools.map((t) => ({ value: String(t.number), says: `T${t.number} ${t.description}` })),
          ]}
          onCommit={(v) => point({ tool: v ? Number(v) : null })}
        />
        <FromShop kinds={['pointer']} label="Pointer of the shop" onTake={(pin) => edit((s) => withPointer(s, pin))} />
        <LengthField
          label="Stops above them by"
          mm={hold.pointer.clearance}
          units={job.units}
          min={0}
          max={500}
          onCommit={(clearance) => point({ clearance })}
        />
      </div>
      <Printed setupId={setup.id} op={setup.op} />
      {placing && 'why' in placing && <p className="quiet mb-2">No lines show where: {placing.why}</p>}
      {placing && 'text' in placing && (
        <details className="mb-2">
          <summary>Lines that go over each and stop</summary>
          <pre className="lines" aria-label="Lines that show where pins and pods are set" tabIndex={0}>
            {placing.text}
          </pre>
          <Button size="sm" variant="outline-primary" onClick={() => void downloadLines()}>
            Download these lines (draft)
          </Button>
        </details>
      )}
    </div>
  );
}

/** A pointer of the shop becomes a tool of the setup, and the one that shows the places. */
function withPointer(setup: Setup, { name, length }: { readonly name: string; readonly length: number }): Setup {
  const { hold, tools } = setup;
  if (!isHoldIn('flat', hold)) return setup;
  const known = tools.find((t) => t.description === name && t.length === length);
  const number = known?.number ?? Math.max(0, ...tools.map((t) => t.number)) + 1;
  const tool = { ...NO_CUT, id: newId(), number, description: name, use: 'other' as const, diameter: null, length };
  return {
    ...setup,
    tools: known ? tools : [...tools, tool],
    hold: { ...hold, pointer: { ...hold.pointer, tool: number } },
  };
}

const PAPERS = ['A4', 'Letter'] as const;

/** The same as a drawing as large as it is: laid under what is set, or to check it. */
function Printed({ setupId, op }: { setupId: string; op: number }) {
  const { job, id, store } = useJob();
  const [going, setGoing] = useState<(typeof PAPERS)[number] | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const print = async (paper: (typeof PAPERS)[number]) => {
    setGoing(paper);
    setWrong(null);
    try {
      // it is drawn from what is saved
      if (!(await store.getState().settle()))
        throw new Error('the job is not saved yet. Try again when the header says “saved”.');
      const pdf = await fileOf('placingPdf', { id, query: { setup: setupId, paper } });
      download(`${job.number}-op${op}-places-${paper}.pdf`, pdf);
    } catch (error) {
      setWrong(said(error));
    }
    setGoing(null);
  };
  return (
    <div className="mt-2 mb-2">
      <div className="d-flex gap-2 flex-wrap">
        {PAPERS.map((paper) => (
          <Button
            key={paper}
            size="sm"
            variant="outline-primary"
            disabled={going !== null}
            onClick={() => void print(paper)}
          >
            {going === paper ? 'Drawing…' : `Drawing 1:1, ${paper}`}
          </Button>
        ))}
      </div>
      {wrong && (
        <p role="alert" className="mb-0">
          No drawing: {wrong}
        </p>
      )}
    </div>
  );
}
