import { useMemo } from 'react';
import { setupScene, VIEW_NAMES, type Scenes } from '@violet-jaw/core/drawing';
import { marksOf, withMarks, type Remark, type RemarkPlace } from '@violet-jaw/core/remarks';
import { useJob } from '../../app/JobLayout';
import { BoardView } from '../../drawing/BoardView';
import { useSize } from '../../drawing/useSize';
import { useRemarkedSetups } from '../../remarks/useRemarkedSetups';
import { usePlan } from '../../store/planStore';

const ignore = () => undefined;

/** The drawings of a setup with what people remarked marked where it is; a press points. */
export function PlaceBoard({
  setupId,
  remarks,
  place,
  onPoint,
}: {
  setupId: string;
  remarks: readonly Remark[];
  /** of the remark that is being written */
  place: RemarkPlace | null;
  onPoint: (place: RemarkPlace) => void;
}) {
  const { shop, speech } = useJob();
  const setups = useRemarkedSetups();
  const drawn = usePlan((s) => s.drawn);
  const [holder, width, height] = useSize<HTMLDivElement>([760, 520]);
  const scenes = useMemo(() => {
    const planned = drawn?.planned.setups.find((s) => s.id === setupId);
    const views = drawn?.outlines.setups.find((s) => s.id === setupId)?.views;
    if (!planned?.facts || !views) return null;
    const marks = [...marksOf(remarks, setups), ...(place ? [{ mark: 'new', place, isOld: false }] : [])];
    return Object.fromEntries(
      VIEW_NAMES.map((view) => {
        const options = { dimensions: false, labels: true };
        return [view, withMarks(setupScene({ view, planned, outlines: views[view], speech, options }), view, marks)];
      }),
    ) as Scenes;
  }, [drawn, setupId, remarks, setups, place, speech]);
  return (
    <div ref={holder} className="place-board">
      {scenes ? (
        <BoardView
          scenes={scenes}
          projection={shop.projection}
          width={width}
          height={height - 40}
          title="Press where the remark points"
          onHover={ignore}
          onPick={({ view, point: [u, v] }) => onPoint({ view, at: [rounded(u), rounded(v)] })}
        />
      ) : (
        <p className="quiet">It is drawn as soon as it is known how the part is held.</p>
      )}
    </div>
  );
}

/** To a hundredth of a millimeter: nobody points better. */
const rounded = (mm: number): number => Math.round(mm * 100) / 100;
