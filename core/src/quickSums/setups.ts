import { horizontal, rectangle, vertical, type Shape } from '../scene';
import { above, num, region, sizeField as size, type QuickSum } from './types';

const NO_CHANGE = 1e-9;

/** What moves a zero when a part is turned over in a vise. */
const flip: QuickSum = {
  id: 'flip',
  name: 'Zero at a flip',
  what: 'A block is turned over in the vise, front to back. Zero is at the finished top, at the edge by the fixed jaw.',
  fields: [
    size('under', 'Stock left underneath, first side', 3),
    size('before', 'Parallels, first side', 32),
    size('after', 'Parallels, second side', 16),
    size('jawBefore', 'Stock at the fixed jaw, first side', 3),
    size('jawAfter', 'Stock at the fixed jaw, second side', 0),
    size('height', 'Finished thickness', 38, above),
  ],
  source:
    'ΔZ = parallels after − parallels before − stock underneath; ΔY = stock at the jaw before − after, towards the fixed jaw (common practice, no source). The finished thickness is in both and falls out.',
  answer: (values, speech) => {
    const [under, before, after, height] = ['under', 'before', 'after', 'height'].map((k) => num(values, k));
    const dz = after - before - under;
    const dy = num(values, 'jawBefore') - num(values, 'jawAfter');
    const towards = Math.abs(dy) < NO_CHANGE ? '' : `, towards the ${dy > 0 ? 'fixed' : 'moving'} jaw`;
    const lying = (at: number, rest: number, below: number): Shape[] => [
      region('packing', rectangle(at, 0, at + 30, Math.max(rest, 1e-3))),
      ...(below > 0 ? [region('removed', rectangle(at, rest, at + 30, rest + below))] : []),
      region('part', rectangle(at, rest + below, at + 30, rest + below + height)),
    ];
    const [first, second] = [before + under + height, after + height];
    return {
      results: [
        { label: 'Z of zero moves by', mm: dz, signed: true },
        { label: `Y of zero moves by${towards}`, mm: Math.abs(dy) },
      ],
      sentence: `Second side: zero ${speech.sizeWithUnit(Math.abs(dz))} ${dz < 0 ? 'lower' : 'higher'}, ${
        towards === ''
          ? 'at the same Y'
          : `${speech.sizeWithUnit(Math.abs(dy))} nearer to the ${dy > 0 ? 'fixed' : 'moving'} jaw`
      }.`,
      scene: {
        title: 'Before and after, along the jaws',
        shapes: [
          ...lying(0, before, under),
          ...lying(60, after, 0),
          vertical('first', [0, first], { reach: 0, side: 'left' }, speech.size(first)),
          vertical('second', [0, second], { reach: 90, side: 'right' }, speech.size(second)),
        ],
      },
    };
  },
};

/** What is gripped, and how far the cut stays above the jaws. */
const viseMargin: QuickSum = {
  id: 'vise',
  name: 'Grip and margin in a vise',
  what: 'How much of a part the jaws hold, and how far the lowest cut stays above them.',
  fields: [
    size('jaw', 'Jaw top above the bed', 40, above),
    size('parallels', 'Parallels', 32),
    size('height', 'Height of the material', 44, above),
    size('depth', 'Cut down from its top by', 34),
  ],
  source: 'Grip = jaw − parallels; margin = parallels + height − depth − jaw (common practice, no source).',
  answer: (values, speech) => {
    const [jaw, parallels, height, depth] = ['jaw', 'parallels', 'height', 'depth'].map((k) => num(values, k));
    const top = parallels + height;
    const grip = Math.min(jaw, top) - parallels;
    if (grip <= 0) return { problem: 'The parallels are as high as the jaws: nothing is held.' };
    const cut = top - depth;
    const margin = cut - jaw;
    const says =
      depth > height
        ? 'The cut goes below the material: into the parallels.'
        : margin < 0
          ? `The cut goes ${speech.sizeWithUnit(-margin)} below the jaw tops: into the jaws if it comes near them.`
          : `The cut stays ${speech.sizeWithUnit(margin)} above the jaws.`;
    return {
      results: [
        { label: 'Gripped', mm: grip },
        { label: 'Cut above the jaw tops', mm: margin, signed: true },
        { label: 'Deepest cut at the jaws', mm: Math.max(0, top - jaw) },
      ],
      sentence: `${speech.sizeWithUnit(grip)} gripped. ${says}`,
      scene: {
        title: 'From the left end',
        shapes: [
          region('steel', rectangle(-30, 0, 0, jaw)),
          region('steel', rectangle(40, 0, 70, jaw)),
          ...(parallels > 0
            ? [region('packing', rectangle(2, 0, 10, parallels)), region('packing', rectangle(30, 0, 38, parallels))]
            : []),
          region('part', rectangle(0, parallels, 40, top)),
          {
            kind: 'line',
            role: 'cut-level',
            points: [
              [-10, cut],
              [50, cut],
            ],
          },
          vertical('grip', [parallels, parallels + grip], { reach: -30, side: 'left' }, speech.size(grip)),
          vertical(
            'margin',
            [Math.min(jaw, cut), Math.max(jaw, cut)],
            { reach: 70, side: 'right' },
            speech.signed(margin),
          ),
        ],
      },
    };
  },
};

/** More copies than these are not drawn one by one. */
const MOST_DRAWN = 60;

