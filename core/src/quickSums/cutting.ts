import { feedRate, roundInertiaMm4, rpmFor, surfaceSpeed } from '../hold';
import { horizontal, rectangle, type Shape } from '../scene';
import { planGrips, shaftDeflectionMm } from '../turned';
import type { Speech } from '../units';
import { num, type QuickSum } from './types';

const MM_PER_FOOT = 304.8;
/** m/min, in an inch shop ft/min. */
const perMinute = (meters: number, speech: Speech): string =>
  speech.units === 'mm' ? `${Math.round(meters)} m/min` : `${Math.round((meters * 1000) / MM_PER_FOOT)} ft/min`;

const speeds: QuickSum = {
  id: 'speeds',
  name: 'Speeds and feeds',
  what: 'Speed of the spindle for a surface speed, and the feed that follows.',
  fields: [
    { key: 'diameter', label: 'Diameter', unit: 'length', start: 12, min: 0.001, max: 2000, positive: true },
    {
      key: 'surface',
      label: 'Surface speed',
      unit: 'surface speed',
      start: 180,
      min: 0.001,
      max: 5000,
      positive: true,
    },
    { key: 'most', label: 'Spindle, at most 1/min', unit: 'plain', start: 8000, min: 1, max: 300_000 },
    { key: 'teeth', label: 'Edges', unit: 'plain', start: 3, min: 1, max: 100, whole: true },
    { key: 'perTooth', label: 'Feed per edge', unit: 'length', start: 0.05, min: 0.001, max: 10, positive: true },
  ],
  source: 'n = v/(π·d), feed = feed per edge · edges · n (any machining handbook).',
  answer: (values, speech) => {
    const d = num(values, 'diameter');
    const wanted = rpmFor(d, num(values, 'surface'));
    const rpm = Math.round(Math.min(wanted, num(values, 'most')));
    const feed = feedRate(num(values, 'perTooth'), num(values, 'teeth'), rpm);
    const reached = surfaceSpeed(d, rpm);
    return {
      results: [
        { label: 'Spindle', says: `${rpm} 1/min` },
        { label: 'Feed in a minute', mm: feed },
        { label: 'Surface speed reached', says: perMinute(reached, speech) },
      ],
      sentence: `${rpm} 1/min and ${speech.sizeWithUnit(feed)} a minute.${wanted > rpm + 1 ? ` The spindle does not go faster: ${perMinute(reached, speech)} instead of ${perMinute(num(values, 'surface'), speech)}.` : ''}`,
      scene: null,
    };
  },
};

