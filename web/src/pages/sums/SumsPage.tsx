import { useEffect, useMemo, useState } from 'react';
import { NavLink, useParams } from 'react-router';
import { QUICK_SUMS, startOf, type QuickSum, type SumResult, type SumValues } from '@violet-jaw/core/quickSums';
import { speechIn, unitName, type Units } from '@violet-jaw/core/units';
import { UnitSwitch } from '../../fields/UnitSwitch';
import { Head } from '../../app/Shell';
import { Drawing } from '../../drawing/Drawing';
import { SaveDrawing } from '../../drawing/SaveDrawing';
import { useSize } from '../../drawing/useSize';
import { useIsPlanner } from '../../store/sessionStore';
import { useOffline } from '../run/useOffline';
import { KeepInJob } from './KeepInJob';
import { SumField } from './SumField';
import { keptSums, keepSums } from './keptSums';

/** Sums a machinist wants without a job: one at a time, with its drawing, its sentence and its source. */
export function SumsPage() {
  const { id } = useParams();
  const sum = QUICK_SUMS.find((s) => s.id === id) ?? QUICK_SUMS[0];
  const [{ units, values }, setKept] = useState(keptSums);
  useOffline();
  useEffect(() => {
    document.title = `${sum.name} · Violet Jaw`;
  }, [sum]);
  const change = (next: { readonly units?: Units; readonly values?: Readonly<Record<string, SumValues>> }) =>
    setKept((before) => keepSums({ ...before, ...next }));
  const own = { ...startOf(sum), ...values[sum.id] };
  return (
    <>
      <Head />
      <main className="sums">
        <nav aria-label="Quick sums" className="sums-list">
          <h1 className="h4">Quick sums</h1>
          {QUICK_SUMS.map((s) => (
            <NavLink key={s.id} to={`/sums/${s.id}`} className={s === sum ? 'active' : undefined}>
              {s.name}
            </NavLink>
          ))}
          <UnitSwitch label="Unit" units={units} onChange={(u) => change({ units: u })} />
        </nav>
        <Sum
          key={sum.id}
          sum={sum}
          units={units}
          values={own}
          onChange={(next) => change({ values: { ...values, [sum.id]: next } })}
        />
      </main>
    </>
  );
}

function Sum({
  sum,
  units,
  values,
  onChange,
}: {
  sum: QuickSum;
  units: Units;
  values: SumValues;
  onChange: (values: SumValues) => void;
}) {
  const answer = useMemo(() => sum.answer(values, speechIn(units)), [sum, values, units]);
  const [box, width] = useSize<HTMLDivElement>([520, 320]);
  const isPlanner = useIsPlanner();
  return (
    <section aria-label={sum.name} className="sum">
      <h2>{sum.name}</h2>
      <p>{sum.what}</p>
      <div className="sum-body">
        <div className="fields" role="group" aria-label="What is known">
          {sum.fields.map((f) => (
            <SumField
              key={f.key}
              field={f}
              value={values[f.key]}
              units={units}
              onCommit={(v) => onChange({ ...values, [f.key]: v })}
            />
          ))}
        </div>
        <div ref={box} className="sum-answer">
          {'problem' in answer ? (
            <p className="finding stop" role="status">
              <span className="level">no answer</span>
              {answer.problem}
            </p>
          ) : (
            <>
              <dl aria-label="Answer">
                {answer.results.map((r) => (
                  <Result key={r.label} result={r} units={units} />
                ))}
              </dl>
              <p className="sum-sentence" role="status">
                {answer.sentence}
              </p>
              {answer.scene && (
                <>
                  <Drawing scene={answer.scene} width={width} height={240} fontSize={13} />
                  <SaveDrawing id="save-sum" scenes={[answer.scene]} units={units} />
                </>
              )}
            </>
          )}
          <p className="quiet mt-2 mb-1">From: {sum.source}</p>
          {'sentence' in answer && isPlanner && <KeepInJob says={`${sum.name}: ${answer.sentence}`} />}
        </div>
      </div>
    </section>
  );
}

/** A length is said in the unit that is chosen, large, and in the other one beside it. */
function Result({ result, units }: { result: SumResult; units: Units }) {
  const other = units === 'mm' ? 'inch' : 'mm';
  const say = (u: Units) => {
    if (!('mm' in result)) return '';
    const speech = speechIn(u);
    return result.signed ? `${speech.signed(result.mm)} ${unitName(u)}` : speech.sizeWithUnit(result.mm);
  };
  return (
    <div className="sum-result">
      <dt>{result.label}</dt>
      <dd>
        {'mm' in result ? (
          <>
            <strong className="number">{say(units)}</strong> <span className="number quiet">{say(other)}</span>
          </>
        ) : (
          <strong className="number">{result.says}</strong>
        )}
      </dd>
    </div>
  );
}
