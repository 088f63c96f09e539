import { Form } from 'react-bootstrap';
import { AXES } from '@violet-jaw/core/frames';
import { REGISTERS, type Device, type Machine } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import { useReadOnly } from '../../fields/field';
import { LengthField } from '../../fields/LengthField';
import { TextField } from '../../fields/TextField';
import { ControlFields } from './ControlFields';
import { LatheFields } from './LatheFields';
import { Stations } from './Stations';
import { TableBoard } from './TableBoard';

interface MachineFormProps {
  readonly machine: Machine;
  readonly devices: readonly Device[];
  readonly units: Units;
  readonly onChange: (machine: Machine) => void;
}

/** A machine: travel per axis from machine zero, registers, table and its stations. */
export function MachineForm({ machine, devices, units, onChange }: MachineFormProps) {
  const { lathe } = machine;
  const readOnly = useReadOnly();
  const set = (fields: Partial<Machine>) => onChange({ ...machine, ...fields });
  const toggle = (register: (typeof REGISTERS)[number]) => {
    const registers = REGISTERS.filter((r) =>
      r === register ? !machine.registers.includes(r) : machine.registers.includes(r),
    );
    if (registers.length > 0) set({ registers });
  };
  return (
    <>
      {!lathe && (
        <TableBoard machine={machine} devices={devices} units={units} onChange={(stations) => set({ stations })} />
      )}
      {lathe?.moves !== 'main spindle' && (
        <Stations machine={machine} devices={devices} units={units} onChange={(stations) => set({ stations })} />
      )}
      <details className="shop-fold" open={lathe !== null}>
        <summary>Travel, table, registers</summary>
        <div>
          <div className="fields">
            <TextField label="Machine" value={machine.name} required onCommit={(name) => set({ name })} />
            <TextField
              className="wide"
              label="Machine zero: where homing ends"
              value={machine.homesTo}
              onCommit={(homesTo) => set({ homesTo })}
            />
            {AXES.filter((a) => a !== 'y' || !lathe).map((a) =>
              (['min', 'max'] as const).map((end) => (
                <LengthField
                  key={a + end}
                  label={`Travel ${a.toUpperCase()} ${end === 'min' ? 'from' : 'to'}`}
                  mm={machine.travel[a][end]}
                  units={units}
                  signed
                  min={end === 'max' ? machine.travel[a].min + 1 : -20_000}
                  max={end === 'min' ? machine.travel[a].max - 1 : 20_000}
                  onCommit={(mm) => set({ travel: { ...machine.travel, [a]: { ...machine.travel[a], [end]: mm } } })}
                />
              )),
            )}
            {(lathe ? [] : (['x', 'y'] as const)).map((a) =>
              (['min', 'max'] as const).map((end) => (
                <LengthField
                  key={`t${a}${end}`}
                  label={`Table edge ${a.toUpperCase()} ${end === 'min' ? 'from' : 'to'}`}
                  mm={machine.table[a][end]}
                  units={units}
                  signed
                  onCommit={(mm) => set({ table: { ...machine.table, [a]: { ...machine.table[a], [end]: mm } } })}
                />
              )),
            )}
          </div>
          <div role="group" aria-label="Registers" className="mt-2">
            <span className="quiet me-2">Registers</span>
            {REGISTERS.map((r) => (
              <Form.Check
                key={r}
                inline
                type="checkbox"
                id={`${machine.id}-${r}`}
                label={r}
                checked={machine.registers.includes(r)}
                disabled={readOnly}
                onChange={() => toggle(r)}
              />
            ))}
          </div>
        </div>
      </details>
      <LatheFields machine={machine} units={units} onChange={(next) => set({ lathe: next })} />
      <details className="shop-fold">
        <summary>The control: homing, positions, lines</summary>
        <ControlFields machine={machine} units={units} set={set} />
      </details>
    </>
  );
}
