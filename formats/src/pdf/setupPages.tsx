import { Page, Text, View } from '@react-pdf/renderer';
import {
  clampingPicture,
  otherPictures,
  spacePicture,
  TOOL_COLUMNS,
  zeroTold,
  type Paper,
  type Sheet,
  type SheetSetup,
  type SheetTransition,
} from '@violet-jaw/core/sheet';
import { capital } from '@violet-jaw/core/units';
import { styles } from './style';
import { Drawing, ProjectionMark } from './drawing';
import { Band, Foot, Rows } from './page';

const AXIS_NAMES = ['x', 'y', 'z'] as const;
export function WorkZero({ setup }: { setup: SheetSetup }) {
  const { register, values, says } = zeroTold(setup);
  return (
    <View>
      <View style={styles.zeroBox}>
        <Text style={{ fontSize: 17, lineHeight: 1.2, fontWeight: 700 }}>{register}</Text>
        {values ? (
          AXIS_NAMES.map((a) => <Text key={a} style={styles.big}>{`${a.toUpperCase()} ${values[a]}`}</Text>)
        ) : (
          <Text>{setup.instead}</Text>
        )}
      </View>
      <Text>{says}</Text>
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
          <Text
            style={[{ width: '70%' }, t.chosen ? styles.strong : styles.instead]}
          >{`${t.chosen ? '» ' : 'or '}${t.face}, ${t.surface}`}</Text>
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
      {setup.tools.length > 0 && (
        <View style={styles.cell}>
          {TOOL_COLUMNS.map(([key, name, width]) => (
            <Text key={key} style={[{ width }, key === 'number' || key === 'description' ? {} : styles.right]}>
              {name}
            </Text>
          ))}
        </View>
      )}
      {setup.tools.map((t) => (
        <View key={t.number} style={styles.cell} wrap={false}>
          {TOOL_COLUMNS.map(([key, , width]) => (
            <Text
              key={key}
              style={[
                { width },
                key === 'number' ? styles.strong : {},
                key === 'number' || key === 'description' ? {} : [styles.number, styles.right],
              ]}
            >
              {t[key] ?? ''}
            </Text>
          ))}
        </View>
      ))}
    </View>
  );
}

export function Transition({ t }: { t: SheetTransition }) {
  return (
    <View style={styles.warning} wrap={false}>
      <Text style={[styles.strong, { fontSize: 12.5, lineHeight: 1.25 }]}>{t.first}</Text>
      <Text>
        <Text style={styles.strong}>{`Op ${t.fromOp} to Op ${t.toOp}: ${t.says} `}</Text>
        {capital(t.edges)}
      </Text>
      <Text>{`${t.kept.join('; ')}.`}</Text>
      {t.shift ? (
        AXIS_NAMES.map((a) => (
          <Text key={a}>
            <Text style={[styles.number, styles.strong]}>{`Shift ${a.toUpperCase()} ${t.shift?.[a]}`}</Text>
            {`  ${t.because[a]}`}
          </Text>
        ))
      ) : (
        <Text>{t.conditions.join(' ')}</Text>
      )}
      {t.shift ? <Text>{`Holds only while: ${t.conditions.join(' ')}`}</Text> : null}
    </View>
  );
}

