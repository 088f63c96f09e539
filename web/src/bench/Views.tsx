import { useMemo } from 'react';
import { facingEye, setupScene, sharedMargins, VIEWS, type ViewName } from '@violet-jaw/core/drawing';
import { partSideFacing } from '@violet-jaw/core/frames';
import { PART_SIDE } from '@violet-jaw/core/part';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { useJob } from '../app/JobLayout';
import { Drawing } from '../drawing/Drawing';
import { usePlan } from '../store/planStore';
import { withFaceUp } from './orient';

const FONT = 13;

/** The drawings of one setup: above over front, aligned as on a drawing board, and the end view that tells a vise best. */
export function Views({ planned, measured }: { planned: PlannedSetup; measured: string | null }) {
  const { speech, changeSetup } = useJob();
  const views = usePlan((s) => s.outlines?.setups.find((o) => o.id === planned.id)?.views);
  const scenes = useMemo(() => (views ? {
    above: setupScene('above', planned, views.above, speech, { dimensions: true, labels: true }),
    front: setupScene('front', planned, views.front, speech, { dimensions: true, labels: true }),
    leftEnd: setupScene('leftEnd', planned, views.leftEnd, speech, { dimensions: true, labels: true }),
  } : null), [planned, views, speech]);
  if (!scenes) return <p className="quiet">{planned.facts ? 'drawing…' : 'Choose a vise in the section Hold to see the part in it.'}</p>;
  const shared = sharedMargins([scenes.above, scenes.front], FONT);
  const pick = (view: ViewName) => {
    const side = partSideFacing(planned.setup.orientation, facingEye(view));
    return { side, put: () => changeSetup(planned.id, (s) => ({ ...s, orientation: withFaceUp(s.orientation, side) })) };
  };
  const figure = (view: ViewName, width: number, height: number, aligned: boolean) => {
    const face = pick(view);
    return (
      <figure key={view}>
        <figcaption>{VIEWS[view].title}</figcaption>
        <Drawing scene={scenes[view]} width={width} height={height} fontSize={FONT} margins={aligned ? shared : undefined} measured={measured} onPick={view === 'above' ? undefined : face.put} />
        {view !== 'above' && <button type="button" className="btn btn-link btn-sm" onClick={face.put}>Put this {PART_SIDE[face.side]} up</button>}
      </figure>
    );
  };
  return (
    <>
      {figure('above', 370, 330, true)}
      {figure('leftEnd', 370, 330, false)}
      {figure('front', 370, 230, true)}
      <Facts planned={planned} />
    </>
  );
}

/** The numbers read from a metre away. */
function Facts({ planned }: { planned: PlannedSetup }) {
  const { speech } = useJob();
  const { facts } = planned;
  if (!facts) return null;
  const w = facts.zero.inMachine;
  const shift = planned.fromFirst?.shift;
  return (
    <div>
      <figcaption>Work zero {planned.register}{w ? ', machine coordinates' : shift ? ', shift from the first setup' : ''}</figcaption>
      <div className="big-zero number flex-column" data-testid="work-zero">
        {(['x', 'y', 'z'] as const).map((a) => <span key={a}>{a.toUpperCase()} {w ? speech.signed(w[a]) : shift ? speech.signed(shift[a]) : 'not known'}</span>)}
      </div>
      <p className="mt-2 mb-0">{facts.says.seat}</p>
    </div>
  );
}
