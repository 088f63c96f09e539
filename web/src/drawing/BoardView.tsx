import { useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import { Button } from 'react-bootstrap';
import {
  layoutBoard,
  type Board,
  type BoardView as View,
  type Point,
  type Scenes,
  type ViewName,
} from '@violet-jaw/core/drawing';
import type { Projection } from '@violet-jaw/core/shop';
import { PrimitiveList } from './Drawing';

/** A point of one of the views, with how near counts, both in millimeters of the part. */
export interface At {
  readonly view: ViewName;
  readonly point: readonly [number, number];
  readonly reach: number;
}

/** A board as it is on the screen now. */
export interface ShownBoard {
  readonly board: Board;
  readonly zoom: number;
  /** from the page to pixels of the element it stands in */
  readonly toPixels: (p: Point) => Point;
}

interface BoardProps {
  readonly scenes: Scenes;
  readonly projection: Projection;
  readonly width: number;
  readonly height: number;
  readonly title: string;
  readonly onHover: (at: At | null) => void;
  readonly onPick: (at: At) => void;
  /**
   * called while the pointer drags; returns false when there is nothing to drag there, and the drawing is moved
   * instead
   */
  readonly onDrag?: (at: At, begins: boolean) => boolean;
  readonly children?: React.ReactNode;
  readonly fontSize?: number;
  /** drawn over the views, in page units */
  readonly overlay?: (shown: ShownBoard) => React.ReactNode;
  /** told where there is room on the board, in pixels of the window; null: nowhere, or it is zoomed */
  readonly onRoom?: (room: DOMRect | null) => void;
  /** stands over the drawing: fields, words */
  readonly floating?: (shown: ShownBoard) => React.ReactNode;
}

/** How near the pointer must be, in screen pixels. */
const REACH_PX = 7;
const MOST_ZOOM = 40;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowDown: [0, 1],
  ArrowUp: [0, -1],
};

interface Drag {
  readonly kind: 'part' | 'board';
  readonly from: [number, number];
  readonly start: { x: number; y: number };
  moved: boolean;
}

/** The view a point of the page lies in. */
export const viewAt = ({ views }: Board, [x, y]: Point): View | undefined =>
  views.find(({ area: [ax, ay, aw, ah] }) => x >= ax && x <= ax + aw && y >= ay && y <= ay + ah);

/** React listens passively to the wheel, and the page would scroll along. */
function useWheel(of: React.RefObject<SVGSVGElement | null>, does: (e: WheelEvent) => void): void {
  const newest = useRef(does);
  newest.current = does;
  useEffect(() => {
    const element = of.current;
    const listen = (e: WheelEvent) => newest.current(e);
    element?.addEventListener('wheel', listen, { passive: false });
    return () => element?.removeEventListener('wheel', listen);
  }, [of]);
}

/** Tells where the empty part of a board stands in the window, whenever that changes. */
function useRoom(of: React.RefObject<SVGSVGElement | null>, empty: Board['empty'], tell: BoardProps['onRoom']): void {
  useEffect(() => {
    if (!tell) return undefined;
    const box = of.current?.getBoundingClientRect();
    tell(box && empty ? new DOMRect(box.x + empty[0], box.y + empty[1], empty[2], empty[3]) : null);
    return () => tell(null);
  }, [of, empty, tell]);
}

/**
 * Three views as on a drawing board. The wheel zooms, dragging moves the drawing, + − and 0 do it from the keyboard.
 */
