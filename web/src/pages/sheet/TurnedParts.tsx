import { PAPER, type Paper, type SheetBarZero, type SheetTurned } from '@violet-jaw/core/sheet';
import { Drawing } from '../../drawing/Drawing';
import { Rows } from './SetupParts';

/** CSS pixels to a point. */
const PX = 96 / 72;

interface Of {
  readonly turned: SheetTurned;
  readonly paper: Paper;
}

/** A work zero along the axis, to be read from a meter away. */
export function BarZero({ zero: { register, value, says } }: { zero: SheetBarZero }) {
  return (
    <>
      <div className="big-zero number">
        <span>{register}</span>
        <span>{value}</span>
      </div>
      <div>{says} Machine coordinates.</div>
    </>
  );
}

function Held({ turned, paper }: Of) {
  return (
    <>
      <h2>{turned.account.length > 0 ? 'Turned from bar' : 'Turned'}</h2>
      {turned.zeros.map((z) => (
        <BarZero key={z.register} zero={z} />
      ))}
      {turned.pictures.map((scene) => (
        <div key={scene.title}>
          <strong>{scene.title}, not to scale</strong>
          <Drawing scene={scene} width={PAPER[paper].inner * PX} height={150} fontSize={13} />
        </div>
      ))}
      <Rows rows={[...turned.rows, ...turned.changes]} />
      <h3>Tools</h3>
      {turned.tools.length === 0 && <div>No tools listed.</div>}
      <table className="sheet-table">
        <tbody>
          {turned.tools.map((t) => (
            <tr key={t.number}>
              <th scope="row">{t.number}</th>
              <td>{t.description}</td>
              <td>{t.says}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function Sequence({ turned }: Of) {
  return (
    <>
      <h2>{turned.hasSecond ? 'One part, both spindles' : 'Step by step'}</h2>
      <table className="sheet-table sequence-sheet">
        {turned.account.length > 0 && (
          <thead>
            <tr>
              <th>Main spindle</th>
              <th className="text-end">stands at</th>
              <th className="text-end">zero at</th>
              {turned.hasSecond && <th>Second spindle</th>}
              {turned.hasSecond && <th className="text-end">stands at</th>}
            </tr>
          </thead>
        )}
        <tbody>
          {turned.sequence.map((row, i) =>
            row.across ? (
              <tr key={i} className="meet">
                <td colSpan={turned.hasSecond ? 5 : 3}>{row.across}</td>
              </tr>
            ) : (
              <tr key={i}>
                <td colSpan={row.mainAt || turned.hasSecond ? 1 : 3}>{row.main}</td>
                {(row.mainAt || turned.hasSecond) && <td className="number text-end">{row.mainAt}</td>}
                {(row.zeroAt || turned.hasSecond) && <td className="number text-end">{row.zeroAt}</td>}
                {turned.hasSecond && <td>{row.second}</td>}
                {turned.hasSecond && <td className="number text-end">{row.secondAt}</td>}
              </tr>
            ),
          )}
        </tbody>
      </table>
    </>
  );
}

function Cycle({ turned }: Pick<Of, 'turned'>) {
  return (
    <>
      <h2>Account of a cycle</h2>
      <table className="sheet-table">
        <thead>
          <tr>
            <th>What</th>
            {['main moves', 'zero shifts', 'main at', 'zero at'].map((name) => (
              <th key={name} className="text-end">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {turned.account.map((r, i) => (
            <tr key={i}>
              <th scope="row">{r.what}</th>
              {([r.move, r.shift, r.mainAt, r.zeroAt] as const).map((text, k) => (
                <td key={k} className="number text-end">
                  {text}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <strong>{turned.closes}</strong>
    </>
  );
}

function Account({ turned }: Of) {
  return (
    <>
      {turned.account.length > 0 && <Cycle turned={turned} />}
      <h2>Where the work zeros come from</h2>
      {turned.zeros.map((z) => (
        <div key={z.register}>
          <h3>
            {z.register} <span className="number">{z.value}</span>
          </h3>
          <table className="sheet-table">
            <tbody>
              {z.terms.map((t) => (
                <tr key={t.term}>
                  <th scope="row">{t.term}</th>
                  <td>{t.from}</td>
                  <td className="number text-end">{t.value}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ))}
    </>
  );
}

/** Pages of a part turned from bar, in their order. */
export const TURNED_PAGES = [
  { name: 'turned from bar', Of: Held },
  { name: 'both spindles', Of: Sequence },
  { name: 'account', Of: Account },
] as const;
