import { Document, G, Page, Path, renderToBuffer, Svg, Text, View } from '@react-pdf/renderer';
import { layoutScene, projectionSymbol } from '@violet-jaw/core/drawing';
import { changedInWords, clampingPicture, DRAWING_FONT, otherPictures, PAPER, partsOf, TOOL_COLUMNS, zeroTold, type Paper, type Picture, type Sheet, type SheetSetup, type SheetTransition } from '@violet-jaw/core/sheet';
import { capital } from '@violet-jaw/core/units';
import type { Projection } from '@violet-jaw/core/shop';
import { familyFor, withPrintableTexts } from './characters';
import { NUMBER, PATH_STYLE, registerFonts, styles, TEXT } from './style';
import { RunCode } from './runCode';

const AXIS_NAMES = ['x', 'y', 'z'] as const;
function Drawing({ picture: { scene, width, height, scale, margins } }: { picture: Picture }) {
  const page = layoutScene(scene, { width, height, scale, fontSize: DRAWING_FONT, hatchSpacing: 4.5, markSize: 6, margins });
  return (
    <Svg width={width} height={height} viewBox={`0 0 ${width} ${height}`}>
      <G>
        {page.primitives.map((p, i) => {
          if (p.kind === 'text') {
            return (
              <Text key={i} x={p.at[0]} y={p.at[1]} textAnchor={p.anchor} style={{ fontSize: p.size, fontFamily: familyFor(p.text, p.role === 'label' ? TEXT : NUMBER), fontWeight: p.role === 'register' ? 700 : 400 }}>
                {p.text}
              </Text>
            );
          }
          const s = PATH_STYLE[p.role] ?? {};
          return <Path key={i} d={p.d} fill={s.fill ?? 'none'} fillRule="evenodd" stroke={s.stroke ?? 'none'} strokeWidth={s.width ?? 0} strokeDasharray={s.dash} strokeLinecap={s.cap} />;
        })}
      </G>
    </Svg>
  );
}

/** Says how the views stand to each other (ISO 5456-2). */
function ProjectionMark({ projection }: { projection: Projection }) {
  return (
    <View style={[styles.row, { alignItems: 'center', gap: 6, marginBottom: 3 }]}>
      <Svg width={56} height={24} viewBox="0 0 56 24">
        {projectionSymbol(projection, [6, 12], 16).map((p, i) => {
          const s = p.kind === 'path' ? PATH_STYLE[p.role] : undefined;
          return p.kind === 'path' ? <Path key={i} d={p.d} fill="none" stroke={s?.stroke ?? 'none'} strokeWidth={s?.width ?? 0} strokeDasharray={s?.dash} /> : null;
        })}
      </Svg>
      <Text>{projection}</Text>
    </View>
  );
}

function Band({ sheet }: { sheet: Sheet }) {
  return (
    <View style={styles.band} fixed>
      <View>
        <Text style={styles.title}>{`${sheet.number}  ${sheet.part}  rev ${sheet.revision || '?'}`}</Text>
        <Text>{`${sheet.shop} · setup sheet · all lengths in ${sheet.units}`}</Text>
      </View>
      <View style={{ alignItems: 'flex-end' }}>
        <Text style={styles.letter}>{sheet.letter ? `Issue ${sheet.letter}` : 'DRAFT'}</Text>
        <Text>{sheet.letter ? `issued ${sheet.issuedOn}` : 'not issued, do not run'}</Text>
      </View>
    </View>
  );
}

function Foot({ sheet, paper, part }: { sheet: Sheet; paper: Paper; part: number }) {
  const top = PAPER[paper].height - 28;
  return (
    <>
      <Text style={[styles.foot, { top }]} fixed>{`${sheet.number} ${sheet.letter ? `issue ${sheet.letter}` : 'draft'}`}</Text>
      <Text style={[styles.foot, { top, textAlign: 'right' }]} fixed>{`part ${part} of ${partsOf(sheet)}`}</Text>
    </>
  );
}

