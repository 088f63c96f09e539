import { today } from '../../app/when';
import { Form } from 'react-bootstrap';
import { AXES } from '@violet-jaw/core/frames';
import { dialectSchema, type Machine, type PositionName } from '@violet-jaw/core/shop';
import type { Units } from '@violet-jaw/core/units';
import { LengthField } from '../../fields/LengthField';
import { OptionalLengthField } from '../../fields/OptionalLengthField';
import { Labeled } from '../../fields/Labeled';
import { SchemaFields } from '../../fields/SchemaFields';
import { ChoiceField, TextField } from '../../fields/TextField';
import { usePosition } from './usePosition';

const POSITIONS: readonly { name: PositionName; says: string }[] = [
  { name: 'reference', says: 'Reference return' },
  { name: 'second', says: 'Second reference' },
  { name: 'toolChange', says: 'Tool change' },
];

type Order = Machine['homing']['order'];
const ALL: readonly NonNullable<Order>[] = [
  ['z', 'x', 'y'],
  ['z', 'y', 'x'],
  ['x', 'y', 'z'],
  ['x', 'z', 'y'],
  ['y', 'x', 'z'],
  ['y', 'z', 'x'],
];
const ORDERS = [
  { value: '', says: 'nobody has said' },
  ...ALL.map((o) => ({ value: o.join(' '), says: o.map((a) => a.toUpperCase()).join(', ') })),
];
const orderOf = (says: string): Order => ALL.find((o) => o.join(' ') === says) ?? null;

/** How a machine homes, where it returns to, what its common offset is, and what its lines look like. */
export function ControlFields({
  machine,
  units,
  set,
}: {
  machine: Machine;
  units: Units;
  set: (fields: Partial<Machine>) => void;
}) {
  const { homing, commonOffset, positions, dialect } = machine;
  return (
    <details className="library">
      <summary>
        <strong>Control</strong>{' '}
        <span className="quiet">homing, reference positions, common offset, what its lines look like</span>
      </summary>
      <Form.Check
        type="checkbox"
        id={`${machine.id}-homes`}
        label="It homes: it finds its machine zero by itself"
        checked={homing.homes}
        onChange={(e) => set({ homing: { ...homing, homes: e.target.checked } })}
      />
      <div className="fields">
        {homing.homes &&
          AXES.map((a) => (
            <ChoiceField
              key={a}
              label={`${a.toUpperCase()} homes to`}
              value={homing[a]}
              choices={[
                { value: 'min', says: `the ${a.toUpperCase()} minus end` },
                { value: 'max', says: `the ${a.toUpperCase()} plus end` },
              ]}
              onCommit={(end) => set({ homing: { ...homing, [a]: end } })}
            />
          ))}
        {homing.homes && (
          <ChoiceField
            label="In the order"
            value={homing.order?.join(' ') ?? ''}
            choices={ORDERS}
            onCommit={(says) => set({ homing: { ...homing, order: orderOf(says) } })}
          />
        )}
        {homing.homes && (
          <Labeled text="Finds its switches again within ±">
            <OptionalLengthField
              label="Finds its switches again within ±"
              mm={homing.plusMinus ?? null}
              units={units}
              max={10}
              onCommit={(plusMinus) => set({ homing: { ...homing, plusMinus } })}
            />
            <div className="field-hint">not known: taken to be in the ± of the stations</div>
          </Labeled>
        )}
        {AXES.map((a) => (
          <LengthField
            key={`c${a}`}
            label={`Common offset ${a.toUpperCase()}`}
            mm={commonOffset[a]}
            units={units}
            signed
            onCommit={(mm) => set({ commonOffset: { ...commonOffset, [a]: mm } })}
          />
        ))}
        <TextField
          className="wide"
          label="Why the common offset is not zero"
          value={commonOffset.why}
          maxLength={4000}
          onCommit={(why) => set({ commonOffset: { ...commonOffset, why } })}
        />
      </div>
      <AxisChecks machine={machine} units={units} set={set} />
      <p className="quiet mb-0 mt-2">
        Machine coordinates of the spindle gauge line. A position counts when all three are entered.
      </p>
      {!homing.homes && (
        <PositionRow
          key={`safe${machine.safeEnd ? 'set' : ''}`}
          name="Safe end, work coordinates"
          position={machine.safeEnd}
          units={units}
          onCommit={(safeEnd) => set({ safeEnd })}
        />
      )}
      {POSITIONS.map(({ name, says }) => (
        <PositionRow
          key={`${name}${positions[name] ? 'set' : ''}`}
          name={says}
          position={positions[name]}
          units={units}
          onCommit={(position) => set({ positions: { ...positions, [name]: position } })}
        />
      ))}
      <h3 className="mt-2">What its lines look like</h3>
      <p className="quiet mb-1">
        Braces are filled in: {'{p}'} number of the register, {'{register}'} its word, {'{x} {y} {z}'} values, {'{h}'}{' '}
        length register. A line left empty is not written: then a person does it, and the sheet says so.
      </p>
      <div className="fields">
        <SchemaFields
          schema={dialectSchema}
          value={dialect}
          units={units}
          onChange={(next) => set({ dialect: next })}
        />
      </div>
    </details>
  );
}

