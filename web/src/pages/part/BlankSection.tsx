import { BLANK_KINDS, MOST_COPIES, type BlankKind } from '@violet-jaw/core/job';
import { useState } from 'react';
import { Button, Table } from 'react-bootstrap';
import { countOf, gapFor, gapLeft, isBoxKind, skinOfBar, withSize, withStock } from '@violet-jaw/core/blank';
import { AXES } from '@violet-jaw/core/frames';
import { unitName } from '@violet-jaw/core/units';
import { FindingList } from '../../app/FindingList';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { ChoiceField, CountField } from '../../fields/TextField';
import { usePlan } from '../../store/planStore';
import { Ears } from './Ears';
import { Sides, StockName, OwnSolid, FromStock } from './BlankParts';
import { WithCsv } from '../../app/WithCsv';

/** The piece of material the part comes out of: kind, size, and how each side comes. */
export function BlankSection() {
  const { job, speech, change } = useJob();
  const planned = usePlan((s) => s.planned);
  const { blank, allowance } = job;
  const isBar = blank.kind === 'round bar' || blank.kind === 'hexagon bar' || blank.kind === 'tube';
  const set = (fields: Partial<typeof blank>) => change((j) => ({ blank: { ...j.blank, stock: null, ...fields } }));
  const stockOn = planned?.blank.allowance ?? allowance;
  const setKind = (kind: BlankKind) => {
    const size = planned?.part.size;
    // a bar that has no size yet starts as large as the part's corners need
    const becomesBar = !isBoxKind(kind) && kind !== 'own solid' && !isBar;
    // a bar runs along the longest side of the part until somebody says otherwise
    const along = becomesBar && size ? AXES.reduce((a, b) => (size[b] > size[a] + 1e-6 ? b : a)) : blank.along;
    const [u, v] = AXES.filter((a) => a !== along);
    const across = blank.across || (size ? Math.ceil(Math.hypot(size[u], size[v])) : 0);
    set({
      kind,
      along,
      across: isBoxKind(kind) || kind === 'own solid' ? blank.across : across,
      ...(becomesBar ? { sides: skinOfBar(blank, along) } : {}),
    });
  };
  return (
    <section aria-label="Blank">
      <h3>Blank</h3>
      <div className="fields mb-1">
        <ChoiceField
          label="Kind"
          value={blank.kind}
          choices={BLANK_KINDS.map((k) => ({ value: k, says: k }))}
          onCommit={setKind}
        />
        {isBar && (
          <ChoiceField
            label="Runs along"
            value={blank.along}
            choices={AXES.map((a) => ({ value: a, says: a.toUpperCase() }))}
            onCommit={(along) => set({ along })}
          />
        )}
        {isBar && (
          <LengthField
            label={blank.kind === 'hexagon bar' ? 'Across flats' : 'Diameter'}
            mm={blank.across}
            units={job.units}
            positive
            max={10_000}
            onCommit={(across) => set({ across })}
          />
        )}
        {blank.kind === 'tube' && (
          <LengthField
            label="Bore"
            mm={blank.bore}
            units={job.units}
            min={0}
            max={10_000}
            onCommit={(bore) => set({ bore })}
          />
        )}
        {isBoxKind(blank.kind) &&
          planned &&
          AXES.map((a) => (
            <LengthField
              key={a}
              label={`Blank ${a.toUpperCase()}`}
              mm={planned.blank.size[a]}
              units={job.units}
              positive
              max={100_000}
              onCommit={(to) =>
                change((j) =>
                  withStock(
                    { blank: { ...j.blank, stock: null }, allowance: j.allowance },
                    withSize(j.allowance, a, planned.blank.size[a], to),
                  ),
                )
              }
            />
          ))}
      </div>
      {blank.kind === 'own solid' && <OwnSolid />}
      <Sides blank={blank} isBar={isBar} allowance={allowance} stockOn={stockOn} />
      {planned && (
        <>
          <p className="mb-1">
            Blank{' '}
            <strong className="number">
              {AXES.map((a) => `${a.toUpperCase()} ${speech.size(planned.blank.size[a])}`).join('  ')}
            </strong>{' '}
            {unitName(job.units)} · {speech.volume(planned.blank.volumeMm3)}
            {blank.stock && <StockName id={blank.stock} />}
          </p>
          {planned.blank.short.length === 0 &&
            planned.blank.hasVolume &&
            !planned.findings.some((f) => f.code === 'part-sticks-out-of-blank') && (
              <p className="mb-1">The blank contains the part.</p>
            )}
          <FindingList findings={planned.findings.filter((f) => f.section === 'blank')} />
        </>
      )}
      <FromStock />
      <Ears />
    </section>
  );
}

