import { HOLE_CLASSES, PIN_CLASSES, playOf, tiltOf, widestLand, type HoleClass, type PinClass } from '../dowels';
import { horizontal, rectangle } from '../scene';
import type { Speech } from '../units';
import { declareAtSide } from '../zero';
import { above, num, region, roundOf, sizeField as size, type QuickSum, type SumResult } from './types';

const BEHIND = 'on the plus side of the edge';

/** Where the middle of a pin stands so that an edge comes to lie at a place. */
const edgePin: QuickSum = {
  id: 'edge-pin',
  name: 'Pin for an edge',
  what: 'Where the middle of a pin goes, so that the finished edge of a part comes to lie at a place.',
  fields: [
    size('edge', 'The finished edge lies at', 20, { min: -10_000, signed: true }),
    size('stock', 'Stock on that edge', 2),
    size('diameter', 'Diameter of the pin, measured', 9.996, { ...above, max: 200 }),
    {
      key: 'side',
      label: 'The pin stands',
      unit: 'choice',
      start: BEHIND,
      choices: [BEHIND, 'on the minus side of the edge'],
    },
  ],
  source: 'Middle = edge ± (stock + half of the diameter): the pin touches what is there when the part is put on.',
  answer: (values, speech) => {
    const [edge, stock, diameter] = ['edge', 'stock', 'diameter'].map((k) => num(values, k));
    const side = values.side === BEHIND ? 1 : -1;
    const middle = declareAtSide(edge, side, diameter / 2, stock);
    const wrong = declareAtSide(edge, side, diameter / 2, 0);
    const r = diameter / 2;
    const [near, far] = [0, -side * 4 * diameter].sort((a, b) => a - b);
    const raw = side * stock;
    return {
      results: [
        { label: 'Middle of the pin', mm: middle, signed: true },
        { label: 'When that edge is finished already', mm: wrong, signed: true },
      ],
      sentence: `Pin of ${speech.size(diameter)} with its middle at ${speech.signed(middle)}${
        stock > 0 ? `, for the raw edge; at ${speech.signed(wrong)} once that edge is finished` : ''
      }.`,
      scene: {
        title: 'From above',
        shapes: [
          region('part', rectangle(near, -2 * r, far, 2 * r)),
          ...(stock > 0 ? [region('removed', rectangle(Math.min(0, raw), -2 * r, Math.max(0, raw), 2 * r))] : []),
          region('steel', roundOf(side * (stock + r), 0, r)),
          horizontal(
            'from the finished edge',
            [Math.min(0, middle - edge), Math.max(0, middle - edge)],
            { reach: -2 * r, side: 'bottom' },
            speech.size(Math.abs(middle - edge)),
          ),
        ],
      },
    };
  },
};

/** Narrower than this a land is no land, mm (common practice, no source). */
const LEAST_LAND = 0.2;

const landResult = (land: number | null, diameter: number): SumResult => {
  if (land === null) return { label: 'Land', says: 'need not be relieved' };
  if (land < LEAST_LAND) return { label: 'Land', says: 'none goes on' };
  return { label: 'Land, at most', mm: Math.min(land, diameter) };
};

function landInWords(land: number | null, diameter: number, speech: Speech): string {
  if (land === null) return 'both dowels may be round.';
  if (land < LEAST_LAND)
    return 'at their tightest no relieved dowel goes on: take dowels with more play, or hold the distance closer.';
  return `relieve the second dowel to a land of ${speech.sizeWithUnit(Math.min(land, diameter))} or less.`;
}

/** What two dowels leave of play, and how wide a relieved one may be. */
const dowelPair: QuickSum = {
  id: 'dowels',
  name: 'Two dowels',
  what: 'A part on a round and a relieved dowel: how far it can move and turn, and the land that still goes on.',
  fields: [
    size('diameter', 'Diameter of both', 8, { ...above, max: 50 }),
    { key: 'pin', label: 'Dowels', unit: 'choice', start: 'g6', choices: PIN_CLASSES },
    { key: 'hole', label: 'Holes', unit: 'choice', start: 'H7', choices: HOLE_CLASSES },
    size('apart', 'Between them', 120, above),
    size('wrong', 'Distance wrong by at most', 0.02, { max: 10 }),
  ],
  source: 'ISO 286-1; turn = sum of the plays / (2 · distance); land ≤ (R² − r²)/s − s (geometry of chords).',
  answer: (values, speech) => {
    const [diameter, apart, wrong] = ['diameter', 'apart', 'wrong'].map((k) => num(values, k));
    const play = playOf({ diameter, pin: values.pin as PinClass, hole: values.hole as HoleClass });
    if (!play) return { problem: 'The table of ISO 286-1 here goes to 50 mm.' };
    const tilt = tiltOf(play.most, play.most, apart) ?? 0;
    const land = widestLand(diameter, { round: play, relieved: play, wrong });
    const over = tilt * apart;
    const pressed = play.least < 0 ? ' At worst it has to be pressed on.' : '';
    const turn = `${((tilt * 180) / Math.PI).toFixed(4)}°`;
    const r = diameter / 2;
    return {
      results: [
        { label: 'Play, at least', mm: play.least, signed: true },
        { label: 'Play, at most', mm: play.most, signed: true },
        { label: 'Turns by ±', says: turn },
        { label: 'Over the distance ±', mm: over },
        landResult(land, diameter),
      ],
      sentence: `It turns ±${speech.size(over)} over ${speech.size(apart)}; ${landInWords(land, diameter, speech)}${pressed}`,
      scene: {
        title: 'From above',
        shapes: [
          region('steel', roundOf(0, 0, r)),
          region('steel', roundOf(apart, 0, r)),
          horizontal('', [0, apart], { reach: -r, side: 'bottom' }, speech.size(apart)),
        ],
      },
    };
  },
};

export const LOCATING: readonly QuickSum[] = [edgePin, dowelPair];
