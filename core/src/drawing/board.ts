import type { Projection } from '../shop';
import { layoutScene, sharedMargins, type Margins, type Page } from './layout';
import type { Primitive } from './primitive';
import { type ViewName, sceneBounds, type Point, type Scene } from '../scene';

/** Where each view stands: column and row of a grid of two by two, and where the projection symbol goes. */
const ARRANGED: Record<Projection, Record<ViewName | 'symbol', readonly [0 | 1, 0 | 1]>> = {
  // the view from the left stands left of the front view, the view from above stands above it
  'third angle': { above: [1, 0], front: [1, 1], leftEnd: [0, 1], symbol: [0, 0] },
  // the view from the left stands right of the front view, the view from above stands below it
  'first angle': { above: [0, 1], front: [0, 0], leftEnd: [1, 0], symbol: [1, 1] },
};

/**
 * Which of the two views that stand above each other comes first; drawings of old issues have no projection told and
 * are third angle.
 */
export function viewsInOrder(projection: Projection | undefined): readonly ('above' | 'front')[] {
  return projection === 'first angle' ? ['front', 'above'] : ['above', 'front'];
}

export interface BoardView {
  readonly view: ViewName;
  readonly title: string;
  /** area on the page: x, y, width, height */
  readonly area: readonly [number, number, number, number];
  readonly toPage: (p: Point) => Point;
  readonly fromPage: (p: Point) => Point;
}

/** Three views on one page, to one scale, standing to each other as the projection says (ISO 5456-2). */
export interface Board extends Pick<Page, 'width' | 'height' | 'scale' | 'primitives'> {
  readonly views: readonly BoardView[];
  /** the quarter no view stands in, below the mark of the projection; null: one view fills the board */
  readonly empty: readonly [x: number, y: number, width: number, height: number] | null;
}

/** So many lines of type the mark of the projection takes with its name. */
const SYMBOL_LINES = 6.5;

/** Symbol of the projection (ISO 5456-2, referred to by ISO 128): a cone seen from the side and from its narrow end. */
export function projectionSymbol(projection: Projection, [x, y]: Point, height: number): Primitive[] {
  const n = (v: number) => v.toFixed(2);
  const [h, narrow, length] = [height, height / 2, height];
  const circles = (cx: number) =>
    [h / 2, narrow / 2]
      .map((r) => `M${n(cx - r)} ${n(y)}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0Z`)
      .join('');
  // the narrow end is on the left; seen from there, both circles show
  const cone = (x0: number) =>
    `M${n(x0)} ${n(y - narrow / 2)}L${n(x0 + length)} ${n(y - h / 2)}V${n(y + h / 2)}L${n(x0)} ${n(y + narrow / 2)}Z`;
  const center = (x0: number, x1: number) => `M${n(x0)} ${n(y)}H${n(x1)}`;
  const out = h * 0.18;
  const third = projection === 'third angle';
  const [circleAt, coneAt] = third ? [x + h / 2, x + h * 1.6] : [x + length + h * 1.1, x];
  return [
    { kind: 'path', d: cone(coneAt) + circles(circleAt), role: 'zero-line' },
    {
      kind: 'path',
      d: `${center(coneAt - out, coneAt + length + out)}${center(circleAt - h / 2 - out, circleAt + h / 2 + out)}M${n(circleAt)} ${n(y - h / 2 - out)}V${n(y + h / 2 + out)}`,
      role: 'center',
    },
  ];
}

const size = (scene: Scene): [number, number] => {
  const { min, max } = sceneBounds(scene);
  return [Math.max(max[0] - min[0], 1e-6), Math.max(max[1] - min[1], 1e-6)];
};

interface BoardOptions {
  readonly width: number;
  readonly height: number;
  readonly fontSize: number;
  readonly hatchSpacing: number;
  readonly markSize: number;
}

/** One view, or all three. */
export type Scenes = Readonly<Partial<Record<ViewName, Scene>>>;

/** Where nothing stands no title does. */
const titleRoom = (row: { readonly height: number }, fontSize: number) => (row.height > 0 ? fontSize : 0);

/** A letter is about so wide, in sizes of its type. */
const LETTER = 0.6;

/** Views that are narrower than their titles get room for them on the right. */
function besideTitles(all: readonly Scene[], fontSize: number, scale: number, margins: Margins): Margins {
  const short = all.map((scene) => {
    const title = (scene.title.length + 1) * LETTER * fontSize;
    return title - margins.left - margins.right - size(scene)[0] * scale;
  });
  return { ...margins, right: margins.right + Math.max(0, ...short) };
}

