import { Button, Form } from 'react-bootstrap';
import { gaugeBlock, hasHoles, nearestAnchor } from '@violet-jaw/core/holdings';
import type { HoldIn } from '@violet-jaw/core/job';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { pinDiameter, type FixturePlate } from '@violet-jaw/core/shop';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField } from '../../fields/TextField';
import { FromShop } from '../locate/FromShop';
import { useHold, type HoldProps } from './useHold';

type Place = HoldIn<'flat'>['x'] | HoldIn<'flat'>['y'];
const BY: readonly { value: Place['by']; says: string }[] = [
  { value: 'pins', says: 'pins' },
  { value: 'fence', says: 'a fence' },
  { value: 'gauge blocks', says: 'gauge blocks' },
  { value: 'hand', says: 'laid by hand' },
];

const at = (h: HoldIn<'flat'>, axis: 'x' | 'y', change: Partial<Place>): HoldIn<'flat'> => ({
  ...h,
  [axis]: { ...h[axis], ...change },
});

/** Moves a row of pins onto the nearest holes; the part's edge then lies a pin's radius off them. */
function onHoles(plate: HoldIn<'flat'>, axis: 'x' | 'y', device: FixturePlate): Partial<Place> {
  const { side, at, pins } = plate[axis];
  const out = (side === 'left' || side === 'front' ? -1 : 1) * (plate.pinDiameter / 2);
  const placed = pins.map(
    (p) => (axis === 'x' ? nearestAnchor(device, at + out, p) : nearestAnchor(device, p, at + out))!,
  );
  const row = placed[0] ? placed[0][axis] - out : at;
  return { at: row, pins: placed.map((h) => h[axis === 'x' ? 'y' : 'x']) };
}

function AxisFields({ axis, ...props }: HoldProps<'flat'> & { axis: 'x' | 'y' }) {
  const { setup, hold, device } = props;
  const { job, speech, plannedNow } = useJob();
  const { put, length } = useHold(props, 'seat');
  const place: Place = hold[axis];
  const sides = axis === 'x' ? (['left', 'right'] as const) : (['rear', 'front'] as const);
  const name = axis.toUpperCase();
  const setAgainst = async (by: Place['by']) => {
    const pins = by === 'pins' && place.pins.length === 0 ? startPins(axis, await plannedNow(setup.id)) : null;
    put((h) => at(h, axis, { by, pins: pins ?? h[axis].pins }));
  };
  const block = place.by === 'gauge blocks' ? gaugeBlock(axis, device, place.side, place.at) : null;
  return (
    <div className="fields mt-1" role="group" aria-label={`Set against in ${name}`}>
      <ChoiceField
        label={`In ${name}, set against`}
        value={place.by}
        choices={BY}
        onCommit={(by) => void setAgainst(by)}
      />
      <ChoiceField<string>
        label={`Side in ${name}`}
        value={place.side}
        choices={sides.map((v) => ({ value: v, says: v }))}
        onCommit={(side) => put((h) => at(h, axis, { side } as Partial<Place>))}
      />
      {length({
        label: `Part's edge at ${name}`,
        mm: place.at,
        signed: true,
        min: -20_000,
        max: 20_000,
        looks: axis === 'x' ? 'from left' : 'from front',
        set: (h, mm) => at(h, axis, { at: mm }),
        hint: block
          ? `block ${speech.sizeWithUnit(block.sizeMm)} from groove ${block.groove}`
          : axis === 'x'
            ? 'from the left edge'
            : 'from the front edge',
      })}
      {place.by === 'pins' &&
        place.pins.map((p, i) => (
          <LengthField
            key={i}
            label={`Pin ${i + 1} at ${axis === 'x' ? 'Y' : 'X'}`}
            mm={p}
            units={job.units}
            signed
            min={-20_000}
            max={20_000}
            onCommit={(mm) => put((h) => at(h, axis, { pins: h[axis].pins.map((q, k) => (k === i ? mm : q)) }))}
          />
        ))}
      {place.by === 'pins' && (
        <div className="wide d-flex gap-2 flex-wrap">
          <Button
            size="sm"
            variant="outline-primary"
            disabled={place.pins.length >= 8}
            onClick={() => put((h) => at(h, axis, { pins: [...h[axis].pins, (h[axis].pins.at(-1) ?? 0) + 50] }))}
          >
            Add a {place.side} pin
          </Button>
          <Button
            size="sm"
            variant="outline-primary"
            disabled={place.pins.length === 0}
            onClick={() => put((h) => at(h, axis, { pins: h[axis].pins.slice(0, -1) }))}
          >
            Take one out
          </Button>
          {hasHoles(device) && (
            <Button
              size="sm"
              variant="outline-primary"
              onClick={() => put((h) => at(h, axis, onHoles(h, axis, device)))}
            >
              Pins to the nearest holes
            </Button>
          )}
        </div>
      )}
    </div>
  );
}

/** Pins to begin with: one in the middle of the part's side, two along y, where the part lies now. */
function startPins(axis: 'x' | 'y', planned: PlannedSetup | undefined): number[] {
  const box = planned?.facts?.seat.loadedBox;
  if (!box) return axis === 'x' ? [100] : [80, 160];
  const along = axis === 'x' ? 'y' : 'x';
  const at = (share: number) => Math.round(box.min[along] + share * (box.max[along] - box.min[along]));
  return axis === 'x' ? [at(0.5)] : [at(0.2), at(0.8)];
}

/** What a part that lies flat is set against, and what lies under it. */
export function FlatSeat(props: HoldProps<'flat'>) {
  const { setup, hold } = props;
  const { put, length } = useHold(props, 'seat');
  const stands =
    !hold.dowels && !hold.edgePins && !hold.nest && [hold.x.by, hold.y.by].some((b) => b === 'pins' || b === 'fence');
  return (
    <>
      {hold.dowels || hold.edgePins || hold.nest ? (
        <p className="quiet mb-1">
          {hold.dowels ? 'Dowels decide' : hold.edgePins ? 'Pins along its edge decide' : 'Its jig decides'} where it
          lies in X and Y: in the section Locate.
        </p>
      ) : (
        <>
          <AxisFields {...props} axis="y" />
          <AxisFields {...props} axis="x" />
        </>
      )}
      <div className="fields mt-1">
        {length({
          label: 'Packing under the part',
          mm: hold.under,
          min: 0,
          max: 1000,
          set: (h, mm) => ({ ...h, under: mm }),
          hint: hold.under === 0 ? 'none' : undefined,
        })}
        {stands && (
          <FromShop
            label="Edge pin of the shop"
            kinds={['edge pin']}
            onTake={(pin) => put((h) => ({ ...h, pinDiameter: pinDiameter(pin) }))}
          />
        )}
        {stands &&
          length({
            label: 'Pin diameter, fence width',
            mm: hold.pinDiameter,
            positive: true,
            max: 200,
            set: (h, mm) => ({ ...h, pinDiameter: mm }),
          })}
        {stands &&
          length({
            label: 'Pins and fence stand up',
            mm: hold.pinHeight,
            min: 0,
            max: 500,
            set: (h, mm) => ({ ...h, pinHeight: mm }),
          })}
        {stands && (
          <Form.Check
            className="mb-1"
            id={`out-${setup.id}`}
            label="Taken out before cutting"
            checked={hold.pinsOut}
            onChange={(e) => put((h) => ({ ...h, pinsOut: e.target.checked }))}
          />
        )}
      </div>
    </>
  );
}
