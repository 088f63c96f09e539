import { Link, useNavigate } from 'react-router';
import { bodiesFor, bodyOf, jawSetsOf, newJawSet, type Device, type Shop, type Vise } from '@violet-jaw/core/shop';
import { newId } from '../../../app/newId';
import { ChangeButton } from '../../../fields/ChangeButton';
import { ChoiceField } from '../../../fields/TextField';
import { shopStore } from '../../../store/shopStore';

const addressOf = ({ id }: Device): string => `/shop/devices/${encodeURIComponent(id)}`;

/** Sets of jaws that go with a vise, and which vise a set is set into. */
export function JawSets({ vise, shop, onChange }: { vise: Vise; shop: Shop; onChange: (vise: Vise) => void }) {
  const navigate = useNavigate();
  const { devices } = shop;
  const body = bodyOf(devices, vise);
  const sets = jawSetsOf(devices, vise);
  const bodies = bodiesFor(devices, vise);
  const add = () => {
    const set = newJawSet(vise, newId());
    shopStore()
      .getState()
      .edit((s) => ({ ...s, devices: s.devices.flatMap((d) => (d.id === vise.id ? [d, set] : [d])) }));
    void navigate(addressOf(set));
  };
  return (
    <section aria-label="Jaws of the vise">
      <h3>Jaws</h3>
      {sets.length === 0 && (
        <ChoiceField
          label="These are jaws of"
          value={vise.jawsOf ?? ''}
          choices={[
            { value: '', says: 'no other vise: it has the jaws it came with' },
            ...bodies.map((b) => ({ value: b.id, says: b.name })),
            ...(vise.jawsOf !== undefined && !body ? [{ value: vise.jawsOf, says: 'a vise that is gone' }] : []),
          ]}
          onCommit={(id) => {
            const { jawsOf: _, ...rest } = vise;
            onChange(id === '' ? rest : { ...rest, jawsOf: id });
          }}
        />
      )}
      {body && (
        <p className="mt-1">
          They are set into <Link to={addressOf(body)}>{body.name}</Link>. A station is measured for each set by itself:
          where its faces stand elsewhere, give the same place a second station with its own numbers.
        </p>
      )}
      {vise.jawsOf === undefined && (
        <>
          <p className="mb-1">
            {sets.length === 0 ? 'No other jaws go with it.' : 'Other jaws that go with it: '}
            {sets.map((s, i) => (
              <span key={s.id}>
                {i > 0 && ', '}
                <Link to={addressOf(s)}>{s.name}</Link>
                {s.retired ? ' (retired)' : ''}
              </span>
            ))}
          </p>
          <ChangeButton size="sm" variant="outline-primary" onClick={add}>
            Add a set of jaws
          </ChangeButton>
        </>
      )}
    </section>
  );
}
