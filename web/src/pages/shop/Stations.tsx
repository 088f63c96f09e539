import { Dropdown, Form, Table } from 'react-bootstrap';
import { useReadOnly } from '../../fields/field';
import { ChangeButton } from '../../fields/ChangeButton';
import { AXES } from '@violet-jaw/core/frames';
import { datumAs, type Device, type Machine, type Station } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import { OptionalLengthField } from '../../fields/OptionalLengthField';
import { TextField } from '../../fields/TextField';
import { usePosition } from './usePosition';
import { newId } from '../../app/newId';
import { WithCsv } from '../../app/WithCsv';

/** The three coordinates of a station. It counts as measured only when all three have been entered. */
function Position({
  station,
  units,
  onCommit,
}: {
  station: Station;
  units: Units;
  onCommit: (position: NonNullable<Station['position']>) => void;
}) {
  const { shown, enter } = usePosition(station.position, onCommit);
  return AXES.map((a) => (
    <td key={a}>
      <OptionalLengthField
        label={`Station ${station.name} ${a.toUpperCase()}`}
        mm={shown[a]}
        units={units}
        signed
        onCommit={(mm) => enter(a, mm)}
      />
    </td>
  ));
}

/** For which devices, as they are now, the position holds: another device has its datum somewhere else. */
function MeasuredFor({
  station,
  devices,
  onCommit,
}: {
  station: Station;
  devices: readonly Device[];
  onCommit: (measuredFor: Station['measuredFor']) => void;
}) {
  const readOnly = useReadOnly();
  const { measuredFor } = station;
  const stale = measuredFor.filter((m) => !devices.some((d) => d.id === m.device && datumAs(d) === m.as)).length;
  const names = devices
    .filter((d) => measuredFor.some((m) => m.device === d.id && m.as === datumAs(d)))
    .map((d) => d.name);
  const toggle = (device: Device, on: boolean) =>
    onCommit([
      ...measuredFor.filter((m) => m.device !== device.id),
      ...(on ? [{ device: device.id, as: datumAs(device) }] : []),
    ]);
  return (
    <Dropdown autoClose="outside">
      <Dropdown.Toggle size="sm" variant="outline-primary" aria-label={`Station ${station.name} is measured for`}>
        {names.length > 0 ? names.join(', ') : stale > 0 ? 'none as it is now' : 'not told'}
      </Dropdown.Toggle>
      <Dropdown.Menu className="px-3" style={{ maxHeight: 320, overflowY: 'auto' }}>
        {devices.map((d) => {
          const known = measuredFor.find((m) => m.device === d.id);
          const now = known?.as === datumAs(d);
          return (
            <Form.Check
              key={d.id}
              type="checkbox"
              id={`${station.id}-${d.id}`}
              label={`${d.name}${known && !now ? ` (was measured with ${known.as})` : ''}`}
              checked={now}
              disabled={readOnly}
              onChange={(e) => toggle(d, e.target.checked)}
            />
          );
        })}
      </Dropdown.Menu>
    </Dropdown>
  );
}

export function Stations({
  machine,
  devices,
  units,
  onChange,
}: {
  machine: Machine;
  devices: readonly Device[];
  units: Units;
  onChange: (stations: Station[]) => void;
}) {
  const edit = (id: string, fields: Partial<Station>) =>
    onChange(machine.stations.map((s) => (s.id === id ? { ...s, ...fields } : s)));
  return (
    <>
      <h3 className="mt-2">Stations on the table</h3>
      <p className="quiet mb-1">
        Machine coordinates of the datum of what stands there. Vise: face of the fixed jaw, bed, left end of the jaws.
        Plate, board, grid: left front corner of its top. Chuck: axis at its face. Z is the spindle gauge line touching
        that height. A station counts as measured when all three are entered, and only for the devices ticked beside it,
        as they are: another vise, or other jaws, has its datum somewhere else.
      </p>
      <WithCsv name="Places on the table">
        <Table size="sm" className="stations">
          <thead>
            <tr>
              <th style={{ width: '16%' }}>Name</th>
              <th className="number">X</th>
              <th className="number">Y</th>
              <th className="number">Z</th>
              <th className="number" style={{ width: '12%' }}>
                ±
              </th>
              <th style={{ width: '3rem' }}>
                <span className="visually-hidden">Change</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {machine.stations.map((s) => {
              const { position } = s;
              return (
                <StationRow
                  s={s}
                  edit={edit}
                  position={position}
                  units={units}
                  devices={devices}
                  onChange={onChange}
                  machine={machine}
                  key={s.id}
                />
              );
            })}
          </tbody>
        </Table>
      </WithCsv>
      <ChangeButton
        size="sm"
        variant="outline-primary"
        className="me-2"
        onClick={() =>
          onChange([
            ...machine.stations,
            {
              id: newId(),
              name: String.fromCharCode(65 + (machine.stations.length % 26)),
              position: null,
              plusMinus: null,
              measuredFor: [],
              note: '',
            },
          ])
        }
      >
        Add station
      </ChangeButton>
    </>
  );
}

function StationRow({
  s,
  edit,
  position,
  units,
  devices,
  onChange,
  machine,
}: {
  s: Station;
  edit: (id: string, fields: Partial<Station>) => void;
  position: Station['position'];
  units: Units;
  devices: readonly Device[];
  onChange: (stations: Station[]) => void;
  machine: Machine;
}) {
  return (
    <>
      <tr className="station">
        <td>
          <TextField hideLabel label="Station name" value={s.name} required onCommit={(name) => edit(s.id, { name })} />
        </td>
        <Position
          key={position ? 'measured' : 'not measured'}
          station={s}
          units={units}
          onCommit={(next) => edit(s.id, { position: next })}
        />
        <td>
          <OptionalLengthField
            label={`Station ${s.name} ±`}
            mm={s.plusMinus}
            units={units}
            max={10}
            onCommit={(plusMinus) => edit(s.id, { plusMinus })}
          />
        </td>
        <td>
          <ChangeButton
            size="sm"
            variant="outline-primary"
            aria-label={`Remove station ${s.name}`}
            onClick={() => onChange(machine.stations.filter((x) => x.id !== s.id))}
          >
            ✕
          </ChangeButton>
        </td>
      </tr>
      <tr>
        <td colSpan={6}>
          <div className="d-flex gap-2 align-items-center">
            {position ? (
              <>
                <span className="quiet">for</span>
                <MeasuredFor station={s} devices={devices} onCommit={(measuredFor) => edit(s.id, { measuredFor })} />
              </>
            ) : (
              <span className="quiet text-nowrap">not measured</span>
            )}
            <div className="flex-fill">
              <TextField
                hideLabel
                label={`Note on ${s.name}`}
                placeholder="note"
                value={s.note}
                onCommit={(note) => edit(s.id, { note })}
              />
            </div>
            {position && (
              <ChangeButton
                size="sm"
                variant="outline-primary"
                className="text-nowrap"
                onClick={() => edit(s.id, { position: null, plusMinus: null, measuredFor: [] })}
              >
                Forget position
              </ChangeButton>
            )}
          </div>
        </td>
      </tr>
    </>
  );
}
