import { Button } from 'react-bootstrap';
import { type Units } from '@violet-jaw/core/units';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField } from '../../fields/TextField';
import { openScene, VIEW_NAMES } from '@violet-jaw/core/drawing';
import { Drawing } from '../../drawing/Drawing';
import { usePartFile, type PartChoice, type Wanted } from './partFile';
import { Bodies, UnitQuestion } from './Bodies';

interface PartReaderProps {
  readonly file: File;
  readonly units: Units;
  readonly onChoice: (choice: PartChoice | null) => void;
  readonly onCancel: () => void;
  readonly wanted?: Wanted;
}

/**
 * Reads and stores one part file, with progress and cancel; asks what the file does not say and lets a body be chosen
 * where there are several.
 */
export function PartReader({ file, units, onChoice, onCancel, wanted }: PartReaderProps) {
  const state = usePartFile({ file, onChoice, wanted });
  const { stage, seconds, problem, opened, openViews, read, asks } = state;
  const { unit, setUnit, thickness, setThickness, half, setHalf, chosen, setChosen } = state;
  const chosenProblem = read?.bodies.find((b) => b.index === chosen)?.problem;
  const shownBodies = read?.bodies ?? [];
  return (
    <div className="panel">
      <strong>{file.name}</strong>
      {opened && <span className="quiet"> {opened.kind}</span>}
      {stage && (
        <div role="status">
          <div className="progress my-1" style={{ height: 8 }}>
            <div className="progress-bar progress-bar-striped progress-bar-animated w-100" />
          </div>
          {stage}… {seconds} s{' '}
          <Button size="sm" variant="outline-primary" onClick={onCancel}>
            Cancel reading
          </Button>
        </div>
      )}
      {problem && (
        <div className="finding stop" role="alert">
          <span className="level">not read</span>
          {problem}
        </div>
      )}
      {openViews && (
        <div className="d-flex flex-wrap gap-2">
          {VIEW_NAMES.map((v) => (
            <figure key={v} className="mb-0">
              <figcaption className="quiet">{openScene(v, openViews[v]).title}</figcaption>
              <Drawing scene={openScene(v, openViews[v])} width={220} height={150} fontSize={11} />
            </figure>
          ))}
        </div>
      )}
      {asks && read?.saysUnit && unit === null && (
        <div className="field-hint">
          The file says its unit: a number in it is {read.mmPerUnit} mm.{' '}
          <button
            type="button"
            className="btn btn-link btn-sm"
            onClick={() => setUnit(read.mmPerUnit === 25.4 ? 'inch' : 'mm')}
          >
            Read it in another unit
          </button>
        </div>
      )}
      {asks && read && (!read.saysUnit || unit !== null) && shownBodies.length > 0 && (
        <UnitQuestion body={shownBodies[0]} mmPerUnit={read.mmPerUnit} chosen={unit} onChoose={setUnit} />
      )}
      {opened?.kind === 'DXF' && (
        <ChoiceField
          label="The drawing is"
          value={half ? 'half' : 'outline'}
          choices={[
            { value: 'outline', says: 'the outline of a plate' },
            { value: 'half', says: 'half of a lengthwise section, turned about its X axis' },
          ]}
          onCommit={(is) => setHalf(is === 'half')}
        />
      )}
      {opened?.kind === 'DXF' && !half && (
        <LengthField
          label="Thickness of the outline"
          mm={thickness}
          units={units}
          positive
          max={10_000}
          onCommit={setThickness}
        />
      )}
      {read && (
        <Bodies
          shownBodies={shownBodies}
          units={units}
          chosen={chosen}
          setChosen={setChosen}
          chosenProblem={chosenProblem}
        />
      )}
    </div>
  );
}
