/*
 * Drawings as files: what is on the screen, true to scale, for other programs.
 */

import { layoutScene, type Scene } from '@violet-jaw/core/drawing';
import { sceneBounds, type Point } from '@violet-jaw/core/scene';
import type { Units } from '@violet-jaw/core/units';
import { writeDxf, type DxfLayer } from '../dxf/write';
import { PATH_STYLE } from './ink';

/** Page units per millimeter: paths are written to a hundredth of one. */
const PER_MM = 10;
/** Lettering 3.5 mm high (ISO 3098), hatch and marks beside it. */
const SIZES = { fontSize: 3.5 * PER_MM, hatchSpacing: 2.5 * PER_MM, markSize: 2.6 * PER_MM };
/** Room for dimensions all round, mm. */
const ROOM_MM = 45;
const POINT_MM = 25.4 / 72;

const escaped = (text: string): string =>
  text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`).replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/g, '');

/**
 * A scene as SVG, 1:1: a millimeter of the part is a millimeter of the drawing when it is printed at its own size.
 * @param room for dimensions all round, mm
 */
export function sceneAsSvg(scene: Scene, room: number = ROOM_MM): string {
  const { min, max } = sceneBounds(scene);
  const [width, height] = [0, 1].map((k) => (max[k] - min[k] + 2 * room) * PER_MM);
  const { primitives } = layoutScene(scene, { ...SIZES, width, height, scale: PER_MM });
  const drawn = primitives.map((p) => {
    if (p.kind === 'text')
      return `<text x="${p.at[0]}" y="${p.at[1]}" text-anchor="${p.anchor}" font-size="${p.size}"${p.role === 'label' ? '' : ' font-family="monospace"'}>${escaped(p.text)}</text>`;
    const { fill = 'none', stroke = 'none', width: points = 0, dash, cap } = PATH_STYLE[p.role] ?? {};
    const size = POINT_MM * PER_MM;
    const dashes = dash
      ? ` stroke-dasharray="${dash
          .split(' ')
          .map((d) => (Number(d) * size).toFixed(1))
          .join(' ')}"`
      : '';
    return `<path d="${p.d}" fill="${fill}" fill-rule="evenodd" stroke="${stroke}" stroke-width="${(points * size).toFixed(2)}"${dashes}${cap ? ` stroke-linecap="${cap}"` : ''}/>`;
  });
  const mm = (v: number) => `${v / PER_MM}mm`;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${mm(width)}" height="${mm(height)}" viewBox="0 0 ${width} ${height}" font-family="sans-serif">`,
    `<title>${escaped(scene.title)}</title>`,
    '<rect width="100%" height="100%" fill="#ffffff"/>',
    ...drawn,
    '</svg>',
    '',
  ].join('\n');
}

/** A point alone is no line. */
const isLine = (line: readonly Point[]): boolean => line.length > 1;

/**
 * The outlines of a scene as DXF, 1:1, without its texts and dimensions: a layer for every kind of line.
 * @param units what the numbers in the file are written in
 */
export function sceneAsDxf(scene: Scene, units: Units): string {
  const layers = new Map<string, { name: string; rings: Point[][]; lines: Point[][] }>();
  const layer = (name: string) => {
    const known = layers.get(name) ?? { name, rings: [], lines: [] };
    layers.set(name, known);
    return known;
  };
  for (const shape of scene.shapes) {
    if (shape.kind === 'region') layer(shape.role).rings.push(...shape.outlines.map((r) => [...r]));
    if (shape.kind === 'line' && isLine(shape.points)) layer(shape.role).lines.push([...shape.points]);
    if (shape.kind === 'lines')
      for (let i = 0; i + 3 < shape.segments.length; i += 4)
        layer(shape.role).lines.push([
          [shape.segments[i], shape.segments[i + 1]],
          [shape.segments[i + 2], shape.segments[i + 3]],
        ]);
  }
  return writeDxf([...layers.values()] satisfies DxfLayer[], units);
}
