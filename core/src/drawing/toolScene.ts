import { horizontal, rectangle, vertical, type Point, type Scene, type Shape } from '../scene';
import type { ShopTool } from '../shop';
import type { Outlines } from '../solid';
import type { Speech } from '../units';

/** What of a tool can be drawn, along its axis from the tip up. Lengths in mm. */
interface Sizes {
  readonly radius: number;
  readonly flute: number;
  readonly shank: number;
  readonly stickOut: number;
}

/** Sizes nobody has told are drawn as usual beside those that are: null where not even the diameter is known. */
function sizesOf(tool: ShopTool): Sizes | null {
  if (tool.diameter === null) return null;
  const radius = tool.diameter / 2;
  const flute = tool.fluteLength ?? Math.max(tool.diameter * 2, 1);
  return {
    radius,
    flute,
    shank: (tool.shank ?? tool.diameter) / 2,
    stickOut: Math.max(tool.stickOut ?? flute * 1.5, 1e-3),
  };
}

/** So many straight pieces round a corner. */
const PIECES = 8;

/** The right half of the tip's profile, from the axis out: flat, rounded, or pointed. */
function tip(tool: ShopTool, { radius }: Sizes): Point[] {
  const angle = tool.point ?? (tool.kind === 'drill' ? 118 : null);
  const isPointed = ['drill', 'spot drill', 'countersink', 'chamfer mill'].includes(tool.kind) && angle !== null;
  if (isPointed && angle < 180)
    return [
      [0, 0],
      [radius, radius / Math.tan((angle * Math.PI) / 360)],
    ];
  const corner = Math.min(tool.kind === 'ball end mill' ? radius : (tool.corner ?? 0), radius);
  if (corner <= 0)
    return [
      [0, 0],
      [radius, 0],
    ];
  const round = Array.from({ length: PIECES + 1 }, (_, i): Point => {
    const a = (i * Math.PI) / (2 * PIECES);
    return [radius - corner + corner * Math.sin(a), corner - corner * Math.cos(a)];
  });
  return [[0, 0], ...round];
}

/** Cutting part and shank, from the tip up to the holder's face. */
function toolOutline(tool: ShopTool, sizes: Sizes): Outlines {
  const { flute, radius, shank, stickOut } = sizes;
  const low = tip(tool, sizes);
  const top = Math.min(Math.max(flute, low.at(-1)![1]), stickOut);
  const half: Point[] = [
    ...low.filter(([, v]) => v <= stickOut),
    [radius, top],
    ...(top < stickOut ? [[shank, top] as const, [shank, stickOut] as const] : []),
  ];
  const left = [...half]
    .reverse()
    .filter(([u]) => u > 0)
    .map(([u, v]): Point => [-u, v]);
  return [[...half, ...left]];
}

/** The steps of a holder above its face. */
export function holderOutlines({ holder: { steps } }: Pick<ShopTool, 'holder'>, face: number): Outlines[] {
  let from = face;
  return steps.map(({ diameter, length }) => {
    const step = rectangle(-diameter / 2, from, diameter / 2, from + length);
    from += length;
    return step;
  });
}

/** Turned over: the tip to the left, the axis to the right. */
const lying = (outlines: Outlines): Outlines => outlines.map((ring) => ring.map(([u, v]) => [v, u] as const));

/**
 * A tool in its holder, true to scale, its tip to the left: what was told with its dimensions, what nobody told as it
 * usually is. Null: not even its diameter is known.
 */
export function toolScene(tool: ShopTool, speech: Speech): Scene | null {
  const sizes = sizesOf(tool);
  if (!sizes || tool.diameter === null) return null;
  const { radius, stickOut } = sizes;
  const steps = holderOutlines(tool, stickOut);
  const end = stickOut + tool.holder.steps.reduce((sum, s) => sum + s.length, 0);
  const wide = Math.max(radius, sizes.shank, ...tool.holder.steps.map((s) => s.diameter / 2));
  const along = (name: string, to: number | null, side: 'top' | 'bottom') =>
    to === null ? [] : [horizontal(name, [0, to], { reach: side === 'top' ? wide : -wide, side }, speech.size(to))];
  const shapes: Shape[] = [
    ...steps.map((outlines): Shape => ({ kind: 'region', role: 'steel', outlines: lying(outlines) })),
    { kind: 'region', role: 'left', outlines: lying(toolOutline(tool, sizes)) },
    {
      kind: 'line',
      role: 'center',
      points: [
        [-radius * 0.6, 0],
        [end + radius * 0.6, 0],
      ],
    },
    vertical('diameter', [-radius, radius], { reach: 0, side: 'left' }, speech.size(tool.diameter)),
    ...along('flute length', tool.fluteLength, 'bottom'),
    ...along('stick-out', tool.stickOut, 'bottom'),
    ...along('length', tool.measured?.length ?? null, 'top'),
  ];
  return { title: `${tool.name}, its tip to the left`, shapes };
}
