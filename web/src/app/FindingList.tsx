import type { Finding } from '@violet-jaw/core/findings';

/** Findings with mark, word, numbers, reason and remedy. */
export function FindingList({ findings, showOp = false }: { findings: readonly Finding[]; showOp?: boolean }) {
  return (
    <>
      {findings.map((f) => (
        <div key={`${f.code}${f.setupId}${f.says}`} className={`finding ${f.level}`} data-code={f.code}>
          <span className="level">
            {f.level}
            {showOp && f.op !== null ? `, Op ${f.op}` : ''}
          </span>
          {f.says}
          <div className="more">
            {f.because} <strong>{f.remedy}</strong>
          </div>
        </div>
      ))}
    </>
  );
}
