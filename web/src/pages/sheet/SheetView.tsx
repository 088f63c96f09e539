import { Table } from 'react-bootstrap';
import { sharedMargins, viewsInOrder } from '@violet-jaw/core/drawing';
import { AXES } from '@violet-jaw/core/frames';
import { runReach, type Sheet, type SheetSetup, type SheetTransition } from '@violet-jaw/core/sheet';
import { Drawing } from '../../drawing/Drawing';
import { ProjectionMark } from '../../drawing/ProjectionMark';

/** The setup sheet on screen: the same data the PDF is made from. */
export function SheetView({ sheet }: { sheet: Sheet }) {
  return (
    <>
      <article className="sheet-page" aria-label="Setup sheet, summary">
        <SheetHead sheet={sheet} />
        <Table size="sm"><tbody>{sheet.head.map((r) => <tr key={r.label}><th scope="row">{r.label}</th><td className="text-end">{r.value}</td></tr>)}</tbody></Table>
        {sheet.notes && <p>{sheet.notes}</p>}
        {sheet.run && <RunCode run={sheet.run} />}
        {sheet.findings.filter((f) => f.accepted).map((f) => (
          <div key={f.where + f.says} className="warning"><strong>{f.level}, {f.where}: {f.says}</strong><br />Accepted by {f.accepted?.by}: {f.accepted?.reason}</div>
        ))}
        {sheet.findings.filter((f) => !f.accepted).map((f) => <div key={f.where + f.says}><strong>{f.level}, {f.where}:</strong> {f.says}</div>)}
      </article>
      {sheet.setups.map((setup) => (
        <SetupPage key={setup.op} sheet={sheet} setup={setup} transition={sheet.transitions.find((t) => t.toOp === setup.op)} />
      ))}
    </>
  );
}

/** Where the operator opens this issue on a tablet. */
function RunCode({ run }: { run: NonNullable<Sheet['run']> }) {
  return (
    <div className="d-flex gap-3 align-items-center my-2">
      <svg viewBox={`0 0 ${run.qr.size} ${run.qr.size}`} width="104" height="104" role="img" aria-label="QR code of the run"><rect width={run.qr.size} height={run.qr.size} fill="#fff" /><path d={run.qr.path} fill="#231636" /></svg>
      <div><strong>Run this sheet at the machine</strong><div className="number text-break">{run.url}</div><div className="quiet">{runReach(run.url)}</div></div>
    </div>
  );
}

function SheetHead({ sheet }: { sheet: Sheet }) {
  return (
    <div className="d-flex justify-content-between border-bottom border-dark mb-2">
      <div><strong className="fs-5">{sheet.number} {sheet.part} rev {sheet.revision || '?'}</strong><br />{sheet.shop} · setup sheet · all lengths in {sheet.units}</div>
      <div className="text-end"><strong className="fs-4">{sheet.letter ? `Issue ${sheet.letter}` : 'DRAFT'}</strong><br />{sheet.letter ? `issued ${sheet.issuedOn}` : 'not issued, do not run'}</div>
    </div>
  );
}

function Transition({ t }: { t: SheetTransition }) {
  return (
    <div className="warning">
      <strong>{t.first}</strong>
      <div><strong>Op {t.fromOp} to Op {t.toOp}: {t.says}</strong> {t.edges}</div>
      <div>{t.kept.join('; ')}.</div>
      {t.shift ? AXES.map((a) => <div key={a}><strong className="number">Shift {a.toUpperCase()} {t.shift?.[a]}</strong> {t.because[a]}</div>) : <div>{t.conditions.join(' ')}</div>}
      {t.shift && <div>Holds only while: {t.conditions.join(' ')}</div>}
    </div>
  );
}

function SetupPage({ sheet, setup, transition }: { sheet: Sheet; setup: SheetSetup; transition: SheetTransition | undefined }) {
  const values = setup.workZero ?? setup.shiftFromFirst;
  const { scenes } = setup;
  const shared = scenes ? sharedMargins([scenes.above, scenes.front], 12) : undefined;
  return (
    <article className="sheet-page" aria-label={`Setup sheet, Op ${setup.op}`}>
      <SheetHead sheet={sheet} />
      {transition && <Transition t={transition} />}
      <div className="d-flex justify-content-between"><h2>Op {setup.op} {setup.does}</h2><span>{setup.program && `program ${setup.program}`}</span></div>
      <div className="big-zero number">
        <span>{setup.register}{setup.workZero || !values ? '' : ' shift'}</span>
        {values ? AXES.map((a) => <span key={a}>{a.toUpperCase()} {values[a]}</span>) : <span>{setup.instead}</span>}
      </div>
      <p className="mb-1">Work zero: {setup.zeroOf}. {setup.workZero ? 'Machine coordinates.' : values ? setup.instead : ''}</p>
      <div className="sheet-cols">
        <div>
          {scenes && viewsInOrder(sheet.projection).map((view) => (
            <div key={view}>
              <strong>{scenes[view].title}</strong>
              <Drawing scene={scenes[view]} width={350} height={view === 'above' ? 290 : 180} fontSize={12} margins={shared} />
            </div>
          ))}
        </div>
        <div>
          {scenes && <><strong>From the left end</strong><Drawing scene={scenes.leftEnd} width={350} height={220} fontSize={12} /><ProjectionMark projection={sheet.projection} /></>}
          <p className="mb-1"><strong>{setup.seat}</strong></p>
          <ul className="mb-1">{setup.orientation.map((o) => <li key={o}>{o}</li>)}</ul>
          <Table size="sm"><tbody>{setup.rows.map((r) => <tr key={r.label}><th scope="row">{r.label}</th><td className="number">{r.value}</td></tr>)}</tbody></Table>
        </div>
        <div>
          <h3>Touch off, {setup.touchOffTool}: declare</h3>
          <Table size="sm"><tbody>{setup.touchOff.map((t) => <tr key={`${t.face} ${t.axis}`} className={t.chosen ? 'fw-bold' : 'quiet'}><td>{t.chosen ? '' : 'or '}{t.face}, {t.surface}</td><td className="number">{t.declare}</td></tr>)}</tbody></Table>
          {setup.touchOff.length === 0 && <p>Nothing stands above the device to touch.</p>}
        </div>
        <div>
          <h3>Tools</h3>
          {setup.tools.length === 0 ? <p>No tools listed.</p> : <Table size="sm"><tbody>{setup.tools.map((t) => <tr key={t.number}><th scope="row">{t.number}</th><td>{t.description}</td><td className="number">{t.diameter}</td><td className="number">{t.length}</td></tr>)}</tbody></Table>}
        </div>
      </div>
      {setup.steps && <><strong>Load</strong><ol className="mb-1">{setup.steps.map((t) => <li key={t}>{t}</li>)}</ol></>}
      {setup.says && <><strong>At the machine</strong><ul className="mb-1">{setup.says.map((t) => <li key={t}>{t}</li>)}</ul></>}
      {setup.release && <><strong>Take out</strong><ol className="mb-1">{setup.release.map((t) => <li key={t}>{t}</li>)}</ol></>}
      {setup.why.map((w) => <div key={w.label}>Why, {w.label.toLowerCase()}: {w.value}</div>)}
      <div className="initials"><span>Set up by</span><span>Checked by</span><span>Date and time</span></div>
    </article>
  );
}
