import { Text, View } from '@react-pdf/renderer';
import { PAPER, partsOf, type Paper, type Sheet } from '@violet-jaw/core/sheet';
import { styles } from './style';

export function Band({ sheet }: { sheet: Sheet }) {
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

export function Foot({ sheet, paper, part }: { sheet: Sheet; paper: Paper; part: number }) {
  const top = PAPER[paper].height - 28;
  return (
    <>
      <Text
        style={[styles.foot, { top }]}
        fixed
      >{`${sheet.number} ${sheet.letter ? `issue ${sheet.letter}` : 'draft'}`}</Text>
      <Text style={[styles.foot, { top, textAlign: 'right' }]} fixed>{`part ${part} of ${partsOf(sheet)}`}</Text>
    </>
  );
}

export function Rows({ rows }: { rows: Sheet['head'] }) {
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
