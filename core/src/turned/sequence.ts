import type { BarLines } from '../shop';
import type { Speech, Units } from '../units';
import { asTold, toldWithin } from './changes';
import { cylinderBetween } from './profile';
import type { BarStep, OnLathe, PlannedChange, SecondGrip, Side } from './types';

/** Where the collet of the second spindle stands when it grips, and what it covers. */
export function secondGripsOf(on: OnLathe, changes: readonly PlannedChange[], units: Units): SecondGrip[] {
  const { turned, bar, second, profile } = on;
  if (!second) return [];
  const grip = (when: SecondGrip['when'], face: number, from: number, to: number): SecondGrip => ({
    ...{ when, at: asTold(face - second.faceAtZero, units), from, to, diameter: cylinderBetween(profile, from, to) },
  });
  const end = bar.length + bar.back;
  const nearCut = Math.max(0, end - second.room);
  // what goes into the spindle ends at its depth
  const reached = Math.min(nearCut, second.depth);
  const last = grip('cut-off', end - reached, Math.max(0, reached - second.collet), reached);
  if (changes.length === 0) return [last];
  return [grip('first change', changes[0].at - turned.grip, bevel(on), turned.grip), last];
}

/** The collet takes hold behind what breaks the edge of the front: no bevel is gripped. */
const bevel = ({ profile, turned }: OnLathe): number => {
  const first = profile.outside[0];
  return first.fromDiameter < first.toDiameter && first.to < turned.grip ? first.to : 0;
};

/** Writes the steps of both sides down, following where spindles and zero are. */
class Writer {
  readonly steps: BarStep[] = [];
  main: number;
  zero: number;
  second: number | null;
  #meets = 0;
  /** the second spindle goes along the axis with the bar */
  together = false;

  constructor(start: number, zero: number, second: number | null) {
    [this.main, this.zero, this.second] = [start, zero, second];
  }

  put(
    side: Side,
    act: keyof BarLines,
    [says, because]: readonly [string, string],
    by: { readonly at?: number; readonly by?: number; readonly main?: number; readonly second?: number } = {},
  ): void {
    const [main, second] = [this.main, this.second];
    this.main = by.main ?? main;
    if (act === 'shift') this.zero += by.by!;
    const along = this.together && act === 'turnTo' ? -(this.main - main) : 0;
    if (second !== null) this.second = by.second ?? second + along;
    this.steps.push({
      ...{ id: `${this.steps.length + 1}`, side, act, says, because },
      ...(by.at === undefined ? {} : { at: by.at }),
      ...(by.by === undefined ? {} : { by: by.by }),
      main: { from: main, to: this.main },
      second: second === null || this.second === null ? null : { from: second, to: this.second },
      zero: this.zero,
    });
  }

