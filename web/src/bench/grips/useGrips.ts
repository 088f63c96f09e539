import { stepOf } from '@violet-jaw/core/holdings';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Point } from '@violet-jaw/core/drawing';
import type { Setup } from '@violet-jaw/core/job';
import type { Units } from '@violet-jaw/core/units';
import { draggedBy, nudge, nudgedBy, type Grip, type Moved } from './placed';

/** Whole steps a drag goes by, and what an arrow key moves: plain, with Shift, with Alt. mm */
const STEPS: Readonly<
  Record<Units, { readonly drag: number; readonly fine: number; readonly nudge: readonly [number, number, number] }>
> = {
  mm: { drag: stepOf({ units: 'mm' }), fine: 0.1, nudge: [1, 0.1, 10] },
  inch: { drag: stepOf({ units: 'inch' }), fine: 25.4 / 100, nudge: [2.54, 0.254, 25.4] },
};

/** What moves grips: what is held or asked for now, and what answers pointer and keys. */
export interface Hands<S> {
  readonly moving: { readonly held: Held; readonly moved: readonly Moved<S>[] } | null;
  readonly asked: Held | null;
  readonly ask: (held: Held | null) => void;
  /** what has the same gesture is one step of undo; without one it is a step of its own */
  readonly edit: (change: (of: S) => S, gesture?: string) => void;
  readonly onDown: (grip: Grip<S>) => (e: PointerEvent<SVGGElement>) => void;
  readonly onMove: (e: PointerEvent<SVGGElement>) => void;
  readonly onUp: (e: PointerEvent<SVGGElement>) => void;
  readonly onKey: (grip: Grip<S>) => (e: KeyboardEvent<SVGGElement>) => void;
}

/** Which grip is moved or asked for, and in which view. */
export interface Held {
  readonly item: string;
  readonly view: string;
}

export const isHeld = (held: Held | null, { item, view }: Pick<Grip, 'item' | 'view'>): boolean =>
  held?.item === item && held.view === view.view;

/**
 * Moves what is decided in the drawings: by the pointer, by arrow keys; Enter asks for the number. A drag is one step
 * of undo.
 * @param edit changes the setup, or what else is moved
 */
export function useGrips<S = Setup>(units: Units, edit: Hands<S>['edit']): Hands<S> {
  const [moving, setMoving] = useState<{ held: Held; moved: readonly Moved<S>[] } | null>(null);
  const [asked, setAsked] = useState<Held | null>(null);
  const drag = useRef<{ grip: Grip<S>; from: Point; toPage: (e: PointerEvent) => Point; gesture: string } | null>(null);
  const count = useRef(0);
  const steps = STEPS[units];

  const apply = (moved: readonly Moved<S>[], gesture: string) => {
    edit((of) => moved.reduce((s, { decision, mm }) => (mm === decision.mm ? s : decision.set(s, mm)), of), gesture);
  };
  const held = ({ item, view }: Grip<S>): Held => ({ item, view: view.view });

  const onDown = (grip: Grip<S>) => (e: PointerEvent<SVGGElement>) => {
    e.stopPropagation();
    if (e.button !== 0) return;
    const matrix = e.currentTarget.ownerSVGElement!.getScreenCTM()!.inverse();
    const toPage = (at: PointerEvent): Point => {
      const p = new DOMPoint(at.clientX, at.clientY).matrixTransform(matrix);
      return [p.x, p.y];
    };
    count.current += 1;
    drag.current = { grip, from: toPage(e), toPage, gesture: `drag ${Date.now()} ${count.current}` };
    e.currentTarget.setPointerCapture(e.pointerId);
  };
  const onMove = (e: PointerEvent<SVGGElement>) => {
    const d = drag.current;
    if (!d) return;
    e.stopPropagation();
    const [x, y] = d.toPage(e);
    const by: Point = [x - d.from[0], y - d.from[1]];
    if (!moving && Math.hypot(...by) < 3) return;
    const moved = draggedBy(d.grip, by, { step: e.shiftKey ? steps.fine : steps.drag, free: e.shiftKey });
    setMoving({ held: held(d.grip), moved });
    setAsked(null);
    apply(moved, d.gesture);
  };
  const onUp = (e: PointerEvent<SVGGElement>) => {
    const d = drag.current;
    drag.current = null;
    if (!d) return;
    e.stopPropagation();
    if (!moving) setAsked(held(d.grip));
    setMoving(null);
  };
  const onKey = (grip: Grip<S>) => (e: KeyboardEvent<SVGGElement>) => {
    if (e.key === 'Enter' || e.key === ' ') setAsked(held(grip));
    else {
      const [plain, fine, coarse] = steps.nudge;
      const nudged = nudgedBy(grip, e.key, e.altKey ? coarse : e.shiftKey ? fine : plain);
      if (!nudged) return;
      count.current += 1;
      edit((of) => nudge(of, nudged), `key ${Date.now()} ${count.current}`);
    }
    e.preventDefault();
    e.stopPropagation();
  };
  return { moving, asked, ask: setAsked, edit, onDown, onMove, onUp, onKey };
}
