import {
  airPressureKPa,
  boltForceN,
  grippingForceN,
  proofLoadN,
  ringDeflectionMm,
  ringStressMPa,
  stressAreaMm2,
  suctionN,
} from '../hold';
import { horizontal, rectangle, type Shape } from '../scene';
import { num, roundOf, type QuickSum } from './types';

const CLASSES = ['5.6', '8.8', '10.9', '12.9'] as const;

const bolt: QuickSum = {
  id: 'bolt',
  name: 'Bolt force from torque',
  what: 'How hard a bolt pulls when it is tightened with a torque, and how much of it that is.',
  fields: [
    { key: 'diameter', label: 'Thread', unit: 'length', start: 12, min: 2, max: 48 },
    { key: 'torque', label: 'Torque', unit: 'torque', start: 60, min: 0.001, max: 5000, positive: true },
    { key: 'factor', label: 'Torque factor: 0.15 oiled, 0.2 dry', unit: 'plain', start: 0.2, min: 0.08, max: 0.5 },
    { key: 'class', label: 'Strength class', unit: 'choice', start: '8.8', choices: CLASSES },
  ],
  source: 'F = T/(K·d) (short form, any mechanics handbook); proof load ISO 898-1, from memory.',
  answer: (values, speech) => {
    const [d, torque] = [num(values, 'diameter'), num(values, 'torque')];
    const force = boltForceN(torque, num(values, 'factor'), d);
    const proof = proofLoadN(d, String(values.class));
    const share = Math.round((100 * force) / proof);
    return {
      results: [
        { label: 'It pulls with', says: speech.force(force) },
        { label: `Proof load of class ${values.class}`, says: `${speech.force(proof)}: ${share} % of it` },
        { label: 'Section that carries', says: `${stressAreaMm2(d).toFixed(1)} mm²` },
      ],
      sentence:
        share > 100
          ? `Too much: ${speech.torque(torque)} would pull ${speech.force(force)}, and a bolt of class ${values.class} stands ${speech.force(proof)}.`
          : `${speech.torque(torque)} on a ${speech.size(d)} thread pulls ${speech.force(force)}, within ±30 %: friction decides.`,
      scene: null,
    };
  },
};

const vacuum: QuickSum = {
  id: 'vacuum',
  name: 'Vacuum force',
  what: 'How hard a plate is held down by a vacuum, here and at this height above the sea.',
  fields: [
    { key: 'x', label: 'Sealed area, X', unit: 'length', start: 300, min: 0.001, max: 10_000, positive: true },
    { key: 'y', label: 'Sealed area, Y', unit: 'length', start: 200, min: 0.001, max: 10_000, positive: true },
    { key: 'share', label: 'Vacuum held, %', unit: 'plain', start: 80, min: 1, max: 99 },
    { key: 'altitude', label: 'Height above the sea, m', unit: 'meters', start: 0, min: -400, max: 6000 },
    { key: 'friction', label: 'Friction', unit: 'plain', start: 0.2, min: 0.01, max: 1.5 },
  ],
  source: 'F = Δp·A; air pressure ISO 2533 standard atmosphere.',
  answer: (values, speech) => {
    const [x, y] = [num(values, 'x'), num(values, 'y')];
    const air = airPressureKPa(num(values, 'altitude'));
    const down = suctionN(x * y, (air * num(values, 'share')) / 100);
    const aside = down * num(values, 'friction');
    return {
      results: [
        { label: 'Held down with', says: speech.force(down) },
        { label: 'Slides at', says: speech.force(aside) },
        { label: 'Air here', says: `${air.toFixed(1)} kPa` },
      ],
      sentence: `It is held down with ${speech.force(down)} and slides at ${speech.force(aside)} from the side, as long as the seal holds all round.`,
      scene: {
        title: 'From above',
        shapes: [
          { kind: 'region', role: 'part', outlines: rectangle(0, 0, x, y) },
          horizontal('X', [0, x], { reach: 0, side: 'bottom' }, speech.size(x)),
        ],
      },
    };
  },
};

const ring: QuickSum = {
  id: 'ring',
  name: 'Ring under jaws',
  what: 'How far a thin ring gives under the jaws of a chuck, standing still or at speed.',
  fields: [
    { key: 'outside', label: 'Outside diameter', unit: 'length', start: 80, min: 1, max: 2000 },
    { key: 'bore', label: 'Bore', unit: 'length', start: 72, min: 0, max: 2000 },
    { key: 'length', label: 'In the jaws', unit: 'length', start: 20, min: 0.001, max: 1000, positive: true },
    { key: 'jaws', label: 'Jaws', unit: 'plain', start: 3, min: 2, max: 12, whole: true },
    { key: 'force', label: 'All jaws together', unit: 'force', start: 6000, min: 0.001, max: 1e6, positive: true },
    { key: 'young', label: 'Modulus, GPa: steel 210, aluminium 70', unit: 'plain', start: 70, min: 1, max: 700 },
    { key: 'rpm', label: 'Speed, 1/min', unit: 'plain', start: 0, min: 0, max: 20_000 },
    { key: 'mass', label: 'A jaw weighs, kg', unit: 'plain', start: 0.8, min: 0, max: 100 },
    { key: 'radius', label: 'Its middle from the axis', unit: 'length', start: 60, min: 0, max: 1000 },
  ],
  source: 'Thin ring under equal radial loads (mechanics handbooks); force at speed VDI 3106. Hard jaws: on a line.',
  answer: (values, speech) => {
    const [outside, bore, jaws] = ['outside', 'bore', 'jaws'].map((k) => num(values, k));
    const wall = (outside - bore) / 2;
    if (wall <= 0) return { problem: 'The bore is as large as the outside: there is no wall.' };
    const radiusMm = (outside - wall) / 2;
    if (wall > radiusMm / 3)
      return { problem: 'The wall is more than a third of the radius: that is no thin ring, and gives far less.' };
    const standing = num(values, 'force');
    const turning = grippingForceN(standing, num(values, 'rpm'), {
      ...{ count: jaws, massKg: num(values, 'mass'), radiusMm: num(values, 'radius') },
    });
    const of = { jaws, radiusMm, wallMm: wall, lengthMm: num(values, 'length') };
    const gives = ringDeflectionMm(standing / jaws, of, num(values, 'young'));
    const jaw = (i: number): Shape => {
      const [c, s] = [
        Math.cos(Math.PI / 2 + (2 * Math.PI * i) / jaws),
        Math.sin(Math.PI / 2 + (2 * Math.PI * i) / jaws),
      ];
      return {
        kind: 'line',
        role: 'grip',
        points: [
          [(c * outside) / 2, (s * outside) / 2],
          [c * outside * 0.75, s * outside * 0.75],
        ],
      };
    };
    return {
      results: [
        { label: 'Gives under each jaw', mm: gives },
        { label: 'Stress in the wall', says: `${Math.round(ringStressMPa(standing / jaws, of))} N/mm²` },
        { label: 'Left of the force at speed', says: speech.force(turning) },
      ],
      sentence: `The wall of ${speech.size(wall)} gives ${speech.sizeWithUnit(gives)} under each of ${jaws} jaws standing still; at speed ${speech.force(turning)} are left.`,
      scene: {
        title: 'Along the axis',
        shapes: [
          { kind: 'region', role: 'part', outlines: [...roundOf(0, 0, outside / 2), ...roundOf(0, 0, bore / 2)] },
          ...Array.from({ length: jaws }, (_, i) => jaw(i)),
        ],
      },
    };
  },
};

export const HOLDING: readonly QuickSum[] = [bolt, vacuum, ring];
