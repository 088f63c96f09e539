import { pocketOf } from '@violet-jaw/core/holdings';
import { looksTowards } from '@violet-jaw/core/zero';
import { useJob } from '../../app/JobLayout';
import { ChoiceField } from '../../fields/TextField';
import { FaceField, type FaceFieldProps } from '../PlaceField';
import { useLength, type SectionProps } from '../section';
import { stopBefore } from '../stopBefore';
import { usePut } from '../usePut';

/** Parallels and stop of a vise. */
export function ViseSeat(props: SectionProps) {
  const { setup, edit } = props;
  const { plannedNow } = useJob();
  const length = useLength(props, 'seat');
  const put = usePut(setup.id);
  const { stop } = setup;
  const pocket = pocketOf(setup) !== null;
  const stopAgainst: FaceFieldProps['onCommit'] = async (named, features) => {
    const planned = named ? await plannedNow(setup.id) : undefined;
    const before = named && planned?.facts ? stopBefore(named.feature, planned) : {};
    put((s) => ({ ...s, stop: { ...s.stop, ...before, face: named?.id ?? null } }), features);
  };
  return (
    <div className="fields mt-1">
      {length({ label: 'Parallels, height', mm: setup.parallels.height, min: 0, max: 1000, looks: 'parallels', set: (s, mm) => ({ ...s, parallels: { height: mm } }), hint: setup.parallels.height === 0 ? 'none: on the bed' : undefined })}
      <ChoiceField label={pocket ? 'Located by the pocket\'s wall' : 'Stop side'} value={stop.side} choices={[{ value: 'left', says: 'left' }, { value: 'right', says: 'right' }]} onCommit={(side) => edit((s) => ({ ...s, stop: { ...s.stop, side } }))} />
      {!pocket && <FaceField
        label="Stop against a face" value={stop.face} none="whatever it meets" allows={({ feature }) => looksTowards(feature, stop.side === 'left' ? '-x' : '+x', setup.orientation)}
        onCommit={(named, features) => void stopAgainst(named, features)}
      />}
      {length({ label: pocket ? 'Pocket wall X, from left jaw end' : 'Stop X, from left jaw end', mm: stop.position, signed: true, min: -5000, max: 5000, looks: 'stop', set: (s, mm) => ({ ...s, stop: { ...s.stop, position: mm } }) })}
      {!pocket && length({ label: 'Stop Z, above bed', mm: stop.height, min: 0, max: 1000, set: (s, mm) => ({ ...s, stop: { ...s.stop, height: mm } }) })}
      {!pocket && length({ label: 'Stop, in front of fixed jaw', mm: stop.fromJaw, min: 0, max: 5000, set: (s, mm) => ({ ...s, stop: { ...s.stop, fromJaw: mm } }) })}
    </div>
  );
}
