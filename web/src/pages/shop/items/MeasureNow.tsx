import { useState } from 'react';
import type { ShopTool } from '@violet-jaw/core/shop';
import { speechIn, type Units } from '@violet-jaw/core/units';
import { NotDone } from '../../../app/NotDone';
import { ReadOnly } from '../../../fields/field';
import { OptionalLengthField } from '../../../fields/OptionalLengthField';
import { Labeled } from '../../../fields/Labeled';
import { useChange } from '../../../store/query';
import { shopStore } from '../../../store/shopStore';

/** The measured length, for who may not change the library otherwise: whoever measured it writes it down. */
export function MeasureNow({ tool, units }: { tool: ShopTool; units: Units }) {
  const { run, working, problem } = useChange('measureTool', []);
  const [kept, setKept] = useState<string | null>(null);
  const { measured } = tool;
  const speech = speechIn(units);
  const keep = async (length: number | null) => {
    if (length === null) return;
    setKept(null);
    if (await run({ tool: tool.id, body: { length, was: measured?.length ?? null } }))
      setKept(`${speech.sizeWithUnit(length)} is written down.`);
    shopStore().getState().lookNow();
  };
  return (
    <ReadOnly value={false}>
      <div className="fields flex-fill" role="group" aria-label="Measured length">
        <Labeled text="Measured now">
          <OptionalLengthField
            label="Measured now"
            mm={null}
            units={units}
            positive
            max={2000}
            empty={measured ? speech.size(measured.length) : 'not measured'}
            onCommit={(length) => void keep(length)}
          />
          <div className="field-hint">
            From the spindle gauge line to the tip.{' '}
            {measured
              ? `${speech.sizeWithUnit(measured.length)} on ${measured.on}${measured.by && ` by ${measured.by}`}.`
              : 'Nobody has measured it.'}
          </div>
        </Labeled>
        {working && <span role="status">Writing it down…</span>}
        {kept && !working && <span role="status">{kept}</span>}
        <NotDone problem={problem} level="not written down" />
      </div>
    </ReadOnly>
  );
}
