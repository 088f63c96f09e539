import type { Scene } from '@violet-jaw/core/drawing';
import { entriesOf, type Entry, type Sheet } from '@violet-jaw/core/sheet';
import { Button } from 'react-bootstrap';
import { downloadText } from '../../app/download';
import { useJob } from '../../app/JobLayout';
import { SaveDrawing } from '../../drawing/SaveDrawing';
import { usePlan } from '../../store/planStore';
import { useServer } from '../../store/query';
import { useRemarks } from '../../remarks/useRemarks';

/** Every drawing of a sheet that has a scale, named after its setup. */
const drawingsOf = (sheet: Sheet): Scene[] => [
  ...sheet.setups.flatMap((s) =>
    Object.values(s.scenes ?? {}).map((scene) => ({ ...scene, title: `Op ${s.op} ${scene.title}` })),
  ),
  ...(sheet.turned?.pictures ?? []),
];

/** Drawings and numbers of the sheet that is shown, as files. @param letter of an issue; null: the draft */
export function SheetFiles({ sheet, letter }: { sheet: Sheet; letter: string | null }) {
  const { id, job } = useJob();
  const planned = usePlan((s) => s.planned);
  const { remarks } = useRemarks(id);
  const frozen = useServer('issueEntries', { id, letter: letter ?? '' }, { enabled: letter !== null }).data;
  const entries: readonly Entry[] | null = letter ? frozen : planned && entriesOf(job, planned, remarks);
  const save = async () => {
    const { numberIn, writeCsv } = await import('@violet-jaw/formats/csv');
    // with the digits the sheet has
    const asPrinted = (e: Entry) => (e.value === null ? e.text : (numberIn(e.text, { decimalComma: false }) ?? e.text));
    const unit = sheet.units === 'millimeters' ? 'mm' : 'in';
    const rows = entries!.map((e) => [e.place, e.name, asPrinted(e), e.value === null ? '' : unit]);
    const text = writeCsv(['Where', 'What', 'Value', 'Unit'], rows);
    downloadText(`${sheet.number} ${letter ?? 'draft'}.csv`, text, 'text/csv;charset=utf-8');
  };
  return (
    <section aria-label="Sheet as files">
      <h3>{letter ? `Issue ${letter}` : 'The draft'} as files</h3>
      <div className="d-flex flex-wrap gap-2">
        <SaveDrawing id="save-sheet" scenes={drawingsOf(sheet)} units={job.units} name={sheet.number} />
        <Button size="sm" variant="outline-primary" disabled={!entries} onClick={() => void save()}>
          Numbers as CSV
        </Button>
      </div>
    </section>
  );
}
