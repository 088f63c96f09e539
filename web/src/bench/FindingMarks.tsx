import { useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import { onView, type ViewName } from '@violet-jaw/core/drawing';
import type { Spot } from '@violet-jaw/core/plan';
import { OpenFinding } from '../app/OpenFinding';
import type { OverView, Sight } from './grips/placed';

/** Right and up from the place, in pixels, so that what is taken hold of there stays free. */
const ASIDE = 15;
const RADIUS = 10;

/** Where marks stand over the drawings, each in the view that shows it best: names keep off them. */
export function keptFreeForMarks(spots: readonly Spot[], views: readonly ViewName[]): OverView[] {
  return spots.flatMap(({ at, view }) => {
    const seen = views.find((v) => v === view) ?? views.at(0);
    if (!seen) return [];
    return [
      { view: seen, shape: { kind: 'kept-free', at: onView(seen, at), aside: [ASIDE, -ASIDE], half: RADIUS + 1 } },
    ];
  });
}

/** What is wrong, marked once at what it speaks of: in the view that shows it best, or the one there is. */
export function FindingMarks({
  spots,
  sights,
  zoom,
  onAsk,
}: {
  spots: readonly Spot[];
  sights: readonly Sight[];
  zoom: number;
  onAsk: (item: string, at: readonly [number, number]) => void;
}) {
  return (
    <>
      {spots.map(({ item, at, view, findings }) => {
        const sight = sights.find((s) => s.view === view) ?? sights[0];
        if (!sight) return null;
        const [x, y] = sight.place(at);
        const ask = () => onAsk(item, [x, y]);
        const [{ level }] = findings;
        return (
          <g
            key={item}
            className={`finding-mark ${level}`}
            role="button"
            tabIndex={0}
            aria-label={findings.map((f) => `${f.level}: ${f.says}`).join(' ')}
            data-item={item}
            transform={`translate(${x + ASIDE / zoom} ${y - ASIDE / zoom}) scale(${1 / zoom})`}
            onPointerDown={(e) => e.stopPropagation()}
            onPointerUp={(e) => e.stopPropagation()}
            onClick={ask}
            onKeyDown={(e) => {
              if (e.key !== 'Enter' && e.key !== ' ') return;
              e.preventDefault();
              e.stopPropagation();
              ask();
            }}
          >
            <title>{findings.map((f) => f.says).join(' ')}</title>
            <circle r={RADIUS} />
            <text y={5} textAnchor="middle" fontSize={14}>
              {findings.length > 1 ? findings.length : '!'}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** What is wrong at a place, beside it, with its remedies. Escape and Close leave. */
export function FindingsBeside({
  spot,
  at: [x, y],
  room: { width, height },
  onClose,
}: {
  spot: Spot;
  at: readonly [number, number];
  /** what it stands over */
  room: { readonly width: number; readonly height: number };
  onClose: () => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => box.current?.focus({ preventScroll: true }), [spot.item]);
  const close = () => {
    onClose();
    document.querySelector<SVGGElement>(`.finding-mark[data-item="${spot.item}"]`)?.focus();
  };
  return (
    <div
      ref={box}
      className="asked-for findings-beside"
      role="dialog"
      tabIndex={-1}
      aria-label="What is wrong here"
      style={{
        left: Math.max(0, Math.min(x + 28, width - 350)),
        ...(y > height / 2 ? { bottom: height - y + 24 } : { top: y + 4 }),
      }}
      onKeyDown={(e) => {
        if (e.key === 'Escape') close();
      }}
    >
      <ul>
        {spot.findings.map((f) => (
          <OpenFinding key={`${f.code} ${f.says}`} f={f} onMend={close} />
        ))}
      </ul>
      <Button size="sm" variant="outline-primary" onClick={close}>
        Close
      </Button>
    </div>
  );
}
