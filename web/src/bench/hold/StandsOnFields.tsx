import { JOINT_WAYS, type StandsOn } from '@violet-jaw/core/job';
import { datumPoint, type Device } from '@violet-jaw/core/shop';
import { jointOf } from '@violet-jaw/core/holdings';
import { forceUnit } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';
import { Labeled } from '../../fields/Labeled';
import { LengthField } from '../../fields/LengthField';
import { NumberField } from '../../fields/NumberField';
import { OptionalLengthField } from '../../fields/OptionalLengthField';
import { ChoiceField } from '../../fields/TextField';
import type { SectionProps } from '../section';

/** What is not known yet of a device that is put onto another one. */
const NOTHING_KNOWN: Omit<StandsOn, 'device' | 'height'> = {
  x: 0,
  y: 0,
  plusMinus: null,
  joint: { by: 'bolts', liftsAtN: null, slidesAtN: null },
};

/** What the device stands on: the station itself, or another device that the station was measured for. */
export function StandsOnFields({ setup: { standsOn }, edit, device }: SectionProps & { device: Device }) {
  const { shop } = useJob();
  const set = (next: StandsOn | null) => edit((s) => ({ ...s, standsOn: next }));
  // it stands as high as it is thick, where it is a bed whose top is its datum
  const thickness = 'thickness' in device ? device.thickness : 0;
  const below = shop.devices.find((d) => d.id === standsOn?.device) ?? null;
  const others = shop.devices.filter((d) => d.id !== device.id);
  const gone = standsOn && !below ? [{ value: standsOn.device ?? '?', says: 'not in the shop' }] : [];
  return (
    <div className="fields" role="group" aria-label="What the device stands on">
      <ChoiceField
        className="two-wide"
        label="Stands on"
        value={standsOn ? (standsOn.device ?? '?') : ''}
        choices={[
          { value: '', says: 'the station itself' },
          ...gone,
          ...others.map((d) => ({ value: d.id, says: d.name })),
        ]}
        onCommit={(id) =>
          set(id === '' ? null : { ...NOTHING_KNOWN, height: thickness, ...standsOn, device: id === '?' ? null : id })
        }
      />
      {standsOn && below && <Place device={device} below={below} standsOn={standsOn} set={set} />}
    </div>
  );
}

interface PlaceProps {
  readonly device: Device;
  readonly below: Device;
  readonly standsOn: StandsOn;
  readonly set: (next: StandsOn) => void;
}

function Place({ device, below, standsOn, set }: PlaceProps) {
  const { job, shop, speech } = useJob();
  const { joint } = standsOn;
  const unit = forceUnit(job.units);
  const known = jointOf(standsOn, device, below, shop.altitude);
  const at = (axis: 'x' | 'y') => (
    <LengthField
      label={`From its datum ${axis.toUpperCase()}`}
      mm={standsOn[axis]}
      units={job.units}
      signed
      min={-20_000}
      max={20_000}
      onCommit={(mm) => set({ ...standsOn, [axis]: mm })}
    />
  );
  const bears = (label: string, key: 'liftsAtN' | 'slidesAtN') => {
    const found = known[key];
    return (
      <NumberField
        label={label}
        unit={unit}
        value={joint[key]}
        min={0}
        max={1e7}
        optional
        empty={
          found === null
            ? 'not known'
            : `${speech.force(found)}: ${key === 'liftsAtN' ? known.from.lifts : known.from.slides}`
        }
        onCommit={(n) => set({ ...standsOn, joint: { ...joint, [key]: n } })}
      />
    );
  };
  return (
    <>
      {at('x')}
      {at('y')}
      <LengthField
        label="Higher by"
        min={0}
        mm={standsOn.height}
        units={job.units}
        max={2000}
        onCommit={(height) => set({ ...standsOn, height })}
      />
      <Labeled text="Stands there within ±">
        <OptionalLengthField
          label="Stands there within ±"
          mm={standsOn.plusMinus}
          units={job.units}
          max={100}
          onCommit={(plusMinus) => set({ ...standsOn, plusMinus })}
        />
      </Labeled>
      <ChoiceField
        label="Kept there by"
        value={joint.by}
        choices={JOINT_WAYS.map((w) => ({ value: w, says: w }))}
        onCommit={(by) => set({ ...standsOn, joint: { ...joint, by } })}
      />
      {bears('Bears a pull up of', 'liftsAtN')}
      {bears('Bears a push sideways of', 'slidesAtN')}
      <p className="wide quiet mb-0">
        From {datumPoint(below)} to {datumPoint(device)}. The station has to be measured for {below.name}.
      </p>
    </>
  );
}
