import type { ReactNode } from 'react';
import { AXES } from '@violet-jaw/core/frames';
import { changedInWords, clampingPicture, DRAWING_FONT, otherPictures, PAPER, partsOf, runReach, TOOL_COLUMNS, zeroTold, type Paper, type Picture, type Row, type Sheet, type SheetSetup, type SheetTransition } from '@violet-jaw/core/sheet';
import { capital } from '@violet-jaw/core/units';
import { Drawing } from '../../drawing/Drawing';
import { ProjectionMark } from '../../drawing/ProjectionMark';

/** CSS pixels to a point. */
const PX = 96 / 72;

/** The setup sheet on screen and on paper: page by page what the PDF has, from the same data and the same layout. */
export function SheetView({ sheet, paper }: { sheet: Sheet; paper: Paper }) {
  return (
    <div className="sheet" style={{ '--paper-width': `${PAPER[paper].width}pt`, '--paper-height': `${PAPER[paper].height}pt` } as React.CSSProperties}>
      <style>{`@page { size: ${paper}; margin: 0; }`}</style>
      <SheetPart sheet={sheet} part={1} name="summary"><Summary sheet={sheet} /></SheetPart>
      {sheet.setups.flatMap((setup, i) => [
        <SheetPart key={`${setup.op} clamping`} sheet={sheet} part={2 * i + 2} name={`Op ${setup.op}`}><Clamping setup={setup} paper={paper} transition={sheet.transitions.find((t) => t.toOp === setup.op)} /></SheetPart>,
        <SheetPart key={`${setup.op} zero`} sheet={sheet} part={2 * i + 3} name={`Op ${setup.op}, zero and tools`}><ZeroAndTools sheet={sheet} setup={setup} paper={paper} /></SheetPart>,
      ])}
      <SheetPart sheet={sheet} part={partsOf(sheet)} name="where the work zeros come from">
        <h2>Where the work zeros come from</h2>
        {sheet.setups.map((s) => <Ledger key={s.op} setup={s} />)}
      </SheetPart>
    </div>
  );
}

/** One part with its head and foot. */
function SheetPart({ sheet, part, name, children }: { sheet: Sheet; part: number; name: string; children: ReactNode }) {
  return (
    <article className="sheet-page" aria-label={`Setup sheet, ${name}`}>
      <div className="sheet-band">
        <div><strong>{sheet.number}  {sheet.part}  rev {sheet.revision || '?'}</strong><br />{sheet.shop} · setup sheet · all lengths in {sheet.units}</div>
        <div className="text-end"><strong>{sheet.letter ? `Issue ${sheet.letter}` : 'DRAFT'}</strong><br />{sheet.letter ? `issued ${sheet.issuedOn}` : 'not issued, do not run'}</div>
      </div>
      {children}
      <div className="sheet-foot"><span>{sheet.number} {sheet.letter ? `issue ${sheet.letter}` : 'draft'}</span><span>part {part} of {partsOf(sheet)}</span></div>
    </article>
  );
}

function Summary({ sheet }: { sheet: Sheet }) {
  const accepted = sheet.findings.filter((f) => f.accepted);
  const others = sheet.findings.filter((f) => !f.accepted);
  return (
    <>
      {sheet.changed && (
        <>
          <h3>Changed since issue {sheet.changed.since}</h3>
          {sheet.changed.note && <div><strong>{sheet.changed.note}</strong></div>}
          {changedInWords(sheet.changed).map((line) => <div key={line}>{line}</div>)}
        </>
      )}
      <h3>Job</h3>
      <Rows rows={sheet.head} />
      {sheet.notes && <><h3>Notes</h3><div>{sheet.notes}</div></>}
      <h3>Work zeros</h3>
      {sheet.setups.map((s) => <div key={s.op}><strong>Op {s.op}  {s.does}</strong><WorkZero setup={s} /></div>)}
      <h3>Accepted in writing</h3>
      {accepted.length === 0 && <div>Nothing.</div>}
      {accepted.map((f) => <div key={f.where + f.says} className="warning"><strong>{f.level.toUpperCase()}, {f.where}: {f.says}</strong><br />Accepted by {f.accepted?.by}: {f.accepted?.reason}</div>)}
      <h3>Findings</h3>
      {others.length === 0 && <div>None.</div>}
      {others.map((f) => <div key={f.where + f.says}><strong>{f.level.toUpperCase()}, {f.where}:</strong> {f.says}</div>)}
      {sheet.run && <RunCode run={sheet.run} />}
    </>
  );
}

/** Where the operator opens this issue on a tablet. */
function RunCode({ run }: { run: NonNullable<Sheet['run']> }) {
  return (
    <div className="d-flex gap-3 align-items-center my-2">
      <svg viewBox={`0 0 ${run.qr.size} ${run.qr.size}`} width="104" height="104" role="img" aria-label="QR code of the run"><rect width={run.qr.size} height={run.qr.size} fill="#fff" /><path d={run.qr.path} fill="#231636" /></svg>
      <div><strong>Run this sheet at the machine</strong><div className="number text-break">{run.url}</div><div>{runReach(run.url)}</div></div>
    </div>
  );
}

const Rows = ({ rows }: { rows: readonly Row[] }) => (
  <table className="sheet-table"><tbody>{rows.map((r) => <tr key={r.label}><th scope="row">{r.label}</th><td className="text-end">{r.value}</td></tr>)}</tbody></table>
);

