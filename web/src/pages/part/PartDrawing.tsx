import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { boxOfCopies } from '@violet-jaw/core/blank';
import { alongAxis, partScene, SECTION_VIEW, VIEW_NAMES, type Scene, type SectionPlane, type SectionSeen, type ViewName } from '@violet-jaw/core/drawing';
import { AXES } from '@violet-jaw/core/frames';
import { featureFacts, measureBetween, type MeasureEnd } from '@violet-jaw/core/part';
import { unitName } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';
import { BoardView, type At } from '../../drawing/BoardView';
import { LengthField } from '../../fields/LengthField';
import { planWorker, usePlan } from '../../store/planStore';
import { useFeatureEdges, useFeatures } from '../../app/useFeatures';
import { useNewest } from '../../app/useNewest';

const Space = lazy(() => import('../../drawing/Space').then((m) => ({ default: m.Space })));

/** A point and its name under the pointer. */
type End = MeasureEnd & { readonly key: string };

/** The part on the drawing board: hover for size, pick a face or bore, measure between two, cut open; or in space. */
export function PartDrawing({ width, height, chosen, onChoose }: { width: number; height: number; chosen: string | null; onChoose: (featureId: string | null) => void }) {
  const { job, shop, speech } = useJob();
  const { planned, drawn } = usePlan();
  const { byId } = useFeatures();
  const [mode, setMode] = useState<'pick' | 'measure'>('pick');
  const [inSpace, setInSpace] = useState(false);
  const [hovered, setHovered] = useState<string | null>(null);
  const [ends, setEnds] = useState<readonly End[]>([]);
  const [section, setSection] = useState<SectionPlane | null>(null);
  const cut = useNewest(section, (plane) => planWorker()?.section(plane), planned) as SectionSeen | null;
  const asked = useRef(0);

  // a line of the list chosen while measuring is an end, so that measuring works without the pointer
  const pickedInList = mode === 'measure' ? byId(chosen) : null;
  const pickedId = pickedInList?.feature.id ?? null;
  const inList = useRef(pickedInList);
  inList.current = pickedInList;
  useEffect(() => {
    const named = inList.current;
    if (!pickedId || !named) return;
    setEnds((e) => (e.some((o) => o.key === pickedId) ? e : [...(e.length === 2 ? [] : e), { feature: named.feature, name: named.name, key: pickedId }]));
  }, [pickedId]);

  const marked = mode === 'measure' ? ends.flatMap((e) => ('feature' in e ? [e.feature.id] : [])) : chosen ? [chosen] : [];
  const chosenEdges = useFeatureEdges(marked);
  const hoveredEdges = useFeatureEdges(useMemo(() => (hovered ? [hovered] : []), [hovered]));
  const scenes = useMemo((): Record<ViewName, Scene> | null => (drawn ? Object.fromEntries(VIEW_NAMES.map((view) => {
    const cutHere = section && cut && SECTION_VIEW[section.axis].view === view ? cut : null;
    return [view, partScene({
      view, part: cutHere ? { silhouette: cutHere.silhouette, lines: cutHere.lines } : drawn.outlines.part[view], blank: drawn.outlines.blank[view],
      summary: drawn.planned.part, whole: boxOfCopies(drawn.planned.part.box, drawn.job.copies), blankBox: drawn.planned.blank.box,
      unreached: drawn.outlines.unreached?.[view] ?? [], cutFace: cutHere?.cutFace, section, chosen: chosenEdges?.[view], hovered: hoveredEdges?.[view], speech,
    })];
  })) as Record<ViewName, Scene> : null), [drawn, section, cut, chosenEdges, hoveredEdges, speech]);

  const find = async ({ view, point, reach }: At) => await planWorker()?.pick(view, point, reach) ?? null;
  const onHover = (at: At | null) => {
    asked.current += 1;
    const mine = asked.current;
    if (!at) { setHovered(null); return; }
    void find(at).then((found) => { if (mine === asked.current) setHovered(found?.featureId ?? null); });
  };
  const onPick = (at: At) => {
    void find(at).then((found) => {
      const named = byId(found?.featureId ?? null);
      if (mode === 'pick') { onChoose(named && named.feature.id !== chosen ? named.feature.id : null); return; }
      const end: End | null = found?.corner ? { point: found.corner, key: JSON.stringify(found.corner) } : named ? { feature: named.feature, name: named.name, key: named.feature.id } : null;
      if (end) setEnds((e) => (e.length === 2 ? [end] : [...e.filter((o) => o.key !== end.key), end]));
    });
  };
  const onDrag = ({ view, point, reach }: At, begins: boolean): boolean => {
    if (!section || SECTION_VIEW[section.axis].view === view || !planned) return false;
    const at = alongAxis(view, section.axis, point);
    if (at === null || (begins && Math.abs(at - section.at) > reach * 1.5)) return false;
    const { min, max } = planned.part.box;
    if (!begins) setSection({ ...section, at: Math.max(min[section.axis], Math.min(max[section.axis], Math.round(at * 10) / 10)) });
    return true;
  };
  const openSection = (axis: string) => {
    if (!planned || axis === '') { setSection(null); return; }
    const a = axis as SectionPlane['axis'];
    setSection({ axis: a, at: (planned.part.box.min[a] + planned.part.box.max[a]) / 2 });
  };

  if (!planned) return null;
  const under = byId(hovered) ?? byId(chosen);
  const measured = ends.length === 2 ? measureBetween(ends[0], ends[1], speech) : null;
  const tools = (
    <>
      <Button size="sm" variant={mode === 'measure' ? 'primary' : 'outline-primary'} aria-pressed={mode === 'measure'} onClick={() => { setMode(mode === 'measure' ? 'pick' : 'measure'); setEnds([]); onChoose(null); }}>Measure</Button>
      <Form.Select size="sm" aria-label="Cut open" style={{ width: 'auto' }} value={section?.axis ?? ''} onChange={(e) => openSection(e.target.value)}>
        <option value="">not cut open</option>
        {AXES.map((a) => <option key={a} value={a}>cut open across {a.toUpperCase()}</option>)}
      </Form.Select>
      {section && <LengthField hideLabel label={`Cut at ${section.axis.toUpperCase()}`} mm={section.at} units={job.units} signed min={planned.part.box.min[section.axis]} max={planned.part.box.max[section.axis]} onCommit={(at) => setSection({ ...section, at })} />}
      <Button size="sm" variant={inSpace ? 'primary' : 'outline-primary'} aria-pressed={inSpace} onClick={() => setInSpace(!inSpace)}>In space</Button>
    </>
  );
  return (
    <>
      {inSpace
        ? (
          <>
            <div className="board-tools">{tools}</div>
            <Suspense fallback={<p className="quiet">loading the view in space…</p>}>
              <Space width={width} height={height - 20} setup={null} section={section} chosen={chosen} onPick={(id) => onChoose(id === chosen ? null : id)} />
            </Suspense>
          </>
        )
        : scenes && <BoardView scenes={scenes} projection={shop.projection} width={width} height={height} title="Part and blank on the drawing board" onHover={onHover} onPick={onPick} onDrag={onDrag}>{tools}</BoardView>}
      <p className="mb-1 reading" role="status">
        {mode === 'measure'
          ? measured ? <strong className="number">{measured.says}</strong> : ends.length === 2 ? 'No single distance: these do not lie parallel.' : `Measure: pick ${ends.length === 0 ? 'a face, a bore or a corner, here or in the list' : 'the second one'}.`
          : under ? <><strong>{under.name}</strong> <span className="number">{featureFacts(under.feature, speech)}</span></> : <span className="quiet">Point at a face or bore for its size; click to choose it.</span>}
      </p>
      {section && <p className="mb-1 quiet">Cut at {section.axis.toUpperCase()} <span className="number">{speech.signed(section.at)}</span>{inSpace ? '.' : ': drag the heavy chain line in the other views.'}</p>}
      <p className="quiet mb-0">{inSpace ? 'Solid color: chosen. Gray: where it is cut. ' : 'Full line: part. Fine dashes: hidden edges. Dashed: blank. '}{planned.unreached && planned.unreached.volumeMm3 > 0 ? 'Hatched in the second color: never reached by the route. ' : ''}Part coordinates, {unitName(job.units)}.{drawn && drawn.planned !== planned && <strong> Drawing the change…</strong>}</p>
    </>
  );
}