const overhang: QuickSum = {
  id: 'overhang',
  name: 'Bar out of a chuck',
  what: 'How far a bar gives under the tool, free or with a tailstock.',
  fields: [
    { key: 'diameter', label: 'Diameter', unit: 'length', start: 20, min: 0.001, max: 1000, positive: true },
    { key: 'out', label: 'Sticks out', unit: 'length', start: 120, min: 0.001, max: 10_000, positive: true },
    {
      key: 'tool',
      label: 'The tool stands out from the jaws',
      unit: 'length',
      start: 120,
      min: 0.001,
      max: 10_000,
      positive: true,
    },
    { key: 'force', label: 'Force across', unit: 'force', start: 150, min: 0.001, max: 1e5, positive: true },
    { key: 'young', label: 'Modulus, GPa: steel 210, aluminium 70', unit: 'plain', start: 210, min: 1, max: 700 },
    { key: 'end', label: 'Its end', unit: 'choice', start: 'free', choices: ['free', 'in the tailstock'] },
  ],
  source: 'F·a³/(3·E·I) free; F·a³·b²·(3a + 4b)/(12·E·I·l³) carried (Euler and Bernoulli, any mechanics handbook).',
  answer: (values, speech) => {
    const [d, out, tool, forceN, young] = ['diameter', 'out', 'tool', 'force', 'young'].map((k) => num(values, k));
    if (tool > out + 1e-9) return { problem: 'The tool stands beyond the end of the bar.' };
    const isCarried = values.end !== 'free';
    const gives = shaftDeflectionMm({
      ...{ forceN, youngGPa: young, toTool: tool, toSupport: isCarried ? out : null },
      stretches: [{ length: out, inertiaMm4: roundInertiaMm4(d) }],
    });
    return {
      results: [
        { label: 'Gives under the tool', mm: gives },
        { label: 'The diameter comes out larger by', mm: 2 * gives },
        { label: 'Sticks out', says: `${(out / d).toFixed(1)} diameters` },
      ],
      sentence: `It gives ${speech.sizeWithUnit(gives)}: the diameter comes out ${speech.sizeWithUnit(2 * gives)} larger there.${!isCarried && out > 4 * d ? ' More than four diameters need a tailstock or a steady rest.' : ''}`,
      scene: {
        title: 'From the side',
        shapes: [
          { kind: 'region', role: 'steel', outlines: rectangle(-d, -1.4 * d, 0, 1.4 * d) },
          { kind: 'region', role: 'part', outlines: rectangle(0, -d / 2, out, d / 2) },
          {
            kind: 'line',
            role: 'cutting-line',
            points: [
              [tool, d / 2],
              [tool, 1.5 * d],
            ],
          },
          ...(isCarried
            ? [
                {
                  kind: 'region',
                  role: 'steel',
                  outlines: [
                    [
                      [out, 0],
                      [out + d, d / 2],
                      [out + 1.6 * d, d / 2],
                      [out + 1.6 * d, -d / 2],
                      [out + d, -d / 2],
                    ],
                  ],
                } as Shape,
              ]
            : []),
          horizontal('to the tool', [0, tool], { reach: -1.4 * d, side: 'bottom' }, speech.size(tool)),
        ],
      },
    };
  },
};

const reGrip: QuickSum = {
  id: 're-grip',
  name: 'Long part, short stroke',
  what: 'How often a bar is gripped anew, and where.',
  fields: [
    { key: 'length', label: 'Part', unit: 'length', start: 318, min: 0.001, max: 10_000, positive: true },
    { key: 'face', label: 'Stock on the face', unit: 'length', start: 0.5, min: 0, max: 100 },
    { key: 'cutOff', label: 'Cut-off tool, wide', unit: 'length', start: 2.5, min: 0, max: 50 },
    { key: 'stroke', label: 'Stroke for turning', unit: 'length', start: 128, min: 0.001, max: 10_000, positive: true },
  ],
  source:
    'The fewest grips, none longer than the stroke, then the shortest longest section (common practice, no source).',
  answer: (values, speech) => {
    const [length, face, cutOff, stroke] = ['length', 'face', 'cutOff', 'stroke'].map((k) => num(values, k));
    const needed = length + face + cutOff;
    const { best } = planGrips({ needed, stroke, keptClear: [] });
    if (!best) return { problem: 'That would take more than forty grips: is the stroke entered right?' };
    const tall = needed / 12;
    const grips = best.changes.length + 1;
    return {
      results: [
        { label: 'Grips', says: String(grips) },
        { label: 'Needed of the bar', mm: needed },
        ...best.changes.map((c, i) => ({ label: `Change ${i + 1}, behind the raw end`, mm: c })),
      ],
      sentence:
        grips === 1
          ? `${speech.sizeWithUnit(needed)} go in one stroke.`
          : `${speech.sizeWithUnit(needed)} on a stroke of ${speech.size(stroke)}: ${grips} grips, pulls of up to ${speech.sizeWithUnit(best.longest)}. Shift the zero by every pull, and take all of it back.`,
      scene: {
        title: 'Along the bar',
        shapes: [
          { kind: 'region', role: 'part', outlines: rectangle(0, 0, needed, tall) },
          ...best.changes.map((c): Shape => ({
            kind: 'line',
            role: 'cutting-line',
            points: [
              [c, -tall / 2],
              [c, 1.5 * tall],
            ],
          })),
          horizontal('needed', [0, needed], { reach: 0, side: 'bottom' }, speech.size(needed)),
        ],
      },
    };
  },
};

export const CUTTING: readonly QuickSum[] = [speeds, overhang, reGrip];
