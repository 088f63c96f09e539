import { GAUGE_SETS, gaugeBlocks, indicated, sineBarHeight } from '../byHand';
import { horizontal, rectangle, vertical, type Shape } from '../scene';
import { declareAtSide, zeroFromReadings } from '../zero';
import { num, roundOf, type QuickSum } from './types';

const inDegrees = (radians: number): number => (radians * 180) / Math.PI;
const inRadians = (degrees: number): number => (degrees * Math.PI) / 180;

const FROM_LEFT = 'left of the face';

/** Where a face is, from one touch beside it. */
const touchOff: QuickSum = {
  id: 'touch-off',
  name: 'Touch off a face',
  what: 'A round tool stands against a face: where the face is, and what the register becomes.',
  fields: [
    {
      key: 'reading',
      label: 'Machine shows',
      unit: 'length',
      start: -345.2,
      min: -100_000,
      max: 100_000,
      signed: true,
    },
    {
      key: 'stands',
      label: 'The tool stands',
      unit: 'choice',
      start: FROM_LEFT,
      choices: [FROM_LEFT, 'right of the face'],
    },
    { key: 'diameter', label: 'Diameter of the tool', unit: 'length', start: 10, min: 0, max: 500 },
    { key: 'feeler', label: 'Feeler between', unit: 'length', start: 0, min: 0, max: 100 },
    {
      key: 'face',
      label: 'The face lies at, from zero',
      unit: 'length',
      start: 0,
      min: -100_000,
      max: 100_000,
      signed: true,
    },
  ],
  source: 'P = f ± (r + feeler), register = machine − P (common practice, no source). Front and rear in Y alike.',
  answer: (values, speech) => {
    const side = values.stands === FROM_LEFT ? -1 : 1;
    const [r, feeler, f] = [num(values, 'diameter') / 2, num(values, 'feeler'), num(values, 'face')];
    const declare = declareAtSide(f, side, r, feeler);
    const zero = zeroFromReadings({ declare }, [num(values, 'reading')])!;
    const reach = Math.max(2 * r, 8);
    const gap = side * (r + feeler);
    return {
      results: [
        { label: 'Register', mm: zero, signed: true },
        { label: 'Or declare there', mm: declare, signed: true },
        { label: 'The face, machine', mm: zero + f, signed: true },
      ],
      sentence: `The tool stands ${values.stands}: declare ${speech.signed(declare)} there, or set the register to ${speech.signed(zero)}.`,
      scene: {
        title: 'From above',
        shapes: [
          {
            kind: 'region',
            role: 'part',
            outlines: side < 0 ? rectangle(0, -reach, 3 * reach, reach) : rectangle(-3 * reach, -reach, 0, reach),
          },
          ...(r > 0 ? [{ kind: 'region', role: 'steel', outlines: roundOf(gap, 0, r) } as Shape] : []),
          horizontal(
            'to the middle of the tool',
            [Math.min(0, gap), Math.max(0, gap)],
            { reach: -reach, side: 'bottom' },
            speech.size(Math.abs(gap)),
          ),
        ],
      },
    };
  },
};

/** Blocks side by side as they are wrung together. */
function stacked(blocks: readonly number[], wide: number): Shape[] {
  let at = 0;
  return blocks.map((b): Shape => {
    at += b;
    return { kind: 'region', role: 'steel', outlines: rectangle(0, at - b, wide, at) };
  });
}

const gauges: QuickSum = {
  id: 'gauge-blocks',
  name: 'Gauge blocks',
  what: 'Which blocks of a set make a length.',
  fields: [
    { key: 'length', label: 'Length', unit: 'length', start: 41.287, min: 0.001, max: 1000, positive: true },
    { key: 'set', label: 'Set', unit: 'choice', start: GAUGE_SETS[1].name, choices: GAUGE_SETS.map((s) => s.name) },
  ],
  source: 'Usual sets (from memory; their grades: ISO 3650). The fewest blocks, each once.',
  answer: (values, speech) => {
    const set = GAUGE_SETS.find((s) => s.name === values.set) ?? GAUGE_SETS[0];
    const stack = gaugeBlocks(num(values, 'length'), set);
    if (!stack)
      return {
        problem: `The set of ${set.name} does not make ${speech.sizeWithUnit(num(values, 'length'))} with eight blocks, or that is no step of it. Try another set.`,
      };
    const each = stack.blocks.map((b) => Number(b.toFixed(5)));
    return {
      results: [
        { label: 'Blocks', says: String(each.length) },
        ...each.map((mm, i) => ({ label: `Block ${i + 1}`, mm })),
      ],
      sentence: `Wring together ${each.map((b) => speech.size(b)).join(' + ')}: ${speech.sizeWithUnit(stack.mm)}.`,
      scene: {
        title: 'The stack',
        shapes: [
          ...stacked(stack.blocks, 30),
          vertical('', [0, stack.mm], { reach: 30, side: 'right' }, speech.size(stack.mm)),
        ],
      },
    };
  },
};

