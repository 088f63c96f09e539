import { Button } from 'react-bootstrap';
import { holdingOf } from '@violet-jaw/core/holdings';
import { MOST_FURTHER, type FurtherPiece } from '@violet-jaw/core/job';
import type { Register } from '@violet-jaw/core/shop';
import { useJob } from '../../app/JobLayout';
import { Labeled } from '../../fields/Labeled';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField } from '../../fields/TextField';
import { newId } from '../../app/newId';
import { useHold, type HoldProps } from './useHold';

const GAP_MM = 20;

/** Further pieces on the same device, each held like the first and moved; with a register of its own or none. */
export function FurtherPieces(props: HoldProps<'vise' | 'flat'>) {
  const {
    setup,
    device,
    hold: { further },
  } = props;
  const { job, shop, plannedNow } = useJob();
  const { put: putHold } = useHold(props, 'hold');
  const registers = shop.machines.find((m) => m.id === job.machine)?.registers ?? [];
  const put = (change: (further: FurtherPiece[]) => FurtherPiece[]) =>
    putHold((h) => ({ ...h, further: change(h.further) }));
  const set = (i: number, fields: Partial<FurtherPiece>) =>
    put((list) => list.map((p, k) => (k === i ? { ...p, ...fields } : p)));
  const add = async () => {
    const box = (await plannedNow(setup.id))?.facts?.seat.loadedBox;
    const step = box ? Math.ceil(box.max.x - box.min.x + GAP_MM) : 100;
    put((list) => [...list, { id: newId(), x: (list.at(-1)?.x ?? 0) + step, y: list.at(-1)?.y ?? 0, register: null }]);
  };
  return (
    <div role="group" aria-label="Further pieces">
      {further.map((p, i) => (
        <div key={i} className="cut clamp-row" role="group" aria-label={`Piece ${i + 2}`}>
          <Labeled text={`Piece ${i + 2}, X`}>
            <LengthField
              hideLabel
              label={`X of piece ${i + 2}`}
              mm={p.x}
              units={job.units}
              signed
              min={-20_000}
              max={20_000}
              onCommit={(x) => set(i, { x })}
            />
          </Labeled>
          {holdingOf(device).pieces === 'anywhere' && (
            <Labeled text="Y">
              <LengthField
                hideLabel
                label={`Y of piece ${i + 2}`}
                mm={p.y}
                units={job.units}
                signed
                min={-20_000}
                max={20_000}
                onCommit={(y) => set(i, { y })}
              />
            </Labeled>
          )}
          <Labeled text="Register" wide>
            <ChoiceField
              hideLabel
              label={`Register of piece ${i + 2}`}
              value={p.register ?? ''}
              choices={[{ value: '', says: 'none, shifted' }, ...registers.map((r) => ({ value: r, says: r }))]}
              onCommit={(v) => set(i, { register: (v || null) as Register | null })}
            />
          </Labeled>
          <Button
            size="sm"
            variant="outline-primary"
            aria-label={`Remove piece ${i + 2}`}
            onClick={() => put((list) => list.filter((_, k) => k !== i))}
          >
            ✕
          </Button>
        </div>
      ))}
      <Button
        size="sm"
        variant="outline-primary"
        className="mt-1"
        disabled={further.length >= MOST_FURTHER}
        onClick={() => void add()}
      >
        Add a piece beside it
      </Button>
    </div>
  );
}
