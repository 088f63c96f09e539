import { useState, useEffect, useRef, type PointerEvent } from 'react';
import { Form } from 'react-bootstrap';
import { ChangeButton } from '../../fields/ChangeButton';
import type { Offcut } from '@violet-jaw/core/shop';
import { type Units, formatLength, unitName } from '@violet-jaw/core/units';
import { fileBytes } from '../../store/api';
import { layoutScene } from '@violet-jaw/core/drawing';
import { PageView } from '../../drawing/Drawing';
import { parseLength } from '../../fields/parseLength';
import { offcutScene } from '../part/OffcutFit';

export type Point = readonly [number, number];

export function area(ring: readonly Point[]): number {
  return (
    ring.reduce((sum, [x, y], i) => {
      const [p, q] = ring[(i + 1) % ring.length];
      return sum + x * q - y * p;
    }, 0) / 2
  );
}

const WIDTH = 380;
const HEIGHT = 230;

/** Corners as text: "0, 0; 300, 0; 300, 200". */
export function RingField({
  label,
  ring,
  units,
  onCommit,
  className,
}: {
  label: string;
  ring: Offcut['outline'];
  units: Units;
  onCommit: (ring: Offcut['outline']) => void;
  className?: string;
}) {
  const text = ring
    .map(([x, y]) => `${formatLength(x, units)}, ${formatLength(y, units)}`)
    .join('; ')
    .replaceAll('\u2212', '-');
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const commit = async () => {
    if (typed === null || typed === text) {
      setTyped(null);
      setWrong(null);
      return;
    }
    const corners: [number, number][] = [];
    for (const [i, corner] of typed
      .split(';')
      .map((c) => c.trim())
      .filter(Boolean)
      .entries()) {
      const numbers = await Promise.all(corner.split(',').map((n) => parseLength(n, units)));
      const [x, y] = numbers;
      if (numbers.length !== 2 || !x?.ok || !y?.ok || Math.abs(x.mm) > 100_000 || Math.abs(y.mm) > 100_000) {
        setWrong(`Corner ${i + 1}, "${corner}": expected two lengths, as in 0, 0; 300, 0; 300, 200.`);
        return;
      }
      corners.push([x.mm, y.mm]);
    }
    if (corners.length < 3 || Math.abs(area(corners)) < 1) {
      setWrong('Expected at least three corners around an area.');
      return;
    }
    setTyped(null);
    setWrong(null);
    onCommit(corners);
  };
  return (
    <Form.Group className={className}>
      <Form.Label>
        {label}, X, Y; …, {unitName(units)}
      </Form.Label>
      <Form.Control
        as="textarea"
        rows={2}
        aria-label={label}
        className="number text-start"
        value={typed ?? text}
        isInvalid={wrong !== null}
        data-half-typed={typed !== null}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={() => {
          void commit();
        }}
      />
      {wrong && <Form.Control.Feedback type="invalid">{wrong}</Form.Control.Feedback>}
    </Form.Group>
  );
}

/** The piece from above; while drawing, each click puts a corner on whole millimeters or sixteenths of an inch. */
export function Sketch({
  offcut,
  drawing,
  units,
  onPoint,
}: {
  offcut: Offcut;
  drawing: { what: string; points: Point[] } | null;
  units: Units;
  onPoint: (p: Point) => void;
}) {
  const scene = offcutScene(offcut, null, true);
  const shapes =
    drawing && drawing.points.length > 1
      ? [{ kind: 'line' as const, role: 'grip' as const, points: drawing.points }]
      : [];
  const page = layoutScene(
    { ...scene, shapes: [...scene.shapes, ...shapes] },
    { width: WIDTH, height: HEIGHT, fontSize: 11, hatchSpacing: 5, markSize: 5 },
  );
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
      <div
        ref={holder}
        style={{ width: WIDTH, maxWidth: '100%', cursor: drawing ? 'crosshair' : undefined }}
        onPointerDown={place}
      >
        <PageView page={page} title={scene.title} />
      </div>
      {drawing && (
        <p className="mb-0" role="status">
          Click the corners of the {drawing.what} one after another, then close it.{' '}
          {drawing.points.length > 0 && (
            <span className="number">
              {drawing.points.map((p) => `${formatLength(p[0], units)}, ${formatLength(p[1], units)}`).join('; ')}
            </span>
          )}
        </p>
      )}
    </>
  );
}

export function Photo({ hash, name, onRemove }: { hash: string; name: string; onRemove: () => void }) {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    let made: string | null = null;
    void fileBytes(hash).then(
      (bytes) => {
        made = URL.createObjectURL(new Blob([bytes as BlobPart]));
        setUrl(made);
      },
      () => setUrl(null),
    );
    return () => {
      if (made) URL.revokeObjectURL(made);
    };
  }, [hash]);
  return (
    <div className="mt-1">
      {url && <img src={url} alt={`Photo of ${name}`} style={{ maxWidth: 380, maxHeight: 200 }} />}
      <div>
        <ChangeButton size="sm" variant="outline-primary" onClick={onRemove}>
          Remove the photo
        </ChangeButton>
      </div>
    </div>
  );
}
