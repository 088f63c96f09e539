import { Path, Svg, Text, View } from '@react-pdf/renderer';
import { runReach, type Sheet } from '@violet-jaw/core/sheet';
import { styles } from './style';

/** Where the operator opens this issue on a tablet. */
export function RunCode({ sheet: { run } }: { sheet: Sheet }) {
  if (!run) return null;
  return (
    <View style={[styles.row, { gap: 12, alignItems: 'center', marginTop: 8 }]} wrap={false}>
      <Svg width={92} height={92} viewBox={`0 0 ${run.qr.size} ${run.qr.size}`}>
        <Path d={run.qr.path} fill="#000" />
      </Svg>
      <View style={{ flex: 1 }}>
        <Text style={styles.h}>Run this sheet at the machine</Text>
        <Text style={styles.number}>{run.url}</Text>
        {runReach(run.url) ? <Text>{runReach(run.url)}</Text> : null}
      </View>
    </View>
  );
}
