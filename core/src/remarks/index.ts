import { Type, type Static } from '@sinclair/typebox';
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
export function sheetRemarks(
  remarks: readonly Remark[],
  setups: readonly { readonly id: string; readonly op: number }[],
): SheetRemark[] {
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
      };
    })
    .sort((a, b) => (a.op ?? 0) - (b.op ?? 0) || Number(a.mark.slice(1)) - Number(b.mark.slice(1)));
}

/** Marks of the remarks that are still there. */
export const marksOf = (remarks: readonly Remark[]): Pick<SheetRemark, 'mark' | 'place'>[] =>
  remarks.filter((r) => !r.removed).map((r) => ({ mark: markOf(r), place: r.place }));

/** A view with the marks of the remarks that point at it. */
export function withMarks(
  scene: Scene,
  view: ViewName,
  remarks: readonly Pick<SheetRemark, 'mark' | 'place'>[],
): Scene {
  const marks = remarks.flatMap(({ mark, place }): Shape[] =>
    place?.view === view ? [{ kind: 'mark', at: place.at, text: mark }] : [],
  );
  return marks.length === 0 ? scene : { ...scene, shapes: [...scene.shapes, ...marks] };
}
