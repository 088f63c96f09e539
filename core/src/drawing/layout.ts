import { hatchLines, stippleDots } from './hatch';
import { besideLength, placeDimensions, roomFor } from './dimensions';
import { drawDimension } from './drawDimension';
import { linesPath, n, pathOf } from './paths';
import { sceneBounds, type Dimension, type Point, type Role, type Scene, type Shape } from '../scene';
import type { Primitive } from './primitive';
import { besideMark, higherOrLower, placeTexts, roomOf, roomOfMark, type Text } from './placeTexts';
import { labelText, nameOnSteel, roomKept } from './labels';

export interface LayoutOptions {
  readonly width: number;
  readonly height: number;
  /** page units per millimeter; left out: as large as fits */
  readonly scale?: number;
  readonly fontSize: number;
  readonly hatchSpacing: number;
  /** half the size of the zero mark */
  readonly markSize: number;
  /** room kept for dimensions; left out: what this scene needs. Give views that stand one above the other the same. */
  readonly margins?: Margins;
  /** upper left corner of the area on its page; left out: 0, 0 */
  readonly origin?: Point;
}

export type Margins = Readonly<Record<Dimension['side'], number>>;

export interface Page {
  readonly width: number;
  readonly height: number;
  readonly scale: number;
  readonly primitives: readonly Primitive[];
  /** drawing millimeters to page units */
  readonly toPage: (p: Point) => Point;
}

const HATCHED: readonly Role[] = ['steel', 'cut-face', 'unreached'];

/**
 * Room around a picture for its dimensions and labels. The scale decides which dimensions can share a row; it is not
 * known before the room is, so a first guess is enough.
 */
function margins(scene: Scene, fontSize: number, scale: number): Margins {
  const placed = placeDimensions(scene, scale, fontSize);
  const labels = scene.shapes.some((s) => s.kind === 'label');
  const { max } = sceneBounds(scene);
  const beside = placed.map((p) =>
    p.beside
      ? (Math.max(p.dimension.from, p.dimension.to) - max[0]) * scale +
        besideLength(p.dimension, fontSize) +
        fontSize * 0.5
      : 0,
  );
  return {
    left: Math.max(roomFor(placed, 'left', fontSize), fontSize * 0.6),
    right: Math.max(roomFor(placed, 'right', fontSize), labels ? fontSize * 2 : fontSize * 0.6, ...beside),
    top: roomFor(placed, 'top', fontSize) + fontSize * 1.6,
    bottom: roomFor(placed, 'bottom', fontSize) + fontSize,
  };
}

/** The scale at which a scene fills an area less its margins. */
function scaleWithin(scene: Scene, width: number, height: number, m: Margins): number {
  const { min, max } = sceneBounds(scene);
  return Math.max(
    Math.min(
      (width - m.left - m.right) / Math.max(max[0] - min[0], 1e-6),
      (height - m.top - m.bottom) / Math.max(max[1] - min[1], 1e-6),
    ),
    1e-3,
  );
}

/** The scale at which a scene fills an area, with the room its dimensions need at that scale. */
function fitted(scene: Scene, width: number, height: number, fontSize: number): { scale: number; margins: Margins } {
  const { min, max } = sceneBounds(scene);
  let scale = Math.min(width / Math.max(max[0] - min[0], 1e-6), height / Math.max(max[1] - min[1], 1e-6));
  let room = margins(scene, fontSize, scale);
  // two rounds come to rest: a smaller scale can only need more rows
  for (let round = 0; round < 3; round++) {
    scale = scaleWithin(scene, width, height, room);
    room = margins(scene, fontSize, scale);
  }
  return { scale, margins: room };
}

/** Margins that serve several views: so that above and front stand aligned as on a drawing board. */
export function sharedMargins(scenes: readonly Scene[], fontSize: number, scale = 1): Margins {
  return mostOf(scenes.map((scene) => margins(scene, fontSize, scale)));
}

function mostOf(all: readonly Margins[]): Margins {
  const most = (side: Dimension['side']) => Math.max(0, ...all.map((m) => m[side]));
  return { left: most('left'), right: most('right'), top: most('top'), bottom: most('bottom') };
}

/** The same where the scale of each view follows from the area it gets. */
export function alignedMargins(
  views: readonly { readonly scene: Scene; readonly width: number; readonly height: number }[],
  fontSize: number,
): Margins {
  let room = sharedMargins(
    views.map((v) => v.scene),
    fontSize,
  );
  for (let round = 0; round < 3; round++) {
    const within = room;
    room = mostOf(
      views.map(({ scene, width, height }) => margins(scene, fontSize, scaleWithin(scene, width, height, within))),
    );
  }
  return room;
}

