import { lazy, Suspense, useState } from 'react';
import { zeroMark, zerosInSpace } from '@violet-jaw/core/drawing';
import type { Decision } from '@violet-jaw/core/holdings';
import type { Job } from '@violet-jaw/core/job';
import type { PlannedSetup, Spot } from '@violet-jaw/core/plan';
import { useJob } from '../app/JobLayout';
import { PrimitiveList } from '../drawing/Drawing';
import type { SeenSpace } from '../drawing/Space';
import { FindingMarks, FindingsBeside } from './FindingMarks';
import { FloatingGrip } from './grips/FloatingGrip';
import { Grips } from './grips/Grips';
import { gripsIn, type Sight } from './grips/placed';
import type { Hands } from './grips/useGrips';
import type { CutOpen } from './useCutOpen';

const Space = lazy(() => import('../drawing/Space').then((m) => ({ default: m.Space })));

/** Left and right are X, up and down are Y where it can be moved along it and else Z; a page up or down is Z. */
const KEYS: Sight['keys'] = {
  ArrowRight: [['x', 1]],
  ArrowLeft: [['x', -1]],
  ArrowUp: [
    ['y', 1],
    ['z', 1],
  ],
  ArrowDown: [
    ['y', -1],
    ['z', -1],
  ],
  PageUp: [['z', 1]],
  PageDown: [['z', -1]],
};

/** A setup as it is clamped, in space: what is dragged in the views is dragged here as well. */
export function BenchSpace({
  planned,
  decisions,
  spots,
  hands,
  cutOpen,
  width,
  height,
}: {
  planned: PlannedSetup;
  decisions: readonly Decision<Job>[];
  spots: readonly Spot[];
  hands: Hands<Job>;
  cutOpen: CutOpen;
  width: number;
  height: number;
}) {
  const { id, job, speech } = useJob();
  const sightIn = ({ place }: SeenSpace): Sight => ({ view: 'space', title: 'In space', place, keys: KEYS });
  const gripsOf = (seen: SeenSpace) => gripsIn([sightIn(seen)], decisions);
  const planeIn = (seen: SeenSpace) => gripsIn([sightIn(seen)], cutOpen.decisions);
  const [wrong, setWrong] = useState<{ item: string; at: readonly [number, number] } | null>(null);
  const spot = spots.find((s) => s.item === wrong?.item);
  return (
    <Suspense fallback={<p className="quiet">loading the view in space…</p>}>
      <Space
        key={planned.id}
        width={width}
        height={height}
        setup={job.setups.findIndex((s) => s.id === planned.id)}
        section={cutOpen.plane}
        remembered={`${id} ${planned.id}`}
        marks={(seen) => (
          <>
            <Zeros planned={planned} seen={seen} />
            <FindingMarks
              spots={spots}
              sights={[sightIn(seen)]}
              zoom={1}
              onAsk={(item, at) => setWrong({ item, at })}
            />
            <Grips zoom={1} grips={gripsOf(seen)} speech={speech} {...hands} />
            <Grips zoom={1} grips={planeIn(seen)} speech={speech} {...cutOpen.hands} />
          </>
        )}
        floating={(seen) => (
          <>
            <FloatingGrip grips={gripsOf(seen)} hands={hands} toPixels={(p) => p} width={seen.width} />
            <FloatingGrip grips={planeIn(seen)} hands={cutOpen.hands} toPixels={(p) => p} width={seen.width} />
            {spot && wrong && <FindingsBeside spot={spot} at={wrong.at} room={seen} onClose={() => setWrong(null)} />}
          </>
        )}
      />
    </Suspense>
  );
}

/** Every work zero with its register, and where its axes point. */
function Zeros({ planned, seen: { place } }: { planned: PlannedSetup; seen: SeenSpace }) {
  return (
    <>
      {zerosInSpace(planned).map(({ register, at: zero, axes }, i) => {
        const at = place(zero);
        return (
          <g key={i}>
            {axes.map(({ axis, end, name }) => {
              const [[x, y], [u, v]] = [place(end), place(name)];
              return (
                <g key={axis}>
                  <path className="zero-axis" d={`M${at[0]} ${at[1]}L${x} ${y}`} />
                  <text className="label" x={u} y={v + 4} textAnchor="middle" fontSize={13}>
                    {axis.toUpperCase()}
                  </text>
                </g>
              );
            })}
            <PrimitiveList primitives={zeroMark('work', at, 7)} />
            <text className="register" x={at[0] + 12} y={at[1] - 10} fontSize={15}>
              {register}
            </text>
          </g>
        );
      })}
    </>
  );
}
