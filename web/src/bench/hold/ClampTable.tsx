import { Button } from 'react-bootstrap';
import type { PlacedClamp } from '@violet-jaw/core/job';
import { torqueUnit } from '@violet-jaw/core/units';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { NumberField } from '../../fields/NumberField';
import { Labeled } from '../../fields/Labeled';
import { ChoiceField } from '../../fields/TextField';
import { newId } from '../../app/newId';
import { usePlan } from '../../store/planStore';
import { useHold, type HoldProps } from './useHold';

const TOWARDS = [
  { value: '-x', says: 'left' },
  { value: '+x', says: 'right' },
  { value: '-y', says: 'front' },
  { value: '+y', says: 'rear' },
] as const;

/** Straps, edge clamps, screws, nails and weights, each where it acts on the part. */
export function ClampTable(props: HoldProps<'flat'>) {
  const {
    setup,
    hold: { clamps },
  } = props;
  const { job, shop, plannedNow } = useJob();
  const { put: putHold } = useHold(props, 'hold');
  // as steps and findings call them
  const names = usePlan((s) => s.planned?.setups.find((o) => o.id === setup.id)?.facts?.hold.clampNames);
  const torque = torqueUnit(job.units);
  const put = (change: (clamps: PlacedClamp[]) => PlacedClamp[]) =>
    putHold((h) => ({ ...h, clamps: change(h.clamps) }));
  const set = (i: number, fields: Partial<PlacedClamp>) =>
    put((list) => list.map((c, k) => (k === i ? { ...c, ...fields } : c)));
  const length = (i: number, key: 'x' | 'y' | 'toBolt' | 'toHeel', label: string) => (
    <LengthField
      hideLabel
      label={`${label} of clamp ${i + 1}`}
      mm={clamps[i][key]}
      units={job.units}
      signed={key === 'x' || key === 'y'}
      min={key === 'x' || key === 'y' ? -20_000 : 0}
      max={20_000}
      onCommit={(mm) => set(i, { [key]: mm })}
    />
  );
  const add = async () => {
    const box = (await plannedNow(setup.id))?.facts?.seat.loadedBox;
    const at = box ? { x: Math.round(box.min.x + 15), y: Math.round((box.min.y + box.max.y) / 2) } : { x: 50, y: 50 };
    put((list) => {
      const last = list.at(-1);
      return [
        ...list,
        last
          ? { ...last, id: newId(), x: last.x + 40 }
          : {
              id: newId(),
              clamp: shop.clamps[0]?.id ?? null,
              ...at,
              towards: '-x',
              torque: null,
              toBolt: 40,
              toHeel: 50,
            },
      ];
    });
  };
  return (
    <>
      {clamps.map((c, i) => {
        const kind = shop.clamps.find((x) => x.id === c.clamp)?.kind;
        const bolted = kind === 'strap' || kind === 'edge clamp';
        return (
          <div key={i} className="cut clamp-row" role="group" aria-label={`Clamp ${i + 1}`}>
            <Labeled text={names?.[i] ? `Clamp ${i + 1}: ${names[i]}` : `Clamp ${i + 1}`} wide>
              <ChoiceField
                hideLabel
                label={`Clamp ${i + 1}`}
                value={c.clamp ?? ''}
                choices={[{ value: '', says: 'choose' }, ...shop.clamps.map((x) => ({ value: x.id, says: x.name }))]}
                onCommit={(v) => set(i, { clamp: v || null })}
              />
            </Labeled>
            <Labeled text="X">{length(i, 'x', 'X')}</Labeled>
            <Labeled text="Y">{length(i, 'y', 'Y')}</Labeled>
            {bolted && (
              <Labeled text={kind === 'strap' ? 'Bolt to the' : 'Pushes to the'}>
                <ChoiceField
                  hideLabel
                  label={`Direction of clamp ${i + 1}`}
                  value={c.towards}
                  choices={TOWARDS}
                  onCommit={(towards) => set(i, { towards })}
                />
              </Labeled>
            )}
            {bolted && (
              <Labeled text={`Torque, ${torque.name}`}>
                <NumberField
                  hideLabel
                  optional
                  label={`Torque of clamp ${i + 1}`}
                  unit={torque}
                  value={c.torque}
                  min={0}
                  max={10_000}
                  onCommit={(newtonMetre) => set(i, { torque: newtonMetre })}
                />
              </Labeled>
            )}
            {kind === 'strap' && <Labeled text="Spot to bolt">{length(i, 'toBolt', 'To bolt')}</Labeled>}
            {kind === 'strap' && <Labeled text="Bolt to heel">{length(i, 'toHeel', 'Bolt to heel')}</Labeled>}
            <Button
              size="sm"
              variant="outline-primary"
              aria-label={`Remove clamp ${i + 1}`}
              onClick={() => put((list) => list.filter((_, k) => k !== i))}
            >
              ✕
            </Button>
          </div>
        );
      })}
      <Button
        size="sm"
        variant="outline-primary"
        className="mt-1"
        disabled={shop.clamps.length === 0 || clamps.length >= 60}
        onClick={() => void add()}
      >
        Add clamp, fastener or weight
      </Button>
      {shop.clamps.length === 0 && (
        <span className="quiet ms-2">The shop has none yet; enter them on the page Shop.</span>
      )}
    </>
  );
}
