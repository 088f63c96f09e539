import { lazy, Suspense, useMemo, useState } from 'react';
import { Button } from 'react-bootstrap';
import { alignedMargins, facingEye, setupScene, VIEWS, type ViewName } from '@violet-jaw/core/drawing';
import { AXES, partSideFacing } from '@violet-jaw/core/frames';
import { termOf } from '@violet-jaw/core/ledger';
import { PART_SIDE } from '@violet-jaw/core/part';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { lengthBasis } from '@violet-jaw/core/zero';
import { useJob } from '../app/JobLayout';
import { Drawing } from '../drawing/Drawing';
import { ProjectionMark } from '../drawing/ProjectionMark';
import { usePlan } from '../store/planStore';
import { withFaceUp } from './orient';

const Space = lazy(() => import('../drawing/Space').then((m) => ({ default: m.Space })));

const FONT = 13;
/** Height of a view that stands alone. */
const LARGE = 420;

/** The drawings of one setup: above over front, aligned as on a drawing board, and the end view. */
export function Views({ planned, measured, width }: { planned: PlannedSetup; measured: string | null; width: number }) {
  const { job, shop, speech, changeSetup } = useJob();
  const [inSpace, setInSpace] = useState(false);
  const [large, setLarge] = useState<ViewName | null>(null);
  const views = usePlan((s) => s.drawn?.outlines.setups.find((o) => o.id === planned.id)?.views);
  const shown = usePlan((s) => s.drawn?.planned.setups.find((o) => o.id === planned.id));
  const scenes = useMemo(() => (views && shown?.facts && planned.facts ? {
    above: setupScene('above', shown, views.above, speech, { dimensions: true, labels: true }),
    front: setupScene('front', shown, views.front, speech, { dimensions: true, labels: true }),
    leftEnd: setupScene('leftEnd', shown, views.leftEnd, speech, { dimensions: true, labels: true }),
  } : null), [planned.facts, shown, views, speech]);
  if (!scenes) return <p className="quiet">{planned.facts ? 'drawing…' : `${planned.device ? `Start anew for the ${planned.device.kind} in the section Hold` : 'Choose in the section Hold what the part is held in or on'}, to see it there.`}</p>;
  const heights = { above: Math.min(0.75 * width, 420), front: Math.min(0.53 * width, 300), leftEnd: Math.min(0.67 * width, 380) };
  const shared = alignedMargins((['above', 'front'] as const).map((v) => ({ scene: scenes[v], width, height: heights[v] })), FONT);
  const pick = (view: ViewName) => {
    const side = partSideFacing(planned.setup.orientation, facingEye(view));
    return { side, put: () => changeSetup(planned.id, (s) => ({ ...s, orientation: withFaceUp(s.orientation, side) })) };
  };
  const figure = (view: ViewName, height: number, aligned: boolean) => {
    const face = pick(view);
    const isLarge = large === view;
    return (
      <figure key={view} style={isLarge ? { gridColumn: '1 / -1' } : undefined}>
        <figcaption>{VIEWS[view].title} <button type="button" className="btn btn-link btn-sm" aria-label={isLarge ? 'All three views' : `${VIEWS[view].title}, larger`} onClick={() => setLarge(isLarge ? null : view)}>{isLarge ? 'all three views' : 'larger'}</button></figcaption>
        <Drawing scene={scenes[view]} width={isLarge ? 2 * width + 10 : width} height={isLarge ? LARGE : height} fontSize={isLarge ? FONT + 2 : FONT} margins={aligned && !isLarge ? shared : undefined} measured={measured} onPick={view === 'above' ? undefined : face.put} />
        {view !== 'above' && <button type="button" className="btn btn-link btn-sm" onClick={face.put}>Put this {PART_SIDE[face.side]} up</button>}
      </figure>
    );
  };
  const at = planned ? job.setups.findIndex((s) => s.id === planned.id) : -1;
  const above = figure('above', heights.above, true);
  const front = figure('front', heights.front, true);
  const end = figure('leftEnd', heights.leftEnd, false);
  return (
    <>
      <Facts planned={planned} />
      <div className="d-flex gap-3 align-items-center" style={{ gridColumn: '1 / -1' }}><Button size="sm" variant={inSpace ? 'primary' : 'outline-primary'} aria-pressed={inSpace} onClick={() => setInSpace(!inSpace)}>In space</Button> {inSpace ? <span className="quiet">As clamped: right, rear and up as you stand before the machine.</span> : <ProjectionMark projection={shop.projection} />}</div>
      {inSpace
        ? <div style={{ gridColumn: '1 / -1' }}><Suspense fallback={<p className="quiet">loading the view in space…</p>}><Space width={2 * width + 10} height={500} setup={at} /></Suspense></div>
        : large !== null ? { above, front, leftEnd: end }[large] : shop.projection === 'third angle' ? <>{above}{end}{front}</> : <>{front}{end}{above}</>}
    </>
  );
}

/** The numbers read from a meter away. */
function Facts({ planned }: { planned: PlannedSetup }) {
  const { speech } = useJob();
  const { facts } = planned;
  if (!facts) return null;
  // as it is keyed in: Z counts as the shop measures its tool lengths
  const { x, y, z } = facts.register;
  const w = x !== null && y !== null && z !== null ? { x, y, z } : null;
  const counted = planned.setup.lengths.by === 'spindle nose' ? '' : `, Z with ${lengthBasis(planned.setup, 0).says}`;
  const common = AXES.some((a) => termOf(facts.ledger, a, 'common') !== 0) ? ', less the common offset of the control' : '';
  const from = facts.touched ? `, as touched off in ${facts.touched.from}` : ', planned from the measured station';
  const shift = planned.fromFirst?.shift;
  const values = w ?? shift;
  return (
    <div style={{ gridColumn: '1 / -1' }}>
      <div className="big-zero number" data-testid="work-zero">
        <span className="violet">{planned.register}</span>
        {(['x', 'y', 'z'] as const).map((a) => <span key={a}>{a.toUpperCase()} {values ? speech.signed(values[a]) : '?'}</span>)}
      </div>
      <p className="mb-1"><span className="quiet">{w ? `Work zero in machine coordinates${from}${counted}${common}.` : shift ? 'Shift from the first setup: the station is not measured.' : 'Not known: the station is not measured. Touch off here.'}</span> {facts.says.seat}</p>
    </div>
  );
}
