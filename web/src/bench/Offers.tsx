import { useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import { partSideFacing, type Direction } from '@violet-jaw/core/frames';
import { holdingOf } from '@violet-jaw/core/holdings';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { featureFacts } from '@violet-jaw/core/part';
import { useJob } from '../app/JobLayout';
import type { NamedFeature } from '../app/useFeatures';
import type { At, ShownBoard } from '../drawing/BoardView';
import { UseFor } from '../pages/part/UseFor';
import { sidesForRear, withFaceRear, withFaceUp } from './orient';

/** What a face or bore can be used for in this setup, beside the pointer. */
export function Offers({
  named,
  at,
  shown: { board, toPixels },
  planned,
  onClose,
}: {
  named: NamedFeature;
  at: At;
  shown: ShownBoard;
  planned: PlannedSetup;
  onClose: () => void;
}) {
  const { changeSetup, speech, isPlanner } = useJob();
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => box.current?.focus(), [named.id]);
  const { orientation } = planned.setup;
  const { feature } = named;
  const side: Direction | null = feature.kind === 'plane' ? feature.side : null;
  const view = board.views.find((v) => v.view === at.view);
  if (!view) return null;
  const [x, y] = toPixels(view.toPage(at.point));
  const rear = side && side !== partSideFacing(orientation, '+y') && sidesForRear(orientation).includes(side);
  const jaw = planned.device && holdingOf(planned.device).jaw(planned.device) === '+y';
  const turn = (to: typeof orientation) => {
    changeSetup(planned.id, (s) => ({ ...s, orientation: to }));
    onClose();
  };
  return (
    <div
      ref={box}
      className="asked-for offers"
      role="dialog"
      tabIndex={-1}
      aria-label={named.name}
      style={{ left: Math.min(x + 14, board.width - 330), top: Math.max(0, Math.min(y + 10, board.height - 150)) }}
      onKeyDown={(e) => {
        if (e.key === 'Escape') onClose();
      }}
    >
      <div>
        <strong>{named.name}</strong> <span className="number quiet">{featureFacts(feature, speech)}</span>
      </div>
      {isPlanner && (
        <>
          {side && (
            <div className="d-flex gap-1 flex-wrap mt-1">
              {side !== orientation.up && (
                <Button size="sm" variant="outline-primary" onClick={() => turn(withFaceUp(orientation, side))}>
                  Put it up
                </Button>
              )}
              {rear && (
                <Button size="sm" variant="outline-primary" onClick={() => turn(withFaceRear(orientation, side))}>
                  {jaw ? 'On the fixed jaw' : 'To the rear'}
                </Button>
              )}
            </div>
          )}
          <UseFor named={named} here />
        </>
      )}
      <Button size="sm" variant="outline-primary" className="mt-1" onClick={onClose}>
        Close
      </Button>
    </div>
  );
}
