import { useMemo, useRef, useState, type PointerEvent } from 'react';
import { layoutScene } from '@violet-jaw/core/drawing';
import { turnedScene, type PlannedTurned } from '@violet-jaw/core/turned';
import { useJob } from '../../app/JobLayout';
import { SaveDrawing } from '../../drawing/SaveDrawing';
import { PageView } from '../../drawing/Drawing';
import { changesToEdit } from './Changes';
import { useTurned } from './useTurned';

/** So near to a change the pointer takes it, page units. */
const REACH = 14;

/** The half section; a change of grip is taken and moved along the part. */
export function TurnedDrawing({
  planned,
  section,
  width,
  height,
}: {
  planned: PlannedTurned;
  section: number;
  width: number;
  height: number;
}) {
  const { speech, isPlanner } = useJob();
  const { set } = useTurned();
  const [dragged, setDragged] = useState<{ id: string; at: number } | null>(null);
  const place = useRef<HTMLDivElement>(null);
  const scene = useMemo(() => turnedScene(planned, { section, dragged, speech }), [planned, section, dragged, speech]);
  const page = useMemo(
    () => scene && layoutScene(scene, { width, height, fontSize: 13, hatchSpacing: 7, markSize: 7.5 }),
    [scene, width, height],
  );
  if (!page || !scene) return null;
  const across = (e: PointerEvent) => {
    const svg = place.current!.querySelector('svg')!.getBoundingClientRect();
    return ((e.clientX - svg.left) * page.width) / svg.width;
  };
  const front = page.toPage([0, 0])[0];
  const at = (e: PointerEvent) => {
    const mm = (front - across(e)) / page.scale;
    const step = speech.units === 'mm' ? 0.5 : 25.4 / 64;
    return Math.max(0, Math.min(planned.bar.length, Math.round(mm / step) * step));
  };
  const take = (e: PointerEvent) => {
    if (!isPlanner) return;
    const near = planned.changes
      .map((c) => ({ ...c, off: Math.abs(page.toPage([-c.at, 0])[0] - across(e)) }))
      .filter((c) => c.off <= REACH)
      .sort((a, b) => a.off - b.off)[0];
    if (!near) return;
    e.currentTarget.setPointerCapture(e.pointerId);
    setDragged({ id: near.id, at: near.at });
  };
  const drop = () => {
    if (dragged)
      set((t) => ({
        changes: changesToEdit(planned, t.changes).map((c) =>
          c.id === dragged.id ? { ...c, at: dragged.at, move: null, shift: null } : c,
        ),
      }));
    setDragged(null);
  };
  return (
    <>
      <div
        ref={place}
        className="turned-drawing"
        onPointerDown={take}
        onPointerMove={(e) => dragged && setDragged({ ...dragged, at: at(e) })}
        onPointerUp={drop}
        onPointerCancel={() => setDragged(null)}
      >
        <PageView page={page} title={scene.title} />
      </div>
      <SaveDrawing id="save-turned" scenes={[scene]} units={speech.units} />
    </>
  );
}