/** Columns and rows of the grid with the room their dimensions need, and the scale at which all of it fits. */
function gridOf(scenes: Scenes, places: (typeof ARRANGED)[Projection], { width, height, fontSize }: BoardOptions) {
  const names = Object.keys(scenes) as ViewName[];
  const inColumn = (c: number) => names.filter((v) => places[v][0] === c).map((v) => scenes[v]!);
  const inRow = (r: number) => names.filter((v) => places[v][1] === r).map((v) => scenes[v]!);
  let scale = 1;
  let columns: { width: number; margins: Margins }[] = [];
  let rows: { height: number; margins: Margins }[] = [];
  // the room for dimensions hangs on the scale and the scale on the room: a few rounds settle it
  for (let round = 0; round < 4; round++) {
    const before = scale;
    columns = [0, 1].map(inColumn).map((all) => {
      const width = Math.max(0, ...all.map((scene) => size(scene)[0]));
      return { width, margins: besideTitles(all, fontSize, before, sharedMargins(all, fontSize, before)) };
    });
    rows = [0, 1]
      .map(inRow)
      .map((all) => ({
        height: Math.max(0, ...all.map((scene) => size(scene)[1])),
        margins: sharedMargins(all, fontSize, scale),
      }));
    const across = columns.reduce((sum, c) => sum + c.margins.left + c.margins.right, 0);
    const down = rows.reduce((sum, r) => sum + r.margins.top + r.margins.bottom + titleRoom(r, fontSize), 0);
    const most = Math.min(
      (width - across) / columns.reduce((s, c) => s + c.width, 0),
      (height - down) / rows.reduce((s, r) => s + r.height, 0),
    );
    scale = Math.max(1e-3, most);
  }
  return { scale, columns, rows };
}

/** Lays views out as on a drawing board, as large as fits; one alone fills it, without the mark of the projection. */
export function layoutBoard(scenes: Scenes, projection: Projection, options: BoardOptions): Board {
  const places = ARRANGED[projection];
  const { fontSize } = options;
  const { scale, columns, rows } = gridOf(scenes, places, options);
  const columnWidth = columns.map((c) => c.margins.left + c.margins.right + c.width * scale);
  const rowHeight = rows.map((r) => r.margins.top + r.margins.bottom + titleRoom(r, fontSize) + r.height * scale);
  const spareX = Math.max(0, options.width - columnWidth[0] - columnWidth[1]) / 2;
  const cornerOf = ([c, r]: readonly [0 | 1, 0 | 1]): [number, number] => [
    spareX + (c === 1 ? columnWidth[0] : 0),
    r === 1 ? rowHeight[0] : 0,
  ];
  const primitives: Primitive[] = [];
  const label = (at: Point, text: string): Primitive => ({
    kind: 'text',
    at,
    text,
    anchor: 'start',
    role: 'label',
    size: fontSize * 0.92,
  });
  const views = (Object.keys(scenes) as ViewName[]).map((view): BoardView => {
    const [c, r] = places[view];
    const scene = scenes[view]!;
    const origin = cornerOf(places[view]);
    const { left, right } = columns[c].margins;
    const margins = { left, right, top: rows[r].margins.top + fontSize, bottom: rows[r].margins.bottom };
    const [width, height] = [columnWidth[c], rowHeight[r]];
    const page = layoutScene(scene, { ...options, width, height, scale, margins, origin });
    const [ox, oy] = page.toPage([0, 0]);
    const titleAt: Point = [page.toPage([sceneBounds(scene).min[0], 0])[0], origin[1] + fontSize];
    primitives.push(label(titleAt, scene.title), ...page.primitives);
    return {
      view,
      title: scene.title,
      area: [...origin, width, height],
      toPage: page.toPage,
      fromPage: ([x, y]) => [(x - ox) / scale, (oy - y) / scale],
    };
  });
  const [sx, sy] = cornerOf(places.symbol);
  const symbolAt: Point = [sx + fontSize * 1.5, sy + fontSize * 3];
  if (views.length > 1)
    primitives.push(
      ...projectionSymbol(projection, symbolAt, fontSize * 2),
      label([symbolAt[0], symbolAt[1] + fontSize * 2.6], projection),
    );
  const height = Math.min(options.height, rowHeight[0] + rowHeight[1]);
  const [c, r] = places.symbol;
  const mark = fontSize * SYMBOL_LINES;
  const empty = views.length > 1 ? ([sx, sy + mark, columnWidth[c], rowHeight[r] - mark] as const) : null;
  return { width: options.width, height, scale, primitives, views, empty };
}
