import { useEffect, useRef, useState, type PointerEvent } from 'react';
import { Button, Form } from 'react-bootstrap';
import { layoutScene } from '@violet-jaw/core/drawing';
import type { Offcut } from '@violet-jaw/core/shop';
import { formatLength, unitName, type Units } from '@violet-jaw/core/units';
import { PageView } from '../../drawing/Drawing';
import { LengthField } from '../../fields/LengthField';
import { parseLength } from '../../fields/parseLength';
import { TextField } from '../../fields/TextField';
import { fileBytes, storeFile } from '../../store/api';
import { outlinesFromDxf } from './outlinesFromDxf';
import { offcutScene } from '../part/OffcutFit';

type Point = readonly [number, number];

export const newOffcut = (id: string): Offcut => ({ id, name: 'New piece', material: '', thickness: 10, outline: [[0, 0], [300, 0], [300, 200], [0, 200]], holes: [], photo: null, note: '' });

const WIDTH = 380;
const HEIGHT = 230;

function sizeOf(outline: Offcut['outline']): [number, number] {
  return [0, 1].map((k) => Math.max(...outline.map((p) => p[k])) - Math.min(...outline.map((p) => p[k]))) as [number, number];
}

/** One leftover piece: outline typed as corners, as a rectangle, drawn by pointing, or taken from a DXF; holes and knots; a photo. */
export function OffcutForm({ offcut, units, onChange, onRemove }: { offcut: Offcut; units: Units; onChange: (offcut: Offcut) => void; onRemove: () => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [drawing, setDrawing] = useState<{ what: 'outline' | 'hole'; points: Point[] } | null>(null);
  const [w, h] = sizeOf(offcut.outline);
  const isRectangle = offcut.outline.length === 4 && Math.abs(Math.abs(area(offcut.outline)) - w * h) < 1e-6;
  const rectangle = (a: number, b: number) => onChange({ ...offcut, outline: [[0, 0], [a, 0], [a, b], [0, b]] });
  const readDxf = async (file: File) => {
    setProblem(null);
    const read = await outlinesFromDxf(new Uint8Array(await file.arrayBuffer()), units);
    if (!read.ok) setProblem(read.problem);
    else onChange({ ...offcut, outline: read.value.outline, holes: read.value.holes });
  };
  const readPhoto = async (file: File) => {
    setProblem(null);
    if (!/^image\/(png|jpeg|webp)$/.test(file.type)) { setProblem('The photo must be a PNG, JPEG or WebP picture.'); return; }
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
    <section className="panel" aria-label={offcut.name}>
      <div className="bench">
        <div>
          <div className="fields">
            <TextField label="Piece" value={offcut.name} required onCommit={(name) => onChange({ ...offcut, name })} />
            <TextField label="Material" value={offcut.material} onCommit={(material) => onChange({ ...offcut, material })} />
            <LengthField label="Thickness" mm={offcut.thickness} units={units} positive max={10_000} onCommit={(thickness) => onChange({ ...offcut, thickness })} />
            {isRectangle && <LengthField label="Length" mm={w} units={units} positive max={20_000} onCommit={(a) => rectangle(a, h)} />}
            {isRectangle && <LengthField label="Width" mm={h} units={units} positive max={20_000} onCommit={(b) => rectangle(w, b)} />}
            <TextField className="wide" label="Note" value={offcut.note} maxLength={4000} onCommit={(note) => onChange({ ...offcut, note })} />
            <RingField className="wide" label="Corners of the outline" ring={offcut.outline} units={units} onCommit={(outline) => onChange({ ...offcut, outline })} />
            {offcut.holes.map((hole, i) => (
              <div key={i} className="wide d-flex gap-2 align-items-end">
                <RingField className="flex-grow-1" label={`Hole or knot ${i + 1}`} ring={hole} units={units} onCommit={(ring) => onChange({ ...offcut, holes: offcut.holes.map((x, k) => (k === i ? ring : x)) })} />
                <Button size="sm" variant="outline-primary" aria-label={`Remove hole ${i + 1} of ${offcut.name}`} onClick={() => onChange({ ...offcut, holes: offcut.holes.filter((_, k) => k !== i) })}>Remove</Button>
              </div>
            ))}
          </div>
          <div className="d-flex gap-2 flex-wrap mt-2">
            {drawing
              ? (
                <>
                  <Button size="sm" disabled={drawing.points.length < 3} onClick={finish}>Close the {drawing.what}</Button>
                  <Button size="sm" variant="outline-primary" onClick={() => setDrawing(null)}>Leave it</Button>
                </>
              )
              : (
                <>
                  <Button size="sm" variant="outline-primary" onClick={() => setDrawing({ what: 'outline', points: [] })}>Draw the outline</Button>
                  <Button size="sm" variant="outline-primary" onClick={() => setDrawing({ what: 'hole', points: [] })}>Draw a hole or knot</Button>
                  <Button size="sm" variant="outline-primary" onClick={onRemove}>Remove {offcut.name}</Button>
                </>
              )}
          </div>
          <div className="fields mt-1">
            <Form.Group controlId={`dxf-${offcut.id}`}><Form.Label>Outline from DXF</Form.Label><Form.Control size="sm" type="file" accept=".dxf,.DXF" onChange={(e) => { const f = (e.target as HTMLInputElement).files?.[0]; if (f) void readDxf(f); }} /></Form.Group>
            <Form.Group controlId={`photo-${offcut.id}`}><Form.Label>Photo</Form.Label><Form.Control size="sm" type="file" accept="image/png,image/jpeg,image/webp" onChange={(e) => { const f = (e.target as HTMLInputElement).files?.[0]; if (f) void readPhoto(f); }} /></Form.Group>
          </div>
          {problem && <div className="finding stop" role="alert"><span className="level">not taken</span>{problem}</div>}
        </div>
        <div>
          <Sketch offcut={offcut} drawing={drawing} units={units} onPoint={(p) => setDrawing((d) => (d ? { ...d, points: [...d.points, p] } : d))} />
          {offcut.photo && <Photo hash={offcut.photo} name={offcut.name} onRemove={() => onChange({ ...offcut, photo: null })} />}
        </div>
      </div>
    </section>
  );
}

function area(ring: readonly Point[]): number {
  return ring.reduce((sum, [x, y], i) => { const [p, q] = ring[(i + 1) % ring.length]; return sum + x * q - y * p; }, 0) / 2;
}

/** Corners as text: "0, 0; 300, 0; 300, 200". */
function RingField({ label, ring, units, onCommit, className }: { label: string; ring: Offcut['outline']; units: Units; onCommit: (ring: Offcut['outline']) => void; className?: string }) {
  const text = ring.map(([x, y]) => `${formatLength(x, units)}, ${formatLength(y, units)}`).join('; ').replaceAll('\u2212', '-');
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const commit = async () => {
    if (typed === null || typed === text) { setTyped(null); setWrong(null); return; }
    const corners: [number, number][] = [];
    for (const [i, corner] of typed.split(';').map((c) => c.trim()).filter(Boolean).entries()) {
      const numbers = await Promise.all(corner.split(',').map((n) => parseLength(n, units)));
      const [x, y] = numbers;
      if (numbers.length !== 2 || !x?.ok || !y?.ok || Math.abs(x.mm) > 100_000 || Math.abs(y.mm) > 100_000) { setWrong(`Corner ${i + 1}, "${corner}": expected two lengths, as in 0, 0; 300, 0; 300, 200.`); return; }
      corners.push([x.mm, y.mm]);
    }
    if (corners.length < 3 || Math.abs(area(corners)) < 1) { setWrong('Expected at least three corners around an area.'); return; }
    setTyped(null); setWrong(null);
    onCommit(corners);
  };
  return (
    <Form.Group className={className}>
      <Form.Label>{label}, X, Y; …, {unitName(units)}</Form.Label>
      <Form.Control as="textarea" rows={2} aria-label={label} className="number text-start" value={typed ?? text} isInvalid={wrong !== null} data-half-typed={typed !== null} onChange={(e) => setTyped(e.target.value)} onBlur={() => { void commit(); }} />
      {wrong && <Form.Control.Feedback type="invalid">{wrong}</Form.Control.Feedback>}
    </Form.Group>
  );
}

/** The piece from above; while drawing, each click puts a corner on whole millimeters or sixteenths of an inch. */
function Sketch({ offcut, drawing, units, onPoint }: { offcut: Offcut; drawing: { what: string; points: Point[] } | null; units: Units; onPoint: (p: Point) => void }) {
  const scene = offcutScene(offcut, null, true);
  const shapes = drawing && drawing.points.length > 1 ? [{ kind: 'line' as const, role: 'grip' as const, points: drawing.points }] : [];
  const page = layoutScene({ ...scene, shapes: [...scene.shapes, ...shapes] }, { width: WIDTH, height: HEIGHT, fontSize: 11, hatchSpacing: 5, markSize: 5 });
  const holder = useRef<HTMLDivElement>(null);
  const grid = units === 'mm' ? 1 : 25.4 / 16;
  const place = (e: PointerEvent) => {
    if (!drawing || !holder.current) return;
    const box = holder.current.getBoundingClientRect();
    const [ox, oy] = page.toPage([0, 0]);
    const [x, y] = [((e.clientX - box.left) / box.width) * WIDTH, ((e.clientY - box.top) / box.height) * HEIGHT];
    onPoint([Math.round((x - ox) / page.scale / grid) * grid, Math.round((oy - y) / page.scale / grid) * grid]);
  };
  return (
    <>
      <div ref={holder} style={{ width: WIDTH, maxWidth: '100%', cursor: drawing ? 'crosshair' : undefined }} onPointerDown={place}><PageView page={page} title={scene.title} /></div>
      {drawing && <p className="mb-0" role="status">Click the corners of the {drawing.what} one after another, then close it. {drawing.points.length > 0 && <span className="number">{drawing.points.map((p) => `${formatLength(p[0], units)}, ${formatLength(p[1], units)}`).join('; ')}</span>}</p>}
    </>
  );
}

function Photo({ hash, name, onRemove }: { hash: string; name: string; onRemove: () => void }) {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    let made: string | null = null;
    void fileBytes(hash).then((bytes) => { made = URL.createObjectURL(new Blob([bytes as BlobPart])); setUrl(made); }, () => setUrl(null));
    return () => { if (made) URL.revokeObjectURL(made); };
  }, [hash]);
  return (
    <div className="mt-1">
      {url && <img src={url} alt={`Photo of ${name}`} style={{ maxWidth: 380, maxHeight: 200 }} />}
      <div><Button size="sm" variant="outline-primary" onClick={onRemove}>Remove the photo</Button></div>
    </div>
  );
}
