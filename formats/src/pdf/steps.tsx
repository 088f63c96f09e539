import { Path, Svg, Text, View } from '@react-pdf/renderer';
import { runReach, type Sheet } from '@violet-jaw/core/sheet';
import { styles } from './style';

/** Steps in order, the number beside each; two columns so that a setup stays on its page. */
function Steps({ name, steps }: { name: string; steps: readonly string[] | undefined }) {
  if (!steps || steps.length === 0) return null;
  const half = Math.ceil(steps.length / 2);
  const column = (from: number, to: number) => (
    <View style={{ width: '50%' }}>
      {steps.slice(from, to).map((text, i) => (
        <View key={text} style={styles.row}><Text style={[styles.number, { width: 18 }]}>{from + i + 1}</Text><Text style={{ flex: 1 }}>{text}</Text></View>
      ))}
    </View>
  );
  return (
    <View wrap={false}>
      <Text style={styles.h}>{name}</Text>
      <View style={[styles.row, { gap: 10 }]}>{column(0, half)}{column(half, steps.length)}</View>
    </View>
  );
}

/** Supplies, touch-off, lengths and first-part sizes, one sentence each. */
function Sentences({ says }: { says: readonly string[] | undefined }) {
  if (!says) return null;
  return (
    <View wrap={false}>
      <Text style={styles.h}>At the machine</Text>
      {says.map((text) => <Text key={text}>{text}</Text>)}
    </View>
  );
}

/** Where the operator opens this issue on a tablet. */
export function RunCode({ sheet: { run } }: { sheet: Sheet }) {
  if (!run) return null;
  return (
    <View style={[styles.row, { gap: 12, alignItems: 'center', marginTop: 8 }]} wrap={false}>
      <Svg width={92} height={92} viewBox={`0 0 ${run.qr.size} ${run.qr.size}`}><Path d={run.qr.path} fill="#000" /></Svg>
      <View style={{ flex: 1 }}>
        <Text style={styles.h}>Run this sheet at the machine</Text>
        <Text style={styles.number}>{run.url}</Text>
        {runReach(run.url) ? <Text>{runReach(run.url)}</Text> : null}
      </View>
    </View>
  );
}

/** How every setup is loaded, touched off and taken out, in order. */
export function AllSteps({ sheet }: { sheet: Sheet }) {
  return (
    <>
      {sheet.setups.map((s) => (
        <View key={s.op}>
          <Text style={styles.op}>{`Op ${s.op}: load and take out`}</Text>
          <Steps name="Load" steps={s.steps} />
          <Sentences says={s.says} />
          <Steps name="Take out" steps={s.release} />
        </View>
      ))}
    </>
  );
}
