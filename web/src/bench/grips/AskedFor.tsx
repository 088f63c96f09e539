import { useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import type { Decision } from '@violet-jaw/core/holdings';
import type { Units } from '@violet-jaw/core/units';
import { LengthField } from '../../fields/LengthField';

/** The numbers of what was taken hold of, to be typed where it stands. Escape and Close leave; Enter takes. */
export function AskedFor<S>({
  decisions,
  units,
  at: [left, top],
  edit,
  onClose,
}: {
  decisions: readonly Decision<S>[];
  units: Units;
  at: readonly [number, number];
  edit: (change: (of: S) => S) => void;
  onClose: () => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const first = box.current?.querySelector('input');
    first?.focus();
    first?.select();
  }, []);
  return (
    <div
      ref={box}
      className="asked-for"
      role="dialog"
      aria-label={decisions.map((d) => d.name).join(', ')}
      style={{ left, top }}
      onKeyDown={(e) => {
        if (e.key === 'Escape') onClose();
      }}
    >
      {decisions.map((d) => (
        <LengthField
          key={d.id}
          label={d.name}
          mm={d.mm}
          units={units}
          signed={d.signed}
          min={d.least}
          max={d.most}
          onCommit={(mm) => {
            edit((of) => d.set(of, mm));
            if (decisions.length === 1) onClose();
          }}
        />
      ))}
      {decisions.some((d) => d.snaps.length > 0 && d.snaps.length <= 4) && (
        <div className="d-flex flex-wrap gap-1">
          {decisions.flatMap((d) =>
            d.snaps.length > 4
              ? []
              : d.snaps
                  .filter((s) => Math.abs(s.mm - d.mm) > 1e-6 && s.mm >= d.least && s.mm <= d.most)
                  .map((s) => (
                    <Button
                      key={`${d.id} ${s.says}`}
                      size="sm"
                      variant="outline-primary"
                      onClick={() => {
                        edit((of) => d.set(of, s.mm));
                        onClose();
                      }}
                    >
                      {s.says}
                    </Button>
                  )),
          )}
        </div>
      )}
      <Button size="sm" variant="outline-primary" onClick={onClose}>
        Close
      </Button>
    </div>
  );
}
