import { Button, Form } from 'react-bootstrap';
import type { HoldIn } from '@violet-jaw/core/job';
import { useJob } from '../../app/JobLayout';
import { newId } from '../../app/newId';
import { LengthField } from '../../fields/LengthField';
import { useHold, type KindProps } from './useHold';

/** The pods of a bed, each where it stands and whether it sucks. */
export function PodFields(props: KindProps<'vacuum pods'>) {
  const {
    setup,
    device,
    hold: { pods },
  } = props;
  const { put } = useHold<'flat'>(props, 'hold');
  const { job, plannedNow } = useJob();
  const set = (i: number, fields: Partial<HoldIn<'flat'>['pods'][number]>) =>
    put((p) => ({ ...p, pods: p.pods.map((x, k) => (k === i ? { ...x, ...fields } : x)) }));
  const add = async () => {
    const box = (await plannedNow(setup.id))?.facts?.seat.loadedBox;
    put((p) => {
      const last = p.pods.at(-1);
      return {
        ...p,
        pods: [
          ...p.pods,
          last
            ? { ...last, id: newId(), x: last.x + device.podWidth + 10 }
            : { id: newId(), x: Math.round((box?.min.x ?? 40) + 5), y: Math.round((box?.min.y ?? 40) + 5), on: true },
        ],
      };
    });
  };
  return (
    <div role="group" aria-label="Pods">
      {pods.map((pod, i) => (
        <div key={i} className="pod-row">
          <Form.Check
            type="switch"
            id={`pod-${setup.id}-${i}`}
            label={`Pod ${i + 1}`}
            checked={pod.on}
            onChange={(e) => set(i, { on: e.target.checked })}
          />
          <LengthField
            hideLabel
            label={`X of pod ${i + 1}`}
            mm={pod.x}
            units={job.units}
            signed
            min={-20_000}
            max={20_000}
            onCommit={(x) => set(i, { x })}
          />
          <LengthField
            hideLabel
            label={`Y of pod ${i + 1}`}
            mm={pod.y}
            units={job.units}
            signed
            min={-20_000}
            max={20_000}
            onCommit={(y) => set(i, { y })}
          />
          <Button
            size="sm"
            variant="outline-primary"
            aria-label={`Remove pod ${i + 1}`}
            onClick={() => put((p) => ({ ...p, pods: p.pods.filter((_, k) => k !== i) }))}
          >
            ✕
          </Button>
        </div>
      ))}
      <Button
        size="sm"
        variant="outline-primary"
        className="mt-1"
        disabled={pods.length >= 60}
        onClick={() => void add()}
      >
        Add pod
      </Button>
    </div>
  );
}
