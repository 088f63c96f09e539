import {
  type Paper,
  type Sheet,
  clampingPicture,
  DRAWING_FONT,
  otherPictures,
  spacePicture,
  TOOL_COLUMNS,
  zeroTold,
  type Picture,
  type Row,
  type SheetSetup,
  type SheetTransition,
} from '@violet-jaw/core/sheet';
import { AXES } from '@violet-jaw/core/frames';
import { capital } from '@violet-jaw/core/units';
import { Drawing } from '../../drawing/Drawing';
import { ProjectionMark } from '../../drawing/ProjectionMark';

/** CSS pixels to a point. */
const PX = 96 / 72;

export const Rows = ({ rows }: { rows: readonly Row[] }) => (
  <table className="sheet-table">
    <tbody>
      {rows.map((r) => (
        <tr key={r.label}>
          <th scope="row">{r.label}</th>
          <td className="text-end">{r.value}</td>
        </tr>
      ))}
    </tbody>
  </table>
);

export function WorkZero({ setup }: { setup: SheetSetup }) {
  const { register, values, says } = zeroTold(setup);
  return (
    <>
      <div className="big-zero number">
        <span>{register}</span>
        {values ? (
          AXES.map((a) => (
            <span key={a}>
              {a.toUpperCase()} {values[a]}
            </span>
          ))
        ) : (
          <span className="not-known">{setup.instead}</span>
        )}
      </div>
      <div>{says}</div>
    </>
  );
}

function Transition({ t }: { t: SheetTransition }) {
  return (
    <div className="warning">
      <strong>{t.first}</strong>
      <div>
        <strong>
          Op {t.fromOp} to Op {t.toOp}: {t.says}
        </strong>{' '}
        {capital(t.edges)}
      </div>
      <div>{t.kept.join('; ')}.</div>
      {t.shift ? (
        AXES.map((a) => (
          <div key={a}>
            <strong className="number">
              Shift {a.toUpperCase()} {t.shift?.[a]}
            </strong>{' '}
            {t.because[a]}
          </div>
        ))
      ) : (
        <div>{t.conditions.join(' ')}</div>
      )}
      {t.shift && <div>Holds only while: {t.conditions.join(' ')}</div>}
    </div>
  );
}

const ToScale = ({
  picture: { scene, width, height, scale, says, margins },
  spaced = false,
}: {
  picture: Picture;
  spaced?: boolean;
}) => (
  <div className={spaced ? 'mt-2' : undefined}>
    <strong>
      {scene.title}, {says}
    </strong>
    <Drawing
      scene={scene}
      width={width * PX}
      height={height * PX}
      {...(scale === null ? {} : { scale: scale * PX })}
      fontSize={DRAWING_FONT * PX}
      margins={
        margins && {
          left: margins.left * PX,
          right: margins.right * PX,
          top: margins.top * PX,
          bottom: margins.bottom * PX,
        }
      }
    />
  </div>
);

/** First page of a setup: where zero is, the clamping large, how it is loaded beside it. */
export function Clamping({
  setup,
  transition,
  paper,
}: {
  setup: SheetSetup;
  transition: SheetTransition | undefined;
  paper: Paper;
}) {
  const picture = clampingPicture(setup, paper, transition !== undefined);
  const space = spacePicture(setup, paper, transition);
  return (
    <>
      {transition && <Transition t={transition} />}
      <div className="d-flex justify-content-between">
        <h2>
          Op {setup.op} {setup.does}
        </h2>
        <span>{setup.program && `program ${setup.program}`}</span>
      </div>
      <WorkZero setup={setup} />
      <div className="sheet-cols wide">
        <div>
          {picture && <ToScale picture={picture} />}
          <div>
            <strong>{setup.seat}</strong>
          </div>
          <div>{setup.orientation.join('; ')}.</div>
          {space && <ToScale picture={space} spaced />}
        </div>
        <div>
          <h3>Load</h3>
          <ol>
            {(setup.steps ?? []).map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ol>
          <h3>Take out</h3>
          {(setup.release ?? []).map((text) => (
            <div key={text}>{text}</div>
          ))}
        </div>
      </div>
    </>
  );
}

/** Second page of a setup: the other views, what is touched and declared, the tools, room for initials. */
export function ZeroAndTools({ sheet, setup, paper }: { sheet: Sheet; setup: SheetSetup; paper: Paper }) {
  return (
    <>
      <h2>Op {setup.op} zero and tools</h2>
      <div className="sheet-cols">
        <div>
          {otherPictures(setup, paper, sheet.projection).map((p) => (
            <ToScale key={p.view} picture={p} />
          ))}
          {sheet.projection && <ProjectionMark projection={sheet.projection} />}
        </div>
        <div>
          <h3>Touch off, {setup.touchOffTool}: declare</h3>
          {setup.touchOff.length === 0 && <div>Nothing stands above the device to touch.</div>}
          <table className="sheet-table">
            <tbody>
              {setup.touchOff.map((t) => (
                <tr key={`${t.face} ${t.axis}`} className={t.chosen ? 'fw-bold' : 'instead'}>
                  <td>
                    {t.chosen ? '» ' : 'or '}
                    {t.face}, {t.surface}
                  </td>
                  <td className="number">{t.declare}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <Rows rows={setup.rows} />
        </div>
      </div>
      {setup.says && (
        <>
          <h3>At the machine</h3>
          {setup.says.map((text) => (
            <div key={text}>{text}</div>
          ))}
        </>
      )}
      <h3>Tools</h3>
      {setup.tools.length === 0 ? (
        <div>No tools listed.</div>
      ) : (
        <table className="sheet-table">
          <thead>
            <tr>
              {TOOL_COLUMNS.map(([key, name, width]) => (
                <th
                  key={key}
                  scope="col"
                  style={{ width }}
                  className={key === 'number' || key === 'description' ? '' : 'text-end'}
                >
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {setup.tools.map((t) => (
              <tr key={t.number}>
                {TOOL_COLUMNS.map(([key]) => (
                  <td key={key} className={key === 'number' ? 'fw-bold' : key === 'description' ? '' : 'number'}>
                    {t[key] ?? ''}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {setup.why.map((w) => (
        <div key={w.label}>
          Why, {w.label.toLowerCase()}: {w.value}
        </div>
      ))}
      <div className="initials">
        <span>Set up by</span>
        <span>Checked by</span>
        <span>Date and time</span>
      </div>
    </>
  );
}

/** The account of a work zero. */
export function Ledger({ setup }: { setup: SheetSetup }) {
  return (
    <>
      <h3>
        Op {setup.op}, {setup.register}: {setup.zeroOf}
      </h3>
      <table className="sheet-table">
        <tbody>
          {setup.ledger.map((line) => (
            <tr key={line.term}>
              <td style={{ width: '46%' }}>
                <strong>{line.term}</strong>, {line.from}
              </td>
              {AXES.map((a) => (
                <td key={a} className="number">
                  {a.toUpperCase()} {line.values[a]}
                </td>
              ))}
            </tr>
          ))}
          {setup.workZero && (
            <tr className="fw-bold">
              <td>work zero {setup.register}</td>
              {AXES.map((a) => (
                <td key={a} className="number">
                  {a.toUpperCase()} {setup.workZero?.[a]}
                </td>
              ))}
            </tr>
          )}
        </tbody>
      </table>
    </>
  );
}
