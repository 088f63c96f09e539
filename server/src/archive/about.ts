import { Type, type Static } from '@sinclair/typebox';
import { remarkSchema } from '@violet-jaw/core/remarks';
import { checker } from '@violet-jaw/core/schema';

/*
 * Everything of one job as a zip: the open job file, the files its bodies come from, remarks with photos and files,
 * issues with their PDFs, runs. `about.json` says which entry is what.
 */

export const ARCHIVE_FORMAT = 'violet-jaw-job-archive';
export const ARCHIVE_VERSION = 1;
/** Bounds of what is read: more is refused before anything is unpacked. */
export const MOST_ENTRIES = 2500;
export const MOST_BYTES = 400 * 1024 * 1024;

const entry = Type.String({ minLength: 1, maxLength: 300 });
const hash = Type.String({ pattern: '^[0-9a-f]{64}$' });

export const aboutSchema = Type.Object(
  {
    format: Type.Literal(ARCHIVE_FORMAT),
    version: Type.Literal(ARCHIVE_VERSION),
    /** when it was written, ISO 8601 */
    made: Type.String({ maxLength: 40 }),
    family: Type.String({ maxLength: 200 }),
    /** the files bodies of the part are read from */
    files: Type.Array(
      Type.Object({ entry, hash, name: Type.String({ maxLength: 500 }) }, { additionalProperties: false }),
      { maxItems: 100 },
    ),
    remarks: Type.Array(
      Type.Object(
        { ...Type.Omit(remarkSchema, ['own']).properties, entry: Type.Union([Type.Null(), entry]) },
        { additionalProperties: false },
      ),
      // with what came out of another zip they may be more than one can make
      { maxItems: MOST_ENTRIES },
    ),
    /** issues, runs: kept as files beside the job where it is taken in, as they were made elsewhere */
    beside: Type.Array(Type.Object({ entry, says: Type.String({ maxLength: 300 }) }, { additionalProperties: false }), {
      maxItems: 2000,
    }),
  },
  { additionalProperties: false },
);
export type About = Static<typeof aboutSchema>;
export const checkAbout = checker(aboutSchema);

/** A name as an entry of a zip: nothing that leads elsewhere, nothing a file system refuses. */
export const entryName = (text: string): string =>
  text
    .replace(/[^\p{L}\p{N}._ -]+/gu, '-')
    .replace(/^[.\s-]+/, '')
    .slice(-120) || 'file';