/** How many copies a blank gives. */
const copies: QuickSum = {
  id: 'copies',
  name: 'Gap between copies',
  what: 'How many copies one length of material gives, and how far one is from the next.',
  fields: [
    size('length', 'Length of the material', 500, above),
    size('one', 'Length of one part', 45, above),
    size('gap', 'Between two parts: cutter and skin', 8),
    size('ends', 'Left at each end', 5),
  ],
  source: 'n = ⌊(length − 2 · ends + gap) / (part + gap)⌋; step = part + gap (common practice, no source).',
  answer: (values, speech) => {
    const [length, one, gap, ends] = ['length', 'one', 'gap', 'ends'].map((k) => num(values, k));
    const step = one + gap;
    const count = Math.floor((length - 2 * ends + gap) / step + 1e-9);
    if (count < 1) return { problem: `Not one fits: ${speech.sizeWithUnit(one + 2 * ends)} are needed.` };
    const used = count * one + (count - 1) * gap;
    const left = Math.max(0, length - 2 * ends - used);
    const wide = Math.max(length / 12, 1);
    return {
      results: [
        { label: 'Copies', says: String(count) },
        { label: 'From one to the next', mm: step },
        { label: 'Left over', mm: left },
      ],
      sentence: `${count} ${count === 1 ? 'copy' : 'copies'}, zero moves by ${speech.sizeWithUnit(step)} from one to the next; ${speech.size(left)} left over.`,
      scene: {
        title: 'From above',
        shapes: [
          region('loaded', rectangle(0, 0, length, wide)),
          ...Array.from({ length: Math.min(count, MOST_DRAWN) }, (_, i) =>
            region('part', rectangle(ends + i * step, wide * 0.1, ends + i * step + one, wide * 0.9)),
          ),
          ...(count > 1
            ? [horizontal('step', [ends, ends + step], { reach: 0, side: 'bottom' }, speech.size(step))]
            : []),
          horizontal('', [0, length], { reach: wide, side: 'top' }, speech.size(length)),
        ],
      },
    };
  },
};

/** Two sides, the long one first. */
const sides = (a: number, b: number): [number, number] => (a >= b ? [a, b] : [b, a]);

/**
 * The angle at which a rectangle goes into another one, radians; null: at none. Straight if it can be.
 * @param p, q the inner one @param a, b the outer one, long side first
 */
export function angleWithin([p, q]: readonly [number, number], [a, b]: readonly [number, number]): number | null {
  if (p <= a && q <= b) return 0;
  if (p <= a || q > b) return null;
  // Carver, Amer. Math. Monthly 64 (1957), from memory: what a rectangle longer than the outer one needs of its width
  const needed = (2 * p * q * a + (p * p - q * q) * Math.sqrt(p * p + q * q - a * a)) / (p * p + q * q);
  if (!(b >= needed - 1e-9)) return null;
  // turned until it is just as long as the outer one: p·cos + q·sin = a
  return Math.atan2(q, p) + Math.acos(Math.min(1, a / Math.hypot(p, q)));
}

/** Whether a piece comes out of an offcut. */
const offcut: QuickSum = {
  id: 'offcut',
  name: 'Does it fit the offcut',
  what: 'Whether a rectangle comes out of a rectangular piece, straight or turned.',
  fields: [
    size('a', 'Offcut, length', 300, above),
    size('b', 'Offcut, width', 200, above),
    size('p', 'Wanted, length', 280, above),
    size('q', 'Wanted, width', 150, above),
    size('around', 'Left all round', 3),
  ],
  source: 'Carver, Amer. Math. Monthly 64 (1957): rectangles in rectangles (from memory). Grain is not counted.',
  answer: (values, speech) => {
    const around = num(values, 'around');
    const [a, b] = sides(num(values, 'a'), num(values, 'b'));
    const [p, q] = sides(num(values, 'p') + 2 * around, num(values, 'q') + 2 * around);
    const angle = angleWithin([p, q], [a, b]);
    const turned = angle === null ? 0 : angle;
    const degrees = ((turned * 180) / Math.PI).toFixed(1);
    const [c, s] = [Math.cos(turned), Math.sin(turned)];
    const corner = (u: number, v: number) => [a / 2 + u * c - v * s, b / 2 + u * s + v * c] as const;
    const inner = [-1, 1].flatMap((i) => [-i, i].map((j) => corner((i * p) / 2, (j * q) / 2)));
    const needed = `${speech.size(p)} × ${speech.size(q)}`;
    return {
      results: [
        {
          label: 'It fits',
          says: angle === null ? 'no' : turned === 0 ? 'yes, straight' : `yes, turned by ${degrees}°`,
        },
        { label: 'Needed with what is left all round', says: needed },
        { label: 'Left of the area', says: `${Math.round(100 * Math.max(0, 1 - (p * q) / (a * b)))} %` },
      ],
      sentence:
        angle === null
          ? `It does not fit: ${needed} does not come out of ${speech.size(a)} × ${speech.size(b)}, however it is turned.`
          : turned === 0
            ? `It fits straight: ${needed} out of ${speech.size(a)} × ${speech.size(b)}.`
            : `It fits only turned by ${degrees}°: lay it out before sawing.`,
      scene: {
        title: 'From above',
        shapes: [
          region('loaded', rectangle(0, 0, a, b)),
          region(angle === null ? 'ghost' : 'part', [inner]),
          horizontal('', [0, a], { reach: 0, side: 'bottom' }, speech.size(a)),
          vertical('', [0, b], { reach: a, side: 'right' }, speech.size(b)),
        ],
      },
    };
  },
};

export const SETUPS: readonly QuickSum[] = [flip, viseMargin, copies, offcut];
