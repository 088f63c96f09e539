import type { Dispatch, SetStateAction } from 'react';
import { Form } from 'react-bootstrap';
import { PART_FILE_ENDINGS } from '@violet-jaw/formats/part/kind.ts';
import type { Units } from '@violet-jaw/core/units';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField } from '../../fields/TextField';
import type { Shape } from './typedBody';

/** The part as typed sizes, or a file that is dropped here. */
export function TypedPart({
  setFile,
  form,
  setForm,
  block,
  units,
  setBlock,
  bar,
  setBar,
}: {
  setFile: Dispatch<SetStateAction<File | null>>;
  form: Shape;
  setForm: Dispatch<SetStateAction<Shape>>;
  block: { x: number; y: number; z: number };
  units: Units;
  setBlock: Dispatch<SetStateAction<{ x: number; y: number; z: number }>>;
  bar: { across: number; bore: number; length: number; along: 'x' | 'y' | 'z' };
  setBar: Dispatch<SetStateAction<{ across: number; bore: number; length: number; along: 'x' | 'y' | 'z' }>>;
}) {
  return (
    <div
      className="panel"
      onDragOver={(e) => {
        e.preventDefault();
        e.stopPropagation();
      }}
      onDrop={(e) => {
        e.preventDefault();
        e.stopPropagation();
        setFile(e.dataTransfer.files[0] ?? null);
      }}
    >
      <h3>Part: typed sizes</h3>
      <div className="fields">
        <ChoiceField
          label="Shape"
          value={form}
          choices={[
            { value: 'block', says: 'block or plate' },
            { value: 'round', says: 'round bar' },
            { value: 'hexagon', says: 'hexagon bar' },
            { value: 'tube', says: 'tube' },
            { value: 'turned', says: 'turned, by lengths and diameters' },
          ]}
          onCommit={setForm}
        />
        {form === 'block' ? (
          (['x', 'y', 'z'] as const).map((a) => (
            <LengthField
              key={a}
              label={`Size ${a.toUpperCase()}`}
              mm={block[a]}
              units={units}
              positive
              max={10_000}
              onCommit={(v) => setBlock((b) => ({ ...b, [a]: v }))}
            />
          ))
        ) : (
          <>
            <LengthField
              label={form === 'hexagon' ? 'Across flats' : 'Diameter'}
              mm={bar.across}
              units={units}
              positive
              max={10_000}
              onCommit={(across) => setBar((b) => ({ ...b, across }))}
            />
            {form === 'tube' && (
              <LengthField
                label="Bore"
                mm={bar.bore}
                units={units}
                min={0}
                max={10_000}
                onCommit={(bore) => setBar((b) => ({ ...b, bore }))}
              />
            )}
            <LengthField
              label="Length"
              mm={bar.length}
              units={units}
              positive
              max={10_000}
              onCommit={(length) => setBar((b) => ({ ...b, length }))}
            />
            <ChoiceField
              label="Along"
              value={bar.along}
              choices={(['x', 'y', 'z'] as const).map((a) => ({ value: a, says: a.toUpperCase() }))}
              onCommit={(along) => setBar((b) => ({ ...b, along }))}
            />
          </>
        )}
      </div>
      <Form.Group controlId="new-file" className="mt-2">
        <Form.Label>or a file: STEP, IGES, BREP, STL or a DXF outline (drop it here or choose it)</Form.Label>
        <Form.Control
          type="file"
          accept={PART_FILE_ENDINGS}
          onChange={(e) => setFile((e.target as HTMLInputElement).files?.[0] ?? null)}
        />
      </Form.Group>
    </div>
  );
}
