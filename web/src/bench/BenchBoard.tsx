import { useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { onView, setupScene, VIEW_NAMES, type Scene, type SetupCutOpen, type ViewName } from '@violet-jaw/core/drawing';
import { allDecisionsOf, spotsOf, type PlannedSetup } from '@violet-jaw/core/plan';
import { AXES, type Axis } from '@violet-jaw/core/frames';
import type { Decision } from '@violet-jaw/core/holdings';
import type { Job } from '@violet-jaw/core/job';
import { useJob } from '../app/JobLayout';
import { useFeatures, type NamedFeature } from '../app/useFeatures';
import { PrimitiveList } from '../drawing/Drawing';
import { SaveDrawing } from '../drawing/SaveDrawing';
import { BoardView, type At, type ShownBoard } from '../drawing/BoardView';
import { askWorker, usePlan } from '../store/planStore';
import { BenchSpace } from './BenchSpace';
import { marksOf, withMarks } from '@violet-jaw/core/remarks';
import { useRemarkedSetups } from '../remarks/useRemarkedSetups';
import { useRemarks } from '../remarks/useRemarks';
import { useOpenSection } from './Fold';
import { FindingMarks, FindingsBeside, keptFreeForMarks } from './FindingMarks';
import { FloatingGrip } from './grips/FloatingGrip';
import { Grips, TypedDimensions } from './grips/Grips';
import { gripsIn, keptFreeForGrips, sightOf, type OverView } from './grips/placed';
import { useGrips } from './grips/useGrips';
import { Offers } from './Offers';
import { useCutOpen } from './useCutOpen';

/** Faces do not light up here: what lies under the pointer is asked for by a press. */
const ignore = () => undefined;
const NONE: readonly Decision<Job>[] = [];

/** Everything there is to see of a setup: all views, one that fills the bench, or in space. */
type Seen = 'all' | ViewName | 'space';
const SEEN: readonly (readonly [Seen, string])[] = [
  ['all', 'All views'],
  ['above', 'From above'],
  ['front', 'From the front'],
  ['leftEnd', 'From the left end'],
  ['space', 'In space'],
];

const viewsOf = (seen: Seen): readonly ViewName[] => VIEW_NAMES.filter((v) => seen === 'all' || seen === v);

/** Scenes with room kept for what stands over them. */
function keepingFree(scenes: Scenes | null, over: readonly OverView[]): Scenes | null {
  if (!scenes) return null;
  const kept = Object.entries(scenes).map(([view, scene]) => [
    view,
    { ...scene, shapes: [...scene.shapes, ...over.filter((o) => o.view === view).map((o) => o.shape)] },
  ]);
  return Object.fromEntries(kept) as Scenes;
}

type Scenes = Partial<Record<ViewName, Scene>>;

type Marks = ReturnType<typeof marksOf>;

function useScenes(planned: PlannedSetup, seen: Seen, cutOpen: SetupCutOpen | null): Scenes | null {
  const { id, speech } = useJob();
  const { remarks } = useRemarks(id);
  const setups = useRemarkedSetups();
  // as text: the same marks are no new drawing, least of all while something is dragged
  const marks = JSON.stringify(
    marksOf(
      remarks.filter((r) => r.setupId === planned.id),
      setups,
    ) satisfies Marks,
  );
  const views = usePlan((s) => s.drawn?.outlines.setups.find((o) => o.id === planned.id)?.views);
  const shown = usePlan((s) => s.drawn?.planned.setups.find((o) => o.id === planned.id));
  const isHeldNow = planned.facts !== null;
  const isLocating = useOpenSection((s) => s.open === 'Locate');
  return useMemo(() => {
    if (!views || !shown?.facts || !isHeldNow) return null;
    const marked = JSON.parse(marks) as Marks;
    const drawn = viewsOf(seen).map((v) => {
      const options = { dimensions: true, labels: true, locators: isLocating };
      const scene = setupScene({ view: v, planned: shown, outlines: views[v], speech, options, cutOpen });
      return [v, withMarks(scene, v, marked)];
    });
    return Object.fromEntries(drawn) as Scenes;
  }, [views, shown, isHeldNow, isLocating, speech, seen, cutOpen, marks]);
}

interface BenchBoardProps {
  readonly planned: PlannedSetup;
  /** the dimension that is spoken of beside the drawing lights up */
  readonly measured: string | null;
  readonly width: number;
  readonly height: number;
  /** told where the drawings leave room, in pixels of the window */
  readonly onRoom: (room: DOMRect | null) => void;
}

/**
 * The drawings of one setup, as large as fits: what is decided is dragged and typed where it stands, and a face or bore
 * says what it can be used for.
 */
export function BenchBoard({ planned, measured, width, height, onRoom }: BenchBoardProps) {
  const { job, shop, store, isPlanner, speech } = useJob();
  const wholePlan = usePlan((s) => s.planned);
  const [seen, setSeen] = useState<Seen>('all');
  const cutOpen = useCutOpen(planned);
  const drawn = useScenes(planned, seen, cutOpen.seen);
  const [picked, setPicked] = useState<{ named: NamedFeature; at: At } | null>(null);
  const { byId } = useFeatures();
  const { places, spots } = useMemo(() => {
    const found = wholePlan ? allDecisionsOf(planned, wholePlan, job, speech) : [];
    return { places: found, spots: wholePlan ? spotsOf(planned, wholePlan.findings, found) : [] };
  }, [planned, wholePlan, job, speech]);
  const decisions = isPlanner ? places : NONE;
  const scenes = useMemo(() => {
    const views = viewsOf(seen);
    return keepingFree(drawn, [...keptFreeForGrips(views, decisions), ...keptFreeForMarks(spots, views)]);
  }, [drawn, seen, decisions, spots]);
  const [wrong, setWrong] = useState<{ item: string; at: readonly [number, number] } | null>(null);
  const askWrong = (item: string, at: readonly [number, number]) => {
    setPicked(null);
    hands.ask(null);
    setWrong({ item, at });
  };
  const spot = spots.find((s) => s.item === wrong?.item);
  const hands = useGrips<Job>(job.units, (change, gesture) => store.getState().edit(change, gesture));
  const { translation } = planned.facts?.seat.pose ?? { translation: { x: 0, y: 0, z: 0 } };

  const onPick = (at: At) => {
    hands.ask(null);
    setWrong(null);
    const by = onView(at.view, translation);
    const inPart: [number, number] = [at.point[0] - by[0], at.point[1] - by[1]];
    void askWorker((worker) => worker.pick(at.view, inPart, at.reach, planned.setup.orientation)).then((found) => {
      const named = byId(found?.featureId ?? null);
      setPicked(named ? { named, at } : null);
    });
  };
  const tools = (
    <ViewTools
      seen={seen}
      onSee={(what) => {
        setSeen(what);
        setPicked(null);
        setWrong(null);
        hands.ask(null);
        cutOpen.hands.ask(null);
      }}
      across={cutOpen.plane?.axis ?? null}
      onAcross={cutOpen.across}
    />
  );
  if (seen === 'space')
    return (
      <>
        <div className="board-tools">{tools}</div>
        <BenchSpace {...{ planned, decisions, spots, hands, cutOpen, width }} height={height - 64} />
      </>
    );
  if (!scenes) return <NotDrawn planned={planned} />;
  const gripsOn = ({ board }: ShownBoard) => gripsIn(board.views.map(sightOf), decisions);
  const planeOn = ({ board }: ShownBoard) => gripsIn(board.views.map(sightOf), cutOpen.decisions);
  return (
    <BoardView
      scenes={scenes}
      projection={shop.projection}
      width={width}
      height={height - 38}
      fontSize={13.5}
      title={`Op ${planned.op} as it is held`}
      onRoom={onRoom}
      onHover={ignore}
      onPick={onPick}
      overlay={(shown) => (
        <>
          <g className="measured">
            <PrimitiveList
              primitives={shown.board.primitives.filter((p) => measured !== null && p.measures === measured)}
            />
          </g>
          <TypedDimensions
            shown={shown}
            grips={gripsOn(shown)}
            onAsk={(g) => hands.ask({ item: g.item, view: g.view.view })}
          />
          <Grips zoom={shown.zoom} grips={gripsOn(shown)} speech={speech} {...hands} />
          <Grips zoom={shown.zoom} grips={planeOn(shown)} speech={speech} {...cutOpen.hands} />
          <FindingMarks spots={spots} sights={shown.board.views.map(sightOf)} zoom={shown.zoom} onAsk={askWrong} />
        </>
      )}
      floating={(shown) => (
        <>
          <FloatingGrip grips={gripsOn(shown)} hands={hands} toPixels={shown.toPixels} width={shown.board.width} />
          <FloatingGrip
            grips={planeOn(shown)}
            hands={cutOpen.hands}
            toPixels={shown.toPixels}
            width={shown.board.width}
          />
          {spot && wrong && (
            <FindingsBeside
              spot={spot}
              at={shown.toPixels(wrong.at)}
              room={shown.board}
              onClose={() => setWrong(null)}
            />
          )}
          {picked && <Offers {...picked} shown={shown} planned={planned} onClose={() => setPicked(null)} />}
        </>
      )}
    >
      {tools}
      <SaveDrawing
        id="save-bench"
        scenes={Object.values(drawn ?? {})}
        name={`${job.number} Op ${planned.op}`}
        units={job.units}
      />
    </BoardView>
  );
}

/** Which views are seen, and whether they are cut open. */
function ViewTools({
  seen,
  onSee,
  across,
  onAcross,
}: {
  seen: Seen;
  onSee: (seen: Seen) => void;
  across: Axis | null;
  onAcross: (axis: Axis | null) => void;
}) {
  return (
    <>
      <div className="btn-group btn-group-sm" role="group" aria-label="Views">
        {SEEN.map(([what, says]) => (
          <Button
            key={what}
            size="sm"
            variant={seen === what ? 'primary' : 'outline-primary'}
            aria-pressed={seen === what}
            onClick={() => onSee(what)}
          >
            {says}
          </Button>
        ))}
      </div>
      <Form.Select
        size="sm"
        aria-label="Cut open"
        className="w-auto"
        value={across ?? ''}
        onChange={(e) => onAcross(AXES.find((a) => a === e.target.value) ?? null)}
      >
        <option value="">not cut</option>
        {AXES.map((a) => (
          <option key={a} value={a}>
            cut across {a.toUpperCase()}
          </option>
        ))}
      </Form.Select>
    </>
  );
}

function NotDrawn({ planned }: { planned: PlannedSetup }) {
  const says = planned.device
    ? `Start anew for the ${planned.device.kind} in the section Hold, to see it there.`
    : 'Choose in the section Hold what the part is held in or on, to see it there.';
  return <p className="quiet m-3">{planned.facts ? 'drawing…' : says}</p>;
}
