import { NumberField } from '../../fields/NumberField';
import { KindFields } from './KindFields';
import { useHold, type HoldProps } from './useHold';

/** How a chuck, collet or rotary axis grips: spacer, share of its force, speed. */
export function RoundHold(props: HoldProps<'round'>) {
  const { hold } = props;
  const { put, length } = useHold(props, 'hold');
  return (
    <>
      <div className="fields mt-1">
        {length({
          label: "Spacer under the part's end",
          mm: hold.restHeight,
          min: 0,
          max: 5000,
          set: (h, mm) => ({ ...h, restHeight: mm }),
          hint: hold.restHeight === 0 ? 'none: on the face' : undefined,
        })}
        <NumberField
          label="Share of the force, %"
          value={hold.forceShare}
          min={1}
          max={100}
          onCommit={(v) => put((r) => ({ ...r, forceShare: v ?? 100 }))}
        />
        <NumberField
          label="Part turns at, 1/min"
          value={hold.rpm}
          min={0}
          max={300_000}
          optional
          empty="stands still"
          onCommit={(rpm) => put((r) => ({ ...r, rpm }))}
        />
      </div>
      <KindFields {...props} />
    </>
  );
}
