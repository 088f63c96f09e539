import type { Outlines } from '../solid';

export type Point = readonly [number, number];

/** What a shape stands for; the look of each role is the theme's business. */
export type Role =
  | 'hidden'
  | 'center'
  | 'cut-face'
  | 'cutting-line'
  | 'unreached'
  | 'chosen'
  | 'hovered'
  | 'left'
  | 'removed'
  | 'loaded'
  | 'section'
  | 'edges'
  | 'device-edges'
  | 'zero-axis'
  | 'blank'
  | 'part'
  | 'gasket'
  | 'bond'
  | 'pocket'
  | 'pod'
  | 'pod-off'
  | 'tab'
  | 'jig'
  | 'jig-window'
  | 'clamp'
  | 'packing'
  | 'groove'
  | 'steel'
  | 'steel-open'
  | 'grip'
  | 'stop'
  | 'table'
  | 'cut-level'
  | 'locator'
  | 'ghost'
  | 'ghost-near'
  | 'ghost-half';

/** One thing in a drawing, in the view's millimeters (v upwards). */
export type Shape =
  | { readonly kind: 'region'; readonly role: Role; readonly outlines: Outlines }
  | { readonly kind: 'line'; readonly role: Role; readonly points: readonly Point[] }
  | {
      readonly kind: 'lines';
      readonly role: Role;
      /** straight pieces: u0 v0 u1 v1 … */ readonly segments: readonly number[];
    }
  | { readonly kind: 'zero'; readonly mark: 'work' | 'machine'; readonly at: Point; readonly label: string }
  /** a place somebody points at, with its name beside it */
  | { readonly kind: 'mark'; readonly at: Point; readonly text: string }
  | {
      readonly kind: 'label';
      readonly at: Point;
      readonly text: string;
      readonly anchor: 'start' | 'middle' | 'end';
      /** on a paper-colored ground, where it stands on hatch */ readonly backed?: boolean;
    }
  /** where something stands over the drawing, so many page units away and so large: names keep off it */
  | { readonly kind: 'kept-free'; readonly at: Point; readonly aside: Point; readonly half: number }
  | Dimension;

/** A dimension between two levels along the drawing's horizontal or vertical, drawn outside the picture in rows. */
export interface Dimension {
  readonly kind: 'dimension';
  /** what is measured, for highlighting: "grip", "opening" … */
  readonly measures: string;
  readonly along: 'horizontal' | 'vertical';
  readonly from: number;
  readonly to: number;
  /** where the extension lines begin, across the measured direction */
  readonly reach: number;
  readonly side: 'left' | 'right' | 'top' | 'bottom';
  /** what it is, and the number: two lines beside a vertical dimension, one along a horizontal */
  readonly name: string;
  readonly value: string;
}

export interface Scene {
  readonly title: string;
  readonly shapes: readonly Shape[];
}

export function rectangle(x0: number, y0: number, x1: number, y1: number): Outlines {
  return [
    [
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
    ],
  ];
}

/** Straight pieces moved, rounded to what a drawing can show. */
export function moveSegments(segments: ArrayLike<number>, [du, dv]: Point): number[] {
  return Array.from(segments, (c, i) => Math.round((c + (i % 2 === 0 ? du : dv)) * 1e4) / 1e4);
}

export function moveOutlines(outlines: Outlines, [du, dv]: Point): Outlines {
  return outlines.map((ring) => ring.map(([u, v]) => [u + du, v + dv] as const));
}

const bounds = new WeakMap<Scene, { min: Point; max: Point }>();

/**
 * Smallest box around the drawn geometry; dimensions and labels stand outside it. Kept by scene: laying one out asks
 * for it again and again.
 */
export function sceneBounds(scene: Scene): { min: Point; max: Point } {
  let known = bounds.get(scene);
  if (!known) bounds.set(scene, (known = boundsOf(scene)));
  return known;
}

function boundsOf(scene: Scene): { min: Point; max: Point } {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  const meet = (x: number, y: number) => {
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
  };
  for (const s of scene.shapes) {
    if (s.kind === 'region') for (const ring of s.outlines) for (const [x, y] of ring) meet(x, y);
    else if (s.kind === 'line') for (const [x, y] of s.points) meet(x, y);
    else if (s.kind === 'lines')
      for (let i = 0; i + 1 < s.segments.length; i += 2) meet(s.segments[i], s.segments[i + 1]);
    else if (s.kind === 'zero') meet(s.at[0], s.at[1]);
  }
  return x0 === Infinity ? { min: [0, 0], max: [1, 1] } : { min: [x0, y0], max: [x1, y1] };
}