  meet(): void {
    this.#meets += 1;
    const says = ['Wait for the other side', 'neither goes on before the other is there'] as const;
    for (const side of ['main', 'second'] as const) {
      this.put(side, 'meet', says);
      this.steps[this.steps.length - 1] = { ...this.steps[this.steps.length - 1], meet: this.#meets };
    }
  }

  wait(side: Side, of: string): void {
    this.put(side, 'wait', [`Wait until the ${of}`, 'a collet needs its time']);
  }

  opens(side: Side, because: string): void {
    this.put(side, side === 'main' ? 'mainOpen' : 'secondOpen', [`Open the ${side} spindle`, because]);
    this.wait(side, `${side} spindle is open`);
  }

  closes(side: Side, because: string): void {
    this.put(side, side === 'main' ? 'mainClose' : 'secondClose', [`Close the ${side} spindle`, because]);
    this.wait(side, `${side} spindle is closed`);
  }
}

/** What the sequence is written from. */
export interface SequenceInput {
  readonly on: OnLathe;
  readonly changes: readonly PlannedChange[];
  readonly grips: readonly SecondGrip[];
  readonly start: number;
  readonly speech: Speech;
}

function turns(w: Writer, { on, speech }: SequenceInput, to: number, how: string): void {
  const says = `${how} to Z ${speech.signed(-to)}`;
  w.put(
    'main',
    'turnTo',
    [
      says,
      `the section ends there; ${on.lathe.diameters === 'diameter' ? 'X is programmed as diameter' : 'X is programmed as radius'}`,
    ],
    { at: -to, main: w.zero - to },
  );
}

/** The bar is gripped anew: the second spindle keeps it from moving while the main one is open. */
function grips(w: Writer, input: SequenceInput, change: PlannedChange, isFirst: boolean): void {
  const { on, speech } = input;
  w.put('main', 'mainStop', ['Stop the main spindle', 'nothing turns while collets open']);
  if (on.second) {
    w.meet();
    w.put('second', 'secondStop', ['Stop the second spindle', 'both stand while the bar changes hands']);
    if (isFirst) {
      const [first] = input.grips;
      w.put(
        'second',
        'secondTo',
        [
          `Bring the second spindle up to ${speech.signed(first.at)}, machine coordinates, at feed; the first time with the override low`,
          `it grips ${speech.sizeWithUnit(on.turned.grip)} of the front`,
        ],
        { at: first.at, second: first.at },
      );
      w.closes('second', 'while the main spindle is open it alone keeps the bar from moving');
    } else w.put('second', 'togetherOff', ['The spindles no longer turn together', 'the main one lets go next']);
    w.together = false;
    w.meet();
  }
  w.opens('main', 'it grips farther back');
  w.put(
    'main',
    'mainBack',
    [`Main spindle back by ${speech.signed(change.move)}`, 'the next section needs that much of its stroke'],
    { by: change.move, main: w.main + change.move },
  );
  w.put(
    'main',
    'shift',
    [`Shift the zero by ${speech.signed(change.shift)}`, 'the bar did not move: the zero goes as far as the spindle'],
    { by: change.shift },
  );
  w.closes('main', 'it holds the bar again');
  if (!on.second) return;
  w.meet();
  w.opens('second', 'both spindles are not yet at one angle: let go before they turn together');
  w.put('second', 'togetherOn', [
    'Both spindles turn together, the same way, at no forced angle',
    'it supports without twisting',
  ]);
  w.closes('second', 'without a move along Z: it carries the front of the bar');
  w.together = true;
  w.meet();
}

/** The part comes off, into the second spindle where there is one. */
function comesOff(w: Writer, { on, grips: held, speech, changes }: SequenceInput, parked: number | null): void {
  const { bar, second } = on;
  const last = held.find((g) => g.when === 'cut-off');
  const at = -(bar.length + bar.back);
  if (second && last) {
    w.meet();
    if (changes.length > 0) {
      w.opens('second', 'it grips again next to the cut-off');
      w.put('second', 'togetherOff', ['The spindles no longer turn together', 'the second one goes along the part']);
    }
    w.together = false;
    w.put(
      'second',
      'secondTo',
      [
        `Second spindle to ${speech.signed(last.at)}, machine coordinates`,
        'grip next to the cut-off: a long free end is left otherwise',
      ],
      { at: last.at, second: last.at },
    );
    w.put('second', 'togetherOn', ['Both spindles turn together, the same way', 'the part is cut off turning']);
    w.closes('second', 'it takes the part over');
    w.meet();
  }
  w.put(
    'main',
    'cutOff',
    [
      `Cut off at Z ${speech.signed(at)}`,
      `the tool is ${speech.sizeWithUnit(bar.cutOff)} wide: on the spindle's side of that`,
    ],
    { at },
  );
  if (on.second) {
    w.meet();
    w.put('second', 'togetherOff', ['The spindles turn by themselves', 'the part is off']);
    w.put('second', 'secondTo', ['Second spindle away with the part', 'room for its own work'], {
      ...{ at: parked!, second: parked! },
    });
    w.meet();
  }
  // what the cut-off takes is bar the main spindle has to bring up to the tools
  const end = at - bar.cutOff;
  const says = [
    `The end of the bar to the cut-off tool: Z ${speech.signed(end)}`,
    'it is the stop for the next part',
  ] as const;
  w.put('main', 'turnTo', says, { at: end, main: w.zero + end });
}

/**
 * What both spindles do for one part, in order. Work coordinates count from the finished front face, so the part lies
 * below zero; the main spindle's machine coordinate is that of the tool relative to the bar (ISO 841): it falls while
 * the bar is fed to the tools and rises when the spindle goes back. Order: common practice, no source.
 */
export function sequenceOf(input: SequenceInput): BarStep[] {
  const { on, changes, start, speech } = input;
  const { bar, turned } = on;
  const parked = on.second ? toldWithin(on.second.max, on.second, speech.units) : null;
  const w = new Writer(start, start - bar.face, parked);
  w.put('main', 'mainRun', [
    'Main spindle runs',
    'the end of the bar stands at the tools, the second spindle away from them',
  ]);
  const ends = [...changes.map((c) => c.at), bar.length + bar.back];
  ends.forEach((to, i) => {
    turns(
      w,
      input,
      to,
      i === 0 ? 'Face the end and turn' : on.second ? 'Turn, carried by the second spindle,' : 'Turn',
    );
    const change = changes[i];
    if (!change) return;
    grips(w, input, change, i === 0);
    w.put('main', 'mainRun', ['Main spindle runs', on.second ? 'both turn together' : 'the bar is held again']);
  });
  comesOff(w, input, parked);
  if (on.second) {
    if (turned.backWork) w.put('second', 'back', [turned.backWork, `its own zero ${turned.backRegister} counts`]);
    w.opens('second', 'the part comes out');
  }
  const shifted = changes.reduce((sum, c) => sum + c.shift, 0);
  w.put('main', 'mainStop', ['Stop the main spindle', 'nothing turns while collets open']);
  if (changes.length > 0) {
    const by = turned.takeBack === null ? -shifted : asTold(turned.takeBack, speech.units);
    w.put('main', 'shift', [`Take all shifts back: ${speech.signed(by)}`, 'the next part starts where this one did'], {
      by,
    });
  }
  w.opens('main', 'the cut-off tool stands before the bar and the feeder pushes: the bar cannot move');
  w.put(
    'main',
    'mainTo',
    [`Main spindle to its start, Z ${speech.signed(bar.face)}`, 'with the next part in front of it'],
    { at: bar.face, main: w.zero + bar.face },
  );
  w.closes('main', 'it holds the next part');
  return w.steps;
}