function PositionRow({
  name,
  position,
  units,
  onCommit,
}: {
  name: string;
  position: Machine['positions'][PositionName];
  units: Units;
  onCommit: (position: Machine['positions'][PositionName]) => void;
}) {
  const { shown, enter } = usePosition(position, onCommit);
  return (
    <div className="cut" role="group" aria-label={name}>
      <div className="wide align-self-center">{name}</div>
      {AXES.map((a) => (
        <Labeled key={a} text={a.toUpperCase()}>
          <OptionalLengthField
            label={`${name} ${a.toUpperCase()}`}
            mm={shown[a]}
            units={units}
            signed
            onCommit={(mm) => enter(a, mm)}
          />
        </Labeled>
      ))}
      {position && (
        <button type="button" className="btn btn-link btn-sm" onClick={() => onCommit(null)}>
          Forget
        </button>
      )}
    </div>
  );
}

const UNCHECKED = { x: null, y: null, z: null };

/** Known moves against an indicator, in both directions: what each axis loses, and when it was checked. */
function AxisChecks({
  machine,
  units,
  set,
}: {
  machine: Machine;
  units: Units;
  set: (fields: Partial<Machine>) => void;
}) {
  const accuracy = machine.accuracy ?? UNCHECKED;
  return (
    <>
      <p className="quiet mb-0 mt-2">
        Checked with known moves against an indicator, from both directions: it enters how exactly two setups meet.
      </p>
      {AXES.map((a) => {
        const found = accuracy[a];
        const put = (fields: Partial<NonNullable<typeof found>>) => {
          const next = { backlash: null, per100: null, ...found, on: today(), ...fields };
          const isKnown = next.backlash !== null || next.per100 !== null;
          set({ accuracy: { ...accuracy, [a]: isKnown ? next : null } });
        };
        const name = a.toUpperCase();
        const field = (label: string, key: 'backlash' | 'per100') => (
          <Labeled text={label}>
            <OptionalLengthField
              label={label}
              mm={found?.[key] ?? null}
              units={units}
              max={10}
              onCommit={(mm) => put({ [key]: mm })}
            />
          </Labeled>
        );
        return (
          <div key={a} className="fields" role="group" aria-label={`Accuracy of ${name}`}>
            {field(`${name} loses on turning round`, 'backlash')}
            {field(`${name} is off by ± in 100 mm`, 'per100')}
            {found && <TextField label="Checked on" value={found.on} maxLength={10} onCommit={(on) => put({ on })} />}
          </div>
        );
      })}
    </>
  );
}