function Rows({ rows }: { rows: Sheet['head'] }) {
  return (
    <View>
      {rows.map((r) => (
        <View key={r.label} style={styles.cell} wrap={false}>
          <Text style={{ width: '38%' }}>{r.label}</Text>
          <Text style={[styles.right, { width: '62%' }]}>{r.value}</Text>
        </View>
      ))}
    </View>
  );
}

function Transition({ t }: { t: SheetTransition }) {
  return (
    <View style={styles.warning} wrap={false}>
      <Text style={[styles.strong, { fontSize: 12.5, lineHeight: 1.25 }]}>{t.first}</Text>
      <Text><Text style={styles.strong}>{`Op ${t.fromOp} to Op ${t.toOp}: ${t.says} `}</Text>{capital(t.edges)}</Text>
      <Text>{`${t.kept.join('; ')}.`}</Text>
      {t.shift
        ? AXIS_NAMES.map((a) => (
          <Text key={a}><Text style={[styles.number, styles.strong]}>{`Shift ${a.toUpperCase()} ${t.shift?.[a]}`}</Text>{`  ${t.because[a]}`}</Text>
        ))
        : <Text>{t.conditions.join(' ')}</Text>}
      {t.shift ? <Text>{`Holds only while: ${t.conditions.join(' ')}`}</Text> : null}
    </View>
  );
}

function WorkZero({ setup }: { setup: SheetSetup }) {
  const { register, values, says } = zeroTold(setup);
  return (
    <View>
      <View style={styles.zeroBox}>
        <Text style={{ fontSize: 17, lineHeight: 1.2, fontWeight: 700 }}>{register}</Text>
        {values
          ? AXIS_NAMES.map((a) => <Text key={a} style={styles.big}>{`${a.toUpperCase()} ${values[a]}`}</Text>)
          : <Text>{setup.instead}</Text>}
      </View>
      <Text>{says}</Text>
    </View>
  );
}

function Ledger({ setup }: { setup: SheetSetup }) {
  return (
    <View wrap={false}>
      <Text style={styles.h}>{`Op ${setup.op}, ${setup.register}: ${setup.zeroOf}`}</Text>
      {setup.ledger.map((line) => (
        <View key={line.term} style={styles.cell}>
          <Text style={{ width: '46%' }}><Text style={styles.strong}>{line.term}</Text>{`, ${line.from}`}</Text>
          {AXIS_NAMES.map((a) => <Text key={a} style={[styles.number, styles.right, { width: '18%' }]}>{`${a.toUpperCase()} ${line.values[a]}`}</Text>)}
        </View>
      ))}
      {setup.workZero && (
        <View style={styles.cell}>
          <Text style={[styles.strong, { width: '46%' }]}>{`work zero ${setup.register}`}</Text>
          {AXIS_NAMES.map((a) => <Text key={a} style={[styles.number, styles.right, styles.strong, { width: '18%' }]}>{`${a.toUpperCase()} ${setup.workZero?.[a]}`}</Text>)}
        </View>
      )}
    </View>
  );
}

function TouchOff({ setup }: { setup: SheetSetup }) {
  return (
    <View wrap={false}>
      <Text style={styles.h}>{`Touch off, ${setup.touchOffTool}: declare`}</Text>
      {setup.touchOff.length === 0 && <Text>Nothing stands above the device to touch.</Text>}
      {setup.touchOff.map((t) => (
        <View key={`${t.face} ${t.axis}`} style={styles.cell}>
          <Text style={[{ width: '70%' }, t.chosen ? styles.strong : styles.instead]}>{`${t.chosen ? '» ' : 'or '}${t.face}, ${t.surface}`}</Text>
          <Text style={[styles.number, t.chosen ? styles.strong : styles.instead]}>{t.declare}</Text>
        </View>
      ))}
    </View>
  );
}

