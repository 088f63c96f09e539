import type { ReactNode } from 'react';
import { aboutInWords, OLD_PLACE, PHOTO_SAYS, type SheetRemark } from '@violet-jaw/core/remarks';
import {
  changedInWords,
  numbersOf,
  PAPER,
  partsOf,
  REMARKS_TITLE,
  runReach,
  type Paper,
  type Sheet,
} from '@violet-jaw/core/sheet';
import { urlOf } from '../../store/api';
import { BarZero, TURNED_PAGES } from './TurnedParts';
import { ZeroAndTools, Ledger, Clamping, WorkZero, Rows } from './SetupParts';

/** The setup sheet on screen and on paper: page by page what the PDF has, from the same data and the same layout. */
export function SheetView({ sheet, paper }: { sheet: Sheet; paper: Paper }) {
  return (
    <div
      className="sheet"
      style={
        {
          '--paper-width': `${PAPER[paper].width}pt`,
          '--paper-height': `${PAPER[paper].height}pt`,
        } as React.CSSProperties
      }
    >
      <style>{`@page { size: ${paper}; margin: 0; }`}</style>
      <SheetPart sheet={sheet} part={1} name="summary">
        <Summary sheet={sheet} />
      </SheetPart>
      {sheet.setups.flatMap((setup, i) => [
        <SheetPart key={`${setup.op} clamping`} sheet={sheet} part={2 * i + 2} name={`Op ${setup.op}`}>
          <Clamping setup={setup} paper={paper} transition={sheet.transitions.find((t) => t.toOp === setup.op)} />
        </SheetPart>,
        <SheetPart key={`${setup.op} zero`} sheet={sheet} part={2 * i + 3} name={`Op ${setup.op}, zero and tools`}>
          <ZeroAndTools sheet={sheet} setup={setup} paper={paper} />
        </SheetPart>,
      ])}
      {sheet.turned ? (
        TURNED_PAGES.map(({ name, Of }, i) => (
          <SheetPart key={name} sheet={sheet} part={i + 2} name={name}>
            <Of turned={sheet.turned!} paper={paper} />
          </SheetPart>
        ))
      ) : (
        <SheetPart sheet={sheet} part={numbersOf(sheet)} name="where the work zeros come from">
          <h2>Where the work zeros come from</h2>
          {sheet.setups.map((s) => (
            <Ledger key={s.op} setup={s} />
          ))}
        </SheetPart>
      )}
      {sheet.remarks && (
        <SheetPart sheet={sheet} part={partsOf(sheet)} name="remarks and photos">
          <h2>{REMARKS_TITLE}</h2>
          {sheet.remarks.map((r) => (
            <SheetRemarkView key={r.mark} remark={r} />
          ))}
        </SheetPart>
      )}
    </div>
  );
}

