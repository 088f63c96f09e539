import type { Vec3 } from '@violet-jaw/core/frames';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { type SectionPlane, type SectionSeen } from '@violet-jaw/core/drawing';
import { measureBetween } from '@violet-jaw/core/part';
import { unitName } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';
import type { Scene } from '@violet-jaw/core/drawing';
import { SaveDrawing } from '../../drawing/SaveDrawing';
import { BoardView, type At } from '../../drawing/BoardView';
import { askWorker, usePlan } from '../../store/planStore';
import { useFeatures } from '../../app/useFeatures';
import { useNewest } from '../../app/useNewest';
import { usePartScenes, draggedTo } from './partScenes';
import { Reading, BoardTools, type End } from './PartReading';

const Space = lazy(() => import('../../drawing/Space').then((m) => ({ default: m.Space })));

type Named = ReturnType<ReturnType<typeof useFeatures>['byId']>;

/** A line of the list chosen while measuring is an end, so that measuring works without the pointer. */
function usePickedInList(picked: Named, setEnds: (change: (ends: readonly End[]) => readonly End[]) => void): void {
  const pickedId = picked?.feature.id ?? null;
  const inList = useRef(picked);
  inList.current = picked;
  useEffect(() => {
    const named = inList.current;
    if (!pickedId || !named) return;
    setEnds((e) =>
      e.some((o) => o.key === pickedId)
        ? e
        : [...(e.length === 2 ? [] : e), { feature: named.feature, name: named.name, key: pickedId }],
    );
  }, [pickedId, setEnds]);
}

/** What is measured from where the pointer is: a corner before a face or bore. */
function endAt(corner: Vec3 | null, named: Named): End | null {
  if (corner) return { point: corner, key: JSON.stringify(corner) };
  return named && { feature: named.feature, name: named.name, key: named.feature.id };
}

/** What the lines of the drawing mean. */
function Legend({ section, inSpace }: { section: SectionPlane | null; inSpace: boolean }) {
  const { job, speech } = useJob();
  const { planned, drawn } = usePlan();
  if (!planned) return null;
  return (
    <>
      {section && (
        <p className="mb-1 quiet">
          Cut at {section.axis.toUpperCase()} <span className="number">{speech.signed(section.at)}</span>
          {inSpace ? '.' : ': drag the heavy chain line in the other views.'}
        </p>
      )}
      <p className="quiet mb-0">
        {inSpace
          ? 'Solid color: chosen. Gray: where it is cut. '
          : 'Full line: part. Fine dashes: hidden edges. Dashed: blank. '}
        {planned.unreached && planned.unreached.volumeMm3 > 0
          ? 'Hatched in the second color: never reached by the route. '
          : ''}
        Part coordinates, {unitName(job.units)}.
        {drawn && drawn.planned !== planned && <strong> Drawing the change…</strong>}
      </p>
    </>
  );
}

/** The drawings of part and blank as files. */
function SavePart({ scenes }: { scenes: readonly Scene[] }) {
  const { job } = useJob();
  return <SaveDrawing id="save-part" scenes={scenes} units={job.units} name={job.number} />;
}

/** The part on the drawing board: hover for size, pick a face or bore, measure between two, cut open; or in space. */
export function PartDrawing({
  width,
  height,
  chosen,
  onChoose,
}: {
  width: number;
  height: number;
  chosen: string | null;
  onChoose: (featureId: string | null) => void;
}) {
  const { id, shop, speech } = useJob();
  const { planned } = usePlan();
  const { byId } = useFeatures();
  const [mode, setMode] = useState<'pick' | 'measure'>('pick');
  const [inSpace, setInSpace] = useState(false);
  const [hovered, setHovered] = useState<string | null>(null);
  const [ends, setEnds] = useState<readonly End[]>([]);
  const [section, setSection] = useState<SectionPlane | null>(null);
  const cut = useNewest(
    section,
    (plane) => askWorker((worker) => worker.section(plane)),
    planned,
  ) as SectionSeen | null;
  const asked = useRef(0);

  usePickedInList(mode === 'measure' ? byId(chosen) : null, setEnds);
  const marked =
    mode === 'measure' ? ends.flatMap((e) => ('feature' in e ? [e.feature.id] : [])) : chosen ? [chosen] : [];
  const scenes = usePartScenes({ marked, hovered, section, cut });

  const find = async ({ view, point, reach }: At) => await askWorker((worker) => worker.pick(view, point, reach));
  const onHover = (at: At | null) => {
    const mine = ++asked.current;
    if (!at) {
      setHovered(null);
      return;
    }
    void find(at).then((found) => {
      if (mine === asked.current) setHovered(found?.featureId ?? null);
    });
  };
  const onPick = (at: At) => {
    void find(at).then((found) => {
      const named = byId(found?.featureId ?? null);
      if (mode === 'pick') {
        onChoose(named && named.feature.id !== chosen ? named.feature.id : null);
        return;
      }
      const end = endAt(found?.corner ?? null, named);
      if (end) setEnds((e) => (e.length === 2 ? [end] : [...e.filter((o) => o.key !== end.key), end]));
    });
  };
  const onDrag = (at: At, begins: boolean): boolean => {
    const to = section && planned ? draggedTo(section, planned.part.box, at, begins) : null;
    if (to !== null && section && !begins) setSection({ ...section, at: to });
    return to !== null;
  };
  const openSection = (axis: string) => {
    if (!planned || axis === '') {
      setSection(null);
      return;
    }
    const a = axis as SectionPlane['axis'];
    setSection({ axis: a, at: (planned.part.box.min[a] + planned.part.box.max[a]) / 2 });
  };

  if (!planned) return null;
  const under = byId(hovered) ?? byId(chosen);
  const measured = ends.length === 2 ? measureBetween(ends[0], ends[1], speech) : null;
  const tools = (
    <BoardTools
      mode={mode}
      setMode={setMode}
      setEnds={setEnds}
      onChoose={onChoose}
      section={section}
      openSection={openSection}
      planned={planned}
      setSection={setSection}
      inSpace={inSpace}
      setInSpace={setInSpace}
    />
  );
  return (
    <>
      {inSpace ? (
        <>
          <div className="board-tools">{tools}</div>
          <Suspense fallback={<p className="quiet">loading the view in space…</p>}>
            <Space
              remembered={`${id} part`}
              width={width}
              height={height - 20}
              setup={null}
              section={section}
              chosen={chosen}
              onPick={(feature) => onChoose(feature === chosen ? null : feature)}
            />
          </Suspense>
        </>
      ) : (
        scenes && (
          <BoardView
            scenes={scenes}
            projection={shop.projection}
            width={width}
            height={height}
            title="Part and blank on the drawing board"
            onHover={onHover}
            onPick={onPick}
            onDrag={onDrag}
          >
            {tools}
            <SavePart scenes={Object.values(scenes)} />
          </BoardView>
        )
      )}
      <Reading mode={mode} measured={measured} ends={ends} under={under} />
      <Legend section={section} inSpace={inSpace} />
    </>
  );
}
