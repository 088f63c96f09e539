import { Button } from 'react-bootstrap';
import { deviceScene } from '@violet-jaw/core/drawing';
import { DEVICES, type Device } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import { Drawing } from '../../drawing/Drawing';
import { SchemaFields } from '../../fields/SchemaFields';
import { ChangeoverFields } from './ChangeoverFields';

/** One holding device with its drawing; folded up until somebody looks. */
export function DeviceForm({
  device,
  units,
  onChange,
  onRemove,
}: {
  device: Device;
  units: Units;
  onChange: (device: Device) => void;
  onRemove: () => void;
}) {
  const schema = DEVICES[device.kind].schema;
  return (
    <section className="panel library" aria-label={device.name}>
      <details>
        <summary>
          <strong>{device.name}</strong> <span className="quiet">{device.kind}</span>
        </summary>
        <div className="bench mt-2">
          <div className="fields">
            <SchemaFields schema={schema} value={device} units={units} onChange={(next) => onChange(next)} />
          </div>
          <div>
            <Drawing scene={deviceScene(device)} width={380} height={230} fontSize={12} />
          </div>
        </div>
        <ChangeoverFields
          device={device}
          units={units}
          onChange={(changeover) => onChange({ ...device, changeover })}
        />
        <Button size="sm" variant="outline-primary" className="mt-2" onClick={onRemove}>
          Remove {device.name}
        </Button>
      </details>
    </section>
  );
}