function WorkZero({ setup }: { setup: SheetSetup }) {
  const { register, values, says } = zeroTold(setup);
  return (
    <>
      <div className="big-zero number">
        <span>{register}</span>
        {values ? AXES.map((a) => <span key={a}>{a.toUpperCase()} {values[a]}</span>) : <span className="not-known">{setup.instead}</span>}
      </div>
      <div>{says}</div>
    </>
  );
}

function Transition({ t }: { t: SheetTransition }) {
  return (
    <div className="warning">
      <strong>{t.first}</strong>
      <div><strong>Op {t.fromOp} to Op {t.toOp}: {t.says}</strong> {capital(t.edges)}</div>
      <div>{t.kept.join('; ')}.</div>
      {t.shift ? AXES.map((a) => <div key={a}><strong className="number">Shift {a.toUpperCase()} {t.shift?.[a]}</strong>  {t.because[a]}</div>) : <div>{t.conditions.join(' ')}</div>}
      {t.shift && <div>Holds only while: {t.conditions.join(' ')}</div>}
    </div>
  );
}

const ToScale = ({ picture: { scene, width, height, scale, says, margins } }: { picture: Picture }) => (
  <div>
    <strong>{scene.title}, {says}</strong>
    <Drawing scene={scene} width={width * PX} height={height * PX} scale={scale * PX} fontSize={DRAWING_FONT * PX} margins={margins && { left: margins.left * PX, right: margins.right * PX, top: margins.top * PX, bottom: margins.bottom * PX }} />
  </div>
);

/** First page of a setup: where zero is, the clamping large, how it is loaded beside it. */
function Clamping({ setup, transition, paper }: { setup: SheetSetup; transition: SheetTransition | undefined; paper: Paper }) {
  const picture = clampingPicture(setup, paper, transition !== undefined);
  return (
    <>
      {transition && <Transition t={transition} />}
      <div className="d-flex justify-content-between"><h2>Op {setup.op}  {setup.does}</h2><span>{setup.program && `program ${setup.program}`}</span></div>
      <WorkZero setup={setup} />
      <div className="sheet-cols wide">
        <div>
          {picture && <ToScale picture={picture} />}
          <div><strong>{setup.seat}</strong></div>
          <div>{setup.orientation.join('; ')}.</div>
        </div>
        <div>
          <h3>Load</h3>
          <ol>{(setup.steps ?? []).map((text) => <li key={text}>{text}</li>)}</ol>
          <h3>Take out</h3>
          {(setup.release ?? []).map((text) => <div key={text}>{text}</div>)}
        </div>
      </div>
    </>
  );
}

/** Second page of a setup: the other views, what is touched and declared, the tools, room for initials. */
function ZeroAndTools({ sheet, setup, paper }: { sheet: Sheet; setup: SheetSetup; paper: Paper }) {
  return (
    <>
      <h2>Op {setup.op}  zero and tools</h2>
      <div className="sheet-cols">
        <div>
          {otherPictures(setup, paper, sheet.projection).map((p) => <ToScale key={p.view} picture={p} />)}
          {sheet.projection && <ProjectionMark projection={sheet.projection} />}
        </div>
        <div>
          <h3>Touch off, {setup.touchOffTool}: declare</h3>
          {setup.touchOff.length === 0 && <div>Nothing stands above the device to touch.</div>}
          <table className="sheet-table"><tbody>{setup.touchOff.map((t) => <tr key={`${t.face} ${t.axis}`} className={t.chosen ? 'fw-bold' : 'instead'}><td>{t.chosen ? '» ' : 'or '}{t.face}, {t.surface}</td><td className="number">{t.declare}</td></tr>)}</tbody></table>
          <Rows rows={setup.rows} />
        </div>
      </div>
      {setup.says && <><h3>At the machine</h3>{setup.says.map((text) => <div key={text}>{text}</div>)}</>}
      <h3>Tools</h3>
      {setup.tools.length === 0 ? <div>No tools listed.</div> : (
        <table className="sheet-table">
          <thead><tr>{TOOL_COLUMNS.map(([key, name, width]) => <th key={key} scope="col" style={{ width }} className={key === 'number' || key === 'description' ? '' : 'text-end'}>{name}</th>)}</tr></thead>
          <tbody>{setup.tools.map((t) => <tr key={t.number}>{TOOL_COLUMNS.map(([key]) => <td key={key} className={key === 'number' ? 'fw-bold' : key === 'description' ? '' : 'number'}>{t[key] ?? ''}</td>)}</tr>)}</tbody>
        </table>
      )}
      {setup.why.map((w) => <div key={w.label}>Why, {w.label.toLowerCase()}: {w.value}</div>)}
      <div className="initials"><span>Set up by</span><span>Checked by</span><span>Date and time</span></div>
    </>
  );
}

/** The account of a work zero. */
function Ledger({ setup }: { setup: SheetSetup }) {
  return (
    <>
      <h3>Op {setup.op}, {setup.register}: {setup.zeroOf}</h3>
      <table className="sheet-table">
        <tbody>
          {setup.ledger.map((line) => <tr key={line.term}><td style={{ width: '46%' }}><strong>{line.term}</strong>, {line.from}</td>{AXES.map((a) => <td key={a} className="number">{a.toUpperCase()} {line.values[a]}</td>)}</tr>)}
          {setup.workZero && <tr className="fw-bold"><td>work zero {setup.register}</td>{AXES.map((a) => <td key={a} className="number">{a.toUpperCase()} {setup.workZero?.[a]}</td>)}</tr>}
        </tbody>
      </table>
    </>
  );
}
