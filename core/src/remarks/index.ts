import { Type, type Static } from '@sinclair/typebox';
import type { PlannedSetup } from '../plan';
import { VIEW_NAMES, type Scene, type Shape, type ViewName } from '../scene';

/*
 * Remarks people make beside a job's document: words, photos of the real setup and files, each with who and when, and
 * where it belongs. They carry no number that anything is computed from.
 */

const closed = { additionalProperties: false };
const maybe = <S extends Parameters<typeof Type.Union>[0][number]>(schema: S) => Type.Union([Type.Null(), schema]);

/** Words of one remark. */
export const MOST_SAID = 4000;

/** A place on a drawing of a setup: millimeters of that view, as it was drawn when the remark was made. */
export const remarkPlaceSchema = Type.Object(
  {
    view: Type.Union(VIEW_NAMES.map((v) => Type.Literal(v))),
    at: Type.Tuple([Type.Number({ minimum: -1e5, maximum: 1e5 }), Type.Number({ minimum: -1e5, maximum: 1e5 })]),
    held: Type.Optional(
      Type.String({ maxLength: 300, description: 'How the setup was held then, as `heldAs` says it.' }),
    ),
  },
  closed,
);
export type RemarkPlace = Static<typeof remarkPlaceSchema>;

export const remarkSchema = Type.Object(
  {
    id: Type.String(),
    number: Type.Integer({ minimum: 1, description: 'Within the job; it stays, whatever is removed.' }),
    at: Type.String({ description: 'When, ISO 8601.' }),
    by: Type.String({ description: 'Who, by name; with "(from a file)" where a file says so.' }),
    /** whether who asks may change it */
    own: Type.Boolean(),
    says: Type.String({ maxLength: MOST_SAID }),
    setupId: Type.Union([Type.Null(), Type.String({ maxLength: 60 })], { description: 'Null: of the whole job.' }),
    place: maybe(remarkPlaceSchema),
    letter: Type.Union([Type.Null(), Type.String()], {
      description: 'Of the issue that was being run; null: none was.',
    }),
    kind: Type.Union([Type.Literal('words'), Type.Literal('photo'), Type.Literal('file')]),
    file: maybe(
      Type.Object(
        {
          hash: Type.String(),
          name: Type.String(),
          size: Type.Integer({ minimum: 0 }),
          width: Type.Optional(Type.Integer({ description: 'Pixels, of a photo.' })),
          height: Type.Optional(Type.Integer()),
        },
        closed,
      ),
    ),
    onSheet: Type.Boolean({ description: 'Whether the next sheet tells it.' }),
    removed: Type.Boolean(),
    revision: Type.Integer({ minimum: 1 }),
  },
  closed,
);
export type Remark = Static<typeof remarkSchema>;

/** A remark as a sheet prints it. */
export interface SheetRemark {
  /** "R3" */
  readonly mark: string;
  /** null: of the whole job */
  readonly op: number | null;
  /** "Operator, 2026-11-27, at the run of issue A" */
  readonly made: string;
  readonly says: string;
  readonly photo: { readonly hash: string; readonly width: number; readonly height: number } | null;
  /** a file beside it, by name; null: none */
  readonly file: string | null;
  readonly place: RemarkPlace | null;
  /** the place was pointed at while the setup was held otherwise */
  readonly isOld: boolean;
}

/** How a setup is held, as far as its drawings hang on it: lengths to a tenth of a millimeter. null: not known how. */
export function heldAs({ setup, device, facts }: Pick<PlannedSetup, 'setup' | 'device' | 'facts'>): string | null {
  if (!facts || !device) return null;
  const { pose, finishedBox } = facts.seat;
  const lengths = [pose.translation, finishedBox.min, finishedBox.max].flatMap(({ x, y, z }) => [x, y, z]);
  const { up, right } = setup.orientation;
  return [up, right, device.id, ...lengths.map((mm) => Math.round(mm * 10) + 0)].join(' ');
}

/** Said where a mark may point at another thing than its author meant. */
export const OLD_PLACE =
  'Marked when the setup was held otherwise: it may point at another place now. Go by the words, not by the mark.';

/** A setup as remarks know it. `held`: as `heldAs` says it; left out: nobody asks. */
export interface RemarkedSetup {
  readonly id: string;
  readonly op: number;
  readonly held?: string | null;
}

/** Whether a remark points at a drawing that has changed since. A place of before this was kept says nothing. */
export function isOldPlace(
  { setupId, place }: Pick<Remark, 'setupId' | 'place'>,
  setups: readonly RemarkedSetup[],
): boolean {
  const held = setups.find((s) => s.id === setupId)?.held;
  return place?.held !== undefined && held !== undefined && held !== place.held;
}

export const markOf = ({ number }: Pick<Remark, 'number'>): string => `R${number}`;

/** What it is about, wherever that is told: a setup, or the job as a whole. */
export const aboutInWords = (op: number | null): string => (op === null ? 'Job' : `Op ${op}`);

/** Who made it and when, in words. */
export const madeInWords = ({ by, at, letter }: Pick<Remark, 'by' | 'at' | 'letter'>): string =>
  [by, at.slice(0, 10), ...(letter === null ? [] : [`at the run of issue ${letter}`])].join(', ');

/** Said beside every photo: a picture is of another day. */
export const PHOTO_SAYS = 'It shows that day: numbers and drawings of this sheet hold, not the picture.';

/**
 * What of the remarks a sheet prints: those that are meant for it and neither removed nor of a setup that is gone, in
 * their order, the whole job's first.
 */
export function sheetRemarks(remarks: readonly Remark[], setups: readonly RemarkedSetup[]): SheetRemark[] {
  const opOf = new Map(setups.map((s) => [s.id, s.op]));
  return remarks
    .filter((r) => r.onSheet && !r.removed && (r.setupId === null || opOf.has(r.setupId)))
    .map((r): SheetRemark => {
      const { width, height, hash, name } = r.file ?? {};
      return {
        mark: markOf(r),
        op: r.setupId === null ? null : opOf.get(r.setupId)!,
        made: madeInWords(r),
        says: r.says,
        photo: r.kind === 'photo' && hash && width && height ? { hash, width, height } : null,
        file: r.kind === 'file' && name ? name : null,
        place: r.place,
        isOld: isOldPlace(r, setups),
      };
    })
    .sort((a, b) => (a.op ?? 0) - (b.op ?? 0) || Number(a.mark.slice(1)) - Number(b.mark.slice(1)));
}

type Marked = Pick<SheetRemark, 'mark' | 'place' | 'isOld'>;

/** Marks of the remarks that are still there. */
export const marksOf = (remarks: readonly Remark[], setups: readonly RemarkedSetup[]): Marked[] =>
  remarks.filter((r) => !r.removed).map((r) => ({ mark: markOf(r), place: r.place, isOld: isOldPlace(r, setups) }));

/** A view with the marks of the remarks that point at it, questioned where they may point at another thing now. */
export function withMarks(scene: Scene, view: ViewName, remarks: readonly Marked[]): Scene {
  const marks = remarks.flatMap(({ mark, place, isOld }): Shape[] =>
    place?.view === view ? [{ kind: 'mark', at: place.at, text: isOld ? `${mark}?` : mark }] : [],
  );
  return marks.length === 0 ? scene : { ...scene, shapes: [...scene.shapes, ...marks] };
}
