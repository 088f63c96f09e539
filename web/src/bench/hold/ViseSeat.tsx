import { pocketOf, inHold } from '@violet-jaw/core/holdings';
import { looksTowards } from '@violet-jaw/core/zero';
import { useJob } from '../../app/JobLayout';
import { ChoiceField } from '../../fields/TextField';
import { FaceField, type FaceFieldProps } from '../PlaceField';
import { stopBefore } from '../stopBefore';
import { usePut } from '../usePut';
import { useHold, type HoldProps } from './useHold';

/** Parallels and stop of a vise. */
export function ViseSeat(props: HoldProps<'vise'>) {
  const { setup, hold } = props;
  const { plannedNow } = useJob();
  const { put, length } = useHold(props, 'seat');
  const putWith = usePut(setup.id);
  const { stop } = hold;
  const pocket = pocketOf({ hold }) !== null;
  const stopAgainst: FaceFieldProps['onCommit'] = async (named, features) => {
    const planned = named ? await plannedNow(setup.id) : undefined;
    const before = named && planned?.facts ? stopBefore(named.feature, planned) : {};
    putWith(
      inHold('vise', (h) => ({ ...h, stop: { ...h.stop, ...before, face: named?.id ?? null } })),
      features,
    );
  };
  return (
    <div className="fields mt-1">
      {length({
        label: 'Parallels, height',
        mm: hold.parallels.height,
        min: 0,
        max: 1000,
        looks: 'parallels',
        set: (h, mm) => ({ ...h, parallels: { height: mm } }),
        hint: hold.parallels.height === 0 ? 'none: on the bed' : undefined,
      })}
      <ChoiceField
        label={pocket ? "Located by the pocket's wall" : 'Stop side'}
        value={stop.side}
        choices={[
          { value: 'left', says: 'left' },
          { value: 'right', says: 'right' },
        ]}
        onCommit={(side) => put((h) => ({ ...h, stop: { ...h.stop, side } }))}
      />
      {!pocket && (
        <FaceField
          label="Stop against a face"
          value={stop.face}
          none="whatever it meets"
          allows={({ feature }) => looksTowards(feature, stop.side === 'left' ? '-x' : '+x', setup.orientation)}
          onCommit={(named, features) => void stopAgainst(named, features)}
        />
      )}
      {length({
        label: pocket ? 'Pocket wall X, from left jaw end' : 'Stop X, from left jaw end',
        mm: stop.position,
        signed: true,
        min: -5000,
        max: 5000,
        looks: 'stop',
        set: (h, mm) => ({ ...h, stop: { ...h.stop, position: mm } }),
      })}
      {!pocket &&
        length({
          label: 'Stop Z, above bed',
          mm: stop.height,
          min: 0,
          max: 1000,
          set: (h, mm) => ({ ...h, stop: { ...h.stop, height: mm } }),
        })}
      {!pocket &&
        length({
          label: 'Stop, in front of fixed jaw',
          mm: stop.fromJaw,
          min: 0,
          max: 5000,
          set: (h, mm) => ({ ...h, stop: { ...h.stop, fromJaw: mm } }),
        })}
    </div>
  );
}
