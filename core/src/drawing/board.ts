import type { Projection } from '../shop';
import { layoutScene, sharedMargins, type Margins, type Page } from './layout';
import type { Primitive } from './primitive';
import type { ViewName } from '../scene';
import { sceneBounds, type Point, type Scene } from '../scene';

/** Where each view stands: column and row of a grid of two by two, and where the projection symbol goes. */
const ARRANGED: Record<Projection, Record<ViewName | 'symbol', readonly [0 | 1, 0 | 1]>> = {
  // the view from the left stands left of the front view, the view from above stands above it
  'third angle': { above: [1, 0], front: [1, 1], leftEnd: [0, 1], symbol: [0, 0] },
  // the view from the left stands right of the front view, the view from above stands below it
  'first angle': { above: [0, 1], front: [0, 0], leftEnd: [1, 0], symbol: [1, 1] },
};

/** Which of the two views that stand above each other comes first; drawings of old issues have no projection told and are third angle. */
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
}

/** Symbol of the projection (ISO 5456-2, referred to by ISO 128): a cone seen from the side and from its narrow end. */
export function projectionSymbol(projection: Projection, [x, y]: Point, height: number): Primitive[] {
  const n = (v: number) => v.toFixed(2);
  const [h, narrow, length] = [height, height / 2, height];
  const circles = (cx: number) => [h / 2, narrow / 2].map((r) => `M${n(cx - r)} ${n(y)}a${n(r)} ${n(r)} 0 1 0 ${n(2 * r)} 0a${n(r)} ${n(r)} 0 1 0 ${n(-2 * r)} 0Z`).join('');
  // the narrow end is on the left; seen from there, both circles show
  const cone = (x0: number) => `M${n(x0)} ${n(y - narrow / 2)}L${n(x0 + length)} ${n(y - h / 2)}V${n(y + h / 2)}L${n(x0)} ${n(y + narrow / 2)}Z`;
  const center = (x0: number, x1: number) => `M${n(x0)} ${n(y)}H${n(x1)}`;
  const out = h * 0.18;
  const third = projection === 'third angle';
  const [circleAt, coneAt] = third ? [x + h / 2, x + h * 1.6] : [x + length + h * 1.1, x];
  return [
    { kind: 'path', d: cone(coneAt) + circles(circleAt), role: 'zero-line' },
    { kind: 'path', d: `${center(coneAt - out, coneAt + length + out)}${center(circleAt - h / 2 - out, circleAt + h / 2 + out)}M${n(circleAt)} ${n(y - h / 2 - out)}V${n(y + h / 2 + out)}`, role: 'center' },
  ];
}

const size = (scene: Scene): [number, number] => { const { min, max } = sceneBounds(scene); return [Math.max(max[0] - min[0], 1e-6), Math.max(max[1] - min[1], 1e-6)]; };

/** Lays three views out as on a drawing board, as large as fits. */
export function layoutBoard(scenes: Readonly<Record<ViewName, Scene>>, projection: Projection, options: { width: number; height: number; fontSize: number; hatchSpacing: number; markSize: number }): Board {
  const places = ARRANGED[projection];
  const { fontSize } = options;
  const names = Object.keys(scenes) as ViewName[];
  const inColumn = (c: number) => names.filter((v) => places[v][0] === c);
  const inRow = (r: number) => names.filter((v) => places[v][1] === r);
  let scale = 1;
  let columns: { width: number; margins: Margins }[] = [];
  let rows: { height: number; margins: Margins }[] = [];
  // the room for dimensions hangs on the scale and the scale on the room: a few rounds settle it
  for (let round = 0; round < 4; round++) {
    columns = [0, 1].map((c) => ({ width: Math.max(...inColumn(c).map((v) => size(scenes[v])[0])), margins: sharedMargins(inColumn(c).map((v) => scenes[v]), fontSize, scale) }));
    rows = [0, 1].map((r) => ({ height: Math.max(...inRow(r).map((v) => size(scenes[v])[1])), margins: sharedMargins(inRow(r).map((v) => scenes[v]), fontSize, scale) }));
    const across = columns.reduce((sum, c) => sum + c.margins.left + c.margins.right, 0);
    const down = rows.reduce((sum, r) => sum + r.margins.top + r.margins.bottom + fontSize, 0);
    scale = Math.max(1e-3, Math.min((options.width - across) / columns.reduce((s, c) => s + c.width, 0), (options.height - down) / rows.reduce((s, r) => s + r.height, 0)));
  }
  const columnWidth = columns.map((c) => c.margins.left + c.margins.right + c.width * scale);
  const rowHeight = rows.map((r) => r.margins.top + r.margins.bottom + fontSize + r.height * scale);
  const spareX = Math.max(0, options.width - columnWidth[0] - columnWidth[1]) / 2;
  const primitives: Primitive[] = [];
  const views = names.map((view): BoardView => {
    const [c, r] = places[view];
    const origin: Point = [spareX + (c === 1 ? columnWidth[0] : 0), r === 1 ? rowHeight[0] : 0];
    const margins = { left: columns[c].margins.left, right: columns[c].margins.right, top: rows[r].margins.top + fontSize, bottom: rows[r].margins.bottom };
    const page = layoutScene(scenes[view], { ...options, width: columnWidth[c], height: rowHeight[r], scale, margins, origin });
    const [ox, oy] = page.toPage([0, 0]);
    primitives.push({ kind: 'text', at: [page.toPage([sceneBounds(scenes[view]).min[0], 0])[0], origin[1] + fontSize], text: scenes[view].title, anchor: 'start', role: 'label', size: fontSize * 0.92 }, ...page.primitives);
    return { view, title: scenes[view].title, area: [...origin, columnWidth[c], rowHeight[r]], toPage: page.toPage, fromPage: ([x, y]) => [(x - ox) / scale, (oy - y) / scale] };
  });
  const [sc, sr] = places.symbol;
  const symbolAt: Point = [spareX + (sc === 1 ? columnWidth[0] : 0) + fontSize * 1.5, (sr === 1 ? rowHeight[0] : 0) + fontSize * 3];
  primitives.push(...projectionSymbol(projection, symbolAt, fontSize * 2), { kind: 'text', at: [symbolAt[0], symbolAt[1] + fontSize * 2.6], text: projection, anchor: 'start', role: 'label', size: fontSize * 0.92 });
  return { width: options.width, height: Math.min(options.height, rowHeight[0] + rowHeight[1]), scale, primitives, views };
}
