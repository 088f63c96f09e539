import { circleOf, horizontal, rectangle, vertical, type Scene, type Shape } from '../scene';
import type { Clamp, Parallels, Pin, Stock } from '../shop';
import type { Outlines } from '../solid';
import type { Speech } from '../units';

const steel = (outlines: Outlines): Shape => ({ kind: 'region', role: 'steel', outlines });
const plain = (outlines: Outlines): Shape => ({ kind: 'region', role: 'left', outlines });

/** A box seen from one side with its two sizes. Width to the right, height up, mm. */
function box(title: string, [width, height]: readonly [number, number], speech: Speech): Scene {
  return {
    title,
    shapes: [
      steel(rectangle(0, 0, width, height)),
      horizontal('', [0, width], { reach: 0, side: 'bottom' }, speech.size(width)),
      vertical('', [0, height], { reach: width, side: 'right' }, speech.size(height)),
    ],
  };
}

/** A shank with a head on it, standing on its point. */
function headed(
  title: string,
  c: { shank: number; head: number; headHeight: number; length: number },
  speech: Speech,
): Scene {
  const rise = Math.max(c.headHeight, c.head * 0.08);
  return {
    title,
    shapes: [
      steel(rectangle(-c.shank / 2, 0, c.shank / 2, c.length)),
      steel(rectangle(-c.head / 2, c.length, c.head / 2, c.length + rise)),
      vertical('length', [0, c.length], { reach: c.head / 2, side: 'right' }, speech.size(c.length)),
      horizontal('head', [-c.head / 2, c.head / 2], { reach: c.length + rise, side: 'top' }, speech.size(c.head)),
    ],
  };
}

/** A clamp from the side, true to scale. */
export function clampScene(clamp: Clamp, speech: Speech): Scene {
  const title = `${clamp.name} from the side`;
  switch (clamp.kind) {
    case 'strap': {
      const bolt = clamp.length * 0.55;
      const over = clamp.thickness + clamp.headHeight;
      return {
        title,
        shapes: [
          steel(rectangle(0, 0, clamp.length, clamp.thickness)),
          plain(rectangle(bolt - clamp.thread / 2, clamp.thickness, bolt + clamp.thread / 2, over)),
          horizontal('', [0, clamp.length], { reach: 0, side: 'bottom' }, speech.size(clamp.length)),
          vertical('strap', [0, clamp.thickness], { reach: clamp.length, side: 'right' }, speech.size(clamp.thickness)),
          vertical('to the top of its bolt', [0, over], { reach: 0, side: 'left' }, speech.size(over)),
        ],
      };
    }
    case 'edge clamp':
      return box(title, [clamp.length, clamp.height], speech);
    case 'weight':
      return box(title, [clamp.diameter, clamp.height], speech);
    case 'screw':
    case 'nail':
      return headed(title, clamp, speech);
  }
}

/** Parallels from their end; where nobody told how thick they are, 8 mm. */
export const parallelsScene = ({ name, height, thickness }: Parallels, speech: Speech): Scene => {
  const { title, shapes } = box(`${name} from the end`, [thickness ?? 8, height], speech);
  return {
    title,
    shapes: thickness === null ? shapes.filter((s) => s.kind !== 'dimension' || s.measures !== 'length') : shapes,
  };
};

/** A pin or bush seen along its axis; a pointer from the side. */
export function pinScene(pin: Pin, speech: Speech): Scene {
  const title = `${pin.name} along its axis`;
  if (pin.kind === 'pointer') {
    const side = box(`${pin.name} from the side`, [8, pin.length], speech);
    return { ...side, shapes: side.shapes.filter((s) => s.kind !== 'dimension' || s.along === 'vertical') };
  }
  const thick = pin.kind === 'edge pin' ? (pin.measured ?? pin.diameter) : pin.diameter;
  const r = thick / 2;
  const inside = horizontal('', [-r, r], { reach: -r, side: 'bottom' }, speech.size(thick));
  if (pin.kind === 'bush') {
    const out = pin.outside / 2;
    return {
      title,
      shapes: [
        steel([...circleOf(0, 0, out), ...circleOf(0, 0, r).map((ring) => [...ring].reverse())]),
        horizontal('bore', [-r, r], { reach: -out, side: 'bottom' }, speech.size(thick)),
        horizontal('outside', [-out, out], { reach: out, side: 'top' }, speech.size(pin.outside)),
      ],
    };
  }
  if (pin.kind === 'relieved dowel') {
    const half = Math.min(pin.land / 2, r);
    const across = Math.sqrt(Math.max(0, r * r - half * half));
    const waist = across * 0.55;
    return {
      title,
      shapes: [
        steel([
          [
            [-across, -half],
            [-waist, -half],
            [0, -r * 0.8],
            [waist, -half],
            [across, -half],
            [across, half],
            [waist, half],
            [0, r * 0.8],
            [-waist, half],
            [-across, half],
          ],
        ]),
        horizontal('', [-r, r], { reach: -r, side: 'bottom' }, speech.size(thick)),
        vertical('land', [-half, half], { reach: r, side: 'right' }, speech.size(pin.land)),
      ],
    };
  }
  return { title, shapes: [steel(circleOf(0, 0, r)), inside] };
}

/** A piece of stock cut through, true to scale. */
export function stockScene(stock: Stock, speech: Speech): Scene {
  const title = `${stock.name}, its section`;
  const r = stock.across / 2;
  const across = horizontal('', [-r, r], { reach: -r, side: 'bottom' }, speech.size(stock.across));
  switch (stock.kind) {
    case 'flat bar':
      return box(title, [stock.width, stock.thickness], speech);
    case 'plate':
    case 'sheet': {
      // cut to any width
      const { shapes } = box(title, [Math.max(stock.thickness * 4, 40), stock.thickness], speech);
      return { title, shapes: shapes.filter((s) => s.kind !== 'dimension' || s.along === 'vertical') };
    }
    case 'round bar':
      return { title, shapes: [steel(circleOf(0, 0, r)), across] };
    case 'hexagon bar': {
      const corner = r / Math.cos(Math.PI / 6);
      const ring = Array.from({ length: 6 }, (_, i) => {
        const a = (i * Math.PI) / 3 + Math.PI / 6;
        return [corner * Math.cos(a), corner * Math.sin(a)] as const;
      });
      return {
        title,
        shapes: [
          steel([ring]),
          horizontal('across flats', [-r, r], { reach: -corner, side: 'bottom' }, speech.size(stock.across)),
        ],
      };
    }
    case 'tube': {
      const inner = circleOf(0, 0, stock.bore / 2).map((ring) => [...ring].reverse());
      return {
        title,
        shapes: [
          steel(stock.bore < stock.across ? [...circleOf(0, 0, r), ...inner] : circleOf(0, 0, r)),
          across,
          horizontal('bore', [-stock.bore / 2, stock.bore / 2], { reach: r, side: 'top' }, speech.size(stock.bore)),
        ],
      };
    }
  }
}
