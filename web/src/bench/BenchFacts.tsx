import type { CSSProperties } from 'react';
import { AXES } from '@violet-jaw/core/frames';
import { termOf } from '@violet-jaw/core/ledger';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { lengthBasis } from '@violet-jaw/core/zero';
import { useJob } from '../app/JobLayout';

/** Smaller than this the room beside the drawings is left empty, and the numbers stand over the worksheet. */
const LEAST = { width: 200, height: 170 };

/** Where the drawings leave room the numbers stand there, as large as fits; null: there is none. */
function inRoom(room: DOMRect | null): CSSProperties | undefined {
  if (!room || room.width < LEAST.width || room.height < LEAST.height) return undefined;
  // the longest line has 12 letters, each 0.6 of its size wide
  const letters = Math.min((room.width - 48) / 7.4, (room.height - 60) / 4.6, 44);
  return {
    position: 'fixed',
    left: room.x + 16,
    top: room.y,
    width: room.width - 32,
    '--zero-size': `${letters}px`,
  } as CSSProperties;
}

/** The numbers read from a meter away. */
export function BenchFacts({ planned, room }: { planned: PlannedSetup; room: DOMRect | null }) {
  const { speech } = useJob();
  const { facts } = planned;
  if (!facts) return null;
  // as it is keyed in: Z counts as the shop measures its tool lengths
  const { x, y, z } = facts.register;
  const w = x !== null && y !== null && z !== null ? { x, y, z } : null;
  const counted = planned.setup.lengths.by === 'spindle nose' ? '' : `, Z with ${lengthBasis(planned.setup, 0).says}`;
  const common = AXES.some((a) => termOf(facts.ledger, a, 'common') !== 0)
    ? ', less the common offset of the control'
    : '';
  const from = facts.touched ? `, as touched off in ${facts.touched.from}` : ', planned from the measured station';
  const shift = planned.fromFirst?.shift;
  const values = w ?? shift;
  const stands = inRoom(room);
  return (
    <div className={stands ? 'bench-facts in-room' : 'bench-facts'} style={stands}>
      <div className="big-zero number" data-testid="work-zero">
        <span className="violet">{planned.register}</span>
        {(['x', 'y', 'z'] as const).map((a) => (
          <span key={a}>
            {a.toUpperCase()} {values ? speech.signed(values[a]) : '?'}
          </span>
        ))}
      </div>
      <p className="mb-1">
        <span className="quiet">
          {w
            ? `Work zero in machine coordinates${from}${counted}${common}.`
            : shift
              ? 'Shift from the first setup: the station is not measured.'
              : 'Not known: the station is not measured. Touch off here.'}
        </span>
      </p>
    </div>
  );
}
