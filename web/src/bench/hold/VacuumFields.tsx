import { Form } from 'react-bootstrap';
import type { DeviceOfKind } from '@violet-jaw/core/shop';
import { useLength, type SectionProps } from '../section';
import { usePlate } from './usePlate';

/** The gasket of a vacuum plate. */
export function VacuumFields(props: SectionProps & { device: DeviceOfKind<'vacuum plate'> }) {
  const { setup, edit } = props;
  const { gasket } = setup.plate;
  const length = useLength(props, 'hold');
  const put = usePlate(edit);
  return (
    <div className="fields mt-1">
      <Form.Check type="switch" id={`vacuum-${setup.id}`} label="Vacuum on" checked={gasket.on} onChange={(e) => put((p) => ({ ...p, gasket: { ...p.gasket, on: e.target.checked } }))} />
      {length({ label: 'Gasket inside the outline', mm: gasket.inset, min: 0, max: 1000, set: (s, mm) => ({ ...s, plate: { ...s.plate, gasket: { ...s.plate.gasket, inset: mm } } }), hint: 'at least' })}
    </div>
  );
}
