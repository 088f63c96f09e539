import { Page, Text, View } from '@react-pdf/renderer';
import { PAPER, type Paper, type Sheet, type SheetBarZero, type SheetTurned } from '@violet-jaw/core/sheet';
import { Drawing } from './drawing';
import { Band, Foot, Rows } from './page';
import { styles } from './style';

interface PartProps {
  readonly sheet: Sheet;
  readonly turned: SheetTurned;
  readonly paper: Paper;
}

/** Height of one half section, points. */
const PICTURE = 112;

function BarZero({ zero: { register, value, says } }: { zero: SheetBarZero }) {
  return (
    <View>
      <View style={styles.zeroBox}>
        <Text style={{ fontSize: 17, lineHeight: 1.2, fontWeight: 700 }}>{register}</Text>
        <Text style={styles.big}>{value}</Text>
      </View>
      <Text>{`${says} Machine coordinates.`}</Text>
    </View>
  );
}

function Held({ sheet, turned, paper }: PartProps) {
  return (
    <Page size={paper === 'A4' ? 'A4' : 'LETTER'} style={styles.page}>
      <Band sheet={sheet} />
      <Text style={styles.op}>{turned.account.length > 0 ? 'Turned from bar' : 'Turned'}</Text>
      {turned.zeros.map((z) => (
        <BarZero key={z.register} zero={z} />
      ))}
      {turned.pictures.map((scene, i) => (
        <View key={i} wrap={false}>
          <Text style={styles.strong}>{`${scene.title}, not to scale`}</Text>
          <Drawing
            picture={{ view: 'front', scene, width: PAPER[paper].inner, height: PICTURE, scale: null, says: '' }}
          />
        </View>
      ))}
      <Rows rows={[...turned.rows, ...turned.changes]} />
      <Text style={styles.h}>Tools</Text>
      {turned.tools.length === 0 && <Text>No tools listed.</Text>}
      {turned.tools.map((t) => (
        <View key={t.number} style={styles.cell} wrap={false}>
          <Text style={[styles.strong, { width: '8%' }]}>{t.number}</Text>
          <Text style={{ width: '34%' }}>{t.description}</Text>
          <Text style={{ width: '58%' }}>{t.says}</Text>
        </View>
      ))}
      <Foot sheet={sheet} paper={paper} part={2} />
    </Page>
  );
}

function Sequence({ sheet, turned, paper }: PartProps) {
  const [says, at] = turned.hasSecond ? ['31%', '13%'] : ['70%', '15%'];
  return (
    <Page size={paper === 'A4' ? 'A4' : 'LETTER'} style={styles.page}>
      <Band sheet={sheet} />
      <Text style={styles.op}>{turned.hasSecond ? 'One part, both spindles' : 'Step by step'}</Text>
      {turned.account.length > 0 && (
        <View style={styles.cell} fixed>
          <Text style={[styles.strong, { width: says }]}>Main spindle</Text>
          <Text style={[styles.strong, styles.right, { width: at }]}>stands at</Text>
          <Text style={[styles.strong, styles.right, { width: at }]}>zero at</Text>
          {turned.hasSecond && <Text style={[styles.strong, { width: says, paddingLeft: 8 }]}>Second spindle</Text>}
          {turned.hasSecond && <Text style={[styles.strong, styles.right, { width: at }]}>stands at</Text>}
        </View>
      )}
      {turned.sequence.map((row, i) =>
        row.across ? (
          <View key={i} style={styles.cell} wrap={false}>
            <Text style={[styles.strong, { width: '100%', textAlign: 'center' }]}>{row.across}</Text>
          </View>
        ) : (
          <View key={i} style={styles.cell} wrap={false}>
            <Text style={{ width: row.mainAt ? says : turned.hasSecond ? says : '100%' }}>{row.main}</Text>
            <Text style={[styles.number, styles.right, { width: at }]}>{row.mainAt}</Text>
            <Text style={[styles.number, styles.right, { width: at }]}>{row.zeroAt}</Text>
            {turned.hasSecond && <Text style={{ width: says, paddingLeft: 8 }}>{row.second}</Text>}
            {turned.hasSecond && <Text style={[styles.number, styles.right, { width: at }]}>{row.secondAt}</Text>}
          </View>
        ),
      )}
      <Foot sheet={sheet} paper={paper} part={3} />
    </Page>
  );
}

function Account({ sheet, turned, paper }: PartProps) {
  return (
    <Page size={paper === 'A4' ? 'A4' : 'LETTER'} style={styles.page}>
      <Band sheet={sheet} />
      {turned.account.length > 0 && <Cycle turned={turned} />}
      <Text style={[styles.op, { marginTop: 10 }]}>Where the work zeros come from</Text>
      {turned.zeros.map((z) => (
        <View key={z.register} wrap={false}>
          <Text style={styles.h}>{`${z.register}  ${z.value}`}</Text>
          {z.terms.map((t) => (
            <View key={t.term} style={styles.cell}>
              <Text style={{ width: '32%' }}>{t.term}</Text>
              <Text style={{ width: '50%' }}>{t.from}</Text>
              <Text style={[styles.number, styles.right, { width: '18%' }]}>{t.value}</Text>
            </View>
          ))}
        </View>
      ))}
      <Foot sheet={sheet} paper={paper} part={4} />
    </Page>
  );
}

function Cycle({ turned }: { turned: SheetTurned }) {
  const columns = ['move', 'shift', 'mainAt', 'zeroAt'] as const;
  return (
    <>
      <Text style={styles.op}>Account of a cycle</Text>
      <View style={styles.cell}>
        {['What', 'main moves', 'zero shifts', 'main at', 'zero at'].map((name, i) => (
          <Text key={name} style={[styles.strong, i === 0 ? { width: '36%' } : [styles.right, { width: '16%' }]]}>
            {name}
          </Text>
        ))}
      </View>
      {turned.account.map((r, i) => (
        <View key={i} style={styles.cell} wrap={false}>
          <Text style={[{ width: '36%' }, r.what === 'sum' ? styles.strong : {}]}>{r.what}</Text>
          {columns.map((c) => (
            <Text key={c} style={[styles.number, styles.right, { width: '16%' }]}>
              {r[c]}
            </Text>
          ))}
        </View>
      ))}
      <Text style={styles.strong}>{turned.closes}</Text>
    </>
  );
}

/** A part turned from bar: how it is held, what both spindles do, the account of a cycle. */
export function TurnedPages(props: PartProps) {
  return (
    <>
      <Held {...props} />
      <Sequence {...props} />
      <Account {...props} />
    </>
  );
}
