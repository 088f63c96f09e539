import { Form } from 'react-bootstrap';
import { meshBox, meshVolume } from '@violet-jaw/core/solid';
import { boxSize } from '@violet-jaw/core/frames';
import { formatLength, formatVolume, type Units } from '@violet-jaw/core/units';
import type { CheckedBody } from '../../worker/read.worker';

/**
 * Names lead down the file's tree, each step once and indented below the one before. @param before path of the line
 * above
 */
function BodyLine({
  body,
  before,
  units,
  alone,
  chosen,
  onChoose,
}: {
  body: CheckedBody;
  before: readonly string[];
  units: Units;
  alone: boolean;
  chosen: boolean;
  onChoose: () => void;
}) {
  const size = boxSize(meshBox(body.mesh));
  const path = body.name.split(' / ');
  const text = `${path.at(-1)}: ${[size.x, size.y, size.z].map((v) => formatLength(v, units)).join(' × ')} ${units}, ${body.faceCount} faces, ${formatVolume(meshVolume(body.mesh), units)}`;
  if (alone) return <div className="number">{text}</div>;
  const differsAt = path.findIndex((step, i) => step !== before[i]);
  const shared = differsAt < 0 ? path.length : differsAt;
  const indent = (steps: number) => ({ paddingLeft: `${steps * 0.9}rem` });
  return (
    <>
      {path.slice(0, -1).map((step, i) =>
        i < shared ? null : (
          <div key={i} className="quiet" style={indent(i)}>
            {step}
          </div>
        ),
      )}
      <div style={indent(path.length - 1)}>
        <Form.Check
          type="radio"
          id={`body-${body.index}`}
          name="body"
          label={text}
          checked={chosen}
          onChange={onChoose}
        />
      </div>
    </>
  );
}

/** The same numbers as millimeters and as inches, so that a mistake by 25.4 is obvious. */
export function UnitQuestion({
  body,
  mmPerUnit,
  chosen,
  onChoose,
}: {
  body: CheckedBody;
  mmPerUnit: number;
  chosen: 'mm' | 'inch' | null;
  onChoose: (unit: 'mm' | 'inch') => void;
}) {
  const size = boxSize(meshBox(body.mesh));
  // the thickness of an outline is told in millimeters and does not change with the unit of the drawing
  const numbers = [size.x, size.y].map((v) => v / mmPerUnit);
  const asMm = (f: number) => numbers.map((v) => formatLength(v * f, 'mm')).join(' × ');
  const asInch = (f: number) => numbers.map((v) => formatLength(v * f, 'inch')).join(' × ');
  return (
    <Form.Group role="radiogroup" aria-label="Unit of the file">
      <div>The file does not say for certain what its numbers are. How large is the part?</div>
      <Form.Check
        type="radio"
        id="unit-mm"
        name="unit"
        checked={chosen === 'mm'}
        onChange={() => onChoose('mm')}
        label={
          <span className="number">
            millimeters: {asMm(1)} mm = {asInch(1)} in
          </span>
        }
      />
      <Form.Check
        type="radio"
        id="unit-inch"
        name="unit"
        checked={chosen === 'inch'}
        onChange={() => onChoose('inch')}
        label={
          <span className="number">
            inches: {asMm(25.4)} mm = {asInch(25.4)} in
          </span>
        }
      />
    </Form.Group>
  );
}

export function Bodies({
  shownBodies,
  units,
  chosen,
  setChosen,
  chosenProblem,
}: {
  shownBodies: readonly CheckedBody[];
  units: Units;
  chosen: number | null;
  setChosen: (index: number) => void;
  chosenProblem: string | null | undefined;
}) {
  return (
    <Form.Group role="radiogroup" aria-label="Body that is the part">
      {shownBodies.length > 1 && <div>The file holds {shownBodies.length} bodies. Which is the part?</div>}
      <div style={{ maxHeight: '14rem', overflowY: 'auto' }}>
        {shownBodies.map((b, i) => (
          <BodyLine
            key={b.index}
            body={b}
            before={i > 0 ? shownBodies[i - 1].name.split(' / ') : []}
            units={units}
            alone={shownBodies.length === 1}
            chosen={chosen === b.index}
            onChoose={() => setChosen(b.index)}
          />
        ))}
      </div>
      {chosenProblem && (
        <div className="finding stop" role="alert">
          <span className="level">cannot be the part</span>
          {chosenProblem}
        </div>
      )}
      {shownBodies
        .find((b) => b.index === chosen)
        ?.notes.map((note) => (
          <div key={note} className="finding caution">
            <span className="level">repaired</span>
            {note}. Check the size.
          </div>
        ))}
    </Form.Group>
  );
}