/** First page of a setup: where zero is, the clamping large, how it is loaded beside it. */
export function Clamping({
  sheet,
  setup,
  transition,
  paper,
  part,
}: {
  sheet: Sheet;
  setup: SheetSetup;
  transition: SheetTransition | undefined;
  paper: Paper;
  part: number;
}) {
  const picture = clampingPicture(setup, paper, transition !== undefined);
  const space = spacePicture(setup, paper, transition);
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
          {picture && (
            <>
              <Text style={styles.strong}>{`${picture.scene.title}, ${picture.says}`}</Text>
              <Drawing picture={picture} />
            </>
          )}
          <Text style={styles.strong}>{setup.seat}</Text>
          <Text>{`${setup.orientation.join('; ')}.`}</Text>
          {space && (
            <View style={{ marginTop: 8 }}>
              <Text style={styles.strong}>{`${space.scene.title}, ${space.says}`}</Text>
              <Drawing picture={space} />
            </View>
          )}
        </View>
        <View style={{ flex: 1 }}>
          <Text style={styles.h}>Load</Text>
          {(setup.steps ?? []).map((text, i) => (
            <View key={text} style={[styles.row, { marginBottom: 2 }]} wrap={false}>
              <Text style={[styles.number, { width: 18 }]}>{i + 1}</Text>
              <Text style={{ flex: 1 }}>{text}</Text>
            </View>
          ))}
          <Text style={styles.h}>Take out</Text>
          {(setup.release ?? []).map((text) => (
            <Text key={text}>{text}</Text>
          ))}
        </View>
      </View>
      <Foot sheet={sheet} paper={paper} part={part} />
    </Page>
  );
}

/** Second page of a setup: the other views, what is touched and declared, the tools, room for initials. */
export function ZeroAndTools({
  sheet,
  setup,
  paper,
  part,
}: {
  sheet: Sheet;
  setup: SheetSetup;
  paper: Paper;
  part: number;
}) {
  return (
    <Page size={paper === 'A4' ? 'A4' : 'LETTER'} style={styles.page}>
      <Band sheet={sheet} />
      <Text style={styles.op}>{`Op ${setup.op}  zero and tools`}</Text>
      <View style={[styles.row, { gap: 8 }]} wrap={false}>
        <View style={{ width: '50%' }}>
          {otherPictures(setup, paper, sheet.projection).map((p) => (
            <View key={p.view}>
              <Text style={styles.strong}>{`${p.scene.title}, ${p.says}`}</Text>
              <Drawing picture={p} />
            </View>
          ))}
          {sheet.projection && <ProjectionMark projection={sheet.projection} />}
        </View>
        <View style={{ flex: 1 }}>
          <TouchOff setup={setup} />
          <Rows rows={setup.rows} />
        </View>
      </View>
      {setup.says && (
        <View>
          <Text style={styles.h}>At the machine</Text>
          {setup.says.map((text) => (
            <Text key={text}>{text}</Text>
          ))}
        </View>
      )}
      <Tools setup={setup} />
      {setup.why.map((w) => (
        <Text key={w.label}>{`Why, ${w.label.toLowerCase()}: ${w.value}`}</Text>
      ))}
      <View style={[styles.row, { marginTop: 2, gap: 20 }]} wrap={false}>
        {['Set up by', 'Checked by', 'Date and time'].map((who) => (
          <View key={who} style={{ flex: 1, borderBottomWidth: 0.8, height: 24, justifyContent: 'flex-end' }}>
            <Text>{who}</Text>
          </View>
        ))}
      </View>
      <Foot sheet={sheet} paper={paper} part={part} />
    </Page>
  );
}

export function Ledger({ setup }: { setup: SheetSetup }) {
  return (
    <View wrap={false}>
      <Text style={styles.h}>{`Op ${setup.op}, ${setup.register}: ${setup.zeroOf}`}</Text>
      {setup.ledger.map((line) => (
        <View key={line.term} style={styles.cell}>
          <Text style={{ width: '46%' }}>
            <Text style={styles.strong}>{line.term}</Text>
            {`, ${line.from}`}
          </Text>
          {AXIS_NAMES.map((a) => (
            <Text
              key={a}
              style={[styles.number, styles.right, { width: '18%' }]}
            >{`${a.toUpperCase()} ${line.values[a]}`}</Text>
          ))}
        </View>
      ))}
      {setup.workZero && (
        <View style={styles.cell}>
          <Text style={[styles.strong, { width: '46%' }]}>{`work zero ${setup.register}`}</Text>
          {AXIS_NAMES.map((a) => (
            <Text
              key={a}
              style={[styles.number, styles.right, styles.strong, { width: '18%' }]}
            >{`${a.toUpperCase()} ${setup.workZero?.[a]}`}</Text>
          ))}
        </View>
      )}
    </View>
  );
}
