import type { Box3 } from '@violet-jaw/core/frames';
import { useMemo } from 'react';
import { boxOfCopies } from '@violet-jaw/core/blank';
import {
  alongAxis,
  partScene,
  SECTION_VIEW,
  VIEW_NAMES,
  type Scene,
  type SectionPlane,
  type SectionSeen,
  type ViewName,
} from '@violet-jaw/core/drawing';
import { useJob } from '../../app/JobLayout';
import { type At } from '../../drawing/BoardView';
import { usePlan } from '../../store/planStore';
import { useFeatureEdges } from '../../app/useFeatures';

export function usePartScenes({
  marked,
  hovered,
  section,
  cut,
}: {
  marked: readonly string[];
  hovered: string | null;
  section: SectionPlane | null;
  cut: SectionSeen | null;
}): Record<ViewName, Scene> | null {
  const { speech } = useJob();
  const { drawn } = usePlan();
  const chosenEdges = useFeatureEdges(marked);
  const hoveredEdges = useFeatureEdges(useMemo(() => (hovered ? [hovered] : []), [hovered]));
  return useMemo(
    (): Record<ViewName, Scene> | null =>
      drawn
        ? (Object.fromEntries(
            VIEW_NAMES.map((view) => {
              const cutHere = section && cut && SECTION_VIEW[section.axis].view === view ? cut : null;
              return [
                view,
                partScene({
                  view,
                  part: cutHere ? { silhouette: cutHere.silhouette, lines: cutHere.lines } : drawn.outlines.part[view],
                  blank: drawn.outlines.blank[view],
                  summary: drawn.planned.part,
                  whole: boxOfCopies(drawn.planned.part.box, drawn.job.copies),
                  blankBox: drawn.planned.blank.box,
                  unreached: drawn.outlines.unreached?.[view] ?? [],
                  cutFace: cutHere?.cutFace,
                  section,
                  chosen: chosenEdges?.[view],
                  hovered: hoveredEdges?.[view],
                  speech,
                }),
              ];
            }),
          ) as Record<ViewName, Scene>)
        : null,
    [drawn, section, cut, chosenEdges, hoveredEdges, speech],
  );
}

export function draggedTo(section: SectionPlane, { min, max }: Box3, { view, point, reach }: At, begins: boolean) {
  if (SECTION_VIEW[section.axis].view === view) return null;
  const at = alongAxis(view, section.axis, point);
  if (at === null || (begins && Math.abs(at - section.at) > reach * 1.5)) return null;
  return Math.max(min[section.axis], Math.min(max[section.axis], Math.round(at * 10) / 10));
}