export function BoardView(props: BoardProps) {
  const { scenes, projection, width, height, title, onHover, onPick, onDrag, children, overlay, floating } = props;
  const { fontSize = 12.5 } = props;
  const board = useMemo(
    () => layoutBoard(scenes, projection, { width, height, fontSize, hatchSpacing: 6, markSize: 7 }),
    [scenes, projection, width, height, fontSize],
  );
  const [window_, setWindow] = useState<{ x: number; y: number; zoom: number }>({ x: 0, y: 0, zoom: 1 });
  const svg = useRef<SVGSVGElement>(null);
  const drag = useRef<Drag | null>(null);
  const { zoom } = window_;
  const shown = { w: board.width / zoom, h: board.height / zoom };
  const clamp = (x: number, y: number, z: number) => ({
    zoom: z,
    x: Math.max(0, Math.min(board.width - board.width / z, x)),
    y: Math.max(0, Math.min(board.height - board.height / z, y)),
  });

  const pagePoint = (e: { clientX: number; clientY: number }): [number, number] => {
    const box = svg.current!.getBoundingClientRect();
    return [
      window_.x + ((e.clientX - box.left) / box.width) * shown.w,
      window_.y + ((e.clientY - box.top) / box.height) * shown.h,
    ];
  };
  const at = (e: { clientX: number; clientY: number }): At | null => {
    const [x, y] = pagePoint(e);
    const view = viewAt(board, [x, y]);
    return view
      ? { view: view.view, point: (view as View).fromPage([x, y]), reach: REACH_PX / zoom / board.scale }
      : null;
  };
  const zoomBy = (factor: number, [x, y]: [number, number] = [window_.x + shown.w / 2, window_.y + shown.h / 2]) =>
    setWindow((w) => {
      const z = Math.max(1, Math.min(MOST_ZOOM, w.zoom * factor));
      return clamp(x - (x - w.x) * (w.zoom / z), y - (y - w.y) * (w.zoom / z), z);
    });

  useWheel(svg, (e) => {
    if (!e.ctrlKey && !e.shiftKey && zoom === 1 && e.deltaY > 0) return;
    e.preventDefault();
    zoomBy(e.deltaY < 0 ? 1.25 : 0.8, pagePoint(e));
  });
  const onKey = (e: React.KeyboardEvent) => {
    const step = 40 / zoom;
    if (e.key === '+') zoomBy(1.5);
    else if (e.key === '-') zoomBy(1 / 1.5);
    else if (e.key === '0') setWindow({ x: 0, y: 0, zoom: 1 });
    else if (ARROWS[e.key]) {
      const [dx, dy] = ARROWS[e.key];
      setWindow(clamp(window_.x + dx * step, window_.y + dy * step, zoom));
    } else return;
    e.preventDefault();
  };
  const onDown = (e: PointerEvent) => {
    const here = at(e);
    const onPart = here !== null && (onDrag?.(here, true) ?? false);
    drag.current = {
      kind: onPart ? 'part' : 'board',
      from: [e.clientX, e.clientY],
      start: { x: window_.x, y: window_.y },
      moved: false,
    };
    svg.current?.setPointerCapture(e.pointerId);
  };
  const onMove = (e: PointerEvent) => {
    const d = drag.current;
    if (!d) {
      onHover(at(e));
      return;
    }
    if (Math.hypot(e.clientX - d.from[0], e.clientY - d.from[1]) > 3) d.moved = true;
    if (!d.moved) return;
    if (d.kind === 'part') {
      const here = at(e);
      if (here) onDrag?.(here, false);
      return;
    }
    const box = svg.current!.getBoundingClientRect();
    const [dx, dy] = [(e.clientX - d.from[0]) / box.width, (e.clientY - d.from[1]) / box.height];
    setWindow(clamp(d.start.x - dx * shown.w, d.start.y - dy * shown.h, zoom));
  };
  const onUp = (e: PointerEvent) => {
    const d = drag.current;
    drag.current = null;
    const here = at(e);
    if (d && !d.moved && here) onPick(here);
  };

  useRoom(svg, zoom === 1 ? board.empty : null, props.onRoom);
  const onScreen: ShownBoard = { board, zoom, toPixels: ([x, y]) => [(x - window_.x) * zoom, (y - window_.y) * zoom] };
  return (
    <div>
      <ZoomTools children={children} zoom={zoom} zoomBy={zoomBy} setWindow={setWindow} />
      <div className="board-paper">
        <svg
          ref={svg}
          className="drawing board"
          role={overlay ? 'group' : 'img'}
          aria-label={title}
          tabIndex={0}
          width={board.width}
          height={board.height}
          viewBox={`${window_.x} ${window_.y} ${shown.w} ${shown.h}`}
          style={{ touchAction: 'none' }}
          onPointerDown={onDown}
          onPointerMove={onMove}
          onPointerUp={onUp}
          onPointerLeave={() => {
            if (!drag.current) onHover(null);
          }}
          onKeyDown={onKey}
        >
          <PrimitiveList primitives={board.primitives} />
          {overlay?.(onScreen)}
        </svg>
        {floating?.(onScreen)}
      </div>
    </div>
  );
}

/** Zooming by buttons. */
function ZoomTools({
  children,
  zoom,
  zoomBy,
  setWindow,
}: {
  children: React.ReactNode;
  zoom: number;
  zoomBy: (factor: number) => void;
  setWindow: (shown: { x: number; y: number; zoom: number }) => void;
}) {
  return (
    <div className="board-tools" role="group" aria-label="Drawing">
      {children}
      <span className="ms-auto" />
      <Button
        size="sm"
        variant="outline-primary"
        aria-label="Zoom out"
        disabled={zoom <= 1}
        onClick={() => zoomBy(1 / 1.5)}
      >
        −
      </Button>
      <Button size="sm" variant="outline-primary" aria-label="Zoom in" onClick={() => zoomBy(1.5)}>
        +
      </Button>
      <Button
        size="sm"
        variant="outline-primary"
        disabled={zoom <= 1}
        onClick={() => setWindow({ x: 0, y: 0, zoom: 1 })}
      >
        Fit
      </Button>
    </div>
  );
}
