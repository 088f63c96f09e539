import { Button, Form } from 'react-bootstrap';
import type { PlateHold, Setup } from '@violet-jaw/core/job';
import type { FlatDevice, Pods } from '@violet-jaw/core/shop';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { NumberField } from '../../fields/NumberField';
import { ChoiceField, TextField } from '../../fields/TextField';
import { useLength, type SectionProps } from '../section';
import { ClampTable } from './ClampTable';
import { newId } from '../../app/newId';

type Put = (change: (plate: PlateHold) => PlateHold) => void;

function PodFields({ setup, put, device }: SectionProps & { put: Put; device: Pods }) {
  const { job, plannedNow } = useJob();
  const { pods } = setup.plate;
  const set = (i: number, fields: Partial<PlateHold['pods'][number]>) => put((p) => ({ ...p, pods: p.pods.map((x, k) => (k === i ? { ...x, ...fields } : x)) }));
  const add = async () => {
    const box = (await plannedNow(setup.id))?.facts?.seat.loadedBox;
    put((p) => {
      const last = p.pods.at(-1);
      return { ...p, pods: [...p.pods, last ? { ...last, id: newId(), x: last.x + device.podWidth + 10 } : { id: newId(), x: Math.round((box?.min.x ?? 40) + 5), y: Math.round((box?.min.y ?? 40) + 5), on: true }] };
    });
  };
  return (
    <div role="group" aria-label="Pods">
      {pods.map((pod, i) => (
        <div key={i} className="pod-row">
          <Form.Check type="switch" id={`pod-${setup.id}-${i}`} label={`Pod ${i + 1}`} checked={pod.on} onChange={(e) => set(i, { on: e.target.checked })} />
          <LengthField hideLabel label={`X of pod ${i + 1}`} mm={pod.x} units={job.units} signed min={-20_000} max={20_000} onCommit={(x) => set(i, { x })} />
          <LengthField hideLabel label={`Y of pod ${i + 1}`} mm={pod.y} units={job.units} signed min={-20_000} max={20_000} onCommit={(y) => set(i, { y })} />
          <Button size="sm" variant="outline-primary" aria-label={`Remove pod ${i + 1}`} onClick={() => put((p) => ({ ...p, pods: p.pods.filter((_, k) => k !== i) }))}>✕</Button>
        </div>
      ))}
      <Button size="sm" variant="outline-primary" className="mt-1" disabled={pods.length >= 60} onClick={() => void add()}>Add pod</Button>
    </div>
  );
}

/** What holds a part that lies flat: vacuum, pods, tape or glue, clamps of every kind; they can be combined. */
export function FlatHold(props: SectionProps & { device: FlatDevice }) {
  const { setup, edit, device } = props;
  const { shop } = useJob();
  const length = useLength(props, 'hold');
  const { plate } = setup;
  const put: Put = (change) => edit((s: Setup) => ({ ...s, plate: change(s.plate) }));
  return (
    <>
      {device.kind === 'vacuum plate' && (
        <div className="fields mt-1">
          <Form.Check type="switch" id={`vacuum-${setup.id}`} label="Vacuum on" checked={plate.gasket.on} onChange={(e) => put((p) => ({ ...p, gasket: { ...p.gasket, on: e.target.checked } }))} />
          {length({ label: 'Gasket inside the outline', mm: plate.gasket.inset, min: 0, max: 1000, set: (s, mm) => ({ ...s, plate: { ...s.plate, gasket: { ...s.plate.gasket, inset: mm } } }), hint: 'at least' })}
        </div>
      )}
      {device.kind === 'vacuum pods' && <PodFields {...props} put={put} device={device} />}
      <div className="fields mt-1">
        <ChoiceField label="Tape or adhesive" value={plate.bond ?? ''} choices={[{ value: '', says: 'none' }, ...shop.bonds.map((b) => ({ value: b.id, says: b.name }))]} onCommit={(v) => put((p) => ({ ...p, bond: v || null }))} />
        {plate.bond && length({ label: 'Inside the outline by', mm: plate.bondInset, min: 0, max: 1000, set: (s, mm) => ({ ...s, plate: { ...s.plate, bondInset: mm } }) })}
        {plate.bond && <NumberField label="Warmest, °C" value={plate.temperature} min={-20} max={400} onCommit={(v) => put((p) => ({ ...p, temperature: v ?? 25 }))} />}
        {plate.bond && <TextField label="Backing film left on" value={plate.backing} placeholder="nowhere" onCommit={(backing) => put((p) => ({ ...p, backing }))} />}
      </div>
      <ClampTable {...props} />
    </>
  );
}
