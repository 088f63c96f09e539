import { Button } from 'react-bootstrap';
import { bondSchema, CLAMP_SCHEMAS, DEVICE_KINDS, workMaterialSchema, type Shop } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import { NumberField } from '../../fields/NumberField';
import { PinLibrary } from './PinLibrary';
import { DeviceForm } from './DeviceForm';
import { AddKind } from './AddKind';
import { LibraryList } from './LibraryList';
import { newBond, newClamp, newDevice, newMaterial } from './newLibrary';
import { newId } from '../../app/newId';

const CLAMP_KINDS = CLAMP_SCHEMAS.map((s) => s.properties.kind.const);

/** Whatever holds parts, and what its sums need: devices, clamps, tapes and glues, materials. */
export function HoldingLibrary({
  shop,
  units,
  edit,
}: {
  shop: Shop;
  units: Units;
  edit: (change: (shop: Shop) => Shop) => void;
}) {
  return (
    <>
      <h2>Holding devices</h2>
      {shop.devices.map((d) => (
        <DeviceForm
          key={d.id}
          device={d}
          units={units}
          onChange={(next) => edit((s) => ({ ...s, devices: s.devices.map((x) => (x.id === d.id ? next : x)) }))}
          onRemove={() => edit((s) => ({ ...s, devices: s.devices.filter((x) => x.id !== d.id) }))}
        />
      ))}
      <AddKind
        thing="device"
        kinds={DEVICE_KINDS}
        onAdd={(kind) => edit((s) => ({ ...s, devices: [...s.devices, newDevice(kind, newId())] }))}
      />
      <h2>Clamps, fasteners, weights</h2>
      <LibraryList
        entries={shop.clamps}
        units={units}
        schemaOf={(c) => CLAMP_SCHEMAS.find((s) => s.properties.kind.const === c.kind)!}
        onChange={(clamps) => edit((s) => ({ ...s, clamps }))}
      >
        <AddKind
          thing="clamp"
          kinds={CLAMP_KINDS}
          onAdd={(kind) => edit((s) => ({ ...s, clamps: [...s.clamps, newClamp(kind, newId())] }))}
        />
      </LibraryList>
      <h2>Tapes and adhesives</h2>
      <LibraryList
        entries={shop.bonds}
        units={units}
        schemaOf={() => bondSchema}
        onChange={(bonds) => edit((s) => ({ ...s, bonds }))}
      >
        <Button
          variant="outline-primary"
          className="mb-3"
          onClick={() => edit((s) => ({ ...s, bonds: [...s.bonds, newBond(newId())] }))}
        >
          Add tape or adhesive
        </Button>
      </LibraryList>
      <PinLibrary shop={shop} units={units} edit={edit} />
      <h2>Materials</h2>
      <LibraryList
        entries={shop.materials}
        units={units}
        schemaOf={() => workMaterialSchema}
        onChange={(materials) => edit((s) => ({ ...s, materials }))}
      >
        <Button
          variant="outline-primary"
          className="mb-3"
          onClick={() => edit((s) => ({ ...s, materials: [...s.materials, newMaterial(newId())] }))}
        >
          Add material
        </Button>
      </LibraryList>
      <div className="fields mb-3">
        <NumberField
          label="Height of the shop above the sea, m"
          value={shop.altitude}
          min={-400}
          max={6000}
          onCommit={(v) => edit((s) => ({ ...s, altitude: v ?? 0 }))}
          hint="decides how much vacuum there is"
        />
      </div>
    </>
  );
}
