import { Document, Page, renderToBuffer, Text, View } from '@react-pdf/renderer';
import { changedInWords, numbersOf, type Paper, type Sheet } from '@violet-jaw/core/sheet';
import { withPrintableTexts } from './characters';
import { registerFonts, styles } from './style';
import { RunCode } from './runCode';
import { Band, Foot, Rows } from './page';
import { RemarksPage, type PhotoOf } from './remarksPage';
import { TurnedPages } from './turnedPages';
import { Clamping, Ledger, WorkZero, ZeroAndTools } from './setupPages';

function Changed({ changed }: { changed: NonNullable<Sheet['changed']> }) {
  return (
    <View>
      <Text style={styles.h}>{`Changed since issue ${changed.since}`}</Text>
      {changed.note ? <Text style={styles.strong}>{changed.note}</Text> : null}
      {changedInWords(changed).map((line) => (
        <Text key={line}>{line}</Text>
      ))}
    </View>
  );
}

/** What is done to the machine before, each thing with what is read off beside its target. */
function Changeover({ changeover: { device, does, back } }: { changeover: NonNullable<Sheet['changeovers']>[number] }) {
  return (
    <View>
      <Text style={styles.h}>{`Changeover to ${device}`}</Text>
      {does.map(({ what, target }, i) => (
        <View key={i} style={styles.cell} wrap={false}>
          <Text style={{ width: '62%' }}>{`${i + 1}. ${what}`}</Text>
          <Text style={{ width: '20%' }}>{target}</Text>
          <Text style={{ width: '18%' }}>{target ? 'read:' : ''}</Text>
        </View>
      ))}
      {back.length > 0 && <Text>{`Taken down: ${back.map((b, i) => `${i + 1}. ${b}`).join('; ')}.`}</Text>}
    </View>
  );
}

/** What has to be brought and measured before, as the library knew it when this was made. */
function Bring({ bring: { tools, ready } }: { bring: NonNullable<Sheet['bring']> }) {
  return (
    <View>
      <Text style={styles.h}>Tools to bring and measure</Text>
      {tools.length === 0 && <Text>None.</Text>}
      {tools.map((t) => (
        <View key={t.tool + t.ops} style={styles.cell} wrap={false}>
          <Text style={[{ width: '34%' }, styles.strong]}>{t.tool}</Text>
          <Text style={{ width: '12%' }}>{t.ops}</Text>
          <Text style={{ width: '34%' }}>{t.does}</Text>
          <Text style={{ width: '20%' }}>{t.length}</Text>
        </View>
      ))}
      {ready !== '' && <Text>{`In their pockets and measured: ${ready}.`}</Text>}
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
      {sheet.changeovers?.map((c) => (
        <Changeover key={c.device} changeover={c} />
      ))}
      {sheet.bring && <Bring bring={sheet.bring} />}
      {sheet.notes ? (
        <>
          <Text style={styles.h}>Notes</Text>
          <Text>{sheet.notes}</Text>
        </>
      ) : null}
      <Text style={styles.h}>Work zeros</Text>
      {sheet.setups.map((s) => (
        <View key={s.op}>
          <Text style={styles.strong}>{`Op ${s.op}  ${s.does}`}</Text>
          <WorkZero setup={s} />
        </View>
      ))}
      {sheet.turned?.zeros.map((z) => (
        <Text key={z.register}>
          <Text style={styles.strong}>{`${z.register}  ${z.value}  `}</Text>
          {z.says}
        </Text>
      ))}
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
      {others.map((f) => (
        <Text key={`${f.where}${f.says}`}>
          <Text style={styles.strong}>{`${f.level.toUpperCase()}, ${f.where}: `}</Text>
          {f.says}
        </Text>
      ))}
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
      {sheet.setups.map((s) => (
        <Ledger key={s.op} setup={s} />
      ))}
      <Foot sheet={sheet} paper={paper} part={numbersOf(sheet)} />
    </Page>
  );
}

/**
 * Renders a setup sheet as PDF: a summary page, two for every setup (how it is clamped, with the transition that leads
 * to it; zero and tools), and the ledgers; for a part turned from bar its own pages; then what people remarked.
 * @param photoOf the photos of remarks
 */
export async function renderSheetPdf(asPlanned: Sheet, paper: Paper, photoOf: PhotoOf = () => null): Promise<Buffer> {
  const sheet = withPrintableTexts(asPlanned);
  registerFonts();
  return renderToBuffer(
    <Document
      title={`${sheet.number} ${sheet.part} ${sheet.letter ?? 'draft'}`}
      creator="Violet Jaw"
      producer="Violet Jaw"
    >
      <Summary sheet={sheet} paper={paper} />
      {sheet.setups.flatMap((setup, i) => [
        <Clamping
          key={`${setup.op} clamping`}
          part={2 * i + 2}
          sheet={sheet}
          setup={setup}
          paper={paper}
          transition={sheet.transitions.find((t) => t.toOp === setup.op)}
        />,
        <ZeroAndTools key={`${setup.op} zero`} part={2 * i + 3} sheet={sheet} setup={setup} paper={paper} />,
      ])}
      {sheet.turned ? (
        <TurnedPages sheet={sheet} turned={sheet.turned} paper={paper} />
      ) : (
        <Ledgers sheet={sheet} paper={paper} />
      )}
      {sheet.remarks && <RemarksPage sheet={sheet} remarks={sheet.remarks} paper={paper} photoOf={photoOf} />}
    </Document>,
  );
}