/** Several of the part from one blank. */
export function CopiesSection() {
  const { job, speech, change } = useJob();
  const planned = usePlan((s) => s.planned);
  const { copies } = job;
  const [clearance, setClearance] = useState(job.units === 'mm' ? 0.3 : 25.4 * 0.01);
  const set = (fields: Partial<typeof copies>) => change((j) => ({ copies: { ...j.copies, ...fields } }));
  const left = gapLeft(copies);
  return (
    <section aria-label="Copies">
      <h3>Copies from one blank</h3>
      <div className="fields">
        {AXES.map((a) => (
          <CountField
            key={a}
            label={`Along ${a.toUpperCase()}`}
            value={copies[a]}
            min={1}
            max={Math.floor((MOST_COPIES * copies[a]) / countOf(copies))}
            onCommit={(n) => set({ [a]: n })}
          />
        ))}
        {countOf(copies) > 1 && (
          <>
            <LengthField
              label="Cutter between them"
              mm={copies.cutter}
              units={job.units}
              min={0}
              max={1000}
              onCommit={(cutter) => set({ cutter })}
            />
            <LengthField
              label="Gap"
              mm={copies.gap}
              units={job.units}
              min={0}
              max={1000}
              onCommit={(gap) => set({ gap })}
            />
            <LengthField
              label="Clearance wanted a side"
              mm={clearance}
              units={job.units}
              min={0}
              max={100}
              onCommit={setClearance}
            />
          </>
        )}
      </div>
      {countOf(copies) > 1 && (
        <>
          {left !== null && left > 0 && copies.cutter > 0 && (
            <p className="mb-1 mt-1">
              The cutter leaves <span className="number">{speech.sizeWithUnit(left)}</span> between copies,{' '}
              <span className="number">{speech.sizeWithUnit(left / 2)}</span> a side.
            </p>
          )}
          <Button
            size="sm"
            variant="outline-primary"
            className="mt-1"
            disabled={copies.cutter === 0}
            onClick={() => set({ gap: gapFor(copies.cutter, clearance) })}
          >
            Make the gap cutter and two clearances: {speech.sizeWithUnit(gapFor(copies.cutter, clearance))}
          </Button>
          <WithCsv name="Places of the copies">
            <Table size="sm" className="mt-1" aria-label="Position of every copy from the first">
              <thead>
                <tr>
                  <th>Copy</th>
                  {AXES.map((a) => (
                    <th key={a} className="number">
                      Δ{a.toUpperCase()}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {planned?.blank.copies.slice(0, 60).map((c) => (
                  <tr key={c.number}>
                    <td>
                      {c.number}
                      {c.number === 1 ? ', zero is on this one' : ''}
                    </td>
                    {AXES.map((a) => (
                      <td key={a} className="number">
                        {speech.signed(c.by[a])}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </Table>
          </WithCsv>
          {(planned?.blank.copies.length ?? 0) > 60 && (
            <p className="quiet">…and {(planned?.blank.copies.length ?? 0) - 60} more in the same rows.</p>
          )}
          <p className="field-hint mb-0">Shifts in part axes, from the first copy.</p>
        </>
      )}
    </section>
  );
}
