import { findingOf, type Finding, type Told } from '../../findings';
import type { EndSupport, PlannedEnd, PlannedTurned } from '../types';
import { CLEAR_MM } from './endsHeld';
import { DIAMETERS_OUT, notKnown } from './barBends';

const SIDES = ['first', 'second'] as const;

/** The free end gives under the tool; what is not known is told. */
export function endsBend(planned: PlannedTurned, told: Told): Finding[] {
  const { ends, turned, bar } = planned;
  if (!ends?.chuck) return [];
  const { speech } = told;
  const both = SIDES.map((side) => ends[side]);
  const long = both.flatMap((e) => {
    const times = bar.diameter === null ? 0 : e.sticksOut / bar.diameter;
    if (e.support || times <= DIAMETERS_OUT) return [];
    return [
      findingOf(told, 'turn/sticks-out-far')('caution', {
        says: `On the ${e.side} side ${speech.sizeWithUnit(e.sticksOut)} stick out of the jaws, ${times.toFixed(1)} times the diameter of the bar, and nothing carries them.`,
        numbers: { sticksOut: e.sticksOut, second: e.side === 'second' ? 1 : 0 },
        because: 'More than three to four diameters need support (common practice, no source).',
        remedy: 'Bring the tailstock up, set a steady rest, or grip more.',
      }),
    ];
  });
  if (turned.within === null || both.some((e) => e.gives === null))
    return [
      ...long,
      ...notKnown(
        planned,
        both.every((e) => e.gives !== null),
        told,
      ),
    ];
  return [...long, ...both.flatMap((e) => bends(e, planned, told))];
}

const carriedHow = (support: EndSupport | null): string =>
  support === null ? 'nothing carries its free end' : `carried by the ${support.by}`;

function bends(e: PlannedEnd, { turned }: PlannedTurned, told: Told): Finding[] {
  const { speech } = told;
  const thicker = 2 * e.gives!;
  if (thicker <= turned.within! + 1e-9) return [];
  return [
    findingOf(told, 'turn/free-end-bends')('stop', {
      says: `On the ${e.side} side ${speech.sizeWithUnit(e.sticksOut)} stick out of the jaws and give ${speech.sizeWithUnit(e.gives!)} under the tool: the diameter comes out up to ${speech.sizeWithUnit(thicker)} larger, ±${speech.size(turned.within!)} are allowed.`,
      numbers: { gives: e.gives!, sticksOut: e.sticksOut, second: e.side === 'second' ? 1 : 0 },
      because: `As a beam of the diameters it has before the last cut, built in at the jaws, ${carriedHow(e.support)} (beam formulas of any mechanics handbook).`,
      remedy: e.support ? 'Grip more, or cut less deep.' : 'Grip more, cut less deep, or support the free end.',
    }),
  ];
}

/** What carries the part is there, reaches, and stands where nothing turns. */
export function endsCarried({ ends, lathe, bar }: PlannedTurned, told: Told): Finding[] {
  if (!ends?.chuck || !lathe) return [];
  const { speech } = told;
  return SIDES.flatMap((side) => {
    const e = ends[side];
    const { support } = e;
    if (!support) return [];
    const device = support.by === 'tailstock' ? lathe.tailstock : lathe.steady;
    if (!device)
      return [
        findingOf(told, 'turn/no-such-support')('stop', {
          says: `The ${side} side is carried by a ${support.by}; this lathe has none.`,
          numbers: {},
          because: 'What it takes, and where it can stand, is told of the machine.',
          remedy: `Enter its ${support.by} on the page Shop, or carry it otherwise.`,
        }),
      ];
    if (support.by === 'steady rest') return steadyStands(e, support, { told, lathe, bar });
    const { from, to } = lathe.tailstock!;
    if (support.tip >= from - 1e-6 && support.tip <= to + 1e-6) return [];
    return [
      findingOf(told, 'turn/tailstock-does-not-reach')('stop', {
        says: `On the ${side} side the tip of the tailstock comes to stand ${speech.sizeWithUnit(support.tip)} from the face of the chuck; it goes from ${speech.size(from)} to ${speech.sizeWithUnit(to)}.`,
        numbers: { tip: support.tip, from, to },
        because: 'It cannot be brought up to the part.',
        remedy: 'Let the part stick out farther, or carry it with a steady rest.',
      }),
    ];
  });
}

type Steady = Extract<EndSupport, { by: 'steady rest' }>;

/** A steady rest stands on one diameter it takes, beside what is turned and out of the jaws. */
function steadyStands(
  e: PlannedEnd,
  steady: Steady,
  { told, lathe, bar }: { told: Told } & Pick<PlannedTurned, 'lathe' | 'bar'>,
): Finding[] {
  const { speech } = told;
  const { at, half, diameter } = steady;
  const { min, max } = lathe!.steady!;
  const size = (mm: number) => speech.sizeWithUnit(mm);
  // from the finished front face: what the tool passes, and where the jaws begin
  const jaws = e.side === 'first' ? bar.length + bar.back - e.inside : e.inside;
  const [free, held] = e.side === 'first' ? [e.to, jaws] : [jaws, e.from];
  const [least, most] = [free + half + CLEAR_MM, held - half - CLEAR_MM];
  if (at < least - 1e-9 || at > most + 1e-9)
    return [
      findingOf(told, 'turn/steady-in-the-way')('stop', {
        says: `On the ${e.side} side the steady rest stands ${size(at)} behind the finished front face; ${least > most ? 'there is no room for it' : `it has room from ${speech.size(least)} to ${size(most)}`}.`,
        numbers: { at, least, most, second: e.side === 'second' ? 1 : 0 },
        because: `Between what is turned and the jaws it needs its width of ${size(2 * half)} and ${size(CLEAR_MM)} on both sides.`,
        remedy: least > most ? 'Turn less on this side, or use the tailstock.' : 'Set it there.',
      }),
    ];
  if (diameter === null || diameter < min - 1e-6 || diameter > max + 1e-6)
    return [
      findingOf(told, 'turn/steady-size')('stop', {
        says: `On the ${e.side} side the steady rest ${diameter === null ? 'stands where the part has no single diameter' : `is to run on ⌀${speech.size(diameter)}`}; it takes ⌀${speech.size(min)} to ⌀${speech.size(max)}.`,
        numbers: { at, ...(diameter === null ? {} : { diameter }) },
        because: 'On a shoulder, a groove or a cone its fingers push the part aside.',
        remedy: 'Set it on one diameter that it takes.',
      }),
    ];
  if (!steady.isRaw) return [];
  return [
    findingOf(told, 'turn/steady-on-raw')('caution', {
      says: `On the ${e.side} side the steady rest runs on the raw bar, ⌀${speech.size(diameter)}.`,
      numbers: { at },
      because: 'Its fingers follow whatever is out of round there, and the part with them.',
      remedy: 'Turn a band for it first, between two light cuts; or use drawn, straight bar.',
    }),
  ];
}
