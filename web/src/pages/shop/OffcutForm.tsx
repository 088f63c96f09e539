import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { useReadOnly } from '../../fields/field';
import { ChangeButton } from '../../fields/ChangeButton';
import type { Offcut } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import { LengthField } from '../../fields/LengthField';
import { TextField } from '../../fields/TextField';
import { storeFile } from '../../store/api';
import { outlinesFromDxf } from './outlinesFromDxf';
import { RingField, Sketch, Photo, type Point, area } from './OffcutSketch';

function sizeOf(outline: Offcut['outline']): [number, number] {
  return [0, 1].map((k) => Math.max(...outline.map((p) => p[k])) - Math.min(...outline.map((p) => p[k]))) as [
    number,
    number,
  ];
}

/**
 * One leftover piece: outline typed as corners, as a rectangle, drawn by pointing, or taken from a DXF; holes and
 * knots; a photo.
 */
export function OffcutForm({
  offcut,
  units,
  onChange,
}: {
  offcut: Offcut;
  units: Units;
  onChange: (offcut: Offcut) => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const [drawing, setDrawing] = useState<{ what: 'outline' | 'hole'; points: Point[] } | null>(null);
  const [w, h] = sizeOf(offcut.outline);
  const isRectangle = offcut.outline.length === 4 && Math.abs(Math.abs(area(offcut.outline)) - w * h) < 1e-6;
  const rectangle = (a: number, b: number) =>
    onChange({
      ...offcut,
      outline: [
        [0, 0],
        [a, 0],
        [a, b],
        [0, b],
      ],
    });
  const readDxf = async (file: File) => {
    setProblem(null);
    const read = await outlinesFromDxf(new Uint8Array(await file.arrayBuffer()), units);
    if (!read.ok) setProblem(read.problem);
    else onChange({ ...offcut, outline: read.value.outline, holes: read.value.holes });
  };
  const readPhoto = async (file: File) => {
    setProblem(null);
    if (!/^image\/(png|jpeg|webp)$/.test(file.type)) {
      setProblem('The photo must be a PNG, JPEG or WebP picture.');
      return;
    }
    try {
      onChange({ ...offcut, photo: (await storeFile(file)).hash });
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    }
  };
  const finish = () => {
    if (!drawing || drawing.points.length < 3) return;
    const ring = drawing.points.map(([x, y]): [number, number] => [x, y]);
    onChange(drawing.what === 'outline' ? { ...offcut, outline: ring } : { ...offcut, holes: [...offcut.holes, ring] });
    setDrawing(null);
  };
  return (
    <div className="shop-item-body">
      <div>
        <PieceFields
          offcut={offcut}
          onChange={onChange}
          units={units}
          isRectangle={isRectangle}
          w={w}
          rectangle={rectangle}
          h={h}
        />
        <DrawButtons drawing={drawing} finish={finish} setDrawing={setDrawing} />
        <FilesOf offcut={offcut} readDxf={readDxf} readPhoto={readPhoto} />
        {problem && (
          <div className="finding stop" role="alert">
            <span className="level">not taken</span>
            {problem}
          </div>
        )}
      </div>
      <div>
        <Sketch
          offcut={offcut}
          drawing={drawing}
          units={units}
          onPoint={(p) => setDrawing((d) => (d ? { ...d, points: [...d.points, p] } : d))}
        />
        {offcut.photo && (
          <Photo hash={offcut.photo} name={offcut.name} onRemove={() => onChange({ ...offcut, photo: null })} />
        )}
      </div>
    </div>
  );
}

/** Drawing an outline or a hole by pointing. */
function DrawButtons({
  drawing,
  finish,
  setDrawing,
}: {
  drawing: { what: 'outline' | 'hole'; points: Point[] } | null;
  finish: () => void;
  setDrawing: (drawing: { what: 'outline' | 'hole'; points: Point[] } | null) => void;
}) {
  return (
    <div className="d-flex gap-2 flex-wrap mt-2">
      {drawing ? (
        <>
          <ChangeButton size="sm" disabled={drawing.points.length < 3} onClick={finish}>
            Close the {drawing.what}
          </ChangeButton>
          <ChangeButton size="sm" variant="outline-primary" onClick={() => setDrawing(null)}>
            Leave it
          </ChangeButton>
        </>
      ) : (
        <>
          <ChangeButton size="sm" variant="outline-primary" onClick={() => setDrawing({ what: 'outline', points: [] })}>
            Draw the outline
          </ChangeButton>
          <ChangeButton size="sm" variant="outline-primary" onClick={() => setDrawing({ what: 'hole', points: [] })}>
            Draw a hole or knot
          </ChangeButton>
        </>
      )}
    </div>
  );
}

/** An outline out of a DXF, and a photo. */
function FilesOf({
  offcut,
  readDxf,
  readPhoto,
}: {
  offcut: Offcut;
  readDxf: (file: File) => Promise<void>;
  readPhoto: (file: File) => Promise<void>;
}) {
  if (useReadOnly()) return null;
  return (
    <div className="fields mt-1">
      <Form.Group controlId={`dxf-${offcut.id}`}>
        <Form.Label>Outline from DXF</Form.Label>
        <Form.Control
          size="sm"
          type="file"
          accept=".dxf,.DXF"
          onChange={(e) => {
            const f = (e.target as HTMLInputElement).files?.[0];
            if (f) void readDxf(f);
          }}
        />
      </Form.Group>
      <Form.Group controlId={`photo-${offcut.id}`}>
        <Form.Label>Photo</Form.Label>
        <Form.Control
          size="sm"
          type="file"
          accept="image/png,image/jpeg,image/webp"
          onChange={(e) => {
            const f = (e.target as HTMLInputElement).files?.[0];
            if (f) void readPhoto(f);
          }}
        />
      </Form.Group>
    </div>
  );
}

/** Name, material, sizes and corners of a piece. */
function PieceFields({
  offcut,
  onChange,
  units,
  isRectangle,
  w,
  rectangle,
  h,
}: {
  offcut: Offcut;
  onChange: (offcut: Offcut) => void;
  units: Units;
  isRectangle: boolean;
  w: number;
  rectangle: (a: number, b: number) => void;
  h: number;
}) {
  return (
    <div className="fields">
      <TextField label="Piece" value={offcut.name} required onCommit={(name) => onChange({ ...offcut, name })} />
      <TextField label="Material" value={offcut.material} onCommit={(material) => onChange({ ...offcut, material })} />
      <LengthField
        label="Thickness"
        mm={offcut.thickness}
        units={units}
        positive
        max={10_000}
        onCommit={(thickness) => onChange({ ...offcut, thickness })}
      />
      {isRectangle && (
        <LengthField label="Length" mm={w} units={units} positive max={20_000} onCommit={(a) => rectangle(a, h)} />
      )}
      {isRectangle && (
        <LengthField label="Width" mm={h} units={units} positive max={20_000} onCommit={(b) => rectangle(w, b)} />
      )}
      <TextField
        className="wide"
        label="Note"
        value={offcut.note}
        maxLength={4000}
        onCommit={(note) => onChange({ ...offcut, note })}
      />
      <RingField
        className="wide"
        label="Corners of the outline"
        ring={offcut.outline}
        units={units}
        onCommit={(outline) => onChange({ ...offcut, outline })}
      />
      {offcut.holes.map((hole, i) => (
        <div key={i} className="wide d-flex gap-2 align-items-end">
          <RingField
            className="flex-grow-1"
            label={`Hole or knot ${i + 1}`}
            ring={hole}
            units={units}
            onCommit={(ring) => onChange({ ...offcut, holes: offcut.holes.map((x, k) => (k === i ? ring : x)) })}
          />
          <ChangeButton
            size="sm"
            variant="outline-primary"
            aria-label={`Remove hole ${i + 1} of ${offcut.name}`}
            onClick={() => onChange({ ...offcut, holes: offcut.holes.filter((_, k) => k !== i) })}
          >
            Remove
          </ChangeButton>
        </div>
      ))}
    </div>
  );
}