function groundOf({ at: [x, y], text, anchor, size }: Extract<Primitive, { kind: 'text' }>): Primitive {
  const w = text.length * size * 0.6;
  const left = anchor === 'middle' ? x - w / 2 : anchor === 'start' ? x : x - w;
  return {
    kind: 'path',
    d: `M${n(left - 1)} ${n(y - size * 0.8)}h${n(w + 2)}v${n(size)}h${n(-w - 2)}Z`,
    role: 'number-ground',
  };
}

/** Work zero: a quartered square with one serrated corner. Machine zero: its open counterpart. */
export function zeroMark(mark: 'work' | 'machine', [x, y]: Point, r: number): Primitive[] {
  const square = `M${n(x - r)} ${n(y - r)}H${n(x + r)}V${n(y + r)}H${n(x - r)}Z`;
  const quarters = `M${n(x - r)} ${n(y - r)}H${n(x)}V${n(y)}H${n(x - r)}ZM${n(x)} ${n(y)}H${n(x + r)}V${n(y + r)}H${n(x)}Z`;
  const tooth = r / 3;
  const teeth = `M${n(x - r)} ${n(y - r)}${[0, 1, 2].map((i) => `L${n(x - r + (i + 0.5) * tooth * 2)} ${n(y - r - tooth)}L${n(x - r + (i + 1) * tooth * 2)} ${n(y - r)}`).join('')}`;
  const cross = `M${n(x - r)} ${n(y)}H${n(x + r)}M${n(x)} ${n(y - r)}V${n(y + r)}`;
  const paper: Primitive = { kind: 'path', d: square, role: 'zero-paper' };
  const edge: Primitive = { kind: 'path', d: `${square}${teeth}${mark === 'machine' ? cross : ''}`, role: 'zero-line' };
  return mark === 'work' ? [paper, { kind: 'path', d: quarters, role: 'zero-ink' }, edge] : [paper, edge];
}

/** A ring with a dot: the place is its middle. */
function pointedAt([x, y]: Point, r: number): Primitive[] {
  const ring = (half: number) =>
    `M${n(x - half)} ${n(y)}a${n(half)} ${n(half)} 0 1 0 ${n(2 * half)} 0a${n(half)} ${n(half)} 0 1 0 ${n(-2 * half)} 0Z`;
  return [
    { kind: 'path', d: ring(r), role: 'zero-line' },
    { kind: 'path', d: ring(r / 4), role: 'zero-ink' },
  ];
}

type ShapeOf<K extends Shape['kind']> = Extract<Shape, { kind: K }>;

/** A mark with the name that stands beside it. */
function markNamed(shape: Shape, toPage: (p: Point) => Point): { at: Point; name: string }[] {
  if (shape.kind === 'zero') return [{ at: toPage(shape.at), name: shape.label }];
  return shape.kind === 'mark' ? [{ at: toPage(shape.at), name: shape.text }] : [];
}

/** A region with what lies on it: steel is hatched, metal taken away is stippled. */
function drawRegion(
  { outlines, role }: ShapeOf<'region'>,
  toPage: (p: Point) => Point,
  hatchSpacing: number,
): Primitive[] {
  if (outlines.length === 0) return [];
  const path: Primitive = { kind: 'path', d: pathOf(outlines, toPage), role };
  const onPage = outlines.map((ring) => ring.map(toPage));
  if (HATCHED.includes(role))
    return [path, { kind: 'path', d: linesPath(hatchLines(onPage, hatchSpacing)), role: 'hatch' }];
  if (role !== 'removed') return [path];
  const dots = stippleDots(onPage, hatchSpacing * 0.8)
    .map(([x, y]) => `M${n(x)} ${n(y)}h0.01`)
    .join('');
  return dots ? [path, { kind: 'path', d: dots, role: 'stipple' }] : [path];
}

function drawLines({ segments, role }: ShapeOf<'lines'>, toPage: (p: Point) => Point): Primitive[] {
  const lines: [Point, Point][] = [];
  for (let i = 0; i < segments.length; i += 4) {
    lines.push([toPage([segments[i], segments[i + 1]]), toPage([segments[i + 2], segments[i + 3]])]);
  }
  return lines.length > 0 ? [{ kind: 'path', d: linesPath(lines), role }] : [];
}

/**
 * Lays a scene out on a page area: true to scale, hatch and type in page units, dimensions in rows outside the
 * picture. The same for screen, storyboard and paper.
 */
