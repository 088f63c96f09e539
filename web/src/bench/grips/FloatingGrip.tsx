import type { Point } from '@violet-jaw/core/drawing';
import { useJob } from '../../app/JobLayout';
import { AskedFor } from './AskedFor';
import { movedSays } from './Grips';
import { movedPoint, type Grip } from './placed';
import { isHeld, type Hands } from './useGrips';

/** The number beside what is moved, and the fields of what is asked for. */
export function FloatingGrip<S>({
  toPixels,
  width,
  grips,
  hands,
}: {
  /** from the page to pixels of the element it stands in, and how wide that is */
  toPixels: (p: Point) => Point;
  width: number;
  grips: readonly Grip<S>[];
  hands: Hands<S>;
}) {
  const { job, speech } = useJob();
  const { moving, asked, ask } = hands;
  const moved = moving && grips.find((g) => isHeld(moving.held, g));
  const wanted = grips.find((g) => isHeld(asked, g));
  const placed = ([x, y]: readonly [number, number]): [number, number] => {
    const [px, py] = toPixels([x, y]);
    return [Math.min(px + 14, width - 200), Math.max(0, py + 12)];
  };
  const [left, top] = moved && moving ? placed(moved.view.place(movedPoint(moving.moved))) : [0, 0];
  return (
    <>
      {moved && (
        <div className="beside-pointer" role="status" style={{ left, top }}>
          {movedSays(moving!.moved, speech)}
        </div>
      )}
      {wanted && (
        <AskedFor
          key={`${wanted.view.view} ${wanted.item}`}
          decisions={wanted.decisions}
          units={job.units}
          at={placed(wanted.at)}
          edit={(change) => hands.edit(change)}
          onClose={() => {
            ask(null);
            document
              .querySelector<SVGGElement>(`.bench-grip[data-item="${wanted.item}"][data-view="${wanted.view.view}"]`)
              ?.focus();
          }}
        />
      )}
    </>
  );
}