const sineBar: QuickSum = {
  id: 'sine-bar',
  name: 'Sine bar',
  what: 'What to put under one roller for an angle.',
  fields: [
    { key: 'length', label: 'Between the rollers', unit: 'length', start: 100, min: 0.001, max: 1000, positive: true },
    { key: 'angle', label: 'Angle', unit: 'degrees', start: 30, min: 0, max: 90 },
  ],
  source: 'Length · sin(angle): trigonometry.',
  answer: (values, speech) => {
    const [length, degrees] = [num(values, 'length'), num(values, 'angle')];
    const height = sineBarHeight(length, inRadians(degrees));
    if (height === null) return { problem: 'That is no angle a sine bar is set to: 0 to 90 degrees.' };
    const run = length * Math.cos(inRadians(degrees));
    const r = length / 20;
    return {
      results: [{ label: 'Blocks under one roller', mm: height }],
      sentence: `${speech.sizeWithUnit(height)} under one roller of the ${speech.size(length)} bar make ${degrees}°.`,
      scene: {
        title: 'From the side',
        shapes: [
          { kind: 'region', role: 'steel', outlines: roundOf(0, r, r) },
          { kind: 'region', role: 'steel', outlines: roundOf(run, r + height, r) },
          {
            kind: 'line',
            role: 'edges',
            points: [
              [0, 2 * r],
              [run, 2 * r + height],
            ],
          },
          ...(height > 0
            ? [{ kind: 'region', role: 'packing', outlines: rectangle(run - 2 * r, 0, run + 2 * r, height) } as Shape]
            : []),
          vertical('blocks', [0, height], { reach: run + 2 * r, side: 'right' }, speech.size(height)),
        ],
      },
    };
  },
};

const indicator: QuickSum = {
  id: 'indicator',
  name: 'Indicate a face',
  what: 'Two readings of an indicator that is moved along a face: how far it runs out, and the angle.',
  fields: [
    { key: 'first', label: 'First reading', unit: 'length', start: 0, min: -100, max: 100, signed: true },
    { key: 'second', label: 'Second reading', unit: 'length', start: 0.04, min: -100, max: 100, signed: true },
    { key: 'apart', label: 'Moved between them', unit: 'length', start: 120, min: 0.001, max: 10_000, positive: true },
    {
      key: 'length',
      label: 'Length that matters',
      unit: 'length',
      start: 200,
      min: 0.001,
      max: 10_000,
      positive: true,
    },
  ],
  source: 'atan((second − first)/apart): trigonometry. An indicator reads more where its tip is pushed in further.',
  answer: (values, speech) => {
    const [first, second, apart, length] = ['first', 'second', 'apart', 'length'].map((k) => num(values, k));
    const { angle, over } = indicated(first, second, apart, length);
    return {
      results: [
        { label: 'Over the length that matters', mm: over, signed: true },
        { label: 'Angle', says: `${inDegrees(angle).toFixed(4)}°` },
      ],
      sentence:
        Math.abs(second - first) < 1e-9
          ? 'The face runs true to the way the indicator was moved.'
          : `The face comes ${speech.sizeWithUnit(Math.abs(over))} ${over > 0 ? 'towards' : 'away from'} the indicator over ${speech.sizeWithUnit(length)}.`,
      scene: null,
    };
  },
};

export const AT_THE_MACHINE: readonly QuickSum[] = [touchOff, gauges, sineBar, indicator];
