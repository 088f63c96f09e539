import { Form } from 'react-bootstrap';
import { useHold, type KindProps } from './useHold';

/** The gasket of a vacuum plate. */
export function VacuumFields(props: KindProps<'vacuum plate'>) {
  const {
    setup,
    hold: { gasket },
  } = props;
  const { put, length } = useHold<'flat'>(props, 'hold');
  return (
    <div className="fields mt-1">
      <Form.Check
        type="switch"
        id={`vacuum-${setup.id}`}
        label="Vacuum on"
        checked={gasket.on}
        onChange={(e) => put((h) => ({ ...h, gasket: { ...h.gasket, on: e.target.checked } }))}
      />
      {length({
        label: 'Gasket inside the outline',
        mm: gasket.inset,
        min: 0,
        max: 1000,
        set: (h, mm) => ({ ...h, gasket: { ...h.gasket, inset: mm } }),
        hint: 'at least',
      })}
    </div>
  );
}