function Tools({ setup }: { setup: SheetSetup }) {
  return (
    <View>
      <Text style={styles.h}>Tools</Text>
      {setup.tools.length === 0 && <Text>No tools listed.</Text>}
      {setup.tools.length > 0 && <View style={styles.cell}>{TOOL_COLUMNS.map(([key, name, width]) => <Text key={key} style={[{ width }, key === 'number' || key === 'description' ? {} : styles.right]}>{name}</Text>)}</View>}
      {setup.tools.map((t) => (
        <View key={t.number} style={styles.cell} wrap={false}>
          {TOOL_COLUMNS.map(([key, , width]) => <Text key={key} style={[{ width }, key === 'number' ? styles.strong : {}, key === 'number' || key === 'description' ? {} : [styles.number, styles.right]]}>{t[key] ?? ''}</Text>)}
        </View>
      ))}
    </View>
  );
}

/** First page of a setup: where zero is, the clamping large, how it is loaded beside it. */
function Clamping({ sheet, setup, transition, paper, part }: { sheet: Sheet; setup: SheetSetup; transition: SheetTransition | undefined; paper: Paper; part: number }) {
  const picture = clampingPicture(setup, paper, transition !== undefined);
  return (
    <Page size={paper === 'A4' ? 'A4' : 'LETTER'} style={styles.page}>
      <Band sheet={sheet} />
      {transition && <Transition t={transition} />}
      <View style={[styles.row, { justifyContent: 'space-between', alignItems: 'flex-end' }]}>
        <Text style={styles.op}>{`Op ${setup.op}  ${setup.does}`}</Text>
        <Text>{setup.program ? `program ${setup.program}` : ''}</Text>
      </View>
      <WorkZero setup={setup} />
      <View style={[styles.row, { marginTop: 5, gap: 8 }]}>
        <View style={{ width: '60%' }}>
          {picture && <><Text style={styles.strong}>{`${picture.scene.title}, ${picture.says}`}</Text><Drawing picture={picture} /></>}
          <Text style={styles.strong}>{setup.seat}</Text>
          <Text>{`${setup.orientation.join('; ')}.`}</Text>
        </View>
        <View style={{ flex: 1 }}>
          <Text style={styles.h}>Load</Text>
          {(setup.steps ?? []).map((text, i) => <View key={text} style={[styles.row, { marginBottom: 2 }]} wrap={false}><Text style={[styles.number, { width: 18 }]}>{i + 1}</Text><Text style={{ flex: 1 }}>{text}</Text></View>)}
          <Text style={styles.h}>Take out</Text>
          {(setup.release ?? []).map((text) => <Text key={text}>{text}</Text>)}
        </View>
      </View>
      <Foot sheet={sheet} paper={paper} part={part} />
    </Page>
  );
}

/** Second page of a setup: the other views, what is touched and declared, the tools, room for initials. */
function ZeroAndTools({ sheet, setup, paper, part }: { sheet: Sheet; setup: SheetSetup; paper: Paper; part: number }) {
  return (
    <Page size={paper === 'A4' ? 'A4' : 'LETTER'} style={styles.page}>
      <Band sheet={sheet} />
      <Text style={styles.op}>{`Op ${setup.op}  zero and tools`}</Text>
      <View style={[styles.row, { gap: 8 }]} wrap={false}>
        <View style={{ width: '50%' }}>
          {otherPictures(setup, paper, sheet.projection).map((p) => <View key={p.view}><Text style={styles.strong}>{`${p.scene.title}, ${p.says}`}</Text><Drawing picture={p} /></View>)}
          {sheet.projection && <ProjectionMark projection={sheet.projection} />}
        </View>
        <View style={{ flex: 1 }}><TouchOff setup={setup} /><Rows rows={setup.rows} /></View>
      </View>
      {setup.says && <View><Text style={styles.h}>At the machine</Text>{setup.says.map((text) => <Text key={text}>{text}</Text>)}</View>}
      <Tools setup={setup} />
      {setup.why.map((w) => <Text key={w.label}>{`Why, ${w.label.toLowerCase()}: ${w.value}`}</Text>)}
      <View style={[styles.row, { marginTop: 2, gap: 20 }]} wrap={false}>
        {['Set up by', 'Checked by', 'Date and time'].map((who) => (
          <View key={who} style={{ flex: 1, borderBottomWidth: 0.8, height: 24, justifyContent: 'flex-end' }}><Text>{who}</Text></View>
        ))}
      </View>
      <Foot sheet={sheet} paper={paper} part={part} />
    </Page>
  );
}

