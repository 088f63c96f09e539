import { endWords, type PlannedEnd, type PlannedEnds, type PlannedTurned } from '../turned';
import { turnedTexts } from '../control';
import { unitName } from '../units';
import type { RunStep } from './types';
import { toolSteps } from './barSteps';
import { number, step, yes, type Making } from './steps';

/** A touched end may be so far beside the plan before it is looked at, mm. */
const TOUCH_MM = 0.2;

/** The zero of a side, keyed in and read back. */
function zeroStep(
  { speech, job, planned, letter }: Making,
  e: PlannedEnd,
  { name, says }: { readonly name: string; readonly says: string },
): RunStep {
  const unit = unitName(speech.units);
  return {
    ...step('bar', null, `${name}: zero`, {
      says: [
        says,
        `${e.register}: Z ${speech.signed(e.value)} ${unit} as planned${e.value === null ? ': touch it off, it is not known' : ''}.`,
      ],
      asks: [
        number({
          ...{ id: 'register', label: `${e.register} Z read back, ${unit}`, axis: 'z' as const, target: e.value },
          ...{ off: e.value === null ? null : TOUCH_MM },
        }),
        number({ id: 'measured', label: `Measured diameter, ${unit}`, axis: null, target: null, off: null }),
        yes('declared', 'X declared as told'),
      ],
      ifOff: `The end lies elsewhere than planned: is the stop set to ${speech.signed(e.rest)}, is the piece ${speech.sizeWithUnit(e.loadedLength)} long, did a chip lie between?`,
    }),
    ...(e.side === 'first' ? { lines: turnedTexts(job, planned, `ISSUE ${letter}`).set } : {}),
    id: `run/bar/zero ${e.side}`,
  };
}

/** One side: loaded as told, its zero keyed in, turned and measured. */
function sideSteps(
  making: Making,
  planned: PlannedTurned & { ends: PlannedEnds },
  side: PlannedEnd['side'],
): RunStep[] {
  const { speech, job } = making;
  const e = planned.ends[side];
  const words = endWords(planned.ends, side, { lathe: planned.lathe!, speech });
  if (!words) return [];
  const unit = unitName(speech.units);
  const name = side === 'first' ? 'First side' : 'Second side';
  return [
    {
      ...step('load', null, `${name}: load`, { asks: words.load.map((s, i) => yes(`load-${i + 1}`, s)) }),
      id: `run/load/${side}`,
    },
    zeroStep(making, e, { name, says: words.zero }),
    {
      ...step('firstPart', null, `${name}: turn and measure`, {
        says: [words.turn, `Program ${e.program || 'not named'}: single block, feed override low.`],
        asks: [
          ...words.carry.map((s, i) => yes(`carry-${i + 1}`, s)),
          ...(side === 'second'
            ? [
                number({
                  id: 'length',
                  label: `Length, ${unit}`,
                  axis: null,
                  target: planned.bar.length,
                  off: job.sizeTolerance,
                }),
              ]
            : []),
          yes('cut', 'The first part is turned, and its diameters are in their limits'),
        ],
        ifOff: 'The zero of the second side is off by that much: stock on the back, or the stop.',
      }),
      id: `run/firstPart/${side}`,
    },
    {
      ...step('series', null, `${name}: the series`, {
        says: [
          `${job.quantity} ${job.quantity === 1 ? 'part' : 'parts'} in all.`,
          ...(side === 'first' ? ['Deburr before they are turned round: a burr at the stop is a wrong length.'] : []),
        ],
        asks: [yes('made', `All ${job.quantity} are made`)],
      }),
      id: `run/series/${side}`,
    },
  ];
}

/** The run of a part that is turned end for end. */
export function endRunSteps(making: Making, planned: PlannedTurned & { ends: PlannedEnds }): RunStep[] {
  const { ends, turned } = planned;
  return [
    step('prepare', null, 'Get ready', {
      says: [
        `${ends.chuck?.name ?? 'Chuck'}${ends.station ? ` on station ${ends.station.name}` : ''}.`,
        ...turned.tools.map((t) => `T${t.number} ${t.description}, ${t.use}.`),
      ],
      asks: [yes('ready', 'Chuck, stop, tools and sawn pieces are at hand')],
    }),
    ...toolSteps(making, planned),
    ...sideSteps(making, planned, 'first'),
    ...sideSteps(making, planned, 'second'),
    step('putAway', null, 'Put away', {
      lines: turnedTexts(making.job, making.planned, `ISSUE ${making.letter}`).clear,
      says: [
        'Stop the spindle and wait until it stands. Then take the part out.',
        `Clear ${ends.first.register} and ${ends.second.register}: what is left over moves the next job.`,
      ],
      asks: [yes('cleared', 'Registers are cleared, the machine is wiped')],
    }),
  ];
}
