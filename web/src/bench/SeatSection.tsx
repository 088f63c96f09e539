import { Button } from 'react-bootstrap';
import { DIRECTIONS, partSideFacing } from '@violet-jaw/core/frames';
import { isHeldOn } from '@violet-jaw/core/job';
import { PART_SIDE } from '@violet-jaw/core/part';
import { orientationInWords } from '@violet-jaw/core/sheet';
import { holdingOf } from '@violet-jaw/core/holdings';
import { HAND_MOVES, moved } from '@violet-jaw/core/transition';
import { useJob } from '../app/JobLayout';
import { ChoiceField } from '../fields/TextField';
import { fieldsOf } from './hold/fields';
import { sidesForRear, withFaceRear, withFaceUp } from './orient';
import { SectionFindings, Why, type SectionProps } from './section';

/** Which way the part lies, and what it is set against. */
export function SeatSection(props: SectionProps) {
  const { setup, planned, edit } = props;
  const { speech, shop } = useJob();
  const { orientation } = setup;
  const device = shop.devices.find((d) => d.id === setup.device) ?? null;
  const rear = partSideFacing(orientation, '+y');
  const held = device && isHeldOn(setup, device) ? { ...props, device, hold: setup.hold } : null;
  const Fields = held && fieldsOf(held.hold.family).seat;
  return (
    <>
      <div className="fields">
        <ChoiceField
          label="Face up, to the spindle"
          value={orientation.up}
          choices={DIRECTIONS.map((d) => ({ value: d, says: PART_SIDE[d] }))}
          onCommit={(up) => edit((s) => ({ ...s, orientation: withFaceUp(s.orientation, up) }))}
        />
        <ChoiceField
          label={device && holdingOf(device).jaw(device) === '+y' ? 'Face on the fixed jaw' : 'Face to the rear'}
          value={rear}
          choices={sidesForRear(orientation).map((d) => ({ value: d, says: PART_SIDE[d] }))}
          onCommit={(side) => edit((s) => ({ ...s, orientation: withFaceRear(s.orientation, side) }))}
        />
      </div>
      <div className="moves" role="group" aria-label="Hand moves">
        {HAND_MOVES.map((m) => (
          <Button
            key={m.id}
            size="sm"
            variant="outline-primary"
            onClick={() => edit((s) => ({ ...s, orientation: moved(s.orientation, m.id) }))}
          >
            {m.says[0].toUpperCase() + m.says.slice(1)}
          </Button>
        ))}
      </div>
      {held && Fields && <Fields {...held} />}
      {planned && <p className="mt-2 mb-1 quiet">{orientationInWords(planned).join('; ')}.</p>}
      {planned?.facts && (
        <p className="mb-1">
          {planned.facts.says.seat} Rests on {speech.area(planned.facts.seat.rest.flatAreaMm2)}.
        </p>
      )}
      <SectionFindings id={setup.id} section="seat" />
      <Why {...props} of="seat" />
    </>
  );
}