function Changed({ changed }: { changed: NonNullable<Sheet['changed']> }) {
  return (
    <View>
      <Text style={styles.h}>{`Changed since issue ${changed.since}`}</Text>
      {changed.note ? <Text style={styles.strong}>{changed.note}</Text> : null}
      {changedInWords(changed).map((line) => <Text key={line}>{line}</Text>)}
    </View>
  );
}

function Summary({ sheet, paper }: { sheet: Sheet; paper: Paper }) {
  const accepted = sheet.findings.filter((f) => f.accepted);
  const others = sheet.findings.filter((f) => !f.accepted);
  return (
    <Page size={paper === 'A4' ? 'A4' : 'LETTER'} style={styles.page}>
      <Band sheet={sheet} />
      {sheet.changed && <Changed changed={sheet.changed} />}
      <Text style={styles.h}>Job</Text>
      <Rows rows={sheet.head} />
      {sheet.notes ? <><Text style={styles.h}>Notes</Text><Text>{sheet.notes}</Text></> : null}
      <Text style={styles.h}>Work zeros</Text>
      {sheet.setups.map((s) => <View key={s.op}><Text style={styles.strong}>{`Op ${s.op}  ${s.does}`}</Text><WorkZero setup={s} /></View>)}
      <Text style={styles.h}>Accepted in writing</Text>
      {accepted.length === 0 && <Text>Nothing.</Text>}
      {accepted.map((f) => (
        <View key={`${f.where}${f.says}`} style={styles.warning} wrap={false}>
          <Text style={styles.strong}>{`${f.level.toUpperCase()}, ${f.where}: ${f.says}`}</Text>
          <Text>{`Accepted by ${f.accepted?.by}: ${f.accepted?.reason}`}</Text>
        </View>
      ))}
      <Text style={styles.h}>Findings</Text>
      {others.length === 0 && <Text>None.</Text>}
      {others.map((f) => <Text key={`${f.where}${f.says}`}><Text style={styles.strong}>{`${f.level.toUpperCase()}, ${f.where}: `}</Text>{f.says}</Text>)}
      <RunCode sheet={sheet} />
      <Foot sheet={sheet} paper={paper} part={1} />
    </Page>
  );
}

function Ledgers({ sheet, paper }: { sheet: Sheet; paper: Paper }) {
  return (
    <Page size={paper === 'A4' ? 'A4' : 'LETTER'} style={styles.page}>
      <Band sheet={sheet} />
      <Text style={styles.op}>Where the work zeros come from</Text>
      {sheet.setups.map((s) => <Ledger key={s.op} setup={s} />)}
      <Foot sheet={sheet} paper={paper} part={partsOf(sheet)} />
    </Page>
  );
}

/** Renders a setup sheet as PDF: a summary page, two for every setup (how it is clamped, with the transition that leads to it; zero and tools), and the ledgers. */
export async function renderSheetPdf(asPlanned: Sheet, paper: Paper): Promise<Buffer> {
  const sheet = withPrintableTexts(asPlanned);
  registerFonts();
  return renderToBuffer(
    <Document title={`${sheet.number} ${sheet.part} ${sheet.letter ?? 'draft'}`} creator="Violet Jaw" producer="Violet Jaw">
      <Summary sheet={sheet} paper={paper} />
      {sheet.setups.flatMap((setup, i) => [
        <Clamping key={`${setup.op} clamping`} part={2 * i + 2} sheet={sheet} setup={setup} paper={paper} transition={sheet.transitions.find((t) => t.toOp === setup.op)} />,
        <ZeroAndTools key={`${setup.op} zero`} part={2 * i + 3} sheet={sheet} setup={setup} paper={paper} />,
      ])}
      <Ledgers sheet={sheet} paper={paper} />
    </Document>,
  );
}
