import { Image, Page, Text, View } from '@react-pdf/renderer';
import { aboutInWords, OLD_PLACE, PHOTO_SAYS, type SheetRemark } from '@violet-jaw/core/remarks';
import { PAPER, partsOf, REMARKS_TITLE, type Paper, type Sheet } from '@violet-jaw/core/sheet';
import { Band, Foot } from './page';
import { styles } from './style';

/** Bytes of a photo by its content hash; null: it is not here. */
export type PhotoOf = (hash: string) => Uint8Array | null;

/** Height of a photo: three stand on a page with their words, points. */
const TALL = 190;

function Photo({
  photo: { hash, width, height },
  paper,
  photoOf,
}: {
  photo: NonNullable<SheetRemark['photo']>;
  paper: Paper;
  photoOf: PhotoOf;
}) {
  const bytes = photoOf(hash);
  if (!bytes) return <Text>The photo is no longer here.</Text>;
  const scale = Math.min(TALL / height, PAPER[paper].inner / width);
  return (
    <>
      <Image
        src={{ data: Buffer.from(bytes), format: 'jpg' }}
        style={{ width: width * scale, height: height * scale }}
      />
      <Text>{PHOTO_SAYS}</Text>
    </>
  );
}

/** What people remarked, with their photos: the last part of a sheet. */
export function RemarksPage({
  sheet,
  remarks,
  paper,
  photoOf,
}: {
  sheet: Sheet;
  remarks: readonly SheetRemark[];
  paper: Paper;
  photoOf: PhotoOf;
}) {
  return (
    <Page size={paper === 'A4' ? 'A4' : 'LETTER'} style={styles.page}>
      <Band sheet={sheet} />
      <Text style={styles.op}>{REMARKS_TITLE}</Text>
      {remarks.map((r) => (
        <View key={r.mark} style={{ marginTop: 6 }}>
          <Text
            style={styles.strong}
            minPresenceAhead={r.photo ? TALL + 14 : 14}
          >{`${r.mark}  ${aboutInWords(r.op)}  ${r.made}`}</Text>
          {r.says !== '' && <Text>{r.says}</Text>}
          {r.isOld && <Text>{`${r.mark}? ${OLD_PLACE}`}</Text>}
          {r.file !== null && <Text>{`File beside the job: ${r.file}`}</Text>}
          {r.photo && (
            <View wrap={false}>
              <Photo photo={r.photo} paper={paper} photoOf={photoOf} />
            </View>
          )}
        </View>
      ))}
      <Foot sheet={sheet} paper={paper} part={partsOf(sheet)} />
    </Page>
  );
}
