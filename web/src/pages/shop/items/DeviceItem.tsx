import { deviceScene } from '@violet-jaw/core/drawing';
import { datumPoint, DEVICES, isVise, type Device, type Shop } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import { Drawing } from '../../../drawing/Drawing';
import { SaveDrawing } from '../../../drawing/SaveDrawing';
import { SchemaFields } from '../../../fields/SchemaFields';
import { ChangeoverFields } from '../ChangeoverFields';
import { JawSets } from './JawSets';

/** One holding device with its drawing. */
export function DeviceItem({
  device,
  shop,
  units,
  onChange,
}: {
  device: Device;
  shop: Shop;
  units: Units;
  onChange: (device: Device) => void;
}) {
  const scene = deviceScene(device);
  return (
    <>
      <div className="shop-item-body">
        <div className="fields">
          <SchemaFields schema={DEVICES[device.kind].schema} value={device} units={units} onChange={onChange} />
        </div>
        <div>
          <Drawing scene={scene} width={300} height={230} fontSize={12} />
          <SaveDrawing id="save-drawing" scenes={[scene]} units={units} />
          <p className="quiet mt-2">Its station is measured by touching {datumPoint(device)}.</p>
        </div>
      </div>
      {isVise(device) && <JawSets vise={device} shop={shop} onChange={onChange} />}
      <ChangeoverFields device={device} units={units} onChange={(changeover) => onChange({ ...device, changeover })} />
    </>
  );
}
