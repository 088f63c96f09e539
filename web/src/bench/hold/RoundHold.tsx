import type { RoundHold as RoundChoices, Setup } from '@violet-jaw/core/job';
import type { RoundDevice } from '@violet-jaw/core/shop';
import { NumberField } from '../../fields/NumberField';
import { useLength, type SectionProps } from '../section';
import { KindFields } from './KindFields';

/** How a chuck, collet or rotary axis grips: spacer, share of its force, speed. */
export function RoundHold(props: SectionProps & { device: RoundDevice }) {
  const { setup, edit } = props;
  const length = useLength(props, 'hold');
  const { round } = setup;
  const put = (change: (round: RoundChoices) => RoundChoices) => edit((s: Setup) => ({ ...s, round: change(s.round) }));
  return (
    <>
      <div className="fields mt-1">
        {length({ label: 'Spacer under the part\'s end', mm: round.restHeight, min: 0, max: 5000, set: (s, mm) => ({ ...s, round: { ...s.round, restHeight: mm } }), hint: round.restHeight === 0 ? 'none: on the face' : undefined })}
        <NumberField label="Share of the force, %" value={round.forceShare} min={1} max={100} onCommit={(v) => put((r) => ({ ...r, forceShare: v ?? 100 }))} />
        <NumberField label="Part turns at, 1/min" value={round.rpm} min={0} max={300_000} optional empty="stands still" onCommit={(rpm) => put((r) => ({ ...r, rpm }))} />
      </div>
      <KindFields {...props} />
    </>
  );
}