/** One part with its head and foot. */
function SheetPart({ sheet, part, name, children }: { sheet: Sheet; part: number; name: string; children: ReactNode }) {
  return (
    <article className="sheet-page" aria-label={`Setup sheet, ${name}`}>
      <div className="sheet-band">
        <div>
          <strong>
            {sheet.number} {sheet.part} rev {sheet.revision || '?'}
          </strong>
          <br />
          {sheet.shop} · setup sheet · all lengths in {sheet.units}
        </div>
        <div className="text-end">
          <strong>{sheet.letter ? `Issue ${sheet.letter}` : 'DRAFT'}</strong>
          <br />
          {sheet.letter ? `issued ${sheet.issuedOn}` : 'not issued, do not run'}
        </div>
      </div>
      {children}
      <div className="sheet-foot">
        <span>
          {sheet.number} {sheet.letter ? `issue ${sheet.letter}` : 'draft'}
        </span>
        <span>
          part {part} of {partsOf(sheet)}
        </span>
      </div>
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
          {sheet.changed.note && (
            <div>
              <strong>{sheet.changed.note}</strong>
            </div>
          )}
          {changedInWords(sheet.changed).map((line) => (
            <div key={line}>{line}</div>
          ))}
        </>
      )}
      <h3>Job</h3>
      <Rows rows={sheet.head} />
      {sheet.changeovers?.map((c) => (
        <Changeover key={c.device} changeover={c} />
      ))}
      {sheet.bring && <Bring bring={sheet.bring} />}
      {sheet.notes && (
        <>
          <h3>Notes</h3>
          <div>{sheet.notes}</div>
        </>
      )}
      <h3>Work zeros</h3>
      {sheet.setups.map((s) => (
        <div key={s.op}>
          <strong>
            Op {s.op} {s.does}
          </strong>
          <WorkZero setup={s} />
        </div>
      ))}
      {sheet.turned?.zeros.map((z) => (
        <BarZero key={z.register} zero={z} />
      ))}
      <h3>Accepted in writing</h3>
      {accepted.length === 0 && <div>Nothing.</div>}
      {accepted.map((f) => (
        <div key={f.where + f.says} className="warning">
          <strong>
            {f.level.toUpperCase()}, {f.where}: {f.says}
          </strong>
          <br />
          Accepted by {f.accepted?.by}: {f.accepted?.reason}
        </div>
      ))}
      <h3>Findings</h3>
      {others.length === 0 && <div>None.</div>}
      {others.map((f) => (
        <div key={f.where + f.says}>
          <strong>
            {f.level.toUpperCase()}, {f.where}:
          </strong>{' '}
          {f.says}
        </div>
      ))}
      {sheet.run && <RunCode run={sheet.run} />}
    </>
  );
}

/** What is done to the machine before, each thing with what is read off beside its target. */
function Changeover({ changeover: { device, does, back } }: { changeover: NonNullable<Sheet['changeovers']>[number] }) {
  return (
    <>
      <h3>Changeover to {device}</h3>
      <table>
        <tbody>
          {does.map(({ what, target }, i) => (
            <tr key={i}>
              <td>
                {i + 1}. {what}
              </td>
              <td className="number">{target}</td>
              <td>{target && 'read:'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {back.length > 0 && <div>Taken down: {back.map((b, i) => `${i + 1}. ${b}`).join('; ')}.</div>}
    </>
  );
}

/** What has to be brought and measured before, as the library knew it when this was made. */
function Bring({ bring: { tools, ready } }: { bring: NonNullable<Sheet['bring']> }) {
  return (
    <>
      <h3>Tools to bring and measure</h3>
      {tools.length === 0 && <div>None.</div>}
      <table>
        <tbody>
          {tools.map((t) => (
            <tr key={t.tool + t.ops}>
              <td>
                <strong>{t.tool}</strong>
              </td>
              <td>{t.ops}</td>
              <td>{t.does}</td>
              <td>{t.length}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {ready !== '' && <div>In their pockets and measured: {ready}.</div>}
    </>
  );
}

function SheetRemarkView({ remark: { mark, op, made, says, photo, file, isOld } }: { remark: SheetRemark }) {
  return (
    <div className="sheet-remark">
      <strong>
        {mark} {aboutInWords(op)}
      </strong>{' '}
      {made}
      {says !== '' && <div>{says}</div>}
      {isOld && (
        <div>
          {mark}? {OLD_PLACE}
        </div>
      )}
      {file !== null && <div>File beside the job: {file}</div>}
      {photo && (
        <>
          <img
            src={urlOf('photoOf', { hash: photo.hash })}
            width={photo.width}
            height={photo.height}
            alt={says || mark}
          />
          <div>{PHOTO_SAYS}</div>
        </>
      )}
    </div>
  );
}

/** Where the operator opens this issue on a tablet. */
function RunCode({ run }: { run: NonNullable<Sheet['run']> }) {
  return (
    <div className="d-flex gap-3 align-items-center my-2">
      <svg
        viewBox={`0 0 ${run.qr.size} ${run.qr.size}`}
        width="104"
        height="104"
        role="img"
        aria-label="QR code of the run"
      >
        <rect width={run.qr.size} height={run.qr.size} fill="#fff" />
        <path d={run.qr.path} fill="#231636" />
      </svg>
      <div>
        <strong>Run this sheet at the machine</strong>
        <div className="number text-break">{run.url}</div>
        <div>{runReach(run.url)}</div>
      </div>
    </div>
  );
}
