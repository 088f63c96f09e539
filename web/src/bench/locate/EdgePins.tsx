import { Button, Form } from 'react-bootstrap';
import { COMES, PIN_SIDES, type EdgePin } from '@violet-jaw/core/edgePins';
import type { Box3 } from '@violet-jaw/core/frames';
import { isHoldIn, MOST_EDGE_PINS, type HoldIn } from '@violet-jaw/core/job';
import { pinDiameter } from '@violet-jaw/core/shop';
import { capital } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';
import { newId } from '../../app/newId';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField } from '../../fields/TextField';
import type { SectionProps } from '../section';
import { FromShop } from './FromShop';

type Hold = HoldIn<'flat'>;
type AlongEdge = NonNullable<Hold['edgePins']>;

/** Two pins in front, as far apart as is usual, and one at the left (common practice, no source). */
function begun(box: Box3 | undefined): AlongEdge {
  const [x, y] = [box?.min.x ?? 100, box?.min.y ?? 100].map((mm) => Math.round(mm));
  const [wide, deep] = box ? [box.max.x - box.min.x, box.max.y - box.min.y] : [100, 60];
  const pin = (n: number, side: EdgePin['side'], mm: number) => ({ id: `pin-${n}`, side, along: Math.round(mm) });
  return {
    ...{ x, y, edge: 'loaded' },
    pins: [pin(1, 'front', 0.15 * wide), pin(2, 'front', 0.85 * wide), pin(3, 'left', deep / 2)],
  };
}

/** Pins against any edge of a part that lies flat, straight, slanting or curved. */
export function EdgePins({ setup, planned, edit }: SectionProps) {
  const { plannedNow } = useJob();
  const { hold } = setup;
  if (!isHoldIn('flat', hold) || hold.dowels || (hold.nest && !hold.edgePins)) return null;
  const put = (change: (h: Hold) => Partial<Hold>) =>
    edit((s) => (isHoldIn('flat', s.hold) ? { ...s, hold: { ...s.hold, ...change(s.hold) } } : s));
  const on = hold.edgePins;
  const begin = async () => {
    const edgePins = begun((await plannedNow(setup.id))?.facts?.seat.finishedBox);
    put(() => ({ edgePins }));
  };
  return (
    <div role="group" aria-label="Pins along its edge" data-part="Pins along its edge">
      <h3 className="mt-2">Pins along its edge</h3>
      {on ? (
        <Standing hold={hold} on={on} put={put} planned={planned} setupId={setup.id} />
      ) : (
        <>
          <p className="quiet mb-1">
            Round pins against any edge, also a slanting or a curved one: the part lies where you want it, and where the
            pins stand follows from its edge.
          </p>
          <Button size="sm" variant="outline-primary" className="mb-2" onClick={() => void begin()}>
            Set this part against pins along its edge
          </Button>
        </>
      )}
    </div>
  );
}

interface StandingProps {
  readonly hold: Hold;
  readonly on: AlongEdge;
  readonly put: (change: (h: Hold) => Partial<Hold>) => void;
  readonly planned: SectionProps['planned'];
  readonly setupId: string;
}

function Standing({ hold, on, put, planned, setupId }: StandingProps) {
  const { job } = useJob();
  const change = (fields: Partial<AlongEdge>) => put((h) => ({ edgePins: h.edgePins && { ...h.edgePins, ...fields } }));
  const place = (axis: 'x' | 'y', edge: string) => (
    <LengthField
      label={`${edge} edge of the finished part at ${axis.toUpperCase()}`}
      mm={on[axis]}
      units={job.units}
      signed
      min={-20_000}
      max={20_000}
      onCommit={(mm) => change({ [axis]: mm })}
    />
  );
  const add = () => change({ pins: [...on.pins, { id: newId(), side: 'left', along: on.pins.at(-1)?.along ?? 10 }] });
  return (
    <>
      <div className="fields">
        {place('x', 'Left')}
        {place('y', 'Front')}
        <ChoiceField
          label="Set for"
          value={on.edge}
          choices={[
            { value: 'loaded', says: 'the edge as it is loaded' },
            { value: 'finished', says: 'the finished edge' },
          ]}
          onCommit={(edge) => change({ edge })}
        />
        <FromShop
          label="Edge pin of the shop"
          kinds={['edge pin']}
          onTake={(pin) => put(() => ({ pinDiameter: pinDiameter(pin) }))}
        />
        <LengthField
          label="Pin diameter"
          mm={hold.pinDiameter}
          units={job.units}
          positive
          max={200}
          onCommit={(across) => put(() => ({ pinDiameter: across }))}
        />
        <LengthField
          label="Pins stand up"
          mm={hold.pinHeight}
          units={job.units}
          min={0}
          max={500}
          onCommit={(pinHeight) => put(() => ({ pinHeight }))}
        />
        <Form.Check
          id={`edge-out-${setupId}`}
          label="Taken out before cutting"
          checked={hold.pinsOut}
          onChange={(e) => put(() => ({ pinsOut: e.target.checked }))}
        />
      </div>
      <Pins on={on} change={change} planned={planned} />
      <div className="d-flex gap-2 flex-wrap mb-2">
        <Button size="sm" variant="outline-primary" disabled={on.pins.length >= MOST_EDGE_PINS} onClick={add}>
          Add a pin along the edge
        </Button>
        <Button size="sm" variant="outline-primary" onClick={() => put(() => ({ edgePins: null }))}>
          Use no pins along its edge
        </Button>
      </div>
    </>
  );
}

/** Each pin with the side it comes from, where along it, and where its middle then stands. */
function Pins({
  on,
  change,
  planned,
}: {
  on: AlongEdge;
  change: (fields: Partial<AlongEdge>) => void;
  planned: SectionProps['planned'];
}) {
  const { job, speech } = useJob();
  const seated = planned?.facts?.edge?.pins ?? [];
  const set = (id: string, fields: Partial<EdgePin>) =>
    change({ pins: on.pins.map((p) => (p.id === id ? { ...p, ...fields } : p)) });
  return on.pins.map((pin, i) => {
    const at = seated.find((s) => s.id === pin.id);
    const number = i + 1;
    return (
      <fieldset className="dowel" key={pin.id} aria-label={`Pin ${number}`}>
        <legend>
          {at ? capital(at.name) : `Pin ${number}`}
          {at && (
            <span className="quiet fw-normal">
              {at.stands
                ? `: middle at X ${speech.signed(at.stands.center.x)} Y ${speech.signed(at.stands.center.y)}`
                : ': nothing stands in front of it'}
            </span>
          )}
        </legend>
        <div className="fields">
          <ChoiceField
            label="Comes from"
            value={pin.side}
            choices={PIN_SIDES.map((side) => ({ value: side, says: `the ${side}` }))}
            onCommit={(side) => set(pin.id, { side })}
          />
          <LengthField
            label={COMES[pin.side].axis === 'x' ? 'Y, from the front edge' : 'X, from the left edge'}
            mm={pin.along}
            units={job.units}
            signed
            min={-20_000}
            max={20_000}
            onCommit={(along) => set(pin.id, { along })}
          />
          <Button
            size="sm"
            variant="outline-danger"
            aria-label={`Remove pin ${number}`}
            onClick={() => change({ pins: on.pins.filter((p) => p.id !== pin.id) })}
          >
            Remove
          </Button>
        </div>
      </fieldset>
    );
  });
}
