import { Text, View } from '@react-pdf/renderer';
import type { Sheet } from '@violet-jaw/core/sheet';
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

/** How every setup is loaded and taken out, in order. */
export function AllSteps({ sheet }: { sheet: Sheet }) {
  return (
    <>
      {sheet.setups.map((s) => (
        <View key={s.op}>
          <Text style={styles.op}>{`Op ${s.op}: load and take out`}</Text>
          <Steps name="Load" steps={s.steps} />
          <Steps name="Take out" steps={s.release} />
        </View>
      ))}
    </>
  );
}