export function layoutScene(scene: Scene, options: LayoutOptions): Page {
  const { width, height, fontSize } = options;
  const bounds = sceneBounds(scene);
  const [w, h] = [bounds.max[0] - bounds.min[0], bounds.max[1] - bounds.min[1]];
  const given = options.margins ?? (options.scale === undefined ? null : margins(scene, fontSize, options.scale));
  const fit = given
    ? { margins: given, scale: scaleWithin(scene, width, height, given) }
    : fitted(scene, width, height, fontSize);
  const m = fit.margins;
  const scale = options.scale ?? fit.scale;
  const [x0, y0] = options.origin ?? [0, 0];
  const left = x0 + m.left + (width - m.left - m.right - w * scale) / 2;
  const top = y0 + m.top + (height - m.top - m.bottom - h * scale) / 2;
  const toPage = ([u, v]: Point): Point => [left + (u - bounds.min[0]) * scale, top + (bounds.max[1] - v) * scale];
  const box = { left, right: left + w * scale, top, bottom: top + h * scale };
  const placed = new Map(placeDimensions(scene, scale, fontSize).map((p) => [p.dimension, p]));
  const loose: Text[][] = [];
  const middle: Point = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const taken = scene.shapes.flatMap((s) => (s.kind === 'kept-free' ? [roomKept(s, toPage(s.at))] : []));
  const primitives = scene.shapes.flatMap((shape): Primitive[] => {
    switch (shape.kind) {
      case 'region':
        return drawRegion(shape, toPage, options.hatchSpacing);
      case 'lines':
        return drawLines(shape, toPage);
      case 'line':
        return [
          { kind: 'path', d: `M${shape.points.map((p) => toPage(p).map(n).join(' ')).join('L')}`, role: shape.role },
        ];
      case 'zero':
        return zeroMark(shape.mark, toPage(shape.at), options.markSize);
      case 'mark':
        return pointedAt(toPage(shape.at), options.markSize);
      case 'kept-free':
        return [];
      case 'label': {
        const text = labelText(shape, toPage(shape.at), fontSize);
        // on steel it says which; beside it there is room
        if (shape.backed) return nameOnSteel(text, taken, middle);
        loose.push(higherOrLower(text));
        return [];
      }
      case 'dimension':
        return drawDimension(placed.get(shape)!, { box, toPage, fontSize });
    }
  });
  // texts stand on ground of their own above all lines: an extension line further out must not run through a number
  const isText = (p: Primitive) => p.measures !== undefined && p.kind === 'text';
  const texts = primitives.filter(isText).flatMap((p) => (p.kind === 'text' ? [groundOf(p), p] : []));
  const marks = scene.shapes.flatMap((s) => markNamed(s, toPage));
  taken.push(
    ...primitives.flatMap((p) => (p.kind === 'text' ? [roomOf(p)] : [])),
    ...marks.map((m) => roomOfMark(m.at, options.markSize)),
  );
  const named = marks.flatMap((m) => (m.name ? [besideMark(m.at, m.name, options.markSize, fontSize * 1.1)] : []));
  const names = placeTexts([...loose, ...named], taken, { x0, x1: x0 + width, y0, y1: y0 + height }).flatMap((t) =>
    t.role === 'register' ? [groundOf(t), t] : [t],
  );
  return { width, height, scale, primitives: [...primitives.filter((p) => !isText(p)), ...names, ...texts], toPage };
}

/**
 * A round scale as page units per millimeter, for a page with `unitsPerMm` units in a millimeter: the largest that
 * fits all scenes (ISO 5455, with 1:2.5, 1:3 and 1:4 in between).
 */
export function standardScale(
  scenes: readonly { scene: Scene; width: number; height: number }[],
  fontSize: number,
  unitsPerMm: number,
): { scale: number; says: string } {
  const standard: [number, string][] = [
    [5, '5:1'],
    [2, '2:1'],
    [1, '1:1'],
    [1 / 2, '1:2'],
    [1 / 2.5, '1:2.5'],
    [1 / 3, '1:3'],
    [1 / 4, '1:4'],
    [1 / 5, '1:5'],
    [1 / 10, '1:10'],
    [1 / 20, '1:20'],
    [1 / 50, '1:50'],
  ];
  const fits = (factor: number) =>
    scenes.every(({ scene, width, height }) => {
      const { min, max } = sceneBounds(scene);
      const m = margins(scene, fontSize, factor * unitsPerMm);
      return (
        (max[0] - min[0]) * factor * unitsPerMm <= width - m.left - m.right &&
        (max[1] - min[1]) * factor * unitsPerMm <= height - m.top - m.bottom
      );
    });
  const [factor, says] = standard.find(([f]) => fits(f)) ?? standard[standard.length - 1];
  return { scale: factor * unitsPerMm, says };
}
